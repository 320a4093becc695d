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
    public static HandConstants Prior { get; } = new(1.1, 1.1, 1.1, 1.2, 1, 1.1, 1, 1.3, 0.35, 1.2, 0.3, 0.3)
    {
        OtherSlice = 1.2,
        RotationInside = 0.5,
    };

    /// <summary>
    /// As fitted to pairs of algorithms, to what fast hands turn for F2L, and to every second case of the books of the last layer and CMLL
    /// (rotations are kept somewhat dearer than the fit wants them). Of the 60 cases kept aside the common algorithm is the quickest as
    /// written in 35 (32 before), of the 101 it was fitted to in 74 (70 before); all 26 pairs hold.
    /// </summary>
    public static HandConstants Fitted { get; } = new(1.46, 1.1, 1.78, 2.05, 1.8, 1.58, 1.12, 1.3, 0.33, 1.28, 0.62, 0.42)
    {
        OtherSlice = 1.2,
        RotationInside = 0.6,
    };

    /// <summary>Slices other than M, times this on top of <see cref="Slice"/>: no finger lies ready for S and E.</summary>
    public double OtherSlice { get; init; } = 1;

    /// <summary>What a rotation takes more between moves than before the first one: the flow of the hands is broken.</summary>
    public double RotationInside { get; init; }

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
