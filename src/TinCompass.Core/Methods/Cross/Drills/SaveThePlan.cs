using System.Globalization;
using TinCompass.Core.Cube;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.Cross.Drills;

/// <summary>A plan with one turn gone wrong: which is the first that costs something?</summary>
public sealed class SaveThePlan(CrossTools cross)
    : Drill(new DrillInfo("cross.save-the-plan", "Save the plan", "One turn of a good plan has gone wrong: find it.", AnswerKind.Choice,
    20_000)
    {
        Cases = ["4", "5", "6"],
        FormerIds = ["save-the-plan"],
    })
{
    private const int MaxTries = 200;

    /// <inheritdoc/>
    public override string CaseTitle(string name) => $"plans of {name} turns";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var color = CrossTasks.ColorFor(wish, random);
        var length = int.Parse(wish.Case ?? Cases[random.Next(Cases.Count)], CultureInfo.InvariantCulture);
        for (var attempt = 0; attempt < MaxTries; attempt++)
        {
            var position = CrossTasks.Draw(cross, color, length, null, random);
            var groups = cross.Planner.Plan(position, color).Groups.Where(g => g.BestLength == length).ToArray();
            var solution = groups[random.Next(groups.Length)].Plans[0].Solution;
            var turns = solution.Turns.ToArray();
            var at = random.Next(turns.Length);
            turns[at] = Turn.Of(turns[at].Face, ((turns[at].Quarters + random.Next(2)) % 3) + 1);
            var judged = cross.Judge.Judge(position, color, [.. solution.Rotation.Rotation, .. turns]);
            if (judged.Mistakes.Count == 0 || judged.Mistakes[0].Note.Number != at + 1) continue;
            return new DrillTask(
                Id, wish, seed, length.ToString(CultureInfo.InvariantCulture), position, new Focus(color), solution.Rotation.Rotation,
                    $"One turn of this {color.Name()} cross is wrong. Which?", AnswerKind.Choice,
                [.. turns.Select((t, i) => new DrillOption((i + 1).ToString(CultureInfo.InvariantCulture), $"{i + 1}: {t}"))])
            {
                Shown = turns,
                TargetMs = 20_000,
            };
        }

        throw new InvalidOperationException("no plan with one flawed turn was found");
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        IReadOnlyList<Turn> plan = [.. task.Hold, .. task.Shown];
        var mistake = cross.Judge.Judge(task.Position, task.Color, plan).Mistakes[0];
        var right = answer.Chosen is [var chosen] && chosen == mistake.Note.Number.ToString(CultureInfo.InvariantCulture);
        var words = CrossWords.ForMistake(task.Color, mistake);
        return new DrillVerdict(right, right ? $"Yes. {words}" : words, [$"From before it: {mistake.Instead}."],
            $"turn {mistake.Note.Number}, {mistake.Note.Turn}", null, plan);
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var mistake = cross.Judge.Judge(task.Position, task.Color, [.. task.Hold, .. task.Shown]).Mistakes[0];
        var half = (task.Shown.Count + 1) / 2;
        return mistake.Note.Number <= half ? $"It is among the first {half}." : $"The first {half} are on a best way.";
    }
}
