using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>What is to be told of a position by one who solves edges first.</summary>
/// <param name="Step">The step one is in.</param>
/// <param name="Held">How it is held for the school's way; the best of the working places that are open.</param>
/// <param name="Ending">
/// The ending, and the turn of the top that brings what is placed among each other home; null where more is left.
/// </param>
/// <param name="Way">The school's way to the end of the step; empty for cross and corners.</param>
/// <param name="ShortestHeld">How it is held for the fewest turns.</param>
/// <param name="Shortest">The fewest turns (HTM) to the end of the step, whatever the corners do; empty for corners.</param>
/// <param name="Cycles">When all edges are home: the fewest cycles of three of the corners.</param>
public sealed record EdgesAdvice(EdgesStep Step, EdgesPosition Held, (EdgesEnding Ending, Turn? Top)? Ending, IReadOnlyList<EdgeStep> Way,
    EdgesPosition ShortestHeld, IReadOnlyList<Turn> Shortest, int? Cycles)
{
    /// <summary>So many series the school's way has.</summary>
    public int Series => Way.Count(s => s.Series is not null);

    /// <summary>So many turns.</summary>
    public int Turns => Way.Sum(s => s.Turns.Count);

    /// <summary>Of a position and a base; the last five by one series alone if asked. Throws when cancelled.</summary>
    public static EdgesAdvice Of(CubeState state, Color color, bool isOneSeries, CancellationToken cancel = default)
    {
        var (holds, school) = (EdgesPosition.Holds(state, color), isOneSeries ? LastFive.OfOneSeries : LastFive.Usual);
        var (step, first) = (holds[0].Step, holds[0]);
        switch (step)
        {
            case EdgesStep.Cross:
                return new EdgesAdvice(step, first, null, [], first, EdgeSearch.For(EdgeSet.Base).Find(first.Set, cancel), null);
            case EdgesStep.Middle:
                var best = MiddleEdges.Best(holds)[0];
                var search = EdgeSearch.For(EdgeSet.Base | MiddleEdges.Edges);
                var (hold, turns) = holds.Select(h => (Hold: h, Turns: search.Find(h.Set, cancel))).MinBy(f => f.Turns.Count);
                return new EdgesAdvice(step, best.Hold, null, best.Way, hold, turns, null);
            case EdgesStep.LastFive:
                var open = holds.Where(h => h.IsOpenInFront).MinBy(h => (school.Series(h.Set), school.Turns(h.Set)))!;
                return new EdgesAdvice(step, open, LastThree.UpToTop(open.Set), school.Way(open.Set), open,
                    EdgeSearch.For(EdgeSet.Every).Find(open.Set, cancel), null);
            default:
                return new EdgesAdvice(step, first, null, [], first, [], CycleCount.OfCorners(first.Held.Upright()));
        }
    }
}
