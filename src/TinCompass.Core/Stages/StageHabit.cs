using System.Globalization;

namespace TinCompass.Core.Stages;

/// <summary>A choice of a habit, by its code and as read, and what it means.</summary>
public sealed record HabitChoice(string Id, string Title, string What = "");

/// <summary>
/// Something a solver can say about a stage: one of some choices, or a whole number within limits. Kept as text under its name.
/// </summary>
/// <param name="Id">Its stable name: "school".</param>
/// <param name="Title">As read.</param>
/// <param name="Usual">Its value when nothing is said.</param>
/// <param name="Choices">What can be chosen; empty for a number.</param>
/// <param name="Least">The least number.</param>
/// <param name="Most">The greatest number.</param>
public sealed record StageHabit(string Id, string Title, string Usual, IReadOnlyList<HabitChoice> Choices, int Least = 0, int Most = 0)
{
    /// <summary>Numbers that are offered by name.</summary>
    public IReadOnlyList<HabitChoice> Steps { get; init; } = [];

    /// <summary>True for a value that can be kept.</summary>
    public bool Takes(string value) => Choices.Count > 0 ? Choices.Any(c => c.Id == value)
        : int.TryParse(value, NumberStyles.None, CultureInfo.InvariantCulture, out var number) && number >= Least && number <= Most;

    /// <summary>What is expected, in words.</summary>
    public string Expected => Choices.Count > 0 ? string.Join(", ", Choices.Select(c => c.Id)) : $"{Least} to {Most}";
}
