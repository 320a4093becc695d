using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;

namespace TinCompass.Core.Methods.F2l.Drills;

/// <summary>
/// Which case is it? The case, its mirror, and others of its family to choose from. Level 1 shows the cross and the pair alone, level 2 the
/// whole cube.
/// </summary>
public sealed class WhichCase(F2lTasks tasks) : Drill(new DrillInfo(
    "f2l.which-case", "Which case", "See the case of a slot: where the base colour looks, where the edge is, whether the tops agree.",
        AnswerKind.Choice, 7_000)
{
    Levels = 2,
    Cases = F2lTasks.CaseNames,
    Parts = F2lTasks.Slots,
    FormerIds = ["which-case"],
})
{
    private const int Choices = 4;

    /// <inheritdoc/>
    public override string FamilyOf(string name) => F2lCases.Find(name)!.Family.ToString();

    /// <inheritdoc/>
    public override string CaseTitle(string name) => F2lWords.CaseName(name);

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var pairCase = F2lCases.Find(wish.Case ?? Cases[random.Next(Cases.Count)])!;
        var slot = F2lTasks.Wished(wish) ?? (Slot)random.Next(4);
        var held = tasks.DrawCase(wish, pairCase, slot, F2lTasks.Others(slot, random.Next(4), random), random);
        var name = slot.NameIn(held.Hold);
        var color = held.Hold.ColorAt(Face.D);
        var question = $"Which case is {name}, seen with its slot at front-right and the corner over it?";
        return F2lTasks.Task(this, wish, seed, pairCase.Id, held, slot, question, Options(pairCase, random),
            wish.Level > 1 ? 9_000 : 7_000) with
        {
            Visible = wish.Level > 1 ? null : new KnownPieces([color], [(color, name.First, name.Second)]),
        };
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var pairCase = F2lCases.Find(task.Case)!;
        var right = answer.Chosen is [var chosen] && chosen == pairCase.Id;
        return new DrillVerdict(right, right ? $"Yes: {pairCase.Name}." : $"It is: {pairCase.Name}.", [F2lWords.Rule(pairCase.Family)],
            pairCase.Name, null, task.Hold)
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => $"Its family: {F2lWords.Name(F2lCases.Find(task.Case)!.Family)}.";

    private static IEnumerable<DrillOption> Options(F2lCase pairCase, Random random)
    {
        var near = new List<F2lCase> { pairCase };
        if (pairCase.MirrorId != pairCase.Id) near.Add(F2lCases.Find(pairCase.MirrorId)!);
        F2lCase[] family = [.. F2lCases.All.Where(c => !c.IsSolved && c.Family == pairCase.Family && !near.Contains(c))];
        near.AddRange(RandomPosition.Shuffled(family.Length, random.Next).Select(i => family[i]).Take(Choices - near.Count));
        return RandomPosition.Shuffled(near.Count, random.Next).Select(i => new DrillOption(near[i].Id, near[i].Name));
    }
}
