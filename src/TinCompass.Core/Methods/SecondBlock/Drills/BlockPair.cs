using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.SecondBlock.Drills;

/// <summary>
/// A part of the second block with R, r, M and U: the base edge, or a pair beside it. Any way is right that brings it and leaves the first
/// block; what it cost is told.
/// </summary>
public sealed class BlockPair(Func<SecondBlockPlanner> planner, Func<FirstBlockPlanner> first) : Drill(new DrillInfo(
    $"{SecondBlockStage.StageId}.solve-part", "A part of the second block",
    "The base edge or a pair, with R, r, M and U alone: the first block stays.", AnswerKind.Turns, 10_000)
{
    Cases = ["base-edge", "front-pair", "back-pair", "last-pair"],
})
{
    private static readonly HandModel Usual = new(HandPreferences.Usual);

    /// <inheritdoc/>
    public override string CaseTitle(string name) => name switch
    {
        "base-edge" => "the base edge",
        "front-pair" => "the front pair first",
        "back-pair" => "the back pair first",
        _ => "the last pair",
    };

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var (random, steps, blocks) = (new Random(seed), planner(), first());
        var name = wish.Case ?? Cases[random.Next(Cases.Count)];
        CubeState held;
        FirstBlockDone read;
        do (held, read) = WithParts(Before(name, random), wish, random, steps, blocks);
        while (Goal(name, steps, read) is not { } wanted || steps.Table.Distance(read.Right, wanted) == 0);
        var title = SecondBlockWords.Title(Goal(name, steps, read)!.Value, SecondBlockWords.Stands(steps.Table, read.Right));
        return new DrillTask(
            Id, wish, seed, name, held.Upright(), new Focus(read.Color), held.Hold.Rotation,
            $"With R, r, M and U: {title}.",
            AnswerKind.Turns, [])
        {
            TargetMs = Info.TargetMs,
        };
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var (read, steps) = (Read(task), planner());
        var goal = Goal(task.Case, steps, read)!.Value;
        var end = task.Position.Apply(answer.Turns);
        var stands = Blocks.Frame(end.Hold, task.Color) is { } frame && end.Hold.ColorAt(Face.L) == read.Frame.ColorAt(Face.L)
            && Blocks.LeftStands(Blocks.Seen(end, frame));
        var right = stands && (SecondBlockTrace.StandsIn(Blocks.Seen(end, read.Frame), end.Hold, read.Frame) >> (int)goal & 1) == 1;
        var best = Best(steps, read, goal);
        var used = answer.Turns.Sum(t => Metric.Stm.Cost(t));
        var title = Words.Capital(SecondBlockWords.Title(goal, SecondBlockWords.Stands(steps.Table, read.Right)));
        var reasons = new List<string>();
        if (!stands) reasons.Add("The first block does not stand at the left at the end.");
        Turn[] own = [.. answer.Turns.Skip(task.Hold.Count)];
        var foreign = own.Where(t => !SecondBlockTable.Turns.Contains(t)).Select(t => t.ToString()).Distinct().ToArray();
        if (foreign.Length > 0) reasons.Add($"R, r, M and U are enough; you used {Words.Join(foreign)}.");
        var how = SecondBlockNotes.Way(SecondBlockNotes.Of(new SecondBlockTrace(read, best)));
        if (right) reasons.Add($"The shortest: {string.Join(' ', best)}, {how}"
            .TrimEnd(' ', ',') + ".");
        return new DrillVerdict(right, right ? $"{title} in {Words.Turns(used)}; {best.Count} at least." : $"{title}: not home.", reasons,
            string.Join(' ', best), right ? used - best.Count : null, answer.Turns);
    }

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task)
    {
        var (read, steps) = (Read(task), planner());
        return DrillAnswer.Of([.. task.Hold, .. Best(steps, read, Goal(task.Case, steps, read)!.Value)]);
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var (read, steps) = (Read(task), planner());
        var best = Best(steps, read, Goal(task.Case, steps, read)!.Value);
        return $"It takes {Words.Turns(best.Count)} at least and may begin {best[0]}.";
    }

    private static IReadOnlyList<Turn> Best(SecondBlockPlanner steps, FirstBlockDone read, SecondBlockGoal goal) =>
        steps.Ways(read.Right, goal, 0, CancellationToken.None).Take(40).MinBy(w => Usual.Measure(w) ?? double.PositiveInfinity)!;

    /// <summary>A first block that stands, and some of the second one, each brought by a shortest way of chance.</summary>
    internal static (CubeState Held, FirstBlockDone Read) WithParts(SecondBlockGoal[] goals, DrillWish wish, Random random,
        SecondBlockPlanner steps, FirstBlockPlanner blocks)
    {
        var start = RandomPosition.Draw(random.Next);
        var down = wish.Colors[random.Next(wish.Colors.Count)];
        var way = blocks.Best(start, FirstBlockPlanner.On(down).Skip(random.Next(4)).Take(1), Usual, byTurns: true);
        var held = start.Apply(way.Rotation).Apply(way.Turns);
        FirstBlockDone.TryRead(held, down, out var read, out _);
        foreach (var goal in goals)
        {
            var ways = steps.Ways(read!.Right, goal, 0, CancellationToken.None).Take(20).ToArray();
            held = held.Apply(ways[random.Next(ways.Length)]);
            FirstBlockDone.TryRead(held, down, out read, out _);
        }

        return (held, read!);
    }

    internal static FirstBlockDone Read(DrillTask task) => FirstBlockDone.TryRead(task.Held, task.Color, out var read, out var refusal)
        ? read : throw new InvalidOperationException(refusal.Message);

    private static SecondBlockGoal[] Before(string name, Random random) => name switch
    {
        "base-edge" => [],
        "last-pair" => [SecondBlockGoal.BaseEdge, random.Next(2) == 0 ? SecondBlockGoal.FrontSquare : SecondBlockGoal.BackSquare],
        _ => [SecondBlockGoal.BaseEdge],
    };

    /// <summary>What the part is; null when it cannot be asked here.</summary>
    private static SecondBlockGoal? Goal(string name, SecondBlockPlanner steps, FirstBlockDone read) => name switch
    {
        "base-edge" => SecondBlockGoal.BaseEdge,
        "front-pair" => SecondBlockGoal.FrontSquare,
        "back-pair" => SecondBlockGoal.BackSquare,
        _ => (SecondBlockWords.Stands(steps.Table, read.Right) & 6) is 2 or 4 ? SecondBlockGoal.Block : null,
    };
}
