using TinCompass.Core.Cube;
using TinCompass.Core.Feed;
using TinCompass.Core.Notation;
using TinCompass.Server.Features.Feed;
using TinCompass.Server.Features.Solves;

namespace TinCompass.Server.Tests;

/// <summary>
/// A cube whose lines come shuffled, doubled and dropped, that comes back now and then, before a disk that now and then takes nothing: a
/// thousand schedules.
/// </summary>
public class FeedScheduleTests
{
    private const int Schedules = 1_000;

    private static readonly int Seed = int.TryParse(Environment.GetEnvironmentVariable("TC_SOURCES_SEED"), out var seed) ? seed : 1;

    [Fact]
    public void No_solve_is_lost_or_kept_twice_and_none_is_acknowledged_before_it_is_kept()
    {
        for (var schedule = 0; schedule < Schedules; schedule++)
        {
            var random = new Random(Seed + schedule);
            var about = $"seed {Seed + schedule}";
            var (lines, ends) = Lines(random);
            var (cube, hello) = (new LiveCube(1, TimeProvider.System), new FeedHello("test", "one", 1));
            var (talk, kept, acked, times) = (new object(), new Dictionary<Guid, long>(), 0L, 0);
            cube.Attach(hello, talk, simulated: false);
            while (acked < lines.Count)
            {
                Assert.True(++times < 10_000, about);
                if (random.Next(12) == 0)
                {
                    // It drops and comes back; what was told it may forget, and says where it begins.
                    talk = new object();
                    var next = cube.Attach(hello with { First = acked + 1 }, talk, simulated: false);
                    Assert.True(next > acked, about);
                    Heard(next - 1);
                }

                // A handful of lines of those that are not acknowledged: some lost, some twice, in any order.
                var window = lines.Skip((int)acked).Take(1 + random.Next(12)).Where(_ => random.Next(5) > 0)
                    .SelectMany(l => Enumerable.Repeat(l, 1 + (random.Next(6) / 5))).OrderBy(_ => random.Next()).ToArray();
                foreach (var line in window)
                {
                    cube.Take(line, talk);
                    foreach (var solve in cube.Unkept)
                        if (random.Next(3) > 0)
                        {
                            Assert.True(kept.TryAdd(solve.Solve.Key, solve.Line), $"{about}: kept twice");
                            cube.Keep(solve, null);
                        }

                    Heard(cube.Acked);
                }
            }

            Assert.True(ends.SequenceEqual(kept.Values.Order()), $"{about}: {kept.Count} of {ends.Count} solves");

            // Whatever is acknowledged, the solves that end there are kept.
            void Heard(long ack)
            {
                Assert.True(ack >= acked, about);
                acked = ack;
                Assert.All(ends.Where(e => e <= acked), e => Assert.Contains(e, kept.Values));
            }
        }
    }

    /// <summary>The lines of some solves one after the other, and where each ends.</summary>
    private static (List<string> Lines, List<long> Ends) Lines(Random random)
    {
        var (lines, ends, ms) = (new List<FeedLine> { new FeedLine.Stood(1, 0, CubeState.Solved) }, new List<long>(), 0);
        for (var solve = 0; solve < 1 + random.Next(3); solve++)
        {
            // No two in a row are of one axis, so that they are the scramble's turns as they stand.
            var there = new List<Turn>();
            while (there.Count < 4)
            {
                var turn = Turn.Of((Face)random.Next(6), 1 + random.Next(3));
                if (there.Count == 0 || there[^1].Axis != turn.Axis) there.Add(turn);
            }

            lines.Add(new FeedLine.Asked(lines.Count + 1, ms, new Algorithm(there)));
            foreach (var turn in there.Concat(there.AsEnumerable().Reverse().Select(t => t.Inverse)))
                lines.Add(new FeedLine.Turned(lines.Count + 1, ms += 100, turn));
            ends.Add(lines.Count);
        }

        return ([.. lines.Select(l => $"{l}")], ends);
    }
}
