using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.EdgesFirst;
using TinCompass.Core.Methods.EdgesFirst.Drills;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Tests.Plain;

/// <summary>The casebook of corner series: what each case is called and every sequence of it, on the plain cube.</summary>
public class CornersCasebookTests
{
    private static readonly HandModel Hands = new(HandPreferences.Usual);

    // Clockwise seen from above.
    private static readonly string[] Round = ["UFL", "ULB", "UBR", "URF"];

    private readonly CornersCasebook book = new();

    public static TheoryData<string> Ids => [.. CornerSeries.All.Select(c => c.Id)];

    [Fact]
    public void There_are_two_twelve_and_four_and_no_two_are_the_same_cycle()
    {
        Assert.Equal([("allUp", 2), ("oneUp", 12), ("noneUp", 4)], book.Cases.GroupBy(c => c.Family).Select(g => (g.Key, g.Count())));
        Assert.Equal(18, CornerSeries.All.Select(c => c.Cycle.Key).Distinct().Count());
        Assert.Equal(18, book.Cases.Select(c => c.Title).Distinct().Count());
        // With the cube turned, every cycle of three corners of the top is one of them: four threes, two ways round, nine twists.
        var random = new Random(PlainSeed.Today);
        var met = Enumerable.Range(0, 3000).Select(_ => EdgesTasks.Cycle(random, onTop: true)).DistinctBy(c => c.Key).ToArray();
        Assert.Equal(72, met.Length);
        Assert.All(met.GroupBy(c => CornerSeries.Of(c).Id), g => Assert.Equal(4, g.Count()));
    }

    [Theory]
    [MemberData(nameof(Ids))]
    public void A_case_is_what_it_is_called_and_its_sequences_solve_the_cube(string id)
    {
        var found = book.Find(id)!;
        var sheet = book.Sheet(found, book.Views[0], Hands);
        var cube = PlainCube.Of(Facelets.Write(sheet.Position));
        string[] away = [.. Round.Where(p => !cube.IsHome(Colors(p)))];
        Assert.Equal(["UFL", "UBR", "URF"], away);
        Assert.True(new PlainEdges(cube, "yellow").AllHome);
        // Which way round: of the three places each piece belongs at the next one.
        var isClockwise = cube.Piece(Colors("UBR"))[0].At == V.Place("UFL");
        Assert.Equal(!isClockwise, cube.Piece(Colors("UFL"))[0].At == V.Place("UBR"));
        string[] looks = [.. new[] { "URF", "UBR", "UFL" }.Select(p => Look(cube, p))];
        Assert.Equal($"{(isClockwise ? "clockwise" : "anti-clockwise")}; tops look {string.Join(", ", looks)}", found.Title);
        Assert.Equal(looks.Count(l => l == "up") switch { 3 => "allUp", 1 => "oneUp", _ => "noneUp" }, found.Family);
        Assert.All(sheet.Solutions.Concat(sheet.Schools.Select(s => s.Solution!)), s =>
        {
            Assert.True(new PlainBlocks(cube.Turn(string.Join(' ', s.Solution.Turns)), "").Solved);
            Assert.True(s.Solution.Length >= sheet.Length);
            Assert.Null(book.Trial(found, book.Views[0], s.Solution.Turns).Refusal);
            Assert.Equal(s.Solution.Turns.Count, s.Notes[^1].To);
        });
        Assert.All(sheet.Solutions, s =>
            Assert.Equal(s.Solution.Turns, new Algorithm(Algorithm.Parse(s.WayTitle).Turns).Cancelled().Turns));
        Assert.Equal(sheet.Length, sheet.Schools[1].Solution!.Solution.Length);
        Assert.Equal("edges-open", book.Trial(found, book.Views[0], Algorithm.Parse("R").Turns).Refusal!.Code);
        Assert.Equal("not-finished", book.Trial(found, book.Views[0], []).Refusal!.Code);
        // Drilled by its name it is this case, whatever the base.
        var task = new LastThreeCorners().Make(new DrillWish(1, id, Faces.AllColors), PlainSeed.Today);
        Assert.Equal((id, id), (task.Case, CornerSeries.Of(LastThreeCorners.CycleOf(task)).Id));
    }

    private static string[] Colors(string place) => [.. place.Select(f => PlainCube.Solved.CentreAt(V.Of(f)))];

    private static string Look(PlainCube cube, string place)
    {
        var looks = cube.Stickers.Single(s => s.At == V.Place(place) && s.Color == cube.CentreAt(V.Up)).Looks;
        return looks == V.Up ? "up" : looks == V.Front ? "front" : looks == V.Back ? "back" : looks == V.Right ? "right" : "left";
    }
}
