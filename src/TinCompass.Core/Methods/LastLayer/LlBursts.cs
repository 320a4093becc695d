using TinCompass.Core.Cube;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>What a burst is to an earlier one of the same sequence.</summary>
public enum LlLikeness
{
    /// <summary>Nothing like any before it.</summary>
    None,

    /// <summary>The same turns.</summary>
    Again,

    /// <summary>The turns that undo it.</summary>
    Undone,

    /// <summary>The same seen in a mirror.</summary>
    Mirrored,
}

/// <summary>
/// Some turns of a sequence that the hand makes as one.
/// </summary>
/// <param name="From">Its first turn, from 0.</param>
/// <param name="To">One past its last turn.</param>
/// <param name="Before">The slots that are open before it, named as the cube was held at first; so are those below.</param>
/// <param name="After">The slots that are open after it.</param>
/// <param name="CrossBefore">The cross edges that are out before it, by their sides.</param>
/// <param name="CrossAfter">The cross edges that are out after it.</param>
/// <param name="Like">The burst it is like, from 0.</param>
/// <param name="Likeness">How.</param>
/// <param name="Frame">How the whole cube is held after it: what wide moves and slices do to the centres does not count.</param>
public sealed record LlBurst(
    int From, int To, IReadOnlyList<Slot> Before, IReadOnlyList<Slot> After, IReadOnlyList<Face> CrossBefore,
    IReadOnlyList<Face> CrossAfter, int Like, LlLikeness Likeness, Hold Frame)
{
    /// <summary>Where a face of the first hold is now.</summary>
    public Face Now(Face face, Hold first) => Frame.FaceOf(first.ColorAt(face));
}


/// <summary>
/// Reads a sequence as short groups the hand makes as one. Of all ways to cut it the cheapest is taken: a turn that is made and undone
/// around another, or two turns and both undone, are one burst; what comes again, undone or mirrored is cheaper still.
/// </summary>
public static class LlBursts
{
    private const int Longest = 4;

    // What a burst costs: the fewer bursts the better, the more alike the better. Turns of the top and rotations are little of their own.
    private const double Alone = 1.0, OfTop = 0.6, Two = 1.6, Pattern = 1.1, Known = 0.75;

    /// <summary>Cuts a sequence that is made from a position held with the base down.</summary>
    public static IReadOnlyList<LlBurst> Of(CubeState held, IReadOnlyList<Turn> turns)
    {
        var (best, cut) = (new double[turns.Count + 1], new int[turns.Count + 1]);
        for (var to = 1; to <= turns.Count; to++)
        {
            best[to] = double.PositiveInfinity;
            for (var from = to - 1; from >= Math.Max(0, to - Longest); from--)
                if (best[from] + Cost(turns, from, to) < best[to] - 1e-9) (best[to], cut[to]) = (best[from] + Cost(turns, from, to), from);
        }

        var cuts = new Stack<(int From, int To)>();
        for (var to = turns.Count; to > 0; to = cut[to]) cuts.Push((cut[to], to));
        return Told(held, turns, [.. cuts]);
    }

    /// <summary>The bursts of more than one turn, each written out: what there is to learn of a sequence.</summary>
    public static IReadOnlyList<string> Names(CubeState held, IReadOnlyList<Turn> turns) => [.. Of(held, turns)
        .Where(b => b.To - b.From > 1).Select(b => string.Join(' ', turns.Skip(b.From).Take(b.To - b.From)))];

    private static LlBurst[] Told(CubeState held, IReadOnlyList<Turn> turns, (int From, int To)[] cuts)
    {
        var (bursts, state, first, frame) = (new LlBurst[cuts.Length], held, held.AsHeld(), held.Hold);
        var rotations = new Stack<Turn>();
        IReadOnlyList<Slot> slots = [];
        IReadOnlyList<Face> cross = [];
        for (var i = 0; i < cuts.Length; i++)
        {
            var (from, to) = cuts[i];
            for (var t = from; t < to; t++)
            {
                state = state.Apply(turns[t]);
                if (turns[t].Kind != TurnKind.Rotation) continue;
                frame = frame.After(turns[t]);
                rotations.Push(turns[t].Inverse);
            }

            var (slotsAfter, crossAfter) = Open(first, state.Apply(rotations).AsHeld(held.Hold));
            var (like, how) = Enumerable.Range(0, i).Select(j => (Like: j, How: Likeness(turns, cuts[j], cuts[i])))
                .FirstOrDefault(l => l.How != LlLikeness.None);
            bursts[i] = new LlBurst(from, to, slots, slotsAfter, cross, crossAfter, like, how, frame);
            (slots, cross) = (slotsAfter, crossAfter);
        }

        return bursts;
    }

