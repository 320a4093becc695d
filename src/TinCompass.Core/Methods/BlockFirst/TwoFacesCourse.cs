using TinCompass.Core.Cube;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.BlockFirst;

/// <summary>
/// The rest by two faces as stops of a course: to where these can, if need be; the last block; the last layer. Each by the fewest turns.
/// </summary>
public sealed class TwoFacesCourse(BlockTools tools) : ICourseStage
{
    private const int MostShown = 6;

    /// <summary>The last block at the right: what the two faces bring home first.</summary>
    private static PieceSet Right(OpenPosition open, Color color) => BuiltBlock.Long
        .First(b => b.IsOn(color) && b.IsOn(open.Block.Beside(color).Opposite())).Pieces.Without(open.Block.Pieces);

    /// <inheritdoc/>
    public bool IsDone(CubeState position, Focus focus) => position.Hold.ColorAt(Face.D) == focus.Base && position.IsSolved;

    /// <inheritdoc/>
    public bool Stands(CubeState position, Focus focus) => position.IsSolved;

    /// <summary>Turns of other faces than the two that are turned most.</summary>
    public int Unusual(Hold from, IReadOnlyList<Turn> turns) =>
        FaceTurns.Turned(from, turns).GroupBy(c => c).Select(g => g.Count()).OrderDescending().Skip(2).Sum();

    /// <summary>The pieces of the last block that come home in the part.</summary>
    public StageSight? Sight(CubeState before, CubeState now, CubeState after, Focus focus)
    {
        if (OpenPosition.Of(before, focus.Base) is not [var open, ..]) return null;
        var come = PieceSet.Home(after).Without(PieceSet.Home(before)).And(Right(open, focus.Base));
        return come.IsEmpty ? null : StageSight.Of(now, come.Colors);
    }

    /// <summary>The position with no bad edge; where there are several the one from which two faces can.</summary>
    internal static OpenPosition? Read(CubeState position, Color color) => OpenPosition.Of(position, color)
        .Where(o => o.Bad == 0).OrderByDescending(o => TwoFaces.All.CanSolve(o.Named)).FirstOrDefault();

    /// <summary>The turns of each stop as they are named with the open faces up and right; what has nothing to turn is left out.</summary>
    internal IReadOnlyList<(string Title, IReadOnlyList<Turn> Turns)> Steps(OpenPosition open, CancellationToken cancel)
    {
        var (steps, state) = (new List<(string, IReadOnlyList<Turn>)>(), open.Named);
        if (!TwoFaces.All.CanSolve(state))
        {
            // Of those that are as short the one after which the last block is nearest.
            Add("to two faces", tools.BadEdges().FindTwoFaces(state, cancel).MinBy(w => LastBlock.Solve(state.Apply(w)).Count)!);
        }

        if (LastBlock.Solve(state) is { Count: > 0 } block) Add("last block", block);
        if (TwoFaces.All.Solve(state, cancel) is { Count: > 0 } rest) Add("last layer", rest);
        return steps;

        void Add(string title, IReadOnlyList<Turn> turns)
        {
            steps.Add((title, turns));
            state = state.Apply(turns);
        }
    }

    /// <inheritdoc/>
    public StagePlan Plan(CubeState position, Focus focus, CourseOptions options, CancellationToken cancel)
    {
        if (Read(position, focus.Base) is not { } open) return new StagePlan([], [], false);
        var (stops, state) = (new List<CourseStop>(), position);
        foreach (var (_, turns) in Steps(open, cancel))
        {
            IReadOnlyList<Turn> made = [.. FaceTurns.Between(state.Hold, open.Held.Hold), .. turns];
            stops.Add(Stop(state, focus, open, made, options, false));
            state = state.Apply(made);
        }

        if (stops.Count == 0 && BlockTools.Lead(position, focus.Base) is { Count: > 0 } down)
            stops.Add(Stop(position, focus, open, down, options, false));
        return new StagePlan(stops, [], false);
    }

