using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Tests.Plain;

/// <summary>What is told of cycles of three, held against the plain cube.</summary>
public class CycleFactTests
{
    private static readonly IReadOnlyList<Turn> Letters =
        [.. Enumerable.Range(0, Turn.Count).Select(Turn.FromIndex).Where(t => t.Kind is TurnKind.Face or TurnKind.Slice)];

    /// <summary>Where a sticker is by its name: the place is the sum of its faces, and it looks as the first of them.</summary>
    private static (V At, V Looks) PlaceOf(string name) => (V.Place(name), V.Of(name[0]));

    /// <summary>For each sticker, by where it was, where it is after turns.</summary>
    private static Dictionary<(V At, V Looks), (V At, V Looks)> Moved(IEnumerable<Turn> turns)
    {
        var after = PlainCube.After(string.Join(' ', turns)).Stickers;
        return PlainCube.Solved.Stickers.Zip(after).ToDictionary(s => (s.First.At, s.First.Looks), s => (s.Second.At, s.Second.Looks));
    }

    private static ThreeCycle Draw(Random random)
    {
        var stickers = random.Next(2) == 0 ? Stickers.OfEdges : Stickers.OfCorners;
        while (true)
        {
            if (ThreeCycle.TryMake(stickers[random.Next(24)], stickers[random.Next(24)], stickers[random.Next(24)], out var cycle, out _))
                return cycle;
        }
    }

    private static Turn[] Some(Random random, int most) =>
        [.. Enumerable.Range(0, random.Next(most + 1)).Select(_ => Letters[random.Next(Letters.Count)])];

