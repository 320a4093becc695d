using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>A sequence of the last layer: its turns, without turns of the top at its ends, and the last layer it solves.</summary>
public sealed record LlSequence(IReadOnlyList<Turn> Turns, LlState Solves)
{
    /// <summary>Fast solvers turn it (<see cref="Stages.CommonAlgorithms"/>): it is taken as it is written.</summary>
    public bool IsCommon { get; init; }

    /// <summary>"R U R' U R U2 R'".</summary>
    public override string ToString() => string.Join(' ', Turns);

    /// <summary>It belongs to a case: it solves it, and leaves what the set does not look at as it has to be.</summary>
    public bool IsOf(LlCase c) => c.Set.Keeps(Solves) && c.Set.Fits(Solves) && LlCases.Of(c.Set, Solves).Case.Id == c.Id;
}

/// <summary>Finds sequences for all cases at once (<see cref="SequenceSweep"/>), each checked by applying it to the solved cube.</summary>
public static class LlFinder
{
    private static readonly Edge[] Below = [.. Enum.GetValues<Edge>().Where(e => e >= Edge.DF)];
    private static readonly Corner[] BelowCorners = [.. Enum.GetValues<Corner>().Where(c => c >= Corner.DFR)];

    /// <summary>How many half sequences finding takes: some ten million a second.</summary>
    public static double Work(IReadOnlyList<Turn> turns, int most) => Sweep(turns).Work(most);

    /// <summary>
    /// All sequences of some turns, up to <paramref name="most"/> of them, that leave the first two layers and do something to the last
    /// one, the shortest first.
    /// </summary>
    public static void Find(
        IReadOnlyList<Turn> turns, int most, Action<LlSequence> found, Action<SequenceSweep.Progress>? progress = null,
        CancellationToken cancel = default) =>
        Sweep(turns).Run(
            most,
            made =>
            {
                var solves = LlState.SolvedBy(made)
                    ?? throw new InvalidOperationException($"{string.Join(' ', made)} breaks the first two layers");
                if (!solves.IsSolvedButTop) found(new LlSequence(made, solves));
            },
            progress, cancel);

    private static SequenceSweep Sweep(IReadOnlyList<Turn> turns) => new(turns, Below, BelowCorners, Face.U);
}
