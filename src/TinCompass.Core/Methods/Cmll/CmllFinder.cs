using TinCompass.Core.Cube;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cmll;

/// <summary>
/// Finds sequences for the corners that leave both blocks; the middle and the edges of the top are free, so that they are shorter than for
/// a whole last layer. Each is applied to the solved cube.
/// </summary>
public sealed class CmllFinder : ICaseFinder
{
    private const double Joins = 20;

    private static readonly Edge[] BlockEdges = [Edge.DL, Edge.FL, Edge.BL, Edge.DR, Edge.FR, Edge.BR];
    private static readonly Corner[] BlockCorners = [Corner.DFR, Corner.DLF, Corner.DBL, Corner.DRB];

    // How the cube may have to be turned at the end so that the blocks are down again.
    private static readonly IReadOnlyList<Turn>[] Ends =
        [[], Algorithm.Parse("x").Turns, Algorithm.Parse("x'").Turns, Algorithm.Parse("x2").Turns];

    /// <inheritdoc/>
    public IReadOnlyList<string> Presets { get; } =
        ["R U", "R U F", "R U r", "R U D", "R U L", "R U F r", "R U r M", LlTurnSets.AllFaces];

    /// <inheritdoc/>
    public string? Cannot(string turns, StageCase stageCase) =>
        LlTurnSets.Read(turns).All(t => t.Letter is 'U' or 'M') ? "Turns of the top and the middle alone move no corner out of the top."
            : null;

    /// <inheritdoc/>
    /// <remarks>
    /// Where turns of R, r, M, L and l stand for each other, the middle being free, the same corners come up over and over: many times
    /// the joins for as many halves.
    /// </remarks>
    public double Work(IReadOnlyList<Turn> turns, int most) =>
        Sweep(turns).Work(most) * (turns.Where(t => t.Axis == 0).Select(t => t.Letter).Distinct().Count() > 2 ? Joins : 1);

    /// <inheritdoc/>
    public void Find(StageCase stageCase, IReadOnlyList<Turn> turns, int most, Action<IReadOnlyList<Turn>> found,
        Action<SequenceSweep.Progress>? progress = null, CancellationToken cancel = default)
    {
        All(turns, most, s =>
        {
            if (CmllCases.Of(s.Solves).Case.Id == stageCase.Id) found(s.Turns);
        }, progress, cancel);
    }

    /// <summary>All sequences of some turns that leave both blocks and do something to the corners of the top.</summary>
    public static void All(IReadOnlyList<Turn> turns, int most, Action<CmllSequence> found,
        Action<SequenceSweep.Progress>? progress = null, CancellationToken cancel = default) =>
        Sweep(turns).Run(most, made =>
        {
            if (Read(made) is { } sequence && !CmllCorners.IsDone(sequence.Solves)) found(sequence);
        }, progress, cancel);

    private static SequenceSweep Sweep(IReadOnlyList<Turn> turns) => new(turns, BlockEdges, BlockCorners, Face.U, middleIsFree: true);

    /// <summary>A sequence with what brings the blocks down at its end; null when it does not leave them.</summary>
    private static CmllSequence? Read(Turn[] made)
    {
        foreach (var end in Ends)
            if (CmllCorners.SolvedBy([.. made, .. end]) is { } solves) return new CmllSequence([.. made, .. end], solves);
        return null;
    }
}
