using TinCompass.Core.Cube;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.F2l;

/// <summary>
/// What fast solvers turn for the cases of a slot: as written at the front-right, mirrored at the front-left, and both half a turn round
/// at the back.
/// </summary>
public static class F2lCommon
{
    private static readonly CommonAlgorithms Listed = CommonAlgorithms.Shipped("f2l.common");

    private static readonly ILookup<(string Case, Slot Slot), Turn[]> ByCase = SlotSet.All.Slots
        .SelectMany(slot => Listed.Of(F2lStage.StageId).Select(a => (Slot: slot, Turns: At(slot, a))))
        .ToLookup(a => (F2lCases.IdOf(Before(a.Turns), a.Slot), a.Slot), a => a.Turns);

    /// <summary>The algorithms of a case in a slot, in face moves.</summary>
    public static IEnumerable<IReadOnlyList<Turn>> Of(string id, Slot slot) => ByCase[(id, slot)];

    /// <summary>What the moves solve: everything but one slot is solved before them.</summary>
    private static F2lState Before(IEnumerable<Turn> turns) => F2lState.Of(CubeState.Solved.Apply(turns.Reverse().Select(t => t.Inverse)));

    private static Turn[] At(Slot slot, IEnumerable<Turn> turns) => slot switch
    {
        Slot.FR => [.. turns],
        Slot.FL => [.. turns.Select(t => t.Mirror)],
        Slot.BL => F2lSchools.AtSlot(slot, turns),
        // Half a turn round from the front-left.
        _ => [.. F2lSchools.AtSlot(Slot.BL, turns.Select(t => t.Mirror))],
    };
}
