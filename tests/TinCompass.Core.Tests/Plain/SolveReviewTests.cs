using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Tests.Plain;

/// <summary>What a review says of a solve, counted again plainly from its turns and their times.</summary>
public class SolveReviewTests
{
    private const int Solves = 15, Deep = 6;
    private const int Usual = 200;

    private static readonly HandModel Hands = new(HandPreferences.Usual);

    private static readonly WholePlanner Planner = new(StageKit.Book);

    private static (CubeState Start, WholePlan Plan) Planned(Random random, string id)
    {
        var (method, start) = (StageKit.Book.Method(id)!, RandomPosition.Draw(random.Next));
        var options = new CourseOptions(Hands, random.Next(2) == 0, false, CourseOptions.UsualBeam);
        var foci = Planner.Foci(method, Faces.AllColors);
        return (start, Planner.Best(method, start, [foci[random.Next(foci.Count)]], options)!);
    }

    private static double Lost(SolveLoss loss) => loss.Ms!.Value;

    [Theory]
    [InlineData("cfop")]
    [InlineData("roux")]
    [InlineData("edges")]
    [InlineData("blocks")]
    [InlineData("good")]
    public void Pauses_are_found_where_they_were_made_and_the_longest_is_told_first(string id)
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < Solves; i++)
        {
            var (start, plan) = Planned(random, id);
            // Evenly turned, but for some pauses of known lengths, no two of which are alike.
            var (ms, at, pauses) = (new List<int>(), 0, new Dictionary<int, int>());
            for (var t = 0; t < plan.All.Count; t++)
            {
                if (t > 0 && random.Next(9) == 0) at += pauses[t] = 800 + (200 * pauses.Count) + (random.Next(3) * 7_000);
                else at += Usual;
                ms.Add(at);
            }

            var review = SolveReview.Of(StageKit.Book, start, new TimedTurns(plan.All, ms), Hands);
            var about = $"seed {PlainSeed.Today}: {Facelets.Write(start)} {new TimedTurns(plan.All, ms)}";
            Assert.True(review.Ms == ms[^1] - ms[0], about);
            foreach (var stage in review.Stages)
            {
                var (from, to) = (stage.Read.From, stage.Read.To);
                var (before, within) = (pauses.GetValueOrDefault(from), pauses.Where(p => p.Key > from && p.Key < to).ToArray());
                var (toldBefore, toldWithin) = (stage.Losses.SingleOrDefault(l => l.Kind == LossKind.Before),
                    stage.Losses.SingleOrDefault(l => l.Kind == LossKind.Within));
                Assert.True((to > from && before > 0) == (toldBefore is not null), about);
                if (toldBefore is not null) Assert.Equal(before - Usual, Lost(toldBefore));
                Assert.True(within.Length == (toldWithin?.Count ?? 0), about);
                if (toldWithin is not null) Assert.Equal(within.Sum(p => p.Value - Usual), Lost(toldWithin));
            }

            // Everything between the first and the last turn is turning, waiting or pausing of some stage, once.
            Assert.Equal(review.Ms, review.Stages.Sum(s => s.Times!.TurningMs + (s.Times.RecognitionMs ?? 0)));
            var all = review.Stages.SelectMany(s => s.Losses).ToArray();
            Assert.Equal(all.Length == 0 ? null : all.Max(l => l.Ms), review.Worst?.Ms);
            Assert.All(all, l => Assert.Contains(l.Kind == LossKind.Turns ? "over the best" : "stood still", l.Sentence,
                StringComparison.Ordinal));
            Assert.All(all, l => Assert.NotNull(StageKit.Book.Drills.Find(l.Drill)));
        }
    }

    [Theory]
    [InlineData("cfop")]
    [InlineData("roux")]
    [InlineData("edges")]
    [InlineData("blocks")]
    [InlineData("good")]
    public void Without_times_only_turns_are_lost_and_turns_in_vain_are_charged_at_the_solvers_pace(string id)
    {
        var (random, charged) = (new Random(PlainSeed.Today), 0);
        for (var i = 0; i < Solves; i++)
        {
            var (start, plan) = Planned(random, id);
            var about = $"seed {PlainSeed.Today}: {Facelets.Write(start)} {string.Join(' ', plan.All)}";
            var review = SolveReview.Of(StageKit.Book, start, new TimedTurns(plan.All, null), Hands, plan.Method);
            Assert.True((review.Ms, review.PaceMs) == (null, null));
            // Once in hundreds of solves the stages stand sooner on another base: there they were not planned.
            if (review.Reading.Focus != plan.Focus) continue;
            // What is planned is never charged: a turn that one stage spends for the sake of the next is made up for.
            Assert.True(review.Worst is null, $"{review.Worst?.Sentence} {about}");
            Assert.All(review.Stages, s => Assert.True(s.Advice.Count == 0, $"{string.Join(' ', s.Advice)} {about}"));
            // A turn and its undoing before the first stage: two turns that nothing needed.
            var face = Turn.Of((Face)random.Next(6), 1 + random.Next(2));
            Turn[] own = [face, face.Inverse, .. plan.All];
            var timed = new TimedTurns(own, [.. Enumerable.Range(0, own.Length).Select(t => t * Usual)]);
            var slipped = SolveReview.Of(StageKit.Book, start, timed, Hands, plan.Method);
            if (slipped.Reading.Focus != review.Reading.Focus || review.Stages[0].Judged?.FirstMistake is not null) continue;
            charged++;
            var loss = slipped.Stages[0].Losses.SingleOrDefault(l => l.Kind == LossKind.Turns);
            Assert.True(loss is not null, $"{face} {face.Inverse}: {about}: {slipped.Stages[0].Judged?.Verdict} {slipped.Stages[0].Read}");
            Assert.True(loss!.Count > 0, about);
            // The pace is the time from one move to the next.
            Assert.Equal(Usual, slipped.PaceMs!.Value, 6);
            Assert.Equal(loss.Count * slipped.PaceMs.Value, Lost(loss), 6);
        }

        Assert.True(charged > Solves / 3, $"{charged}");
    }

    /// <summary>
    /// The first block of this deep plan has one move over the fewest; the whole of it is quicker than our course from there.
    /// </summary>
    [Fact]
    public void A_plan_is_weighed_as_a_whole()
    {
        var turns = Algorithm.Parse("x z2 R' B D' R U F D r U2 r U' r' U R' U2 R U R' U R U2 R' M' U2 M2 U M").Turns;
        var start = Hold.All.Select(h => CubeState.Solved.Apply(h.Rotation).Apply(turns.Reverse().Select(t => t.Inverse)))
            .First(c => c.Hold == Hold.Scramble);
        var review = SolveReview.Of(StageKit.Book, start, new TimedTurns(turns, null), Hands, StageKit.Book.Method("roux"));
        Assert.Null(review.Worst);
        var block = review.Stages.Single(s => s.Read.Stage.Id == "fb");
        Assert.Equal(1, block.Judged!.OverBest);
        Assert.Empty(block.Advice);
        Assert.Contains(block.Hints, h => h.Contains("made up for by what followed", StringComparison.Ordinal));
    }

    /// <summary>Moves of one layer in a row are told, wherever they meet: our plans make them as one.</summary>
    [Theory]
    [InlineData("roux", "x' y' B U2 R D2 R B' D R U' R' U R U2 R2 U M2 U r' U r U R U R' U R U2 R' M' U2 U' M U M M U2 U2 M' U")]
    [InlineData("edges", "x y' U L' F D' R' F2 D' R B' R B r U' L' U B L U' r' F y R U' R' U U R U' R' U u R' U2 R D' R' U2 R R D' R' U R "
        + "D R' U' x' D2 y R' U R D2 R' U' z D R' D2 R U R' D2 R U'")]
    public void Moves_that_meet_are_told(string id, string made)
    {
        var turns = Algorithm.Parse(made).Turns;
        var start = Hold.All.Select(h => CubeState.Solved.Apply(h.Rotation).Apply(turns.Reverse().Select(t => t.Inverse)))
            .First(c => c.Hold == Hold.Scramble);
        var review = SolveReview.Of(StageKit.Book, start, new TimedTurns(turns, null), Hands, StageKit.Book.Method(id));
        var runs = SpareTurns.Runs(review.Turns).ToArray();
        Assert.NotEmpty(runs);
        string[] advice = [.. review.Stages.SelectMany(s => s.Advice)];
        Assert.All(runs, r => Assert.Contains(advice, a => a.StartsWith(
            string.Join(' ', review.Turns.Skip(r.From).Take(r.To - r.From)) + " (", StringComparison.Ordinal)));
    }

    /// <summary>
    /// A sequence of the corners that ends with R L', a turn of the middle and of the whole cube: before these two the corners stand, but
    /// for how the cube is held. They are the corners', and the six edges are judged from where they are held.
    /// </summary>
    [Fact]
    public void Two_turns_by_which_a_stage_ends_as_the_cube_is_held_belong_to_it()
    {
        var turns = Algorithm.Parse("x z L D L U2 B' D2 B' U2 r U' r' U' R' U' r' U2 r U' r' U R L U L' U' R' U L U' R L' M' U' M' U' M2 " +
            "U M' U2 M' U' U2 M' U2 M").Turns;
        var start = Hold.All.Select(h => CubeState.Solved.Apply(h.Rotation).Apply(turns.Reverse().Select(t => t.Inverse)))
            .First(c => c.Hold == Hold.Scramble);
        var review = SolveReview.Of(StageKit.Book, start, new TimedTurns(turns, null), Hands, StageKit.Book.Method("roux"));
        Assert.Equal("R L'", string.Join(' ', review.Stages.Single(s => s.Read.Stage.Id == "cmll").Turns.TakeLast(2)));
        Assert.Null(review.Worst);
        Assert.Equal(["U' U2 (from turn 10) is one turn, U."], review.Stages.SelectMany(s => s.Advice));
    }

    /// <summary>Plans over all stages together spend turns in one stage that another saves: none of them is charged either.</summary>
    [Theory]
    [InlineData("cfop")]
    [InlineData("roux")]
    [InlineData("edges")]
    [InlineData("blocks")]
    [InlineData("good")]
    public void What_is_planned_over_all_stages_is_not_charged(string id)
    {
        var (random, method) = (new Random(PlainSeed.Today), StageKit.Book.Method(id)!);
        for (var i = 0; i < Deep; i++)
        {
            var start = RandomPosition.Draw(random.Next);
            var options = new CourseOptions(Hands, random.Next(2) == 0, false, CourseOptions.UsualBeam);
            var foci = Planner.Foci(method, [Faces.AllColors[random.Next(6)]]);
            using var stop = new CancellationTokenSource();
            WholePlan? plan = null;
            foreach (var deeper in Planner.Deepen(method, start, foci, options, stop.Token))
            {
                // Looked for deeper once there is one, however long that took.
                if (plan is null) stop.CancelAfter(TimeSpan.FromSeconds(0.5));
                plan = deeper;
            }

            var review = SolveReview.Of(StageKit.Book, start, new TimedTurns(plan!.All, null), Hands, method);
            // Read on another base it was not planned.
            if (review.Reading.Focus != plan.Focus) continue;
            Assert.True(review.Worst is null,
                $"seed {PlainSeed.Today}: {Facelets.Write(start)} {string.Join(' ', plan.All)}: {review.Worst?.Sentence}");
            Assert.All(review.Stages, s => Assert.True(s.Advice.Count == 0,
                $"seed {PlainSeed.Today}: {Facelets.Write(start)} {string.Join(' ', plan.All)}: {string.Join(' ', s.Advice)}"));
        }
    }
}
