using TinCompass.Core.Cube;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Stages;

/// <summary>
/// A solution of a stage: the rotation into the hold it is made from (none, one or two rotations, from the hold of the position), the face
/// turns in the letters of that
/// hold, the same as two hands make them (with wide turns, slices and rotations where that is quicker), relative time (null: it was not
/// measured, or holds a turn that the
/// solver avoids) and regrips.
/// </summary>
public record StageSolution(Hold Rotation, IReadOnlyList<Turn> Turns, IReadOnlyList<Turn> AsTurned, double? Time, int Regrips)
{
    /// <summary>A solution that is made as it is written and was not measured.</summary>
    public StageSolution(Hold rotation, IReadOnlyList<Turn> turns)
        : this(rotation, turns, turns, null, 0)
    {
    }

    /// <summary>Fast solvers turn it (<see cref="CommonAlgorithms"/>).</summary>
    public bool IsCommon { get; init; }

    /// <summary>Length in HTM.</summary>
    public int Length => Turns.Sum(t => Metric.Htm.Cost(t));

    /// <summary>Turns of the back face.</summary>
    public int BackTurns => Turns.Count(t => t.Kind == TurnKind.Face && t.Face == Face.B);

    /// <summary>Rotations of the whole cube in the turns as they are made.</summary>
    public int Rotations => AsTurned.Count(t => t.Kind == TurnKind.Rotation);

    /// <summary>Rotation and face turns as one sequence.</summary>
    public IEnumerable<Turn> All => [.. Rotation.Rotation, .. Turns];

    /// <summary>"x2 R' D F2".</summary>
    public sealed override string ToString() => string.Join(' ', All);
}
