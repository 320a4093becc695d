using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Notation;
using static TinCompass.Core.Tests.Generators;

namespace TinCompass.Core.Tests.Methods.Cross;

public class CrossExplainerTests
{
    private static CrossExplanation Explain(string scramble, Color color, string turns) =>
        CrossPlannerTests.Explainer.Explain(After(scramble), color, Algorithm.Parse(turns).Turns);

    private static IEnumerable<(CrossDeed, Color)> Deeds(CrossTurnNote note) => note.Events.Select(e => (e.Deed, e.Side));

    [Fact]
    public void Turns_that_place_edges_and_the_alignment_are_told()
    {
        var explained = Explain("D' R' F'", Color.Yellow, "F R D");
        // F brings yellow-red in at the front; D then carries it to the right, beside its centre.
        Assert.Equal([(CrossDeed.Places, Color.Red)], Deeds(explained.Notes[0]).Where(d => d.Item1 == CrossDeed.Places));
        Assert.Equal(1, explained.Notes[1].AlignmentLeft);
        Assert.Equal(BaseTurnAim.Aligns, explained.Notes[2].BaseTurn);
        Assert.Equal(0, explained.Notes[2].AlignmentLeft);
        Assert.Equal([3, 2, 1, 0], explained.Notes.Select(n => n.Remaining).Prepend(3));
        Assert.Contains("aligns the cross", CrossWords.ForTurn(Color.Yellow, explained.Notes[2]), StringComparison.Ordinal);
        Assert.Contains("a quarter turn left to align", CrossWords.ForTurn(Color.Yellow, explained.Notes[1]), StringComparison.Ordinal);
    }

    [Fact]
    public void A_bad_edge_made_good_and_a_good_one_made_bad_are_told()
    {
        // F' carries yellow-green to the front-right, good; R' drops it into the base flipped, bad; R carries it up flipped, bad as well.
        Assert.Contains((CrossDeed.TakesFar, Color.Green), Deeds(Explain("F'", Color.Yellow, "R'").Notes[0]));
        Assert.Contains((CrossDeed.TakesFar, Color.Green), Deeds(Explain("F'", Color.Yellow, "R").Notes[0]));
        Assert.Contains((CrossDeed.BringsNear, Color.Green), Deeds(Explain("F' R'", Color.Yellow, "R").Notes[0]));
        Assert.Contains((CrossDeed.Places, Color.Green), Deeds(Explain("F'", Color.Yellow, "F").Notes[0]));
    }

    [Fact]
    public void Every_note_agrees_with_the_reports_before_and_after_it()
    {
        foreach (var scramble in Scrambles(60, seed: 31))
        {
            var state = CubeState.Solved.Apply(scramble);
            foreach (var color in Faces.AllColors)
            {
                var own = new Random(scramble[0].Index).GetItems(Enumerable.Range(0, Turn.Count).Select(Turn.FromIndex).ToArray(), 8);
                foreach (var turns in new[] { [.. CrossPlannerTests.Planner.Plan(state, color).Groups[^1].Plans[0].Solution.All], own })
                {
                    var explained = CrossPlannerTests.Explainer.Explain(state, color, turns);
                    var before = explained.Edges.ToDictionary(e => e.Side);
                    foreach (var note in explained.Notes)
                    {
                        var after = note.Edges.ToDictionary(e => e.Side);
                        foreach (var e in note.Events) AssertTrue(e, before[e.Side], after[e.Side]);
                        foreach (var side in after.Keys.Where(k => before[k].IsNear != after[k].IsNear))
                            Assert.Contains(note.Events, e => e.Side == side);
                        foreach (var side in after.Keys.Where(k => before[k].Offset is null != after[k].Offset is null))
                            Assert.Contains(note.Events, e => e.Side == side);
                        Assert.NotEmpty(CrossWords.ForTurn(color, note));
                        Assert.InRange(note.Remaining, 0, 8);
                        before = after;
                    }
                }
            }
        }
    }

