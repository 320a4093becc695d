using TinCompass.Core.Cube;

namespace TinCompass.Core.Cycles;

/// <summary>
/// Three pieces of one kind that change places, and nothing else: what lies at the first sticker goes to the second, from there to the
/// third, from there to the first. The same cycle has several names: it may begin with each of the three, and be told by each sticker of
/// its pieces; two that are equal by <see cref="Key"/> do the same.
/// </summary>
/// <param name="First">A sticker (facelet of the room), see <see cref="Stickers"/>.</param>
/// <param name="Second">Where what lies there goes.</param>
/// <param name="Third">Where what lies at the second goes.</param>
public readonly record struct ThreeCycle(int First, int Second, int Third)
{
    /// <summary>More than any key.</summary>
    internal const int Keys = Facelets.Count * Facelets.Count * Facelets.Count;

    /// <summary>It is one of edges; else of corners.</summary>
    public bool IsOfEdges => Stickers.IsOfEdge(First);

    /// <summary>A number that is the same for all names of a cycle.</summary>
    public int Key
    {
        get
        {
            // Named by the sticker that comes first of all of them, which is the first of its name too.
            var (a, b, c) = (Stickers.OfPlace(First), Stickers.OfPlace(Second), Stickers.OfPlace(Third));
            var least = Keys;
            for (var i = 0; i < a.Count; i++)
                least = Math.Min(least, Math.Min(Number(a[i], b[i], c[i]), Math.Min(Number(b[i], c[i], a[i]), Number(c[i], a[i], b[i]))));
            return least;
        }
    }

    /// <summary>The other way round.</summary>
    public ThreeCycle Inverse => new(First, Third, Second);

    /// <summary>What the cycle is called when all three are looked at after a turn.</summary>
    public ThreeCycle After(Turn turn) =>
        new(Stickers.After(First, turn), Stickers.After(Second, turn), Stickers.After(Third, turn));

    /// <summary>The position in which a solved cube is left by it.</summary>
    public CubeState State
    {
        get
        {
            int[] corners = [.. Enumerable.Range(0, 8)], edges = [.. Enumerable.Range(0, 12)], twists = new int[8], flips = new int[12];
            foreach (var (from, to) in new[] { (First, Second), (Second, Third), (Third, First) })
            {
                var (places, pieces, turned) = IsOfEdges ? (Pieces.EdgeFacelets, edges, flips) : (Pieces.CornerFacelets, corners, twists);
                var (was, now) = (Array.FindIndex(places, p => p.Contains(from)), Array.FindIndex(places, p => p.Contains(to)));
                pieces[now] = was;
                var around = IsOfEdges ? 2 : 3;
                turned[now] = (Array.IndexOf(places[now], to) - Array.IndexOf(places[was], from) + around) % around;
            }

            return CubeState.Create(corners, twists, edges, flips);
        }
    }

    /// <summary>Makes one of three stickers; false with what is wrong with them.</summary>
    public static bool TryMake(int first, int second, int third, out ThreeCycle cycle, out string problem)
    {
        int[] all = [first, second, third];
        cycle = new ThreeCycle(first, second, third);
        problem = "";
        if (all.Any(Stickers.IsOfCentre)) problem = "A centre never changes places with another piece.";
        else if (all.Select(Stickers.IsOfEdge).Distinct().Count() > 1)
            problem = $"{Told(all.First(Stickers.IsOfEdge))} is of an edge, {Told(all.First(s => !Stickers.IsOfEdge(s)))} of a corner: "
                + "three of one kind are needed.";
        else if (all.Select(s => Stickers.OfPlace(s).Min()).Distinct().Count() < 3)
        {
            var twice = all.First(s => all.Count(t => Stickers.OfPlace(t).Min() == Stickers.OfPlace(s).Min()) > 1);
            problem = $"The piece at {Told(twice)} is named twice: three pieces are needed.";
        }

        return problem.Length == 0;
    }

    /// <summary>Reads three names, as <c>UF UR UL</c>; false with what is wrong and where.</summary>
    public static bool TryParse(string text, out ThreeCycle cycle, out string problem)
    {
        var words = text.Split([' ', ',', ';', '\t', '→', '>', '-'], StringSplitOptions.RemoveEmptyEntries);
        var read = new int[words.Length];
        cycle = default;
        for (var i = 0; i < words.Length; i++)
        {
            if (Stickers.TryParse(words[i], out read[i])) continue;
            problem = $"'{words[i]}' (sticker {i + 1}) is no sticker: two or three faces that meet, as UF or UFR, its own first.";
            return false;
        }

        problem = $"{words.Length} stickers are named: three are needed, as UF UR UL.";
        return words.Length == 3 && TryMake(read[0], read[1], read[2], out cycle, out problem);
    }

    /// <summary>The cycle that leads from solved to a position; null when it is none. The cube must be held as scrambled.</summary>
    public static ThreeCycle? Of(CubeState state)
    {
        if (state.Hold != Hold.Scramble) return null;
        return PieceCycle.Of(state) is [{ Stickers.Count: 3, Twist: 0 } only]
            ? new ThreeCycle(only.Stickers[0], only.Stickers[1], only.Stickers[2]) : null;
    }

    /// <inheritdoc/>
    public override string ToString() => $"{Stickers.Name(First)} → {Stickers.Name(Second)} → {Stickers.Name(Third)}";

    private static string Told(int sticker) => Stickers.Name(sticker);

    private static int Number(int a, int b, int c) => (((a * Facelets.Count) + b) * Facelets.Count) + c;
}
