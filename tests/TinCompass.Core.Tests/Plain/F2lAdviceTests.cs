using TinCompass.Core.Cube;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Stages;
using TinCompass.Core.Tests.Methods.F2l;

namespace TinCompass.Core.Tests.Plain;

/// <summary>
/// What is advised about the order of pairs and about own sequences: the planner and the judge count alike, every reason is true, and
/// whatever is offered in place of something is as good in all it does not mention.
/// </summary>
public class F2lAdviceTests
{
    private static readonly F2lPlanner Planner = new(F2lKit.NewSolver(), new F2lFinds());

    private static F2lPosition Read(F2lFactTests.Placed placed) =>
        F2lPosition.TryRead(placed.State, placed.State.Hold.ColorAt(Face.D), out var start, out _) ? start
            : throw new InvalidOperationException(placed.Turns);

    private static string About(F2lFactTests.Placed placed, IEnumerable<Turn> turns) =>
        $"seed {PlainSeed.Today}: {placed.Turns} | {string.Join(' ', turns)}";

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void What_the_planner_prefers_is_never_called_a_mistake(bool byTurns)
    {
        var judge = new F2lJudge(Planner);
        foreach (var placed in F2lFactTests.Positions(byTurns ? 24 : 100, 3))
        {
            if (placed.Pairs.SolvedSlots == SlotSet.All) continue;
            var plan = Planner.Plan(placed.Pairs, new F2lOptions { ByTurns = byTurns });
            Turn[] turns = [.. plan.Steps.SelectMany(s => s.AsTurned)];
            var judged = judge.Judge(Read(placed), turns, new F2lOptions());
            Assert.True(judged.IsDone && judged.Open.Count == 0, About(placed, turns));
            Assert.Null(judged.FirstMistake);
            Assert.All(judged.Pairs, p => Assert.True(F2lWords.Notes(p, placed.State.Hold).Count == 0,
                $"{About(placed, turns)}: {string.Join(' ', F2lWords.Notes(p, placed.State.Hold))}"));
        }
    }

    /// <summary>Two pairs that one way puts in at once: the plan is that way, whatever counts.</summary>
    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void Two_pairs_that_go_in_at_once_are_planned_so(bool byTurns)
    {
        var state = CubeState.Solved.Apply(F2lKit.Turns("L2 D F2 D' L2").Reverse().Select(t => t.Inverse));
        var plan = Planner.Plan(F2lState.Of(state), new F2lOptions { ByTurns = byTurns });
        Assert.Equal(5, plan.Total);
        var end = PlainCube.Of(Facelets.Write(state)).Turn(string.Join(' ', plan.Steps.SelectMany(s => s.AsTurned)));
        Assert.All(end.Stickers.GroupBy(s => s.Looks).Where(g => g.Key == V.Down), g => Assert.Single(g.Select(s => s.Color).Distinct()));
        Assert.True(new F2lJudge(Planner).Judge(Read(state), [.. plan.Steps.SelectMany(s => s.AsTurned)], new F2lOptions()).IsDone);

        static F2lPosition Read(CubeState at) => F2lPosition.TryRead(at, at.Hold.ColorAt(Face.D), out var start, out _) ? start
            : throw new InvalidOperationException();
    }

