using System.Text.RegularExpressions;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Tests.Plain;

/// <summary>Block first as a method: its courses, what is told of their turns, and its judges, held against the plain cube.</summary>
public partial class BlockCourseTests
{
    private const int Courses = 24;

    private static readonly HandModel Hands = new(HandPreferences.Usual);

    private static readonly CoursePlanner Planner = new(StageKit.Book);

    private static SolveMethod Method { get; } = StageKit.Book.Method("blocks")!;

    private static CourseOptions Options(Random random) =>
        new(Hands, random.Next(2) == 0, random.Next(3) == 0, CourseOptions.UsualBeam);

    private static PlainCube Plain(CubeState state) => PlainCube.Of(Facelets.Write(state));

    private static (CubeState Start, Course Course) Course(Random random, CourseOptions options)
    {
        var start = RandomPosition.Draw(random.Next);
        return (start, Planner.Plan(Method, start, new Focus(Faces.AllColors[random.Next(6)]), [], options));
    }

    /// <summary>Seen with the block at the left and down, in the hold in which it lies so.</summary>
    private static PlainOpen Open(PlainCube cube, string color) => new[] { "", "y", "y2", "y'" }
        .Select(y => new PlainOpen(cube.WithDown(color).Turn(y), color)).OrderBy(o => o.MissesLong).ThenBy(o => o.Bad().Length).First();

    [Fact]
    public void A_course_solves_the_cube_and_its_notes_hold()
    {
        var (random, homes, mended, two, joins) = (new Random(PlainSeed.Today), 0, 0, 0, 0);
        for (var i = 0; i < Courses; i++)
        {
            var options = Options(random);
            var (start, course) = Course(random, options);
            var color = course.Focus.Base.Name();
            var stops = string.Join(" | ", course.Stops.Select(s => string.Join(' ', s.Turns)));
            var about = $"seed {PlainSeed.Today}: {Facelets.Write(start)} {stops}";
            Assert.True(new PlainBlocks(Plain(start).Turn(string.Join(' ', course.Stops.SelectMany(s => s.Turns))), "").Solved, about);
            for (var s = 0; s < course.Stops.Count; s++)
            {
                var stop = course.Stops[s];
                var lead = stop.Turns.TakeWhile(t => t.Kind == TurnKind.Rotation).ToArray();
                var cubes = new List<PlainCube> { Plain(course.Before[s].Apply(lead)) };
                foreach (var turn in stop.Plain) cubes.Add(cubes[^1].Turn($"{turn}"));
                Assert.Equal(course.Before[s + 1].Upright(), course.Before[s].Apply(lead).Apply(stop.Plain).Upright());
                Assert.Equal(stop.Plain.Count, stop.Notes.Count == 0 ? 0 : stop.Notes[^1].To);
                foreach (var note in stop.Notes)
                    foreach (var fact in note.Facts)
                    {
                        var piece = fact.Piece?.Split('-') ?? [];
                        switch (fact.Kind)
                        {
                            case "home":
                                homes++;
                                Assert.True(!cubes[note.From].IsHome(piece) && cubes[note.To].IsHome(piece), $"{note.Words} {about}");
                                break;
                            case "lent":
                                Assert.True(cubes[note.From].IsHome(piece) && !cubes[note.To].IsHome(piece), $"{note.Words} {about}");
                                break;
                            case "joins":
                                joins++;
                                Assert.False(AreJoined(cubes[note.From], piece, fact.To!), $"{note.Words} {about}");
                                Assert.All(cubes.Skip(note.To), c => Assert.True(AreJoined(c, piece, fact.To!), $"{note.Words} {about}"));
                                break;
                            case "brings":
                                Assert.True(!cubes[note.From].IsHome(piece) && !cubes[note.To].IsHome(piece) && cubes[^1].IsHome(piece)
                                    && !Lies(cubes[note.From], piece).SetEquals(Lies(cubes[note.To], piece)), $"{note.Words} {about}");
                                break;
                            case "idle":
                                // Whatever of this stage comes home in the end, or stays there, has not been moved.
                                var all = stop.Notes.SelectMany(n => n.Facts).Where(f => f.Kind is "home" or "lent" or "brings");
                                Assert.All(all, f => Assert.True(Lies(cubes[note.From], f.Piece!.Split('-'))
                                    .SetEquals(Lies(cubes[note.To], f.Piece!.Split('-'))), $"{note.Words} {about}"));
                                break;
                            case "mended":
                                mended++;
                                var (was, now) = (Seen(cubes[note.From], cubes[0], color), Seen(cubes[note.To], cubes[0], color));
                                Assert.True(fact.Number == now.Length, $"{note.Words} {stop.Stand} {about}");
                                Assert.Contains(was, w => w.ToHashSet().SetEquals(piece));
                                Assert.DoesNotContain(now, w => w.ToHashSet().SetEquals(piece));
                                break;
                        }
                    }

                // How it stood: what is missing of a block, which edges are bad.
                var names = stop.Stand.Split(" edges are bad: ") is [_, var bad] ? bad.TrimEnd('.')
                    : Missing().Match(stop.Stand) is { Success: true } missing ? missing.Groups[1].Value : "";
                string[][] told = [.. names.Split(", ").SelectMany(n => n.Split(" and ")).Where(n => n.Length > 0)
                    .Select(n => n.ToLowerInvariant().Split('-'))];
                if (stop.Stage == "mend")
                {
                    var seen = Seen(cubes[0], cubes[0], color);
                    Assert.True(seen.Length == told.Length && told.All(t => seen.Any(b => b.ToHashSet().SetEquals(t))),
                        $"{stop.Stand} {about}");
                }
                else if (stop.Stage is "long" or "twofaces")
                {
                    Assert.All(told, t => Assert.True(!cubes[0].IsHome(t) && cubes[^1].IsHome(t), $"{stop.Stand} {about}"));
                    Assert.Equal(stop.Stage == "long" || stop.Title == "last block", told.Length > 0);
                }

                // What each stop ends with, as its title says; the last two by the two open faces alone.
                var end = Open(Plain(course.Before[s + 1]), color);
                switch (stop.Stage)
                {
                    case "long": Assert.True(!end.MissesLong, about); break;
                    case "mend":
                        var (open, left) = (Seen(cubes[0], cubes[0], color).Length, Seen(cubes[^1], cubes[0], color).Length);
                        Assert.True(!end.MissesLong && (stop.Way == $"{open} bad before, {left} after"
                            || (end.Bad().Length == 0 && stop.Way == $"{open} bad before, 0 after")), $"{stop.Way} {about}");
                        break;
                    case "twofaces" when stop.Title != "to two faces":
                        two++;
                        Assert.All(stop.Turns.Skip(lead.Length), t => Assert.True(t.Letter is 'U' or 'R', about));
                        Assert.True(!end.MissesLong && end.Bad().Length == 0, about);
                        break;
                }
            }
        }

        Assert.True(homes > Courses && mended > Courses / 2 && two > Courses && joins > Courses, $"{homes} {mended} {two} {joins}");
    }

