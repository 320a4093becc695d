using System.Globalization;
using System.Text.Json;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Feed;

/// <summary>
/// One line of what a cube reports (docs/feed.md): a number that rises by one from line to line, and one thing that happened.
/// </summary>
/// <param name="Number">Its number, from 1.</param>
/// <param name="Ms">The cube's own clock, in ms from any beginning.</param>
public abstract record FeedLine(long Number, int Ms)
{
    /// <summary>The longest line, in characters.</summary>
    public const int MaxLength = 4_000;

    /// <summary>The highest number.</summary>
    private const long MaxNumber = 1L << 50;

    /// <summary>A turn was made.</summary>
    public sealed record Turned(long Number, int Ms, Turn Turn) : FeedLine(Number, Ms)
    {
        /// <inheritdoc/>
        protected override string Said => $"\"turn\":\"{Turn}\"";
    }

    /// <summary>How the cube stands, as it knows it.</summary>
    public sealed record Stood(long Number, int Ms, CubeState State) : FeedLine(Number, Ms)
    {
        /// <inheritdoc/>
        protected override string Said => $"\"state\":\"{Facelets.Write(State)}\"";
    }

    /// <summary>Which scramble is turned next, and perhaps by which method it is solved.</summary>
    public sealed record Asked(long Number, int Ms, Algorithm Scramble, string? Method = null) : FeedLine(Number, Ms)
    {
        /// <inheritdoc/>
        protected override string Said => $"\"scramble\":\"{Scramble}\"" + (Method is null ? "" : $",\"method\":{Quoted(Method)}");
    }

    /// <summary>How full its battery is, 0 to 1.</summary>
    public sealed record Battery(long Number, int Ms, double Level) : FeedLine(Number, Ms)
    {
        /// <inheritdoc/>
        protected override string Said => string.Create(CultureInfo.InvariantCulture, $"\"battery\":{Level:0.00}");
    }

    /// <summary>What it says, as JSON.</summary>
    protected abstract string Said { get; }

    /// <inheritdoc/>
    public sealed override string ToString() =>
        string.Create(CultureInfo.InvariantCulture, $"{{\"n\":{Number},\"t\":{Ms},{Said}}}");

    /// <summary>
    /// Reads a line: {"n":7,"t":1250,"turn":"R'"}, or with state, scramble or battery in place of turn. Throws <see cref="FeedException"/>
    /// with the code bad-line, bad-number, bad-time, bad-turn, bad-state, bad-scramble or bad-battery.
    /// </summary>
    public static FeedLine Parse(string text)
    {
        if (text.Length > MaxLength)
            throw new FeedException("bad-line", $"A line has at most {MaxLength} characters; this one has {text.Length}.");
        try
        {
            using var document = JsonDocument.Parse(text);
            return Read(document.RootElement);
        }
        catch (JsonException e)
        {
            throw new FeedException("bad-line", $"This is no JSON: {FeedException.Short(text)} (column {e.BytePositionInLine + 1}).");
        }
    }

    /// <summary>Reads a line that is JSON already; throws as <see cref="Parse"/>.</summary>
    public static FeedLine Read(JsonElement line)
    {
        if (line.ValueKind != JsonValueKind.Object) throw new FeedException("bad-line", "A line is an object, as {\"n\":7,…}.");
        if (!line.TryGetProperty("n", out var n) || n.ValueKind != JsonValueKind.Number || !n.TryGetInt64(out var number)
            || number is < 1 or > MaxNumber)
            throw new FeedException("bad-number", "A line has its number, as \"n\":7: a whole number from 1.");
        if (!line.TryGetProperty("t", out var t) || t.ValueKind != JsonValueKind.Number || !t.TryGetInt32(out var ms) || ms < 0)
            throw Wrong("bad-time", "its time is missing, as \"t\":1250: whole milliseconds from 0.");
        if (Text("turn") is { } turn)
        {
            return TryTurns(turn) is { Turns: [var one] } ? new Turned(number, ms, one)
                : throw Wrong("bad-turn", $"'{FeedException.Short(turn)}' is not one turn, such as R' or U2.");
        }

        if (Text("state") is { } state)
        {
            var (stands, flaw) = Legality.Read(state);
            return stands is { } legal ? new Stood(number, ms, legal)
                : throw Wrong("bad-state", flaw!.Message);
        }

        if (Text("scramble") is { } scramble)
        {
            return TryTurns(scramble) is { Turns.Count: > 0 } asked ? new Asked(number, ms, asked, Text("method"))
                : throw Wrong("bad-scramble", $"'{FeedException.Short(scramble)}' is no scramble.");
        }

        if (line.TryGetProperty("battery", out var battery))
        {
            return battery.ValueKind == JsonValueKind.Number && battery.TryGetDouble(out var level) && level is >= 0 and <= 1
                ? new Battery(number, ms, level)
                : throw Wrong("bad-battery", "a battery is 0 (empty) to 1 (full).");
        }

        throw Wrong("bad-line", "it has no turn, state, scramble or battery.");

        string? Text(string name) => !line.TryGetProperty(name, out var value) ? null
            : value.ValueKind == JsonValueKind.String ? value.GetString()
            : throw Wrong($"bad-{name}", $"its {name} is text between quotation marks.");

        FeedException Wrong(string code, string said) => new(code, $"Line {number}: {said}") { Number = number };
    }

    private static string Quoted(string text) => JsonSerializer.Serialize(text);

    private static Algorithm? TryTurns(string text)
    {
        try
        {
            return Algorithm.Parse(text);
        }
        catch (NotationException)
        {
            return null;
        }
    }
}

/// <summary>A line of a feed that cannot be taken: a stable code, and what is wrong in words.</summary>
public sealed class FeedException(string code, string message) : Exception(message)
{
    private const int MostShown = 40;

    /// <summary>Stable.</summary>
    public string Code => code;

    /// <summary>The number of the line, where it can be read: then only what it says is wrong, and nothing waits for it.</summary>
    public long? Number { get; init; }

    /// <summary>The beginning of a text that came from outside.</summary>
    public static string Short(string text) => text.Length <= MostShown ? text : text[..MostShown] + "…";
}
