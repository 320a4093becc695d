using TinCompass.Core.Cube;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Stages;
using TinCompass.Core.Tests.Methods.Cross;
using TinCompass.Core.Tests.Methods.F2l;

namespace TinCompass.Core.Tests.Plain;

/// <summary>
/// Every fact that is told about a pair, held against the plain cube over thousands of solutions. A kind without its check fails.
/// </summary>
public class F2lFactTests
{
    /// <summary>A position with its cross and some pairs, held with the base down, and the same on a plain cube.</summary>
    internal sealed record Placed(CubeState State, PlainCube Plain, string Turns)
    {
        public F2lState Pairs => F2lState.Of(State);

        public string Base => State.Hold.ColorAt(Face.D).Name();

        public IEnumerable<string> Named(SlotSet slots) => slots.Slots.Select(s => s.NameIn(State.Hold).ToString());

        public Placed Then(IEnumerable<Turn> turns)
        {
            var made = turns.ToArray();
            return new Placed(State.Apply(made), Plain.Turn(string.Join(' ', made)), $"{Turns} {string.Join(' ', made)}");
        }
    }

    internal static IEnumerable<Placed> Positions(int count, int seed)
    {
        var random = new Random(PlainSeed.Today + seed);
        Turn[] faces = [.. Enumerable.Range(0, Turn.FaceTurnCount).Select(Turn.FromIndex)];
        var solver = F2lKit.NewSolver();
        for (var i = 0; i < count; i++)
        {
            var placed = new Placed(CubeState.Solved, PlainCube.Solved, "").Then(random.GetItems(faces, 30));
            var cross = CrossPlannerTests.Planner.Plan(placed.State, (Color)(i % 6)).Groups[0].Plans[0].Solution;
            placed = placed.Then(cross.All);
            for (var solved = i % 4; solved > 0 && placed.Pairs.SolvedSlots.Count < solved;)
            {
                var free = placed.Pairs.SolvedSlots.Others.Slots.ToArray();
                var goal = new F2lGoal(placed.Pairs.SolvedSlots.With(free[random.Next(free.Length)]));
                placed = placed.Then(solver.Search.Find(placed.Pairs, goal).Solutions[0].ToArray());
            }

            yield return placed;
        }
    }

    /// <summary>Every solution of every open pair, by the search and as the schools teach it.</summary>
    private static IEnumerable<(Placed From, Slot Slot, F2lSolution Solution)> Solutions(int count, int seed)
    {
        var (solver, schools) = (F2lKit.NewSolver(), new F2lSchools(CrossSearchTests.Search.Table, F2lKit.Tables));
        var options = new F2lOptions();
        foreach (var placed in Positions(count, seed))
            foreach (var slot in placed.Pairs.SolvedSlots.Others.Slots)
            {
                foreach (var s in solver.Solve(placed.Pairs, slot, options, slack: 1, most: 8).Solutions) yield return (placed, slot, s);
                foreach (var s in schools.Compare(placed.Pairs, slot, options).Skip(1).Select(c => c.Solution).OfType<F2lSolution>())
                    yield return (placed, slot, s);
            }
    }

    private static bool StandsCross(PlainCube cube, string color) => new PlainCross(cube, color).Stands;

