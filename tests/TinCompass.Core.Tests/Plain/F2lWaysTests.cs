using TinCompass.Core.Cube;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Tests.Plain;

/// <summary>What is offered at a stop of pairs, held against a plain cube: every way puts its pair in and keeps what stood.</summary>
public class F2lWaysTests
{
    private static readonly ICourseStage Course = StageKit.F2l.Course!;

    private static Focus FocusOf(F2lFactTests.Placed from) => new(from.State.Hold.ColorAt(Face.D));

    private static CourseOptions Options(bool byTurns = false, bool noRotation = false, params string[] wishes) =>
        new(new F2lOptions().Hands, byTurns, noRotation, CourseOptions.UsualBeam) { Wishes = wishes };

    private static string About(F2lFactTests.Placed from, StageWay? way = null) =>
        $"seed {PlainSeed.Today}: {from.Turns} | {string.Join(' ', way?.Turns ?? [])}";

    private static void AssertIn(F2lFactTests.Placed from, string pair, StageWay way)
    {
        var end = from.Plain.Turn(string.Join(' ', way.Turns));
        Assert.True(new PlainCross(end, from.Base) is { IsDown: true, Stands: true }, About(from, way));
        Assert.All(from.Named(from.Pairs.SolvedSlots).Append(pair),
            s => Assert.True(PlainPair.Of(end, from.Base, s).IsIn, $"{s} {About(from, way)}"));
        Assert.Equal(way.Length, way.Turns.Sum(t => Metric.Htm.Cost(t)));
    }

    [Fact]
    public void Every_way_puts_its_pair_in_and_none_is_shorter_than_the_fewest_told()
    {
        foreach (var from in F2lFactTests.Positions(30, 4))
        {
            var groups = Course.Ways(from.State, FocusOf(from), Options(), 1, default);
            Assert.Equal(from.Named(from.Pairs.SolvedSlots.Others).Order(), groups.Select(g => g.Title).Order());
            Assert.Equal(groups.Select(g => g.Least).Order(), groups.Select(g => g.Least));
            foreach (var group in groups)
            {
                Assert.Equal(group.Title, string.Join('-', group.Colors.Select(c => c.Name())));
                Assert.NotEmpty(group.Ways);
                foreach (var way in group.Ways)
                {
                    AssertIn(from, group.Title, way);
                    Assert.InRange(way.Length, group.Least!.Value, group.Least.Value + 1);
                }
            }

            var byTurns = Course.Ways(from.State, FocusOf(from), Options(byTurns: true), 0, default);
            Assert.All(byTurns, g => Assert.All(g.Ways, w => Assert.Equal(g.Least, w.Length)));
        }
    }

    [Fact]
    public void Filters_hold_and_a_pair_that_has_no_way_within_them_says_which_to_loosen()
    {
        var (found, none) = (0, 0);
        foreach (var from in F2lFactTests.Positions(30, 4))
        {
            var options = Options(noRotation: true, wishes: [F2lCourse.KeepHalves, $"{F2lCourse.Only}RU"]);
            foreach (var group in Course.Ways(from.State, FocusOf(from), options, 2, default))
            {
                foreach (var way in group.Ways)
                {
                    AssertIn(from, group.Title, way);
                    Assert.All(way.Turns, t => Assert.Contains(t.Letter, "RU"));
                    found++;
                }

                if (group.Ways.Count > 0) continue;
                none++;
                Assert.Null(group.Least);
                Assert.StartsWith("Nothing within these filters. ", group.Words, StringComparison.Ordinal);
                string[] wishes = [.. options.Wishes];
                Check("the chosen faces R U", Options(noRotation: true, wishes: wishes[0]));
                Check("keeping the halves", Options(noRotation: true, wishes: wishes[1]));
                Check("no rotation", Options(wishes: wishes));

                void Check(string filter, CourseOptions without) => Assert.Equal(
                    group.Words.Contains(filter, StringComparison.Ordinal),
                    Course.Ways(from.State, FocusOf(from), without, 2, default).Single(g => g.Title == group.Title).Ways.Count > 0);
            }
        }

        Assert.True(found > 0 && none > 0, $"{found} {none}");
    }

    [Fact]
    public void Each_school_puts_the_pair_in_that_is_named()
    {
        foreach (var from in F2lFactTests.Positions(20, 4))
        {
            foreach (var pair in from.Named(from.Pairs.SolvedSlots.Others))
            {
                var schools = Course.Schools(from.State, FocusOf(from) with { Part = pair }, Options());
                Assert.Equal(["by rule", "corner first", "keyhole", "beginner"], schools.Select(s => s.Title));
                Assert.All(schools, s => Assert.True(s.Ways.Count == 1 || s.Words.Length > 0, About(from)));
                foreach (var way in schools.SelectMany(s => s.Ways)) AssertIn(from, pair, way);
            }

            Assert.Empty(Course.Schools(from.State, FocusOf(from) with { Part = "nowhere" }, Options()));
        }
    }
}
