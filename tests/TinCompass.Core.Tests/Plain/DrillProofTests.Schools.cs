using System.Text.RegularExpressions;
using TinCompass.Core.Cube;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Tests.Plain;

/// <summary>The drills of edges first and of block first.</summary>
public partial class DrillProofTests
{
    /// <summary>Null for a drill of another school.</summary>
    private static bool? IsProvedOfSchool(DrillTask task, PlainCube position, PlainCube held, DrillOption[] right, DrillAnswer solution)
    {
        var (color, shown, pair) = (task.Color.Name(), string.Join(' ', task.Shown), task.Focus.Part);
        switch (task.Drill)
        {
            case "middle.which-face":
                {
                    // Of the two faces the one with which the series, after some turn of the top, brings it home; never the other.
                    var (column, edge) = (Words().Match(task.Question).Groups[1].Value, pair.Split('-'));
                    return task.Options.All(o => right.Contains(o) == Tops.Any(t => held.Turn($"{t} {Series(o.Answer[0],
                        column.Replace(o.Answer, "", StringComparison.Ordinal)[0])}").IsHome(edge)));
                }

            case "middle.bring-in":
                {
                    var end = position.Turn(string.Join(' ', solution.Turns));
                    return !held.IsHome(pair.Split('-')) && end.IsHome(pair.Split('-')) && new PlainCross(end, color).Stands
                        && PlainEdges.Middle(held, color).All(e => !held.IsHome(e) || end.IsHome(e));
                }

            case "lastfive.ending":
                return new PlainEdges(held, color).Ending(turnTop: task.Wish.Level > 1) == right[0].Answer;
            case "lastfive.odd":
                return new PlainEdges(held, color) is { IsOpenInFront: true } five && five.IsOdd == (right[0].Answer == "odd");
            case "lastfive.which-series":
                return task.Options.All(o => right.Contains(o) == new PlainEdges(held.Turn(o.Text), color).AllHome);
            case "lastfive.finish":
                return new PlainEdges(held, color) is { IsOpenInFront: true, AllHome: false }
                    && new PlainEdges(position.Turn(string.Join(' ', solution.Turns)), color).AllHome;
            case "small.build":
                return new PlainOpen(held, color).MissesSmall && new PlainOpen(position.Turn(string.Join(' ', solution.Turns)), color)
                    is { MissesSmall: false };
            case "long.extend":
                return new PlainOpen(held, color).MissesLong && new PlainOpen(position.Turn(string.Join(' ', solution.Turns)), color)
                    is { MissesLong: false };
            case "mend.good-or-bad":
                return new PlainOpen(held, color) is { MissesLong: false } marked && marked.Bad().ToHashSet().SetEquals(solution.Chosen);
            case "mend.count":
                return new PlainOpen(held, color) is { MissesLong: false } counted
                    && right[0].Answer == counted.Bad().Length.ToString(System.Globalization.CultureInfo.InvariantCulture);
            case "mend.which-two":
                {
                    var (open, drill) = (new PlainOpen(held, color).Bad(), Book.Find(task.Drill)!);
                    string[] places = [.. task.Options.Select(o => o.Answer)];
                    var first = PlainMends.First(open);
                    var (words, least) = (drill.Judge(task, solution), PlainMends.Cost(open));
                    return places.SelectMany(a => places, (a, b) => (string[])[a, b]).Where(p => string.CompareOrdinal(p[0], p[1]) < 0)
                        .All(p => drill.Judge(task, DrillAnswer.Of(p)).Right == first.Contains(string.Join(' ', p)))
                        && first.Contains(string.Join(' ', solution.Chosen.Order(StringComparer.Ordinal)))
                        && words.Reasons[^1].StartsWith(
                            $"Three turns {least.Mends} times, {least.Turns} turns", StringComparison.Ordinal)
                        && words.Reasons[^1].EndsWith(first.Count == 1 ? "with any other two first it takes more."
                            : $"; {first.Count} pairs are as good.", StringComparison.Ordinal)
                        && new PlainOpen(position.Turn(string.Join(' ', words.Plan)), color) is { MissesLong: false } rest
                        && rest.Bad().Length == open.Length - 2;
                }

            case "mend.mend":
                return new PlainOpen(held, color).Bad().Length > 0 && new PlainOpen(held.Turn(string.Join(' ',
                    solution.Turns.Skip(task.Hold.Count))), color) is { MissesLong: false } mended && mended.Bad().Length == 0;
            case "twofaces.last-block":
                return solution.Turns.Skip(task.Hold.Count).All(t => t.Letter is 'U' or 'R')
                    && new PlainOpen(held.Turn(string.Join(' ', solution.Turns.Skip(task.Hold.Count))), color)
                    is { MissesLong: false, MissesRight: false };

            case "corners.path":
                {
                    var (at, goes) = (held.Piece(pair.Split('-'))[0].At, new PlainEdges(held, color).Goal(pair.Split('-')));
                    var apart = (at.X == goes.X ? 0 : 1) + (at.Y == goes.Y ? 0 : 1) + (at.Z == goes.Z ? 0 : 1);
                    return right[0].Answer == apart switch { 1 => "along", 2 => "across", _ => "through" };
                }

            case "corners.way-round":
                {
                    // From above, clockwise: what lies in front-right goes to front-left, behind-left, behind-right.
                    V[] round = [new(1, 1, 1), new(-1, 1, 1), new(-1, 1, -1), new(1, 1, -1)];
                    var moved = new PlainEdges(held, color).CornersAway();
                    var by = moved.Sum(m => (Array.IndexOf(round, m.To) - Array.IndexOf(round, m.From) + 4) % 4);
                    return moved.Length == 3 && right[0].Answer == (by == 4 ? "clockwise" : "anti-clockwise");
                }

            case "corners.last-three":
                return new PlainEdges(held, color) is { AllHome: true } left && left.CornersAway().Length == 3
                    && new PlainBlocks(position.Turn(string.Join(' ', solution.Turns)), color).Solved;
            case "corners.read":
                return task.Options.All(o => right.Contains(o) == new PlainEdges(PlainCube.After(shown), "white").Does(o.Answer));
            case "corners.write":
                {
                    // What is asked for is what the answer does, and nothing else; and of the same backwards it is said what that does.
                    Turn[] made = [.. solution.Turns.Skip(task.Hold.Count)], back = [.. made.Reverse().Select(t => t.Inverse)];
                    var asked = string.Join(" → ", Named().Match(task.Question).Groups.Values.Skip(1));
                    var wrong = Book.Find(task.Drill)!.Judge(task, DrillAnswer.Of([.. task.Hold, .. back]));
                    return new PlainEdges(PlainCube.After(string.Join(' ', made)), "white").Does(asked)
                        && new PlainBlocks(position.Turn(string.Join(' ', solution.Turns)), color).Solved && !wrong.Right
                        && Done().Match(wrong.Reasons.Single()) is { Success: true } said
                        && new PlainEdges(PlainCube.After(string.Join(' ', back)), "white").Does(said.Groups[1].Value);
                }
            case "corners.undo":
                return new PlainBlocks(held.Turn($"{shown} {string.Join(' ', solution.Turns.Skip(task.Hold.Count))}"), color).Solved;

            case "goodstart.count":
                return right[0].Answer == new PlainGood(held).Bad().Length.ToString(System.Globalization.CultureInfo.InvariantCulture);
            case "goodstart.plan":
                return !new PlainGood(held).Stands(color) && new PlainGood(position.Turn(string.Join(' ', solution.Turns))).Stands(color);

            default: return null;
        }
    }

    private static readonly string[] Tops = ["", "U", "U2", "U'"];

    /// <summary>One face down, the other down, both up again: towards the column between them, from above.</summary>
    private static string Series(char first, char second)
    {
        // Seen from each face, the column that it has with the next one to its right comes down by a turn to the right.
        const string Around = "FRBL";
        var isRight = Around[(Around.IndexOf(first, StringComparison.Ordinal) + 1) % 4] == second;
        var (one, other) = isRight ? ("", "'") : ("'", "");
        var (back, again) = isRight ? ("'", "") : ("", "'");
        return $"{first}{one} {second}{other} {first}{back} {second}{again}";
    }

    [GeneratedRegex(@"^(\w+) goes to (\w+), that to (\w+), that to \1: enter")]
    private static partial Regex Named();

    [GeneratedRegex(@"^It does (\w+ → \w+ → \w+)(?: → \w+)?\.$")]
    private static partial Regex Done();

    [GeneratedRegex(@"into its place (\w+)\.")]
    private static partial Regex Words();
}
