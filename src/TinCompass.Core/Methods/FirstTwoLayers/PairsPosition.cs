using System.Diagnostics.CodeAnalysis;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;

namespace TinCompass.Core.Methods.FirstTwoLayers;

/// <summary>Why a position is no beginning for pairs: a code for programs and a sentence for people.</summary>
public sealed record PairsRefusal(string Code, string Message);

/// <summary>A position whose cross stands, held with the base colour down.</summary>
/// <param name="Color">The base colour.</param>
/// <param name="Rotation">The rotation that brings the base down, from the hold of the position that was read; none when it is down already.</param>
/// <param name="State">The position after that rotation.</param>
/// <param name="Pairs">The pieces of the first two layers in it.</param>
public sealed record PairsPosition(Color Color, IReadOnlyList<Turn> Rotation, CubeState State, PairsState Pairs)
{
    /// <summary>How it is held.</summary>
    public Hold Hold => State.Hold;

    /// <summary>
    /// Reads a position: the base is <paramref name="color"/>, or, when none is said, the colour that is down, or else one whose cross stands. Refused when no cross stands or when it is another's
    /// (<c>cross-not-done</c>, <c>other-cross</c>).
    /// </summary>
    public static bool TryRead(CubeState state, Color? color, [NotNullWhen(true)] out PairsPosition? position, [NotNullWhen(false)] out PairsRefusal? refusal)
    {
        (position, refusal) = (null, null);
        var down = state.Hold.ColorAt(Face.D);
        var done = Faces.AllColors.Where(c => Missing(state, c).Length == 0).ToArray();
        var asked = color ?? (done.Length == 0 || done.Contains(down) ? down : done[0]);
        if (!done.Contains(asked))
        {
            var edges = Missing(state, asked).Select(side => CrossWords.EdgeName(asked, side)).ToArray();
            var missing = edges.Length == 4 ? "none of its four edges stands" : $"{CrossWords.Join(edges)} {(edges.Length == 1 ? "is" : "are")} not at {(edges.Length == 1 ? "its place" : "their places")}";
            refusal = done.Length == 0
                ? new PairsRefusal("cross-not-done", $"The {asked.Name()} cross is not done: {missing}.")
                : new PairsRefusal("other-cross", $"The {asked.Name()} cross is not done ({missing}); the {CrossWords.Join(done.Select(c => c.Name()))} cross is. Ask for {done[0].Name()}, or finish {asked.Name()}.");
            return false;
        }

        var rotation = down == asked ? [] : Hold.BringingDown(state.Hold.FaceOf(asked))[0].Rotation;
        var held = state.Apply(rotation);
        position = new PairsPosition(asked, rotation, held, PairsState.Of(held));
        return true;
    }

    /// <summary>The side colours of a base's cross edges that are not at their places.</summary>
    private static Color[] Missing(CubeState state, Color color)
    {
        var seen = CrossPosition.Of(state, color);
        return [.. Enumerable.Range(0, 4).Where(e => seen.StateOf(e) != Search.EdgeStickers.State(CrossTable.Places[e], 0)).Select(seen.SideOf)];
    }
}
