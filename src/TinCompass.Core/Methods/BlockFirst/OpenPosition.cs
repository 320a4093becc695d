using System.Numerics;
using TinCompass.Core.Cube;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.BlockFirst;

/// <summary>A block 2x2x3 stands at the left and down, the faces up and right are open.</summary>
/// <param name="Block">It.</param>
/// <param name="Rotation">How the cube is turned over first, so that it lies there.</param>
/// <param name="Held">After that rotation.</param>
public sealed record OpenPosition(BuiltBlock Block, IReadOnlyList<Turn> Rotation, CubeState Held)
{
    /// <summary>Its pieces named by where they belong in that hold.</summary>
    public CubeState Named => Held.AsHeld();

    /// <summary>The places of the bad edges, as bits.</summary>
    public int Bad => BadEdges.Of(Named);

    /// <summary>So many are bad.</summary>
    public int Count => BitOperations.PopCount((uint)Bad);

    /// <summary>The bad edges by their colours, place by place.</summary>
    public IReadOnlyList<string> BadNames
    {
        get
        {
            var (bad, upright) = (Bad, Held.Upright());
            return [.. Enumerable.Range(0, 12).Where(p => (bad >> p & 1) == 1).Select(p => Pieces.EdgeFaces[p])
                .Select(f => Pieces.EdgeWith(Held.Hold.ColorAt(f[0]), Held.Hold.ColorAt(f[1]))!.Value)
                .Select(place => PieceSet.Name(upright.EdgeAt(place)))];
        }
    }

    /// <summary>Every block with the base that stands, those with the fewest bad edges to mend first.</summary>
    public static IReadOnlyList<OpenPosition> Of(CubeState position, Color color) =>
        [.. BuildCourse.LongStanding(PieceSet.Home(position), color).Select(block =>
        {
            var rotation = FaceTurns.Between(position.Hold, block.HoldOn(color));
            return new OpenPosition(block, rotation, position.Apply(rotation));
        }).OrderBy(o => BadEdges.Mends(o.Bad)).ThenBy(o => o.School.Sum(s => s.Turns.Count)).ThenBy(o => o.Rotation.Count)];

    /// <summary>
    /// As the cube is held, where a block lies so; else, of those that stand, that with the fewest bad edges to mend. Null when none
    /// stands.
    /// </summary>
    public static OpenPosition? AsHeld(CubeState position, Color color)
    {
        var all = Of(position, color);
        return all.FirstOrDefault(o => o.Rotation.Count == 0) ?? (all.Count > 0 ? all[0] : null);
    }

    /// <summary>How three turns at a time mend two.</summary>
    public IReadOnlyList<MendStep> School => BadEdges.Mend(Bad);
}
