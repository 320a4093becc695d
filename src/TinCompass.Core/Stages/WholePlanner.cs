using TinCompass.Core.Cube;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Stages;

/// <summary>A whole solve by a method: the turns of every stop, from the scramble to the solved cube.</summary>
/// <param name="Method">The method.</param>
/// <param name="Focus">The base it is built on, and the part where the method knows one.</param>
/// <param name="Stops">
/// Stop by stop, each with its stage, as it is planned alone; rotations at the beginning are the hold.
/// </param>
/// <param name="Turns">Turns in the method's metric (<see cref="SolveMethod.Metric"/>).</param>
/// <param name="Time">Relative time of all of it without a pause; null when a turn is avoided.</param>
public sealed record WholePlan(SolveMethod Method, Focus Focus, IReadOnlyList<(string Stage, IReadOnlyList<Turn> Turns)> Stops, int Turns,
    double? Time)
{
    /// <summary>The moves of every stop as they are made: where two stops meet in one layer they are one move.</summary>
    public JoinedMoves Made { get; } = JoinedMoves.Of([.. Stops.Select(s => s.Turns)]);

    /// <summary>All moves as they are made.</summary>
    public IReadOnlyList<Turn> All => Made.All;

    /// <summary>Stop by stop as they are made, without those of which nothing is left.</summary>
    public IReadOnlyList<(string Stage, IReadOnlyList<Turn> Turns)> MadeStops =>
        [.. Stops.Zip(Made.Steps, (stop, made) => (stop.Stage, made)).Where(s => s.made.Count > 0)];

    /// <summary>What it is compared by: turns, then time, or the other way round.</summary>
    public (double, double) Cost(bool byTurns) => byTurns ? (Turns, Time ?? double.PositiveInfinity)
        : (Time ?? double.PositiveInfinity, Turns);
}

/// <summary>
/// Plans whole solves. Stage by stage: each base with the best of every stage, the best of all bases; by turns, of ways of a stage that are
/// as short as its plan, the one after which the rest is shortest. Deep: many beginnings, each followed
/// through all stages by a beam; in every round the better half of them goes on with a beam of twice the width, and when they are through,
/// more are begun. What is found first is the plan stage by stage, so a deep plan is never worse. Deterministic but for where it is
/// stopped; several bases or beginnings are followed side by side.
/// </summary>
public sealed class WholePlanner(StageBook book, int threads = 2, int alike = WholePlanner.UsualAlike)
{
    /// <summary>
    /// Beginnings of each base that are followed at first, and at most: when the first ones are through, twice as many are begun.
    /// </summary>
    private const int FewestBeginnings = 10, MostBeginnings = 160;

    /// <summary>The widest beam.</summary>
    private const int Widest = 32;

    /// <summary>So many partial plans are kept behind a stage for each unit of width.</summary>
    private const int KeptForWidth = 10;

    /// <summary>
    /// How many ways of a stage that are as short as its plan are carried on, by turns, where nothing else is said. Whoever compares many
    /// whole solves says 0: that takes an eighth of the time.
    /// </summary>
    public const int UsualAlike = 2;

    private sealed record Node(Focus Focus, CubeState State, IReadOnlyList<(string Stage, IReadOnlyList<Turn> Turns)> Stops,
        (double, double) Cost)
    {
        public Turn[] Made => [.. Stops.SelectMany(s => s.Turns)];
    }

    /// <summary>Every base a method can begin on, with colours of the cube that are allowed.</summary>
    public IReadOnlyList<Focus> Foci(SolveMethod method, IEnumerable<Color> colors) =>
        [.. book.Find(method.Stages[0])!.Course!.Foci(colors)];

    /// <summary>The best plan stage by stage; null when the filters leave none. Throws when cancelled.</summary>
    public WholePlan? Best(SolveMethod method, CubeState start, IReadOnlyList<Focus> foci, CourseOptions options,
        CancellationToken cancel = default) =>
        BestUpright(method, start.Upright(), foci, options, cancel) is { } plan ? From(start.Hold, plan) : null;

    private WholePlan? BestUpright(SolveMethod method, CubeState start, IReadOnlyList<Focus> foci, CourseOptions options,
        CancellationToken cancel)
    {
        var plans = new WholePlan?[foci.Count];
        Parallel.For(0, foci.Count, Beside(cancel), i =>
        {
            var plan = StageByStage(method, new Node(foci[i], start, [], default), options, cancel);
            plans[i] = plan is not null && options.ByTurns && alike > 0 ? Ending(start, plan, options) : plan;
        });
        return plans.OfType<WholePlan>().MinBy(p => p.Cost(options.ByTurns));
    }

