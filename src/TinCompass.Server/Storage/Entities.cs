using System.Text.Json;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;

namespace TinCompass.Server.Storage;

/// <summary>Somebody who plans and drills on this machine.</summary>
internal sealed class Solver
{
    public const int MaxNameLength = 40;

    public int Id { get; set; }

    public required string Name { get; set; }

    public DateTimeOffset CreatedAt { get; set; }

    /// <summary>It is being deleted or put back, and hidden until that is done.</summary>
    public bool IsGoing { get; set; }
}

/// <summary>
/// How a solver plans, holds and turns, and how they want to see it. A solver without a row has the usual habits, which stand here.
/// </summary>
internal sealed class SolverHabits
{
    public int SolverId { get; set; }

    public Solver? Solver { get; set; }

    /// <summary>One, two opposite or all six colour names, with commas between them.</summary>
    public string Colors { get; set; } = "white,yellow,green,blue,red,orange";

    /// <summary>The colours up, down, front, back, right, left while scrambling.</summary>
    public string Scheme { get; set; } = "white,yellow,green,blue,red,orange";

    public HoldChoice Holds { get; set; }

    public PlanOrder Order { get; set; }

    public bool LeftHanded { get; set; }

    /// <summary>Letters that are never turned.</summary>
    public string Avoid { get; set; } = "";

    /// <summary>The hand that makes M.</summary>
    public MiddleHand MiddleHand { get; set; }

    /// <summary>The hands these habits say.</summary>
    public HandPreferences Hands => new(LeftHanded, Avoid, MiddleHand);

    public Metric Metric { get; set; }

    /// <summary>How long a quarter turn is shown, in ms.</summary>
    public int TurnMs { get; set; } = 320;

    public Theme Theme { get; set; }

    public bool Marks { get; set; }

    /// <summary>The method whose course line is shown.</summary>
    public string Method { get; set; } = "cfop";

    /// <summary>Keys without a modifier do something.</summary>
    public bool SingleKeys { get; set; } = true;
}

/// <summary>Which enamel the interface shows.</summary>
public enum Theme
{
    /// <summary>As the system says.</summary>
    Auto,

    /// <summary>Light.</summary>
    Light,

    /// <summary>Dark.</summary>
    Dark,
}

/// <summary>What a solver has said about a stage: values by name, as a JSON of the stage's own. A stage brings no column.</summary>
internal sealed class StageHabits
{
    private const int NewestVersion = 1;

    public int SolverId { get; set; }

    public Solver? Solver { get; set; }

    public required string Stage { get; set; }

    /// <summary>{"v":1,"values":{"school":"beginner"}}.</summary>
    public required string Data { get; set; }

    private sealed record Form(int V, IReadOnlyDictionary<string, string> Values);

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web);

    /// <summary>The values; none when the form is not known.</summary>
    public static IReadOnlyDictionary<string, string> Read(string data) =>
        JsonSerializer.Deserialize<Form>(data, Json) is { V: NewestVersion, Values: { } values } ? values
            : new Dictionary<string, string>();

    public static string Write(IReadOnlyDictionary<string, string> values) =>
        JsonSerializer.Serialize(new Form(NewestVersion, values), Json);
}

/// <summary>A solver's own sequence for a case of a stage's casebook, checked by turning it, and what they noted.</summary>
internal sealed class KeptSequence
{
    public const int MaxNoteLength = 1_000;

    public int SolverId { get; set; }

    public Solver? Solver { get; set; }

    /// <summary>The import that brought it; null when it was made here.</summary>
    public long? ImportId { get; set; }

    public required string Stage { get; set; }

    /// <summary>The case's stable name.</summary>
    public required string Case { get; set; }

    /// <summary>The view of the casebook: a slot, a hold.</summary>
    public required string View { get; set; }

    /// <summary>
    /// The sequences as they were entered, with rotations if any, one a line, the one that is usual first; empty when only a note was kept.
    /// </summary>
    public required string Sequence { get; set; }

    /// <summary>The most that are kept for one case in one view.</summary>
    public const int MostSequences = 5;

    /// <summary>One by one.</summary>
    public IReadOnlyList<string> Sequences => Sequence.Split('\n', StringSplitOptions.RemoveEmptyEntries);

    public required string Note { get; set; }

    /// <summary>What the stage keeps beside it, as a versioned JSON of its own.</summary>
    public string? Data { get; set; }
}

/// <summary>A course that was kept: stop after stop of a method.</summary>
internal sealed class KeptCourse
{
    /// <summary>2: the figures are of all stops; 1: of those after the first.</summary>
    public const int NewestVersion = 2;

    public long Id { get; set; }

