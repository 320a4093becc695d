using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Methods.LastLayer.Drills;
using TinCompass.Core.Stages;
using TinCompass.Server.Access;
using TinCompass.Server.Features.Casebook;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.LastLayer;

/// <summary>/api/last-layer: a last layer entered, sequences side by side, and what is confused.</summary>
internal sealed class LlModule : IFeature
{
    private const int MostConfusions = 5;
    private const int MostBeside = 3;

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/last-layer").WithTags("LastLayer").ForMembers().AsSearch().ProducesProblem(400).ProducesProblem(404)
            .ProducesProblem(429);
        group.MapPost("/entry", Enter).WithName("enterLastLayer")
            .WithSummary("A last layer alone, entered by its 21 stickers or by those of the top's colour: which cases it is.");
        group.MapPost("/beside", Beside).WithName("putSideBySide")
            .WithSummary("Sequences of one case side by side: figures, bursts, what they are to sequences the solver knows.").OnlyReads();
        group.MapGet("/confusions/{set}", Confusions).WithName("whatIsConfused")
            .WithSummary("Cases that a solver takes for each other, by their wrong answers, and what tells them apart.");
    }

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
        LlStage[] whole = [.. book.All.OfType<LlStage>().Where(s => s.Set is LlSet.Oll or LlSet.Pll)];
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
