using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.BigCubes;

/// <summary>What a stop of a plan is about.</summary>
public enum BigStage
{
    /// <summary>A centre.</summary>
    Centre,

    /// <summary>Edges joined, one or more.</summary>
    Edges,

    /// <summary>An edge turned over, or two exchanged, before the 3x3.</summary>
    Parity,

    /// <summary>A stage of the 3x3.</summary>
    Small,

    /// <summary>Own turns that finish nothing.</summary>
    Own,
}

/// <summary>A stop of a plan: what it is about, its name, its turns.</summary>
/// <param name="Stage">The stage.</param>
/// <param name="Name">"centre white", "edge white-red", "parity: an edge turned over", "3x3 cross".</param>
/// <param name="Parts">The colours of a centre, the edges joined, the id of a stage of the 3x3.</param>
/// <param name="Turns">The turns, the cube held as before them.</param>
public sealed record BigStop(BigStage Stage, string Name, IReadOnlyList<string> Parts, IReadOnlyList<BigTurn> Turns);

/// <summary>A whole solve of a bigger cube.</summary>
/// <param name="Stops">Stop by stop.</param>
/// <param name="Reduced">The 3x3 that the cube is before the last stops, its parities mended; held as the cube is held.</param>
/// <param name="IsOdd">The wings are out of place by an odd number of exchanges when the centres stand.</param>
public sealed record BigPlan(IReadOnlyList<BigStop> Stops, CubeState Reduced, bool IsOdd)
{
    /// <summary>All turns.</summary>
    public IReadOnlyList<BigTurn> All { get; } = [.. Stops.SelectMany(s => s.Turns)];
}

/// <summary>How the 3x3 is solved: its stops, each with its stage and the turns. Many cubes may be given, to choose the best.</summary>
public delegate IReadOnlyList<(string Stage, IReadOnlyList<Turn> Turns)> SolveSmall(CubeState cube, CancellationToken cancel);

/// <summary>How far a plan is.</summary>
/// <param name="Stage">What is planned now.</param>
/// <param name="Done">How much of it is planned.</param>
/// <param name="All">How much there is.</param>
public sealed record BigProgress(BigStage Stage, int Done, int All);

/// <summary>A 4x4 or 5x5 solved whole: centres, edges, parity, and the 3x3 by the planners of the 3x3.</summary>
public sealed class BigPlanner(int size, SolveSmall small, BigSchool school = BigSchool.Centres)
{
    /// <summary>Holds of the turns that mend a parity that are looked into: a whole 3x3 each.</summary>
    private const int HoldsTried = 12;

    /// <summary>A plan; throws when cancelled.</summary>
    public BigPlan Plan(BigState state, IProgress<BigProgress>? heard, CancellationToken cancel)
    {
        var stops = new List<BigStop>();
        var now = state;
        foreach (var stop in Centres(state, Told(BigStage.Centre, 5), cancel)) Go(stop);
        var isOdd = Parities.IsOdd(now);
        if (stops.Exists(s => s.Stage == BigStage.Edges) && LastOfBase(now, stops) is { } last) Go(last);
        foreach (var stop in Edges(now, Told(BigStage.Edges, size % 2 == 1 ? 24 : 12), cancel)) Go(stop);
        heard?.Report(new BigProgress(BigStage.Parity, 0, 1));
        foreach (var stop in Mended(now, cancel)) Go(stop);
        heard?.Report(new BigProgress(BigStage.Small, 0, 1));
        var reduced = ReducedCube.Read(now).State!.Value;
        foreach (var (stage, turns) in small(reduced, cancel))
            Go(new BigStop(BigStage.Small, $"3x3 {stage}", [stage], BigTurns.Of(turns, size)));
        return now.IsSolved ? new BigPlan(stops, reduced, isOdd) : throw new InvalidOperationException("the plan does not solve the cube");

        void Go(BigStop stop)
        {
            stops.Add(stop);
            now = now.Apply(stop.Turns);
        }

        Progress? Told(BigStage stage, int all) => heard is null ? null : new Progress(n => heard.Report(new BigProgress(stage, n, all)));
    }

