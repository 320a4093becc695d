using System.Collections.Concurrent;
using System.Globalization;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Hands;
using TinCompass.Server.Access;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Hands;

/// <summary>
/// The hand models in use, one for each kind of hands: each takes a millisecond to build and half a megabyte. A request that says in its
/// header <see cref="Header"/> for whom it asks has the hands that this solver took from what they timed.
/// </summary>
internal sealed class HandModels(IHttpContextAccessor? requests = null)
{
    /// <summary>The number of a solver: whose own hands are meant by this request.</summary>
    public const string Header = "Hands-Of";

    private const int Most = 64;
    private const int MostWithout = 10_000;

    private static readonly object Key = new();

    private readonly ConcurrentDictionary<HandPreferences, HandModel> models = new();
    private readonly ConcurrentDictionary<int, OwnHands> owns = new();
    private readonly ConcurrentDictionary<int, bool> without = new();

    /// <summary>Finds out whose hands a request means; hands that one may not read are not told, the usual ones are meant then.</summary>
    public static async Task HearAsync(HttpContext context, RequestDelegate next)
    {
        if (int.TryParse(context.Request.Headers[Header], NumberStyles.None, CultureInfo.InvariantCulture, out var solverId))
        {
            var db = context.RequestServices.GetRequiredService<TinCompassDb>();
            if (await context.RequestServices.GetRequiredService<HandModels>().OwnOfAsync(db, solverId, context.RequestAborted) is { } own
                && await db.MayReadAsync(context, solverId)) context.Items[Key] = own;
        }

        await next(context);
    }

    /// <summary>Those of a solver, as their habits and what they timed say.</summary>
    public async Task<HandModel> OfAsync(TinCompassDb db, int solverId, CancellationToken cancel) =>
        Of(await PreferencesAsync(db, solverId, cancel) with { Own = await OwnOfAsync(db, solverId, cancel) });

    /// <summary>What a solver's habits say of hands, without what they timed.</summary>
    public static async Task<HandPreferences> PreferencesAsync(TinCompassDb db, int solverId, CancellationToken cancel) =>
        (await db.Habits.AsNoTracking().FirstOrDefaultAsync(h => h.SolverId == solverId, cancel) ?? new SolverHabits()).Hands;

    /// <summary>The hands that a solver took from what they timed; null: the usual ones.</summary>
    public async Task<OwnHands?> OwnOfAsync(TinCompassDb db, int solverId, CancellationToken cancel)
    {
        if (owns.TryGetValue(solverId, out var known)) return known;
        if (without.ContainsKey(solverId)) return null;
        var kept = await db.TimedHands.AsNoTracking().FirstOrDefaultAsync(h => h.SolverId == solverId, cancel);
        OwnHands? own = null;
        try
        {
            own = TimedHandsData.Read(kept?.Data).Own;
        }
        // What cannot be read is told where the hands themselves are shown.
        catch (Exception e) when (e is FormatException or System.Text.Json.JsonException)
        {
        }

        // Anybody may send any number.
        if (without.Count >= MostWithout) without.Clear();
        if (own is null) without[solverId] = true;
        else owns[solverId] = own;
        return own;
    }

    /// <summary>A solver's own hands are others now.</summary>
    public void Forget(int solverId)
    {
        without.TryRemove(solverId, out _);
        if (!owns.TryRemove(solverId, out var own)) return;
        foreach (var old in models.Keys.Where(p => p.Own == own)) models.TryRemove(old, out _);
    }

    /// <summary>Hands as a request says them, with the own ones of the solver for whom it asks.</summary>
    public HandModel For(HandPreferences preferences) =>
        Of(requests?.HttpContext?.Items[Key] is OwnHands own ? preferences with { Own = own } : preferences);

    private HandModel Of(HandPreferences preferences)
    {
        if (models.TryGetValue(preferences, out var known)) return known;
        var built = new HandModel(preferences);
        if (models.Count < Most) models.TryAdd(preferences, built);
        return built;
    }
}
