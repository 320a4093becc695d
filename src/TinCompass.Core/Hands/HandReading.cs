using TinCompass.Core.Cube;

namespace TinCompass.Core.Hands;

/// <summary>How a solver turns: which hand is the stronger, and the letters (of UDFBRL udfbrl MES xyz) that are never turned.</summary>
public sealed record HandPreferences(bool LeftHanded = false, string Avoided = "")
{
    /// <summary>Right-handed, every turn allowed.</summary>
    public static HandPreferences Usual { get; } = new();
}

/// <summary>
/// One turn as it is made: the turn, by which finger, in how much relative time, whether its hand grips anew before it, and both wrists
/// after it.
/// </summary>
public sealed record HandStep(Turn Turn, Finger Finger, double Time, bool RegripBefore, int LeftWrist, int RightWrist);

/// <summary>A sequence as two hands turn it in the least time of the model. Times are relative: 1 is a quarter turn of the wrist.</summary>
public sealed record HandReading(IReadOnlyList<HandStep> Steps, double Time)
{
    /// <summary>How often a hand lets go and grips anew.</summary>
    public int Regrips => Steps.Count(s => s.RegripBefore);

    /// <summary>The turns as they are made.</summary>
    public IEnumerable<Turn> Turns => Steps.Select(s => s.Turn);
}
