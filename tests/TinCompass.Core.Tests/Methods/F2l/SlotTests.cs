using TinCompass.Core.Cube;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Search;
using static TinCompass.Core.Tests.Methods.F2l.F2lKit;

namespace TinCompass.Core.Tests.Methods.F2l;

public class SlotTests
{
    [Fact]
    public void Sets_of_slots_are_sets()
    {
        for (var bits = 0; bits < 16; bits++)
        {
            var set = new SlotSet((byte)bits);
            Assert.Equal(set.Count, set.Slots.Count());
            Assert.Equal(4 - set.Count, set.Others.Count);
            Assert.Empty(set.Slots.Intersect(set.Others.Slots));
            foreach (var slot in SlotSet.All.Slots)
            {
                Assert.True(set.With(slot).Has(slot));
                Assert.False(set.Without(slot).Has(slot));
                Assert.Equal(set.Has(slot), set.With(slot) == set);
            }
        }

        Assert.Equal("FR BL", SlotSet.None.With(Slot.BL).With(Slot.FR).ToString());
    }

    [Fact]
    public void In_every_hold_a_base_has_four_slots_with_names_of_their_own()
    {
        foreach (var hold in Hold.All)
        {
            var names = SlotSet.All.Slots.Select(s => s.NameIn(hold)).ToArray();
            Assert.Equal(4, names.Distinct().Count());
            foreach (var slot in SlotSet.All.Slots)
            {
                Assert.Equal(slot, SlotPlaces.Find(slot.NameIn(hold), hold));
                Assert.True(slot.NameIn(hold).Belongs(hold.ColorAt(Face.D)));
            }

            Assert.Null(SlotPlaces.Find(SlotName.Of(hold.ColorAt(Face.D), hold.ColorAt(Face.F)), hold));
        }
    }

    [Fact]
    public void Places_and_slots_lead_to_each_other()
    {
        foreach (var slot in SlotSet.All.Slots)
        {
            Assert.Equal(slot, SlotPlaces.Of(slot.EdgePlace()));
            Assert.Equal(slot, SlotPlaces.Of(slot.CornerPlace()));
            Assert.Equal(slot, slot.AfterY(4));
            Assert.Equal(Slot.FR, slot.AfterY((int)slot));
        }

        Assert.Null(SlotPlaces.Of(Edge.UF));
        Assert.Null(SlotPlaces.Of(Corner.URF));
    }

    /// <summary>The same case is as far, in as many ways, in every slot: the four are the same cube, turned.</summary>
    [Fact]
    public void A_case_is_as_hard_in_every_slot_and_as_its_mirror()
    {
        var search = NewSolver().Search;
        var figures = F2lCases.All.Where(c => !c.IsSolved).ToDictionary(c => c.Id, c => SlotSet.All.Slots.Select(slot =>
        {
            var found = search.Find(Position(c, slot), new F2lGoal(SlotSet.All), slack: 1);
            return (found.Length, found.Count, found.Solutions.Count);
        }).Distinct().ToArray());
        Assert.All(figures.Values, f => Assert.Single(f));
        // A case with its corner over the slot and its mirror differ by no turn of the top.
        foreach (var pairCase in F2lCases.All.Where(c => !c.IsSolved && c.Family is not F2lFamily.CornerInSlot)) Assert.Equal(
            figures[pairCase.Id], figures[pairCase.MirrorId]);
    }

    /// <summary>
    /// All 164 positions of the last slot (41 cases, four turns of the top) against another way of finding the least turns: breadth first
    /// from both ends, without any table of the search.
    /// </summary>
    [Fact]
    public void The_last_slot_takes_as_many_turns_as_by_searching_from_both_ends()
    {
        const int near = 5;
        var back = new Dictionary<F2lState, int> { [F2lState.Solved] = 0 };
        List<F2lState> level = [F2lState.Solved];
        for (var depth = 1; depth <= near; depth++)
        {
            var next = new List<F2lState>();
            foreach (var state in level)
                for (var turn = 0; turn < Turn.FaceTurnCount; turn++)
                    if (state.After(turn) is var there && back.TryAdd(there, depth)) next.Add(there);
            level = next;
        }

        var search = NewSolver().Search;
        foreach (var pairCase in F2lCases.All.Where(c => !c.IsSolved))
            for (var quarters = 0; quarters < 4; quarters++)
            {
                var start = quarters == 0 ? Position(pairCase) : Position(pairCase).After([Turn.Of(Face.U, quarters)]);
                Assert.Equal(Least(start), search.Find(start, new F2lGoal(SlotSet.All), most: 1).Length);
            }

        int Least(F2lState start)
        {
            var seen = new HashSet<F2lState> { start };
            List<F2lState> front = [start];
            for (var depth = 0; ; depth++)
            {
                var least = front.Min(s => back.TryGetValue(s, out var d) ? d : int.MaxValue - depth);
                // The first level that meets the known positions at their rim has the least sum; before it only what is nearer can.
                if (least < int.MaxValue - depth) return depth + least;
                var next = new List<F2lState>();
                foreach (var state in front)
                    for (var turn = 0; turn < Turn.FaceTurnCount; turn++)
                        if (state.After(turn) is var there && seen.Add(there)) next.Add(there);
                front = next;
            }
        }
    }

    [Fact]
    public void Half_a_pair_is_a_goal_of_its_own()
    {
        var start = Position(F2lCases.Find("right-back-f")!);
        var goal = new F2lGoal(SlotSet.All.Without(Slot.FR), SlotSet.None.With(Slot.FR));
        var found = NewSolver().Search.Find(start, goal);
        Assert.All(found.Solutions, s =>
        {
            var end = start.After(s.ToArray());
            Assert.Equal(F2lState.Solved.CornerOf(Slot.FR), end.CornerOf(Slot.FR));
            Assert.True(new F2lGoal(SlotSet.All.Without(Slot.FR)).IsReached(end));
        });
        Assert.True(found.Length <= 3);
        Assert.Equal(0, NewSolver().Search.Find(F2lState.Solved, goal).Length);
        Assert.Equal(default(PackedTurns), NewSolver().Search.Find(F2lState.Solved, goal).Solutions.Single());
    }
}
