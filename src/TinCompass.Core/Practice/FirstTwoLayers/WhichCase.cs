using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstTwoLayers;
using TinCompass.Core.Scrambling;

namespace TinCompass.Core.Practice.FirstTwoLayers;

/// <summary>Which case is it? The case, its mirror, and others of its family to choose from. Level 1 shows the cross and the pair alone, level 2 the whole cube.</summary>
public sealed class WhichCase(PairTasks tasks) : IDrill
{
    private const int Choices = 4;

    /// <inheritdoc/>
    public string Id => "which-case";

    /// <inheritdoc/>
    public string Topic => "pairs";

    /// <inheritdoc/>
    public bool HasSlots => true;

    /// <inheritdoc/>
    public string Title => "Which case";

    /// <inheritdoc/>
    public string What => "See the case of a slot: where the base colour looks, where the edge is, whether the tops agree.";

    /// <inheritdoc/>
    public int Levels => 2;

    /// <inheritdoc/>
    public IReadOnlyList<string> Cases => PairTasks.CaseNames;

    /// <inheritdoc/>
    public string FamilyOf(string name) => PairCases.Find(name)!.Group.ToString();

    /// <inheritdoc/>
    public string CaseTitle(string name) => PairsWords.CaseName(name);

    /// <inheritdoc/>
    public DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var pairCase = PairCases.Find(wish.Case ?? Cases[random.Next(Cases.Count)])!;
        var slot = wish.Slot ?? (Slot)random.Next(4);
        var held = tasks.DrawCase(wish, pairCase, slot, PairTasks.Others(slot, random.Next(4), random), random);
        var name = slot.NameIn(held.Hold);
        var color = held.Hold.ColorAt(Face.D);
        return PairTasks.Task(this, wish, seed, pairCase.Id, held, $"Which case is {name}, seen with its slot at front-right and the corner over it?", AnswerKind.Choice, Options(pairCase, random), wish.Level > 1 ? 9_000 : 7_000) with
        {
            About = name,
            Visible = wish.Level > 1 ? null : new KnownPieces([color], [(color, name.First, name.Second)]),
        };
    }

    /// <inheritdoc/>
    public DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var pairCase = PairCases.Find(task.Case)!;
        var right = answer.Chosen is [var chosen] && chosen == pairCase.Id;
        return new DrillVerdict(right, right ? $"Yes: {pairCase.Name}." : $"It is: {pairCase.Name}.", [PairsWords.Rule(pairCase.Group)], pairCase.Name, null, task.Hold);
    }

    /// <inheritdoc/>
    public string Hint(DrillTask task) => $"Its family: {PairsWords.Name(PairCases.Find(task.Case)!.Group)}.";

    private static IEnumerable<DrillOption> Options(PairCase pairCase, Random random)
    {
        var near = new List<PairCase> { pairCase };
        if (pairCase.MirrorId != pairCase.Id) near.Add(PairCases.Find(pairCase.MirrorId)!);
        PairCase[] family = [.. PairCases.All.Where(c => !c.IsSolved && c.Group == pairCase.Group && !near.Contains(c))];
        near.AddRange(RandomPosition.Shuffled(family.Length, random.Next).Select(i => family[i]).Take(Choices - near.Count));
        return RandomPosition.Shuffled(near.Count, random.Next).Select(i => new DrillOption(near[i].Id, near[i].Name));
    }
}
