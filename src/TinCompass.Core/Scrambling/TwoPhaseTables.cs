using System.Runtime.CompilerServices;
using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Scrambling;

/// <summary>
/// Move and distance tables of the two-phase search. Phase one brings twist, flip and the middle-layer edges home (2 187 · 2 048 · 495
/// states); its
/// bound is the greater of two exact distances over pairs of them. Phase two has only U, D and half turns of the sides, and permutes
/// corners, outer
/// edges and middle edges (40 320 · 40 320 · 24 / 2); its bound likewise. 4.0 MB of distances, 3.2 MB of moves; built in some tenths of a
/// second.
/// </summary>
public sealed class TwoPhaseTables
{
    internal static readonly int[] AllTurns = [.. Enumerable.Range(0, Turn.FaceTurnCount)];

    /// <summary>The turns of phase two: U and D, and half turns of F, B, R, L.</summary>
    internal static readonly int[] SecondTurns = [0, 1, 2, 3, 4, 5, 7, 10, 13, 16];

    /// <summary>The same as bits.</summary>
    internal static readonly uint SecondMask = SecondTurns.Aggregate(0u, (mask, turn) => mask | 1u << turn);

    /// <summary>For each face turn its place among <see cref="SecondTurns"/>.</summary>
    internal static readonly int[] SecondNumbers =
        [.. Enumerable.Range(0, Turn.FaceTurnCount).Select(turn => Array.IndexOf(SecondTurns, turn))];

    /// <summary>Names this set and its version in a <see cref="TableFile"/>.</summary>
    public const string Title = "two-phase 1";

    internal readonly ushort[] Twist;
    internal readonly ushort[] Flip;
    internal readonly ushort[] Slice;

    /// <summary>The places of the middle edges (495), without their order: small enough to stay near in phase one.</summary>
    internal readonly ushort[] Places;
    internal readonly ushort[] Corners;
    internal readonly ushort[] OuterEdges;

    internal readonly byte[] TwistSlice;
    internal readonly byte[] FlipSlice;
    internal readonly byte[] CornersSlice;
    internal readonly byte[] EdgesSlice;

    private TwoPhaseTables(CancellationToken cancel)
    {
        // Each table hangs on few others, so they are made side by side.
        ushort[] twist = [], flip = [], slice = [], corners = [], outer = [];
        Parallel.Invoke(new ParallelOptions { CancellationToken = cancel },
            () => corners = Coordinates.Moves(Coordinates.EightCount, AllTurns, Coordinates.WithCorners, Coordinates.Corners),
            () => outer = Coordinates.Moves(Coordinates.EightCount, SecondTurns, Coordinates.WithOuterEdges, Coordinates.OuterEdges),
            () => slice = Coordinates.Moves(Coordinates.SliceCount, AllTurns, Coordinates.WithSlice, Coordinates.Slice),
            () => twist = Coordinates.Moves(Coordinates.TwistCount, AllTurns, Coordinates.WithTwist, Coordinates.Twist),
            () => flip = Coordinates.Moves(Coordinates.FlipCount, AllTurns, Coordinates.WithFlip, Coordinates.Flip));
        (Twist, Flip, Slice, Corners, OuterEdges) = (twist, flip, slice, corners, outer);
        // For phase one the middle edges count as places taken (495); for phase two as an order within the middle layer (24).
        Places = PlacesOf(Slice);
        var order = new ushort[24 * SecondTurns.Length];
        for (var n = 0; n < 24; n++)
            for (var t = 0; t < SecondTurns.Length; t++)
                order[(n * SecondTurns.Length) + t] = (ushort)(Slice[(((Coordinates.SliceHome * 24) + n) * 18) + SecondTurns[t]] % 24);
        var secondCorners = new ushort[Coordinates.EightCount * SecondTurns.Length];
        for (var n = 0; n < Coordinates.EightCount; n++)
            for (var t = 0; t < SecondTurns.Length; t++) secondCorners[(n * SecondTurns.Length) + t] = Corners[(n * 18) + SecondTurns[t]];
        byte[] twistSlice = [], flipSlice = [], cornersSlice = [], edgesSlice = [];
        Parallel.Invoke(new ParallelOptions { CancellationToken = cancel },
            () => twistSlice = Distances(Twist, Places, 18, Coordinates.SliceHome, cancel),
            () => flipSlice = Distances(Flip, Places, 18, Coordinates.SliceHome, cancel),
            () => cornersSlice = Distances(secondCorners, order, SecondTurns.Length, 0, cancel),
            () => edgesSlice = Distances(OuterEdges, order, SecondTurns.Length, 0, cancel));
        (TwistSlice, FlipSlice, CornersSlice, EdgesSlice) = (twistSlice, flipSlice, cornersSlice, edgesSlice);
    }

