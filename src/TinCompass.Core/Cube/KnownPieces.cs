namespace TinCompass.Core.Cube;

/// <summary>
/// The pieces of a position that somebody has looked at: the four edges of some crosses, and with them some pairs. Written
/// "white,white:green-red": the white cross,
/// and the pair of its green-red slot.
/// </summary>
public sealed class KnownPieces
{
    private readonly HashSet<Edge> edges = [];
    private readonly HashSet<Corner> corners = [];

    /// <summary>The crosses of some colours, and some pairs: a base colour and two neighbouring side colours each.</summary>
    public KnownPieces(IReadOnlyList<Color> crosses, IReadOnlyList<(Color Base, Color One, Color Other)> pairs)
    {
        (Crosses, Pairs) = (crosses, pairs);
        foreach (var color in crosses)
            for (var e = 0; e < 12; e++)
                if (Pieces.EdgeFaces[e].Contains(color.AsFace())) edges.Add((Edge)e);
        foreach (var (color, one, other) in pairs)
        {
            edges.Add(Pieces.EdgeWith(one, other) ?? throw new ArgumentException(
                $"{one.Name()} and {other.Name()} are no neighbours", nameof(pairs)));
            corners.Add(CornerWith(color, one, other)
                ?? throw new ArgumentException($"{color.Name()}, {one.Name()} and {other.Name()} meet in no corner", nameof(pairs)));
        }
    }

    /// <summary>Some edges and nothing else.</summary>
    public static KnownPieces OfEdges(IEnumerable<Edge> edges)
    {
        var known = new KnownPieces([], []);
        known.edges.UnionWith(edges);
        return known;
    }

    /// <summary>Base colours whose four cross edges are known.</summary>
    public IReadOnlyList<Color> Crosses { get; }

    /// <summary>Pairs that are known: base colour and the two side colours of the slot.</summary>
    public IReadOnlyList<(Color Base, Color One, Color Other)> Pairs { get; }

    /// <summary>True for an edge that was looked at.</summary>
    public bool Knows(Edge piece) => edges.Contains(piece);

    /// <summary>True for a corner that was looked at.</summary>
    public bool Knows(Corner piece) => corners.Contains(piece);

    /// <summary>True for the pair of a slot of a base colour.</summary>
    public bool KnowsPair(Color color, Color one, Color other) =>
        Pairs.Any(p => p.Base == color && ((p.One, p.Other) == (one, other) || (p.One, p.Other) == (other, one)));

    /// <summary>Reads "white,white:green-red"; on failure the part that cannot be read.</summary>
    public static (KnownPieces? Known, string? Odd) Read(string text)
    {
        var (crosses, pairs) = (new List<Color>(), new List<(Color, Color, Color)>());
        foreach (var part in text.Split(',', StringSplitOptions.TrimEntries))
        {
            var (name, slot) = part.Split(':') is [var before, var after] ? (before, after.Split('-')) : (part, []);
            if (!Faces.TryParseColor(name, out var color)) return (null, part);
            if (slot.Length == 0) crosses.Add(color);
            else if (slot.Length == 2 && Faces.TryParseColor(slot[0], out var one) && Faces.TryParseColor(slot[1], out var other)
                && CornerWith(color, one, other) is not null)
                pairs.Add((color, one, other));
            else return (null, part);
        }

        return (new KnownPieces(crosses, pairs), null);
    }

    /// <summary>"white,white:green-red".</summary>
    public override string ToString() => string.Join(',',
        Crosses.Select(c => c.Name()).Concat(Pairs.Select(p => $"{p.Base.Name()}:{p.One.Name()}-{p.Other.Name()}")));

    /// <summary>The corner that carries three colours; null when none does.</summary>
    public static Corner? CornerWith(Color one, Color other, Color third)
    {
        for (var c = 0; c < 8; c++)
        {
            var faces = Pieces.CornerFaces[c];
            if (one != other && faces.Contains(one.AsFace()) && faces.Contains(other.AsFace()) && third != one && third != other
                && faces.Contains(third.AsFace())) return (Corner)c;
        }

        return null;
    }
}
