using TinCompass.Core.Cube;

namespace TinCompass.Core.Hands;

/// <summary>
/// One way from a state of the hands through a turn: the state after it, whether the hand grips anew first, how the turn is made, and what
/// it costs: thousandths of the
/// relative unit above ten bits that count regrips, so that of two ways that take equally long the one with fewer regrips is the less. What
/// is added to the turn's own cost is told by <paramref name="Extra"/>.
/// </summary>
internal readonly record struct HandArc(byte To, HandExtra Extra, HandMove Move, long Cost)
{
    public double Time => HandGraph.TimeOf(Cost);

    public bool Regrip => Extra.HasFlag(HandExtra.Regrip);
}

/// <summary>What is added to what a turn costs by itself, or taken off.</summary>
[Flags]
internal enum HandExtra : byte
{
    None = 0,

    /// <summary>The hand grips anew first.</summary>
    Regrip = 1,

    /// <summary>The same finger turned before.</summary>
    SameFinger = 2,

    /// <summary>The other wrist turned before.</summary>
    OtherHand = 4,

    /// <summary>The top is turned right after a wrist.</summary>
    TopAfterWrist = 8,

    /// <summary>The top is turned by the hand that has just turned the middle layer.</summary>
    TopByMiddleHand = 16,

    /// <summary>The cube is turned over after something else was turned.</summary>
    RotationInside = 32,
}

/// <summary>
/// The states of two hands (both wrists, 4 × 4; what moved last and which wrist turned last, 15: 240 together) and the ways between them,
/// for each of the 54 turns, as one solver turns: some 1 200 ways a turn, built when a turn is first asked for.
/// </summary>
internal sealed class HandGraph(HandPreferences preferences, HandConstants constants)
{
    public const int States = Wrists * Wrists * Lasts;

    private const int Wrists = HandTable.MaxWrist - HandTable.MinWrist + 1;

    // Nothing; the right or the left wrist; one of three fingers of two hands, with the right or the left wrist before it.
    private const int Lasts = 15;
    private const int RightWristLast = 1;
    private const int LeftWristLast = 2;
    private const int FirstFinger = 3;
    private const int FingersOfBoth = 6;
    private const int RegripBits = 10;

    /// <summary>No turn takes less, whatever is saved at it.</summary>
    private const double Least = 0.05;

    private readonly Ways?[] ways = new Ways?[Turn.Count];

    /// <summary>All ways through one turn: those from state s stand at Starts[s] to Starts[s + 1].</summary>
    private sealed record Ways(HandArc[] Arcs, int[] Starts, long Least);

