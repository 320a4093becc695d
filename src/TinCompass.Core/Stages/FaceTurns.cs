using TinCompass.Core.Cube;
using TinCompass.Core.Hands;

namespace TinCompass.Core.Stages;

/// <summary>Turns of faces as two hands make them: the cube may be turned over for them, the base stays down.</summary>
public static class FaceTurns
{
    /// <summary>From the hold in which the turns are named.</summary>
    public static IReadOnlyList<Turn> Made(IReadOnlyList<Turn> faces, CourseOptions options) =>
        options.NoRotation || options.Hands.RewriteBaseDown(faces) is not { } read ? faces : [.. read.Turns];

    /// <summary>Turns as they are named in another hold of the same cube.</summary>
    public static IReadOnlyList<Turn> Renamed(IEnumerable<Turn> turns, Hold from, Hold to) => [.. turns.Select(t => t.Renamed(from, to))];

    /// <summary>
    /// A rotation, then turns that may begin with rotations of their own: all of these become the shortest that leads to the same hold.
    /// </summary>
    public static IReadOnlyList<Turn> Led(Hold from, IReadOnlyList<Turn> lead, IReadOnlyList<Turn> turns)
    {
        Turn[] all = [.. lead, .. turns];
        var rotations = all.TakeWhile(t => t.Kind == TurnKind.Rotation).Count();
        return [.. Between(from, all.Take(rotations).Aggregate(from, (hold, turn) => hold.After(turn))), .. all.Skip(rotations)];
    }

    /// <summary>
    /// Turns as they go on after a rotation: what is left of them when they begin with it, else the same turns of the cube in the letters
    /// of the hold after it.
    /// </summary>
    public static IReadOnlyList<Turn> After(IReadOnlyList<Turn> rotation, IReadOnlyList<Turn> turns) =>
        rotation.Count == 0 ? turns : turns.Take(rotation.Count).SequenceEqual(rotation) ? [.. turns.Skip(rotation.Count)]
            : HandWords.InHold(turns, rotation);

    /// <summary>The faces that turn, by their colours, however the cube is turned over on the way; two at once for a slice.</summary>
    public static IEnumerable<Color> Turned(Hold from, IEnumerable<Turn> turns)
    {
        var hold = from;
        foreach (var turn in turns)
        {
            // Past its own centre a wide turn turns the face across.
            if (turn.Kind == TurnKind.Face) yield return hold.ColorAt(turn.Face);
            if (turn.Kind == TurnKind.Wide) yield return hold.ColorAt(turn.Face).Opposite();
            if (turn.Kind == TurnKind.Slice)
            {
                var beside = Enum.GetValues<Face>().First(f => Turn.Of(f, 1).Axis == turn.Axis);
                yield return hold.ColorAt(beside);
                yield return hold.ColorAt(beside).Opposite();
            }

            hold = hold.After(turn);
        }
    }

    /// <summary>The shortest rotation from one hold to another.</summary>
    public static IReadOnlyList<Turn> Between(Hold from, Hold to) =>
        Hold.All.First(h => h.Rotation.Aggregate(from, (hold, turn) => hold.After(turn)) == to).Rotation;

    /// <summary>
    /// What ways in the midst of a solve are ordered by: turns, then time, or the other way round; a rotation before them takes its time.
    /// </summary>
    public static (double, double) Cost(StageWay way, CourseOptions options)
    {
        var time = way.Time is null ? double.PositiveInfinity : options.Hands.Measure(way.Turns) ?? double.PositiveInfinity;
        return options.ByTurns ? (way.Length, time) : (time, way.Length);
    }

    /// <summary>A way, measured: led in by the rotation that brings the base down.</summary>
    public static StageWay Way(Hold from, IReadOnlyList<Turn> lead, IReadOnlyList<Turn> faces, CourseOptions options, string words) =>
        StageWay.Of(Led(from, lead, Made(faces, options)), options.Hands, words);
}
