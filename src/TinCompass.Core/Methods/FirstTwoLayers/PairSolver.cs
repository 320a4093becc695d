using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.FirstTwoLayers;

/// <summary>
/// A pair's solution: the face turns in the hold in which the position is held; how they are turned in least time (with rotations, wide turns and slices where that is quicker, the rotation that comes first
/// included); relative time (null: it holds a turn that the solver avoids), regrips; what happens in it.
/// </summary>
public sealed record PairSolution(IReadOnlyList<Turn> Turns, IReadOnlyList<Turn> AsTurned, double? Time, int Regrips, PairWay Way)
{
    /// <summary>Length in HTM.</summary>
    public int Length => Turns.Count;

    /// <summary>Rotations of the whole cube in the turns as they are made.</summary>
    public int Rotations => AsTurned.Count(t => t.Kind == TurnKind.Rotation);
}

/// <summary>A free slot: its case, the least HTM, how many shortest sequences there are, and the best of what was found, as ordered.</summary>
public sealed record PairOutlook(Slot Slot, string Case, int Length, int Count, int Found, IReadOnlyList<PairSolution> Solutions, bool IsCut);

/// <summary>Finds solutions of pairs and puts them in order for two hands. One serves one thread at a time.</summary>
public sealed class PairSolver(CrossTable cross, PairsTables tables)
{
    /// <summary>So many of the quickest, as written, are read again with rotations and wide turns: 1 to 3 ms each.</summary>
    private const int Rewritten = 6;

    // y, y2, y' as turns.
    private static readonly byte[] YTurns = [0, 48, 49, 50];

    private readonly SlotSearch search = new(cross, tables);

    /// <summary>The search beneath.</summary>
    public SlotSearch Search => search;

    /// <summary>
    /// The solutions of a free slot: all shortest, and up to <paramref name="slack"/> turns longer; the first <paramref name="most"/> in order. With filters that leave none the length is −1.
    /// </summary>
    public PairOutlook Solve(PairsState state, Slot slot, PairsOptions options, int slack = 0, int most = 6, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(options);
        var solved = state.SolvedSlots;
        var found = search.Find(state, Goal(state, solved, slot, options), slack, options.Turns, cancelled: cancel);
        var ranked = Rank(found.Solutions, options, 0, Math.Max(most, Rewritten));
        var solutions = ranked.Select(f => Read(state, slot, solved, f.Turns.ToArray(), options, f.Time)).Where(s => !options.NoRotation || s.Rotations == 0);
        var ordered = options.ByTurns ? solutions.OrderBy(s => s.Time is null).ThenBy(s => s.Length).ThenBy(s => s.Time) : solutions.OrderBy(s => s.Time ?? double.MaxValue).ThenBy(s => s.Length);
        return new PairOutlook(slot, PairCases.IdOf(state, slot), found.Length, found.Count, found.Solutions.Count, [.. ordered.Take(most)], found.IsCut);
    }

    /// <summary>All shortest solutions of a free slot, the quickest to turn (by usual hands, as written) first.</summary>
    public SlotSolutions FindAll(PairsState state, Slot slot, CancellationToken cancel = default)
    {
        var found = search.Find(state, new SlotGoal(state.SolvedSlots.With(slot)), cancelled: cancel);
        var ordered = Rank(found.Solutions, new PairsOptions { NoRotation = true }, 0, int.MaxValue);
        return found with { Solutions = [.. ordered.Select(f => f.Turns)] };
    }

    /// <summary>What has to stand after a slot was solved.</summary>
    public static SlotGoal Goal(PairsState state, SlotSet solved, Slot slot, PairsOptions options)
    {
        ArgumentNullException.ThrowIfNull(options);
        SlotSet corners = default, edges = default;
        if (!options.KeepHalves) return new SlotGoal(solved.With(slot));
        foreach (var other in solved.With(slot).Others.Slots)
        {
            if (state.CornerOf(other) == PairsState.Solved.CornerOf(other)) corners = corners.With(other);
            if (state.EdgeOf(other) == PairsState.Solved.EdgeOf(other)) edges = edges.With(other);
        }

        return new SlotGoal(solved.With(slot), corners, edges);
    }