    [Fact]
    public void A_flipped_edge_in_its_place_and_one_above_raise_their_flags()
    {
        var below = Flagged(edges: [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11], flipped: [Edge.DF, Edge.UR], swapCorners: false);
        Assert.Equal(FourthFlag.FlippedBelow, below.Flag);
        Assert.Contains("flipped in its own place", CrossWords.ForPoints(Color.Yellow, below)[3], StringComparison.Ordinal);
        // The yellow-green edge above its place with yellow on the side, the white-green one below.
        var above = Flagged(edges: [4, 1, 2, 3, 0, 5, 6, 7, 8, 9, 10, 11], flipped: [Edge.UF, Edge.UR], swapCorners: true);
        Assert.Equal(FourthFlag.FlippedAbove, above.Flag);
        Assert.Contains("flipped above its place", CrossWords.ForPoints(Color.Yellow, above)[3], StringComparison.Ordinal);
        // With yellow up it drops in by one half turn: no flag.
        var plain = Flagged(edges: [4, 1, 2, 3, 0, 5, 6, 7, 8, 9, 10, 11], flipped: [], swapCorners: true);
        Assert.Equal(FourthFlag.None, plain.Flag);
        Assert.Equal(1, plain.Placements[3].TurnsAfterPrevious);
    }

    [Fact]
    public void The_five_points_follow_the_plan()
    {
        var points = Explain("D' R' F2", Color.Yellow, "F2 R D").Points!;
        Assert.Equal([0, 0, 1, 2], points.Placements.Select(p => p.AtTurn));
        Assert.Equal(1, points.Alignment);
        var words = CrossWords.ForPoints(Color.Yellow, points);
        Assert.Equal(5, words.Count);
        Assert.Contains("already stands", words[0], StringComparison.Ordinal);
        Assert.Contains("quarter turn", words[4], StringComparison.Ordinal);
    }

    [Fact]
    public void Rotations_and_slices_within_do_not_confuse_the_account()
    {
        var plain = Explain("D' R' F'", Color.Yellow, "F R D");
        var turned = Explain("D' R' F'", Color.Yellow, "y F y' R d");
        Assert.Equal("y", string.Join(' ', turned.Rotation.Rotation));
        // In the y-hold green is on the left: F is then R's deed, so the cross is not made; with L it is.
        Assert.Null(turned.Points);
        var rightly = Explain("D' R' F'", Color.Yellow, "y L y' R D");
        Assert.NotNull(rightly.Points);
        Assert.Equal(plain.Notes[^1].Edges.Select(e => e.Stand), rightly.Notes[^1].Edges.Select(e => e.Stand));
        Assert.Equal([1, 1, 2, 3], rightly.Notes.Select(n => n.Spent));
    }

    private static CrossPoints Flagged(int[] edges, Edge[] flipped, bool swapCorners)
    {
        int[] corners = [0, 1, 2, 3, 4, 5, 6, 7], flips = new int[12];
        if (swapCorners) (corners[0], corners[1]) = (corners[1], corners[0]);
        foreach (var place in flipped) flips[(int)place] = 1;
        var state = CubeState.Create(corners, new int[8], edges, flips);
        Assert.Null(Legality.Check(state));
        var solution = CrossPlannerTests.Planner.Plan(state, Color.Yellow).Groups.First(
            g => g.StandsAlready && g.First.Count == 3).Plans[0].Solution;
        return CrossPlannerTests.Explainer.Explain(state, Color.Yellow, [.. solution.All]).Points!;
    }

    private static void AssertTrue(CrossEvent e, CrossEdgeReport before, CrossEdgeReport after)
    {
        Assert.Equal(e.Place, after.Place);
        switch (e.Deed)
        {
            case CrossDeed.Places or CrossDeed.PutsBack or CrossDeed.Parks:
                Assert.True(before.Offset is null && after.Offset is not null);
                break;
            case CrossDeed.TakesOut or CrossDeed.KnocksOut:
                Assert.True(before.Offset is not null && after.Offset is null);
                Assert.Equal(e.Deed == CrossDeed.TakesOut, e.BackAt is not null);
                break;
            case CrossDeed.BringsNear:
                Assert.True(!before.IsNear && after.IsNear);
                break;
            case CrossDeed.TakesFar:
                Assert.True(before.IsNear && !after.IsNear);
                break;
            default:
                Assert.Equal(before.IsNear, after.IsNear);
                break;
        }
    }
}
