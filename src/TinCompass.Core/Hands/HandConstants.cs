namespace TinCompass.Core.Hands;

/// <summary>
/// What was fitted to sequences of which fast hands find one quicker than another (bench/TinCompass.Bench/HandFit.cs, `./tc bench hands`):
/// few numbers, each held near what it was thought to be before, so that they hold for other sequences too.
/// </summary>
/// <param name="Front">Turns of the front, times this.</param>
/// <param name="Base">Turns of the base.</param>
/// <param name="Back">Turns of the back.</param>
/// <param name="Wide">Wide turns: more cube is moved, and the hand holds it otherwise afterwards.</param>
/// <param name="Slice">Slices.</param>
/// <param name="HalfWrist">Half turns of the wrist.</param>
/// <param name="Rotation">Rotations of the whole cube.</param>
/// <param name="Regrip">Letting go and gripping anew with the wrist at home, in relative time.</param>
/// <param name="SameFinger">The same finger twice in a row has to come back first.</param>
/// <param name="WeakerHand">By how much the weaker hand is slower: a factor.</param>
/// <param name="OtherHand">The other wrist turns than the one before: the cube changes hands.</param>
/// <param name="TopAfterWrist">What a turn of the top saves right after a wrist has turned: the finger lies ready.</param>
public sealed record HandConstants(
    double Front, double Base, double Back, double Wide, double Slice, double HalfWrist, double Rotation, double Regrip, double SameFinger,
    double WeakerHand, double OtherHand, double TopAfterWrist)
{
    /// <summary>What each was thought to be before anything was fitted.</summary>
    public static HandConstants Prior { get; } = new(1.1, 1.1, 1.1, 1.2, 1, 1.1, 1, 1.3, 0.35, 1.2, 0.3, 0.3);

    /// <summary>As fitted.</summary>
    public static HandConstants Fitted { get; } = new(1.32, 1.1, 1.2, 2.1, 1.1, 1.43, 1.12, 1.3, 0.05, 1.35, 0.38, 0.66);

    /// <summary>How quick each finger is beside the table: all alike unless a solver's own are known.</summary>
    public FingerFactors Fingers { get; init; } = FingerFactors.Even;
}

/// <summary>What a turn by each finger costs, times the table's figure; the middle finger of a double flick counts with the ring.</summary>
public sealed record FingerFactors(
    double RightWrist, double RightIndex, double RightRing, double RightThumb, double LeftWrist, double LeftIndex, double LeftRing,
    double LeftThumb)
{
    /// <summary>As the table says.</summary>
    public static FingerFactors Even { get; } = new(1, 1, 1, 1, 1, 1, 1, 1);

    /// <summary>The factor of a finger; 1 for both hands at once.</summary>
    public double Of(Finger finger) => finger switch
    {
        Finger.RightWrist => RightWrist,
        Finger.RightIndex => RightIndex,
        Finger.RightRing or Finger.RightRingAndMiddle => RightRing,
        Finger.RightThumb => RightThumb,
        Finger.LeftWrist => LeftWrist,
        Finger.LeftIndex => LeftIndex,
        Finger.LeftRing or Finger.LeftRingAndMiddle => LeftRing,
        Finger.LeftThumb => LeftThumb,
        _ => 1,
    };
}
