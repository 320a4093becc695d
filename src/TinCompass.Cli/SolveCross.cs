using System.CommandLine;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Search;

namespace TinCompass.Cli;

/// <summary><c>tc solve cross</c>: every cross of the asked colours.</summary>
internal static class SolveCross
{
    [SolveVerb]
    public static Command Command(TableShelf shelf)
    {
        var (colors, format) = (SolveLines.Colors(), SolveLines.Format());
        var slack = Options.Number("--slack", 0, CrossSearch.MaxSlack, 0, "Also every solution up to this many turns longer (HTM).");
        var command = new Command("cross", "Every cross of each colour for each scramble (held white up, green front).") { colors, slack,
            format };
        command.SetAction((parsed, cancel) =>
        {
            var search = new CrossSearch(shelf.Get(CrossTable.Kind));
            var found = new SolutionList();
            return Task.FromResult(SolveLines.Run(
                Terminal.In, "crosses", parsed.GetValue(colors)!, parsed.GetValue(format)!,
                    (state, color) => [Solve(search, state, color, parsed.GetValue(slack), found, cancel)], cancel));
        });
        return command;
    }

    private static Solved Solve(CrossSearch search, CubeState state, Color color, int slack, SolutionList found, CancellationToken cancel)
    {
        var position = CrossPosition.Of(state, color);
        var length = search.Distance(position);
        found.Clear();
        search.Find(position, length, found, cancel);
        var count = found.Count;
        for (var extra = 1; extra <= slack; extra++) search.Find(position, length + extra, found, cancel);
        var solutions = new string[found.Count];
        for (var i = 0; i < solutions.Length; i++) solutions[i] = CrossHolds.Choose(position, found[i]).ToString();
        return new Solved(color, null, length, count, solutions);
    }
}
