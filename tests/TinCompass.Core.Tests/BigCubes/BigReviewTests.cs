using System.Text.RegularExpressions;
using TinCompass.Core.BigCubes;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Notation;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.BigCubes;

/// <summary>Own solves of bigger cubes cut and reviewed, each sentence held against the plain cube.</summary>
public partial class BigReviewTests
{
    private static readonly string[] Colors = [.. Faces.AllColors.Select(c => c.Name())];

    /// <summary>
    /// A solve with slips: a planned one that is left at random places by a layer or two that are not given back, and planned anew there.
    /// </summary>
    private static List<BigTurn> WithSlips(BigState state, Random random)
    {
        var (made, now, size) = (new List<BigTurn>(), state, state.Size);
        for (var slips = 0; slips < 3; slips++)
        {
            var centres = new CentrePlanner(size).Plan(now, 1, null, default).Select(s => s.Turns);
            var reduced = now.Apply(centres.SelectMany(t => t));
            var edges = new EdgePlanner(size).Plan(reduced, 2, null, default).Select(s => s.Turns);
            var all = centres.Concat(edges).SelectMany(t => t).ToList();
            var some = slips == 2 ? all : all.Take(random.Next(all.Count)).ToList();
            if (slips < 2) some.Add(BigTurn.Of((Face)random.Next(6), 2, 2, 1 + random.Next(3)));
            var (turn, undone) = (BigTurn.Of((Face)random.Next(6), 1, 1 + random.Next(2), 1 + random.Next(3)), random.Next(some.Count + 1));
            some.InsertRange(undone, [turn, turn.Inverse]);
            made.AddRange(some);
            now = now.Apply(some);
        }

        return made;
    }

    [Theory]
    [InlineData(4, 9)]
    [InlineData(5, 1)]
    public void Each_stop_ends_where_it_says_and_each_sentence_holds(int size, int many)
    {
        var random = new Random(PlainSeed.Today);
        var told = new HashSet<string>();
        // What is lost for good is rare enough not to come in each dozen of them.
        for (var i = 0; i < many || (size == 4 && !told.Contains("lost") && i < 5 * many); i++)
        {
            var scramble = BigScrambles.Draw(size, random.Next);
            var start = BigState.Solved(size).Apply(scramble);
            var own = WithSlips(start, random);
            if (i % 2 == 1) own.AddRange(BigNotation.Parse("R U R'", size));
            var stops = BigReview.Of(start, own, default);
            Assert.Equal(own, stops.SelectMany(s => s.Stop.Turns));
            var made = new List<BigTurn>(scramble);
            foreach (var (stop, notes) in stops)
            {
                PlainBig Before() => new PlainBig(size).Turn(made);
                var (before, after) = (Before(), Before().Turn(stop.Turns));
                var about = $"seed {PlainSeed.Today}, {i}: {stop.Name} {BigNotation.Written(stop.Turns, size)}: {string.Join(" ", notes)}";
                var ended = stop.Stage switch
                {
                    BigStage.Centre when stop.Name == "centres given back" => after.Centres.Count == 6,
                    BigStage.Centre => Standing(after).IsSupersetOf(stop.Parts) && !Standing(before).Overlaps(stop.Parts),
                    BigStage.Edges => after.Centres.Count == 6 && stop.Parts.ToHashSet().SetEquals(after.Edges.Except(before.Edges)),
                    BigStage.Small => before is { Edges.Count: 12, Centres.Count: 6 },
                    _ => true,
                };
                Assert.True(ended, about);
                // What stood and does not is told, and nothing else.
                string[] lost = stop.Stage switch
                {
                    BigStage.Centre when stop.Name != "centres given back" => [.. Standing(before).Except(Standing(after))],
                    BigStage.Edges => [.. before.Edges.Except(after.Edges)],
                    _ => [],
                };
                Assert.Equal(lost.Order(), notes.Select(n => Lost().Match(n)).Where(m => m.Success).Select(m => m.Groups[1].Value).Order());
                foreach (var note in notes)
                {
                    Assert.True(Holds(note, Before, stop, size, told), $"{about}: {note}");
                }

                made.AddRange(stop.Turns);
            }
        }

        if (size == 4) Assert.Superset(new HashSet<string> { "alone centre", "lost", "small", "spare" }, told);
    }

