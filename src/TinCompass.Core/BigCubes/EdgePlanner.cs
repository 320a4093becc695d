using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.BigCubes;

/// <summary>One step of joining edges: the turns, and how many parts of edges are joined after it that were not before.</summary>
public sealed record EdgeStep(IReadOnlyList<BigTurn> Turns, int Joined);

/// <summary>
/// The twelve edges of a 4x4 or 5x5 whose centres stand, joined in few turns: from each position every slice with an edge turned in, after
/// up to one outer turn (two where one is not enough), is tried; plans with as many parts joined compete, and some of them are carried on
/// (a beam). Turns that meet are put together, so that a slice that need not go back stays aside.
/// </summary>
public sealed class EdgePlanner(int size)
{
    /// <summary>Plans of as many joined parts that are carried on where nothing else is said.</summary>
    public const int UsualBeam = 12;

    private const int ChildrenEach = 24, Looked = 240;

    private readonly BigPieces pieces = BigPieces.Of(size);
    private readonly EdgeMoves moves = EdgeMoves.Of(size);

    /// <summary>
    /// The plan of the fewest turns that was found. <paramref name="heard"/> is told how many of 12 or 24 parts are joined.
    /// </summary>
    public IReadOnlyList<EdgeStep> Plan(BigState state, int beam, IProgress<int>? heard, CancellationToken cancel)
    {
        var start = EdgeState.Of(pieces, state);
        var levels = new Dictionary<string, Node>[start.All + 1];
        for (var i = 0; i < levels.Length; i++) levels[i] = [];
        levels[start.Joined][start.Key] = new Node(start, [], null);
        for (var joined = start.Joined; joined < start.All; joined++)
        {
            heard?.Report(joined);
            var best = levels[joined].Values.OrderBy(n => n.Made.Count).ThenBy(n => n.State.Key, StringComparer.Ordinal).Take(beam);
            foreach (var node in best)
            {
                cancel.ThrowIfCancellationRequested();
                foreach (var after in Onward(node, cancel))
                    if (levels[after.Joined] is var level && (!level.TryGetValue(after.State.Key, out var known)
                        || known.Made.Count > after.Made.Count)) level[after.State.Key] = after;
            }

            // Plans that are behind by far are forgotten.
            levels[joined] = [];
        }

        return levels[start.All].Values.MinBy(n => n.Made.Count)!.Steps();
    }

    /// <summary>
    /// How many turns it takes one at a time: each time what joins something in the fewest turns, nothing looked for besides, each slice
    /// put back.
    /// </summary>
    public int OneByOne(BigState state, CancellationToken cancel)
    {
        var node = new Node(EdgeState.Of(pieces, state), [], null);
        for (var turns = 0; ;)
        {
            if (node.Joined == node.State.All) return turns;
            cancel.ThrowIfCancellationRequested();
            if (Cheapest(node.State) is var (setup, move))
            {
                node = new Node(node.State.After(setup).After(move), [], null);
                turns += setup.Turns.Count + move.Turns.Count;
                continue;
            }

            // Where nothing joins at once, what the plan does there.
            var next = Onward(node, cancel)[0];
            turns += next.Made.Count;
            node = new Node(next.State, [], null);
        }
    }

    private (EdgeMove Setup, EdgeMove Move)? Cheapest(EdgeState state)
    {
        (EdgeMove Setup, EdgeMove Move)? best = null;
        foreach (var setup in moves.Setups.Take(moves.One))
        {
            var brought = state.After(setup);
            foreach (var (_, move) in brought.Gains(moves.Short))
                if (best is not { } known
                    || known.Setup.Turns.Count + known.Move.Turns.Count > setup.Turns.Count + move.Turns.Count) best = (setup, move);
        }

        return best;
    }

