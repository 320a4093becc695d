using System.Text.RegularExpressions;
using TinCompass.Core.Cube;
using TinCompass.Core.Feed;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Tests.Plain;

/// <summary>What a review says of pauses, of turns that were not needed and of better ways, held against a plain cube.</summary>
public class ReviewAdviceTests
{
    private const int Solves = 30, Mixed = 60;

    private static readonly HandModel Hands = new(HandPreferences.Usual);

    private static PlainCube Plain(CubeState start, IEnumerable<Turn> turns) =>
        PlainCube.Of(Facelets.Write(start)).Turn(string.Join(' ', turns));

    private static string About(CubeState start, IEnumerable<Turn> turns) =>
        $"seed {PlainSeed.Today}: {Facelets.Write(start)} {string.Join(' ', turns)}";

    private static string Place(V at)
    {
        var (layer, depth, side) = (at.Y switch { 1 => "on top", -1 => "below", _ => "" },
            at.Z switch { 1 => "front", -1 => "back", _ => "" }, at.X switch { 1 => "right", -1 => "left", _ => "" });
        var column = depth.Length > 0 && side.Length > 0 ? $"{depth}-{side}" : depth + side;
        return layer.Length > 0 && column.Length > 0 ? $"{layer} {column}" : layer + column;
    }

    [Theory]
    [InlineData("cfop")]
    [InlineData("roux")]
    [InlineData("edges")]
    [InlineData("blocks")]
    [InlineData("good")]
    public void Of_a_pause_it_is_told_what_came_next_and_what_of_it_was_in_view(string id)
    {
        var (random, method) = (new Random(PlainSeed.Today), StageKit.Book.Method(id)!);
        var (seen, hidden, cases) = (0, 0, 0);
        for (var i = 0; i < Solves; i++)
        {
            var start = RandomPosition.Draw(random.Next);
            var solve = new SimulatedHands(StageKit.Book, Hands, random.NextDouble()).Solve(method, start, random);
            var review = SolveReview.Of(StageKit.Book, start, solve.Timed, Hands, method);
            var focus = review.Reading.Focus;
            foreach (var stage in review.Stages)
            {
                Assert.Equal(stage.Losses.Where(l => l.Kind != LossKind.Turns).Sum(l => l.Count), stage.Pauses.Count);
                foreach (var pause in stage.Pauses)
                {
                    var about = $"{About(start, review.Turns.Take(pause.Turn))}: {pause.Sentence}";
                    var now = Plain(start, review.Turns.Take(pause.Turn));
                    var end = stage.Read.Parts.FirstOrDefault(p => p > pause.Turn, stage.Read.To);
                    var after = Plain(start, Until(review, end));
                    Assert.StartsWith($"{Words.Seconds(pause.Ms)} s before turn {pause.Turn - stage.Read.From + 1}, "
                        + $"{review.Turns[pause.Turn]}", pause.Sentence, StringComparison.Ordinal);
                    foreach (var piece in pause.Sight?.Pieces ?? [])
                    {
                        var colors = piece.Name.Split('-');
                        var at = now.Piece(colors)[0].At;
                        Assert.True(piece.IsInView == (at.Y == 1 || at.Z == 1), about);
                        Assert.True(Place(at) == piece.Place, $"{piece} {about}");
                        // It came next: it is where it belongs when the part is done, and was not all the while.
                        var side = id != "roux" ? colors[^1] : colors.First(c => c == focus.Part || c == Opposite(focus.Part));
                        Assert.True(after.Sticker(side, colors).Looks == after.Centre(side), about);
                        if (id != "roux") Assert.True(after.IsHome(colors), about);
                        // Where no move tells how the cube was held nothing is said of what was in view.
                        var isHoldKnown = review.Turns.SkipWhile(t => t.Kind == TurnKind.Rotation).Any(t => t.Kind != TurnKind.Face);
                        Assert.Contains(piece.IsInView || !isHoldKnown ? piece.Name : $"{piece.Name} ({piece.Place})", pause.Sentence,
                            StringComparison.OrdinalIgnoreCase);
                        Assert.True(!isHoldKnown == pause.Sentence.Contains("can't be known", StringComparison.Ordinal), about);
                        (seen, hidden) = (seen + (piece.IsInView ? 1 : 0), hidden + (piece.IsInView ? 0 : 1));
                    }

                    Assert.True(pause.Sight?.Pieces.Any(p => !p.IsInView) == true
                        || !pause.Sentence.Contains("out of view", StringComparison.Ordinal), about);
                    if (stage.Read.Stage.Id == F2lStage.StageId) Assert.Equal(
                        NewPairs(start, review, stage, pause.Turn, end), pause.Sight!.Pieces.Where(p => p.Name.Count(c => c == '-') == 1)
                            .Select(p => p.Name).Order(StringComparer.Ordinal));
                    if (id == "cfop" && pause.Sight is { Case.Length: > 0 } sight && sight.Case.Contains(':', StringComparison.Ordinal))
                    {
                        cases++;
                        var set = stage.Read.Stage.Id == "oll" ? LlSet.Oll : LlSet.Pll;
                        foreach (var glance in sight.Case[(sight.Case.IndexOf(". ", StringComparison.Ordinal) + 2)..].TrimEnd('.')
                            .Split("; "))
                        {
                            var (where, told) = (glance[..glance.IndexOf(": ", StringComparison.Ordinal)],
                                glance[(glance.IndexOf(": ", StringComparison.Ordinal) + 2)..]);
                            Assert.True(new PlainLastLayer(now).See(Words.Small(where)) == told, $"{set} {about}");
                        }
                    }
                }
            }
        }

        Assert.True(seen > 30 && hidden > 10 && (id != "cfop" || cases > 5), $"{seen} seen, {hidden} hidden, {cases} cases");
    }

