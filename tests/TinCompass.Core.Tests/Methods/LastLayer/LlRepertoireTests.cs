using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Methods.LastLayer.Drills;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.Methods.LastLayer;

/// <summary>What a solver knows, and keeps for themselves: in plans, in what to learn, in drills, beside other sequences.</summary>
public class LlRepertoireTests
{
    private static readonly HandModel Hands = new(HandPreferences.Usual);
    private static readonly string[] Whole = ["oll", "pll"];

    /// <summary>
    /// With a repertoire of chance: the plan ends solved on the plain cube, in one look exactly where the case is known, and is no mistake.
    /// </summary>
    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void What_is_planned_by_a_repertoire_solves_in_one_look_where_the_case_is_known(bool byTurns)
    {
        var random = new Random(PlainSeed.Today);
        var own = 0;
        for (var i = 0; i < 100; i++)
        {
            var repertoire = Draw(random);
            var held = DrawState(random).ToCube(Hold.All[random.Next(Hold.Count)]);
            var (focus, about) = (new Focus(held.Hold.ColorAt(Face.D)), $"seed {PlainSeed.Today}: {Facelets.Write(held)}");
            var course = new CoursePlanner(StageKit.Book).Plan(StageKit.Book.Methods[0], held, focus, [[]],
                new CourseOptions(Hands, byTurns, false, 6)
                {
                    Wishes = [LlCourse.OrientsAsKnown, LlCourse.PermutesAsKnown],
                    Repertoire = repertoire,
                });
            Turn[] turns = [.. course.Stops.SelectMany(s => s.Turns)];
            Assert.True(new PlainLastLayer(PlainCube.Of(Facelets.Write(held)).Turn(string.Join(' ', turns))).IsSolved, about);
            foreach (var (stop, before) in course.Stops.Zip(course.Before).Where(s => s.First.Case.Length > 0))
            {
                var state = LlState.Of(before)!.Value;
                var whole = state.IsOriented ? LlSet.Pll : LlSet.Oll;
                var isKnown = repertoire.Knows(whole.Id(), LlCases.Of(whole, state).Case.Id);
                Assert.True(isKnown == Whole.Contains(stop.Stage), $"{about}: {stop.Stage} {stop.Case}");
                var isOwn = repertoire.Own(stop.Stage, stop.Case).Any(o => LlKin.Of(stop.Turns, o) == LlKinship.Same);
                own += isOwn ? 1 : 0;
                Assert.True(isOwn || !stop.Why.Contains("your own", StringComparison.Ordinal), $"{about}: {stop.Why}");
            }

            Assert.True(LlPosition.TryRead(held, focus.Base, out var position, out _));
            if (position.State == LlState.Solved) continue;
            var judged = StageKit.Book.Find(position.State.IsOriented ? "pll" : "oll")!.Check(held, focus,
                JoinedMoves.Of([.. course.Stops.Select(s => s.Turns)]).All, new CourseOptions(Hands, byTurns, false, 6)
                {
                    Wishes = [LlCourse.OrientsAsKnown, LlCourse.PermutesAsKnown],
                    Repertoire = repertoire,
                }, isKnown: true);
            Assert.True(judged.FirstMistake is null, $"{about}: {string.Join(' ', turns)}: {judged.FirstMistake}");
        }

        Assert.True(own > 0, "no own sequence was ever taken");
    }

    /// <summary>Own sequences, rotations and all, are weighed as they are used: each brings its set about on the plain cube.</summary>
    [Fact]
    public void Own_sequences_are_weighed_and_do_what_they_are_kept_for()
    {
        var (random, seen) = (new Random(PlainSeed.Today), 0);
        for (var i = 0; i < 150; i++)
        {
            var (repertoire, state) = (Draw(random), DrawState(random));
            var options = new LlOptions(Hands) { Repertoire = repertoire };
            if (options.Next(state) is not { } set) continue;
            var plain = PlainCube.Of(Facelets.Write(state.ToCube(LlCasebook.Hold)));
            foreach (var way in StageKit.Top.Rank(set, state, options).Where(w => w.IsOwn))
            {
                seen++;
                var end = plain.Turn(string.Join(' ', way.AsTurned));
                Assert.True(new PlainLastLayer(end).Is(set));
                if (set == LlSet.Pll) Assert.True(new PlainLastLayer(end).IsSolved);
                Assert.Equal(way.Time, Hands.Measure(way.AsTurned));
                Assert.Contains(repertoire.Own(set.Id(), LlCases.Of(set, state).Case.Id), o => LlKin.Of(way.AsTurned, o) == LlKinship.Same);
                // What is left after it is what the plain cube shows.
                Assert.Equal(Signature(PlainCube.Of(Facelets.Write(way.Result.ToCube(LlCasebook.Hold)))), Signature(end));
            }
        }

        Assert.True(seen > 20);
    }

