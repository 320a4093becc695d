using System.Collections.Concurrent;
using System.Numerics;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.BigCubes;

/// <summary>
/// What joins edges and gives the centres back: a slice aside, an edge turned in (a side, the top or bottom, the side back) or turned
/// round, the slice back. Before it outer turns bring the parts there.
/// </summary>
internal sealed class EdgeMoves
{
    private static readonly ConcurrentDictionary<int, EdgeMoves> Sizes = new();

    private EdgeMoves(int size)
    {
        var pieces = BigPieces.Of(size);
        BigTurn[][] outer = [.. Enum.GetValues<Face>().SelectMany(f => Quarters.Select(q => (BigTurn[])[BigTurn.Of(f, 1, 1, q)]))];
        Setups = [.. new[] { Array.Empty<BigTurn>() }.Concat(outer).Concat(from a in outer
                                                                         from b in outer
                                                                         where BigRuns.IsInOrder(a, b[0])
                                                                         select (BigTurn[])[a[0], b[0]])
            .Select(t => new EdgeMove(pieces, t))];
        One = 1 + outer.Length;
        var solved = BigState.Solved(size);
        Short = Kept(Slices(size).SelectMany(s => Turned(s.Axis).Select(w => (BigTurn[])[s, .. w, s.Inverse])));
        Long = Kept(Slices(size).SelectMany(s => Rounds().Concat(Exchanges()).Select(w => (BigTurn[])[s, .. w, s.Inverse])));
        Careful = [.. Short.Concat(Long).Concat(Parities.Of(size).Exchanges).Where(m => BitOperations.PopCount((uint)m.Breaks) is 1 or 2)];

        EdgeMove[] Kept(IEnumerable<BigTurn[]> all) => [.. all.Where(t => KeepsCentres(solved.Apply(t)))
            .Select(t => new EdgeMove(pieces, t)).DistinctBy(m => m.Effect).Where(m => m.Touched.Length > 0)];
    }

    /// <summary>No outer turn, one, two; the first <see cref="One"/> are none and one.</summary>
    public EdgeMove[] Setups { get; }

    /// <summary>How many set-ups have at most one turn.</summary>
    public int One { get; }

    /// <summary>The outer turns one by one.</summary>
    public IEnumerable<EdgeMove> Outer => Setups.Take(One).Skip(1);

    /// <summary>Five turns.</summary>
    public EdgeMove[] Short { get; }

    /// <summary>Six turns and nine.</summary>
    public EdgeMove[] Long { get; }

    /// <summary>Those that take at most two whole edges apart, and the exchanges of two wings.</summary>
    public EdgeMove[] Careful { get; }

    private static readonly int[] Quarters = [1, 2, 3];

    public static EdgeMoves Of(int size) => Sizes.GetOrAdd(size, s => new EdgeMoves(s));

    private static bool KeepsCentres(BigState state)
    {
        var size = state.Size;
        for (var face = 0; face < 6; face++)
            for (var row = 1; row < size - 1; row++)
                for (var column = 1; column < size - 1; column++)
                    if ((int)state[(face * size * size) + (row * size) + column] != face) return false;
        return true;
    }

    private static IEnumerable<BigTurn> Slices(int size)
    {
        foreach (var face in Enum.GetValues<Face>())
            foreach (var q in Quarters)
            {
                yield return BigTurn.Of(face, 1, 2, q);
                yield return BigTurn.Of(face, 2, 2, q);
                if (size % 2 == 1 && ((int)face & 1) == 1) yield return BigTurn.Of(face, 3, 3, q);
            }
    }

    /// <summary>A side, the top or bottom, the side back.</summary>
    private static IEnumerable<BigTurn[]> Turned(int axis) => from side in Enum.GetValues<Face>()
                                                              where side.Axis() != axis
                                                              from q in Quarters
                                                              from end in Enum.GetValues<Face>()
                                                              where end.Axis() == axis
                                                              from k in Quarters
                                                              let x = BigTurn.Of(side, 1, 1, q)
                                                              select (BigTurn[])[x, BigTurn.Of(end, 1, 1, k), x.Inverse];

    /// <summary>An edge turned round in its place: R U R' F R' F' R, however it is held, and mirrored.</summary>
    private static IEnumerable<BigTurn[]> Rounds()
    {
        foreach (var r in Enum.GetValues<Face>())
            foreach (var u in Enum.GetValues<Face>().Where(f => f.Axis() != r.Axis()))
                foreach (var f in Enum.GetValues<Face>().Where(f => f.Axis() != r.Axis() && f.Axis() != u.Axis()))
                    foreach (var q in new[] { 1, 3 })
                    {
                        BigTurn R(int k) => BigTurn.Of(r, 1, 1, k * q);
                        yield return [R(1), BigTurn.Of(u, 1, 1, q), R(-1), BigTurn.Of(f, 1, 1, q), R(-1), BigTurn.Of(f, 1, 1, -q), R(1)];
                    }
    }

    /// <summary>Two faces, and both back.</summary>
    private static IEnumerable<BigTurn[]> Exchanges() => from one in Enum.GetValues<Face>()
                                                         from other in Enum.GetValues<Face>()
                                                         where one.Axis() != other.Axis()
                                                         from q in Quarters
                                                         from k in Quarters
                                                         let x = BigTurn.Of(one, 1, 1, q)
                                                         let y = BigTurn.Of(other, 1, 1, k)
                                                         select (BigTurn[])[x, y, x.Inverse, y.Inverse];
}
