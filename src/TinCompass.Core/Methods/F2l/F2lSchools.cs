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

    /// <summary>By turns of the top and triggers: first until the corner stands, then until the edge does.</summary>
    CornerFirst,

    /// <summary>The corner first; then the base layer is turned, so that the edge goes in over a column that is open.</summary>
    Keyhole,

    /// <summary>(R U R' U') or its mirror until the corner stands, then the insertion of the edge by two triggers.</summary>
    Beginner,
}

/// <summary>What a school does with a case: its sequence, or null when it has none from here.</summary>
/// <param name="School">The school.</param>
/// <param name="Solution">Its sequence, or null.</param>
/// <param name="Open">A solved slot that it takes for open, where the school needs one and none was.</param>
public sealed record F2lSchoolSolution(F2lSchool School, F2lSolution? Solution, Slot? Open = null);

/// <summary>
/// The same pair solved as four schools teach it. Each school but the first is built by its rule, step by step, and the whole is checked by
/// what it does; of the shortest that the rule leaves the quickest for the hands is shown.
/// </summary>
public sealed class F2lSchools(CrossTable cross, F2lTables tables)
{
    /// <summary>(R U R' U') so often brings everything back.</summary>
    private const int MostRepeated = 5;

    /// <summary>So many of the quickest by triggers are read for the hands.</summary>
    private const int MostRead = 4;

    private readonly F2lSolver solver = new(cross, tables);

    /// <summary>All four, in the order of <see cref="F2lSchool"/>.</summary>
    /// <param name="state">The position.</param>
    /// <param name="slot">The slot to solve.</param>
    /// <param name="options">Whose hands.</param>
    /// <param name="mayOpen">Keyhole needs a second open slot: where there is none, a solved one counts as open.</param>
    public IReadOnlyList<F2lSchoolSolution> Compare(F2lState state, Slot slot, F2lOptions options, bool mayOpen = false) =>
        [.. Enum.GetValues<F2lSchool>().Select(school => mayOpen && school == F2lSchool.Keyhole && F2lQuickest.Is(state, slot)
            ? Keyhole(state, slot, options) : new F2lSchoolSolution(school, Solve(school, state, slot, options)))];

    /// <summary>By keyhole through the solved slot that makes it quickest.</summary>
    private F2lSchoolSolution Keyhole(F2lState state, Slot slot, F2lOptions options) =>
        SlotSet.All.Without(slot).Slots
            .Select(open => new F2lSchoolSolution(F2lSchool.Keyhole,
                Solve(F2lSchool.Keyhole, state, slot, options, state.SolvedSlots.Without(open)), open))
            .Where(s => s.Solution is not null)
            .MinBy(s => s.Solution!.Time ?? double.MaxValue) ?? new F2lSchoolSolution(F2lSchool.Keyhole, null);

    /// <summary>The solution a school teaches; null when it has none.</summary>
    public F2lSolution? Solve(F2lSchool school, F2lState state, Slot slot, F2lOptions options) =>
        Solve(school, state, slot, options, state.SolvedSlots);

    private F2lSolution? Solve(F2lSchool school, F2lState state, Slot slot, F2lOptions options, SlotSet solved)
    {
        if (school == F2lSchool.ByRule)
            return solver.Solve(state, slot, options, slack: 1, most: 1).Solutions.Concat(ByTriggers(state, slot, options, slack: 2))
                .MinBy(s => s.Time ?? double.MaxValue);
        var ways = (school switch
        {
            F2lSchool.CornerFirst => CornerFirst(state, slot, solved),
            F2lSchool.Keyhole => Keyhole(state, slot, solved),
            _ => Beginner(state, slot, solved).Select(way => new Algorithm(way).Cancelled().Turns),
        }).Where(turns => new F2lGoal(solved.With(slot)).IsReached(Apply(state, turns))).ToArray();
        if (ways.Length == 0) return null;
        var least = ways.Min(w => w.Count);
        return ways.Where(w => w.Count == least).Select(w => F2lSolver.ReadAsWritten(state, slot, solved, w, options))
            .OrderBy(s => s.Time ?? double.MaxValue).First();
    }

    /// <summary>
    /// Top turns and triggers until the corner stands, then the same until the edge does; nothing is cancelled, not over the border either.
    /// </summary>
    private static IEnumerable<IReadOnlyList<Turn>> CornerFirst(F2lState state, Slot slot, SlotSet solved)
    {
        var whole = new F2lTriggerSearch(solved.Others, pair => pair == F2lState.Solved.SlotPair((int)slot));
        foreach (var first in SetCorner(state, slot, solved))
        {
            var pair = first.Aggregate(state.SlotPair((int)slot), F2lTriggerSearch.After);
            foreach (var second in whole.From(pair, first.Count > 0 ? first[^1] : null))
                yield return [.. first.Concat(second).SelectMany(s => s.Turns)];
        }
    }

