using CsCheck;
using TinCompass.Core.Cube;
using static TinCompass.Core.Tests.Generators;

namespace TinCompass.Core.Tests.Cube;

public class CubeStateTests
{
    [Theory]
    [InlineData("R", 4)]
    [InlineData("M", 4)]
    [InlineData("x", 4)]
    [InlineData("R U R' U'", 6)]
    [InlineData("R U", 105)]
    [InlineData("R2 U2", 6)]
    public void A_sequence_has_its_known_order(string text, int order)
    {
        var turns = Notation(text);
        var state = CubeState.Solved;
        var times = 0;
        do
        {
            state = state.Apply(turns);
            times++;
        }
        while (state != CubeState.Solved);
        Assert.Equal(order, times);
    }

    [Theory]
    [InlineData("r", "L x")]
    [InlineData("l", "R x'")]
    [InlineData("u", "D y")]
    [InlineData("d", "U y'")]
    [InlineData("f", "B z")]
    [InlineData("b", "F z'")]
    [InlineData("M", "L' R x'")]
    [InlineData("E", "D' U y'")]
    [InlineData("S", "F' B z")]
    [InlineData("Rw2", "r2")]
    [InlineData("y' z' y", "x")]
    public void Wide_slice_and_rotation_are_what_they_are_made_of(string one, string other) => Assert.Equal(After(one), After(other));

    [Fact]
    public void R_brings_the_front_up_and_U_brings_the_front_left()
    {
        Assert.Equal(Edge.FR, After("R").EdgeAt(Edge.UR));
        Assert.Equal(Edge.UF, After("U").EdgeAt(Edge.UL));
        Assert.Equal(Edge.UF, After("F").EdgeAt(Edge.FR));
        Assert.Equal("green front", After("y'").Hold.ToString().Replace("white up, ", "").Replace("orange", "green"));
        Assert.Equal("yellow up, blue front", After("x2").Hold.ToString());
    }

    [Fact]
    public void A_sequence_and_its_inverse_are_nothing() => AnyTurns.Sample(turns =>
        CubeState.Solved.Apply(turns).Apply(turns.Reverse().Select(t => t.Inverse)) == CubeState.Solved);

    [Fact]
    public void Turns_of_one_axis_commute() =>
        Gen.Select(Position, AnyTurn, AnyTurn).Where((_, a, b) => a.Axis == b.Axis).Sample((s, a, b) =>
        s.Apply(a).Apply(b) == s.Apply(b).Apply(a));

    [Fact]
    public void Rotations_leave_a_cube_solved_and_face_turns_do_not()
    {
        foreach (var hold in Hold.All) Assert.True(CubeState.Solved.Apply(hold.Rotation).IsSolved);
        foreach (var index in Enumerable.Range(0, Turn.FaceTurnCount)) Assert.False(CubeState.Solved.Apply(Turn.FromIndex(index)).IsSolved);
    }

    [Fact]
    public void Every_hold_is_reached_by_its_own_rotation_of_at_most_two_turns()
    {
        foreach (var hold in Hold.All)
        {
            Assert.Equal(hold, CubeState.Solved.Apply(hold.Rotation).Hold);
            Assert.InRange(hold.Rotation.Count, 0, 2);
        }

        Assert.Equal(["x2", "z2", "x2 y", "x2 y'"], Hold.BringingDown(Face.U).Select(h => string.Join(' ', h.Rotation)));
        Assert.Equal(["", "y", "y'", "y2"], Hold.BringingDown(Face.D).Select(h => string.Join(' ', h.Rotation)));
        foreach (var face in Enum.GetValues<Face>())
            Assert.All(Hold.BringingDown(face), h => Assert.Equal((Color)face, CubeState.Solved.Apply(h.Rotation).Hold.ColorAt(Face.D)));
    }

    private static IReadOnlyList<Turn> Notation(string text) => TinCompass.Core.Notation.Algorithm.Parse(text).Turns;
}