    /// <summary>Where the stickers of a piece are.</summary>
    private static HashSet<PlainSticker> Lies(PlainCube cube, string[] piece) => [.. cube.Piece(piece)];

    /// <summary>An edge lies beside a corner, or a centre, as it does on a solved cube: the colours they share look the same way.</summary>
    private static bool AreJoined(PlainCube cube, string[] edge, string with) => with.Split('-') is [var centre]
        ? cube.Sticker(centre, edge).Looks == cube.Centre(centre)
        : edge.All(c => cube.Sticker(c, edge).Looks == cube.Sticker(c, with.Split('-')).Looks);

    [GeneratedRegex(@"^(.+) (is|are) missing")]
    private static partial Regex Missing();

    /// <summary>
    /// The colours of the bad edges of a cube, seen in the hold of another that has its block at the left and down: as that one is held, if
    /// it lies so then.
    /// </summary>
    private static string[][] Seen(PlainCube cube, PlainCube held, string color)
    {
        var turned = new[] { "", "y", "y2", "y'" }.OrderBy(y => new PlainOpen(held.WithDown(color).Turn(y), color).MissesLong)
            .ThenBy(y => y.Length > 0 || new PlainOpen(held, color).MissesLong)
            .ThenBy(y => new PlainOpen(held.WithDown(color).Turn(y), color).Bad().Length).First();
        var now = cube.Turn(held.ToBringDown(color)).Turn(turned);
        return [.. new PlainOpen(now, color).Bad().Select(name => now.Stickers.Where(s => s.At == V.Place(name)).Select(s => s.Color)
            .ToArray())];
    }

