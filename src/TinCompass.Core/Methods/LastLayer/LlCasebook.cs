using System.Collections.Concurrent;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>
/// The cases of a set of the last layer, in four holds each: drawn, solved, and tried with own sequences. Safe for several threads.
/// </summary>
public sealed class LlCasebook(LlTools tools, LlSet set) : ICasebook
{
    /// <summary>White down, as in the other casebooks.</summary>
    public static Hold Hold { get; } = Hold.BringingDown(Face.U)[0];

    private const int Shown = 10;
    private const int MostKept = 800;

    // Told when somebody asks: what tells each case takes some tenths of a second to find out.
    private readonly Lazy<IReadOnlyList<StageCase>> cases = new(() => [.. LlCases.Of(set).Where(c => !c.IsSolved)
        .Select(c => new StageCase(c.Id, c.Title, c.Family, Words.Capital(c.Family), LlWords.Rule(c),
            c.MirrorId) { Probability = c.Probability })]);

    private readonly ConcurrentDictionary<(string Case, int View, HandPreferences Hands), CaseSheet> sheets = new();

    /// <inheritdoc/>
    public string Title => LlWords.StageTitle(set);

    /// <inheritdoc/>
    public string Note => set.Orients()
        ? "Named by where the top's colour looks, held as most of it is in front."
        : "Named by what the sides show: a bar is three of one colour, a pair two, twins are the two ends.";

    /// <inheritdoc/>
    public string Drill => Drills.Recall.IdOf(set);

    /// <inheritdoc/>
    public IReadOnlyList<StageCase> Cases => cases.Value;

    /// <inheritdoc/>
    public IReadOnlyList<CaseView> Views { get; } = [.. LlState.Quarters.Select(k => new CaseView($"{k}", LlWords.ViewTitle(k)))];

    /// <inheritdoc/>
    public string SchoolsTitle => "The quickest of some turns alone";

    /// <inheritdoc/>
    public IReadOnlyList<(string Id, string Title)> Schools { get; } = [.. LlTurnSets.Presets.Select(p => (p, p))];

    /// <inheritdoc/>
    public StageCase? Find(string? id) => Cases.FirstOrDefault(c => c.Id == id);

    /// <inheritdoc/>
    public CaseSheet Sheet(StageCase stageCase, CaseView view, HandModel hands)
    {
        if (sheets.Count > MostKept) sheets.Clear();
        return sheets.GetOrAdd((stageCase.Id, QuartersOf(view), hands.Preferences), _ =>
            Work(LlCases.Find(stageCase.Id)!, QuartersOf(view), hands));
    }

    /// <inheritdoc/>
    public bool Teaches => set is LlSet.Oll or LlSet.Pll;

    /// <inheritdoc/>
    public CaseLessons? Lessons(Repertoire repertoire, HandModel hands) =>
        Teaches ? new LlLearning(tools).Next(set, repertoire, hands) : null;

    /// <inheritdoc/>
    public ICaseFinder Finder { get; } = new LlCaseFinder();

    /// <inheritdoc/>
    public CaseTrial Trial(StageCase stageCase, CaseView view, IReadOnlyList<Turn> turns) =>
        new CaseTrial(LlTrial.Refusal(LlCases.Find(stageCase.Id)!, turns));

    private static int QuartersOf(CaseView view) => view.Id[0] - '0';

    private CaseSheet Work(LlCase c, int quarters, HandModel hands)
    {
        var (state, entry) = (c.View.Turned(quarters), tools.Book[c]);
        var (position, ranked) = (state.ToCube(Hold), tools.Rank(set, state, hands));
        return new CaseSheet(position, null, entry.Least, entry.Count,
            [.. ranked.Take(Shown).Select(r => Explained(r, position))],
            [.. LlTurnSets.Presets.Select(p => OfSet(p, c, ranked, position))])
        { Ideas = set == LlSet.Eoll && LlTopCross.Of(position, hands) is { } idea ? [idea] : [] };
    }

    /// <summary>The quickest of a set of turns, or why there is none.</summary>
    private static SchoolSolution OfSet(string name, LlCase c, IReadOnlyList<LlChoice> ranked, CubeState position)
    {
        var letters = LlTurnSets.Read(name).Select(t => t.Letter).ToHashSet();
        var best = ranked.FirstOrDefault(r => r.AsTurned.All(t => letters.Contains(t.Letter)));
        return new SchoolSolution(name, name, best is null ? null : Explained(best, position),
            best is not null ? null : LlTurnSets.Cannot(name, c) ?? "none in the book");
    }

    /// <summary>A choice with its bursts.</summary>
    public static ExplainedSolution Explained(LlChoice choice, CubeState position)
    {
        var (notes, way) = LlNotes.Read(position, choice.AsTurned);
        return new ExplainedSolution(
            new StageSolution(Hold.Scramble, choice.AsTurned, choice.AsTurned, choice.Time, choice.Regrips)
            {
                IsCommon = choice.Sequence.IsCommon,
            },
            choice.Letters,
            way, notes);
    }
}
