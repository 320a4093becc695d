using TinCompass.Core.Cube;

namespace TinCompass.Core.Hands;

/// <summary>
/// What is fitted to a solver, as numbers that are 0 before anything is known: for each finger and each constant the logarithm of how much
/// dearer it is than the table says, then the pace, the reach from key to cube, and how much slower one turns while one solves. The weaker
/// hand has no number of its own: its fingers have.
/// </summary>
internal static class HandParameters
{
    /// <summary>
    /// How far fingers and constants of people lie from the table, as a logarithm. A guess, so the data have little to overcome.
    /// </summary>
    private const double FingerSpread = 0.25, ConstantSpread = 0.25;

    // Seconds of a quarter turn of the wrist before anything is known, and how far people lie from it (a logarithm): from slow to fast.
    private const double UsualPace = 0.22, PaceSpread = 0.8;
    private const double UsualReach = 0.6, ReachSpread = 0.4;
    private const double UsualSolving = 0.15, SolvingSpread = 0.3;

    private const int Fingers = 8;
    private const int Constants = 11;

    /// <summary>Numbers that say what turns cost, the first of all.</summary>
    public const int OfHands = Fingers + Constants;

    public const int Pace = OfHands;
    public const int Reach = OfHands + 1;
    public const int Solving = OfHands + 2;
    public const int Count = OfHands + 3;

    /// <summary>How far each number lies from 0 before anything is known: a standard deviation.</summary>
    public static IReadOnlyList<double> Spreads { get; } =
        [.. Enumerable.Repeat(FingerSpread, Fingers), .. Enumerable.Repeat(ConstantSpread, Constants), PaceSpread, ReachSpread,
            SolvingSpread];

    /// <summary>The hands that numbers say.</summary>
    public static HandConstants ConstantsOf(ReadOnlySpan<double> numbers)
    {
        var (c, n) = (HandConstants.Fitted, numbers.ToArray().Select(Math.Exp).ToArray());
        return new HandConstants(c.Front * n[8], c.Base * n[9], c.Back * n[10], c.Wide * n[11], c.Slice * n[12], c.HalfWrist * n[13],
            c.Rotation * n[14], c.Regrip * n[15], c.SameFinger * n[16], c.WeakerHand, c.OtherHand * n[17], c.TopAfterWrist * n[18])
        {
            OtherSlice = c.OtherSlice,
            RotationInside = c.RotationInside * n[14],
            Fingers = new FingerFactors(n[0], n[1], n[2], n[3], n[4], n[5], n[6], n[7]),
        };
    }

    /// <summary>Seconds of 1 of relative time.</summary>
    public static double PaceOf(ReadOnlySpan<double> numbers) => UsualPace * Math.Exp(numbers[Pace]);

    /// <summary>Seconds from the key to the cube and back.</summary>
    public static double ReachOf(ReadOnlySpan<double> numbers) => Math.Max(0, UsualReach + numbers[Reach]);

    /// <summary>How much slower one turns while one solves: a factor.</summary>
    public static double SolvingOf(ReadOnlySpan<double> numbers) => Math.Exp(UsualSolving + numbers[Solving]);

    /// <summary>
    /// Adds up what each number of the hands has in a way that turns are made: how much longer they take, in relative time, when it grows
    /// by 1.
    /// </summary>
    public static void Add(Span<double> shares, Turn turn, HandArc arc, HandConstants constants)
    {
        var own = arc.Time - HandGraph.Of(arc.Extra, constants);
        var finger = arc.Move.Finger switch
        {
            Finger.None => -1,
            Finger.RightRingAndMiddle => Finger.RightRing - Finger.RightWrist,
            Finger.LeftRingAndMiddle => Fingers / 2 + (Finger.LeftRing - Finger.LeftWrist),
            < Finger.LeftWrist => arc.Move.Finger - Finger.RightWrist,
            _ => (Fingers / 2) + (arc.Move.Finger - Finger.LeftWrist),
        };
        if (finger >= 0) shares[finger] += own;
        switch (char.ToUpperInvariant(turn.Letter))
        {
            case 'F': shares[8] += own; break;
            case 'D': shares[9] += own; break;
            case 'B': shares[10] += own; break;
            case 'R' or 'L' when turn.Quarters == 2 && turn.Kind == TurnKind.Face: shares[13] += own; break;
        }

        if (turn.Kind == TurnKind.Wide) shares[11] += own;
        else if (turn.Kind == TurnKind.Slice) shares[12] += own;
        else if (turn.Kind == TurnKind.Rotation) shares[14] += own;
        if (arc.Extra.HasFlag(HandExtra.RotationInside)) shares[14] += constants.RotationInside;
        if (arc.Extra.HasFlag(HandExtra.Regrip)) shares[15] += constants.Regrip;
        if (arc.Extra.HasFlag(HandExtra.SameFinger)) shares[16] += constants.SameFinger;
        if (arc.Extra.HasFlag(HandExtra.OtherHand)) shares[17] += constants.OtherHand;
        if (arc.Extra.HasFlag(HandExtra.TopAfterWrist)) shares[18] -= constants.TopAfterWrist;
    }
}
