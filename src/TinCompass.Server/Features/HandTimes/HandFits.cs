using System.Collections.Concurrent;
using TinCompass.Core.Hands;

namespace TinCompass.Server.Features.HandTimes;

/// <summary>The last fit of each solver, so that it is not made again when nothing changed.</summary>
internal sealed class HandFits
{
    private readonly ConcurrentDictionary<int, (object From, (HandFit, IReadOnlyList<HandQuestion>) Fit)> known = new();

    public (HandFit Fit, IReadOnlyList<HandQuestion> Next) Of(
        int solverId, (HandPreferences, string, string) from, Func<(HandFit, IReadOnlyList<HandQuestion>)> make)
    {
        if (known.TryGetValue(solverId, out var kept) && kept.From.Equals(from)) return kept.Fit;
        var made = make();
        known[solverId] = (from, made);
        return made;
    }
}
