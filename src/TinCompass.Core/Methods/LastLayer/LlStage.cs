using TinCompass.Core.Cube;
using TinCompass.Core.Methods.LastLayer.Drills;
using TinCompass.Core.Practice;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>
/// A set of the last layer as a stage. Orientation and permutation stand on a course, each with one stop or two; the sets of two looks have
/// a casebook and drills.
/// </summary>
public sealed class LlStage : IStage
{
    /// <summary>Of a set, over what all sets share.</summary>
    public LlStage(LlSet set, LlTools tools)
    {
        (Set, Tools) = (set, tools);
        Book = new LlCasebook(tools, set);
        Course = new LlCourse(tools, set.Orients());
        Drills = [.. DrillsOf(set, tools)];
        Habits = set switch { LlSet.Oll => [Looks], LlSet.Pll => [Base], _ => [] };
    }

    /// <summary>All sets, the whole ones first.</summary>
    public static IEnumerable<IStage> All(TableShelf shelf)
    {
        var tools = new LlTools(shelf);
        return LlSets.All.Select(set => new LlStage(set, tools));
    }

    /// <summary>The set.</summary>
    public LlSet Set { get; }

    /// <summary>The book and what was ranked of it.</summary>
    public LlTools Tools { get; }

    /// <summary>Its casebook.</summary>
    public LlCasebook Book { get; }

    /// <inheritdoc/>
    public string Id => Set.Id();

    /// <inheritdoc/>
    public string Title => LlWords.StageTitle(Set);

    /// <inheritdoc/>
    public IReadOnlyList<TableKind> Tables { get; } = [LlBook.Kind];

    /// <inheritdoc/>
    public IReadOnlyList<Drill> Drills { get; }

    /// <inheritdoc/>
    public ICasebook? Casebook => Book;

    /// <summary>A set of two looks stands where the whole one would: the course is that one's.</summary>
    public ICourseStage? Course { get; }

    /// <inheritdoc/>
    public IReadOnlyList<StageHabit> Habits { get; }

    /// <inheritdoc/>
    public StageRefusal? Refuses(CubeState position, Focus focus)
    {
        if (!LlPosition.TryRead(position, focus.Base, out var read, out var refusal)) return refusal;
        return read.State == LlState.Solved ? new StageRefusal("all-solved", "The last layer is solved already: there is nothing to judge.")
            : null;
    }

    /// <inheritdoc/>
    public StageJudgement Judge(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options,
        CancellationToken cancel = default)
    {
        if (!LlPosition.TryRead(position, focus.Base, out var read, out var refusal))
            throw new ArgumentException(refusal.Message, nameof(position));
        // Moves are made from the hold of the position; what brings the base down is the first of them.
        var own = FaceTurns.After(read.Rotation, turns);
        return new LlJudge(Tools).Judge(read, own, options.Hands, options.Repertoire, options.Arrived);
    }

    /// <summary>In how many looks top and sides are done; said at the top for both.</summary>
    private static StageHabit Looks { get; } = new("looks", "Looks at the last layer", "one",
    [
        new HabitChoice("one", "One each", "57 cases, then 21"),
        new HabitChoice("top", "Two for the top", "3, 7, then 21"),
        new HabitChoice("two", "Two each", "3, 7, 2, 4"),
        new HabitChoice("known", "As I know them", "one look for cases that are known"),
    ]);

    /// <summary>How the cube is held while the last layer is looked at: it is drawn as it is seen then.</summary>
    private static StageHabit Base { get; } = new("base", "The base while the last layer is looked at", "down",
    [
        new HabitChoice("down", "Down", "the last layer seen from above"),
        new HabitChoice("up", "Up", "seen from below, the front above"),
    ]);

    private static IEnumerable<Drill> DrillsOf(LlSet set, LlTools tools)
    {
        if (set == LlSet.Pll) yield return new OppositeOrNeighbours();
        if (set is LlSet.Oll or LlSet.Pll)
        {
            yield return new WhichCase(set);
            yield return new MirrorOrSame(set);
        }

        if (set == LlSet.Oll) yield return new HowToHold(tools);
        if (set == LlSet.Pll) yield return new LastTurn(tools);
        if (set is LlSet.Oll or LlSet.Pll)
        {
            yield return new WhatItSolves(tools, set);
            yield return new FinishTheBurst(tools, set);
        }

        yield return new Recall(tools, set);
    }
}
