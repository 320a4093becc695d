using System.Runtime.InteropServices;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.F2l;

/// <summary>
/// Every way to the slot at front-right when all beside it is solved, for each of its positions (corner and edge each on top or in the
/// slot): every sequence of the least HTM and up to <see cref="F2lQuickest.Slack"/> turns more. Some tens of milliseconds a position, so
/// they are searched once, in the background, and kept in a table file.
/// </summary>
public sealed class F2lLastSlots
{
    /// <summary>Names this set and its version in a <see cref="TableFile"/>.</summary>
    public const string Title = "f2l-last 1";

    private const int NumbersAPosition = 5;

    /// <summary>The ways on a shelf; kept between starts.</summary>
    public static TableKind<F2lLastSlots> Kind { get; } =
        new("f2l-last", shelf => Build(shelf.Get(CrossTable.Kind), F2lTables.On(shelf)))
        {
            Load = Load,
            Save = (ways, stream) => ways.Save(stream),
        };

    private readonly IReadOnlyDictionary<(int Corner, int Edge), F2lSolutions> ways;

    private F2lLastSlots(IReadOnlyDictionary<(int Corner, int Edge), F2lSolutions> ways) => this.ways = ways;

    /// <summary>What is known of a position of the slot, by <see cref="F2lCases.Seen"/>.</summary>
    public F2lSolutions this[(int Corner, int Edge) seen] => ways[seen];

    /// <summary>Number of positions.</summary>
    public int Count => ways.Count;

    /// <summary>Searches all of them.</summary>
    public static F2lLastSlots Build(CrossTable cross, F2lTables tables)
    {
        var search = new F2lSearch(cross, tables);
        return new F2lLastSlots(F2lCases.Positions.ToDictionary(p => p, p => Search(search, p)));
    }

    /// <summary>Searches one of them.</summary>
    public static F2lSolutions Search(F2lSearch search, (int Corner, int Edge) seen) =>
        search.Find(F2lState.With(F2lState.Solved, Slot.FR, seen.Corner, seen.Edge), new F2lGoal(SlotSet.All), F2lQuickest.Slack);

    /// <summary>
    /// The ways read from a stream that <see cref="Save"/> wrote; throws <see cref="InvalidDataException"/> when it cannot be used.
    /// </summary>
    public static F2lLastSlots Load(Stream stream)
    {
        var sections = TableFile.Read(stream, Title);
        ReadOnlySpan<ushort> numbers = sections["positions"].Numbers();
        ReadOnlySpan<ulong> turns = MemoryMarshal.Cast<byte, ulong>(sections["turns"].Bytes);
        var ways = new Dictionary<(int Corner, int Edge), F2lSolutions>();
        for (; numbers.Length >= NumbersAPosition; numbers = numbers[NumbersAPosition..])
        {
            var found = new PackedTurns[Math.Min((int)numbers[4], turns.Length)];
            for (var i = 0; i < found.Length; i++) found[i] = new PackedTurns(turns[i]);
            turns = turns[found.Length..];
            ways[(numbers[0], numbers[1])] = new F2lSolutions(numbers[2], numbers[3], found, false);
        }

        return turns.IsEmpty && F2lCases.Positions.All(ways.ContainsKey) ? new F2lLastSlots(ways)
            : throw new InvalidDataException("it does not hold every position once");
    }

    /// <summary>Writes the ways to a stream: five numbers a position (corner, edge, length, shortest ways, ways), and all turns.</summary>
    public void Save(Stream stream) => TableFile.Write(stream, Title,
    [
        TableSection.Of("positions",
            [.. ways.SelectMany(w => new[] { w.Key.Corner, w.Key.Edge, w.Value.Length, w.Value.Count, w.Value.Solutions.Count }
                .Select(n => checked((ushort)n)))]),
        new("turns", MemoryMarshal.AsBytes<ulong>(ways.SelectMany(w => w.Value.Solutions).Select(s => s.Bits).ToArray()).ToArray()),
    ]);
}
