using TinCompass.Core.Cube;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cross;

/// <summary>One colour at a glance: the least HTM, the number of distinct shortest crosses, the four edges.</summary>
public sealed record CrossOutlook(Color Color, int Length, int Count, Hold Rotation, IReadOnlyList<CrossEdgeReport> Edges)
{
    /// <summary>How many of the four are bad.</summary>
    public int FarEdges => Edges.Count(e => !e.IsNear);
}

/// <summary>A cross plan: the solution with its time for two hands, what speaks for and against it.</summary>
public sealed record CrossPlan(StageSolution Solution, FourthFlag Flag, int AlignmentTurns, CrossForesight Foresight)
{
    /// <summary>Length in HTM.</summary>
    public int Length => Solution.Length;
}

/// <summary>
/// The plans that place the same edge (or edges, when one turn places several or several stand already) first.
/// <paramref name="Total"/> counts all that were found up to the asked length; <paramref name="Plans"/> holds the best of them.
/// </summary>
public sealed record CrossPlanGroup(IReadOnlyList<Color> First, bool StandsAlready, int BestLength, int Total,
    IReadOnlyList<CrossPlan> Plans);

/// <summary>
/// All plans of one colour, grouped by first edge, best group first. <paramref name="IsCut"/>: more than could be kept were found.
/// </summary>
public sealed record CrossPlans(CrossOutlook Outlook, IReadOnlyList<CrossPlanGroup> Groups, bool IsCut);

/// <summary>
/// Plans crosses. Pure: position, colour and options in, records out. A colour's shortest crosses take some microseconds; alternatives by
/// first edge look up to two turns further (a thousand to tens of thousands of sequences, a few milliseconds), and stop at
/// <see cref="MaxSequences"/> a length.
/// </summary>
public sealed class CrossPlanner(CrossSearch search)
{
    /// <summary>The most sequences of one length that are looked at.</summary>
    public const int MaxSequences = 40_000;

    /// <summary>The most plans of one group that are given.</summary>
    public const int MaxPlansOfGroup = 40;

    /// <summary>The six colours compared, in their fixed order.</summary>
    public IReadOnlyList<CrossOutlook> Compare(CubeState state)
    {
        var found = new SolutionList();
        return [.. Faces.AllColors.Select(color => Look(CrossPosition.Of(state, color), found))];
    }

    /// <summary>
    /// The plans of one colour: every shortest one and all up to <paramref name="slack"/> turns longer (0..2, HTM), without those that
    /// waste a turn.
    /// A first edge that no such plan starts from is shown with its own shortest plan when one is at most two turns over the best.
    /// </summary>
    public CrossPlans Plan(CubeState state, Color color, int slack = 0, CancellationToken cancel = default) =>
        Plan(state, color, new CrossPlanOptions(slack), cancel);

    /// <summary>The same in an order, for a hold and for hands.</summary>
    public CrossPlans Plan(CubeState state, Color color, CrossPlanOptions options, CancellationToken cancel = default)
    {
        var slack = options.Slack;
        ArgumentOutOfRangeException.ThrowIfNegative(slack, nameof(options));
        ArgumentOutOfRangeException.ThrowIfGreaterThan(slack, CrossSearch.MaxSlack, nameof(options));
        var position = CrossPosition.Of(state, color);
        var outlook = Look(position, new SolutionList());
        var found = new SolutionList { Limit = MaxSequences };
        var groups = new Dictionary<int, CrossPlanGroupBuilder>();
        var (firstEdges, isCut) = (0, false);
        for (var extra = 0; extra <= CrossSearch.MaxSlack && (extra <= slack || firstEdges != 15); extra++)
        {
            found.Clear();
            search.Find(position, outlook.Length + extra, found, cancel);
            isCut |= found.IsCut && extra <= slack;
            Collect(position, found, outlook.Length + extra, options, groups, extra <= slack, firstEdges);
            firstEdges = groups.Keys.Aggregate(firstEdges, (all, first) => all | (first & AllEdges));
        }

        return new CrossPlans(outlook, [.. groups.OrderBy(g => g.Value.RankIn(options.Order)).ThenBy(g => !g.Value.StandsAlready)
            .ThenByDescending(g => g.Value.Total)
            .Select(g => g.Value.Build(g.Key & AllEdges))], isCut);
    }

    /// <summary>
    /// The best continuation from a position as it is held: without a rotation when the colour is down already. Empty when the cross
    /// stands.
    /// </summary>
    public StageSolution Continue(CubeState state, Color color)
    {
        var position = state.Hold.ColorAt(Face.D) == color ? CrossPosition.AsHeld(state) : CrossPosition.Of(state, color);
        var found = new SolutionList();
        search.Find(position, search.Distance(position), found);
        var groups = new Dictionary<int, CrossPlanGroupBuilder>();
        Collect(position, found, search.Distance(position), Usual, groups, isAsked: true, firstEdges: 0);
        var best = groups.Values.Min(g => g.Best).Turns;
        return state.Hold.ColorAt(Face.D) == color ? CrossHolds.AsHeld(best) : CrossHolds.Choose(position, best);
    }

    /// <summary>The number of distinct shortest crosses of a colour from here.</summary>
    public int CountShortest(CubeState state, Color color)
    {
        var position = CrossPosition.Of(state, color);
        var found = new SolutionList();
        search.Find(position, search.Distance(position), found);
        return found.Count;
    }

    /// <summary>Least HTM from here to the cross of a colour.</summary>
    public int Distance(CubeState state, Color color) => search.Distance(CrossPosition.Of(state, color));

    private CrossOutlook Look(CrossPosition position, SolutionList found)
    {
        found.Clear();
        var length = search.Distance(position);
        search.Find(position, length, found);
        return new CrossOutlook(position.Color, length, found.Count, position.Rotation, CrossEdgeReport.Of(position));
    }

    /// <summary>
    /// Sorts sequences of one length into groups by their first edges. When the length was not asked for, only first edges that no shorter
    /// plan
    /// starts from (<paramref name="firstEdges"/>, bits 0..3) get a group, so that each of them is shown at its own shortest.
    /// </summary>
    private static void Collect(
        CrossPosition position, SolutionList found, int length, CrossPlanOptions options, Dictionary<int, CrossPlanGroupBuilder> groups,
            bool isAsked, int firstEdges)
    {
        Span<uint> moments = stackalloc uint[PackedTurns.MaxLength + 1];
        for (var i = 0; i < found.Count; i++)
        {
            // Whether a turn is wasted does not depend on the order of commuting neighbours, so it is asked before the dearer question of
            // the hold.
            if (CrossTrace.Follow(position, found[i], moments).IsWasteful) continue;
            var hold = CrossHolds.BestHold(position, found[i], options);
            var (turns, backTurns) = CrossHolds.AsPrinted(position, found[i], hold);
            var trace = CrossTrace.Follow(position, turns, moments);
            var first = trace.FirstEdges;
            if (!isAsked && (firstEdges & first) == first) continue;
            // An edge that stands from the start and one that steps aside and is then the first to be put back are two beginnings.
            var stands = trace.PlacedAt(System.Numerics.BitOperations.TrailingZeroCount(first)) == 0;
            var key = first | (stands ? StandsBit : 0);
            if (!groups.TryGetValue(key, out var group)) groups[key] = group = new CrossPlanGroupBuilder(position, options, stands);
            group.Add(length, turns, trace, hold, backTurns);
        }
    }

    private static readonly CrossPlanOptions Usual = new();

    /// <summary>The four edges as bits, and above them whether the first ones stand from the start.</summary>
    private const int AllEdges = 15;
    private const int StandsBit = 16;
}
