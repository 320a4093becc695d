using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>Turns of a stop as they are told: turns of faces from a hold with the base down.</summary>
/// <param name="Held">How it is held before them: after the rotations at the beginning that leave the base down.</param>
/// <param name="Faces">Named in that hold.</param>
/// <param name="IsPlain">They are shown as they are told: otherwise the letters of sentences would not be those of the turns.</param>
internal sealed record EdgesStop(CubeState Held, IReadOnlyList<Turn> Faces, bool IsPlain)
{
    /// <summary>
    /// Turns of faces from the hold about the base in which hands make them quickest. They stay turns of faces, so that sentences can name
    /// them; only where hands make them from none of these holds they are others.
    /// </summary>
    public static IReadOnlyList<Turn> Made(IReadOnlyList<Turn> faces, CourseOptions options)
    {
        faces = new Algorithm(faces).Cancelled().Turns;
        if (options.NoRotation) return faces;
        var (turns, time) = F2lSolver.AfterY.Select(y => (IReadOnlyList<Turn>)[.. y.Rotation, .. HandWords.InHold(faces, y.Rotation)])
            .Select(t => (Turns: t, Time: options.Hands.Measure(t))).MinBy(t => t.Time ?? double.PositiveInfinity);
        return time is null ? FaceTurns.Made(faces, options) : turns;
    }

    /// <summary>
    /// A way made so, from a hold, led in by the rotation that brings the base down; its words name faces in the hold after it.
    /// </summary>
    public static StageWay Way(Hold from, IReadOnlyList<Turn> lead, IReadOnlyList<Turn> faces, CourseOptions options,
        Func<Hold, string> words)
    {
        var turns = FaceTurns.Led(from, lead, Made(faces, options));
        var held = turns.TakeWhile(t => t.Kind == TurnKind.Rotation).Aggregate(from, (hold, turn) => hold.After(turn));
        return StageWay.Of(turns, options.Hands, words(held));
    }

    /// <summary>Reads them; where no rotation at the beginning brings the base down it is thought down.</summary>
    public static EdgesStop Read(CubeState position, Color color, IReadOnlyList<Turn> turns)
    {
        var (held, lead, state) = (position, 0, position);
        for (var i = 0; i < turns.Count && turns[i].Kind == TurnKind.Rotation; i++)
        {
            state = state.Apply(turns[i]);
            if (state.Hold.ColorAt(Face.D) == color) (held, lead) = (state, i + 1);
        }

        if (held.Hold.ColorAt(Face.D) == color) return new EdgesStop(held, HandModel.FaceTurns(turns.Skip(lead)),
            turns.Skip(lead).All(t => t.Kind == TurnKind.Face));
        held = position.Apply(Hold.BringingDown(position.Hold.FaceOf(color))[0].Rotation);
        return new EdgesStop(held, FaceTurns.Renamed(HandModel.FaceTurns(turns), position.Hold, held.Hold), false);
    }

    /// <summary>The stop.</summary>
    public CourseStop Told(string stage, string title, IReadOnlyList<Color> colors, string stand, IReadOnlyList<Turn> turns,
        CourseOptions options, string way, string why, IReadOnlyList<StageNote> notes, bool isChosen) =>
        new(stage, title, colors, "", "", stand, turns, turns.Sum(t => Metric.Htm.Cost(t)), options.Hands.Measure(turns), way, why, null,
            notes, Faces, isChosen)
        { IsAsTurned = !isChosen };
}
