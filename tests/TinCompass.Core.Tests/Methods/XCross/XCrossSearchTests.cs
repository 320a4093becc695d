using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.XCross;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;
using TinCompass.Core.Tests.Methods.Cross;
using static TinCompass.Core.Tests.Generators;

namespace TinCompass.Core.Tests.Methods.XCross;

public class XCrossSearchTests
{
    internal static readonly XCrossTables Tables = StageKit.Shelf.Get(XCrossTables.Kind);
    private static readonly CrossTable Table = CrossSearchTests.Search.Table;

    internal static XCrossSearch NewSearch() => new(Table, Tables);

    /// <summary>Of 72 990 720 positions of cross and one pair, how many are 0 to 10 turns away.</summary>
    private static readonly double[] Exact = [1, 15, 172, 1_950, 21_535, 220_368, 1_989_591, 13_431_990, 40_963_892, 16_325_184, 36_022];

    [Fact]
    public void The_first_distances_are_exact_position_by_position()
    {
        // Breadth first from the solved cross and pair, six edges and corner states packed; each level is counted whole.
        var seen = new HashSet<(int Cross, int Corner, int Edge)> { (
            CrossTable.SolvedIndex, XCrossTables.SolvedCorner, XCrossTables.SolvedEdge) };
        var level = seen.ToList();
        for (var depth = 0; depth <= 4; depth++)
        {
            Assert.Equal(Exact[depth], level.Count);
            foreach (var p in level)
                Assert.InRange(Math.Max(Tables.WithCorner[(p.Cross * 24) + p.Corner], Tables.WithEdge[(p.Cross * 24) + p.Edge]), 0, depth);
            var next = new List<(int, int, int)>();
            foreach (var (cross, corner, edge) in level)
                for (var t = 0; t < Turn.FaceTurnCount; t++)
                {
                    var after = (CrossTable.After(cross, t), (int)CornerStickers.Moves[(t * 24) + corner],
                        (int)EdgeStickers.Moves[(t * 24) + edge]);
                    if (seen.Add(after)) next.Add(after);
                }

            level = next;
        }
    }

    [Fact]
    public void A_random_sample_fits_the_exact_distribution()
    {
        const int draws = 4_000;
        var search = new XCrossSearch(Table, Tables);
        var random = new Random(12);
        var counts = new int[11];
        for (var i = 0; i < draws; i++)
        {
            var position = RandomPosition.Draw(random.Next);
            counts[search.FindOne(position, CrossPosition.Of(position, (Color)(i % 6), i % 4)).Length]++;
        }

        // 0 to 5 together, and 9 with 10: five classes, four degrees of freedom, 0.1 % at 18.47.
        double[] expected = [Exact[..6].Sum(), Exact[6], Exact[7], Exact[8], Exact[9] + Exact[10]];
        int[] seen = [counts[..6].Sum(), counts[6], counts[7], counts[8], counts[9] + counts[10]];
        Assert.Equal(72_990_720, Exact.Sum());
        var chiSquare = expected.Zip(seen, (e, s) => Math.Pow(s - (e * draws / Exact.Sum()), 2) / (e * draws / Exact.Sum())).Sum();
        Assert.InRange(chiSquare, 0, 18.47);
    }

    [Fact]
    public void Every_solution_solves_cross_and_pair_and_all_are_different()
    {
        var search = new XCrossSearch(Table, Tables);
        foreach (var scramble in Scrambles(25, seed: 41))
        {
            var state = CubeState.Solved.Apply(scramble);
            foreach (var color in Faces.AllColors)
            {
                var pairs = search.Find(state, color);
                Assert.Equal(4, pairs.Select(p => p.Slot).Distinct().Count());
                foreach (var pair in pairs)
                {
                    Assert.False(pair.IsCut);
                    var texts = new HashSet<string>();
                    foreach (var packed in pair.Solutions)
                    {
                        var solution = CrossHolds.Choose(pair.Position, packed);
                        Assert.Equal(pair.Length, solution.Length);
                        Assert.True(texts.Add(solution.ToString()));
                        AssertPair(state.Apply(solution.All), color, pair.Slot);
                    }
                }
            }
        }
    }

    [Fact]
    public void All_solutions_are_found_as_a_plain_search_finds_them()
    {
        var search = new XCrossSearch(Table, Tables);
        var tried = 0;
        foreach (var scramble in Scrambles(3_000, seed: 19))
        {
            var state = CubeState.Solved.Apply(scramble.Take(5));
            var position = CrossPosition.Of(state, Color.Yellow);
            var pair = search.FindOne(state, position);
            if (pair.Length is < 2 or > 4 || tried++ > 25) continue;
            var (corner, edge) = PairStands.Of(state, position);
            for (var length = 0; length < pair.Length; length++) Assert.Empty(Plain(position.Index, corner, edge, length, []));
            Assert.Equal(Plain(position.Index, corner, edge, pair.Length, []).Order(), pair.Solutions.Select(s => s.Bits).Order());
        }

        Assert.True(tried > 10);
    }

