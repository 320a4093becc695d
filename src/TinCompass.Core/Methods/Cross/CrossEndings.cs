using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.Cross;

/// <summary>
/// One ending: three edges stand, the fourth belongs in front and is elsewhere. <paramref name="Name"/>: its place and the face its base
/// sticker looks to, "UL-L";
/// <paramref name="State"/>: its sticker state; the least HTM.
/// </summary>
public sealed record CrossEnding(string Name, int State, string Title, int Length);

/// <summary>
/// The 17 endings: with three edges solved, the fourth is in any other of its 18 states. Enumerated, the short ones first.
/// </summary>
public static class CrossEndings
{
    /// <summary>The colour of the drawn endings: yellow is down in the scramble hold.</summary>
    public const Color Base = Color.Yellow;

    /// <summary>All 17 with their least HTM from a table.</summary>
    public static IReadOnlyList<CrossEnding> All(CrossTable table)
    {
        var endings = Enumerable.Range(0, EdgeStickers.Count).Where(IsEnding)
            .Select(state => new CrossEnding(NameOf(state), state, CrossWords.State(state, "base colour"), table.Distances[Index(state)]));
        return [.. endings.OrderBy(e => e.Length).ThenBy(e => e.Name, StringComparer.Ordinal)];
    }

    /// <summary>Where three edges stand and the front one is in a state, as an index of the table.</summary>
    internal static int Index(int state) => CrossTable.Index([(byte)state, Solved(1), Solved(2), Solved(3)]);

    private static byte Solved(int edge) => (byte)EdgeStickers.State(CrossTable.Places[edge], 0);

    private static bool IsEnding(int state) => state != Solved(0) && !CrossTable.Places.Skip(1).Contains(EdgeStickers.Place(state));

    private static string NameOf(int state) => $"{EdgeStickers.Place(state)}-{EdgeStickers.FaceOf(state)}";
}
