using CsCheck;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;
using static TinCompass.Core.Tests.Generators;

namespace TinCompass.Core.Tests.Scrambling;

public class TwoPhaseTests
{
    internal static readonly TwoPhaseSearch Search = new(StageKit.Shelf.Get(TwoPhaseTables.Kind));

    [Fact]
    public void A_sequence_leads_to_each_random_position_in_at_most_22_turns_and_21_on_average()
    {
        var random = new Random(9);
        var lengths = new List<int>();
        for (var i = 0; i < 150; i++)
        {
            var position = RandomPosition.Draw(random.Next);
            var sequence = Search.SequenceTo(position);
            Assert.Equal(position, CubeState.Solved.Apply(sequence.Turns));
            Assert.All(sequence.Turns, t => Assert.Equal(TurnKind.Face, t.Kind));
            lengths.Add(sequence.Length(Metric.Htm));
        }

        Assert.InRange(lengths.Max(), 18, TwoPhaseSearch.MaxLength);
        Assert.InRange(lengths.Average(), 18, 21);
    }

    [Fact]
    public void Near_positions_and_positions_held_otherwise_are_reached_too() => AnyTurn.Array[0, 4].Sample(turns =>
    {
        var position = CubeState.Solved.Apply(turns);
        Assert.Equal(position.Upright(), CubeState.Solved.Apply(Search.SequenceTo(position).Turns));
    }, iter: 60);

    [Fact]
    public void A_position_with_every_edge_flipped_needs_no_more_than_22()
    {
        int[] corners = [0, 1, 2, 3, 4, 5, 6, 7], edges = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11];
        var position = CubeState.Create(corners, new int[8], edges, [1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1]);
        var sequence = Search.SequenceTo(position);
        Assert.Equal(position, CubeState.Solved.Apply(sequence.Turns));
        Assert.InRange(sequence.Turns.Count, 20, 22);
    }

    [Fact]
    public void Then_and_inverse_are_what_sequences_do() => Gen.Select(FaceTurns, FaceTurns).Sample((a, b) =>
    {
        CubeState one = CubeState.Solved.Apply(a), other = CubeState.Solved.Apply(b);
        Assert.Equal(one.Apply(b), one.Then(other));
        Assert.Equal(CubeState.Solved, one.Then(one.Inverse()));
        Assert.Equal(CubeState.Solved.Apply(new Algorithm(a).Inverse().Turns), one.Inverse());
    });

    [Fact]
    public void Numbers_and_permutations_agree_both_ways()
    {
        var permutation = new byte[6];
        var seen = new HashSet<string>();
        for (var n = 0; n < 720; n++)
        {
            Permutations.Unrank(n, permutation);
            Assert.Equal(n, Permutations.Rank(permutation));
            Assert.True(seen.Add(string.Join(',', permutation)));
        }

        for (var n = 0; n < 495; n++)
        {
            var selection = Permutations.UnrankSelection(n, 4);
            Assert.Equal(4, System.Numerics.BitOperations.PopCount(selection));
            Assert.Equal(n, Permutations.RankSelection(selection));
        }
    }

    [Fact]
    public void A_cancelled_search_stops()
    {
        var position = RandomPosition.Draw(new Random(4).Next);
        Assert.Throws<OperationCanceledException>(() => Search.SequenceTo(position, new CancellationToken(canceled: true)));
        Assert.Throws<OperationCanceledException>(() => TwoPhaseTables.Build(new CancellationToken(canceled: true)));
    }
}
