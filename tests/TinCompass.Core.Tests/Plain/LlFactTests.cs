using TinCompass.Core.Cube;
using TinCompass.Core.Methods.LastLayer;

namespace TinCompass.Core.Tests.Plain;

/// <summary>What is said of how a last layer looks, against the stickers of the plain cube.</summary>
public class LlFactTests
{
    private static readonly string[] Sides = ["green", "orange", "blue", "red"];

    [Fact]
    public void Sides_show_what_their_stickers_are()
    {
        var (random, looks, arrangements) = (new Random(PlainSeed.Today), LlSet.Oll.States(), LlSet.Pll.States());
        for (var i = 0; i < 2000; i++)
        {
            var state = arrangements[random.Next(arrangements.Count)].Then(looks[random.Next(looks.Count)]);
            var plain = new PlainLastLayer(PlainCube.Of(Facelets.Write(state.ToCube())));
            for (var side = 0; side < 4; side++)
            {
                var told = LlSide.Of(state, side);
                Assert.Equal(plain.Side(side), new[] { told.Left, told.Middle, told.Right }
                    .Select(c => c == LlSide.Top ? "white" : Sides[c]));
            }
        }
    }

    /// <summary>Every place a name speaks of: what it says stands there, and nothing of that kind elsewhere.</summary>
    [Fact]
    public void Names_say_what_the_stickers_show()
    {
        string[] places = ["in front", "left", "behind", "right"];
        foreach (var c in LlCases.Of(LlSet.Oll).Concat(LlCases.Of(LlSet.Pll)).Where(c => !c.IsSolved))
        {
            var plain = new PlainLastLayer(PlainCube.Of(Facelets.Write(c.View.ToCube())));
            for (var side = 0; side < 4; side++)
            {
                var seen = plain.Side(side);
                var word = c.Set == LlSet.Oll
                    ? string.Concat(seen.Select(s => s == "white" ? "1" : "0")) switch
                    {
                        "111" => "full row",
                        "101" => "both ends",
                        "110" => "left two",
                        "011" => "right two",
                        "100" => "left end",
                        "001" => "right end",
                        "010" => "middle",
                        _ => "",
                    }
                    : (seen[0] == seen[1], seen[1] == seen[2], seen[0] == seen[2]) switch
                    {
                        (true, true, _) => "bar",
                        (true, false, _) => "left pair",
                        (false, true, _) => "right pair",
                        (_, _, true) =>
                            "twins",
                        _ => "",
                    };
                var said = c.Name[(c.Name.IndexOf(':', StringComparison.Ordinal) + 1)..].Split(", ", StringSplitOptions.TrimEntries);
                var clause = "";
                var kind = "";
                foreach (var part in said)
                {
                    // "twins in front, left and right" is one clause in two parts.
                    if (!places.Any(p => part == p || part.StartsWith(p + " and", StringComparison.Ordinal)))
                        kind = new[] { "full row", "both ends", "left two", "right two", "left end", "right end", "middle", "bar",
                            "left pair",
                            "right pair", "twins" }.FirstOrDefault(k => part.StartsWith(k, StringComparison.Ordinal)) ?? "";
                    var rest = part.StartsWith(kind, StringComparison.Ordinal) ? part[kind.Length..] : part;
                    if (kind.Length > 0 && (rest.Contains("all round", StringComparison.Ordinal)
                        || $" {rest} ".Replace(" and ", "  ", StringComparison.Ordinal).Contains($" {places[side]} ",
                            StringComparison.Ordinal)))
                        clause = kind;
                }

                Assert.True(word == clause, $"{c.Name}: {places[side]} is '{word}', told '{clause}'");
            }
        }
    }

