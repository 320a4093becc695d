using System.Globalization;
using System.Text.RegularExpressions;
using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Tests.Plain;

/// <summary>Edges first as a method: its courses, what is told of their turns, and its judges, held against the plain cube.</summary>
public partial class EdgesCourseTests
{
    private const int Courses = 40;

    private static readonly HandModel Hands = new(HandPreferences.Usual);

    private static readonly CoursePlanner Planner = new(StageKit.Book);

    private static SolveMethod Method { get; } = StageKit.Book.Method("edges")!;

    private static CourseOptions Options(Random random, bool? oneSeries = null) =>
        new(Hands, random.Next(2) == 0, random.Next(3) == 0, CourseOptions.UsualBeam)
        {
            Wishes = oneSeries ?? random.Next(3) == 0 ? ["lastfive.one-series"] : [],
        };

    private static PlainCube Plain(CubeState state) => PlainCube.Of(Facelets.Write(state));

    private static (CubeState Start, Course Course) Course(Random random, CourseOptions options)
    {
        var start = RandomPosition.Draw(random.Next);
        return (start, Planner.Plan(Method, start, new Focus(Faces.AllColors[random.Next(6)]), [], options));
    }

    [Fact]
    public void A_course_solves_the_cube_and_its_notes_hold()
    {
        var (random, series, lent, parts, far) = (new Random(PlainSeed.Today), 0, 0, 0, 0);
        for (var i = 0; i < Courses; i++)
        {
            var options = Options(random);
            var (start, course) = Course(random, options);
            var stops = string.Join(" | ", course.Stops.Select(s => string.Join(' ', s.Turns)));
            var about = $"seed {PlainSeed.Today}: {Facelets.Write(start)} {stops}";
            Assert.True(new PlainBlocks(Plain(start).Turn(string.Join(' ', course.Stops.SelectMany(s => s.Turns))), "").Solved, about);
            for (var s = 0; s < course.Stops.Count; s++)
            {
                var stop = course.Stops[s];
                if (stop.Stage == "cross") continue;
                // Told from the last rotation at the beginning that leaves the base down.
                var color = course.Focus.Base.Name();
                var lead = Enumerable.Range(0, 1 + stop.Turns.TakeWhile(t => t.Kind == TurnKind.Rotation).Count())
                    .Last(n => Plain(course.Before[s].Apply(stop.Turns.Take(n))).Centre(color) == V.Down);
                var held = course.Before[s].Apply(stop.Turns.Take(lead));
                var cubes = new List<PlainCube> { Plain(held) };
                foreach (var turn in stop.Plain) cubes.Add(cubes[^1].Turn($"{turn}"));
                // The turns of faces do the same as those that are made, but for how the cube is held.
                Assert.Equal(course.Before[s + 1].Upright(), held.Apply(stop.Plain).Upright());
                Assert.True(IsStandProved(stop, cubes[0], cubes[^1], color), $"{stop.Stand} {stop.Why} {about}");
                if (options.NoRotation) Assert.DoesNotContain(stop.Turns, t => t.Kind == TurnKind.Rotation);
                // They are shown as they are told, so that a letter in a sentence is the letter of a turn beside it.
                Assert.Equal(stop.Plain, stop.Turns.Skip(lead));
                Assert.Equal(stop.Plain.Count, stop.Notes.Count == 0 ? 0 : stop.Notes[^1].To);
                foreach (var note in stop.Notes)
                {
                    var (before, after) = (cubes[note.From], cubes[note.To]);
                    if (First().Match(note.Words) is { Success: true } first)
                    {
                        Assert.Contains(stop.Turns.Skip(lead + note.From).Take(2), t => $"{t.Letter}" == first.Groups[1].Value);
                        var lies = new[] { "", "U", "U2", "U'" }.Where(top => top.Length == 0 || first.Groups[1].Value == "U")
                            .Select(top => before.Turn(top));
                        Assert.True(lies.Any(c => Letters(c.Piece(Told(first.Groups[2].Value))[0].At) == Letters(first.Groups[3].Value)),
                            $"{note.Words} {about}");
                    }

                    foreach (var fact in note.Facts)
                    {
                        var piece = fact.Piece?.Split('-') ?? [];
                        switch (fact.Kind)
                        {
                            case "home":
                                var was = note.Facts.Any(f => f.Kind is "opens" or "closes" or "passes" or "turned") ? cubes[0] : before;
                                Assert.True(!was.IsHome(piece) && after.IsHome(piece), $"{note.Words} {about}");
                                if (piece.Length == 3) Assert.True(IsPathTold(was, piece, note.Words), $"{note.Words} {about}");
                                break;
                            case "lent":
                                lent++;
                                Assert.True(before.IsHome(piece) && !after.IsHome(piece), $"{note.Words} {about}");
                                break;
                            case "taken":
                                Assert.True(cubes[0].IsHome(piece) && !after.IsHome(piece), $"{note.Words} {about}");
                                break;
                            case "series":
                                series++;
                                // Where the top is turned by its last turn as well, before that.
                                var more = note.Facts.FirstOrDefault(f => f.Kind == "setsTop")?.Number ?? 0;
                                var end = after.Turn(string.Join(' ', Enumerable.Repeat("U'", more)));
                                Assert.Equal(Letters(fact.To!), Letters(end.Piece(piece)[0].At));
                                if (note.Words.Contains("lands right", StringComparison.Ordinal)) Assert.True(end.IsHome(piece), about);
                                break;
                            case "over":
                                Assert.Equal(Letters(fact.From!), Letters(before.Piece(piece)[0].At));
                                break;
                        }
                    }
                }

                // Where the last five are no ending yet, how many lie elsewhere, and whether their order is odd.
                if (stop.Stage == "lastfive" && stop.Stand.Contains(" of the last five edges ", StringComparison.Ordinal))
                {
                    far++;
                    var plain = new PlainEdges(cubes[0], color);
                    Assert.Equal((plain.Elsewhere, plain.IsOdd), (stop.Stand[0] - '0',
                        stop.Stand.Contains("order is odd", StringComparison.Ordinal)));
                }

                if (stop.Stage == "corners" && stop.Way.StartsWith('['))
                {
                    // The parts are those of a cycle: three corners go, nothing else.
                    parts++;
                    Assert.Equal(3, Moved(cubes[0], cubes[^1]));
                    Assert.Equal(cubes[^1].Stickers.ToHashSet(), cubes[0].Turn(Algorithm.Parse(stop.Way).ToFlatString())
                        .Stickers.ToHashSet());
                }
            }
        }

        Assert.True(series > Courses && parts > Courses && far > Courses / 4, $"{series} series, {lent} lent, {parts} parts, {far} far");
    }

