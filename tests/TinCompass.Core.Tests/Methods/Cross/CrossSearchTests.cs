using CsCheck;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;
using static TinCompass.Core.Tests.Generators;

namespace TinCompass.Core.Tests.Methods.Cross;

public class CrossSearchTests
{
    internal static readonly CrossSearch Search = new(CrossTable.Build());

    [Fact]
    public void The_table_has_the_exact_distribution()
    {
        var counts = new int[CrossTable.MaxDistance + 1];
        foreach (var d in Search.Table.Distances)
            if (d != 255) counts[d]++;
        Assert.Equal([1, 15, 158, 1_394, 9_809, 46_381, 97_254, 34_966, 102], counts);
        Assert.Equal(CrossTable.PositionCount, counts.Sum());
    }

    [Fact]
    public void The_nearer_turns_are_exactly_those_that_come_one_nearer()
    {
        var table = Search.Table;
        for (var index = 0; index < table.Distances.Length; index++)
        {
            uint expected = 0;
            if (table.Distances[index] != 255)
                for (var turn = 0; turn < Turn.FaceTurnCount; turn++)
                    if (table.Distances[CrossTable.After(index, turn)] == table.Distances[index] - 1) expected |= 1u << turn;
            Assert.Equal(expected, table.Nearer[index]);
        }
    }

    [Fact]
    public void Every_printed_solution_solves_and_has_the_optimal_length()
    {
        var found = new SolutionList();
        foreach (var scramble in Scrambles(200, seed: 11))
        {
            var state = CubeState.Solved.Apply(scramble);
            foreach (var color in Faces.AllColors)
            {
                var position = CrossPosition.Of(state, color);
                found.Clear();
                Search.Find(position, Search.Distance(position), found);
                Assert.NotEqual(0, found.Count);
                var texts = new HashSet<string>();
                for (var i = 0; i < found.Count; i++)
                {
                    var solution = CrossHolds.Choose(position, found[i]);
                    Assert.Equal(Search.Distance(position), solution.Length);
                    AssertCross(state.Apply(solution.All), color);
                    Assert.True(texts.Add(solution.ToString()));
                    AssertFixedOrder(solution.Turns);
                    AssertFewestBackTurns(solution, state.Hold.FaceOf(color));
                }
            }
        }
    }

    [Fact]
    public void All_solutions_are_found_as_a_plain_search_finds_them()
    {
        foreach (var scramble in Scrambles(400, seed: 5))
        {
            var position = CrossPosition.Of(CubeState.Solved.Apply(scramble), Color.White);
            var distance = Search.Distance(position);
            if (distance > 4) continue;
            for (var length = distance; length <= Math.Min(distance + CrossSearch.MaxSlack, 5); length++)
            {
                var found = new SolutionList();
                Search.Find(position, length, found);
                var plain = new HashSet<ulong>();
                Plain(position.Index, length, [], plain);
                Assert.Equal(plain.Order(), Enumerable.Range(0, found.Count).Select(i => found[i].Bits).Order());
            }
        }
    }

    [Fact]
    public void A_solved_cross_needs_no_turn()
    {
        var position = CrossPosition.Of(CubeState.Solved, Color.White);
        var found = new SolutionList();
        Search.Find(position, 0, found);
        Assert.Equal(1, found.Count);
        Assert.Equal("x2", CrossHolds.Choose(position, found[0]).ToString());
    }

    [Fact]
    public void A_position_held_otherwise_has_the_same_crosses()
    {
        var state = After("R U2 F' D L B2 U R' D2");
        foreach (var color in Faces.AllColors)
            foreach (var hold in Hold.All)
            {
                var turned = state.Apply(hold.Rotation);
                var position = CrossPosition.Of(turned, color);
                Assert.Equal(Search.Distance(CrossPosition.Of(state, color)), Search.Distance(position));
                var found = new SolutionList();
                Search.Find(position, Search.Distance(position), found);
                AssertCross(turned.Apply(CrossHolds.Choose(position, found[0]).All), color);
            }
    }

    [Fact]
    public void A_full_list_stops_the_search_and_says_so()
    {
        var position = CrossPosition.Of(After("R U2 F' D L B2 U R' D2"), Color.White);
        var found = new SolutionList { Limit = 10 };
        Search.Find(position, Search.Distance(position) + 2, found);
        Assert.Equal(10, found.Count);
        Assert.True(found.IsCut);
    }

    [Fact]
    public void A_cancelled_search_stops()
    {
        var position = CrossPosition.Of(After("R U2 F' D L B2 U R' D2"), Color.White);
        Assert.Throws<OperationCanceledException>(() =>
            Search.Find(position, Search.Distance(position) + 2, new SolutionList(), new CancellationToken(canceled: true)));
    }

    [Fact]
    public void Packed_turns_unpack_to_the_same() => FaceTurn.Array[0, PackedTurns.MaxLength].Sample(turns =>
    {
        Assert.Equal(turns, PackedTurns.Pack(turns).ToArray());
        Assert.Equal(turns.Length, PackedTurns.Pack(turns).Length);
    });

    /// <summary>The cross by its meaning: each base edge beside its own centre, base sticker on the base's face.</summary>
    internal static void AssertCross(CubeState state, Color color)
    {
        Assert.Equal(color, state.Hold.ColorAt(Face.D));
        var text = Facelets.Write(state);
        // Facelets of D next to F, R, B, L, and the lower middle facelet of each side face.
        (int Down, int Side, Face Face)[] arms = [(10, 25, Face.F), (14, 43, Face.R), (16, 34, Face.B), (12, 52, Face.L)];
        foreach (var (down, side, face) in arms)
        {
            Assert.Equal(color.Letter(), text[down]);
            Assert.Equal(state.Hold.ColorAt(face).Letter(), text[side]);
        }
    }

    private static void AssertFixedOrder(IReadOnlyList<Turn> turns)
    {
        for (var i = 1; i < turns.Count; i++)
        {
            Assert.NotEqual(turns[i - 1].Face, turns[i].Face);
            if (turns[i - 1].Axis == turns[i].Axis) Assert.True(turns[i - 1].Index < turns[i].Index);
        }
    }

    private static void AssertFewestBackTurns(StageSolution solution, Face base_)
    {
        var rounds = new[] { Face.F, Face.R, Face.B, Face.L }.Select(f => solution.Turns.Count(t => t.Face == f));
        Assert.Equal(rounds.Min(), solution.BackTurns);
        Assert.Contains(solution.Rotation, Hold.BringingDown(base_));
    }

    /// <summary>Every sequence in the fixed order, tried turn by turn without any table of distances.</summary>
    private static void Plain(int index, int left, List<Turn> turns, HashSet<ulong> found)
    {
        if (left == 0)
        {
            if (index == CrossTable.SolvedIndex) found.Add(PackedTurns.Pack(turns.ToArray()).Bits);
            return;
        }

        for (var t = 0; t < Turn.FaceTurnCount; t++)
        {
            var turn = Turn.FromIndex(t);
            if (turns.Count > 0 && (turns[^1].Face == turn.Face || (turns[^1].Axis == turn.Axis && turns[^1].Index > t))) continue;
            turns.Add(turn);
            Plain(CrossTable.After(index, t), left - 1, turns, found);
            turns.RemoveAt(turns.Count - 1);
        }
    }
}
