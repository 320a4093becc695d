using TinCompass.Core.Cube;

namespace TinCompass.Core.Notation;

/// <summary>How the length of a sequence is counted.</summary>
public enum Metric
{
    /// <summary>Half-turn metric: every turn of an outer layer is one, a slice two, a rotation none.</summary>
    Htm,

    /// <summary>Slice-turn metric: as HTM, but a slice is one.</summary>
    Stm,

    /// <summary>Quarter-turn metric: as HTM, but half turns count double.</summary>
    Qtm,

    /// <summary>Execution metric: everything the hands do is one, rotations too.</summary>
    Etm,
}

/// <summary>Costs of single turns.</summary>
public static class Metrics
{
    /// <summary>What one turn costs in a metric.</summary>
    public static int Cost(this Metric metric, Turn turn) => (metric, turn.Kind) switch
    {
        (Metric.Etm, _) => 1,
        (_, TurnKind.Rotation) => 0,
        (Metric.Stm, _) => 1,
        (Metric.Htm, TurnKind.Slice) => 2,
        (Metric.Htm, _) => 1,
        (Metric.Qtm, TurnKind.Slice) => turn.Quarters == 2 ? 4 : 2,
        (Metric.Qtm, _) => turn.Quarters == 2 ? 2 : 1,
        _ => throw new ArgumentOutOfRangeException(nameof(metric)),
    };
}