    /// <summary>What is told as kin: on the plain cube one does what the other does, mirrored or undone.</summary>
    [Fact]
    public void Kin_is_told_for_what_is_mirrored_undone_turned_about_and_rewritten()
    {
        var random = new Random(PlainSeed.Today);
        foreach (var entry in StageKit.Top.Book.Entries)
        {
            var turns = entry.Sequences[random.Next(entry.Sequences.Count)].Turns;
            var written = new Algorithm(turns);
            Turn[] dressed = [.. Top(random), .. Cube(random), .. turns, .. Top(random)];
            Assert.Equal(LlKinship.Same, LlKin.Of(dressed, turns));
            if (Hands.Quicker(dressed, Hands.Read(dressed)) is { } quicker)
                Assert.True(LlKin.Of([.. quicker.Turns], turns) == LlKinship.Same,
                    $"{string.Join(' ', dressed)} is {string.Join(' ', quicker.Turns)}");
            foreach (var (made, kinship) in new[]
            {
                (written.Mirror(), LlKinship.Mirror), (written.Inverse(), LlKinship.Inverse),
                (written.Mirror().Inverse(), LlKinship.MirrorInverse),
            })
            {
                Turn[] other = [.. Cube(random), .. Top(random), .. made.Turns, .. Top(random)];
                var told = LlKin.Of(other, turns);
                Assert.True(told <= kinship, $"{string.Join(' ', other)} is told to be {told} of {written}, not its {kinship}");
                AssertKin(told!.Value, other, turns);
            }
        }

        Assert.Null(LlKin.Of(Read("R U R' U R U2 R'"), Read("F R U R' U' F'")));
        Assert.Null(LlKin.Of(Read("U"), Read("U2")));
    }

    private static void AssertKin(LlKinship told, IReadOnlyList<Turn> turns, IReadOnlyList<Turn> than)
    {
        var isUndone = told is LlKinship.Inverse or LlKinship.MirrorInverse;
        var text = string.Join(' ', isUndone ? than.Reverse().Select(t => t.Inverse) : than);
        var solved = PlainCube.Of(Facelets.Write(CubeState.Solved));
        var expected = Sides(solved.Turn(text), isMirrored: told is LlKinship.Mirror or LlKinship.MirrorInverse);
        // Whatever turns of the top come before and after, and however the cube is held.
        var all = from y in Rotations from u in Tops from v in Tops select Sides(solved.Turn($"{y} {u} {text} {v}"), expected.IsMirrored);
        Assert.Contains(Sides(solved.Turn(string.Join(' ', turns)), false).Text, all.Select(a => a.Text));
    }

    private static readonly string[] Rotations = ["", "y", "y2", "y'"], Tops = ["", "U", "U2", "U'"];

    /// <summary>Every sticker of the top and its sides, by how far its colour's side is from the front; perhaps in the mirror.</summary>
    private static (string Text, bool IsMirrored) Sides(PlainCube cube, bool isMirrored)
    {
        V[] around = isMirrored ? [V.Front, V.Right, V.Back, -V.Right] : [V.Front, -V.Right, V.Back, V.Right];
        // Whoever holds the cube calls the side in front the front.
        var said = around.SelectMany(side => new[] { -1, 0, 1 }.SelectMany(i =>
        {
            var along = new V(side.Z, 0, -side.X);
            var at = side + V.Up + (i == 0 ? default : (i > 0) != isMirrored ? along : -along);
            return new[] { side, V.Up }.Select(looks => Where(cube.Stickers.First(s => s.At == at && s.Looks == looks).Color));
        }));
        return (string.Join(' ', said), isMirrored);

        int Where(string color) => Array.IndexOf(around, cube.Centre(color)) is >= 0 and var side ? side : 9;
    }

    /// <summary>What an orienting sequence moves is what is left of a top whose pieces all were in their places.</summary>
    [Fact]
    public void What_an_orienting_sequence_moves_is_left_where_nothing_was_before()
    {
        foreach (var entry in StageKit.Top.Book.Entries.Where(e => e.Case.Set is LlSet.Oll or LlSet.Ocll))
            foreach (var sequence in entry.Sequences.Take(4))
            {
                int[] home = [0, 1, 2, 3];
                var solves = sequence.Solves;
                // Each piece is turned as the sequence needs it where it stands, and stands where it belongs.
                var before = LlState.Create(home, [.. home.Select(solves.TwistAt)], home, [.. home.Select(solves.FlipAt)]);
                var end = PlainCube.Of(Facelets.Write(before.ToCube())).Turn(sequence.ToString());
                Assert.True(new PlainLastLayer(end).Is(LlSet.Oll), $"{entry.Case.Id}: {sequence}");
                var moves = LlBeside.MovedBy(sequence.Turns);
                Assert.Equal(Signature(PlainCube.Of(Facelets.Write(moves.View.ToCube()))), Signature(end));
            }
    }

