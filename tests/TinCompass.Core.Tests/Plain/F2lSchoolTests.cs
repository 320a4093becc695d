using System.Text.RegularExpressions;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Tests.Methods.Cross;
using TinCompass.Core.Tests.Methods.F2l;

namespace TinCompass.Core.Tests.Plain;

/// <summary>Each school held against the shape of what it teaches, with everything else solved and in positions of all kinds.</summary>
public partial class F2lSchoolTests
{
    private static readonly F2lSchools Schools = new(CrossSearchTests.Search.Table, F2lKit.Tables);

    /// <summary>Triggers of any slot, by its two sides: a side clockwise opens one slot, counter-clockwise the other.</summary>
    private const string Trigger = "(?:(?<a>[RBLF]) U[2']? \\k<a>'|(?<b>[RBLF])' U[2']? \\k<b>)";

    [GeneratedRegex($"^(?:(?:(?:U[2']? )?{Trigger} ?)*)(?:U[2']?)?$")]
    private static partial Regex TopsAndTriggers();

    /// <summary>Seen at front-right: R, F and U alone, the two sides in turn with U between.</summary>
    [GeneratedRegex("^(?:U[2']? )?(?:[RF][2']? U[2']? [RF][2']?(?: U[2']?)? ?)+$")]
    private static partial Regex TwoFacesAndTop();

    [GeneratedRegex($"(?<out>D[2']?) {Trigger} (?<back>D[2']?)")]
    private static partial Regex UnderTurnedBase();

    private static IEnumerable<(F2lFactTests.Placed From, Slot Slot, F2lSolution? Solution)> All(F2lSchool school)
    {
        foreach (var pairCase in F2lCases.All.Where(c => !c.IsSolved))
        {
            var state = StageKit.F2l.Book.Position(pairCase.Id, Slot.FR);
            // A way from solved to the case, as text: a solution of the case undone.
            var undo = F2lKit.NewSolver().Search.Find(F2lState.Of(state), new F2lGoal(SlotSet.All)).Solutions[0].ToArray().Reverse()
                .Select(t => t.Inverse);
            var from = new F2lFactTests.Placed(CubeState.Solved, PlainCube.Solved, "").Then(F2lKit.Turns("x2")).Then(undo);
            yield return (from, Slot.FR, Schools.Solve(school, from.Pairs, Slot.FR, new F2lOptions()));
        }

        foreach (var placed in F2lFactTests.Positions(80, 6))
            foreach (var slot in placed.Pairs.SolvedSlots.Others.Slots)
                yield return (placed, slot, Schools.Solve(school, placed.Pairs, slot, new F2lOptions()));
    }

    /// <summary>The turns with the slot at front-right: named by where their faces then are.</summary>
    private static string AtFrontRight(F2lSolution solution, Slot slot)
    {
        const string Ring = "FRBL";
        return string.Concat(string.Join(' ', solution.Turns).Select(c => Ring.IndexOf(c, StringComparison.Ordinal) is >= 0 and var at
            ? Ring[(at + 4 - (int)slot) % 4] : c));
    }

    private static void AssertSolved(F2lFactTests.Placed from, Slot slot, F2lSolution solution)
    {
        var end = from.Plain.Turn(string.Join(' ', solution.AsTurned));
        Assert.True(new PlainCross(end, from.Base) is { IsDown: true, Stands: true }, $"{from.Turns} | {solution}");
        Assert.All(from.Named(from.Pairs.SolvedSlots.With(slot)),
            s => Assert.True(PlainPair.Of(end, from.Base, s).IsIn, $"{from.Turns} | {s}"));
        Assert.Equal(solution.Turns, solution.AsTurned);
    }

    [Fact]
    public void Corner_first_is_turns_of_the_top_and_triggers_until_the_corner_and_then_until_the_edge_stands()
    {
        var lengths = new List<int>();
        foreach (var (from, slot, solution) in All(F2lSchool.CornerFirst))
        {
            Assert.NotNull(solution);
            AssertSolved(from, slot, solution);
            var text = string.Join(' ', solution.Turns);
            Assert.Matches(TopsAndTriggers(), text);
            // Nothing was cancelled, and the corner stands alone at some moment unless the edge came with it.
            Assert.DoesNotContain(solution.Turns.Zip(solution.Turns.Skip(1)), p => p.First.Face == p.Second.Face);
            if (lengths.Count < 41) lengths.Add(solution.Length);
        }

        Assert.Equal(11.3, lengths.Average(), 0.05);
    }

    [Fact]
    public void A_beginner_repeats_until_the_corner_stands_and_inserts_the_edge_by_two_triggers()
    {
        var lengths = new List<int>();
        foreach (var (from, slot, solution) in All(F2lSchool.Beginner))
        {
            Assert.NotNull(solution);
            AssertSolved(from, slot, solution);
            if (lengths.Count < 41) lengths.Add(solution.Length);
            // A piece that is stuck in another slot is brought up there first; what is its own slot's has the one shape.
            if (F2lCases.Of(from.Pairs, slot) is not null) Assert.Matches(TwoFacesAndTop(), AtFrontRight(solution, slot));
            Assert.DoesNotContain(solution.Turns.Zip(solution.Turns.Skip(1)), p => p.First.Face == p.Second.Face);
        }

        Assert.Equal(12.0, lengths.Average(), 0.05);
    }

    [Fact]
    public void A_keyhole_needs_an_open_column_and_turns_the_base_under_the_slot()
    {
        var found = 0;
        foreach (var (from, slot, solution) in All(F2lSchool.Keyhole))
        {
            if (from.Pairs.SolvedSlots.With(slot) == SlotSet.All)
            {
                Assert.Null(solution);
                Assert.Contains("second slot", F2lWords.NoneOf(F2lSchool.Keyhole), StringComparison.Ordinal);
                continue;
            }

            if (solution is null) continue;
            found++;
            AssertSolved(from, slot, solution);
            var text = string.Join(' ', solution.Turns);
            var based = solution.Turns.Where(t => t.Face == Face.D).ToArray();
            var under = UnderTurnedBase().Matches(text);
            Assert.Equal(based.Length, 2 * under.Count);
            Assert.All(under, u => Assert.Equal(Turns(u.Groups["out"].Value)[0].Inverse, Turns(u.Groups["back"].Value)[0]));
            // Without what happens under the turned base it is turns of the top and triggers.
            Assert.Matches(TopsAndTriggers(), UnderTurnedBase().Replace(text, "").Replace("  ", " ", StringComparison.Ordinal).Trim());
            Assert.True(under.Count > 0, text);
        }

        Assert.True(found > 40, $"{found} keyholes");

        static IReadOnlyList<Turn> Turns(string text) => F2lKit.Turns(text);
    }
}
