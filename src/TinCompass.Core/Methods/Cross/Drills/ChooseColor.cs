using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cross.Drills;

/// <summary>Which of the colours would you take? Right is one that no other beats: none is both shorter and easier to see.</summary>
public sealed class ChooseColor(CrossTools cross) : Drill(new DrillInfo(
    "cross.choose-color", "Choose the colour", "Which cross would you take? Scored by turns and by foresight.", AnswerKind.Choice, 12_000)
{
    Cases = ["any"],
    FormerIds = ["choose-color"],
})
{
    /// <inheritdoc/>
    public override string CaseTitle(string name) => "of all colours";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var position = RandomPosition.Draw(new Random(seed).Next);
        // With one colour there is nothing to choose: then all six are asked.
        var colors = wish.Colors.Count > 1 ? wish.Colors : Faces.AllColors;
        return new DrillTask(
            Id, wish, seed, "any", position, new Focus(colors[0]), [], "Which cross would you take?", AnswerKind.Choice,
                [.. colors.Select(c => new DrillOption(c.Name(), c.Name(), c))])
        {
            IsInspected = true,
            TargetMs = 12_000,
        };
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var looks = task.Options.Select(o => Look(task.Position, o.Color!.Value)).ToArray();
        var mine = looks.First(l => l.Color.Name() == answer.Chosen[0]);
        var better = looks.Where(l => l.Length <= mine.Length && l.Points <= mine.Points
            && (l.Length < mine.Length || l.Points < mine.Points)).OrderBy(l => l.Length).ThenBy(l => l.Points).ToArray();
        var best = looks.OrderBy(l => l.Length).ThenBy(l => l.Points).First();
        return new DrillVerdict(
            better.Length == 0,
            better.Length == 0 ? $"Nothing beats {Say(mine)}." : $"You took {Say(mine)}; better: {Say(better[0])}.",
            [.. looks.OrderBy(l => l.Length).ThenBy(l => l.Points).Select(l => $"{Say(l)}: {l.Plan}.")], Say(best),
                mine.Length - best.Length, [.. best.Plan.All])
        {
            SaysBest = better.Length > 0 && better[0] == best,
        };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var best = task.Options.Select(o => Look(task.Position, o.Color!.Value)).MinBy(l => (l.Length, l.Points));
        return $"The best takes {Words.Turns(best.Length)}. Count the bad edges first.";
    }

    private readonly record struct Outlook(Color Color, int Length, int Points, StageSolution Plan);

    private static string Say(Outlook look) => $"{look.Color.Name()} in {look.Length} HTM with {look.Points} points of foresight";

    private Outlook Look(CubeState position, Color color)
    {
        var plans = cross.Planner.Plan(position, color, new CrossPlanOptions(Order: PlanOrder.Foresight));
        var easiest = plans.Groups.SelectMany(g => g.Plans).Where(p => p.Length == plans.Outlook.Length).MinBy(p => p.Foresight.Score)!;
        return new Outlook(color, plans.Outlook.Length, easiest.Foresight.Score, easiest.Solution);
    }
}