    [Fact]
    public void Side_by_side_every_figure_is_of_the_sequence_itself()
    {
        var c = LlCases.Find("oll-0101-0021")!;
        var turns = Read("y' F R U R' U' F'");
        var known = new[] { (LlCases.Find(c.MirrorId)!, Read("F' L' U' L U F")), (c, Read("r U R' U' M")) };
        var column = LlBeside.Read(c, 1, turns, Hands, known);
        Assert.Equal((6, 6, 1, "U F R"), (column.Length, column.SliceLength, column.Rotations, column.Letters));
        Assert.Equal(Hands.Measure(turns), column.Time);
        Assert.Equal([(LlKinship.Mirror, c.MirrorId)], column.Kin.Select(k => (k.Kinship, k.Of.Id)));
        Assert.NotNull(column.Moves);
        Assert.Equal(turns.Count, column.Notes[^1].To);
        Assert.Null(LlBeside.Read(LlCases.Find("epll-0123-2301")!, 0, Read("M2 U M2 U2 M2 U M2"), Hands, []).Moves);
    }

    /// <summary>
    /// The figures of what to learn, counted again: chances by looking at all patterns, the two looks by turning them on the plain cube.
    /// </summary>
    [Fact]
    public void What_is_saved_a_solve_is_two_looks_less_one_as_often_as_the_case_comes()
    {
        foreach (var set in new[] { LlSet.Oll, LlSet.Pll })
        {
            var expected = new LlLearning(StageKit.Top).Next(set, Repertoire.Empty, Hands);
            var lessons = expected.Lessons;
            var looks = set.States();
            var (two, one) = (0.0, 0.0);
            foreach (var state in looks.Where(s => !set.IsDone(s)))
            {
                var lesson = lessons.Single(l => l.Case == LlCases.Of(set, state).Case.Id);
                two += lesson.InTwo!.Value / looks.Count;
                one += lesson.InOne!.Value / looks.Count;
            }

            Assert.Equal(two, expected.InTwo, 9);
            Assert.Equal(one, expected.InOne, 9);
            Assert.Equal(two, expected.Now, 9);
            foreach (var lesson in lessons)
            {
                var view = LlCases.Find(lesson.Case)!.View;
                var plain = PlainCube.Of(Facelets.Write(view.ToCube()));
                Assert.True(new PlainLastLayer(plain.Turn(string.Join(' ', lesson.Best))).Is(set));
                Assert.Equal(lesson.InOne, Hands.Measure(lesson.Best));
                var (time, state) = (0.0, view);
                foreach (var first in set == LlSet.Oll ? (LlSet[])[LlSet.Eoll, LlSet.Ocll] : [LlSet.Cpll, LlSet.Epll])
                {
                    if (first.IsDone(state)) continue;
                    var best = StageKit.Top.Rank(first, state, Hands)[0];
                    plain = PlainCube.Of(Facelets.Write(state.ToCube())).Turn(string.Join(' ', best.AsTurned));
                    Assert.True(new PlainLastLayer(plain).Is(first), lesson.Case);
                    (time, state) = (time + Hands.Measure(best.AsTurned)!.Value, best.Result);
                }

                Assert.Equal(time, lesson.InTwo!.Value, 9);
                Assert.Equal((lesson.InTwo.Value - lesson.InOne!.Value) * looks.Count(s => LlCases.Of(set, s).Case.Id == lesson.Case)
                    / looks.Count, lesson.Saves, 9);
            }

            Assert.Equal(lessons.OrderByDescending(l => l.Worth).Select(l => l.Case), lessons.Select(l => l.Case));
        }
    }

