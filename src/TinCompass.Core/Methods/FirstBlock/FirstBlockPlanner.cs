using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.FirstBlock;

/// <summary>A block of a position as it can be seen before anything is turned.</summary>
/// <param name="Block">Which.</param>
/// <param name="Length">Least HTM, the centre of the base anywhere at the end.</param>
/// <param name="Count">How many ways have it.</param>
/// <param name="Ready">What of it is joined already: pairs, squares, edges at the centre, by their colours.</param>
/// <param name="Best">The best of the shortest.</param>
public sealed record BlockReport(Block Block, int Length, int Count, IReadOnlyList<string> Ready, StageWay Best);

/// <summary>A way to a block with what happens in it.</summary>
public sealed record TracedBlock(BlockWay Way, BlockTrace Trace, double? Time);

/// <summary>
/// Plans first blocks: every way of least length, and longer ones, by how they begin. Pure; not safe for several threads at once.
/// </summary>
public sealed class FirstBlockPlanner(FirstBlockTable table)
{
    /// <summary>The most ways that are looked at for one block and length.</summary>
    private const int MostTraced = 4_000;

    private readonly FirstBlockSearch search = new(table);

    /// <summary>Least HTM to a block.</summary>
    public int Distance(CubeState position, Block block) => search.Distance(FirstBlockPosition.Of(position, block), centreIsFree: true);

    /// <summary>All blocks that are asked, in the order asked.</summary>
    public IReadOnlyList<BlockReport> Compare(CubeState position, IEnumerable<Block> blocks, HandModel hands, bool byTurns,
        CancellationToken cancel = default) => [.. blocks.Select(block =>
    {
        var found = Find(position, block, 0, cancel);
        var (best, _) = Best(found, hands, byTurns);
        return new BlockReport(block, best.Turns.Count, best.Turns.Count == 0 ? 1 : found.Count, Ready(position, block),
            StageWay.Of([.. best.Rotation, .. best.Turns], hands, ""));
    })];

    /// <summary>The best of the shortest ways to a block; of several blocks the best of all.</summary>
    public BlockWay Best(CubeState position, IEnumerable<Block> blocks, HandModel hands, bool byTurns,
        CancellationToken cancel = default) => blocks.Select(b => Best(Find(position, b, 0, cancel), hands, byTurns)).ToArray()
            .MinBy(b => Cost(b, byTurns)).Way;

    /// <summary>Ways to a block, the shortest and those a turn longer: the best first, so many at most.</summary>
    public IReadOnlyList<BlockWay> Ends(CubeState position, Block block, HandModel hands, bool byTurns, int most,
        CancellationToken cancel = default) =>
        [.. Find(position, block, 0, cancel).Concat(Find(position, block, 1, cancel).Take(MostTraced))
            .Select(w => (Way: w, Time: hands.Measure(w.Turns))).OrderBy(w => Cost(w, byTurns)).Take(most).Select(w => w.Way)];

    /// <summary>Ways to a block, up to some turns longer than need be, by how they begin; the group with the best way first.</summary>
    public IReadOnlyList<WayGroup> Groups(CubeState position, Block block, HandModel hands, bool byTurns, int slack,
        CancellationToken cancel = default)
    {
        var ways = new List<TracedBlock>();
        for (var longer = 0; longer <= slack; longer++)
            ways.AddRange(Find(position, block, longer, cancel).Take(MostTraced).Select(w => Traced(position, w, hands)));
        return [.. ways.OrderBy(w => byTurns ? w.Way.Turns.Count : w.Time ?? double.PositiveInfinity)
            .ThenBy(w => byTurns ? w.Time ?? double.PositiveInfinity : w.Way.Turns.Count)
            .GroupBy(w => BlockNotes.Title(w.Trace))
            .Select(g => new WayGroup(
                Words.Code(g.First().Trace.Beginning), g.Key,
                [.. g.Take(MostInGroup).Select(w => StageWay.Of([.. w.Way.Rotation, .. w.Way.Turns], hands, BlockNotes.Way(w.Trace)))]))];
    }