    [Fact]
    public void A_better_way_leads_as_far_and_costs_less()
    {
        var (judge, random) = (new F2lJudge(Planner), new Random(PlainSeed.Today));
        var (better, unseen) = (0, 0);
        foreach (var placed in F2lFactTests.Positions(120, 4))
        {
            // One pair after the other, each by any of its ways, at times with a detour.
            var (now, own) = (placed, new List<Turn>());
            foreach (var slot in placed.Pairs.SolvedSlots.Others.Slots.OrderBy(_ => random.Next()).Take(2))
            {
                var found = Planner.Solver.Solve(now.Pairs, slot, new F2lOptions(), slack: 1, most: 20).Solutions;
                Turn[] detour = random.Next(3) == 0 ? F2lKit.Turns("y y'") : [];
                Turn[] turns = [.. detour, .. found[random.Next(found.Count)].Turns];
                own.AddRange(turns);
                now = now.Then(turns);
            }

            var judged = judge.Judge(Read(placed), own, new F2lOptions());
            foreach (var pair in judged.Pairs)
            {
                var before = placed.Then(own.Take(pair.From));
                if (pair.Better is { } instead)
                {
                    better++;
                    Assert.True(pair.Loss > F2lJudge.Margin, About(placed, own));
                    var (end, name) = (before.Then(instead.AsTurned), instead.Slot.NameIn(placed.State.Hold).ToString());
                    Assert.True(new PlainCross(end.Plain, placed.Base) is { IsDown: true, Stands: true }, About(placed, own));
                    Assert.All(before.Named(before.Pairs.SolvedSlots).Append(name),
                        s => Assert.True(PlainPair.Of(end.Plain, placed.Base, s).IsIn, $"{About(placed, own)}: {s}"));
                    Assert.Equal(instead.Length, instead.AsTurned.Count(t => t.Kind == TurnKind.Face));
                }
                else
                {
                    Assert.Empty(F2lWords.Notes(pair, placed.State.Hold));
                }

                // The note has the same as facts, none more.
                var note = F2lNotes.Of(pair, placed.State.Hold);
                var done = placed.Then(own.Take(pair.To)).Plain;
                foreach (var fact in note.Facts)
                    Assert.True(Enum.Parse<F2lJudged>(fact.Kind, ignoreCase: true) switch
                    {
                        F2lJudged.IsIn => PlainPair.Of(done, placed.Base, fact.Piece!).IsIn
                            && !PlainPair.Of(before.Plain, placed.Base, fact.Piece!).IsIn,
                        F2lJudged.Better => PlainPair.Of(before.Then(pair.Better!.AsTurned).Plain, placed.Base, fact.Piece!).IsIn
                            && fact.Number == pair.Better.Length,
                        F2lJudged.Needless => own[fact.Turn!.Value - 1].Kind == TurnKind.Rotation,
                        F2lJudged.Unseen => fact.Number == pair.OutOfView && 2 * fact.Number >= pair.Seen
                            && fact.Piece == pair.Next!.Value.NameIn(placed.State.Hold).ToString(),
                        _ => false,
                    }, $"{About(placed, own)}: {fact}");
                Assert.Equal(note.Facts.Count > pair.Solved.Count, note.Tone == NoteTone.Care);
                if (pair.Needless is { } needless)
                {
                    var end = before.Then(needless.Instead);
                    Assert.True(new PlainCross(end.Plain, placed.Base) is { IsDown: true, Stands: true }, About(placed, own));
                    var finished = pair.Solved.Select(s => s.NameIn(placed.State.Hold).ToString());
                    Assert.All(before.Named(before.Pairs.SolvedSlots).Concat(finished),
                        s => Assert.True(PlainPair.Of(end.Plain, placed.Base, s).IsIn, $"{About(placed, own)}: {s}"));
                    Assert.DoesNotContain(needless.Instead, t => t.Kind == TurnKind.Rotation);
                    // The rest of the solve goes on from it, so far as it is told.
                    var (all, without) = (placed.Then(own).Plain, placed.Then([.. own.Take(pair.From), .. needless.Instead,
                        .. needless.Onward, .. own.Skip(pair.To + needless.Replaced.Count)]).Plain);
                    Assert.All(before.Named(SlotSet.All), s => Assert.Equal(PlainPair.Of(all, placed.Base, s).IsIn,
                        PlainPair.Of(without, placed.Base, s).IsIn));
                }

                if (pair.Next is not { } next) continue;
                var (cube, outOfView) = (before.Plain, 0);
                foreach (var turn in own.Skip(pair.From).Take(pair.To - pair.From))
                {
                    cube = cube.Turn($"{turn}");
                    if (turn.Kind != TurnKind.Rotation
                        && !PlainPair.Of(cube, placed.Base, next.NameIn(placed.State.Hold).ToString()).IsInView) outOfView++;
                }

                Assert.Equal(outOfView, pair.OutOfView);
                var pause = F2lWords.Notes(pair, placed.State.Hold).Any(n => n.Contains("a pause is likely", StringComparison.Ordinal));
                Assert.True(!pause || 2 * outOfView >= pair.Seen, About(placed, own));
                unseen += pause ? 1 : 0;
            }
        }

        Assert.True(better > 40 && unseen > 0, $"{better} better ways, {unseen} pauses");
    }

