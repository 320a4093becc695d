using System.Globalization;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.GoodFirst.Drills;

/// <summary>Good edges and line planned whole, then turned in the fewest turns; its cases are how many it takes.</summary>
public sealed class PlanGoodStart(GoodStartCourse course) : Drill(new DrillInfo(DrillId, "Good edges and line",
    "Plan how all edges become good and the line stands, any two faces in front and behind; then turn it in the fewest turns.",
    AnswerKind.Turns, 30_000)
{
    Cases = ["4", "5", "6", "7"],
})
{
    /// <summary>Its stable name.</summary>
    public const string DrillId = $"{GoodStartStage.StageId}.plan";

    /// <inheritdoc/>
    public override string CaseTitle(string name) => $"in {name}";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var name = wish.Case ?? Cases[random.Next(Cases.Count)];
        while (true)
        {
            var color = wish.Colors[random.Next(wish.Colors.Count)];
            var state = RandomPosition.Draw(random.Next);
            if (Least(state, color).ToString(CultureInfo.InvariantCulture) != name) continue;
            return About(wish, seed, name, state.Apply(Hold.BringingDown(state.Hold.FaceOf(color))[0].Rotation),
                $"Make all edges good, and the line of {color.Name()}.", [], new Focus(color));
        }
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var end = task.Position.Apply(answer.Turns);
        var (best, used) = (Best(task), answer.Turns.Sum(t => Metric.Htm.Cost(t)));
        var least = best.Sum(t => Metric.Htm.Cost(t));
        if (GoodHold.Standing(end, task.Focus.Base) is not null)
            return new DrillVerdict(true, $"Good in {used} HTM; {least} at least.", [], string.Join(' ', best), used - least, answer.Turns);
        var near = GoodHold.Of(end, task.Focus.Base).MinBy(h => (h.Count, h.HasLine ? 0 : 1))!;
        return new DrillVerdict(false, near.Count > 0 ? "Not all edges are good." : "The line does not stand.",
            [$"With {near.Sides} in front and behind {GoodNotes.Left(near.Count)} bad."], string.Join(' ', best), null, answer.Turns);
    }

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task) => DrillAnswer.Of([.. task.Hold, .. Best(task)]);

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var best = Best(task);
        var hold = GoodHold.Of(task.Held.Apply(best.TakeWhile(t => t.Kind == TurnKind.Rotation)), task.Focus.Base)[0];
        return $"It takes {Words.Turns(best.Sum(t => Metric.Htm.Cost(t)))}, with {hold.Sides} in front and behind.";
    }

    private static int Least(CubeState state, Color color) => GoodHold.Of(state, color).Min(h => GoodStartSearch.Line(h.Named));

    private IReadOnlyList<Turn> Best(DrillTask task) => course.Fewest(task.Held, task.Focus);
}
