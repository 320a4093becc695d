using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Stages;

/// <summary>
/// How a course is planned: whose hands, fewest turns or least time, how wide the search may be. A stage understands what concerns it.
/// </summary>
/// <param name="Hands">Whose hands.</param>
/// <param name="ByTurns">Fewest turns first; else least time.</param>
/// <param name="NoRotation">The cube is not turned over between the turns.</param>
/// <param name="Beam">How many parts of plans are followed at once.</param>
public sealed record CourseOptions(HandModel Hands, bool ByTurns, bool NoRotation, int Beam)
{
    /// <summary>So many parts of plans are followed at once unless something else is asked for.</summary>
    public const int UsualBeam = 16;

    /// <summary>Wishes that one stage alone understands, each with its stage: "f2l.keep-halves".</summary>
    public IReadOnlyList<string> Wishes { get; init; } = [];

    /// <summary>What the solver can do, as far as it is known.</summary>
    public Repertoire Repertoire { get; init; } = Repertoire.Empty;

    /// <summary>The pieces that were looked at, where the position is known in part; null where all of it is.</summary>
    public KnownPieces? Known { get; init; }

    /// <summary>The turns made before the stops that are planned: with their grip the hands arrive.</summary>
    public IReadOnlyList<Turn> Arrived { get; init; } = [];

    /// <summary>
    /// When it is cancelled the best so far is enough, for a stage whose search has one; a search that finds nothing until it is through
    /// does not hear it.
    /// </summary>
    public CancellationToken Enough { get; init; }
}

/// <summary>
/// One stop of a course: what is solved there, the turns as they are made (from the hold before it), its length in HTM and relative time,
/// what happens in it and why it
/// comes now.
/// </summary>
/// <param name="Stage">The stage that stands there.</param>
/// <param name="Title">"white cross", "green-red".</param>
/// <param name="Colors">The colours that stand for it.</param>
/// <param name="Case">The case of the stage's casebook as it then stood; empty when there is none.</param>
/// <param name="CaseTitle">The same as read.</param>
/// <param name="Stand">How its pieces stand before it, in words.</param>
/// <param name="Turns">As they are made.</param>
/// <param name="Length">HTM.</param>
/// <param name="Time">Relative time of this stop alone; null when a turn is avoided.</param>
/// <param name="Way">What happens in it, in words.</param>
/// <param name="Why">Why it comes now; empty when it was chosen.</param>
/// <param name="Look">What the eyes can do meanwhile; null when nothing is said.</param>
/// <param name="Notes">Group by group; the turns are those of <paramref name="Plain"/>.</param>
/// <param name="Plain">The same turns of faces alone, in the letters of the hold before it.</param>
/// <param name="IsChosen">It was given; what is not is planned.</param>
public sealed record CourseStop(
    string Stage, string Title, IReadOnlyList<Color> Colors, string Case, string CaseTitle, string Stand, IReadOnlyList<Turn> Turns,
        int Length, double? Time, string Way,
    string Why, string? Look, IReadOnlyList<StageNote> Notes, IReadOnlyList<Turn> Plain, bool IsChosen)
{
    /// <summary>The turns are as two hands make them in least time already: no quicker form of them is looked for.</summary>
    public bool IsAsTurned { get; init; }

    /// <summary>What one plans it by, point by point; empty where its stage has no such points.</summary>
    public IReadOnlyList<StagePoint> Points { get; init; } = [];
}

/// <summary>What an order of the same stops would take.</summary>
/// <param name="Stage">The stage whose stops they are.</param>
/// <param name="Order">Its stable name.</param>
/// <param name="Title">As read.</param>
/// <param name="Length">HTM of all of them.</param>
/// <param name="Time">Relative time; null when a turn is avoided.</param>
public sealed record CourseOrder(string Stage, string Order, string Title, int Length, double? Time);