    [Fact]
    public void Every_reason_for_a_pair_is_true()
    {
        var seen = new Dictionary<F2lReason, int>();
        foreach (var placed in F2lFactTests.Positions(160, 5))
        {
            var now = placed;
            var pairs = placed.Pairs;
            var (held, earlier) = (placed.State.Hold, placed.Pairs);
            var steps = Planner.Plan(placed.Pairs, new F2lOptions()).Steps;
            for (var at = 0; at < steps.Count; at++)
            {
                var step = steps[at];
                seen[step.Reason] = seen.GetValueOrDefault(step.Reason) + 1;
                var after = now.Then(step.AsTurned);
                var (before, left) = (step.Others.ToDictionary(o => o.Slot, o => o.Length), pairs.After(step.Turns));
                int Least(F2lState state, Slot slot) =>
                    Planner.Solver.Search.Find(state, new F2lGoal(state.SolvedSlots.With(slot)), most: 1).Length;
                Assert.All(before, o => Assert.Equal(Least(pairs, o.Key), o.Value));
                var taken = PlainPair.Of(now.Plain, placed.Base, step.Slot.NameIn(held).ToString());
                var holds = step.Reason switch
                {
                    F2lReason.Last => before.Count == 0,
                    F2lReason.Cheapest => before.Values.All(l => l >= step.Length),
                    F2lReason.LeavesLess => before.Keys.Sum(s => Least(left, s)) < before.Values.Sum(),
                    F2lReason.Frees => Frees(step.Concerns!.Value),
                    F2lReason.Together => Math.Abs(Greedy() - Rest() - step.Saves) < 1e-6 && step.Saves > 0,
                    F2lReason.BackFirst => taken.Home.Z == -1,
                    F2lReason.Planned => before.Values.Any(l => l < step.Length),
                    _ => false,
                };
                Assert.True(holds, $"{About(placed, step.AsTurned)}: {F2lWords.Why(step, held)}");
                earlier = pairs;
                (now, pairs) = (after, left);

                // What is left of the plan costs its times and what the eyes add, from the pair before on; greedy from here, the same.
                double Rest() => steps.Skip(at).Sum(s => s.Time!.Value) + steps.Skip(Math.Max(0, at - 1)).Sum(s => s.Look?.Cost ?? 0);

                double Greedy() => Planner.Plan(pairs, new F2lOptions(), F2lOrder.Greedy, held: at == 0 ? 0 : steps[at - 1].Y,
                    looked: at == 0 ? null : s => LookAhead.Of(earlier, Search.PackedTurns.Pack([.. steps[at - 1].Turns]), s,
                        steps[at - 1].Y).Cost).Cost;

                bool Frees(Slot other)
                {
                    var name = other.NameIn(held).ToString();
                    PlainPair was = PlainPair.Of(now.Plain, placed.Base, name), then = PlainPair.Of(after.Plain, placed.Base, name);
                    return was.IsStuckIn(taken.Home) && Least(left, other) < before[other]
                        && new[] { then.Corner, then.Edge }.All(at => PlainPair.Column(at) is not { } column || column == then.Home);
                }
            }
        }

        Assert.Empty(Enum.GetValues<F2lReason>().Except([F2lReason.Given, F2lReason.Planned, F2lReason.BackFirst]).Except(seen.Keys));
    }
}
