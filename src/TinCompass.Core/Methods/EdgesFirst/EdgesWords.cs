using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>Every sentence about edges first: made of facts.</summary>
public static class EdgesWords
{
    /// <summary>An ending in a sentence; where the top is not home, with the turn that brings it there first.</summary>
    public static string Say(EdgesEnding ending, Turn? top = null) => (ending, top) switch
    {
        (EdgesEnding.Solved, null) => "All edges are home.",
        (EdgesEnding.Solved, { } turn) => $"{turn} brings all edges home.",
        // A quarter turn makes even what is odd.
        (EdgesEnding.Swapped, { Quarters: not 2 } turn) =>
            $"After {turn} two edges would be swapped, which no series mends. As the top is now, series bring all edges home.",
        (_, null) => Stands(ending),
        (_, { } turn) => $"After {turn}: {Words.Small(Stands(ending))}",
    };

    private static string Stands(EdgesEnding ending) => ending switch
    {
        EdgesEnding.OneSeries => "Three edges change places; two land right, one flipped. One series brings them home.",
        EdgesEnding.AllTurned => "Three edges change places and all land flipped. One series leaves three, two of which land right.",
        EdgesEnding.TwoTurned => "Two edges are flipped in place. One series leaves three that change places, two of which land right.",
        _ => "Two edges are swapped, which no series mends: turn the top a quarter, then bring the edges home again.",
    };

    /// <summary>An ending in a few words, with the turn of the top before it.</summary>
    public static string Name((EdgesEnding Ending, Turn? Top)? told) => told switch
    {
        { Top: { } top, Ending: EdgesEnding.Solved } => $"edges home but for {top}",
        { Top: { Quarters: not 2 }, Ending: EdgesEnding.Swapped } => Name((EdgesEnding?)null),
        { Top: { } top } => $"{Name(told.Value.Ending)} after {top}",
        _ => Name(told?.Ending),
    };

    /// <summary>An ending in two words.</summary>
    public static string Name(EdgesEnding? ending) => ending switch
    {
        EdgesEnding.Solved => "edges home",
        EdgesEnding.OneSeries => "one series",
        EdgesEnding.AllTurned => "three flipped",
        EdgesEnding.TwoTurned => "two flipped",
        EdgesEnding.Swapped => "two swapped",
        _ => "last five edges",
    };

    /// <summary>
    /// What a series does to the edge that it brings into the column, and why that face goes first. The edge must land there rightly.
    /// </summary>
    public static string Say(EdgesPosition position, EdgeSet before, EdgeSeries series)
    {
        var edge = (Edge)Enumerable.Range(0, 12).First(e => EdgeStickers.Place(before[(Edge)e]) == series.From);
        var name = position.Named(edge);
        return before.After(series.Turns).IsHome(edge) && edge == series.Column
            ? $"{series.First} first: {name} lies at {series.From} and lands right in its place {series.Column}; from {series.Other}, with "
                + $"{series.Second} first, it would land flipped."
            : $"{series.First} first: {name} goes from {series.From} to {series.Column}, what lies there goes to {series.Other}.";
    }

    /// <summary>The last five edges before any ending: how many lie elsewhere as the top stands, and whether their order is odd.</summary>
    public static string Far(CubeState held)
    {
        var rings = PieceCycle.Of(held.AsHeld()).Where(c => c is { IsOfEdges: true, Stickers.Count: > 1 }).ToArray();
        var isOdd = rings.Sum(r => r.Exchanges) % 2 == 1;
        return $"{rings.Sum(r => r.Stickers.Count)} of the last five edges lie elsewhere as the top stands; their order is "
            + (isOdd ? "odd: a quarter turn of the top belongs to it." : "even.");
    }

    /// <summary>What a sequence is made of: series and turns of the top, or other turns.</summary>
    public static string Way(EdgesTrace trace)
    {
        var series = trace.Groups.Count(n => n.Facts.Any(f => f.Kind == Words.Code(EdgesDeed.Series)));
        var others = trace.Groups.Count(n => n.Facts[0].Kind == Words.Code(EdgesDeed.Other));
        return others > 0 ? Words.Turns(trace.Turns.Count) : series switch
        {
            0 => "a turn of the top",
            1 => "one series",
            _ => $"{series} series",
        };
    }

    /// <summary>What of cross and middle layer was home and is not at the end, in words; empty where nothing is.</summary>
    public static string Lost(CubeState before, CubeState after, Color color) => Lost(EdgesHome.Of(before), EdgesHome.Of(after), color);

    /// <summary>The same of edges that are home.</summary>
    public static string Lost(int before, int after, Color color)
    {
        var lost = EdgesHome.Names(before & ~after & (EdgesHome.Base(color) | EdgesHome.Middle(color)));
        return lost.Count == 0 ? "" : $"{Words.Join(lost)} {(lost.Count == 1 ? "is" : "are")} not home";
    }
}
