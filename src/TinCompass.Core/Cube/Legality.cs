namespace TinCompass.Core.Cube;

/// <summary>The laws a position must keep, in the order in which they are checked.</summary>
public enum Law
{
    /// <summary>54 letters, each one of the six colours.</summary>
    Stickers,

    /// <summary>Each colour nine times.</summary>
    Counts,

    /// <summary>The six centres as a real cube has them.</summary>
    Centers,

    /// <summary>Each place shows colours that some piece carries, in that sense of turning.</summary>
    PieceExists,

    /// <summary>Each piece once.</summary>
    PieceOnce,

    /// <summary>Corner twists sum to 0 mod 3.</summary>
    CornerTwist,

    /// <summary>Edge flips sum to 0 mod 2.</summary>
    EdgeFlip,

    /// <summary>Corner and edge permutations have the same parity.</summary>
    Parity,
}

/// <summary>Which law is broken, a sentence with what it means with a cube in hand, and the facelets (0..53) to look at.</summary>
public sealed record LegalityFlaw(Law Law, string Message, IReadOnlyList<int> Facelets);

/// <summary>Reads positions from their stickers and tells which law an impossible one breaks.</summary>
public static class Legality
{
    /// <summary>
    /// Reads a 54-facelet text (see <see cref="Facelets"/>). Exactly one of the two results is null. The laws are checked in the order of
    /// <see cref="Law"/>, and the first that is broken is told.
    /// </summary>
    public static (CubeState? State, LegalityFlaw? Flaw) Read(string text)
    {
        var letters = text.Where(c => !char.IsWhiteSpace(c)).Select(char.ToUpperInvariant).ToArray();
        if (letters.Length != Facelets.Count)
            return Flawed(Law.Stickers, $"A cube has 54 stickers; {letters.Length} were given.");
        var colors = letters.Select(c => Faces.Letters.IndexOf(c, StringComparison.Ordinal)).ToArray();
        var odd = Array.IndexOf(colors, -1);
        if (odd >= 0)
            return Flawed(Law.Stickers, $"'{letters[odd]}' is no colour: W, Y, G, B, R or O is expected.", odd);
        if (TooMany(colors) is { } count) return (null, count);
        if (HoldOf(colors) is not { } hold) return (null, WrongCenters());
        var (corners, twists, cornerFlaw) = ReadPieces(colors, Pieces.CornerFaces, Pieces.CornerFacelets, "corner");
        if (cornerFlaw is not null) return (null, cornerFlaw);
        var (edges, flips, edgeFlaw) = ReadPieces(colors, Pieces.EdgeFaces, Pieces.EdgeFacelets, "edge");
        if (edgeFlaw is not null) return (null, edgeFlaw);
        var state = AsHeld(hold, corners, twists, edges, flips);
        return Check(state) is { } flaw ? (null, flaw) : (state, null);
    }

    /// <summary>
    /// A position from pieces as they stand in the room in a hold. Turning back to the scramble hold and out again keeps one meaning for
    /// twist and flip.
    /// </summary>
    internal static CubeState AsHeld(Hold hold, int[] corners, int[] twists, int[] edges, int[] flips) =>
        CubeState.Create(corners, twists, edges, flips).Apply(hold.Rotation.Reverse().Select(t => t.Inverse)).AsPieces()
            .Apply(hold.Rotation);

    /// <summary>The broken law of a position whose pieces are all there, or null when it can be reached by turning.</summary>
    public static LegalityFlaw? Check(CubeState position)
    {
        var state = position.Upright();
        Span<int> corners = stackalloc int[8], edges = stackalloc int[12];
        var (twist, flip) = (0, 0);
        for (var i = 0; i < corners.Length; i++)
        {
            corners[i] = (int)state.CornerAt((Corner)i);
            twist += state.TwistAt((Corner)i);
        }

        for (var i = 0; i < edges.Length; i++)
        {
            edges[i] = (int)state.EdgeAt((Edge)i);
            flip += state.FlipAt((Edge)i);
        }

        twist %= 3;
        if (twist != 0)
            return new(
                Law.CornerTwist,
                $"One corner is twisted in place ({(twist == 1 ? "clockwise" : "counter-clockwise")}): a corner was put in wrong, or its " +
                    $"stickers were misread. Look the corners over: the colour on top or base is where one slips.", AllCorners);
        if (flip % 2 != 0)
            return new(
                Law.EdgeFlip, "One edge is flipped in place: a piece was put in wrong, or two stickers were misread. Look the edges " +
                    "over: the two stickers of one of them are exchanged.", AllEdges);
        return IsOdd(corners) != IsOdd(edges)
            ? new(Law.Parity, "Two pieces are swapped: no turning does that to two alone. Two pieces were put in wrong, or stickers of " +
                "two pieces were misread. Red for orange, or white for yellow, on two pieces is the usual slip.", []) : null;
    }

