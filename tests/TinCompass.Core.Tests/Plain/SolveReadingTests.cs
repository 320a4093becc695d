using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Tests.Plain;

/// <summary>Solves whose stages are known are read back, by their turns alone.</summary>
public class SolveReadingTests
{
    private const int Solves = 40;

    private static readonly HandModel Hands = new(HandPreferences.Usual);

    private static readonly WholePlanner Planner = new(StageKit.Book);

    private static readonly SolveReader Reader = new(StageKit.Book);

    /// <summary>A planned solve on any base, by turns or by time, one look or two.</summary>
    private static (CubeState Start, WholePlan Plan) Solve(Random random, string id)
    {
        var (method, start) = (StageKit.Book.Method(id)!, RandomPosition.Draw(random.Next));
        var all = Planner.Foci(method, Faces.AllColors);
        string[] wishes = random.Next(2) == 0 ? [] : ["oll.two-looks", "pll.two-looks", "cmll.two-looks"];
        var options = new CourseOptions(Hands, random.Next(2) == 0, false, 2) { Wishes = wishes };
        return (start, Planner.Best(method, start, [all[random.Next(all.Count)]], options)!);
    }

    /// <summary>Every step as it is planned alone: what meets is not made as one, as most solvers turn.</summary>
    private static IReadOnlyList<Turn> Alone(WholePlan plan) => [.. plan.Stops.SelectMany(s => s.Turns)];

    private static int[] Ends(WholePlan plan) => [.. plan.Method.Stages.Select(id => plan.Stops
        .Where(s => plan.Method.Stages.ToList().IndexOf(s.Stage) <= plan.Method.Stages.ToList().IndexOf(id)).Sum(s => s.Turns.Count))];

    /// <summary>How many of the first turns of a plan are no rotations.</summary>
    private static int Turned(WholePlan plan, int turns) => Alone(plan).Take(turns).Count(t => t.Kind != TurnKind.Rotation);

    private static string WithoutLastRotations(IEnumerable<Turn> turns) => string.Join(' ',
        new Algorithm(turns).Cancelled().Turns.Reverse().SkipWhile(t => t.Kind == TurnKind.Rotation).Reverse());

    [Theory]
    [InlineData("cfop")]
    [InlineData("roux")]
    [InlineData("edges")]
    [InlineData("blocks")]
    [InlineData("good")]
    public void A_solve_is_read_into_its_method_base_and_stages(string id)
    {
        var (random, otherwise) = (new Random(PlainSeed.Today), 0);
        for (var i = 0; i < Solves; i++)
        {
            var (start, plan) = Solve(random, id);
            var reading = Reader.Read(start, Alone(plan));
            var stopped = string.Join(" | ", plan.Stops.Select(s => string.Join(' ', s.Turns)));
            var about = $"seed {PlainSeed.Today}: {Facelets.Write(start)} {stopped}";
            Assert.True(reading.IsSolved, about);
            if (StandsSooner(reading, plan, start, Alone(plan), Ends(plan), ref otherwise)) continue;
            Assert.True((id, plan.Focus) == (reading.Method.Id, reading.Focus), $"{about}: {reading.Method.Id} {reading.Focus}");
            Assert.Equal(plan.Method.Stages, reading.Stages.Select(s => s.Stage.Id));
            // A rotation at the end of a stage may as well be the beginning of the next; so may R' L, which with both blocks standing
            // is a turn of the middle. Now and then the good edges of an open block come sooner than planned, as another one is solved.
            var ends = Ends(plan).Zip(reading.Stages.Select(s => s.To)).ToArray();
            if (id == "blocks" && ends.Any(e => Turned(plan, e.Second) < Turned(plan, e.First)))
            {
                otherwise++;
                continue;
            }

            foreach (var (end, read) in ends)
                Assert.True(Turned(plan, end) == Turned(plan, read) || (id == "roux" && read < end
                    && Alone(plan).Skip(read).Take(end - read).All(t => t.Letter is 'R' or 'L' or 'M' or 'x')),
                    $"{about}: {read}, not {end}");
            Assert.All(reading.Stages, s => Assert.True(s.IsDone));
            if (id != "cfop") continue;
            // Each pair where it came in, for those that were not there with the cross.
            var (pairs, at) = (reading.Stages[1], 0);
            var stops = plan.Stops.Select(s => (s.Stage, End: at += s.Turns.Count)).Where(s => s.Stage == "f2l")
                .Select(s => s.End).ToArray();
            Assert.True(pairs.Parts.Count < stops.Length || stops.Select(e => Turned(plan, e)).ToHashSet()
                .IsSubsetOf(pairs.Parts.Select(p => Turned(plan, p))), about);
            Assert.True(pairs.Parts.Count <= 4 && pairs.Parts.SequenceEqual(pairs.Parts.Order()), about);
        }

        Assert.True(otherwise <= Solves / 10, $"{otherwise}");
    }