    /// <summary>How it stands before a stop, and why it comes now, as it is told.</summary>
    private static bool IsStandProved(CourseStop stop, PlainCube before, PlainCube after, string color)
    {
        switch (stop.Stage)
        {
            case "middle":
                // "Blue-red lies on top front": each is there, and home afterwards.
                return stop.Stand.TrimEnd('.').Split("; ").Select(s => s.Split(" lies ")).All(told =>
                    Told(told[0]) is var edge && Place(before.Piece(edge)[0].At) == told[1] && !before.IsHome(edge) && after.IsHome(edge));
            case "lastfive":
                return IsEnding(stop.Stand, stop.Title, new PlainEdges(before, color), before, color);
            case "corners":
                {
                    var (was, ends) = (new PlainEdges(before, color), new PlainEdges(after, color));
                    var (elsewhere, turned) = (was.CornersAway().Length, was.CornersTurned());
                    string[] named = [.. Named().Matches(stop.Stand).Select(m => m.Value.ToLowerInvariant())];
                    var homes = 8 - ends.CornersAway().Length - ends.CornersTurned().Length - (8 - elsewhere - turned.Length);
                    return stop.Stand.Contains($"{elsewhere} corners are elsewhere", StringComparison.Ordinal) == (elsewhere > 0)
                        && named.Select(n => string.Join('-', n.Split('-').Order())).ToHashSet().SetEquals(turned)
                        && homes == stop.Why switch
                        {
                            "the end: all three come home" => 3,
                            "two come home at once" => 2,
                            "one comes home, and no cycle more is needed for it" => 1,
                            _ => homes <= 0 ? homes : -9,
                        };
                }

            default: return true;
        }
    }

