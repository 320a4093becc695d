using TinCompass.Core.Cube;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>What a group of turns does to the edges.</summary>
public enum EdgesDeed
{
    /// <summary>
    /// A series: brings an edge (<see cref="StageFact.Piece"/>) from over the face that goes first into the column, or elsewhere.
    /// </summary>
    Series,

    /// <summary>The top brings an edge over the face that goes first.</summary>
    Over,

    /// <summary>An edge comes home and stays.</summary>
    Home,

    /// <summary>An edge that was home is lent.</summary>
    Lent,

    /// <summary>The top is turned; by so many quarters (<see cref="StageFact.Number"/>) where it is one with the end of a series.</summary>
    SetsTop,

    /// <summary>A turn of another kind.</summary>
    Other,
}

/// <summary>
/// Turns of faces followed from a position with the base down, in groups: a series is one, everything else stands by itself.
/// </summary>
public sealed class EdgesTrace
{
    private static readonly Dictionary<string, EdgeSeries> Known = [];

    static EdgesTrace()
    {
        foreach (var corner in Pieces.CornerFaces)
            foreach (var series in EdgeSeries.Around(corner[0], corner[1], corner[2]))
                Known[series.ToString()] = series;
    }

    /// <summary>Follows them; the position must be held with its base down.</summary>
    public EdgesTrace(EdgesPosition start, IReadOnlyList<Turn> faces)
    {
        (Start, Turns) = (start, faces);
        var (notes, set) = (new List<StageNote>(), start.Set);
        for (var from = 0; from < faces.Count;)
        {
            var made = SeriesAt(from);
            var to = from + (made is null ? 1 : made.Value.Series.Turns.Count);
            var after = set.After(faces.Skip(from).Take(to - from));
            notes.Add(Note(from, to, set, after, made));
            (from, set) = (to, after);
        }

        (Groups, End) = (notes, set);
    }

    /// <summary>What turns of faces do; nothing where the base is not down.</summary>
    public static IReadOnlyList<StageNote> Notes(CubeState position, IReadOnlyList<Turn> faces, Color color) =>
        position.Hold.ColorAt(Face.D) == color ? new EdgesTrace(EdgesPosition.Holds(position, color)[0], faces).Groups : [];

    /// <summary>Where it begins.</summary>
    public EdgesPosition Start { get; }

    /// <summary>Turns of faces, named in the hold of the start.</summary>
    public IReadOnlyList<Turn> Turns { get; }

    /// <summary>Group by group.</summary>
    public IReadOnlyList<StageNote> Groups { get; }

    /// <summary>Where the edges lie at the end.</summary>
    public EdgeSet End { get; }

    /// <summary>
    /// The series that begins with a turn, with the turns of the top (in quarters) that are one with its first and with its last; null when
    /// none does.
    /// </summary>
    private (EdgeSeries Series, int Top, int After)? SeriesAt(int from)
    {
        if (from + 4 > Turns.Count) return null;
        Turn[] four = [.. Turns.Skip(from).Take(4)];
        if (Known.GetValueOrDefault(string.Join(' ', four)) is { } series) return (series, 0, 0);
        foreach (var known in Known.Values)
        {
            if (four[0].Letter == 'U' && known.Turns[0].Letter == 'U' && four.Skip(1).SequenceEqual(known.Turns.Skip(1)))
                return (known, (four[0].Quarters - known.Turns[0].Quarters + 4) % 4, 0);
            if (four[3].Letter == 'U' && known.Turns[3].Letter == 'U' && four.Take(3).SequenceEqual(known.Turns.Take(3)))
                return (known, 0, (four[3].Quarters - known.Turns[3].Quarters + 4) % 4);
        }

        return null;
    }

    private StageNote Note(int from, int to, EdgeSet before, EdgeSet after, (EdgeSeries Series, int Top, int After)? made)
    {
        var (facts, words) = (new List<StageFact>(), new List<string>());
        // Edges of the base are home as a rule and only lent; what is on top is home when all else is.
        var home = Each.Where(e => !before.IsHome(e) && after.IsHome(e)).ToArray();
        var lent = Each.Where(e => before.IsHome(e) && !after.IsHome(e)).ToArray();
        if (made is var (series, top, more))
        {
            var set = top == 0 ? before : before.After(Turn.Of(Face.U, top).Index);
            if (top > 0) Over(set, series);
            var edge = Each.First(e => EdgeStickers.Place(set[e]) == series.From);
            facts.Add(new StageFact(Words.Code(EdgesDeed.Series), Start.Named(edge), $"{series.From}", $"{series.Column}"));
            words.Add(EdgesWords.Say(Start, set, series).TrimEnd('.'));
            if (more > 0)
            {
                facts.Add(new StageFact(Words.Code(EdgesDeed.SetsTop), Number: more));
                words.Add("then the top is turned");
            }
        }
        else if (Turns[from].Letter == 'U' && SeriesAt(to) is var (next, turned, _) && turned == 0) Over(after, next);
        else
        {
            facts.Add(new StageFact(Words.Code(Turns[from].Letter == 'U' ? EdgesDeed.SetsTop : EdgesDeed.Other)));
            if (home.Length + lent.Length == 0) words.Add(Turns[from].Letter == 'U' ? "Turns the top" : $"Turns {Turns[from].Letter}");
        }

        foreach (var edge in home) facts.Add(new StageFact(Words.Code(EdgesDeed.Home), Start.Named(edge)));
        foreach (var edge in lent) facts.Add(new StageFact(Words.Code(EdgesDeed.Lent), Start.Named(edge)));
        if (home.Length > 0) words.Add($"{Words.Join(home.Select(Start.Named))} {(home.Length == 1 ? "comes" : "come")} home");
        if (lent.Length > 0) words.Add($"{Words.Join(lent.Select(Start.Named))} {(lent.Length == 1 ? "leaves its place" : "leave home")}");
        return new StageNote(from, to, facts, $"{Words.Capital(string.Join("; ", words))}.",
            home.Length > lent.Length ? NoteTone.Good : NoteTone.Plain, home is [var one, ..] ? Start.Colors(one) : []);

        void Over(EdgeSet set, EdgeSeries next)
        {
            var edge = Each.First(e => EdgeStickers.Place(set[e]) == next.From);
            facts.Add(new StageFact(Words.Code(EdgesDeed.Over), Start.Named(edge), $"{EdgeStickers.Place(before[edge])}", $"{next.From}"));
            words.Add($"{Start.Named(edge)} comes over {next.First}, the face that goes first");
        }
    }

    private static IEnumerable<Edge> Each => Enumerable.Range(0, 12).Select(e => (Edge)e);
}
