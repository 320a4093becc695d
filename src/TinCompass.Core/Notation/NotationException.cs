namespace TinCompass.Core.Notation;

/// <summary>
/// A text that is no sequence: where (line and column, both from 1), what stands there, what was expected, and a code:
/// <c>empty</c>, <c>unknown-turn</c>, <c>unclosed-bracket</c>, <c>unexpected</c>, <c>bad-repeat</c>, <c>too-deep</c>, <c>too-long</c>.
/// </summary>
public sealed class NotationException(string code, int line, int column, string offending, string expected, string message)
    : Exception(message)
{
    /// <summary>The kind of error, stable for programs.</summary>
    public string Code { get; } = code;

    /// <summary>Line, from 1.</summary>
    public int Line { get; } = line;

    /// <summary>Column in that line, from 1. One past the end when the text stops too early.</summary>
    public int Column { get; } = column;

    /// <summary>The text that cannot be read; empty when the text stops too early.</summary>
    public string Offending { get; } = offending;

    /// <summary>What would have been right there.</summary>
    public string Expected { get; } = expected;

    /// <summary>The same error, told for a text in whose first line this one began so many columns later.</summary>
    public NotationException Shifted(int columns) => columns == 0 || Line != 1 ? this
        : new(Code, Line, Column + columns, Offending, Expected,
            Message.Replace($"Column {Column}:", $"Column {Column + columns}:", StringComparison.Ordinal));
}
