using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Methods.SecondBlock;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Tests.Plain;

/// <summary>Each kind of fact that is told of a first or second block, held against the plain cube over random positions.</summary>
public class BlockFactTests
{
    private const int Positions = 250;

    private static readonly HandModel Hands = new(HandPreferences.Usual);

    private static FirstBlockStage First { get; } = StageKit.Book.Get<FirstBlockStage>();

    private static SecondBlockStage Second { get; } = StageKit.Book.Get<SecondBlockStage>();

    [Fact]
    public void What_is_told_of_a_turn_of_a_first_block_is_so()
    {
        var (random, planner, kinds) = (new Random(PlainSeed.Today), First.NewPlanner(), new HashSet<string>());
        for (var i = 0; i < Positions; i++)
        {
            var state = RandomPosition.Draw(random.Next);
            var block = Block.All[random.Next(Block.All.Count)];
            var groups = planner.Groups(state, block, Hands, byTurns: random.Next(2) == 0, slack: i % 10 == 0 ? 1 : 0);
            foreach (var group in groups)
            {
                var way = group.Ways[random.Next(group.Ways.Count)];
                Turn[] lead = [.. way.Turns.TakeWhile(t => t.Kind == TurnKind.Rotation)], turns = [.. way.Turns.Skip(lead.Length)];
                var held = state.Apply(lead);
                var frame = Blocks.Frame(held.Apply(turns).Hold, block.Base)!.Value;
                var links = new BlockLinks(frame);
                var trace = new BlockTrace(links, held, turns);
                var cubes = Cubes(held, turns);
                var about = $"seed {PlainSeed.Today}: {Facelets.Write(state)} {block} {string.Join(' ', way.Turns)}";
                var notes = BlockNotes.Of(trace);
                Assert.Equal(turns.Length, notes.Count);
                for (var t = 0; t < turns.Length; t++)
                    foreach (var fact in notes[t].Facts)
                    {
                        kinds.Add(fact.Kind);
                        Assert.True(Holds(fact, cubes, links, t), $"{about}: turn {t + 1} {fact} {notes[t].Words}");
                        if (fact.Piece is { } piece) Assert.Contains(piece, notes[t].Words.ToLowerInvariant(), StringComparison.Ordinal);
                    }

                Assert.True(new PlainBlocks(cubes[^1], block.Base.Name()).Left, about);
                // The group says how it begins: nothing else is joined for good before.
                var first = Enumerable.Range(0, cubes.Count).First(n => BlockLinks.All.Any(l => SinceJoined(cubes, links, l) == n));
                Assert.Contains(BlockLinks.All.Where(l => SinceJoined(cubes, links, l) == first), l => group.Title.Contains(
                    links.Name(l.Other), StringComparison.Ordinal));
            }
        }

        Assert.Equal(Enum.GetValues<BlockDeed>().Select(Words.Code).Order(), kinds.Union(["idle", "turnsAsOne"]).Order());
    }

