using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.Cmll;
using TinCompass.Core.Methods.Cmll.Drills;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Methods.SixEdges;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.Methods.Cmll;

public class CmllTests
{
    private static readonly HandModel Hands = new(HandPreferences.Usual);

    private static CmllStage Stage { get; } = StageKit.Book.Get<CmllStage>();

    /// <summary>The exact figures: 42 cases and the solved one among 648 looks, their least HTM, the mean.</summary>
    [Fact]
    public void The_cases_and_their_least_turns_are_those_of_two_other_programs()
    {
        Assert.Equal(648, CmllCases.States().Select(s => s.Code).Distinct().Count());
        Assert.Equal((43, 648), (CmllCases.All.Count, CmllCases.All.Sum(c => c.Count)));
        Assert.Single(CmllCases.All, c => c.IsSolved);
        Assert.Equal(43, CmllCases.All.Select(c => c.Id).Distinct().Count());
        Assert.Equal(43, CmllCases.All.Select(c => c.Name).Distinct().Count());
        Assert.Equal([(6, 1), (7, 8), (8, 4), (9, 13), (10, 9), (11, 7)], Stage.Tools.Book.Entries.GroupBy(e => e.Least)
            .OrderBy(g => g.Key).Select(g => (g.Key, g.Count())));
        Assert.Equal(8.8827, Stage.Tools.Book.Entries.Sum(e => e.Least * (double)e.Case.Count) / 648, 4);
        foreach (var c in CmllCases.All)
        {
            Assert.Equal(c.Id, CmllCases.Find(CmllCases.Find(c.MirrorId)!.MirrorId)!.Id);
            Assert.Equal(c.Id, CmllCases.Find(CmllCases.Find(c.InverseId)!.InverseId)!.Id);
        }
    }

    /// <summary>
    /// Every line of the book, undone from solved and made, on the plain cube: the corners' case it is of, and solved again.
    /// </summary>
    [Fact]
    public void Every_sequence_of_the_book_solves_its_case_and_leaves_both_blocks_on_the_plain_cube()
    {
        foreach (var entry in Stage.Tools.Book.Entries)
        {
            Assert.InRange(entry.Sequences.Count, 5, 24);
            Assert.Contains(entry.Sequences, s => s.Length == entry.Least);
            foreach (var sequence in entry.Sequences)
            {
                Assert.True(sequence.Length >= entry.Least);
                var undone = string.Join(' ', sequence.Turns.Reverse().Select(t => t.Inverse));
                var made = PlainCube.Solved.Turn(undone);
                // Where the cube ends is where the blocks are: turned so that they are down.
                var held = new[] { "", "x", "x'", "x2" }
                    .Select(made.Turn).Single(c => new PlainBlocks(c, "yellow") is { Left: true, Right: true });
                Assert.False(new PlainBlocks(held, "yellow").CornersDone);
                var end = new PlainBlocks(PlainCube.Solved.Turn(undone).Turn(sequence.ToString()), "yellow");
                Assert.True(end is { Left: true, Right: true, CornersDone: true }, sequence.ToString());
                var state = CubeState.Solved.Apply(Algorithm.Parse(undone).Turns);
                Assert.True(CmllPosition.TryRead(state, Color.Yellow, out var read, out _));
                Assert.Equal(entry.Case.Id, CmllCases.Of(read!.Corners).Case.Id);
            }
        }
    }

    [Theory]
    [InlineData("case cmll-0000-0321 11", "case cmll-0000-0321 12")]
    [InlineData("R' F R U F2", "R' F R U F")]
    [InlineData("sha256 ", "sha256 0")]
    public void A_book_that_is_not_true_is_refused_with_the_line(string text, string instead)
    {
        var book = CmllBook.Write(Stage.Tools.Book.Entries);
        Assert.Equal(book, CmllBook.Write(CmllBook.Read(book).Entries));
        var at = book.IndexOf(text, StringComparison.Ordinal);
        Assert.Contains("line", Assert.Throws<InvalidDataException>(() =>
            CmllBook.Read(book[..at] + instead + book[(at + text.Length)..])).Message,
            StringComparison.Ordinal);
    }

