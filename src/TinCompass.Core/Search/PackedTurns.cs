using TinCompass.Core.Cube;

namespace TinCompass.Core.Search;

/// <summary>
/// Up to twelve face turns in eight bytes: five bits each, the first turn lowest, index + 1 so that zero ends the sequence.
/// </summary>
public readonly record struct PackedTurns(ulong Bits)
{
    /// <summary>The longest sequence that fits.</summary>
    public const int MaxLength = 12;

    internal const int BitsPerTurn = 5;

    /// <summary>Number of turns.</summary>
    public int Length => (BitsPerTurn - 1 + 64 - System.Numerics.BitOperations.LeadingZeroCount(Bits)) / BitsPerTurn;

    /// <summary>The turn's index 0..17 at a place of the sequence.</summary>
    public int IndexAt(int place) => (int)((Bits >> (BitsPerTurn * place)) & 31) - 1;

    /// <summary>Packs face turns; at most <see cref="MaxLength"/>.</summary>
    public static PackedTurns Pack(ReadOnlySpan<Turn> turns)
    {
        ArgumentOutOfRangeException.ThrowIfGreaterThan(turns.Length, MaxLength, nameof(turns));
        ulong bits = 0;
        for (var i = 0; i < turns.Length; i++) bits |= (ulong)(turns[i].Index + 1) << (BitsPerTurn * i);
        return new PackedTurns(bits);
    }

    /// <summary>Packs the indices of face turns; at most <see cref="MaxLength"/>.</summary>
    public static PackedTurns Pack(ReadOnlySpan<byte> turns)
    {
        ArgumentOutOfRangeException.ThrowIfGreaterThan(turns.Length, MaxLength, nameof(turns));
        ulong bits = 0;
        for (var i = turns.Length - 1; i >= 0; i--) bits = (bits << BitsPerTurn) | (uint)(turns[i] + 1);
        return new PackedTurns(bits);
    }

    /// <summary>The turns written out.</summary>
    public Turn[] ToArray()
    {
        var turns = new Turn[Length];
        for (var i = 0; i < turns.Length; i++) turns[i] = Turn.FromIndex(IndexAt(i));
        return turns;
    }
}
