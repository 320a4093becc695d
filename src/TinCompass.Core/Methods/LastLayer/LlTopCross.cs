using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>What the turns of a top cross by one burst do, as codes of facts.</summary>
public enum TopCrossDeed
{
    /// <summary>The top is turned so that what it shows lies as the burst takes it.</summary>
    Lays,

    /// <summary>The front face opens the top for the burst.</summary>
    Opens,

    /// <summary>The burst, so often now: taken back to the top it would show this.</summary>
    Burst,

    /// <summary>The front face closes: the top shows this.</summary>
    Closes,
}

/// <summary>
/// The top cross as it is taught with one burst: the front face, then right up, top, right down, top back, once or twice, then the front
/// face back. Once makes a line the cross, twice a corner of two, and nothing on top takes one of each.
/// </summary>
public static class LlTopCross
{
    private const string Title = "the top cross by one burst";

    private static readonly Turn[] Burst = [Turn.Of(Face.R, 1), Turn.Of(Face.U, 1), Turn.Of(Face.R, 3), Turn.Of(Face.U, 3)];

    private static readonly Turn Open = Turn.Of(Face.F, 1);

    /// <summary>How often the burst may be made in one part, and how many parts one looks for.</summary>
    private const int MostTimes = 2, MostParts = 2;

    /// <summary>
    /// The way from a position whose first two layers stand, the base down, told burst by burst; null where the cross stands.
    /// </summary>
    public static SchoolSolution? Of(CubeState position, HandModel hands)
    {
        if (LlState.Of(position) is not { Flips: not 0 }) return null;
        var (turns, notes) = Ways(position, MostParts).OrderBy(w => w.Turns.Count).First();
        var reading = hands.Read(turns);
        return new SchoolSolution("burst", Title, new ExplainedSolution(
            new StageSolution(Hold.Scramble, turns, turns, reading?.Time, reading?.Regrips ?? 0), "burst", Title, notes), null);
    }

    private static IEnumerable<(IReadOnlyList<Turn> Turns, IReadOnlyList<StageNote> Notes)> Ways(CubeState position, int parts)
    {
        if (LlState.Of(position)!.Value.Flips == 0) yield return ([], []);
        else if (parts > 0)
            for (var top = 0; top < 4; top++)
                for (var times = 1; times <= MostTimes; times++)
                {
                    var (turns, notes, end) = Part(position, top, times);
                    foreach (var (rest, told) in Ways(end, parts - 1))
                        yield return ([.. turns, .. rest],
                            [.. notes, .. told.Select(n => n with { From = n.From + turns.Count, To = n.To + turns.Count })]);
                }
    }

    private static (List<Turn> Turns, List<StageNote> Notes, CubeState End) Part(CubeState position, int top, int times)
    {
        var (turns, notes) = (new List<Turn>(), new List<StageNote>());
        if (top > 0) Add([Turn.Of(Face.U, top)], TopCrossDeed.Lays, null, "", "turns the top, so that what it shows lies for the burst");
        Add([Open], TopCrossDeed.Opens, null, "", "opens the top in front");
        for (var made = 1; made <= times; made++)
        {
            var shows = Shown(position.Apply(turns).Apply(Burst).Apply([Open.Inverse]));
            Add(Burst, TopCrossDeed.Burst, made, shows, $"the burst{(made > 1 ? " again" : "")}: closed now, the top would show {shows}");
        }

        var end = Shown(position.Apply(turns).Apply([Open.Inverse]));
        Add([Open.Inverse], TopCrossDeed.Closes, null, end, end == Cross ? "closes: the cross stands" : $"closes: the top shows {end}");
        return (turns, notes, position.Apply(turns));

        void Add(IReadOnlyList<Turn> made, TopCrossDeed deed, int? number, string shows, string words)
        {
            var from = turns.Count;
            turns.AddRange(made);
            var fact = new StageFact(Words.Code(deed), To: shows.Length > 0 ? shows : null, Number: number);
            notes.Add(new StageNote(from, turns.Count, [fact],
                $"{Words.Capital(words)}.", shows == Cross && deed == TopCrossDeed.Closes ? NoteTone.Good : NoteTone.Plain, []));
        }
    }

    private const string Cross = "the cross";

    /// <summary>What the edges of the top that look up make: "a line".</summary>
    private static string Shown(CubeState held)
    {
        var state = LlState.Of(held)!.Value;
        int[] up = [.. LlState.Quarters.Where(place => state.FlipAt(place) == 0)];
        return up.Length switch { 4 => Cross, 0 => "the centre alone", _ => (up[1] - up[0]) % 2 == 0 ? "a line" : "a corner of two" };
    }
}
