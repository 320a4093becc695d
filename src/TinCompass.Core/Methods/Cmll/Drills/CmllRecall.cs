using System.Collections.Concurrent;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cmll.Drills;

/// <summary>The sequence from the case: seen, then turned. Any sequence is right that solves the corners and leaves both blocks.</summary>
public sealed class CmllRecall(CmllTools tools, LlTools twoLooks) : Drill(new DrillInfo(
    DrillId, "Recall: corners", "See the corners' case, then turn its sequence.", AnswerKind.Turns, 4_000)
{
    Cases = CmllTasks.Cases,
})
{
    /// <summary>Its stable name.</summary>
    public const string DrillId = $"{CmllStage.StageId}.recall";

    private const int MostOrders = 200;

    private static readonly HandModel Usual = new(HandPreferences.Usual);

    // One order for each set of known cases that came up lately, for usual hands.
    private readonly ConcurrentDictionary<string, IReadOnlyList<string>> orders = new();

    /// <summary>By time saved against two looks for what there is to learn (<see cref="CmllLearning"/>).</summary>
    public override IReadOnlyList<string> InOrderOfLearning(IReadOnlySet<string> known)
    {
        if (!twoLooks.IsReady) return Cases;
        if (orders.Count > MostOrders) orders.Clear();
        return orders.GetOrAdd(string.Join(' ', known.Order(StringComparer.Ordinal)), _ =>
        [
            .. Cases.Where(known.Contains), .. CmllLearning.Next(
                tools, twoLooks, new Repertoire(known.Select(k => (CmllStage.StageId, k)), []), Usual).Lessons.Select(l => l.Case),
        ]);
    }

    /// <inheritdoc/>
    public override string FamilyOf(string name) => CmllCases.Find(name)!.Family;

    /// <inheritdoc/>
    public override string CaseTitle(string name) => CmllCases.Find(name)!.Name;

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var (c, held) = CmllTasks.Draw(wish, new Random(seed));
        return About(wish, seed, c.Id, held, "Solve the corners; the middle and the edges on top may do what they like.",
            []);
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var read = CmllTasks.Read(task);
        var (best, end) = (tools.Rank(read.Corners, Usual)[0], task.Position.Apply(answer.Turns));
        var stands = Blocks.Frame(end.Hold, task.Color) is { } frame && Blocks.Seen(end, frame) is var seen && Blocks.LeftStands(seen)
            && Blocks.RightStands(seen);
        var right = stands && CmllCorners.IsDone(CmllCorners.Of(Blocks.Seen(end, Blocks.Frame(end.Hold, task.Color)!.Value)));
        var length = CmllPlanner.Htm(answer.Turns);
        var (shown, reasons) = (string.Join(' ', best.Turns), new List<string>());
        if (!right)
        {
            if (!stands) reasons.Add("The blocks do not stand at left and right at the end.");
            reasons.Add($"It was {CmllCases.Find(task.Case)!.Name}.");
        }
        else if (Usual.Measure(answer.Turns.Skip(task.Hold.Count)) is { } time && best.Time is { } quick
            && time - quick > HandModel.WorthTelling)
            reasons.Add($"Quicker for the hands: {shown} ({Words.Figure(quick)} wt instead of {Words.Figure(time)}).");
        return new DrillVerdict(right, right ? $"Corners done, in {Words.Turns(length)}." : "The corners are not done.", reasons, shown,
            right ? length - best.Length : null, answer.Turns);
    }

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task) =>
        DrillAnswer.Of([.. task.Hold, .. tools.Rank(CmllTasks.Read(task).Corners, Usual)[0].Turns]);

    /// <inheritdoc/>
    public override string Hint(DrillTask task) =>
        $"It begins {string.Join(' ', tools.Rank(CmllTasks.Read(task).Corners, Usual)[0].Turns.Take(3))}.";
}
