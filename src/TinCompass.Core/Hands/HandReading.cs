using TinCompass.Core.Cube;

namespace TinCompass.Core.Hands;

/// <summary>Which hand turns the middle layer between left and right.</summary>
public enum MiddleHand
{
    /// <summary>Whichever is quicker at the moment.</summary>
    Either,

    /// <summary>The left one; the right one holds and turns the top.</summary>
    Left,

    /// <summary>The right one; the left one holds and turns the top.</summary>
    Right,
}

/// <summary>
/// How a solver turns: which hand is the stronger, the letters (of UDFBRL udfbrl MES xyz) that are never turned, which hand makes M, and
/// what was found of their own hands; null: the usual ones.
/// </summary>
public sealed record HandPreferences(
    bool LeftHanded = false, string Avoided = "", MiddleHand Middle = MiddleHand.Either, OwnHands? Own = null)
{
    /// <summary>Right-handed, every turn allowed.</summary>
    public static HandPreferences Usual { get; } = new();
}

/// <summary>A solver's own hands, fitted to what they timed (<see cref="HandFitting"/>).</summary>
/// <param name="Constants">What their turns cost, in relative time.</param>
/// <param name="SecondsPerUnit">Seconds for 1 of relative time.</param>
public sealed record OwnHands(HandConstants Constants, double SecondsPerUnit);

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
