using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.BigCubes;

/// <summary>
/// What may be turned while some centres are kept: a turn by itself that leaves them whole, or three turns (layers aside, a face, the
/// layers back) after which they are whole again. Where none is kept, every turn of outer layers, of two layers and of the second layer.
/// </summary>
internal sealed class CentreMoves
{
    private readonly CentreMove[] all;

    public CentreMoves(BigPieces pieces, int kept)
    {
        Pieces = pieces;
        Kept = kept;
        BigTurn[] outer = [.. Turns(1, 1)], wide = [.. Turns(1, 2)], inner = [.. Turns(2, 2)];
        BigTurn[] aside = pieces.IsOdd ? [.. wide, .. new[] { Face.L, Face.D, Face.F }.SelectMany(f => Of(f, 3, 3))] : wide;
        var found = outer.Concat(wide).Concat(inner).Select(t => (BigTurn[])[t]);
        if (kept != 0) found = found.Concat(from s in aside
                                            from x in outer
                                            where s.Axis != x.Axis
                                            select (BigTurn[])[s, x, s.Inverse]);
        all = [.. found.Select(t => new CentreMove(pieces, t)).Where(m => m.Keeps(kept)).DistinctBy(m => m.Effect)];
    }

    public BigPieces Pieces { get; }

    /// <summary>The faces that stay whole, as bits.</summary>
    public int Kept { get; }

    public ReadOnlySpan<CentreMove> All => all;

    private static IEnumerable<BigTurn> Turns(int from, int to) => Enum.GetValues<Face>().SelectMany(f => Of(f, from, to));

    private static IEnumerable<BigTurn> Of(Face face, int from, int to)
    {
        for (var quarters = 1; quarters < 4; quarters++) yield return BigTurn.Of(face, from, to, quarters);
    }
}

/// <summary>One turn or three, with what they do to the centre pieces of each kind.</summary>
internal sealed class CentreMove
{
    // For each kind, where the bits of the lower, middle and upper byte of a mask go.
    private readonly uint[][] carried;

    public CentreMove(BigPieces pieces, BigTurn[] turns)
    {
        Turns = turns;
        byte[][] sources = [.. Enumerable.Range(0, pieces.Orbits).Select(o => pieces.CentreSources(o, turns))];
        Effect = string.Join(';', sources.Select(s => Convert.ToHexString(s)));
        carried = [.. sources.Select(s => Carry(s))];
    }

    public BigTurn[] Turns { get; }

    public int Cost => Turns.Length;

    /// <summary>Equal for what does the same to centre pieces.</summary>
    public string Effect { get; }

    public uint Apply(int orbit, uint mask)
    {
        var table = carried[orbit];
        return table[mask & 255] | table[256 + ((mask >> 8) & 255)] | table[512 + (mask >> 16)];
    }

    /// <summary>The faces of the bits are whole afterwards if they were before.</summary>
    public bool Keeps(int faces)
    {
        foreach (var face in Enum.GetValues<Face>())
            for (var orbit = 0; orbit < carried.Length; orbit++)
                if ((faces >> (int)face & 1) == 1 && Apply(orbit, BigPieces.Whole(face)) != BigPieces.Whole(face)) return false;
        return true;
    }

    private static uint[] Carry(byte[] sources)
    {
        var table = new uint[768];
        for (var part = 0; part < 3; part++)
            for (var bits = 0; bits < 256; bits++)
                for (var to = 0; to < 24; to++)
                    if (sources[to] - (8 * part) is >= 0 and < 8 and var bit && (bits >> bit & 1) == 1)
                        table[(256 * part) + bits] |= 1u << to;
        return table;
    }
}
