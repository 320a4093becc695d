using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.FirstTwoLayers;
using static TinCompass.Core.Tests.Methods.FirstTwoLayers.PairTools;

namespace TinCompass.Core.Tests.Methods.FirstTwoLayers;

public class PairSolverTests
{
    private readonly PairSolver solver = NewSolver();

    [Theory]
    [InlineData("U R U' R'", PairWay.Insert)]
    [InlineData("R U R'", PairWay.Apart)]
    [InlineData("U' R U' R' U R U R'", PairWay.ParkCorner)]
    [InlineData("R U2 R' U' R U R'", PairWay.ParkEdge)]
    [InlineData("U2 R U R' F R' F' R", PairWay.TakeOut)]
    [InlineData("R2 U R2 U R2 U2 R2", PairWay.Borrow)]
    [InlineData("L D' L' U L D L'", PairWay.Keyhole)]
    [InlineData("R U R' U F' U F U R U' R'", PairWay.CornerFirst)]
    public void A_way_is_found_from_what_happens(string solution, PairWay way)
    {
        var turns = Turns(solution);
        var start = PairsState.Solved.After(turns.Reverse().Select(t => t.Inverse));
        var trace = new PairTrace(start, Slot.FR, SlotSet.All.Without(Slot.FR), turns);
        Assert.Equal(PairsState.Solved, trace.StateAfter(turns.Length));
        Assert.Equal(way, trace.Way);
    }

    [Fact]
    public void A_way_is_the_same_in_every_slot()
    {
        foreach (var pairCase in PairCases.All.Where(c => !c.IsSolved))
        {
            var first = Ways(pairCase, Slot.FR);
            for (var slot = Slot.BR; slot <= Slot.FL; slot++) Assert.Equal(first, Ways(pairCase, slot));
        }

        PairWay[] Ways(PairCase pairCase, Slot slot)
        {
            var start = Position(pairCase, slot);
            return [.. solver.Search.Find(start, new SlotGoal(SlotSet.All)).Solutions.Select(s => new PairTrace(start, slot, start.SolvedSlots, s.ToArray()).Way).Order()];
        }
    }

    [Fact]
    public void Groups_are_the_turns_in_order_and_leave_all_safe()
    {
        foreach (var pairCase in PairCases.All.Where(c => !c.IsSolved))
        {
            var turns = solver.Solve(Position(pairCase), Slot.FR, new PairsOptions()).Solutions[0].Turns;
            var trace = new PairTrace(Position(pairCase), Slot.FR, SlotSet.All.Without(Slot.FR), turns);
            Assert.Equal(Enumerable.Range(0, turns.Count), trace.Groups.SelectMany(g => Enumerable.Range(g.From, g.To - g.From)));
            Assert.All(trace.Groups, g => Assert.True(trace.IsSafe(g.To)));
            var words = PairsWords.Groups(trace, Hold.Scramble, (a, b) => string.Join(' ', turns.Skip(a).Take(b - a)));
            Assert.Equal(string.Join(' ', turns), string.Join(' ', words.Select(w => w.Turns)));
            Assert.All(words, w => Assert.EndsWith(".", w.Words, StringComparison.Ordinal));
        }
    }

    [Fact]
    public void As_turned_does_the_same_is_never_slower_and_the_order_is_by_time_or_turns()
    {
        var random = new Random(7);
        foreach (var (state, i) in WithCross(12, 4).Select((s, i) => (s, i)))
        {
            var (cube, pairs) = WithSlots(state, i % 4, random);
            foreach (var slot in pairs.SolvedSlots.Others.Slots)
            {
                var options = new PairsOptions { ByTurns = i % 2 == 0 };
                var outlook = solver.Solve(pairs, slot, options, slack: 1);
                foreach (var s in outlook.Solutions)
                {
                    var (plain, made) = (cube.Apply(s.Turns), cube.Apply(s.AsTurned));
                    Assert.Equal(plain.Upright(), made.Upright());
                    Assert.True(s.Time <= options.Hands.Read(s.Turns)!.Time + 1e-9);
                }

                var order = outlook.Solutions.Select(s => options.ByTurns ? s.Length : s.Time!.Value).ToArray();
                Assert.Equal(order.Order(), order);
            }
        }
    }

    [Fact]
    public void Filters_hold()
    {
        var random = new Random(9);
        foreach (var state in WithCross(10, 5))
        {
            var (cube, pairs) = WithSlots(state, 1, random);
            var slot = pairs.SolvedSlots.Others.Slots.First();
            Assert.All(solver.Solve(pairs, slot, new PairsOptions { NoRotation = true }, 1).Solutions, s => Assert.Equal(0, s.Rotations));
            var kept = solver.Solve(pairs, slot, new PairsOptions { KeepHalves = true }, 1);
            var goal = PairSolver.Goal(pairs, pairs.SolvedSlots, slot, new PairsOptions { KeepHalves = true });
            Assert.All(kept.Solutions, s => Assert.True(goal.IsReached(PairsState.Of(cube.Apply(s.Turns)))));
        }

        // A half that stands costs turns to keep.
        var half = PairsState.With(Position(PairCases.Find("low-right-slot")!), Slot.BL, PairCases.Find("right-slot")!.Corner, PairCases.Find("right-slot")!.Edge);
        var free = solver.Solve(half, Slot.FR, new PairsOptions());
        var keeps = solver.Solve(half, Slot.FR, new PairsOptions { KeepHalves = true });
        Assert.True(keeps.Length >= free.Length);
        Assert.All(keeps.Solutions, s => Assert.Equal(PairsState.Solved.EdgeOf(Slot.BL), half.After(s.Turns).EdgeOf(Slot.BL)));
    }

    [Fact]
    public void What_is_avoided_is_turned_otherwise()
    {
        var options = new PairsOptions { Hands = new HandModel(new HandPreferences(Avoided: "B")) };
        var outlook = solver.Solve(Position(PairCases.Find("up-left-f")!), Slot.FR, options, 1);
        Assert.All(outlook.Solutions.Where(s => s.Time is not null), s => Assert.DoesNotContain('B', string.Concat(s.AsTurned)));
        Assert.NotNull(outlook.Solutions[0].Time);
    }

    /// <summary>Four schools, 42 cases, four slots: what is given solves and keeps the rest; the rule is never beaten by much.</summary>
    [Fact]
    public void Each_school_solves_what_it_says()
    {
        var schools = new PairSchools(Cross.CrossSearchTests.Search.Table, Tables);
        var given = 0;
        foreach (var pairCase in PairCases.All.Where(c => !c.IsSolved))
            foreach (var slot in new[] { Slot.FR, Slot.BL })
                foreach (var (school, solution) in schools.Compare(Position(pairCase, slot), slot, new PairsOptions()))
                {
                    if (solution is null) continue;
                    given++;
                    Assert.True(Position(pairCase, slot).After(solution.Turns) == PairsState.Solved, $"{school} {pairCase.Id} {slot}");
                }

        // Every school has an answer to every case while the other slots are solved.
        Assert.Equal(41 * 2 * 4, given);
    }
}
