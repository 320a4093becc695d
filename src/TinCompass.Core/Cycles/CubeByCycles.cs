using TinCompass.Core.Cube;

namespace TinCompass.Core.Cycles;

/// <summary>A cycle that may come next on the way home, and what it does to the three pieces.</summary>
/// <param name="Cycle">One of the fewest.</param>
/// <param name="Home">A sticker of each place where the right piece lies rightly afterwards, and did not before.</param>
/// <param name="Turned">The same where the right piece lies afterwards, but turned.</param>
/// <param name="Taken">The same of what lay home, and does not afterwards.</param>
/// <param name="Length">The fewest turns (HTM) of any sequence for it.</param>
public sealed record CycleChoice(
    ThreeCycle Cycle, IReadOnlyList<int> Home, IReadOnlyList<int> Turned, IReadOnlyList<int> Taken, int Length);

/// <summary>
/// A position solved by cycles of three alone: how many it takes at least, edges and corners each by themselves, which may come first, or
/// why none of them do.
/// </summary>
/// <param name="State">Held as scrambled.</param>
public sealed record CubeByCycles(CubeState State)
{
    private const int Beam = 12;

    /// <summary>Pieces that are not home, chain by chain.</summary>
    public IReadOnlyList<PieceCycle> Away { get; } = PieceCycle.Of(State);

    /// <summary>The fewest cycles of edges; null when the number of exchanges is odd, that of the corners too then.</summary>
    public int? Edges { get; } = CycleCount.OfEdges(State);

    /// <summary>The fewest cycles of corners.</summary>
    public int? Corners { get; } = CycleCount.OfCorners(State);

    /// <summary>Exchanges of two that bring the edges, or the corners, home in place.</summary>
    public int Exchanges(bool isOfEdges) => Away.Where(c => c.IsOfEdges == isOfEdges).Sum(c => c.Exchanges);

    /// <summary>How many cycles it takes, or why none do.</summary>
    public string Sentence
    {
        get
        {
            if (Away.Count == 0) return "Everything is home.";
            if (Edges is not { } edges || Corners is not { } corners)
                return $"The edges are {Number(Exchanges(true), "exchange")} of two from home, the corners {Exchanges(false)}: odd, both "
                    + "of them. A cycle of three is two exchanges, so that cycles alone do not solve it, and two pieces alone never change "
                    + "places. A quarter turn of any face makes both even.";
            var kinds = (edges, corners) switch
            {
                (_, 0) => "of edges",
                (0, _) => "of corners",
                _ => $"{edges} of edges, {corners} of corners",
            };
            return $"{Number(edges + corners, "cycle")} of three, {kinds}: fewer cannot do it.";
        }
    }

    /// <summary>What to do with pieces that lie at home turned; empty where none does.</summary>
    public string TurnedSentence
    {
        get
        {
            var turned = Away.Where(c => c.Stickers.Count == 1).Select(c => Stickers.Name(c.Stickers.Min())).ToArray();
            return turned.Length == 0 ? ""
                : $"{string.Join(", ", turned)} {(turned.Length == 1 ? "lies" : "lie")} at home, but turned: a cycle takes "
                    + $"{(turned.Length == 1 ? "it" : "them")} out by one sticker, a later one puts {(turned.Length == 1 ? "it" : "them")} "
                    + "back by another.";
        }
    }

    /// <summary>
    /// Where cycles alone do not solve it: each quarter turn with the cycles that are needed after it, the best first. Empty where they do.
    /// </summary>
    public IReadOnlyList<(Turn Turn, int Cycles)> Mends => Edges is not null && Corners is not null ? []
        : [.. Enumerable.Range(0, Turn.FaceTurnCount).Select(Turn.FromIndex).Where(t => t.Quarters != 2)
            .Select(t => (Turn: t, After: State.Apply(t)))
            .Select(m => (m.Turn, Cycles: CycleCount.OfEdges(m.After)!.Value + CycleCount.OfCorners(m.After)!.Value))
            .OrderBy(m => m.Cycles)];

    /// <summary>
    /// Every cycle of edges, or of corners, that is one of the fewest: those first that bring most pieces home, of such those of the fewest
    /// turns.
    /// </summary>
    public IReadOnlyList<CycleChoice> Choices(bool isOfEdges) => [.. CycleCount.Next(State, isOfEdges).Select(Choice)
        .OrderByDescending(c => c.Home.Count - c.Taken.Count).ThenBy(c => c.Length).ThenBy(c => c.Cycle.Key)];

    /// <summary>
    /// The fewest cycles, edges before corners, in few turns (HTM, each cycle by its shortest sequence): of so many beginnings the best are
    /// followed, so that another order may be shorter. Empty where cycles alone do not solve it.
    /// </summary>
    public IReadOnlyList<CycleChoice> Plan(bool edges = true, bool corners = true)
    {
        IReadOnlyList<CycleChoice> plan = [];
        if (Edges is null || Corners is null) return plan;
        var state = State;
        if (edges) plan = Home(state, true);
        state = plan.Aggregate(state, (s, c) => s.Then(c.Cycle.State));
        return corners ? [.. plan, .. Home(state, false)] : plan;
    }

    private static IReadOnlyList<CycleChoice> Home(CubeState state, bool isOfEdges)
    {
        List<(CubeState State, int Length, IReadOnlyList<CycleChoice> Made)> kept = [(state, 0, [])];
        while (true)
        {
            var next = new Dictionary<CubeState, (CubeState State, int Length, IReadOnlyList<CycleChoice> Made)>();
            foreach (var (now, length, made) in kept)
                foreach (var choice in new CubeByCycles(now).Choices(isOfEdges))
                {
                    var after = now.Then(choice.Cycle.State);
                    if (next.TryGetValue(after, out var known) && known.Length <= length + choice.Length) continue;
                    next[after] = (after, length + choice.Length, [.. made, choice]);
                }

            if (next.Count == 0) return kept.MinBy(k => k.Length).Made;
            kept = [.. next.Values.OrderBy(n => n.Length).ThenByDescending(n => n.Made.Sum(c => c.Home.Count - c.Taken.Count)).Take(Beam)];
        }
    }

    private CycleChoice Choice(ThreeCycle cycle)
    {
        var (after, home, turned, taken) = (State.Then(cycle.State), new List<int>(), new List<int>(), new List<int>());
        foreach (var sticker in new[] { cycle.First, cycle.Second, cycle.Third })
        {
            var place = Stickers.OfPlace(sticker).Min();
            var (was, now) = (Stands(State, place), Stands(after, place));
            if (now == 0 && was != 0) home.Add(place);
            else if (now > 0) turned.Add(place);
            if (was == 0 && now != 0) taken.Add(place);
        }

        return new CycleChoice(cycle, home, turned, taken, LeastCycles.All.Length(cycle));
    }

    /// <summary>0: at home; 1: at home, but turned; -1: something else lies there.</summary>
    private static int Stands(CubeState state, int place)
    {
        if (Stickers.IsOfEdge(place))
        {
            var edge = (Edge)Array.FindIndex(Pieces.EdgeFacelets, p => p.Contains(place));
            return state.EdgeAt(edge) != edge ? -1 : Math.Sign(state.FlipAt(edge));
        }

        var corner = (Corner)Array.FindIndex(Pieces.CornerFacelets, p => p.Contains(place));
        return state.CornerAt(corner) != corner ? -1 : Math.Sign(state.TwistAt(corner));
    }

    private static string Number(int count, string what) => count == 1 ? $"1 {what}" : $"{count} {what}s";
}
