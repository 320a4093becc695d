using TinCompass.Core.Cube;

namespace TinCompass.Core.Stages;

/// <summary>Something a turn or a group of turns does, as it is: what is said about it is made of this, and tests prove this.</summary>
/// <param name="Kind">What was done: a code of the stage, "places".</param>
/// <param name="Piece">What it was done to, by its colours: "white-red".</param>
/// <param name="From">The place it came from.</param>
/// <param name="To">The place it went to.</param>
/// <param name="Turn">Another turn it has to do with, from 1.</param>
/// <param name="Number">A number that belongs to it.</param>
public sealed record StageFact(string Kind, string? Piece = null, string? From = null, string? To = null, int? Turn = null,
    int? Number = null);

/// <summary>Whether a note is good news.</summary>
public enum NoteTone
{
    /// <summary>Neither.</summary>
    Plain,

    /// <summary>Something comes to stand, or becomes good.</summary>
    Good,

    /// <summary>Something to look at.</summary>
    Care,
}

/// <summary>A turn or a group of turns explained.</summary>
/// <param name="From">Its first turn, from 0.</param>
/// <param name="To">One past its last turn.</param>
/// <param name="Facts">What was done.</param>
/// <param name="Words">The sentence made of it.</param>
/// <param name="Tone">Good news, or something to look at.</param>
/// <param name="Marks">Colours of what comes to stand by it.</param>
public sealed record StageNote(int From, int To, IReadOnlyList<StageFact> Facts, string Words, NoteTone Tone, IReadOnlyList<Color> Marks);

/// <summary>One of the points by which a stop is planned.</summary>
/// <param name="Title">What it is about.</param>
/// <param name="Facts">What is so.</param>
/// <param name="Words">The sentence made of it.</param>
public sealed record StagePoint(string Title, IReadOnlyList<StageFact> Facts, string Words);
