using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.GoodFirst.Drills;
using TinCompass.Core.Practice;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.GoodFirst;

/// <summary>Good edges first: all edges made good together with the line, or the cross, of the base.</summary>
public sealed class GoodStartStage : IStage
{
    /// <summary>Its stable name.</summary>
    public const string StageId = "goodstart";

    private readonly GoodStartCourse course;

    /// <summary>Over the tables of a shelf.</summary>
    public GoodStartStage(TableShelf shelf)
    {
        course = new GoodStartCourse(shelf);
        Drills = [new CountAllBad(), new PlanGoodStart(course)];
    }

    /// <inheritdoc/>
    public string Id => StageId;

    /// <inheritdoc/>
    public string Title => "Good edges and line";

    /// <inheritdoc/>
    public IReadOnlyList<TableKind> Tables { get; } = [CrossTable.Kind];

    /// <inheritdoc/>
    public IReadOnlyList<Drill> Drills { get; }

    /// <inheritdoc/>
    public ICourseStage? Course => course;

    /// <inheritdoc/>
    public IReadOnlyList<StageHabit> Habits { get; } =
    [
        new StageHabit("with", "Good edges, together with", "line",
            [new HabitChoice("line", "The line", "two edges of the base, in front and behind; the sides follow by U, R and L"),
                new HabitChoice("cross", "The cross", "all four edges of the base at once: more to plan, nothing to fill in")]),
    ];

    /// <summary>It can be asked for at any position.</summary>
    public StageRefusal? Refuses(CubeState position, Focus focus) => null;

    /// <summary>Own turns may begin with the rotation that is shown, as the plan does: then it is meant once.</summary>
    public IReadOnlyList<Turn> ReadOwn(CubeState position, Focus focus, IReadOnlyList<Turn> shown, IReadOnlyList<Turn> own) =>
        shown.Count > 0 && own.Take(shown.Count).SequenceEqual(shown) ? own : [.. shown, .. own];

    /// <inheritdoc/>
    public StageJudgement Judge(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options,
        CancellationToken cancel = default) => course.Judge(position, focus, turns, cancel);

    /// <summary>What the stages after it begin with does not stand.</summary>
    internal static StageRefusal NotGood(CubeState position, Color color)
    {
        var near = GoodHold.Of(position, color).MinBy(h => (h.Count, h.HasLine ? 0 : 1))!;
        return near.Count > 0
            ? new StageRefusal("edges-bad", $"{GoodNotes.Left(near.Count)} bad: three faces bring such edges home turned over.")
            : new StageRefusal("line-not-done", $"The line of {color.Name()}, or its cross, does not stand.");
    }
}
