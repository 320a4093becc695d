using System.Collections.Concurrent;
using TinCompass.Core.Notation;

namespace TinCompass.Core.BigCubes;

/// <summary>
/// Turns that mend a parity: of those that <see cref="ParitySearch"/> found the fewest and the quickest of hands, each in the hold in which
/// it is turned best. What each does is read on the simulator; that the search finds none shorter is held in tests.
/// </summary>
public static class ParityBook
{
    // Of either size.
    private static readonly string[] Both =
    [
        "F2 2R' U2 2L F2 2L' F2 2R2 U2 2R U2 2R' U2 F2 2R2", Parities.OneEdge, "2R' U2 2L F2 2L' F2 2R2 U2 2R U2 2R' U2 F2 2R2",
    ];

    private static readonly string[] Four =
    [
        .. Both, "Rw2 U2 F2 Rw U2 Rw' U2 Rw U2 F2 Rw F2 Rw' U2 Rw2",
        Parities.TwoEdges, "Uw2 R2 F2 2U2 F2 R2 Uw2",
        "Rw F2 Rw' F2 Rw U2 Rw' U2 Rw D2 Rw D2 Rw'", "2R U2 2R' U2 2L U2 2R' U2 2R D2 2R D2 2L'",
        "F2 Rw F2 Rw' F2 Rw U2 Rw' U2 Rw D2 Rw D2 Rw' U2", "U2 2R2 U2 2R U2 2R' U2 2R U2 F2 2R F2 2R U2 2R2",
    ];

    private static readonly string[] Five =
    [
        .. Both, "Rw2 U2 Rw U2 Rw F2 Rw2 U2 Rw U2 Rw2 U2 Rw' U2 Rw' F2", "F2 Rw U2 Rw U2 Rw2 U2 Rw' U2 Rw2 F2 Rw' U2 Rw' U2 Rw2",
    ];

    private static readonly ConcurrentDictionary<int, IReadOnlyList<ParityWay>> Sizes = new();

    /// <summary>Those of a 4x4 or 5x5.</summary>
    public static IReadOnlyList<ParityWay> Of(int size) => Sizes.GetOrAdd(size, s =>
        [.. (s == BigPieces.Least ? Four : Five).Select(t => ParityWay.Read(BigNotation.Parse(t, s), s, out _)!)]);

    /// <summary>Those that mend what a position needs and nothing else.</summary>
    public static IEnumerable<ParityWay> For(int size, ParityFlaw need) => Of(size).Where(w => w.Mends == need);
}