    [Fact]
    public void Every_way_of_a_stop_can_be_taken()
    {
        var (random, ways) = (new Random(PlainSeed.Today), 0);
        for (var i = 0; i < 8; i++)
        {
            var options = Options(random);
            var (_, course) = Course(random, options);
            for (var s = 0; s < course.Stops.Count; s++)
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
                    var end = Plain(course.Before[s].Apply(way.Turns));
                    var open = Open(end, course.Focus.Base.Name());
                    if (way.Words == "solved") Assert.True(new PlainBlocks(end, "").Solved, about);
                    if (way.Words == "no edge is bad after it") Assert.True(!open.MissesLong && open.Bad().Length == 0, about);
                    if (way.Words == "the block 2x2x3 stands") Assert.True(!open.MissesLong, about);
                    if (way.Words == "the block stands behind, left and down")
                        Assert.True(new[] { "", "y", "y2", "y'" }.Any(y => !new PlainOpen(end.Turn(y), course.Focus.Base.Name())
                            .MissesSmall), about);
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
            var (_, course) = Course(random, Options(random));
            foreach (var id in Method.Stages)
            {
                var stage = StageKit.Book.Find(id)!;
                int[] stops = [.. Enumerable.Range(0, course.Stops.Count).Where(s => course.Stops[s].Stage == id)];
                if (stops.Length == 0) continue;
                var before = course.Before[stops[0]];
                if (stage.Refuses(before, course.Focus) is not null) continue;
                Turn[] turns = [.. stops.SelectMany(s => course.Stops[s].Turns)];
                var about = $"seed {PlainSeed.Today}: {id} {Facelets.Write(before)} {string.Join(' ', turns)}";
                var judged = stage.Judge(before, course.Focus, turns, Hands);
                Assert.True(judged is { IsDone: true, IsBroken: false, OverBest: 0, FirstMistake: null }, $"{judged.Verdict} {about}");
                var lead = turns.TakeWhile(t => t.Kind == TurnKind.Rotation).Count();
                Turn[] longer = [.. turns.Take(lead), Turn.Of(Face.F, 1), Turn.Of(Face.F, 3), .. turns.Skip(lead)];
                var slipped = stage.Judge(before, course.Focus, longer, Hands);
                Assert.True(slipped.IsDone && slipped.Turns == judged.Turns + 2, about);
                if (judged.Turns == judged.Best) Assert.True(slipped is { OverBest: 2, FirstMistake: not null }, $"{slipped} {about}");
                // What would have been better does it, in so many turns.
                foreach (var part in slipped.Parts.Where(p => p.Better.Count > 0))
                {
                    Assert.Equal(part.Least, part.Better.Sum(t => Metric.Htm.Cost(t)));
                    Assert.True(stage.Course!.Stands(before.Apply(turns.Take(lead)).Apply(part.Better), course.Focus), about);
                }

                Assert.False(stage.Judge(before, course.Focus, [.. turns.SkipLast(1)], Hands).IsDone
                    && turns[^1].Kind != TurnKind.Rotation, about);
            }
        }
    }

    [Fact]
    public void Where_a_stage_does_not_begin_it_is_said_why()
    {
        var focus = new Focus(Color.White);
        var mixed = CubeState.Solved.Apply(Algorithm.Parse("R U F D L B R' U2 F' D2 L2 B R2 U'").Turns);
        Assert.Equal("block-not-done", StageKit.Book.Find("long")!.Refuses(mixed, focus)!.Code);
        Assert.Equal("block-not-done", StageKit.Book.Find("mend")!.Refuses(mixed, focus)!.Code);
        Assert.Equal("block-not-done", StageKit.Book.Find("twofaces")!.Refuses(mixed, focus)!.Code);
        var solved = CubeState.Solved.Apply(Algorithm.Parse("z2").Turns);
        foreach (var id in Method.Stages.Skip(1)) Assert.Equal("all-solved", StageKit.Book.Find(id)!.Refuses(solved, focus)!.Code);
        // White down, orange at the left: the two series turn edges over, and no other block stands.
        var bad = solved.Apply(Algorithm.Parse("F' U F B U B'").Turns);
        Assert.Equal("edges-bad", StageKit.Book.Find("twofaces")!.Refuses(bad, focus)!.Code);
        Assert.Null(StageKit.Book.Find("mend")!.Refuses(bad, focus));
    }

    /// <summary>
    /// The last block by two faces: every position of its five pieces is reached, none in more turns than a plain search needs.
    /// </summary>
    [Fact]
    public void The_last_block_takes_the_fewest_turns_of_two_faces()
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < 30; i++)
        {
            var state = CubeState.Solved;
            for (var t = 0; t < 4; t++) state = state.Apply(Turn.Of(t % 2 == 0 ? Face.U : Face.R, 1 + random.Next(3)));
            var way = Core.Methods.BlockFirst.LastBlock.Solve(state);
            var end = Plain(state.Apply(way).Apply(Algorithm.Parse("z2").Turns));
            Assert.All(way, t => Assert.True(t.Letter is 'U' or 'R'));
            Assert.True(new PlainBlocks(Plain(state.Apply(way)), "") is not null && !new PlainOpen(Plain(state.Apply(way)), "yellow")
                .MissesRight, $"{end}");
            Assert.Equal(Least(Plain(state), 4), way.Count);
        }

        static int Least(PlainCube cube, int most)
        {
            for (var depth = 0; depth < most; depth++)
                if (Reaches(cube, depth, ' ')) return depth;
            return most;
        }

        static bool Reaches(PlainCube cube, int left, char last) => left == 0 ? !new PlainOpen(cube, "yellow").MissesRight
            : new[] { "U", "U2", "U'", "R", "R2", "R'" }.Where(t => t[0] != last).Any(t => Reaches(cube.Turn(t), left - 1, t[0]));
    }
}
