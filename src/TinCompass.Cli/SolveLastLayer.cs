using System.CommandLine;
using System.Text.Json;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Search;

namespace TinCompass.Cli;

/// <summary>
/// <c>tc solve ll</c>: lines <c>scramble | turns made so far</c>, after which the first two layers stand. For each: the cases and the best
/// sequences, in one look each and in two. Solutions go on from the hold in which those turns end.
/// </summary>
internal static class SolveLastLayer
{
    private const int MostShown = 5;

    [SolveVerb]
    public static Command Command(TableShelf shelf)
    {
        var color = SolveF2l.BaseColor();
        var command = new Command("ll",
            "The last layer: its case of orientation, the permutation that the best sequence leads to, both in two looks each. Lines: " +
                "scramble | turns made so far.") { color };
        command.SetAction((parsed, cancel) =>
        {
            var (tools, hands) = (new LlTools(shelf), new HandModel(HandPreferences.Usual));
            Color? chosen = Faces.TryParseColor(parsed.GetValue(color), out var named) ? named : null;
            return Task.FromResult(SolveF2l.ForLines(
                end => LlPosition.TryRead(end, chosen, out var position, out var refusal)
                    ? (null, json =>
                    {
                        json.WriteString("color", position.Color.Name());
                        Write(tools, hands, position, json);
                    }
                )
                    : (refusal, null),
                cancel));
        });
        return command;
    }

    private static void Write(LlTools tools, HandModel hands, LlPosition position, Utf8JsonWriter json)
    {
        var lead = position.Rotation;
        var oriented = WriteStep(tools, hands, json, "orientation", LlSet.Oll, position.State, lead);
        WriteStep(tools, hands, json, "permutation", LlSet.Pll, oriented, LlSet.Oll.IsDone(position.State) ? lead : []);
        json.WriteStartArray("twoLook");
        var state = position.State;
        foreach (var set in (LlSet[])[LlSet.Eoll, LlSet.Ocll, LlSet.Cpll, LlSet.Epll])
        {
            if (set.IsDone(state)) continue;
            json.WriteStartObject();
            state = WriteFields(tools, hands, json, set, state, lead);
            json.WriteEndObject();
            lead = [];
        }

        json.WriteEndArray();
    }

    private static LlState WriteStep(
        LlTools tools, HandModel hands, Utf8JsonWriter json, string name, LlSet set, LlState state, IReadOnlyList<Turn> lead)
    {
        json.WriteStartObject(name);
        var after = WriteFields(tools, hands, json, set, state, lead);
        json.WriteEndObject();
        return after;
    }

    /// <summary>
    /// A step: its case and its best sequences, turns of the top before and after included; the state after the first of them.
    /// </summary>
    private static LlState WriteFields(
        LlTools tools, HandModel hands, Utf8JsonWriter json, LlSet set, LlState state, IReadOnlyList<Turn> lead)
    {
        var found = LlCases.Of(set, state).Case;
        json.WriteString("id", found.Id);
        json.WriteString("name", found.Title);
        json.WriteString("probability", found.Probability);
        json.WriteNumber("length", found.IsSolved ? 0 : tools.Book[found].Least);
        json.WriteStartArray("solutions");
        var ranked = tools.Rank(set, state, hands);
        foreach (var choice in ranked.Take(MostShown)) json.WriteStringValue(string.Join(' ', lead.Concat(choice.AsTurned)));
        // What is solved but for a turn of the top is told with that turn.
        if (ranked.Count == 0 && state.TopLeft is > 0 and var top
            && !set.Orients()) json.WriteStringValue(string.Join(' ', lead.Append(Turn.Of(Face.U, top))));
        json.WriteEndArray();
        return ranked.Count > 0 ? ranked[0].Result : state;
    }
}
