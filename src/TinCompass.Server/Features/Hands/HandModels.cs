using System.Collections.Concurrent;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Hands;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Hands;

/// <summary>The hand models in use, one for each kind of hands: each takes a millisecond to build and half a megabyte.</summary>
internal sealed class HandModels
{
    private const int Most = 64;

    private readonly ConcurrentDictionary<HandPreferences, HandModel> models = new();

    /// <summary>Those of a solver, as their habits say.</summary>
    public async Task<HandModel> OfAsync(TinCompassDb db, int solverId, CancellationToken cancel) =>
        For((await db.Habits.AsNoTracking().FirstOrDefaultAsync(h => h.SolverId == solverId, cancel) ?? new SolverHabits()).Hands);

    public HandModel For(HandPreferences preferences)
    {
        if (models.TryGetValue(preferences, out var known)) return known;
        var built = new HandModel(preferences);
        if (models.Count < Most) models.TryAdd(preferences, built);
        return built;
    }
}
