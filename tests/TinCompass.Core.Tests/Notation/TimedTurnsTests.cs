using TinCompass.Core.Notation;

namespace TinCompass.Core.Tests.Notation;

public class TimedTurnsTests
{
    [Fact]
    public void Turns_and_their_times_are_read_and_written_as_they_are()
    {
        var timed = TimedTurns.Parse(" x2@0  R'@120 U2@120\n M@3600000 ");
        Assert.Equal("x2 R' U2 M", string.Join(' ', timed.Turns));
        Assert.Equal([0, 120, 120, 3_600_000], timed.Ms!);
        Assert.Equal("x2@0 R'@120 U2@120 M@3600000", timed.ToString());
    }

    [Fact]
    public void Without_times_it_is_read_as_any_sequence()
    {
        var plain = TimedTurns.Parse("[R, U] (F2)2 // done");
        Assert.Null(plain.Ms);
        Assert.Equal("R U R' U' F2 F2", plain.ToString());
    }

    /// <summary>A gap of 100 ms is usual: a second quarter within 75 makes a half turn, at its time.</summary>
    [Theory]
    [InlineData("U@0 U@75 R@300", "U2@75 R@300")]
    [InlineData("U@0 U@76 R@300", "U@0 U@76 R@300")]
    [InlineData("U'@0 U'@50 U'@100", "U2@50 U'@100")]
    [InlineData("U@0 U'@50 U2@60 U2@70", "U@0 U'@50 U2@60 U2@70")]
    [InlineData("y@0 y@10 M@20 M@30", "y@0 y@10 M2@30")]
    public void Two_quarters_that_follow_at_once_are_one_half_turn(string told, string joined) =>
        Assert.Equal(joined, TimedTurns.Parse(told).Joined(100).ToString());

    [Fact]
    public void Without_times_nothing_is_joined() =>
        Assert.Equal("U U R", TimedTurns.Parse("U U R").Joined(100).ToString());

    [Theory]
    [InlineData("R@10 U", 6, "U")]
    [InlineData("R@10 U@5", 7, "@5")]
    [InlineData("R@10 U@-5", 7, "@-5")]
    [InlineData("R@1.5", 2, "@1.5")]
    [InlineData("R@3600001", 2, "@3600001")]
    [InlineData("@10", 1, "@10")]
    [InlineData("R@10 (U)2@20 Q@30", 6, "(U)2@20")]
    public void A_time_that_is_none_is_told_with_its_place(string text, int column, string offending)
    {
        var told = Assert.Throws<NotationException>(() => TimedTurns.Parse(text));
        Assert.Equal(("bad-time", column, offending), (told.Code, told.Column, told.Offending));
        Assert.Contains($"Column {column}:", told.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_turn_that_is_none_is_told_at_its_place_and_too_many_are_refused()
    {
        var told = Assert.Throws<NotationException>(() => TimedTurns.Parse("R@10 Q@30"));
        Assert.Equal(("unknown-turn", 6), (told.Code, told.Column));
        var long_ = string.Join(' ', Enumerable.Range(0, Algorithm.MaxTurns + 1).Select(i => $"R@{i}"));
        Assert.Equal("too-long", Assert.Throws<NotationException>(() => TimedTurns.Parse(long_)).Code);
    }
}
