using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.SixEdges;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cmll;

/// <summary>A sequence for the corners with what it does to the last six edges.</summary>
/// <param name="Choice">The sequence.</param>
/// <param name="Bad">How many edges are turned over after it; null when the middle is a quarter off then.</param>
/// <param name="Orient">The fewest turns of M and U that orient the edges then.</param>
/// <param name="All">The fewest that solve everything then.</param>
/// <param name="OrientTime">Relative time of the best way of the fewest that orients them; null when a turn is avoided.</param>
public sealed record CmllAhead(CmllChoice Choice, int? Bad, int Orient, int All, double? OrientTime)
{
    /// <summary>HTM of the sequence and turns of orienting after it.</summary>
    public int Length => Choice.Length + Orient;

    /// <summary>Relative time of both; null when a turn is avoided.</summary>
    public double? Time => Choice.Time + OrientTime;

    /// <summary>What it is ranked by: the time of both, with more weight on an algorithm that is not common.</summary>
    public double? Cost => Choice.Cost + OrientTime;

    /// <summary>
    /// It is better than another, whichever counts: quicker by more than the model can err, not longer, and ranked before it.
    /// </summary>
    public bool Beats(CmllAhead other) =>
        Length <= other.Length && Time is { } quick && (other.Time is not { } slow || slow - quick > HandModel.WorthTelling)
            && !(Cost > other.Cost);
}

/// <summary>Chooses sequences for the corners, each by what it leaves of the edges. Pure; over the book and the edges' table.</summary>
public sealed class CmllPlanner(CmllTools tools, SixEdgesTable edges)
{
    /// <summary>So many of the quickest and of the shortest are looked at, whether time or turns count.</summary>
    private const int Quickest = 12, Shortest = 4;

    private const int MostWays = 12;

    /// <summary>The sequences for a position, the best with what follows first.</summary>
    public IReadOnlyList<CmllAhead> Ahead(CmllPosition position, HandModel hands, bool byTurns, Repertoire? repertoire = null)
    {
        var ranked = tools.Rank(position.Corners, hands, repertoire);
        return [.. ranked.Take(Quickest).Concat(ranked.Skip(Quickest).OrderBy(c => c.Length).Take(Shortest))
            .Select(c => With(position, c, hands)).OrderBy(a => byTurns ? a.Length : a.Cost ?? double.PositiveInfinity)
            .ThenBy(a => byTurns ? a.Cost ?? double.PositiveInfinity : a.Length)];
    }

    /// <summary>A sequence with what it leaves.</summary>
    public CmllAhead With(CmllPosition position, CmllChoice choice, HandModel hands)
    {
        var index = SixEdgesIndex.IndexOf(position.Held.Apply(choice.Turns), out var missing)
            ?? throw new InvalidOperationException($"{string.Join(' ', choice.Turns)}: {missing}");
        var (top, below) = SixEdgesIndex.Bad(index);
        return new CmllAhead(choice, SixEdgesIndex.IsMiddleEven(index) ? top + below : null, edges.Distance(index, SixEdgesGoal.Oriented),
            edges.Distance(index, SixEdgesGoal.Solved), edges.Distance(index, SixEdgesGoal.Oriented) == 0 ? 0
                : edges.Shortest(index, SixEdgesGoal.Oriented, MostWays).Min(w => hands.Measure(w)));
    }

    /// <summary>What is said of it: "leaves 4 bad edges, 3 turns to orient".</summary>
    public static string Say(CmllAhead ahead)
    {
        var bad = ahead.Bad is { } count ? $"{count} turned over" : "the middle a quarter off";
        return ahead.Orient == 0 ? "edges oriented" : $"{bad}, {ahead.Orient} to orient";
    }

    /// <summary>HTM of some turns.</summary>
    internal static int Htm(IEnumerable<Turn> turns) => turns.Sum(t => Metric.Htm.Cost(t));
}
