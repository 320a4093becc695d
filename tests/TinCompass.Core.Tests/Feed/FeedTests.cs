using TinCompass.Core.Cube;
using TinCompass.Core.Feed;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Tests.Plain;
using TinCompass.Core.Tests.Scrambling;

namespace TinCompass.Core.Tests.Feed;

/// <summary>Lines of a cube: read, brought into order, and followed from a scramble to the solved cube.</summary>
public class FeedTests
{
    private const string Solved = "WWWWWWWWWYYYYYYYYYGGGGGGGGGBBBBBBBBBRRRRRRRRROOOOOOOOO";

    [Theory]
    [InlineData("""{"n":7,"t":1250,"turn":"R'"}""")]
    [InlineData("""{"n":1,"t":0,"turn":"y2"}""")]
    [InlineData($$"""{"n":2,"t":3,"state":"{{Solved}}"}""")]
    [InlineData("""{"n":3,"t":3,"scramble":"R U2 F'"}""")]
    [InlineData("""{"n":3,"t":3,"scramble":"R U2 F'","method":"roux"}""")]
    [InlineData("""{"n":4,"t":3,"battery":0.25}""")]
    public void A_line_is_read_and_written_the_same(string text) => Assert.Equal(text, FeedLine.Parse(text).ToString());

    [Theory]
    [InlineData("R", "bad-line", null)]
    [InlineData("[1]", "bad-line", null)]
    [InlineData("""{"t":1,"turn":"R"}""", "bad-number", null)]
    [InlineData("""{"n":0,"t":1,"turn":"R"}""", "bad-number", null)]
    [InlineData("""{"n":1.5,"t":1,"turn":"R"}""", "bad-number", null)]
    [InlineData("""{"n":5,"turn":"R"}""", "bad-time", 5)]
    [InlineData("""{"n":5,"t":-1,"turn":"R"}""", "bad-time", 5)]
    [InlineData("""{"n":5,"t":"1","turn":"R"}""", "bad-time", 5)]
    [InlineData("""{"n":5,"t":1}""", "bad-line", 5)]
    [InlineData("""{"n":5,"t":1,"turn":"R U"}""", "bad-turn", 5)]
    [InlineData("""{"n":5,"t":1,"turn":"Q"}""", "bad-turn", 5)]
    [InlineData("""{"n":5,"t":1,"turn":7}""", "bad-turn", 5)]
    [InlineData("""{"n":5,"t":1,"state":"WW"}""", "bad-state", 5)]
    [InlineData("""{"n":5,"t":1,"scramble":""}""", "bad-scramble", 5)]
    [InlineData("""{"n":5,"t":1,"battery":2}""", "bad-battery", 5)]
    public void What_cannot_be_read_is_told_with_the_number_where_there_is_one(string text, string code, int? number)
    {
        var told = Assert.Throws<FeedException>(() => FeedLine.Parse(text));
        Assert.Equal((code, (long?)number), (told.Code, told.Number));
        Assert.NotEmpty(told.Message);
    }

    [Fact]
    public void Lines_that_are_lost_doubled_and_reordered_come_out_once_and_in_order()
    {
        var random = new Random(PlainSeed.Today);
        for (var run = 0; run < 200; run++)
        {
            var count = 1 + random.Next(60);
            FeedLine[] lines = [new FeedLine.Stood(1, 0, CubeState.Solved), .. Enumerable.Range(2, count).Select(n =>
                new FeedLine.Turned(n, n * 10, Turn.FromIndex(random.Next(Turn.Count))))];
            // Sent as a bad connection would: some twice, some not at all, in any order within a dozen.
            var sent = lines.SelectMany(l => Enumerable.Repeat(l, random.Next(3))).OrderBy(l => l.Number + (12 * random.NextDouble()));
            var (log, fed, asked) = (new FeedLog(1), new List<FedLine>(), 0);
            foreach (var line in sent) fed.AddRange(log.Take(line));
            // What is missing is asked for until nothing is.
            while (log.Next <= lines.Length)
            {
                var (from, to) = log.Missing ?? (log.Next, lines.Length);
                Assert.True(from == log.Next && to >= from && ++asked <= lines.Length, $"seed {PlainSeed.Today}");
                for (var n = from; n <= to; n++) fed.AddRange(log.Take(lines[n - 1]));
            }

            Assert.Equal(lines, fed.Select(f => f.Line));
            Assert.Equal(CubeState.Solved.Apply(lines.OfType<FeedLine.Turned>().Select(t => t.Turn)), log.State);
            Assert.Null(log.Missing);
        }
    }