    /// <summary>Ways to a pair by top turns and triggers alone, the shortest and those somewhat longer, as they are turned.</summary>
    internal static IEnumerable<F2lSolution> ByTriggers(F2lState state, Slot slot, F2lOptions options, int slack)
    {
        var solved = state.SolvedSlots;
        return new F2lTriggerSearch(solved.Others, pair => pair == F2lState.Solved.SlotPair((int)slot))
            .From(state.SlotPair((int)slot), null, slack)
            .Select(way => way.SelectMany(s => s.Turns).ToArray())
            .OrderBy(turns => options.Hands.Measure(turns) ?? double.MaxValue).Take(MostRead)
            .Select(turns => F2lSolver.Read(state, slot, solved, turns, options));
    }

    /// <summary>The shortest ways by top turns and triggers after which the corner stands.</summary>
    private static IReadOnlyList<IReadOnlyList<F2lTrigger>> SetCorner(F2lState state, Slot slot, SlotSet solved) =>
        new F2lTriggerSearch(solved.Others, pair => pair / EdgeStickers.Count == F2lState.Solved.CornerOf(slot))
            .From(state.SlotPair((int)slot), null);

    /// <summary>
    /// Only with another slot open. The corner as above; the edge brought up where it is stuck; then the base layer turned until the open
    /// column is below the slot, three turns, and the base layer turned back.
    /// </summary>
    private static IEnumerable<IReadOnlyList<Turn>> Keyhole(F2lState state, Slot slot, SlotSet solved)
    {
        Slot[] columns = [.. solved.With(slot).Others.Slots];
        if (columns.Length == 0) yield break;
        foreach (var first in SetCorner(state, slot, solved))
        {
            Turn[] corner = [.. first.SelectMany(s => s.Turns)];
            var set = Apply(state, corner);
            foreach (var lead in EdgeUp(set, slot, columns))
                for (var quarters = 0; quarters < 4; quarters++)
                    foreach (var column in columns)
                        foreach (var inner in F2lTrigger.Of(slot))
                        {
                            var below = QuartersFrom(column, slot);
                            Turn[] top = quarters == 0 ? [] : [Turn.Of(Face.U, quarters)];
                            IReadOnlyList<Turn> way =
                                [.. corner, .. lead, .. top, Turn.Of(Face.D, below), .. inner.Turns, Turn.Of(Face.D, 4 - below)];
                            if (!Cancels(way)) yield return way;
                        }
        }
    }

    /// <summary>Two turns of one face follow each other.</summary>
    private static bool Cancels(IReadOnlyList<Turn> turns) => turns.Zip(turns.Skip(1)).Any(p => p.First.Face == p.Second.Face);

    /// <summary>What brings a stuck edge up while the corner stands: nothing, a keyhole outwards, or a trigger of its slot.</summary>
    private static IEnumerable<IReadOnlyList<Turn>> EdgeUp(F2lState set, Slot slot, Slot[] columns)
    {
        if (SlotPlaces.Of(EdgeStickers.Place(set.EdgeOf(slot))) is not { } stuck)
        {
            yield return [];
            yield break;
        }

        foreach (var trigger in F2lTrigger.Of(stuck))
            if (stuck != slot) yield return trigger.Turns;
            else
                foreach (var below in columns.Select(c => QuartersFrom(c, slot)))
                    yield return [Turn.Of(Face.D, below), .. trigger.Turns, Turn.Of(Face.D, 4 - below)];
    }

    /// <summary>
    /// The corner over its slot, then (R U R' U') or its mirror until it stands; the edge over its side and in by two triggers; where it
    /// is stuck in a slot, the same insertion there brings it up first.
    /// </summary>
    private static IEnumerable<IReadOnlyList<Turn>> Beginner(F2lState state, Slot slot, SlotSet solved)
    {
        foreach (var first in RepeatForCorner(state, slot))
        {
            var set = Apply(state, first);
            if (set.IsSlotSolved(slot)) yield return first;
            foreach (var lead in EdgeLeads(set, slot, solved))
                for (var quarters = 0; quarters < 4; quarters++)
                    foreach (var form in Insertions(slot)) yield return [.. first, .. lead, .. After(quarters, form)];
        }
    }

    /// <summary>A form after some quarters of U, which become one turn with its own first.</summary>
    internal static IEnumerable<Turn> After(int quarters, IReadOnlyList<Turn> form) =>
        (quarters + form[0].Quarters) % 4 is > 0 and var sum ? [Turn.Of(Face.U, sum), .. form.Skip(1)] : form.Skip(1);

