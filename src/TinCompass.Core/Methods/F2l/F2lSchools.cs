using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.F2l;

/// <summary>How a solver was taught to solve a pair.</summary>
public enum F2lSchool
{
    /// <summary>Join or split by the rule, then insert: whatever is quickest.</summary>
    ByRule,

    /// <summary>The corner is set into the base first, then the edge comes to it.</summary>
    CornerFirst,

    /// <summary>The edge goes in through an open column while the base layer is turned, or before its corner.</summary>
    Keyhole,

    /// <summary>The corner in its place, then the long insertion of the edge, in one of two mirror forms.</summary>
    Beginner,
}

/// <summary>What a school does with a case: its sequence, or null when it has none from here.</summary>
public sealed record F2lSchoolSolution(F2lSchool School, F2lSolution? Solution);

/// <summary>
/// The same pair solved as four schools teach it. Each school is a shape of what stands when, not a list: the turns of every part are
/// searched, and the whole is checked by what it does. Only the beginner's edge insertion
/// is a given sequence, made from two triggers.
/// </summary>
public sealed class F2lSchools(CrossTable cross, F2lTables tables)
{
    private readonly F2lSolver solver = new(cross, tables);

    /// <summary>All four, in the order of <see cref="F2lSchool"/>.</summary>
    public IReadOnlyList<F2lSchoolSolution> Compare(F2lState state, Slot slot, F2lOptions options) =>
        [.. Enum.GetValues<F2lSchool>().Select(school => new F2lSchoolSolution(school, Solve(school, state, slot, options)))];

    /// <summary>The solution a school teaches; null when it has none.</summary>
    public F2lSolution? Solve(F2lSchool school, F2lState state, Slot slot, F2lOptions options)
    {
        if (school == F2lSchool.ByRule) return solver.Solve(state, slot, options, slack: 1, most: 1).Solutions is [var quickest, ..]
            ? quickest : null;
        var solved = state.SolvedSlots;
        var ways = school switch
        {
            F2lSchool.CornerFirst => CornerFirst(state, slot, solved),
            F2lSchool.Keyhole => Keyhole(state, slot, solved),
            _ => Beginner(state, slot, solved),
        };
        return ways.Select(turns => new Algorithm(turns).Cancelled().Turns)
            .Where(turns => new F2lGoal(solved.With(slot)).IsReached(Apply(state, turns)))
            .Select(turns => F2lSolver.Read(state, slot, solved, turns, options))
            .OrderBy(s => s.Time ?? double.MaxValue).ThenBy(s => s.Length).FirstOrDefault();
    }

    /// <summary>The corner by the fewest turns, then the edge by the fewest while the corner ends where it is.</summary>
    private IEnumerable<IReadOnlyList<Turn>> CornerFirst(F2lState state, Slot slot, SlotSet solved)
    {
        foreach (var first in Part(state, new F2lGoal(solved, SlotSet.None.With(slot))))
            foreach (var second in Part(Apply(state, first), new F2lGoal(solved.With(slot)), 2)) yield return [.. first, .. second];
    }

    /// <summary>
    /// The corner set first and the edge through another free column under a turned base; or, where no other column is free, the edge first
    /// and the corner after it.
    /// </summary>
    private IEnumerable<IReadOnlyList<Turn>> Keyhole(F2lState state, Slot slot, SlotSet solved)
    {
        var free = solved.With(slot).Others.Slots.ToArray();
        foreach (var first in Part(state, new F2lGoal(solved, SlotSet.None.With(slot))))
        {
            foreach (var column in free)
            {
                // The base layer is turned until the open column is below the slot, and turned back.
                var quarters = QuartersFrom(column, slot);
                foreach (var inner in ThroughColumn(slot))
                    yield return [.. first, Turn.Of(Face.D, quarters), .. inner, Turn.Of(Face.D, 4 - quarters)];
                // The edge may have to be taken out or brought round first.
                foreach (var lead in new[] { 1, 2, 3 })
                    foreach (var inner in ThroughColumn(slot))
                        yield return [.. first, Turn.Of(Face.U, lead), Turn.Of(Face.D, quarters), .. inner, Turn.Of(Face.D, 4 - quarters)];
            }
        }

        foreach (var first in Part(state, new F2lGoal(solved, default, SlotSet.None.With(slot))))
            foreach (var second in Part(Apply(state, first), new F2lGoal(solved.With(slot)), 2)) yield return [.. first, .. second];
    }

