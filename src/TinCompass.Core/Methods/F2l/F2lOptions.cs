using TinCompass.Core.Hands;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.F2l;

/// <summary>How pairs are to be solved.</summary>
/// <param name="Hands">Whose hands; they say also what is never turned.</param>
/// <param name="ByTurns">Fewest turns first; else least time.</param>
/// <param name="NoRotation">The cube is not turned over between the turns.</param>
/// <param name="Faces">The faces that may be turned, of "UDFBRL" in the hold of the position; empty is all.</param>
/// <param name="KeepHalves">A free slot whose corner or edge stands already keeps it.</param>
public sealed record F2lOptions(HandModel Hands, bool ByTurns = false, bool NoRotation = false, string Faces = "", bool KeepHalves = false)
{
    /// <summary>Usual hands, least time, no filter.</summary>
    public F2lOptions()
        : this(UsualHands)
    {
    }

    private static readonly HandModel UsualHands = new(HandPreferences.Usual);

    /// <summary>The face turns that may be used, as bits.</summary>
    public uint Turns
    {
        get
        {
            if (Faces.Length == 0) return TurnOrder.All;
            uint turns = 0;
            foreach (var letter in Faces) turns |= 7u << (3 * "UDFBRL".IndexOf(letter, StringComparison.Ordinal));
            return turns;
        }
    }

    /// <summary>The filters that are on, as they are read.</summary>
    public IReadOnlyList<string> Filters =>
        [.. Faces.Length > 0 ? [$"only {string.Join(' ', Faces.ToCharArray())}"] : Array.Empty<string>(),
            .. NoRotation ? ["no rotation"] : Array.Empty<string>(), .. KeepHalves ? ["keep halves"] : Array.Empty<string>()];
}