    /// <summary>Each point of a plan, also of one with turns that no search finds, or with the cube turned within.</summary>
    [Fact]
    public void The_points_of_a_first_block_are_so()
    {
        var (random, planner, kinds) = (new Random(PlainSeed.Today), First.NewPlanner(), new HashSet<string>());
        for (var i = 0; i < Positions; i++)
        {
            var state = RandomPosition.Draw(random.Next);
            var block = Block.All[random.Next(Block.All.Count)];
            var focus = new Focus(block.Base, block.Side.Name());
            Turn[] before = i % 4 == 0 ? [.. Core.Notation.Algorithm.Parse("M r' U").Turns] : [];
            var groups = First.Course!.Ways(state.Apply(before), focus, new CourseOptions(Hands, i % 2 == 0, false, 1), 1, default);
            var way = groups[i % 3 == 0 ? groups.Count - 1 : random.Next(groups.Count)].Ways[0];
            Turn[] own = [.. before, .. way.Turns];
            var (stop, refusal) = First.Course.Take(state, focus, own, new CourseOptions(Hands, false, false, 1));
            Assert.True(stop is not null, refusal?.Message);
            Turn[] lead = [.. stop!.Turns.TakeWhile(t => t.Kind == TurnKind.Rotation)], turns = [.. stop.Turns.Skip(lead.Length)];
            var cubes = Cubes(state.Apply(lead), turns);
            var about = $"seed {PlainSeed.Today}: {Facelets.Write(state)} {block} {string.Join(' ', stop.Turns)}";
            Assert.True(new PlainBlocks(cubes[^1], block.Base.Name()).Left, about);
            Assert.Equal(turns.Length == 0 ? 0 : 5, stop.Points.Count);
            var links = new BlockLinks(Blocks.Frame(state.Apply(stop.Turns).Hold, block.Base)!.Value);
            foreach (var point in stop.Points)
                foreach (var fact in point.Facts)
                {
                    kinds.Add(fact.Kind);
                    Assert.True(Holds(fact, cubes, turns, links, block), $"{about}: {fact} {point.Words}");
                    if (fact.Piece is { } piece) Assert.Contains(piece, point.Words.ToLowerInvariant(), StringComparison.Ordinal);
                    if (fact.Turn is > 1 and { } turn) Assert.Contains($"{turn}", point.Words, StringComparison.Ordinal);
                }

            // Nobody who has to be followed is left out, nor a pair of the free side; a square is passed over only when none stands.
            if (stop.Points is not [_, var square, _, var free, var seen]) continue;
            Assert.Equal(Pieces().Where(p => Carried(cubes, links, p) > 0).Order(StringComparer.Ordinal),
                seen.Facts.Select(f => f.Piece!).Order(StringComparer.Ordinal));
            Assert.Equal(
                BlockLinks.All.Count(l => l.One != BlockPart.Centre && SinceJoined(cubes, links, l) is > 0 and { } n
                    && IsFree(cubes[n - 1], cubes[n], turns[n - 1], block)),
                free.Facts.Count - 1);
            if (square.Facts.Count == 0)
                Assert.All((bool[])[true, false], front =>
                    Assert.True(SinceSquare(cubes, links, front) >= SinceBlock(cubes, links), about));

            IEnumerable<string> Pieces() => Enum.GetValues<BlockPart>().Where(p => p != BlockPart.Centre).Select(links.Name);
        }

        Assert.Equal(Enum.GetValues<BlockPoint>().Select(Words.Code).Order(), kinds.Order());
    }

    /// <summary>Held otherwise, the same block stands at the left at the end, and no turn costs more in HTM.</summary>
    [Fact]
    public void Held_otherwise_the_same_block_is_built()
    {
        var (random, planner, told) = (new Random(PlainSeed.Today), First.NewPlanner(), 0);
        for (var i = 0; i < Positions; i++)
        {
            var state = RandomPosition.Draw(random.Next).Apply(Hold.All[random.Next(Hold.Count)].Rotation);
            var block = Block.All[random.Next(Block.All.Count)];
            var best = planner.Best(state, [block], Hands, byTurns: i % 2 == 0);
            var ways = BlockHolds.Of(state, [.. best.Rotation, .. best.Turns], Hands);
            Assert.Equal(best.Turns.Count == 0 ? 0 : BlockHolds.Most, ways.Count);
            Assert.Equal(ways.OrderBy(w => w.Time).Select(w => w.Time), ways.Select(w => w.Time));
            foreach (var way in ways)
            {
                var cube = PlainCube.Of(Facelets.Write(state)).Turn(string.Join(' ', way.Turns));
                var about = $"seed {PlainSeed.Today}: {Facelets.Write(state)} {block} {string.Join(' ', way.Turns)}";
                Assert.True(new PlainBlocks(cube, block.Base.Name()).Left && cube.CentreAt(V.Left) == block.Side.Name(), about);
                Assert.Equal(best.Turns.Count, way.Length);
                told++;
            }
        }

        Assert.True(told > Positions);
    }

