using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Methods.SecondBlock;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.Methods.SecondBlock;

public class SecondBlockTests
{
    private static readonly HandModel Hands = new(HandPreferences.Usual);

    private static SecondBlockTable Table => StageKit.Shelf.Get(SecondBlockTable.Kind);

    private static SecondBlockPlanner Planner { get; } = StageKit.Book.Get<SecondBlockStage>().NewPlanner();

    /// <summary>The exact figures, computed by two independent programs: 1 088 640 placings, 0 to 14 turns.</summary>
    [Fact]
    public void Every_placing_has_its_distance()
    {
        var counts = new int[16];
        for (var edges = 0; edges < SecondBlockTable.Edges; edges += 2)
            for (var corners = 0; corners < SecondBlockTable.Corners; corners++)
            {
                var (even, odd) = (Table.Whole[(edges * SecondBlockTable.Corners) + corners],
                    Table.Whole[((edges + 1) * SecondBlockTable.Corners) + corners]);
                // Where the centres end does not matter here: the nearer of the two.
                if (even != DistanceTable.Unreached) counts[Math.Min(even, odd)]++;
            }

        Assert.Equal(
            [1, 3, 9, 63, 205, 1_251, 3_938, 21_602, 65_650, 240_199, 389_624, 316_584, 47_614, 1_883, 14, 0], counts);
        Assert.Equal(SecondBlockTable.Placings, counts.Sum());
    }

    /// <summary>Breadth first on the plain cube, by turns as text and pieces as stickers: the same numbers.</summary>
    [Fact]
    public void The_plain_cube_counts_the_same_placings()
    {
        var (seen, layer, counts) = (new HashSet<string>(), new List<PlainCube> { PlainCube.Solved }, new List<int>());
        seen.Add(Key(PlainCube.Solved));
        for (var depth = 0; depth <= 5; depth++)
        {
            counts.Add(layer.Count);
            layer = [.. layer.SelectMany(c => SecondBlockTable.Turns.Select(t => c.Turn($"{t}"))).Where(c => seen.Add(Key(c)))];
        }

        Assert.Equal([1, 3, 9, 63, 205, 1_251], counts);

        static string Key(PlainCube cube) =>
            string.Join(' ', new[] { "yellow-red", "green-red", "blue-red", "yellow-red-green", "yellow-red-blue" }
            .SelectMany(p => PlainBlocks.Stickers(cube, p).OrderBy(s => s.Color, StringComparer.Ordinal)).Select(s => $"{s.At}{s.Looks}"));
    }

    [Fact]
    public void Every_way_to_a_goal_brings_it_at_its_end_and_not_before_on_the_plain_cube()
    {
        var (random, search) = (new Random(PlainSeed.Today), new SecondBlockSearch(Table));
        for (var i = 0; i < 60; i++)
        {
            var start = BlockFactTests.Start(random);
            foreach (var goal in Enum.GetValues<SecondBlockGoal>())
            {
                var least = search.Distance(start.Right, goal);
                var found = search.Find(start.Right, goal, least + (i % 6 == 0 && goal != SecondBlockGoal.Block ? 1 : 0));
                if (least > 0 || found.Count > 0) Assert.Equal(found.Count, found.Select(f => string.Join(' ', f)).Distinct().Count());
                foreach (var way in found.Take(8))
                {
                    var cubes = BlockFactTests.Cubes(start.Held, way);
                    for (var t = 0; t <= way.Count; t++)
                    {
                        var plain = new PlainBlocks(cubes[t], start.Color.Name());
                        Assert.True(plain.Left);
                        Assert.True(plain.Has((int)goal) == (t == way.Count),
                            $"seed {PlainSeed.Today}: {Facelets.Write(start.Held)} {goal} {string.Join(' ', way)} after {t}");
                    }
                }
            }
        }
    }

    /// <summary>
    /// All sequences of three turns, in the order of the search: those that have the goal at their end are what it finds.
    /// </summary>
    [Fact]
    public void Short_ways_are_found_by_trying_everything_as_well()
    {
        var (random, search) = (new Random(PlainSeed.Today), new SecondBlockSearch(Table));
        for (var i = 0; i < 12; i++)
        {
            var made = random.GetItems(SecondBlockTable.Turns.ToArray(), 3);
            var state = CubeState.Solved.Apply(made);
            Assert.True(FirstBlockDone.TryRead(state, Color.Yellow, out var start, out _));
            var least = search.Distance(start!.Right, SecondBlockGoal.Block);
            var tried = Tried(start.Held, least).Order(StringComparer.Ordinal).ToArray();
            Assert.Equal(tried, search.Shortest(start.Right, SecondBlockGoal.Block)
                .Select(w => string.Join(' ', w)).Order(StringComparer.Ordinal));
            for (var less = 0; less < least; less++) Assert.Empty(Tried(start.Held, less));
        }

        static List<string> Tried(CubeState held, int length)
        {
            var found = new List<string>();
            Go(PlainCube.Of(Facelets.Write(held)), [], (1u << 12) - 1);
            return found;

            void Go(PlainCube cube, List<Turn> path, uint allowed)
            {
                if (path.Count == length)
                {
                    if (new PlainBlocks(cube, "yellow").Has(3)) found.Add(string.Join(' ', path));
                    return;
                }

                if (path.Count > 0 && new PlainBlocks(cube, "yellow").Has(3)) return;
                for (var t = 0; t < 12; t++)
                    if ((allowed >> t & 1) == 1)
                        Go(cube.Turn($"{SecondBlockTable.Turns[t]}"), [.. path, SecondBlockTable.Turns[t]],
                            SecondBlockTable.AllowedAfter[t]);
            }
        }
    }

