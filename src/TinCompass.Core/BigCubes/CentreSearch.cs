using System.Collections.Concurrent;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.BigCubes;

/// <summary>
/// Centres of a 4x4 or 5x5, one at a time. The first is found in the fewest turns exactly; the others in few, by moves that leave whole
/// what stands. Tables are made when they are first asked for, 10 626 bytes for each kind of piece, face and set of kept faces.
/// </summary>
public sealed class CentreSearch
{
    private static readonly ConcurrentDictionary<int, CentreSearch> Sizes = new();

    private readonly BigPieces pieces;
    private readonly ConcurrentDictionary<int, CentreMoves> moves = new();
    private readonly ConcurrentDictionary<(int Kept, int Orbit, int Goal), CentreTable> tables = new();

    private readonly Lazy<Dictionary<ulong, byte>> ball;

    private const int BallDepth = 4;

    private readonly ConcurrentDictionary<(int Kept, Face Goal), CentreHold> alike = new();
    private readonly ConcurrentDictionary<BigTurn, CentreMove> single = new();
    private readonly CentreView[] views;

    private CentreSearch(int size)
    {
        pieces = BigPieces.Of(size);
        views = [.. Hold.All.Select(h => new CentreView(pieces, h))];
        ball = new Lazy<Dictionary<ulong, byte>>(Ball);
    }

    /// <summary>That of a size, 4 or 5.</summary>
    public static CentreSearch Of(int size) => Sizes.GetOrAdd(size, s => new CentreSearch(s));

    /// <summary>How many of the 10 626 places of one kind of piece are 0, 1, 2 … turns from a face, or from any face.</summary>
    public IReadOnlyList<int> Figures(int orbit, Face? goal) => (goal is { } face ? Table(0, orbit, (int)face) : AnyFace(orbit)).Figures;

    /// <summary>
    /// The first centre: the fewest turns that make a colour's centre whole, on any face of a 4x4, on the face of its middle on a 5x5 (the
    /// middle layers are not turned). All ways up to <paramref name="slack"/> longer, at most <paramref name="most"/>.
    /// </summary>
    public IReadOnlyList<IReadOnlyList<BigTurn>> First(BigState state, Color color, int slack, int most, CancellationToken cancel)
    {
        // A wide turn of an even cube is that of the other half as well, the cube held otherwise: one of the two is enough.
        CentreMove[] all = [.. Moves(0).All.ToArray().Where(m => pieces.IsOdd || m.Turns[0].Width == 1
            || m.Turns[0].Face is Face.U or Face.F or Face.R)];
        // On a 5x5 the cube is turned over so that the centre is built on the top, for which there is one ball.
        var view = pieces.IsOdd ? views.First(v => v.Over(Middle(state, color)) == Face.U) : null;
        CentreTable[] near = pieces.IsOdd ? [.. Enumerable.Range(0, 2).Select(o => Table(0, o, (int)Face.U))] : [AnyFace(0)];
        var exact = pieces.IsOdd ? ball.Value : null;
        var (found, seen, path) = (new List<IReadOnlyList<BigTurn>>(), new HashSet<string>(), new List<BigTurn>());
        uint first = Mask(0), second = Mask(near.Length - 1);
        var (length, end) = (Bound(first, second), int.MaxValue);
        for (; length <= end; length++)
        {
            Deepen(first, second, length);
            if (found.Count > 0 && end == int.MaxValue) end = length + slack;
        }

        return view is null ? found : [.. found.Select(way => BigRuns.Merged([.. way.Select(view.Back)], pieces.Size))];

        uint Mask(int orbit) => pieces.Mask(state, orbit, color) is var mask && view is not null ? view.Over(orbit, mask) : mask;

        int Bound(uint one, uint other)
        {
            var bound = Math.Max(near[0][one], near[^1][other]);
            return exact is null || bound > BallDepth ? bound : exact.GetValueOrDefault(one | ((ulong)other << 24), (byte)(BallDepth + 1));
        }

        void Deepen(uint one, uint other, int left)
        {
            if (left == 0)
            {
                // The same layers of one axis in another order are the same way.
                if (seen.Add(BigRuns.Key(path, pieces.Size))) found.Add([.. path]);
                return;
            }

            cancel.ThrowIfCancellationRequested();
            foreach (var move in all)
            {
                if (found.Count >= most) return;
                if (!BigRuns.IsInOrder(path, move.Turns[0])) continue;
                var (next, also) = (move.Apply(0, one), move.Apply(near.Length - 1, other));
                // What stands before the end is not turned on.
                if (Bound(next, also) is var bound && (bound >= left || (bound == 0 && left > 1))) continue;
                path.Add(move.Turns[0]);
                Deepen(next, also, left - 1);
                path.RemoveAt(path.Count - 1);
            }
        }
    }

    /// <summary>The face on which the middle of a colour lies on an odd cube.</summary>
    internal Face Middle(BigState state, Color color) => Enum.GetValues<Face>().First(f => pieces.Middle(state, f) == color);

    /// <summary>
    /// How a cube is turned over so that what is kept and the face that is built lie as in the one table that serves for all that are
    /// alike: two faces that lie across are two faces that lie across.
    /// </summary>
    internal CentreHold Alike(int kept, Face goal) => alike.GetOrAdd((kept, goal), key =>
        views.Select(v => (View: v, Kept: v.Over(key.Kept), Goal: v.Over(key.Goal))).OrderBy(v => v.Kept).ThenBy(v => v.Goal)
            .Select(v => new CentreHold(v.View, Moves(v.Kept),
                [.. Enumerable.Range(0, pieces.Orbits).Select(o => Table(v.Kept, o, (int)v.Goal))], v.Goal)).First());

    /// <summary>What one turn does to centre pieces.</summary>
    internal CentreMove Move(BigTurn turn) => single.GetOrAdd(turn, t => new CentreMove(pieces, [t]));

    private CentreMoves Moves(int kept) => moves.GetOrAdd(kept, k => new CentreMoves(pieces, k));

    private CentreTable Table(int kept, int orbit, int goal) =>
        tables.GetOrAdd((kept, orbit, goal), key => new CentreTable(Moves(key.Kept), key.Orbit, [(Face)key.Goal]));

    /// <summary>
    /// Of a 5x5 both kinds of pieces of a centre together, as far as four turns from the top: where the two tables allow four turns or
    /// fewer, this tells exactly.
    /// </summary>
    private Dictionary<ulong, byte> Ball()
    {
        var whole = BigPieces.Whole(Face.U);
        var (known, row) = (new Dictionary<ulong, byte> { [whole | ((ulong)whole << 24)] = 0 }, new List<ulong>());
        row.Add(whole | ((ulong)whole << 24));
        for (byte depth = 1; depth <= BallDepth; depth++)
        {
            var next = new List<ulong>();
            foreach (var at in row)
                foreach (var move in Moves(0).All)
                {
                    var to = move.Apply(0, (uint)(at & 0xFFFFFF)) | ((ulong)move.Apply(1, (uint)(at >> 24)) << 24);
                    if (known.TryAdd(to, depth)) next.Add(to);
                }

            row = next;
        }

        return known;
    }

    private CentreTable AnyFace(int orbit) =>
        tables.GetOrAdd((0, orbit, 6), key => new CentreTable(Moves(0), key.Orbit, Enum.GetValues<Face>()));
}
