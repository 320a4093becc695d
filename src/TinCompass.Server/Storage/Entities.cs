namespace TinCompass.Server.Storage;

/// <summary>Somebody who plans and drills on this machine.</summary>
internal sealed class Solver
{
    public const int MaxNameLength = 40;

    public int Id { get; set; }

    public required string Name { get; set; }

    public DateTimeOffset CreatedAt { get; set; }
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
