using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Search;

namespace TinCompass.Core.Stages;

/// <summary>A plan of the log: what was shown, what was answered.</summary>
public sealed record KeptPlan(CubeState Position, Focus Focus, IReadOnlyList<Turn> Turns);

/// <summary>
/// A stage of a method, as a module: everything the rest of the house knows of it. A stage is a room under Methods and one line in
/// <c>Catalog</c>; nothing below it knows its
/// name.
/// </summary>
public interface IStage
{
    /// <summary>Its stable name, lower case: "cross". Kept rows and drills carry it.</summary>
    string Id { get; }

    /// <summary>Its name as read.</summary>
    string Title { get; }

    /// <summary>The tables it needs.</summary>
    IReadOnlyList<TableKind> Tables { get; }

    /// <summary>Its drills, in the order in which a newcomer meets them.</summary>
    IReadOnlyList<Drill> Drills { get; }

    /// <summary>
    /// It is practised by those alone who ask for it: nobody meets it by itself, whatever the method. Not everybody has a bigger cube.
    /// </summary>
    bool IsOnlyAsked => false;

    /// <summary>Its casebook; null when it has none.</summary>
    ICasebook? Casebook => null;

    /// <summary>How it makes and takes stops of a course; null when it stands in none of its own.</summary>
    ICourseStage? Course => null;

    /// <summary>
    /// Where it stands beside the first stage of a method: ways that make that stage and more, as <see cref="ICourseStage.Onward"/> gives
    /// them.
    /// </summary>
    IReadOnlyList<IReadOnlyList<IReadOnlyList<Turn>>> Beginnings(CubeState position, Focus focus, CourseOptions options, int most,
        CancellationToken cancel) => [];

    /// <summary>What a solver can say about it.</summary>
    IReadOnlyList<StageHabit> Habits => [];

    /// <summary>Why a position is no beginning for it; null when it is one.</summary>
    StageRefusal? Refuses(CubeState position, Focus focus);

    /// <summary>
    /// The whole sequence of own turns from the hold of the position: usually the rotation to the hold that was shown, then the turns. A
    /// stage may know better what was meant.
    /// </summary>
    IReadOnlyList<Turn> ReadOwn(CubeState position, Focus focus, IReadOnlyList<Turn> shown, IReadOnlyList<Turn> own) => [.. shown, .. own];

    /// <summary>
    /// Judges a whole sequence from the hold of a position that it does not refuse, as it is planned by the options: whose hands, turns or
    /// time, the moves that led there. Whoever shows a judgement asks <see cref="PlanCheck"/>, which knows what our own plan would be.
    /// </summary>
    StageJudgement Judge(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options,
        CancellationToken cancel = default);

    /// <summary>The drill that trains what a solve lost in this stage; null when none does.</summary>
    string? DrillFor(LossKind loss) => Drills.Count == 0 ? null : Drills[0].Id;

    /// <summary>What keeps going wrong in plans of the log, the dearest first.</summary>
    IReadOnlyList<Weakness> Weaknesses(IReadOnlyList<KeptPlan> plans) => [];
}