    [Theory]
    [InlineData("cfop")]
    [InlineData("roux")]
    [InlineData("edges")]
    [InlineData("blocks")]
    [InlineData("good")]
    public void A_pause_is_expected_where_what_comes_next_could_not_be_followed(string id)
    {
        var (random, method, planner) = (new Random(PlainSeed.Today), StageKit.Book.Method(id)!, new WholePlanner(StageKit.Book));
        var (expected, followed) = (0, 0);
        for (var i = 0; i < Solves; i++)
        {
            var start = RandomPosition.Draw(random.Next);
            var options = new CourseOptions(Hands, random.Next(2) == 0, false, CourseOptions.UsualBeam);
            var plan = planner.Best(method, start, planner.Foci(method, [Faces.AllColors[random.Next(6)]]), options)!;
            var pauses = ExpectedPause.Of(StageKit.Book, start, plan).ToDictionary(p => p.Stop);
            var (made, color) = (new List<Turn>(plan.Stops[0].Turns), plan.Focus.Base.Name());
            for (var s = 1; s < plan.Stops.Count; s++)
            {
                var (last, next) = (plan.Stops[s - 1].Turns, plan.Stops[s]);
                var (before, after) = (Plain(start, made), Plain(start, made.Concat(next.Turns)));
                if (next.Stage == F2lStage.StageId)
                {
                    // The pieces of pairs that go in by the next stop, looked for after each turn of the one before.
                    var pieces = SlotNames(plan.Focus.Base).Where(n => !PlainPair.Of(before.WithDown(color), color, n).IsIn
                        && PlainPair.Of(after.WithDown(color), color, n).IsIn).ToArray();
                    var (unseen, turns, cube) = (0, 0, Plain(start, made.SkipLast(last.Count)));
                    foreach (var turn in last)
                    {
                        cube = cube.Turn($"{turn}");
                        if (turn.Kind == TurnKind.Rotation) continue;
                        turns++;
                        if (pieces.Any(n => !PlainPair.Of(cube, color, n).IsInView)) unseen++;
                    }

                    var pause = pauses.GetValueOrDefault(s);
                    Assert.True(pause is not null == (pieces.Length > 0 && turns > 0 && 2 * unseen >= turns), About(start, plan.All));
                    if (pause is not null) Assert.Equal((unseen, turns), (pause.OutOfView, pause.Turns));
                    (expected, followed) = (expected + (pause is null ? 0 : 1), followed + (pause is null ? 1 : 0));
                }
                else if (next.Stage is "oll" or "pll")
                {
                    // A case has to be read, but where one turn of the top does it.
                    var isLeft = next.Turns.Count(t => t.Kind != TurnKind.Rotation) == 1;
                    Assert.True(pauses.ContainsKey(s) != isLeft, About(start, plan.All));
                    expected++;
                }

                made.AddRange(next.Turns);
            }

            if (id != "cfop") expected += pauses.Count;
        }

        Assert.True(expected > Solves && (id != "cfop" || followed > Solves / 3), $"{expected} expected, {followed} followed");
    }