    private List<Node> Onward(Node node, CancellationToken cancel)
    {
        var found = Tried(node, 0, moves.One, moves.Short);
        if (found.Count == 0) found = Tried(node, moves.One, moves.Setups.Length, moves.Short);
        if (found.Count == 0) found = Tried(node, 0, moves.Setups.Length, moves.Long);
        if (LastEdges.Fewest(size, node.State) is { } last) found.Add(node.After(new EdgeMove(pieces, last), null, size));
        return found.Count > 0 ? found : Around(node, cancel);
    }

    private List<Node> Tried(Node node, int from, int to, EdgeMove[] among)
    {
        var found = new List<(int Gain, EdgeMove Setup, EdgeMove Move)>();
        for (var s = from; s < to; s++)
        {
            foreach (var (gain, move) in node.State.After(moves.Setups[s]).Gains(among)) found.Add((gain, moves.Setups[s], move));
        }

        // What the turns before save is looked at for those alone that are near the best without it.
        var near = found.OrderBy(f => (double)(f.Setup.Turns.Count + f.Move.Turns.Count) / f.Gain).Take(Looked);
        return [.. near.Select(f => (f.Gain, f.Setup, f.Move,
                Cost: BigRuns.Merged([.. node.Made.TakeLast(4), .. f.Setup.Turns, .. f.Move.Turns], size).Count
                    - Math.Min(4, node.Made.Count)))
            .OrderBy(f => (double)f.Cost / f.Gain).ThenBy(f => f.Cost).Take(ChildrenEach)
            .Select(f => node.After(f.Setup, f.Move, size))];
    }

    /// <summary>
    /// Where nothing joins more at once: several moves that leave whole what is whole, the cheapest first, until more is joined. Among
    /// them are two wings of one edge exchanged.
    /// </summary>
    private List<Node> Around(Node node, CancellationToken cancel)
    {
        var (seen, closed, open) = (new HashSet<string>(), new HashSet<string>(), new PriorityQueue<Node, int>());
        open.Enqueue(node, 0);
        while (open.TryDequeue(out var now, out _))
        {
            if (now.Joined > node.Joined) return [now];
            if (now != node && !closed.Add(now.State.Unjoined)) continue;
            cancel.ThrowIfCancellationRequested();
            foreach (var setup in moves.Setups)
            {
                var state = now.State.After(setup);
                var free = state.Free();
                foreach (var move in moves.Careful)
                    if ((move.Breaks & ~free) == 0 && move.Breaks != 0 && state.After(move).Unjoined is var key && seen.Add(key))
                        open.Enqueue(now.After(setup, move, size), now.Made.Count + setup.Turns.Count + move.Turns.Count);
            }
        }

        throw new InvalidOperationException("the edges cannot be joined");
    }

    private sealed record Node(EdgeState State, IReadOnlyList<BigTurn> Made, Node? Before)
    {
        public int Joined { get; } = State.Joined;

        public Node After(EdgeMove setup, EdgeMove? move, int size)
        {
            var state = State.After(setup);
            if (move is not null) state = state.After(move);
            return new Node(state, BigRuns.Merged([.. Made, .. setup.Turns, .. move?.Turns ?? []], size), this);
        }

        /// <summary>The steps of the way here; turns that were put together belong to the step that brought the later of them.</summary>
        public List<EdgeStep> Steps()
        {
            var (steps, at) = (new List<EdgeStep>(), this);
            var end = Made.Count;
            while (at.Before is { } before)
            {
                var begin = Math.Min(Common(at.Made, before.Made), end);
                if (at.Joined > before.Joined)
                {
                    steps.Add(new EdgeStep([.. Made.Take(end).Skip(begin)], at.Joined - before.Joined));
                    end = begin;
                }

                at = before;
            }

            steps.Reverse();
            return steps;
        }

        private static int Common(IReadOnlyList<BigTurn> one, IReadOnlyList<BigTurn> other)
        {
            var at = 0;
            while (at < one.Count && at < other.Count && one[at] == other[at]) at++;
            return at;
        }
    }
}
