using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>What a group of turns does on the way of corners by cycles.</summary>
public enum CornersDeed
{
    /// <summary>A part of the way is begun (<see cref="StageFact.Piece"/>) and is undone later.</summary>
    Opens,

    /// <summary>A part is undone.</summary>
    Closes,

    /// <summary>One part is undone and another begun by the same turn.</summary>
    Passes,

    /// <summary>A corner comes home, from a place to its own.</summary>
    Home,

    /// <summary>A corner that was home is elsewhere at the end.</summary>
    Taken,

    /// <summary>Turns that are told together, without parts.</summary>
    Turned,
}

/// <summary>Cycles of corners explained: part by part where the parts are known, else as a whole.</summary>
public static class CornersNotes
{
    /// <summary>Of a way whose parts are known: a note for each part, the last with what comes home.</summary>
    public static IReadOnlyList<StageNote> Of(CornersPosition start, CycleWay way)
    {
        var (open, notes, from) = (way.OpenAlong(), new List<StageNote>(), 0);
        for (var i = 1; i <= way.Turns.Count; i++)
        {
            // Turns that leave the same open are told together.
            if (i < way.Turns.Count && open[i].SequenceEqual(open[i + 1])) continue;
            var (was, now) = (from == 0 ? [] : open[from], open[i]);
            CyclePart[] opened = [.. now.Except(was)], closed = [.. was.Except(now)];
            List<StageFact> facts = [.. opened.Select(p => new StageFact(Words.Code(CornersDeed.Opens), Name(p))),
                .. closed.Select(p => new StageFact(Words.Code(CornersDeed.Closes), Name(p)))];
            if (facts.Count == 0) facts.Add(new StageFact(Words.Code(CornersDeed.Passes)));
            string[] said = [.. closed.Select(p => $"{Name(p)} undone"), .. opened.Select(p => $"{Name(p)}, undone later")];
            notes.Add(new StageNote(from, i, facts, $"{Words.Capital(Words.Join(said.Length > 0 ? said : ["on the way"]))}.",
                NoteTone.Plain, []));
            from = i;
        }

        return End(start, notes, way.Turns);
    }

    /// <summary>Of any turns of faces, named as the start is held: what comes home at the end.</summary>
    public static IReadOnlyList<StageNote> Of(CornersPosition start, IReadOnlyList<Turn> faces) => faces.Count == 0 ? [] : End(start,
        [new StageNote(0, faces.Count, [new StageFact(Words.Code(CornersDeed.Turned))], "", NoteTone.Plain, [])], faces);

    private static string Name(CyclePart part) => part switch
    {
        CyclePart.Setup => "set-up",
        CyclePart.A => "first part",
        _ => "second part",
    };

    /// <summary>The corners that come home by turns, and those that were home and are not after them.</summary>
    public static (IReadOnlyList<CornerTravel> Home, IReadOnlyList<Corner> Taken) Ends(CornersPosition start, IEnumerable<Turn> faces)
    {
        var (before, after) = (start.Held.AsHeld(), start.Held.Apply(faces).AsHeld());
        var (home, taken) = (new List<CornerTravel>(), new List<Corner>());
        foreach (var corner in Enumerable.Range(0, 8).Select(c => (Corner)c))
        {
            var (was, now) = (Stands(before, corner), Stands(after, corner));
            if (now && !was)
                home.Add(new CornerTravel(corner, Enumerable.Range(0, 8).Select(p => (Corner)p).First(p => before.CornerAt(p) == corner)));
            if (was && !now) taken.Add(corner);
        }

        return (home, taken);

        static bool Stands(CubeState state, Corner corner) => state.CornerAt(corner) == corner && state.TwistAt(corner) == 0;
    }

    private static List<StageNote> End(CornersPosition start, List<StageNote> notes, IReadOnlyList<Turn> faces)
    {
        var (home, taken) = Ends(start, faces);
        var last = notes[^1];
        string[] said = [.. last.Words.Length > 0 ? [last.Words.TrimEnd('.')] : (string[])[],
            .. home.Select(h => $"{start.Named(h.Corner)} {h.Words}"),
            .. taken.Select(t => $"{start.Named(t)} leaves its place")];
        notes[^1] = last with
        {
            Facts = [.. last.Facts,
                .. home.Select(h => new StageFact(Words.Code(CornersDeed.Home), start.Named(h.Corner), $"{h.From}", $"{h.Corner}")),
                .. taken.Select(t => new StageFact(Words.Code(CornersDeed.Taken), start.Named(t), $"{t}"))],
            Words = $"{Words.Capital(string.Join("; ", said.Length > 0 ? said : ["no corner comes home"]))}.",
            Tone = home.Count > taken.Count ? NoteTone.Good : NoteTone.Plain,
            Marks = home.Count > 0 ? start.Colors(home[0].Corner) : [],
        };
        return notes;
    }
}
