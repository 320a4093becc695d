using TinCompass.Core.Cube;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.BlockFirst;

/// <summary>
/// A block as one stop of a course, by the fewest turns: 2x2x2, any of the four that have the base or the one that is asked for; or 2x2x3,
/// onto which one that stands is made longer, along either of its edges of the base. It may be opened on the way.
/// </summary>
public sealed class BuildCourse(BlockTools tools, bool isLong) : ICourseStage
{
    private const int MostShown = 8;

    private string Size => isLong ? "2x2x3" : "2x2x2";

    /// <inheritdoc/>
    public bool IsDone(CubeState position, Focus focus) => position.Hold.ColorAt(Face.D) == focus.Base && Stands(position, focus);

    /// <inheritdoc/>
    public bool Stands(CubeState position, Focus focus) => Standing(PieceSet.Home(position), focus).Any();

    /// <summary>The long blocks with a base that stand.</summary>
    internal static IEnumerable<BuiltBlock> LongStanding(PieceSet home, Color color) =>
        BuiltBlock.Long.Where(b => b.IsOn(color) && home.Has(b.Pieces));

    /// <summary>The blocks that stand, of those that are asked for.</summary>
    private IEnumerable<BuiltBlock> Standing(PieceSet home, Focus focus) => isLong ? LongStanding(home, focus.Base)
        : Asked(home, focus).Where(b => home.Has(b.Pieces));

    /// <summary>The blocks that may be built: with the base; where a part is named that one; onto what stands.</summary>
    public IReadOnlyList<BuiltBlock> Asked(PieceSet home, Focus focus)
    {
        BuiltBlock[] small = [.. BuiltBlock.Small.Where(b => b.IsOn(focus.Base))];
        if (!isLong) return [.. small.Where(b => focus.Part.Length == 0 || b.Name == focus.Part)];
        return [.. BuiltBlock.Long.Where(b => b.IsOn(focus.Base)
            && small.Any(s => home.Has(s.Pieces) && b.Pieces.Has(s.Pieces)))];
    }

    /// <summary>The pieces of a block that stands after a part and did not before.</summary>
    public StageSight? Sight(CubeState before, CubeState now, CubeState after, Focus focus)
    {
        var was = PieceSet.Home(before);
        return Come(was, PieceSet.Home(after), focus) is { } made && !was.Has(made.Pieces)
            ? StageSight.Of(now, made.Pieces.Without(was).Colors) : null;
    }

    /// <summary>The block that stands afterwards, one that did not before if there is such; null when none does.</summary>
    private BuiltBlock? Come(PieceSet before, PieceSet after, Focus focus) =>
        Standing(after, focus).OrderBy(b => before.Has(b.Pieces)).FirstOrDefault();

    /// <summary>Where the first stage of the method stands already.</summary>
    public CourseStop? Standing(CubeState position, Focus focus) => isLong ? null
        : Stop(position, focus, [], new CourseOptions(BlockTools.Usual, false, false, 1), false);

    /// <inheritdoc/>
    public StagePlan Plan(CubeState position, Focus focus, CourseOptions options, CancellationToken cancel) =>
        Best(position, focus, options, cancel) is [var first, ..]
            ? new StagePlan([Stop(position, focus, first, options, false)], [], false) : new StagePlan([], [], false);

    /// <inheritdoc/>
    public IReadOnlyList<IReadOnlyList<IReadOnlyList<Turn>>> Onward(CubeState position, Focus focus, CourseOptions options, int most,
        CancellationToken cancel) => [.. Best(position, focus, options, cancel).Take(most).Select(w => (IReadOnlyList<Turn>[])[w])];

    private IReadOnlyList<Turn>[] Best(CubeState position, Focus focus, CourseOptions options, CancellationToken cancel)
    {
        var (search, upright) = (tools.Blocks(), position.Upright());
        return [.. Asked(PieceSet.Home(position), focus)
            .SelectMany(b => Ranked(position, focus, b, b.Shortest(search, upright, cancel), options))
            .Where(w => !double.IsPositiveInfinity(w.Time))
            .OrderBy(w => options.ByTurns ? w.Turns.Count(t => t.Kind != TurnKind.Rotation) : w.Time).ThenBy(w => w.Time)
            .Select(w => w.Turns)];
    }