    [Fact]
    public void A_state_that_the_turns_do_not_lead_to_is_told_and_believed()
    {
        var log = new FeedLog(1);
        log.Take(new FeedLine.Stood(1, 0, CubeState.Solved));
        log.Take(Turned(2, "R"));
        var (byTurns, really) = (CubeState.Solved.Apply(Algorithm.Parse("R").Turns), CubeState.Solved.Apply(Algorithm.Parse("R U").Turns));
        // Held otherwise is no difference.
        Assert.Null(Assert.Single(log.Take(new FeedLine.Stood(3, 0, byTurns.Apply(Algorithm.Parse("y x").Turns)))).Differs);
        var told = Assert.Single(log.Take(new FeedLine.Stood(4, 0, really)));
        Assert.Equal(byTurns, told.Differs?.Upright());
        Assert.Equal(really, log.State);
    }

    [Fact]
    public void A_line_that_cannot_be_read_holds_nothing_up_and_too_many_that_wait_are_refused()
    {
        var log = new FeedLog(5);
        Assert.Empty(log.Take(Turned(6, "R")));
        Assert.Equal((5, 5), log.Missing);
        Assert.Equal(6, Assert.Single(log.Skip(5)).Line.Number);
        for (var n = 0; n < FeedLog.MostAhead; n++) log.Take(Turned(100 + n, "R"));
        Assert.Equal("too-far", Assert.Throws<FeedException>(() => log.Take(Turned(50_000, "R"))).Code);
        Assert.Equal(7, log.Next);
    }

    [Fact]
    public void A_scramble_is_followed_turn_by_turn_with_the_way_back_where_it_was_left()
    {
        var (solve, log) = (new FeedSolve(), new FeedLog(1));
        var number = 0;
        Feed(new FeedLine.Stood(++number, 0, CubeState.Solved));
        Assert.Equal(FeedPhase.Free, solve.Phase);
        Feed(new FeedLine.Asked(++number, 0, Algorithm.Parse("R U2 F'")));
        Assert.Equal((FeedPhase.Scrambling, 0), (solve.Phase, solve.Done));
        Turn("R");
        Assert.Equal(1, solve.Done);
        // Halfway through a half turn nothing is wrong.
        Turn("U'");
        Assert.Empty(solve.Back);
        Turn("U'");
        Assert.Equal(2, solve.Done);
        Turn("L");
        Turn("D2");
        Assert.Equal("D2 L'", string.Join(' ', solve.Back));
        Turn("D2");
        Turn("L'");
        Assert.Equal((2, 0), (solve.Done, solve.Back.Count));
        Turn("F'");
        Assert.Equal(FeedPhase.Ready, solve.Phase);
        // The cube turned over belongs to no solve yet.
        Turn("x2");
        Assert.Equal(FeedPhase.Ready, solve.Phase);
        foreach (var turn in "B U2 R'".Split(' ')) Turn(turn);
        Assert.Equal(FeedPhase.Solving, solve.Phase);
        // Held with yellow up and blue in front, F' is taken back by B, U2 by D2.
        Assert.Equal("x2@0 B@0 U2@100 R'@200", solve.Solve.ToString());
        foreach (var turn in "R U2 D2 R'".Split(' ')) Turn(turn);
        Assert.Equal(FeedPhase.Solved, solve.Phase);
        Turn("R");
        Assert.Equal(8, solve.Solve.Turns.Count);
        Assert.True(CubeState.Solved.Apply(Algorithm.Parse("R U2 F'").Turns).Apply(solve.Solve.Turns).IsSolved);

        void Turn(string text) => Feed(Turned(++number, text));
        void Feed(FeedLine line)
        {
            foreach (var fed in log.Take(line)) solve.Follow(fed);
        }
    }

