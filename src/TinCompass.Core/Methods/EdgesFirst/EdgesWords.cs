using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>Every sentence about edges first: made of facts.</summary>
public static class EdgesWords
{
    /// <summary>An ending in a sentence.</summary>
    public static string Say(EdgesEnding ending) => ending switch
    {
        EdgesEnding.Solved => "All edges are home.",
        EdgesEnding.OneSeries => "Three edges change places; two land right, one turned over: one series brings them home.",
        EdgesEnding.AllTurned => "Three edges change places and all land turned over: one series leaves three of which two land right.",
        EdgesEnding.TwoTurned => "Two edges lie at home turned over: one series leaves three that change places, two of which land right.",
        _ => "Two edges have changed places, one is home or turned over there: odd, which no series mends. A quarter turn of the top makes "
            + "it even; then the edges are placed anew.",
    };

    /// <summary>
    /// What a series does to the edge that it brings into the column, and why that face goes first. The edge must land there rightly.
    /// </summary>
    public static string Say(EdgesPosition position, EdgeSet before, EdgeSeries series)
    {
        ArgumentNullException.ThrowIfNull(position);
        ArgumentNullException.ThrowIfNull(series);
        var edge = (Edge)Enumerable.Range(0, 12).First(e => EdgeStickers.Place(before[(Edge)e]) == series.From);
        var name = position.Named(edge);
        return before.After(series.Turns).IsHome(edge) && edge == series.Column
            ? $"{series.First} first: {name} lies at {series.From} and lands right in its place {series.Column}; from {series.Other}, with "
                + $"{series.Second} first, it would land turned over."
            : $"{series.First} first: {name} goes from {series.From} to {series.Column}, what lies there goes to {series.Other}.";
    }
}