    /// <summary>Made by whoever sent it: the same course sent twice is stored once.</summary>
    public Guid Key { get; set; }

    public int SolverId { get; set; }

    public Solver? Solver { get; set; }

    /// <summary>The import that brought it; null when it was made here.</summary>
    public long? ImportId { get; set; }

    public DateTimeOffset At { get; set; }

    public required string Method { get; set; }

    public required string Scramble { get; set; }

    public required string Color { get; set; }

    /// <summary>The turns of the first stop, from the scramble hold.</summary>
    public required string Made { get; set; }

    /// <summary>The stops after it, with ';' between them.</summary>
    public required string Stops { get; set; }

    /// <summary>HTM.</summary>
    public int Total { get; set; }

    /// <summary>Relative time, in hundredths; null when a turn is avoided.</summary>
    public int? TimeHundredths { get; set; }

    /// <summary>What the figures are of.</summary>
    public int Version { get; set; }
}

/// <summary>A practice session: what it is made of, how long it lasts, how far it has come, and the task that is open.</summary>
internal sealed class DrillSession
{
    public long Id { get; set; }

    public int SolverId { get; set; }

    public Solver? Solver { get; set; }

    /// <summary>What it is made of: "today", a drill's name, or a part of a drill.</summary>
    public required string Programme { get; set; }

    /// <summary>Minutes of practice after which it ends; null when tasks are counted.</summary>
    public int? Minutes { get; set; }

    /// <summary>Tasks after which it ends; null when time is counted.</summary>
    public int? Tasks { get; set; }

    public DateTimeOffset StartedAt { get; set; }

    public DateTimeOffset? EndedAt { get; set; }

    /// <summary>Milliseconds spent on tasks so far; pauses do not count.</summary>
    public int UsedMs { get; set; }

    /// <summary>Tasks answered.</summary>
    public int Done { get; set; }

    public int RightCount { get; set; }

    /// <summary>The open task's drill.</summary>
    public required string Drill { get; set; }

    /// <summary>The version of the drill that made it: another one makes another task of the same seed.</summary>
    public int DrillVersion { get; set; } = 1;

    public int Level { get; set; }

    public string? Case { get; set; }

    public int Seed { get; set; }

    /// <summary>The colours the solver planned for when it was opened, by the core's names.</summary>
    public required string Colors { get; set; }
}

/// <summary>One answered task. Never changed afterwards.</summary>
internal sealed class DrillAttempt
{
    public long Id { get; set; }

    /// <summary>Made by whoever sent it: the same answer sent twice is stored once.</summary>
    public Guid Key { get; set; }

    /// <summary>Null when it was imported.</summary>
    public long? SessionId { get; set; }

    public DrillSession? Session { get; set; }

    public int SolverId { get; set; }

    public Solver? Solver { get; set; }

    /// <summary>The import that brought it; null when it was made here.</summary>
    public long? ImportId { get; set; }

    public DateTimeOffset At { get; set; }

    public required string Stage { get; set; }

    /// <summary>The drill's stable name, with its stage.</summary>
    public required string Drill { get; set; }

    public required string Case { get; set; }

    /// <summary>The part of the cube it was about, if any.</summary>
    public string Part { get; set; } = "";

    public int Level { get; set; }

    /// <summary>
    /// The position as 54 stickers, white up, green front (<see cref="Core.Cube.Facelets"/>). A scramble for it is searched when somebody
    /// asks.
    /// </summary>
    public required string Position { get; set; }

    public required string Color { get; set; }

    /// <summary>The answer as it was given: options with commas between them, or turns from the scramble hold.</summary>
    public required string Answer { get; set; }

    /// <summary>A sequence from the scramble hold that explains the answer in Plan.</summary>
    public required string Plan { get; set; }

    public bool Right { get; set; }

    /// <summary>HTM over the best, where turns were given or chosen.</summary>
    public int? TurnsOver { get; set; }

    /// <summary>Milliseconds to the first key of the answer.</summary>
    public int FirstMs { get; set; }

    /// <summary>Milliseconds to the whole answer.</summary>
    public int TotalMs { get; set; }

    /// <summary>The time that is compared: to the first key where turns are entered, else to the whole answer.</summary>
    public int Ms { get; set; }

    public int TargetMs { get; set; }

    public int Hints { get; set; }

    /// <summary>What the stage keeps beside it, as a versioned JSON of its own.</summary>
    public string? Data { get; set; }
}

/// <summary>One own plan that was kept, with what the judge found. Never changed afterwards.</summary>
internal sealed class Attempt
{
    public long Id { get; set; }

    /// <summary>Made by whoever sent it: the same attempt sent twice is stored once.</summary>
    public Guid Key { get; set; }

    public int SolverId { get; set; }

