using TinCompass.Core.Cube;

namespace TinCompass.Core.Cycles;

/// <summary>
/// What somebody's own [S: [A, B]] really does, and why. Two parts that move one place in common cycle three pieces: the one that A brings
/// there, the one that lay there, and the one that B brings. With none in common each undoes itself; with more some piece is caught by
/// both; where one of them only turns what lies in the common place, two pieces are turned.
/// </summary>
/// <param name="Way">As it was entered.</param>
/// <param name="Cycles">All that it moves; empty when it does nothing.</param>
/// <param name="Shared">Places (a sticker of each) that A and B both move, as they are held when A begins; edges first.</param>
/// <param name="TurnsCentres">It ends with other centres, or another hold, than it began with.</param>
public sealed record CycleReading(CycleWay Way, IReadOnlyList<PieceCycle> Cycles, IReadOnlyList<int> Shared, bool TurnsCentres)
{
    /// <summary>The one cycle of three that it is; null when it is none.</summary>
    public ThreeCycle? Cycle => !TurnsCentres && Cycles is [{ Stickers.Count: 3, Twist: 0 } only]
        ? new ThreeCycle(only.Stickers[0], only.Stickers[1], only.Stickers[2]) : null;

    /// <summary>Reads it. Rotations in it are allowed.</summary>
    public static CycleReading Of(CycleWay way)
    {
        var end = CubeState.Solved.Apply(way.Written);
        var (byA, byB) = (MovedBy(way.A), MovedBy(way.B));
        int[] places = [.. Pieces.EdgeFacelets.Concat(Pieces.CornerFacelets).Select(p => p[0])];
        return new CycleReading(way, PieceCycle.Of(end), [.. places.Where(p => byA.Contains(p) && byB.Contains(p))],
            end.Hold != Hold.Scramble);
    }

    /// <summary>What it does, in a sentence.</summary>
    public string Sentence => TurnsCentres ? "It leaves the centres elsewhere: A and B both move some."
        : Cycles.Count == 0 ? "It does nothing: everything is where it was."
        : Cycle is { } cycle ? $"It cycles three {(cycle.IsOfEdges ? "edges" : "corners")}, and nothing else: {cycle}."
        : $"It is no cycle of three: {string.Join("; ", Cycles)}.";

    /// <summary>Why, in a sentence; empty where nothing is to be added.</summary>
    public string Why
    {
        get
        {
            if (TurnsCentres) return "";
            var names = string.Join(", ", Shared.Select(Stickers.Name));
            return (Shared.Count, Cycle) switch
            {
                (0, _) => "A and B move no place in common, so that each undoes itself.",
                (1, null) => $"A and B move one place in common, {names}, but one of them only turns what lies there.",
                (1, _) => $"A and B move one place in common, {names}: the piece that lies there, the one that A brings there and the one "
                    + "that B brings there change places.",
                (_, not null) => $"A and B move {Shared.Count} places in common ({names}), and still only three pieces end elsewhere.",
                _ => $"A and B move {Shared.Count} places in common, {names}: what lies there is caught by both. Parts that cycle three "
                    + "have one place in common, as a rule.",
            };
        }
    }

    /// <summary>Stickers whose places are moved, or turned where they are.</summary>
    private static HashSet<int> MovedBy(IReadOnlyList<Turn> turns)
    {
        var after = Enumerable.Range(0, Facelets.Count).ToArray();
        foreach (var turn in turns)
            for (var i = 0; i < after.Length; i++) after[i] = Stickers.After(after[i], turn);
        return [.. Enumerable.Range(0, after.Length).Where(i => after[i] != i)];
    }
}