    /// <summary>Bursts: the slots that a note says are out, brought back or open, on the plain cube before and after its turns.</summary>
    [Fact]
    public void Notes_say_which_slots_stand()
    {
        var (random, book) = (new Random(PlainSeed.Today), StageKit.Top.Book);
        for (var i = 0; i < 1500; i++)
        {
            var entry = book.Entries[random.Next(book.Entries.Count)];
            var all = entry.Common.Concat(entry.Sequences).ToArray();
            var turns = all[random.Next(all.Length)].Turns;
            var held = LlState.SolvedBy(turns)!.Value.ToCube(Hold.All[random.Next(Hold.Count)]);
            var (cube, color) = (PlainCube.Of(Facelets.Write(held)), held.Hold.ColorAt(Face.D).Name());
            string[] slots = [.. SlotSet.All.Slots.Select(s => s.NameIn(held.Hold).ToString())];
            var (notes, start, rotations) = (LlNotes.Of(held, turns), cube, new List<Turn>());
            Assert.Equal(turns.Count, notes[^1].To);
            Assert.All(notes.Zip(notes.Skip(1)), n => Assert.Equal(n.First.To, n.Second.From));
            foreach (var (note, at) in notes.Select((n, k) => (n, k)))
            {
                var made = turns.Skip(note.From).Take(note.To - note.From).ToArray();
                var after = cube.Turn(string.Join(' ', made));
                Turn[] undone = [.. rotations.AsEnumerable().Reverse().Select(t => t.Inverse)];
                rotations.AddRange(made.Where(t => t.Kind == TurnKind.Rotation));
                Turn[] undoneAfter = [.. rotations.AsEnumerable().Reverse().Select(t => t.Inverse)];
                // As they lie in the hand, rotations taken back: r turns the right side, whatever its centres do.
                var (was, now) = (cube.Turn(string.Join(' ', undone)), after.Turn(string.Join(' ', undoneAfter)));
                var about = $"seed {PlainSeed.Today}: {string.Join(' ', turns)}: {string.Join(' ', made)}: {note.Words}";
                foreach (var fact in note.Facts)
                {
                    bool Lies(PlainCube c, params string[] piece) => start.Piece(piece).All(s => c.Stickers.Single(x => x.At == s.At
                        && x.Looks == s.Looks).Color == s.Color);
                    bool In(PlainCube c, string? slot = null) => (slot ?? fact.Piece!).Split('-') is var sides && Lies(c, sides)
                        && Lies(c, [color, .. sides]);
                    bool Cross(PlainCube c) => Lies(c, fact.Piece!.Split('-'));
                    // Places are named as the cube is held after the burst; where the base is not down then, by their colours.
                    if (fact.To is { } to)
                    {
                        var names = fact.Piece!.Split('-');
                        var place = names.Where(n => n != color).Aggregate(default(V), (v, n) =>
                            v + Looks(undoneAfter.Reverse().Select(t => t.Inverse), start.Centre(n)));
                        var isDown = Looks(undoneAfter.Reverse().Select(t => t.Inverse), V.Down) == V.Down;
                        Assert.True(to == (isDown ? PlaceName(place) : fact.Piece), about);
                        // What is still out is said of a burst that moves nothing else.
                        if (fact.Kind is not ("worksInOpen" or "crossUp") && !note.Words.Contains("all four", StringComparison.Ordinal))
                            Assert.Contains(to, note.Words, StringComparison.OrdinalIgnoreCase);
                    }

                    Turn[] Burst(int number) => [.. turns.Skip(notes[number - 1].From).Take(notes[number - 1].To - notes[number - 1].From)];
                    Assert.True(Enum.Parse<LlDeed>(fact.Kind, ignoreCase: true) switch
                    {
                        LlDeed.TakesOut => In(was) && !In(now),
                        LlDeed.BringsBack => !In(was) && In(now),
                        LlDeed.WorksInOpen => !In(was) && !In(now),
                        LlDeed.Stands => slots.All(s => In(was, s) && In(now, s)),
                        LlDeed.LiftsCross => Cross(was) && !Cross(now),
                        LlDeed.LowersCross => !Cross(was) && Cross(now),
                        LlDeed.CrossUp => !Cross(was) && !Cross(now),
                        LlDeed.TurnsTop => made.All(t => t.Letter == 'U'),
                        LlDeed.TurnsTopHome => made.All(t => t.Letter == 'U') && new PlainLastLayer(after).IsSolved,
                        LlDeed.TurnsCube => made.All(t => t.Kind == TurnKind.Rotation),
                        LlDeed.Again => fact.Number <= at && made.SequenceEqual(Burst(fact.Number!.Value)),
                        LlDeed.Undone => fact.Number <= at
                            && made.SequenceEqual(Burst(fact.Number!.Value).Reverse().Select(t => t.Inverse)),
                        _ => fact.Number <= at && made.SequenceEqual(Burst(fact.Number!.Value).Select(t => t.Mirror)),
                    }, about);
                }

                cube = after;
            }
        }
    }

    /// <summary>Where what looks in a direction looks after rotations: the solved cube's centre there, followed.</summary>
    private static V Looks(IEnumerable<Turn> rotations, V direction)
    {
        var solved = PlainCube.After("");
        return solved.Turn(string.Join(' ', rotations)).Centre(solved.CentreAt(direction));
    }

    /// <summary>"front-right", "left".</summary>
    private static string PlaceName(V at) => string.Join('-', new[] { at.Z switch { 1 => "front", -1 => "back", _ => "" },
        at.X switch { 1 => "right", -1 => "left", _ => "" } }.Where(n => n.Length > 0));

    /// <summary>The sign of the right hold is seen in it on the plain cube, and in no other hold of the case.</summary>
    [Fact]
    public void What_tells_the_hold_of_a_permutation_is_seen_in_no_other_hold()
    {
        foreach (var set in new[] { LlSet.Pll, LlSet.Oll })
            foreach (var c in LlCases.Of(set).Where(c => !c.IsSolved))
                foreach (var quarters in LlState.Quarters)
                {
                    var view = c.View.Turned(quarters);
                    var held = LlGlances.Hold(set, view);
                    Assert.Equal(c.Views == 1, held.Count == 0);
                    foreach (var turn in new[] { 1, 2, 3 })
                    {
                        var other = view.Turned(turn);
                        if (held.Count == 0 || LlGlances.Hold(set, other).SequenceEqual(held)) continue;
                        // Not all that is seen in the right hold is seen in this one.
                        Assert.True(held.Any(g => !Sees(set, other, g)), $"{c.Id} {quarters} {turn}");
                    }

                    Assert.All(held, g => Assert.True(Sees(set, view, g)));
                }

        static bool Sees(LlSet set, LlState state, LlGlance glance) => LlGlances.See(set, state, glance.Where) == glance.Seen;
    }
}
