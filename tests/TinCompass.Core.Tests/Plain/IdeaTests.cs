using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Tests.Plain;

/// <summary>What is taught by an idea, turn by turn, held against the plain cube.</summary>
public class IdeaTests
{
    private static readonly HandModel Hands = new(HandPreferences.Usual);

    private static PlainCube Plain(CubeState state) => PlainCube.Of(Facelets.Write(state));

    /// <summary>Cubes with the base down, cross and all slots but one standing, the corner of that one too.</summary>
    private static CubeState WithEdgeOut(Random random, Slot slot)
    {
        // The insertion of an edge at slots and tops by chance: what stood there comes out; corners return.
        var state = CubeState.Solved.Apply(Hold.BringingDown((Face)random.Next(6))[0].Rotation);
        Turn[] top = [Turn.Of(Face.U, 1 + random.Next(3))];
        var last = LlCases.Of(LlSet.Pll)[random.Next(21)].View.ToCube(Hold.Scramble);
        return state.Then(last).Apply(F2lSchools.Insertions(slot)[random.Next(2)]).Apply(top)
            .Apply(random.Next(3) > 0 ? [] : F2lSchools.Insertions(slot)[random.Next(2)]);
    }

    [Fact]
    public void An_edge_is_laid_over_its_side_and_away_from_the_other_colour_joined_and_home()
    {
        var (random, told, led, lies) = (new Random(PlainSeed.Today), 0, 0, 0);
        for (var i = 0; i < 2000; i++)
        {
            var slot = SlotSet.All.Slots.ElementAt(random.Next(4));
            var state = WithEdgeOut(random, slot);
            var about = $"seed {PlainSeed.Today}: {Facelets.Write(state)} {slot}";
            var (cube, idea) = (Plain(state), F2lSecondLayer.Of(state, slot, Hands));
            string[] edge = [state.Hold.ColorAt(slot.Faces()[0]).Name(), state.Hold.ColorAt(slot.Faces()[1]).Name()];
            string[] corner = [state.Hold.ColorAt(Face.D).Name(), .. edge];
            if (!cube.IsHome(corner) || cube.IsHome(edge))
            {
                Assert.Null(idea);
                continue;
            }

            told++;
            var (solution, notes) = (idea!.Solution!.Solution, idea.Solution.Notes);
            Assert.Equal(solution.Turns.Count, notes[^1].To);
            var cubes = new List<PlainCube> { cube };
            foreach (var turn in solution.Turns) cubes.Add(cubes[^1].Turn($"{turn}"));
            foreach (var note in notes)
                foreach (var fact in note.Facts)
                {
                    Assert.True(fact.Piece!.Split('-').ToHashSet().SetEquals(edge), about);
                    PlainCube before = cubes[note.From], after = cubes[note.To];
                    switch (fact.Kind)
                    {
                        case "out":
                            led++;
                            Assert.True(before.Sticker(edge[0], edge).At.Y == 0 && after.Sticker(edge[0], edge).At.Y == 1, about);
                            break;
                        case "over":
                            // The top turned so far that the colour outwards meets its centre.
                            var laid = before.Turn(fact.Number switch { 0 => "", 1 => "U", 2 => "U2", _ => "U'" });
                            Assert.True(laid.Sticker(fact.To!, edge).Looks == laid.Centre(fact.To!), about);
                            Assert.True(laid.Sticker(edge.Single(c => c != fact.To), edge).Looks == V.Up, about);
                            break;
                        case "away":
                            // Over the side that is opposite that of the colour above, and one quarter from where it was laid.
                            var (seen, to) = (note.Facts.Any(f => f.Kind == "joined") ? before : after, before.Centre(fact.To!));
                            var at = seen.Sticker(fact.To!, edge);
                            Assert.True(at.Looks == V.Up && at.At == V.Up + new V(-to.X, -to.Y, -to.Z), about);
                            lies += note.Facts.Any(f => f.Kind == "joined") ? 1 : 0;
                            break;
                        case "joined":
                            Assert.True(before.IsHome(corner) && !after.IsHome(corner), about);
                            Assert.All(edge, c => Assert.True(after.Sticker(c, edge).Looks == after.Sticker(c, corner).Looks, about));
                            Assert.True(fact.To!.Split('-').ToHashSet().SetEquals(corner), about);
                            break;
                        case "home":
                            // One block all the way in.
                            Assert.All(cubes.Skip(note.From), c => Assert.All(edge,
                                e => Assert.True(c.Sticker(e, edge).Looks == c.Sticker(e, corner).Looks, about)));
                            Assert.True(after.IsHome(corner) && after.IsHome(edge), about);
                            break;
                        default:
                            Assert.Fail($"{fact.Kind} is not proved");
                            break;
                    }
                }

            // What stood below the top stands again.
            Assert.All(cube.Stickers.GroupBy(s => s.At).Where(g => g.Key.Y < 1 && g.Count() > 1)
                .Select(g => g.Select(s => s.Color).ToArray()).Where(cube.IsHome), p => Assert.True(cubes[^1].IsHome(p), about));
        }

        Assert.True(told > 1000 && led > 40 && lies > 30, $"{told} {led} {lies}");
    }