    public Solver? Solver { get; set; }

    /// <summary>The import that brought it; null when it was made here.</summary>
    public long? ImportId { get; set; }

    public DateTimeOffset At { get; set; }

    public required string Scramble { get; set; }

    public required string Stage { get; set; }

    /// <summary>The part of the cube it was about, if any.</summary>
    public string Part { get; set; } = "";

    /// <summary>The base colour's name.</summary>
    public required string Color { get; set; }

    /// <summary>The turns from the scramble to where the plan begins; empty when it begins there.</summary>
    public string Made { get; set; } = "";

    /// <summary>The whole sequence from the hold that was reached, with its rotation.</summary>
    public required string Plan { get; set; }

    /// <summary>The stage, or the part of it that was begun, is done.</summary>
    public bool IsDone { get; set; }

    /// <summary>HTM.</summary>
    public int Turns { get; set; }

    /// <summary>Least HTM possible.</summary>
    public int Best { get; set; }

    /// <summary>HTM over the best; with the best continuation when it was not done.</summary>
    public int OverBest { get; set; }

    /// <summary>The first turn that cost something.</summary>
    public int? FirstMistake { get; set; }

    /// <summary>Milliseconds from the position shown to the plan given; null when it was not timed.</summary>
    public int? PlanningMs { get; set; }

    /// <summary>The answers were covered while the plan was made.</summary>
    public bool Covered { get; set; }

    /// <summary>What the stage keeps beside it, as a versioned JSON of its own.</summary>
    public string? Data { get; set; }
}

/// <summary>A timed solve. Only what was added to its time, its note and its turns change afterwards.</summary>
internal sealed class Solve
{
    public const int MaxNoteLength = 1_000;
    public const int MaxPurposeLength = 40;

    public long Id { get; set; }

    /// <summary>Made by whoever sent it: the same solve sent twice is stored once.</summary>
    public Guid Key { get; set; }

    public int SolverId { get; set; }

    public Solver? Solver { get; set; }

    /// <summary>The import that brought it; null when it was made here.</summary>
    public long? ImportId { get; set; }

    public DateTimeOffset At { get; set; }

    /// <summary>The method it was solved by.</summary>
    public required string Method { get; set; }

    /// <summary>What it was for, in the solver's words; with the method it makes a series.</summary>
    public string Purpose { get; set; } = "";

    public required string Scramble { get; set; }

    /// <summary>Milliseconds as they were measured, without what was added.</summary>
    public int Ms { get; set; }

    public Penalty Penalty { get; set; }

    /// <summary>Milliseconds of inspection; null when there was none.</summary>
    public int? InspectionMs { get; set; }

    /// <summary>
    /// How it was solved, with the times of the turns if they are known (<see cref="TimedTurns"/>); empty when it is not.
    /// </summary>
    public string Turns { get; set; } = "";

    public string Note { get; set; } = "";

    /// <summary>What else is known of it, as a versioned JSON.</summary>
    public string? Data { get; set; }

    /// <summary>What it counts; null for a DNF.</summary>
    public int? Result => SolveTimes.Result(Ms, Penalty);
}

/// <summary>How well a solver masters a case of a drill: folded from the answers, and at any time equal to them.</summary>
internal sealed class MasteryRow
{
    public int SolverId { get; set; }

    public Solver? Solver { get; set; }

    public required string Drill { get; set; }

    public required string Case { get; set; }

    public int Attempts { get; set; }

    public int RightCount { get; set; }

    public int Repetitions { get; set; }

    public double Ease { get; set; }

    public double IntervalDays { get; set; }

    public DateTimeOffset? Since { get; set; }

    public DateTimeOffset? LastAt { get; set; }

    public required string Recent { get; set; }

    public int QuickInRow { get; set; }

    public Mastery ToMastery() => Mastery.From(
        Drill, Case, new MasteryMemory(Attempts, RightCount, Repetitions, Ease, IntervalDays, Since, LastAt, Recent, QuickInRow));

    public static MasteryRow Of(int solverId, Mastery mastery)
    {
        var row = new MasteryRow { SolverId = solverId, Drill = mastery.Drill, Case = mastery.Case, Recent = "" };
        row.Take(mastery);
        return row;
    }

    public void Take(Mastery mastery)
    {
        var m = mastery.Memory;
        (Attempts, RightCount, Repetitions, Ease, IntervalDays) = (m.Attempts, m.RightCount, m.Repetitions, m.Ease, m.IntervalDays);
        (Since, LastAt, Recent, QuickInRow) = (m.Since, m.LastAt, m.Recent, m.QuickInRow);
    }
}

