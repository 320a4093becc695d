using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>What a sequence is to another one, whatever turns of the top stand before and after it and however the cube is held.</summary>
public enum LlKinship
{
    /// <summary>The same turns.</summary>
    Same,

    /// <summary>The same seen in a mirror that swaps left and right.</summary>
    Mirror,

    /// <summary>The turns that undo it.</summary>
    Inverse,

    /// <summary>The turns that undo its mirror.</summary>
    MirrorInverse,
}

/// <summary>Compares sequences as the hand learns them: who knows one knows half of its mirror.</summary>
public static class LlKin
{
    /// <summary>What one sequence is to another; null when nothing of the kind.</summary>
    public static LlKinship? Of(IReadOnlyList<Turn> turns, IReadOnlyList<Turn> other)
    {
        var own = Normal(turns);
        // What is nothing but turns of the top is no sequence.
        if (own.Length == 0) return null;
        var than = new Algorithm(other);
        if (own == Normal(other)) return LlKinship.Same;
        if (own == Normal(than.Mirror().Turns)) return LlKinship.Mirror;
        if (own == Normal(than.Inverse().Turns)) return LlKinship.Inverse;
        return own == Normal(than.Mirror().Inverse().Turns) ? LlKinship.MirrorInverse : null;
    }

    /// <summary>
    /// The turns of faces alone, without turns of the top at both ends, from the side on which they read first by the alphabet: equal for
    /// sequences that only differ in these.
    /// </summary>
    private static string Normal(IReadOnlyList<Turn> turns) =>
        LlState.Quarters.Select(q => Written([.. q == 0 ? [] : (Turn[])[Turn.FromLetter(YLetter, q)], .. turns]))
            .Min(StringComparer.Ordinal)!;

    private const int YLetter = 16;

    private static string Written(IReadOnlyList<Turn> turns)
    {
        var faces = new Algorithm(HandModel.FaceTurns(turns)).Cancelled().Turns;
        // Turns of the base commute with those of the top: among such at an end the top's are left out.
        var (first, last) = (faces.TakeWhile(IsLevel).Count(), faces.Count - faces.Reverse().TakeWhile(IsLevel).Count());
        return string.Join(' ', faces.Where((t, i) => t.Letter != 'U' || (i >= first && i < last)));

        static bool IsLevel(Turn turn) => turn.Letter is 'U' or 'D';
    }
}