    [Fact]
    public void New_cases_come_in_the_order_in_which_they_are_worth_learning()
    {
        var drill = new Recall(StageKit.Top, LlSet.Pll);
        var lessons = new LlLearning(StageKit.Top).Next(LlSet.Pll, Repertoire.Empty, Hands).Lessons.Select(l => l.Case).ToArray();
        Assert.Equal(lessons, drill.InOrderOfLearning(new HashSet<string>()));
        // The best is known: the others follow by what is worth most beside it.
        var known = new HashSet<string> { lessons[0] };
        var order = drill.InOrderOfLearning(known);
        Assert.Equal(lessons[0], order[0]);
        Assert.Equal(drill.Cases.Order(), order.Order());
        Assert.Equal(new LlLearning(StageKit.Top).Next(LlSet.Pll, new Repertoire([("pll", lessons[0])], []), Hands).Lessons
            .Select(l => l.Case), order.Skip(1));
        // In the programme: what was answered stays what it is, and the first new case is the best one.
        var programme = new Programme(StageKit.Book.Drills);
        Mastery[] masteries = [.. programme.Cases().Select(c => new Mastery(c.Drill, c.Case))];
        var ordered = programme.InOrderOfLearning(masteries);
        Assert.Equal(masteries.Select(m => m.Drill), ordered.Select(m => m.Drill));
        Assert.Equal(masteries.Select(m => (m.Drill, m.Case)).Order(), ordered.Select(m => (m.Drill, m.Case)).Order());
        Assert.Equal(lessons, ordered.Where(m => m.Drill == "pll.recall").Select(m => m.Case));
        Assert.Equal(masteries.Where(m => m.Drill == "epll.recall").Select(m => m.Case),
            ordered.Where(m => m.Drill == "epll.recall").Select(m => m.Case));
    }

    [Fact]
    public void Two_cases_that_are_confused_are_drilled_alone_each_beside_the_other()
    {
        var cases = LlCases.Of(LlSet.Pll);
        var (one, other) = (cases[3], cases[11]);
        var programme = new Programme(StageKit.Book.Drills);
        var text = $"pll.which-case::{WhichCase.Apart(one, other)}";
        var part = programme.Find(text)!;
        Assert.Null(programme.Find($"pll.which-case::{one.Id}+{one.Id}"));
        Assert.Null(programme.Find($"pll.which-case::{one.Id}"));
        Assert.Null(programme.Find($"oll.which-case::{WhichCase.Apart(one, other)}"));
        Assert.Null(programme.Find($"pll.recall::{WhichCase.Apart(one, other)}"));
        var standing = programme.Fold([]);
        var asked = new HashSet<string>();
        for (var i = 0; i < 40; i++)
        {
            var next = programme.Next(part, standing, [Color.White], DateTimeOffset.UnixEpoch);
            var task = next.Drill.Make(next.Wish, i);
            Assert.True(task.Case == one.Id || task.Case == other.Id);
            Assert.Contains(task.Options, o => o.Answer == one.Id);
            Assert.Contains(task.Options, o => o.Answer == other.Id);
            Assert.Equal(4, task.Options.Select(o => o.Answer).Distinct().Count());
            asked.Add(task.Case);
            standing = standing with { Last = (task.Drill, task.Case) };
        }

        Assert.Equal(2, asked.Count);
    }

    /// <summary>
    /// Some cases mastered, some with a sequence of one's own: one of the book, from another hold, with a turn of the top more.
    /// </summary>
    private static Repertoire Draw(Random random)
    {
        var entries = StageKit.Top.Book.Entries.Where(e => e.Case.Set is LlSet.Oll or LlSet.Pll or LlSet.Ocll).ToArray();
        return new Repertoire(
            entries.Where(_ => random.Next(3) == 0).Select(e => (e.Case.Set.Id(), e.Case.Id)),
            entries.Where(_ => random.Next(3) == 0).Select(e => new OwnSequence(e.Case.Set.Id(), e.Case.Id,
                [.. Top(random), .. random.Next(2) == 0 ? Cube(random) : [],
                    .. e.Sequences[random.Next(Math.Min(4, e.Sequences.Count))].Turns])));
    }

    private static LlState DrawState(Random random)
    {
        var (looks, arrangements) = (LlSet.Oll.States(), LlSet.Pll.States());
        return arrangements[random.Next(arrangements.Count)].Then(looks[random.Next(looks.Count)]);
    }

    private static IEnumerable<Turn> Top(Random random) => random.Next(4) is > 0 and var q ? [Turn.Of(Face.U, q)] : [];

    private static IReadOnlyList<Turn> Cube(Random random) => Read(Rotations[random.Next(4)]);

    private static IReadOnlyList<Turn> Read(string turns) => turns.Length == 0 ? [] : Algorithm.Parse(turns).Turns;

    /// <summary>The sides of a top, however it is turned and whatever its colours are called.</summary>
    private static string Signature(PlainCube cube)
    {
        V[] around = [V.Front, V.Left, V.Back, V.Right];
        var top = new PlainLastLayer(cube);
        var sides = Enumerable.Range(0, 4).Select(i => top.Side(i).Select(c => Array.IndexOf(around, cube.Centre(c))).ToArray()).ToArray();
        return (from k in Enumerable.Range(0, 4)
                from j in Enumerable.Range(0, 4)
                select string.Join(' ', Enumerable.Range(0, 4).SelectMany(i => sides[(i + k) % 4]).Select(s => (s + j) % 4)))
            .Min(StringComparer.Ordinal)!;
    }
}
