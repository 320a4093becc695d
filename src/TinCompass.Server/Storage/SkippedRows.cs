using System.Text.Json;
using TinCompass.Core.Notation;

namespace TinCompass.Server.Storage;

/// <summary>
/// Rows that could not be read while a request was answered: they are left out, logged, and told with the answer in a header, so that the
/// page says it; no row takes a view down.
/// </summary>
internal sealed partial class SkippedRows(ILogger<SkippedRows> log)
{
    /// <summary>The header of an answer from which rows were left out: "2 plans, 1 answer".</summary>
    public const string Header = "Tin-Compass-Skipped";

    private readonly Dictionary<string, int> skipped = [];

    /// <summary>Counts a row that is left out, and logs it.</summary>
    /// <param name="what">What it is, in one word: "plan".</param>
    /// <param name="id">Its number or name in its table.</param>
    /// <param name="why">Why it cannot be read.</param>
    public void Add(string what, object id, string why)
    {
        lock (skipped) skipped[what] = skipped.GetValueOrDefault(what) + 1;
        Left(log, what, id, why);
    }

    /// <summary>Reads a row, or parts of it; null when it cannot be read.</summary>
    public T? Read<T>(string what, object id, Func<T> read)
        where T : class
    {
        try
        {
            return read();
        }
        catch (Exception e) when (e is FormatException or OverflowException or NotationException or InvalidDataException or JsonException
            or ArgumentException or KeyNotFoundException)
        {
            Add(what, id, e.Message);
            return null;
        }
    }

    /// <summary>What was left out; empty when nothing was.</summary>
    public override string ToString()
    {
        lock (skipped) return string.Join(", ", skipped.Select(s => s.Value == 1 ? $"1 {s.Key}" : $"{s.Value} {s.Key}s"));
    }

    /// <summary>Tells it with the answer.</summary>
    public static Task Tell(HttpContext context, RequestDelegate next)
    {
        context.Response.OnStarting(() =>
        {
            if (context.RequestServices.GetRequiredService<SkippedRows>().ToString() is { Length: > 0 } said)
                context.Response.Headers[Header] = said;
            return Task.CompletedTask;
        });
        return next(context);
    }

    [LoggerMessage(Level = LogLevel.Warning, Message = "The {What} {Id} cannot be read and is left out: {Why}")]
    private static partial void Left(ILogger log, string what, object id, string why);
}
