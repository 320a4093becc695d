using TinCompass.Core.Cube;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>The finder (<see cref="LlFinder"/>) for a casebook of the last layer.</summary>
public sealed class LlCaseFinder : ICaseFinder
{
    /// <inheritdoc/>
    public IReadOnlyList<string> Presets => LlTurnSets.Presets;

    /// <inheritdoc/>
    public string? Cannot(string turns, StageCase stageCase) => LlTurnSets.Cannot(turns, LlCases.Find(stageCase.Id)!);

    /// <inheritdoc/>
    public double Work(IReadOnlyList<Turn> turns, int most) => LlFinder.Work(turns, most);

    /// <inheritdoc/>
    public void Find(StageCase stageCase, IReadOnlyList<Turn> turns, int most, Action<IReadOnlyList<Turn>> found,
        Action<SequenceSweep.Progress>? progress = null, CancellationToken cancel = default)
    {
        var wanted = LlCases.Find(stageCase.Id)!;
        LlFinder.Find(turns, most, s =>
        {
            if (s.IsOf(wanted)) found(s.Turns);
        }, progress, cancel);
    }
}
