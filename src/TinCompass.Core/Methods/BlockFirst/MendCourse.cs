using TinCompass.Core.Cube;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.BlockFirst;

/// <summary>Bad edges mended as stops of a course: two at a time by three turns, the block standing.</summary>
public sealed class MendCourse(BlockTools tools) : ICourseStage
{
    private const int MostShown = 8;

    /// <inheritdoc/>
    public bool IsDone(CubeState position, Focus focus) => position.Hold.ColorAt(Face.D) == focus.Base && Stands(position, focus);

    /// <inheritdoc/>
    public bool Stands(CubeState position, Focus focus) => OpenPosition.Of(position, focus.Base) is [{ Bad: 0 }, ..];

    /// <summary>How many are bad.</summary>
    public StageSight? Sight(CubeState before, CubeState now, CubeState after, Focus focus) =>
        OpenPosition.Of(now, focus.Base) is [var open, ..] ? new StageSight([], Say(open)) : null;

    private static string Say(OpenPosition open) => open.Count == 0 ? "No edge is bad."
        : $"{open.Count} edges are bad: {Words.Join(open.BadNames)}.";

    /// <inheritdoc/>
    public StagePlan Plan(CubeState position, Focus focus, CourseOptions options, CancellationToken cancel)
    {
        if (OpenPosition.Of(position, focus.Base) is not [var open, ..]) return new StagePlan([], [], false);
        var (stops, state, turns) = (new List<CourseStop>(), position, new List<Turn>());
        foreach (var step in open.School)
        {
            turns.AddRange(step.Turns);
            if (step.Mended.Count == 0) continue;
            var lead = FaceTurns.Between(state.Hold, open.Held.Hold);
            var made = FaceTurns.Led(state.Hold, lead, FaceTurns.Made(turns, options));
            stops.Add(Stop(state, focus, made, options, stops.Count > 0 ? "" : $"three turns {Times(BadEdges.Mends(open.Bad))}, no fewer",
                false));
            state = state.Apply(made);
            turns.Clear();
        }

        // The base may have to come down at the end.
        if (stops.Count == 0 && BlockTools.Lead(position, focus.Base) is { Count: > 0 } down)
            stops.Add(Stop(position, focus, down, options, "", false));
        return new StagePlan(stops, [], false);
    }

    private static string Times(int count) => count switch { 1 => "once", 2 => "twice", _ => $"{count} times" };

    /// <inheritdoc/>
    public IReadOnlyList<WayGroup> Ways(CubeState position, Focus focus, CourseOptions options, int slack, CancellationToken cancel)
    {
        if (OpenPosition.Of(position, focus.Base) is not [var open, ..] || open.Bad == 0) return [];
        var shortest = tools.BadEdges().Find(open.Named, withBlock: true, cancel);
        var next = new List<Turn>();
        foreach (var step in open.School)
        {
            next.AddRange(step.Turns);
            if (step.Mended.Count > 0) break;
        }

        Turn[] whole = [.. open.School.SelectMany(s => s.Turns)];
        return
        [
            new WayGroup("three", "Two by three turns", [FaceTurns.Way(position.Hold, open.Rotation, next, options,
                next.Count == whole.Length ? "no edge is bad after it"
                    : $"then {Words.Turns(whole.Length - next.Count)} in the same way")]),
            .. next.Count == whole.Length ? [] : (WayGroup[])[new WayGroup("all", $"All of it so: {Words.Turns(whole.Length)}",
                [FaceTurns.Way(position.Hold, open.Rotation, whole, options, "no edge is bad after it")])],
            new WayGroup("fewest",
                $"All at once: {Words.Turns(shortest[0].Count)}, {BlockTools.Count(shortest.Count)}",
                [.. shortest.Take(2 * MostShown).Select(w => FaceTurns.Way(position.Hold, open.Rotation, w, options,
                    "no edge is bad after it"))
                    .OrderBy(w => FaceTurns.Cost(w, options)).Take(MostShown)]),
        ];
    }

    /// <inheritdoc/>
    public (CourseStop? Stop, StageRefusal? Refusal) Take(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options)
    {
        var (end, written) = (position.Apply(turns), string.Join(' ', turns));
        if (OpenPosition.Of(position, focus.Base) is not [var before, ..]) return (null, MendStage.NoBlock(focus.Base));
        if (OpenPosition.Of(end, focus.Base) is not [var after, ..])
            return (null, new StageRefusal("breaks-solved", $"{written} does not leave the block 2x2x3."));
        var (was, now) = (BadEdges.Mends(before.Bad), BadEdges.Mends(after.Bad));
        if (now >= was && !(was == 0 && end.Hold.ColorAt(Face.D) == focus.Base))
            return (null, new StageRefusal("solves-nothing",
                $"{written} leads no nearer: {after.Count} edges are bad after it, {before.Count} were."));
        return (Stop(position, focus, turns, options, "", true), null);
    }

    private static CourseStop Stop(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options, string why,
        bool isChosen)
    {
        // Where two blocks stand, the one that lies as the cube is held is meant, unless another one is done with.
        var before = OpenPosition.AsHeld(position.Apply(turns.TakeWhile(t => t.Kind == TurnKind.Rotation)), focus.Base)!;
        var ends = OpenPosition.Of(position.Apply(turns), focus.Base);
        var after = ends[0].Bad == 0 ? ends[0] : ends.FirstOrDefault(o => o.Block == before.Block) ?? ends[0];
        return BlockTools.Stop(MendStage.StageId, after.Count == 0 ? "edges good" : $"{after.Count} bad left",
            before.Block.Colors, Say(before), position, turns, options,
            $"{before.Count} bad before, {after.Count} after", why, (start, faces) => Notes(start, faces, focus.Base), isChosen);
    }

    /// <summary>What turns of faces do: three turns that mend are one group, any other turn stands by itself.</summary>
    internal static IReadOnlyList<StageNote> Notes(CubeState position, IReadOnlyList<Turn> faces, Color color)
    {
        if (OpenPosition.AsHeld(position, color) is not { } start) return [];
        // Named with the open faces up and right.
        var seen = FaceTurns.Renamed(faces, position.Hold, start.Held.Hold);
        var (notes, now) = (new List<StageNote>(), start);
        for (var from = 0; from < faces.Count;)
        {
            var isThree = from + 3 <= faces.Count && seen[from].Letter is 'F' or 'B' && seen[from + 1].Letter == 'U'
                && seen[from + 2] == seen[from].Inverse;
            var to = from + (isThree ? 3 : 1);
            var after = now with { Held = now.Held.Apply(seen.Skip(from).Take(to - from)) };
            string[] mended = [.. now.BadNames.Except(after.BadNames)];
            StageFact[] facts = mended.Length == 0 ? [new StageFact(Words.Code(BlockDeed.Bad), Number: after.Count)]
                : [.. mended.Select(m => new StageFact(Words.Code(BlockDeed.Mended), m, Number: after.Count))];
            var did = mended.Length > 0 ? $"{Words.Join(mended)} {(mended.Length == 1 ? "is" : "are")} good now"
                : isThree ? "mends none" : $"turns {faces[from].Letter}";
            notes.Add(new StageNote(from, to, facts, $"{Words.Capital(did)}: {(after.Count == 0 ? "none is" : $"{after.Count} are")} bad.",
                after.Count < now.Count ? NoteTone.Good : NoteTone.Plain, []));
            (now, from) = (after, to);
        }

        return notes;
    }
}