    [Theory]
    [InlineData(FeedSolve.MostTurns, 1, "more than 500 moves")]
    [InlineData(3, 1_300_000, "more than an hour")]
    public void A_solve_that_cannot_be_kept_is_given_up_at_the_first_line_that_is_too_much(int fits, int each, string why)
    {
        var (solve, log) = (new FeedSolve(), new FeedLog(1));
        foreach (var line in new FeedLine[] { new FeedLine.Stood(1, 0, CubeState.Solved),
            new FeedLine.Asked(2, 0, Algorithm.Parse("R")), new FeedLine.Turned(3, 0, Core.Cube.Turn.Of(Face.R, 1)) }) Follow(line);
        for (var i = 0; i < fits; i++)
        {
            Follow(new FeedLine.Turned(4 + i, i * each, Core.Cube.Turn.Of(Face.L, 1)));
            Assert.Equal((FeedPhase.Solving, null), (solve.Phase, solve.GivenUp));
        }

        Follow(new FeedLine.Turned(4 + fits, fits * each, Core.Cube.Turn.Of(Face.L, 1)));
        Assert.Equal(FeedPhase.Scrambling, solve.Phase);
        Assert.Contains(why, solve.GivenUp, StringComparison.Ordinal);

        void Follow(FeedLine line)
        {
            foreach (var fed in log.Take(line)) solve.Follow(fed);
        }
    }

    /// <summary>Over random scrambles, left at random and turned back as told; turned over, and told how it stands, in between.</summary>
    [Fact]
    public void The_way_back_leads_back_and_what_is_kept_solves_the_scramble()
    {
        var random = new Random(PlainSeed.Today);
        for (var run = 0; run < 300; run++)
        {
            Turn[] scramble = [.. Enumerable.Range(0, 1 + random.Next(20)).Select(_ => Face())];
            var (solve, log, number, made) = (new FeedSolve(), new FeedLog(1), 0L, new List<Turn>());
            Feed(new FeedLine.Stood(++number, 0, CubeState.Solved));
            Feed(new FeedLine.Asked(++number, 0, new Algorithm(scramble)));
            var about = $"seed {PlainSeed.Today}, run {run}";
            while (solve.Phase == FeedPhase.Scrambling)
            {
                // Astray by some turns, the first of another face than the one that comes next, now and then.
                for (var astray = random.Next(3); astray > 0; astray--)
                    if (solve.Phase == FeedPhase.Scrambling && Face() is var face && face.Letter != scramble[solve.Done].Letter) Turn(face);
                foreach (var turn in solve.Back) Turn(turn);
                if (solve.Phase != FeedPhase.Scrambling) break;
                // The plain cube: what was made, and the way back, is the scramble as far as it goes.
                Assert.True(Stands(made).SetEquals(Stands(scramble[..solve.Done])), about);
                Turn(scramble[solve.Done]);
            }

            Assert.True(Stands(made).SetEquals(Stands(scramble)), about);
            foreach (var undo in scramble.Reverse().Select(t => t.Inverse))
            {
                // Turned over, and told in another hold, it goes on.
                var rotation = Core.Cube.Turn.FromIndex(45 + random.Next(9));
                if (random.Next(3) == 0 && solve.Phase == FeedPhase.Solving)
                {
                    Turn(rotation);
                    Feed(new FeedLine.Stood(++number, 0, log.State!.Value.Apply(rotation)));
                    Turn(rotation.Inverse);
                }

                if (solve.Phase is FeedPhase.Ready or FeedPhase.Solving) Turn(undo);
            }

            Assert.Equal(FeedPhase.Solved, solve.Phase);
            Assert.True(CubeState.Solved.Apply(scramble).Apply(solve.Solve.Turns).IsSolved, about);

            void Turn(Turn turn)
            {
                made.Add(turn);
                Feed(new FeedLine.Turned(++number, (int)number, turn));
            }

            void Feed(FeedLine line)
            {
                foreach (var fed in log.Take(line)) solve.Follow(fed);
            }
        }

        Turn Face() => Core.Cube.Turn.FromIndex(random.Next(Core.Cube.Turn.FaceTurnCount));
        static HashSet<PlainSticker> Stands(IEnumerable<Turn> turns) => [.. PlainCube.After(string.Join(' ', turns)).Stickers];
    }

