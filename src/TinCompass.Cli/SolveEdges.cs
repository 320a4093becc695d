using System.CommandLine;
using System.Text.Json;
using TinCompass.Core.Cube;
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
    [SolveVerb]
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
                    return (null, json => Write(json, EdgesAdvice.Of(end, chosen, isOne, cancel)));
                }, cancel));
        });
        return command;
    }

    private static void Write(Utf8JsonWriter json, EdgesAdvice told)
    {
        json.WriteString("color", told.Held.Base.Name());
        json.WriteString("step", Name(told.Step));
        if (told.Ending is var (ending, top))
        {
            json.WriteString("ending", Name(ending));
            json.WriteString("says", EdgesWords.Say(ending, top));
        }

        if (told.Step is EdgesStep.Middle or EdgesStep.LastFive) WriteWay(json, told);
        if (told.Cycles is { } cycles) json.WriteNumber("cycles", cycles);
        else
        {
            // From the hold in which the line ends: the rotation, then the turns.
            json.WriteNumber("length", told.Shortest.Count);
            json.WriteString("solution", string.Join(' ', told.ShortestHeld.Rotation.Concat(told.Shortest)));
        }
    }

    private static void WriteWay(Utf8JsonWriter json, EdgesAdvice told)
    {
        json.WriteString("hold", string.Join(' ', told.Held.Rotation));
        json.WriteNumber("series", told.Series);
        json.WriteNumber("turns", told.Turns);
        json.WriteStartArray("way");
        var (position, set) = (told.Held, told.Held.Set);
        foreach (var step in told.Way)
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
