using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Stages;

/// <summary>Finds every sequence of some turns for the cases of a book. What it finds was applied.</summary>
public interface ICaseFinder
{
    /// <summary>The sets of turns one chooses from, the plainest first: "R U F".</summary>
    IReadOnlyList<string> Presets { get; }

    /// <summary>
    /// Why no sequence of a set of turns, however long, solves a case; null when nothing speaks against it. Throws
    /// <see cref="FormatException"/> with the letter that is none of a turn's.
    /// </summary>
    string? Cannot(string turns, StageCase stageCase);

    /// <summary>How many half sequences finding takes.</summary>
    double Work(IReadOnlyList<Turn> turns, int most);

    /// <summary>All sequences for a case, up to so many turns, the shortest first, without turns of the top at their ends.</summary>
    void Find(StageCase stageCase, IReadOnlyList<Turn> turns, int most, Action<IReadOnlyList<Turn>> found,
        Action<SequenceSweep.Progress>? progress = null, CancellationToken cancel = default);
}
