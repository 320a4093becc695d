using System.Globalization;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Hands;

/// <summary>
/// Least time of a sequence for two hands: a dynamic programme over both wrists (4 × 4), what moved last and which wrist leads (15), 240
/// states a turn; with the orientation of the cube where it may be rewritten (see <see cref="HandRewriting"/>). Some microseconds to read,
/// two tenths of a millisecond to rewrite.
/// </summary>
public sealed class HandModel
{
    /// <summary>
    /// By how much (relative time) another way to turn the same has to be quicker to be told: a smaller gain is less than the model can
    /// tell, and harder to read.
    /// </summary>
    public const double WorthTelling = 0.3;

    /// <summary>Longer sequences are read as they are written: rewriting takes time in proportion.</summary>
    private const int MostRewritten = 30;

    private readonly HandGraph graph;
    private readonly HandRewriting rewriting;
    private readonly Lazy<double[]> leastFor;

    /// <summary>The model of one solver's hands.</summary>
    public HandModel(HandPreferences preferences)
        : this(preferences, preferences.Own?.Constants ?? HandConstants.Fitted)
    {
    }

    /// <summary>The same by other constants than the usual ones: for fitting them.</summary>
    public HandModel(HandPreferences preferences, HandConstants constants)
    {
        Preferences = preferences;
        graph = new HandGraph(preferences, constants);
        rewriting = new HandRewriting(graph);
        leastFor = new Lazy<double[]>(() => LeastTimes(graph));
    }

    /// <summary>Whose hands.</summary>
    public HandPreferences Preferences { get; }

    /// <summary>A relative time as it is told: "0.84 s" by hands whose seconds are known, "4.2 wt" (wrist turns) by others.</summary>
    public string Told(double time) => $"{Number(time)} {(Preferences.Own is null ? "wt" : "s")}";

    /// <summary>The same without its unit.</summary>
    public string Number(double time) => Preferences.Own is { } own
        ? (time * own.SecondsPerUnit).ToString("0.00", CultureInfo.InvariantCulture) : time.ToString("0.0", CultureInfo.InvariantCulture);

    /// <summary>As hands tell it; by the usual ones where nobody's are at hand.</summary>
    public static string Told(HandModel? hands, double time) =>
        hands?.Told(time) ?? string.Create(CultureInfo.InvariantCulture, $"{time:0.0} wt");

    /// <summary>
    /// The best reading of the turns as written; null when one of them is avoided. Leading rotations are the hold: they cost nothing and
    /// are left out.
    /// </summary>
    public HandReading? Read(IReadOnlyList<Turn> turns)
    {
        var written = turns.SkipWhile(t => t.Kind == TurnKind.Rotation).ToArray();
        if (Path(written) is not { } path) return null;
        var steps = new HandStep[written.Length];
        for (var at = 0; at < steps.Length; at++)
        {
            var (arc, (left, right)) = (path.Arcs[at], HandGraph.WristsOf(path.Arcs[at].To));
            steps[at] = new HandStep(written[at], arc.Move.Finger, arc.Time, arc.Regrip, left, right);
        }

        return new HandReading(steps, HandGraph.TimeOf(path.Cost));
    }

    /// <summary>The quickest ways through all turns as written, leading rotations too; null when one of them is avoided.</summary>
    /// <param name="written">The turns.</param>
    /// <param name="fromFirst">What the first turn takes is not counted.</param>
    internal (HandArc[] Arcs, long Cost)? Path(IReadOnlyList<Turn> written, bool fromFirst = false)
    {
        var costs = new long[(written.Count + 1) * HandGraph.States];
        Array.Fill(costs, long.MaxValue);
        var came = new Came[costs.Length];
        foreach (var start in graph.Starts) costs[start] = 0;
        for (var at = 0; at < written.Count; at++)
            for (var state = 0; state < HandGraph.States; state++)
            {
                var spent = costs[(at * HandGraph.States) + state];
                if (spent == long.MaxValue) continue;
                var arcs = graph.From(written[at].Index, state);
                for (var way = 0; way < arcs.Length; way++)
                {
                    var next = ((at + 1) * HandGraph.States) + arcs[way].To;
                    var total = fromFirst && at == 0 ? 0 : spent + arcs[way].Cost;
                    if (total >= costs[next]) continue;
                    costs[next] = total;
                    came[next] = new Came((byte)state, (byte)way);
                }
            }

        var last = costs.AsSpan(written.Count * HandGraph.States);
        var end = 0;
        for (var state = 1; state < last.Length; state++)
            if (last[state] < last[end]) end = state;
        var least = last[end];
        if (least == long.MaxValue) return null;
        var path = new HandArc[written.Count];
        for (var at = written.Count; at > 0; at--)
        {
            var c = came[(at * HandGraph.States) + end];
            path[at - 1] = graph.From(written[at - 1].Index, c.From)[c.Way];
            end = c.From;
        }

        return (path, least);
    }

