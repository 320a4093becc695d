using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Notation;

namespace TinCompass.Core.BigCubes;

/// <summary>A stop of an own solve, with what there is to say of it.</summary>
/// <param name="Stop">What it is about and its turns.</param>
/// <param name="Notes">
/// A sentence each: what stood and does not any more, what the same takes, what the same turns could join besides.
/// </param>
public sealed record BigReviewedStop(BigStop Stop, IReadOnlyList<string> Notes);

/// <summary>
/// An own solve of a 4x4 or 5x5 cut into its stops: a centre is one up to where its colour is whole for the first time, then edges, each
/// time up to where all centres stand and one more edge is joined, then the 3x3. What is told of a stop is counted from the position before
/// it; that a stop takes more than its part alone is no mistake by itself, for it may prepare what follows.
/// </summary>
public sealed class BigReview
{
    private readonly int size;
    private readonly IReadOnlyList<BigTurn> turns;
    private readonly BigState[] states;
    private readonly CancellationToken cancel;
    private readonly List<BigReviewedStop> stops = [];
    private int at;

    private BigReview(BigState state, IReadOnlyList<BigTurn> turns, CancellationToken cancel)
    {
        (size, this.turns, this.cancel) = (state.Size, turns, cancel);
        states = new BigState[turns.Count + 1];
        states[0] = state;
        for (var i = 0; i < turns.Count; i++) states[i + 1] = states[i].Apply(turns[i]);
    }

    /// <summary>Stop by stop; together they hold all turns.</summary>
    public static IReadOnlyList<BigReviewedStop> Of(BigState state, IReadOnlyList<BigTurn> turns, CancellationToken cancel)
    {
        var review = new BigReview(state, turns, cancel);
        review.Cut();
        return review.stops;
    }

    private void Cut()
    {
        var centred = Array.FindIndex(states, ReducedCube.HasCentres);
        Centres(centred < 0 ? turns.Count : centred);
        if (centred >= 0) Edges();
        if (at < turns.Count) Close(turns.Count, BigStage.Own, "own turns", [], []);
    }

    /// <summary>Each colour where its centre is whole for the first time; then up to where all stand together.</summary>
    private void Centres(int end)
    {
        var first = Faces.AllColors.ToDictionary(c => c, c => Array.FindIndex(states, s => CentreShapes.Stands(s, c)));
        foreach (var stop in first.Where(f => f.Value > 0 && f.Value <= end).GroupBy(f => f.Value, f => f.Key).OrderBy(g => g.Key))
        {
            cancel.ThrowIfCancellationRequested();
            Color[] colors = [.. stop];
            string[] names = [.. colors.Select(c => c.Name())];
            Close(stop.Key, BigStage.Centre, $"{(names.Length > 1 ? "centres" : "centre")} {string.Join(", ", names)}", names,
                [.. Lost(states[at], states[stop.Key]), .. colors.Length == 1 ? Alone(colors[0], stop.Key - at) : []]);
        }

        if (at < end && ReducedCube.HasCentres(states[end]))
            Close(end, BigStage.Centre, "centres given back",
                [.. Faces.AllColors.Where(c => !CentreShapes.Stands(states[at], c)).Select(c => c.Name())], []);
    }