    // Which piece it is cannot be told: any one would do. Which kind it is can.
    private static readonly int[] AllCorners = [.. Pieces.CornerFacelets.SelectMany(f => f)];
    private static readonly int[] AllEdges = [.. Pieces.EdgeFacelets.SelectMany(f => f)];

    /// <summary>True for a permutation of 0..n−1 that an odd number of swaps makes.</summary>
    public static bool IsOdd(IEnumerable<int> permutation) => IsOdd(permutation.ToArray());

    private static bool IsOdd(ReadOnlySpan<int> p)
    {
        var odd = false;
        for (var i = 0; i < p.Length; i++)
            for (var j = i + 1; j < p.Length; j++)
                odd ^= p[i] > p[j];
        return odd;
    }

    internal static LegalityFlaw WrongCenters() => new(
        Law.Centers, "The centres do not stand as on a real cube: with white up and green in front, red is on the right. Check the hold.",
        [.. Enumerable.Range(0, 6).Select(f => (f * 9) + 4)]);

    /// <summary>
    /// The flaw of a colour that is there more than nine times; unknown stickers (−1) are not counted. In a whole cube none is then
    /// missing.
    /// </summary>
    internal static LegalityFlaw? TooMany(int[] colors)
    {
        var counts = Enumerable.Range(0, 6).Select(c => colors.Count(x => x == c)).ToArray();
        var many = Array.FindIndex(counts, n => n > 9);
        if (many < 0) return null;
        var whole = counts.Sum() == Facelets.Count;
        var told = string.Join(", ", Faces.AllColors.Where(c => whole ? counts[(int)c] != 9 : counts[(int)c] > 9)
            .Select(c => $"{c.Name()} {counts[(int)c]}"));
        return new(Law.Counts, $"Each colour has nine stickers; here: {told}.", [.. Enumerable.Range(0, 54).Where(i => colors[i] == many)]);
    }

    internal static Hold? HoldOf(int[] colors)
    {
        foreach (var hold in Hold.All)
        {
            var f = 0;
            while (f < 6 && (int)hold.ColorAt((Face)f) == colors[(f * 9) + 4]) f++;
            if (f == 6) return hold;
        }

        return null;
    }

    /// <summary>The pieces that stand at the places; −1 where no sticker is known (−1).</summary>
    internal static (int[] Pieces, int[] Orientations, LegalityFlaw? Flaw) ReadPieces(
        int[] colors, IReadOnlyList<IReadOnlyList<Face>> faces, int[][] facelets, string kind)
    {
        int places = facelets.Length, stickers = facelets[0].Length;
        int[] found = new int[places], turned = new int[places];
        for (var place = 0; place < places; place++)
        {
            var shown = facelets[place].Select(f => colors[f]).ToArray();
            found[place] = -1;
            var known = shown.Count(c => c >= 0);
            if (known == 0) continue;
            if (known < stickers)
                return (found, turned, new(Law.Stickers,
                    $"This {kind} is painted by half: paint its other {(stickers - known == 1 ? "sticker" : "stickers")}, or clear it.",
                    facelets[place]));
            for (var piece = 0; piece < places && found[place] < 0; piece++)
                for (var turn = 0; turn < stickers; turn++)
                {
                    var j = 0;
                    while (j < stickers && (int)faces[piece][j] == shown[(j + turn) % stickers]) j++;
                    if (j == stickers) (found[place], turned[place]) = (piece, turn);
                }

            if (found[place] < 0)
                return (found, turned, new(Law.PieceExists,
                    $"No {kind} is {Words(shown)}: two of its stickers were swapped or one was misread.", facelets[place]));
            var twin = Array.IndexOf(found, found[place]);
            if (twin != place)
                return (found, turned, new(Law.PieceOnce, $"The {kind} {Words(shown)} is there twice: one of the two was misread.",
                    [.. facelets[twin], .. facelets[place]]));
        }

        return (found, turned, null);

        static string Words(int[] shown) => string.Join("-", shown.Select(c => ((Color)c).Name()));
    }

    private static (CubeState?, LegalityFlaw?) Flawed(Law law, string message, params int[] facelets) =>
        (null, new(law, message, facelets));
}
