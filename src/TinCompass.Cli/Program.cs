using System.CommandLine;
using TinCompass.Cli;
using TinCompass.Core.Search;
using TinCompass.Shared;

// tc solve: the planners over standard input and output. Only results go to standard output; everything else to standard error.
var shelf = new TableShelf(new TableFolder(TableFolder.OfUser), Console.Error.WriteLine);
var parsed = CommandLine.Root(shelf, CommandLine.Solve).Parse(args);
const int NobodyReads = 141, Failed = 1;
try
{
    return await parsed.InvokeAsync(new InvocationConfiguration
    {
        Output = parsed.Errors.Count > 0 ? Console.Error : Console.Out,
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
    Console.Error.WriteLine(e.Message);
    return Failed;
}