    [Fact]
    public void Every_fact_about_every_group_holds_and_so_does_the_way()
    {
        var (seen, ways, count) = (new HashSet<string>(), new HashSet<F2lWay>(), 0);
        foreach (var (from, slot, solution) in Solutions(140, 1))
        {
            var trace = new F2lTrace(from.Pairs, slot, from.Pairs.SolvedSlots, solution.Turns);
            var name = slot.NameIn(from.State.Hold).ToString();
            var solved = from.Named(from.Pairs.SolvedSlots).ToArray();
            List<PlainCube> cubes = [from.Plain];
            foreach (var turn in solution.Turns) cubes.Add(cubes[^1].Turn($"{turn}"));
            PlainPair[] way = [.. cubes.Select(c => PlainPair.Of(c, from.Base, name))];
            var about = $"seed {PlainSeed.Today}: {from.Turns} | {name} | {string.Join(' ', solution.Turns)}";
            Assert.True(way[^1].IsIn && StandsCross(cubes[^1], from.Base), about);
            foreach (var note in F2lNotes.Of(trace, from.State.Hold))
            {
                Assert.Equal(F2lWords.Of(note.Facts), note.Words);
                foreach (var fact in note.Facts)
                {
                    seen.Add(fact.Kind);
                    count++;
                    Assert.True(Holds(fact, note, cubes, way, from.Base, solved), $"{about}: {note.From}..{note.To}: {fact}");
                }

                // A pair that is solved and comes out of place is told.
                foreach (var other in solved.Where(s => !note.Facts.Any(f => f.Piece == s)))
                    Assert.True(cubes[note.From..note.To].All(c => PlainPair.Of(c, from.Base, other).IsIn), $"{about}: {other}");
            }

            ways.Add(solution.Way);
            Assert.True(Holds(solution.Way, solution.Turns, trace.Groups[^1].From, cubes, way, from.Base, solved),
                $"{about}: {solution.Way}");
            // As it is turned it does the same, with the base down again.
            var turned = from.Plain.Turn(string.Join(' ', solution.AsTurned));
            Assert.True(new PlainCross(turned, from.Base) is { IsDown: true, Stands: true },
                $"{about}: as {string.Join(' ', solution.AsTurned)}");
            Assert.All(solved.Append(name), s => Assert.True(PlainPair.Of(turned, from.Base, s).IsIn, about));
        }

        Assert.True(count > 5000, $"{count} facts");
        var rare = new[] { F2lDeed.LeavesThem, F2lDeed.TurnsTop, F2lDeed.Splits, F2lDeed.PutsCornerIn };
        Assert.Empty(Enum.GetValues<F2lDeed>().Except(rare).Select(d => Words.Code(d)).Except(seen));
        Assert.Empty(Enum.GetValues<F2lHiding>().Skip(1).Select(h => Words.Code(h)).Except(seen));
        Assert.Empty(Enum.GetValues<F2lCare>().Except([F2lCare.SparesAll]).Select(c => Words.Code(c)).Except(seen));
        Assert.True(ways.Count > 7, string.Join(", ", ways));
    }

