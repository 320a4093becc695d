using System.Globalization;
using TinCompass.Core.Cube;

namespace TinCompass.Core.Hands;

/// <summary>The one place where hand readings become words.</summary>
public static class HandWords
{
    /// <summary>"right index", "left wrist", "both hands".</summary>
    public static string Name(Finger finger) => finger switch
    {
        Finger.None => "both hands",
        Finger.RightWrist => "right wrist",
        Finger.RightIndex => "right index",
        Finger.RightRing => "right ring",
        Finger.RightThumb => "right thumb",
        Finger.RightRingAndMiddle => "right ring, then middle",
        Finger.LeftWrist => "left wrist",
        Finger.LeftIndex => "left index",
        Finger.LeftRing => "left ring",
        Finger.LeftRingAndMiddle => "left ring, then middle",
        _ => "left thumb",
    };

    /// <summary>"R U R' U': 3.9, no regrip" (relative time: 1 is a quarter turn of the wrist).</summary>
    public static string Sum(HandReading reading) =>
        $"{string.Join(' ', reading.Turns)}: {Time(reading.Time)}, " +
            $"{reading.Regrips switch { 0 => "no regrip", 1 => "1 regrip", var n => $"{n} regrips" }}";

    /// <summary>A relative time with one digit after the point.</summary>
    public static string Time(double time) => time.ToString("0.0", CultureInfo.InvariantCulture);

    /// <summary>
    /// The same turns of the cube as they are written from another hold: held y, what was R is F. The hold is reached by turning the whole
    /// cube.
    /// </summary>
    public static IReadOnlyList<Turn> InHold(IReadOnlyList<Turn> turns, IReadOnlyList<Turn> hold)
    {
        var held = hold.Aggregate(Hold.Scramble, (h, turn) => h.After(turn));
        return [.. turns.Select(turn => turn.Renamed(Hold.Scramble, held))];
    }
}
