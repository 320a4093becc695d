using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.Cross;

/// <summary>One colour at a glance: the least HTM, the number of distinct shortest crosses, the four edges.</summary>
public sealed record CrossOutlook(Color Color, int Length, int Count, Hold Rotation, IReadOnlyList<CrossEdgeReport> Edges)
{
    /// <summary>How many of the four are bad.</summary>
    public int BadEdges => Edges.Count(e => !e.IsGood);
}

/// <summary>A cross plan: the solution, what speaks for and against it.</summary>
public sealed record CrossPlan(CrossSolution Solution, FourthFlag Flag, int AlignmentTurns)
{
    /// <summary>Length in HTM.</summary>
    public int Length => Solution.Length;
}

/// <summary>
/// The plans that place the same edge (or edges, when one turn places several or several stand already) first.
/// <paramref name="Total"/> counts all that were found up to the asked length; <paramref name="Plans"/> holds the best of them.
/// </summary>
public sealed record CrossPlanGroup(IReadOnlyList<Color> First, bool StandsAlready, int BestLength, int Total, IReadOnlyList<CrossPlan> Plans);

/// <summary>All plans of one colour, grouped by first edge, best group first. <paramref name="IsCut"/>: more than could be kept were found.</summary>
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
    /// The plans of one colour: every shortest one and all up to <paramref name="slack"/> turns longer (0..2, HTM), without those that waste a turn.
    /// A first edge that no such plan starts from is shown with its own shortest plan when one is at most two turns over the best.
    /// </summary>
    public CrossPlans Plan(CubeState state, Color color, int slack = 0, CancellationToken cancel = default)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(slack);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(slack, CrossSearch.MaxSlack);
        var position = CrossPosition.Of(state, color);
        var outlook = Look(position, new SolutionList());
        var found = new SolutionList { Limit = MaxSequences };
        var groups = new Dictionary<int, List<Candidate>>();
        var (firstEdges, isCut) = (0, false);
        for (var extra = 0; extra <= CrossSearch.MaxSlack && (extra <= slack || firstEdges != 15); extra++)
        {
            found.Clear();
            search.Find(position, outlook.Length + extra, found, cancel);
            isCut |= found.IsCut && extra <= slack;
            foreach (var (first, candidate) in Candidates(position, found, outlook.Length + extra))
            {
                if (groups.TryGetValue(first, out var group))
                {
                    if (extra <= slack || group[0].Length == candidate.Length) group.Add(candidate);
                }
                else if (extra <= slack || (firstEdges & first) != first)
                {
                    groups[first] = [candidate];
                }
            }

            firstEdges = groups.Keys.Aggregate(firstEdges, (all, first) => all | first);
        }

        return new CrossPlans(outlook, [.. groups.Select(g => Group(position, g.Key, g.Value)).OrderBy(g => g.BestLength)
            .ThenBy(g => g.Plans[0].Flag).ThenBy(g => g.Plans[0].AlignmentTurns).ThenBy(g => !g.StandsAlready).ThenByDescending(g => g.Total)], isCut);
    }

    /// <summary>The best continuation from a position as it is held: without a rotation when the colour is down already. Empty when the cross stands.</summary>
    public CrossSolution Continue(CubeState state, Color color)
    {
        var position = state.Hold.ColorAt(Face.D) == color ? CrossPosition.AsHeld(state) : CrossPosition.Of(state, color);
        var found = new SolutionList();
        search.Find(position, search.Distance(position), found);
        var best = Candidates(position, found, search.Distance(position)).Select(c => c.Candidate).Order().First();
        return position.Rotation == Hold.Scramble && state.Hold.ColorAt(Face.D) == color
            ? CrossSolution.AsHeld(best.Turns) : CrossSolution.Choose(position, best.Turns);
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

    /// <summary>A plan before it is written out; ordered by length, flag, alignment, back turns, and at last by its turns.</summary>
    private readonly record struct Candidate(int Length, FourthFlag Flag, int Alignment, int BackTurns, bool Stands, PackedTurns Turns) : IComparable<Candidate>
    {
        public int CompareTo(Candidate other) =>
            (Length, Flag != FourthFlag.None, Alignment, BackTurns, Turns.Bits).CompareTo((other.Length, other.Flag != FourthFlag.None, other.Alignment, other.BackTurns, other.Turns.Bits));
    }

    private static List<(int First, Candidate Candidate)> Candidates(CrossPosition position, SolutionList found, int length)
    {
        var candidates = new List<(int, Candidate)>(found.Count);
        Span<uint> moments = stackalloc uint[PackedTurns.MaxLength + 1];
        for (var i = 0; i < found.Count; i++)
        {
            var (turns, backTurns) = CrossSolution.AsPrinted(position, found[i]);
            var trace = CrossTrace.Follow(position, turns, moments);
            if (trace.IsWasteful) continue;
            var last = Math.Max(Math.Max(trace.PlacedAt(0), trace.PlacedAt(1)), Math.Max(trace.PlacedAt(2), trace.PlacedAt(3)));
            var first = trace.FirstEdges;
            var stands = trace.PlacedAt(System.Numerics.BitOperations.TrailingZeroCount(first)) == 0;
            candidates.Add((first, new Candidate(
                length, trace.Flag(), Math.Abs(trace.AlignmentAt(last)!.Value), backTurns, stands, turns)));
        }

        return candidates;
    }

    private static CrossPlanGroup Group(CrossPosition position, int first, List<Candidate> candidates)
    {
        candidates.Sort();
        return new CrossPlanGroup(
            [.. Enumerable.Range(0, 4).Where(e => (first >> e & 1) == 1).Select(position.SideOf)],
            candidates[0].Stands,
            candidates[0].Length,
            candidates.Count,
            [.. candidates.Take(MaxPlansOfGroup).Select(c => new CrossPlan(CrossSolution.Choose(position, c.Turns), c.Flag, c.Alignment))]);
    }
}