    /// <summary>The corner by the fewest turns; the edge brought on top, over its side, and put in by eight turns.</summary>
    private IEnumerable<IReadOnlyList<Turn>> Beginner(F2lState state, Slot slot, SlotSet solved)
    {
        foreach (var first in Part(state, new F2lGoal(solved, SlotSet.None.With(slot))))
        {
            var set = Apply(state, first);
            if (set.IsSlotSolved(slot)) yield return first;
            // An edge that sits in a free slot is pushed out by the same insertion there.
            var leads = new List<IReadOnlyList<Turn>> { Array.Empty<Turn>() };
            if (SlotPlaces.Of(EdgeStickers.Place(set.EdgeOf(slot))) is { } stuck)
                foreach (var form in Insertions(stuck))
                    if (new F2lGoal(solved, SlotSet.None.With(slot)).IsReached(Apply(set, form))) leads.Add(form);
            foreach (var lead in leads)
                for (var quarters = 0; quarters < 4; quarters++)
                    foreach (var form in Insertions(slot))
                        yield return [.. first, .. lead, .. After(quarters, form)];
        }
    }

    /// <summary>A form after some quarters of U, which become one turn with its own first.</summary>
    private static IEnumerable<Turn> After(int quarters, IReadOnlyList<Turn> form) =>
        (quarters + form[0].Quarters) % 4 is > 0 and var sum ? [Turn.Of(Face.U, sum), .. form.Skip(1)] : form.Skip(1);

    /// <summary>
    /// U R U' R' U' F' U F and its mirror form, for a slot: an edge on top goes in, the slot's corner comes out and returns.
    /// </summary>
    private static IReadOnlyList<Turn>[] Insertions(Slot slot) =>
    [
        ForSlot(slot, (Face.U, 1), (Face.R, 1), (Face.U, 3), (Face.R, 3), (Face.U, 3), (Face.F, 3), (Face.U, 1), (Face.F, 1)),
        ForSlot(slot, (Face.U, 3), (Face.F, 3), (Face.U, 1), (Face.F, 1), (Face.U, 1), (Face.R, 1), (Face.U, 3), (Face.R, 3)),
    ];

    /// <summary>The three turns that put a top edge into the middle over a column that is open: side, top, side back.</summary>
    private static IEnumerable<IReadOnlyList<Turn>> ThroughColumn(Slot slot)
    {
        for (var quarters = 1; quarters <= 3; quarters++)
        {
            yield return ForSlot(slot, (Face.R, 1), (Face.U, quarters), (Face.R, 3));
            yield return ForSlot(slot, (Face.F, 3), (Face.U, quarters), (Face.F, 1));
        }
    }

    /// <summary>Turns written for the slot front-right, made at another slot.</summary>
    private static Turn[] ForSlot(Slot slot, params ReadOnlySpan<(Face Face, int Quarters)> turns)
    {
        var written = new Turn[turns.Length];
        // The slot comes to the front-right by y; there the turns are named, and each face goes back by y'.
        for (var i = 0; i < turns.Length; i++) written[i] = Turn.Of(turns[i].Face, turns[i].Quarters)
            .Renamed(Hold.Scramble, F2lSolver.AfterY[(4 - (int)slot) & 3]);
        return written;
    }

    /// <summary>The quarters of D that bring the corner place of one slot below another.</summary>
    private static int QuartersFrom(Slot column, Slot slot) =>
        Enumerable.Range(1, 3).First(q => CornerStickers.Place(
            CornerStickers.After(CornerStickers.State(column.CornerPlace(), 0), Turn.Of(Face.D, q))) == slot.CornerPlace());

    /// <summary>The shortest sequences to a goal that is a step of a whole; none when it stands already means one: nothing to do.</summary>
    private Turn[][] Part(F2lState state, F2lGoal goal, int most = 4) =>
        solver.Search.Find(state, goal, 0, TurnOrder.All, 64).Solutions.Select(s => s.ToArray()).OrderBy(Awkwardness).Take(most).ToArray();

    /// <summary>Turns of the back, base and left count against a part; the whole is measured for the hands afterwards.</summary>
    private static int Awkwardness(Turn[] turns) =>
        turns.Sum(t => t.Face switch { Face.B => 3, Face.D => 2, Face.L or Face.F => 1, _ => 0 });

    private static F2lState Apply(F2lState state, IEnumerable<Turn> turns) => turns.Aggregate(state, (s, t) => s.After(t.Index));
}
