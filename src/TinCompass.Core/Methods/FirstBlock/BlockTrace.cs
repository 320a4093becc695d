using TinCompass.Core.Cube;

namespace TinCompass.Core.Methods.FirstBlock;

/// <summary>How the building of a block begins: what is joined for good first.</summary>
public enum BlockBeginning
{
    /// <summary>The edge at the base.</summary>
    BaseEdge,

    /// <summary>The edge in front: a square grows from it.</summary>
    FrontEdge,

    /// <summary>The edge behind: a square grows from it.</summary>
    BackEdge,

    /// <summary>A corner with an edge.</summary>
    Pair,
}

/// <summary>
/// A block followed turn by turn: when each two neighbours are joined for good, when a square stands for good, which parts a turn moves.
/// </summary>
public sealed class BlockTrace
{
    private readonly int[] forGood;

    /// <summary>Follows turns from a held position; the block need not stand at the end.</summary>
    public BlockTrace(BlockLinks links, CubeState held, IReadOnlyList<Turn> turns)
    {
        Links = links;
        var lying = new BlockLinks.Lying[turns.Count + 1];
        for (var i = 0; i <= turns.Count; i++)
        {
            lying[i] = links.Of(held);
            if (i < turns.Count) held = held.Apply(turns[i]);
        }

        Lying = lying;
        forGood = [.. BlockLinks.All.Select(l => Since(x => x.IsJoined(l)))];
        (FrontSquare, BackSquare, Whole) = (Since(l => l.IsSquare(true)), Since(l => l.IsSquare(false)), Since(l => l.IsBlock));
    }

    /// <summary>The parts that are followed.</summary>
    public BlockLinks Links { get; }

    /// <summary>How the parts lie before the first turn, and after each.</summary>
    public IReadOnlyList<BlockLinks.Lying> Lying { get; }

    /// <summary>Number of turns.</summary>
    public int Turns => Lying.Count - 1;

    /// <summary>After how many turns the square in front stands for good; more than there are turns when it does not.</summary>
    public int FrontSquare { get; }

    /// <summary>The same of the square behind.</summary>
    public int BackSquare { get; }

    /// <summary>The same of the block.</summary>
    public int Whole { get; }

    /// <summary>After how many turns two neighbours are joined for good (by their number in <see cref="BlockLinks.All"/>).</summary>
    public int JoinedFor(int link) => forGood[link];

    /// <summary>The parts that the n-th turn (from 0) moves.</summary>
    public IReadOnlyList<BlockPart> Moved(int turn) =>
        [.. Enum.GetValues<BlockPart>().Where(p => Lying[turn][p] != Lying[turn + 1][p])];

    /// <summary>When a part is next joined for good after some turns, from 1; null when nothing of it is left to join.</summary>
    public int? NextFor(BlockPart part, int after)
    {
        var next = BlockLinks.All.Select((l, i) => (Link: l, At: forGood[i])).Where(l => (l.Link.One == part || l.Link.Other == part)
            && l.At > after && l.At <= Turns).ToArray();
        return next.Length == 0 ? null : next.Min(l => l.At);
    }

    /// <summary>How it begins: what is joined for good first; an edge with the centre before a pair when both come at once.</summary>
    public BlockBeginning Beginning
    {
        get
        {
            var first = forGood.Min();
            return forGood[0] == first ? BlockBeginning.BaseEdge : forGood[1] == first ? BlockBeginning.FrontEdge
                : forGood[2] == first ? BlockBeginning.BackEdge : BlockBeginning.Pair;
        }
    }

    /// <summary>The link with which it begins.</summary>
    public BlockLink First => BlockLinks.All[Array.IndexOf(forGood, forGood.Min())];

    /// <summary>What has to be followed with the eyes: each edge and corner that a turn moves before it has come to stay.</summary>
    public int Follow => Enumerable.Range(0, Turns).Sum(t => Moved(t).Count(p => p != BlockPart.Centre && NextFor(p, t) is not null));

    private int Since(Func<BlockLinks.Lying, bool> holds)
    {
        var at = Lying.Count;
        while (at > 0 && holds(Lying[at - 1])) at--;
        return at;
    }
}
