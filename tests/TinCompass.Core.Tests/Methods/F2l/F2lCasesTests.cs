using TinCompass.Core.Cube;
using TinCompass.Core.Methods.F2l;
using static TinCompass.Core.Tests.Methods.F2l.F2lKit;

namespace TinCompass.Core.Tests.Methods.F2l;

public class F2lCasesTests
{
    [Fact]
    public void There_are_24_and_6_and_6_and_6_cases()
    {
        Assert.Equal(42, F2lCases.All.Count);
        Assert.Equal(42, F2lCases.All.Select(c => c.Id).Distinct().Count());
        Assert.Equal(42, F2lCases.All.Select(c => c.Name).Distinct().Count());
        var sizes = F2lCases.All.GroupBy(c => c.Family).ToDictionary(g => g.Key, g => g.Count());
        Assert.Equal(24, sizes[F2lFamily.Agree] + sizes[F2lFamily.Differ] + sizes[F2lFamily.BaseUp]);
        Assert.Equal((6, 6, 6), (sizes[F2lFamily.EdgeInSlot], sizes[F2lFamily.CornerInSlot], sizes[F2lFamily.BothInSlot]));
        Assert.Single(F2lCases.All, c => c.IsSolved);
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
        Assert.Equal(ids.Order(StringComparer.Ordinal), F2lCases.All.Select(c => c.Id).Order(StringComparer.Ordinal));
    }

    [Theory]
    // Each by a sequence that solves it: the case is what its undoing leaves.
    [InlineData("R U R'", "right-back-f", F2lFamily.Differ, F2lJoint.Apart)]
    [InlineData("F' U' F", "front-left-r", F2lFamily.Differ, F2lJoint.Apart)]
    [InlineData("U R U' R'", "front-right-f", F2lFamily.Agree, F2lJoint.Rightly)]
    [InlineData("U' F' U F", "right-front-r", F2lFamily.Agree, F2lJoint.Rightly)]
    [InlineData("R U2 R' U' R U R'", "up-right-f", F2lFamily.BaseUp, F2lJoint.Wrongly)]
    [InlineData("R U' R' U R U' R'", "low-front-top-f", F2lFamily.CornerInSlot, F2lJoint.Apart)]
    [InlineData("R U' R' F' U2 F", "up-flip", F2lFamily.EdgeInSlot, F2lJoint.Rightly)]
    [InlineData("", "low-slot", F2lFamily.BothInSlot, F2lJoint.Rightly)]
    public void Worked_cases(string solution, string id, F2lFamily group, F2lJoint joint)
    {
        var position = F2lState.Solved.After(Turns(solution).Reverse().Select(t => t.Inverse));
        var found = F2lCases.Of(position, Slot.FR)!;
        Assert.Equal((id, group, joint), (found.Id, found.Family, found.Joint));
    }

    [Fact]
    public void A_case_is_the_same_in_every_slot_and_after_every_turn_of_the_top()
    {
        foreach (var pairCase in F2lCases.All)
            for (var slot = Slot.FR; slot <= Slot.FL; slot++)
                for (var quarters = 0; quarters < 4; quarters++)
                {
                    var position = Position(pairCase, slot);
                    if (quarters > 0) position = position.After([Turn.Of(Face.U, quarters)]);
                    Assert.Equal(pairCase, F2lCases.Of(position, slot));
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
                Assert.Equal(F2lCases.IdOf(F2lState.Of(state), slot), F2lCases.IdOf(F2lState.Of(turned), slot.AfterY(1)));
                Assert.Equal(slot.NameIn(state.Hold), slot.AfterY(1).NameIn(turned.Hold));
            }
        }
    }

    [Fact]
    public void The_mirror_of_a_case_is_solved_by_the_mirrored_turns()
    {
        // The mirror that swaps the slot's sides: left and right change places, then the cube is turned by y.
        foreach (var pairCase in F2lCases.All.Where(c => !c.IsSolved))
        {
            var mirror = F2lCases.Find(pairCase.MirrorId)!;
            Assert.Equal((pairCase.Id, pairCase.Family, pairCase.Joint), (mirror.MirrorId, mirror.Family, mirror.Joint));
            var found = NewSolver().Search.Find(Position(pairCase), new F2lGoal(SlotSet.All));
            var mirrored = found.Solutions[0].ToArray().Select(t => t.Mirror)
                .Select(t => t.Face is Face.U or Face.D ? t
                : Turn.Of(t.Face switch { Face.F => Face.R, Face.L => Face.F, Face.B => Face.L, _ => Face.B }, t.Quarters));
            Assert.Contains(Enumerable.Range(0, 4), q =>
            {
                var position = q == 0 ? Position(mirror) : Position(mirror).After([Turn.Of(Face.U, q)]);
                return position.After(mirrored) == F2lState.Solved;
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
                var pairs = F2lState.Of(state);
                var id = F2lCases.IdOf(pairs, slot);
                Assert.Equal(F2lCases.Of(pairs, slot) is null, id.StartsWith("stuck-", StringComparison.Ordinal));
                Assert.NotEmpty(F2lWords.CaseName(id));
                seen.Add(id);
            }

        // Corner or edge, or both, each in one of three other slots.
        Assert.Equal(15, seen.Count(id => id.StartsWith("stuck-", StringComparison.Ordinal)));
        Assert.Equal("Corner stuck in the slot to the right, edge stuck in the slot opposite",
            F2lWords.CaseName("stuck-corner-right-edge-opposite"));
    }
}
