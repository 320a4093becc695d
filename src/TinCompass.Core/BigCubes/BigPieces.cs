using System.Collections.Concurrent;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.BigCubes;

/// <summary>
/// The pieces of a 4x4 or 5x5 as places with numbers: centre pieces of each kind (24 places, face · 4 + number), wings (24 places, edge ·
/// 2 + number), and on odd cubes the stickers of the middle edges (24, edge · 2 + which of its faces).
/// </summary>
public sealed class BigPieces
{
    /// <summary>Cubes that are reduced to a 3x3 here.</summary>
    public const int Least = 4;

    /// <inheritdoc cref="Least"/>
    public const int Most = 5;

    private static readonly ConcurrentDictionary<int, BigPieces> Sizes = new();

    private readonly BigGeometry geometry;
    private readonly int[][] centres;
    private readonly (int First, int Second)[] wings;
    private readonly int[] middles;
    private readonly int[] placeOf;

    private BigPieces(int size)
    {
        geometry = BigGeometry.Of(size);
        centres = [.. Enumerable.Range(0, geometry.Count).Where(s => BigLegality.OfCentre(geometry, s) is not null)
            .GroupBy(s => BigLegality.OfCentre(geometry, s)!.Value).Select(g => g.ToArray())];
        wings = [.. BigLegality.Orbit(geometry, size - 3).OrderBy(w => SlotOf(w.First, w.Second))];
        middles = size % 2 == 0 ? [] : [.. Pieces.EdgeFaces.SelectMany(faces => faces.Select(f => MiddleSticker(faces, f)))];
        placeOf = new int[geometry.Count];
        foreach (var orbit in centres)
            for (var i = 0; i < orbit.Length; i++) placeOf[orbit[i]] = i;
        for (var i = 0; i < wings.Length; i++) (placeOf[wings[i].First], placeOf[wings[i].Second]) = (i, i);
        for (var i = 0; i < middles.Length; i++) placeOf[middles[i]] = i;
        Codes = [.. Enumerable.Range(0, wings.Length).SelectMany(place => Enumerable.Range(0, wings.Length).Select(w => CodeOf(place, w)))];
    }

    /// <summary>Layers along an edge.</summary>
    public int Size => geometry.Size;

    /// <summary>Kinds of centre pieces, the middle not counted: one on a 4x4, two on a 5x5.</summary>
    public int Orbits => centres.Length;

    /// <summary>It has a middle piece on each edge and each face.</summary>
    public bool IsOdd => Size % 2 == 1;

    /// <summary>
    /// For a place of a wing (times 24) and the wing in it, how it lies: edge · 2, and one more where its colours lie the other way round
    /// in the place than the edge's name has them.
    /// </summary>
    internal byte[] Codes { get; }

    /// <summary>Those of a size, 4 or 5.</summary>
    public static BigPieces Of(int size) => size is >= Least and <= Most ? Sizes.GetOrAdd(size, s => new BigPieces(s))
        : throw new ArgumentOutOfRangeException(nameof(size), size, $"cubes of {Least} and {Most} layers are reduced");

    /// <summary>The places that hold a colour, as bits.</summary>
    public uint Mask(BigState state, int orbit, Color color)
    {
        var mask = 0u;
        for (var i = 0; i < 24; i++)
            if (state[centres[orbit][i]] == color) mask |= 1u << i;
        return mask;
    }

    /// <summary>The sticker of a place of a centre piece.</summary>
    public int CentreSticker(int orbit, int place) => centres[orbit][place];

    /// <summary>The two stickers of a place of a wing.</summary>
    public (int First, int Second) WingStickers(int place) => wings[place];

    /// <summary>The stickers of the middle piece of an edge, in the order of its name.</summary>
    public (int First, int Second) MiddleStickers(int edge) => (middles[2 * edge], middles[(2 * edge) + 1]);

    /// <summary>The places of a face, as bits.</summary>
    public static uint Whole(Face face) => 0xFu << (4 * (int)face);

    /// <summary>The colour in the middle of a face of an odd cube.</summary>
    public Color Middle(BigState state, Face face) => state[((int)face * Size * Size) + (Size * Size / 2)];

    /// <summary>For each place of a wing the wing in it, by the place that it has on the solved cube.</summary>
    internal byte[] Wings(BigState state) => [.. wings.Select(w => (byte)Array.FindIndex(wings, home =>
        (int)geometry.FaceOf(home.First) == (int)state[w.First] && (int)geometry.FaceOf(home.Second) == (int)state[w.Second]))];

    /// <summary>For each edge the sticker of a middle piece on the first of its faces, edge · 2 + which; nothing on even cubes.</summary>
    internal byte[] Middles(BigState state) => [.. Enumerable.Range(0, middles.Length / 2).Select(e =>
    {
        var (first, second) = ((Face)state[middles[2 * e]], (Face)state[middles[(2 * e) + 1]]);
        var piece = (int)Pieces.EdgeWith((Color)first, (Color)second)!.Value;
        return (byte)((2 * piece) + (Pieces.EdgeFaces[piece][0] == first ? 0 : 1));
    })];

    /// <summary>For each place of a centre piece the place from which turns bring one there.</summary>
    internal byte[] CentreSources(int orbit, IEnumerable<BigTurn> turns) => Sources(centres[orbit], turns);

    /// <summary>For each place of a wing the place from which turns bring one there.</summary>
    internal byte[] WingSources(IEnumerable<BigTurn> turns) => Sources([.. wings.Select(w => w.First)], turns);

    /// <summary>For each sticker of the middle edges the one that turns bring there.</summary>
    internal byte[] MiddleSources(IEnumerable<BigTurn> turns) => Sources(middles, turns);

    private byte[] Sources(int[] stickers, IEnumerable<BigTurn> turns)
    {
        byte[] from = [.. Enumerable.Range(0, stickers.Length).Select(i => (byte)i)];
        foreach (var turn in turns)
        {
            var sources = geometry.Sources(turn);
            var next = new byte[from.Length];
            for (var i = 0; i < next.Length; i++) next[i] = from[placeOf[sources[stickers[i]]]];
            from = next;
        }

        return from;
    }

    private int SlotOf(int first, int second) => (int)Pieces.EdgeWith((Color)geometry.FaceOf(first), (Color)geometry.FaceOf(second))!.Value;

    private byte CodeOf(int place, int wing)
    {
        var slot = Pieces.EdgeFaces[place / 2];
        var (first, second) = (geometry.FaceOf(wings[wing].First), geometry.FaceOf(wings[wing].Second));
        // The colour on the first face of the slot.
        var shown = geometry.FaceOf(wings[place].First) == slot[0] ? first : second;
        return (byte)((wing / 2 * 2) + (Pieces.EdgeFaces[wing / 2][0] == shown ? 0 : 1));
    }

    private int MiddleSticker(IReadOnlyList<Face> faces, Face on)
    {
        var far = geometry.Size - 1;
        var cell = faces.Aggregate((X: 0, Y: 0, Z: 0), (v, f) => f switch
        {
            Face.U => (v.X, far, v.Z),
            Face.D => (v.X, -far, v.Z),
            Face.F => (v.X, v.Y, far),
            Face.B => (v.X, v.Y, -far),
            Face.R => (far, v.Y, v.Z),
            _ => (-far, v.Y, v.Z),
        });
        return geometry.StickerAt(cell, on);
    }
}
