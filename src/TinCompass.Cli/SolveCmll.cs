using System.CommandLine;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.Cmll;
using TinCompass.Core.Search;

namespace TinCompass.Cli;

/// <summary>
/// <c>tc solve cmll</c>: lines <c>scramble | turns made so far</c>, after which two blocks stand: the corners' case and its sequences, the
/// shortest first. <c>tc cases cmll</c>: all of them.
/// </summary>
internal static class SolveCmll
{
    /// <summary>Where the book lies in the project.</summary>
    public const string BookFile = "src/TinCompass.Core/Methods/Cmll/cmll.book";

    [SolveVerb]
    public static Command Command(TableShelf shelf)
    {
        var color = SolveF2l.BaseColor();
        var command = new Command("cmll",
            "The corners of the top, two blocks standing: the case, least HTM (turns of the top free), sequences. "
                + "Lines: scramble | turns made so far.") { color };
        command.SetAction((parsed, cancel) =>
        {
            var (tools, hands) = (new CmllTools(shelf), new HandModel(HandPreferences.Usual));
            Color? chosen = Faces.TryParseColor(parsed.GetValue(color), out var named) ? named : null;
            return Task.FromResult(SolveF2l.ForLines(
                end => CmllPosition.TryRead(end, chosen, out var position, out var refusal)
                    ? (null, json =>
                    {
                        var c = CmllCases.Of(position.Corners).Case;
                        json.WriteString("case", c.Id);
                        json.WriteString("name", c.Name);
                        json.WriteString("probability", c.Probability);
                        json.WriteNumber("length", c.IsSolved ? 0 : tools.Book[c].Least);
                        json.WriteStartArray("solutions");
                        foreach (var choice in tools.Rank(position.Corners, hands).OrderBy(r => r.Length))
                            json.WriteStringValue(string.Join(' ', position.Rotation.Concat(choice.Turns)));
                        json.WriteEndArray();
                    }
                )
                    : (refusal, null),
                cancel));
        });
        return command;
    }

    /// <summary>The fields of each case, in the order of the book.</summary>
    public static IEnumerable<IReadOnlyList<(string Name, object Value)>> Cases(TableShelf shelf)
    {
        var (tools, hands) = (new CmllTools(shelf), new HandModel(HandPreferences.Usual));
        foreach (var entry in tools.Book.Entries)
        {
            var choice = tools.Rank(entry.Case.View, hands).First(c => c.Sequence.Length == entry.Least);
            yield return
            [
                ("id", entry.Case.Id), ("name", entry.Case.Name), ("probability", entry.Case.Probability), ("count", entry.Case.Count),
                ("length", entry.Least), ("mirror", entry.Case.MirrorId), ("inverse", entry.Case.InverseId),
                ("setup", string.Join(' ', choice.Turns.Reverse().Select(t => t.Inverse))), ("solution", string.Join(' ', choice.Turns)),
            ];
        }
    }

    /// <summary>Makes the shipped book anew.</summary>
    public static void Build(string file, CancellationToken cancel)
    {
        var entries = CmllBookBuilder.Build(
            (sweep, share) => Terminal.Error.Write(FormattableString.Invariant(
                $"\r{sweep} of {CmllBookBuilder.Sweeps.Count}, {share:P0}      ")), cancel);
        Terminal.Error.WriteLine();
        File.WriteAllText(file, CmllBook.Write(entries));
        Terminal.Error.WriteLine($"{file}: {entries.Count} cases, {entries.Sum(e => e.Sequences.Count)} sequences");
    }
}
