using TinCompass.Core.Cube;
using TinCompass.Core.Hands;

namespace TinCompass.Core.Stages;

/// <summary>A case of a stage. Its id stands in answers and notes that are kept: it stays when the class behind it is renamed.</summary>
/// <param name="Id">Its stable name.</param>
/// <param name="Title">What it looks like.</param>
/// <param name="Family">Its family's stable name.</param>
/// <param name="FamilyTitle">The family as read.</param>
/// <param name="Rule">How one reasons about it; may be empty.</param>
/// <param name="MirrorId">The case in the mirror; null when the book does not know it.</param>
public sealed record StageCase(string Id, string Title, string Family, string FamilyTitle, string Rule, string? MirrorId)
{
    /// <summary>How likely it is, as a fraction: "1/54"; empty when that is not known.</summary>
    public string Probability { get; init; } = "";
}

/// <summary>A way to look at the cases of a book: a slot, a hold.</summary>
/// <param name="Id">Its stable name: "FR".</param>
/// <param name="Title">As read: "front-right".</param>
public sealed record CaseView(string Id, string Title);

/// <summary>
/// A case as it is seen: the position and what of it belongs to the case, the least HTM and how many sequences have it, the best solutions,
/// and the same in schools.
/// </summary>
/// <param name="Position">A whole legal position, held as it is drawn.</param>
/// <param name="Visible">What is to be seen of it; null is everything.</param>
/// <param name="Length">Least HTM.</param>
/// <param name="Count">How many shortest sequences there are; 0 when they were not counted.</param>
/// <param name="Solutions">The best, in order, each with its notes.</param>
/// <param name="Schools">As schools teach it.</param>
public sealed record CaseSheet(
    CubeState Position, KnownPieces? Visible, int Length, int Count, IReadOnlyList<ExplainedSolution> Solutions,
        IReadOnlyList<SchoolSolution> Schools)
{
    /// <summary>Ways that are taught by an idea, told turn by turn.</summary>
    public IReadOnlyList<SchoolSolution> Ideas { get; init; } = [];
}

/// <summary>A solution with what happens in it: the way by its code and in words, and note by note.</summary>
public sealed record ExplainedSolution(StageSolution Solution, string Way, string WayTitle, IReadOnlyList<StageNote> Notes);

/// <summary>What a school does with a case: its code, its name, its solution or, when it has none from here, why.</summary>
public sealed record SchoolSolution(string School, string Title, ExplainedSolution? Solution, string? None);

/// <summary>An own sequence tried on a case: it solves it, or a refusal says what it does instead.</summary>
public sealed record CaseTrial(StageRefusal? Refusal)
{
    /// <summary>It does what it should.</summary>
    public static CaseTrial Solves { get; } = new((StageRefusal?)null);
}

/// <summary>
/// The cases of a stage with their pictures, sequences and trials. Safe for several threads; what was worked out may be kept.
/// </summary>
public interface ICasebook
{
    /// <summary>Its name as read: "The cases of a slot".</summary>
    string Title { get; }

    /// <summary>What the names of the cases refer to, in a sentence.</summary>
    string Note { get; }

    /// <summary>The drill by which a case is mastered.</summary>
    string Drill { get; }

    /// <summary>All cases that are learnt, in the order of the book.</summary>
    IReadOnlyList<StageCase> Cases { get; }

    /// <summary>The ways to look at them; at least one.</summary>
    IReadOnlyList<CaseView> Views { get; }

    /// <summary>What stands above the schools of a case.</summary>
    string SchoolsTitle => "As schools teach it";

    /// <summary>The schools it knows, by code and name; the first is the usual one.</summary>
    IReadOnlyList<(string Id, string Title)> Schools { get; }

    /// <summary>A case by its name now, or by a former one; null when there is none.</summary>
    StageCase? Find(string? id);

    /// <summary>All about a case in a view, for some hands.</summary>
    CaseSheet Sheet(StageCase stageCase, CaseView view, HandModel hands);

    /// <summary>It has an order of learning.</summary>
    bool Teaches => false;

    /// <summary>What to learn next; null where the book has no order of learning.</summary>
    CaseLessons? Lessons(Repertoire repertoire, HandModel hands) => null;

    /// <summary>Finds other sequences for its cases; null where nothing does.</summary>
    ICaseFinder? Finder => null;

    /// <summary>Tries an own sequence on a case, whatever turn of the top comes before it.</summary>
    CaseTrial Trial(StageCase stageCase, CaseView view, IReadOnlyList<Turn> turns);
}
