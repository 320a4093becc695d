using System.Text.RegularExpressions;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Tests.Plain;

/// <summary>The drills of bigger cubes.</summary>
public partial class DrillProofTests
{
    /// <summary>How many tasks of these are looked at: planning, or trying on the plain cube, takes its time.</summary>
    private static int CountOfBigger(string id) => id switch
    {
        "joining.which-next" => 10,
        "centres.last-two" => 25,
        _ => 80,
    };

    private static bool IsProvedOfBigger(DrillTask task, DrillOption[] right, DrillAnswer solution)
    {
        var (size, letters, part) = (task.Bigger!.Size, task.Letters, task.Focus.Part);
        PlainBig Cube() => new(size, letters);
        var verdict = Book.Find(task.Drill)!.Judge(task, solution);
        switch (task.Drill)
        {
            case "centres.which-bars":
                return task.Options.All(o => solution.Chosen.Contains(o.Answer) == LiesReady(Cube(), o.Answer, task));
            case "centres.which-first":
                {
                    // Each length that is told, of a way or by itself, is that of the walk from the whole centres; each way makes its
                    // centre.
                    var wrong = Book.Find(task.Drill)!.Judge(task, DrillAnswer.Of(task.Options.First(o => !right.Contains(o)).Answer));
                    var far = Faces.AllColors.ToDictionary(c => c.Name(), c => PlainCentres.Of(Cube(), c));
                    var told = new[] { verdict.Words, wrong.Words }.Concat(verdict.Reasons).Concat(wrong.Reasons).ToArray();
                    return Lengths().Matches(string.Join(' ', told)) is { Count: >= 8 } all
                        && all.All(m => far[m.Groups[1].Value.ToLowerInvariant()] == int.Parse(m.Groups[2].Value, null))
                        && told.Select(t => Way().Match(t)).Where(m => m.Success).All(m => Cube().Turn(BigNotation.Parse(m.Groups[2].Value,
                            size)).Centres.Values.Any(c => string.Equals(c.Name(), m.Groups[1].Value, StringComparison.OrdinalIgnoreCase)))
                        && far[right[0].Answer] == far.Values.Min() && far.Values.Count(f => f == far.Values.Min()) == 1;
                }

            case "centres.last-two":
                // The last two may be whole, each where the other belongs.
                return (Cube().Centres.Count == 4 || (Cube().Centres.Count == 6 && !Stand(Cube()))) && Stand(Cube().Turn(solution.Bigger));
            case "joining.where":
                return Cube().Parts.Where(p => p.Edge == part).Select(p => p.Place).ToHashSet().SetEquals(solution.Chosen);
            case "joining.right-or-flipped":
                {
                    var (edge, place) = (part.Split(' ')[0], part.Split(' ')[1]);
                    var other = Cube().Parts.Single(p => p.Edge == edge && (size == 5 ? p.Along == 0 : p.Place != place)).Place;
                    bool Meet(PlainBig from, BigTurn slice) =>
                        MeetsAt(from.Parts, from.Turn([slice]).Parts, edge, other);
                    // The one wing by itself, on a cube that is white besides: where does a slice take it?
                    PlainBig Wing() => new PlainBig(size, new string('W', letters.Length)).Marked(Cube().Parts
                        .Single(p => p.Edge == edge && p.Place == place));
                    string Goes(PlainBig marked, BigTurn slice) => marked.Turn([slice]).Parts.Single(p => p.Edge == "red-red").Place;
                    var isRight = Slices().Any(s => Goes(Wing(), s) == other && Meet(Cube(), s));
                    var isOver = !isRight && Slices().Any(s => Goes(Wing().TurnOver(place), s) == other && Meet(Cube().TurnOver(place), s));
                    return right[0].Answer == (isRight ? "right" : isOver ? "flipped" : "across")
                        && (!isRight || Meet(Cube(), BigNotation.Parse(Slice().Match(verdict.Words).Groups[1].Value, size)[0]));
                }

            case "joining.also":
                {
                    string[] joined = [.. Cube().Turn(task.BiggerShown).Edges.Except(Cube().Edges)];
                    return joined.ToHashSet().SetEquals(solution.Chosen.Append(part));
                }

            case "joining.which-next":
                return task.Options.All(o => right.Contains(o) == FiveTurns(Cube, o.Answer, size)) && verdict.Reasons.Append(verdict.Words)
                    .Select(t => Named(t)).Where(n => n is not null).All(n => Cube().Turn(n!.Value.Turns) is var after && Stand(after)
                        && after.Edges.Contains(n.Value.Edge) && !Cube().Edges.Except(after.Edges).Any());
            case "joining.last-two":
                return Cube().Edges.Count == 10 && Cube().Turn(solution.Bigger) is { Edges.Count: 12 } done && Stand(done);
            case "parity.odd":
                return right[0].Answer == (Cube().Exchanges() % 2 == 1 ? "yes" : "no")
                    && verdict.Words.Contains($" {Cube().Exchanges()} exchanges", StringComparison.Ordinal) && Stand(Cube());
            default: return false;
        }
    }

