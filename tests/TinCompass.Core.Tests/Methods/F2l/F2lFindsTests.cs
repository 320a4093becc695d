using TinCompass.Core.Hands;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Tests.Plain;
using static TinCompass.Core.Tests.Methods.F2l.F2lKit;

namespace TinCompass.Core.Tests.Methods.F2l;

public class F2lFindsTests
{
    private static readonly HandModel Right = new(HandPreferences.Usual), Left = new(new HandPreferences(LeftHanded: true));

    private static readonly F2lOptions[] Ways =
    [
        new(Right), new(Right, ByTurns: true), new(Left), new(Right, NoRotation: true), new(Right, KeepHalves: true),
        new(Right, NoRotation: true, Faces: "URL"),
    ];

    [Fact]
    public void What_others_had_searched_gives_the_plan_that_a_search_of_ones_own_gives()
    {
        var (finds, seed) = (new F2lFinds(), PlainSeed.Today);
        var asked = WithCross(12, seed).SelectMany(state => Ways.Select(way => (Pairs: F2lState.Of(state), Way: way))).ToArray();
        // Twice, by several threads: the second time all is known already.
        var shared = asked.Concat(asked).AsParallel().AsOrdered().Select(a => Plan(a.Pairs, a.Way, finds)).ToArray();
        for (var i = 0; i < asked.Length; i++)
        {
            var own = Plan(asked[i].Pairs, asked[i].Way, new F2lFinds());
            Assert.True(own == shared[i] && own == shared[asked.Length + i],
                $"seed {seed}, {asked[i]}: {own}, not {shared[i]} and {shared[asked.Length + i]}");
        }

        static string Plan(F2lState pairs, F2lOptions way, F2lFinds finds)
        {
            var plan = new F2lPlanner(NewSolver(), finds).Plan(pairs, way, beam: 6);
            return $"{plan.Cost}: {string.Join(" / ", plan.Steps.Select(s => string.Join(' ', s.AsTurned)))}";
        }
    }
}
