using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Tests.Plain;

/// <summary>What is offered at a stop of the last layer, held against a plain cube: what each way does, and what it leads to.</summary>
public class LlWaysTests
{
    private static readonly HandModel Hands = new(HandPreferences.Usual);

    /// <summary>Last layers of all kinds, solved below.</summary>
    private static IEnumerable<CubeState> Positions(int count)
    {
        var (random, looks, arrangements) = (new Random(PlainSeed.Today), LlSet.Oll.States(), LlSet.Pll.States());
        for (var i = 0; i < count; i++)
            yield return arrangements[random.Next(arrangements.Count)].Then(looks[random.Next(looks.Count)]).ToCube();
    }

    [Theory]
    [InlineData("", LlSet.Oll, LlSet.Pll)]
    [InlineData("two-looks", LlSet.Eoll, LlSet.Ocll, LlSet.Cpll, LlSet.Epll)]
    public void Every_way_does_its_set_and_leads_where_it_says(string looks, params LlSet[] sets)
    {
        var seen = new HashSet<LlSet>();
        foreach (var start in Positions(40))
        {
            var (state, focus) = (start, new Focus(start.Hold.ColorAt(Face.D)));
            foreach (var whole in new[] { LlSet.Oll, LlSet.Pll })
            {
                var stage = StageKit.Book.Find(whole.Id())!;
                var options = new CourseOptions(Hands, false, false, CourseOptions.UsualBeam) { Wishes = [$"oll.{looks}", $"pll.{looks}"] };
                while (!stage.Course!.IsDone(state, focus))
                {
                    var about = $"seed {PlainSeed.Today}: {Facelets.Write(state)}";
                    if (stage.Course.Ways(state, focus, options, 0, default) is not [{ Ways: [_, ..] ways } group])
                    {
                        Assert.True(LlState.Of(state)!.Value.IsSolvedButTop, about);
                        break;
                    }

                    var set = sets.Single(s => s.Id() == group.Id);
                    seen.Add(set);
                    Assert.Equal(LlWords.StopTitle(set), group.Title.ToLowerInvariant());
                    foreach (var way in ways)
                    {
                        var end = PlainCube.Of(Facelets.Write(state)).Turn(string.Join(' ', way.Turns));
                        var plain = new PlainLastLayer(end);
                        Assert.True(plain.BelowStands && plain.Is(set), $"{about} | {string.Join(' ', way.Turns)}");
                        Assert.Equal(way.Words.Contains("; then solved", StringComparison.Ordinal), IsSolvedButTop(end));
                    }

                    // The first of them is what is planned.
                    var planned = stage.Course.Plan(state, focus, options, default).Stops[0];
                    Assert.Equal(planned.Turns, ways[0].Turns);
                    state = state.Apply(ways[0].Turns);
                }
            }
        }

        Assert.Equal(sets.Length, seen.Count);

        static bool IsSolvedButTop(PlainCube cube) =>
            new[] { "", "U", "U2", "U'" }.Any(top => new PlainLastLayer(cube.Turn(top)).IsSolved);
    }
}