    private static IEnumerable<IReadOnlyList<Turn>> RepeatForCorner(F2lState state, Slot slot)
    {
        if (IsCornerHome(state, slot)) return [[]];
        var place = CornerStickers.Place(state.CornerOf(slot));
        if (SlotPlaces.Of(place) is { } stuck && stuck != slot)
            return Repeats(stuck).SelectMany(taken => RepeatForCorner(Apply(state, taken), slot).Select(rest => Joined(taken, rest)));
        // On top it is brought over its slot; in its slot it stays.
        var over = Enumerable.Range(0, 4).Select(q => q == 0 ? Array.Empty<Turn>() : [Turn.Of(Face.U, q)])
            .First(top => SlotPlaces.Of(place) == slot || IsOver(Apply(state, top), slot));
        return Repeats(slot).Select(one =>
        {
            List<Turn> turns = [.. over];
            for (var times = 0; times < MostRepeated && !IsCornerHome(Apply(state, turns), slot); times++) turns.AddRange(one);
            return (IReadOnlyList<Turn>)turns;
        });

        static IReadOnlyList<Turn> Joined(IReadOnlyList<Turn> first, IReadOnlyList<Turn> second) => [.. first, .. second];
    }

    /// <summary>R U R' U' and its mirror, for a slot.</summary>
    private static IReadOnlyList<Turn>[] Repeats(Slot slot) =>
    [
        ForSlot(slot, (Face.R, 1), (Face.U, 1), (Face.R, 3), (Face.U, 3)),
        ForSlot(slot, (Face.F, 3), (Face.U, 3), (Face.F, 1), (Face.U, 1)),
    ];

    /// <summary>What brings up an edge that is stuck in a slot: the insertion there, in either form. Nothing for one on top.</summary>
    internal static IEnumerable<IReadOnlyList<Turn>> EdgeLeads(F2lState set, Slot slot, SlotSet solved)
    {
        if (SlotPlaces.Of(EdgeStickers.Place(set.EdgeOf(slot))) is not { } stuck) return [[]];
        var stays = new F2lGoal(solved, SlotSet.None.With(slot));
        return Insertions(stuck).Where(form => stays.IsReached(Apply(set, form)));
    }

    /// <summary>
    /// U R U' R' U' F' U F and its mirror form, for a slot: an edge on top goes in, the slot's corner comes out and returns.
    /// </summary>
    internal static IReadOnlyList<Turn>[] Insertions(Slot slot) =>
    [
        ForSlot(slot, (Face.U, 1), (Face.R, 1), (Face.U, 3), (Face.R, 3), (Face.U, 3), (Face.F, 3), (Face.U, 1), (Face.F, 1)),
        ForSlot(slot, (Face.U, 3), (Face.F, 3), (Face.U, 1), (Face.F, 1), (Face.U, 1), (Face.R, 1), (Face.U, 3), (Face.R, 3)),
    ];

    /// <summary>Turns written for the slot front-right, made at another slot.</summary>
    internal static Turn[] ForSlot(Slot slot, params ReadOnlySpan<(Face Face, int Quarters)> turns)
    {
        var written = new Turn[turns.Length];
        for (var i = 0; i < turns.Length; i++) written[i] = Turn.Of(turns[i].Face, turns[i].Quarters);
        return AtSlot(slot, written);
    }

    /// <summary>The same: the slot comes to the front-right by y; there the turns are named, and each face goes back by y'.</summary>
    internal static Turn[] AtSlot(Slot slot, IEnumerable<Turn> turns) =>
        [.. turns.Select(t => t.Renamed(Hold.Scramble, F2lSolver.AfterY[(4 - (int)slot) & 3]))];

    /// <summary>The quarters of D that bring the corner place of one slot below another.</summary>
    private static int QuartersFrom(Slot column, Slot slot) =>
        Enumerable.Range(1, 3).First(q => CornerStickers.Place(
            CornerStickers.After(CornerStickers.State(column.CornerPlace(), 0), Turn.Of(Face.D, q))) == slot.CornerPlace());

    private static bool IsCornerHome(F2lState state, Slot slot) => state.CornerOf(slot) == F2lState.Solved.CornerOf(slot);

    private static bool IsOver(F2lState state, Slot slot) =>
        CornerStickers.Place(F2lCases.Seen(state, slot).Corner) == Corner.URF;

    private static F2lState Apply(F2lState state, IEnumerable<Turn> turns) => turns.Aggregate(state, (s, t) => s.After(t.Index));
}
