using TinCompass.Core.Cube;

namespace TinCompass.Core.Stages;

/// <summary>A piece that the eyes look for.</summary>
/// <param name="Name">Its colours, the base first where it has it: "white-green".</param>
/// <param name="Place">Where it lies as the cube is held, in words: "on top front-right".</param>
/// <param name="IsInView">It is in the top layer, or it shows a sticker in front.</param>
public sealed record PieceSight(string Name, string Place, bool IsInView);

/// <summary>What the eyes need for what comes next, as the cube is held: pieces to be found, or a case that is read off.</summary>
/// <param name="Pieces">Pieces to be found; none where a case is read.</param>
/// <param name="Case">What is read off, in words; empty where pieces are looked for.</param>
public sealed record StageSight(IReadOnlyList<PieceSight> Pieces, string Case)
{
    /// <summary>Only a turn of the top is left: nothing has to be read.</summary>
    public static StageSight OnlyTop { get; } = new([], "Only a turn of the top was left.") { HasToBeRead = false };

    /// <summary>The case is known only when it has been looked at.</summary>
    public bool HasToBeRead { get; private init; } = Case.Length > 0;

    /// <summary>Where pieces lie, by their colours; those of the position as it is held.</summary>
    public static StageSight Of(CubeState held, IEnumerable<IReadOnlyList<Color>> pieces) =>
        new([.. pieces.Select(p => Find(held, p))], "");

    /// <summary>In a sentence; empty when nothing has to be found or read.</summary>
    /// <param name="isHoldKnown">It is known how the cube was held, and with that what was in view.</param>
    public string Say(bool isHoldKnown = true)
    {
        if (Case.Length > 0 || Pieces.Count == 0) return Case;
        if (!isHoldKnown)
            return $"{Words.Capital(Words.Join(Pieces.Select(p => p.Name)))} came next. The moves hold no rotation, so what was in view " +
                "can't be known.";
        PieceSight[] hidden = [.. Pieces.Where(p => !p.IsInView)], seen = [.. Pieces.Where(p => p.IsInView)];
        var shown = Words.Join(seen.Select(p => p.Name));
        var hiding = Words.Join(hidden.Select(p => $"{p.Name} ({p.Place})"));
        return Words.Capital((seen.Length, hidden.Length) switch
        {
            (1, 0) => $"{shown} came next, and was in view.",
            (2, 0) => $"{shown} came next, and both were in view.",
            (_, 0) => $"{shown} came next, and all were in view.",
            (0, _) => $"{hiding} came next, out of view.",
            _ => $"{shown} {WasOrWere(seen)} in view; {hiding} {WasOrWere(hidden)} out of view.",
        });

        static string WasOrWere(PieceSight[] pieces) => pieces.Length == 1 ? "was" : "were";
    }

    private static PieceSight Find(CubeState held, IReadOnlyList<Color> colors)
    {
        var faces = FacesOf(held, colors);
        return new PieceSight(string.Join('-', colors.Select(c => c.Name())), Place(faces), faces.Any(f => f is Face.U or Face.F));
    }

    private static IReadOnlyList<Face> FacesOf(CubeState held, IReadOnlyList<Color> colors)
    {
        if (colors is [var one, var other])
        {
            var edge = Cube.Pieces.EdgeWith(one, other)!.Value;
            return Cube.Pieces.EdgeFaces[(int)Enum.GetValues<Edge>().First(place => held.EdgeAt(place) == edge)];
        }

        var corner = KnownPieces.CornerWith(colors[0], colors[1], colors[2])!.Value;
        return Cube.Pieces.CornerFaces[(int)Enum.GetValues<Corner>().First(place => held.CornerAt(place) == corner)];
    }

    private static string Place(IReadOnlyList<Face> faces)
    {
        var layer = faces.Contains(Face.U) ? "on top" : faces.Contains(Face.D) ? "below" : "";
        var depth = faces.Contains(Face.F) ? "front" : faces.Contains(Face.B) ? "back" : "";
        var side = faces.Contains(Face.R) ? "right" : faces.Contains(Face.L) ? "left" : "";
        return string.Join(' ', new[] { layer, string.Join('-', new[] { depth, side }.Where(w => w.Length > 0)) }.Where(w => w.Length > 0));
    }
}