/// <summary>The stops a stage plans from a position, the orders it weighed, and whether it was stopped on the way.</summary>
public sealed record StagePlan(IReadOnlyList<CourseStop> Stops, IReadOnlyList<CourseOrder> Orders, bool IsCut);

/// <summary>How a stage makes and takes stops of a course.</summary>
public interface ICourseStage
{
    /// <summary>True when nothing of the stage is left to do.</summary>
    bool IsDone(CubeState position, Focus focus);

    /// <summary>It is done but for how the cube is held.</summary>
    bool Stands(CubeState position, Focus focus)
    {
        foreach (var hold in Hold.All)
            if (IsDone(position.Apply(hold.Rotation), focus)) return true;
        return false;
    }

    /// <summary>
    /// How many of the turns of it are not made there as a rule; a method that keeps to some turns is known by them. They begin in the hold
    /// <paramref name="from"/>.
    /// </summary>
    int Unusual(Hold from, IReadOnlyList<Turn> turns) => 0;

    /// <summary>How many of its parts stand, such as pairs; 0 where it has none that are told apart.</summary>
    int PartsDone(CubeState position, Focus focus) => 0;

    /// <summary>
    /// What the eyes need at a moment <paramref name="now"/> for the part that is made from <paramref name="before"/> to
    /// <paramref name="after"/>; null where nothing can be told.
    /// </summary>
    StageSight? Sight(CubeState before, CubeState now, CubeState after, Focus focus) => null;

    /// <summary>The wishes it understands, as in <see cref="CourseOptions.Wishes"/>.</summary>
    IReadOnlyList<string> Wishes => [];

    /// <summary>The stage that its judge goes on to when turns go on; null where they belong to it alone.</summary>
    ICourseStage? Following => null;

    /// <summary>The stop that says that the stage stands already; null when it has none of that kind.</summary>
    CourseStop? Standing(CubeState position, Focus focus) => null;

    /// <summary>Plans all of its stops that are left. Empty when its filters leave nothing.</summary>
    StagePlan Plan(CubeState position, Focus focus, CourseOptions options, CancellationToken cancel);

    /// <summary>
    /// What could be made as its next stop instead, by idea; up to <paramref name="slack"/> turns longer than need be. Empty for a stage
    /// that tells it in its own way.
    /// </summary>
    IReadOnlyList<WayGroup> Ways(CubeState position, Focus focus, CourseOptions options, int slack, CancellationToken cancel) => [];

    /// <summary>The part that the focus names as it is taught in one way or another; empty for a stage that is taught in one.</summary>
    IReadOnlyList<WayGroup> Schools(CubeState position, Focus focus, CourseOptions options) => [];

    /// <summary>
    /// What a method that begins with it can begin with, in the order in which it is shown; of a position that is known in part what is
    /// known of it. Empty for a stage with which no method begins.
    /// </summary>
    IReadOnlyList<Opening> Openings(CubeState position, CourseOptions options, CancellationToken cancel) => [];

    /// <summary>
    /// Several ways to make all that is left of it: each has the turns of its stops. The best first; of those that lead to one position the
    /// best alone. What plans over several stages choose from; the beam is that of the options.
    /// </summary>
    IReadOnlyList<IReadOnlyList<IReadOnlyList<Turn>>> Onward(CubeState position, Focus focus, CourseOptions options, int most,
        CancellationToken cancel) =>
        Plan(position, focus, options, cancel).Stops is { Count: > 0 } stops ? [[.. stops.Select(s => s.Turns)]] : [];

    /// <summary>The bases on which a method that begins with it can be solved, with the colours that are allowed.</summary>
    IEnumerable<Focus> Foci(IEnumerable<Color> colors) => colors.Select(c => new Focus(c));

    /// <summary>Takes turns that were chosen as the next stop, or says why not.</summary>
    (CourseStop? Stop, StageRefusal? Refusal) Take(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options);
}

