using CsCheck;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Search;
using static TinCompass.Core.Tests.Methods.F2l.F2lKit;

namespace TinCompass.Core.Tests.Methods.F2l;

public class F2lSearchTests
{
    private readonly F2lSearch search = NewSolver().Search;

    [Fact]
    public void The_2x2x2_blocks_have_the_exact_distances()
    {
        for (var slot = 0; slot < 4; slot++)
        {
            var counts = new int[F2lTables.MaxBlockDistance + 1];
            foreach (var distance in Tables.Block(slot))
                if (distance != byte.MaxValue) counts[distance]++;
            Assert.Equal([1, 9, 90, 852, 7_169, 44_182, 131_636, 68_940, 561], counts);
            Assert.Equal(F2lTables.BlockPositions, counts.Sum());
        }
    }

    [Fact]
    public void The_steps_say_of_every_turn_what_it_does_to_the_distance_of_a_block() => Generators.FaceTurns.Sample(turns =>
    {
        var state = F2lState.Solved.After(turns);
        for (var slot = 0; slot < 4; slot++)
        {
            int Distance(F2lState of) => Tables.Block(slot)[(of.CrossPair(slot) * EdgeStickers.PairCount) + of.SlotPair(slot)];
            var steps = Tables.Steps[(((slot * EdgeStickers.PairCount) + state.CrossPair(slot)) * EdgeStickers.PairCount)
                + state.SlotPair(slot)];
            Assert.Equal(Distance(state), (int)(steps >> F2lTables.From));
            for (var t = 0; t < Turn.FaceTurnCount; t++)
            {
                var change = Distance(state.After(t)) - Distance(state);
                Assert.Equal((change < 0, change <= 0), ((steps >> t & 1) == 1, (steps >> (F2lTables.Kept + t) & 1) == 1));
            }
        }
    });

    [Fact]
    public void Pieces_follow_turns_as_in_the_position() => Generators.FaceTurns.Sample(turns =>
        Assert.Equal(F2lState.Of(CubeState.Solved.Apply(turns)), F2lState.Solved.After(turns)));

    [Fact]
    public void The_first_pair_is_as_far_as_cross_and_pair_are_by_the_other_search()
    {
        var pairs = XCross.XCrossSearchTests.NewSearch();
        foreach (var state in WithCross(60, 1))
        {
            // The other search keeps no solved slot: compare where none is.
            if (F2lState.Of(state).SolvedSlots.Count > 0) continue;
            foreach (var pair in pairs.Find(state, state.Hold.ColorAt(Face.D)))
            {
                var slot = SlotPlaces.Find(pair.Slot, state.Hold)!.Value;
                var found = search.Find(F2lState.Of(state), new F2lGoal(SlotSet.None.With(slot)));
                Assert.Equal((pair.Length, pair.Solutions.Count), (found.Length, found.Count));
            }
        }
    }

    [Fact]
    public void Every_solution_solves_keeps_the_rest_and_each_comes_once()
    {
        var random = new Random(5);
        foreach (var (state, i) in WithCross(40, 2).Select((s, i) => (s, i)))
        {
            var (cube, pairs) = WithSlots(state, i % 4, random);
            var solved = pairs.SolvedSlots;
            foreach (var slot in solved.Others.Slots)
            {
                var found = search.Find(pairs, new F2lGoal(solved.With(slot)), slack: i % 3 == 0 ? 1 : 0);
                Assert.Equal(found.Solutions.Count, found.Solutions.Distinct().Count());
                Assert.Equal(found.Count, found.Solutions.Count(s => s.Length == found.Length));
                foreach (var solution in found.Solutions)
                {
                    var end = F2lState.Of(cube.Apply(solution.ToArray()));
                    Assert.True(end.IsCrossSolved);
                    Assert.All(solved.With(slot).Slots, s => Assert.True(end.IsSlotSolved(s)));
                    // Not solved before its end.
                    for (var n = 0; n < solution.Length; n++) Assert.False(
                        new F2lGoal(solved.With(slot)).IsReached(pairs.After(solution.ToArray().Take(n))));
                }
            }
        }
    }

    /// <summary>All sequences of up to five turns, each class of commuting neighbours once, against what the search finds.</summary>
    [Fact]
    public void Nothing_shorter_and_nothing_more_than_by_trying_all_sequences()
    {
        var random = new Random(6);
        foreach (var goal in new[] { new F2lGoal(SlotSet.None.With(Slot.BR)), new F2lGoal(SlotSet.All),
            new F2lGoal(SlotSet.None.With(Slot.FL), SlotSet.None.With(Slot.FR), SlotSet.None.With(Slot.BL)) })
            for (var i = 0; i < 6; i++)
            {
                var start = F2lState.Solved.After(Enumerable.Range(0, 4).Select(_ => Turn.FromIndex(random.Next(18))));
                var found = search.Find(start, goal, slack: 1);
                if (found.Length > 4) continue;
                var tried = new List<ulong>();
                Try(start, TurnOrder.All, 0, 0, tried, goal, found.Length + 1);
                Assert.Equal(tried.Order(), found.Solutions.Select(s => s.Bits).Order());
            }

        static void Try(F2lState state, uint allowed, ulong bits, int depth, List<ulong> tried, F2lGoal goal, int most)
        {
            if (goal.IsReached(state))
            {
                tried.Add(bits);
                return;
            }

            if (depth == most) return;
            for (var t = 0; t < 18; t++)
                if ((allowed >> t & 1) == 1) Try(state.After(t), TurnOrder.AllowedAfter[t], bits | ((ulong)(t + 1) << (5 * depth)),
                    depth + 1, tried, goal, most);
        }
    }

    [Fact]
    public void The_last_slot_never_takes_more_than_nine_turns()
    {
        var lengths = F2lCases.All.Where(c => !c.IsSolved)
            .SelectMany(c => Enumerable.Range(0, 4).Select(q => q == 0 ? Position(c) : Position(c).After([Turn.Of(Face.U, q)])))
            .Select(p => search.Find(p, new F2lGoal(SlotSet.All)).Length).ToArray();
        Assert.Equal((3, 9), (lengths.Min(), lengths.Max()));
    }

    [Fact]
    public void Chosen_faces_are_all_that_is_turned_and_may_leave_nothing()
    {
        var options = new F2lOptions { Faces = "RU" };
        var found = search.Find(Position(F2lCases.Find("right-back-f")!), new F2lGoal(SlotSet.All), 2, options.Turns);
        Assert.All(found.Solutions.SelectMany(s => s.ToArray()), t => Assert.Contains(t.Letter, "RU"));
        Assert.Equal(3, found.Length);
        var none = search.Find(Position(F2lCases.Find("front-left-r")!), new F2lGoal(SlotSet.All), 0,
            new F2lOptions { Faces = "UD" }.Turns);
        Assert.Equal((-1, 0), (none.Length, none.Solutions.Count));
    }

    [Fact]
    public void A_stopped_search_says_so_and_a_full_list_too()
    {
        var pairs = Position(F2lCases.Find("low-flip")!);
        var full = search.Find(pairs, new F2lGoal(SlotSet.All), 2, TurnOrder.All, 3);
        Assert.Equal((true, 3), (full.IsCut, full.Solutions.Count));
        using var stop = new CancellationTokenSource();
        stop.Cancel();
        var stopped = search.Find(pairs, new F2lGoal(SlotSet.All), 2, cancelled: stop.Token);
        Assert.True(stopped.IsCut);
        Assert.All(stopped.Solutions, s => Assert.Equal(F2lState.Solved, pairs.After(s.ToArray())));
    }
}
