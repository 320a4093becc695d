using TinCompass.Core.Cube;
using TinCompass.Core.Methods.F2l;
using static TinCompass.Core.Tests.Methods.F2l.F2lKit;

namespace TinCompass.Core.Tests.Methods.F2l;

/// <summary>What is said, on worked positions: green in front, red at the right, yellow down.</summary>
public class F2lWordsTests
{
    private static F2lState Before(string solution) => F2lState.Solved.After(Turns(solution).Reverse().Select(t => t.Inverse));

    private static string[] Sentences(string solution, SlotSet? solved = null)
    {
        var turns = Turns(solution);
        var trace = new F2lTrace(Before(solution), Slot.FR, solved ?? SlotSet.All.Without(Slot.FR), turns);
        return [.. F2lNotes.Of(trace, Hold.Scramble).Select(n => $"{string.Join(' ', turns.Skip(n.From).Take(n.To - n.From))}: {n.Words}")];
    }

    [Fact]
    public void A_joined_pair_is_brought_and_put_in() => Assert.Equal(
        ["U: Turns the joined pair.", "R U' R': Puts the joined pair in; blue-red comes out of place and returns."],
            Sentences("U R U' R'"));

    [Fact]
    public void One_that_goes_in_apart_is_opened_and_brought_together() => Assert.Equal(
        ["R U R': Brings them together on the way in; blue-red comes out of place and returns."], Sentences("R U R'"));

    [Fact]
    public void What_is_hidden_and_turned_over_is_said() => Assert.Equal(
        [
            "R U2 R': Hides the edge below while the corner moves on; turns the corner over; blue-red comes out of place and returns.",
            "U': Brings the corner over its slot.",
            "R U R': Brings them together on the way in; blue-red comes out of place and returns.",
        ],
        Sentences("R U2 R' U' R U R'"));

    [Fact]
    public void What_comes_out_is_said() => Assert.Equal(
        [
            "R U' R': Takes the edge out; blue-red comes out of place and returns.",
            "F' U2 F: Puts the joined pair in; green-orange comes out of place and returns.",
        ],
        Sentences("R U' R' F' U2 F"));

    [Fact]
    public void With_nothing_solved_beside_it_only_the_cross_is_protected() =>
        Assert.Equal(["R U R': Brings them together on the way in; the cross edge it lifts comes back."],
            Sentences("R U R'", SlotSet.None));

    [Theory]
    [InlineData("", "corner in the slot front-right, yellow down; edge in the slot front-right, green in front")]
    [InlineData("R U R'", "corner on top front-right, yellow to the right; edge on top behind, green up")]
    [InlineData("U R U' R'", "corner on top front-right, yellow in front; edge on top right, green up")]
    [InlineData("R U' R' F' U2 F", "corner on top front-right, yellow up; edge in the slot front-right, red in front")]
    public void Where_the_two_pieces_are(string solution, string words) =>
        Assert.Equal(words, F2lWords.Stand(Before(solution), Slot.FR, Hold.Scramble));

    [Fact]
    public void The_words_of_a_place_are_true_in_every_slot_and_hold()
    {
        foreach (var state in WithCross(40, 31))
        {
            var pairs = F2lState.Of(state);
            foreach (var slot in SlotSet.All.Slots)
            {
                var words = F2lWords.Stand(pairs, slot, state.Hold);
                var corner = pairs.CornerOf(slot);
                Assert.Contains($"{state.Hold.ColorAt(Face.D).Name()} ", words, StringComparison.Ordinal);
                Assert.Equal(F2lCases.IsOnTop(Search.CornerStickers.Place(corner)),
                    words.StartsWith("corner on top", StringComparison.Ordinal));
                Assert.Equal(F2lCases.IsOnTop(Search.EdgeStickers.Place(pairs.EdgeOf(slot))),
                    words.Contains("edge on top", StringComparison.Ordinal));
            }
        }
    }

    [Theory]
    [InlineData(F2lReason.Last, "the last one")]
    [InlineData(F2lReason.Cheapest, "no other is cheaper (green-orange 7)")]
    [InlineData(F2lReason.Frees, "it frees green-orange, a piece of which is stuck in this slot (green-orange 7)")]
    [InlineData(F2lReason.BackFirst, "it lies behind, where one sees least (green-orange 7)")]
    [InlineData(F2lReason.Together, "always taking the cheapest would cost 1.5 wt more in all (green-orange 7)")]
    [InlineData(F2lReason.Planned, "not the cheapest by itself, but the plan of all takes it now (green-orange 7)")]
    [InlineData(F2lReason.LeavesLess, "what is left becomes cheaper by it (green-orange 7)")]
    [InlineData(F2lReason.Given, "in the given order")]
    public void Why_a_pair_is_taken_now(F2lReason reason, string words) => Assert.Equal(
        words, F2lWords.Why(new F2lStep(Slot.FR, "right-back-f", [], [], 0, 1, F2lWay.Apart, [(Slot.FL, 7)], reason, Slot.FL, null)
        {
            Saves = 1.5,
        }, Hold.Scramble));

    [Theory]
    [InlineData(4, 4, 2, 0, "next green-red: both pieces stay in view, both on top at the end")]
    [InlineData(4, 0, 0, 0, "next green-red: never both in view, both still stuck")]
    [InlineData(4, 3, 1, 0, "next green-red: both in view for 3 of 4 turns, one still stuck")]
    [InlineData(4, 3, 1, 1, "next green-red: both in view for 3 of 4 turns, one on top and one in its place at the end")]
    [InlineData(4, 3, 0, 1, "next green-red: both in view for 3 of 4 turns, one in its place, one still stuck")]
    public void What_the_eyes_have(int turns, int inView, int onTop, int atHome, string words) =>
        Assert.Equal(words, F2lWords.Look(new LookAhead(turns, inView, onTop, atHome), SlotName.Of(Color.Green, Color.Red)));

    [Fact]
    public void Every_way_family_school_and_joint_has_a_name_of_its_own()
    {
        Names(Enum.GetValues<F2lWay>().Select(F2lWords.Name));
        Names(Enum.GetValues<F2lFamily>().Select(F2lWords.Name));
        Names(Enum.GetValues<F2lFamily>().Select(F2lWords.Rule));
        Names(Enum.GetValues<F2lSchool>().Select(F2lWords.Name));
        Names(Enum.GetValues<F2lJoint>().Select(F2lWords.Name));

        static void Names(IEnumerable<string> names)
        {
            string[] all = [.. names];
            Assert.Equal(all.Length, all.Distinct().Count());
            Assert.All(all, Assert.NotEmpty);
        }
    }
}
