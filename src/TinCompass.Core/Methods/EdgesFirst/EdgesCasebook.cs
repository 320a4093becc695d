using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>The casebook of the last edges: three around the working place, drawn with it at the front and right and yellow down.</summary>
public sealed class EdgesCasebook : ICasebook
{
    private const string View = "FR";

    private static readonly KnownPieces Edges = new(Faces.AllColors, []);

    /// <inheritdoc/>
    public string Title => "Endings of the edges";

    /// <inheritdoc/>
    public string Note => "The last three edges around the working place at the front and right, all others home; corners do not matter. " +
        "First the school's way, then the fewest turns of any kind.";

    /// <inheritdoc/>
    public string Drill => $"{LastFiveStage.StageId}.finish";

    /// <inheritdoc/>
    public IReadOnlyList<StageCase> Cases { get; } = [.. EdgesEndings.All.Select(c =>
        new StageCase(c.Id, c.Title, Words.Code(c.Ending), Words.Capital(EdgesWords.Name(c.Ending)), EdgesWords.Say(c.Ending), null))];

    /// <inheritdoc/>
    public IReadOnlyList<CaseView> Views { get; } = [new(View, "working place front-right")];

    /// <inheritdoc/>
    public string SchoolsTitle => "By series";

    /// <inheritdoc/>
    public IReadOnlyList<(string Id, string Title)> Schools { get; } = [("six", "All six"), ("one", "One alone")];

    /// <inheritdoc/>
    public StageCase? Find(string? id) => Cases.FirstOrDefault(c => c.Id == id);

    /// <inheritdoc/>
    public CaseSheet Sheet(StageCase stageCase, CaseView view, HandModel hands)
    {
        var (set, position) = (EdgesEndings.Find(stageCase.Id)!.Set, Position(stageCase));
        var least = EdgeSearch.For(EdgeSet.Every).Find(set, CancellationToken.None);
        ExplainedSolution six = Explained(Made(LastFive.Usual), Series(LastFive.Usual)),
            one = Explained(Made(LastFive.OfOneSeries), Series(LastFive.OfOneSeries));
        return new CaseSheet(position, Edges, least.Count, 0,
            six.Solution.Length == least.Count ? [six] : [six, Explained(least, "the fewest turns")],
            [new SchoolSolution("six", Schools[0].Title, six, null), new SchoolSolution("one", Schools[1].Title, one, null)]);

        Turn[] Made(LastFive school) => [.. school.Stops(set).SelectMany(s => s)];

        string Series(LastFive school) => school.Series(set) is > 1 and var count ? $"{count} series" : "one series";

        // Where two series meet in one face it turns once.
        ExplainedSolution Explained(IReadOnlyList<Turn> turns, string way)
        {
            var made = new Algorithm(turns).Cancelled().Turns;
            var reading = hands.Read(made);
            return new ExplainedSolution(new StageSolution(Hold.Scramble, made, made, reading?.Time, reading?.Regrips ?? 0), "", way,
                new EdgesTrace(EdgesPosition.Holds(position, Color.Yellow)[0], made).Groups);
        }
    }

    /// <inheritdoc/>
    public CaseTrial Trial(StageCase stageCase, CaseView view, IReadOnlyList<Turn> turns)
    {
        var start = Position(stageCase);
        for (var quarters = 0; quarters < 4; quarters++)
        {
            var state = quarters == 0 ? start : start.Apply(Turn.Of(Face.U, quarters));
            if (EdgesHome.Of(state.Apply(turns)) == EdgeSet.Every) return CaseTrial.Solves;
        }

        var away = EdgesHome.Names(EdgeSet.Every & ~EdgesHome.Of(start.Apply(turns)));
        return new CaseTrial(new StageRefusal("not-finished",
            $"That sequence does not bring the edges home: {Words.Join(away)} {(away.Count == 1 ? "is" : "are")} not."));
    }

    /// <summary>A whole position in the scramble hold: the edges brought there by series from the solved cube.</summary>
    private static CubeState Position(StageCase stageCase) => CubeState.Solved.Apply(
        LastFive.Usual.Way(EdgesEndings.Find(stageCase.Id)!.Set).SelectMany(s => s.Turns).Reverse().Select(t => t.Inverse));
}
