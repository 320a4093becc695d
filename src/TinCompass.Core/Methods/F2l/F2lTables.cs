using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.F2l;

/// <summary>
/// Bounds for the search of pairs. For each slot the exact distances (HTM) of its 2x2x2 block (corner, edge and the two cross edges beside
/// it: 253 440 positions, at most 8), indexed by <c>cross pair · 576 + slot pair</c> (0.33 MB a slot); for each set of slots that have to
/// stand at the end the positions within two, three, four and <see cref="NearTurns"/> turns of it, as bits under a hash (1.2 MB a set,
/// made when first asked for, 20 to 40 ms). A bit that is set by chance costs time, never a solution.
/// </summary>
public sealed class F2lTables
{
    /// <summary>
    /// The 2x2x2 blocks: 24 · 24·22·20 positions of a corner and three edges, of which the corner's place and twist are free: 24 · 10 560.
    /// </summary>
    public const int BlockPositions = 253_440;

    /// <summary>The greatest distance of a block, in HTM.</summary>
    public const int MaxBlockDistance = 8;

    /// <summary>Positions so near to the goal are known one by one.</summary>
    public const int NearTurns = 5;

    /// <summary>The fewest turns for which there are bits of their own.</summary>
    public const int NearestTurns = 2;

    /// <summary>
    /// For each number of turns the bits of the hash: within two to five turns lie some 0.3, 3, 44 and 600 thousand positions, so that one
    /// bit in twelve or fewer is set.
    /// </summary>
    private static readonly int[] NearBits = [0, 0, 12, 16, 20, 23];

    /// <summary>Where the bits of a number of turns begin, in words of 64.</summary>
    private static readonly int[] NearStart = [0, 0, 0, 1 << 6, (1 << 6) + (1 << 10), (1 << 6) + (1 << 10) + (1 << 14),
        (1 << 6) + (1 << 10) + (1 << 14) + (1 << 17)];

    /// <summary>Names the whole set and its version in a <see cref="TableFile"/>.</summary>
    public const string Title = "f2l-near 1";

    private const int Sets = 16;

    private readonly byte[] blocks;
    private readonly Lazy<ulong[]> steps;
    private readonly Lazy<ulong[]>[] near;

    private F2lTables(byte[] blocks, Func<int, ulong[]> near)
    {
        this.blocks = blocks;
        steps = new Lazy<ulong[]>(() => BuildSteps(blocks));
        this.near = [.. Enumerable.Range(0, Sets).Select(set => new Lazy<ulong[]>(() => near(set)))];
    }

    /// <summary>
    /// Distances of the four slots' blocks, slot by slot: entry <c>(slot·576 + cross pair)·576 + slot pair</c>; 255 at an index that is no
    /// position.
    /// </summary>
    public ReadOnlySpan<byte> Blocks => blocks;

    /// <summary>
    /// What each turn does to the distance of a slot's block, as <see cref="Blocks"/> has it (10.6 MB, made when first asked for): the
    /// turns that bring it nearer from bit 0 on, those that bring it nearer or leave it from bit <see cref="Kept"/> on, its distance from
    /// bit <see cref="From"/> on. One look at a position instead of one at each of the 18 that follow it.
    /// </summary>
    internal ReadOnlySpan<ulong> Steps => steps.Value;

    /// <summary>The places of the two parts behind the first in an entry of <see cref="Steps"/>.</summary>
    internal const int Kept = 20, From = 40;

    /// <summary>Distances of a slot's block.</summary>
    public ReadOnlySpan<byte> Block(int slot) =>
        blocks.AsSpan(slot * EdgeStickers.PairCount * EdgeStickers.PairCount, EdgeStickers.PairCount * EdgeStickers.PairCount);

    /// <summary>The bits of the positions that are near to a goal.</summary>
    public ReadOnlySpan<ulong> Near(SlotSet goal) => near[goal.Bits].Value;

    /// <summary>The tables on a shelf, quickly there: what is near to a goal is made when it is first asked for.</summary>
    public static TableKind<F2lTables> Kind { get; } = new("f2l", _ => Build());

    /// <summary>The same tables, ready for every goal, kept between starts: a program that serves many makes them ahead.</summary>
    public static TableKind<F2lTables> ReadyKind { get; } = new("f2l-near", shelf =>
    {
        var tables = shelf.Get(Kind);
        tables.Prepare();
        return tables;
    })
    {
        Load = Load,
        Save = (tables, stream) => tables.Save(stream),
    };

    /// <summary>Those that are ready for every goal when they are there, else the others.</summary>
    public static F2lTables On(TableShelf shelf) =>
        shelf.ProgressOf(ReadyKind) == TableProgress.Ready ? shelf.Get(ReadyKind) : shelf.Get(Kind);

    /// <summary>Builds the four block tables (some 30 ms).</summary>
    public static F2lTables Build() => new(
        [.. Enumerable.Range(0, 4).SelectMany(BuildBlock)], set => BuildNear(new SlotSet((byte)set)));

