using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cmll;

/// <summary>The 42 cases of the corners, in four holds each. Safe for several threads.</summary>
public sealed class CmllCasebook(CmllTools tools, LlTools twoLooks) : ICasebook
{
    private const int Shown = 10;

    private static readonly string[] Sets = ["R U", "R U F", "R U r", "R U D", "R U L", "R U F r"];

    private readonly Lazy<IReadOnlyList<StageCase>> cases = new(() => [.. CmllCases.All.Where(c => !c.IsSolved)
        .Select(c => new StageCase(c.Id, c.Name, c.Family, Words.Capital(c.Family),
            $"Comes {CmllCases.HowOften(c)}. {CmllGlances.Say(c.View)}",
            c.MirrorId)
        { Probability = c.Probability })]);

    /// <inheritdoc/>
    public string Title => "Corners of the top (CMLL)";

    /// <inheritdoc/>
    public string Note => "Named by where the top's colour looks, then by which two corners are exchanged; edges do not count.";

    /// <inheritdoc/>
    public string Drill => Drills.CmllRecall.DrillId;

    /// <inheritdoc/>
    public IReadOnlyList<StageCase> Cases => cases.Value;

    /// <inheritdoc/>
    public IReadOnlyList<CaseView> Views { get; } = [.. LlState.Quarters.Select(k => new CaseView($"{k}", LlWords.ViewTitle(k)))];

    /// <inheritdoc/>
    public string SchoolsTitle => "The quickest of some turns alone";

    /// <inheritdoc/>
    public IReadOnlyList<(string Id, string Title)> Schools { get; } = [.. Sets.Select(p => (p, p))];

    /// <inheritdoc/>
    public StageCase? Find(string? id) => Cases.FirstOrDefault(c => c.Id == id);

    /// <inheritdoc/>
    public CaseSheet Sheet(StageCase stageCase, CaseView view, HandModel hands)
    {
        var c = CmllCases.Find(stageCase.Id)!;
        var corners = CmllCorners.Turned(c.View, view.Id[0] - '0');
        var (position, ranked) = (Position(corners, LlCasebook.Hold), tools.Rank(corners, hands));
        return new CaseSheet(position, null, tools.Book[c].Least, 0, [.. ranked.Take(Shown).Select(r => Explained(r, position))],
            [.. Sets.Select(s => OfSet(s, ranked, position))]);
    }

    /// <inheritdoc/>
    public bool Teaches => true;

    /// <inheritdoc/>
    public CaseLessons Lessons(Repertoire repertoire, HandModel hands) => CmllLearning.Next(tools, twoLooks, repertoire, hands);

    /// <inheritdoc/>
    public ICaseFinder Finder { get; } = new CmllFinder();

    /// <inheritdoc/>
    public CaseTrial Trial(StageCase stageCase, CaseView view, IReadOnlyList<Turn> turns)
    {
        var c = CmllCases.Find(stageCase.Id)!;
        Turn[] bare = [.. turns.SkipWhile(t => t.Letter == 'U')];
        if (CmllCorners.SolvedBy(bare) is not { } solves)
            return new CaseTrial(new StageRefusal("breaks-solved",
                "That sequence does not leave both blocks: it was tried with everything else solved."));
        var found = CmllCases.Of(solves).Case;
        return found.Id == c.Id ? CaseTrial.Solves
            : new CaseTrial(found.IsSolved
                ? new StageRefusal("solves-nothing", "That sequence does nothing to the corners but turn the top.")
                : new StageRefusal("solves-another", found.Id == c.MirrorId ? $"That sequence solves the mirror of this case: {found.Name}."
                    : $"That sequence solves another case: {found.Name}."));
    }

    /// <summary>
    /// A whole legal position with some corners, everything else solved, held so; where the corners' order is odd two edges of the middle
    /// are exchanged too.
    /// </summary>
    public static CubeState Position(LlState corners, Hold hold)
    {
        int[] order = [.. LlState.Quarters.Select(corners.CornerAt)], twists = [.. LlState.Quarters.Select(corners.TwistAt)];
        var odd = (from i in LlState.Quarters from j in Enumerable.Range(0, i) where order[j] > order[i] select 1).Count() % 2 == 1;
        return LlState.Create(order, twists, odd ? [2, 1, 0, 3] : [0, 1, 2, 3], [0, 0, 0, 0]).ToCube(hold);
    }

    /// <summary>A choice burst by burst.</summary>
    private static ExplainedSolution Explained(CmllChoice choice, CubeState position) => new(
        new StageSolution(Hold.Scramble, choice.Turns, choice.Turns, choice.Time, choice.Regrips) { IsCommon = choice.Sequence.IsCommon },
        choice.Turns.Letters(),
        LlNotes.Way(position, choice.Turns), CmllNotes.Of(position, choice.Turns));

    private static SchoolSolution OfSet(string name, IReadOnlyList<CmllChoice> ranked, CubeState position)
    {
        var letters = LlTurnSets.Read(name).Select(t => t.Letter).ToHashSet();
        var best = ranked.FirstOrDefault(r => r.Turns.All(t => letters.Contains(t.Letter)));
        return new SchoolSolution(name, name, best is null ? null : Explained(best, position), best is null ? "none in the book" : null);
    }
}