    [Fact]
    public void What_is_ready_of_a_block_is_joined_on_the_plain_cube()
    {
        var (random, seen) = (new Random(PlainSeed.Today), 0);
        for (var i = 0; i < Positions; i++)
        {
            var state = RandomPosition.Draw(random.Next);
            var cube = PlainCube.Of(Facelets.Write(state));
            foreach (var block in Block.All)
            {
                var links = new BlockLinks(Hold.All.First(h => h.ColorAt(Face.L) == block.Side && h.ColorAt(Face.D) == block.Base));
                var joined = BlockLinks.All.Where(l => PlainBlocks.AreJoined(cube, links.Name(l.One), links.Name(l.Other))).ToArray();
                Assert.Equal(joined.SelectMany(l => new[] { l.One, l.Other }).Distinct().Order(),
                    FirstBlockPlanner.Joined(state, block).Order());
                var ready = FirstBlockPlanner.Ready(state, block);
                Assert.Equal(joined.Length > 0, ready.Count > 0);
                foreach (var pair in joined)
                    Assert.Contains(ready, r => r.Contains("square", StringComparison.Ordinal)
                        || r.Contains("block", StringComparison.Ordinal)
                        || r.Contains(links.Name(pair.Other), StringComparison.Ordinal));
                seen += joined.Length;
            }
        }

        Assert.True(seen > Positions);
    }

    [Fact]
    public void What_is_told_of_a_turn_of_a_second_block_is_so()
    {
        var (random, planner, kinds) = (new Random(PlainSeed.Today), Second.NewPlanner(), new HashSet<string>());
        for (var i = 0; i < Positions * 4; i++)
        {
            // That only the middle is left to set is rare by chance.
            var isMiddleLeft = i % 40 == 1;
            var start = isMiddleLeft ? MiddleLeft(random) : Start(random);
            Turn[] turns = (i % 4) switch
            {
                _ when isMiddleLeft => [.. planner.Ways(start.Right, SecondBlockGoal.Block, 0, default).First()],
                0 => [.. planner.Plan(start.Right, Hands, byTurns: i % 8 == 0, 6)[0].Steps.SelectMany(s => s.Turns)],
                1 => [.. planner.Ways(start.Right, SecondBlockGoal.Block, 0, default).First()],
                2 => random.GetItems(SecondBlockTable.Turns.ToArray(), 14),
                // Turns that take the first block apart, and put it back.
                _ => [.. Core.Notation.Algorithm.Parse("F R F' L' U L").Turns, .. random.GetItems(SecondBlockTable.Turns.ToArray(), 4)],
            };
            var trace = new SecondBlockTrace(start, turns);
            var (cubes, notes) = (Cubes(start.Held, turns), SecondBlockNotes.Of(trace));
            var about = $"seed {PlainSeed.Today}: {Facelets.Write(start.Held)} {string.Join(' ', turns)}";
            for (var t = 0; t < turns.Length; t++)
                foreach (var fact in notes[t].Facts)
                {
                    kinds.Add(fact.Kind);
                    Assert.True(Holds(fact, cubes, start, t), $"{about}: turn {t + 1} {fact} {notes[t].Words}");
                }

            for (var t = 0; t <= turns.Length; t++)
            {
                var plain = new PlainBlocks(cubes[t], start.Color.Name());
                Assert.Equal(plain.Left, trace.LeftStands[t]);
                if (plain.Left)
                    foreach (var goal in Enum.GetValues<SecondBlockGoal>())
                        Assert.Equal(plain.Has((int)goal), planner.Table.Distance(trace.Rights[t]!.Value, goal) == 0);
            }
        }

        Assert.Equal(Enum.GetValues<SecondBlockDeed>().Select(Words.Code).Order(), kinds.Order());
    }

    /// <summary>A first block that stands at the left, the rest as chance has it.</summary>
    internal static FirstBlockDone Start(Random random)
    {
        var (state, block) = (RandomPosition.Draw(random.Next), Block.All[random.Next(Block.All.Count)]);
        var way = First.NewPlanner().Best(state, [block], Hands, byTurns: true);
        Assert.True(FirstBlockDone.TryRead(state.Apply(way.Rotation).Apply(way.Turns), block.Base, out var read, out _));
        Assert.Empty(read!.Rotation);
        return read;
    }