    /// <summary>The ending is that of the cube as it is, or once the top is turned as the sentence says.</summary>
    private static bool IsEnding(string stand, string title, PlainEdges now, PlainCube cube, string color)
    {
        if (stand.Contains(" of the last five edges ", StringComparison.Ordinal)) return title == "last five edges";
        var top = TurnedFirst().Match(stand) is { Success: true } match ? match.Groups[1].Value : "";
        var ending = Turned(top);
        if (top.Length > 0 && now.Ending(turnTop: false) is not null) return false;
        return ending switch
        {
            "solved" => top.Length == 0 ? stand == "All edges are home." : stand == $"{top} brings all edges home.",
            "oneSeries" => stand.EndsWith("hree edges change places; two land right, one flipped. One series brings them home.",
                StringComparison.Ordinal),
            "allTurned" => stand.Contains("hree edges change places and all land flipped.", StringComparison.Ordinal),
            "twoTurned" => stand.Contains("wo edges are flipped in place.", StringComparison.Ordinal),
            "swapped" when stand.EndsWith("series bring all edges home.", StringComparison.Ordinal) => top is "U" or "U'" && !now.IsOdd,
            "swapped" => stand.Contains("wo edges are swapped, which no series mends", StringComparison.Ordinal) && now.IsOdd,
            _ => false,
        } && title == (ending, top, stand.Contains("would be", StringComparison.Ordinal)) switch
        {
            ("solved", "", _) => "edges home",
            ("solved", _, _) => $"edges home but for {top}",
            (_, _, true) => "last five edges",
            (_, "", _) => Named(ending),
            _ => $"{Named(ending)} after {top}",
        };

        // The working place may be another than that in front.
        string? Turned(string top) => new[] { "", "y", "y2", "y'" }.Select(y => new PlainEdges(cube.Turn(top).Turn(y), color))
            .Where(e => e.IsOpenInFront).Select(e => e.Ending(turnTop: false)).FirstOrDefault(e => e is not null);

        static string Named(string? ending) => ending switch
        {
            "oneSeries" => "one series",
            "allTurned" => "three flipped",
            "twoTurned" => "two flipped",
            _ => "two swapped",
        };
    }

    [GeneratedRegex(@"^(?:After )?(U['2]?)(?:[: ]| brings)")]
    private static partial Regex TurnedFirst();

    [GeneratedRegex(@"([UDFBRL]) first: (\S+) (?:lies at|goes from) (\w\w)")]
    private static partial Regex First();

    private static string[] Told(string name) => name.ToLowerInvariant().Split('-');

    [GeneratedRegex("[A-Za-z]+-[a-z]+-[a-z]+")]
    private static partial Regex Named();

    /// <summary>As <see cref="StageSight"/> says it.</summary>
    private static string Place(V at)
    {
        var (layer, depth, side) = (at.Y switch { 1 => "on top", -1 => "below", _ => "" },
            at.Z switch { 1 => "front", -1 => "back", _ => "" }, at.X switch { 1 => "right", -1 => "left", _ => "" });
        var column = depth.Length > 0 && side.Length > 0 ? $"{depth}-{side}" : depth + side;
        return layer.Length > 0 && column.Length > 0 ? $"{layer} {column}" : layer + column;
    }

    /// <summary>So many places show something else.</summary>
    private static int Moved(PlainCube before, PlainCube after)
    {
        var was = before.Stickers.ToHashSet();
        return after.Stickers.Where(s => !was.Contains(s)).Select(s => s.At).Distinct().Count();
    }