    private static bool Holds(StageFact fact, StageNote note, List<PlainCube> cubes, PlainPair[] way, string color, string[] solved)
    {
        var (was, now) = (way[note.From], way[note.To]);
        var within = Enumerable.Range(note.From, note.To - note.From).ToArray();
        if (Enum.TryParse<F2lCare>(fact.Kind, ignoreCase: true, out var care))
        {
            int[] between = [.. within.Skip(1)];
            var lifted = new PlainCross(cubes[0], color).Sides
                .Count(side => cubes[note.To].IsHome(color, side) && between.Any(m => !cubes[m].IsHome(color, side)));
            return care switch
            {
                F2lCare.Borrows => solved.Contains(fact.Piece) && between.Any(m => !PlainPair.Of(cubes[m], color, fact.Piece!).IsIn)
                    && PlainPair.Of(cubes[note.To], color, fact.Piece!).IsIn,
                F2lCare.SparesPairs => solved.Length > 0 && within.All(m => solved.All(s => PlainPair.Of(cubes[m], color, s).IsIn)),
                F2lCare.LiftsCross => solved.Length == 0 && lifted == fact.Number && lifted > 0 && StandsCross(cubes[note.To], color),
                _ => solved.Length == 0 && lifted == 0 && within.All(m => StandsCross(cubes[m], color)),
            };
        }

        if (Enum.TryParse<F2lHiding>(fact.Kind, ignoreCase: true, out var hiding))
        {
            // The top layer turned with one of the two in it and the other below.
            var turned = within.Where(m => OnlyTopMoves(cubes[m], cubes[m + 1])).ToArray();
            var edgeMoves = turned.Any(m => way[m].IsEdgeUp && !way[m].IsCornerUp);
            var cornerMoves = turned.Any(m => way[m].IsCornerUp && !way[m].IsEdgeUp);
            return hiding switch
            {
                F2lHiding.HidesCorner => edgeMoves && was.IsCornerUp,
                F2lHiding.HidesEdge => cornerMoves && was.IsEdgeUp,
                F2lHiding.CornerWaits => edgeMoves && !was.IsCornerUp,
                _ => cornerMoves && !was.IsEdgeUp,
            };
        }

        var isTop = within.All(m => OnlyTopMoves(cubes[m], cubes[m + 1]));
        return Enum.Parse<F2lDeed>(fact.Kind, ignoreCase: true) switch
        {
            F2lDeed.TurnsPair => isTop && was is { IsJoined: true, IsCornerUp: true, IsEdgeUp: true },
            F2lDeed.BringsCornerOver => isTop && was is { IsCornerUp: true, IsEdgeUp: true } && IsOver(now) && !IsOver(was),
            F2lDeed.TurnsBoth => isTop && was is { IsCornerUp: true, IsEdgeUp: true },
            F2lDeed.BringsCornerToEdge => isTop && was is { IsCornerUp: true, IsEdgeUp: false, IsJoined: false } && now.IsJoined,
            F2lDeed.TurnsCorner => isTop && was is { IsCornerUp: true, IsEdgeUp: false },
            F2lDeed.TurnsEdge => isTop && was is { IsCornerUp: false, IsEdgeUp: true },
            F2lDeed.TurnsTop => isTop && was is { IsCornerUp: false, IsEdgeUp: false },
            F2lDeed.PutsPairIn => was.IsJoined && !was.IsIn && now.IsIn,
            F2lDeed.PutsEdgeIn => was.IsCornerHome && !was.IsEdgeHome && now.IsIn,
            F2lDeed.PutsCornerIn => was.IsEdgeHome && !was.IsCornerHome && now.IsIn,
            F2lDeed.JoinsAndPutsIn => !was.IsJoined && within.Any(m => way[m].IsJoined) && now.IsIn,
            F2lDeed.MeetGoingIn => within.All(m => !way[m].IsJoined) && now.IsIn,
            F2lDeed.Joins => !was.IsJoined && now.IsJoined && !now.IsIn,
            F2lDeed.TakesBothOut => was is { IsCornerUp: false, IsEdgeUp: false } && now is { IsCornerUp: true, IsEdgeUp: true },
            F2lDeed.TakesCornerOut => !was.IsCornerUp && now.IsCornerUp,
            F2lDeed.TakesEdgeOut => !was.IsEdgeUp && now.IsEdgeUp,
            F2lDeed.SetsCorner => was.IsCornerUp && now.IsCornerHome,
            F2lDeed.ParksCorner => was.IsCornerUp && !now.IsCornerUp && !now.IsCornerHome,
            F2lDeed.SetsEdge => was.IsEdgeUp && now.IsEdgeHome,
            F2lDeed.ParksEdge => was.IsEdgeUp && !now.IsEdgeUp && !now.IsEdgeHome,
            F2lDeed.Splits => was.IsJoined && !now.IsJoined,
            F2lDeed.TurnsCornerOver => was.CornerLooks == V.Up && now.IsCornerUp && now.CornerLooks != V.Up,
            F2lDeed.LeavesThem => was.StandsAs(now),
            F2lDeed.Changes => !was.StandsAs(now),
            _ => false,
        };

        static bool IsOver(PlainPair pair) => pair.Corner == pair.Home + V.Up;
    }

    private static bool OnlyTopMoves(PlainCube was, PlainCube now) =>
        new[] { "U", "U2", "U'" }.Any(t => was.Turn(t).Stickers.SequenceEqual(now.Stickers));

    internal static bool Holds(F2lWay claimed, IReadOnlyList<Turn> turns, int last, List<PlainCube> cubes, PlainPair[] way, string color,
        string[] solved)
    {
        var joined = turns.Count;
        while (joined > 0 && way[joined - 1].IsJoined) joined--;
        var bothUp = way[0] is { IsCornerUp: true, IsEdgeUp: true };
        var tops = Enumerable.Range(0, turns.Count).Where(i => turns[i].Face == Face.U).ToArray();
        bool Parked(int before, bool corner) => tops.Any(i => i < before && way[i].IsCornerUp == !corner && way[i].IsEdgeUp == corner);
        var onTop = Enumerable.Range(joined, turns.Count - joined).Any(i => way[i] is { IsCornerUp: true, IsEdgeUp: true });
        return claimed switch
        {
            F2lWay.Insert => bothUp && joined == 0,
            F2lWay.Apart => bothUp && joined > last,
            F2lWay.ParkCorner => bothUp && joined <= last && onTop && Parked(joined, corner: true),
            F2lWay.ParkEdge => bothUp && joined <= last && onTop && Parked(joined, corner: false),
            F2lWay.ParkCornerApart => bothUp && joined > last && Parked(last, corner: true),
            F2lWay.ParkEdgeApart => bothUp && joined > last && Parked(last, corner: false),
            F2lWay.JoinInsert => bothUp && joined > 0 && joined <= last,
            F2lWay.TakeOut => !bothUp,
            F2lWay.CornerFirst => !way[0].IsCornerHome && Enumerable.Range(1, turns.Count - 1).Any(i =>
                way[i].IsCornerHome && !way[i].IsIn && StandsCross(cubes[i], color)
                && solved.All(s => PlainPair.Of(cubes[i], color, s).IsIn)),
            F2lWay.Keyhole => Enumerable.Range(0, Math.Max(0, turns.Count - 4)).Any(i => turns[i].Face == Face.D
                && turns[i + 4] == turns[i].Inverse && turns[i + 2].Face == Face.U && turns[i + 3] == turns[i + 1].Inverse),
            _ => tops.Any(i => solved.Any(s => PlainPair.Of(cubes[i], color, s) is var other && (other.IsCornerUp || other.IsEdgeUp))),
        };
    }

