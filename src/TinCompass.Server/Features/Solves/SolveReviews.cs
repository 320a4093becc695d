using System.Collections.Concurrent;
using TinCompass.Core.Cube;
using TinCompass.Core.Feed;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Solves;

/// <summary>
/// Reviews of solves, made once each: some twenty milliseconds and as many kilobytes. Also the made-up solvers they are held against.
/// </summary>
internal sealed class SolveReviews(StageBook book)
{
    private const int Most = 1_000;

    private readonly ConcurrentDictionary<(string Scramble, string Turns, string Method, HandPreferences Hands), SolveReview> known = new();

    /// <summary>Simulated solvers of any mean.</summary>
    public SimulatedPeers Peers { get; } = new(book, new HandModel(HandPreferences.Usual));

    /// <summary>It was made already.</summary>
    public bool Knows(Solve solve, HandModel hands) => known.ContainsKey(KeyOf(solve, hands));

    /// <summary>The review of a solve by its method; null when its turns cannot be read, or have no times.</summary>
    public SolveReview? Of(Solve solve, HandModel hands, CancellationToken cancel)
    {
        var key = KeyOf(solve, hands);
        if (known.TryGetValue(key, out var made)) return made;
        try
        {
            var timed = TimedTurns.Parse(solve.Turns);
            if (timed.Ms is not { Count: > 0 }) return null;
            var start = CubeState.Solved.Apply(Algorithm.Parse(solve.Scramble).Turns);
            made = SolveReview.Of(book, start, timed, hands, book.Method(solve.Method), cancel: cancel);
        }
        catch (NotationException)
        {
            return null;
        }

        if (known.Count >= Most) known.Clear();
        return known[key] = made;
    }

    private static (string Scramble, string Turns, string Method, HandPreferences Hands) KeyOf(Solve solve, HandModel hands) =>
        (solve.Scramble, solve.Turns, solve.Method, hands.Preferences);
}