    /// <inheritdoc/>
    public IReadOnlyList<WayGroup> Ways(CubeState position, Focus focus, CourseOptions options, int slack, CancellationToken cancel)
    {
        if (position.IsSolved || Read(position, focus.Base) is not { } open) return [];
        if (!TwoFaces.All.CanSolve(open.Named))
        {
            var ways = tools.BadEdges().FindTwoFaces(open.Named, cancel);
            return [new WayGroup("reach", $"To where two faces can: {Words.Turns(ways[0].Count)}, no fewer", [.. ways.Take(4 * MostShown)
                .Select(w => StageWay.Of([.. open.Rotation, .. w], options.Hands, "then two faces are enough"))
                .OrderBy(w => FaceTurns.Cost(w, options)).Take(MostShown)])];
        }

        var (block, all) = (LastBlock.Solve(open.Named), TwoFaces.All.Solve(open.Named, cancel)!);
        return
        [
            .. block.Count == 0 ? [] : (WayGroup[])[new WayGroup("block", $"The last block: {Words.Turns(block.Count)}, no fewer",
                [StageWay.Of([.. open.Rotation, .. block], options.Hands, "the last block stands")])],
            new WayGroup("all", $"All of it by two faces: {Words.Turns(all.Count)}, no fewer",
                [StageWay.Of([.. open.Rotation, .. all], options.Hands, "solved")]),
        ];
    }

    /// <inheritdoc/>
    public (CourseStop? Stop, StageRefusal? Refusal) Take(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options)
    {
        var (end, written) = (position.Apply(turns), string.Join(' ', turns));
        if (Read(position, focus.Base) is not { } before) return (null, TwoFacesStage.NotGood(position, focus.Base));
        if (Read(end, focus.Base) is not { } after)
            return (null, new StageRefusal("breaks-solved",
                $"{written} does not leave the block with all edges good: {TwoFacesStage.NotGood(end, focus.Base).Message}"));
        if (Left(after, focus.Base) >= Left(before, focus.Base) && !(position.IsSolved && end.Hold.ColorAt(Face.D) == focus.Base))
            return (null, new StageRefusal("solves-nothing",
                $"{written} finishes no step: {Named(Left(after, focus.Base))} is next, as before."));
        return (Stop(position, focus, before, turns, options, true), null);
    }

    /// <summary>Which step is next: 3 to where two faces can, 2 the last block, 1 the last layer, 0 none.</summary>
    private static int Left(OpenPosition open, Color color) => open.Held.IsSolved ? 0 : !TwoFaces.All.CanSolve(open.Named) ? 3
        : PieceSet.Home(open.Held).Has(Right(open, color)) ? 1 : 2;

    private static string Named(int left) => left switch { 3 => "to two faces", 2 => "last block", _ => "last layer" };

    private static CourseStop Stop(CubeState position, Focus focus, OpenPosition open, IReadOnlyList<Turn> turns, CourseOptions options,
        bool isChosen)
    {
        var (was, end) = (Read(position, focus.Base)!, Read(position.Apply(turns), focus.Base)!);
        var left = Left(was, focus.Base);
        var missing = Right(was, focus.Base).Without(PieceSet.Home(position)).Names;
        var stand = left switch
        {
            3 => "Two faces cannot bring the corners into their order from here.",
            2 => $"{Words.Capital(Words.Join(missing))} {(missing.Count == 1 ? "is" : "are")} missing of the last block.",
            1 => "The last layer is left, its edges all good.",
            _ => "",
        };
        var faces = turns.Where(t => t.Kind == TurnKind.Face).Select(t => t.Face).Distinct().Count();
        var way = end.Held.IsSolved ? "solved" : faces <= 2 ? "two faces" : Words.Turns(turns.Count(t => t.Kind != TurnKind.Rotation));
        return BlockTools.Stop(TwoFacesStage.StageId, Named(left), [.. Right(open, focus.Base).Colors[0]], stand, position, turns, options,
            way, left == 3 ? "two faces reach one in six orders of the corners" : "",
            (start, made) => Notes(start, made, focus.Base), isChosen);
    }

    /// <summary>Which pieces of the last block come home by turns of faces, and where all is solved.</summary>
    internal static IReadOnlyList<StageNote> Notes(CubeState position, IReadOnlyList<Turn> faces, Color color)
    {
        if (OpenPosition.AsHeld(position, color) is not { } open) return [];
        var wanted = Right(open, color);
        // Where the last block stands already it is lent turn after turn: what comes of the top is told at the end.
        return PieceSet.Home(position).Has(wanted) && faces.Count > 0
            ? [BlockNotes.Of(position, position.Apply(faces), PieceSet.All, 0, faces.Count, faces)]
            : BlockNotes.Of(position, faces, wanted);
    }
}
