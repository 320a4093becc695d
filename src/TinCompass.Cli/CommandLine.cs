using System.CommandLine;
using TinCompass.Core.Search;

namespace TinCompass.Cli;

/// <summary>The commands. A stage brings its verbs under <c>tc solve</c>: one line in <see cref="Solve"/> for each.</summary>
internal static class CommandLine
{
    private const int NobodyReads = 141, Failed = 1;

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

    /// <summary>Does what the arguments ask for, on the caller's terminal; gives the exit status.</summary>
    public static async Task<int> RunAsync(TableShelf shelf, params string[] arguments)
    {
        var parsed = Root(shelf, Solve).Parse(arguments);
        try
        {
            return await parsed.InvokeAsync(new InvocationConfiguration
            {
                Output = parsed.Errors.Count > 0 ? Terminal.Error : Terminal.Out,
                Error = Terminal.Error,
                EnableDefaultExceptionHandler = false,
            });
        }
        catch (IOException e) when (e.Message.Contains("Broken pipe", StringComparison.OrdinalIgnoreCase))
        {
            // Whoever read the results has seen enough.
            return NobodyReads;
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            Terminal.Error.WriteLine(e.Message);
            return Failed;
        }
    }

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
