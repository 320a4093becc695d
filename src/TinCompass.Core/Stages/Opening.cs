using TinCompass.Core.Cube;

namespace TinCompass.Core.Stages;

/// <summary>
/// One thing a method can begin with: the cross of a colour, one of the 24 first blocks. A solver compares them before the first turn.
/// </summary>
/// <param name="Part">What the stage calls it, beside the base; empty where the base says all.</param>
/// <param name="Bases">The base colours it can be held on: one, or those of a corner.</param>
/// <param name="Title">As read: "white cross", "red block on white".</param>
/// <param name="Swatches">The colours that tell it apart.</param>
/// <param name="Length">The fewest turns (HTM).</param>
/// <param name="Count">How many ways have that length.</param>
/// <param name="Ready">The parts of it that are solved or joined already, by their colours.</param>
/// <param name="Facts">What else to know before choosing.</param>
public sealed record Opening(
    string Part, IReadOnlyList<Color> Bases, string Title, IReadOnlyList<Color> Swatches, int Length, int Count,
    IReadOnlyList<string> Ready, IReadOnlyList<OpeningFact> Facts)
{
    /// <summary>The best of the ways with the fewest turns, rotation first; null where the stage does not rank them here.</summary>
    public StageWay? Best { get; init; }

    /// <summary>The pieces in its picture, in the order of the picture; empty where it has none.</summary>
    public IReadOnlyList<OpeningPiece> Pieces { get; init; } = [];
}

/// <summary>What can be said of an opening.</summary>
public enum OpeningKind
{
    /// <summary>How many of its edges are bad (<see cref="StageFact.Number"/>).</summary>
    Bad,

    /// <summary>
    /// The rotation before its best way (<see cref="StageFact.To"/>; empty for none) and its quarter turns
    /// (<see cref="StageFact.Number"/>).
    /// </summary>
    Held,

    /// <summary>The faces in front and behind, by their colours (<see cref="StageFact.Piece"/>).</summary>
    Sides,
}

/// <summary>Something to know about an opening.</summary>
/// <param name="Fact">What is so; its kind is an <see cref="OpeningKind"/>.</param>
/// <param name="Words">The few words made of it: "3 bad".</param>
public sealed record OpeningFact(StageFact Fact, string Words)
{
    /// <summary>How many edges are bad.</summary>
    public static OpeningFact Bad(int count) =>
        new(new StageFact(Stages.Words.Code(OpeningKind.Bad), Number: count), count == 0 ? "all good" : $"{count} bad");

    /// <summary>The faces in front and behind.</summary>
    public static OpeningFact Sides(string colors) =>
        new(new StageFact(Stages.Words.Code(OpeningKind.Sides), colors), $"{colors} in front and behind");

    /// <summary>How the cube is held before a way.</summary>
    public static OpeningFact Held(string rotation, int quarters) => new(
        new StageFact(Stages.Words.Code(OpeningKind.Held), To: rotation, Number: quarters),
        quarters == 0 ? "held as scrambled" : $"held {rotation}, {quarters} quarter {(quarters == 1 ? "turn" : "turns")} of the cube");
}

/// <summary>A piece in the picture of an opening.</summary>
/// <param name="Name">By its colours, or its place in the picture.</param>
/// <param name="Color">The colour it is drawn in.</param>
/// <param name="IsGood">It is joined with a neighbour, or at most one turn from the base layer, right way up.</param>
/// <param name="Distance">The fewest turns (HTM) that bring it home alone; 0 where the picture does not show it.</param>
/// <param name="Offset">Quarter turns of D that would bring it home (0, 1, 2, -1); null where it is not in the base layer.</param>
public sealed record OpeningPiece(string Name, Color Color, bool IsGood, int Distance = 0, int? Offset = null);
