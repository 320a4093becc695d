using TinCompass.Core.Cube;

namespace TinCompass.Core.Notation;

/// <summary>
/// A sequence of turns as it was written: the structure (groups, repeats, commutators, conjugates) and the flat list of turns it comes to.
/// Immutable. At most <see cref="MaxTurns"/> turns.
/// </summary>
public sealed class Algorithm
{
    /// <summary>The longest sequence that is read: 500 turns after all repeats are written out.</summary>
    public const int MaxTurns = 500;

    private readonly IReadOnlyList<Node> nodes;

    internal Algorithm(IReadOnlyList<Node> nodes)
    {
        this.nodes = nodes;
        Turns = Node.Flatten(nodes);
    }

    /// <summary>A plain sequence without structure.</summary>
    public Algorithm(IEnumerable<Turn> turns)
        : this([.. turns.Select(t => new TurnNode(t))])
    {
    }

    /// <summary>The sequence of no turns.</summary>
    public static Algorithm Empty { get; } = new(Array.Empty<Turn>());

    /// <summary>All turns in order, structure written out.</summary>
    public IReadOnlyList<Turn> Turns { get; }

    /// <summary>Reads a text; throws <see cref="NotationException"/> with the place and what was expected.</summary>
    public static Algorithm Parse(string text) => AlgorithmParser.Parse(text);

    /// <summary>The sequence that undoes this one: turns inverted, in reverse order.</summary>
    public Algorithm Inverse() => new(Turns.Reverse().Select(t => t.Inverse));

    /// <summary>The sequence seen in a mirror that swaps left and right.</summary>
    public Algorithm Mirror() => new(Turns.Select(t => t.Mirror));

    /// <summary>
    /// Turns that meet on one axis are merged and put in one order, again and again, until nothing cancels. The effect is the same.
    /// </summary>
    public Algorithm Cancelled() => new(Cancelling.Cancel(Turns));

    /// <summary>The length in a metric.</summary>
    public int Length(Metric metric) => Turns.Sum(t => metric.Cost(t));

    /// <summary>The text with its structure: [R, U] (F2 D)3. Reading it gives the same algorithm.</summary>
    public override string ToString() => Node.Print(nodes);

    /// <summary>The turns alone: R U R' U'.</summary>
    public string ToFlatString() => string.Join(' ', Turns);
}
