using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Scrambling;

namespace TinCompass.Core.Practice.Cross;

/// <summary>Which of the colours would you take? Right is one that no other beats: none is both shorter and easier to see.</summary>
public sealed class ChooseColor(CrossTools cross) : IDrill
{
    /// <inheritdoc/>
    public string Id => "choose-color";

    /// <inheritdoc/>
    public string Title => "Choose the colour";

    /// <inheritdoc/>
    public string What => "Which cross would you take? Scored by turns and by foresight.";

    /// <inheritdoc/>
    public int Levels => 1;

    /// <inheritdoc/>
    public IReadOnlyList<string> Cases { get; } = ["any"];

    /// <inheritdoc/>
    public string CaseTitle(string name) => "of all colours";

    /// <inheritdoc/>
    public DrillTask Make(DrillWish wish, int seed)
    {
        var position = RandomPosition.Draw(new Random(seed).Next);
        // With one colour there is nothing to choose: then all six are asked.
        var colors = wish.Colors.Count > 1 ? wish.Colors : Faces.AllColors;
        return new DrillTask(
            Id, wish, seed, "any", position, colors[0], [], "Which cross would you take?", AnswerKind.Choice, [.. colors.Select(c => new DrillOption(c.Name(), c.Name(), c))])
        {
            IsInspected = true,
            TargetMs = 12_000,
        };
    }

    /// <inheritdoc/>
    public DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var looks = task.Options.Select(o => Look(task.Position, o.Color!.Value)).ToArray();
        var mine = looks.First(l => l.Color.Name() == answer.Chosen[0]);
        var better = looks.Where(l => l.Length <= mine.Length && l.Points <= mine.Points && (l.Length < mine.Length || l.Points < mine.Points)).OrderBy(l => l.Length).ThenBy(l => l.Points).ToArray();
        var best = looks.OrderBy(l => l.Length).ThenBy(l => l.Points).First();
        return new DrillVerdict(
            better.Length == 0,
            better.Length == 0 ? $"Nothing beats {Say(mine)}." : $"You took {Say(mine)}; better: {Say(better[0])}.",
            [.. looks.OrderBy(l => l.Length).ThenBy(l => l.Points).Select(l => $"{Say(l)}: {l.Plan}.")], Say(best), mine.Length - best.Length, [.. best.Plan.All]);
    }

    /// <inheritdoc/>
    public string Hint(DrillTask task)
    {
        var best = task.Options.Select(o => Look(task.Position, o.Color!.Value)).MinBy(l => (l.Length, l.Points));
        return $"The best takes {CrossWords.Turns(best.Length)}. Count the bad edges first.";
    }

    private readonly record struct Outlook(Color Color, int Length, int Points, CrossSolution Plan);

    private static string Say(Outlook look) => $"{look.Color.Name()} in {look.Length} HTM with {look.Points} points of foresight";

    private Outlook Look(CubeState position, Color color)
    {
        var plans = cross.Planner.Plan(position, color, new CrossPlanOptions(Order: PlanOrder.Foresight));
        var easiest = plans.Groups.SelectMany(g => g.Plans).Where(p => p.Length == plans.Outlook.Length).MinBy(p => p.Foresight.Score)!;
        return new Outlook(color, plans.Outlook.Length, easiest.Foresight.Score, easiest.Solution);
    }
}
