using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;

namespace TinCompass.Core.Methods.EdgesFirst.Drills;

/// <summary>A sequence is read: which three corners go round, and which way? Level 2: with a set-up.</summary>
public sealed class ReadACycle() : Drill(new DrillInfo(
    $"{CornersStage.StageId}.read", "Read a cycle", "Read [A, B]: which three corners go round, and which way?", AnswerKind.Choice, 20_000)
{
    Levels = 2,
    Cases = ["any"],
})
{
    private const int Choices = 4;

    /// <inheritdoc/>
    public override string CaseTitle(string name) => "a cycle of corners";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        while (true)
        {
            var cycle = EdgesTasks.Cycle(random, onTop: false);
            var way = EdgesTasks.Way(cycle);
            if (way.Setup.Count > 0 != wish.Level > 1) continue;
            // The other way round, and others that share places with it.
            var options = new List<ThreeCycle> { cycle, cycle.Inverse };
            while (options.Count < Choices)
            {
                var turned = new ThreeCycle(cycle.First, Other(cycle.Second, random), Other(cycle.Third, random));
                if (options.TrueForAll(o => o.Key != turned.Key)) options.Add(turned);
            }

            return About(wish, seed, "any", EdgesTasks.WithCorners(wish, random),
                $"{way}: what lies where goes where?",
                RandomPosition.Shuffled(Choices, random.Next).Select(i => new DrillOption($"{options[i]}", $"{options[i]}"))) with
            {
                Shown = way.Turns,
            };
        }
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var key = ThreeCycle.Of(CubeState.Solved.Apply(task.Shown).Upright())!.Value.Key;
        var told = task.Options.First(o => ThreeCycle.TryParse(o.Answer, out var read, out _) && read.Key == key).Text;
        var right = answer.Chosen is [var chosen] && chosen == told;
        return new DrillVerdict(right, $"{(right ? "Yes: " : "It is: ")}{told}.", [], told, null, [.. task.Hold, .. task.Shown])
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var cycle = ThreeCycle.Of(CubeState.Solved.Apply(task.Shown).Upright())!.Value;
        return $"What lies at {Stickers.Name(cycle.First)} goes first: follow it.";
    }

    private static int Other(int sticker, Random random)
    {
        var all = Stickers.OfPlace(sticker);
        return all[random.Next(all.Count)];
    }
}
