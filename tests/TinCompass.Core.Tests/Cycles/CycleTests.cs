using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Core.Notation;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.Cycles;

/// <summary>Cycles of three by name, and how short set-ups make them.</summary>
public class CycleTests
{
    [Theory]
    [InlineData("UF UR UL", "UF → UR → UL")]
    [InlineData("urf → dfr > LBU", "URF → DFR → LBU")]
    [InlineData("ufr, drf, lub", "URF → DFR → LBU")]
    [InlineData("FU,RU;LU", "FU → RU → LU")]
    public void Three_stickers_are_read(string text, string read)
    {
        Assert.True(ThreeCycle.TryParse(text, out var cycle, out _));
        Assert.Equal(read, $"{cycle}");
    }

    [Theory]
    [InlineData("UF UR", "2 stickers are named: three are needed")]
    [InlineData("UF UR UX", "'UX' (sticker 3) is no sticker")]
    [InlineData("UD UF UR", "'UD' (sticker 1) is no sticker")]
    [InlineData("U UF UR", "'U' (sticker 1) is no sticker")]
    [InlineData("UF UFR UR", "UF is of an edge, URF of a corner")]
    [InlineData("UF UR FU", "The piece at UF is named twice")]
    public void What_is_no_cycle_is_told(string text, string problem)
    {
        Assert.False(ThreeCycle.TryParse(text, out _, out var told));
        Assert.Contains(problem, told, StringComparison.Ordinal);
    }

    [Fact]
    public void All_names_of_a_cycle_have_one_key_and_different_cycles_have_different_keys()
    {
        foreach (var (stickers, count) in new[] { (Stickers.OfEdges, 1760), (Stickers.OfCorners, 1008) })
        {
            var states = new Dictionary<int, CubeState>();
            foreach (var cycle in AllOf(stickers))
            {
                if (states.TryGetValue(cycle.Key, out var known)) Assert.Equal(known, cycle.State);
                else states[cycle.Key] = cycle.State;
                Assert.Equal(cycle.Key, ThreeCycle.Of(cycle.State)!.Value.Key);
                Assert.Equal(cycle.State.Inverse(), cycle.Inverse.State);
            }

            Assert.Equal(count, states.Count);
            Assert.Equal(count, states.Values.Distinct().Count());
        }
    }

    /// <summary>
    /// The fewest turns of any sequence that cycles three pieces through one fixed sticker, by two independent programs: a way by a set-up
    /// is never shorter, and where the numbers are the same it is as short.
    /// </summary>
    [Theory]
    [InlineData("URF", "8:198 9:126 10:30 11:18 12:6", "8:198 9:126 10:30 11:18 13:6")]
    [InlineData("UF", "6:6 7:12 8:24 9:108 10:216 11:66 12:8", "6:6 7:12 9:84 10:252 11:78 12:8")]
    public void Every_cycle_has_a_short_way(string sticker, string fewest, string found)
    {
        Assert.True(Stickers.TryParse(sticker, out var first));
        var lengths = new SortedDictionary<int, int>();
        foreach (var cycle in AllOf(sticker.Length == 2 ? Stickers.OfEdges : Stickers.OfCorners).Where(c => c.First == first))
        {
            var length = CycleFinder.Find(cycle, Metric.Htm)[0].Length(Metric.Htm);
            lengths[length] = lengths.GetValueOrDefault(length) + 1;
        }

        Assert.Equal(found, string.Join(' ', lengths.Select(l => $"{l.Key}:{l.Value}")));
        foreach (var (length, _) in lengths) Assert.True(UpTo(found, length) <= UpTo(fewest, length));

        static int UpTo(string figures, int length) => figures.Split(' ').Select(f => f.Split(':'))
            .Where(f => int.Parse(f[0], null) <= length).Sum(f => int.Parse(f[1], null));
    }

    [Theory]
    [InlineData("U R", "U F", "", "R U")]
    public void A_way_is_written_with_its_parts(string a, string b, string setup, string other)
    {
        var way = new CycleWay(Turns(setup), Turns(a), Turns(b));
        Assert.Equal("[U R, U F]", $"{way}");
        Assert.Equal("[R U: [U R, U F]]", $"{new CycleWay(Turns(other), Turns(a), Turns(b))}");
        Assert.Equal("U R U F R' U' F' U'", string.Join(' ', way.Written));

        static IReadOnlyList<Turn> Turns(string text) => Algorithm.Parse(text).Turns;
    }

    private static IEnumerable<ThreeCycle> AllOf(IReadOnlyList<int> stickers) =>
        from a in stickers
        from b in stickers
        from c in stickers
        where ThreeCycle.TryMake(a, b, c, out _, out _)
        select new ThreeCycle(a, b, c);
}
