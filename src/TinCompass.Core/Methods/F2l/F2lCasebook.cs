using System.Collections.Concurrent;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.F2l;

/// <summary>
/// The cases of a slot in each of the four slots: drawn, solved, and tried with own sequences. What was worked out is kept; safe for
/// several threads.
/// </summary>
public sealed class F2lCasebook(F2lTools tools) : ICasebook
{
    /// <summary>
    /// The hold of the casebook's drawings: white down, and whichever side of the cube is named front after the plainest rotation.
    /// </summary>
    public static Hold Hold { get; } = Hold.BringingDown(Face.U)[0];

    // Two kinds of hands see everything kept; with more it is worked out again now and then.
    private const int MostKept = 400;

    private readonly ConcurrentDictionary<(string Case, Slot Slot), CubeState> positions = new();
    private readonly ConcurrentDictionary<(string Case, Slot Slot, HandPreferences Hands), CaseSheet> sheets = new();

    /// <inheritdoc/>
    public string Title => "The cases of a slot";

    /// <inheritdoc/>
    public string Note => "Named as seen with the slot at front-right, the corner over it or the edge in front.";

    /// <inheritdoc/>
    public string Drill => Drills.SolvePair.DrillId;

    /// <inheritdoc/>
    public IReadOnlyList<StageCase> Cases { get; } =
        [.. F2lCases.All.Where(c => !c.IsSolved)
            .Select(c => new StageCase(c.Id, c.Name, c.Family.ToString(), F2lWords.Name(c.Family),
            $"{F2lWords.Rule(c.Family)} The two are {F2lWords.Name(c.Joint)}.", c.MirrorId))];

    /// <inheritdoc/>
    public IReadOnlyList<CaseView> Views { get; } = [.. SlotSet.All.Slots.Select(s => new CaseView(s.ToString(), s.Words()))];

    /// <inheritdoc/>
    public IReadOnlyList<(string Id, string Title)> Schools { get; } =
        [.. Enum.GetValues<F2lSchool>().Select(s => (Words.Code(s), F2lWords.Name(s)))];

    /// <inheritdoc/>
    public StageCase? Find(string? id) => Cases.FirstOrDefault(c => c.Id == id);

    /// <inheritdoc/>
    public CaseSheet Sheet(StageCase stageCase, CaseView view, HandModel hands)
    {
        if (sheets.Count > MostKept) sheets.Clear();
        return sheets.GetOrAdd((stageCase.Id, SlotOf(view), hands.Preferences),
            _ => Work(stageCase, SlotOf(view), new F2lOptions { Hands = hands }));
    }

    /// <inheritdoc/>
    public CaseTrial Trial(StageCase stageCase, CaseView view, IReadOnlyList<Turn> turns)
    {
        // Its undoing from the solved cube shows what it solves.
        var (slot, start) = (SlotOf(view), F2lState.Of(CubeState.Solved.Apply(turns.Reverse().Select(t => t.Inverse))));
        List<string> breaks = start.IsCrossSolved ? [] : ["the cross"];
        breaks.AddRange(start.SolvedSlots.Others.Slots.Where(s => s != slot).Select(s => $"the slot {s.Words()}"));
        if (breaks.Count > 0)
            return new CaseTrial(new StageRefusal("breaks-solved",
                $"That sequence breaks {string.Join(" and ", breaks)}: it was tried with everything else solved."));
        var solved = F2lCases.IdOf(start, slot);
        return solved == stageCase.Id ? CaseTrial.Solves
            : new CaseTrial(new StageRefusal(
                "solves-another", solved == F2lCases.SolvedId ? "That sequence does nothing to this slot."
                    : $"That sequence solves another case of this slot: {F2lWords.CaseName(solved)}."));
    }

    /// <summary>
    /// A whole legal position that shows the case, everything else of the first two layers solved, held as <see cref="Hold"/>.
    /// </summary>
    public CubeState Position(string id, Slot slot) => positions.GetOrAdd((id, slot), _ =>
    {
        // The undoing of a solution from the solved cube, so that the rest of the cube is legal too.
        var of = F2lCases.Find(id)!;
        var start = F2lState.With(F2lState.Solved, slot, of.Corner, of.Edge);
        var found = tools.NewSolver().Search.Find(start, new F2lGoal(SlotSet.All), most: 1).Solutions[0];
        return CubeState.Solved.Apply(Hold.Rotation).Apply(found.ToArray().Reverse().Select(t => t.Inverse));
    });

    private static Slot SlotOf(CaseView view) => Enum.Parse<Slot>(view.Id);

    private CaseSheet Work(StageCase stageCase, Slot slot, F2lOptions options)
    {
        var (position, name) = (Position(stageCase.Id, slot), slot.NameIn(Hold));
        var state = F2lState.Of(position);
        var outlook = tools.Quickest.Find(state, slot, options);
        var schools = tools.NewSchools().Compare(state, slot, options, mayOpen: true);
        return new CaseSheet(
            position, new KnownPieces([Color.White], [(Color.White, name.First, name.Second)]), outlook.Length, outlook.Count,
                [.. Ordered(outlook, state, options).Select(s => Explained(s, state, slot, Hold))],
            [.. schools.Select(s => Explained(s, state, slot, Hold))])
        { Ideas = F2lSecondLayer.Of(position, slot, options.Hands) is { } idea ? [idea] : [] };
    }

    /// <summary>The common algorithms among the quickest: another comes before them where it is clearly quicker.</summary>
    private static IEnumerable<F2lSolution> Ordered(F2lOutlook outlook, F2lState state, F2lOptions options) =>
        F2lCommon.Of(outlook.Case, outlook.Slot)
            .Select(turns => F2lSolver.Read(state, outlook.Slot, state.SolvedSlots, turns, options) with { IsCommon = true })
            .Concat(outlook.Solutions).DistinctBy(s => string.Join(' ', s.AsTurned))
            .OrderBy(s => Math.Round((s.Time ?? double.MaxValue) * CommonAlgorithms.Weight(options.Hands, s.IsCommon), 1))
            .ThenBy(s => s.Length).ThenBy(s => s.Time);

    /// <summary>What a school does, with its way and its notes, or why it has none.</summary>
    public static SchoolSolution Explained(F2lSchoolSolution school, F2lState state, Slot slot, Hold hold) =>
        new SchoolSolution(Words.Code(school.School),
            F2lWords.Name(school.School) + (school.Open is { } open ? $", {open.Words()} still open" : ""),
            school.Solution is null ? null : Explained(school.Solution, state, slot, hold, school.Open),
            school.Solution is null ? F2lWords.NoneOf(school.School) : null);

    /// <summary>A solution with its way and its notes.</summary>
    public static ExplainedSolution Explained(F2lSolution solution, F2lState state, Slot slot, Hold hold, Slot? open = null)
    {
        var solved = open is { } other ? state.SolvedSlots.Without(other) : state.SolvedSlots;
        return new ExplainedSolution(
            solution, Words.Code(solution.Way), F2lWords.Name(solution.Way),
                F2lNotes.Of(new F2lTrace(state, slot, solved, solution.Turns), hold));
    }
}
