using System.CommandLine;
using TinCompass.Cli;
using TinCompass.Core.Search;
using TinCompass.Shared;

// tc solve: the planners over standard input and output. Only results go to standard output; everything else to standard error.
var shelf = new TableShelf(new TableFolder(TableFolder.OfUser), Console.Error.WriteLine);
var parsed = CommandLine.Root(shelf, CommandLine.Solve).Parse(args);
return await parsed.InvokeAsync(new InvocationConfiguration { Output = parsed.Errors.Count > 0 ? Console.Error : Console.Out });
