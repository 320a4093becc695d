using TinCompass.Core.BigCubes;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.BigCubes;

/// <summary>What a search has met, against a dictionary.</summary>
public class MetTests
{
    [Fact]
    public void The_cheapest_way_to_each_position_is_kept_and_positions_keep_their_numbers()
    {
        var random = new Random(PlainSeed.Today);
        var (met, plain, numbers) = (new Met(), new Dictionary<ulong, Met.Step>(), new Dictionary<ulong, int>());
        for (var i = 0; i < 60_000; i++)
        {
            // Often one that was met before; keys that lie close together as well as far apart.
            var key = (ulong)random.Next(20_000) << (random.Next(2) * 28);
            var step = new Met.Step(random.Next(30), random.Next(1_000), random.Next(500));
            var isKept = !plain.TryGetValue(key, out var known) || step.Cost < known.Cost;
            var number = met.Keep(key, step);
            Assert.Equal(isKept, number is not null);
            if (number is not { } at) continue;
            plain[key] = step;
            if (!numbers.TryAdd(key, at)) Assert.Equal(numbers[key], at);
        }

        Assert.True(plain.Count > 20_000);
        Assert.Equal(plain.Count, met.Count);
        Assert.All(numbers, n => Assert.Equal((n.Key, plain[n.Key]), (met.Key(n.Value), met[n.Value])));
    }
}
