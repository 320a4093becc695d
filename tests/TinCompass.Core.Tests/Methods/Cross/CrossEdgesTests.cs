using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Search;

namespace TinCompass.Core.Tests.Methods.Cross;

public class CrossEdgesTests
{
    [Fact]
    public void Each_edge_has_24_states_of_six_kinds()
    {
        for (var edge = 0; edge < 4; edge++)
        {
            var stands = Enumerable.Range(0, 24).GroupBy(s => CrossEdges.Stand(edge, s)).ToDictionary(g => g.Key, g => g.Count());
            Assert.Equal(1, stands[EdgeStand.Home]);
            Assert.Equal(3, stands[EdgeStand.BaseElsewhere]);
            Assert.Equal(4, stands[EdgeStand.BaseFlipped]);
            Assert.Equal(8, stands[EdgeStand.Middle]);
            Assert.Equal(4, stands[EdgeStand.TopBaseUp]);
            Assert.Equal(4, stands[EdgeStand.TopFlipped]);
        }
    }

    [Fact]
    public void Good_and_bad_are_as_the_solver_learns_them()
    {
        for (var state = 0; state < 24; state++)
        {
            var good = CrossEdges.Stand(0, state) is not (EdgeStand.BaseFlipped or EdgeStand.TopFlipped);
            Assert.Equal(good, CrossEdges.IsNear(state));
            Assert.Equal(good, CrossEdges.TurnsToBase(state) <= 1);
            Assert.Equal(CrossEdges.IsPlaced(state), CrossEdges.TurnsToBase(state) == 0);
        }
    }

    [Fact]
    public void A_side_quarter_turn_makes_every_bad_edge_of_its_face_good()
    {
        foreach (var face in new[] { Face.F, Face.R, Face.B, Face.L })
            for (var state = 0; state < 24; state++)
            {
                if (CrossEdges.IsNear(state) || !Pieces.EdgeFaces[state >> 1].Contains(face)) continue;
                Assert.True(CrossEdges.IsNear(EdgeStickers.After(state, Turn.Of(face, 1))));
                Assert.True(CrossEdges.IsNear(EdgeStickers.After(state, Turn.Of(face, -1))));
            }
    }

    [Fact]
    public void An_offset_is_the_turn_of_the_base_that_leads_home()
    {
        for (var edge = 0; edge < 4; edge++)
            for (var state = 0; state < 24; state++)
            {
                var offset = CrossEdges.Offset(edge, state);
                Assert.Equal(CrossEdges.IsPlaced(state), offset is not null);
                if (offset is null) continue;
                var home = offset == 0 ? state : EdgeStickers.After(state, Turn.Of(Face.D, offset.Value));
                Assert.Equal(EdgeStand.Home, CrossEdges.Stand(edge, home));
            }
    }

    [Fact]
    public void The_last_edge_has_17_endings()
    {
        // Three edges solved, the fourth in any other place or flip that is free: 24 − 6 stickers of the three − 1 (home).
        var endings = Enumerable.Range(0, 24).Where(
            s => EdgeStickers.Place(s) is not (Edge.DR or Edge.DB or Edge.DL) && CrossEdges.Stand(0, s) != EdgeStand.Home);
        Assert.Equal(17, endings.Count());
    }

    [Fact]
    public void An_edge_alone_is_never_more_than_three_turns_from_home()
    {
        for (var edge = 0; edge < 4; edge++)
            Assert.Equal(3, Enumerable.Range(0, 24).Max(s => CrossEdges.Distance(edge, s)));
    }
}
