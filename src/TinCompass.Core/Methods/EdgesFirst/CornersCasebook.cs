using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>The casebook of corner series: the last three corners on top, by set-up and series.</summary>
public sealed class CornersCasebook : ICasebook
{
    private const string View = "top";
    private const int Shown = 8;

    private readonly System.Collections.Concurrent.ConcurrentDictionary<(string Case, HandPreferences Hands), CaseSheet> sheets = new();

    /// <inheritdoc/>
    public string Title => "Corner series";

    /// <inheritdoc/>
    public string Note => "The last three corners on top, the one behind at the left home; where their top colour looks is told " +
        "from front-right over back-right to front-left. Each way is written [S: [A, B]]: S, A and B are undone in the order A, B, S.";

    /// <inheritdoc/>
    public string Drill => $"{CornersStage.StageId}.last-three";

    /// <inheritdoc/>
    public IReadOnlyList<StageCase> Cases { get; } = [.. CornerSeries.All.Select(c => new StageCase(c.Id, c.Title, Words.Code(c.Looks),
        CornerSeries.Name(c.Looks), $"They go home {c.Title.Split(';')[0]}, seen from above: {c.Cycle}.", null))];

    /// <inheritdoc/>
    public IReadOnlyList<CaseView> Views { get; } = [new(View, "home behind at the left")];

    /// <inheritdoc/>
    public string SchoolsTitle => "Beside it";

    /// <inheritdoc/>
    public IReadOnlyList<(string Id, string Title)> Schools { get; } = [("series", "set-up and series"), ("any", "fewest turns")];

    /// <inheritdoc/>
    public StageCase? Find(string? id) => Cases.FirstOrDefault(c => c.Id == id);

    /// <inheritdoc/>
    public CaseSheet Sheet(StageCase stageCase, CaseView view, HandModel hands) =>
        sheets.GetOrAdd((stageCase.Id, hands.Preferences), _ => Work(CornerSeries.Find(stageCase.Id)!, hands));

    private static CaseSheet Work(CornerSeriesCase c, HandModel hands)
    {
        var start = CornersPosition.Of(c.Position, c.Position.Hold.ColorAt(Face.D))!;
        var (least, ways) = (LeastCycles.All.Of(c.Cycle), CycleFinder.Ranked(c.Cycle, Metric.Htm, 1, hands));
        ExplainedSolution[] shown = [.. ways.Take(Shown).Select(w => Explained(w.Way.Turns, $"{w.Way}", CornersNotes.Of(start, w.Way)))];
        return new CaseSheet(c.Position, null, least.Count, 0, shown,
            [new SchoolSolution("series", "set-up and series", shown[0], null),
                new SchoolSolution("any", "fewest turns", Explained(least, "fewest turns", CornersNotes.Of(start, least)), null)]);

        ExplainedSolution Explained(IReadOnlyList<Turn> turns, string way, IReadOnlyList<StageNote> notes)
        {
            var reading = hands.Read(turns);
            return new ExplainedSolution(new StageSolution(Hold.Scramble, turns, turns, reading?.Time, reading?.Regrips ?? 0), "", way,
                notes);
        }
    }

    /// <inheritdoc/>
    public CaseTrial Trial(StageCase stageCase, CaseView view, IReadOnlyList<Turn> turns)
    {
        var end = CornerSeries.Find(stageCase.Id)!.Position.Apply(turns);
        if (end.IsSolved) return CaseTrial.Solves;
        return new CaseTrial(EdgesHome.Of(end) != EdgeSet.Every ? CornersStage.EdgesOpen(end) : new StageRefusal("not-finished",
            "That sequence does not bring the corners home."));
    }
}
