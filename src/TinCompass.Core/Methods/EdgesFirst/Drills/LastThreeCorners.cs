using TinCompass.Core.Cycles;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.EdgesFirst.Drills;

/// <summary>
/// The last three corners turned home by an own set-up and its undoing: a case of the casebook, or as they come. Level 1: of the top; level
/// 2: those that come as they will, wherever they are.
/// </summary>
public sealed class LastThreeCorners() : Drill(new DrillInfo(
    $"{CornersStage.StageId}.last-three", "The last three corners", "Bring the last three corners home by a cycle, set up and undone.",
    AnswerKind.Turns, 12_000)
{
    Levels = 2,
    Cases = [.. CornerSeries.All.Select(c => c.Id), "any"],
})
{
    /// <inheritdoc/>
    public override string CaseTitle(string name) => CornerSeries.Find(name)?.Title ?? "three corners as they come";

    /// <inheritdoc/>
    public override string FamilyOf(string name) => CornerSeries.Find(name) is { } found ? Words.Code(found.Looks) : name;

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var cycle = CornerSeries.Find(wish.Case)?.Cycle ?? EdgesTasks.Cycle(random, onTop: wish.Level == 1);
        var name = wish.Level > 1 && CornerSeries.Find(wish.Case) is null ? "any" : CornerSeries.Of(cycle).Id;
        return About(wish, seed, wish.Case ?? name, EdgesTasks.Before(cycle, wish, random), "Three corners are left: solve the cube.", []);
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var (cycle, end) = (CycleOf(task), task.Position.Apply(answer.Turns));
        var (way, used) = (EdgesTasks.Way(cycle), answer.Turns.Sum(t => Metric.Htm.Cost(t)));
        var least = way.Length(Metric.Htm);
        return new DrillVerdict(end.IsSolved, end.IsSolved ? $"Solved in {used} HTM; {way} takes {least}." : "Not solved.",
            end.IsSolved ? [] : [$"They go {cycle}."], $"{way}", end.IsSolved ? Math.Max(0, used - least) : null, answer.Turns);
    }

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task) => DrillAnswer.Of([.. task.Hold, .. EdgesTasks.Way(CycleOf(task)).Turns]);

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var way = EdgesTasks.Way(CycleOf(task));
        return way.Setup.Count == 0 ? $"They go {CycleOf(task)}; no set-up is needed."
            : $"They go {CycleOf(task)}; the set-up may be {string.Join(' ', way.Setup)}.";
    }

    /// <summary>The cycle that brings them home, as the cube is held.</summary>
    internal static ThreeCycle CycleOf(DrillTask task) =>
        ThreeCycle.Of(task.Held.AsHeld().Inverse()) ?? throw new InvalidOperationException("no cycle of three is left");
}
