using TinCompass.Core.Stages;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.Methods.SecondBlock;

public class KindestTests
{
    /// <summary>Of all ways to cut at some places, none is kinder: tried out one by one.</summary>
    [Fact]
    public void The_kindest_reading_is_that_of_all_cuts()
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < 300; i++)
        {
            var places = Enumerable.Range(0, 1 + random.Next(4)).Select(_ => 1 + random.Next(9)).Order().ToArray();
            var least = new Dictionary<(int, int), int>();
            for (var goal = 0; goal < places.Length; goal++)
                for (var from = 0; from < 10; from++) least[(goal, from)] = random.Next(1 + Math.Max(0, places[goal] - from));
            JudgedPart? Part(int goal, int from, int to) => new($"{goal}", from, to, to - from, least[(goal, from)], []);
            var read = JudgedPart.Kindest(places, Part);
            Assert.Equal(0, read[0].From);
            Assert.Equal(places[^1], read[^1].To);
            for (var p = 1; p < read.Count; p++) Assert.Equal(read[p - 1].To, read[p].From);
            var best = int.MaxValue;
            for (var mask = 0; mask < 1 << (places.Length - 1); mask++)
            {
                var (from, over, fits) = (0, 0, true);
                for (var goal = 0; goal < places.Length; goal++)
                {
                    if (goal < places.Length - 1 && (mask >> goal & 1) == 0) continue;
                    // Two at one place are no two parts.
                    fits &= places[goal] > from;
                    over += places[goal] - from - least[(goal, from)];
                    from = places[goal];
                }

                if (fits) best = Math.Min(best, over);
            }

            Assert.True(read.Sum(p => p.Over) == best, $"seed {PlainSeed.Today}");
        }
    }
}