    [Fact]
    public void A_stopped_search_gives_a_bound_and_says_so()
    {
        var state = RandomPosition.Draw(new Random(2).Next);
        var search = new XCrossSearch(Table, Tables);
        var whole = search.Find(state, Color.White);
        using var stopped = new CancellationTokenSource();
        stopped.Cancel();
        // Many searches, so that the moment of looking at the token comes for certain.
        var cut = Enumerable.Range(0, 400).SelectMany(_ => search.Find(state, Color.White, stopped.Token)).Where(p => p.IsCut).ToArray();
        Assert.NotEmpty(cut);
        Assert.All(cut, p => Assert.InRange(p.Length, 0, whole.Single(w => w.Slot == p.Slot).Length));
    }

    [Fact]
    public void Pairs_are_told_by_how_they_stand()
    {
        // Yellow is down: the front-right slot is green-red. R U R' takes its pair out joined; R U' R' splits it differently; F2 R2 leaves
        // it elsewhere.
        Assert.All(PairStands.Report(CubeState.Solved, Color.Yellow), r => Assert.Equal(PairStand.Solved, r.Stand));
        Assert.Equal(PairStand.Joined, Stand("R U R'"));
        Assert.Equal(PairStand.Joined, Stand("R"));
        Assert.Equal(PairStand.OnTop, Stand("R U R' U R U' R' U' F' U2 F"));
        Assert.Equal(PairStand.Stuck, Stand("R U' R' F' U F R2"));
        PairStand Stand(string turns) => PairStands.Report(After(turns), Color.Yellow)
            .Single(r => r.Slot == SlotName.Of(Color.Green, Color.Red)).Stand;
    }

    [Theory]
    [InlineData("", "R", "takes green-red out, joined")]
    [InlineData("R U R'", "U", "keeps green-red together")]
    [InlineData("R", "R'", "puts green-red in its slot")]
    [InlineData("R U R'", "D", "")]
    [InlineData("R U' R' F' U F R2", "U", "moves both pieces of green-red")]
    [InlineData("R U R'", "L", "splits green-red")]
    [InlineData("R U R' L", "L'", "joins green-red")]
    public void A_turn_says_what_it_does_to_the_pair(string before, string turn, string words)
    {
        var (state, turns) = (After(before), TinCompass.Core.Notation.Algorithm.Parse(turn).Turns);
        var slot = SlotName.Of(Color.Green, Color.Red);
        var deed = XCrossNotes.DeedOf(PairStands.Report(state, Color.Yellow, slot),
            PairStands.Report(state.Apply(turns), Color.Yellow, slot));
        Assert.Equal(words.Length == 0, deed is null);
        if (deed is null) return;
        var note = Assert.Single(XCrossNotes.Of(state, turns, StageKit.Cross.Tools.Explainer.Explain(state, Color.Yellow, turns), slot));
        Assert.Equal(deed < PairDeed.MovesCorner || note.Words == words, note.Words.EndsWith(words, StringComparison.Ordinal));
        Assert.Equal(deed == PairDeed.PutsIn, note.Marks.Contains(Color.Green) && note.Marks.Contains(Color.Red));
    }

    [Fact]
    public void Tables_come_back_from_their_file()
    {
        using var stream = new MemoryStream();
        Tables.Save(stream);
        stream.Position = 0;
        var loaded = XCrossTables.Load(stream);
        Assert.True(loaded.WithCorner.SequenceEqual(Tables.WithCorner) && loaded.WithEdge.SequenceEqual(Tables.WithEdge));
    }

    private static void AssertPair(CubeState state, Color color, SlotName slot)
    {
        CrossSearchTests.AssertCross(state, color);
        var text = Facelets.Write(state);
        // The four slots: facelets of the corner on D and its two sides, and of the edge on the same sides.
        (Face A, Face B, int[] OnD, int[] OnA, int[] OnB)[] slots =
        [
            (Face.F, Face.R, [11], [26, 23], [42, 39]), (Face.R, Face.B, [17], [44, 41], [33, 30]),
            (Face.B, Face.L, [15], [35, 32], [51, 48]), (Face.L, Face.F, [9], [53, 50], [24, 21]),
        ];
        var (faceA, faceB, onD, onA, onB) = slots.Single(s => SlotName.Of(state.Hold.ColorAt(s.A), state.Hold.ColorAt(s.B)) == slot);
        Assert.All(onD, i => Assert.Equal(color.Letter(), text[i]));
        Assert.All(onA, i => Assert.Equal(state.Hold.ColorAt(faceA).Letter(), text[i]));
        Assert.All(onB, i => Assert.Equal(state.Hold.ColorAt(faceB).Letter(), text[i]));
    }

    private static HashSet<ulong> Plain(int cross, int corner, int edge, int left, List<Turn> turns)
    {
        var found = new HashSet<ulong>();
        if (left == 0)
        {
            if (cross == CrossTable.SolvedIndex && corner == XCrossTables.SolvedCorner && edge == XCrossTables.SolvedEdge) found.Add(
                PackedTurns.Pack(turns.ToArray()).Bits);
            return found;
        }

        for (var t = 0; t < Turn.FaceTurnCount; t++)
        {
            var turn = Turn.FromIndex(t);
            if (turns.Count > 0 && (turns[^1].Face == turn.Face || (turns[^1].Axis == turn.Axis && turns[^1].Index > t))) continue;
            turns.Add(turn);
            found.UnionWith(Plain(CrossTable.After(cross, t), CornerStickers.Moves[(t * 24) + corner], EdgeStickers.Moves[(t * 24) + edge],
                left - 1, turns));
            turns.RemoveAt(turns.Count - 1);
        }

        return found;
    }
}
