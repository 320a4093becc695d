using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.Methods.FirstBlock;

public class FirstBlockTests
{
    private static readonly Lazy<FirstBlockTable> Table = new(() => StageKit.Shelf.Get(FirstBlockTable.Kind));

    /// <summary>The exact figures, computed by two independent programs.</summary>
    [Fact]
    public void Every_position_has_its_distance()
    {
        Assert.Equal([1, 12, 132, 1_406, 14_099, 122_279, 797_145, 2_638_638, 1_715_068, 33_460], Counts(false));
        Assert.Equal([4, 36, 376, 3_976, 37_140, 289_044, 1_495_720, 2_885_332, 609_716, 896], Counts(true));

        static int[] Counts(bool free)
        {
            var counts = new int[FirstBlockTable.MaxDistance + 1];
            foreach (var distance in Table.Value.Distances(free))
                if (distance != DistanceTable.Unreached) counts[distance]++;
            return counts;
        }
    }

    /// <summary>All 24 blocks, from any hold: each way builds the block on the plain cube, none before its end, none twice.</summary>
    [Fact]
    public void Every_way_builds_its_block_at_the_left_on_the_plain_cube()
    {
        var (random, search) = (new Random(PlainSeed.Today), new FirstBlockSearch(Table.Value));
        for (var i = 0; i < 40; i++)
        {
            var state = RandomPosition.Draw(random.Next).Apply(Hold.All[random.Next(Hold.Count)].Rotation);
            var about = $"seed {PlainSeed.Today}: {Facelets.Write(state)}";
            foreach (var block in Block.All)
                foreach (var free in new[] { true, false })
                {
                    var position = FirstBlockPosition.Of(state, block);
                    var length = search.Distance(position, free);
                    var found = search.Find(position, free, length);
                    Assert.NotEmpty(found);
                    Assert.Equal(found.Count, found.Select(f => f.ToString()).Distinct().Count());
                    foreach (var way in found.Take(6))
                    {
                        Assert.Equal(length, way.Turns.Count);
                        var cube = PlainCube.Of(Facelets.Write(state)).Turn(string.Join(' ', way.Rotation));
                        for (var t = 0; t <= way.Turns.Count; t++)
                        {
                            Assert.True(Stands(cube, block, free) == (t == way.Turns.Count), $"{about}: {block} {way} after {t}");
                            if (t < way.Turns.Count) cube = cube.Turn(way.Turns[t].ToString());
                        }
                    }
                }
        }
    }

    /// <summary>What is a turn or two longer is found too, and the least length is what a search without the table finds.</summary>
    [Fact]
    public void Short_blocks_are_found_by_trying_everything_as_well()
    {
        var (random, search) = (new Random(PlainSeed.Today), new FirstBlockSearch(Table.Value));
        var block = new Block(Color.Orange, Color.Yellow);
        for (var i = 0; i < 12; i++)
        {
            var state = CubeState.Solved;
            for (var t = 0; t < 3; t++) state = state.Apply(Turn.FromIndex(random.Next(Turn.FaceTurnCount)));
            var position = FirstBlockPosition.Of(state, block);
            var plain = PlainCube.Of(Facelets.Write(state));
            var tried = Tried(plain, 3);
            var length = search.Distance(position, centreIsFree: false);
            Assert.Equal(tried.Count > 0 ? tried.Min(t => t.Count) : 0, length);
            for (var slack = 0; length > 0 && length + slack <= 3; slack++)
                Assert.Equal(
                    tried.Where(t => t.Count == length + slack).Select(t => string.Join(' ', t)).Order(StringComparer.Ordinal),
                    search.Find(position, false, length + slack).Select(f => string.Join(' ', f.Turns)).Order(StringComparer.Ordinal));
        }

        // Every sequence of some turns, one order of those that commute, that has the block at its end and not before.
        List<List<Turn>> Tried(PlainCube start, int most)
        {
            var all = new List<List<Turn>>();
            Go(start, [], TurnOrder.All);
            return all;

            void Go(PlainCube cube, List<Turn> made, uint allowed)
            {
                if (Stands(cube, block, false))
                {
                    if (made.Count > 0) all.Add([.. made]);
                    return;
                }

                if (made.Count == most) return;
                for (var t = 0; t < Turn.FaceTurnCount; t++)
                    if ((allowed >> t & 1) == 1)
                        Go(cube.Turn(Turn.FromIndex(t).ToString()), [.. made, Turn.FromIndex(t)], TurnOrder.AllowedAfter[t]);
            }
        }
    }

    [Theory]
    [InlineData("green/white", true)]
    [InlineData("green/blue", false)]
    [InlineData("green/green", false)]
    [InlineData("green", false)]
    [InlineData("grey/white", false)]
    public void Blocks_are_named_by_side_and_base(string text, bool isBlock)
    {
        Assert.Equal(isBlock, Block.TryParse(text, out var block));
        if (isBlock) Assert.Equal(text, block.ToString());
        Assert.Equal(24, Block.All.Distinct().Count());
    }

    /// <summary>Held with the side at the left: the block lies at the base there, its centre right too when that is asked.</summary>
    private static bool Stands(PlainCube cube, Block block, bool free)
    {
        bool Shows(V at, V looks, string color) => cube.Stickers.Any(s => s.At == at && s.Looks == looks && s.Color == color);
        string side = block.Side.Name(), down = block.Base.Name();
        if (cube.CentreAt(V.Left) != side || (!free && cube.CentreAt(V.Down) != down)) return false;
        var low = V.Left + V.Down;
        if (!new[] { low, low + V.Front, low + V.Back, V.Left + V.Front, V.Left + V.Back }.All(at => Shows(at, V.Left, side))) return false;
        if (!new[] { low, low + V.Front, low + V.Back }.All(at => Shows(at, V.Down, down))) return false;
        return new[] { V.Front, V.Back }.All(looks => cube.Stickers
            .Where(s => s.Looks == looks && s.At.X == -1 && s.At.Y < 1).Select(s => s.Color).Distinct().Count() == 1);
    }
}