    /// <summary>
    /// The best reading of any sequence that does the same up to a rotation of the whole cube: a face turn may be made as the wide turn of
    /// the opposite face, two opposite turns as a slice, and the cube may be turned between. Never slower than <see cref="Read"/>; null
    /// when nothing is left that is not avoided.
    /// </summary>
    public HandReading? Rewrite(IReadOnlyList<Turn> turns)
    {
        var plain = Read(turns);
        return rewriting.Best(FaceTurns(turns.SkipWhile(t => t.Kind == TurnKind.Rotation)), Below(plain), baseDown: false) ?? plain;
    }

    /// <summary>
    /// As <see cref="Rewrite"/>, but the face that is down at the start is down at the end too, so that what comes next goes on from there.
    /// Where the turns as written end otherwise, they are the answer only when nothing else is left.
    /// </summary>
    public HandReading? RewriteBaseDown(IReadOnlyList<Turn> turns)
    {
        Turn[] written = [.. turns.SkipWhile(t => t.Kind == TurnKind.Rotation)];
        var plain = Read(written);
        var stands = written.Aggregate(Hold.Scramble, (hold, turn) => hold.After(turn)).ColorAt(Face.D) == Hold.Scramble.ColorAt(Face.D);
        return rewriting.Best(FaceTurns(written), stands ? Below(plain) : long.MaxValue, baseDown: true) ?? plain;
    }

    /// <summary>
    /// Another way to turn the same that is worth telling beside <paramref name="plain"/> (null: it cannot be turned as written), with the
    /// same face down at the end; null when there is none.
    /// </summary>
    public HandReading? Quicker(IReadOnlyList<Turn> turns, HandReading? plain)
    {
        if (turns.Count > MostRewritten) return null;
        var most = plain is null ? long.MaxValue : HandGraph.CostOf(plain.Time - WorthTelling + 0.001);
        return rewriting.Best(FaceTurns(turns.SkipWhile(t => t.Kind == TurnKind.Rotation)), most, baseDown: true);
    }

    /// <summary>The sequence as turns of faces that stay with the cube: named by where each face was at the start.</summary>
    public static IReadOnlyList<Turn> FaceTurns(IEnumerable<Turn> turns)
    {
        var onCube = new List<Turn>();
        var hold = Hold.Scramble;
        foreach (var turn in turns)
        {
            foreach (var part in Parts(turn)) onCube.Add(part.Renamed(hold, Hold.Scramble));
            hold = hold.After(turn);
        }

        return new Algorithm(onCube).Cancelled().Turns;
    }

    /// <summary>Relative time of turns as written; null when one of them is avoided.</summary>
    public double? Measure(IEnumerable<Turn> turns) => TryMeasure([.. turns.Select(t => (byte)t.Index)], out var time, out _) ? time : null;

    /// <summary>
    /// Relative time that turns add to those made just before, from the grip that these are made best with. Where two opposite turns meet
    /// they may be made at once, and it is less than by themselves. Null when one of them is avoided; turns before that are avoided leave
    /// any grip.
    /// </summary>
    public double? MeasureAfter(IReadOnlyList<Turn> before, IReadOnlyList<Turn> turns) =>
        before.Count > 0 && Measure(before) is { } made ? Measure([.. before, .. turns]) - made : Measure(turns);

    /// <summary>The two turns of outer faces that a slice is, up to a rotation of the whole cube: M is L' and R.</summary>
    internal static (Turn First, Turn Second) FacesOf(Turn slice)
    {
        var (follows, other) = slice.Letter switch { 'M' => (Face.L, Face.R), 'E' => (Face.D, Face.U), _ => (Face.F, Face.B) };
        return (Turn.Of(follows, 4 - slice.Quarters), Turn.Of(other, slice.Quarters));
    }

    /// <summary>A turn as turns of outer faces, up to a rotation of the whole cube: r is L, M is L' and R, x is nothing.</summary>
    private static IEnumerable<Turn> Parts(Turn turn) => turn.Kind switch
    {
        TurnKind.Face => [turn],
        TurnKind.Wide => [Turn.Of(turn.Face.Opposite(), turn.Quarters)],
        TurnKind.Slice => [FacesOf(turn).First, FacesOf(turn).Second],
        _ => [],
    };

