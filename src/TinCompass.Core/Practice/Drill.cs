using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

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

/// <summary>
/// What a task is wanted to be: its level (from 1), its case (null: any), the colours the solver plans for (at least one), and the part of
/// the cube it is to be about, of the
/// drill's <see cref="DrillInfo.Parts"/> (null: any).
/// </summary>
public sealed record DrillWish(int Level, string? Case, IReadOnlyList<Color> Colors, string? Part = null);

/// <summary>One possible answer: what is sent, what is read, and the colour it stands for, if any.</summary>
public sealed record DrillOption(string Answer, string Text, Color? Color = null);

/// <summary>
/// A task: a position (in the scramble hold), what it is about, the rotation to the hold in which it is shown, the question and how it is
/// answered. The same wish and seed
/// make the same task, as long as the drill has the same version.
/// </summary>
public sealed record DrillTask(
    string Drill, DrillWish Wish, int Seed, string Case, CubeState Position, Focus Focus, IReadOnlyList<Turn> Hold, string Question,
        AnswerKind Kind,
    IReadOnlyList<DrillOption> Options)
{
    /// <summary>A sequence that belongs to the question, from the hold shown.</summary>
    public IReadOnlyList<Turn> Shown { get; init; } = [];

    /// <summary>The sequence is played, and the position covered after it, before the answer is given.</summary>
    public bool IsPlayed { get; init; }

    /// <summary>Fifteen seconds of inspection, with calls at eight and twelve.</summary>
    public bool IsInspected { get; init; }

    /// <summary>What is to be seen of the position; null is everything.</summary>
    public KnownPieces? Visible { get; init; }

    /// <summary>The sides of the cube, as it is held, that are not to be seen.</summary>
    public IReadOnlyList<Face> Covered { get; init; } = [];

    /// <summary>
    /// The cube that is shown instead where it has more than three layers; then the position, the hold and a sequence of the 3x3 say
    /// nothing.
    /// </summary>
    public BigState? Bigger { get; init; }

    /// <summary>A sequence that belongs to the question, of a bigger cube.</summary>
    public IReadOnlyList<BigTurn> BiggerShown { get; init; } = [];

    /// <summary>The time within which a right answer counts as quick, in ms.</summary>
    public required int TargetMs { get; init; }

    /// <summary>The base colour.</summary>
    public Color Color => Focus.Base;

    /// <summary>The position as it is shown.</summary>
    public CubeState Held => Position.Apply(Hold);

    /// <summary>The position by its letters as it is kept: of a bigger cube as it is held, else white up and green in front.</summary>
    public string Letters => Bigger is { } bigger ? $"{bigger}" : Facelets.Write(Position.Upright());
}

/// <summary>An answer: the options chosen, or the turns with the hold they start from.</summary>
public sealed record DrillAnswer(IReadOnlyList<string> Chosen, IReadOnlyList<Turn> Turns)
{
    /// <summary>An answer by options.</summary>
    public static DrillAnswer Of(params string[] chosen) => new(chosen, []);

    /// <summary>Turns of a bigger cube.</summary>
    public IReadOnlyList<BigTurn> Bigger { get; init; } = [];

    /// <summary>An answer by turns of a bigger cube.</summary>
    public static DrillAnswer Of(IReadOnlyList<BigTurn> turns) => new([], []) { Bigger = turns };

    /// <summary>An answer by turns, from the scramble hold.</summary>
    public static DrillAnswer Of(IReadOnlyList<Turn> turns) => new([], turns);
}

/// <summary>
/// An answer judged: right or not, in one sentence, the reasons, the best answer as it is read (and whether the sentence has said it), HTM
/// over the best where turns were
/// given or chosen, and the sequence (from the scramble hold) that explains it.
/// </summary>
public sealed record DrillVerdict(bool Right, string Words, IReadOnlyList<string> Reasons, string Best, int? TurnsOver,
    IReadOnlyList<Turn> Plan)
{
    /// <summary>The sentence names the best answer already.</summary>
    public bool SaysBest { get; init; }
}