    /// <summary>An edge joined by turns that join no other, where as many would have joined one more: that is told, and it is so.</summary>
    [Fact]
    public void A_free_join_that_was_missed_is_told()
    {
        var (random, moves, told) = (new Random(PlainSeed.Today), EdgeMoves.Of(4), 0);
        for (var i = 0; i < 40; i++)
        {
            BigTurn[] mixed = [.. Enumerable.Range(0, 20).SelectMany(_ => moves.Setups[random.Next(moves.Setups.Length)].Turns
                .Concat(moves.Short[random.Next(moves.Short.Length)].Turns))];
            var state = BigState.Solved(4).Apply(mixed);
            var whole = ReducedCube.WholeEdges(state);
            foreach (var way in NextEdges.Of(state).Where(w => w.Also.Count > 0).Take(2))
            {
                var own = moves.Setups.Take(moves.One)
                    .SelectMany(s => moves.Short.Where(m => s.Turns.Count + m.Turns.Count >= way.Turns.Count)
                        .Select(m => (BigTurn[])[.. s.Turns, .. m.Turns])).Where(t => t.Length > 0).OrderBy(_ => random.Next()).Take(4000)
                    .FirstOrDefault(t => ReducedCube.WholeEdges(state.Apply(t)) is var then && then.Contains(way.Edge)
                        && then.Count == whole.Count + 1 && whole.All(then.Contains) && ReducedCube.HasCentres(state.Apply(t)));
                if (own is null) continue;
                var note = BigReview.Of(state, own, default).SelectMany(s => s.Notes).Single(n => !Spare().IsMatch(n));
                var stop = new BigStop(BigStage.Edges, way.Edge, [way.Edge], own);
                Assert.Matches(Too(), note);
                Assert.True(Holds(note, () => new PlainBig(4).Turn(mixed), stop, 4, []), $"seed {PlainSeed.Today}, {i}: {note}");
                told++;
            }
        }

        Assert.True(told > 0);
    }

    private static bool Holds(string note, Func<PlainBig> before, BigStop stop, int size, HashSet<string> told)
    {
        if (Lost().IsMatch(note)) return told.Add("lost") || true;
        var spent = BigTurns.Count(stop.Turns, size);
        if (Alone().Match(note) is { Success: true } alone)
        {
            var turns = BigNotation.Parse(alone.Groups[3].Value, size);
            var after = before().Turn(turns);
            var name = alone.Groups[1].Value;
            var isColor = Colors.Contains(name);
            told.Add(isColor ? "alone centre" : "alone edge");
            return turns.Count == int.Parse(alone.Groups[2].Value, null) && turns.Count < spent && (isColor
                ? Standing(after).IsSupersetOf(Standing(before()).Append(name))
                : after.Centres.Count == 6 && !before().Edges.Append(name).Except(after.Edges).Any());
        }

        if (Too().Match(note) is { Success: true } too)
        {
            told.Add("too");
            var turns = BigNotation.Parse(too.Groups[1].Value, size);
            var after = before().Turn(turns);
            return turns.Count == int.Parse(too.Groups[3].Value, null) && turns.Count <= spent && after.Centres.Count == 6
                && !before().Edges.Concat(stop.Parts).Concat(too.Groups[2].Value.Split(" and ")).Except(after.Edges).Any();
        }

        if (note.EndsWith(" in the fewest turns.", StringComparison.Ordinal))
        {
            told.Add("fewest");
            return size != 4 || PlainCentres.Of(before(), Faces.AllColors.First(c => c.Name() == note.Split(' ')[0])) == spent;
        }

        if (Spare().Match(note) is { Success: true } spare)
        {
            told.Add("spare");
            var (made, together) = (BigNotation.Parse(spare.Groups[1].Value, size), BigNotation.Parse(spare.Groups[3].Value, size));
            return before().Turn(made).All.ToHashSet().SetEquals(before().Turn(together).All)
                && BigTurns.Count(together, size) == (spare.Groups[2].Success ? int.Parse(spare.Groups[2].Value, null) : 0)
                && BigTurns.Count(together, size) < BigTurns.Count(made, size);
        }

        told.Add("small");
        var end = before().Turn(stop.Turns);
        return note switch
        {
            "The cube is solved." => end.IsSolved,
            "The cube is not solved at the end." => !end.IsSolved,
            "It began with one edge turned over, which no 3x3 has." => before() is var one && !one.IsSwapped() && one.Exchanges() % 2 == 1,
            "It began with the wings of one edge exchanged, which no 3x3 has." => false,
            "It began with two edges exchanged, which no 3x3 has." => before() is var two && two.IsSwapped() && two.Exchanges() % 2 == 0,
            "It began with one edge turned over, two exchanged, which no 3x3 has." =>
                before() is var both && both.IsSwapped() && both.Exchanges() % 2 == 1,
            _ => false,
        };
    }

    private static HashSet<string> Standing(PlainBig cube) => [.. cube.Centres.Values.Select(c => c.Name())];

    [GeneratedRegex(@"^(\S+) (?:stood|was joined) before these turns and (?:does|is) not after them\.$")]
    private static partial Regex Lost();

    [GeneratedRegex(@"^(\S+) alone takes (\d+) turns?: (.+)\.$")]
    private static partial Regex Alone();

    [GeneratedRegex(@"^(.+?) (?:does nothing|is (\d+) turns?, (.+))\.$")]
    private static partial Regex Spare();

    [GeneratedRegex(@"^(.+) joins (.+) too, in (\d+) turns\.$")]
    private static partial Regex Too();
}
