using System.CommandLine;
using TinCompass.Core.Search;

namespace TinCompass.Cli;

/// <summary>The commands. A stage brings its verbs under <c>tc solve</c>: one line in <see cref="Solve"/> for each.</summary>
internal static class CommandLine
{
    /// <summary>The verbs of the stages, over the tables of a shelf.</summary>
    public static IReadOnlyList<Func<TableShelf, Command>> Solve { get; } =
    [
        SolveCross.Command,
        SolveXCross.Command,
        SolveF2l.Pairs,
        SolveF2l.AllFour,
        SolveLastLayer.Command,
        SolveFirstBlock.Command,
        SolveSecondBlock.Command,
        SolveCmll.Command,
        SolveSixEdges.Command,
        SolveEdges.Command,
        SolveBlocks.Command,
        SolveBadEdges.Command,
        SolveCycles.CornersCommand,
        SolveCycles.WholeCommand,
    ];

    /// <summary>All commands.</summary>
    public static RootCommand Root(TableShelf shelf, IEnumerable<Func<TableShelf, Command>> verbs)
    {
        var solve = new Command("solve", "Solves each line of standard input.");
        foreach (var verb in verbs) solve.Add(verb(shelf));
        return new RootCommand("Tin Compass on the command line: planners over standard input and output.") { solve,
            Plan.Command(shelf), Review.Command(shelf), Cube.Command(shelf), Scramble.Command(shelf), Hands.Command(), Cycles.Command(),
                Big.Command(shelf),
                LastLayer.Cases(shelf),
                LastLayer.Find(shelf),
                LastLayer.Casebook() };
    }
}