    private static string Opposite(string color) => Faces.TryParseColor(color, out var c) ? c.Opposite().Name() : "";

    /// <summary>The pairs that are in at the end of a part and were not at its beginning.</summary>
    private static IEnumerable<string> NewPairs(CubeState start, SolveReview review, ReviewedStage stage, int now, int end)
    {
        var color = review.Reading.Focus.Base.Name();
        var from = stage.Read.Parts.LastOrDefault(p => p <= now, stage.Read.From);
        return In(end).Except(In(from)).Order(StringComparer.Ordinal);

        IEnumerable<string> In(int at) => SlotNames(review.Reading.Focus.Base)
            .Where(n => PlainPair.Of(Plain(start, Until(review, at)).WithDown(color), color, n).IsIn);
    }

    /// <summary>The turns up to a part's end; where a stage ends within a move, with the turn that ends it.</summary>
    private static IEnumerable<Turn> Until(SolveReview review, int end) =>
        [.. review.Turns.Take(end), .. review.Reading.Stages.FirstOrDefault(s => s.To == end && s.Met is not null)?.Met is { } met
            ? (Turn[])[met] : []];

    private static IEnumerable<string> SlotNames(Color down) => from a in Faces.AllColors
                                                                from b in Faces.AllColors
                                                                where a < b && SlotName.Of(a, b).Belongs(down)
                                                                    && Pieces.EdgeWith(a, b) is not null
                                                                select $"{SlotName.Of(a, b)}";

