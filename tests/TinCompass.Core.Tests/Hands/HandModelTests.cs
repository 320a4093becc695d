using CsCheck;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using static TinCompass.Core.Tests.Generators;

namespace TinCompass.Core.Tests.Hands;

public class HandModelTests
{
    private static readonly HandModel Right = new(HandPreferences.Usual);
    private static readonly HandModel Left = new(new HandPreferences(LeftHanded: true));
    private static readonly Gen<Turn[]> Short = AnyTurn.Array[1, 7];

    private static IReadOnlyList<Turn> Turns(string text) => Algorithm.Parse(text).Turns;

    [Fact]
    public void Every_turn_can_be_made_by_some_hand()
    {
        for (var i = 0; i < Turn.Count; i++) Assert.NotEmpty(HandTable.WaysTo(Turn.FromIndex(i)));
    }

    /// <summary>
    /// Whoever has a hand for M makes every M with it and, where the top follows, turns that with the other one; M and U alone need no new
    /// grip, whichever hand it is.
    /// </summary>
    [Theory]
    [InlineData(MiddleHand.Left, false)]
    [InlineData(MiddleHand.Right, false)]
    [InlineData(MiddleHand.Left, true)]
    [InlineData(MiddleHand.Right, true)]
    public void The_hand_for_the_middle_layer_holds_its_grip_and_the_other_one_turns_the_top(MiddleHand hand, bool leftHanded)
    {
        var model = new HandModel(new HandPreferences(leftHanded, Middle: hand));
        Gen.OneOf(new[] { "M", "M'", "M2", "U", "U'", "U2" }.Select(Gen.Const).ToArray()).Array[1, 12].Sample(letters =>
        {
            var turns = letters.Where((l, i) => i == 0 || l[0] != letters[i - 1][0]).Select(l => Turns(l)[0]).ToArray();
            var reading = model.Read(turns)!;
            Assert.Equal(0, reading.Regrips);
            for (var i = 0; i < turns.Length; i++)
            {
                var isRight = reading.Steps[i].Finger < Finger.LeftWrist;
                if (turns[i].Letter == 'M') Assert.Equal(hand == MiddleHand.Right, isRight);
                else if (i > 0) Assert.Equal(hand == MiddleHand.Left, isRight);
                Assert.Equal((0, 0), (reading.Steps[i].LeftWrist, reading.Steps[i].RightWrist) switch
                {
                    // The stronger hand may grip as the first turn wants it; nothing turns a wrist after that.
                    var (left, right) => (left - reading.Steps[0].LeftWrist, right - reading.Steps[0].RightWrist),
                });
            }
        }, iter: 300);
        Assert.Equal(model.Measure(Turns("M2")), new HandModel(new HandPreferences(!leftHanded, Middle: hand)).Measure(Turns("M2")));
    }

    [Fact]
    public void The_three_turns_of_the_middle_layer_are_made_by_other_fingers_and_cost_otherwise()
    {
        var read = new[] { "M'", "M", "M2" }.Select(m => Right.Read(Turns(m))!).ToArray();
        Assert.Equal([Finger.RightRing, Finger.RightThumb, Finger.RightRingAndMiddle], read.Select(r => r.Steps[0].Finger));
        Assert.True(read[0].Time < read[1].Time && read[1].Time < read[2].Time && read[2].Time < 2 * read[0].Time);
    }

    [Fact]
    public void A_rewritten_sequence_is_never_slower_and_does_the_same_up_to_a_rotation() => Short.Sample(turns =>
    {
        HandReading plain = Right.Read(turns)!, rewritten = Right.Rewrite(turns)!;
        Assert.True(rewritten.Time <= plain.Time + 1e-9);
        var hold = turns.TakeWhile(t => t.Kind == TurnKind.Rotation);
        var start = CubeState.Solved.Apply(hold);
        Assert.Equal(CubeState.Solved.Apply(turns).Upright(), start.Apply(rewritten.Turns).Upright());
        Assert.Equal(turns.SkipWhile(t => t.Kind == TurnKind.Rotation), plain.Turns);
    }, iter: 60);

