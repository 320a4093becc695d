using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.F2l;

/// <summary>
/// A pair's solution: face turns in the hold in which the position is held, as they are turned in least time (the rotation that comes first
/// included; the base is down again at the end), and what happens in it.
/// </summary>
public sealed record F2lSolution(IReadOnlyList<Turn> Turns, IReadOnlyList<Turn> AsTurned, double? Time, int Regrips, F2lWay Way)
    : StageSolution(Hold.Scramble, Turns, AsTurned, Time, Regrips);

/// <summary>
/// A free slot: its case, the least HTM, how many shortest sequences there are, and the best of what was found, as ordered.
/// </summary>
public sealed record F2lOutlook(Slot Slot, string Case, int Length, int Count, int Found, IReadOnlyList<F2lSolution> Solutions, bool IsCut);

/// <summary>Finds solutions of pairs and puts them in order for two hands. One serves one thread at a time.</summary>
public sealed class F2lSolver(CrossTable cross, F2lTables tables)
{
    /// <summary>So many of the quickest, as written, are read again with rotations and wide turns: 1 to 3 ms each.</summary>
    internal const int Rewritten = 6;

    // y, y2, y' as turns.
    private static readonly byte[] YTurns = [0, 48, 49, 50];

    private readonly F2lSearch search = new(cross, tables);

    /// <summary>The search beneath.</summary>
    public F2lSearch Search => search;

    /// <summary>
    /// The solutions of a free slot: all shortest, and up to <paramref name="slack"/> turns longer; the first <paramref name="most"/> in
    /// order. With filters that leave none the length is −1.
    /// </summary>
    public F2lOutlook Solve(F2lState state, Slot slot, F2lOptions options, int slack = 0, int most = 6, CancellationToken cancel = default)
    {
        var solved = state.SolvedSlots;
        var found = search.Find(state, Goal(state, solved, slot, options), slack, options.Turns, cancelled: cancel);
        var ranked = Rank(found.Solutions, options, 0, Math.Max(most, Rewritten));
        var solutions = ranked.Select(f => Read(state, slot, solved, f.Turns.ToArray(), options, f.Time))
            .Where(s => !options.NoRotation || s.Rotations == 0);
        var ordered = options.ByTurns ? solutions.OrderBy(s => s.Time is null).ThenBy(s => s.Length).ThenBy(s => s.Time)
            : solutions.OrderBy(s => s.Time ?? double.MaxValue).ThenBy(s => s.Length);
        return new F2lOutlook(slot, F2lCases.IdOf(state, slot), found.Length, found.Count, found.Solutions.Count, [.. ordered.Take(most)],
            found.IsCut);
    }

    /// <summary>All shortest solutions of a free slot, the quickest to turn (by usual hands, as written) first.</summary>
    public F2lSolutions FindAll(F2lState state, Slot slot, CancellationToken cancel = default)
    {
        var found = search.Find(state, new F2lGoal(state.SolvedSlots.With(slot)), cancelled: cancel);
        var ordered = Rank(found.Solutions, new F2lOptions { NoRotation = true }, 0, int.MaxValue);
        return found with { Solutions = [.. ordered.Select(f => f.Turns)] };
    }

    /// <summary>What has to stand after a slot was solved.</summary>
    public static F2lGoal Goal(F2lState state, SlotSet solved, Slot slot, F2lOptions options)
    {
        SlotSet corners = default, edges = default;
        if (!options.KeepHalves) return new F2lGoal(solved.With(slot));
        foreach (var other in solved.With(slot).Others.Slots)
        {
            if (state.CornerOf(other) == F2lState.Solved.CornerOf(other)) corners = corners.With(other);
            if (state.EdgeOf(other) == F2lState.Solved.EdgeOf(other)) edges = edges.With(other);
        }

        return new F2lGoal(solved.With(slot), corners, edges);
    }

    /// <summary>A sequence read for the hands of the options; <paramref name="known"/> is its time as written, when it is known.</summary>
    public static F2lSolution Read(F2lState state, Slot slot, SlotSet solved, IReadOnlyList<Turn> turns, F2lOptions options,
        double? known = null)
    {
        var plain = options.Hands.Read(turns);
        var quicker = options.Hands.Quicker(turns, plain);
        if (options.NoRotation && quicker is not null && quicker.Turns.Any(t => t.Kind == TurnKind.Rotation)) quicker = null;
        var reading = quicker ?? plain;
        return new F2lSolution(
            turns, quicker is null ? turns : [.. quicker.Turns], reading?.Time ?? known, reading?.Regrips ?? 0,
                new F2lTrace(state, slot, solved, turns).Way);
    }

