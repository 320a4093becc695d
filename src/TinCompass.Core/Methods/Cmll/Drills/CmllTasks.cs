using TinCompass.Core.Cube;
using TinCompass.Core.Methods.SixEdges;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.Cmll.Drills;

/// <summary>What the drills of the corners have in common: positions of a case, the edges as chance has them.</summary>
internal static class CmllTasks
{
    private const int Mixing = 40;

    /// <summary>The cases that are learnt one by one.</summary>
    public static IReadOnlyList<string> Cases { get; } = [.. CmllCases.All.Where(c => !c.IsSolved).Select(c => c.Id)];

    /// <summary>A held position of the wished case, or of any; a base- or top-coloured centre is up.</summary>
    public static (CmllCase Case, CubeState Held) Draw(DrillWish wish, Random random)
    {
        var c = wish.Case is { } id ? CmllCases.Find(id)! : CmllCases.All[1 + random.Next(CmllCases.All.Count - 1)];
        var hold = Hold.BringingDown((Face)wish.Colors[random.Next(wish.Colors.Count)])[random.Next(4)];
        var state = CmllCasebook.Position(CmllCorners.Relabelled(c.View, random.Next(4)), hold);
        for (var i = 0; i < Mixing; i++) state = state.Apply(SixEdgesTable.Turns[random.Next(SixEdgesTable.Turns.Count)]);
        // The middle as it is after a second block.
        while (state.Hold != hold) state = state.Apply(SixEdgesTable.Turns[0]);
        return (c, state);
    }

    /// <summary>The corners that a task shows.</summary>
    public static CmllPosition Read(DrillTask task) => CmllPosition.TryRead(task.Held, task.Color, out var read, out var refusal) ? read
        : throw new InvalidOperationException(refusal.Message);
}
