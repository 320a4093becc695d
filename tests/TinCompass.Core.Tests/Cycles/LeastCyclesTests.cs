using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;

namespace TinCompass.Core.Tests.Cycles;

/// <summary>The fewest turns of any sequence that cycles three pieces.</summary>
public class LeastCyclesTests
{
    /// <summary>By how many turns, of those through one fixed sticker: as two independent programs counted them.</summary>
    [Theory]
    [InlineData("URF", "8:198 9:126 10:30 11:18 12:6")]
    [InlineData("UF", "6:6 7:12 8:24 9:108 10:216 11:66 12:8")]
    public void The_fewest_turns_are_exact(string sticker, string fewest)
    {
        Assert.True(Stickers.TryParse(sticker, out var first));
        var through = LeastCycles.Every.Where(c => new[] { c.First, c.Second, c.Third }
            .Any(s => Stickers.OfPlace(s).Min() == Stickers.OfPlace(first).Min()) && c.IsOfEdges == Stickers.IsOfEdge(first));
        Assert.Equal(fewest, string.Join(' ', through.GroupBy(LeastCycles.All.Length).OrderBy(g => g.Key)
            .Select(g => $"{g.Key}:{g.Count()}")));
    }

    [Fact]
    public void Each_sequence_cycles_its_three_and_no_way_by_set_up_is_shorter()
    {
        Assert.Equal(1760 + 1008, LeastCycles.Every.Count);
        foreach (var cycle in LeastCycles.Every) Assert.Equal(cycle.State, CubeState.Solved.Apply(LeastCycles.All.Of(cycle)));
        foreach (var cycle in LeastCycles.Every.Where((_, i) => i % 97 == 0))
            Assert.True(CycleFinder.Find(cycle, Core.Notation.Metric.Htm)[0].Length(Core.Notation.Metric.Htm)
                >= LeastCycles.All.Length(cycle), $"{cycle}");
    }

    /// <summary>No shorter sequence: every one of up to five turns gone through.</summary>
    [Fact]
    public void Nothing_of_five_turns_cycles_three()
    {
        var (all, last) = (new HashSet<CubeState> { CubeState.Solved }, new List<CubeState> { CubeState.Solved });
        for (var depth = 1; depth <= 5; depth++)
            last = [.. last.SelectMany(s => Enumerable.Range(0, Turn.FaceTurnCount).Select(t => s.Apply(Turn.FromIndex(t))))
                .Where(all.Add)];
        Assert.DoesNotContain(LeastCycles.Every, c => all.Contains(c.State));
        // With one turn more there are those of six, and no others.
        Assert.All(LeastCycles.Every, c => Assert.Equal(LeastCycles.All.Length(c) == 6,
            Enumerable.Range(0, Turn.FaceTurnCount).Any(t => all.Contains(c.State.Apply(Turn.FromIndex(t))))));
    }

    [Fact]
    public void A_book_that_is_not_true_is_refused_with_the_line()
    {
        Turn[] first = [.. LeastCycles.All.Of(LeastCycles.Every[0])];
        foreach (var (text, told) in new[]
        {
            ("tin-compass cycles 2\n", "line 1"),
            (LeastCycles.Write([first]).Replace($"\n{first[0]} ", $"\n{first[0].Inverse}  ", StringComparison.Ordinal), "checksum"),
            (LeastCycles.Write([first[1..]]), "line 2: "),
            (LeastCycles.Write([first]), "is missing"),
        })
            Assert.Contains(told, Assert.Throws<InvalidDataException>(() => LeastCycles.Read(text)).Message, StringComparison.Ordinal);
    }
}