    /// <summary>A plan from the upright hold, made from another one: so no plan depends on how the scrambled cube is held.</summary>
    private static WholePlan From(Hold hold, WholePlan plan)
    {
        if (hold == Hold.Scramble || plan.Stops.Count == 0) return plan;
        var (stage, turns) = plan.Stops[0];
        return new WholePlan(plan.Method, plan.Focus,
            [(stage, FaceTurns.Led(hold, FaceTurns.Between(hold, Hold.Scramble), turns)), .. plan.Stops.Skip(1)], plan.Turns, plan.Time);
    }

    /// <summary>
    /// Better and better plans, the first stage by stage; ends when the widest beam is done or when it is cancelled, which does not throw
    /// once there is a plan.
    /// </summary>
    public IEnumerable<WholePlan> Deepen(SolveMethod method, CubeState start, IReadOnlyList<Focus> foci, CourseOptions options,
        CancellationToken cancel)
    {
        var hold = start.Hold;
        start = start.Upright();
        if (BestUpright(method, start, foci, options, cancel) is not { } best) yield break;
        yield return From(hold, best);
        var begun = new HashSet<(Focus, CubeState)>();
        for (var most = FewestBeginnings; most <= MostBeginnings; most *= 2)
        {
            Node[] nodes = [];
            var isWhole = Try(() => nodes = [.. foci.SelectMany(f => Begin(method, start, f, options, most, cancel))
                .Where(n => begun.Add((n.Focus, n.State)))]);
            for (var width = 1; isWhole && nodes.Length > 0 && width <= Widest; width *= 2)
            {
                var found = new (Node Node, WholePlan? Plan)[nodes.Length];
                isWhole = Try(() => Parallel.For(0, nodes.Length, Beside(cancel),
                    i => found[i] = (nodes[i], Follow(method, nodes[i], options, width, cancel))));
                // What was followed to its end before the stop counts as well.
                var ended = found.Where(f => f.Plan is not null).OrderBy(f => f.Plan!.Cost(options.ByTurns)).ToArray();
                if (ended.Length > 0 && ended[0].Plan!.Cost(options.ByTurns).CompareTo(best.Cost(options.ByTurns)) < 0)
                    yield return From(hold, best = Ending(start, ended[0].Plan!, options));
                nodes = [.. ended.Take((nodes.Length + 1) / 2).Select(e => e.Node)];
            }

            if (!isWhole) yield break;
        }

        static bool Try(Action work)
        {
            try
            {
                work();
                return true;
            }
            catch (OperationCanceledException)
            {
                return false;
            }
        }
    }

    /// <summary>The plan as a course, told stop by stop.</summary>
    public Course Told(WholePlan plan, CubeState start, CourseOptions options, CancellationToken cancel = default)
    {
        IReadOnlyList<Turn>[] first = plan.Stops.Count > 0 && plan.Stops[0].Stage == plan.Method.Stages[0] ? [] : [[]];
        return new CoursePlanner(book).Plan(plan.Method, start, plan.Focus, [.. first, .. plan.Stops.Select(s => s.Turns)], options,
            cancel);
    }

    private ParallelOptions Beside(CancellationToken cancel) => new() { MaxDegreeOfParallelism = threads, CancellationToken = cancel };

    /// <summary>The plan stage by stage from where a beginning has come to.</summary>
    private WholePlan? StageByStage(SolveMethod method, Node node, CourseOptions options, CancellationToken cancel)
    {
        Node[] nodes = [node];
        foreach (var id in method.Stages)
        {
            var stage = book.Find(id)!.Course!;
            var next = nodes.SelectMany(n => stage.IsDone(n.State, n.Focus) ? [n] : Planned(n, id, stage))
                .Where(n => stage.IsDone(n.State, n.Focus)).ToArray();
            // The first is what every stage plans by itself: it is kept, whatever the others cost so far.
            nodes = [.. next.Take(1), .. next.Skip(1).OrderBy(n => n.Cost).DistinctBy(n => n.State).Take(alike)];
        }

        return nodes.Select(n => Ended(method, n, options)).OfType<WholePlan>().MinBy(p => p.Cost(options.ByTurns));

        IEnumerable<Node> Planned(Node from, string id, ICourseStage stage)
        {
            var begun = options with { Arrived = from.Made };
            var plan = stage.Plan(from.State, from.Focus, begun, cancel);
            if (plan.IsCut) cancel.ThrowIfCancellationRequested();
            IReadOnlyList<Turn>[] stops = [.. plan.Stops.Select(s => s.Turns)];
            yield return After(method, from, id, stops, options);
            if (!options.ByTurns || alike == 0 || id == method.Stages[^1]) yield break;
            foreach (var way in stage.Onward(from.State, from.Focus, begun, alike, cancel).Where(w => IsAsShort(w, stops)))
                yield return After(method, from, id, way, options);
        }

        // By itself, and with no more rotations: then no check that goes by turns calls it a mistake.
        bool IsAsShort(IReadOnlyList<IReadOnlyList<Turn>> way, IReadOnlyList<Turn>[] plan) =>
            Of(way).Turns <= Of(plan).Turns && Of(way).Rotations <= Of(plan).Rotations;

        (int Turns, int Rotations) Of(IReadOnlyList<IReadOnlyList<Turn>> way) => (way.Sum(s => s.Sum(t => method.Metric.Cost(t))),
            way.SelectMany(s => s).SkipWhile(t => t.Kind == TurnKind.Rotation).Count(t => t.Kind == TurnKind.Rotation));
    }

