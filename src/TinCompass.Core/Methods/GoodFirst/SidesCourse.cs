using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.GoodFirst;

/// <summary>The other two edges of the base, by turns of U, R and L: the line stands and all edges stay good.</summary>
public sealed class SidesCourse : ICourseStage
{
    private const int MostShown = 8;

    private static readonly Turn[] Three = [.. new[] { Face.U, Face.R, Face.L }.SelectMany(f => Enumerable.Range(1, 3)
        .Select(q => Turn.Of(f, q)))];

    private static readonly Lazy<Dictionary<(Edge Right, Edge Left), int>> Distances = new(Measured);

    /// <inheritdoc/>
    public bool IsDone(CubeState position, Focus focus) =>
        position.Hold.ColorAt(Face.D) == focus.Base && GoodHold.Of(position, focus.Base)[0] is { Stands: true, HasCross: true };

    /// <inheritdoc/>
    public bool Stands(CubeState position, Focus focus) => GoodHold.Standing(position, focus.Base, withCross: true) is not null;

    /// <summary>The edges that come home in the part.</summary>
    public StageSight? Sight(CubeState before, CubeState now, CubeState after, Focus focus)
    {
        if (GoodHold.Standing(before, focus.Base) is not { } start) return null;
        var end = GoodHold.Of(after, focus.Base).First(h => h.Held.Hold == start.Held.Hold);
        Edge[] come = [.. new[] { Edge.DR, Edge.DL }.Where(e => end.IsHome(e) && !start.IsHome(e))];
        return come.Length == 0 ? null : StageSight.Of(now, come.Select(e => GoodNotes.Colors(start.Held, e)));
    }

    /// <summary>Turns of other faces than three.</summary>
    public int Unusual(Hold from, IReadOnlyList<Turn> turns) => OtherFaces(from, turns);

    /// <summary>How many turns are of faces in front and behind or below, whichever two lie across that are turned less.</summary>
    internal static int OtherFaces(Hold from, IReadOnlyList<Turn> turns)
    {
        var turned = FaceTurns.Turned(from, turns).ToLookup(c => from.FaceOf(c));
        int Of(params Face[] faces) => faces.Sum(f => turned[f].Count());
        return Of(Face.D) + Math.Min(Of(Face.F, Face.B), Of(Face.R, Face.L));
    }

    /// <inheritdoc/>
    public StagePlan Plan(CubeState position, Focus focus, CourseOptions options, CancellationToken cancel)
    {
        if (GoodHold.Standing(position, focus.Base) is not { } start) return new StagePlan([], [], false);
        return new StagePlan([Stop(position, Led(position, start, Ways(start), options)[0].Turns, focus, options, false)], [], false);
    }

    /// <inheritdoc/>
    public IReadOnlyList<IReadOnlyList<IReadOnlyList<Turn>>> Onward(CubeState position, Focus focus, CourseOptions options, int most,
        CancellationToken cancel) => GoodHold.Standing(position, focus.Base) is not { } start ? []
        : [.. Led(position, start, Ways(start), options).Take(most).Select(w => (IReadOnlyList<Turn>[])[w.Turns])];

    /// <inheritdoc/>
    public IReadOnlyList<WayGroup> Ways(CubeState position, Focus focus, CourseOptions options, int slack, CancellationToken cancel)
    {
        if (GoodHold.Standing(position, focus.Base) is not { HasCross: false } start) return [];
        var ways = Ways(start);
        return [new WayGroup("three", $"By three faces: {Words.Turns(ways[0].Count)}", [.. Led(position, start, ways, options)
            .Take(MostShown)])];
    }

    /// <inheritdoc/>
    public (CourseStop? Stop, StageRefusal? Refusal) Take(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options)
    {
        var written = string.Join(' ', turns);
        if (GoodHold.Standing(position, focus.Base) is null) return (null, GoodStartStage.NotGood(position, focus.Base));
        if (GoodHold.Standing(position.Apply(turns), focus.Base) is not { } end)
            return (null, new StageRefusal("breaks-solved", $"{written} does not leave the edges good and the line standing."));
        return !end.HasCross ? (null, new StageRefusal("solves-nothing", $"{written} does not bring both edges of the sides home."))
            : end.Rotation.Count > 0 ? (null, new StageRefusal("sides-not-in-front",
                $"{written} ends held otherwise: {focus.Base.Name()} belongs down, {end.Sides} in front and behind."))
            : (Stop(position, turns, focus, options, true), null);
    }

    /// <summary>The fewest turns of three faces, every such way; one empty one where the cross stands.</summary>
    internal static IReadOnlyList<IReadOnlyList<Turn>> Ways(GoodHold start)
    {
        var ways = new List<IReadOnlyList<Turn>>();
        Go((start.PlaceOf(Edge.DR), start.PlaceOf(Edge.DL)), []);
        return ways;

        void Go((Edge, Edge) at, Turn[] made)
        {
            if (Distances.Value[at] == 0) ways.Add(made);
            foreach (var turn in Three)
                if (Distances.Value[After(at, turn)] < Distances.Value[at]) Go(After(at, turn), [.. made, turn]);
        }
    }

    private static (Edge, Edge) After((Edge Right, Edge Left) at, Turn turn)
    {
        var from = TurnTable.Of(turn).EdgeFrom;
        return ((Edge)Array.IndexOf(from, (byte)at.Right), (Edge)Array.IndexOf(from, (byte)at.Left));
    }

    private static Dictionary<(Edge Right, Edge Left), int> Measured()
    {
        var (distances, queue) = (new Dictionary<(Edge, Edge), int> { [(Edge.DR, Edge.DL)] = 0 }, new Queue<(Edge, Edge)>());
        queue.Enqueue((Edge.DR, Edge.DL));
        while (queue.TryDequeue(out var at))
            foreach (var next in Three.Select(t => After(at, t)))
                if (distances.TryAdd(next, distances[at] + 1)) queue.Enqueue(next);
        return distances;
    }

    private static IReadOnlyList<StageWay> Led(CubeState position, GoodHold start, IReadOnlyList<IReadOnlyList<Turn>> ways,
        CourseOptions options) => [.. ways.Select(w => StageWay.Of(FaceTurns.Led(position.Hold, start.Rotation, w), options.Hands,
            "the cross stands")).OrderBy(w => FaceTurns.Cost(w, options)).ThenBy(w => string.Join(' ', w.Turns), StringComparer.Ordinal)];

    private static CourseStop Stop(CubeState position, IReadOnlyList<Turn> turns, Focus focus, CourseOptions options, bool isChosen)
    {
        Turn[] lead = [.. turns.TakeWhile(t => t.Kind == TurnKind.Rotation)];
        var (begun, faces) = (position.Apply(lead), HandModel.FaceTurns(turns.Skip(lead.Length)));
        var start = GoodHold.Of(begun, focus.Base).First(h => h.Stands);
        Edge[] open = [.. new[] { Edge.DR, Edge.DL }.Where(e => !start.IsHome(e))];
        var sight = StageSight.Of(begun, open.Select(e => GoodNotes.Colors(start.Held, e)));
        return new CourseStop(SidesStage.StageId, "sides of the cross", [focus.Base], "", "",
            $"{Words.Capital(string.Join("; ", sight.Pieces.Select(p => $"{p.Name} lies {p.Place}")))}.", turns,
            turns.Sum(t => Metric.Htm.Cost(t)), options.Hands.Measure(turns), "by U, R and L the edges stay good", "", null,
            GoodNotes.Of(begun, faces), faces, isChosen)
        { IsAsTurned = !isChosen };
    }
}
