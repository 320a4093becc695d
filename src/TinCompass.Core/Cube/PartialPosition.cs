namespace TinCompass.Core.Cube;

/// <summary>
/// A position of which only some pieces are known: a 54-facelet text in which '.' stands for a sticker nobody looked at. A piece is known
/// with all its stickers or not at all; the six centres must be given, they are the hold.
/// </summary>
public sealed class PartialPosition
{
    private const int Unknown = -1;

    private readonly Hold hold;
    private readonly int[] corners;
    private readonly int[] twists;
    private readonly int[] edges;
    private readonly int[] flips;

    private PartialPosition(Hold hold, int[] corners, int[] twists, int[] edges, int[] flips) =>
        (this.hold, this.corners, this.twists, this.edges, this.flips) = (hold, corners, twists, edges, flips);

    /// <summary>Every piece is known.</summary>
    public bool IsComplete => !corners.Contains(Unknown) && !edges.Contains(Unknown);

    /// <summary>The base colours whose four cross edges are all known.</summary>
    public IReadOnlyList<Color> KnownCrosses =>
        [.. Faces.AllColors.Where(color => Enumerable.Range(0, 12).Where(e => Pieces.EdgeFaces[e].Contains(color.AsFace()))
            .All(edges.Contains))];

    /// <summary>What is known as far as planners can use it: whole crosses, and the pairs that belong to them.</summary>
    public KnownPieces Known
    {
        get
        {
            var crosses = KnownCrosses;
            var pairs = new List<(Color Base, Color One, Color Other)>();
            foreach (var color in crosses)
                for (var c = 0; c < 8; c++)
                {
                    var sides = Pieces.CornerFaces[c].Where(f => f != color.AsFace()).Select(f => (Color)f).Order().ToArray();
                    if (sides.Length == 2 && corners.Contains(c)
                        && edges.Contains((int)Pieces.EdgeWith(sides[0], sides[1])!.Value)) pairs.Add((color, sides[0], sides[1]));
                }

            return new KnownPieces(crosses, pairs);
        }
    }

    /// <summary>
    /// Reads a text; exactly one of the two results is null. Besides the laws of <see cref="Legality"/> a piece may not be painted by half,
    /// and what is known must leave
    /// at least one whole cube possible.
    /// </summary>
    public static (PartialPosition? Position, LegalityFlaw? Flaw) Read(string text)
    {
        var letters = text.Where(c => !char.IsWhiteSpace(c)).Select(char.ToUpperInvariant).ToArray();
        if (letters.Length != Facelets.Count) return (null, new(Law.Stickers, $"A cube has 54 stickers; {letters.Length} were given.", []));
        var colors = letters.Select(c => c == '.' ? Unknown : Faces.Letters.IndexOf(c, StringComparison.Ordinal)).ToArray();
        for (var i = 0; i < letters.Length; i++)
            if (letters[i] != '.' && colors[i] < 0)
                return (null, new(Law.Stickers, $"'{letters[i]}' is no colour: W, Y, G, B, R, O or . is expected.", [i]));
        if (Legality.TooMany(colors) is { } counts) return (null, counts);
        if (Legality.HoldOf(colors) is not { } hold) return (null, Legality.WrongCenters());
        var (corners, twists, cornerFlaw) = Legality.ReadPieces(colors, Pieces.CornerFaces, Pieces.CornerFacelets, "corner");
        if (cornerFlaw is not null) return (null, cornerFlaw);
        var (edges, flips, edgeFlaw) = Legality.ReadPieces(colors, Pieces.EdgeFaces, Pieces.EdgeFacelets, "edge");
        if (edgeFlaw is not null) return (null, edgeFlaw);
        var position = new PartialPosition(hold, corners, twists, edges, flips);
        // If the laws can be met at all, any completion meets them.
        return Legality.Check(position.Complete(_ => 0)) is { } flaw ? (null, flaw) : (position, null);
    }

    /// <summary>
    /// A whole position, held as the text was, with the unknown pieces drawn from a source of random numbers: every completion is equally
    /// likely.
    /// </summary>
    public CubeState Complete(Func<int, int> next)
    {
        var (wholeCorners, freeCorners) = Fill(corners, next);
        var (wholeEdges, freeEdges) = Fill(edges, next);
        var (wholeTwists, wholeFlips) = (twists.ToArray(), flips.ToArray());
        foreach (var place in freeCorners) wholeTwists[place] = next(3);
        foreach (var place in freeEdges) wholeFlips[place] = next(2);
        // The laws speak of the upright cube; in another hold the sums and the parity are shifted alike for every completion, so they are
        // mended there.
        var flaw = Legality.Check(Held(wholeCorners, wholeTwists, wholeEdges, wholeFlips));
        for (var turn = 0; flaw?.Law == Law.CornerTwist && freeCorners.Length > 0 && turn < 2; turn++)
        {
            wholeTwists[freeCorners[^1]] = (wholeTwists[freeCorners[^1]] + 1) % 3;
            flaw = Legality.Check(Held(wholeCorners, wholeTwists, wholeEdges, wholeFlips));
        }

        if (flaw?.Law == Law.EdgeFlip && freeEdges.Length > 0)
        {
            wholeFlips[freeEdges[^1]] ^= 1;
            flaw = Legality.Check(Held(wholeCorners, wholeTwists, wholeEdges, wholeFlips));
        }

        if (flaw?.Law == Law.Parity)
        {
            var (pieces, free) = freeEdges.Length > 1 ? (wholeEdges, freeEdges) : (wholeCorners, freeCorners);
            if (free.Length > 1) (pieces[free[^1]], pieces[free[^2]]) = (pieces[free[^2]], pieces[free[^1]]);
        }

        return Held(wholeCorners, wholeTwists, wholeEdges, wholeFlips);
    }

    private CubeState Held(int[] wholeCorners, int[] wholeTwists, int[] wholeEdges, int[] wholeFlips) =>
        Legality.AsHeld(hold, wholeCorners, wholeTwists, wholeEdges, wholeFlips);

    private static (int[] Whole, int[] Free) Fill(int[] known, Func<int, int> next)
    {
        var whole = known.ToArray();
        var free = Enumerable.Range(0, known.Length).Where(p => known[p] == Unknown).ToArray();
        var missing = Enumerable.Range(0, known.Length).Except(known).ToArray();
        for (var i = missing.Length - 1; i > 0; i--)
        {
            var other = next(i + 1);
            (missing[i], missing[other]) = (missing[other], missing[i]);
        }

        for (var i = 0; i < free.Length; i++) whole[free[i]] = missing[i];
        return (whole, free);
    }
}
