using System.Text.RegularExpressions;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cmll;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Practice;
using TinCompass.Core.Tests.Methods.F2l;

namespace TinCompass.Core.Tests.Plain;

/// <summary>
/// Tasks of every drill, other ones each run: options that differ, one right answer (or all that are right accepted), and that answer
/// proved on the plain cube. A drill without its proof fails.
/// </summary>
public partial class DrillProofTests
{
    /// <summary>Tasks made of each drill; of those that plan or search at every step fewer.</summary>
    private const int Count = 400;
    private const int CountOfSearches = 45;

    private static readonly DrillBook Book = StageKit.Book.Drills;

    public static TheoryData<string> Drills => [.. Book.All.Select(d => d.Id)];

    [Fact]
    public void Letters_and_turns_make_the_same_plain_cube()
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < 50; i++)
        {
            var turns = random.GetItems(Enumerable.Range(0, Turn.Count).Select(Turn.FromIndex).ToArray(), 20);
            var (turned, read) = (PlainCube.After(string.Join(' ', turns)), PlainCube.Of(Facelets.Write(CubeState.Solved.Apply(turns))));
            Assert.Equal(turned.Stickers.ToHashSet(), read.Stickers.ToHashSet());
        }
    }

    [Theory]
    [MemberData(nameof(Drills))]
    public void Each_task_has_its_right_answer_and_it_is_proved(string id)
    {
        var drill = Book.Find(id)!;
        var count = id is "f2l.next-pair" or "f2l.which-way" or "cross.choose-color" or "cross.save-the-plan"
            || id is "long.extend" || id.StartsWith("fb.", StringComparison.Ordinal) || id.StartsWith("sb.", StringComparison.Ordinal)
                ? CountOfSearches : Book.Find(id)!.Make(new DrillWish(1, null, Faces.AllColors), 1).Bigger is not null ? CountOfBigger(id)
                : Count;
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < count; i++)
        {
            var name = drill.Cases.Count > 0 ? drill.Cases[random.Next(drill.Cases.Count)] : null;
            var wish = new DrillWish(1 + random.Next(drill.Levels), name, Faces.AllColors);
            var task = drill.Make(wish, random.Next());
            var about = $"seed {PlainSeed.Today}: {id} {wish.Level} {wish.Case} {task.Seed}: {Facelets.Write(task.Position)}";
            Assert.Equal(task.Options.Count, task.Options.Select(o => o.Answer).Distinct().Count());
            Assert.Equal(task.Options.Count, task.Options.Select(o => o.Text).Distinct().Count());
            var right = task.Options.Where(o => drill.Judge(task, DrillAnswer.Of(o.Answer)).Right).ToArray();
            if (id == "oll.how-to-hold") Assert.Equal(4 / LlCases.Find(task.Case)!.Views, right.Length);
            else if (task.Kind == AnswerKind.Choice)
                Assert.True(id is "f2l.next-pair" or "cross.choose-color" or "fb.which-block" ? right.Length > 0 && (id != "f2l.next-pair"
                    || right.Length < task.Options.Count) : right.Length == 1, $"{about}: {right.Length} right");
            var solution = drill.Solution(task);
            Assert.True(drill.Judge(task, solution).Right, about);
            if (task.Bigger is not null)
            {
                Assert.True(IsProvedOfBigger(task, right, solution), $"{about} {task.Letters}");
                continue;
            }

            var position = PlainCube.Of(Facelets.Write(task.Position));
            Assert.True(IsProved(task, position, position.Turn(string.Join(' ', task.Hold)), right, solution), about);
        }
    }

    private static bool IsProved(DrillTask task, PlainCube position, PlainCube held, DrillOption[] right, DrillAnswer solution)
    {
        var (color, shown) = (task.Color.Name(), string.Join(' ', task.Shown));
        var (cross, pair) = (new PlainCross(held, color), task.Focus.Part);
        switch (task.Drill)
        {
            case "cross.ladder" or "cross.plan-and-commit" or "cross.last-edge":
                return new PlainCross(position.Turn(string.Join(' ', solution.Turns)), color).Stands;
            case "cross.sort-edges":
                return cross.Sides.All(s => solution.Chosen.Contains(s) == !cross.IsGood(s));
            case "cross.follow-edge":
                {
                    var after = held.Turn(shown);
                    var place = PlainCube.EdgePlace(after.Sticker(color, color, pair).At);
                    return right[0].Text == $"{place}, {color} {Looks(after.Sticker(color, color, pair).Looks)}";
                }

            case "cross.choose-color":
                return task.Options.All(o => IsRightlyJudged(task, position, o));
            case "cross.save-the-plan":
                {
                    // With the turn that cost something the plan takes longer, whatever follows it; up to the turn before it did not.
                    var at = int.Parse(right[0].Answer, System.Globalization.CultureInfo.InvariantCulture);
                    var planner = StageKit.Cross.Tools.Planner;
                    int Least(int turns) => planner.Distance(task.Held.Apply(task.Shown.Take(turns)), task.Color);
                    return Least(at - 1) == Least(0) - (at - 1) && Least(at) > Least(at - 1) - 1
                        && !new PlainCross(held.Turn(shown), color).Stands;
                }

            case "f2l.find-pieces":
                return right[0].Text == F2lFactTests.Stand(PlainPair.Of(held, color, pair), color, F2lKit.NameOf(task));
            case "f2l.look-ahead":
                {
                    var (cube, now) = (held, PlainPair.Of(held, color, pair));
                    var (corner, edge) = (false, false);
                    foreach (var turn in task.Shown)
                    {
                        cube = cube.Turn($"{turn}");
                        var next = PlainPair.Of(cube, color, pair);
                        (corner, edge, now) = (corner || next.Corner != now.Corner, edge || next.Edge != now.Edge, next);
                    }

                    // Both have moved, the pair that was turned is in, and no option puts a piece where it is.
                    var full = SlotSet.All.Slots.Select(s => s.NameIn(task.Held.Hold))
                        .Where(s => PlainPair.Of(cube, color, s.ToString()).IsIn)
                        .Select(s => $"in the slot {SlotPlaces.Find(s, task.Held.Hold)!.Value.Words()}").ToArray();
                    return corner && edge && full.Length > 0 && right[0].Text == F2lFactTests.Stand(now, color, F2lKit.NameOf(task))
                        && task.Options.All(o => full.All(f => !o.Text.Contains(f, StringComparison.Ordinal)));
                }

            case "f2l.safe-turn":
                {
                    var after = held.Turn(shown);
                    var broken = task.Options.Skip(1).Where(o => !PlainPair.Of(after, color, o.Answer).IsIn).ToArray();
                    return task.Options.Skip(1).All(o => PlainPair.Of(held, color, o.Answer).IsIn) && broken.Length <= 1
                        && right[0] == (broken.Length == 0 ? task.Options[0] : broken[0]);
                }

            case "f2l.which-case":
                {
                    // What solves the case in the casebook solves this one, seen with its slot at front-right, after some turn of the top.
                    var book = StageKit.F2l.Book;
                    var slot = SlotPlaces.Find(F2lKit.NameOf(task), task.Held.Hold)!.Value;
                    var way = book.Sheet(book.Find(right[0].Answer)!, book.Views[0], new F2lOptions().Hands).Solutions[0].Solution.Turns;
                    string[] turned = ["", "y", "y2", "y'"];
                    return new[] { "", "U", "U2", "U'" }.Any(top => PlainPair.Of(
                        held.Turn($"{turned[(int)slot]} {top} {string.Join(' ', way)}"), color, pair).IsIn);
                }

            case "f2l.which-way":
                {
                    var slot = SlotPlaces.Find(F2lKit.NameOf(task), task.Held.Hold)!.Value;
                    Turn[] turns = [.. StageKit.F2l.Drills.First(d => d.Id == task.Drill).Judge(task, DrillAnswer.Of(right[0].Answer)).Plan
                        .Skip(task.Hold.Count)];
                    var trace = new F2lTrace(F2lState.Of(task.Held), slot, F2lState.Of(task.Held).SolvedSlots, turns);
                    List<PlainCube> cubes = [held];
                    foreach (var turn in turns) cubes.Add(cubes[^1].Turn($"{turn}"));
                    PlainPair[] way = [.. cubes.Select(c => PlainPair.Of(c, color, pair))];
                    string[] solved = [.. F2lState.Of(task.Held).SolvedSlots.Slots.Select(s => s.NameIn(task.Held.Hold).ToString())];
                    return way[^1].IsIn && Fits(right[0]) && task.Options.Count(Fits) == 1;

                    bool Fits(DrillOption option) => F2lFactTests.Holds(Enum.Parse<F2lWay>(option.Answer), turns, trace.Groups[^1].From,
                        cubes, way, color, solved);
                }

            case "f2l.next-pair":
                return task.Options.All(o => !PlainPair.Of(held, color, o.Answer).IsIn) && cross.Stands && HintHolds(task, held, color);
            case "f2l.solve-pair" or "f2l.last-slot":
                {
                    var end = position.Turn(string.Join(' ', solution.Turns));
                    var kept = SlotSet.All.Slots.Select(s => s.NameIn(task.Held.Hold).ToString())
                        .Where(s => PlainPair.Of(held, color, s).IsIn);
                    return new PlainCross(end, color).Stands && kept.Append(pair).All(s => PlainPair.Of(end, color, s).IsIn);
                }

            case "fb.find-pieces":
                {
                    // The piece that is asked for, by its colours, lies where those faces meet.
                    var at = held.Piece(task.Question["Where is ".Length..^1].Split('-'))[0].At;
                    var faces = right[0].Text.Split(' ').Select(w => w switch
                    {
                        "top" => V.Up,
                        "bottom" => V.Down,
                        "front" => V.Front,
                        "back" => V.Back,
                        "right" => V.Right,
                        _ => V.Left,
                    });
                    return faces.Aggregate(default(V), (sum, v) => sum + v) == at
                        && (task.Wish.Level > 1 ? held.CentreAt(V.Up) == "white" && held.CentreAt(V.Front) == "green"
                            : held.CentreAt(V.Left) == pair && held.CentreAt(V.Down) == color);
                }

            case "fb.one-turn-pair":
                return task.Options.All(o => right.Contains(o) == Enumerable.Range(0, Turn.FaceTurnCount).Any(t => PlainBlocks.AreJoined(
                    held.Turn($"{Turn.FromIndex(t)}"), o.Text.Split(" with ")[0], o.Text.Split(" with ")[1])));
            case "sb.take-out":
                {
                    var piece = task.Question["Bring ".Length..].Split(' ')[0];
                    var end = position.Turn(string.Join(' ', solution.Turns));
                    var (was, now) = (new PlainBlocks(held, color), new PlainBlocks(end, color));
                    return PlainBlocks.Stickers(held, piece)[0].At is { Y: < 1, X: 1 } && PlainBlocks.Stickers(end, piece)[0].At.Y == 1
                        && now.Left && Enumerable.Range(0, 3).All(g => !was.Has(g) || now.Has(g));
                }

            case "fb.which-block":
                // The plan that is told for each builds its block on the plain cube in so many turns; none that is right is beaten.
                return task.Options.All(o => IsBlockRightlyJudged(task, position, o));
            case "fb.plan-and-commit":
                return new PlainBlocks(position.Turn(string.Join(' ', solution.Turns)), color) is { Left: true }
                    && position.Turn(string.Join(' ', solution.Turns)).CentreAt(V.Left) == task.Focus.Part;
            case "sb.solve-part":
                {
                    var goal = task.Question.Split(": ")[^1] switch { "base edge." => 0, "front pair." or "front square." => 1, _ => 2 };
                    if (task.Case == "last-pair") goal = 3;
                    var end = new PlainBlocks(position.Turn(string.Join(' ', solution.Turns)), color);
                    return new PlainBlocks(held, color).Left && !new PlainBlocks(held, color).Has(goal) && end.Left && end.Has(goal);
                }

            case "cmll.which-case":
                {
                    var book = StageKit.Book.Get<CmllStage>().Tools.Book;
                    return new[] { "", "U", "U2", "U'" }.Any(t => new PlainBlocks(
                        held.Turn($"{t} {book[CmllCases.Find(right[0].Answer)!].Sequences[0]}"), color) is
                    {
                        Left: true, Right: true,
                        CornersDone: true
                    });
                }

            case "cmll.recall":
                return new PlainBlocks(position.Turn(string.Join(' ', solution.Turns)), color) is
                {
                    Left: true, Right: true,
                    CornersDone: true
                }
                    && new PlainBlocks(held, color) is { Left: true, Right: true, CornersDone: false };
            case "lse.bad-edges":
                return new PlainBlocks(held, color) is { IsMiddleEven: true } six && $"{six.Bad.Top + six.Bad.Below}" == right[0].Answer;
            case "lse.arrow":
                return new PlainBlocks(held, color).Bad == (3, 1) && IsOrientedIn(held, color, 3) == (right[0].Answer == "arrow");
            case "lse.middle-way":
                {
                    var verdict = Book.Find(task.Drill)!.Judge(task, DrillAnswer.Of(right[0].Answer)).Words;
                    var figures = Figures().Matches(verdict)
                        .Select(m => int.Parse(m.Value, System.Globalization.CultureInfo.InvariantCulture)).ToArray();
                    var other = right[0].Answer == "M" ? "M'" : "M";
                    return figures[0] < figures[1] && new PlainBlocks(held.Turn(right[0].Answer), color).Oriented
                        && new PlainBlocks(held.Turn(other), color).Oriented;
                }

            case "lse.orient": return new PlainBlocks(position.Turn(string.Join(' ', solution.Turns)), color).Oriented;
            case "lse.left-right": return new PlainBlocks(position.Turn(string.Join(' ', solution.Turns)), color).SidesHome;
            case "lse.last-four": return new PlainBlocks(position.Turn(string.Join(' ', solution.Turns)), color).Solved;

            default:
                if (IsProvedOfSchool(task, position, held, right, solution) is { } ofSchool) return ofSchool;
                return task.Drill.Split('.') is [var set, var kind] && LlSets.All.Any(s => s.Id() == set)
                && IsProvedOfTop(LlSets.All.Single(s => s.Id() == set), kind, task, held, right,
                    position.Turn(string.Join(' ', solution.Turns)));
        }
    }

    /// <summary>The drills of the last layer: what is said solves, or fits, or is left, on the plain cube.</summary>
    private static bool IsProvedOfTop(LlSet set, string kind, DrillTask task, PlainCube held, DrillOption[] right, PlainCube end)
    {
        string[] tops = ["", "U", "U2", "U'"];
        var shown = string.Join(' ', task.Shown);
        switch (kind)
        {
            case "which-case":
                {
                    var way = StageKit.Top.Book[LlCases.Find(right[0].Answer)!].Sequences[0];
                    return tops.Any(t => new PlainLastLayer(held.Turn($"{t} {way}")).Is(set));
                }

            case "how-to-hold":
                return task.Options.All(o => right.Contains(o) == new PlainLastLayer(held.Turn($"{Top(o)} {shown}")).Is(set));
            case "last-turn":
                return new PlainLastLayer(held.Turn($"{shown} {Top(right[0])}")).IsSolved;
            case "what-it-solves":
                {
                    // What is shown solves what is covered, and another sequence of the case it is said to be for does what the set is for.
                    var way = StageKit.Top.Book[LlCases.Find(right[0].Answer)!].Sequences[^1];
                    return new PlainLastLayer(held.Turn(shown)).IsSolved && tops
                        .Any(t => new PlainLastLayer(held.Turn($"{t} {way}")).Is(set));
                }

            case "mirror":
                {
                    // What solves the case that is asked, or its mirror, as was answered, solves what is shown.
                    var asked = LlCases.Find(task.Case)!;
                    var way = StageKit.Top.Book[right[0].Answer == "same" ? asked : LlCases.Find(asked.MirrorId)!].Sequences[0];
                    return tops.Any(t => new PlainLastLayer(held.Turn($"{t} {way}")).Is(set));
                }

            case "opposite":
                return right[0].Text == new PlainLastLayer(held).See(StageKit.Book.Drills.Find(task.Drill)!.CaseTitle(task.Case));
            case "finish-the-burst":
                {
                    var whole = string.Join(' ', Book.Find(task.Drill)!.Judge(task, DrillAnswer.Of("")).Plan.Skip(task.Hold.Count));
                    return whole.StartsWith($"{shown} {right[0].Answer}", StringComparison.Ordinal)
                        && new PlainLastLayer(held.Turn(whole)).IsSolved;
                }

            case "recall":
                return new PlainLastLayer(end).Is(set) && new PlainLastLayer(end).BelowStands && !new PlainLastLayer(held).Is(set);
            default: return false;
        }

        // An option that is a number of quarters of the top.
        string Top(DrillOption option) => tops[int.Parse(option.Answer, System.Globalization.CultureInfo.InvariantCulture)];
    }

    /// <summary>
    /// The plan that is told for each colour makes its cross in so many turns; of the figures beside it none is beaten by another in both
    /// exactly when the colour is right.
    /// </summary>
    private static bool IsRightlyJudged(DrillTask task, PlainCube position, DrillOption option)
    {
        var verdict = Book.Find(task.Drill)!.Judge(task, DrillAnswer.Of(option.Answer));
        var told = verdict.Reasons.Select(r => Told().Match(r)).Select(m => (Color: m.Groups[1].Value, Length: Number(m.Groups[2]),
            Points: Number(m.Groups[3]), Plan: m.Groups[4].Value)).ToArray();
        var mine = told.Single(t => t.Color == option.Answer);
        return told.Length == task.Options.Count
            && told.All(t => new PlainCross(position.Turn(t.Plan), t.Color).Stands
                && t.Plan.Split(' ').Count(turn => !"xyz".Contains(turn[0], StringComparison.Ordinal)) == t.Length)
            && verdict.Right == !told.Any(t => t.Length <= mine.Length && t.Points <= mine.Points
                && (t.Length, t.Points) != (mine.Length, mine.Points));

        static int Number(Group group) => int.Parse(group.Value, System.Globalization.CultureInfo.InvariantCulture);
    }

    /// <summary>The same of blocks: the block at its side, its base down, in so many turns; the shortest is right.</summary>
    private static bool IsBlockRightlyJudged(DrillTask task, PlainCube position, DrillOption option)
    {
        var verdict = Book.Find(task.Drill)!.Judge(task, DrillAnswer.Of(option.Answer));
        var told = verdict.Reasons.Select(r => ToldOfBlock().Match(r)).Select(m => (Side: m.Groups[1].Value, Base: m.Groups[2].Value,
            Length: int.Parse(m.Groups[3].Value, System.Globalization.CultureInfo.InvariantCulture), Plan: m.Groups[4].Value)).ToArray();
        return told.Length == task.Options.Count && told.All(t => position.Turn(t.Plan) is var end && end.CentreAt(V.Left) == t.Side
            && new PlainBlocks(end, t.Base).Left
            && t.Plan.Split(' ').Count(turn => !"xyz".Contains(turn[0], StringComparison.Ordinal)) == t.Length)
            && told.Select(t => t.Base).Distinct().Count() == (task.Wish.Level > 1 ? 2 : 1)
            && verdict.Right == (told.Single(t => option.Answer == (task.Wish.Level > 1 ? $"{t.Side}/{t.Base}" : t.Side)).Length
                == told.Min(t => t.Length));
    }

    /// <summary>So many turns of M and U orient all edges, tried one by one.</summary>
    private static bool IsOrientedIn(PlainCube cube, string color, int turns) => new PlainBlocks(cube, color).Oriented
        || (turns > 0 && new[] { "M", "M2", "M'", "U", "U2", "U'" }.Any(t => IsOrientedIn(cube.Turn(t), color, turns - 1)));

    [GeneratedRegex(@"^(\w+) on (\w+) in (\d+) HTM.*: ([^:]*)\.$")]
    private static partial Regex ToldOfBlock();

    [GeneratedRegex(@"\d+")]
    private static partial Regex Figures();

    [GeneratedRegex(@"^(\w+) in (\d+) HTM with (\d+) points of foresight: (.*)\.$")]
    private static partial Regex Told();

    /// <summary>"Both pieces on top: …" names the pairs that have both there, and no other.</summary>
    private static bool HintHolds(DrillTask task, PlainCube held, string color)
    {
        var hint = Book.Find(task.Drill)!.Hint(task);
        return task.Options.All(o => PlainPair.Of(held, color, o.Answer) is { IsCornerUp: true, IsEdgeUp: true }
            == hint.Contains(o.Answer, StringComparison.Ordinal));
    }

    private static string Looks(V v) => v == V.Up ? "up" : v == V.Down ? "down" : v == V.Front ? "in front" : v == V.Back ? "behind"
        : v == V.Right ? "on the right" : "on the left";
}