    /// <summary>The glances of each of the 648 looks are seen on the plain cube, and every other look differs in one of them.</summary>
    [Fact]
    public void Glances_separate_every_look_from_front_and_right()
    {
        var looks = CmllCases.States().Select(s =>
            (State: s, Cube: PlainCube.Of(Facelets.Write(CmllCasebook.Position(s, LlCasebook.Hold))))).ToArray();
        foreach (var (state, cube) in looks)
        {
            var glances = CmllGlances.Of(state);
            Assert.All(glances, g => Assert.Equal(g.Seen, See(cube, g.Where)));
            foreach (var (other, otherCube) in looks)
                if (!LlState.Quarters.Any(b => CmllCorners.Relabelled(other, b).Code == state.Code))
                    Assert.Contains(glances, g => See(otherCube, g.Where) != g.Seen);
        }
    }

    private static string See(PlainCube cube, string where)
    {
        (string Name, V At, V Looks)[] places =
        [
            ("front left", V.Up + V.Front + V.Left, V.Front), ("front right", V.Up + V.Front + V.Right, V.Front),
            ("right front", V.Up + V.Front + V.Right, V.Right), ("right back", V.Up + V.Back + V.Right, V.Right),
            ("top front right", V.Up + V.Front + V.Right, V.Up), ("top front left", V.Up + V.Front + V.Left, V.Up),
            ("top back left", V.Up + V.Back + V.Left, V.Up), ("top back right", V.Up + V.Back + V.Right, V.Up),
        ];
        if (where.Split(" and ") is not [var one, var other] || places.All(p => p.Name != one)) return new PlainLastLayer(cube).See(where);
        string Color(string name) => places.Where(p => p.Name == name)
            .Select(p => cube.Stickers.First(s => s.At == p.At && s.Looks == p.Looks).Color).Single();
        string[] opposite = ["green-blue", "blue-green", "red-orange", "orange-red"];
        var (a, b) = (Color(one), Color(other));
        return a == b ? "one colour" : opposite.Contains($"{a}-{b}") ? "opposite colours" : "neighbouring colours";
    }

    /// <summary>"two exchanged in front": with these two in each other's place, all four would follow each other round.</summary>
    [Fact]
    public void The_name_says_which_corners_are_exchanged()
    {
        string[] round = ["in front", "left", "behind", "right"];
        foreach (var c in CmllCases.All.Where(c => !c.IsSolved))
        {
            var cube = PlainCube.Of(Facelets.Write(CmllCasebook.Position(c.View, LlCasebook.Hold)));
            V[] places = [V.Up + V.Front + V.Right, V.Up + V.Front + V.Left, V.Up + V.Back + V.Left, V.Up + V.Back + V.Right];
            // Each corner by its two side colours; around a solved cube held so they follow as they do around any.
            string[] corners = [.. places.Select(p => string.Join('-', cube.Stickers.Where(s => s.At == p && s.Color != cube.CentreAt(V.Up))
                .Select(s => s.Color).Order(StringComparer.Ordinal)))];
            string[] home = [.. places.Select(p => string.Join('-', new[] { new V(p.X, 0, 0), new V(0, 0, p.Z) }.Select(cube.CentreAt)
                .Order(StringComparer.Ordinal)))];
            int[] order = [.. corners.Select(x => Array.IndexOf(home, x))];
            var said = c.Name.Split("; ")[1];
            if (said.Contains("in order", StringComparison.Ordinal)) Assert.True(Follow(order));
            else if (said.Contains("across", StringComparison.Ordinal)) Assert.True(Follow(Swapped(order, 0, 2))
                || Follow(Swapped(order, 1, 3)));
            else
            {
                var side = Array.FindIndex(round, r => said.EndsWith(r, StringComparison.Ordinal));
                Assert.True(Follow(Swapped(order, side, (side + 1) % 4)), $"{c.Id} {c.Name}");
            }
        }

        static int[] Swapped(int[] order, int a, int b)
        {
            int[] next = [.. order];
            (next[a], next[b]) = (next[b], next[a]);
            return next;
        }

        static bool Follow(int[] order) => Enumerable.Range(0, 4).All(i => (order[(i + 1) % 4] - order[i] + 4) % 4 == 1);
    }

