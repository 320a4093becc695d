namespace TinCompass.Core.Cube.Big;

/// <summary>
/// Reads positions of bigger cubes from their stickers and tells which law an impossible one breaks. What may be odd on such a cube, an
/// exchange of two wings, is no flaw.
/// </summary>
public static class BigLegality
{
    /// <summary>
    /// Reads 6 · n² letters W Y G B R O; spaces are passed over. Exactly one of the two results is null. The first law that is broken is
    /// told, with the stickers to look at.
    /// </summary>
    public static (BigState? State, LegalityFlaw? Flaw) Read(int size, string text)
    {
        var (geometry, name) = (BigGeometry.Of(size), $"{size}x{size}");
        char[] letters = [.. text.Where(c => !char.IsWhiteSpace(c)).Select(char.ToUpperInvariant)];
        if (letters.Length != geometry.Count)
            return (null, new LegalityFlaw(Law.Stickers, $"A {name} has {geometry.Count} stickers; {letters.Length} were given.", []));
        int[] colors = [.. letters.Select(c => Faces.Letters.IndexOf(c, StringComparison.Ordinal))];
        if (Array.IndexOf(colors, -1) is >= 0 and var odd)
            return (null, new LegalityFlaw(Law.Stickers, $"'{letters[odd]}' is no colour: W, Y, G, B, R or O is expected.", [odd]));
        foreach (var color in Faces.AllColors)
            if (Where(colors, color) is { Length: var count } all && count != size * size)
                return (null, new LegalityFlaw(Law.Counts,
                    $"{color.Name()} is there {count} times; each colour has {size * size} stickers.", all));
        var flaw = size % 2 == 1 ? Inner(geometry, colors) : Corners(geometry, colors);
        flaw ??= Wings(geometry, colors) ?? Centres(geometry, colors);
        return flaw is null ? (BigState.Of(geometry, [.. colors.Select(c => (byte)c)]), null) : (null, flaw);
    }

    private static int[] Where(int[] colors, Color color) =>
        [.. Enumerable.Range(0, colors.Length).Where(i => colors[i] == (int)color)];

    /// <summary>Corners, middle edges and middle centres of an odd cube are a 3x3, with all its laws.</summary>
    private static LegalityFlaw? Inner(BigGeometry geometry, int[] colors)
    {
        int[] lines = [0, geometry.Size / 2, geometry.Size - 1];
        int[] stickers = [.. from face in Enumerable.Range(0, 6)
                             from row in lines
                             from column in lines
                             select (face * geometry.Size * geometry.Size) + (row * geometry.Size) + column];
        var counted = stickers.GroupBy(s => colors[s]).FirstOrDefault(g => g.Count() != 9);
        if (counted is not null)
            return new LegalityFlaw(Law.Counts, $"{((Color)counted.Key).Name()} is there {counted.Count()} times on corners, middle edges "
                + "and middle centres; each colour has nine stickers there.", [.. counted]);
        var (_, flaw) = Legality.Read(string.Concat(stickers.Select(s => ((Color)colors[s]).Letter())));
        return flaw is null ? null : flaw with { Facelets = [.. flaw.Facelets.Select(f => stickers[f])] };
    }

    private static LegalityFlaw? Corners(BigGeometry geometry, int[] colors)
    {
        var (seen, twist) = (new Dictionary<Corner, int[]>(), 0);
        foreach (var place in Pieces.CornerFaces)
        {
            int[] stickers = [.. place.Select(f => geometry.StickerAt(CellOf(geometry, place), f))];
            var found = Enum.GetValues<Corner>().SelectMany(c => Enumerable.Range(0, 3).Select(t => (Corner: c, Twist: t)))
                .Where(p => Enumerable.Range(0, 3)
                    .All(j => colors[stickers[(j + p.Twist) % 3]] == (int)Pieces.CornerFaces[(int)p.Corner][j]))
                .Select(p => ((Corner Corner, int Twist)?)p).FirstOrDefault();
            if (found is not { } piece)
                return new LegalityFlaw(Law.PieceExists, $"No corner is {Named(colors, stickers)} in that sense of turning.", stickers);
            if (!seen.TryAdd(piece.Corner, stickers))
                return new LegalityFlaw(Law.PieceOnce, $"The corner {Named(colors, stickers)} is there twice.",
                    [.. seen[piece.Corner], .. stickers]);
            twist += piece.Twist;
        }

        return twist % 3 == 0 ? null
            : new LegalityFlaw(Law.CornerTwist, "One corner is twisted in its place: turn it by hand on the real cube.", []);
    }

