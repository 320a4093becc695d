using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cmll;

/// <summary>A sequence of the top's corners, without turns of the top at its ends, and the corners it solves.</summary>
public sealed record CmllSequence(IReadOnlyList<Turn> Turns, LlState Solves)
{
    /// <summary>Fast solvers turn it (<see cref="CommonAlgorithms"/>).</summary>
    public bool IsCommon { get; init; }

    /// <summary>"R U R' U R U2 R'".</summary>
    public override string ToString() => string.Join(' ', Turns);

    /// <summary>HTM.</summary>
    public int Length { get; } = Turns.Sum(t => Metric.Htm.Cost(t));
}

/// <summary>What the book has of a case.</summary>
/// <param name="Case">The case.</param>
/// <param name="Least">Least HTM, from the best of four holds, turns of the top free, the middle and the top's edges too.</param>
/// <param name="Sequences">The chosen ones, the quickest for usual hands first; one of the least length is among them.</param>
public sealed record CmllEntry(CmllCase Case, int Least, IReadOnlyList<CmllSequence> Sequences)
{
    /// <summary>The algorithms that fast right-handed solvers turn for it; at least one.</summary>
    public IReadOnlyList<CmllSequence> Common { get; init; } = [];
}

/// <summary>
/// The shipped sequences of the 42 cases: a text file that <see cref="CmllBookBuilder"/> makes, a line a sequence, its checksum in the
/// last line. Nothing in it is believed: each sequence is applied when it is read.
/// </summary>
public sealed class CmllBook
{
    /// <summary>The first line: names the format and its version.</summary>
    public const string Title = "tin-compass cmll 1";

    /// <summary>What fast solvers turn.</summary>
    public static CommonAlgorithms Common { get; } = CommonAlgorithms.Shipped("cmll.common");

    private const string Resource = "cmll.book";
    private const string Sum = "sha256 ";

    private readonly Dictionary<string, CmllEntry> byId;

    private CmllBook(IEnumerable<CmllEntry> entries)
    {
        var common = Common.Of(CmllStage.StageId).Select(Sequence).ToLookup(s => CmllCases.Of(s.Solves).Case.Id);
        Entries = [.. entries.Select(e => e with { Common = [.. common[e.Case.Id]] })];
        byId = Entries.ToDictionary(e => e.Case.Id);

        static CmllSequence Sequence(IReadOnlyList<Turn> turns) => new(turns, CmllCorners.SolvedBy(turns)
            ?? throw new InvalidDataException($"{string.Join(' ', turns)} does not leave both blocks"))
        {
            IsCommon = true,
        };
    }

    /// <summary>The book on a shelf, read in the background.</summary>
    public static TableKind<CmllBook> Kind { get; } = new("cmll", _ => Shipped());

    /// <summary>One for each case but the solved one.</summary>
    public IReadOnlyList<CmllEntry> Entries { get; }

    /// <summary>What it has of a case.</summary>
    public CmllEntry this[CmllCase c] => byId[c.Id];

    /// <summary>The book that came with the program.</summary>
    public static CmllBook Shipped()
    {
        using var stream = typeof(CmllBook).Assembly.GetManifestResourceStream(Resource)
            ?? throw new InvalidDataException($"the program has no {Resource}");
        using var reader = new StreamReader(stream, Encoding.ASCII);
        return Read(reader.ReadToEnd());
    }

    /// <summary>
    /// Reads a book. Throws <see cref="InvalidDataException"/> with the line when something in it is not true: the checksum, a case, a
    /// sequence that does not solve its case, a least length that none of its sequences has.
    /// </summary>
    public static CmllBook Read(string text)
    {
        var lines = text.Split('\n', StringSplitOptions.RemoveEmptyEntries);
        if (lines.Length < 2 || lines[0] != Title) throw new InvalidDataException($"line 1: '{Title}' is expected");
        if (lines[^1] != Sum + SumOf(lines[..^1])) throw new InvalidDataException($"line {lines.Length}: the checksum does not fit");
        var (entries, sequences) = (new List<CmllEntry>(), new List<CmllSequence>());
        for (var i = 1; i < lines.Length - 1; i++)
        {
            if (lines[i].Split(' ') is ["case", var id, var least])
            {
                sequences = [];
                entries.Add(CmllCases.Find(id) is { IsSolved: false } c
                    && int.TryParse(least, NumberStyles.None, CultureInfo.InvariantCulture, out var length)
                    ? new CmllEntry(c, length, sequences) : throw new InvalidDataException($"line {i + 1}: no case '{id}'"));
            }
            else if (entries.Count == 0 || ReadSequence(lines[i]) is not { } sequence
                || CmllCases.Of(sequence.Solves).Case.Id != entries[^1].Case.Id || sequence.Length < entries[^1].Least)
                throw new InvalidDataException(
                    $"line {i + 1}: '{lines[i]}' is no sequence of {entries.LastOrDefault()?.Case.Id ?? "a case"}");
            else sequences.Add(sequence);
        }

        if (CmllCases.All.FirstOrDefault(c => !c.IsSolved && entries.All(e => e.Case.Id != c.Id)) is { } missing)
            throw new InvalidDataException($"{missing.Id} is missing");
        return entries.FirstOrDefault(e => e.Sequences.All(s => s.Length != e.Least)) is { } without
            ? throw new InvalidDataException($"{without.Case.Id} has no sequence of {without.Least} HTM") : new CmllBook(entries);
    }