    /// <summary>
    /// The end of the second block and the corners' algorithm meet in one move: the corners are no skip, and both are judged as the turns
    /// that they are.
    /// </summary>
    [Fact]
    public void Stages_that_meet_in_one_move_are_two()
    {
        var (random, met) = (new Random(PlainSeed.Today), 0);
        for (var i = 0; i < Solves || met == 0; i++)
        {
            var (start, plan) = Solve(random, "roux");
            var blocks = plan.Stops.Count(s => s.Stage is "fb" or "sb");
            if (plan.Made.Joined.Any(j => j.From < blocks - 1) || plan.Made.Joined.Count(j => j.From < blocks && j.To >= blocks) != 1
                || plan.Made.Joined.Single(j => j.From < blocks).Together is null
                || plan.Stops.Count(s => s.Stage == "cmll") != 1) continue;
            var (all, end) = (plan.Made.All, plan.Made.Steps.Take(blocks).Sum(s => s.Count));
            var read = Reader.Read(start, all, plan.Method);
            if (read.Focus != plan.Focus || read.Stages[1].To < end) continue;
            var about = $"seed {PlainSeed.Today}: {Facelets.Write(start)} {string.Join(' ', all)}";
            met++;
            // Before a rotation the block would have to be read as it is held after it.
            if (all[end].Kind == TurnKind.Rotation) continue;
            Assert.True(read.Stages[1].To == end && read.Stages[1].Met is not null && read.Stages[2].To > read.Stages[1].To,
                $"{about}: {read.Stages[1].To}, not {end}");
            Turn[] block = [.. all.Take(end), read.Stages[1].Met!.Value];
            var plain = new PlainBlocks(PlainCube.Of(Facelets.Write(start)).Turn(string.Join(' ', block)), plan.Focus.Base.Name());
            Assert.True(plain.Left && plain.Right, about);
            var review = SolveReview.Of(StageKit.Book, start, new TimedTurns(all, null), Hands, plan.Method);
            Assert.True(review.Stages[1].Judged is { IsDone: true } && review.Stages[2].Judged is { IsDone: true }, about);
        }
    }

    /// <summary>
    /// What is not all on one base, such as edges in three layers, stands on another one now and then sooner than on the one that was
    /// planned, and once in a thousand solves the stages of another method do, by more than its doubt: by its turns such a solve is one of
    /// that method. <paramref name="planned"/> has one past the last turn of each stage of the plan.
    /// </summary>
    private static bool StandsSooner(SolveReading reading, WholePlan plan, CubeState start, IReadOnlyList<Turn> turns, int[] planned,
        ref int otherwise)
    {
        if ((reading.Method.Id, reading.Focus) == (plan.Method.Id, plan.Focus)) return false;
        // One base of CFOP or Roux is never another one.
        if (reading.Method.Id == plan.Method.Id && plan.Method.Id is not ("edges" or "blocks")) return false;
        otherwise++;
        int[] ends = [.. reading.Stages.Select(s => s.To)];
        while (start.Apply(turns.Take(ends[^1] - 1)).IsSolved) ends[^1]--;
        return Score(reading.Method, start, turns, ends) <= Score(plan.Method, start, turns, planned);
    }

    /// <summary>When the stages of a method stand, the first one twice, with the turns that they are not made with and its doubt.</summary>
    private static double Score(SolveMethod method, CubeState start, IReadOnlyList<Turn> turns, int[] ends)
    {
        var (unusual, from) = (0, 0);
        foreach (var (id, to) in method.Stages.Zip(ends))
        {
            unusual += StageKit.Book.Find(id)!.Course!.Unusual(start.Apply(turns.Take(from)).Hold, [.. turns.Skip(from).Take(to - from)]);
            from = to;
        }

        return ends[0] + ends.Sum() + unusual + (method.Doubt * turns.Count);
    }