    [Fact]
    public void A_solve_with_turns_that_were_not_told_is_not_kept()
    {
        var (solve, log) = (new FeedSolve(), new FeedLog(1));
        Feed(new FeedLine.Stood(1, 0, CubeState.Solved));
        Feed(new FeedLine.Asked(2, 0, Algorithm.Parse("R")));
        Feed(Turned(3, "R"));
        Feed(Turned(4, "U"));
        Assert.Equal(FeedPhase.Solving, solve.Phase);
        Feed(new FeedLine.Stood(5, 0, CubeState.Solved));
        Assert.Equal((FeedPhase.Scrambling, 0, 0), (solve.Phase, solve.Done, solve.Solve.Turns.Count));

        void Feed(FeedLine line)
        {
            foreach (var fed in log.Take(line)) solve.Follow(fed);
        }
    }

    [Theory]
    [InlineData("cfop", 0)]
    [InlineData("cfop", 0.7)]
    [InlineData("roux", 1)]
    [InlineData("edges", 0.7)]
    [InlineData("blocks", 0.7)]
    [InlineData("good", 0.7)]
    public void Simulated_hands_solve_with_their_slips_and_the_better_ones_are_quicker(string id, double skill)
    {
        var (random, method) = (new Random(PlainSeed.Today), StageKit.Book.Method(id)!);
        var hands = new SimulatedHands(StageKit.Book, new HandModel(HandPreferences.Usual), skill);
        double whole = 0;
        var slipped = 0;
        for (var i = 0; i < 8; i++)
        {
            var start = RandomPosition.Draw(random.Next);
            var solve = hands.Solve(method, start, random);
            var about = $"seed {PlainSeed.Today}: {Facelets.Write(start)} {solve.Timed}";
            var (turns, ms) = solve.Timed;
            Assert.True(start.Apply(turns).IsSolved, about);
            Assert.True(ms![0] == 0 && ms.Zip(ms.Skip(1)).All(p => p.First <= p.Second), about);
            // Without its slips, and what takes them back, it is the plan.
            var meant = turns.Where((_, t) => !solve.Slips.Contains(t) && !solve.Slips.Contains(t - 1));
            Assert.True(solve.Plan.All.SequenceEqual(meant), about);
            Assert.All(solve.Slips, s => Assert.True(turns[s + 1] == turns[s].Inverse && turns[s + 2].Letter == turns[s].Letter, about));
            Assert.Equal(turns.Count, solve.Ends[^1]);
            // Reported line by line it is followed to the same turns, but for how the cube is held in between.
            var (log, followed, scramble) = (new FeedLog(1), new FeedSolve(), new Algorithm([.. Scramble(start)]));
            foreach (var line in SimulatedCube.Lines(scramble, solve.Timed))
                foreach (var fed in log.Take(FeedLine.Parse(line.ToString())))
                {
                    Assert.True(fed.Differs is null, about);
                    followed.Follow(fed);
                }

            Assert.Equal(FeedPhase.Solved, followed.Phase);
            Assert.True(start.Apply(followed.Solve.Turns).IsSolved, about);
            // What turns the whole cube after it is solved is not reported any more.
            Assert.Equal(turns.SkipWhile(t => t.Kind == TurnKind.Rotation).Reverse().SkipWhile(t => t.Kind == TurnKind.Rotation).Reverse(),
                followed.Solve.Turns.SkipWhile(t => t.Kind == TurnKind.Rotation));
            Assert.Equal(solve.Plan.Stops.Count, solve.Ends.Count);
            whole += ms[^1] / 8.0;
            slipped += solve.Slips.Count;
        }

        // A minute, or ten seconds, give or take half.
        Assert.InRange(whole, skill == 0 ? 30_000 : skill < 1 ? 10_000 : 4_000, skill == 0 ? 75_000 : skill < 1 ? 25_000 : 12_000);
        Assert.True(skill < 1 || slipped == 0);
    }

    private static IReadOnlyList<Turn> Scramble(CubeState position) =>
        TwoPhaseTests.Search.SequenceTo(position).Turns;

    private static FeedLine.Turned Turned(long number, string turn) => new(number, (int)number * 100, Algorithm.Parse(turn).Turns[0]);
}