/// <summary>
/// A course: a position, a base colour, and stop after stop of a method. <paramref name="Before"/> has the position before each stop and,
/// at its end, after the last one.
/// </summary>
/// <param name="Focus">The base colour.</param>
/// <param name="Stops">In order.</param>
/// <param name="Before">One more than there are stops.</param>
/// <param name="Orders">What other orders would take from the first stop that was planned.</param>
/// <param name="IsCut">The search was stopped at its deadline.</param>
public sealed record Course(Focus Focus, IReadOnlyList<CourseStop> Stops, IReadOnlyList<CubeState> Before,
    IReadOnlyList<CourseOrder> Orders, bool IsCut)
{
    /// <summary>The moves of every stop as they are made: where two stops meet in one layer they are one move.</summary>
    public JoinedMoves Made { get; } = JoinedMoves.Of([.. Stops.Select(s => s.Turns)]);

    /// <summary>HTM of all of it as it is made.</summary>
    public int Length => Made.All.Sum(t => Metric.Htm.Cost(t));

    /// <summary>Least time of some stops made without a pause; null when a turn is avoided.</summary>
    public static double? TimeOf(IEnumerable<CourseStop> stops, HandModel hands) =>
        hands.Measure(JoinedMoves.Of([.. stops.Select(s => s.Turns)]).All.SkipWhile(t => t.Kind == TurnKind.Rotation));
}

/// <summary>A stop that was chosen cannot be taken: its number (from 1), and why.</summary>
public sealed class CourseRefusedException(int number, StageRefusal refusal) : Exception(refusal.Message)
{
    /// <summary>The stop, from 1.</summary>
    public int Number => number;

    /// <summary>Why.</summary>
    public StageRefusal Refusal => refusal;
}

/// <summary>Puts courses together: the stops that were chosen, then what the stages plan after them. Pure.</summary>
public sealed class CoursePlanner(StageBook book)
{
    /// <summary>
    /// Plans a course. The chosen stops come first, in order; the first of them belongs to the method's first stage, and may be empty: then
    /// that stage is planned, or stands. Throws
    /// <see cref="CourseRefusedException"/> when one of them cannot be taken.
    /// </summary>
    public Course Plan(SolveMethod method, CubeState start, Focus focus, IReadOnlyList<IReadOnlyList<Turn>> chosen, CourseOptions options,
        CancellationToken cancel = default)
    {
        var (stops, before, orders) = (new List<CourseStop>(), new List<CubeState> { start }, (IReadOnlyList<CourseOrder>)[]);
        var (taken, isFirst, isCut) = (Math.Min(1, chosen.Count), true, false);
        foreach (var stage in method.Stages.Select(id => book.Find(id)!.Course!))
        {
            if (isFirst && taken == 1 && chosen[0].Count > 0) Take(stage, chosen[0]);
            else if (stage.IsDone(before[^1], focus) && stage.Standing(before[^1], focus) is { } standing) Add(standing);
            while (!isFirst && taken < chosen.Count && !stage.IsDone(before[^1], focus)) Take(stage, chosen[taken++]);
            isFirst = false;
            if (stage.IsDone(before[^1], focus)) continue;
            var plan = stage.Plan(before[^1], focus, options with { Arrived = [.. options.Arrived, .. stops.SelectMany(s => s.Turns)] },
                cancel);
            isCut |= plan.IsCut;
            if (orders.Count == 0) orders = plan.Orders;
            foreach (var stop in plan.Stops) Add(stop);
            if (!stage.IsDone(before[^1], focus)) break;
        }

        return new Course(focus, stops, before, orders, isCut);

        void Take(ICourseStage stage, IReadOnlyList<Turn> turns)
        {
            var (stop, refusal) = stage.Take(before[^1], focus, turns, options);
            if (stop is null) throw new CourseRefusedException(taken, refusal!);
            Add(stop);
        }

        void Add(CourseStop stop)
        {
            stops.Add(stop);
            before.Add(before[^1].Apply(stop.Turns));
        }
    }
}
