using System.Diagnostics.CodeAnalysis;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.F2l;

/// <summary>A position whose cross stands, held with the base colour down.</summary>
/// <param name="Color">The base colour.</param>
/// <param name="Rotation">The rotation that brings the base down, from the hold of the position that was read; none when it is down
/// already.</param>
/// <param name="State">The position after that rotation.</param>
/// <param name="Pairs">The pieces of the first two layers in it.</param>
public sealed record F2lPosition(Color Color, IReadOnlyList<Turn> Rotation, CubeState State, F2lState Pairs)
{
    /// <summary>How it is held.</summary>
    public Hold Hold => State.Hold;

    /// <summary>
    /// Reads a position: the base is <paramref name="color"/>, or, when none is said, the colour that is down, or else one whose cross
    /// stands. Refused when no cross stands or when it is another's
    /// (<c>cross-not-done</c>, <c>other-cross</c>).
    /// </summary>
    public static bool TryRead(CubeState state, Color? color, [NotNullWhen(true)] out F2lPosition? position,
        [NotNullWhen(false)] out StageRefusal? refusal)
    {
        var asked = color ?? CrossCourse.BaseOf(state);
        (position, refusal) = (null, CrossCourse.Refuse(state, asked));
        if (refusal is not null) return false;
        var rotation = state.Hold.ColorAt(Face.D) == asked ? [] : Hold.BringingDown(state.Hold.FaceOf(asked))[0].Rotation;
        var held = state.Apply(rotation);
        position = new F2lPosition(asked, rotation, held, F2lState.Of(held));
        return true;
    }
}
