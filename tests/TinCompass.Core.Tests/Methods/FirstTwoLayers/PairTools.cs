using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.FirstTwoLayers;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;
using TinCompass.Core.Tests.Methods.Cross;

namespace TinCompass.Core.Tests.Methods.FirstTwoLayers;

/// <summary>Tables, positions and small words that the tests of pairs share.</summary>
internal static class PairTools
{
    public static readonly PairsTables Tables = PairsTables.Build();

    public static PairSolver NewSolver() => new(CrossSearchTests.Search.Table, Tables);

    /// <summary>Random positions whose cross stands, held with a base colour down: a random one, its cross solved by one of its shortest sequences.</summary>
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
    public static (CubeState State, PairsState Pairs) WithSlots(CubeState withCross, int solved, Random random)
    {
        var search = NewSolver().Search;
        var pairs = PairsState.Of(withCross);
        while (pairs.SolvedSlots.Count < solved)
        {
            var free = pairs.SolvedSlots.Others.Slots.ToArray();
            var turns = search.Find(pairs, new SlotGoal(pairs.SolvedSlots.With(free[random.Next(free.Length)]))).Solutions[0].ToArray();
            withCross = withCross.Apply(turns);
            pairs = PairsState.Of(withCross);
        }

        return (withCross, pairs);
    }

    public static Turn[] Turns(string text) => [.. Algorithm.Parse(text).Turns];

    public static PairsState After(this PairsState state, IEnumerable<Turn> turns) => turns.Aggregate(state, (s, t) => s.After(t.Index));

    /// <summary>A case as a position: everything else solved.</summary>
    public static PairsState Position(PairCase pairCase, Slot slot = Slot.FR) => PairsState.With(PairsState.Solved, slot, pairCase.Corner, pairCase.Edge);
}