    /// <summary>A sequence read for the hands of the options; <paramref name="known"/> is its time as written, when it is known.</summary>
    public static PairSolution Read(PairsState state, Slot slot, SlotSet solved, IReadOnlyList<Turn> turns, PairsOptions options, double? known = null)
    {
        ArgumentNullException.ThrowIfNull(options);
        // However it is turned, the base is down again at the end: the next pair goes on from there.
        var reading = options.Hands.Rewrite(turns);
        if (reading is not null && EndsOver(reading.Turns)) reading = options.HandsBaseDown.Rewrite(turns);
        var asTurned = reading is null ? turns : [.. reading.Turns];
        var plain = options.Hands.Read(turns);
        // A rewriting that is hardly quicker is harder to read: the turns as written stand.
        if (plain is not null && reading is not null && plain.Time - reading.Time < HandModelGain) (reading, asTurned) = (plain, turns);
        if (options.NoRotation && asTurned.Any(t => t.Kind == TurnKind.Rotation)) (reading, asTurned) = (plain, turns);
        return new PairSolution(turns, asTurned, reading?.Time ?? known, reading?.Regrips ?? 0, new PairTrace(state, slot, solved, turns).Way);
    }

    private static bool EndsOver(IEnumerable<Turn> turns) => turns.Aggregate(Hold.Scramble, (hold, turn) => hold.After(turn)).ColorAt(Face.D) != Hold.Scramble.ColorAt(Face.D);

    /// <summary>By how much another way to turn has to be quicker to be told, as in the planner of crosses.</summary>
    private const double HandModelGain = 0.3;

    /// <summary>
    /// The best of many sequences, each from the best of four y-holds (the y turn costs its time); the cube is held <paramref name="held"/> y quarters away from the hold in which they were found.
    /// </summary>
    internal static IReadOnlyList<(PackedTurns Turns, double? Time, int Y)> Rank(IReadOnlyList<PackedTurns> found, PairsOptions options, int held, int most)
    {
        var measured = new (int Index, double Time, int Y)[found.Count];
        Span<byte> written = stackalloc byte[PackedTurns.MaxLength + 1];
        for (var i = 0; i < found.Count; i++)
        {
            var (best, bestY) = (double.MaxValue, 0);
            for (var y = 0; y < (options.NoRotation ? 1 : 4); y++)
            {
                var turns = Write(found[i], held, y, written);
                if (options.Hands.TryMeasure(turns, out var time, out _) && time < best) (best, bestY) = (time, y);
            }

            measured[i] = (i, best, bestY);
        }

        Array.Sort(measured, (a, b) => options.ByTurns && found[a.Index].Length != found[b.Index].Length && a.Time < double.MaxValue == b.Time < double.MaxValue
            ? found[a.Index].Length.CompareTo(found[b.Index].Length)
            : a.Time != b.Time ? a.Time.CompareTo(b.Time) : found[a.Index].Length != found[b.Index].Length ? found[a.Index].Length.CompareTo(found[b.Index].Length) : a.Index.CompareTo(b.Index));
        return [.. measured.Take(most).Select(m => (found[m.Index], m.Time == double.MaxValue ? (double?)null : m.Time, m.Y))];
    }

    /// <summary>The turns as they are made from a hold that is <paramref name="held"/> y quarters away, after <paramref name="y"/> more: that y turn first, then each face by where it has gone.</summary>
    internal static ReadOnlySpan<byte> Write(PackedTurns turns, int held, int y, Span<byte> written)
    {
        var at = 0;
        if (y > 0) written[at++] = YTurns[y];
        for (var i = 0; i < turns.Length; i++)
        {
            var turn = turns.IndexAt(i);
            written[at++] = (byte)((FaceAfterY(turn / 3, held + y) * 3) + (turn % 3));
        }

        return written[..at];
    }

    /// <summary>Where a face has gone after so many y quarters: y takes front to left, right to front.</summary>
    internal static int FaceAfterY(int face, int y) => AfterY[((y & 3) * 6) + face];

    // Rows: none, y, y2, y'; columns U D F B R L.
    private static readonly byte[] AfterY = [.. Enumerable.Range(0, 4).SelectMany(y => Enumerable.Range(0, 6).Select(f => (byte)(y == 0 ? f : (int)Hold.Scramble.After(Turn.FromIndex(48 + y - 1)).FaceOf((Color)f))))];
}
