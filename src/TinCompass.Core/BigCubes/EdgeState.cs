using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.BigCubes;

/// <summary>
/// The parts of the twelve edges of a 4x4 or 5x5: for each place the wing in it, and on a 5x5 for each edge how its middle piece lies.
/// </summary>
internal readonly struct EdgeState
{
    private readonly BigPieces pieces;
    private readonly byte[] wings;
    private readonly byte[] middles;

    private EdgeState(BigPieces pieces, byte[] wings, byte[] middles) => (this.pieces, this.wings, this.middles) = (pieces, wings, middles);

    public static EdgeState Of(BigPieces pieces, BigState state) => new(pieces, pieces.Wings(state), pieces.Middles(state));

    /// <summary>Equal for equal positions of the parts of edges.</summary>
    public string Key => Convert.ToHexString(wings) + Convert.ToHexString(middles);

    /// <summary>Equal for positions whose edges that are not whole lie alike, wherever the whole ones are.</summary>
    public string Unjoined
    {
        get
        {
            var state = this;
            return string.Join(' ', Enumerable.Range(0, 12).Where(e => !state.IsWhole(e)).Select(e => $"{e}{state.At(e)}"));
        }
    }

    /// <summary>
    /// How many parts of edges are joined: on a 4x4 the edges whose two wings lie together, on a 5x5 the wings that lie beside the middle
    /// piece of their edge as they belong.
    /// </summary>
    public int Joined
    {
        get
        {
            var sum = 0;
            for (var edge = 0; edge < 12; edge++) sum += JoinedAt(edge);
            return sum;
        }
    }

    /// <summary>How many are joined when all are: 12 on a 4x4, 24 on a 5x5.</summary>
    public int All => middles.Length > 0 ? 24 : 12;

    /// <summary>The edge is whole.</summary>
    public bool IsWhole(int edge) => JoinedAt(edge) == (middles.Length > 0 ? 2 : 1);

    /// <summary>How the parts of an edge place lie: each edge · 2 and which way round; first wing, second wing, middle piece.</summary>
    public (int First, int Second, int? Middle) At(int edge) =>
        (pieces.Codes[(48 * edge) + wings[2 * edge]], pieces.Codes[(48 * edge) + 24 + wings[(2 * edge) + 1]],
            middles.Length > 0 ? middles[edge] : null);

    /// <summary>The wing in a place: its edge · 2, and one more where it lies the other way round than the edge's name.</summary>
    public int WingAt(int place) => pieces.Codes[(24 * place) + wings[place]];

    /// <summary>The names of the whole edges.</summary>
    public HashSet<string> Whole()
    {
        var whole = new HashSet<string>();
        for (var edge = 0; edge < 12; edge++)
            if (IsWhole(edge)) whole.Add(ReducedCube.NameOf(At(edge).First / 2));
        return whole;
    }

    /// <summary>The places of edges that are not whole, as bits.</summary>
    public int Free()
    {
        var free = 0;
        for (var edge = 0; edge < 12; edge++)
            if (!IsWhole(edge)) free |= 1 << edge;
        return free;
    }

    /// <summary>Rings in which wings have to go round to come home, those that are home not counted: how many wings each has.</summary>
    public IReadOnlyList<int> Rings()
    {
        var (found, seen) = (new List<int>(), new bool[24]);
        for (var start = 0; start < 24; start++)
        {
            var length = 0;
            for (var at = start; !seen[at]; at = wings[at])
            {
                seen[at] = true;
                length++;
            }

            if (length > 1) found.Add(length);
        }

        return found;
    }

    /// <summary>The wings are out of their places by an odd number of exchanges.</summary>
    public bool IsOdd => Cube.Legality.IsOdd(wings.Select(w => (int)w));

    public EdgeState After(EdgeMove move)
    {
        var (next, inner) = (new byte[24], new byte[middles.Length]);
        for (var i = 0; i < 24; i++) next[i] = wings[move.Wings[i]];
        for (var i = 0; i < inner.Length; i++) inner[i] = MiddleFrom(move.Middles[2 * i]);
        return new EdgeState(pieces, next, inner);
    }

    /// <summary>The moves after which more is joined, and how much more; in their order.</summary>
    public IReadOnlyList<(int Gain, EdgeMove Move)> Gains(EdgeMove[] moves)
    {
        var found = new List<(int, EdgeMove)>();
        Span<byte> joined = stackalloc byte[12];
        for (var edge = 0; edge < 12; edge++) joined[edge] = (byte)JoinedAt(edge);
        ReadOnlySpan<byte> codes = pieces.Codes, from = wings, inner = middles;
        foreach (var move in moves)
        {
            var gain = 0;
            foreach (var come in move.Comes)
            {
                var row = codes.Slice(48 * come.Edge, 48);
                var (first, second) = (row[from[come.First]], row[24 + from[come.Second]]);
                if (inner.IsEmpty) gain += first == second ? 1 : 0;
                else
                {
                    var middle = inner[come.Middle >> 1] ^ (come.Middle & 1);
                    gain += (first == middle ? 1 : 0) + (second == middle ? 1 : 0);
                }

                gain -= joined[come.Edge];
            }

            if (gain > 0) found.Add((gain, move));
        }

        return found;
    }

    private byte MiddleFrom(int sticker) => (byte)(middles[sticker / 2] ^ (sticker & 1));

    private int JoinedAt(int edge)
    {
        var first = pieces.Codes[(48 * edge) + wings[2 * edge]];
        var second = pieces.Codes[(48 * edge) + 24 + wings[(2 * edge) + 1]];
        return middles.Length == 0 ? first == second ? 1 : 0 : (first == middles[edge] ? 1 : 0) + (second == middles[edge] ? 1 : 0);
    }
}

/// <summary>From which places the two wings of an edge place come, and from which sticker its middle piece.</summary>
internal readonly record struct Come(byte Edge, byte First, byte Second, byte Middle);

/// <summary>Turns after which the centres are as they were, with what they do to the parts of edges.</summary>
internal sealed class EdgeMove
{
    public EdgeMove(BigPieces pieces, IReadOnlyList<BigTurn> turns)
    {
        Turns = turns;
        (Wings, Middles) = (pieces.WingSources(turns), pieces.IsOdd ? pieces.MiddleSources(turns) : []);
        Touched = [.. Enumerable.Range(0, 12).Where(e => IsElsewhere(Wings, e) || (Middles.Length > 0 && IsElsewhere(Middles, e)))];
        var after = EdgeState.Of(pieces, BigState.Solved(pieces.Size)).After(this);
        Comes = [.. Touched.Select(e =>
            new Come((byte)e, Wings[2 * e], Wings[(2 * e) + 1], Middles.Length > 0 ? Middles[2 * e] : (byte)0))];
        Breaks = Touched.Where(e => !after.IsWhole(e)).Sum(e => 1 << e);
    }

    public IReadOnlyList<BigTurn> Turns { get; }

    public byte[] Wings { get; }

    public byte[] Middles { get; }

    /// <summary>The edge places where something comes from elsewhere.</summary>
    public int[] Touched { get; }

    /// <summary>What comes to each of them.</summary>
    public Come[] Comes { get; }

    /// <summary>The edge places, as bits, that are not whole afterwards where all were before.</summary>
    public int Breaks { get; }

    /// <summary>Equal for what does the same to edges.</summary>
    public string Effect => Convert.ToHexString(Wings) + Convert.ToHexString(Middles);

    private static bool IsElsewhere(byte[] sources, int edge) => sources[2 * edge] != 2 * edge || sources[(2 * edge) + 1] != (2 * edge) + 1;
}
