namespace TinCompass.Server.Features.Hands;

/// <summary>What ways are ranked by first, as a request says it.</summary>
internal enum Measure
{
    /// <summary>Least time for the hands.</summary>
    Time,

    /// <summary>Fewest turns.</summary>
    Turns,
}
