using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross.Drills;
using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;

namespace TinCompass.Core.Methods.LastLayer.Drills;

/// <summary>What the drills of the last layer have in common: positions of a case, drawn evenly, and options that look alike.</summary>
internal static class LlTasks
{
    /// <summary>The cases of a set that are learnt one by one.</summary>
    public static IReadOnlyList<string> CasesOf(LlSet set) => [.. LlCases.Of(set).Where(c => !c.IsSolved).Select(c => c.Id)];

    /// <summary>
    /// A last layer of the wished case (any of the set when none is wished), whatever the set does not look at as chance has it.
    /// </summary>
    public static (LlCase Case, LlState State) Draw(LlSet set, DrillWish wish, Random random)
    {
        var cases = LlCases.Of(set);
        var c = wish.Case is { } id ? LlCases.Find(id)! : cases[1 + random.Next(cases.Count - 1)];
        var state = c.View.Turned(random.Next(4)).Relabelled(random.Next(4));
        if (!set.Orients()) return (c, state);
        // What lies where is free: an arrangement of chance under the same look.
        var arrangements = LlSet.Pll.States();
        return (c, arrangements[random.Next(arrangements.Count)].Then(state));
    }

    /// <summary>The position of a last layer, held with one of the solver's colours down.</summary>
    public static CubeState Hold(LlState state, DrillWish wish, Random random) =>
        state.ToCube(Cube.Hold.BringingDown((Face)CrossTasks.ColorFor(wish, random))[random.Next(4)]);

    /// <summary>A task about a held position.</summary>
    public static DrillTask Task(Drill drill, DrillWish wish, int seed, string name, CubeState held, string question,
        IEnumerable<DrillOption> options) =>
        new(drill.Id, wish, seed, name, held.Upright(), new Focus(held.Hold.ColorAt(Face.D)), held.Hold.Rotation, question, drill.Info.Kind,
            [.. options])
        {
            TargetMs = drill.Info.TargetMs,
        };

    /// <summary>The last layer a task shows.</summary>
    public static LlState StateOf(DrillTask task) => LlState.Of(task.Held)
        ?? throw new InvalidOperationException($"{task.Drill} shows no last layer");

    /// <summary>A case and others that look like it: its mirror, its family, then any of the set; in an order of chance.</summary>
    /// <param name="c">The case that is right.</param>
    /// <param name="count">How many in all.</param>
    /// <param name="random">Chance.</param>
    /// <param name="beside">A case that is to be among them.</param>
    public static IEnumerable<LlCase> Alike(LlCase c, int count, Random random, string? beside = null)
    {
        var all = LlCases.Of(c.Set).Where(o => !o.IsSolved && o.Id != c.Id).ToArray();
        var near = RandomPosition.Shuffled(all.Length, random.Next).Select(i => all[i])
            .OrderBy(o => o.Id == beside ? -1 : o.Id == c.MirrorId ? 0 : o.Family == c.Family ? 1 : 2).Take(count - 1).Prepend(c).ToArray();
        return RandomPosition.Shuffled(near.Length, random.Next).Select(i => near[i]);
    }
}