    /// <summary>
    /// Who allows all faces gets a plan that is never worse, that stands on the plain cube, and that no judge faults; it is among the ways.
    /// </summary>
    [Fact]
    public void With_all_faces_a_plan_is_never_worse_and_no_mistake()
    {
        var (random, stage, opened) = (new Random(PlainSeed.Today), StageKit.Book.Get<SecondBlockStage>(), 0);
        for (var i = 0; i < 40; i++)
        {
            var start = BlockFactTests.Start(random);
            var (focus, byTurns) = (new Focus(start.Color), i % 2 == 0);
            var without = new CourseOptions(Hands, byTurns, false, 4);
            var with = without with { Wishes = [SecondBlockCourse.AllFaces] };
            var position = start.Held.Apply(start.Rotation.Reverse().Select(t => t.Inverse));
            var (four, six) = (stage.Course!.Plan(position, focus, without, default), stage.Course.Plan(position, focus, with, default));
            var about = $"seed {PlainSeed.Today}: {Facelets.Write(position)} "
                + string.Join(" | ", six.Stops.Select(s => string.Join(' ', s.Turns)));
            Turn[] turns = [.. six.Stops.SelectMany(s => s.Turns)];
            Assert.True(Cost(six).CompareTo(Cost(four)) <= 0, about);
            var plain = new PlainBlocks(BlockFactTests.Cubes(position, turns)[^1], start.Color.Name());
            Assert.True(plain.Left && plain.Right && plain.IsMiddleEven, about);
            if (six.Stops.Count != 1 || six.Stops[0].Title != "second block") continue;
            var judged = stage.Judge(position, focus, turns, Hands);
            Assert.True(judged is { IsDone: true, OverBest: 0, FirstMistake: null, Hints.Count: 0 }, about);
            var least = Planner.Table.Distance(start.Right, SecondBlockGoal.Block);
            Assert.Equal(judged.Turns < least, judged.Verdict.EndsWith($"R, r, M and U alone need {least}.", StringComparison.Ordinal));
            if (six.Orders.All(o => o.Order != "all-faces")) continue;
            opened++;
            Assert.Equal(string.Join(' ', turns), string.Join(' ', stage.Course.Ways(position, focus, with, 0, default)[0].Ways[0].Turns));
            Assert.Null(stage.Course.Take(position, focus, turns, with).Refusal);

            (double, double) Cost(StagePlan plan)
            {
                var made = plan.Stops.SelectMany(s => s.Turns).SkipWhile(t => t.Kind == TurnKind.Rotation).ToArray();
                var time = Hands.Measure(made) ?? double.PositiveInfinity;
                return byTurns ? (made.Length, time) : (time, made.Length);
            }
        }

        Assert.True(opened > 0, "no plan with all faces came up");
    }

    [Fact]
    public void All_faces_bring_both_blocks_in_as_few_turns_as_trying_says()
    {
        var (random, search) = (new Random(PlainSeed.Today), new BothBlocksSearch(StageKit.Shelf.Get(FirstBlockTable.Kind)));
        for (var i = 0; i < 30; i++)
        {
            // Near ones are tried by hand; of others each way is proved.
            var near = i < 12;
            var start = near ? Near() : BlockFactTests.Start(random);
            var found = search.Find(start);
            Assert.NotEmpty(found);
            var length = found[0].Count(t => t.Kind == TurnKind.Face);
            foreach (var way in found.Take(10))
            {
                Assert.Equal(length, way.Count(t => t.Kind == TurnKind.Face));
                // From the hold before the block was brought to the left.
                var end = BlockFactTests.Cubes(start.Held.Apply(start.Rotation.Reverse().Select(t => t.Inverse)), way)[^1];
                var plain = new PlainBlocks(end, start.Color.Name());
                Assert.True(plain.Left && plain.Right && plain.IsMiddleEven, $"seed {PlainSeed.Today}: {Facelets.Write(start.Held)} "
                    + string.Join(' ', way));
            }

            if (near) Assert.True(length <= 3);
            var slices = Planner.Table.Distance(start.Right, SecondBlockGoal.Block);
            Assert.True(length <= 2 * slices);
        }

        FirstBlockDone Near()
        {
            while (true)
            {
                var turns = Enumerable.Range(0, 3).Select(_ => Turn.FromIndex(random.Next(Turn.FaceTurnCount)));
                var state = CubeState.Solved.Apply(turns);
                if (FirstBlockDone.TryRead(state, Color.Yellow, out var start, out _)) return start;
            }
        }
    }