/// <summary>What is known of a drill without making a task.</summary>
/// <param name="Id">Its stable name, with its stage: "cross.last-edge".</param>
/// <param name="Title">Its name as it is read.</param>
/// <param name="What">What one does in it, in a sentence.</param>
/// <param name="Kind">How its tasks are answered.</param>
/// <param name="TargetMs">Within this a right answer to a task of the first level is quick, in ms.</param>
public sealed record DrillInfo(string Id, string Title, string What, AnswerKind Kind, int TargetMs)
{
    /// <summary>How many levels it has; 1 when all tasks are alike.</summary>
    public int Levels { get; init; } = 1;

    /// <summary>The cases that are learnt one by one, the plain ones first; a task can be made for each.</summary>
    public IReadOnlyList<string> Cases { get; init; } = [];

    /// <summary>The parts of the cube a task can be asked for (<see cref="DrillWish.Part"/>); empty when it cannot.</summary>
    public IReadOnlyList<string> Parts { get; init; } = [];

    /// <summary>Goes up when the same wish and seed make another task than before: a task that is open then is made anew.</summary>
    public int Version { get; init; } = 1;

    /// <summary>Names it had before: answers and sessions that were kept under them are its own.</summary>
    public IReadOnlyList<string> FormerIds { get; init; } = [];
}

/// <summary>A kind of task. Pure: the wish and the seed make the task, the task and the answer make the verdict.</summary>
public abstract class Drill(DrillInfo info)
{
    /// <summary>What is known of it without making a task.</summary>
    public DrillInfo Info => info;

    /// <summary>Its stable name: "cross.last-edge".</summary>
    public string Id => info.Id;

    /// <summary>The stage it belongs to: the first part of its name.</summary>
    public string Stage { get; } = info.Id.Split('.') is [var stage, _] ? stage
        : throw new ArgumentException($"'{info.Id}' is no drill's name: stage.drill is expected", nameof(info));

    /// <summary>Its name as it is read.</summary>
    public string Title => info.Title;

    /// <summary>How many levels it has.</summary>
    public int Levels => info.Levels;

    /// <summary>The cases that are learnt one by one.</summary>
    public IReadOnlyList<string> Cases => info.Cases;

    /// <summary>The family of a case, by which a part of the drill can be practised; the case itself where there are none.</summary>
    public virtual string FamilyOf(string name) => name;

    /// <summary>A case as it is read.</summary>
    public abstract string CaseTitle(string name);

    /// <summary>
    /// A task about a position that is held, its base down unless it is said what it is about; as quick as the drill wants.
    /// </summary>
    protected DrillTask About(DrillWish wish, int seed, string name, CubeState held, string question, IEnumerable<DrillOption> options,
        Focus? focus = null) => new(Id, wish, seed, name, held.Upright(), focus ?? new Focus(held.Hold.ColorAt(Face.D)), held.Hold.Rotation,
            question, Info.Kind, [.. options])
        {
            TargetMs = Info.TargetMs,
        };

    /// <summary>Makes a task.</summary>
    public abstract DrillTask Make(DrillWish wish, int seed);

    /// <summary>Judges an answer.</summary>
    public abstract DrillVerdict Judge(DrillTask task, DrillAnswer answer);

    /// <summary>
    /// A right answer. Where options are chosen it is found by trying them; drills that are answered otherwise say it themselves.
    /// </summary>
    public virtual DrillAnswer Solution(DrillTask task) =>
        task.Options.Select(o => DrillAnswer.Of(o.Answer)).First(a => Judge(task, a).Right);

    /// <summary>A help that does not give the answer away.</summary>
    public abstract string Hint(DrillTask task);

    /// <summary>True for a part of the cube, or of what is to be told apart, that a task can be asked for.</summary>
    public virtual bool KnowsPart(string part) => Info.Parts.Contains(part);

    /// <summary>True when a case is among those that are asked while a part is practised.</summary>
    public virtual bool AsksIn(string part, string name) => true;

    /// <summary>The cases in the order in which new ones are best learnt by a solver who knows some already.</summary>
    public virtual IReadOnlyList<string> InOrderOfLearning(IReadOnlySet<string> known) => Cases;

    /// <summary>True when a case can be asked: one of its own, or, in drills without cases, whatever a task may be called.</summary>
    public bool Knows(string name) => Cases.Count == 0 ? name.Length > 0 : Cases.Contains(name);
}
