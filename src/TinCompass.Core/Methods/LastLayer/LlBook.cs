using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>What the book has of a case.</summary>
/// <param name="Case">The case.</param>
/// <param name="Least">Least HTM, turns of the top before and after free: no sequence of face turns is shorter.</param>
/// <param name="Count">How many sequences of that length there are; 0 when they were not all gone through (14 HTM).</param>
/// <param name="Sequences">The chosen ones, the quickest for usual hands first.</param>
public sealed record LlEntry(LlCase Case, int Least, int Count, IReadOnlyList<LlSequence> Sequences)
{
    /// <summary>The algorithms that fast right-handed solvers turn for it; at least one.</summary>
    public IReadOnlyList<LlSequence> Common { get; init; } = [];
}

/// <summary>
/// The shipped sequences of all cases: a text file that <see cref="LlBookBuilder"/> makes, a line a sequence, its checksum in the last
/// line. Nothing in it is believed: each sequence is applied when it is read.
/// </summary>
public sealed class LlBook
{
    /// <summary>The first line: names the format and its version.</summary>
    public const string Title = "tin-compass last-layer 1";

    /// <summary>What fast solvers turn, of all sets.</summary>
    public static CommonAlgorithms Common { get; } = CommonAlgorithms.Shipped("last-layer.common");

    private const string Resource = "last-layer.book";
    private const string Sum = "sha256 ";

    private readonly Dictionary<string, LlEntry> byId;

    private LlBook(IEnumerable<LlEntry> entries)
    {
        Entries = [.. entries.Select(WithCommon)];
        byId = Entries.ToDictionary(e => e.Case.Id);
    }

    /// <summary>
    /// The book on a shelf, read in the background; with it, what tells the cases is found out, so that nobody waits for it: some tenths of
    /// a second.
    /// </summary>
    public static TableKind<LlBook> Kind { get; } = new("last-layer", _ =>
    {
        foreach (var c in LlSets.All.SelectMany(LlCases.Of)) LlGlances.Of(c.Set, c.View);
        return Shipped();
    });

    /// <summary>One for each case but the solved ones, set by set.</summary>
    public IReadOnlyList<LlEntry> Entries { get; }

    /// <summary>What it has of a case.</summary>
    public LlEntry this[LlCase c] => byId[c.Id];

    /// <summary>The book that came with the program.</summary>
    public static LlBook Shipped()
    {
        using var stream = typeof(LlBook).Assembly.GetManifestResourceStream(Resource)
            ?? throw new InvalidDataException($"the program has no {Resource}");
        using var reader = new StreamReader(stream, Encoding.ASCII);
        return Read(reader.ReadToEnd());
    }

    /// <summary>
    /// Reads a book. Throws <see cref="InvalidDataException"/> with the line when something in it is not true: the checksum, a case, a
    /// sequence that does not solve its case, or a least length that one of its sequences is below.
    /// </summary>
    public static LlBook Read(string text)
    {
        var lines = text.Split('\n', StringSplitOptions.RemoveEmptyEntries);
        if (lines.Length < 2 || lines[0] != Title) throw new InvalidDataException($"line 1: '{Title}' is expected");
        if (lines[^1] != Sum + SumOf(lines[..^1])) throw new InvalidDataException($"line {lines.Length}: the checksum does not fit");
        var (entries, sequences) = (new List<LlEntry>(), new List<LlSequence>());
        for (var i = 1; i < lines.Length - 1; i++)
        {
            if (lines[i].StartsWith("case ", StringComparison.Ordinal))
            {
                sequences = [];
                entries.Add(ReadCase(lines[i].Split(' '), sequences)
                    ?? throw new InvalidDataException($"line {i + 1}: 'case', a case, its least HTM and a count are expected"));
            }
            else if (entries.Count == 0 || ReadSequence(lines[i]) is not { } sequence || !sequence.IsOf(entries[^1].Case)
                || sequence.Turns.Sum(t => Metric.Htm.Cost(t)) < entries[^1].Least)
                throw new InvalidDataException(
                    $"line {i + 1}: '{lines[i]}' is no sequence of {entries.LastOrDefault()?.Case.Id ?? "a case"}");
            else sequences.Add(sequence);
        }

        var missing = LlSets.All.SelectMany(LlCases.Of).FirstOrDefault(c => !c.IsSolved && entries.All(e => e.Case.Id != c.Id));
        return missing is null ? new LlBook(entries) : throw new InvalidDataException($"{missing.Id} is missing");
    }

    private static LlEntry WithCommon(LlEntry entry) => entry with
    {
        Common = [.. Common.Of(entry.Case.Set.Id()).Select(turns => new LlSequence(turns, LlState.SolvedBy(turns)
                ?? throw new InvalidDataException($"{string.Join(' ', turns)} breaks the first two layers")) { IsCommon = true })
            .Where(s => s.IsOf(entry.Case))],
    };

    /// <summary>Writes a book: the same bytes for the same entries.</summary>
    public static string Write(IEnumerable<LlEntry> entries)
    {
        var lines = new List<string> { Title };
        foreach (var entry in entries)
        {
            lines.Add(string.Create(CultureInfo.InvariantCulture, $"case {entry.Case.Id} {entry.Least} {entry.Count}"));
            lines.AddRange(entry.Sequences.Select(s => s.ToString()));
        }

        lines.Add(Sum + SumOf(lines));
        return string.Join('\n', lines) + "\n";
    }

    private static LlEntry? ReadCase(string[] words, List<LlSequence> sequences) =>
        words.Length == 4 && LlCases.Find(words[1]) is { IsSolved: false } c
            && int.TryParse(words[2], NumberStyles.None, CultureInfo.InvariantCulture, out var least)
            && int.TryParse(words[3], NumberStyles.None, CultureInfo.InvariantCulture, out var count)
            ? new LlEntry(c, least, count, sequences) : null;

    private static LlSequence? ReadSequence(string line)
    {
        try
        {
            var turns = Algorithm.Parse(line).Turns;
            return LlState.SolvedBy(turns) is { } solves ? new LlSequence(turns, solves) : null;
        }
        catch (NotationException)
        {
            return null;
        }
    }

    private static string SumOf(IEnumerable<string> lines) =>
        Convert.ToHexStringLower(SHA256.HashData(Encoding.ASCII.GetBytes(string.Join('\n', lines))));
}