/// <summary>How a solver stands in practice beside the masteries: the level of each drill, and what was asked last.</summary>
internal sealed class StandingRow
{
    public int SolverId { get; set; }

    public Solver? Solver { get; set; }

    /// <summary>The version of the scheduler that folded it, and the masteries.</summary>
    public int Version { get; set; }

    /// <summary>The levels that are not 1: "cross.ladder=4,cross.follow-edge=2".</summary>
    public required string Levels { get; set; }

    public string? LastDrill { get; set; }

    public string? LastCase { get; set; }

    /// <summary>The time of the newest answer: one that is older is folded in at its place.</summary>
    public DateTimeOffset? LastAt { get; set; }
}

/// <summary>A file that was taken in: what it brought can be taken back by its number.</summary>
internal sealed class ImportRow
{
    public const int MaxNameLength = 120;

    public long Id { get; set; }

    public int SolverId { get; set; }

    public Solver? Solver { get; set; }

    public DateTimeOffset At { get; set; }

    /// <summary>The file's name, for people.</summary>
    public required string Name { get; set; }

    /// <summary>It came to its end; what is not whole is taken back at the next start.</summary>
    public bool IsWhole { get; set; }

    /// <summary>Entries it brought, of every kind.</summary>
    public int Entries { get; set; }
}

/// <summary>Something that was deleted, kept for a while so that it can be put back.</summary>
internal sealed class BinEntry
{
    /// <summary>The kind of a whole solver, and of what is being forgotten.</summary>
    public const string Solver = "solver", Forgotten = "forgotten";

    public long Id { get; set; }

    /// <summary>Whose it was. The solver may be deleted too, so nothing points there.</summary>
    public int SolverId { get; set; }

    public DateTimeOffset At { get; set; }

    /// <summary>"plan", "answer", "session", "sequence", "course", "solve", "import", "solver".</summary>
    public required string Kind { get; set; }

    /// <summary>What it was, for people.</summary>
    public required string Title { get; set; }

    /// <summary>Rows it is made of.</summary>
    public int Rows { get; set; }

    /// <summary>Rows that are still to be deleted, as JSON; null when all are here.</summary>
    public string? Deleting { get; set; }

    /// <summary>It is being put back.</summary>
    public bool IsRestoring { get; set; }
}

/// <summary>One row of something deleted, as it stood in its table.</summary>
internal sealed class BinRow
{
    public long Id { get; set; }

    public long EntryId { get; set; }

    public BinEntry? Entry { get; set; }

    public required string Table { get; set; }

    /// <summary>Its columns as a JSON object.</summary>
    public required string Data { get; set; }
}

/// <summary>How a solver of a club signs in.</summary>
internal sealed class Credential
{
    public int SolverId { get; set; }

    public Solver? Solver { get; set; }

    /// <summary>Hash of the PIN or passphrase.</summary>
    public required string Hash { get; set; }

    /// <summary>It was given by an admin: the first thing to do is to choose another.</summary>
    public bool IsGiven { get; set; }

    /// <summary>It was given, and somebody came in by it: it is good once.</summary>
    public bool IsUsed { get; set; }

    /// <summary>Who gave it, and when; kept until another is chosen.</summary>
    public string? GivenBy { get; set; }

    public DateTimeOffset? GivenAt { get; set; }

    /// <summary>May invite, reset and delete.</summary>
    public bool IsAdmin { get; set; }

    /// <summary>Wrong tries since the last right one; told to whoever comes in.</summary>
    public int Failed { get; set; }

    /// <summary>Changes with the passphrase: whoever signed in before has to sign in again.</summary>
    public required string Stamp { get; set; }
}

/// <summary>A browser in which a member is signed in. Signed out, it is gone, and its cookie opens nothing.</summary>
internal sealed class SignedIn
{
    public Guid Id { get; set; }

    public int SolverId { get; set; }

    public Solver? Solver { get; set; }

    public DateTimeOffset At { get; set; }
}

/// <summary>Something that the admins of a club should know of.</summary>
internal sealed class ClubEvent
{
    public long Id { get; set; }

    public DateTimeOffset At { get; set; }

    /// <summary>What it was, such as "wrongTry".</summary>
    public required string Kind { get; set; }

    /// <summary>The member it is about, or the name that was tried.</summary>
    public required string Name { get; set; }

    /// <summary>Who did it, when that is known; else empty.</summary>
    public string By { get; set; } = "";

    /// <summary>From which address.</summary>
    public string Address { get; set; } = "";
}

/// <summary>Leave given by a solver: a coach may read what is theirs.</summary>
internal sealed class Leave
{
    public int SolverId { get; set; }

    public Solver? Solver { get; set; }

    public int CoachId { get; set; }

    public Solver? Coach { get; set; }
}
