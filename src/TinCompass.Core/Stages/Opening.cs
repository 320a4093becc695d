using TinCompass.Core.Cube;

namespace TinCompass.Core.Stages;

/// <summary>
/// One thing a method can begin with: the cross of a colour, one of the 24 first blocks. A solver compares them before the first turn.
/// </summary>
/// <param name="Part">What the stage calls it, beside the base; empty where the base says all.</param>
/// <param name="Bases">The base colours it can be held on: one, or those of a corner.</param>
/// <param name="Title">As read: "white cross", "red block on white".</param>
/// <param name="Swatches">The colours by which it is told from the others.</param>
/// <param name="Length">The fewest turns (HTM).</param>
/// <param name="Count">How many ways have so few.</param>
/// <param name="Ready">What of it stands, or is joined, already; by its colours.</param>
/// <param name="Facts">What else there is to know before one chooses, in a few words each.</param>
public sealed record Opening(
    string Part, IReadOnlyList<Color> Bases, string Title, IReadOnlyList<Color> Swatches, int Length, int Count,
    IReadOnlyList<string> Ready, IReadOnlyList<string> Facts)
{
    /// <summary>The best of the ways with the fewest turns, rotation first; null where the stage does not rank them here.</summary>
    public StageWay? Best { get; init; }

    /// <summary>The pieces that its picture shows, in the order of the picture; empty where it has none.</summary>
    public IReadOnlyList<OpeningPiece> Pieces { get; init; } = [];
}

/// <summary>A piece of what is begun with, as a picture shows it.</summary>
/// <param name="Name">By its colours, or its place in the picture.</param>
/// <param name="Color">The colour it is drawn in.</param>
/// <param name="IsGood">It lies well: joined with a neighbour, or at most a turn from the base layer, right way up.</param>
/// <param name="Distance">The fewest turns (HTM) that bring it home alone; 0 where that is not told.</param>
/// <param name="Offset">Quarter turns of D that would bring it home (0, 1, 2, -1); null where it does not stand in the base.</param>
public sealed record OpeningPiece(string Name, Color Color, bool IsGood, int Distance = 0, int? Offset = null);
