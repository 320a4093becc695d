using System.CommandLine;
using TinCompass.Core.Search;

namespace TinCompass.Cli;

/// <summary>The commands.</summary>
internal static class CommandLine
{
    private const int NobodyReads = 141, Failed = 1;

    /// <summary>Does what the arguments ask for, on the caller's terminal; gives the exit status.</summary>
    public static async Task<int> RunAsync(TableShelf shelf, params string[] arguments)
    {
        var parsed = Root(shelf, SolveVerbAttribute.All).Parse(arguments);
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

    /// <summary>All commands; the verbs under <c>tc solve</c> in the order of their names.</summary>
    public static RootCommand Root(TableShelf shelf, IEnumerable<Func<TableShelf, Command>> verbs)
    {
        var solve = new Command("solve", "Solves each line of standard input.");
        foreach (var verb in verbs.Select(v => v(shelf)).OrderBy(v => v.Name, StringComparer.Ordinal)) solve.Add(verb);
        return new RootCommand("Tin Compass on the command line: planners over standard input and output.") { solve,
            Plan.Command(shelf), Review.Command(shelf), Cube.Command(shelf), Scramble.Command(shelf), Hands.Command(), Cycles.Command(),
                Big.Command(shelf),
                LastLayer.Cases(shelf),
                LastLayer.Find(shelf),
                LastLayer.Casebook() };
    }
}
