using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.EdgesFirst.Drills;

/// <summary>Three corners and which way they go are named: A and B are to be written. Level 2: with a set-up before them.</summary>
public sealed class WriteACycle() : Drill(new DrillInfo(
    $"{CornersStage.StageId}.write", "Write a cycle", "Three corners are named: enter A and B that carry them round, as [A, B].",
    AnswerKind.Turns, 40_000)
{
    Levels = 2,
    Cases = ["any"],
})
{
    /// <inheritdoc/>
    public override string CaseTitle(string name) => "a cycle of corners";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        while (true)
        {
            var cycle = EdgesTasks.Cycle(random, onTop: false);
            if (EdgesTasks.Way(cycle).Setup.Count > 0 != wish.Level > 1) continue;
            var (first, second, third) = (Stickers.Name(cycle.First), Stickers.Name(cycle.Second), Stickers.Name(cycle.Third));
            return About(wish, seed, "any", EdgesTasks.Before(cycle, wish, random),
                $"{first} goes to {second}, that to {third}, that to {first}: enter {(wish.Level > 1 ? "[S: [A, B]]" : "[A, B]")}.", []);
        }
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var (cycle, end) = (LastThreeCorners.CycleOf(task), task.Position.Apply(answer.Turns));
        var (way, used) = (EdgesTasks.Way(cycle), answer.Turns.Sum(t => Metric.Htm.Cost(t)));
        var least = way.Length(Metric.Htm);
        if (end.IsSolved)
            return new DrillVerdict(true, $"It is that cycle, in {used} HTM; {way} takes {least}.", [], $"{way}",
                Math.Max(0, used - least), answer.Turns);
        return new DrillVerdict(false, "It is not that cycle.", [Does(answer.Turns.Skip(task.Hold.Count))], $"{way}", null, answer.Turns);
    }

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task) =>
        DrillAnswer.Of([.. task.Hold, .. EdgesTasks.Way(LastThreeCorners.CycleOf(task)).Turns]);

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var way = EdgesTasks.Way(LastThreeCorners.CycleOf(task));
        return way.Setup.Count > 0 ? $"The set-up may be {string.Join(' ', way.Setup)}." : $"B may be {string.Join(' ', way.B)}.";
    }

    /// <summary>What turns do to a solved cube, when its centres end where they were.</summary>
    private static string Does(IEnumerable<Turn> turns)
    {
        var end = CubeState.Solved.Apply(turns);
        return end.Hold != Hold.Scramble ? "It leaves the centres elsewhere." : PieceCycle.Of(end) is { Count: > 0 } cycles
            ? $"It does {string.Join("; ", cycles)}." : "It does nothing: everything is where it was.";
    }
}
