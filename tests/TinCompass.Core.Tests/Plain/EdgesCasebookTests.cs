using System.Text.RegularExpressions;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.EdgesFirst;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Tests.Plain;

/// <summary>The casebook of the last edges: what each case is called and every sequence of it, on the plain cube.</summary>
public partial class EdgesCasebookTests
{
    private static readonly HandModel Hands = new(HandPreferences.Usual);

    private readonly EdgesCasebook book = new();

    public static TheoryData<string> Ids => [.. EdgesEndings.All.Select(c => c.Id)];

    [Fact]
    public void There_are_six_three_two_and_twelve()
    {
        Assert.Equal([6, 3, 2, 12], book.Cases.GroupBy(c => c.Family).Select(g => g.Count()));
        Assert.Equal(23, book.Cases.Select(c => c.Id).Distinct().Count());
        Assert.Equal(23, book.Cases.Select(c => c.Title).Distinct().Count());
        // Each of the six has a series of its own.
        Assert.Equal(6, book.Cases.Where(c => c.Family == "oneSeries")
            .Select(c => string.Join(' ', book.Sheet(c, book.Views[0], Hands).Solutions[0].Solution.Turns)).Distinct().Count());
    }

    [Theory]
    [MemberData(nameof(Ids))]
    public void A_case_is_what_it_is_called_and_its_sequences_bring_the_edges_home(string id)
    {
        var found = book.Find(id)!;
        var sheet = book.Sheet(found, book.Views[0], Hands);
        var cube = PlainCube.Of(Facelets.Write(sheet.Position));
        Assert.Equal(found.Family, new PlainEdges(cube, "yellow").Ending(turnTop: false));
        ExplainedSolution[] all = [.. sheet.Solutions, .. sheet.Schools.Select(s => s.Solution!)];
        Assert.All(all, s =>
        {
            Assert.True(new PlainEdges(cube.Turn(string.Join(' ', s.Solution.Turns)), "yellow").AllHome);
            Assert.True(s.Solution.Length >= sheet.Length);
            Assert.Null(book.Trial(found, book.Views[0], s.Solution.Turns).Refusal);
            Assert.Equal(s.Solution.Turns.Count, s.Notes[^1].To);
            Assert.Equal(s.Notes.Select(n => n.To).SkipLast(1).Prepend(0), s.Notes.Select(n => n.From));
            foreach (var (note, fact) in s.Notes.SelectMany(n => n.Facts.Select(f => (n, f))).Where(f => f.f.Kind is "home" or "lent"))
            {
                bool IsHome(int turn) => cube.Turn(string.Join(' ', s.Solution.Turns.Take(turn))).IsHome(fact.Piece!.Split('-'));
                Assert.Equal((fact.Kind == "lent", fact.Kind == "home"), (IsHome(note.From), IsHome(note.To)));
            }

            Assert.DoesNotContain(s.Solution.Turns.Zip(s.Solution.Turns.Skip(1)), p => p.First.Letter == p.Second.Letter);
        });
        Assert.Contains(sheet.Solutions, s => s.Solution.Length == sheet.Length);
        Assert.NotNull(book.Trial(found, book.Views[0], Algorithm.Parse("R2 U").Turns).Refusal);

        // "UF to UR to FR": what lies at the first belongs at the second, and so on round.
        if (Ring().Match(found.Title) is { Success: true } ring)
            for (var i = 0; i < 3; i++) Assert.True(Belongs(cube, ring.Groups[1 + i].Value, ring.Groups[1 + ((i + 1) % 3)].Value));
        if (Swap().Match(found.Title) is { Success: true } swap)
        {
            var (one, other) = (swap.Groups[1].Value, swap.Groups[2].Value);
            Assert.True(Belongs(cube, one, other) && Belongs(cube, other, one));
            Assert.Equal(swap.Groups[4].Value == "home", cube.IsHome(Colors(swap.Groups[3].Value)));
        }

        // Which of those that go elsewhere land flipped; of those at home which are.
        string[] places = ["UF", "UR", "FR"];
        string[] over = [.. places.Where(p => !Belongs(cube, p, p)
            ? !LandsRight(cube, p) : found.Family == "twoTurned" && !cube.IsHome(Colors(p)))];
        var told = One().Match(found.Title) is { Success: true } single ? [single.Groups[1].Value]
            : Two().Match(found.Title) is { Success: true } two ? [two.Groups[1].Value, two.Groups[2].Value]
            : found.Title.Contains("all land flipped", StringComparison.Ordinal) ? places
            : found.Title.Contains("both land flipped", StringComparison.Ordinal)
                ? (string[])[Swap().Match(found.Title).Groups[1].Value, Swap().Match(found.Title).Groups[2].Value] : [];
        Assert.Equal(over.Select(p => found.Family == "twoTurned" ? p : Goal(cube, p)).Order(StringComparer.Ordinal),
            told.Order(StringComparer.Ordinal));
    }

    private static string[] Colors(string place) => [.. place.Select(f => PlainCube.Solved.CentreAt(V.Of(f)))];

    private static bool Belongs(PlainCube cube, string at, string to) =>
        cube.Piece(Colors(to))[0].At == V.Place(at);

    private static string Goal(PlainCube cube, string at) => new[] { "UF", "UR", "FR" }.First(to => Belongs(cube, at, to));

    /// <summary>The face that both places have carries it home, not flipped.</summary>
    private static bool LandsRight(PlainCube cube, string at)
    {
        var goal = Goal(cube, at);
        var face = at.Intersect(goal).Single();
        return new[] { "", "2", "'" }.Any(q => cube.Turn($"{face}{q}").IsHome(Colors(goal)));
    }

    [GeneratedRegex(@"^(\w\w) to (\w\w) to (\w\w)")]
    private static partial Regex Ring();

    [GeneratedRegex(@"^(\w\w) and (\w\w) swapped, .*; (\w\w) (home|flipped)$")]
    private static partial Regex Swap();

    [GeneratedRegex(@"\b(\w\w) lands flipped")]
    private static partial Regex One();

    [GeneratedRegex(@"^(\w\w) and (\w\w) flipped$")]
    private static partial Regex Two();
}