    /// <summary>"… rolls home along the edge UF", "… goes home across the diagonal of U": what both places have.</summary>
    private static bool IsPathTold(PlainCube cube, string[] corner, string words)
    {
        var (at, to) = (cube.Piece(corner)[0].At, new PlainEdges(cube, "").Goal(corner));
        var same = Letters(new V(at.X == to.X ? at.X : 0, at.Y == to.Y ? at.Y : 0, at.Z == to.Z ? at.Z : 0));
        var told = words.Split("; ").Single(w => w.Split(' ')[0].ToLowerInvariant().Split('-').ToHashSet().SetEquals(corner)).TrimEnd('.');
        return same.Length switch
        {
            3 => told.EndsWith("is turned over at home", StringComparison.Ordinal),
            2 => told.Contains(" rolls home along the edge ", StringComparison.Ordinal) && Letters(told[^2..]) == same,
            1 => told.EndsWith($" goes home across the diagonal of {same}", StringComparison.Ordinal),
            _ => told.EndsWith("through the cube, to the place opposite", StringComparison.Ordinal),
        };
    }

    private static string Letters(string place) => string.Concat(place.Order());

    private static string Letters(V at) => Letters((at.X switch { 1 => "R", -1 => "L", _ => "" }) + (at.Y switch
    {
        1 => "U",
        -1 => "D",
        _ => ""
    })
        + (at.Z switch { 1 => "F", -1 => "B", _ => "" }));

    /// <summary>Every way that is offered at a stop can be taken there, and brings what it says.</summary>
    [Fact]
    public void Every_way_of_a_stop_can_be_taken()
    {
        var (random, ways) = (new Random(PlainSeed.Today), 0);
        for (var i = 0; i < 12; i++)
        {
            var options = Options(random);
            var (start, course) = Course(random, options);
            for (var s = 1; s < course.Stops.Count; s++)
            {
                var stage = StageKit.Book.Find(course.Stops[s].Stage)!.Course!;
                var groups = stage.Ways(course.Before[s], course.Focus, options, random.Next(3), default);
                Assert.NotEmpty(groups);
                Assert.Equal(groups.Count, groups.Select(g => g.Id).Distinct().Count());
                foreach (var group in groups)
                    foreach (var way in group.Ways)
                    {
                        ways++;
                        var about = $"seed {PlainSeed.Today}: {Facelets.Write(course.Before[s])} {string.Join(' ', way.Turns)}";
                        var (stop, refusal) = stage.Take(course.Before[s], course.Focus, way.Turns, options);
                        Assert.True(stop is not null, $"{refusal?.Message} {about}");
                        var (before, after) = (Plain(course.Before[s]), Plain(course.Before[s].Apply(way.Turns)));
                        var plain = new PlainEdges(after, course.Focus.Base.Name());
                        if (way.Words == "edges home" || group.Id == "fewest" && stop.Stage == "lastfive") Assert.True(plain.AllHome,
                            about);
                        if (LeadsTo().Match(way.Words) is { Success: true } led)
                            Assert.Contains(led.Groups[1].Value, Endings(after.WithDown(course.Focus.Base.Name()).Turn(led.Groups[2].Value),
                                course.Focus.Base.Name()));
                        if (way.Words.EndsWith(" goes first", StringComparison.Ordinal))
                            Assert.Equal(way.Words[0], way.Turns.First(t => t.Kind != TurnKind.Rotation && t.Letter != 'U').Letter);
                        // Pieces that are said to come home do.
                        if (stop.Stage is "middle" or "corners" && group.Id != "fewest")
                            foreach (var name in group.Title.Replace(" home", "", StringComparison.Ordinal).Split(", ")
                                .SelectMany(n => n.Split(" and ")).Where(n => n.Contains('-', StringComparison.Ordinal)))
                                Assert.True(!before.IsHome(name.Split('-')) && after.IsHome(name.Split('-')), $"{name} {about}");
                    }
            }
        }

        Assert.True(ways > 200, $"{ways}");
    }

    [GeneratedRegex("^leads to: (one series|three flipped|two flipped|two swapped)(?: after (U['2]?))?$")]
    private static partial Regex LeadsTo();

    /// <summary>The endings, seen from each working place that may be the open one.</summary>
    private static IEnumerable<string?> Endings(PlainCube cube, string color) => new[] { "", "y", "y2", "y'" }
        .Select(y => new PlainEdges(cube.WithDown(color).Turn(y), color)).Where(e => e.IsOpenInFront).Select(e =>
            e.Ending(turnTop: false) switch
        {
            "oneSeries" => "one series",
            "allTurned" => "three flipped",
            "twoTurned" => "two flipped",
            "swapped" => "two swapped",
            var other => other,
        });