    [Fact]
    public void A_rewriting_with_the_base_down_ends_so_and_is_never_quicker_than_the_free_one() => Short.Sample(turns =>
    {
        Turn[] written = [.. turns.SkipWhile(t => t.Kind == TurnKind.Rotation)];
        HandReading free = Right.Rewrite(written)!, down = Right.RewriteBaseDown(written)!;
        Assert.True(down.Time >= free.Time - 1e-9);
        Assert.Equal(Color.White, CubeState.Solved.Apply(down.Turns).Hold.ColorAt(Face.U));
        Assert.Equal(CubeState.Solved.Apply(written).Upright(), CubeState.Solved.Apply(down.Turns).Upright());
        // What is told as quicker is so by what is worth telling, and is the same rewriting.
        var plain = Right.Read(written)!;
        var quicker = Right.Quicker(written, plain);
        Assert.Equal(plain.Time - down.Time >= HandModel.WorthTelling - 1e-9, quicker is not null);
        if (quicker is not null) Assert.Equal(down.Time, quicker.Time, 9);
    }, iter: 200);

    [Fact]
    public void A_limit_only_leaves_out_what_is_above_it() => Short.Sample(turns =>
    {
        byte[] indices = [.. turns.Select(t => (byte)t.Index)];
        Assert.True(Right.TryMeasure(indices, out var time, out var regrips));
        Assert.True(Right.TryMeasure(indices, out var same, out var sameRegrips, time));
        Assert.Equal((time, regrips), (same, sameRegrips));
        Assert.False(Right.TryMeasure(indices, out _, out _, time - 0.01));
    });

    [Fact]
    public void No_sequence_of_face_turns_is_quicker_than_the_least_for_its_length() =>
        Gen.Int[0, Turn.FaceTurnCount - 1].Select(Turn.FromIndex).Array[1, 12].Sample(turns =>
        {
            byte[] indices = [.. turns.Where((t, i) => i == 0 || turns[i - 1].Face != t.Face).Select(t => (byte)t.Index)];
            Assert.True(Right.TryMeasure(indices, out var time, out _));
            Assert.True(Right.LeastFor(indices.Length) <= time + 1e-9);
            Assert.True(Right.LeastFor(indices.Length) > Right.LeastFor(indices.Length - 1));
        });

    [Fact]
    public void A_mirror_with_swapped_hands_costs_the_same() => Short.Sample(turns =>
    {
        var mirror = turns.Select(t => t.Mirror).ToArray();
        Assert.Equal(Right.Read(turns)!.Time, Left.Read(mirror)!.Time, 9);
        Assert.Equal(Right.Rewrite(turns)!.Time, Left.Rewrite(mirror)!.Time, 9);
    }, iter: 40);

    [Fact]
    public void An_inverse_is_read_as_written_too() => Short.Sample(turns =>
    {
        var inverse = new Algorithm(turns).Inverse().Turns;
        Assert.Equal(inverse.SkipWhile(t => t.Kind == TurnKind.Rotation), Right.Read(inverse)!.Turns);
    });

    [Fact]
    public void Wrists_stay_in_their_range_and_the_parts_add_up() => Short.Sample(turns =>
    {
        var reading = Right.Read(turns)!;
        Assert.All(reading.Steps, s =>
        {
            Assert.InRange(s.LeftWrist, HandTable.MinWrist, HandTable.MaxWrist);
            Assert.InRange(s.RightWrist, HandTable.MinWrist, HandTable.MaxWrist);
        });
        Assert.Equal(reading.Time, reading.Steps.Sum(s => s.Time), 9);
    });

    [Fact]
    public void Measuring_gives_what_reading_gives() => Short.Sample(turns =>
    {
        var written = turns.SkipWhile(t => t.Kind == TurnKind.Rotation).ToArray();
        foreach (var model in new[] { Right, Left, new HandModel(new HandPreferences(Avoided: "BM")) })
        {
            var measured = model.TryMeasure([.. written.Select(t => (byte)t.Index)], out var time, out var regrips);
            var reading = model.Read(turns);
            Assert.Equal(reading is not null, measured);
            if (reading is null) continue;
            Assert.Equal((reading.Time, reading.Regrips), (time, regrips));
            Assert.True(written.Sum(t => model.LeastOf(t.Index)) <= time + 1e-9);
        }
    });

