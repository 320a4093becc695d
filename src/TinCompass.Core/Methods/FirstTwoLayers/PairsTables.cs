using System.Runtime.CompilerServices;
using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.FirstTwoLayers;

/// <summary>
/// Bounds for the search of pairs. For each slot the exact distances (HTM) of its 2x2x2 block (corner, edge and the two cross edges beside it: 253 440 positions, at most 8), indexed by
/// <c>cross pair · 576 + slot pair</c> (0.33 MB a slot); for each set of slots that have to stand at the end the positions within <see cref="NearTurns"/> turns of it, as bits under a hash (1 MB a set,
/// made when first asked for, 20 to 40 ms). A bit that is set by chance costs time, never a solution.
/// </summary>
public sealed class PairsTables
{
    /// <summary>The 2x2x2 blocks: 24 · 24·22·20 positions of a corner and three edges, of which the corner's place and twist are free: 24 · 10 560.</summary>
    public const int BlockPositions = 253_440;

    /// <summary>The greatest distance of a block, in HTM.</summary>
    public const int MaxBlockDistance = 8;

    /// <summary>Positions so near to the goal are known one by one.</summary>
    public const int NearTurns = 5;

    private const int BlockSize = EdgeStickers.PairCount * EdgeStickers.PairCount;
    private const int NearBits = 23;

    private readonly byte[][] blocks;
    private readonly Lazy<ulong[]>[] near;

    private PairsTables(byte[][] blocks)
    {
        this.blocks = blocks;
        near = [.. Enumerable.Range(0, 16).Select(set => new Lazy<ulong[]>(() => BuildNear(new SlotSet((byte)set))))];
    }

    /// <summary>Distances of a slot's block; 255 at an index that is no position.</summary>
    public ReadOnlySpan<byte> Block(int slot) => blocks[slot];

    /// <summary>The bits of the positions that are near to a goal.</summary>
    public ReadOnlySpan<ulong> Near(SlotSet goal) => near[goal.Bits].Value;

    /// <summary>Builds the four block tables (some 30 ms).</summary>
    public static PairsTables Build() => new([.. Enumerable.Range(0, 4).Select(BuildBlock)]);

    /// <summary>Makes the bits of every goal now, instead of when they are first asked for (about half a second).</summary>
    public void Prepare(CancellationToken cancel = default)
    {
        for (var set = 1; set < 16; set++)
        {
            cancel.ThrowIfCancellationRequested();
            _ = near[set].Value;
        }
    }

    /// <summary>Place of a position among the bits of a goal, from the cross and the slots of the goal.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    internal static uint Hash(ulong crossIndex, ulong slots) => (uint)(((crossIndex * 0x9E3779B97F4A7C15UL) ^ ((slots + 0x632BE59BD9B4E019UL) * 0xD6E8FEB86659FD93UL)) >> (64 - NearBits));

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static byte[] BuildBlock(int slot)
    {
        var distances = new byte[BlockSize];
        Array.Fill(distances, byte.MaxValue);
        var queue = new int[BlockPositions];
        ReadOnlySpan<ushort> crossMoves = EdgeStickers.PairMoves, slotMoves = PairsState.SlotMoves;
        int head = 0, tail = 0;
        var solved = (PairsState.Solved.CrossPair(slot) * EdgeStickers.PairCount) + PairsState.Solved.SlotPair(slot);
        distances[solved] = 0;
        queue[tail++] = solved;
        while (head < tail)
        {
            var here = queue[head++];
            int cross = here / EdgeStickers.PairCount, pair = here % EdgeStickers.PairCount;
            for (var turn = 0; turn < Turn.FaceTurnCount; turn++)
            {
                var row = turn * EdgeStickers.PairCount;
                var there = (crossMoves[row + cross] * EdgeStickers.PairCount) + slotMoves[row + pair];
                if (distances[there] != byte.MaxValue) continue;
                distances[there] = (byte)(distances[here] + 1);
                queue[tail++] = there;
            }
        }

        return distances;
    }

    private static ulong[] BuildNear(SlotSet goal)
    {
        var bits = new ulong[1 << (NearBits - 6)];
        Spread(PairsState.Solved, TurnOrder.All, NearTurns);
        return bits;

        void Spread(PairsState state, uint allowed, int left)
        {
            var place = PlaceOf(state, goal);
            bits[place >> 6] |= 1UL << (int)(place & 63);
            if (left == 0) return;
            for (var open = allowed; open != 0; open &= open - 1)
            {
                var turn = System.Numerics.BitOperations.TrailingZeroCount(open);
                Spread(state.After(turn), TurnOrder.AllowedAfter[turn], left - 1);
            }
        }
    }

    private static uint PlaceOf(PairsState state, SlotSet goal)
    {
        ulong slots = 0;
        for (var s = 0; s < 4; s++)
            if (goal.Has((Slot)s)) slots |= (ulong)state.SlotPair(s) << (16 * s);
        return Hash((ulong)((state.CrossPair(0) * EdgeStickers.PairCount) + state.CrossPair(2)), slots);
    }
}