    /// <summary>
    /// The least time of turns as written, without the reading: nothing is allocated, about two microseconds for a cross. False when one
    /// of them is avoided, or when it takes more than <paramref name="most"/>: that is often known after a few turns.
    /// </summary>
    /// <param name="turns">Indices of turns (0..53).</param>
    /// <param name="time">Relative time.</param>
    /// <param name="regrips">How often a hand grips anew.</param>
    /// <param name="most">Relative time above which nobody asks.</param>
    public bool TryMeasure(ReadOnlySpan<byte> turns, out double time, out int regrips, double most = double.PositiveInfinity)
    {
        (time, regrips) = (double.PositiveInfinity, 0);
        // What may be spent before each turn, so that the least of what is left still fits.
        var allowed = double.IsPositiveInfinity(most) ? long.MaxValue : HandGraph.CostOf(most + 0.001);
        var bounded = allowed != long.MaxValue;
        if (bounded)
            foreach (var turn in turns)
            {
                if (graph.LeastOf(turn) is var least && least >= allowed) return false;
                allowed -= least;
            }

        Span<long> now = stackalloc long[HandGraph.States], then = stackalloc long[HandGraph.States];
        Span<byte> reached = stackalloc byte[HandGraph.States], next = stackalloc byte[HandGraph.States];
        now.Fill(long.MaxValue);
        then.Fill(long.MaxValue);
        var count = 0;
        foreach (var start in graph.Starts) (now[start], reached[count++]) = (0, (byte)start);
        foreach (var turn in turns)
        {
            if (bounded) allowed += graph.LeastOf(turn);
            var found = 0;
            for (var i = 0; i < count; i++)
            {
                int state = reached[i];
                var spent = now[state];
                now[state] = long.MaxValue;
                foreach (ref readonly var arc in graph.From(turn, state))
                {
                    var total = spent + arc.Cost;
                    if (total >= then[arc.To] || total >= allowed) continue;
                    if (then[arc.To] == long.MaxValue) next[found++] = arc.To;
                    then[arc.To] = total;
                }
            }

            if (found == 0) return false;
            // A tuple cannot hold spans: exchanged by hand.
            var before = now;
            now = then;
            then = before;
            var left = reached;
            reached = next;
            next = left;
            count = found;
        }

        var best = long.MaxValue;
        for (var i = 0; i < count; i++) best = Math.Min(best, now[reached[i]]);
        (time, regrips) = (HandGraph.TimeOf(best), HandGraph.RegripsOf(best));
        return true;
    }

    /// <summary>
    /// The least that a turn (0..53) can cost, whatever was turned before: the sum over a sequence is a bound from below. Infinite for a
    /// turn that is avoided.
    /// </summary>
    public double LeastOf(int turn) => graph.LeastOf(turn) is var least && least == long.MaxValue ? double.PositiveInfinity
        : HandGraph.TimeOf(least);

    /// <summary>
    /// The least time of any <paramref name="turns"/> face turns, no two of one face in a row: a bound from below before they are known.
    /// Worked out once for each solver's hands, some milliseconds.
    /// </summary>
    public double LeastFor(int turns) => turns < leastFor.Value.Length ? leastFor.Value[turns] : leastFor.Value[^1];

    private static double[] LeastTimes(HandGraph graph)
    {
        const int NoFace = 6;
        var now = new long[(NoFace + 1) * HandGraph.States];
        Array.Fill(now, long.MaxValue);
        foreach (var start in graph.Starts) now[(NoFace * HandGraph.States) + start] = 0;
        var least = new double[MostRewritten];
        for (var n = 1; n < least.Length; n++)
        {
            var then = new long[now.Length];
            Array.Fill(then, long.MaxValue);
            for (var i = 0; i < now.Length; i++)
                for (var turn = 0; now[i] != long.MaxValue && turn < Turn.FaceTurnCount; turn++)
                {
                    var face = (int)Turn.FromIndex(turn).Face;
                    if (face == i / HandGraph.States) continue;
                    foreach (ref readonly var arc in graph.From(turn, i % HandGraph.States))
                    {
                        ref var known = ref then[(face * HandGraph.States) + arc.To];
                        known = Math.Min(known, now[i] + arc.Cost);
                    }
                }

            now = then;
            least[n] = now.Min() is var best && best == long.MaxValue ? double.PositiveInfinity : HandGraph.TimeOf(best);
        }

        return least;
    }

    private static long Below(HandReading? plain) => plain is null ? long.MaxValue : HandGraph.CostOf(plain);

    /// <summary>How a state was reached: from which state, and by which of the turn's ways.</summary>
    private readonly record struct Came(byte From, byte Way);
}
