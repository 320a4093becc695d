using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.FirstBlock;

/// <summary>
/// The same turns with the cube held otherwise: before them it is turned another way, after them the cube is turned so that the block lies
/// at the left, its base down. The turn before costs quarter turns in inspection, the one after costs time.
/// </summary>
public static class BlockHolds
{
    /// <summary>The most that are told.</summary>
    public const int Most = 5;

    /// <summary>
    /// The best of the other 23 holds, those of least time first, with equal times fewer quarter turns of the whole cube. Empty when
    /// nothing is turned; holds in which a turn is avoided are left out.
    /// </summary>
    /// <param name="position">Before the way.</param>
    /// <param name="way">Rotations, then turns of faces; the block lies at the left at its end.</param>
    /// <param name="hands">Whose hands.</param>
    public static IReadOnlyList<StageWay> Of(CubeState position, IReadOnlyList<Turn> way, HandModel hands)
    {
        Turn[] lead = [.. way.TakeWhile(t => t.Kind == TurnKind.Rotation)], plain = [.. way.Skip(lead.Length)];
        if (plain.Length == 0 || plain.Any(t => t.Kind != TurnKind.Face)) return [];
        var usual = lead.Aggregate(position.Hold, (hold, turn) => hold.After(turn));
        return [.. Hold.All.Where(h => h != usual)
            .Select(hold =>
            {
                IReadOnlyList<Turn> before = FirstBlockPosition.Rotation(position.Hold, hold),
                    after = FirstBlockPosition.Rotation(hold, usual);
                Turn[] turns = [.. before, .. plain.Select(t => t.Renamed(usual, hold)), .. after];
                return (Quarters: Quarters(before), Way: StageWay.Of(turns, hands, Say(Quarters(before), Quarters(after))));
            })
            .Where(w => w.Way.Time is not null).OrderBy(w => Math.Round(w.Way.Time!.Value, 3)).ThenBy(w => w.Quarters).Take(Most)
            .Select(w => w.Way)];
    }

    /// <summary>Quarter turns of the whole cube.</summary>
    public static int Quarters(IEnumerable<Turn> rotation) => rotation.Sum(t => t.Quarters == 2 ? 2 : 1);

    private static string Say(int before, int after) => before == 0
        ? $"held as it is; {after} quarter {(after == 1 ? "turn" : "turns")} of the cube after"
        : $"{before} quarter {(before == 1 ? "turn" : "turns")} of the cube before, {after} after";
}
