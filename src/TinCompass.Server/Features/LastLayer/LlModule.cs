using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Methods.LastLayer.Drills;
using TinCompass.Core.Stages;
using TinCompass.Server.Access;
using TinCompass.Server.Features.Casebook;
using TinCompass.Server.Features.Courses;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Features.Sequences;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.LastLayer;

/// <summary>/api/last-layer: what a last layer needs, the judge, the finder, and what to learn next.</summary>
internal sealed class LlModule : IFeature
{
    private const int MostConfusions = 5;
    private const int MostBeside = 3;

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/last-layer").WithTags("LastLayer").ForMembers().AsSearch().ProducesProblem(400).ProducesProblem(404)
            .ProducesProblem(429);
        group.MapGet("/look", Look).WithName("lookAtLastLayer")
            .WithSummary("What a last layer needs first: its case, how it is told, the sequences by what comes after them.");
        group.MapPost("/judgement", Judge).WithName("judgeLastLayer").WithSummary("An own last layer judged, step by step.")
            .OnlyReads();
        group.MapPost("/entry", Enter).WithName("enterLastLayer")
            .WithSummary("A last layer alone, entered by its 21 stickers or by those of the top's colour: which cases it is.");
        group.MapPost("/beside", Beside).WithName("putSideBySide")
            .WithSummary("Sequences of one case side by side: figures, bursts, what they are to sequences the solver knows.").OnlyReads();
        group.MapGet("/confusions/{set}", Confusions).WithName("whatIsConfused")
            .WithSummary("Cases that a solver takes for each other, by their wrong answers, and what tells them apart.");
    }

    private static async Task<Results<Ok<LlLookResponse>, ProblemHttpResult>> Look(
        [AsParameters] LlQuery query, TinCompassDb db, StageBook book, HandModels hands, SkippedRows skipped, CancellationToken cancel)
    {
        if (!query.TryRead(hands, out var position, out var options, out var problem)) return problem;
        options = options with { Repertoire = await Repertoires.ReadAsync(db, book, skipped, query.SolverId, null, cancel) };
        var stage = Stage(book, LlSet.Oll);
        var set = options.Next(position.State);
        var found = set is { } s ? LlCases.Of(s, position.State).Case : null;
        return TypedResults.Ok(new LlLookResponse(
            position.Color.Name(), position.Held.Hold.ToString(), Facelets.Write(position.Held), set?.Id() ?? "",
            found is null ? null : LlCaseResponse.Of(found),
            set is { } looked ? [.. LlGlances.Of(looked, position.State).Select(GlanceResponse.Of)] : [],
            set is { } told ? LlGlances.Telltale(told, position.State) : "",
            [.. new LlPlanner(stage.Tools).Ahead(position.State, options).Select(p => Way(p, position))]));
    }

    private static LlWayResponse Way(LlPair pair, LlPosition position) => new(
        string.Join(' ', position.Rotation.Concat(pair.First.AsTurned)), pair.First.Length, pair.First.SliceLength,
        SequenceResponse.Rounded(pair.First.Time), pair.First.Regrips, pair.First.Letters, LlNotes.Way(position.Held, pair.First.AsTurned),
        LlCaseResponse.Of(pair.Left), string.Join(' ', pair.Then?.AsTurned ?? []), pair.Length, SequenceResponse.Rounded(pair.Time),
        pair.First.IsOwn, Math.Round(pair.Grip, 2), pair.First.Sequence.IsCommon);

    private static async Task<Results<Ok<LlJudgementResponse>, ProblemHttpResult>> Judge(
        JudgeLlRequest request, TinCompassDb db, StageBook book, HandModels hands, SkippedRows skipped, CancellationToken cancel)
    {
        if (!LlQuery.TryReadPosition(request.Scramble, request.Made, request.Color, out var position, out var done, out var problem)
            || !HandsQuery.TryRead(request.LeftHanded ?? false, request.Avoid, request.MiddleHand, out var preferences, out problem)
            || !Door.TryReadTurns(request.Plan, "plan", out var plan, out problem)) return problem;
        var model = hands.For(preferences);
        if (!PlannedBy.TryRead(request.By, request.Wishes, model, done.Turns, out var planned, out problem)) return problem;
        // The one of the two stages that comes next.
        var stage = Stage(book, position.State.IsOriented ? LlSet.Pll : LlSet.Oll);
        var focus = new Focus(position.Color);
        if (stage.Refuses(position.Held, focus) is { } refusal) return Problems.Bad(refusal.Code, refusal.Message, "plan");
        var repertoire = await Repertoires.ReadAsync(db, book, skipped, request.SolverId, null, cancel);
        var judged = (LlJudgement)stage.Check(position.Held, focus, plan.Turns,
            planned.Options with { Repertoire = repertoire }, planned.IsKnown, cancel);
        return TypedResults.Ok(new LlJudgementResponse(
            string.Join(' ', position.Rotation.Concat(plan.Turns)), FiguresResponse.Of(judged), [.. judged.Steps.Select(Step)],
                judged.Wasted,
            SequenceResponse.Rounded(judged.Time), judged.Hint, judged.End is null,
            SequenceResponse.Of(position.Held, plan.Turns, LlNotes.Of(position.Held, plan.Turns), model, drawsHold: true)));
    }

    private static JudgedLlStepResponse Step(JudgedLlStep step) => new(
        step.Step.And is { } and ? $"{LlWords.StopTitle(step.Step.Set)} and {LlWords.StopTitle(and)}" : LlWords.StopTitle(step.Step.Set),
        LlCaseResponse.Of(step.Case), string.Join(' ', step.Turns), step.Length, step.Shortest, SequenceResponse.Rounded(step.Time),
        string.Join(' ', step.Better?.First.AsTurned ?? []),
        step.Better is { } better ? SequenceResponse.Rounded(step.Time - better.First.Time) : null);

    private static Results<Ok<LlEntryResponse>, ProblemHttpResult> Enter(LlEntryRequest request)
    {
        if (!LlStickers.TryRead(request.Facelets ?? "", out var entered, out var flaw)) return Problems.Flawed(flaw);
        return TypedResults.Ok(new LlEntryResponse(
            Facelets.Write(entered.Position), entered.IsWhole, LlCaseResponse.Of(LlCases.Of(LlSet.Oll, entered.State).Case),
            entered.IsWhole && entered.State.IsOriented ? LlCaseResponse.Of(LlCases.Of(LlSet.Pll, entered.State).Case) : null));
    }

    private static async Task<Results<Ok<IReadOnlyList<LlColumnResponse>>, ProblemHttpResult>> Beside(
        BesideRequest request, TinCompassDb db, StageBook book, HandModels hands, SkippedRows skipped, CancellationToken cancel)
    {
        if (LlCases.Find(request.Case) is not { IsSolved: false } c) return Problems.NotFound($"case '{request.Case}'");
        var stage = Stage(book, c.Set);
        if (!Door.TryReadWord(request.View, "view", stage.Book.Views, v => v.Id, out var view, out var problem)
            || !HandsQuery.TryRead(request.LeftHanded ?? false, request.Avoid, request.MiddleHand, out var preferences,
                out problem)) return problem;
        if (request.Sequences is not { Count: >= 1 and <= MostBeside })
            return Problems.Bad("bad-count", $"1 to {MostBeside} sequences stand side by side.", "sequences");
        var read = new List<IReadOnlyList<Turn>>();
        foreach (var text in request.Sequences)
        {
            if (!Door.TryReadTurns(text, "sequences", out var turns, out problem)) return problem;
            if (LlTrial.Refusal(c, turns.Turns) is { } refusal) return Problems.Bad(refusal.Code, refusal.Message, "sequences");
            read.Add(turns.Turns);
        }

        var repertoire = await Repertoires.ReadAsync(db, book, skipped, request.SolverId, null, cancel);
        var model = hands.For(preferences);
        var known = KnownOf(repertoire, stage.Tools, model).ToArray();
        return TypedResults.Ok<IReadOnlyList<LlColumnResponse>>(
            [.. read.Select(t => LlColumnResponse.Of(LlBeside.Read(c, view.Id[0] - '0', t, model, known)))]);
    }

    /// <summary>The sequences a solver knows: those they keep, and for other cases that are mastered the book's quickest.</summary>
    private static IEnumerable<(LlCase Case, IReadOnlyList<Turn> Turns)> KnownOf(Repertoire repertoire, LlTools tools, HandModel hands) =>
        LlSets.All.SelectMany(set => repertoire.Known(set.Id()).Select(LlCases.Find).OfType<LlCase>().SelectMany(c =>
            repertoire.Own(set.Id(), c.Id).DefaultIfEmpty(tools.Rank(set, c.View, hands)[0].AsTurned).Select(t => (c, t))));

    private static async Task<Results<Ok<IReadOnlyList<ConfusionResponse>>, ProblemHttpResult>> Confusions(
        string set, int solverId, TinCompassDb db, StageBook book, CancellationToken cancel)
    {
        LlStage[] whole = [.. book.All.OfType<LlStage>().Where(s => s.Course is not null)];
        if (!Door.TryReadWord(set, "set", whole, s => s.Id, out var asked, out var problem)) return problem;
        if (!await db.Solvers.AnyAsync(s => s.Id == solverId, cancel)) return Problems.NotFound($"solver {solverId}");
        var drill = WhichCase.IdOf(asked.Set);
        var wrong = await db.DrillAttempts.AsNoTracking().Where(a => a.SolverId == solverId && a.Drill == drill && !a.Right)
            .GroupBy(a => new { a.Case, a.Answer }).Select(g => new { g.Key.Case, g.Key.Answer, Times = g.Count() }).ToListAsync(cancel);
        var pairs = wrong.Select(w => (One: LlCases.Find(w.Case), Other: LlCases.Find(w.Answer), w.Times))
            .Where(w => w.One?.Set == asked.Set && w.Other?.Set == asked.Set)
            .Select(w => string.CompareOrdinal(w.One!.Id, w.Other!.Id) < 0 ? (One: w.One, w.Other, w.Times)
                : (One: w.Other, Other: w.One, w.Times))
            .GroupBy(w => (w.One, w.Other)).Select(g => (g.Key.One, g.Key.Other, Times: g.Sum(w => w.Times)))
            .OrderByDescending(w => w.Times).ThenBy(w => w.One.Id, StringComparer.Ordinal).ThenBy(w => w.Other.Id, StringComparer.Ordinal)
            .Take(MostConfusions);
        return TypedResults.Ok<IReadOnlyList<ConfusionResponse>>(
        [
            .. pairs.Select(p => (p.One, p.Other, p.Times, Apart: LlGlances.Between(asked.Set, p.One.View, p.Other.View)!.Value))
                .Select(p => new ConfusionResponse(
                    LlCaseResponse.Of(p.One), LlCaseResponse.Of(p.Other), p.Times, p.Apart.One.Where, p.Apart.One.Seen,
                    p.Apart.Other.Seen, $"{drill}::{WhichCase.Apart(p.One, p.Other)}")),
        ]);
    }

    private static LlStage Stage(StageBook book, LlSet set) => (LlStage)book.Find(set.Id())!;
}
