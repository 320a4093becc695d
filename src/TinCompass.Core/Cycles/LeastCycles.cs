using System.Security.Cryptography;
using System.Text;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Cycles;

/// <summary>
/// The fewest turns (HTM) of any sequence that cycles three pieces and does nothing else, whatever its shape, with one such sequence: read
/// from a shipped text that <see cref="LeastCyclesBuilder"/> makes, a sequence for each cycle that is not another one rotated, mirrored or
/// undone. Each is applied when it is read; that none is shorter is what the builder has gone through.
/// </summary>
public sealed class LeastCycles
{
    /// <summary>The first line: names the format and its version.</summary>
    public const string Title = "tin-compass cycles 1";

    private const string Resource = "cycles.book";
    private const string Sum = "sha256 ";

    private static readonly Lazy<LeastCycles> Book = new(Shipped);

    private readonly Dictionary<int, Turn[]> byKey = [];

    private LeastCycles(IEnumerable<(int Line, Algorithm Sequence)> sequences)
    {
        foreach (var (line, sequence) in sequences)
        {
            if (ThreeCycle.Of(CubeState.Solved.Apply(sequence.Turns)) is not { } cycle)
                throw new InvalidDataException($"line {line}: '{sequence}' is no cycle of three");
            foreach (var (same, turns) in Images(cycle, sequence.Turns))
            {
                if (!byKey.TryGetValue(same.Key, out var known)) byKey[same.Key] = turns;
                else if (known.Length != turns.Length)
                    throw new InvalidDataException($"line {line}: '{sequence}' is there with another length");
            }
        }

        if (Every.FirstOrDefault(c => !byKey.ContainsKey(c.Key)) is { First: var first, Second: var second } missing && first != second)
            throw new InvalidDataException($"{missing} is missing");
    }

    /// <summary>The book that came with the program, read when it is first asked for.</summary>
    public static LeastCycles All => Book.Value;

    /// <summary>Every cycle of three, once: 1760 of edges, 1008 of corners.</summary>
    public static IReadOnlyList<ThreeCycle> Every { get; } = [.. new[] { Stickers.OfEdges, Stickers.OfCorners }.SelectMany(stickers =>
        from a in stickers
        from b in stickers
        from c in stickers
        where ThreeCycle.TryMake(a, b, c, out _, out _)
        select new ThreeCycle(a, b, c)).DistinctBy(c => c.Key)];

    /// <summary>A sequence of face turns that cycles the three in the fewest turns of all.</summary>
    public IReadOnlyList<Turn> Of(ThreeCycle cycle) => byKey[cycle.Key];

    /// <summary>The fewest turns (HTM).</summary>
    public int Length(ThreeCycle cycle) => byKey[cycle.Key].Length;

    /// <summary>
    /// Reads a book. Throws <see cref="InvalidDataException"/> with the line when something in it is not true: the checksum, a sequence
    /// that is no cycle of three, one with two lengths, one that is missing.
    /// </summary>
    public static LeastCycles Read(string text)
    {
        var lines = text.Split('\n', StringSplitOptions.RemoveEmptyEntries);
        if (lines.Length < 2 || lines[0] != Title) throw new InvalidDataException($"line 1: '{Title}' is expected");
        if (lines[^1] != Sum + SumOf(lines[..^1])) throw new InvalidDataException($"line {lines.Length}: the checksum does not fit");
        return new LeastCycles(lines[1..^1].Select((line, i) => (i + 2, Parsed(i + 2, line))));
    }

    /// <summary>Writes a book: the same bytes for the same sequences.</summary>
    public static string Write(IEnumerable<IReadOnlyList<Turn>> sequences)
    {
        List<string> lines = [Title, .. sequences.Select(s => string.Join(' ', s))];
        lines.Add(Sum + SumOf(lines));
        return string.Join('\n', lines) + "\n";
    }

    /// <summary>
    /// The same cycle on a cube that is turned over, mirrored or undone, with the same turns there: 96, some of them twice.
    /// </summary>
    internal static IEnumerable<(ThreeCycle Cycle, Turn[] Turns)> Images(ThreeCycle cycle, IReadOnlyList<Turn> turns)
    {
        var mirrored = new ThreeCycle(Stickers.Mirrored(cycle.First), Stickers.Mirrored(cycle.Second), Stickers.Mirrored(cycle.Third));
        foreach (var (seen, made) in new[] { (cycle, turns), (mirrored, [.. turns.Select(t => t.Mirror)]) })
            foreach (var hold in Hold.All)
            {
                var rotated = hold.Rotation.Aggregate(seen, (c, t) => c.After(t));
                Turn[] renamed = [.. made.Select(t => t.Renamed(Hold.Scramble, hold))];
                yield return (rotated, renamed);
                yield return (rotated.Inverse, [.. renamed.Reverse().Select(t => t.Inverse)]);
            }
    }

    private static Algorithm Parsed(int line, string text)
    {
        try
        {
            return Algorithm.Parse(text);
        }
        catch (NotationException e)
        {
            throw new InvalidDataException($"line {line}: {e.Message}", e);
        }
    }

    private static LeastCycles Shipped()
    {
        using var stream = typeof(LeastCycles).Assembly.GetManifestResourceStream(Resource)
            ?? throw new InvalidDataException($"the program has no {Resource}");
        using var reader = new StreamReader(stream, Encoding.ASCII);
        return Read(reader.ReadToEnd());
    }

    private static string SumOf(IEnumerable<string> lines) =>
        Convert.ToHexStringLower(SHA256.HashData(Encoding.ASCII.GetBytes(string.Join('\n', lines))));
}
