using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.F2l;
using static TinCompass.Core.Tests.Methods.F2l.F2lKit;

namespace TinCompass.Core.Tests.Methods.F2l;

public class F2lSolverTests
{
    private readonly F2lSolver solver = NewSolver();

    [Theory]
    [InlineData("U R U' R'", F2lWay.Insert)]
    [InlineData("R U R'", F2lWay.Apart)]
    [InlineData("U' R U' R' U R U R'", F2lWay.ParkCornerApart)]
    [InlineData("R U2 R' U' R U R'", F2lWay.ParkEdgeApart)]
    [InlineData("U2 R U R' F R' F' R", F2lWay.TakeOut)]
    [InlineData("R2 U R2 U R2 U2 R2", F2lWay.Borrow)]
    [InlineData("L D' L' U L D L'", F2lWay.Keyhole)]
    [InlineData("R U R' U F' U F U R U' R'", F2lWay.CornerFirst)]
    public void A_way_is_found_from_what_happens(string solution, F2lWay way)
    {
        var turns = Turns(solution);
        var start = F2lState.Solved.After(turns.Reverse().Select(t => t.Inverse));
        var trace = new F2lTrace(start, Slot.FR, SlotSet.All.Without(Slot.FR), turns);
        Assert.Equal(F2lState.Solved, trace.StateAfter(turns.Length));
        Assert.Equal(way, trace.Way);
    }

    [Fact]
    public void A_way_is_the_same_in_every_slot()
    {
        foreach (var pairCase in F2lCases.All.Where(c => !c.IsSolved))
        {
            var first = Ways(pairCase, Slot.FR);
            for (var slot = Slot.BR; slot <= Slot.FL; slot++) Assert.Equal(first, Ways(pairCase, slot));
        }

        F2lWay[] Ways(F2lCase pairCase, Slot slot)
        {
            var start = Position(pairCase, slot);
            return [.. solver.Search.Find(start, new F2lGoal(SlotSet.All)).Solutions.Select(
                s => new F2lTrace(start, slot, start.SolvedSlots, s.ToArray()).Way).Order()];
        }
    }

    [Fact]
    public void Groups_are_the_turns_in_order_and_leave_all_safe()
    {
        foreach (var pairCase in F2lCases.All.Where(c => !c.IsSolved))
        {
            var turns = solver.Solve(Position(pairCase), Slot.FR, new F2lOptions()).Solutions[0].Turns;
            var trace = new F2lTrace(Position(pairCase), Slot.FR, SlotSet.All.Without(Slot.FR), turns);
            Assert.Equal(Enumerable.Range(0, turns.Count), trace.Groups.SelectMany(g => Enumerable.Range(g.From, g.To - g.From)));
            Assert.All(trace.Groups, g => Assert.True(trace.IsSafe(g.To)));
            var notes = F2lNotes.Of(trace, Hold.Scramble);
            Assert.Equal(trace.Groups, notes.Select(n => (n.From, n.To)));
            Assert.All(notes, n => Assert.EndsWith(".", n.Words, StringComparison.Ordinal));
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
                var options = new F2lOptions { ByTurns = i % 2 == 0 };
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
            Assert.All(solver.Solve(pairs, slot, new F2lOptions { NoRotation = true }, 1).Solutions, s => Assert.Equal(0, s.Rotations));
            var kept = solver.Solve(pairs, slot, new F2lOptions { KeepHalves = true }, 1);
            var goal = F2lSolver.Goal(pairs, pairs.SolvedSlots, slot, new F2lOptions { KeepHalves = true });
            Assert.All(kept.Solutions, s => Assert.True(goal.IsReached(F2lState.Of(cube.Apply(s.Turns)))));
        }

        // A half that stands costs turns to keep.
        var half = F2lState.With(Position(F2lCases.Find("low-right-slot")!), Slot.BL, F2lCases.Find("right-slot")!.Corner,
            F2lCases.Find("right-slot")!.Edge);
        var free = solver.Solve(half, Slot.FR, new F2lOptions());
        var keeps = solver.Solve(half, Slot.FR, new F2lOptions { KeepHalves = true });
        Assert.True(keeps.Length >= free.Length);
        Assert.All(keeps.Solutions, s => Assert.Equal(F2lState.Solved.EdgeOf(Slot.BL), half.After(s.Turns).EdgeOf(Slot.BL)));
    }

    [Fact]
    public void What_is_avoided_is_turned_otherwise()
    {
        var options = new F2lOptions { Hands = new HandModel(new HandPreferences(Avoided: "B")) };
        var outlook = solver.Solve(Position(F2lCases.Find("up-left-f")!), Slot.FR, options, 1);
        Assert.All(outlook.Solutions.Where(s => s.Time is not null), s => Assert.DoesNotContain('B', string.Concat(s.AsTurned)));
        Assert.NotNull(outlook.Solutions[0].Time);
    }

    /// <summary>Three schools (a keyhole has no column open), 41 cases, four slots: what is given solves and keeps the rest.</summary>
    [Fact]
    public void Each_school_solves_what_it_says()
    {
        var schools = new F2lSchools(Cross.CrossSearchTests.Search.Table, Tables);
        var given = 0;
        foreach (var pairCase in F2lCases.All.Where(c => !c.IsSolved))
            foreach (var slot in Enum.GetValues<Slot>())
                foreach (var (school, solution, _) in schools.Compare(Position(pairCase, slot), slot, new F2lOptions()))
                {
                    if (solution is null) continue;
                    given++;
                    Assert.True(Position(pairCase, slot).After(solution.Turns) == F2lState.Solved, $"{school} {pairCase.Id} {slot}");
                }

        // Every other school has an answer to every case while the other slots are solved.
        Assert.Equal(41 * 4 * 3, given);
    }
}
