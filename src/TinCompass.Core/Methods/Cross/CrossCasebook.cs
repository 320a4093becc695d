using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cross;

/// <summary>The casebook of the cross: the seventeen endings, drawn with the gap in front and yellow for the base.</summary>
public sealed class CrossCasebook(CrossTools tools) : ICasebook
{
    private static readonly KnownPieces Edges = new([CrossEndings.Base], []);
    private readonly Dictionary<string, CrossEnding> endings = CrossEndings.All(tools.Search.Table).ToDictionary(e => e.Name);

    /// <inheritdoc/>
    public string Title => "Endings of the cross";

    /// <inheritdoc/>
    public string Note => "Three edges stand; the fourth belongs in front, below the green centre. Every shortest sequence, the quickest " +
        "to turn first.";

    /// <inheritdoc/>
    public string Drill => Drills.LastEdge.DrillId;

    /// <inheritdoc/>
    public IReadOnlyList<StageCase> Cases { get; } =
        [.. CrossEndings.All(tools.Search.Table)
        .Select(e => new StageCase(e.Name, Words.Capital(e.Title), $"{e.Length}", Words.Turns(e.Length), "", null))];

    /// <inheritdoc/>
    public IReadOnlyList<CaseView> Views { get; } = [new("F", "gap in front")];

    /// <inheritdoc/>
    public IReadOnlyList<(string Id, string Title)> Schools => [];

    /// <inheritdoc/>
    public StageCase? Find(string? id) => Cases.FirstOrDefault(c => c.Id == id);

    /// <inheritdoc/>
    public CaseSheet Sheet(StageCase stageCase, CaseView view, HandModel hands)
    {
        var (ending, position) = (endings[stageCase.Id], Position(stageCase));
        var seen = CrossPosition.Of(position, CrossEndings.Base);
        var found = new SolutionList();
        tools.Search.Find(seen, ending.Length, found);
        var solutions = Enumerable.Range(0, found.Count).Select(i => CrossHolds.InHold(seen, found[i], 0)).Select(s =>
        {
            var reading = hands.Read(s.Turns);
            return s with { Time = reading?.Time, Regrips = reading?.Regrips ?? 0 };
        });
        ExplainedSolution[] explained = [.. solutions.OrderBy(s => s.Time ?? double.MaxValue)
            .Select(s => new ExplainedSolution(s, "", "", CrossNotes.Of(tools.Explainer.Explain(position, CrossEndings.Base, s.Turns))))];
        return new CaseSheet(position, Edges, ending.Length, explained.Length, explained, []);
    }

    /// <inheritdoc/>
    public CaseTrial Trial(StageCase stageCase, CaseView view, IReadOnlyList<Turn> turns)
    {
        var judged = tools.Judge.Judge(Position(stageCase), CrossEndings.Base, turns);
        return judged.IsCross ? CaseTrial.Solves
            : new CaseTrial(new StageRefusal("not-finished", $"That sequence does not finish the cross. {judged.Verdict}"));
    }

    /// <summary>A whole position in the scramble hold; what is not of the ending is as one fixed chance has it.</summary>
    private CubeState Position(StageCase stageCase) =>
        WishedPositions.WithCross(CrossEndings.Base, 0, CrossEndings.Index(endings[stageCase.Id].State), new Random(0).Next);
}
