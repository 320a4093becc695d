using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cross;

/// <summary>
/// A turn after which the best possible total grew: its number (from 1, rotations at the start not counted), by how many HTM, what it did,
/// the best way from the position before it, what the first turn of that way would have done, and what is the matter: edges that it
/// takes out or makes bad, and that some best turn does not.
/// </summary>
public sealed record CrossMistake(CrossTurnNote Note, int Cost, StageSolution Instead, CrossTurnNote Missed,
    IReadOnlyList<CrossEvent> Reasons);

/// <summary>
/// An own plan judged. <paramref name="Spent"/> HTM were used, <paramref name="Least"/> was possible. When the cross is not made,
/// <paramref name="Missing"/> names the edges that are not right relative to the others, and <paramref name="AlignmentLeft"/> is the turn
/// of D
/// that is still due (quarters). <paramref name="CrossedAfter"/>: the first turn after which the cross stood. <paramref name="Onward"/>:
/// the best way
/// on from the end, when the cross is not made, and <paramref name="WaysOn"/> the number of distinct shortest ones.
/// </summary>
public sealed record CrossJudgement(
    Color Color, bool IsCross, int Spent, int Least, int? CrossedAfter, IReadOnlyList<Color> Missing, int AlignmentLeft,
    IReadOnlyList<CrossMistake> Mistakes, StageSolution? Onward, int WaysOn, CrossExplanation Explanation) : StageJudgement
{
    /// <inheritdoc/>
    public override bool IsDone => IsCross;

    /// <inheritdoc/>
    public override int Turns => Spent;

    /// <inheritdoc/>
    public override int Best => Least;

    /// <summary>HTM over the best: of the plan when it makes the cross, else of the plan with its best continuation.</summary>
    public override int OverBest => BestTotal - Least;

    /// <inheritdoc/>
    protected override int? Costly => Mistakes.Count > 0 ? Mistakes[0].Note.Number : null;

    /// <inheritdoc/>
    public override StageJudgement AsPlanned() => base.AsPlanned() is CrossJudgement same ? same with { Mistakes = [] } : this;

    /// <inheritdoc/>
    public override string Verdict => CrossWords.Verdict(this);

    /// <summary>
    /// It takes more turns than the best, and no best one is quicker for the hands: by time it is what a planner prefers, and nothing of it
    /// is a mistake.
    /// </summary>
    public bool IsQuickest { get; init; }

    /// <summary>The best way that goes on from the turns before the first mistake, explained; null where there is no mistake.</summary>
    public (IReadOnlyList<Turn> Turns, CrossExplanation Explained)? BestWay { get; init; }

    /// <summary>The dearest mistakes, and the best way with what there is to see of it.</summary>
    public override IReadOnlyList<string> Advice(HandModel hands) => BestWay is not { } best || Mistakes.Count == 0 ? []
        : [.. Mistakes.OrderByDescending(m => m.Cost).Take(MostMistakes).OrderBy(m => m.Note.Number)
                .Select(m => CrossWords.ForMistake(Color, m)),
            $"{Least} HTM are enough: {string.Join(' ', best.Turns)}. {(best.Explained.Points is { } points
                ? string.Join(' ', CrossWords.ForPoints(Color, points)) : "")}".TrimEnd()];

    private const int MostMistakes = 2;

    /// <summary>HTM used, with the best continuation when the cross is not made.</summary>
    public int BestTotal => Spent + (Onward?.Length ?? 0);

    /// <summary>The turns that stay on a best way: those before the first mistake.</summary>
    public int GoodStart => Mistakes.Count == 0 ? Explanation.Notes.Count : Mistakes[0].Note.Number - 1;
}

/// <summary>Tries an own sequence on a position and says what it was worth.</summary>
public sealed class CrossJudge(CrossPlanner planner, CrossExplainer explainer)
{
    /// <summary>
    /// Judges turns for a colour's cross from a position. Any turns are allowed, slices count two HTM and rotations none. With hands, a
    /// cross that is longer but quicker than every shortest one has no mistake.
    /// </summary>
    public CrossJudgement Judge(CubeState start, Color color, IReadOnlyList<Turn> turns, HandModel? hands = null)
    {
        var judged = ByTurns(start, color, turns);
        return hands is not null && IsQuickest(judged, start, turns, hands) ? judged with { Mistakes = [], IsQuickest = true } : judged;
    }

