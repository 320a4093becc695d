using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.BigCubes;

/// <summary>
/// A part of reducing a bigger cube to a 3x3, as a stage that is practised: nobody meets it who does not ask for it, and no position of a
/// 3x3 is a beginning for it.
/// </summary>
public abstract class BiggerStage : IStage
{
    /// <inheritdoc/>
    public abstract string Id { get; }

    /// <inheritdoc/>
    public abstract string Title { get; }

    /// <inheritdoc/>
    public abstract IReadOnlyList<Drill> Drills { get; }

    /// <inheritdoc/>
    public IReadOnlyList<TableKind> Tables => [];

    /// <inheritdoc/>
    public bool IsOnlyAsked => true;

    /// <inheritdoc/>
    public StageRefusal? Refuses(CubeState position, Focus focus) =>
        new("bigger-cube", $"{Title} are no stage of a 3x3: the page of bigger cubes plans them.");

    /// <summary>Never asked: no position of a 3x3 is a beginning.</summary>
    public StageJudgement Judge(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options,
        CancellationToken cancel = default) =>
        throw new InvalidOperationException($"{Id} refuses every position of a 3x3");
}
