using TinCompass.Core.Cube;

namespace TinCompass.Core.Cycles;

/// <summary>
/// Every pair of short parts A and B of which [A, B] cycles three pieces and moves nothing else, by what it cycles. Parts are of turns of
/// faces and slices, four together at most, or of faces alone, five together; found by trying them all (about a second), kept for good.
/// </summary>
internal sealed class CycleBook
{
    /// <summary>So many turns A and B have together, where slices are among them.</summary>
    public const int MostWithSlices = 4;

    /// <summary>So many of faces alone.</summary>
    public const int MostOfFaces = 5;

    private const int MostStickers = 9;
    private const int FaceTurns = Turn.FaceTurnCount;

    private static readonly Lazy<CycleBook> Whole = new(() => new CycleBook());

    private readonly Dictionary<int, List<(byte[] A, byte[] B)>> found = [];

    private CycleBook()
    {
        var (parts, texts) = (PartsOf(), new HashSet<string>());
        // Short parts first: of those that are the same turns the first stays.
        for (var all = 2; all <= MostOfFaces; all++)
            for (var a = 1; a < all; a++)
                foreach (var one in parts[a])
                    foreach (var other in parts[all - a])
                    {
                        if (all > MostWithSlices && !(one.IsOfFaces && other.IsOfFaces)) continue;
                        if (Cycled(one, other) is not { } cycle || !texts.Add(Made(one, other))) continue;
                        if (!found.TryGetValue(cycle.Key, out var list)) found[cycle.Key] = list = [];
                        list.Add((one.Turns, other.Turns));
                    }
    }

    /// <summary>Made when it is first asked for.</summary>
    public static CycleBook All => Whole.Value;

    /// <summary>The turns of which parts and set-ups are made: faces and slices.</summary>
    public static IReadOnlyList<Turn> Letters { get; } =
        [.. Enumerable.Range(0, Turn.Count).Select(Turn.FromIndex).Where(t => t.Kind is TurnKind.Face or TurnKind.Slice)];

    /// <summary>Parts (indices of turns) that cycle what has this key.</summary>
    public IReadOnlyList<(byte[] A, byte[] B)> Of(int key) => found.TryGetValue(key, out var list) ? list : [];

    /// <summary>One may follow the other without being one turn with it, or standing in another order that does the same.</summary>
    public static bool Follows(Turn before, Turn after) =>
        after.LetterIndex != before.LetterIndex && (after.Axis != before.Axis || after.LetterIndex > before.LetterIndex);

    /// <summary>The turns of [A, B] as they are made: what is made by the same turns is there once, with the shortest parts.</summary>
    private static string Made(Part a, Part b) =>
        string.Join(' ', new CycleWay([], Named(a.Turns), Named(b.Turns)).Turns);

    /// <summary>Turns by their indices.</summary>
    internal static Turn[] Named(byte[] turns) => [.. turns.Select(t => Turn.FromIndex(t))];

    private static Part[][] PartsOf()
    {
        var parts = new Part[MostOfFaces][];
        parts[0] = [new Part([], [.. Enumerable.Range(0, Facelets.Count).Select(i => (byte)i)])];
        for (var n = 1; n < MostOfFaces; n++)
            parts[n] = [.. parts[n - 1].SelectMany(p => Letters
                .Where(t => (n < MostWithSlices || (t.Index < FaceTurns && p.IsOfFaces))
                    && (p.Turns.Length == 0 || Follows(Turn.FromIndex(p.Turns[^1]), t)))
                .Select(p.Then))];
        return parts;
    }

    /// <summary>What [A, B] cycles; null when it does something else.</summary>
    private static ThreeCycle? Cycled(Part a, Part b)
    {
        Span<byte> moved = stackalloc byte[MostStickers];
        var count = 0;
        for (var i = 0; i < Facelets.Count; i++)
        {
            if (a.From[b.From[a.To[b.To[i]]]] == i) continue;
            if (count == MostStickers || Stickers.IsOfCentre(i)) return null;
            moved[count++] = (byte)i;
        }

        if (count is not (6 or MostStickers) || moved[..count].ToArray().Any(i => Stickers.IsOfEdge(i) != (count == 6))) return null;
        int third = moved[0], second = a.From[b.From[a.To[b.To[third]]]], first = a.From[b.From[a.To[b.To[second]]]];
        return a.From[b.From[a.To[b.To[first]]]] == third && ThreeCycle.TryMake(first, second, third, out var cycle, out _) ? cycle : null;
    }

    /// <summary>Some turns: for each sticker where what arrives there comes from, and where what lies there goes.</summary>
    private sealed class Part(byte[] turns, byte[] from)
    {
        public byte[] Turns { get; } = turns;

        public byte[] From { get; } = from;

        public byte[] To { get; } = Inverse(from);

        public bool IsOfFaces { get; } = turns.All(t => t < FaceTurns);

        public Part Then(Turn turn)
        {
            var sources = Geometry.StickerSources[turn.Index];
            return new([.. Turns, (byte)turn.Index], [.. sources.Select(s => From[s])]);
        }

        private static byte[] Inverse(byte[] from)
        {
            var to = new byte[from.Length];
            for (var i = 0; i < from.Length; i++) to[from[i]] = (byte)i;
            return to;
        }
    }
}