    /// <summary>
    /// The same for somebody who plans crosses in an order and a hold: what the planner puts first then, and what is as good by that
    /// order, has no mistake. Where they are not said, any order and hold counts.
    /// </summary>
    public CrossJudgement Judge(CubeState start, Color color, IReadOnlyList<Turn> turns, HandModel hands, PlanOrder? order,
        HoldChoice? holds)
    {
        var judged = Judge(start, color, turns, hands);
        if (judged.Mistakes.Count == 0 || !judged.IsCross || judged.OverBest > CrossSearch.MaxSlack) return judged;
        // With longer plans in the list another one may stand first.
        var options = from o in order is { } one ? [one] : Enum.GetValues<PlanOrder>()
                      from h in holds is { } hold ? [hold] : Enum.GetValues<HoldChoice>()
                      from slack in Enumerable.Range(0, CrossSearch.MaxSlack + 1)
                      select new CrossPlanOptions(slack, o, h) { Hands = hands };
        return options.Any(o => IsFirst(judged, start, turns, o)) ? (CrossJudgement)judged.AsPlanned() : judged;
    }

    private bool IsFirst(CrossJudgement judged, CubeState start, IReadOnlyList<Turn> turns, CrossPlanOptions options)
    {
        var plans = planner.Plan(start, judged.Color, options).Groups.SelectMany(g => g.Plans).ToArray();
        var (first, own) = (plans[0], HandModel.FaceTurns(turns));
        return options.Order switch
        {
            PlanOrder.Time => options.Hands.Measure(turns.SkipWhile(t => t.Kind == TurnKind.Rotation)) <= first.Solution.Time,
            PlanOrder.Foresight => plans.Any(p => p.Foresight.Score <= first.Foresight.Score && IsIt(p)),
            _ => false,
        } || IsIt(first);

        // A plan never has moves that cancel.
        bool IsIt(CrossPlan plan) => judged.Spent <= plan.Length && HandModel.FaceTurns(plan.Solution.All).SequenceEqual(own);
    }

    private bool IsQuickest(CrossJudgement judged, CubeState start, IReadOnlyList<Turn> turns, HandModel hands)
    {
        // Moves that cancel are too many, however quick the rest is.
        if (!judged.IsCross || judged.OverBest is < 1 or > CrossSearch.MaxSlack || SpareTurns.Runs(turns).Any()) return false;
        var options = new CrossPlanOptions(Order: PlanOrder.Time, Holds: HoldChoice.LeastTime) { Hands = hands };
        var plans = planner.Plan(start, judged.Color, options);
        var shortest = plans.Groups.SelectMany(g => g.Plans).Where(p => p.Length == plans.Outlook.Length).Min(p => p.Solution.Time);
        return hands.Measure(turns.SkipWhile(t => t.Kind == TurnKind.Rotation)) is { } time && (shortest is null || time <= shortest);
    }

