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

    /// <summary>
    /// What there is to say of fitted hands: how far they can be trusted, and where they differ most from the usual ones, if they surely
    /// do.
    /// </summary>
    public static string Of(HandFit fit)
    {
        if (fit.Timings + fit.Runs == 0) return "Nothing is timed yet: these are the usual hands, at a pace that is guessed.";
        if (fit.Missed is not { } missed || fit.UsualMissed is not { } usual)
            return $"{fit.Sequences} of {HandFitting.FewestForetold} different sequences are timed: what is foretold of them is not " +
                "tried yet.";
        if (!fit.TellsSomething)
            return $"These timings tell nothing about your hands: predicted from each other they are off by {Share(missed)} on average, " +
                "and real ones by 4 to 12 %. Check that each time belongs to its algorithm, delete the others, and time again.";
        var trust = missed < usual
            ? $"Foretold from all the others, a time of yours is missed by {Share(missed)} on average; by the usual hands, at your pace, " +
                $"by {Share(usual)}."
            : $"Foretold from all the others, a time of yours is missed by {Share(missed)} on average, no less than by the usual hands " +
                $"at your pace ({Share(usual)}): time more.";
        return Odd(fit) is not { } odd ? trust
            : $"{trust} Most your own: {odd.Title}, {(odd.Example.Length > 0 ? $"{odd.Example} " : "")}in {Seconds(odd.Seconds)} s where " +
                $"usual hands of your pace take {Seconds(odd.Usual)}.";
    }

    /// <summary>
    /// The figure that differs most from the usual one, of those that surely do: by more than three times what they may be off.
    /// </summary>
    public static HandFigure? Odd(HandFit fit) =>
        fit.Figures.Where(f => Math.Abs(f.Seconds - f.Usual) > 3 * f.Spread).MaxBy(f => Math.Abs(Math.Log(f.Seconds / f.Usual)));

    private static string Share(double share) => (share * 100).ToString(share < 0.1 ? "0.0 '%'" : "0 '%'", CultureInfo.InvariantCulture);

    private static string Seconds(double seconds) => seconds.ToString("0.00", CultureInfo.InvariantCulture);

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
