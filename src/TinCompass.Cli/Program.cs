using System.CommandLine;
using TinCompass.Cli;

// tc solve: the planners over standard input and output. Only results go to standard output; everything else to standard error.
var root = new RootCommand("Tin Compass on the command line: planners over standard input and output.");
var solve = new Command("solve", "Solves each line of standard input.");
solve.Add(SolveCross.Command());
solve.Add(SolvePair.Command());
solve.Add(SolveSlots.Pairs());
solve.Add(SolveSlots.AllFour());
root.Add(solve);
root.Add(Scramble.Command());
root.Add(Hands.Command());
var parsed = root.Parse(args);
return await parsed.InvokeAsync(new InvocationConfiguration { Output = parsed.Errors.Count > 0 ? Console.Error : Console.Out });
