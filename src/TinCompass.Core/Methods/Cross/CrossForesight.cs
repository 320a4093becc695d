using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.Cross;

/// <summary>
/// How hard a plan is to see beforehand, in points. What has to be kept in mind while the eyes are closed: every edge that does not stand
/// already, every move it makes
/// before the turn that places it, every bad edge that has to be turned good, and an alignment that does not come out by itself. A pair's
/// corner and edge are followed
/// like edges of the cross.
/// </summary>
/// <param name="Followed">Edges (and pieces of a pair) that do not stand from the start.</param>
/// <param name="Moves">How often they move before the turn that places them, all together.</param>
/// <param name="BroughtNear">How many of the edges are bad at the start.</param>
/// <param name="Aligns">A last turn of the base has to be reckoned.</param>
public readonly record struct CrossForesight(int Followed, int Moves, int BroughtNear, bool Aligns)
{
    /// <summary>Points for a piece that has to be followed at all: as much as two moves of it, since it must first be found.</summary>
    public const int ForFollowed = 2;

    /// <summary>Points for a move of a followed piece.</summary>
    public const int ForMove = 1;

    /// <summary>Points for a bad edge: it has to be seen which turn makes it good.</summary>
    public const int ForBroughtNear = 2;

    /// <summary>Points for an alignment: the relative order has to be kept in mind to the end.</summary>
    public const int ForAlignment = 2;

    /// <summary>All together; 0 for a cross that stands.</summary>
    public int Score => (Followed * ForFollowed) + (Moves * ForMove) + (BroughtNear * ForBroughtNear) + (Aligns ? ForAlignment : 0);

    /// <summary>The foresight of a cross from the way of its edges.</summary>
    internal static CrossForesight Of(in CrossTrace trace)
    {
        int followed = 0, moves = 0, bad = 0, last = 0;
        for (var edge = 0; edge < 4; edge++)
        {
            var placedAt = trace.PlacedAt(edge);
            last = Math.Max(last, placedAt);
            if (placedAt == 0) continue;
            followed++;
            if (!CrossEdges.IsNear(trace.StateAt(0, edge))) bad++;
            for (var turn = 1; turn < placedAt; turn++)
                if (trace.StateAt(turn, edge) != trace.StateAt(turn - 1, edge)) moves++;
        }

        return new CrossForesight(followed, moves, bad, trace.AlignmentAt(last) is not 0);
    }

    /// <summary>With one more piece: it is in place from the moment when only turns of the base layer move it any more.</summary>
    internal CrossForesight With(int sticker, ReadOnlySpan<byte> table, PackedTurns turns)
    {
        int moves = 0, placing = 0;
        for (var i = 0; i < turns.Length; i++)
        {
            int turn = turns.IndexAt(i), next = table[(turn * 24) + sticker];
            if (next == sticker) continue;
            moves++;
            if (turn / 3 != (int)Face.D) placing = moves;
            sticker = next;
        }

        return placing == 0 ? this : this with { Followed = Followed + 1, Moves = Moves + placing - 1 };
    }
}