    /// <summary>Writes a book: the same bytes for the same entries.</summary>
    public static string Write(IEnumerable<CmllEntry> entries)
    {
        var lines = new List<string> { Title };
        foreach (var entry in entries)
        {
            lines.Add(string.Create(CultureInfo.InvariantCulture, $"case {entry.Case.Id} {entry.Least}"));
            lines.AddRange(entry.Sequences.Select(s => s.ToString()));
        }

        lines.Add(Sum + SumOf(lines));
        return string.Join('\n', lines) + "\n";
    }

    private static CmllSequence? ReadSequence(string line)
    {
        try
        {
            var turns = Algorithm.Parse(line).Turns;
            return CmllCorners.SolvedBy(turns) is { } solves ? new CmllSequence(turns, solves) : null;
        }
        catch (NotationException)
        {
            return null;
        }
    }

    private static string SumOf(IEnumerable<string> lines) =>
        Convert.ToHexStringLower(SHA256.HashData(Encoding.ASCII.GetBytes(string.Join('\n', lines))));
}

/// <summary>
/// Makes the shipped book from sweeps over sets of turns that leave both blocks: for each case the shortest sequences and the quickest for
/// right and for left hands. The same book on any machine; least lengths come from the sweep of all six faces.
/// </summary>
public static class CmllBookBuilder
{
    private const int Shortest = 2;
    private const int Quickest = 14;
    private const int QuickestLeft = 4;

    /// <summary>The sweeps, that of all faces first: no case takes more than eleven.</summary>
    public static IReadOnlyList<(string Turns, int Most)> Sweeps { get; } =
    [
        (LlTurnSets.AllFaces, 11), ("R U", 13), ("R U F", 12), ("R U L", 11), ("R U D", 11), ("R U r", 12), ("R U F r", 11),
        ("R U r M", 10), ("R U L r l", 10),
    ];

    /// <summary>Makes the book; tells the number of the sweep and its share.</summary>
    public static IReadOnlyList<CmllEntry> Build(Action<int, double>? progress = null, CancellationToken cancel = default)
    {
        var (right, left) = (new HandModel(HandPreferences.Usual), new HandModel(new HandPreferences(LeftHanded: true)));
        var found = CmllCases.All.Where(c => !c.IsSolved)
            .ToDictionary(c => c.Id, _ => new List<(CmllSequence Sequence, string Text, double Right, double Left)>());
        var least = found.Keys.ToDictionary(k => k, _ => int.MaxValue);
        for (var i = 0; i < Sweeps.Count; i++)
        {
            var (number, all) = (i, i == 0);
            CmllFinder.All(
                LlTurnSets.Read(Sweeps[i].Turns), Sweeps[i].Most,
                sequence =>
                {
                    var c = CmllCases.Of(sequence.Solves).Case;
                    if (sequence.Length < least[c.Id]) least[c.Id] = sequence.Length;
                    var list = found[c.Id];
                    list.Add((sequence, sequence.ToString(), Time(right, sequence), Time(left, sequence)));
                    if (list.Count > 2_000) found[c.Id] = Kept(list, least[c.Id]);
                },
                p => progress?.Invoke(number + 1, p.Share), cancel);
        }

        return [.. CmllCases.All.Where(c => !c.IsSolved).Select(c =>
            new CmllEntry(c, least[c.Id], [.. Kept(found[c.Id], least[c.Id]).Select(k => k.Sequence)]))];
    }

    private static List<(CmllSequence Sequence, string Text, double Right, double Left)> Kept(
        List<(CmllSequence Sequence, string Text, double Right, double Left)> all, int least)
    {
        var order = Comparer<string>.Create(string.CompareOrdinal);
        return [.. all.OrderBy(m => m.Right).ThenBy(m => m.Text, order).Take(Quickest)
            .Concat(all.OrderBy(m => m.Left).ThenBy(m => m.Text, order).Take(QuickestLeft))
            .Concat(all.Where(m => m.Sequence.Length == least).OrderBy(m => m.Right).ThenBy(m => m.Text, order).Take(Shortest))
            .DistinctBy(m => m.Text).OrderBy(m => m.Right).ThenBy(m => m.Text, order)];
    }

    private static double Time(HandModel hands, CmllSequence sequence) => hands.Measure(sequence.Turns) ?? double.PositiveInfinity;
}
