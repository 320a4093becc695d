using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.GoodFirst;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Tests.Plain;

/// <summary>Good edges first: its courses, what is told of their turns, and its judges, held against the plain cube.</summary>
public class GoodCourseTests
{
    private const int Courses = 20;

    private static readonly string[] Own = ["goodstart", "sides", "threefaces"];

    private static readonly HandModel Hands = new(HandPreferences.Usual);

    private static readonly CoursePlanner Planner = new(StageKit.Book);

    private static SolveMethod Method { get; } = StageKit.Book.Method("good")!;

    private static CourseOptions Options(Random random) => new(Hands, random.Next(2) == 0, random.Next(3) == 0, CourseOptions.UsualBeam)
    {
        Wishes = random.Next(2) == 0 ? [GoodStartCourse.WithCross] : [],
    };

    private static PlainCube Plain(CubeState state) => PlainCube.Of(Facelets.Write(state));

    private static Course Course(Random random, CourseOptions options) => Planner.Plan(Method, RandomPosition.Draw(random.Next),
        new Focus(Faces.AllColors[random.Next(6)]), [], options);

    [Fact]
    public void A_course_solves_the_cube_and_its_notes_hold()
    {
        var (random, sides, homes) = (new Random(PlainSeed.Today), 0, 0);
        for (var i = 0; i < Courses; i++)
        {
            var options = Options(random);
            var course = Course(random, options);
            var color = course.Focus.Base.Name();
            var about = $"seed {PlainSeed.Today}: {Facelets.Write(course.Before[0])} "
                + string.Join(" | ", course.Stops.Select(s => string.Join(' ', s.Turns)));
            Assert.True(new PlainBlocks(Plain(course.Before[^1]), "").Solved, about);
            for (var s = 0; s < course.Stops.Count && Own.Contains(course.Stops[s].Stage); s++)
            {
                var (stop, end) = (course.Stops[s], new PlainGood(Plain(course.Before[s + 1])));
                var lead = stop.Turns.TakeWhile(t => t.Kind == TurnKind.Rotation).ToArray();
                var cubes = new List<PlainCube> { Plain(course.Before[s].Apply(lead)) };
                foreach (var turn in stop.Plain) cubes.Add(cubes[^1].Turn($"{turn}"));
                Assert.Equal(course.Before[s + 1].Upright(), course.Before[s].Apply(lead).Apply(stop.Plain).Upright());
                Assert.True(end.Stands(color), about);
                if (stop.Stage != "goodstart") Assert.All(stop.Plain, t => Assert.True(t.Letter is 'U' or 'R' or 'L', about));
                if (stop.Stage == "threefaces") continue;
                var was = new PlainGood(cubes[0]).Bad().Length;
                if (stop.Stage == "goodstart" && stop.Turns.Count > 0)
                {
                    string front = cubes[0].CentreAt(V.Front), back = cubes[0].CentreAt(V.Back);
                    var stand = stop.Stand.TrimEnd('.');
                    var (said, names) = stand.Split(": ") is [var first, var list] ? (first, list) : (stand, "");
                    Assert.True(said == $"With {front} and {back} in front and behind {Say(was)} bad"
                        || said == $"With {back} and {front} in front and behind {Say(was)} bad", $"{stop.Stand} {about}");
                    // Which they are: each is at one of the places of the bad ones.
                    string[] told = [.. names.Split(", ").SelectMany(n => n.Split(" and ")).Where(n => n.Length > 0)];
                    Assert.Equal(was, told.Distinct().Count());
                    Assert.All(told, n => Assert.Contains(PlainOpen.Name(cubes[0].Piece(n.Split('-'))[0].At),
                        new PlainGood(cubes[0]).Bad()));
                    Assert.Equal($"{was} bad before, none after", stop.Way);
                    Assert.Equal(stop.Title == "edges good, cross", end.HasCross(color));
                    if (options.Wishes.Count > 0) Assert.True(end.HasCross(color), about);
                }
                else
                {
                    sides++;
                    Assert.True(end.HasCross(color) && was == 0, about);
                }

                Assert.Equal(stop.Plain.Count, stop.Notes.Count);
                foreach (var note in stop.Notes)
                {
                    var (before, after) = (new PlainGood(cubes[note.From]), new PlainGood(cubes[note.To]));
                    foreach (var fact in note.Facts)
                    {
                        if (fact.Kind == "bad") Assert.True(after.Bad().Length == fact.Number, $"{note.Words} {about}");
                        else
                        {
                            homes++;
                            var (at, then) = (cubes[note.From].IsHome(fact.Piece!.Split('-')),
                                cubes[note.To].IsHome(fact.Piece.Split('-')));
                            Assert.True(at == (fact.Kind == "lent") && then == (fact.Kind == "home"), $"{note.Words} {about}");
                        }
                    }

                    // Every edge of the base that comes home or leaves is told.
                    foreach (var place in new[] { "DF", "DB", "DR", "DL" })
                        if (before.IsHome(place) != after.IsHome(place)) Assert.Contains(note.Facts, f => f.Kind is "home" or "lent");
                }
            }
        }

        Assert.True(sides > 3 && homes > Courses, $"{sides} {homes}");
    }

