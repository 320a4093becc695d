using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstTwoLayers;
using static TinCompass.Core.Tests.Methods.FirstTwoLayers.PairTools;

namespace TinCompass.Core.Tests.Methods.FirstTwoLayers;

public class PairCasesTests
{
    [Fact]
    public void There_are_24_and_6_and_6_and_6_cases()
    {
        Assert.Equal(42, PairCases.All.Count);
        Assert.Equal(42, PairCases.All.Select(c => c.Id).Distinct().Count());
        Assert.Equal(42, PairCases.All.Select(c => c.Name).Distinct().Count());
        var sizes = PairCases.All.GroupBy(c => c.Group).ToDictionary(g => g.Key, g => g.Count());
        Assert.Equal(24, sizes[PairGroup.Agree] + sizes[PairGroup.Differ] + sizes[PairGroup.BaseUp]);
        Assert.Equal((6, 6, 6), (sizes[PairGroup.EdgeInSlot], sizes[PairGroup.CornerInSlot], sizes[PairGroup.BothInSlot]));
        Assert.Single(PairCases.All, c => c.IsSolved);
    }

    /// <summary>Ids stand in stored answers and notes: they must never change.</summary>
    [Fact]
    public void The_ids_are_these()
    {
        string[] corners = ["up", "right", "front"], sides = ["front", "right", "back", "left"], colors = ["f", "r"];
        string[] low = ["low", "low-right", "low-front"];
        var ids = corners.SelectMany(c => sides.SelectMany(s => colors.Select(k => $"{c}-{s}-{k}")))
            .Concat(corners.SelectMany(c => new[] { $"{c}-slot", $"{c}-flip" }))
            .Concat(low.SelectMany(c => colors.Select(k => $"{c}-top-{k}")))
            .Concat(low.SelectMany(c => new[] { $"{c}-slot", $"{c}-flip" }));
        Assert.Equal(ids.Order(StringComparer.Ordinal), PairCases.All.Select(c => c.Id).Order(StringComparer.Ordinal));
    }

    [Theory]
    // Each by a sequence that solves it: the case is what its undoing leaves.
    [InlineData("R U R'", "right-back-f", PairGroup.Differ, PairJoint.Apart)]
    [InlineData("F' U' F", "front-left-r", PairGroup.Differ, PairJoint.Apart)]
    [InlineData("U R U' R'", "front-right-f", PairGroup.Agree, PairJoint.Rightly)]
    [InlineData("U' F' U F", "right-front-r", PairGroup.Agree, PairJoint.Rightly)]
    [InlineData("R U2 R' U' R U R'", "up-right-f", PairGroup.BaseUp, PairJoint.Wrongly)]
    [InlineData("R U' R' U R U' R'", "low-front-top-f", PairGroup.CornerInSlot, PairJoint.Apart)]
    [InlineData("R U' R' F' U2 F", "up-flip", PairGroup.EdgeInSlot, PairJoint.Rightly)]
    [InlineData("", "low-slot", PairGroup.BothInSlot, PairJoint.Rightly)]
    public void Worked_cases(string solution, string id, PairGroup group, PairJoint joint)
    {
        var position = PairsState.Solved.After(Turns(solution).Reverse().Select(t => t.Inverse));
        var found = PairCases.Of(position, Slot.FR)!;
        Assert.Equal((id, group, joint), (found.Id, found.Group, found.Joint));
    }

    [Fact]
    public void A_case_is_the_same_in_every_slot_and_after_every_turn_of_the_top()
    {
        foreach (var pairCase in PairCases.All)
            for (var slot = Slot.FR; slot <= Slot.FL; slot++)
                for (var quarters = 0; quarters < 4; quarters++)
                {
                    var position = Position(pairCase, slot);
                    if (quarters > 0) position = position.After([Turn.Of(Face.U, quarters)]);
                    Assert.Equal(pairCase, PairCases.Of(position, slot));
                }
    }

    [Fact]
    public void Seen_after_y_the_next_slot_shows_the_same_case()
    {
        foreach (var state in WithCross(60, 3))
        {
            var turned = state.Apply(Turn.FromIndex(48));
            for (var slot = Slot.FR; slot <= Slot.FL; slot++)
            {
                Assert.Equal(PairCases.IdOf(PairsState.Of(state), slot), PairCases.IdOf(PairsState.Of(turned), slot.AfterY(1)));
                Assert.Equal(slot.NameIn(state.Hold), slot.AfterY(1).NameIn(turned.Hold));
            }
        }
    }

    [Fact]
    public void The_mirror_of_a_case_is_solved_by_the_mirrored_turns()
    {
        // The mirror that swaps the slot's sides: left and right change places, then the cube is turned by y.
        foreach (var pairCase in PairCases.All.Where(c => !c.IsSolved))
        {
            var mirror = PairCases.Find(pairCase.MirrorId)!;
            Assert.Equal((pairCase.Id, pairCase.Group, pairCase.Joint), (mirror.MirrorId, mirror.Group, mirror.Joint));
            var found = NewSolver().Search.Find(Position(pairCase), new SlotGoal(SlotSet.All));
            var mirrored = found.Solutions[0].ToArray().Select(t => t.Mirror).Select(t => t.Face is Face.U or Face.D ? t : Turn.Of(t.Face switch { Face.F => Face.R, Face.L => Face.F, Face.B => Face.L, _ => Face.B }, t.Quarters));
            Assert.Contains(Enumerable.Range(0, 4), q =>
            {
                var position = q == 0 ? Position(mirror) : Position(mirror).After([Turn.Of(Face.U, q)]);
                return position.After(mirrored) == PairsState.Solved;
            });
        }
    }

    [Fact]
    public void Stuck_pieces_are_named_by_where_they_are()
    {
        var seen = new HashSet<string>();
        foreach (var state in WithCross(300, 8))
            for (var slot = Slot.FR; slot <= Slot.FL; slot++)
            {
                var pairs = PairsState.Of(state);
                var id = PairCases.IdOf(pairs, slot);
                Assert.Equal(PairCases.Of(pairs, slot) is null, id.StartsWith("stuck-", StringComparison.Ordinal));
                Assert.NotEmpty(PairsWords.CaseName(id));
                seen.Add(id);
            }

        // Corner or edge, or both, each in one of three other slots.
        Assert.Equal(15, seen.Count(id => id.StartsWith("stuck-", StringComparison.Ordinal)));
        Assert.Equal("Corner stuck in the slot to the right, edge stuck in the slot opposite", PairsWords.CaseName("stuck-corner-right-edge-opposite"));
    }
}
