using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cmll.Drills;

/// <summary>
/// Which case is it, from the top and the sides? The case, its mirror and others that are turned alike to choose from. Level 2 shows only
/// front and right.
/// </summary>
public sealed class CmllWhichCase() : Drill(new DrillInfo(
    $"{CmllStage.StageId}.which-case", "Which corners", "See the corners' case from the top and what the sides show.", AnswerKind.Choice,
        6_000)
{
    Levels = 2,
    Cases = CmllTasks.Cases,
})
{
    private const int Choices = 4;

    /// <inheritdoc/>
    public override string FamilyOf(string name) => CmllCases.Find(name)!.Family;

    /// <inheritdoc/>
    public override string CaseTitle(string name) => CmllCases.Find(name)!.Name;

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var (c, held) = CmllTasks.Draw(wish, random);
        var others = CmllCases.All.Where(o => !o.IsSolved && o.Id != c.Id).ToArray();
        var near = RandomPosition.Shuffled(others.Length, random.Next).Select(i => others[i])
            .OrderBy(o => o.Id == c.MirrorId ? 0 : o.View.Orientation == c.View.Orientation ? 1 : o.Family == c.Family ? 2 : 3)
            .Take(Choices - 1).Prepend(c).ToArray();
        return About(wish, seed, c.Id, held, "Which case are the corners, once the top is turned as it is named?",
            RandomPosition.Shuffled(near.Length, random.Next).Select(i => new DrillOption(near[i].Id, near[i].Name))) with
        {
            Covered = wish.Level > 1 ? [Face.D, Face.B, Face.L] : [],
        };
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var c = CmllCases.Find(task.Case)!;
        var right = answer.Chosen is [var chosen] && chosen == c.Id;
        return new DrillVerdict(right, right ? $"Yes: {c.Name}." : $"It is: {c.Name}.",
            [$"As it lay there: {CmllGlances.Say(CmllTasks.Read(task).Corners)}"], c.Name, null, task.Hold)
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task) =>
        CmllGlances.Of(CmllTasks.Read(task).Corners) is [var first, ..] ? $"Look at {first.Where}: {first.Seen}."
            : $"{Words.Capital(CmllCases.Find(task.Case)!.Family)}.";
}
