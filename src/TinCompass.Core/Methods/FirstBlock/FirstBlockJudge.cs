using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.FirstBlock;

/// <summary>An own first block judged from the exact distances.</summary>
/// <param name="Block">The block that was meant.</param>
/// <param name="Length">HTM used.</param>
/// <param name="Least">HTM of the shortest.</param>
/// <param name="Left">HTM that are left at the end.</param>
/// <param name="Mistake">The first turn (from 1) after which used and left were more than before.</param>
/// <param name="Missing">What of the block does not stand at the end.</param>
/// <param name="Better">A shortest way, rotation first; empty when the own one is.</param>
/// <param name="Said">What else there is to say.</param>
/// <param name="Told">What its turns do.</param>
public sealed record FirstBlockJudgement(
    Block Block, int Length, int Least, int Left, int? Mistake, IReadOnlyList<string> Missing, IReadOnlyList<Turn> Better,
    IReadOnlyList<string> Said, IReadOnlyList<StageNote> Told) : StageJudgement
{
    /// <inheritdoc/>
    public override IReadOnlyList<StageNote> Notes => Told;

    /// <inheritdoc/>
    public override bool IsDone => Left == 0;

    /// <inheritdoc/>
    public override int Turns => Length;

    /// <inheritdoc/>
    public override int Best => Least;

    /// <inheritdoc/>
    public override int OverBest => Length + Left - Least;

    /// <inheritdoc/>
    protected override int? Costly => Mistake;

    /// <inheritdoc/>
    public override IReadOnlyList<string> Hints => Said;

    /// <inheritdoc/>
    public override IReadOnlyList<JudgedPart> Parts => IsDone
        ? [new JudgedPart($"{Block.Side.Name()}-{Block.Base.Name()} block", 0, 0, Length, Least, Better)] : [];

    /// <inheritdoc/>
    public override string Verdict
    {
        get
        {
            var name = $"{Words.Capital(Block.Side.Name())}-{Block.Base.Name()} block";
            if (!IsDone)
                return $"{name} does not stand: {Words.Turns(Left)} more; {(Missing.Count == 0 ? "only its centre is wrong"
                    : $"{Blocks.DoNot(Missing)} yet")}.";
            return OverBest == 0 ? $"{name} in {Words.Turns(Length)}: none is shorter."
                : $"{name} in {Words.Turns(Length)}; {Words.Turns(Least)} {(Least == 1 ? "is" : "are")} enough.";
        }
    }
}

/// <summary>Judges own first blocks: a mistake is a turn after which used and least remaining HTM have grown.</summary>
public static class FirstBlockJudge
{
    /// <summary>
    /// Judges turns from a position. The block is the one that is named, else the one on the base that stands at the end or is nearest
    /// there; of several the one that the turns brought furthest.
    /// </summary>
    public static FirstBlockJudgement Judge(FirstBlockPlanner planner, CubeState position, Focus focus, IReadOnlyList<Turn> turns,
        HandModel hands)
    {
        var end = position.Apply(turns);
        var block = Faces.TryParseColor(focus.Part, out var side) && FirstBlockPlanner.On(focus.Base).Any(b => b.Side == side)
            ? new Block(side, focus.Base)
            : FirstBlockPlanner.On(focus.Base).MinBy(b => (planner.Distance(end, b), -planner.Distance(position, b)));
        var (least, used, before, state, mistake) = (planner.Distance(position, block), 0, planner.Distance(position, block), position,
            (int?)null);
        var number = 0;
        foreach (var turn in turns)
        {
            state = state.Apply(turn);
            if (turn.Kind == TurnKind.Rotation) continue;
            number++;
            used += Metric.Htm.Cost(turn);
            var now = used + planner.Distance(state, block);
            if (now > before && mistake is null) mistake = number;
            before = Math.Max(before, now);
        }

        var left = planner.Distance(end, block);
        var over = used + left - least;
        var better = over == 0 ? null : planner.Best(position, [block], hands, byTurns: true);
        return new FirstBlockJudgement(block, used, least, left, mistake, left == 0 ? [] : Missing(end, block),
            better is null ? [] : [.. better.Rotation, .. better.Turns], left > 0 || over == 0 ? [] : Hints(planner, position, block, turns,
                over, hands), BlockNotes.Of(Trace(position, block, turns)));
    }

    private static BlockTrace Trace(CubeState position, Block block, IReadOnlyList<Turn> turns)
    {
        Turn[] lead = [.. turns.TakeWhile(t => t.Kind == TurnKind.Rotation)];
        var frame = Hold.All.First(h => h.ColorAt(Face.L) == block.Side && h.ColorAt(Face.D) == block.Base);
        return new BlockTrace(new BlockLinks(frame), position.Apply(lead), [.. turns.Skip(lead.Length)]);
    }

    private static IReadOnlyList<string> Missing(CubeState end, Block block) => Hold.All.Select(h => end.Apply(h.Rotation))
        .Select(s => (State: s, Frame: Blocks.Frame(s.Hold, block.Base))).Where(s => s.Frame is { } f && f.ColorAt(Face.L) == block.Side)
        .Select(s => Blocks.LeftMissing(Blocks.Seen(s.State, s.Frame!.Value), s.Frame!.Value)).MinBy(m => m.Count)!;

    /// <summary>A base edge that was kept as if it were a cross, where a way that begins otherwise is shorter.</summary>
    private static IReadOnlyList<string> Hints(FirstBlockPlanner planner, CubeState position, Block block, IReadOnlyList<Turn> turns,
        int over, HandModel hands)
    {
        var trace = Trace(position, block, turns);
        if (trace.Beginning != BlockBeginning.BaseEdge) return [];
        var other = planner.Groups(position, block, hands, byTurns: true, 0).FirstOrDefault(g =>
            g.Id != Words.Code(BlockBeginning.BaseEdge));
        return other is null ? [] :
        [
            $"The base edge was put at its centre first and stayed there, as if a cross had to be kept. " +
                $"{other.Title}: {other.Ways[0].Length} HTM, {over} less: {string.Join(' ', other.Ways[0].Turns)}.",
        ];
    }
}
