using System.Collections.Concurrent;
using System.Net;

namespace TinCompass.Server.Features.Club;

/// <summary>
/// Slows down whoever guesses: by the name that is tried from an address, and by the address itself. Others who use the name, and devices
/// that were signed in by it before, are not slowed. A try counts from the moment when it begins, so that many at once gain nothing.
/// </summary>
internal sealed class WrongTries(TimeProvider clock)
{
    /// <summary>So many wrong tries of one name are free; and so many of one address, whatever the names.</summary>
    public const int FreeOfName = 5, FreeOfAddress = 20;

    private const int MostKept = 20_000;
    private static readonly TimeSpan First = TimeSpan.FromSeconds(30), Longest = TimeSpan.FromHours(1), Forgotten = TimeSpan.FromDays(1);

    private readonly ConcurrentDictionary<string, Tries> all = new(StringComparer.Ordinal);

    /// <summary>Begins a try; how long to wait when it does not count.</summary>
    public TimeSpan? Begin(params ReadOnlySpan<(string Key, int Free)> keys)
    {
        var now = clock.GetUtcNow();
        foreach (var (key, _) in keys)
            if (all.TryGetValue(key, out var before) && before.Until > now) return before.Until - now;
        if (all.Count > MostKept) ForgetOld(now);
        foreach (var (key, free) in keys)
            all.AddOrUpdate(key, _ => new Tries(1, now, now), (_, t) =>
            {
                var count = now - t.Last > Forgotten ? 1 : t.Count + 1;
                return new Tries(count, now, count < free ? now : now + Wait(count - free));
            });
        return null;
    }

    /// <summary>Whether tries are slowed at this moment.</summary>
    public bool AreSlowed(string key) => all.TryGetValue(key, out var tries) && tries.Until > clock.GetUtcNow();

    /// <summary>The try was right: the name is not slowed here any more, and the address has one try less.</summary>
    public void Right(string name, string address)
    {
        all.TryRemove(name, out _);
        if (all.TryGetValue(address, out var tries)) all.TryUpdate(address, tries with { Count = tries.Count - 1 }, tries);
    }

    /// <summary>An address, or the part of it that one household or one machine has to itself.</summary>
    public static string Of(IPAddress? address)
    {
        if (address is null) return "";
        if (address.IsIPv4MappedToIPv6) address = address.MapToIPv4();
        return address.GetAddressBytes() is { Length: 16 } bytes ? Convert.ToHexString(bytes.AsSpan(0, 8)) : address.ToString();
    }

    private static TimeSpan Wait(int over) => over >= 7 ? Longest : First * (1 << over);

    private void ForgetOld(DateTimeOffset now)
    {
        foreach (var old in all.Where(t => t.Value.Until <= now).OrderBy(t => t.Value.Last).Take(MostKept / 2)) all.TryRemove(old);
    }

    private sealed record Tries(int Count, DateTimeOffset Last, DateTimeOffset Until);
}
