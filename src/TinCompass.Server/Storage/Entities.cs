using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.FirstTwoLayers;
using TinCompass.Core.Notation;
using TinCompass.Server.Features.Solvers;

namespace TinCompass.Server.Storage;

/// <summary>Somebody who plans and drills on this machine.</summary>
internal sealed class Solver
{
    public const int MaxNameLength = 40;

    public int Id { get; set; }

    public required string Name { get; set; }

    public DateTimeOffset CreatedAt { get; set; }
}

/// <summary>How a solver plans, holds and turns, and how they want to see it. A solver without a row has the usual habits, which stand here.</summary>
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

    public Metric Metric { get; set; }

    /// <summary>How long a quarter turn is shown, in ms.</summary>
    public int TurnMs { get; set; } = 320;

    public Theme Theme { get; set; }

    public bool Marks { get; set; }

    /// <summary>How pairs are solved.</summary>
    public PairSchool School { get; set; }

    /// <summary>How many parts of plans for four pairs are followed at once.</summary>
    public int Beam { get; set; } = PairsPlanner.DefaultBeam;
}

/// <summary>A solver's own sequence for a case of a slot, checked by turning it, and what they noted.</summary>
internal sealed class KeptSequence
{
    public const int MaxNoteLength = 1_000;

    public int SolverId { get; set; }

    public Solver? Solver { get; set; }

    /// <summary>The case's name.</summary>
    public required string Case { get; set; }

    /// <summary>The slot in the solver's hold.</summary>
    public Slot Slot { get; set; }

    /// <summary>The sequence as it was entered, with rotations if any; empty when only a note was kept.</summary>
    public required string Sequence { get; set; }

    public required string Note { get; set; }
}

/// <summary>A course that was kept: from a scramble through the cross to the last pair.</summary>
internal sealed class SavedCourse
{
    public long Id { get; set; }

    /// <summary>Made by whoever sent it: the same course sent twice is stored once.</summary>
    public Guid Key { get; set; }

    public int SolverId { get; set; }

    public Solver? Solver { get; set; }

    public DateTimeOffset At { get; set; }

    public required string Scramble { get; set; }

    public required string Color { get; set; }

    /// <summary>The turns to the cross, from the scramble hold.</summary>
    public required string Made { get; set; }

    /// <summary>The stops after it, with ';' between them.</summary>
    public required string Stops { get; set; }

    /// <summary>HTM of the pairs.</summary>
    public int Total { get; set; }

    /// <summary>Relative time of the pairs, in hundredths; null when a turn is avoided.</summary>
    public int? TimeHundredths { get; set; }
}

/// <summary>A practice session: what it is made of, how long it lasts, how far it has come, and the task that is open.</summary>
internal sealed class DrillSession
{
    public long Id { get; set; }

    public int SolverId { get; set; }

    public Solver? Solver { get; set; }

    /// <summary>A drill's name, or "today".</summary>
    public required string Course { get; set; }

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

    public int Level { get; set; }

    public string? Case { get; set; }

    public int Seed { get; set; }

    /// <summary>The colours the solver planned for when it was opened, by the core's names.</summary>
    public required string Colors { get; set; }

    /// <summary>A scramble for the open task's position: searched once, when it is opened.</summary>
    public string Scramble { get; set; } = "";
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

    public DateTimeOffset At { get; set; }

    public required string Drill { get; set; }

    public required string Case { get; set; }

    public int Level { get; set; }

    public required string Scramble { get; set; }

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
}

/// <summary>One own plan that was kept, with what the judge found. Never changed afterwards.</summary>
internal sealed class Attempt
{
    public long Id { get; set; }

    /// <summary>Made by whoever sent it: the same attempt sent twice is stored once.</summary>
    public Guid Key { get; set; }

    public int SolverId { get; set; }

    public Solver? Solver { get; set; }

    public DateTimeOffset At { get; set; }

    public required string Scramble { get; set; }

    /// <summary>The base colour's name.</summary>
    public required string Color { get; set; }

    /// <summary>The whole sequence from the scramble hold, with its rotation.</summary>
    public required string Plan { get; set; }

    public bool IsCross { get; set; }

    /// <summary>HTM.</summary>
    public int Turns { get; set; }

    /// <summary>Least HTM possible.</summary>
    public int Best { get; set; }

    /// <summary>HTM over the best; with the best continuation when the cross was not made.</summary>
    public int OverBest { get; set; }

    /// <summary>The first turn after which the best possible total grew.</summary>
    public int? FirstMistake { get; set; }

    /// <summary>Milliseconds from the position shown to the plan given; null when it was not timed.</summary>
    public int? PlanningMs { get; set; }

    /// <summary>The answers were covered while the plan was made.</summary>
    public bool Covered { get; set; }
}