    /// <summary>
    /// The same with less foresight: turns of the centres in the order of the colours, and of the edges after the centres of
    /// <see cref="Plan"/> one at a time.
    /// </summary>
    public (int FixedOrder, int OneByOne) Beside(BigState state, CancellationToken cancel)
    {
        var (own, order) = new CentrePlanner(size).Both(state, CentrePlanner.UsualBeam, null, cancel);
        return (order.Sum(s => BigTurns.Count(s.Turns, size)),
            new EdgePlanner(size).OneByOne(state.Apply(own.SelectMany(s => s.Turns)), cancel));
    }

    /// <summary>
    /// All centres. By the second school with three edges between, where no more than two centres across stand yet.
    /// </summary>
    private IReadOnlyList<BigStop> Centres(BigState state, IProgress<int>? heard, CancellationToken cancel) =>
        school == BigSchool.Edges && BaseFirst.CanBegin(state) ? BaseFirst.Of(size).Plan(state, heard, cancel)
        : [.. new CentrePlanner(size).Plan(state, CentrePlanner.UsualBeam, heard, cancel)
            .Select(c => new BigStop(BigStage.Centre, $"centre {c.Color.Name()}", [c.Color.Name()], c.Turns))];

    /// <summary>The last edge of the base, where a slice, the edge turned in and the slice back join it.</summary>
    private static BigStop? LastOfBase(BigState state, List<BigStop> stops)
    {
        var color = stops[0].Parts[0];
        var whole = ReducedCube.WholeEdges(state);
        return NextEdges.Of(state).FirstOrDefault(w => w.Edge.Split('-').Contains(color) && !whole.Contains(w.Edge)) is { } way
            ? new BigStop(BigStage.Edges, $"{(way.Also.Count > 0 ? "edges" : "edge")} {string.Join(", ", way.Also.Prepend(way.Edge))}",
                [way.Edge, .. way.Also], way.Turns) : null;
    }

    /// <summary>The steps of joining edges, each up to where one more edge is whole and no layer stands aside.</summary>
    private IEnumerable<BigStop> Edges(BigState state, IProgress<int>? heard, CancellationToken cancel)
    {
        var (now, turns) = (state, new List<BigTurn>());
        // One edge alone that is apart is a parity.
        if (ParityWay.NeedOf(state) is not null) yield break;
        foreach (var step in new EdgePlanner(size).Plan(state, EdgePlanner.UsualBeam / (size % 2 == 1 ? 2 : 1), heard, cancel))
        {
            turns.AddRange(step.Turns);
            var after = state.Apply(turns);
            string[] joined = [.. ReducedCube.WholeEdges(after).Except(ReducedCube.WholeEdges(now))];
            if (joined.Length == 0 || !ReducedCube.HasCentres(after)) continue;
            yield return new BigStop(BigStage.Edges, $"{(joined.Length > 1 ? "edges" : "edge")} {string.Join(", ", joined)}", joined,
                [.. turns]);
            (state, now) = (after, after);
            turns.Clear();
            if (ParityWay.NeedOf(state) is not null) yield break;
        }
    }

    /// <summary>
    /// What a 3x3 cannot be is mended by the fewest turns of the book, of some holds in the one after which the 3x3 takes the fewest.
    /// </summary>
    private IEnumerable<BigStop> Mended(BigState state, CancellationToken cancel)
    {
        if (ParityWay.NeedOf(state) is not { } need || need == ParityFlaw.None) yield break;
        var best = ParityBook.For(size, need).MinBy(w => w.Turns.Count)!.Holds(state).Take(HoldsTried)
            .MinBy(h => small(h.After, cancel).Sum(s => s.Turns.Count(t => t.Kind != TurnKind.Rotation)))!;
        yield return new BigStop(BigStage.Parity, $"parity: {BigWords.Flaw(need, size)}", [BigWords.Code(need, size)], best.Turns);
    }

    private sealed class Progress(Action<int> told) : IProgress<int>
    {
        public void Report(int value) => told(value);
    }
}
