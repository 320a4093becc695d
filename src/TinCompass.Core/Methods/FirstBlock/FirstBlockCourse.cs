using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.FirstBlock;

/// <summary>
/// The first block as the first stop of a course: it ends with a block of the base's colour standing at the left, base down.
/// </summary>
public sealed class FirstBlockCourse(Func<FirstBlockPlanner> planner) : ICourseStage
{
    /// <inheritdoc/>
    public bool IsDone(CubeState position, Focus focus) =>
        Blocks.Frame(position.Hold, focus.Base) is { } frame && Blocks.LeftStands(Blocks.Seen(position, frame))
            && (!Faces.TryParseColor(focus.Part, out var side) || position.Hold.ColorAt(Face.L) == side);

    /// <inheritdoc/>
    public StageSight? Sight(CubeState before, CubeState now, CubeState after, Focus focus) =>
        Blocks.Coming(now, after, focus, opposite: false);

    /// <inheritdoc/>
    public CourseStop? Standing(CubeState position, Focus focus) => Stop(position, focus, [], null, "", false);

    /// <inheritdoc/>
    public StagePlan Plan(CubeState position, Focus focus, CourseOptions options, CancellationToken cancel)
    {
        var best = planner().Best(position, Wanted(focus), options.Hands, options.ByTurns, cancel);
        var why = Faces.TryParseColor(focus.Part, out _) ? "" : options.ByTurns ? "the shortest of the four on this base"
            : "the quickest of the shortest ways to the four on this base, held as it will stand";
        return new StagePlan([Stop(position, focus, [.. best.Rotation, .. best.Turns], options, why, false)], [], false);
    }

    /// <inheritdoc/>
    public IReadOnlyList<WayGroup> Ways(CubeState position, Focus focus, CourseOptions options, int slack, CancellationToken cancel)
    {
        var chosen = planner();
        var block = Wanted(focus).MinBy(b => chosen.Distance(position, b));
        var groups = chosen.Groups(position, block, options.Hands, options.ByTurns, slack, cancel);
        var held = groups.Count == 0 ? [] : BlockHolds.Of(position, groups[0].Ways[0].Turns, options.Hands);
        return held.Count == 0 ? groups : [.. groups, new WayGroup("holds", "The first of these, held otherwise", held)];
    }

    /// <summary>The 24 blocks.</summary>
    public IReadOnlyList<Opening> Openings(CubeState position, CourseOptions options, CancellationToken cancel) =>
    [
        .. planner().Compare(position, Block.All, options.Hands, options.ByTurns, cancel).OrderBy(r => r.Block.Base)
            .Select(r => Opening(position, r)),
    ];

    private static Opening Opening(CubeState position, BlockReport report)
    {
        var (side, down) = (report.Block.Side, report.Block.Base);
        Turn[] hold = [.. report.Best.Turns.TakeWhile(t => t.Kind == TurnKind.Rotation)];
        return new Opening(side.Name(), [down], $"{side.Name()} block on {down.Name()}", [side, down], report.Length, report.Count,
            report.Ready, [OpeningFact.Held(string.Join(' ', hold), BlockHolds.Quarters(hold))])
        {
            Best = report.Best,
            Pieces = [.. FirstBlockPlanner.Joined(position, report.Block).Select(p => new OpeningPiece(Words.Code(p), side, true))],
        };
    }

    /// <inheritdoc/>
    public IReadOnlyList<IReadOnlyList<IReadOnlyList<Turn>>> Onward(CubeState position, Focus focus, CourseOptions options, int most,
        CancellationToken cancel)
    {
        var chosen = planner();
        return [.. Wanted(focus).SelectMany(b => chosen.Ends(position, b, options.Hands, options.ByTurns, most, cancel))
            .Select(w => (Turn[][])[[.. w.Rotation, .. w.Turns]])];
    }

    /// <inheritdoc/>
    public IEnumerable<Focus> Foci(IEnumerable<Color> colors) => colors.SelectMany(FirstBlockPlanner.On)
        .Select(b => new Focus(b.Base, b.Side.Name()));

    /// <inheritdoc/>
    public (CourseStop? Stop, StageRefusal? Refusal) Take(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options)
    {
        var end = position.Apply(turns);
        var part = Faces.TryParseColor(focus.Part, out var side) ? side : (Color?)null;
        var left = Hold.All.Select(h => h.Rotation).OrderBy(r => r.Count).FirstOrDefault(r => IsDone(end.Apply(r), focus));
        if (left is null) return (null, Refuse(end, focus.Base, part));
        return (Stop(position, focus, [.. turns, .. left], options, "", true), null);
    }

    /// <summary>Why no block of a base stands: what is missing of the one that is nearest.</summary>
    public static StageRefusal Refuse(CubeState end, Color down, Color? side = null)
    {
        var nearest = FirstBlockPlanner.On(down).Where(b => side is null || b.Side == side).Select(b =>
        {
            // Held with this block at the left: what is not at home there.
            var held = Hold.All.Select(h => h.Rotation).Select(r => end.Apply(r))
                .Select(s => (State: s, Frame: Blocks.Frame(s.Hold, down)))
                .Where(s => s.Frame is { } f && f.ColorAt(Face.L) == b.Side)
                .Select(s => Blocks.LeftMissing(Blocks.Seen(s.State, s.Frame!.Value), s.Frame!.Value)).MinBy(m => m.Count)!;
            return (Block: b, Missing: held);
        }).MinBy(m => m.Missing.Count);
        return new StageRefusal("block-not-done",
            $"No block of three on {down.Name()} stands: of the one at {nearest.Block.Side.Name()}, {Blocks.DoNot(nearest.Missing)}.");
    }

    private static IEnumerable<Block> Wanted(Focus focus) => Faces.TryParseColor(focus.Part, out var side)
        && FirstBlockPlanner.On(focus.Base).Any(b => b.Side == side) ? [new Block(side, focus.Base)] : FirstBlockPlanner.On(focus.Base);

    private static CourseStop Stop(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions? options, string why,
        bool isChosen)
    {
        Turn[] lead = [.. turns.TakeWhile(t => t.Kind == TurnKind.Rotation)], plain = [.. turns.Skip(lead.Length)];
        var held = position.Apply(lead);
        var end = held.Apply(plain);
        var side = end.Hold.ColorAt(Face.L);
        var trace = new BlockTrace(new BlockLinks(Blocks.Frame(end.Hold, focus.Base)!.Value), held, plain);
        var ready = FirstBlockPlanner.Ready(position, new Block(side, focus.Base));
        return new CourseStop(
            FirstBlockStage.StageId, $"{side.Name()} block", [side, focus.Base], "", plain.Length == 0 ? ""
                : BlockNotes.Title(trace),
            ready.Count == 0 ? "Nothing of it is joined yet." : $"Ready: {Words.Join(ready)}.", turns, turns.Sum(t => Metric.Htm.Cost(t)),
            plain.Length == 0 ? 0 : options?.Hands.Measure(plain), plain.Length == 0 ? "stands already" : BlockNotes.Way(trace), why, null,
            BlockNotes.Of(trace), plain, isChosen)
        {
            Points = BlockPoints.Of(trace, plain, held.Hold),
        };
    }
}