    /// <summary>
    /// What is planned is no mistake of any judge of these stages; a turn in vain is one, and what is left undone is told.
    /// </summary>
    [Fact]
    public void What_is_planned_is_never_called_a_mistake_and_what_is_in_vain_is()
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < Courses; i++)
        {
            var (start, course) = Course(random, Options(random));
            foreach (var id in Method.Stages.Skip(1))
            {
                var stage = StageKit.Book.Find(id)!;
                int[] stops = [.. Enumerable.Range(0, course.Stops.Count).Where(s => course.Stops[s].Stage == id)];
                if (stops.Length == 0) continue;
                var before = course.Before[stops[0]];
                Turn[] turns = [.. stops.SelectMany(s => course.Stops[s].Turns)];
                var about = $"seed {PlainSeed.Today}: {id} {Facelets.Write(before)} {string.Join(' ', turns)}";
                Assert.Null(stage.Refuses(before, course.Focus));
                var judged = stage.Judge(before, course.Focus, turns, Hands);
                Assert.True(judged is { IsDone: true, IsBroken: false, OverBest: 0, FirstMistake: null }, $"{judged.Verdict} {about}");
                Assert.All(judged.Parts, p => Assert.True(p.Over <= 0 && p.Better.Count == 0, about));
                // Two turns that nothing needed.
                var vain = turns.TakeWhile(t => t.Kind == TurnKind.Rotation).Count();
                Turn[] longer = [.. turns.Take(vain), Turn.Of(Face.R, 1), Turn.Of(Face.R, 3), .. turns.Skip(vain)];
                var slipped = stage.Judge(before, course.Focus, longer, Hands);
                Assert.True(slipped.IsDone && slipped.Turns == judged.Turns + 2, about);
                if (judged.Turns == judged.Best) Assert.True(slipped is { OverBest: 2, FirstMistake: not null }, $"{slipped} {about}");
                // Without its end it is not done, or broken, and the verdict says which.
                var half = stage.Judge(before, course.Focus, [.. turns.SkipLast(1)], Hands);
                Assert.False(half.IsDone && turns[^1].Kind != TurnKind.Rotation, $"{half.Verdict} {about}");
            }
        }
    }

    /// <summary>A pair came in by chance, after two turns in vain: what was brought in are edges, and the two are told.</summary>
    [Fact]
    public void A_pair_that_comes_in_by_chance_hides_no_turn_in_vain()
    {
        var position = Legality.Read("WRROGRYWRGBBBBBBBGBRGGYWOYWBGGYWWWWRYYYOROORORGOGOYWOY").State!.Value;
        var judged = StageKit.Book.Find("middle")!.Judge(position, new Focus(Color.Blue),
            Algorithm.Parse("R R' U F R' F' R U2 R B' R' B y2 R' F R F'").Turns, Hands);
        Assert.True(judged is { IsDone: true, OverBest: 2, FirstMistake: not null }, $"{judged}");
    }

    /// <summary>
    /// The second school: three pairs, then edges that keep them, then five corners at most; and none of it is a mistake.
    /// </summary>
    [Fact]
    public void Three_pairs_first_stay_until_the_corners_and_are_no_mistake()
    {
        var (random, few) = (new Random(PlainSeed.Today), 0);
        for (var i = 0; i < Courses / 2; i++)
        {
            // Pairs are judged as by one who turns the cube over where that is quicker.
            var options = Options(random, false) with { NoRotation = false, Wishes = ["middle.three-pairs", "lastfive.keep-pairs"] };
            var (start, course) = Course(random, options);
            var color = course.Focus.Base.Name();
            var about = $"seed {PlainSeed.Today}: {Facelets.Write(start)} "
                + string.Join(" | ", course.Stops.Select(s => string.Join(' ', s.Turns)));
            Assert.True(new PlainBlocks(Plain(start).Turn(string.Join(' ', course.Stops.SelectMany(s => s.Turns))), "").Solved, about);
            for (var s = 0; s < course.Stops.Count; s++)
            {
                var (stop, end) = (course.Stops[s], Plain(course.Before[s + 1]));
                var before = Pairs(Plain(course.Before[s]), color);
                // A pair at each stop; then three of them stay.
                if (stop.Stage == "middle")
                {
                    Assert.True(before.IsProperSubsetOf(Pairs(end, color)), about);
                    var groups = StageKit.Book.Find("middle")!.Course!.Ways(course.Before[s], course.Focus, options, 0, default);
                    Assert.Equal(4 - before.Count, groups.Count);
                    Assert.All(groups.SelectMany(g => g.Ways.Take(2)), w => Assert.True(
                        before.Count < Pairs(Plain(course.Before[s].Apply(w.Turns)), color).Count, about));
                }
                else if (stop.Stage == "lastfive")
                {
                    Assert.True(before.Count < 3 || before.Intersect(Pairs(end, color)).Count() >= 3, about);
                    // Whatever else is offered keeps them too, or says how many stay.
                    foreach (var way in StageKit.Book.Find("lastfive")!.Course!.Ways(course.Before[s], course.Focus, options, 0, default)
                        .SelectMany(g => g.Ways))
                    {
                        var kept = Pairs(Plain(course.Before[s].Apply(way.Turns)), color).Count;
                        Assert.True(before.Count < 3 || kept >= Math.Min(3, before.Count)
                            || way.Words == $"edges home; of {before.Count} pairs {kept} stand then", $"{way.Words} {kept} {about}");
                    }
                }
                else if (stop.Stage == "corners" && course.Stops[s - 1].Stage != "corners" && before.Count >= 3)
                {
                    few++;
                    Assert.True(new PlainEdges(Plain(course.Before[s]), color).CornersAway().Length <= 5, about);
                }
            }

            foreach (var id in new[] { "middle", "lastfive" })
            {
                int[] stops = [.. Enumerable.Range(0, course.Stops.Count).Where(s => course.Stops[s].Stage == id)];
                for (var count = 1; count <= stops.Length; count++)
                {
                    Turn[] turns = [.. stops.Take(count).SelectMany(s => course.Stops[s].Turns)];
                    var judged = StageKit.Book.Find(id)!.Judge(course.Before[stops[0]], course.Focus, turns, Hands);
                    Assert.True(judged is { IsBroken: false, FirstMistake: null }, $"{judged.Verdict} {judged.FirstMistake} {id} {about}");
                }
            }
        }

        Assert.True(few > Courses / 4, $"{few}");

        static HashSet<string> Pairs(PlainCube cube, string color)
        {
            string[] sides = new PlainCross(cube, color).Sides;
            return [.. from one in sides from other in sides
                where string.CompareOrdinal(one, other) < 0 && cube.Centre(one) != -cube.Centre(other)
                where cube.IsHome(color, one, other) && cube.IsHome(one, other) select $"{one}-{other}"];
        }
    }

    /// <summary>Whatever is better, as a judge says, does the same on the plain cube.</summary>
    [Fact]
    public void What_a_judge_says_is_better_does_the_same()
    {
        var (random, better) = (new Random(PlainSeed.Today), 0);
        for (var i = 0; i < Courses; i++)
        {
            // Solved by one series where six would do, or corner by corner in another order: longer, as a rule.
            var (_, course) = Course(random, Options(random, oneSeries: true));
            foreach (var id in Method.Stages.Skip(1))
            {
                int[] stops = [.. Enumerable.Range(0, course.Stops.Count).Where(s => course.Stops[s].Stage == id)];
                if (stops.Length == 0) continue;
                var (before, stage) = (course.Before[stops[0]], StageKit.Book.Find(id)!);
                // A look around, a turn and its undoing in the middle.
                Turn[] turns = [.. course.Stops[stops[0]].Turns, Turn.Of(Face.U, 1), Turn.Of(Face.U, 3),
                    .. stops.Skip(1).SelectMany(s => course.Stops[s].Turns), Turn.Of(Face.D, 1), Turn.Of(Face.D, 3)];
                var judged = stage.Judge(before, course.Focus, turns, Hands);
                foreach (var part in judged.Parts.Where(p => p.Better.Count > 0))
                {
                    better++;
                    var lead = turns.TakeWhile(t => t.Kind == TurnKind.Rotation).Count();
                    var from = Plain(before.Apply(turns.Take(Math.Max(part.From, lead))));
                    var end = from.Turn(string.Join(' ', part.Better));
                    var color = course.Focus.Base.Name();
                    Assert.Equal(part.Least, part.Better.Sum(t => Metric.Htm.Cost(t)));
                    var done = id switch
                    {
                        "middle" => new PlainCross(end, color).Stands && PlainEdges.Middle(end, color).Count(e => end.IsHome(e)) >= 3,
                        "lastfive" => new PlainEdges(end, color).AllHome,
                        _ => Plain(before.Apply(turns.Take(part.To))).Stickers.Where(s => s.At == s.Looks).Count() == 6,
                    };
                    Assert.True(done, $"seed {PlainSeed.Today}: {id} {Facelets.Write(before)} {string.Join(' ', turns)}");
                }
            }
        }

        Assert.True(better > 5, better.ToString(CultureInfo.InvariantCulture));
    }

    [Fact]
    public void Where_a_stage_does_not_begin_it_is_said_why()
    {
        var (random, focus) = (new Random(PlainSeed.Today), new Focus(Color.White));
        var start = RandomPosition.Draw(random.Next);
        var (middle, five, corners) = (StageKit.Book.Find("middle")!, StageKit.Book.Find("lastfive")!, StageKit.Book.Find("corners")!);
        Assert.Equal("cross-not-done", middle.Refuses(start, focus)!.Code);
        Assert.Equal("cross-not-done", five.Refuses(start, focus)!.Code);
        Assert.Equal("edges-open", corners.Refuses(start, focus)!.Code);
        var solved = CubeState.Solved.Apply(Algorithm.Parse("z2").Turns);
        Assert.All(new[] { middle, five, corners }, s => Assert.Equal("all-solved", s.Refuses(solved, focus)!.Code));
        var course = Planner.Plan(Method, start, focus, [], Options(random));
        var at = course.Stops.ToList().FindIndex(s => s.Stage == "middle");
        if (at < 0) return;
        Assert.Equal("middle-open", five.Refuses(course.Before[at], focus)!.Code);
        var options = Options(random);
        Assert.Equal("breaks-solved", middle.Course!.Take(course.Before[at], focus, Algorithm.Parse("R").Turns, options).Refusal!.Code);
        Assert.Equal("solves-nothing", middle.Course!.Take(course.Before[at], focus, Algorithm.Parse("U").Turns, options).Refusal!.Code);
    }

    /// <summary>Where a corner lies and belongs, and how it is said to go.</summary>
    [Fact]
    public void A_corner_goes_along_an_edge_or_across_a_face()
    {
        var counts = new Dictionary<string, int>();
        foreach (var from in Enum.GetValues<Corner>())
            foreach (var to in Enum.GetValues<Corner>())
            {
                var path = new Core.Methods.EdgesFirst.CornerTravel(to, from);
                counts[$"{path.Path}"] = counts.GetValueOrDefault($"{path.Path}") + 1;
                // Two places on one edge are carried to each other by each of its two faces in one quarter turn; across a face by a half
                // turn.
                var turns = Enumerable.Range(0, Turn.FaceTurnCount).Select(Turn.FromIndex)
                    .Where(t => CornersAfter(from, t) == to).Select(t => t.Quarters == 2 ? 2 : 1).Order().ToArray();
                Assert.Equal($"{path.Path}", turns switch { [1, 1] => "Along", [2] => "Across", [] => "Through", _ => "Turned" });
            }

        Assert.Equal((8, 24, 24, 8), (counts["Turned"], counts["Along"], counts["Across"], counts["Through"]));

        static Corner CornersAfter(Corner from, Turn turn) => Core.Methods.EdgesFirst.CornersPosition.PlaceOf(
            Stickers.After(Pieces.CornerFacelets[(int)from][0], turn));
    }
}