    /// <summary>
    /// The slots and cross edges that do not lie in the hand as at first, with rotations undone: centres that a wide move or a slice has
    /// turned away do not count, so r lifts the right slots and M the front and back cross edges.
    /// </summary>
    private static (Slot[] Slots, Face[] Cross) Open(CubeState first, CubeState now)
    {
        return ([.. SlotSet.All.Slots.Where(s =>
            {
                var (one, other) = (s.Faces()[0], s.Faces()[1]);
                return !IsKept(PlaceOf(Face.D, one, other)) || !IsEdgeKept(PlaceOf(one, other));
            })],
            [.. Sides.Where(side => !IsEdgeKept(PlaceOf(Face.D, side)))]);

        bool IsKept(Corner place) => now.CornerAt(place) == first.CornerAt(place) && now.TwistAt(place) == first.TwistAt(place);

        bool IsEdgeKept(Edge place) => now.EdgeAt(place) == first.EdgeAt(place) && now.FlipAt(place) == first.FlipAt(place);
    }

    private static readonly Face[] Sides = [Face.F, Face.R, Face.B, Face.L];

    private static Corner PlaceOf(Face one, Face other, Face third) => Enum.GetValues<Corner>()
        .First(c => Pieces.CornerFaces[(int)c] is var faces && faces.Contains(one) && faces.Contains(other) && faces.Contains(third));

    private static Edge PlaceOf(Face one, Face other) => Enum.GetValues<Edge>()
        .First(e => Pieces.EdgeFaces[(int)e] is var faces && faces.Contains(one) && faces.Contains(other));

    private static double Cost(IReadOnlyList<Turn> turns, int from, int to)
    {
        var length = to - from;
        if (length == 1) return IsLittle(turns[from]) ? OfTop : Alone;
        var isPattern = length switch
        {
            3 => turns[from].Inverse == turns[from + 2] && turns[from + 1].Axis != turns[from].Axis && !IsLittle(turns[from]),
            4 => turns[from].Inverse == turns[from + 2] && turns[from + 1].Inverse == turns[from + 3]
                && turns[from].Axis != turns[from + 1].Axis,
            _ => !IsLittle(turns[from]) && !IsLittle(turns[from + 1]),
        };
        if (!isPattern) return double.PositiveInfinity;
        // A turn of the top at the beginning is the hold, not part of a burst.
        var cost = length == 2 ? Two : from == 0 && IsLittle(turns[0]) ? Pattern + OfTop : Pattern;
        for (var other = 0; other + length <= turns.Count; other++)
            if ((other + length <= from || other >= to) && length > 2
                && Likeness(turns, (other, other + length), (from, to)) != LlLikeness.None) return cost * Known;
        return cost;
    }

    /// <summary>A turn of the top, or of the whole cube: little of its own.</summary>
    internal static bool IsLittle(Turn turn) => turn.Kind == TurnKind.Rotation || turn.Letter == 'U';

    private static LlLikeness Likeness(IReadOnlyList<Turn> turns, (int From, int To) one, (int From, int To) other)
    {
        var length = one.To - one.From;
        if (length != other.To - other.From || (length == 1 && IsLittle(turns[one.From]))) return LlLikeness.None;
        bool again = true, undone = true, mirrored = true;
        for (var i = 0; i < length; i++)
        {
            var (a, b) = (turns[one.From + i], turns[other.From + i]);
            again &= a == b;
            mirrored &= a.Mirror == b;
            undone &= turns[one.To - 1 - i].Inverse == b;
        }

        // One turn alone is a burst worth naming again only when it is taken back.
        return undone ? LlLikeness.Undone : length == 1 ? LlLikeness.None : again ? LlLikeness.Again
            : mirrored ? LlLikeness.Mirrored : LlLikeness.None;
    }
}
