using TinCompass.Core.Cube;

namespace TinCompass.Core.Hands;

/// <summary>
/// One way from a state of the hands through a turn: the state after it, whether the hand grips anew first, how the turn is made, and what
/// it costs: thousandths of the
/// relative unit above ten bits that count regrips, so that of two ways that take equally long the one with fewer regrips is the less.
/// </summary>
internal readonly record struct HandArc(byte To, bool Regrip, HandMove Move, long Cost)
{
    public double Time => HandGraph.TimeOf(Cost);
}

/// <summary>
/// The states of two hands (both wrists, 4 × 4, and the finger that moved last, 9: 144) and the ways between them, for each of the 54
/// turns, as
/// one solver turns: some 700 ways a turn, built when a turn is first asked for.
/// </summary>
internal sealed class HandGraph(HandPreferences preferences)
{
    public const int States = Wrists * Wrists * Fingers;

    private const int Wrists = HandTable.MaxWrist - HandTable.MinWrist + 1;
    private const int Fingers = 9;
    private const int RegripBits = 10;

    private readonly Ways?[] ways = new Ways?[Turn.Count];

    /// <summary>All ways through one turn: those from state s stand at Starts[s] to Starts[s + 1].</summary>
    private sealed record Ways(HandArc[] Arcs, int[] Starts, long Least);

    /// <summary>Both hands at home, nothing moved yet.</summary>
    public static int Home { get; } = Index(0, 0, Finger.None);

    /// <summary>All ways through a turn from a state; none when the solver avoids the turn.</summary>
    public ReadOnlySpan<HandArc> From(int turn, int state)
    {
        var all = WaysOf(turn);
        return all.Arcs.AsSpan(all.Starts[state], all.Starts[state + 1] - all.Starts[state]);
    }

    /// <summary>
    /// The least that a turn costs from any state: a bound from below. <see cref="long.MaxValue"/> for a turn that is avoided.
    /// </summary>
    public long LeastOf(int turn) => WaysOf(turn).Least;

    // Two threads may build the same at once: both get the same.
    private Ways WaysOf(int turn) => ways[turn] ?? (ways[turn] = Build(Turn.FromIndex(turn)));

    private Ways Build(Turn turn)
    {
        var (arcs, starts) = (new List<HandArc>(700), new int[States + 1]);
        for (var state = 0; state < States; state++)
        {
            if (!preferences.Avoided.Contains(turn.Letter)) Add(arcs, turn, state, preferences.LeftHanded);
            starts[state + 1] = arcs.Count;
        }

        return new Ways([.. arcs], starts, arcs.Count == 0 ? long.MaxValue : arcs.Min(a => a.Cost));
    }

    public static long CostOf(HandReading reading) => CostOf(reading.Time) + reading.Regrips;

    /// <summary>A relative time as a cost, without regrips.</summary>
    public static long CostOf(double time) => (long)Math.Round(time * 1000) << RegripBits;

    public static double TimeOf(long cost) => (cost >> RegripBits) / 1000.0;

    public static int RegripsOf(long cost) => (int)(cost & ((1 << RegripBits) - 1));

    /// <summary>Both wrists of a state.</summary>
    public static (int Left, int Right) WristsOf(int state) =>
        ((state / (Wrists * Fingers)) + HandTable.MinWrist, (state / Fingers % Wrists) + HandTable.MinWrist);

    private static int Index(int left, int right, Finger last) =>
        ((((left - HandTable.MinWrist) * Wrists) + right - HandTable.MinWrist) * Fingers) + (int)last;

    private static void Add(List<HandArc> all, Turn turn, int state, bool leftHanded)
    {
        var ((left, right), last) = (WristsOf(state), (Finger)(state % Fingers));
        foreach (var move in HandTable.WaysTo(turn))
            for (var regrip = 0; regrip < 2; regrip++)
            {
                if (move.Finger == Finger.None && regrip == 1) continue;
                var wrist = regrip == 1 ? 0 : move.IsRight ? right : left;
                if (wrist < move.FromWrist || wrist > move.ToWrist) continue;
                var time = move.Cost * (move.Finger != Finger.None && move.IsRight == leftHanded ? HandTable.WeakerHand : 1)
                    + (regrip * HandTable.Regrip) + (move.Finger == last && last != Finger.None && move.WristTurn == 0
                        ? HandTable.SameFinger : 0);
                var (newLeft, newRight) = move.Finger == Finger.None ? (0, 0) : move.IsRight ? (left, wrist + move.WristTurn)
                    : (wrist + move.WristTurn, right);
                all.Add(new HandArc((byte)Index(newLeft, newRight, move.Finger), regrip == 1, move,
                    ((long)Math.Round(time * 1000) << RegripBits) + regrip));
            }
    }
}