    private static string Say(int count) => count switch { 0 => "none is", 1 => "1 is", _ => $"{count} are" };

    /// <summary>
    /// The distances of line and cross: none where the plain cube has it, else one of the eighteen turns leads one nearer and none further
    /// than one.
    /// </summary>
    [Fact]
    public void The_fewest_turns_are_the_fewest()
    {
        var (random, search) = (new Random(PlainSeed.Today), new GoodStartSearch(StageKit.Shelf.Get(CrossTable.Kind)));
        Assert.Equal([1, 9, 91, 851, 6_831, 41_703, 130_239, 88_683, 1_927, 1], GoodStartSearch.LineCounts());
        for (var i = 0; i < 300; i++)
        {
            var state = i < 150 ? RandomPosition.Draw(random.Next) : CubeState.Solved.Apply(Scramble(random, 1 + random.Next(4)));
            Check(state, GoodStartSearch.Line, new PlainGood(Plain(state)).Stands("yellow"));
            if (i % 10 == 0) Check(state, s => search.Find(s, withCross: true)[0].Count, new PlainGood(Plain(state)) is var good
                && good.Stands("yellow") && good.HasCross("yellow"));
        }

        static void Check(CubeState state, Func<CubeState, int> distance, bool stands)
        {
            var here = distance(state);
            Assert.Equal(stands, here == 0);
            int[] there = [.. Enumerable.Range(0, Turn.FaceTurnCount).Select(t => distance(state.Apply(Turn.FromIndex(t))))];
            Assert.All(there, d => Assert.InRange(d, here - 1, here + 1));
            Assert.True(here == 0 || there.Min() == here - 1);
        }

        static IEnumerable<Turn> Scramble(Random random, int length) =>
            [.. Enumerable.Range(0, length).Select(_ => Turn.FromIndex(random.Next(Turn.FaceTurnCount)))];
    }

    [Fact]
    public void Every_way_of_a_stop_can_be_taken()
    {
        var (random, ways) = (new Random(PlainSeed.Today), 0);
        for (var i = 0; i < 6; i++)
        {
            var options = Options(random);
            var course = Course(random, options);
            for (var s = 0; s < course.Stops.Count && Own.Contains(course.Stops[s].Stage); s++)
            {
                var stage = StageKit.Book.Find(course.Stops[s].Stage)!.Course!;
                if (stage.IsDone(course.Before[s], course.Focus)) continue;
                var groups = stage.Ways(course.Before[s], course.Focus, options, random.Next(3), default);
                Assert.NotEmpty(groups);
                Assert.Equal(groups.Count, groups.Select(g => g.Id).Distinct().Count());
                foreach (var way in groups.SelectMany(g => g.Ways))
                {
                    ways++;
                    var about = $"seed {PlainSeed.Today}: {course.Stops[s].Stage} {Facelets.Write(course.Before[s])} "
                        + string.Join(' ', way.Turns);
                    var (stop, refusal) = stage.Take(course.Before[s], course.Focus, way.Turns, options);
                    Assert.True(stop is not null, $"{refusal?.Message} {about}");
                    var (end, color) = (new PlainGood(Plain(course.Before[s].Apply(way.Turns))), course.Focus.Base.Name());
                    Assert.True(end.Stands(color), about);
                    if (way.Words.EndsWith("the cross stands", StringComparison.Ordinal)) Assert.True(end.HasCross(color), about);
                }
            }
        }

        Assert.True(ways > 100, $"{ways}");
    }

