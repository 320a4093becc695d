using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Stages;
using TinCompass.Core.Tests.Methods.Cross;

namespace TinCompass.Core.Tests.Plain;

/// <summary>
/// Every fact that is told about a cross, held against the plain cube over thousands of plans: those of the planner, and own ones of any
/// turns. A kind without its check fails.
/// </summary>
public class CrossFactTests
{
    private static readonly CrossJudge Judge = new(CrossPlannerTests.Planner, CrossPlannerTests.Explainer);

    /// <summary>Plans with how they came about: seed, colour, turns.</summary>
    private sealed record Told(CubeState Start, PlainCube Plain, string Scramble, Color Color, IReadOnlyList<Turn> Turns)
    {
        public override string ToString() => $"{Scramble} | {Color.Name()} | {string.Join(' ', Turns)}";
    }

    private static IEnumerable<(CubeState Start, PlainCube Plain, string Scramble)> Positions(int count)
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < count; i++)
        {
            var turns = random.GetItems(Enumerable.Range(0, Turn.FaceTurnCount).Select(Turn.FromIndex).ToArray(), 30);
            var text = string.Join(' ', turns);
            yield return (CubeState.Solved.Apply(turns), PlainCube.After(text), text);
        }
    }

    private static IEnumerable<Told> Plans(int positions)
    {
        foreach (var (start, plain, scramble) in Positions(positions))
            foreach (var color in Faces.AllColors)
                foreach (var group in CrossPlannerTests.Planner.Plan(start, color, 1).Groups)
                    foreach (var plan in group.Plans.Take(6))
                        yield return new Told(start, plain, scramble, color, [.. plan.Solution.All]);
    }

    private static IEnumerable<Told> OwnOnes(int positions)
    {
        var random = new Random(PlainSeed.Today + 1);
        Turn[] all = [.. Enumerable.Range(0, Turn.Count).Select(Turn.FromIndex)];
        foreach (var (start, plain, scramble) in Positions(positions))
            foreach (var color in Faces.AllColors)
            {
                var hold = Hold.BringingDown(start.Hold.FaceOf(color))[0].Rotation;
                Turn[] best = [.. CrossPlannerTests.Planner.Plan(start, color).Groups[0].Plans[0].Solution.Turns];
                // A good beginning and then anything; face turns alone; turns of the base; any turns at all.
                yield return new Told(start, plain, scramble, color, [.. hold, .. best.Take(3), .. random.GetItems(all, 5)]);
                yield return new Told(start, plain, scramble, color, [.. hold, .. random.GetItems(all[..Turn.FaceTurnCount], 8)]);
                yield return new Told(start, plain, scramble, color, [.. hold, .. best, .. random.GetItems(all[3..6], 2)]);
            }
    }

    [Fact]
    public void Every_fact_about_every_turn_holds()
    {
        var seen = new HashSet<string>();
        var count = 0;
        foreach (var told in Plans(25).Concat(OwnOnes(60)))
        {
            var explained = CrossPlannerTests.Explainer.Explain(told.Start, told.Color, told.Turns);
            var lead = told.Turns.Count - explained.Notes.Count;
            var way = new List<PlainCross>();
            var cube = told.Plain.Turn(string.Join(' ', told.Turns.Take(lead)));
            way.Add(new PlainCross(cube, told.Color.Name()));
            foreach (var turn in told.Turns.Skip(lead)) way.Add(new PlainCross(cube = cube.Turn($"{turn}"), told.Color.Name()));
            var notes = CrossNotes.Of(explained);
            for (var i = 1; i < way.Count; i++)
            {
                var note = notes[i - 1];
                Assert.Equal(CrossWords.Of(note.Facts), note.Words);
                Assert.NotEmpty(note.Words);
                foreach (var fact in note.Facts)
                {
                    seen.Add(fact.Kind);
                    count++;
                    Assert.True(Holds(fact, way, i), $"seed {PlainSeed.Today}: {told}: turn {i}: {fact}");
                }

                // Whatever comes in or goes out is told.
                foreach (var side in way[0].Sides.Where(s => way[i].IsIn(s) != way[i - 1].IsIn(s)))
                    Assert.True(Names(side), $"{told}: turn {i}: nothing of {side}");
                // So is every edge that a turn of the base moves with those that stay in it.
                if (note.Facts.Any(f => f.Kind == Words.Code(CrossFactKind.BringsPlace)))
                    foreach (var side in way[0].Sides.Where(s => way[i].Against(s) != way[i - 1].Against(s)))
                        Assert.True(Names(side) || way.Skip(i - 1).All(w => w.IsIn(side)), $"{told}: turn {i}: nothing of {side}");

                bool Names(string side) => note.Facts.Any(f => f.Piece == $"{told.Color.Name()}-{side}");
            }
        }

        Assert.True(count > 20_000, $"{count} facts");
        // Those that no random plan of a day has to have are rare turns of slices.
        Assert.Empty(Enum.GetValues<CrossFactKind>().Select(k => Words.Code(k)).Except(seen));
    }

    private static bool Holds(StageFact fact, List<PlainCross> way, int i)
    {
        var (was, now, end) = (way[i - 1], way[i], way.Count - 1);
        var side = fact.Piece?.Split('-')[1] ?? "";
        bool InFrom(int moment) => Enumerable.Range(moment, end - moment + 1).All(m => way[m].IsIn(side));
        bool WasInBefore() => Enumerable.Range(0, i).Any(m => way[m].IsIn(side));
        bool IsAt() => !now.IsDown || fact.To == PlainCube.EdgePlace(now.At(side));
        bool Moved() => was.Against(side) != now.Against(side);
        var inNow = now.Sides.Where(now.IsIn).ToArray();
        switch (Enum.Parse<CrossFactKind>(fact.Kind, ignoreCase: true))
        {
            case CrossFactKind.Places: return !WasInBefore() && InFrom(i) && IsAt();
            case CrossFactKind.PutsBack: return !was.IsIn(side) && WasInBefore() && InFrom(i) && IsAt();
            case CrossFactKind.Parks: return !was.IsIn(side) && now.IsIn(side) && !InFrom(i) && IsAt();
            case CrossFactKind.TakesOut:
                return was.IsIn(side) && !now.IsIn(side) && IsAt()
                    && fact.Turn == Enumerable.Range(i + 1, end - i).First(m => way[m].IsIn(side));
            case CrossFactKind.KnocksOut:
                return was.IsIn(side) && Enumerable.Range(i, end - i + 1).All(m => !way[m].IsIn(side)) && IsAt();
            case CrossFactKind.BringsNear: return !was.IsGood(side) && now.IsGood(side) && !now.IsIn(side) && IsAt();
            case CrossFactKind.TakesFar: return was.IsGood(side) && !now.IsGood(side) && !was.IsIn(side) && IsAt();
            case CrossFactKind.BringsPlace:
                {
                    // The edges that are in for good from here on, and when this one joins them.
                    var placed = Enumerable.Range(i, end - i + 1).First(InFrom);
                    var others = now.Sides.Where(s => Enumerable.Range(i, end - i + 1).All(m => way[m].IsIn(s))).ToArray();
                    return placed > i && others.Length > 0 && others.All(o =>
                        was.PlaceBy(side, o) != now.PlaceBy(side, o)
                        && Enumerable.Range(i, placed - i + 1).All(m => way[m].PlaceBy(side, o) == way[placed].Beside(side)));
                }

            case CrossFactKind.Aligns: return now.Stands && !was.Stands && now.Sides.All(was.IsIn);
            case CrossFactKind.TurnsBase:
            case CrossFactKind.ShiftsBase:
                return now.Sides.Any(s => was.IsIn(s) && now.IsIn(s) && was.Against(s) != now.Against(s))
                    && (fact.Number is { } left ? inNow.All(s => now.Left(s) == left) : inNow.Select(now.Left).Distinct().Count() > 1);
            case CrossFactKind.Moves:
                return Moved() && was.IsGood(side) == now.IsGood(side) && !now.IsIn(side) && !was.IsIn(side) && !now.LiesFlipped(side)
                    && IsAt() && (fact.Turn is null || (fact.Turn == i + 1 && InFrom(i + 1)));
            case CrossFactKind.MovesFlipped:
                return Moved() && now.LiesFlipped(side) && !was.IsIn(side) && was.IsGood(side) == now.IsGood(side) && IsAt();
            case CrossFactKind.GoesAlong: return Moved() && was.IsIn(side) && now.IsIn(side) && !InFrom(i) && IsAt();
            case CrossFactKind.MovesNothing: return now.Sides.All(s => was.Against(s) == now.Against(s));
            case CrossFactKind.Stands: return now.Stands;
            case CrossFactKind.InOrder: return now.Sides.All(s => now.Left(s) == fact.Number) && fact.Number != 0;
            case CrossFactKind.Remaining: return fact.Number == 0 == now.Stands && fact.Number is >= 0 and <= 8;
            default: return false;
        }
    }

    [Fact]
    public void What_stands_already_stays_and_the_five_points_say_what_happens()
    {
        var count = 0;
        foreach (var (start, plain, scramble) in Positions(80))
            foreach (var color in Faces.AllColors)
                foreach (var group in CrossPlannerTests.Planner.Plan(start, color, 1).Groups)
                    foreach (var plan in group.Plans.Take(10))
                    {
                        var about = $"seed {PlainSeed.Today}: {scramble} | {color.Name()} | {plan.Solution}";
                        count++;
                        List<PlainCross> way = [new(plain.Turn(string.Join(' ', plan.Solution.Rotation.Rotation)), color.Name())];
                        foreach (var turn in plan.Solution.Turns) way.Add(new PlainCross(way[^1].Cube.Turn($"{turn}"), color.Name()));
                        Assert.True(way[^1].Stands, about);
                        var points = CrossPlannerTests.Explainer.Explain(start, color, [.. plan.Solution.All]).Points!;
                        var at = way[0].Sides.ToDictionary(s => s, InForGood);
                        var first = at.Values.Min();
                        Assert.Equal(at.Where(a => a.Value == first).Select(a => a.Key).Order(), group.First.Select(c => c.Name()).Order());
                        Assert.True(group.StandsAlready == (first == 0), about);
                        Assert.All(points.Placements, p => Assert.Equal(at[p.Side.Name()], p.AtTurn));
                        Assert.Equal(at.Values.Order(), points.Placements.Select(p => p.AtTurn));
                        // It fixes where the others belong only where none was in before.
                        var aside = at.Keys.Where(s => at[s] > first && way.Take(first).Any(w => w.IsIn(s))).Order();
                        Assert.Equal(aside, points.Aside.Select(c => c.Name()).Order());
                        var words = CrossWords.ForPoints(color, points);
                        Assert.Equal(points.Aside.Count == 0, words[0].Contains("fixes", StringComparison.Ordinal));
                        Assert.True(points.Alignment == way[at.Values.Max()].Left(way[0].Sides[0]), about);
                        if (points.FourthStood is { } fourth)
                        {
                            var third = way[at.Values.Order().ElementAt(2)];
                            Assert.True(CrossWords.PlaceName(fourth.Place) == PlainCube.EdgePlace(third.At(fourth.Side.Name())), about);
                            Assert.True(fourth.IsNear == third.IsGood(fourth.Side.Name()), about);
                        }

                        int InForGood(string side)
                        {
                            var moment = way.Count;
                            while (moment > 0 && way[moment - 1].IsIn(side)) moment--;
                            return moment;
                        }
                    }

        Assert.True(count > 2000, $"{count} plans");
    }

    [Fact]
    public void A_quicker_way_makes_the_same_cross_and_ends_with_the_base_down()
    {
        var (hands, quicker) = (new HandModel(HandPreferences.Usual), 0);
        foreach (var told in Plans(40).Concat(OwnOnes(20)))
        {
            var lead = told.Turns.TakeWhile(t => t.Kind == TurnKind.Rotation).ToArray();
            Turn[] turns = [.. told.Turns.Skip(lead.Length)];
            if (hands.Quicker(turns, hands.Read(turns)) is not { } other) continue;
            quicker++;
            var start = told.Plain.Turn(string.Join(' ', lead));
            PlainCross was = new(start.Turn(string.Join(' ', turns)), told.Color.Name()),
                now = new(start.Turn(string.Join(' ', other.Turns)), told.Color.Name());
            Assert.True(now.IsDown, $"seed {PlainSeed.Today}: {told} as {string.Join(' ', other.Turns)}");
            Assert.All(was.Sides, s => Assert.Equal(was.Against(s), now.Against(s)));
        }

        Assert.True(quicker > 50, $"{quicker} quicker ways");
    }

    [Fact]
    public void A_mistake_is_given_a_reason_that_some_best_turn_does_not_share()
    {
        var (reasons, shared) = (0, 0);
        foreach (var told in OwnOnes(40))
        {
            var judged = Judge.Judge(told.Start, told.Color, told.Turns);
            var lead = told.Turns.Count - judged.Explanation.Notes.Count;
            foreach (var mistake in judged.Mistakes)
            {
                var words = CrossWords.ForMistake(told.Color, mistake);
                Assert.DoesNotContain("on purpose", words, StringComparison.Ordinal);
                var text = string.Join(' ', told.Turns.Take(lead + mistake.Note.Number - 1));
                var was = new PlainCross(told.Plain.Turn(text).WithDown(told.Color.Name()), told.Color.Name());
                var now = new PlainCross(told.Plain.Turn($"{text} {mistake.Note.Turn}").WithDown(told.Color.Name()), told.Color.Name());
                var down = told.Plain.Turn(text).ToBringDown(told.Color.Name());
                var least = mistake.Instead.Length;
                PlainCross[] best = [.. PlainCross.EveryTurn.Where(t => least > 0 && LeastAfter($"{text} {down} {t}") == least - 1)
                    .Select(t => new PlainCross(was.Cube.Turn(t), told.Color.Name()))];
                foreach (var e in mistake.Reasons)
                {
                    var side = e.Side.Name();
                    reasons++;
                    Assert.True(Harms(was, now, side, e), $"{told}: {words}");
                    Assert.True(least == 0 || best.Any(b => !Harms(was, b, side, e)), $"{told}: every best turn does that: {words}");
                }

                if (mistake.Note.Events.Any(e => e.Deed is CrossDeed.TakesFar or CrossDeed.KnocksOut or CrossDeed.TakesOut)
                    && mistake.Reasons.Count == 0) shared++;
            }

            int LeastAfter(string turns) =>
                CrossPlannerTests.Planner.Distance(Generators.After($"{told.Scramble} {turns}"), told.Color);

            var end = new PlainCross(told.Plain.Turn(string.Join(' ', told.Turns)), told.Color.Name());
            Assert.Equal(judged.Verdict.Contains("none of the four", StringComparison.Ordinal), !end.Sides.Any(end.IsIn));
            // Missing are those that do not agree with the most that do; these are off by the alignment that is told.
            var agree = end.Sides.Where(end.IsIn).GroupBy(end.Left).Select(g => g.Count()).DefaultIfEmpty(0).Max();
            Assert.Equal(4 - agree, judged.Missing.Count);
            Assert.Equal(judged.IsCross, end.Stands);
            Assert.All(end.Sides.Except(judged.Missing.Select(m => m.Name())), s => Assert.Equal(judged.AlignmentLeft, end.Left(s)));
        }

        Assert.True(reasons > 200 && shared > 0, $"{reasons} reasons, {shared} that all best turns share");

        static bool Harms(PlainCross was, PlainCross now, string side, CrossEvent e) => e.Deed == CrossDeed.TakesFar
            ? was.IsGood(side) && !now.IsGood(side) : was.IsIn(side) && !now.IsIn(side);
    }
}
