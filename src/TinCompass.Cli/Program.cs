using TinCompass.Cli;
using TinCompass.Core.Search;
using TinCompass.Shared;

// tc solve: the planners over standard input and output. Only results go to standard output; everything else to standard error.
return await CommandLine.RunAsync(new TableShelf(new TableFolder(TableFolder.OfUser), Terminal.Error.WriteLine), args);