    /// <summary>
    /// A plan that was found by a narrow beam, with the end that is planned stage by stage from behind one of its stages, where that is
    /// better: so from no stage on our own course is better than our own plan. Some tens of milliseconds; it is not cancelled.
    /// </summary>
    private WholePlan Ending(CubeState start, WholePlan plan, CourseOptions options)
    {
        var node = new Node(plan.Focus, start, [], default);
        foreach (var stage in plan.Stops.GroupBy(s => s.Stage))
        {
            node = After(plan.Method, node, stage.Key, [.. stage.Select(s => s.Turns)], options);
            if (node.State.IsSolved) break;
            if (StageByStage(plan.Method, node, options, CancellationToken.None) is { } other
                && other.Cost(options.ByTurns).CompareTo(plan.Cost(options.ByTurns)) < 0) return Ending(start, other, options);
        }

        return plan;
    }

    /// <summary>Beginnings on a base: those of the first stage, and those of stages that make more at once.</summary>
    private IEnumerable<Node> Begin(SolveMethod method, CubeState start, Focus focus, CourseOptions options, int most,
        CancellationToken cancel)
    {
        var first = method.Stages[0];
        var begun = new Node(focus, start, [], default);
        if (book.Find(first)!.Course!.IsDone(start, focus)) return [begun];
        return book.Find(first)!.Course!.Onward(start, focus, options, most, cancel)
            .Concat(method.Beside.SelectMany(id => book.Find(id)?.Beginnings(start, focus, options, most, cancel) ?? []))
            .Select(stops => After(method, begun, first, stops, options))
            .GroupBy(n => n.State).Select(g => g.MinBy(n => n.Cost)!);
    }

    /// <summary>Follows a beginning through all stages that are left; null when the filters leave no way.</summary>
    private WholePlan? Follow(SolveMethod method, Node begun, CourseOptions options, int width, CancellationToken cancel)
    {
        List<Node> nodes = [begun];
        foreach (var id in method.Stages)
        {
            var (stage, next) = (book.Find(id)!.Course!, new Dictionary<CubeState, Node>());
            foreach (var node in nodes)
            {
                cancel.ThrowIfCancellationRequested();
                if (stage.IsDone(node.State, node.Focus)) Keep(node);
                else
                    foreach (var stops in stage.Onward(node.State, node.Focus, options with { Arrived = node.Made, Beam = width }, width,
                        cancel))
                        Keep(After(method, node, id, stops, options));
            }

            nodes = [.. next.Values.OrderBy(n => n.Cost).Take(width * KeptForWidth)];

            void Keep(Node node)
            {
                if (!next.TryGetValue(node.State, out var known) || node.Cost.CompareTo(known.Cost) < 0) next[node.State] = node;
            }
        }

        return nodes.Count == 0 ? null : Ended(method, nodes[0], options);
    }

    private static Node After(SolveMethod method, Node node, string stage, IReadOnlyList<IReadOnlyList<Turn>> stops, CourseOptions options)
    {
        var after = node with
        {
            State = node.State.Apply(stops.SelectMany(s => s)),
            Stops = [.. node.Stops, .. stops.Select(s => (stage, s))],
        };
        var (turns, time) = Measured(method, after.Stops, options);
        return after with { Cost = options.ByTurns ? (turns, time) : (time, turns) };
    }

    private static (int Turns, double Time) Measured(SolveMethod method, IReadOnlyList<(string Stage, IReadOnlyList<Turn> Turns)> stops,
        CourseOptions options)
    {
        var made = JoinedMoves.Of([.. stops.Select(s => s.Turns)]).All;
        return (made.Sum(t => method.Metric.Cost(t)),
            options.Hands.Measure(made.SkipWhile(t => t.Kind == TurnKind.Rotation)) ?? double.PositiveInfinity);
    }

    private static WholePlan? Ended(SolveMethod method, Node node, CourseOptions options)
    {
        if (!node.State.IsSolved) return null;
        var (turns, time) = Measured(method, node.Stops, options);
        return new WholePlan(method, node.Focus, node.Stops, turns, double.IsPositiveInfinity(time) ? null : time);
    }
}
