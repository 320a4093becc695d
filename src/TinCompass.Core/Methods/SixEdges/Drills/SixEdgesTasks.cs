using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.SixEdges.Drills;

/// <summary>What the drills of the last six edges have in common: positions that M and U reach, drawn until they fit.</summary>
internal static class SixEdgesTasks
{
    private const int Mixing = 60;

    /// <summary>Usual hands: verdicts do not depend on whose they are.</summary>
    public static HandModel Usual { get; } = new(HandPreferences.Usual);

    /// <summary>A held position that fits, one of the solver's colours down.</summary>
    public static CubeState Draw(DrillWish wish, Random random, Func<int, bool> fits)
    {
        while (true)
        {
            var hold = Hold.BringingDown((Face)wish.Colors[random.Next(wish.Colors.Count)])[random.Next(4)];
            var state = CubeState.Solved.Apply(hold.Rotation);
            for (var i = 0; i < Mixing; i++) state = state.Apply(SixEdgesTable.Turns[random.Next(SixEdgesTable.Turns.Count)]);
            if (fits(IndexOf(state))) return state;
        }
    }

    /// <summary>The sides that are not shown: from level 2 on those that one does not see from the front and the right.</summary>
    public static IReadOnlyList<Face> CoveredAt(int level) => level > 1 ? [Face.D, Face.B, Face.L] : [];

    /// <summary>The number of a held position.</summary>
    public static int IndexOf(CubeState held) => SixEdgesIndex.IndexOf(held, out var missing)
        ?? throw new InvalidOperationException(missing);

    /// <summary>The colour on which the blocks stand, wherever the centres are: the one that a corner of theirs shows below.</summary>
    public static Focus FocusOf(CubeState held) => new(Faces.AllColors.First(c => Hold.All.Any(h => h.ColorAt(Face.D) == c
        && h.ColorAt(Face.L) == held.Hold.ColorAt(Face.L) && held.AsHeld(h).CornerAt(Corner.DLF) == Corner.DLF
        && held.AsHeld(h).TwistAt(Corner.DLF) == 0)));
}
