using System.Diagnostics.CodeAnalysis;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>A position whose first two layers stand, held with the base colour down.</summary>
/// <param name="Color">The base colour.</param>
/// <param name="Rotation">The rotation that brings the base down, from the hold of the position that was read; none when it is
/// down.</param>
/// <param name="Held">The position after that rotation.</param>
/// <param name="State">Its last layer.</param>
public sealed record LlPosition(Color Color, IReadOnlyList<Turn> Rotation, CubeState Held, LlState State)
{
    /// <summary>
    /// Reads a position; the base is <paramref name="color"/>, or, when none is said, as the first two layers find it. Refused when no
    /// cross stands, or with the slots that are open (<c>slots-open</c>).
    /// </summary>
    public static bool TryRead(CubeState position, Color? color, [NotNullWhen(true)] out LlPosition? read,
        [NotNullWhen(false)] out StageRefusal? refusal)
    {
        read = null;
        if (!F2lPosition.TryRead(position, color, out var pairs, out refusal)) return false;
        if (LlState.Of(pairs.State) is { } state)
        {
            read = new LlPosition(pairs.Color, pairs.Rotation, pairs.State, state);
            return true;
        }

        string[] open = [.. pairs.Pairs.SolvedSlots.Others.Slots.Select(s => s.NameIn(pairs.Hold).ToString())];
        refusal = new StageRefusal("slots-open", open.Length == 1
            ? $"The first two layers do not stand yet: the slot {open[0]} is open."
            : $"The first two layers do not stand yet: the slots {Words.Join(open)} are open.");
        return false;
    }

    /// <summary>The last layer is solved but for a turn of the top.</summary>
    public bool IsDone => State.IsSolvedButTop;
}
