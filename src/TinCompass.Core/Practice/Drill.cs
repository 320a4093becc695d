using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.FirstTwoLayers;

namespace TinCompass.Core.Practice;

/// <summary>How a task is answered.</summary>
public enum AnswerKind
{
    /// <summary>One of the options.</summary>
    Choice,

    /// <summary>Any number of the options, also none.</summary>
    Marks,

    /// <summary>A sequence of turns from the hold shown.</summary>
    Turns,
}

/// <summary>What a task is wanted to be: its level (from 1), its case (null: any), the colours the solver plans for (at least one).</summary>
public sealed record DrillWish(int Level, string? Case, IReadOnlyList<Color> Colors)
{
    /// <summary>The slot it is to be in, for drills of pairs; null: any.</summary>
    public Slot? Slot { get; init; }
}

/// <summary>One possible answer: what is sent, what is read, and the colour it stands for, if any.</summary>
public sealed record DrillOption(string Answer, string Text, Color? Color = null);

/// <summary>
/// A task: a position (in the scramble hold), the base colour it is about, the rotation to the hold in which it is shown, the question and how it is answered. The same wish
/// and seed make the same task.
/// </summary>
public sealed record DrillTask(
    string Drill, DrillWish Wish, int Seed, string Case, CubeState Position, Color Color, IReadOnlyList<Turn> Hold, string Question, AnswerKind Kind,
    IReadOnlyList<DrillOption> Options)
{
    /// <summary>A sequence that belongs to the question, from the hold shown.</summary>
    public IReadOnlyList<Turn> Shown { get; init; } = [];

    /// <summary>The slot it is about; null when it is about the cross or all slots.</summary>
    public SlotName? About { get; init; }

    /// <summary>The sequence is played, and the position covered after it, before the answer is given.</summary>
    public bool IsPlayed { get; init; }

    /// <summary>Fifteen seconds of inspection, with calls at eight and twelve.</summary>
    public bool IsInspected { get; init; }

    /// <summary>What is to be seen of the position; null is everything.</summary>
    public KnownPieces? Visible { get; init; }

    /// <summary>The time within which a right answer counts as quick, in ms.</summary>
    public required int TargetMs { get; init; }
}

/// <summary>An answer: the options chosen, or the turns with the hold they start from.</summary>
public sealed record DrillAnswer(IReadOnlyList<string> Chosen, IReadOnlyList<Turn> Turns)
{
    /// <summary>An answer by options.</summary>
    public static DrillAnswer Of(params string[] chosen) => new(chosen, []);

    /// <summary>An answer by turns, from the scramble hold.</summary>
    public static DrillAnswer Of(IReadOnlyList<Turn> turns) => new([], turns);
}

/// <summary>
/// An answer judged: right or not, in one sentence, the reasons, the best answer as it is read, HTM over the best where turns were given or chosen, and the sequence (from the
/// scramble hold) that explains it in Plan.
/// </summary>
public sealed record DrillVerdict(bool Right, string Words, IReadOnlyList<string> Reasons, string Best, int? TurnsOver, IReadOnlyList<Turn> Plan);

/// <summary>A kind of task. Pure: the wish and the seed make the task, the task and the answer make the verdict.</summary>
public interface IDrill
{
    /// <summary>Its stable name: "last-edge".</summary>
    string Id { get; }

    /// <summary>What it belongs to: "cross" or "pairs".</summary>
    string Topic => "cross";

    /// <summary>Its name as it is read.</summary>
    string Title { get; }

    /// <summary>What one does in it, in a sentence.</summary>
    string What { get; }

    /// <summary>How many levels it has; 1 when all tasks are alike.</summary>
    int Levels { get; }

    /// <summary>The cases that are learnt one by one, the plain ones first; a task can be made for each.</summary>
    IReadOnlyList<string> Cases { get; }

    /// <summary>True when its tasks can be asked in one slot (<see cref="DrillWish.Slot"/>).</summary>
    bool HasSlots => false;

    /// <summary>The family of a case, by which a part of the drill can be practised; the case itself where there are none.</summary>
    string FamilyOf(string name) => name;

    /// <summary>A case as it is read.</summary>
    string CaseTitle(string name);

    /// <summary>Makes a task.</summary>
    DrillTask Make(DrillWish wish, int seed);

    /// <summary>Judges an answer.</summary>
    DrillVerdict Judge(DrillTask task, DrillAnswer answer);

    /// <summary>A right answer. Where options are chosen it is found by trying them; drills that are answered otherwise say it themselves.</summary>
    DrillAnswer Solution(DrillTask task) => task.Options.Select(o => DrillAnswer.Of(o.Answer)).First(a => Judge(task, a).Right);

    /// <summary>A help that does not give the answer away.</summary>
    string Hint(DrillTask task);
}