    [Fact]
    public void What_a_sequence_leaves_of_the_edges_is_so_and_what_is_planned_is_no_mistake()
    {
        var (random, planner) = (new Random(PlainSeed.Today), Stage.NewPlanner());
        for (var i = 0; i < 150; i++)
        {
            var held = CmllTasks.Draw(new DrillWish(1, null, Faces.AllColors), random).Held;
            Assert.True(CmllPosition.TryRead(held, held.Hold.ColorAt(Face.D), out var read, out _));
            var (byTurns, down) = (i % 2 == 0, read!.Color.Name());
            var ahead = planner.Ahead(read, Hands, byTurns);
            foreach (var way in ahead.Take(5))
            {
                var end = new PlainBlocks(BlockFactTests.Cubes(held, way.Choice.Turns)[^1], down);
                var about = $"seed {PlainSeed.Today}: {Facelets.Write(held)} {string.Join(' ', way.Choice.Turns)}";
                Assert.True(end is { Left: true, Right: true, CornersDone: true }, about);
                Assert.Equal(way.Bad is { } bad ? (true, bad) : (false, 0), end.IsMiddleEven ? (true, end.Bad.Top + end.Bad.Below)
                    : (false, 0));
                Assert.Equal(way.Orient == 0, end.Oriented);
            }

            var judged = CmllJudge.Judge(Stage.Tools, planner, read, ahead[0].Choice.Turns, Hands);
            Assert.True(judged is { IsDone: true, FirstMistake: null }, judged.Verdict);
            Assert.True(judged.OverBest == 0 || !byTurns || ahead[0].Choice.Length > judged.Best);
            // What is better is quicker with orienting, and not longer: the one it beats is a mistake.
            if (ahead.LastOrDefault(a => ahead.Any(b => b.Beats(a))) is { } worse
                && CmllJudge.Judge(Stage.Tools, planner, read, worse.Choice.Turns, Hands) is { } second)
            {
                // A common algorithm is not a mistake though another one is quicker.
                Assert.Equal(CmllBook.Common.Has("cmll", worse.Choice.Turns), second.Better is null);
                Assert.True(second.Better is null || (second.Better.Length <= worse.Length && second.Better.Time < worse.Time));
            }
        }
    }

    [Fact]
    public void Wrong_sequences_are_told_what_they_do()
    {
        var planner = Stage.NewPlanner();
        // The sequence of its mirror does not turn its corners up.
        var c = CmllCases.All.First(x => x.MirrorId != x.Id && !x.IsSolved && LlState.Quarters.All(k => CmllCorners.Turned(x.View, k)
            .Then(Stage.Tools.Book[CmllCases.Find(x.MirrorId)!].Sequences[0].Solves.Inverse()).Orientation != 0));
        var held = CmllCasebook.Position(c.View, LlCasebook.Hold);
        Assert.True(CmllPosition.TryRead(held, Color.White, out var read, out _));
        var mirror = Stage.Tools.Book[CmllCases.Find(c.MirrorId)!].Sequences[0].Turns;
        var judged = CmllJudge.Judge(Stage.Tools, planner, read!, mirror, Hands);
        Assert.Contains(judged.Hints, h => h.Contains("for its mirror", StringComparison.Ordinal));
        // It turns them up all the same; that they are placed is not said.
        Assert.Equal((judged.IsDone, false), (new PlainBlocks(BlockFactTests.Cubes(held, mirror)[^1], "white").CornersUp, judged.IsPlaced));
        judged = CmllJudge.Judge(Stage.Tools, planner, read!, Algorithm.Parse("R U R'").Turns, Hands);
        Assert.True(judged.IsBroken);
        Assert.Contains("not at home", judged.Verdict, StringComparison.Ordinal);
        var book = Stage.Casebook!;
        var stageCase = book.Find(c.Id)!;
        Assert.Null(book.Trial(stageCase, book.Views[0], Stage.Tools.Book[c].Sequences[0].Turns).Refusal);
        Assert.Equal("solves-another", book.Trial(stageCase, book.Views[0], mirror).Refusal!.Code);
        Assert.Equal("breaks-solved", book.Trial(stageCase, book.Views[0], Algorithm.Parse("R U").Turns).Refusal!.Code);
        Assert.Equal("solves-nothing", book.Trial(stageCase, book.Views[0], Algorithm.Parse("M2 U").Turns).Refusal!.Code);
    }

