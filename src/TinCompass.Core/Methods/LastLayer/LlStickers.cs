using System.Diagnostics.CodeAnalysis;
using TinCompass.Core.Cube;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>A last layer that was entered by its stickers.</summary>
/// <param name="Position">The whole position, the first two layers done, held as it was entered.</param>
/// <param name="State">The last layer.</param>
/// <param name="IsWhole">Every sticker was entered; else only where the top's colour is, and each piece is where it belongs.</param>
public sealed record LlEntered(CubeState Position, LlState State, bool IsWhole);

/// <summary>
/// Reads a last layer alone: the top, and what looks to the sides beside it, as 54 letters of which only these 21 count, and the centre in
/// front. Either all of them are known, or only those of the top's colour.
/// </summary>
public static class LlStickers
{
    private const int TopCentre = 4, FrontCentre = 22, FaceStickers = 9, SideStickers = 3;
    private const char Unknown = '.';

    private static readonly int[] Sides = [18, 27, 36, 45];
    private static readonly string[] CornerPlaces = ["at the front right", "at the front left", "at the back left", "at the back right"];
    private static readonly string[] EdgePlaces = ["in front", "at the left", "at the back", "at the right"];
    private static readonly Edge[] Edges = [Edge.UF, Edge.UL, Edge.UB, Edge.UR];

    /// <summary>The stickers that count, the centre of the top among them.</summary>
    public static IReadOnlyList<int> All { get; } =
        [.. Enumerable.Range(0, FaceStickers), .. Sides.SelectMany(s => Enumerable.Range(s, SideStickers))];

    /// <summary>Reads it. What no cube can show is told by the law that it breaks, with the stickers to look at.</summary>
    public static bool TryRead(string text, [NotNullWhen(true)] out LlEntered? entered, [NotNullWhen(false)] out LegalityFlaw? flaw)
    {
        (entered, flaw) = (null, null);
        if (text.Length != Facelets.Count)
            flaw = new LegalityFlaw(Law.Stickers, $"A cube has 54 stickers; {text.Length} were given.", []);
        else if (!TryColor(text[TopCentre], out var top))
            flaw = new LegalityFlaw(Law.Stickers, "Say first which colour the middle of the top has.", [TopCentre]);
        else if (All.Where(i => text[i] != Unknown && !TryColor(text[i], out _)).ToArray() is { Length: > 0 } odd)
            flaw = new LegalityFlaw(Law.Stickers, $"'{text[odd[0]]}' is no colour: W, Y, G, B, R or O is expected.", odd);
        else
        {
            var front = TryColor(text[FrontCentre], out var said) && said != top && said != top.Opposite() ? said
                : Faces.AllColors.First(c => c != top && c != top.Opposite());
            var hold = Hold.All.First(h => h.ColorAt(Face.U) == top && h.ColorAt(Face.F) == front);
            int[] known = [.. All.Where(i => text[i] != Unknown)];
            if (known.Length == All.Count) flaw = ReadWhole(text, hold, out entered);
            else if (known.All(i => text[i] == text[TopCentre])) flaw = ReadPattern(text, hold, out entered);
            else
                flaw = new LegalityFlaw(Law.Stickers, "Enter all 21 stickers, or only those of the top's colour: " +
                    $"{All.Count - known.Length} are missing.", [.. All.Except(known)]);
        }

        return flaw is null;
    }

    private static LegalityFlaw? ReadWhole(string text, Hold hold, out LlEntered? entered)
    {
        entered = null;
        var letters = Facelets.Write(CubeState.Solved.Apply(hold.Rotation)).ToCharArray();
        foreach (var i in All) letters[i] = text[i];
        var (state, flaw) = Legality.Read(new string(letters));
        if (flaw is not null) return flaw;
        entered = new LlEntered(state!.Value, LlState.Of(state.Value)!.Value, true);
        return null;
    }

    /// <summary>Where the top's colour is, piece by piece.</summary>
    private static LegalityFlaw? ReadPattern(string text, Hold hold, out LlEntered? entered)
    {
        entered = null;
        int[] home = [0, 1, 2, 3], twists = new int[LlState.Places], flips = new int[LlState.Places];
        for (var p = 0; p < LlState.Places; p++)
        {
            if (Turned(Pieces.CornerFacelets[p], CornerPlaces[p], "corner", out twists[p]) is { } corner) return corner;
            if (Turned(Pieces.EdgeFacelets[(int)Edges[p]], EdgePlaces[p], "edge", out flips[p]) is { } edge) return edge;
        }

        if (twists.Sum() % 3 != 0)
            return new LegalityFlaw(Law.CornerTwist,
                "The corners cannot be so: with three of them like this the fourth is turned another " +
                "way. One corner was misread, or twisted in place.", [.. home.SelectMany(p => Pieces.CornerFacelets[p])]);
        if (flips.Sum() % 2 != 0)
            return new LegalityFlaw(Law.EdgeFlip,
                "The edges cannot be so: an even number of them is turned over. One edge was misread, or " +
                "flipped in place.", [.. Edges.SelectMany(e => Pieces.EdgeFacelets[(int)e])]);
        var state = LlState.Create(home, twists, home, flips);
        entered = new LlEntered(state.ToCube(hold), state, false);
        return null;

        // A piece's facelets begin with the one on top and go on clockwise: where the top's colour is, it is turned by as much.
        LegalityFlaw? Turned(int[] facelets, string place, string piece, out int turned)
        {
            int[] shown = [.. Enumerable.Range(0, facelets.Length).Where(i => text[facelets[i]] != Unknown)];
            turned = shown.Length > 0 ? shown[0] : 0;
            return shown.Length == 1 ? null : new LegalityFlaw(Law.PieceExists,
                $"The {piece} {place} shows the top's colour {(shown.Length == 0 ? "nowhere" : "more than once")}: every {piece} of the " +
                "last layer shows it once.", facelets);
        }
    }

    private static bool TryColor(char letter, out Color color)
    {
        var index = Faces.Letters.IndexOf(char.ToUpperInvariant(letter), StringComparison.Ordinal);
        color = (Color)Math.Max(index, 0);
        return index >= 0;
    }
}