    /// <summary>
    /// How hands may stand before the first turn: the stronger one grips as the first turns want it, the other is at home; nothing has
    /// moved yet.
    /// </summary>
    public IReadOnlyList<int> Starts { get; } = [.. new[] { 0, -1, 1 }
        .Select(wrist => preferences.LeftHanded ? Index(wrist, 0, 0) : Index(0, wrist, 0))];

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
        var moves = HandTable.WaysTo(turn, constants);
        for (var state = 0; state < States; state++)
        {
            if (!preferences.Avoided.Contains(turn.Letter)) Add(arcs, turn, moves, state);
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
        ((state / (Wrists * Lasts)) + HandTable.MinWrist, (state / Lasts % Wrists) + HandTable.MinWrist);

    private static int Index(int left, int right, int last) =>
        ((((left - HandTable.MinWrist) * Wrists) + right - HandTable.MinWrist) * Lasts) + last;

    /// <summary>What moved last, as a finger; none at the start and after a rotation.</summary>
    private static Finger FingerOf(int last) => last switch
    {
        0 => Finger.None,
        RightWristLast => Finger.RightWrist,
        LeftWristLast => Finger.LeftWrist,
        _ => ((last - FirstFinger) % FingersOfBoth) is var f && f < 3 ? Finger.RightIndex + (byte)f : Finger.LeftIndex + (byte)(f - 3),
    };

    /// <summary>The wrist that turned last leads: true for the right one, null when none has.</summary>
    private static bool? IsRightLeading(int last) => last == 0 ? null : last == RightWristLast
        || (last >= FirstFinger && last < FirstFinger + FingersOfBoth);

    /// <summary>What moved last, after a finger or a wrist, the wrist before it being known.</summary>
    private static int LastOf(Finger finger, bool rightLeads) => finger switch
    {
        Finger.None => 0,
        Finger.RightWrist => RightWristLast,
        Finger.LeftWrist => LeftWristLast,
        // Two fingers of one flick come back like the first of them.
        Finger.RightRingAndMiddle => LastOf(Finger.RightRing, rightLeads),
        Finger.LeftRingAndMiddle => LastOf(Finger.LeftRing, rightLeads),
        _ => FirstFinger + (rightLeads ? 0 : FingersOfBoth)
            + (finger < Finger.LeftWrist ? finger - Finger.RightIndex : 3 + (finger - Finger.LeftIndex)),
    };

    private void Add(List<HandArc> all, Turn turn, IReadOnlyList<HandMove> moves, int state)
    {
        var ((left, right), last) = (WristsOf(state), state % Lasts);
        var leads = IsRightLeading(last);
        foreach (var move in moves)
            for (var regrip = 0; regrip < 2; regrip++)
            {
                if (move.Finger == Finger.None && regrip == 1) continue;
                // Whoever has learnt M with one hand makes it with that hand, which is not the weaker one for it.
                var isMiddle = turn.Letter == 'M';
                if (isMiddle && preferences.Middle == (move.IsRight ? MiddleHand.Left : MiddleHand.Right)) continue;
                var isWeaker = move.IsRight == preferences.LeftHanded && !(isMiddle && preferences.Middle != MiddleHand.Either);
                var wrist = regrip == 1 ? 0 : move.IsRight ? right : left;
                if (wrist < move.FromWrist || wrist > move.ToWrist) continue;
                // A turn of the top is flicked by either hand, whichever leads; all else is made by one that leads then.
                bool isHand = move.Finger != Finger.None, isFinger = isHand && move.WristTurn == 0;
                var isFlick = isFinger && turn.Letter == 'U';
                var extra = (regrip == 1 ? HandExtra.Regrip : 0)
                    | (isFinger && move.Finger == FingerOf(last) ? HandExtra.SameFinger : 0)
                    | (isHand && !isFlick && leads == !move.IsRight ? HandExtra.OtherHand : 0)
                    | (isFlick && IsAfterMiddle(last, move) ? HandExtra.TopByMiddleHand : 0)
                    | (isFlick && last is RightWristLast or LeftWristLast ? HandExtra.TopAfterWrist : 0)
                    | (!isHand && last != 0 ? HandExtra.RotationInside : 0);
                var time = (move.Cost * (isHand && !isFlick && isWeaker ? constants.WeakerHand : 1)) + Of(extra, constants);
                var (newLeft, newRight) = move.Finger == Finger.None ? (0, 0) : move.IsRight ? (left, wrist + move.WristTurn)
                    : (wrist + move.WristTurn, right);
                var cost = ((long)Math.Round(Math.Max(Least, time) * 1000) << RegripBits) + regrip;
                // Before anything else was turned either may lead.
                foreach (var rightLeads in !isFlick ? move.IsRight ? Right : Left : leads is null ? Either : leads == true ? Right : Left)
                    all.Add(new HandArc((byte)Index(newLeft, newRight, LastOf(move.Finger, rightLeads)), extra, move, cost));
            }
    }

    /// <summary>What is added, or taken off, in relative time.</summary>
    public static double Of(HandExtra extra, HandConstants constants) =>
        (extra.HasFlag(HandExtra.Regrip) ? constants.Regrip : 0)
        + (extra.HasFlag(HandExtra.SameFinger) ? constants.SameFinger : 0)
        + (extra.HasFlag(HandExtra.OtherHand) ? constants.OtherHand : 0)
        + (extra.HasFlag(HandExtra.TopByMiddleHand) ? HandTable.TopByMiddleHand : 0)
        + (extra.HasFlag(HandExtra.RotationInside) ? constants.RotationInside : 0)
        - (extra.HasFlag(HandExtra.TopAfterWrist) ? constants.TopAfterWrist : 0);

    /// <summary>Whether the hand that has M to turn would flick the top right after its ring finger or thumb.</summary>
    private bool IsAfterMiddle(int last, HandMove flick) => preferences.Middle != MiddleHand.Either
        && flick.IsRight == (preferences.Middle == MiddleHand.Right)
        && FingerOf(last) is Finger.RightRing or Finger.RightThumb or Finger.LeftRing or Finger.LeftThumb
        && FingerOf(last) < Finger.LeftWrist == flick.IsRight;

    private static readonly bool[] Either = [true, false];
    private static readonly bool[] Right = [true];
    private static readonly bool[] Left = [false];
}