    [Fact]
    public void Turns_of_one_layer_in_a_row_do_what_is_said_of_them_together()
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < 400; i++)
        {
            Turn[] turns = [.. Enumerable.Range(0, 40).Select(_ => Turn.FromIndex((random.Next(18) * 3) + random.Next(3)))];
            // Few letters, so that runs are common.
            turns = [.. turns.Select(t => Turn.FromIndex((t.Index / 3 % 4 * 3) + (t.Index % 3)))];
            var runs = SpareTurns.Runs(turns).ToArray();
            foreach (var run in runs)
            {
                var made = PlainCube.After(string.Join(' ', turns.Skip(run.From).Take(run.To - run.From)));
                Assert.Equal(made.Stickers.ToHashSet(), PlainCube.After($"{run.Together}").Stickers.ToHashSet());
            }

            // Every turn that has a neighbour of its letter is in one, no other.
            for (var t = 0; t < turns.Length; t++)
            {
                var isIn = runs.Count(r => r.From <= t && t < r.To);
                var hasAlike = (t > 0 && turns[t - 1].Letter == turns[t].Letter)
                    || (t + 1 < turns.Length && turns[t + 1].Letter == turns[t].Letter);
                Assert.Equal(hasAlike ? 1 : 0, isIn);
            }
        }
    }

    [Fact]
    public void A_rotation_that_was_not_needed_leaves_the_same_cube_in_the_same_hold_in_no_more_time()
    {
        var (random, method, planner) = (new Random(PlainSeed.Today), StageKit.Book.Method("cfop")!, new WholePlanner(StageKit.Book));
        var (told, merged) = (0, 0);
        for (var i = 0; i < Solves; i++)
        {
            var start = RandomPosition.Draw(random.Next);
            var options = new CourseOptions(Hands, random.Next(2) == 0, NoRotation: true, CourseOptions.UsualBeam);
            var plan = planner.Best(method, start, [new Focus(Faces.AllColors[random.Next(6)])], options)!;
            // Some turns of it made from another hold: turned away before, and back again after.
            var (from, y) = (1 + random.Next(plan.All.Count - 6), Turn.FromIndex((16 * 3) + random.Next(3)));
            var to = from + 2 + random.Next(4);
            Turn[] own = [.. plan.All.Take(from), y, .. HandWords.InHold(HandModel.FaceTurns(plan.All.Skip(from).Take(to - from)), [y]),
                y.Inverse, .. plan.All.Skip(to)];
            var ends = new[] { from, to + 1, to + 2, Math.Min(own.Length, to + 5) };
            foreach (var end in ends)
            {
                if (SpareTurns.Rotation(start, own, from, end, Hands) is not { } spare) continue;
                told++;
                merged += spare.Replaced.Count > 0 ? 1 : 0;
                Turn[] instead = [.. own.Take(spare.From), .. spare.Instead, .. spare.Onward, .. own.Skip(spare.To + spare.Replaced.Count)];
                var about = $"{About(start, own)}: {SpareTurns.Say(spare, 0, Hands)}";
                Assert.True(Plain(start, own).Stickers.ToHashSet().SetEquals(Plain(start, instead).Stickers), about);
                Assert.Equal(TurnKind.Rotation, own[spare.At].Kind);
                Assert.True(spare.From <= spare.At && spare.At < spare.To, about);
                Assert.DoesNotContain(spare.Instead, t => t.Kind == TurnKind.Rotation);
                Assert.All(spare.Onward, t => Assert.Equal(TurnKind.Rotation, t.Kind));
                Assert.True(spare.Onward.Count <= spare.Replaced.Count, about);
                Assert.Equal(Hands.Measure(own)!.Value - spare.Saves, Hands.Measure(instead)!.Value, 6);
                Assert.True(spare.Saves > HandModel.WorthTelling, about);
                Assert.Contains(string.Join(' ', spare.Instead), SpareTurns.Say(spare, 0, Hands), StringComparison.Ordinal);
            }
        }

        Assert.True(told > 10 && merged > 2, $"{told} told, {merged} with the rotation after it");
    }

    /// <summary>Solves put together of ways that are not the best: what is said instead is as good as it is said to be.</summary>
    [Fact]
    public void A_better_way_in_a_review_does_what_it_says()
    {
        var (random, method) = (new Random(PlainSeed.Today), StageKit.Book.Method("cfop")!);
        var (crosses, orders, tops) = (0, 0, 0);
        for (var i = 0; i < Mixed; i++)
        {
            var (start, own) = Made(method, random);
            var review = SolveReview.Of(StageKit.Book, start, new TimedTurns(own, null), Hands, method);
            var color = review.Reading.Focus.Base.Name();
            foreach (var stage in review.Stages.Where(s => s.Advice.Count > 0))
            {
                var about = $"{About(start, own)}: {string.Join(" / ", stage.Advice)}";
                var before = Plain(start, own.Take(stage.Read.From));
                if (stage.Judged is CrossJudgement { BestWay: { } best } cross && stage.Advice.Any(a => a.Contains("are enough", Exactly)))
                {
                    crosses++;
                    var plain = Plain(start, own.Take(stage.Read.From).Concat(best.Turns));
                    Assert.True(new PlainCross(plain.WithDown(color), color).Stands, about);
                    Assert.True(best.Turns.Sum(t => Metric.Htm.Cost(t)) == cross.Least && cross.Least < cross.Spent, about);
                    Assert.Contains(stage.Advice, a => a.StartsWith(
                        $"{cross.Least} HTM are enough: {string.Join(' ', best.Turns)}.", Exactly));
                }

                if (stage.Judged is F2lJudgement { Planned: { } planned } && stage.Advice.FirstOrDefault(
                    a => a.StartsWith("You took", Exactly)) is { } order)
                {
                    orders++;
                    var told = Regex.Match(order, @"^You took (.+); our plan takes (.+): (\d+) HTM against (\d+)");
                    var cube = before;
                    var (listed, at) = (told.Groups[1].Value.Split(", "), 0);
                    List<string> taken = [], open = [.. SlotNames(review.Reading.Focus.Base).Where(n => !IsIn(before, n))];
                    foreach (var turn in stage.Turns)
                    {
                        cube = cube.Turn($"{turn}");
                        if (open.Where(n => !taken.Contains(n) && open.Except(taken).Contains(n) && IsIn(cube, n)
                            && SlotNames(review.Reading.Focus.Base).Except(open).Concat(taken).All(o => IsIn(cube, o))).ToArray()
                            is { Length: > 0 } now && new PlainCross(cube.WithDown(color), color).Stands)
                        {
                            // Two that come in by one turn have no order.
                            Assert.True(now.ToHashSet().SetEquals(listed.Skip(at).Take(now.Length)), about);
                            taken.AddRange(now);
                            at += now.Length;
                        }
                    }

                    Assert.Equal(taken.Count, listed.Length);
                    var ours = planned.Steps.SelectMany(s => s.AsTurned).ToArray();
                    Assert.True(open.All(n => IsIn(before.Turn(string.Join(' ', ours)), n)), about);
                    Assert.Equal(ours.Sum(t => Metric.Htm.Cost(t)), int.Parse(told.Groups[3].Value, Invariant));
                    Assert.Equal(stage.Turns.Sum(t => Metric.Htm.Cost(t)), int.Parse(told.Groups[4].Value, Invariant));
                    Assert.True(planned.Total <= stage.Turns.Sum(t => Metric.Htm.Cost(t)), about);
                }

                if (stage.Judged is LlJudgement { Steps: [var step] })
                    foreach (var said in stage.Advice.Select(a => Regex.Match(a,
                        @": ([^(:]+) \((\d+) HTM, .*is quicker than yours \((\d+) HTM"))
                        .Where(m => m.Success))
                    {
                        tops++;
                        var after = new PlainLastLayer(before.Turn(said.Groups[1].Value));
                        Assert.True(after.BelowStands && after.Is(step.Step.Set), about);
                    }
            }

            bool IsIn(PlainCube cube, string name) => PlainPair.Of(cube.WithDown(color), color, name).IsIn;
        }

        Assert.True(crosses > 3 && orders > 3 && tops > 3, $"{crosses} crosses, {orders} orders, {tops} of the top");
    }

    private const StringComparison Exactly = StringComparison.Ordinal;

    private static readonly IFormatProvider Invariant = System.Globalization.CultureInfo.InvariantCulture;

    /// <summary>A solve, stage after stage by any of the ways that are weighed, with a detour at times.</summary>
    private static (CubeState Start, Turn[] Turns) Made(SolveMethod method, Random random)
    {
        var (start, focus, turns) = (RandomPosition.Draw(random.Next), new Focus(Faces.AllColors[random.Next(6)]), new List<Turn>());
        var options = new CourseOptions(Hands, random.Next(2) == 0, false, CourseOptions.UsualBeam);
        foreach (var course in method.Stages.Select(id => StageKit.Book.Find(id)!.Course!))
        {
            var now = start.Apply(turns);
            if (course.IsDone(now, focus)) continue;
            if (random.Next(3) == 0 && turns.Count > 0) turns.AddRange([turns[^1], turns[^1].Inverse]);
            var ways = course.Onward(now, focus, options with { Arrived = turns }, 30, default);
            turns.AddRange(ways[random.Next(ways.Count)].SelectMany(s => s));
        }

        return (start, [.. turns]);
    }
}