    /// <summary>Both blocks stand, the middle between them a quarter off, whatever lies on top.</summary>
    private static FirstBlockDone MiddleLeft(Random random)
    {
        var turns = Enumerable.Range(0, 8).SelectMany(_ => (Turn[])[Turn.Of(Face.U, 1 + random.Next(3)),
            .. Core.Notation.Algorithm.Parse("M2").Turns]).Concat(Core.Notation.Algorithm.Parse(random.Next(2) == 0 ? "M" : "M'").Turns);
        Assert.True(FirstBlockDone.TryRead(CubeState.Solved.Apply(turns), Color.Yellow, out var read, out var refusal), refusal?.Message);
        return read!;
    }

    internal static List<PlainCube> Cubes(CubeState held, IEnumerable<Turn> turns)
    {
        List<PlainCube> cubes = [PlainCube.Of(Facelets.Write(held))];
        foreach (var turn in turns) cubes.Add(cubes[^1].Turn($"{turn}"));
        return cubes;
    }

    private static int SinceJoined(List<PlainCube> cubes, BlockLinks links, BlockLink link) =>
        Since(cubes, c => PlainBlocks.AreJoined(c, links.Name(link.One), links.Name(link.Other)));

    private static int Since(List<PlainCube> cubes, Func<PlainCube, bool> holds)
    {
        var at = cubes.Count;
        while (at > 0 && holds(cubes[at - 1])) at--;
        return at;
    }

    private static bool Moved(PlainCube was, PlainCube now, string colors) =>
        !PlainBlocks.Stickers(was, colors).ToHashSet().SetEquals(PlainBlocks.Stickers(now, colors));

    private static int SinceSquare(List<PlainCube> cubes, BlockLinks links, bool front)
    {
        var (edge, corner) = front ? (BlockPart.FrontEdge, BlockPart.FrontCorner) : (BlockPart.BackEdge, BlockPart.BackCorner);
        BlockLink[] all = [new(BlockPart.Centre, BlockPart.BaseEdge), new(BlockPart.Centre, edge), new(BlockPart.BaseEdge, corner),
            new(edge, corner)];
        return all.Max(l => SinceJoined(cubes, links, l));
    }

    private static int SinceBlock(List<PlainCube> cubes, BlockLinks links) => BlockLinks.All.Max(l => SinceJoined(cubes, links, l));

    /// <summary>How many turns move a piece while something of it is still to be joined.</summary>
    private static int Carried(List<PlainCube> cubes, BlockLinks links, string piece)
    {
        var last = BlockLinks.All.Where(l => links.Name(l.One) == piece || links.Name(l.Other) == piece)
            .Max(l => SinceJoined(cubes, links, l));
        return Enumerable.Range(0, cubes.Count - 1).Count(t => t < last && Moved(cubes[t], cubes[t + 1], piece));
    }

    /// <summary>A turn, no rotation, that moves nothing of the layer around the centre of the side.</summary>
    private static bool IsFree(PlainCube was, PlainCube now, Turn turn, Block block)
    {
        var side = was.Stickers.First(s => s.Color == block.Side.Name() && IsCentre(s.At)).At;
        return turn.Kind != TurnKind.Rotation && Layer(was).SetEquals(Layer(now));

        static bool IsCentre(V at) => Math.Abs(at.X) + Math.Abs(at.Y) + Math.Abs(at.Z) == 1;

        HashSet<PlainSticker> Layer(PlainCube c) =>
            [.. c.Stickers.Where(s => (s.At.X * side.X) + (s.At.Y * side.Y) + (s.At.Z * side.Z) == 1)];
    }

