using TinCompass.Core.Cube;

namespace TinCompass.Core.Hands;

/// <summary>What moves: a wrist, or a finger of a hand.</summary>
public enum Finger : byte
{
    /// <summary>Nothing yet, or both hands at once (a rotation).</summary>
    None,

    /// <summary>Right wrist.</summary>
    RightWrist,

    /// <summary>Right index finger.</summary>
    RightIndex,

    /// <summary>Right ring finger.</summary>
    RightRing,

    /// <summary>Right thumb.</summary>
    RightThumb,

    /// <summary>Right ring finger and the middle one right after it: a double flick of the middle layer.</summary>
    RightRingAndMiddle,

    /// <summary>Left wrist.</summary>
    LeftWrist,

    /// <summary>Left index finger.</summary>
    LeftIndex,

    /// <summary>Left ring finger.</summary>
    LeftRing,

    /// <summary>Left thumb.</summary>
    LeftThumb,

    /// <summary>Left ring finger and the middle one right after it.</summary>
    LeftRingAndMiddle,
}

/// <summary>
/// One way to make a turn: which finger, what it costs (1 is a quarter turn of the wrist), how far it turns its own wrist, and the wrist
/// states (−1..2) from
/// which it can be done.
/// </summary>
public readonly record struct HandMove(Finger Finger, double Cost, int WristTurn, int FromWrist, int ToWrist)
{
    /// <summary>True for the right hand; rotations belong to both and count as right.</summary>
    public bool IsRight => Finger < Finger.LeftWrist;
}

/// <summary>
/// The constants of the two-hand model, in one place. Times are relative: 1 is one quarter turn by the wrist; what was fitted stands
/// in <see cref="HandConstants"/>. The table is written for the right hand; the left is its mirror image,
/// so no hand is favoured. A wrist stands at −1, 0 (home), 1 or 2 quarter turns; beyond that it must
/// let go and grip anew.
/// </summary>
public static class HandTable
{
    /// <summary>
    /// What it costs the hand that has the middle layer to turn the top as well, right after: the other one lies ready there. Only for
    /// solvers with a fixed hand for M. More than a push of the index finger costs over a pull, so that the other hand turns the top
    /// either way. A guess, not fitted: the calibration knows no such pairs.
    /// </summary>
    public const double TopByMiddleHand = 0.6;

    /// <summary>The furthest a wrist is turned in, in quarters.</summary>
    public const int MinWrist = -1;

    /// <summary>The furthest a wrist is turned out, in quarters.</summary>
    public const int MaxWrist = 2;

    // Letter, quarters, finger of the right hand, cost, wrist turn, wrist states from and to.
    private static readonly (string Letters, int Quarters, Finger Finger, double Cost, int WristTurn, int From, int To)[] RightHand =
    [
        // The wrist: R and everything that goes with it.
        ("R", 1, Finger.RightWrist, 1.0, 1, -1, 1), ("R", 3, Finger.RightWrist, 1.0, -1, 0, 2), ("R", 2, Finger.RightWrist, 1.5, 2, -1, 0),
            ("R", 2, Finger.RightWrist, 1.5, -2, 1, 2),
        ("r", 1, Finger.RightWrist, 1.1, 1, -1, 1), ("r", 3, Finger.RightWrist, 1.1, -1, 0, 2), ("r", 2, Finger.RightWrist, 1.6, 2, -1, 0),
            ("r", 2, Finger.RightWrist, 1.6, -2, 1, 2),

        // The index finger pulls U, pushes it back less well, and flicks it twice.
        ("U", 1, Finger.RightIndex, 0.8, 0, -1, 1), ("U", 3, Finger.RightIndex, 1.3, 0, -1, 1), ("U", 2, Finger.RightIndex, 1.25, 0, -1, 1),
        ("u", 1, Finger.RightIndex, 1.2, 0, -1, 1), ("u", 3, Finger.RightIndex, 1.7, 0, -1, 1), ("u", 2, Finger.RightIndex, 1.8, 0, -1, 1),

        // The ring finger does the same below.
        ("D", 3, Finger.RightRing, 1.0, 0, -1, 1), ("D", 1, Finger.RightRing, 1.5, 0, -1, 1), ("D", 2, Finger.RightRing, 1.6, 0, -1, 1),
        ("d", 3, Finger.RightRing, 1.4, 0, -1, 1), ("d", 1, Finger.RightRing, 1.8, 0, -1, 1), ("d", 2, Finger.RightRing, 2.1, 0, -1, 1),

        // F by the index finger from a wrist at home or turned in, back by the thumb.
        ("F", 1, Finger.RightIndex, 1.2, 0, -1, 0), ("F", 3, Finger.RightThumb, 1.3, 0, 0, 1), ("F", 2, Finger.RightIndex, 1.9, 0, -1, 0),
        ("f", 1, Finger.RightIndex, 1.5, 0, -1, 0), ("f", 3, Finger.RightThumb, 1.6, 0, 0, 1), ("f", 2, Finger.RightIndex, 2.3, 0, -1, 0),

        // B is dear, and bearable from a wrist turned out.
        ("B", 1, Finger.RightIndex, 1.5, 0, 1, 1), ("B", 3, Finger.RightIndex, 1.7, 0, 1, 1), ("B", 1, Finger.RightIndex, 2.2, 0, -1, 2),
            ("B", 3, Finger.RightIndex, 2.3, 0, -1, 2), ("B", 2, Finger.RightIndex, 3.0, 0, -1, 2),
        ("b", 1, Finger.RightIndex, 2.4, 0, -1, 2), ("b", 3, Finger.RightIndex, 2.5, 0, -1, 2), ("b", 2, Finger.RightIndex, 3.3, 0, -1, 2),

        // Slices: M' is a flick of the ring finger from below, M2 the same with the middle finger after it, M a push of the thumb in front.
        ("M", 3, Finger.RightRing, 1.1, 0, -1, 1), ("M", 1, Finger.RightThumb, 1.5, 0, -1, 1),
            ("M", 2, Finger.RightRingAndMiddle, 1.6, 0, -1, 1),
        ("E", 1, Finger.RightRing, 2.0, 0, -1, 1), ("E", 3, Finger.RightRing, 2.0, 0, -1, 1), ("E", 2, Finger.RightRing, 2.8, 0, -1, 1),
        ("S", 1, Finger.RightIndex, 1.9, 0, -1, 1), ("S", 3, Finger.RightThumb, 1.9, 0, -1, 1), ("S", 2, Finger.RightIndex, 2.7, 0, -1, 1),
    ];