    /// <summary>Each sheet of the book: solutions solve it as it is drawn, and each note says which block is open.</summary>
    [Fact]
    public void Sheets_and_their_bursts_are_proved_on_the_plain_cube()
    {
        var book = Stage.Casebook!;
        foreach (var c in book.Cases)
            foreach (var view in book.Views)
            {
                var sheet = book.Sheet(c, view, Hands);
                foreach (var solution in sheet.Solutions.Concat(sheet.Schools.Select(s => s.Solution).OfType<ExplainedSolution>()))
                {
                    var cubes = BlockFactTests.Cubes(sheet.Position, solution.Solution.AsTurned);
                    Assert.True(new PlainBlocks(cubes[^1], "white") is { Left: true, Right: true, CornersDone: true });
                    foreach (var note in solution.Notes)
                    {
                        var (was, now) = (new PlainBlocks(cubes[note.From], "white"), new PlainBlocks(cubes[note.To], "white"));
                        Assert.All(note.Facts, f => Assert.True(Enum.Parse<CmllDeed>(f.Kind, ignoreCase: true) switch
                        {
                            CmllDeed.Opens => f.To == "left" ? was.Left && !now.Left : was.Right && !now.Right,
                            CmllDeed.Closes => f.To == "left" ? !was.Left && now.Left : !was.Right && now.Right,
                            CmllDeed.Works => was.Left == now.Left && was.Right == now.Right && !(now.Left && now.Right),
                            CmllDeed.Stands => was is { Left: true, Right: true } && now is { Left: true, Right: true },
                            _ => true,
                        }, $"{c.Id} {solution.Solution} {note.Words}"));
                    }
                }
            }
    }

    /// <summary>What is saved is counted again, and both looks do what they are for on the plain cube.</summary>
    [Fact]
    public void What_is_learnt_first_saves_most_for_what_there_is_to_learn()
    {
        var next = CmllLearning.Next(Stage.Tools, StageKit.Top, Repertoire.Empty, Hands);
        var order = next.Lessons;
        Assert.Equal(42, order.Select(l => l.Case).Distinct().Count());
        Assert.Equal(order.Select(l => l.Worth).OrderDescending(), order.Select(l => l.Worth));
        var (two, one) = (0.0, 0.0);
        foreach (var lesson in order)
        {
            var c = CmllCases.Find(lesson.Case)!;
            var looks = CmllLearning.TwoLooks(c, StageKit.Top, Hands);
            var cubes = BlockFactTests.Cubes(CmllCasebook.Position(c.View, LlCasebook.Hold), looks.SelectMany(t => t));
            Assert.True(new PlainBlocks(cubes[looks[0].Count], "white").CornersUp);
            Assert.True(new PlainBlocks(cubes[^1], "white") is { Left: true, Right: true, CornersDone: true });
            var (inTwo, inOne) = (looks.Sum(t => Hands.Measure(t)!.Value), Hands.Measure(lesson.Best)!.Value);
            Assert.Equal((inTwo - inOne) * c.Count / 648, lesson.Saves, 6);
            Assert.True(lesson.Effort >= lesson.Length);
            (two, one) = (two + (inTwo * c.Count / 648), one + (inOne * c.Count / 648));
        }

        Assert.Equal(two, next.InTwo, 6);
        Assert.Equal(one, next.InOne, 6);
        Assert.Equal(two, next.Now, 6);
        // What is known is left out, and saves what was said of it.
        var known = order[3];
        var after = CmllLearning.Next(Stage.Tools, StageKit.Top, new Repertoire([("cmll", known.Case)], []), Hands);
        Assert.Equal((1, 41), (after.Known, after.Lessons.Count));
        Assert.DoesNotContain(after.Lessons, l => l.Case == known.Case);
        Assert.Equal(next.Now - known.Saves, after.Now, 6);
        Assert.True(after.Lessons.All(l => l.NewBursts <= order.Single(o => o.Case == l.Case).NewBursts));
        var recall = Stage.Drills.Single(d => d.Id == CmllRecall.DrillId);
        Assert.Equal([known.Case, .. after.Lessons.Select(l => l.Case)], recall.InOrderOfLearning(new HashSet<string> { known.Case }));
    }