    private const int MostInGroup = 12;

    /// <summary>A way followed turn by turn.</summary>
    public static TracedBlock Traced(CubeState position, BlockWay way, HandModel hands)
    {
        var held = position.Apply(way.Rotation);
        return new TracedBlock(way, new BlockTrace(LinksAtEnd(held, way.Turns), held, way.Turns), hands.Measure(way.Turns));
    }

    /// <summary>The parts of the block that stands at the left after some turns, by the base that is down there.</summary>
    internal static BlockLinks LinksAtEnd(CubeState held, IReadOnlyList<Turn> turns)
    {
        var end = held.Apply(turns);
        var frame = Faces.AllColors.Select(c => Blocks.Frame(end.Hold, c)).First(f => f is { } frame
            && Blocks.LeftStands(Blocks.Seen(end, frame)))!.Value;
        return new BlockLinks(frame);
    }

    /// <summary>The parts of a block that lie joined with a neighbour.</summary>
    public static IReadOnlyList<BlockPart> Joined(CubeState position, Block block)
    {
        var lying = new BlockLinks(Hold.All.First(h => h.ColorAt(Face.L) == block.Side && h.ColorAt(Face.D) == block.Base)).Of(position);
        return [.. Enum.GetValues<BlockPart>().Where(p => BlockLinks.All.Any(l => (l.One == p || l.Other == p) && lying.IsJoined(l)))];
    }

    /// <summary>What of a block is joined in a position, by its colours: the largest of it.</summary>
    public static IReadOnlyList<string> Ready(CubeState position, Block block)
    {
        var frame = Hold.All.First(h => h.ColorAt(Face.L) == block.Side && h.ColorAt(Face.D) == block.Base);
        var links = new BlockLinks(frame);
        var lying = links.Of(position);
        if (lying.IsBlock) return ["the block"];
        var said = new List<string>();
        foreach (var front in (bool[])[true, false])
            if (lying.IsSquare(front))
                said.Add($"square with {links.Name(front ? BlockPart.FrontCorner : BlockPart.BackCorner)}");
        foreach (var link in BlockLinks.All.Where(l => lying.IsJoined(l)))
        {
            if (IsInSquare(link)) continue;
            said.Add(link.One == BlockPart.Centre ? $"edge {links.Name(link.Other)}"
                : $"pair {links.Name(link.Other)} with {links.Name(link.One)}");
        }

        return said;

        bool IsInSquare(BlockLink link) => (lying.IsSquare(true) && Parts(true).Contains(link.One) && Parts(true).Contains(link.Other))
            || (lying.IsSquare(false) && Parts(false).Contains(link.One) && Parts(false).Contains(link.Other));

        static BlockPart[] Parts(bool front) => [BlockPart.Centre, BlockPart.BaseEdge, front ? BlockPart.FrontEdge : BlockPart.BackEdge,
            front ? BlockPart.FrontCorner : BlockPart.BackCorner];
    }

    private IReadOnlyList<BlockWay> Find(CubeState position, Block block, int longer, CancellationToken cancel)
    {
        var at = FirstBlockPosition.Of(position, block);
        return search.Find(at, true, search.Distance(at, true) + longer, cancel);
    }

    private static (BlockWay Way, double? Time) Best(IReadOnlyList<BlockWay> ways, HandModel hands, bool byTurns)
    {
        var measured = ways.Select(w => (Way: w, Time: hands.Measure(w.Turns)));
        return measured.MinBy(w => Cost(w, byTurns));
    }

    private static (double, double) Cost((BlockWay Way, double? Time) way, bool byTurns)
    {
        var (turns, time) = ((double)way.Way.Turns.Count, way.Time ?? double.PositiveInfinity);
        return byTurns ? (turns, time) : (time, turns);
    }

    /// <summary>The blocks on a base.</summary>
    public static IEnumerable<Block> On(Color down) => Block.All.Where(b => b.Base == down);
}