    private static (int X, int Y, int Z) CellOf(BigGeometry geometry, IEnumerable<Face> faces)
    {
        var far = geometry.Size - 1;
        return faces.Aggregate((X: 0, Y: 0, Z: 0), (v, f) => f switch
        {
            Face.U => (v.X, far, v.Z),
            Face.D => (v.X, -far, v.Z),
            Face.F => (v.X, v.Y, far),
            Face.B => (v.X, v.Y, -far),
            Face.R => (far, v.Y, v.Z),
            _ => (-far, v.Y, v.Z),
        });
    }

    /// <summary>
    /// Wings beside the middle of an edge: each of the 24 of an orbit is there once. A wing lies in a place in one way only, so that its
    /// two colours, in the order of the place, tell which it is.
    /// </summary>
    private static LegalityFlaw? Wings(BigGeometry geometry, int[] colors)
    {
        for (var apart = geometry.Size - 3; apart > 0; apart -= 2)
        {
            var seen = new Dictionary<(int, int), int[]>();
            foreach (var (first, second) in Orbit(geometry, apart))
            {
                int[] stickers = [first, second];
                if (Pieces.EdgeWith((Color)colors[first], (Color)colors[second]) is null)
                    return new LegalityFlaw(Law.PieceExists, $"No edge is {Named(colors, stickers)}.", stickers);
                if (!seen.TryAdd((colors[first], colors[second]), stickers))
                    return new LegalityFlaw(Law.PieceOnce, $"Of the parts of the edge {Named(colors, stickers)} one is there twice.",
                        [.. seen[(colors[first], colors[second])], .. stickers]);
            }
        }

        return null;
    }

    /// <summary>
    /// The 24 places of wings so far from the middle of their edges, each with its two stickers in the order in which turns carry them.
    /// </summary>
    internal static IReadOnlyList<(int First, int Second)> Orbit(BigGeometry geometry, int apart)
    {
        var far = geometry.Size - 1;
        var start = (geometry.StickerAt((apart, far, far), Face.U), geometry.StickerAt((apart, far, far), Face.F));
        var (found, open) = (new List<(int, int)> { start }, new Queue<(int, int)>([start]));
        int[][] moves = [.. Enum.GetValues<Face>().SelectMany(f => Enumerable.Range(1, geometry.Size / 2)
            .Select(layer => Destinations(geometry, BigTurn.Of(f, layer, layer, 1))))];
        while (open.TryDequeue(out var at))
            foreach (var move in moves)
                if ((move[at.Item1], move[at.Item2]) is var next && !found.Contains(next))
                {
                    found.Add(next);
                    open.Enqueue(next);
                }

        return found;
    }

    private static int[] Destinations(BigGeometry geometry, BigTurn turn)
    {
        var (to, sources) = (new int[geometry.Count], geometry.Sources(turn).ToArray());
        for (var i = 0; i < to.Length; i++) to[sources[i]] = i;
        return to;
    }

    /// <summary>Each orbit of centre pieces has four of each colour.</summary>
    private static LegalityFlaw? Centres(BigGeometry geometry, int[] colors)
    {
        var orbits = Enumerable.Range(0, geometry.Count).Where(s => OfCentre(geometry, s) is not null)
            .GroupBy(s => OfCentre(geometry, s)!.Value);
        foreach (var orbit in orbits)
            foreach (var color in Faces.AllColors)
                if (orbit.Where(s => colors[s] == (int)color).ToArray() is { Length: not 4 } stickers)
                    return new LegalityFlaw(Law.Counts,
                        $"{color.Name()} is there {stickers.Length} times on centre pieces of one kind; each colour has four of them.",
                        stickers);
        return null;
    }

    /// <summary>
    /// Where on its face a centre piece lies, turned so that all of one kind say the same; null for other pieces and for the middle.
    /// </summary>
    internal static (int Across, int Down)? OfCentre(BigGeometry geometry, int sticker)
    {
        var size = geometry.Size;
        var (down, across) = ((2 * (sticker % (size * size) / size)) - size + 1, (2 * (sticker % size)) - size + 1);
        if (Math.Abs(down) == size - 1 || Math.Abs(across) == size - 1 || (down, across) == (0, 0)) return null;
        var (a, d) = (across, down);
        // A quarter turn of the face at a time, to the upper left.
        while (!(a < 0 && d <= 0)) (a, d) = (-d, a);
        return (a, d);
    }

    private static string Named(int[] colors, IEnumerable<int> stickers) =>
        string.Join('-', stickers.Select(s => ((Color)colors[s]).Name()));
}
