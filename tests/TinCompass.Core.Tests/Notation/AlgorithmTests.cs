using CsCheck;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using static TinCompass.Core.Tests.Generators;

namespace TinCompass.Core.Tests.Notation;

public class AlgorithmTests
{
    [Theory]
    [InlineData("R U R' U'", "R U R' U'")]
    [InlineData("RUR'U'", "R U R' U'")]
    [InlineData("R2' U’ F′ D`", "R2 U' F' D'")]
    [InlineData("R'2", "R2")]
    [InlineData("Rw Uw2 Fw'", "r u2 f'")]
    [InlineData("(R U)3", "R U R U R U")]
    [InlineData("(R U)x2 x2", "R U R U x2")]
    [InlineData("(R U) x2", "R U x2")]
    [InlineData("(R U')'", "U R'")]
    [InlineData("[R, U]", "R U R' U'")]
    [InlineData("[F: [R, U]]", "F R U R' U' F'")]
    [InlineData("[R U: D2]", "R U D2 U' R'")]
    [InlineData("[R, U]2", "R U R' U' R U R' U'")]
    [InlineData("R // first\n  U // second", "R U")]
    [InlineData("", "")]
    [InlineData("  // nothing yet", "")]
    [InlineData("M E S x y z", "M E S x y z")]
    public void A_text_comes_to_these_turns(string text, string turns) => Assert.Equal(turns, Algorithm.Parse(text).ToFlatString());