    /// <summary>
    /// The tables, ready for every goal, read from a stream that <see cref="Save"/> wrote; throws <see cref="InvalidDataException"/> when
    /// it cannot be used.
    /// </summary>
    public static F2lTables Load(Stream stream)
    {
        var sections = TableFile.Read(stream, Title);
        var read = Enumerable.Range(0, Sets).Select(set => set == 0 ? []
            : MemoryMarshal.Cast<byte, ulong>(sections[NearName(set)].Bytes).ToArray()).ToArray();
        var whole = sections[nameof(Blocks)].Bytes.Length == 4 * EdgeStickers.PairCount * EdgeStickers.PairCount
            && read.Skip(1).All(bits => bits.Length == NearStart[^1]);
        return whole ? new F2lTables(sections[nameof(Blocks)].Bytes, set => read[set])
            : throw new InvalidDataException("it does not hold every block and goal whole");
    }

    /// <summary>Writes the tables to a stream (20 MB); what is not made yet is made.</summary>
    public void Save(Stream stream) => TableFile.Write(stream, Title,
    [
        new(nameof(Blocks), blocks),
        .. Enumerable.Range(1, Sets - 1).Select(set =>
            new TableSection(NearName(set), MemoryMarshal.AsBytes<ulong>(near[set].Value).ToArray())),
    ]);

    private static string NearName(int set) => $"near {set}";

    /// <summary>Makes the bits of every goal now, instead of when they are first asked for (about half a second).</summary>
    public void Prepare(CancellationToken cancel = default)
    {
        for (var set = 1; set < Sets; set++)
        {
            cancel.ThrowIfCancellationRequested();
            _ = near[set].Value;
        }
    }

    /// <summary>
    /// False when a position is surely further from a goal than so many turns (2 to 5); <paramref name="near"/> is <see cref="Near"/> of
    /// that goal.
    /// </summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    internal static bool MayBeWithin(ReadOnlySpan<ulong> near, int turns, int crossIndex, ulong slots)
    {
        var place = PlaceOf(turns, Mixed(crossIndex, slots));
        return (near[(int)(place >> 6)] >> (int)(place & 63) & 1) != 0;
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static ulong Mixed(int crossIndex, ulong slots) =>
        ((ulong)crossIndex * 0x9E3779B97F4A7C15UL) ^ ((slots + 0x632BE59BD9B4E019UL) * 0xD6E8FEB86659FD93UL);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static uint PlaceOf(int turns, ulong mixed) => (uint)(NearStart[turns] << 6) + (uint)(mixed >> (64 - NearBits[turns]));

    private static byte[] BuildBlock(int slot)
    {
        var space = new TwoParts(EdgeStickers.PairMoveTable, F2lState.SlotMoveTable, Turn.FaceTurnCount, BlockPositions);
        return DistanceTable.Build(space, [(F2lState.Solved.CrossPair(slot) * EdgeStickers.PairCount) + F2lState.Solved.SlotPair(slot)]);
    }

    private static ulong[] BuildSteps(byte[] blocks)
    {
        const int Pairs = EdgeStickers.PairCount;
        var steps = new ulong[blocks.Length];
        for (var row = 0; row < blocks.Length; row += Pairs)
        {
            var (slot, beside) = Math.DivRem(row / Pairs, Pairs);
            for (var t = 0; t < Turn.FaceTurnCount; t++)
            {
                var moves = F2lState.SlotMoves.Slice(t * Pairs, Pairs);
                var after = blocks.AsSpan(((slot * Pairs) + EdgeStickers.PairMoves[(t * Pairs) + beside]) * Pairs, Pairs);
                for (var pair = 0; pair < Pairs; pair++)
                {
                    int now = blocks[row + pair], then = after[moves[pair]];
                    if (then < now) steps[row + pair] |= 1UL << t;
                    if (then <= now) steps[row + pair] |= 1UL << (Kept + t);
                }
            }

            for (var pair = 0; pair < Pairs; pair++) steps[row + pair] |= (ulong)blocks[row + pair] << From;
        }

        return steps;
    }

    private static ulong[] BuildNear(SlotSet goal)
    {
        var marks = new Marks(new ulong[NearStart[^1]], goal);
        marks.Set(F2lState.Solved, 0);
        Deepening.All<Marks, F2lState>(ref marks, F2lState.Solved, TurnOrder.All, NearTurns);
        return marks.Bits;
    }

    /// <summary>Marks every position on the way; nothing is to be found.</summary>
    private readonly struct Marks(ulong[] bits, SlotSet goal) : ISearched<F2lState>
    {
        public ulong[] Bits => bits;

        public void Set(F2lState state, int turns)
        {
            var mixed = Mixed((state.CrossPair(0) * EdgeStickers.PairCount) + state.CrossPair(2), state.Pairs(goal));
            for (var within = Math.Max(turns, NearestTurns); within <= NearTurns; within++)
            {
                var place = PlaceOf(within, mixed);
                bits[place >> 6] |= 1UL << (int)(place & 63);
            }
        }

        public bool Enter() => true;

        public uint Turns(in F2lState node, int left) => TurnOrder.All;

        public bool TryTurn(in F2lState node, int turn, int left, out F2lState after)
        {
            after = node.After(turn);
            Set(after, NearTurns - left);
            return left > 0;
        }

        public uint AllowedAfter(int turn) => TurnOrder.AllowedAfter[turn];

        public bool Found(scoped ReadOnlySpan<byte> turns) => false;
    }
}
