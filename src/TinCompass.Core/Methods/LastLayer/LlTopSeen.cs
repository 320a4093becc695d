using TinCompass.Core.Cube;
using TinCompass.Core.Hands;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>The top of a position whose first two layers stand, as far as its orientation: how much is up, how soon all of it is.</summary>
/// <param name="Edges">How many of its four edges show the top's colour.</param>
/// <param name="Corners">How many of its four corners do.</param>
/// <param name="Time">Relative time of the quickest sequence that orients it; 0 where it is, null where hands avoid them all.</param>
public sealed record LlTopSeen(int Edges, int Corners, double? Time)
{
    /// <summary>Reads a position; null where its first two layers do not stand.</summary>
    public static LlTopSeen? Of(CubeState cube, LlTools tools, HandModel hands)
    {
        if (Faces.AllColors.Select(c => LlPosition.TryRead(cube, c, out var stands, out _) ? stands : null)
            .FirstOrDefault(p => p is not null) is not { } read) return null;
        var top = read.State;
        var ranked = tools.Rank(LlSet.Oll, top, hands);
        return new LlTopSeen(LlState.Quarters.Count(p => top.FlipAt(p) == 0), LlState.Quarters.Count(p => top.TwistAt(p) == 0),
            ranked.Count == 0 ? 0 : ranked[0].Time);
    }

    /// <summary>"2 of 4 edges and 1 of 4 corners up, oriented in 7.2 wt".</summary>
    public string Told(HandModel hands)
    {
        if (Edges + Corners == 2 * LlState.Places) return "the top is oriented";
        return $"{Edges} of 4 edges and {Corners} of 4 corners up{(Time is { } time ? $", oriented in {hands.Told(time)}" : "")}";
    }
}