    /// <summary>From rest to rest, where no layer stands aside: each time up to where more edges are joined than ever.</summary>
    private void Edges()
    {
        for (var i = at + 1; i <= turns.Count && !ReducedCube.HasEdges(states[at]); i++)
        {
            if (!ReducedCube.HasCentres(states[i])) continue;
            var (was, now) = (ReducedCube.WholeEdges(states[at]), ReducedCube.WholeEdges(states[i]));
            string[] joined = [.. now.Except(was)];
            if (joined.Length == 0) continue;
            cancel.ThrowIfCancellationRequested();
            string[] apart = [.. was.Except(now)];
            Close(i, BigStage.Edges, $"{(joined.Length > 1 ? "edges" : "edge")} {string.Join(", ", joined)}", joined,
            [
                .. apart.Select(e => $"{e} was joined before these turns and is not after them."),
                .. joined.Length == 1 ? Alone(joined[0], i - at) : [],
            ]);
        }

        if (!ReducedCube.HasEdges(states[at]) || at >= turns.Count) return;
        var flaw = ParityWay.NeedOf(states[at])!.Value;
        Close(turns.Count, BigStage.Small, "3x3", ["whole"],
        [
            .. flaw == ParityFlaw.None ? Array.Empty<string>()
                : [$"It began with {BigWords.Flaw(flaw, size)}, which no 3x3 has."],
            states[^1].IsSolved ? "The cube is solved." : "The cube is not solved at the end.",
        ]);
    }

    private void Close(int to, BigStage stage, string name, IReadOnlyList<string> parts, IReadOnlyList<string> notes)
    {
        stops.Add(new BigReviewedStop(new BigStop(stage, name, parts, [.. turns.Skip(at).Take(to - at)]), [.. Spare(to), .. notes]));
        at = to;
    }

    /// <summary>Turns of one axis in a row that are fewer together, from where this stop begins up to a turn.</summary>
    private IEnumerable<string> Spare(int to)
    {
        foreach (var run in BigRuns.Of([.. turns.Skip(at).Take(to - at)]))
        {
            var together = BigRuns.Merged(run, size);
            if (BigTurns.Count(together, size) >= BigTurns.Count(run, size)) continue;
            var made = BigNotation.Written(run, size);
            yield return together.Count == 0 ? $"{made} does nothing."
                : $"{made} is {Counted(BigTurns.Count(together, size))}, {BigNotation.Written(together, size)}.";
        }
    }

    private static IEnumerable<string> Lost(BigState before, BigState after) => Faces.AllColors
        .Where(c => CentreShapes.Stands(before, c) && !CentreShapes.Stands(after, c))
        .Select(c => $"{c.Name()} stood before these turns and does not after them.");

    /// <summary>The fewest turns of a centre from here, beside what stands.</summary>
    private IEnumerable<string> Alone(Color color, int used)
    {
        var isFirst = Faces.AllColors.All(c => !CentreShapes.Stands(states[at], c));
        var ways = isFirst ? CentreSearch.Of(size).First(states[at], color, 0, 1, cancel)
            // The planner may give up a whole centre that does not go with the others: that is not "alone".
            : [.. new CentrePlanner(size).Next(states[at], color, cancel).Select(s => s.Turns)
                .Where(t => !Lost(states[at], states[at].Apply(t)).Any())];
        var (spent, least) = (BigTurns.Count(turns.Skip(at).Take(used), size), ways.Count > 0 ? BigTurns.Count(ways[0], size) : (int?)null);
        if (least < spent) yield return $"{color.Name()} alone takes {Counted(least.Value)}: {BigNotation.Written(ways[0], size)}.";
        else if (isFirst && least == spent) yield return $"{color.Name()} in the fewest turns.";
    }

    /// <summary>What an edge takes by itself from here, and what as many turns join besides.</summary>
    private IEnumerable<string> Alone(string edge, int used)
    {
        if (NextEdges.Of(states[at]).FirstOrDefault(w => w.Edge == edge) is not { } way) yield break;
        var spent = BigTurns.Count(turns.Skip(at).Take(used), size);
        if (way.Turns.Count <= spent && way.Also.Count > 0)
            yield return $"{BigNotation.Written(way.Turns, size)} joins {string.Join(" and ", way.Also)} too, "
                + $"in {Counted(way.Turns.Count)}.";
        else if (way.Turns.Count < spent)
            yield return $"{edge} alone takes {Counted(way.Turns.Count)}: {BigNotation.Written(way.Turns, size)}.";
    }

    private static string Counted(int turns) => turns == 1 ? "1 turn" : $"{turns} turns";
}