    /// <summary>All six centres have one colour each, opposite ones as on the cube.</summary>
    private static bool Stand(PlainBig cube) => cube.Centres is { Count: 6 } centres
        && centres.All(c => centres[c.Key.Opposite()] == c.Value.Opposite());

    /// <summary>What has come to a place beside the part that stayed there lies as that does.</summary>
    private static bool MeetsAt(IReadOnlyList<(string Place, int Along, string Edge, Color First)> before,
        IReadOnlyList<(string Place, int Along, string Edge, Color First)> after, string edge, string at)
    {
        var stayed = before.Where(p => p.Edge == edge && p.Place == at).Where(after.Contains).ToList();
        var came = after.Where(p => p.Edge == edge && p.Place == at && !before.Contains(p)).ToList();
        return came.Count == 1 && stayed.Count > 0
            && stayed.Where(p => p.Along == 0 || stayed.Count == 1).All(p => p.First == came[0].First);
    }

    private static IEnumerable<BigTurn> Slices() => from face in Enum.GetValues<Face>()
                                                    from quarters in new[] { 1, 2, 3 }
                                                    select BigTurn.Of(face, 2, 2, quarters);

    /// <summary>Cells of the colour side by side on a face: two, or on a 5x5 three of them joined with more.</summary>
    private static bool LiesReady(PlainBig cube, string face, DrillTask task)
    {
        var size = task.Bigger!.Size;
        var cells = cube.All.Where(s => s.Color == task.Color && s.Face.ToString() == Short(face)
            && new[] { s.Cell.X, s.Cell.Y, s.Cell.Z }.Count(c => Math.Abs(c) == size - 1) == 1).Select(s => s.Cell).ToList();
        bool Touch((int X, int Y, int Z) a, (int X, int Y, int Z) b) =>
            Math.Abs(a.X - b.X) + Math.Abs(a.Y - b.Y) + Math.Abs(a.Z - b.Z) == 2;
        if (size == 4) return cells.Any(a => cells.Any(b => Touch(a, b)));
        // Three in a row through the middle or along a side, or four in a square.
        return cells.Any(a => cells.Any(b => cells.Any(c => Touch(a, b) && Touch(b, c) && a != c
            && ((a.X + c.X, a.Y + c.Y, a.Z + c.Z) == (2 * b.X, 2 * b.Y, 2 * b.Z)
                || cells.Any(d => d != b && Touch(a, d) && Touch(d, c))))));
    }

    private static string Short(string face) => face switch
    {
        "top" => "U",
        "bottom" => "D",
        "front" => "F",
        "back" => "B",
        "right" => "R",
        _ => "L",
    };

    /// <summary>By trying them all: a slice, a side, the top or bottom, the side back, the slice back; what is whole stays whole.</summary>
    private static bool FiveTurns(Func<PlainBig> cube, string edge, int size)
    {
        var whole = cube().Edges;
        int[] quarters = [1, 2, 3];
        return (from slice in Enum.GetValues<Face>().SelectMany(f => quarters.SelectMany(q =>
                    new[] { BigTurn.Of(f, 1, 2, q), BigTurn.Of(f, 2, 2, q) }))
                from side in Enum.GetValues<Face>().Where(f => f.Axis() != slice.Axis)
                from q in quarters
                from end in Enum.GetValues<Face>().Where(f => f.Axis() == slice.Axis)
                from k in quarters
                let x = BigTurn.Of(side, 1, 1, q)
                select cube().Turn([slice, x, BigTurn.Of(end, 1, 1, k), x.Inverse, slice.Inverse]))
            .Any(after => after.Edges.Contains(edge) && Stand(after) && !whole.Except(after.Edges).Any());
    }

    /// <summary>An edge and the turns that are said to make it whole.</summary>
    private static (string Edge, IReadOnlyList<BigTurn> Turns)? Named(string sentence) => EdgeWay().Match(sentence) is { Success: true } m
        ? (m.Groups[1].Value, BigNotation.Parse(m.Groups[2].Value, 4)) : null;

    [GeneratedRegex(@"(\w+) (?:takes )?(\d+)(?: turns?)?(?=[,.:]| and)")]
    private static partial Regex Lengths();

    [GeneratedRegex(@"^(\w+) takes \d+ turns?: (.+)\.$")]
    private static partial Regex Way();

    [GeneratedRegex(@": (\S+) joins them")]
    private static partial Regex Slice();

    [GeneratedRegex(@"(\w+-\w+) (?:by|takes \d turns:) ([^,.]+)[,.]")]
    private static partial Regex EdgeWay();
}