    [Theory]
    [InlineData("R U Q2 F", 1, 5, "Q2", "unknown-turn", "a turn")]
    [InlineData("R3", 1, 1, "R3", "unknown-turn", "2 or '")]
    [InlineData("R''", 1, 1, "R''", "unknown-turn", "2 or '")]
    [InlineData("R m U", 1, 3, "m", "unknown-turn", "upper case")]
    [InlineData("X2", 1, 1, "X2", "unknown-turn", "lower case")]
    [InlineData("rw", 1, 1, "rw", "unknown-turn", "w after")]
    [InlineData("(R U", 1, 5, "", "unclosed-bracket", ")")]
    [InlineData("F [R, U", 1, 8, "", "unclosed-bracket", "]")]
    [InlineData("F [R U", 1, 7, "", "unclosed-bracket", ", or :")]
    [InlineData("R U)", 1, 4, ")", "unexpected", "a turn")]
    [InlineData("[R, U)", 1, 6, ")", "unexpected", "]")]
    [InlineData("[R, U, F]", 1, 6, ",", "unexpected", "]")]
    [InlineData("R () U", 1, 4, ")", "unexpected", "a turn")]
    [InlineData("(R)0", 1, 4, "0", "bad-repeat", "from 1")]
    [InlineData("(R)99999999999", 1, 4, "99999999999", "bad-repeat", "from 1")]
    [InlineData("R U // fine\nF q", 2, 3, "q", "unknown-turn", "a turn")]
    public void An_error_names_the_place_the_text_and_what_was_expected(
        string text, int line, int column, string offending, string code, string expected)
    {
        var error = Assert.Throws<NotationException>(() => Algorithm.Parse(text));
        Assert.Equal((line, column, offending, code), (error.Line, error.Column, error.Offending, error.Code));
        Assert.Contains(expected, error.Expected, StringComparison.Ordinal);
        Assert.Contains($"olumn {column}", error.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Five_hundred_turns_are_read_and_one_more_is_not()
    {
        Assert.Equal(500, Algorithm.Parse("(R U)250").Turns.Count);
        Assert.Equal("too-long", Assert.Throws<NotationException>(() => Algorithm.Parse("(R U)250 F")).Code);
        Assert.Equal("too-long", Assert.Throws<NotationException>(() => Algorithm.Parse("((R U F)20)20")).Code);
        Assert.Equal("too-long", Assert.Throws<NotationException>(
            () => Algorithm.Parse(string.Concat(Enumerable.Repeat("[", 12)) + "R" + string.Concat(Enumerable.Repeat(", U]", 12)))).Code);
    }

    [Fact]
    public void Brackets_forty_deep_are_read_and_deeper_ones_are_an_error()
    {
        Assert.Single(Algorithm.Parse(new string('(', 40) + "R" + new string(')', 40)).Turns);
        Assert.Equal("too-deep", Assert.Throws<NotationException>(() => Algorithm.Parse(new string('(', 20_000))).Code);
    }

    [Fact]
    public void What_is_printed_reads_as_the_same_sequence() => Text.Sample(text =>
    {
        var once = Algorithm.Parse(text);
        Assert.Equal(once.Turns, Algorithm.Parse(once.ToString()).Turns);
        Assert.Equal(once.ToString(), Algorithm.Parse(once.ToString()).ToString());
        Assert.Equal(once.Turns, Algorithm.Parse(once.ToFlatString()).Turns);
    });

    [Fact]
    public void Random_text_is_read_or_refused_at_a_place_within_it() =>
        Gen.OneOf(Gen.String, Gen.Char["RUF'2()[],:x3 w/\n"].Array[0, 30].Select(c => new string(c))).Sample(text =>
        {
            try
            {
                _ = Algorithm.Parse(text);
            }
            catch (NotationException e)
            {
                var lines = text.Split('\n');
                Assert.InRange(e.Line, 1, lines.Length);
                Assert.InRange(e.Column, 1, lines[e.Line - 1].Length + 1);
                Assert.Equal(e.Offending, text.Substring(lines.Take(e.Line - 1).Sum(l => l.Length + 1) + e.Column - 1, e.Offending.Length));
            }
        }, iter: 5_000);

    [Fact]
    public void An_inverse_undoes_and_a_mirror_mirrors_twice_to_itself() => AnyTurns.Sample(turns =>
    {
        var a = new Algorithm(turns);
        Assert.Equal(CubeState.Solved, CubeState.Solved.Apply(a.Turns).Apply(a.Inverse().Turns));
        Assert.Equal(a.Turns, a.Mirror().Mirror().Turns);
    });

    [Fact]
    public void A_mirror_is_the_same_deed_seen_in_a_mirror()
    {
        Assert.Equal("L' U' L U M' x E'", Algorithm.Parse("R U R' U' M' x E").Mirror().ToFlatString());
        // A position is as far from solved, piece by piece, as its mirror image: orders agree.
        AnyTurns.Sample(turns => Order(turns) == Order(new Algorithm(turns).Mirror().Turns), iter: 30);
    }

    [Fact]
    public void Cancelling_keeps_the_effect_and_never_grows() => AnyTurns.Sample(turns =>
    {
        var cancelled = new Algorithm(turns).Cancelled();
        Assert.Equal(CubeState.Solved.Apply(turns), CubeState.Solved.Apply(cancelled.Turns));
        Assert.True(cancelled.Turns.Count <= turns.Length);
        Assert.Equal(cancelled.Turns, cancelled.Cancelled().Turns);
    });

    [Theory]
    [InlineData("R R", "R2")]
    [InlineData("R R'", "")]
    [InlineData("R L R'", "L")]
    [InlineData("U R R' U", "U2")]
    [InlineData("D U", "U D")]
    [InlineData("R x R'", "x")]
    public void Neighbours_cancel(string text, string left) => Assert.Equal(left, Algorithm.Parse(text).Cancelled().ToFlatString());

    [Theory]
    [InlineData("R U2 M r x", 5, 4, 6, 5)]
    [InlineData("R2 M2", 3, 2, 6, 2)]
    public void Lengths_are_counted_in_each_metric(string text, int htm, int stm, int qtm, int etm)
    {
        var a = Algorithm.Parse(text);
        Assert.Equal((htm, stm, qtm, etm), (a.Length(Metric.Htm), a.Length(Metric.Stm), a.Length(Metric.Qtm), a.Length(Metric.Etm)));
    }

    private static int Order(IReadOnlyList<Turn> turns)
    {
        var state = CubeState.Solved;
        for (var times = 1; ; times++)
        {
            state = state.Apply(turns);
            if (state == CubeState.Solved) return times;
        }
    }
}