    /// <summary>The finder of the casebook finds what trying everything finds, and nothing that breaks a block.</summary>
    [Fact]
    public void Sequences_found_for_a_case_are_all_there_are()
    {
        var (finder, book) = (Stage.Casebook!.Finder!, Stage.Casebook);
        Turn[] turns = [.. LlTurnSets.Read("R U r")];
        const int Most = 7;
        var tried = new Dictionary<string, HashSet<string>>();
        var now = turns.Where(t => t.Letter != 'U').Select(t => (Turn[])[t]).ToList();
        for (var length = 2; length <= Most; length++)
        {
            now = [.. now.SelectMany(m => turns
                .Where(t => t.Letter != m[^1].Letter && !(t.Letter is 'R' or 'r' && m[^1].Letter is 'R' or 'r'
                && t.Letter > m[^1].Letter)).Select(t => (Turn[])[.. m, t]))];
            foreach (var made in now.Where(m => m[^1].Letter != 'U'))
                foreach (var end in new[] { "", "x", "x'", "x2" })
                    if (CmllCorners.SolvedBy([.. made, .. Algorithm.Parse(end).Turns]) is { } solves && !CmllCorners.IsDone(solves))
                        (tried.TryGetValue(CmllCases.Of(solves).Case.Id, out var all) ? all
                            : tried[CmllCases.Of(solves).Case.Id] = []).Add($"{string.Join(' ', made)} {end}".Trim());
        }

        Assert.NotEmpty(tried);
        foreach (var (id, expected) in tried)
        {
            var found = new HashSet<string>();
            finder.Find(book.Find(id)!, turns, Most, t => Assert.True(found.Add(string.Join(' ', t))));
            Assert.Equal(Moved(expected), Moved(found));
            foreach (var sequence in found)
                Assert.Null(book.Trial(book.Find(id)!, book.Views[0], Algorithm.Parse(sequence).Turns).Refusal);
        }

        Assert.NotNull(finder.Cannot("M U", book.Cases[0]));
        Assert.Null(finder.Cannot("R U", book.Cases[0]));
        Assert.Throws<FormatException>(() => finder.Cannot("Q", book.Cases[0]));

        // What sequences do, written as one cube each: R r and r R are the same turns in another order.
        static SortedSet<string> Moved(IEnumerable<string> all) =>
            [.. all.Select(s => Facelets.Write(CubeState.Solved.Apply(Algorithm.Parse(s).Turns)))];
    }

    [Fact]
    public void Blocks_that_are_open_are_named()
    {
        Assert.False(CmllPosition.TryRead(CubeState.Solved.Apply(Algorithm.Parse("R U R'").Turns), Color.Yellow, out _, out var refusal));
        Assert.Equal("second-block-open", refusal!.Code);
        Assert.Contains("yellow-green-red", refusal.Message, StringComparison.Ordinal);
        Assert.False(CmllPosition.TryRead(CubeState.Solved.Apply(Algorithm.Parse("L R U F").Turns), Color.Yellow, out _, out refusal));
        Assert.Equal("blocks-open", refusal!.Code);
        Assert.True(SixEdgesIndex.IsMiddleEven(SixEdgesIndex.IndexOf(CubeState.Solved, out _)!.Value));
    }
}
