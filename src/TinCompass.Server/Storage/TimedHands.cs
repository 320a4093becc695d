using System.Text.Json;
using System.Text.Json.Serialization;
using TinCompass.Core.Hands;

namespace TinCompass.Server.Storage;

/// <summary>What a solver timed of their hands, and the hands they took from it. A row a solver.</summary>
internal sealed class TimedHands
{
    public int SolverId { get; set; }

    public Solver? Solver { get; set; }

    /// <summary><see cref="TimedHandsData"/> as JSON.</summary>
    public required string Data { get; set; }
}

/// <summary>One time that was taken.</summary>
/// <param name="Key">Made by whoever sent it: the same time sent twice is kept once.</param>
/// <param name="At">When.</param>
/// <param name="Turns">The sequence, once; it was turned <see cref="HandTiming.Times"/> times.</param>
/// <param name="Ms">What that took.</param>
/// <param name="By">How it was taken.</param>
internal sealed record HandTime(Guid Key, DateTimeOffset At, string Turns, int Ms, TimedBy By);

/// <summary>What stands in <see cref="TimedHands.Data"/>.</summary>
/// <param name="V">The version of the form.</param>
/// <param name="Times">What was timed, in the order in which it came.</param>
/// <param name="Own">The hands in use; null: the usual ones.</param>
/// <param name="Since">Since when.</param>
internal sealed record TimedHandsData(int V, IReadOnlyList<HandTime> Times, OwnHands? Own, DateTimeOffset? Since)
{
    /// <summary>So many times are kept; the oldest go first.</summary>
    public const int Most = 400;

    private const int NewestVersion = 1;

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) },
    };

    /// <summary>Nothing timed yet.</summary>
    public static TimedHandsData None { get; } = new(NewestVersion, [], null, null);

    /// <summary>
    /// Reads what is kept; nothing when there is none. Throws <see cref="FormatException"/> or <see cref="JsonException"/> when it is not
    /// what was written.
    /// </summary>
    public static TimedHandsData Read(string? data) => data is null ? None
        : JsonSerializer.Deserialize<TimedHandsData>(data, Json) is { V: NewestVersion, Times: { } times } read
            && times.All(t => t?.Turns is not null) ? read : throw new FormatException("the form of timed hands is not known");

    public string Write() => JsonSerializer.Serialize(this, Json);
}