    private static bool Holds(StageFact fact, List<PlainCube> cubes, Turn[] turns, BlockLinks links, Block block)
    {
        switch (Enum.Parse<BlockPoint>(fact.Kind, ignoreCase: true))
        {
            case BlockPoint.First:
                return Since(cubes, c => PlainBlocks.AreJoined(c, fact.Piece!, fact.To!)) == fact.Turn
                    && BlockLinks.All.All(l => SinceJoined(cubes, links, l) >= fact.Turn);
            case BlockPoint.Square:
                return SinceSquare(cubes, links, fact.To == "front") == fact.Turn && fact.Turn < SinceBlock(cubes, links)
                    && SinceSquare(cubes, links, fact.To != "front") >= fact.Turn;
            case BlockPoint.Last:
                {
                    var edges = BlockLinks.All.Where(l => l.One == BlockPart.Centre).ToArray();
                    return edges.Max(l => SinceJoined(cubes, links, l)) == fact.Turn
                        && edges.Where(l => links.Name(l.Other) == fact.Piece).Max(l => SinceJoined(cubes, links, l)) == fact.Turn
                        && BlockLinks.All.Where(l => links.Name(l.One) == fact.Piece)
                            .Min(l => SinceJoined(cubes, links, l)) == fact.Number;
                }

            case BlockPoint.FreeSide:
                return Enumerable.Range(0, turns.Length).Count(t => IsFree(cubes[t], cubes[t + 1], turns[t], block)) == fact.Number;
            case BlockPoint.FreePair:
                return Since(cubes, c => PlainBlocks.AreJoined(c, fact.Piece!, fact.To!)) is var n && n == fact.Turn
                    && IsFree(cubes[n - 1], cubes[n], turns[n - 1], block);
            default: return Carried(cubes, links, fact.Piece!) == fact.Number;
        }
    }

    private static bool Holds(StageFact fact, List<PlainCube> cubes, BlockLinks links, int turn)
    {
        var (was, now) = (cubes[turn], cubes[turn + 1]);
        var parts = Enum.GetValues<BlockPart>();
        bool Joined(PlainCube c, string one, string other) => PlainBlocks.AreJoined(c, one, other);
        switch (Enum.Parse<BlockDeed>(fact.Kind, ignoreCase: true))
        {
            case BlockDeed.Joins: return Since(cubes, c => Joined(c, fact.Piece!, fact.To!)) == turn + 1;
            case BlockDeed.Parts: return Joined(was, fact.Piece!, fact.To!) && !Joined(now, fact.Piece!, fact.To!);
            case BlockDeed.Block:
                return Since(cubes, c => BlockLinks.All
                .All(l => Joined(c, links.Name(l.One), links.Name(l.Other)))) == turn + 1;
            case BlockDeed.Square:
                {
                    var (edge, corner) = fact.To == "front" ? (BlockPart.FrontEdge, BlockPart.FrontCorner)
                        : (BlockPart.BackEdge, BlockPart.BackCorner);
                    return Since(cubes, c => Joined(c, links.Name(BlockPart.Centre), links.Name(BlockPart.BaseEdge))
                        && Joined(c, links.Name(BlockPart.Centre), links.Name(edge))
                            && Joined(c, links.Name(BlockPart.BaseEdge), links.Name(corner))
                        && Joined(c, links.Name(edge), links.Name(corner))) == turn + 1;
                }

            case BlockDeed.Brings:
                return Moved(was, now, fact.Piece!) && fact.Turn > turn + 1 && BlockLinks.All
                    .Where(l => links.Name(l.One) == fact.Piece || links.Name(l.Other) == fact.Piece)
                    .Select(l => SinceJoined(cubes, links, l)).Where(n => n > turn + 1).Min() == fact.Turn;
            case BlockDeed.LeavesAlone:
                return BlockLinks.All.Where(l => l.One == BlockPart.Centre && SinceJoined(cubes, links, l) <= turn)
                    .All(l => !Moved(was, now, links.Name(l.Other)) && !Moved(was, now, links.Name(l.One)));
            case BlockDeed.Idle: return parts.All(p => !Moved(was, now, links.Name(p)));
            default:
                return parts.Where(p => Moved(was, now, links.Name(p))).All(p => p == BlockPart.Centre || BlockLinks.All
                    .Where(l => l.One == p || l.Other == p)
                        .All(l => SinceJoined(cubes, links, l) <= turn || SinceJoined(cubes, links, l) > cubes.Count - 1));
        }
    }