    [Fact]
    public void Every_way_cycles_the_three_as_they_are_named_and_nothing_else()
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < 60; i++)
        {
            var (cycle, metric) = (Draw(random), random.Next(2) == 0 ? Metric.Htm : Metric.Stm);
            var about = $"seed {PlainSeed.Today}: {cycle}";
            var ways = CycleFinder.Find(cycle, metric, over: random.Next(2));
            Assert.True(ways.Count > 0, about);
            Assert.Equal(ways.Count, ways.Select(w => string.Join(' ', w.Turns)).Distinct().Count());
            Assert.Equal(ways.Select(w => w.Length(metric)).Order(), ways.Select(w => w.Length(metric)));
            foreach (var way in ways.Take(20))
            {
                Assert.Equal(way.Turns.Sum(t => metric == Metric.Htm && t.Kind == TurnKind.Slice ? 2 : 1), way.Length(metric));
                foreach (var turns in new[] { way.Turns, way.Written })
                {
                    var moved = Moved(turns);
                    Assert.True(moved.Count(m => m.Key != m.Value) == (cycle.IsOfEdges ? 6 : 9), $"{about} {way}");
                    string[] names = [Stickers.Name(cycle.First), Stickers.Name(cycle.Second), Stickers.Name(cycle.Third)];
                    for (var s = 0; s < 3; s++)
                        Assert.True(moved[PlaceOf(names[s])] == PlaceOf(names[(s + 1) % 3]), $"{about} {way}");
                }

                // What is watched on the way is there.
                var trace = CycleTrace.Of(cycle, way.Turns);
                for (var t = 0; t <= way.Turns.Count; t++)
                {
                    var then = Moved(way.Turns.Take(t));
                    Assert.Equal(PlaceOf(Stickers.Name(trace[t].First)), then[PlaceOf(Stickers.Name(cycle.First))]);
                    Assert.Equal(PlaceOf(Stickers.Name(trace[t].Third)), then[PlaceOf(Stickers.Name(cycle.Third))]);
                }
            }
        }
    }

    [Fact]
    public void What_is_still_to_be_undone_is_what_leads_on()
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < 2_000; i++)
        {
            var way = new CycleWay(Some(random, 3), [Letters[random.Next(27)], .. Some(random, 2)],
                [Letters[random.Next(27)], .. Some(random, 2)]);
            var about = $"seed {PlainSeed.Today}: {way}";
            int[] ends = [0, way.Setup.Count, way.Setup.Count + way.A.Count, way.Setup.Count + way.A.Count + way.B.Count,
                way.Setup.Count + (2 * way.A.Count) + way.B.Count, way.Setup.Count + (2 * (way.A.Count + way.B.Count)), way.Written.Count];
            foreach (var (end, part) in ends.Select((e, p) => (e, p)))
            {
                Turn[] undone = [.. way.OpenAfter(end).SelectMany(o => Undone(way, o))];
                // Up to A what is open leads back; from B on it leads to the end.
                if (part < 3) Assert.True(Moved([.. way.Written.Take(end), .. undone]).All(m => m.Key == m.Value), about);
                else Assert.True(undone.SequenceEqual(way.Written.Skip(end)), about);
            }

            // Turns that leave it are taken back, no more of them than need be.
            if (i % 4 == 0 && way.Written.All(t => t.Kind == TurnKind.Face))
            {
                Turn[] own = [.. way.Written.Take(random.Next(way.Written.Count + 1)),
                    .. Some(random, 3).Where(t => t.Kind == TurnKind.Face)];
                var back = way.BackFrom(own);
                Assert.True(IsOn([.. own, .. back]), about);
                for (var less = 0; less < back.Count; less++)
                    Assert.False(IsOn([.. own.SkipLast(less)]), $"{about}: {string.Join(' ', own)}");
            }

            // Typed as it is written, somebody is where they are, or further where the cube stands the same.
            var made = random.Next(way.Written.Count + 1);
            var at = way.At([.. way.Written.Take(made)]);
            Assert.True(at >= made || made == 0, about);
            Assert.True(Moved(way.Written.Take(at!.Value)).All(m => Moved(way.Written.Take(made))[m.Key] == m.Value), about);

            bool IsOn(IReadOnlyList<Turn> turns)
            {
                var now = Moved(turns);
                return Enumerable.Range(0, way.Written.Count + 1).Any(n => Moved(way.Written.Take(n)).All(m => now[m.Key] == m.Value));
            }
        }

        static IEnumerable<Turn> Undone(CycleWay way, CyclePart part) =>
            (part switch { CyclePart.A => way.A, CyclePart.B => way.B, _ => way.Setup }).Reverse().Select(t => t.Inverse);
    }

    /// <summary>A cube reports a slice as turns of two faces, and names the faces by their centres from then on.</summary>
    [Theory]
    [InlineData("R' L", 1)]
    [InlineData("R' L F2", 2)]
    [InlineData("R' L F2 R L'", 3)]
    [InlineData("R' L F2 R L' U2", 4)]
    [InlineData("M' U2 M", 3)]
    [InlineData("M' U2 x", 2)]
    [InlineData("R' L U2", null)]
    public void Slices_are_followed_as_a_cube_reports_them(string made, int? at) => Assert.Equal(at,
        new CycleWay([], [.. Algorithm.Parse("M'").Turns], [.. Algorithm.Parse("U2").Turns]).At(Algorithm.Parse(made).Turns));

    [Fact]
    public void What_an_own_way_does_and_why_is_so()
    {
        var (random, told) = (new Random(PlainSeed.Today), new int[6]);
        Turn[] twist = [.. Algorithm.Parse("(R' D' R D)2").Turns];
        for (var i = 0; i < 3_000; i++)
        {
            // Shapes of which some cycle three pieces, and parts that only turn a piece where it is, now and then.
            Turn[] inner = Some(random, 2), bring = [.. inner, Letters[random.Next(27)], .. inner.Reverse().Select(t => t.Inverse)];
            var a = random.Next(8) switch { 0 => twist, < 5 => bring, _ => [Letters[random.Next(27)], .. Some(random, 2)] };
            var way = new CycleWay(Some(random, 2), a, [Letters[random.Next(27)], .. random.Next(3) == 0 ? Some(random, 2) : []]);
            var (reading, moved) = (CycleReading.Of(way), Moved(way.Written));
            var about = $"seed {PlainSeed.Today}: {way}: {reading.Sentence} {reading.Why}";
            var centres = PlainCube.After(string.Join(' ', way.Written)).Stickers.Count(s => s.At == s.Looks
                && PlainCube.Solved.CentreAt(s.Looks) != s.Color);
            Assert.True(reading.TurnsCentres == centres > 0, about);
            if (reading.TurnsCentres)
            {
                told[0]++;
                Assert.True(Moved(way.A).Any(m => IsCentre(m)) && Moved(way.B).Any(m => IsCentre(m)), about);
                continue;
            }

            Assert.True(reading.Cycles.Sum(c => c.Stickers.Count * (c.IsOfEdges ? 2 : 3)) == moved.Count(m => m.Key != m.Value), about);
            foreach (var cycle in reading.Cycles) Goes(cycle, moved, about);
            var (byA, byB) = (PlacesOf(Moved(way.A)), PlacesOf(Moved(way.B)));
            byA.IntersectWith(byB);
            Assert.True(byA.SetEquals(reading.Shared.Select(s => PlaceOf(Stickers.Name(s)).At)), about);
            var isThree = moved.Count(m => m.Key != m.Value) is 6 or 9 && reading.Cycles is [{ Stickers.Count: 3 }];
            Assert.True(isThree == (reading.Cycle is not null), about);
            Assert.Equal(isThree, reading.Sentence.StartsWith("It cycles three", StringComparison.Ordinal));
            told[Math.Min(reading.Shared.Count, 2) + (isThree ? 3 : 1)]++;
            if (reading.Shared.Count == 0) Assert.True(reading.Cycles.Count == 0, about);
            if (reading.Shared.Count != 1) continue;
            var common = PlaceOf(Stickers.Name(reading.Shared[0])).At;
            if (isThree)
            {
                // The three: what lies there after the set-up, what A brings there, what B brings there.
                var setUp = Moved(way.Setup);
                HashSet<V> three = [common, .. new[] { way.A, way.B }.Select(p => Moved(p).First(m => m.Value.At == common).Key.At)];
                Assert.True(three.SetEquals(moved.Where(m => m.Key != m.Value).Select(m => setUp[m.Key].At)), about);
            }
            else
            {
                Assert.True(new[] { way.A, way.B }.Any(p => Moved(p).All(m => m.Key.At != common || m.Value.At == common)), about);
            }
        }

        // Centres, no place in common, one that is turned, several; one in common and three pieces, several and three.
        Assert.True(told[1] > 20 && told[2] > 0 && told[3] > 20 && told[4] > 20 && told[5] > 0 && told[0] > 0, string.Join(' ', told));

        static bool IsCentre(KeyValuePair<(V At, V Looks), (V At, V Looks)> m) => m.Key.At == m.Key.Looks && m.Key != m.Value;

        static HashSet<V> PlacesOf(Dictionary<(V At, V Looks), (V At, V Looks)> moved) =>
            [.. moved.Where(m => m.Key != m.Value && m.Key.At != m.Key.Looks).Select(m => m.Key.At)];
    }

    [Fact]
    public void The_cycles_of_a_position_are_where_its_pieces_are()
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < 500; i++)
        {
            Turn[] turns = [.. Enumerable.Range(0, 1 + random.Next(25)).Select(_ => Turn.FromIndex(random.Next(Turn.FaceTurnCount)))];
            var (cycles, moved) = (PieceCycle.Of(CubeState.Solved.Apply(turns)), Moved(turns));
            var about = $"seed {PlainSeed.Today}: {string.Join(' ', turns)}: {string.Join("; ", cycles)}";
            Assert.True(cycles.Sum(c => c.Stickers.Count * (c.IsOfEdges ? 2 : 3)) == moved.Keys.Select(k => k.At)
                .Where(at => moved.Any(m => m.Key.At == at && m.Key != m.Value)).Distinct().Sum(at => Math.Abs(at.X) + Math.Abs(at.Y)
                    + Math.Abs(at.Z)), about);
            foreach (var cycle in cycles) Goes(cycle, moved, about);
            // Corners and edges are exchanged an even number of times, both, or an odd number, both.
            Assert.Equal(cycles.Where(c => c.IsOfEdges).Sum(c => c.Exchanges) % 2,
                cycles.Where(c => !c.IsOfEdges).Sum(c => c.Exchanges) % 2);
        }
    }

    /// <summary>Each of a cycle's stickers goes to the next, and the last to the first, turned as it is told.</summary>
    private static void Goes(PieceCycle cycle, Dictionary<(V At, V Looks), (V At, V Looks)> moved, string about)
    {
        for (var s = 0; s + 1 < cycle.Stickers.Count; s++)
            Assert.True(moved[PlaceOf(Stickers.Name(cycle.Stickers[s]))] == PlaceOf(Stickers.Name(cycle.Stickers[s + 1])), about);
        var first = Stickers.Name(cycle.Stickers[0]);
        var turned = first[cycle.Twist..] + first[..cycle.Twist];
        Assert.True(moved[PlaceOf(Stickers.Name(cycle.Stickers[^1]))] == PlaceOf(turned), about);
    }
}