    private TwoPhaseTables(IReadOnlyDictionary<string, TableSection> sections)
    {
        Twist = sections[nameof(Twist)].Numbers();
        Flip = sections[nameof(Flip)].Numbers();
        Slice = sections[nameof(Slice)].Numbers();
        Places = PlacesOf(Slice);
        Corners = sections[nameof(Corners)].Numbers();
        OuterEdges = sections[nameof(OuterEdges)].Numbers();
        TwistSlice = sections[nameof(TwistSlice)].Bytes;
        FlipSlice = sections[nameof(FlipSlice)].Bytes;
        CornersSlice = sections[nameof(CornersSlice)].Bytes;
        EdgesSlice = sections[nameof(EdgesSlice)].Bytes;
    }

    /// <summary>The tables on a shelf; kept between starts.</summary>
    public static TableKind<TwoPhaseTables> Kind { get; } =
        new("two-phase", _ => Build()) { Load = Load, Save = (tables, stream) => tables.Save(stream) };

    /// <summary>Builds all tables; throws when cancelled.</summary>
    public static TwoPhaseTables Build(CancellationToken cancel = default) => new(cancel);

    /// <summary>
    /// The tables read from a stream that <see cref="Save"/> wrote; throws <see cref="InvalidDataException"/> when it cannot be used.
    /// </summary>
    public static TwoPhaseTables Load(Stream stream) => new(TableFile.Read(stream, Title));

    /// <summary>Writes the tables to a stream.</summary>
    public void Save(Stream stream) => TableFile.Write(stream, Title,
    [
        TableSection.Of(nameof(Twist), Twist), TableSection.Of(nameof(Flip), Flip), TableSection.Of(nameof(Slice), Slice),
        TableSection.Of(nameof(Corners), Corners), TableSection.Of(nameof(OuterEdges), OuterEdges),
        new(nameof(TwistSlice), TwistSlice), new(nameof(FlipSlice), FlipSlice), new(nameof(CornersSlice), CornersSlice),
            new(nameof(EdgesSlice), EdgesSlice),
    ]);

    private static ushort[] PlacesOf(ushort[] slice)
    {
        var places = new ushort[495 * 18];
        for (var n = 0; n < 495; n++)
            for (var t = 0; t < 18; t++) places[(n * 18) + t] = (ushort)(slice[(n * 24 * 18) + t] / 24);
        return places;
    }

    /// <summary>Exact distances over a pair of numbers from (0, home); entry <c>first·seconds + second</c>.</summary>
    private static byte[] Distances(ushort[] first, ushort[] second, int turns, int home, CancellationToken cancel) =>
        DistanceTable.Build(new TwoNumbers(first, second, turns), [home], cancel);

    /// <summary>Two numbers that turns change independently; the moves are listed number by number.</summary>
    private struct TwoNumbers(ushort[] firstMoves, ushort[] secondMoves, int turns) : ITurnSpace
    {
        private readonly int seconds = secondMoves.Length / turns;
        private int first;
        private int second;

        public readonly int Size => firstMoves.Length / turns * seconds;

        public readonly int Positions => Size;

        public readonly int Turns => turns;

        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        public void Leave(int index) => (first, second) = (index / seconds * turns, index % seconds * turns);

        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        public readonly int After(int turn) => (firstMoves[first + turn] * seconds) + secondMoves[second + turn];
    }
}
