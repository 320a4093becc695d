using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;
using TinCompass.Core.Tests.Methods.Cross;

namespace TinCompass.Core.Tests.Methods.F2l;

/// <summary>Tables, positions and small words that the tests of pairs share.</summary>
internal static class F2lKit
{
    public static readonly F2lTables Tables = StageKit.Shelf.Get(F2lTables.Kind);

    public static F2lSolver NewSolver() => new(CrossSearchTests.Search.Table, Tables);

    /// <summary>
    /// Random positions whose cross stands, held with a base colour down: a random one, its cross solved by one of its shortest sequences.
    /// </summary>
    public static IEnumerable<CubeState> WithCross(int count, int seed)
    {
        var random = new Random(seed);
        var found = new SolutionList();
        for (var i = 0; i < count; i++)
        {
            var state = RandomPosition.Draw(random.Next);
            var seen = CrossPosition.Of(state, (Color)(i % 6));
            found.Clear();
            CrossSearchTests.Search.Find(seen, CrossSearchTests.Search.Distance(seen), found);
            yield return state.Apply(seen.Rotation.Rotation).Apply(found[random.Next(found.Count)].ToArray());
        }
    }

    /// <summary>A random position with so many slots solved, and its pieces.</summary>
    public static (CubeState State, F2lState Pairs) WithSlots(CubeState withCross, int solved, Random random)
    {
        var search = NewSolver().Search;
        var pairs = F2lState.Of(withCross);
        while (pairs.SolvedSlots.Count < solved)
        {
            var free = pairs.SolvedSlots.Others.Slots.ToArray();
            var turns = search.Find(pairs, new F2lGoal(pairs.SolvedSlots.With(free[random.Next(free.Length)]))).Solutions[0].ToArray();
            withCross = withCross.Apply(turns);
            pairs = F2lState.Of(withCross);
        }

        return (withCross, pairs);
    }

    public static Turn[] Turns(string text) => [.. Algorithm.Parse(text).Turns];

    public static F2lState After(this F2lState state, IEnumerable<Turn> turns) => turns.Aggregate(state, (s, t) => s.After(t.Index));

    /// <summary>A case as a position: everything else solved.</summary>
    public static F2lState Position(F2lCase pairCase, Slot slot = Slot.FR) =>
        F2lState.With(F2lState.Solved, slot, pairCase.Corner, pairCase.Edge);

    /// <summary>The slot a task is about, by its colours.</summary>
    public static SlotName NameOf(DrillTask task) => SlotName.TryParse(task.Focus.Part, out var name) ? name
        : throw new InvalidOperationException(task.Question);
}
