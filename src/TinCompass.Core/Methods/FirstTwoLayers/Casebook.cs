using System.Collections.Concurrent;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;

namespace TinCompass.Core.Methods.FirstTwoLayers;

/// <summary>An own sequence tried on a case: whether it solves it; else the case it solves, or what it breaks (null for the cross).</summary>
public sealed record CaseTrial(bool Solves, string? OtherCase, IReadOnlyList<Slot?> Breaks);

/// <summary>The 42 cases in each of the four slots: drawn, solved, and tried with own sequences. What was worked out is kept; safe for several threads.</summary>
public sealed class Casebook(CrossTable cross, PairsTables tables)
{
    /// <summary>The hold of the casebook's drawings: white down, and whichever side of the cube is named front after the plainest rotation.</summary>
    public static Hold Hold { get; } = Hold.BringingDown(Face.U)[0];

    // Two kinds of hands see everything kept; with more it is worked out again now and then.
    private const int MostKept = 400;

    private readonly ConcurrentDictionary<(string Case, Slot Slot), CubeState> positions = new();
    private readonly ConcurrentDictionary<(string Case, Slot Slot, Hands.HandPreferences Hands), PairOutlook> outlooks = new();
    private readonly ConcurrentDictionary<(string Case, Slot Slot, Hands.HandPreferences Hands), IReadOnlyList<SchoolSolution>> schools = new();

    /// <summary>A whole legal position that shows the case, everything else of the first two layers solved, held as <see cref="Hold"/>.</summary>
    public CubeState Position(PairCase pairCase, Slot slot)
    {
        ArgumentNullException.ThrowIfNull(pairCase);
        return positions.GetOrAdd((pairCase.Id, slot), _ =>
        {
            // The undoing of a solution from the solved cube, so that the rest of the cube is legal too.
            var start = PairsState.With(PairsState.Solved, slot, pairCase.Corner, pairCase.Edge);
            var found = new SlotSearch(cross, tables).Find(start, new SlotGoal(SlotSet.All), most: 1).Solutions[0];
            return CubeState.Solved.Apply(Hold.Rotation).Apply(found.ToArray().Reverse().Select(t => t.Inverse));
        });
    }

    /// <summary>The 54 letters of a case with only the cross and the slot's pair to be seen.</summary>
    public string Facelets(PairCase pairCase, Slot slot)
    {
        var name = slot.NameIn(Hold);
        return Cube.Facelets.Write(Position(pairCase, slot), new KnownPieces([Color.White], [(Color.White, name.First, name.Second)]));
    }

    /// <summary>The best solutions of a case, up to a turn longer than the shortest, by least time.</summary>
    public PairOutlook Outlook(PairCase pairCase, Slot slot, PairsOptions options)
    {
        ArgumentNullException.ThrowIfNull(options);
        if (outlooks.Count > MostKept) outlooks.Clear();
        return outlooks.GetOrAdd((pairCase.Id, slot, options.Hands.Preferences), _ => new PairSolver(cross, tables).Solve(PairsState.Of(Position(pairCase, slot)), slot, options, slack: 1));
    }

    /// <summary>A case as four schools teach it.</summary>
    public IReadOnlyList<SchoolSolution> Schools(PairCase pairCase, Slot slot, PairsOptions options)
    {
        ArgumentNullException.ThrowIfNull(options);
        if (schools.Count > MostKept) schools.Clear();
        return schools.GetOrAdd((pairCase.Id, slot, options.Hands.Preferences), _ => new PairSchools(cross, tables).Compare(PairsState.Of(Position(pairCase, slot)), slot, options));
    }

    /// <summary>Tries an own sequence on a case, whatever turn of the top comes before it: its undoing from the solved cube shows what it solves.</summary>
    public static CaseTrial Try(PairCase pairCase, Slot slot, IReadOnlyList<Turn> turns)
    {
        ArgumentNullException.ThrowIfNull(pairCase);
        ArgumentNullException.ThrowIfNull(turns);
        var start = PairsState.Of(CubeState.Solved.Apply(turns.Reverse().Select(t => t.Inverse)));
        var breaks = new List<Slot?>();
        if (!start.IsCrossSolved) breaks.Add(null);
        foreach (var other in start.SolvedSlots.Others.Slots.Where(s => s != slot)) breaks.Add(other);
        if (breaks.Count > 0) return new CaseTrial(false, null, breaks);
        var solved = PairCases.IdOf(start, slot);
        return new CaseTrial(solved == pairCase.Id, solved == pairCase.Id ? null : solved, []);
    }
}
