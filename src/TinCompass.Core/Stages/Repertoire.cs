using TinCompass.Core.Cube;

namespace TinCompass.Core.Stages;

/// <summary>A sequence that a solver keeps for a case of a stage's casebook.</summary>
/// <param name="Stage">The stage.</param>
/// <param name="Case">The case's stable name.</param>
/// <param name="Turns">As it was entered.</param>
public sealed record OwnSequence(string Stage, string Case, IReadOnlyList<Turn> Turns);

/// <summary>What a solver can do: the cases they know, and the sequences they keep for cases. Immutable.</summary>
public sealed class Repertoire
{
    private readonly HashSet<(string Stage, string Case)> known;
    private readonly ILookup<(string Stage, string Case), IReadOnlyList<Turn>> own;

    /// <summary>Of cases that are mastered, and of own sequences: a case with one of them is known too.</summary>
    public Repertoire(IEnumerable<(string Stage, string Case)> mastered, IEnumerable<OwnSequence> own)
    {
        Sequences = [.. own];
        known = [.. mastered, .. Sequences.Select(o => (o.Stage, o.Case))];
        this.own = Sequences.ToLookup(o => (o.Stage, o.Case), o => o.Turns);
    }

    /// <summary>Nobody's: no case is known.</summary>
    public static Repertoire Empty { get; } = new([], []);

    /// <summary>The own sequences, in the order in which they are kept.</summary>
    public IReadOnlyList<OwnSequence> Sequences { get; }

    /// <summary>The cases of a stage that are known.</summary>
    public IReadOnlySet<string> Known(string stage) => known.Where(k => k.Stage == stage).Select(k => k.Case).ToHashSet();

    /// <summary>A case is known: mastered, or with a sequence of one's own.</summary>
    public bool Knows(string stage, string name) => known.Contains((stage, name));

    /// <summary>The own sequences of a case.</summary>
    public IEnumerable<IReadOnlyList<Turn>> Own(string stage, string name) => own[(stage, name)];
}
