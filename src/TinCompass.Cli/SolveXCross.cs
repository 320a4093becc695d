using System.CommandLine;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.XCross;
using TinCompass.Core.Search;

namespace TinCompass.Cli;

/// <summary><c>tc solve xcross</c>: cross and one pair, for each of the four slots of the asked colours.</summary>
internal static class SolveXCross
{
    [SolveVerb]
    public static Command Command(TableShelf shelf)
    {
        var (colors, format) = (SolveLines.Colors(), SolveLines.Format());
        var command =
            new Command("xcross", "Every shortest solution of cross and one pair together, for each slot of each colour.") { colors,
            format };
        command.SetAction((parsed, cancel) =>
        {
            var search = new XCrossSearch(shelf.Get(CrossTable.Kind), shelf.Get(XCrossTables.Kind));
            return Task.FromResult(SolveLines.Run(
                Terminal.In, "xcrosses", parsed.GetValue(colors)!, parsed.GetValue(format)!,
                    (state, color) => Solve(search, state, color, cancel), cancel));
        });
        return command;
    }

    private static IEnumerable<Solved> Solve(XCrossSearch search, CubeState state, Color color, CancellationToken cancel)
    {
        var pairs = search.Find(state, color, cancel);
        cancel.ThrowIfCancellationRequested();
        return pairs.Select(p => new Solved(
            color, p.Slot.ToString(), p.Length, p.Solutions.Count,
                [.. p.Solutions.Select(s => CrossHolds.Choose(p.Position, s).ToString())]));
    }
}