    private static bool Holds(StageFact fact, List<PlainCube> cubes, FirstBlockDone start, int turn)
    {
        var (was, now, down) = (cubes[turn], cubes[turn + 1], start.Color.Name());
        var (right, front, back) = (start.Frame.ColorAt(Face.R).Name(), start.Frame.ColorAt(Face.F).Name(),
            start.Frame.ColorAt(Face.B).Name());
        string Edge(string to) => to == "front" ? $"{front}-{right}" : to == "back" ? $"{back}-{right}" : $"{down}-{right}";
        string Corner(string to) => $"{down}-{right}-{(to == "front" ? front : back)}";
        // At home against the first block: as its colours say, the left centre held at the left.
        bool Home(PlainCube c, string colors) => c.CentreAt(V.Left) == start.Frame.ColorAt(Face.L).Name()
            && PlainBlocks.Stickers(c, colors).All(s => s.Color == (s.Looks == V.Down ? down : s.Looks == V.Right ? right
                : s.Looks == V.Front ? front : s.Looks == V.Back ? back : "none"));
        var piece = fact.Piece ?? "";
        V At(PlainCube c) => PlainBlocks.Stickers(c, piece)[0].At;
        switch (Enum.Parse<SecondBlockDeed>(fact.Kind, ignoreCase: true))
        {
            case SecondBlockDeed.Loads:
                {
                    var place = V.Down + (fact.To == "down in front" ? V.Front : V.Back);
                    return At(now) == place && At(was) != place;
                }

            case SecondBlockDeed.TurnsOver:
                return UpOf(was) == down && UpOf(now) is { Length: > 0 } seen && seen != down;
            case SecondBlockDeed.Matches:
                return Since(cubes, c => PlainBlocks.AreJoined(c, piece, fact.To!)) == turn + 1;
            case SecondBlockDeed.PutsIn:
                {
                    bool Both(PlainCube c) => Home(c, Corner(fact.To!)) && Home(c, Edge(fact.To!));
                    var met = Since(cubes, c => PlainBlocks.AreJoined(c, Corner(fact.To!), Edge(fact.To!)));
                    var up = Enumerable.Range(met, Math.Max(0, turn + 1 - met))
                        .Select(n => UpOf(cubes[n])).LastOrDefault(u => u.Length > 0);
                    return Since(cubes, Both) == turn + 1 && !Both(cubes[0])
                        && fact.From == (up is null ? null : up == down ? "base" : up == right ? "side" : "neighbour");
                }

            case SecondBlockDeed.BaseEdge: return Since(cubes, c => Home(c, Edge("base"))) == turn + 1 && !Home(cubes[0], Edge("base"));
            case SecondBlockDeed.Returns:
                {
                    bool Back(PlainCube c) => fact.To == "base" ? Home(c, Edge("base")) : Home(c, Corner(fact.To!))
                        && Home(c, Edge(fact.To!));
                    return Since(cubes, Back) == turn + 1 && Back(cubes[0]);
                }

            case SecondBlockDeed.TakesOut: return InBlock(At(was)) && !InBlock(At(now)) && !(Home(was, piece) && Home(cubes[^1], piece));
            case SecondBlockDeed.Lends: return Home(was, piece) && !InBlock(At(now)) && Home(cubes[^1], piece);
            case SecondBlockDeed.Centre: return Since(cubes, c => new PlainBlocks(c, down).Has(3)) == turn + 1;
            case SecondBlockDeed.BreaksFirst: return new PlainBlocks(was, down).Left && !new PlainBlocks(now, down).Left;
            case SecondBlockDeed.MendsFirst: return !new PlainBlocks(was, down).Left && new PlainBlocks(now, down).Left;
            default: return true;
        }

        string UpOf(PlainCube c) => PlainBlocks.Stickers(c, piece).FirstOrDefault(s => s.Looks == V.Up).Color ?? "";

        static bool InBlock(V at) => at.X == 1 && at.Y < 1;
    }
}
