using TinCompass.Core.Cube;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.LastLayer.Drills;

/// <summary>
/// Two stickers of one of the two sides in view: one colour, opposite colours, or neighbours? The glance that permutations are told by.
/// </summary>
public sealed class OppositeOrNeighbours() : Drill(new DrillInfo(
    "pll.opposite", "Opposite or neighbours", "Compare two stickers of a side: one colour, opposite or neighbouring ones.",
        AnswerKind.Choice,
    2_500)
{
    Cases = [.. Asked.Keys],
})
{
    private static readonly Dictionary<string, (int Side, int One, int Other, string Where)> Asked = new()
    {
        ["front-ends"] = (0, 0, 2, "left end and right end of the front"),
        ["front-left"] = (0, 0, 1, "left end and middle of the front"),
        ["front-right"] = (0, 1, 2, "middle and right end of the front"),
        ["right-ends"] = (3, 0, 2, "left end and right end of the right"),
        ["right-left"] = (3, 0, 1, "left end and middle of the right"),
        ["right-right"] = (3, 1, 2, "middle and right end of the right"),
    };

    private static readonly DrillOption[] Options =
        [new("same", "one colour"), new("opposite", "opposite colours"), new("neighbours", "neighbouring colours")];

    /// <inheritdoc/>
    public override string CaseTitle(string name) => Asked[name].Where;

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var name = wish.Case ?? Cases[random.Next(Cases.Count)];
        // Each answer is as likely as the others: drawn first, then an arrangement that shows it.
        var wanted = Options[random.Next(Options.Length)].Answer;
        LlState[] fitting = [.. LlSet.Pll.States().Where(s => Truth(s, name).Answer == wanted)];
        return LlTasks.Task(this, wish, seed, name, LlTasks.Hold(fitting[random.Next(fitting.Length)], wish, random),
            $"{Core.Stages.Words.Capital(Asked[name].Where)}: what colours?", Options) with
        {
            Covered = [Face.D, Face.B, Face.L],
        };
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var truth = Truth(LlTasks.StateOf(task), task.Case);
        var right = answer.Chosen is [var chosen] && chosen == truth.Answer;
        return new DrillVerdict(right, $"{(right ? "Yes" : "No")}: {truth.Text}.",
            [$"It is {LlCases.Of(LlSet.Pll, LlTasks.StateOf(task)).Case.Title}."], truth.Text, null, task.Hold)
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => "Opposite colours lie on opposite centres.";

    private static DrillOption Truth(LlState state, string name)
    {
        var (number, one, other, _) = Asked[name];
        var side = LlSide.Of(state, number);
        return (Part(side, one) - Part(side, other) & 3) switch { 0 => Options[0], 2 => Options[1], _ => Options[2] };
    }

    private static int Part(LlSide side, int part) => part switch { 0 => side.Left, 1 => side.Middle, _ => side.Right };
}
