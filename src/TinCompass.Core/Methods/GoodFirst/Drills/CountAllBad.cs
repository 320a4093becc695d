using System.Globalization;
using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.GoodFirst.Drills;

/// <summary>How many of all twelve edges are bad as the cube is held, against the clock?</summary>
public sealed class CountAllBad() : Drill(new DrillInfo(
    $"{GoodStartStage.StageId}.count", "Bad of all twelve",
    "Count the edges that U, D, R and L bring home turned over, by the clock.", AnswerKind.Choice, 15_000)
{
    Cases = ["2", "4", "6", "8", "10"],
})
{
    /// <inheritdoc/>
    public override string CaseTitle(string name) => $"{name} bad";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var name = wish.Case ?? Cases[random.Next(Cases.Count)];
        while (true)
        {
            var color = wish.Colors[random.Next(wish.Colors.Count)];
            var state = RandomPosition.Draw(random.Next);
            var held = state.Apply(Hold.BringingDown(state.Hold.FaceOf(color))[random.Next(4)].Rotation);
            if (new GoodHold([], held).Count.ToString(CultureInfo.InvariantCulture) != name) continue;
            return About(wish, seed, name, held, "Held so, how many edges are bad?", Cases.Select(c => new DrillOption(c, c)),
                new Focus(color));
        }
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var right = answer.Chosen is [var chosen] && chosen == task.Case;
        return new DrillVerdict(right, $"{(right ? "Yes, " : "")}{task.Case}.", [$"Bad: {Words.Join(Places(task))}."], task.Case, null,
            task.Hold)
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => $"{Places(task).Count(p => p[0] == 'U')} of them are on top.";

    /// <summary>The places of the bad edges.</summary>
    private static string[] Places(DrillTask task)
    {
        var bad = new GoodHold([], task.Held).Bad;
        return [.. Enumerable.Range(0, 12).Where(p => (bad >> p & 1) == 1).Select(p => $"{(Edge)p}")];
    }
}
