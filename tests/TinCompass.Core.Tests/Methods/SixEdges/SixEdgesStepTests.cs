using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.SixEdges;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.Methods.SixEdges;

/// <summary>The steps of the last six edges: planned, told and judged, held against the plain cube.</summary>
public class SixEdgesStepTests
{
    private const int Positions = 400;

    private static readonly HandModel Hands = new(HandPreferences.Usual);

    private static SixEdgesPlanner Planner { get; } = StageKit.Book.Get<SixEdgesStage>().NewPlanner();

    private static CubeState Draw(Random random) => Enumerable.Range(0, 60)
        .Aggregate(CubeState.Solved, (s, _) => s.Apply(SixEdgesTable.Turns[random.Next(SixEdgesTable.Turns.Count)]));

    private static SixEdgesPosition Read(CubeState state) => SixEdgesPosition.TryRead(state, out var read, out var refusal) ? read
        : throw new InvalidOperationException(refusal.Message);

    [Fact]
    public void Each_step_is_the_fewest_and_of_those_one_that_leaves_the_next_as_few_as_can_be()
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < Positions / 4; i++)
        {
            var (state, byTurns) = (Draw(random), i % 2 == 0);
            var index = Read(state).Index;
            foreach (var step in Planner.Plan(index, Hands, byTurns))
            {
                Assert.Equal(Planner.Table.Distance(index, step.Goal), step.Turns.Count);
                var after = Planner.After(index, step.Turns);
                Assert.Equal(step.Then, Planner.Next(after) is { } next ? Planner.Table.Distance(after, next) : 0);
                if (byTurns)
                {
                    // Two ahead: no other way of the fewest leaves the next step shorter.
                    var others = Planner.Table.Shortest(index, step.Goal, 24).Select(w => Planner.After(index, w));
                    Assert.All(others, o => Assert.True((Planner.Next(o) is { } n ? Planner.Table.Distance(o, n) : 0) >= step.Then));
                }

                state = state.Apply(step.Turns);
                index = after;
            }

            Assert.True(state.IsSolved);
        }
    }

    [Fact]
    public void What_is_told_of_a_turn_is_so_on_the_plain_cube()
    {
        var (random, kinds) = (new Random(PlainSeed.Today), new HashSet<string>());
        for (var i = 0; i < Positions; i++)
        {
            var state = Draw(random);
            var steps = Planner.Plan(Read(state).Index, Hands, i % 2 == 0);
            if (steps.Count == 0) continue;
            var skip = random.Next(steps.Count);
            state = state.Apply(steps.Take(skip).SelectMany(s => s.Turns));
            Turn[] turns = (i % 3) switch
            {
                0 => [.. steps.Skip(skip).SelectMany(s => s.Turns)],
                1 => [.. steps[skip].Turns],
                _ => [.. random.GetItems(SixEdgesTable.Turns.ToArray(), 5), .. Algorithm.Parse("R2 R2").Turns],
            };
            var (cubes, notes) = (BlockFactTests.Cubes(state, turns), SixEdgesNotes.Of(new SixEdgesTrace(state, turns, Planner.Table)));
            PlainBlocks[] plain = [.. cubes.Select(c => new PlainBlocks(c, "yellow"))];
            for (var t = 0; t < turns.Length; t++)
                foreach (var fact in notes[t].Facts)
                {
                    kinds.Add(fact.Kind);
                    Assert.True(Holds(fact, plain, cubes, t),
                        $"seed {PlainSeed.Today}: {Facelets.Write(state)} {string.Join(' ', turns)}: turn {t + 1} {fact}");
                }

            var stand = SixEdgesNotes.Stand(Planner.Table, Read(state).Index);
            if (plain[0].Oriented && !plain[0].SidesHome)
                Assert.Equal($"The left edge is {Place(cubes[0], "white-orange")}, the right edge {Place(cubes[0], "white-red")}.", stand);
            else if (plain[0].SidesHome && !plain[0].Solved) Assert.Equal(Middle(cubes[0]), stand);
            if (plain[0].IsMiddleEven && !plain[0].Oriented)
                Assert.Contains($"{plain[0].Bad.Top} on top, {plain[0].Bad.Below} below",
                    SixEdgesNotes.Stand(Planner.Table, Read(state).Index),
                    StringComparison.Ordinal);
        }

        Assert.Equal(Enum.GetValues<SixEdgesDeed>().Select(Words.Code).Order(), kinds.Order());
    }

    /// <summary>Made by a few turns with E among them: that is found, or something shorter; each solves the plain cube.</summary>
    [Fact]
    public void Ways_with_the_E_slice_solve_and_are_found_where_there_are_any()
    {
        var (random, found) = (new Random(PlainSeed.Today), 0);
        string[] ways = ["E2 M E2 M'", "M' E2 M E2", "U M' E2 M E2 U'", "E2 M2 E2 M2"];
        for (var i = 0; i < 60; i++)
        {
            var way = ways[random.Next(ways.Length)];
            var made = string.Join(' ', Algorithm.Parse(way).Turns.Reverse().Select(t => t.Inverse));
            // Every second position is any.
            var state = i % 2 == 0 ? CubeState.Solved.Apply(Algorithm.Parse(made).Turns) : Draw(random);
            var slices = SixEdgesSlices.Find(state, Color.Yellow);
            if (i % 2 == 0) Assert.True(slices.Count > 0 && slices[0].Count <= way.Split(' ').Length, made);
            foreach (var turns in slices)
            {
                Assert.Equal(slices[0].Count, turns.Count);
                Assert.Contains(turns, t => t.Letter == 'E');
                Assert.True(new PlainBlocks(BlockFactTests.Cubes(state, turns)[^1], "yellow").Solved, string.Join(' ', turns));
                found++;
            }
        }

        Assert.True(found > 30);
    }

    [Fact]
    public void A_plan_is_never_called_a_mistake_and_something_needless_is()
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < Positions / 4; i++)
        {
            var read = Read(Draw(random));
            Turn[] turns = [.. Planner.Plan(read.Index, Hands, i % 2 == 0).SelectMany(s => s.Turns)];
            if (turns.Length == 0) continue;
            var judged = SixEdgesJudge.Judge(Planner, read, turns, Hands);
            Assert.True(judged is { IsDone: true, OverBest: 0, FirstMistake: null, LeftToDo: 0 },
                $"seed {PlainSeed.Today}: {Facelets.Write(read.Held)} {string.Join(' ', turns)}: {judged.Verdict}");
            Turn[] longer = [.. Algorithm.Parse("M U2 U2 M'").Turns, .. turns];
            var worse = SixEdgesJudge.Judge(Planner, read, longer, Hands);
            Assert.Equal((longer.Length, true), (worse.Turns, worse.OverBest > 0 && worse.OverBest <= 4));
            Assert.NotNull(worse.FirstMistake);
            foreach (var part in worse.Parts.Where(p => p.Over > 0)) Assert.Equal(part.Least, part.Better.Count);
        }
    }

    /// <summary>
    /// What the drills of level 2 ask is known from what they show: no two positions look alike at top, front and right of which one has
    /// more edges turned over than the other, or is the arrow and the other is not.
    /// </summary>
    [Fact]
    public void Top_front_and_right_tell_how_many_are_turned_over_and_whether_it_is_the_arrow()
    {
        var (random, seen, state) = (new Random(PlainSeed.Today), new Dictionary<string, (int, bool)>(), CubeState.Solved);
        var (repeated, drills) = (0, StageKit.Book.Get<SixEdgesStage>().Drills);
        for (var i = 0; i < 60_000; i++)
        {
            state = state.Apply(SixEdgesTable.Turns[random.Next(SixEdgesTable.Turns.Count)]);
            if (SixEdgesIndex.IndexOf(state, out _) is not { } index || !SixEdgesIndex.IsMiddleEven(index)) continue;
            var (facelets, (top, below)) = (Facelets.Write(state), SixEdgesIndex.Bad(index));
            var told = (top + below, SixEdgesTrace.IsArrow(Planner.Table, index));
            // Faces stand in the order U D F B R L.
            if (!seen.TryAdd(facelets[..9] + facelets[18..27] + facelets[36..45], told))
            {
                Assert.Equal(seen[facelets[..9] + facelets[18..27] + facelets[36..45]], told);
                repeated++;
            }
        }

        Assert.True(repeated > 1000);
        foreach (var id in new[] { "lse.bad-edges", "lse.arrow" })
        {
            var drill = drills.Single(d => d.Id == id);
            Assert.Equal(2, drill.Levels);
            Assert.Empty(drill.Make(new DrillWish(1, null, [Color.White]), 3).Covered);
            Assert.Equal([Face.D, Face.B, Face.L], drill.Make(new DrillWish(2, null, [Color.White]), 3).Covered);
        }
    }

    private static bool Holds(StageFact fact, PlainBlocks[] plain, List<PlainCube> cubes, int turn)
    {
        var (was, now) = (plain[turn], plain[turn + 1]);
        switch (Enum.Parse<SixEdgesDeed>(fact.Kind, ignoreCase: true))
        {
            case SixEdgesDeed.Bad: return now.IsMiddleEven && now.Bad == (fact.Number - fact.Turn, fact.Turn);
            case SixEdgesDeed.Arrow:
                return now.Bad == (3, 1) && Tried(cubes[turn + 1], 3) && !Tried(cubes[turn + 1], 2);
            case SixEdgesDeed.Oriented: return ForGood(p => p.Oriented && p.CornersDone && p.Left && p.Right) && !plain[0].Oriented;
            case SixEdgesDeed.SidesHome: return ForGood(p => p.SidesHome) && !plain[0].SidesHome;
            case SixEdgesDeed.Solved: return ForGood(p => p.Solved) && !plain[0].Solved;
            case SixEdgesDeed.Below: return At(cubes[turn + 1], fact.Piece!).Y == -1 && At(cubes[turn], fact.Piece!).Y == 1;
            case SixEdgesDeed.Opposite: return At(cubes[turn + 1], "left").Y == -1 && At(cubes[turn + 1], "right").Y == -1;
            default: return true;
        }

        bool ForGood(Func<PlainBlocks, bool> holds) => !holds(was) && plain.Skip(turn + 1).All(holds);

        // The left edge is that of the left side and the top.
        static V At(PlainCube cube, string side) => PlainBlocks.Stickers(cube, $"white-{(side == "left" ? "orange" : "red")}")[0].At;
    }

    private static string Place(PlainCube cube, string piece)
    {
        var at = PlainBlocks.Stickers(cube, piece)[0].At;
        return (at.Y > 0 ? "on top " : "down ") + (at.Z > 0 ? "in front" : at.Z < 0 ? "behind" : at.X < 0 ? "left" : "right");
    }

    /// <summary>What the four edges of the middle have to do, white up and green in front: which are away, and for whom.</summary>
    private static string Middle(PlainCube cube)
    {
        (string Piece, V Home)[] four = [("white-green", V.Up + V.Front), ("white-blue", V.Up + V.Back), ("yellow-green", V.Down + V.Front),
            ("yellow-blue", V.Down + V.Back)];
        V At(string piece) => PlainBlocks.Stickers(cube, piece)[0].At;
        var away = four.Where(f => At(f.Piece) != f.Home).ToArray();
        var isTwo = away.Length == 4 && away.All(f => At(four.Single(o => o.Home == At(f.Piece)).Piece) == f.Home);
        var said = away.Length == 0 ? "Only the middle is left to turn." : away.Length == 3 ? "Three edges of the middle go round."
            : isTwo ? "Two and two edges of the middle change places." : $"{away.Length} edges of the middle are not home.";
        return cube.CentreAt(V.Up) == "white" ? said : $"{said} The centres are turned.";
    }

    /// <summary>So many turns of M and U orient all edges: tried one by one.</summary>
    private static bool Tried(PlainCube cube, int turns) => new PlainBlocks(cube, "yellow").Oriented
        || (turns > 0 && SixEdgesTable.Turns.Any(t => Tried(cube.Turn($"{t}"), turns - 1)));
}
