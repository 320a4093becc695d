using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstTwoLayers;
using static TinCompass.Core.Tests.Methods.FirstTwoLayers.PairTools;

namespace TinCompass.Core.Tests.Methods.FirstTwoLayers;

/// <summary>What is said, on worked positions: green in front, red at the right, yellow down.</summary>
public class PairsWordsTests
{
    private static PairsState Before(string solution) => PairsState.Solved.After(Turns(solution).Reverse().Select(t => t.Inverse));

    private static string[] Sentences(string solution, SlotSet? solved = null)
    {
        var turns = Turns(solution);
        var trace = new PairTrace(Before(solution), Slot.FR, solved ?? SlotSet.All.Without(Slot.FR), turns);
        return [.. PairsWords.Groups(trace, Hold.Scramble, (a, b) => string.Join(' ', turns.Skip(a).Take(b - a))).Select(g => $"{g.Turns}: {g.Words}")];
    }

    [Fact]
    public void A_joined_pair_is_brought_and_put_in() => Assert.Equal(
        ["U: Brings the pair to where it goes in.", "R U' R': Puts the joined pair in; blue-red comes out of place and returns."], Sentences("U R U' R'"));

    [Fact]
    public void One_that_goes_in_apart_is_opened_and_brought_together() => Assert.Equal(
        ["R U R': Opens the slot, brings the two together and puts them in; blue-red comes out of place and returns."], Sentences("R U R'"));

    [Fact]
    public void What_is_hidden_and_turned_over_is_said() => Assert.Equal(
        [
            "R U2 R': Hides the edge below while the corner moves on; the corner is turned over; blue-red comes out of place and returns.",
            "U': Brings the corner over its slot.",
            "R U R': Opens the slot, brings the two together and puts them in; blue-red comes out of place and returns.",
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
        Assert.Equal(["R U R': Opens the slot, brings the two together and puts them in; the cross edge it lifts comes back."], Sentences("R U R'", SlotSet.None));

    [Theory]
    [InlineData("", "corner in the slot front-right, yellow down; edge in the slot front-right, green in front")]
    [InlineData("R U R'", "corner on top front-right, yellow to the right; edge on top behind, green up")]
    [InlineData("U R U' R'", "corner on top front-right, yellow in front; edge on top right, green up")]
    [InlineData("R U' R' F' U2 F", "corner on top front-right, yellow up; edge in the slot front-right, red in front")]
    public void Where_the_two_pieces_are(string solution, string words) => Assert.Equal(words, PairsWords.Stand(Before(solution), Slot.FR, Hold.Scramble));

    [Fact]
    public void The_words_of_a_place_are_true_in_every_slot_and_hold()
    {
        foreach (var state in WithCross(40, 31))
        {
            var pairs = PairsState.Of(state);
            foreach (var slot in SlotSet.All.Slots)
            {
                var words = PairsWords.Stand(pairs, slot, state.Hold);
                var corner = pairs.CornerOf(slot);
                Assert.Contains($"{state.Hold.ColorAt(Face.D).Name()} ", words, StringComparison.Ordinal);
                Assert.Equal(PairCases.IsOnTop(Search.CornerStickers.Place(corner)), words.StartsWith("corner on top", StringComparison.Ordinal));
                Assert.Equal(PairCases.IsOnTop(Search.EdgeStickers.Place(pairs.EdgeOf(slot))), words.Contains("edge on top", StringComparison.Ordinal));
            }
        }
    }

    [Theory]
    [InlineData(PairsReason.Last, "the last one")]
    [InlineData(PairsReason.Cheapest, "no other is cheaper (green-orange 7)")]
    [InlineData(PairsReason.Frees, "it frees green-orange, a piece of which is stuck in this slot (green-orange 7)")]
    [InlineData(PairsReason.BackFirst, "the back cannot be seen later, so it is filled now (green-orange 7)")]
    [InlineData(PairsReason.LeavesLess, "what is left becomes cheaper by it (green-orange 7)")]
    [InlineData(PairsReason.Given, "in the given order")]
    public void Why_a_pair_is_taken_now(PairsReason reason, string words) => Assert.Equal(
        words, PairsWords.Why(new PairsStep(Slot.FR, "right-back-f", [], [], 0, 1, PairWay.Apart, [(Slot.FL, 7)], reason, Slot.FL, null), Hold.Scramble));

    [Theory]
    [InlineData(4, 4, 2, "next green-red: both pieces stay in view, both on top at the end")]
    [InlineData(4, 0, 0, "next green-red: its pieces are out of view, both still stuck")]
    [InlineData(4, 3, 1, "next green-red: in view for 3 of 4 turns, one still stuck")]
    public void What_the_eyes_have(int turns, int inView, int onTop, string words) =>
        Assert.Equal(words, PairsWords.Look(new PairsLook(turns, inView, onTop), Core.Methods.Cross.SlotName.Of(Color.Green, Color.Red)));

    [Fact]
    public void Every_way_family_school_and_joint_has_a_name_of_its_own()
    {
        Names(Enum.GetValues<PairWay>().Select(PairsWords.Name));
        Names(Enum.GetValues<PairGroup>().Select(PairsWords.Name));
        Names(Enum.GetValues<PairGroup>().Select(PairsWords.Rule));
        Names(Enum.GetValues<PairSchool>().Select(PairsWords.Name));
        Names(Enum.GetValues<PairJoint>().Select(PairsWords.Name));

        static void Names(IEnumerable<string> names)
        {
            string[] all = [.. names];
            Assert.Equal(all.Length, all.Distinct().Count());
            Assert.All(all, Assert.NotEmpty);
        }
    }
}