    /// <summary>A sequence that is turned as it is written: a school's way would not be its way otherwise.</summary>
    internal static F2lSolution ReadAsWritten(F2lState state, Slot slot, SlotSet solved, IReadOnlyList<Turn> turns, F2lOptions options)
    {
        var plain = options.Hands.Read(turns);
        return new F2lSolution(turns, turns, plain?.Time, plain?.Regrips ?? 0, new F2lTrace(state, slot, solved, turns).Way);
    }

    /// <summary>
    /// The best of many sequences, each from the best of four y-holds (the y turn costs its time); the cube is held <paramref name="held"/>
    /// y quarters away from the hold in which they were found.
    /// </summary>
    internal static IReadOnlyList<(PackedTurns Turns, double? Time, int Y)> Rank(
        IReadOnlyList<PackedTurns> found, F2lOptions options, int held, int most)
    {
        // The best so far, in order. What comes later has to be better than the last of them, and that is mostly known after a few turns.
        var best = new List<(int Index, double Time, int Y)>(Math.Min(most, found.Count) + 1);
        Span<byte> written = stackalloc byte[PackedTurns.MaxLength + 1];
        for (var i = 0; i < found.Count; i++)
        {
            var least = (Index: i, Time: double.MaxValue, Y: 0);
            var limit = best.Count < most ? double.PositiveInfinity : LimitBeside(best[^1], found[i].Length);
            for (var y = 0; y < (options.NoRotation ? 1 : 4); y++)
            {
                var turns = Write(found[i], held, y, written);
                if (!options.Hands.TryMeasure(turns, out var time, out _, limit) || time >= least.Time) continue;
                least = (i, time, y);
                limit = Math.Min(limit, time);
            }

            if (best.Count >= most && Compare(least, best[^1]) >= 0) continue;
            var at = best.Count;
            while (at > 0 && Compare(least, best[at - 1]) < 0) at--;
            best.Insert(at, least);
            if (best.Count > most) best.RemoveAt(most);
        }

        return [.. best.Select(m => (found[m.Index], m.Time == double.MaxValue ? (double?)null : m.Time, m.Y))];

        // Where the least turns count first, times only matter between equally long ones.
        double LimitBeside((int Index, double Time, int Y) last, int length) =>
            last.Time == double.MaxValue || (options.ByTurns && length < found[last.Index].Length) ? double.PositiveInfinity : last.Time;

        int Compare((int Index, double Time, int Y) a, (int Index, double Time, int Y) b)
        {
            var byLength = found[a.Index].Length.CompareTo(found[b.Index].Length);
            if (options.ByTurns && byLength != 0 && a.Time < double.MaxValue == b.Time < double.MaxValue) return byLength;
            return a.Time != b.Time ? a.Time.CompareTo(b.Time) : byLength != 0 ? byLength : a.Index.CompareTo(b.Index);
        }
    }

    /// <summary>
    /// The turns as they are made from a hold that is <paramref name="held"/> y quarters away, after <paramref name="y"/> more: that y turn
    /// first, then each by where its face has gone.
    /// </summary>
    internal static ReadOnlySpan<byte> Write(PackedTurns turns, int held, int y, Span<byte> written)
    {
        var at = 0;
        if (y > 0) written[at++] = YTurns[y];
        var names = TurnNames.Between(Hold.Scramble, AfterY[(held + y) & 3]);
        for (var i = 0; i < turns.Length; i++) written[at++] = names[turns.IndexAt(i)];
        return written[..at];
    }

    /// <summary>Where a face has gone after so many y quarters: y takes front to left, right to front.</summary>
    internal static Face FaceAfterY(Face face, int y) => AfterY[y & 3].FaceOf(Hold.Scramble.ColorAt(face));

    /// <summary>The holds after none, y, y2, y'.</summary>
    internal static readonly Hold[] AfterY =
        [.. Enumerable.Range(0, 4).Select(y => y == 0 ? Hold.Scramble : Hold.Scramble.After(Turn.FromIndex(48 + y - 1)))];
}