    [Fact]
    public void A_top_cross_is_one_burst_once_or_twice_and_each_says_what_the_top_would_show()
    {
        var (random, looks, times) = (new Random(PlainSeed.Today), LlSet.Oll.States(), new int[3]);
        for (var i = 0; i < 2000; i++)
        {
            var state = looks[random.Next(looks.Count)].Turned(random.Next(4)).ToCube(Hold.All[random.Next(Hold.Count)]);
            var (cube, idea) = (Plain(state), LlTopCross.Of(state, Hands));
            var about = $"seed {PlainSeed.Today}: {Facelets.Write(state)}";
            if (Shows(cube) == "the cross")
            {
                Assert.Null(idea);
                continue;
            }

            var (turns, notes) = (idea!.Solution!.Solution.Turns, idea.Solution.Notes);
            PlainCube After(int count) => cube.Turn(string.Join(' ', turns.Take(count)));
            Assert.True(new PlainLastLayer(After(turns.Count)).Is(LlSet.Eoll), about);
            var made = 0;
            foreach (var (note, fact) in notes.Select(n => (n, n.Facts.Single())))
                switch (fact.Kind)
                {
                    case "burst":
                        made++;
                        Assert.Equal("R U R' U'", string.Join(' ', turns.Skip(note.From).Take(note.To - note.From)));
                        Assert.Equal(Shows(After(note.To).Turn("F'")), fact.To);
                        Assert.Contains(fact.To!, note.Words, StringComparison.Ordinal);
                        break;
                    case "closes":
                        Assert.Equal(Shows(After(note.To)), fact.To);
                        Assert.Contains(fact.To!, note.Words, StringComparison.Ordinal);
                        break;
                    case "opens": Assert.Equal("F", $"{turns[note.From]}"); break;
                    case "lays": Assert.Equal('U', turns[note.From].Letter); break;
                    default: Assert.Fail($"{fact.Kind} is not proved"); break;
                }

            Assert.Equal(Shows(cube) switch { "a line" => 1, "a corner of two" => 2, _ => 3 }, made);
            times[made - 1]++;
        }

        Assert.All(times, t => Assert.True(t > 50, string.Join(' ', times)));
    }

    /// <summary>What the four edges of the top show, read off the stickers that look up.</summary>
    private static string Shows(PlainCube cube)
    {
        var top = cube.CentreAt(V.Up);
        V[] up = [.. new[] { V.Front, V.Left, V.Back, V.Right }
            .Where(v => cube.Stickers.Any(s => s.At == v + V.Up && s.Looks == V.Up && s.Color == top))];
        return up.Length switch
        {
            4 => "the cross",
            0 => "the centre alone",
            _ => up[0] + up[1] == new V(0, 0, 0) ? "a line" : "a corner of two",
        };
    }
}
