using TinCompass.Core.Cube;

namespace TinCompass.Core.Feed;

/// <summary>What became of a line that was taken in its turn.</summary>
/// <param name="Line">The line.</param>
/// <param name="After">How the cube stands after it; null as long as that is not known.</param>
/// <param name="Differs">A state was told that the turns do not lead to: the position by the turns. What the cube says is believed.</param>
public sealed record FedLine(FeedLine Line, CubeState? After, CubeState? Differs);

/// <summary>
/// Brings the lines of a cube into order: each counts once, none before those that it follows. What is missing is named, and taken when it
/// is sent again.
/// </summary>
/// <param name="first">The number of the first line there is.</param>
public sealed class FeedLog(long first)
{
    /// <summary>So many lines are kept that came before one that is missing.</summary>
    public const int MostAhead = 1_000;

    private readonly SortedDictionary<long, FeedLine?> ahead = [];

    /// <summary>The number of the line that comes next.</summary>
    public long Next { get; private set; } = first;

    /// <summary>How the cube stands; null before the first state, or before the first turn of a cube that began solved.</summary>
    public CubeState? State { get; private set; }

    /// <summary>The lines that are missing before those that wait, from and to, both counted.</summary>
    public (long From, long To)? Missing => ahead.Count == 0 ? null : (Next, ahead.Keys.First() - 1);

    /// <summary>
    /// Takes a line. Gives the lines whose turn it is now, in order: none for one that was there already, or that comes before one that is
    /// missing. Throws <see cref="FeedException"/> too-far when too many wait.
    /// </summary>
    public IReadOnlyList<FedLine> Take(FeedLine line) => Take(line.Number, line);

    /// <summary>Passes over a line that cannot be read.</summary>
    public IReadOnlyList<FedLine> Skip(long number) => Take(number, null);

    private List<FedLine> Take(long number, FeedLine? line)
    {
        if (number < Next) return [];
        if (number > Next && ahead.Count >= MostAhead && !ahead.ContainsKey(number))
            throw new FeedException("too-far", $"Line {number} came, but line {Next} is still missing: send from there.");
        ahead[number] = line;
        var fed = new List<FedLine>();
        while (ahead.Remove(Next, out var due))
        {
            Next++;
            if (due is not null) fed.Add(Feed(due));
        }

        return fed;
    }

    private FedLine Feed(FeedLine line)
    {
        switch (line)
        {
            case FeedLine.Stood { State: var told }:
                // Held otherwise is the same cube, and the turns are named as before: how it is held only turns of the whole cube change.
                var differs = State is { } known && known.Upright() != told.Upright() ? State : null;
                if (State is null || differs is not null) State = told;
                return new FedLine(line, State, differs);
            case FeedLine.Turned { Turn: var turn }:
                State = State?.Apply(turn);
                return new FedLine(line, State, null);
            default:
                return new FedLine(line, State, null);
        }
    }
}