    [Fact]
    public void Where_the_pieces_stand_and_how_the_next_are_seen()
    {
        var solver = F2lKit.NewSolver();
        foreach (var placed in Positions(200, 2))
        {
            foreach (var slot in SlotSet.All.Slots)
            {
                var name = slot.NameIn(placed.State.Hold);
                var pair = PlainPair.Of(placed.Plain, placed.Base, name.ToString());
                Assert.Equal(Stand(pair, placed.Base, name), F2lWords.Stand(placed.Pairs, slot, placed.State.Hold));
            }

            SlotName[] open = [.. placed.Pairs.SolvedSlots.Others.Slots.Select(s => s.NameIn(placed.State.Hold))];
            if (open.Length < 2) continue;
            var first = SlotPlaces.Find(open[0], placed.State.Hold)!.Value;
            var turns = solver.Solve(placed.Pairs, first, new F2lOptions { NoRotation = true }, most: 1).Solutions[0].Turns;
            var next = SlotPlaces.Find(open[1], placed.State.Hold)!.Value;
            var look = LookAhead.Of(placed.Pairs, Search.PackedTurns.Pack([.. turns]), next, 0);
            var (cube, inView) = (placed.Plain, 0);
            foreach (var turn in turns)
            {
                cube = cube.Turn($"{turn}");
                if (PlainPair.Of(cube, placed.Base, open[1].ToString()).IsInView) inView++;
            }

            var end = PlainPair.Of(cube, placed.Base, open[1].ToString());
            int onTop = (end.IsCornerUp ? 1 : 0) + (end.IsEdgeUp ? 1 : 0), atHome = (end.IsCornerHome ? 1 : 0) + (end.IsEdgeHome ? 1 : 0);
            Assert.Equal((inView, turns.Count, onTop, atHome), (look.InView, look.Turns, look.OnTop, look.AtHome));
            var words = F2lWords.Look(look, open[1]);
            // A piece that is right in its own slot is not stuck.
            Assert.Equal(2 - onTop - atHome > 0, words.Contains("stuck", StringComparison.Ordinal));
        }
    }

    internal static string Stand(PlainPair pair, string color, SlotName name)
    {
        var corner = $"corner {(pair.IsCornerUp ? "on top" : "in the slot")} {Around(pair.Corner)}, {color} {Looks(pair.CornerLooks)}";
        // Of the edge the sticker is named that looks up or, below, to the front or behind.
        var (first, second) = (name.First.Name(), name.Second.Name());
        var told = pair.EdgeLooks(first) is var looks && (pair.IsEdgeUp ? looks == V.Up : looks.Z != 0) ? first : second;
        var edge = pair.IsEdgeUp ? $"on top {Side(pair.Edge)}, {told} up"
            : $"in the slot {Around(pair.Edge)}, {told} {Looks(pair.EdgeLooks(told))}";
        return $"{corner}; edge {edge}";
    }

    private static string Around(V at) => $"{(at.Z == 1 ? "front" : "back")}-{(at.X == 1 ? "right" : "left")}";

    private static string Side(V at) => at.Z == 1 ? "in front" : at.Z == -1 ? "behind" : at.X == 1 ? "right" : "left";

    private static string Looks(V v) => v == V.Up ? "up" : v == V.Down ? "down" : v == V.Front ? "in front" : v == V.Back ? "behind"
        : v == V.Right ? "to the right" : "to the left";
}