    /// <summary>
    /// In inspection the cube is turned over for nothing, so that a first block lies behind, left and down; later only the base is down.
    /// </summary>
    private IReadOnlyList<(IReadOnlyList<Turn> Turns, double Time)> Ranked(CubeState position, Focus focus, BuiltBlock block,
        IReadOnlyList<IReadOnlyList<Turn>> ways, CourseOptions options) => BlockTools.Ranked(ways, position,
            isLong ? BlockTools.Lead(position, focus.Base) : FaceTurns.Between(position.Hold, block.HoldOn(focus.Base)), options, !isLong);

    /// <inheritdoc/>
    public IReadOnlyList<WayGroup> Ways(CubeState position, Focus focus, CourseOptions options, int slack, CancellationToken cancel)
    {
        var (search, upright) = (tools.Blocks(), position.Upright());
        return [.. Asked(PieceSet.Home(position), focus).Select(b => (Block: b, Ways: b.Shortest(search, upright, cancel)))
            .OrderBy(w => w.Ways[0].Count).Select(w => new WayGroup(w.Block.Place, $"{Words.Capital(w.Block.Name)}: "
                + $"{Words.Turns(w.Ways[0].Count)}, {BlockTools.Count(w.Ways.Count)}",
                [.. Ranked(position, focus, w.Block, w.Ways, options).Take(MostShown).Select(r => StageWay.Of(r.Turns, options.Hands,
                    isLong ? "the block 2x2x3 stands" : "the block stands behind, left and down"))]))];
    }

    /// <summary>The eight blocks 2x2x2, the nearest first.</summary>
    public IReadOnlyList<Opening> Openings(CubeState position, CourseOptions options, CancellationToken cancel)
    {
        if (isLong) return [];
        var (search, upright, home) = (tools.Blocks(), position.Upright(), PieceSet.Home(position));
        return [.. BuiltBlock.Small.Select(b => (Block: b, Ways: b.Shortest(search, upright, cancel))).OrderBy(b => b.Ways[0].Count)
            .Select(b => new Opening(b.Block.Name, b.Block.Colors, $"block of {b.Block.Name}", b.Block.Colors, b.Ways[0].Count,
                b.Ways.Count, b.Block.Pieces.And(home).Names, []))];
    }

    /// <inheritdoc/>
    public (CourseStop? Stop, StageRefusal? Refusal) Take(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options)
    {
        var (end, written) = (position.Apply(turns), string.Join(' ', turns));
        if (!Stands(end, focus))
            return (null, new StageRefusal("solves-nothing", $"{written} makes no block {Size} with {focus.Base.Name()}."));
        if (end.Hold.ColorAt(Face.D) != focus.Base)
            return (null, new StageRefusal("base-not-down",
                $"{written} ends with {end.Hold.ColorAt(Face.D).Name()} down, not {focus.Base.Name()}."));
        return (Stop(position, focus, turns, options, true), null);
    }

    private CourseStop Stop(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options, bool isChosen)
    {
        var home = PieceSet.Home(position);
        var made = Come(home, PieceSet.Home(position.Apply(turns)), focus)!;
        var missing = made.Pieces.Without(home).Names;
        return BlockTools.Stop(isLong ? BuildStage.LongId : BuildStage.SmallId, made.Name, made.Colors,
            !isLong || missing.Count == 0 ? "" : $"{Words.Capital(Words.Join(missing))} {(missing.Count == 1 ? "is" : "are")} missing.",
            position, turns, options, turns.Count == 0 ? "stands already" : $"block {Size}", "",
            (start, faces) => BlockNotes.Of(start, faces, made.Pieces), isChosen);
    }

    /// <summary>
    /// Judges turns for the block that they build; of several that stand at the end for the one that takes most, which is the kindest; of
    /// none for the one that is nearest then.
    /// </summary>
    public SchoolJudgement Judge(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CancellationToken cancel)
    {
        var (search, upright, end) = (tools.Blocks(), position.Upright(), position.Apply(turns).Upright());
        int Least(BuiltBlock block, CubeState from) => block.Shortest(search, from, cancel)[0].Count;
        var meant = Standing(PieceSet.Home(end), focus).MaxBy(b => Least(b, upright))
            ?? Asked(PieceSet.Home(position), focus).MinBy(b => Least(b, end))!;
        return SchoolJudge.Judge($"block {meant.Name}", position, turns,
            state => (Hold.Scramble, meant.Shortest(search, state.Upright(), cancel)[0]), (_, _) => "", null,
            (start, faces) => BlockNotes.Of(start, faces, meant.Pieces));
    }
}
