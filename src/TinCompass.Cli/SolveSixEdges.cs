using System.CommandLine;
using TinCompass.Core.Methods.SixEdges;
using TinCompass.Core.Search;

namespace TinCompass.Cli;

/// <summary>
/// <c>tc solve lse</c>: lines <c>scramble | turns made so far</c>, after which only the last six edges are left. For each: how many turns
/// of M and U (STM, halves count one) it takes until the edges are oriented, until the left and right ones are home too, and in all, with
/// every shortest solution.
/// </summary>
internal static class SolveSixEdges
{
    [SolveVerb]
    public static Command Command(TableShelf shelf)
    {
        var command = new Command("lse", "The last six edges with M and U (STM). Lines: scramble | turns made so far.");
        command.SetAction((_, cancel) =>
        {
            var table = shelf.Get(SixEdgesTable.Kind);
            return Task.FromResult(SolveF2l.ForLines(
                end => SixEdgesPosition.TryRead(end, out var position, out var refusal)
                    ? (null, json =>
                    {
                        json.WriteNumber("orient", table.Orient[position.Index]);
                        json.WriteNumber("leftRight", table.LeftRight[position.Index]);
                        json.WriteNumber("all", table.All[position.Index]);
                        json.WriteStartArray("solutions");
                        foreach (var way in table.Shortest(position.Index, table.All))
                            json.WriteStringValue(string.Join(' ', position.Rotation.Concat(way)));
                        json.WriteEndArray();
                    }
                )
                    : (refusal, null),
                cancel));
        });
        return command;
    }
}