    /// <summary>
    /// Slips that are taken back, looks around and a last rotation change neither method nor base; each stage still ends done.
    /// </summary>
    [Theory]
    [InlineData("cfop")]
    [InlineData("roux")]
    [InlineData("edges")]
    [InlineData("blocks")]
    [InlineData("good")]
    public void Slips_and_looks_around_do_not_hide_the_stages(string id)
    {
        var (random, slipped, otherwise) = (new Random(PlainSeed.Today), 0, 0);
        for (var i = 0; i < Solves / 3; i++)
        {
            var (start, plan) = Solve(random, id);
            var (ends, own, late) = (Ends(plan), new List<Turn>(), new List<int>());
            foreach (var turn in Alone(plan))
            {
                late.Add(own.Count);
                if (own.Count > 6 && random.Next(12) == 0)
                {
                    slipped++;
                    var slip = random.Next(2) == 0 ? Turn.Of(Face.U, 1) : Algorithm.Parse("y").Turns[0];
                    own.AddRange([slip, slip.Inverse]);
                }

                own.Add(turn);
            }

            late.Add(own.Count);
            own.Add(Algorithm.Parse("y2").Turns[0]);
            var reading = Reader.Read(start, own);
            if (StandsSooner(reading, plan, start, own, [.. ends.Select(e => late[e])], ref otherwise)) continue;
            Assert.Equal((id, plan.Focus, true), (reading.Method.Id, reading.Focus, reading.IsSolved));
            Assert.Equal(own.Count, reading.Stages[^1].To);
            foreach (var (stage, end) in reading.Stages.Zip(ends).SkipLast(1))
            {
                // Without the slips it is the same turns, but for R' L at its end.
                var (planned, read) = (WithoutLastRotations(Alone(plan).Take(end)), WithoutLastRotations(own.Take(stage.To)));
                Assert.True(planned == read || (planned.StartsWith(read, StringComparison.Ordinal)
                    && planned[read.Length..].All(c => "RLMx'2 ".Contains(c, StringComparison.Ordinal))), $"{planned} | {read}");
            }

        }

        Assert.True(slipped > Solves / 3 && otherwise <= Solves / 10, $"{slipped} {otherwise}");
    }

    [Fact]
    public void What_is_left_unsolved_is_read_as_far_as_it_goes()
    {
        var (random, plans) = (new Random(PlainSeed.Today), new List<WholePlan>());
        for (var i = 0; i < 20; i++)
        {
            var (start, plan) = Solve(random, i % 2 == 0 ? "cfop" : "roux");
            var ends = Ends(plan);
            if (ends[1] == ends[^1]) continue;
            var reading = Reader.Read(start, [.. Alone(plan).Take(ends[1])], plan.Method);
            Assert.False(reading.IsSolved);
            // Of what came first nobody knows more who has seen no more: both stand at the end, perhaps read from another base.
            Assert.True(reading.Stages[1].IsDone);
            Assert.True(reading.Stages[1].To <= ends[1]);
            Assert.Contains(reading.Stages, s => !s.IsDone);
            plans.Add(plan);
        }

        Assert.NotEmpty(plans);
        var nothing = Reader.Read(CubeState.Solved, []);
        Assert.True(nothing.IsSolved);
        Assert.All(nothing.Stages, s => Assert.True(s is { IsDone: true, From: 0, To: 0 }));
    }

    [Fact]
    public void Times_are_told_stage_by_stage()
    {
        var (start, plan) = Solve(new Random(5), "cfop");
        var reading = Reader.Read(start, Alone(plan));
        // 100 ms a turn; two seconds before each stage but the first, and a second before each pair.
        var (ms, at) = (new List<int>(), 0);
        for (var i = 0; i < Alone(plan).Count; i++)
        {
            if (i > 0) at += reading.Stages.Any(s => s.From == i && s.To > i) ? 2_000 : reading.Stages[1].Parts.Contains(i) ? 1_000 : 100;
            ms.Add(at);
        }

        var times = StageTimes.Of(reading, ms);
        Assert.Null(times[0].RecognitionMs);
        Assert.All(reading.Stages.Zip(times).Skip(1).Where(s => s.First.To > s.First.From), s =>
            Assert.Equal(2_000, s.Second.RecognitionMs));
        var within = reading.Stages[1].Parts.Count(p => p > reading.Stages[1].From && p < reading.Stages[1].To);
        Assert.Equal(within * 1_000, times[1].PausesMs);
        Assert.Equal(ms[^1] - ms[0], times.Sum(t => t.TurningMs + (t.RecognitionMs ?? 0)));
    }
}