    [Fact]
    public void What_is_planned_is_never_called_a_mistake_and_what_is_in_vain_is()
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < Courses; i++)
        {
            var options = Options(random);
            var course = Course(random, options);
            foreach (var id in Own)
            {
                var stage = StageKit.Book.Find(id)!;
                int[] stops = [.. Enumerable.Range(0, course.Stops.Count).Where(s => course.Stops[s].Stage == id)];
                if (stops.Length == 0 || stops.All(s => course.Stops[s].Turns.Count == 0)) continue;
                var before = course.Before[stops[0]];
                Assert.Null(stage.Refuses(before, course.Focus));
                Turn[] turns = [.. stops.SelectMany(s => course.Stops[s].Turns)];
                var about = $"seed {PlainSeed.Today}: {id} {Facelets.Write(before)} {string.Join(' ', turns)}";
                var judged = stage.Judge(before, course.Focus, turns, Hands);
                Assert.True(judged is { IsDone: true, IsBroken: false, FirstMistake: null }, $"{judged.Verdict} {about}");
                if (id == "threefaces") continue;
                Assert.True(judged is { OverBest: 0 }, $"{judged.Verdict} {about}");
                var lead = turns.TakeWhile(t => t.Kind == TurnKind.Rotation).Count();
                Turn[] longer = [.. turns.Take(lead), Turn.Of(Face.U, 1), Turn.Of(Face.U, 3), .. turns.Skip(lead)];
                var slipped = stage.Judge(before, course.Focus, longer, Hands);
                Assert.True(slipped is { IsDone: true, OverBest: 2, FirstMistake: not null }, $"{slipped.Verdict} {about}");
                // The line may stand a turn before the cross.
                if (options.Wishes.Count == 0)
                    Assert.False(stage.Judge(before, course.Focus, [.. turns.SkipLast(1)], Hands).IsDone, about);
            }
        }
    }

    /// <summary>Own turns are told by the letters they were made by, with the base down or not.</summary>
    [Fact]
    public void Own_turns_are_told_as_they_were_called()
    {
        var (random, called) = (new Random(PlainSeed.Today), 0);
        for (var i = 0; i < 60; i++)
        {
            var (start, focus) = (RandomPosition.Draw(random.Next), new Focus(Faces.AllColors[random.Next(6)]));
            Turn[] turns = [.. Enumerable.Range(0, 4).Select(_ => Turn.FromIndex(random.Next(Turn.FaceTurnCount)))];
            var notes = StageKit.Book.Find("goodstart")!.Judge(start, focus, turns, Hands).Notes;
            Assert.Equal(4, notes.Count);
            var cube = Plain(start);
            foreach (var note in notes)
            {
                var before = cube;
                cube = cube.Turn($"{turns[note.From]}");
                if (note.Words.StartsWith("Turns ", StringComparison.Ordinal))
                {
                    called++;
                    Assert.StartsWith($"Turns {turns[note.From].Letter}: ", note.Words, StringComparison.Ordinal);
                }

                // What comes home, or leaves, does so on the plain cube, however it is held.
                foreach (var fact in note.Facts.Where(f => f.Kind is "home" or "lent"))
                    Assert.Equal((fact.Kind == "lent", fact.Kind == "home"),
                        (before.IsHome(fact.Piece!.Split('-')), cube.IsHome(fact.Piece.Split('-'))));
                // So many are bad, for one or the other pair of faces.
                var down = cube.WithDown(focus.Base.Name());
                Assert.Contains(note.Facts.Single(f => f.Kind == "bad").Number!.Value,
                    new[] { new PlainGood(down).Bad().Length, new PlainGood(down.Turn("y")).Bad().Length });
            }
        }

        Assert.True(called > 20, $"{called}");
    }

    [Fact]
    public void A_pair_that_turns_edges_over_is_in_and_said_to_break_them()
    {
        var focus = new Focus(Color.White);
        var before = CubeState.Solved.Apply(Algorithm.Parse("z2 R U R'").Turns);
        var stage = StageKit.Book.Find("threefaces")!;
        Assert.Null(stage.Refuses(before, focus));
        var kept = stage.Judge(before, focus, Algorithm.Parse("R U' R'").Turns, Hands);
        Assert.True(kept is { IsDone: true, IsBroken: false, FirstMistake: null }, kept.Verdict);
        // The same pair, and then four turns that turn edges of the top over.
        var turned = stage.Judge(before, focus, Algorithm.Parse("R U' R' F R U R' U' F'").Turns, Hands);
        Assert.True(turned is { IsDone: false, IsBroken: true, FirstMistake: 4 }, turned.Verdict);
        Assert.Contains("From turn 4 on edges are turned over: 2 are bad", turned.Verdict, StringComparison.Ordinal);
        Assert.Equal("edges-bad", stage.Course!.Take(before, focus, Algorithm.Parse("R U' R' F R U R' U' F'").Turns,
            new CourseOptions(Hands, false, false, 4)).Refusal!.Code);
    }

    [Fact]
    public void Where_a_stage_does_not_begin_it_is_said_why()
    {
        var focus = new Focus(Color.White);
        var mixed = CubeState.Solved.Apply(Algorithm.Parse("R U F D L B R' U2 F' D2 L2 B R2 U'").Turns);
        Assert.Null(StageKit.Book.Find("goodstart")!.Refuses(mixed, focus));
        Assert.Equal("edges-bad", StageKit.Book.Find("sides")!.Refuses(mixed, focus)!.Code);
        Assert.Equal("edges-bad", StageKit.Book.Find("threefaces")!.Refuses(mixed, focus)!.Code);
        var away = CubeState.Solved.Apply(Algorithm.Parse("z2 F2 U B2 R2").Turns);
        Assert.Equal("line-not-done", StageKit.Book.Find("sides")!.Refuses(away, focus)!.Code);
        var solved = CubeState.Solved.Apply(Algorithm.Parse("z2").Turns);
        foreach (var id in Own.Skip(1)) Assert.Equal("all-solved", StageKit.Book.Find(id)!.Refuses(solved, focus)!.Code);
        var (_, refusal) = StageKit.Book.Find("goodstart")!.Course!.Take(mixed, focus, Algorithm.Parse("x2 R").Turns,
            new CourseOptions(Hands, false, false, 4));
        Assert.Equal("solves-nothing", refusal!.Code);
    }
}