    private CrossJudgement ByTurns(CubeState start, Color color, IReadOnlyList<Turn> turns)
    {
        var explanation = explainer.Explain(start, color, turns);
        var best = planner.Distance(start, color);
        var mistakes = new List<CrossMistake>();
        var state = start.Apply(turns.Take(turns.Count - explanation.Notes.Count));
        int total = best, spent = 0;
        int? crossedAfter = best == 0 ? 0 : null;
        foreach (var note in explanation.Notes)
        {
            if (note.Spent + note.Remaining > total)
                mistakes.Add(Mistake(state, color, note, note.Spent + note.Remaining - total));
            (total, spent) = (note.Spent + note.Remaining, note.Spent);
            if (note.Remaining == 0) crossedAfter ??= note.Number;
            state = state.Apply(note.Turn);
        }

        var remaining = total - spent;
        var end = explanation.Notes.Count == 0 ? explanation.Edges : explanation.Notes[^1].Edges;
        var (missing, alignment) = Shortfall(end);
        return new CrossJudgement(
            color, remaining == 0, spent, best, crossedAfter, missing, alignment, mistakes,
            remaining == 0 ? null : planner.Continue(state, color), remaining == 0 ? 0 : planner.CountShortest(state, color), explanation)
        {
            BestWay = mistakes.Count == 0 ? null : BestWay(),
        };

        (IReadOnlyList<Turn> Turns, CrossExplanation Explained) BestWay()
        {
            var kept = turns.Count - explanation.Notes.Count + mistakes[0].Note.Number - 1;
            Turn[] way = [.. turns.Take(kept), .. mistakes[0].Instead.All];
            return (way, explainer.Explain(start, color, way));
        }
    }

    private CrossMistake Mistake(CubeState before, Color color, CrossTurnNote note, int cost)
    {
        var instead = planner.Continue(before, color);
        // A cross that stood already needed no turn at all: then nothing was missed.
        var missed = instead.Length == 0 ? note : explainer.Explain(before, color, [.. instead.All]).Notes[0];
        return new CrossMistake(note, cost, instead, missed, Reasons(before, color, note));
    }

    /// <summary>What harms an edge, without that which every best turn would do as well: that is no reason.</summary>
    private CrossEvent[] Reasons(CubeState before, Color color, CrossTurnNote note)
    {
        var harms = note.Events.Where(e => e.Deed is CrossDeed.TakesFar or CrossDeed.KnocksOut or CrossDeed.TakesOut).ToArray();
        var (shared, least) = (harms, planner.Distance(before, color));
        if (harms.Length == 0 || least == 0) return harms;
        var was = Reports(before);
        for (var turn = 0; turn < Turn.FaceTurnCount && shared.Length > 0; turn++)
        {
            var after = before.Apply(Turn.FromIndex(turn));
            if (planner.Distance(after, color) != least - 1) continue;
            var now = Reports(after);
            shared = [.. shared.Where(e => e.Deed == CrossDeed.TakesFar ? was[e.Side].IsNear && !now[e.Side].IsNear
                : now[e.Side].Offset is null)];
        }

        return [.. harms.Except(shared)];

        Dictionary<Color, CrossEdgeReport> Reports(CubeState state) =>
            CrossEdgeReport.Of(CrossPosition.Of(state, color)).ToDictionary(e => e.Side);
    }

    /// <summary>
    /// The whole sequence of an own plan: the rotation to the hold the solver was shown, then the turns. A plan that opens with rotations
    /// which
    /// bring the colour down from the position's own hold, but not from the shown one, was meant from the position's own hold ("x2 R …"
    /// pasted whole).
    /// </summary>
    public static IReadOnlyList<Turn> FromHold(CubeState state, Color color, IReadOnlyList<Turn> hold, IReadOnlyList<Turn> own)
    {
        var opening = own.TakeWhile(t => t.Kind == TurnKind.Rotation).ToArray();
        return !BringsDown([.. hold, .. opening]) && BringsDown(opening) ? own : [.. hold, .. own];

        bool BringsDown(IReadOnlyList<Turn> rotations) => state.Apply(rotations).Hold.ColorAt(Face.D) == color;
    }

    /// <summary>
    /// The largest set of edges that agree stands; the others are missing. On a tie the set that needs the least alignment stands.
    /// </summary>
    private static (IReadOnlyList<Color> Missing, int Alignment) Shortfall(IReadOnlyList<CrossEdgeReport> edges)
    {
        var standing = edges.Where(e => e.Offset is not null).GroupBy(e => e.Offset!.Value)
            .OrderByDescending(g => g.Count()).ThenBy(g => Math.Abs(g.Key)).FirstOrDefault();
        return standing is null
            ? ([.. edges.Select(e => e.Side)], 0)
            : ([.. edges.Where(e => e.Offset != standing.Key).Select(e => e.Side)], standing.Key);
    }
}
