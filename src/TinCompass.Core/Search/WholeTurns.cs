using TinCompass.Core.Cube;

namespace TinCompass.Core.Search;

/// <summary>Wherever a sticker lies, one of the 24 turns of the whole cube would have carried it there from where it was.</summary>
internal static class WholeTurns
{
    private static readonly IReadOnlyList<Turn>[] Rotations = [.. Hold.All.Select(h => h.Rotation)];

    /// <summary>
    /// For each of the 24 states of a sticker that turn, a number of <see cref="Hold.All"/>; <paramref name="after"/> is
    /// <see cref="EdgeStickers.After"/> or <see cref="CornerStickers.After"/>.
    /// </summary>
    public static int[] From(int start, Func<int, Turn, int> after)
    {
        var table = new int[EdgeStickers.Count];
        for (var r = 0; r < Rotations.Length; r++) table[Rotations[r].Aggregate(start, after)] = r;
        return table;
    }
}
