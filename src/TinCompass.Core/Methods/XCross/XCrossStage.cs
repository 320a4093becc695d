using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.XCross;

/// <summary>A cross with a first pair judged: the cross as its own judge finds it, the pair, and the least HTM of both together.</summary>
public sealed record XCrossJudgement(CrossJudgement Cross, SlotName Slot, PairReport Pair, int Spent, int Least) : StageJudgement
{
    /// <inheritdoc/>
    public override bool IsDone => Cross.IsCross && Pair.Stand == PairStand.Solved;

    /// <inheritdoc/>
    public override int Turns => Spent;

    /// <inheritdoc/>
    public override int Best => Least;

    /// <inheritdoc/>
    public override int OverBest => IsDone ? Spent - Least : Cross.OverBest;

    /// <inheritdoc/>
    protected override int? Costly => IsDone ? null : Cross.FirstMistake;

    /// <inheritdoc/>
    public override string Verdict => !Cross.IsCross ? Cross.Verdict
        : !IsDone ? $"The cross stands; {Slot} is {XCrossWords.Describe(Pair)}."
        : Spent == Least ? $"Cross and {Slot} in {Spent} HTM: no way is shorter."
            : $"Cross and {Slot} in {Spent} HTM, the best is {Least}.";
}

/// <summary>
/// The cross together with a first pair: planned from the scramble, as an alternative to the cross alone. Its focus names the slot.
/// </summary>
public sealed class XCrossStage(TableShelf shelf) : IStage
{
    /// <summary>Its stable name.</summary>
    public const string StageId = "xcross";

    private readonly Lazy<CrossTools> cross = new(() => CrossTools.From(shelf));

    /// <inheritdoc/>
    public string Id => StageId;

    /// <inheritdoc/>
    public string Title => "Cross and pair";

    /// <inheritdoc/>
    public IReadOnlyList<TableKind> Tables { get; } = [CrossTable.Kind, XCrossTables.Kind];

    /// <inheritdoc/>
    public IReadOnlyList<Drill> Drills => [];

    /// <inheritdoc/>
    public StageRefusal? Refuses(CubeState position, Focus focus) =>
        SlotName.TryParse(focus.Part, out var slot) && slot.Belongs(focus.Base) ? null
            : new StageRefusal("unknown-slot",
                $"'{focus.Part}' is no slot of the {focus.Base.Name()} cross: two neighbouring side colours are expected, as in " +
                    $"green-red.");

    /// <inheritdoc/>
    public IReadOnlyList<IReadOnlyList<IReadOnlyList<Turn>>> Beginnings(CubeState position, Focus focus, CourseOptions options, int most,
        CancellationToken cancel)
    {
        var search = new XCrossSearch(shelf.Get(CrossTable.Kind), shelf.Get(XCrossTables.Kind));
        var pairs = search.Find(position, focus.Base, cancel);
        cancel.ThrowIfCancellationRequested();
        var asked = new CrossPlanOptions(0, options.ByTurns ? PlanOrder.Turns : PlanOrder.Time) { Hands = options.Hands };
        return [.. pairs.SelectMany(p => XCrossPlans.Best(position, p, asked, most)).Select(p => p.Solution)
            .OrderBy(s => options.ByTurns ? s.All.Count() : s.Time ?? double.MaxValue).ThenBy(s => s.Time ?? double.MaxValue).Take(most)
            .Select(s => (Turn[][])[[.. s.All]])];
    }

    /// <inheritdoc/>
    public IReadOnlyList<Turn> ReadOwn(CubeState position, Focus focus, IReadOnlyList<Turn> shown, IReadOnlyList<Turn> own) =>
        CrossJudge.FromHold(position, focus.Base, shown, own);

    /// <inheritdoc/>
    public StageJudgement Judge(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options,
        CancellationToken cancel = default)
    {
        if (!SlotName.TryParse(focus.Part, out var slot)) throw new ArgumentException($"'{focus.Part}' is no slot", nameof(focus));
        var search = new XCrossSearch(shelf.Get(CrossTable.Kind), shelf.Get(XCrossTables.Kind));
        var least = search.Find(position, focus.Base, cancel).Single(p => p.Slot == slot).Length;
        var judged = cross.Value.Judge.Judge(position, focus.Base, turns);
        return new XCrossJudgement(judged, slot, PairStands.Report(position.Apply(turns), focus.Base, slot),
            turns.Sum(t => Metric.Htm.Cost(t)), least);
    }
}
