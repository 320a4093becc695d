using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>Turns of a stop as they are told: turns of faces from a hold with the base down.</summary>
/// <param name="Held">How it is held before them: after the rotations at the beginning that leave the base down.</param>
/// <param name="Faces">Named in that hold.</param>
internal sealed record EdgesStop(CubeState Held, IReadOnlyList<Turn> Faces)
{
    /// <summary>Reads them; where no rotation at the beginning brings the base down it is thought down.</summary>
    public static EdgesStop Read(CubeState position, Color color, IReadOnlyList<Turn> turns)
    {
        var (held, lead, state) = (position, 0, position);
        for (var i = 0; i < turns.Count && turns[i].Kind == TurnKind.Rotation; i++)
        {
            state = state.Apply(turns[i]);
            if (state.Hold.ColorAt(Face.D) == color) (held, lead) = (state, i + 1);
        }

        if (held.Hold.ColorAt(Face.D) == color) return new EdgesStop(held, HandModel.FaceTurns(turns.Skip(lead)));
        held = position.Apply(Hold.BringingDown(position.Hold.FaceOf(color))[0].Rotation);
        return new EdgesStop(held, FaceTurns.Renamed(HandModel.FaceTurns(turns), position.Hold, held.Hold));
    }

    /// <summary>The stop.</summary>
    public CourseStop Told(string stage, string title, IReadOnlyList<Color> colors, string stand, IReadOnlyList<Turn> turns,
        CourseOptions options, string way, string why, IReadOnlyList<StageNote> notes, bool isChosen) =>
        new(stage, title, colors, "", "", stand, turns, turns.Sum(t => Metric.Htm.Cost(t)), options.Hands.Measure(turns), way, why, null,
            notes, Faces, isChosen)
        { IsAsTurned = !isChosen };
}
