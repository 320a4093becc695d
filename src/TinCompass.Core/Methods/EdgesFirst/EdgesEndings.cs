using TinCompass.Core.Cube;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>One of the 23 positions of the last three edges in which they are not home.</summary>
/// <param name="Id">Where each of the three lies, in the order of <see cref="LastThree.Places"/>, "x" behind one that is turned over as
/// edges are named: "ur-frx-ufx". Its stable name.</param>
/// <param name="Title">Which places change, and how the edges land.</param>
/// <param name="Ending">The ending that it is.</param>
/// <param name="Set">Where the edges lie.</param>
public sealed record EdgesEndingCase(string Id, string Title, EdgesEnding Ending, EdgeSet Set);

/// <summary>The cases of the last three edges around the working place.</summary>
public static class EdgesEndings
{
    private static readonly List<EdgesEnding> Order =
        [EdgesEnding.OneSeries, EdgesEnding.TwoTurned, EdgesEnding.AllTurned, EdgesEnding.Swapped];

    private static readonly Lazy<IReadOnlyList<EdgesEndingCase>> Cases = new(() => [.. LastThree.All()
        .Select(s => new EdgesEndingCase(IdOf(s), TitleOf(s), LastThree.Of(s)!.Value, s)).Where(c => c.Ending != EdgesEnding.Solved)
        .OrderBy(c => Order.IndexOf(c.Ending))]);

    /// <summary>Those that one series finishes first, the odd ones last.</summary>
    public static IReadOnlyList<EdgesEndingCase> All => Cases.Value;

    /// <summary>By its name; null when there is none.</summary>
    public static EdgesEndingCase? Find(string? id) => All.FirstOrDefault(c => c.Id == id);

    private static string IdOf(EdgeSet set) => string.Join('-', LastThree.Places.Select(e =>
        $"{EdgeStickers.Place(set[e])}{(set[e] % 2 == 0 ? "" : "x")}")).ToLowerInvariant();

    private static string TitleOf(EdgeSet set)
    {
        var away = LastThree.Places.Where(e => EdgeStickers.Place(set[e]) != e).ToArray();
        var turned = LastThree.Places.Except(away).Where(e => !set.IsHome(e)).ToArray();
        var over = away.Where(e => !LastThree.LandsRight(set, e)).ToArray();
        string lands = over.Length == 0 ? "all land right" : over.Length == away.Length ? "all land flipped"
            : $"{Words.Join(over.Select(e => $"{e}"))} lands flipped";
        return away.Length switch
        {
            0 => $"{Words.Join(turned.Select(e => $"{e}"))} flipped",
            3 => $"{Ring(set)}, {lands}",
            _ => $"{away[0]} and {away[1]} swapped, {(over.Length == 0 ? "both land right"
                : over.Length == 2 ? "both land flipped" : lands)}; {LastThree.Places.Except(away).Single()} "
                + (turned.Length > 0 ? "flipped" : "home"),
        };
    }

    /// <summary>What lies where goes where, from the first place on.</summary>
    private static string Ring(EdgeSet set)
    {
        // Where the edge that lies at a place belongs.
        Edge Next(Edge place) => LastThree.Places.First(e => EdgeStickers.Place(set[e]) == place);
        var second = Next(LastThree.Places[0]);
        return $"{LastThree.Places[0]} to {second} to {Next(second)}";
    }
}
