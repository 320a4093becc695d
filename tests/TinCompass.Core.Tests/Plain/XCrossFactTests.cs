using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.XCross;
using TinCompass.Core.Tests.Methods.Cross;
using TinCompass.Core.Tests.Methods.XCross;

namespace TinCompass.Core.Tests.Plain;

/// <summary>What is told of a pair that is planned with its cross, held against the plain cube.</summary>
public class XCrossFactTests
{
    [Fact]
    public void What_every_turn_does_to_the_pair_holds()
    {
        var (random, search, seen, count) = (new Random(PlainSeed.Today), XCrossSearchTests.NewSearch(), new HashSet<PairDeed>(), 0);
        Turn[] faces = [.. Enumerable.Range(0, Turn.FaceTurnCount).Select(Turn.FromIndex)];
        for (var i = 0; i < 40; i++)
        {
            var turns = random.GetItems(faces, 30);
            var (state, plain, color) = (CubeState.Solved.Apply(turns), PlainCube.After(string.Join(' ', turns)), (Color)(i % 6));
            foreach (var pair in search.Find(state, color))
                foreach (var plan in XCrossPlans.Best(state, pair, new CrossPlanOptions(), 8))
                {
                    // Turns may follow the plan, so that what stood is taken out again.
                    Turn[] own = [.. plan.Solution.All, .. random.GetItems(faces, random.Next(3))];
                    var explained = CrossPlannerTests.Explainer.Explain(state, color, own);
                    var lead = own.Length - explained.Notes.Count;
                    List<PlainCube> cubes = [plain.Turn(string.Join(' ', own.Take(lead)))];
                    foreach (var turn in own.Skip(lead)) cubes.Add(cubes[^1].Turn($"{turn}"));
                    PlainPair[] way = [.. cubes.Select(c => PlainPair.Of(c, color.Name(), pair.Slot.ToString()))];
                    foreach (var note in XCrossNotes.Of(state, own, explained, pair.Slot))
                    {
                        Assert.Equal(XCrossWords.Of(note.Facts), note.Words);
                        Assert.NotEmpty(note.Words);
                        foreach (var fact in note.Facts.Where(f => f.Piece == pair.Slot.ToString()))
                        {
                            var deed = Enum.Parse<PairDeed>(fact.Kind, ignoreCase: true);
                            count++;
                            seen.Add(deed);
                            Assert.True(Holds(deed, way[note.From], way[note.To]),
                                $"seed {PlainSeed.Today}: {string.Join(' ', turns)} | {string.Join(' ', own)} | {note.To}: {fact}");
                        }
                    }

                    AssertReport(PairStands.Report(state.Apply(own), color, pair.Slot), way[^1]);
                }
        }

        Assert.True(count > 1000, $"{count} facts");
        Assert.Empty(Enum.GetValues<PairDeed>().Except(seen));
    }

    private static bool Holds(PairDeed deed, PlainPair was, PlainPair now) => deed switch
    {
        PairDeed.PutsIn => !was.IsIn && now.IsIn,
        PairDeed.TakesPairOutJoined => was.IsIn && !now.IsIn && now.IsJoined,
        PairDeed.TakesPairOut => was.IsIn && !now.IsJoined,
        PairDeed.KeepsTogether => was.IsJoined && now.IsJoined && !was.StandsAs(now) && !now.IsIn,
        PairDeed.Joins => !was.IsJoined && now.IsJoined && !now.IsIn,
        PairDeed.Splits => was.IsJoined && !was.IsIn && !now.IsJoined,
        PairDeed.MovesCorner => was.Corner != now.Corner && was.Edge == now.Edge,
        PairDeed.MovesEdge => was.Corner == now.Corner && was.Edge != now.Edge,
        PairDeed.MovesBoth => was.Corner != now.Corner && was.Edge != now.Edge,
        _ => false,
    };

    private static void AssertReport(PairReport report, PlainPair pair)
    {
        var words = XCrossWords.Describe(report);
        Assert.Equal(pair.IsIn, words.StartsWith("solved", StringComparison.Ordinal));
        Assert.Equal(!pair.IsIn && pair.IsJoined, words.StartsWith("joined", StringComparison.Ordinal));
        if (report.Stand is PairStand.Solved) return;
        if (report.Stand is PairStand.OnTop or PairStand.Stuck)
        {
            // "the other stuck in another slot": each place that is told is one in which a piece is.
            V?[] columns = [PlainPair.Column(pair.Corner), PlainPair.Column(pair.Edge)];
            Assert.Equal(columns.Any(c => c is { } at && at != pair.Home), words.Contains("another", StringComparison.Ordinal)
                || words.Contains("other slots", StringComparison.Ordinal));
            Assert.Equal(pair.IsCornerUp || pair.IsEdgeUp, words.Contains("on top", StringComparison.Ordinal));
            Assert.Equal(columns.Any(c => c == pair.Home), words.Contains("own slot", StringComparison.Ordinal)
                || words.Contains("in their slot", StringComparison.Ordinal));
            Assert.Equal(pair.Edge.Y == -1, words.Contains("in the base", StringComparison.Ordinal));
        }

        Assert.Equal((pair.IsCornerUp ? 1 : 0) + (pair.IsEdgeUp ? 1 : 0), report.PiecesOnTop);
        Assert.Equal((PlainPair.Column(pair.Corner) == pair.Home ? 1 : 0) + (PlainPair.Column(pair.Edge) == pair.Home ? 1 : 0),
            report.PiecesInOwnSlot);
    }
}