    [Fact]
    public void A_wrist_that_is_turned_out_has_to_grip_anew()
    {
        // Gripped as the first turns want it the wrist goes three quarters out; the fourth needs a new grip. Back and forth needs none.
        Assert.Equal(0, Right.Read(Turns("R U R U R U"))!.Regrips);
        Assert.Equal(1, Right.Read(Turns("R U R U R U R U"))!.Regrips);
        // The weaker hand starts at home.
        Assert.Equal(1, Right.Read(Turns("L' U' L' U' L' U'"))!.Regrips);
        Assert.Equal(0, Right.Read(Turns("R U R' U' R U R'"))!.Regrips);
    }

    [Fact]
    public void The_table_says_what_hands_say()
    {
        Assert.True(Right.Read(Turns("B"))!.Time > Right.Read(Turns("F"))!.Time);
        Assert.True(Right.Read(Turns("F"))!.Time > Right.Read(Turns("U"))!.Time);
        Assert.True(Right.Read(Turns("U U"))!.Time > Right.Read(Turns("U U'"))!.Time);
        Assert.True(Right.Read(Turns("y R"))!.Time < Right.Read(Turns("R y"))!.Time);
        // Right and left against each other are a slice.
        Assert.Equal("M'", string.Join(' ', Right.Rewrite(Turns("R' L"))!.Turns));
    }

    /// <summary>The pairs that the constants are fitted to (bench, './tc bench hands'): all hold, the strong ones by 5 %.</summary>
    [Fact]
    public void What_fast_hands_find_quicker_is_so_for_a_right_hander_and_mirrored_for_a_left_hander()
    {
        var pairs = File.ReadLines(Path.Combine(AppContext.BaseDirectory, "Calibration", "hands.txt"))
            .Where(l => l.Length > 0 && l[0] != '#').Select(l => l.Split('|', StringSplitOptions.TrimEntries)).ToArray();
        Assert.True(pairs.Length >= 26);
        foreach (var pair in pairs)
        {
            double quicker = Right.Measure(Turns(pair[0]))!.Value, slower = Right.Measure(Turns(pair[1]))!.Value;
            Assert.True(quicker * (pair[2] == "strong" ? 1.05 : 1) < slower, $"{pair[0]} | {pair[1]}: {quicker:0.00} {slower:0.00}");
            Assert.Equal(quicker, Left.Measure(Turns(pair[0]).Select(t => t.Mirror))!.Value, 9);
            Assert.Equal(slower, Left.Measure(Turns(pair[1]).Select(t => t.Mirror))!.Value, 9);
        }
    }

    [Fact]
    public void Avoided_turns_are_avoided_or_nothing_is_given()
    {
        var without = new HandModel(new HandPreferences(Avoided: "Bbxyz"));
        Assert.Null(without.Read(Turns("R B R'")));
        var rewritten = without.Rewrite(Turns("R B R'"))!;
        Assert.DoesNotContain(rewritten.Turns, t => "Bbxyz".Contains(t.Letter));
        Assert.Equal(After("R B R'").Upright(), CubeState.Solved.Apply(rewritten.Turns).Upright());
        Assert.Null(new HandModel(new HandPreferences(Avoided: "UDFBRLudfbrl")).Rewrite(Turns("R U")));
    }

    [Theory]
    [InlineData("R U R' M x", "y", "F U F' S' z")]
    [InlineData("r D2", "x2", "r U2")]
    [InlineData("F R", "", "F R")]
    public void In_another_hold_the_same_turns_have_other_names(string turns, string hold, string seen) =>
        Assert.Equal(seen, string.Join(' ', HandWords.InHold(Turns(turns), Turns(hold))));

    [Fact]
    public void Nothing_takes_no_time() => Assert.Equal(0, Right.Rewrite([])!.Time);
}
