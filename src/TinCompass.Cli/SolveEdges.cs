using System.CommandLine;
using System.Text.Json;
using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.EdgesFirst;
using TinCompass.Core.Search;

namespace TinCompass.Cli;

/// <summary>
/// <c>tc solve edges</c>: edges first. For each line the step one is in, its ending, the school's series, and the fewest turns exactly.
/// Lines <c>scramble | turns made so far</c>.
/// </summary>
internal static class SolveEdges
{
    public static Command Command(TableShelf shelf)
    {
        var color = SolveF2l.BaseColor();
        var one = new Option<bool>("--one-series") { Description = "The last five by one series alone, and turns of the top." };
        var command = new Command("edges", "Edges first: the step, its ending, the school's series, the fewest turns (HTM). "
            + "Lines: scramble | turns made so far.") { color, one };
        command.SetAction((parsed, cancel) =>
        {
            var (asked, isOne) = (parsed.GetValue(color), parsed.GetValue(one));
            return Task.FromResult(SolveF2l.ForLines(
                end =>
                {
                    var chosen = Faces.TryParseColor(asked ?? "", out var named) ? named : CrossCourse.BaseOf(end);
                    return (null, json => Write(json, EdgesPosition.Holds(end, chosen), isOne, cancel));
                }, cancel));
        });
        return command;
    }

    private static void Write(Utf8JsonWriter json, IReadOnlyList<EdgesPosition> holds, bool isOne, CancellationToken cancel)
    {
        var (position, school) = (holds[0], isOne ? LastFive.OfOneSeries : LastFive.Usual);
        json.WriteString("color", position.Base.Name());
        json.WriteString("step", Name(position.Step));
        switch (position.Step)
        {
            case EdgesStep.Cross:
                Shortest(json, position, EdgeSearch.For(EdgeSet.Base).Find(position.Set, cancel));
                break;
            case EdgesStep.Middle:
                // The fewest turns over all four working places; the school's way where it takes the fewest series.
                var ways = holds.Select(h => (Hold: h, Way: MiddleEdges.Way(h.Set))).ToArray();
                var best = ways.MinBy(w => (w.Way.Count(s => s.Series is not null), w.Way.Sum(s => s.Turns.Count)));
                WriteWay(json, best.Hold, best.Way);
                var search = EdgeSearch.For(EdgeSet.Base | MiddleEdges.Edges);
                var shortest = holds.Select(h => (Hold: h, Turns: search.Find(h.Set, cancel))).MinBy(f => f.Turns.Count);
                Shortest(json, shortest.Hold, shortest.Turns);
                break;
            case EdgesStep.LastFive:
                var open = holds.Where(h => h.IsOpenInFront).MinBy(h => (school.Series(h.Set), school.Turns(h.Set)))!;
                if (Ending(open) is { } ending)
                {
                    json.WriteString("ending", Name(ending));
                    json.WriteString("says", EdgesWords.Say(ending));
                }

                WriteWay(json, open, school.Way(open.Set));
                Shortest(json, open, EdgeSearch.For(EdgeSet.Every).Find(open.Set, cancel));
                break;
            case EdgesStep.Corners:
                var cube = new CubeByCycles(position.Held.Upright());
                json.WriteNumber("cycles", cube.Corners!.Value);
                break;
        }
    }

    /// <summary>The ending, once the top is turned so that the edges which are placed among each other are home.</summary>
    private static EdgesEnding? Ending(EdgesPosition position)
    {
        for (var quarters = 0; quarters < 4; quarters++)
            if (LastThree.Of(quarters == 0 ? position.Set : position.Set.After(Turn.Of(Face.U, quarters).Index)) is { } ending) return ending;
        return null;
    }

    private static void WriteWay(Utf8JsonWriter json, EdgesPosition position, IReadOnlyList<EdgeStep> way)
    {
        json.WriteString("hold", string.Join(' ', position.Rotation));
        json.WriteNumber("series", way.Count(s => s.Series is not null));
        json.WriteNumber("turns", way.Sum(s => s.Turns.Count));
        json.WriteStartArray("way");
        var set = position.Set;
        foreach (var step in way)
        {
            json.WriteStartObject();
            json.WriteString("turns", string.Join(' ', step.Turns));
            if (step.Series is { } series)
            {
                json.WriteString("first", series.First.ToString());
                json.WriteString("column", series.Column.ToString());
                json.WriteString("says", EdgesWords.Say(position, set, series));
            }

            set = set.After(step.Turns);
            if (LastThree.Of(set) is { } ending) json.WriteString("leaves", Name(ending));
            json.WriteEndObject();
        }

        json.WriteEndArray();
    }

    /// <summary>The fewest turns from the hold in which the line ends: the rotation, then the turns.</summary>
    private static void Shortest(Utf8JsonWriter json, EdgesPosition position, IReadOnlyList<Turn> turns)
    {
        json.WriteNumber("length", turns.Count);
        json.WriteString("solution", string.Join(' ', position.Rotation.Concat(turns)));
    }

    private static string Name(EdgesStep step) => step switch
    {
        EdgesStep.Cross => "cross",
        EdgesStep.Middle => "middle",
        EdgesStep.LastFive => "last five",
        EdgesStep.Corners => "corners",
        _ => "solved",
    };

    private static string Name(EdgesEnding ending) => ending switch
    {
        EdgesEnding.Solved => "a",
        EdgesEnding.OneSeries => "b",
        EdgesEnding.AllTurned => "c",
        EdgesEnding.TwoTurned => "d",
        _ => "e",
    };
}
