using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.Methods.LastLayer;

public class LlJudgeTests
{
    private static readonly HandModel Hands = new(HandPreferences.Usual);
    private static readonly LlJudge Judge = new(StageKit.Top);

    public static TheoryData<bool, bool, bool> Ways => new()
    {
        { false, false, false }, { false, true, true }, { true, false, false }, { false, true, false }, { true, false, true },
    };

    /// <summary>
    /// From any last layer: the course ends solved on the plain cube, and the judge finds no mistake in what the planner took.
    /// </summary>
    [Theory]
    [MemberData(nameof(Ways))]
    public void What_is_planned_solves_and_is_no_mistake(bool byTurns, bool topInTwo, bool sidesInTwo)
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < 120; i++)
        {
            var held = Draw(random).ToCube(Hold.All[random.Next(Hold.Count)]);
            var (focus, about) = (new Focus(held.Hold.ColorAt(Face.D)), $"seed {PlainSeed.Today}: {Facelets.Write(held)}");
            var options = new CourseOptions(Hands, byTurns, false, 6)
            {
                Wishes =
                [
                    .. topInTwo ? (string[])[LlCourse.OrientsInTwo] : [],
                    .. sidesInTwo ? (string[])[LlCourse.PermutesInTwo] : [],
                ],
            };
            var course = new CoursePlanner(StageKit.Book).Plan(StageKit.Book.Methods[0], held, focus, [[]], options);
            Turn[] turns = [.. course.Stops.SelectMany(s => s.Turns)];
            Assert.True(new PlainLastLayer(PlainCube.Of(Facelets.Write(held)).Turn(string.Join(' ', turns))).IsSolved, about);
            if (LlState.Of(held) == LlState.Solved) continue;
            Assert.True(LlPosition.TryRead(held, focus.Base, out var position, out _));
            Assert.True(Judge.Judge(position, turns, Hands) is { IsDone: true, End: var end } && end == LlState.Solved, about);
            // As a user's check is made: what the planner prefers is never a mistake, whatever the wishes.
            var judged = StageKit.Book.Find(position.State.IsOriented ? "pll" : "oll")!.Check(held, focus, turns, options, isKnown: true);
            Assert.True(judged.FirstMistake is null, $"{about}: {judged.FirstMistake}");
            // Each stop is what it says: before it the case, after it the set done.
            foreach (var (stop, before, after) in course.Stops.Zip(course.Before, course.Before.Skip(1))
                .Where(s => s.First.Case.Length > 0))
            {
                var set = LlSets.All.Single(s => s.Id() == stop.Stage);
                Assert.Equal(stop.Case, LlCases.Of(set, LlState.Of(before)!.Value).Case.Id);
                Assert.True(new PlainLastLayer(PlainCube.Of(Facelets.Write(after))).Is(set), about);
                AssertWhy(stop, LlState.Of(before)!.Value, LlState.Of(after)!.Value, set,
                    [.. course.Stops.TakeWhile(s => s != stop).SelectMany(s => s.Turns).TakeLast(10)], about);
            }
        }
    }

    /// <summary>Why a stop is made so: quickest or shortest of the whole book, and the case that is left, as it is.</summary>
    private static void AssertWhy(CourseStop stop, LlState before, LlState after, LlSet set, Turn[] arrived, string about)
    {
        var ranked = StageKit.Top.Rank(set, before, Hands);
        // From the grip that the turns before it end with.
        if (stop.Why.StartsWith("the quickest", StringComparison.Ordinal))
        {
            var isOfCommon = stop.Why.StartsWith("the quickest common", StringComparison.Ordinal);
            Assert.True(Hands.MeasureAfter(arrived, [.. stop.Turns.SkipWhile(t => t.Kind == TurnKind.Rotation && arrived.Length == 0)])
                <= ranked.Where(r => !isOfCommon || r.Sequence.IsCommon).Min(r => Hands.MeasureAfter(arrived, r.AsTurned)) + 0.001,
                $"{about}: {stop.Why}");
        }

        if (stop.Why.StartsWith("the shortest", StringComparison.Ordinal))
            Assert.Equal(ranked.Where(r => stop.Why.StartsWith("the shortest,", StringComparison.Ordinal)
                || (stop.Why.Contains("mix both sides", StringComparison.Ordinal) ? !r.MixesSides : r.Sequence.IsCommon))
                .Min(r => r.Length), stop.Plain.Sum(t => Metric.Htm.Cost(t)));
        var left = stop.Why[(stop.Why.IndexOf("leads to ", StringComparison.Ordinal) + "leads to ".Length)..].Split(':')[0];
        Assert.True(left == "the end" ? after.IsSolvedButTop
            : LlSets.All.Any(s => s.Fits(after) && left == LlCases.Of(s, after).Case.Title.Split(':')[0]), $"{about}: {stop.Why}");
        Assert.DoesNotContain(" 0.0 wt less", stop.Why, StringComparison.Ordinal);
        Assert.DoesNotContain(" 0 turns less", stop.Why, StringComparison.Ordinal);
    }

    [Fact]
    public void What_is_done_and_undone_again_is_not_called_done()
    {
        var judged = Judged(Undo("F R U R' U' F'"), "F R U R' U' F' R U R' U R U2 R'");
        Assert.False(judged.IsDone);
        Assert.Contains("undone again at the end", judged.Verdict, StringComparison.Ordinal);
    }

    /// <summary>The better of two orientation sequences is chosen by what follows: no pair that was weighed takes less.</summary>
    [Fact]
    public void The_pair_that_is_chosen_is_the_quickest_of_those_weighed()
    {
        var (random, planner) = (new Random(PlainSeed.Today), new LlPlanner(StageKit.Top));
        for (var i = 0; i < 60; i++)
        {
            var state = Draw(random);
            if (LlSet.Oll.IsDone(state)) continue;
            var pairs = planner.Ahead(state, new LlOptions(Hands));
            Assert.All(pairs, p => Assert.True(p.Cost >= pairs[0].Cost));
            foreach (var pair in pairs.Take(3))
            {
                var end = PlainCube.Of(Facelets.Write(state.ToCube())).Turn(string.Join(' ', pair.First.AsTurned));
                Assert.True(new PlainLastLayer(end).Is(LlSet.Oll));
                Assert.Equal(pair.Left.Id, LlCases.Of(LlSet.Pll, pair.First.Result).Case.Id);
                if (pair.Then is not null) Assert.True(new PlainLastLayer(end.Turn(string.Join(' ', pair.Then.AsTurned))).IsSolved);
            }
        }
    }

    /// <summary>
    /// The hands arrive with a grip: what a sequence takes more from there is what it adds to the turns before, and it decides.
    /// </summary>
    [Fact]
    public void Sequences_are_ranked_from_the_grip_one_arrives_with()
    {
        var (random, planner, changed) = (new Random(PlainSeed.Today), new LlPlanner(StageKit.Top), 0);
        string[] pairs = ["R U R'", "y L' U' L", "F' U' F", "R' F R F'", "U2 L U' L'", "R U2 R' U' R U R'", "d R' U R"];
        for (var i = 0; i < 80; i++)
        {
            var state = Draw(random);
            var options = new LlOptions(Hands);
            if (options.Next(state) is null) continue;
            var before = Algorithm.Parse(pairs[random.Next(pairs.Length)]).Turns;
            var (alone, arrived) = (planner.Ahead(state, options), planner.Ahead(state, options.After(before)));
            foreach (var pair in arrived)
            {
                Assert.Equal(Hands.Measure([.. before, .. pair.First.AsTurned])!.Value - Hands.Measure(before)!.Value,
                    pair.FirstTime!.Value, 6);
                Assert.Equal(pair.FirstTime + (pair.Then?.Time ?? 0), pair.Time);
                Assert.True(pair.Cost >= arrived[0].Cost);
            }

            changed += alone.Select(p => p.First.Sequence).SequenceEqual(arrived.Select(p => p.First.Sequence)) ? 0 : 1;
            // The judge knows where the hands come from.
            var position = new LlPosition(Color.Yellow, [], state.ToCube(), state);
            var judged = new LlJudge(StageKit.Top).Judge(position, arrived[0].First.AsTurned, Hands, arrived: before);
            Assert.True(judged.FirstMistake is null,
                $"seed {PlainSeed.Today}: {Facelets.Write(position.Held)} after {string.Join(' ', before)}");
        }

        Assert.True(changed > 0, "the grip never decided");
    }

    /// <summary>
    /// From a whole scramble: what is planned for the last layer after the pairs is no mistake to the judge of the log, who is told of the
    /// turns before it.
    /// </summary>
    [Fact]
    public void What_a_whole_course_ends_with_is_no_mistake_in_the_log()
    {
        var random = new Random(PlainSeed.Today);
        var stage = StageKit.Book.Find("oll")!;
        for (var i = 0; i < 25; i++)
        {
            var start = RandomPosition.Draw(random.Next);
            var focus = new Focus(Faces.AllColors.ElementAt(random.Next(6)));
            var course = new CoursePlanner(StageKit.Book).Plan(StageKit.Book.Methods[0], start, focus, [[]],
                new CourseOptions(Hands, false, false, 4));
            var from = course.Stops.TakeWhile(s => s.Stage is not ("oll" or "pll")).Count();
            Turn[] made = [.. course.Stops.Take(from).SelectMany(s => s.Turns)];
            Turn[] top = [.. course.Stops.Skip(from).SelectMany(s => s.Turns)];
            if (stage.Refuses(course.Before[from], focus) is not null) continue;
            var judged = stage.Judge(course.Before[from], focus, top, Hands, made);
            Assert.True(judged.IsDone && judged.FirstMistake is null,
                $"seed {PlainSeed.Today}: {Facelets.Write(start)} {string.Join(' ', made)} | {string.Join(' ', top)}: " +
                    $"{judged.FirstMistake}");
        }
    }

    /// <summary>A sequence of the book from a wrong hold, or for the mirror, on any last layer: the hint says which it is.</summary>
    [Fact]
    public void The_wrong_hold_and_the_mirror_are_told_of_any_sequence()
    {
        var (random, told) = (new Random(PlainSeed.Today), new Dictionary<string, int>());
        for (var i = 0; i < 400; i++)
        {
            var state = Draw(random);
            var set = state.IsOriented ? LlSet.Pll : LlSet.Oll;
            if (set.IsDone(state)) continue;
            var c = LlCases.Of(set, state).Case;
            var other = random.Next(3) switch { 0 => c, 1 => LlCases.Find(c.MirrorId)!, _ => LlCases.Of(set)[1 + random.Next(20)] };
            var entry = StageKit.Top.Book[other];
            var turns = entry.Sequences[random.Next(entry.Sequences.Count)].Turns;
            var held = state.ToCube();
            var judged = Judge.Judge(new LlPosition(Color.Yellow, [], held, state), turns, Hands);
            var plain = new PlainLastLayer(PlainCube.Of(Facelets.Write(held)).Turn(string.Join(' ', turns)));
            // Of what was done on the way, the rest is told another time.
            if (judged.Hint.Length == 0 || judged.Steps.Count > 0) continue;
            var kind = judged.Hint.Split(' ') is ["The", "right", ..] ? "hold"
                : judged.Hint.Contains("its mirror", StringComparison.Ordinal)
                ? "mirror" : "other";
            told[kind] = told.GetValueOrDefault(kind) + 1;
            // It did not do it as it was held; from the hold that is meant it does, on the plain cube.
            Assert.False(plain.Is(set), judged.Hint);
            var fits = new[] { "", "U", "U2", "U'" }.Any(u => new PlainLastLayer(
                PlainCube.Of(Facelets.Write(held)).Turn($"{u} {string.Join(' ', turns)}")).Is(set));
            Assert.Equal(fits, kind == "hold");
            if (kind == "hold") continue;
            var mirrored = string.Join(' ', new Algorithm(turns).Mirror().Turns);
            var mirrorFits = new[] { "", "U", "U2", "U'" }.Any(u => new PlainLastLayer(
                PlainCube.Of(Facelets.Write(held)).Turn($"{u} {mirrored}")).Is(set));
            Assert.True(kind != "mirror" || mirrorFits, judged.Hint);
            Assert.Contains(c.Title, judged.Hint, StringComparison.Ordinal);
        }

        Assert.Equal(["hold", "mirror", "other"], told.Keys.Order());
    }

    [Fact]
    public void A_slow_way_is_beaten_by_the_books_quickest()
    {
        // Solves "cross: left end in front, left and behind", with two turns of the base that help nothing.
        var judged = Judged(Undo("R U R' U R U2 R'"), "D R U R' U R U2 R' D'");
        Assert.Equal(["oll"], judged.Steps.Select(s => s.Step.Set.Id()));
        Assert.Equal(1, judged.FirstMistake);
        Assert.True(judged.OverBest > 0);
        Assert.NotNull(judged.Steps[0].Better);
    }

    [Fact]
    public void Two_steps_are_told_apart()
    {
        var turns = "F R U R' U' F' U U' R U R' U R U2 R'";
        var judged = Judged(Undo("F R U R' U' F' R U R' U R U2 R'"), turns);
        Assert.Equal(["eoll", "ocll"], judged.Steps.Select(s => s.Step.Set.Id()));
        Assert.Equal(["top edges", "top corners and sides"], judged.Parts.Select(p => p.Title));
        Assert.Equal(6, judged.Steps[0].Length);
    }

    [Theory]
    [InlineData("R U R' U R U2 R'", "U R U R' U R U2 R'", "wrong hold")]
    [InlineData("R U R' U R U2 R'", "L' U' L U' L' U2 L", "its mirror")]
    [InlineData("F R U R' U' F'", "R U R' U R U2 R'", "This is for cross")]
    public void The_wrong_hold_and_the_wrong_case_are_named(string solves, string made, string said)
    {
        var judged = Judged(Undo(solves), made);
        Assert.False(judged.IsDone);
        Assert.Contains(said, judged.Verdict, StringComparison.Ordinal);
    }

    [Fact]
    public void What_breaks_the_first_layers_is_told()
    {
        var judged = Judged(Undo("F R U R' U' F'"), "F R U R'");
        Assert.Equal("At the end the first two layers do not stand.", judged.Verdict);
        Assert.False(judged.IsDone);
        Assert.Equal("At the end the base is not down.", Judged(Undo("F R U R' U' F'"), "F R U R' U' F' x").Verdict);
    }

    [Fact]
    public void An_own_stop_is_taken_when_it_brings_the_last_layer_on()
    {
        var held = CubeState.Solved.Apply(Algorithm.Parse(Undo("F R U R' U' F'")).Turns);
        var course = StageKit.Book.Find("oll")!.Course!;
        var options = new CourseOptions(Hands, false, false, 6);
        Assert.Equal("oll", Take("F R U R' U' F'").Stop!.Stage);
        Assert.Equal("breaks-solved", Take("F R U R'").Refusal!.Code);
        Assert.Equal("solves-nothing", Take("U").Refusal!.Code);
        Assert.Equal("base-not-down", Take("F R U R' U' F' x").Refusal!.Code);

        (CourseStop? Stop, StageRefusal? Refusal) Take(string turns) =>
            course.Take(held, new Focus(Color.Yellow), Algorithm.Parse(turns).Turns, options);
    }

    [Theory]
    [InlineData("oll-0101-0021", "F R U R' U' F'", null)]
    [InlineData("oll-0101-0021", "y' F R U R' U' F'", null)]
    [InlineData("oll-0101-0021", "F R U R' U'", "breaks-solved")]
    [InlineData("oll-0000-0111", "R U R' U R U2 R'", "solves-another")]
    [InlineData("pll-0321-0213", "F R U R' U' F'", "breaks-solved")]
    [InlineData("pll-0321-0213", "U2", "solves-nothing")]
    [InlineData("epll-0123-2301", "R U R' U' R' F R2 U' R' U' R U R' F'", "breaks-solved")]
    [InlineData("oll-0101-0021", "F R U R' U' F' x", "base-not-down")]
    public void An_own_sequence_is_told_what_it_really_does(string id, string sequence, string? code)
    {
        var c = LlCases.Find(id)!;
        var book = new LlCasebook(StageKit.Top, c.Set);
        foreach (var view in book.Views)
            Assert.Equal(code, book.Trial(book.Find(id)!, view, Algorithm.Parse(sequence).Turns).Refusal?.Code);
    }

    /// <summary>Every sheet of every book: each sequence solves the case as it is drawn in that view.</summary>
    [Fact]
    public void Every_sheet_shows_sequences_that_solve_its_case_as_it_is_drawn()
    {
        foreach (var set in LlSets.All)
        {
            var book = new LlCasebook(StageKit.Top, set);
            foreach (var c in book.Cases.Where((_, i) => i % 3 == 0))
                foreach (var view in book.Views)
                {
                    var sheet = book.Sheet(c, view, Hands);
                    var plain = PlainCube.Of(Facelets.Write(sheet.Position));
                    Assert.True(new PlainLastLayer(plain).BelowStands);
                    foreach (var solution in sheet.Solutions.Select(s => s.Solution)
                        .Concat(sheet.Schools.Select(s => s.Solution?.Solution).OfType<StageSolution>()))
                        Assert.True(new PlainLastLayer(plain.Turn(string.Join(' ', solution.AsTurned))).Is(set),
                            $"{c.Id} {view.Id}: {solution}");
                    Assert.All(sheet.Schools, s => Assert.True(s.Solution is null != (s.None is null)));
                }
        }
    }

    private static LlJudgement Judged(string scramble, string turns)
    {
        var held = CubeState.Solved.Apply(Algorithm.Parse(scramble).Turns);
        Assert.True(LlPosition.TryRead(held, Color.Yellow, out var position, out var refusal), refusal?.Message);
        return Judge.Judge(position, Algorithm.Parse(turns).Turns, Hands);
    }

    private static string Undo(string turns) => string.Join(' ', Algorithm.Parse(turns).Inverse().Turns);

    /// <summary>What is meant as the first of two looks and does all by chance is held against two looks as well.</summary>
    [Fact]
    public void The_first_of_two_looks_that_does_all_by_chance_is_no_mistake()
    {
        var (random, found) = (new Random(PlainSeed.Today), 0);
        // What a common algorithm of the first look solves, whatever it was meant for.
        foreach (var turns in LlBook.Common.Of("eoll"))
            foreach (var turned in LlState.Quarters)
            {
                var held = LlState.SolvedBy(turns)!.Value.Turned(turned).ToCube(Hold.All[random.Next(Hold.Count)]);
                var focus = new Focus(held.Hold.ColorAt(Face.D));
                var course = new CoursePlanner(StageKit.Book).Plan(StageKit.Book.Methods[0], held, focus, [[]],
                    new CourseOptions(Hands, false, false, 6) { Wishes = [LlCourse.OrientsInTwo] });
                Assert.Contains(course.Stops, s => s.Stage == "eoll");
                Assert.True(LlPosition.TryRead(held, focus.Base, out var position, out _));
                var judged = Judge.Judge(position, [.. course.Stops.SelectMany(s => s.Turns)], Hands);
                found += judged.Steps[0].Step.And == LlSet.Pll ? 1 : 0;
                Assert.Null(judged.FirstMistake);
            }

        Assert.True(found > 0, "none did all by chance");
    }

    private static LlState Draw(Random random)
    {
        var (looks, arrangements) = (LlSet.Oll.States(), LlSet.Pll.States());
        return arrangements[random.Next(arrangements.Count)].Then(looks[random.Next(looks.Count)]);
    }
}