    /// <summary>Rotations are made by both hands and leave both at home.</summary>
    private static readonly (char Letter, double Quarter, double Half)[] BothHands = [('x', 1.5, 2.2), ('y', 1.9, 2.7), ('z', 2.0, 2.8)];

    private static readonly HandMove[][] Moves = Build(HandConstants.Fitted);

    /// <summary>All ways to make a turn.</summary>
    public static IReadOnlyList<HandMove> WaysTo(Turn turn) => Moves[turn.Index];

    /// <summary>All ways to make a turn by other constants than the usual ones.</summary>
    internal static IReadOnlyList<HandMove> WaysTo(Turn turn, HandConstants constants) =>
        constants == HandConstants.Fitted ? Moves[turn.Index] : [.. Build(turn, constants)];

    private static HandMove[][] Build(HandConstants constants) =>
        [.. Enumerable.Range(0, Turn.Count).Select(i => Build(Turn.FromIndex(i), constants).ToArray())];

    private static IEnumerable<HandMove> Build(Turn turn, HandConstants constants)
    {
        foreach (var (letter, quarter, half) in BothHands)
            if (turn.Letter == letter) yield return new HandMove(Finger.None, (turn.Quarters == 2 ? half : quarter) * constants.Rotation, 0,
                MinWrist, MaxWrist);
        foreach (var way in RightHand)
            if (way.Letters[0] == turn.Letter && way.Quarters == turn.Quarters)
                yield return Move(way.Finger, way);
        var mirror = turn.Mirror;
        foreach (var way in RightHand)
            if (way.Letters[0] == mirror.Letter && way.Quarters == mirror.Quarters)
                yield return Move((Finger)((int)way.Finger + (Finger.LeftWrist - Finger.RightWrist)), way);

        HandMove Move(Finger finger, (string Letters, int Quarters, Finger Finger, double Cost, int WristTurn, int From, int To) way) =>
            new(finger, way.Cost * Scale(turn, constants) * constants.Fingers.Of(finger), way.WristTurn, way.From, way.To);
    }

    /// <summary>What the constants make dearer or cheaper: the face, and whether the turn is wide or a slice.</summary>
    private static double Scale(Turn turn, HandConstants constants) => char.ToUpperInvariant(turn.Letter) switch
    {
        'F' => constants.Front,
        'D' => constants.Base,
        'B' => constants.Back,
        _ => 1,
    } * turn.Kind switch
    {
        TurnKind.Wide => constants.Wide,
        TurnKind.Slice => constants.Slice * (turn.Letter == 'M' ? 1 : constants.OtherSlice),
        // A wide half move is not dearer twice.
        _ => turn.Quarters == 2 && turn.Letter is 'R' or 'L' ? constants.HalfWrist : 1,
    };
}