    /// <summary>What the planner prefers is no mistake for the judge, by time and by turns; and each step is of the fewest turns.</summary>
    [Fact]
    public void A_plan_is_never_called_a_mistake()
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < 120; i++)
        {
            var start = BlockFactTests.Start(random);
            foreach (var plan in Planner.Plan(start.Right, Hands, byTurns: i % 2 == 0, 1 + random.Next(16)))
            {
                Assert.All(plan.Steps, s => Assert.Equal(Planner.Table.Distance(s.From, s.Goal), s.Turns.Count));
                Turn[] turns = [.. plan.Steps.SelectMany(s => s.Turns)];
                Assert.Equal(plan.Length, turns.Length);
                if (turns.Length == 0) continue;
                var judged = SecondBlockJudge.Judge(Planner, start, turns, Hands);
                var about = $"seed {PlainSeed.Today}: {Facelets.Write(start.Held)} {string.Join(' ', turns)}: {judged.Verdict}";
                Assert.True(judged is { IsDone: true, OverBest: 0, FirstMistake: null, LeftToDo: 0 }, about);
                Assert.Empty(judged.Hints);
            }
        }
    }

    /// <summary>Parts are counted again: turns, the fewest by the table, a better one that does the same on the plain cube.</summary>
    [Fact]
    public void Own_sequences_are_judged_part_by_part()
    {
        var (random, over) = (new Random(PlainSeed.Today), 0);
        for (var i = 0; i < 150; i++)
        {
            var start = BlockFactTests.Start(random);
            Turn[] plan = [.. Planner.Plan(start.Right, Hands, byTurns: false, 4)[0].Steps.SelectMany(s => s.Turns)];
            // Something needless before it, undone.
            var odd = SecondBlockTable.Turns[random.Next(SecondBlockTable.Turns.Count)];
            Turn[] turns = [odd, Turn.Of(Face.U, 1), Turn.Of(Face.U, 3), odd.Inverse, .. plan];
            var judged = SecondBlockJudge.Judge(Planner, start, turns, Hands);
            Assert.True(judged.IsDone);
            Assert.Equal(turns.Length, judged.Parts.Sum(p => p.Used));
            Assert.Equal(judged.Turns, judged.Best + judged.OverBest);
            var cubes = BlockFactTests.Cubes(start.Held, turns);
            foreach (var part in judged.Parts.Where(p => p.Over > 0))
            {
                Assert.Equal(part.Least, part.Better.Count);
                var end = cubes[part.From].Turn(string.Join(' ', part.Better));
                Assert.True(new PlainBlocks(end, start.Color.Name()).Left);
                Assert.Contains(Enumerable.Range(0, 4), g => new PlainBlocks(end, start.Color.Name()).Has(g)
                    && new PlainBlocks(cubes[part.To], start.Color.Name()).Has(g));
                Assert.InRange(judged.FirstMistake!.Value, 1, turns.Length);
                over++;
            }
        }

        Assert.True(over > 50);
    }

    [Theory]
    [InlineData("F", true)]
    [InlineData("F R F'", false)]
    [InlineData("D'", true)]
    [InlineData("L2", true)]
    public void A_turn_that_takes_the_first_block_apart_is_named(string own, bool isBroken)
    {
        Assert.True(FirstBlockDone.TryRead(CubeState.Solved.Apply(Algorithm.Parse("R U R' M U2").Turns), Color.Yellow, out var start,
            out _));
        var turns = Algorithm.Parse(own).Turns;
        var judged = SecondBlockJudge.Judge(Planner, start!, turns, Hands);
        Assert.Equal(isBroken, judged.IsBroken);
        if (isBroken) Assert.Contains("first block does not stand", judged.Verdict, StringComparison.Ordinal);
        Assert.Contains(judged.Hints, h => h.Contains($"Turn 1, {turns[0]}, takes the first block apart", StringComparison.Ordinal));
    }

    [Fact]
    public void What_does_not_stand_is_named()
    {
        Assert.False(FirstBlockDone.TryRead(CubeState.Solved.Apply(Algorithm.Parse("L F D2 B R").Turns), Color.Yellow, out _,
            out var refusal));
        Assert.Equal("block-not-done", refusal!.Code);
        Assert.Contains("yellow", refusal.Message, StringComparison.Ordinal);
        // Held otherwise, it is brought to the left first.
        Assert.True(FirstBlockDone.TryRead(CubeState.Solved.Apply(Algorithm.Parse("R U x2 y").Turns), Color.Yellow, out var read, out _));
        Assert.NotEmpty(read!.Rotation);
        Assert.True(new PlainBlocks(PlainCube.Of(Facelets.Write(read.Held)), "yellow").Left);
    }
}
