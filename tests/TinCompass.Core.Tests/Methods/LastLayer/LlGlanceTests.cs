using TinCompass.Core.Cube;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.Methods.LastLayer;

public class LlGlanceTests
{
    public static TheoryData<string> Sets => [.. LlSets.All.Select(s => s.Id())];

    /// <summary>
    /// Exhaustively, every look from every angle: no other look of the set (whatever its sides are called) shows the same glances, on the
    /// plain cube too.
    /// </summary>
    [Theory]
    [MemberData(nameof(Sets))]
    public void The_glances_of_a_look_are_of_no_other(string id)
    {
        var set = LlCaseTests.Set(id);
        var states = set.States();
        var plain = states.Select(s => new PlainLastLayer(PlainCube.Of(Facelets.Write(s.ToCube())))).ToArray();
        for (var i = 0; i < states.Count; i++)
        {
            var glances = LlGlances.Of(set, states[i]);
            foreach (var glance in glances) Assert.Equal(glance.Seen, plain[i].See(glance.Where));
            for (var j = 0; j < states.Count; j++)
                if (Form(set, states[i]) != Form(set, states[j]))
                    Assert.Contains(glances, g => plain[j].See(g.Where) != g.Seen);
        }
    }

    [Theory]
    [MemberData(nameof(Sets))]
    public void What_tells_two_cases_apart_is_seen_on_each(string id)
    {
        var set = LlCaseTests.Set(id);
        var cases = LlCases.Of(set);
        foreach (var one in cases)
            foreach (var other in cases)
            {
                var apart = LlGlances.Between(set, one.View, other.View);
                Assert.Equal(one.Id != other.Id, apart is not null);
                if (apart is not { } glances) continue;
                Assert.Equal(glances.One.Where, glances.Other.Where);
                Assert.NotEqual(glances.One.Seen, glances.Other.Seen);
                Assert.Equal(glances.One.Seen, Plain(one).See(glances.One.Where));
                Assert.Equal(glances.Other.Seen, Plain(other).See(glances.Other.Where));
            }
    }

    /// <summary>Fewer or easier glances do not do: leaving any one out, some other look shows the rest.</summary>
    [Fact]
    public void No_glance_is_needless()
    {
        foreach (var set in (LlSet[])[LlSet.Oll, LlSet.Pll])
        {
            var states = set.States();
            var plain = states.Select(s => new PlainLastLayer(PlainCube.Of(Facelets.Write(s.ToCube())))).ToArray();
            for (var i = 0; i < states.Count; i += 7)
                foreach (var left in LlGlances.Of(set, states[i]))
                    Assert.Contains(Enumerable.Range(0, states.Count), j => Form(set, states[j]) != Form(set, states[i])
                        && LlGlances.Of(set, states[i]).Where(g => g != left).All(g => plain[j].See(g.Where) == g.Seen));
        }
    }

    private static PlainLastLayer Plain(LlCase c) => new(PlainCube.Of(Facelets.Write(c.View.ToCube())));

    private static int Form(LlSet set, LlState state) =>
        set.Orients() ? set.Look(state) : LlState.Quarters.Min(b => set.Look(state.Relabelled(b)));
}
