using TinCompass.Core.Cube;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.BlockFirst.Drills;

/// <summary>What the drills of block first have in common: positions of each step, as chance has them.</summary>
internal static class BlockTasks
{
    private const int Mixing = 30;

    /// <summary>One of the solver's colours.</summary>
    public static Color Base(DrillWish wish, Random random) => wish.Colors[random.Next(wish.Colors.Count)];

    /// <summary>
    /// A block 2x2x3 stands at the left and down, everything else is as chance has it; or only what two faces leave as it is.
    /// </summary>
    public static OpenPosition WithLong(DrillWish wish, Random random, bool onlyTwoFaces)
    {
        var state = CubeState.Solved.Apply(Hold.BringingDown((Face)Base(wish, random))[random.Next(4)].Rotation);
        for (var i = 0; i < Mixing; i++)
        {
            state = state.Apply(Turn.Of(i % 2 == 0 ? Face.U : Face.R, 1 + random.Next(3)));
            // Three turns that leave the block and turn edges over.
            if (!onlyTwoFaces && random.Next(4) == 0)
            {
                var side = random.Next(2) == 0 ? Turn.Of(Face.F, 3) : Turn.Of(Face.B, 1);
                state = state.Apply(side).Apply(Turn.Of(Face.U, 1 + random.Next(3))).Apply(side.Inverse);
            }
        }

        return OpenPosition.Of(state, state.Hold.ColorAt(Face.D)).First(o => o.Held.Hold == state.Hold);
    }

    /// <summary>The position of a task with the block at the left and down, as it is held.</summary>
    public static OpenPosition Read(DrillTask task) =>
        OpenPosition.Of(task.Held, task.Color).First(o => o.Rotation.Count == 0);
}
