using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Search;

namespace TinCompass.Core.Practice.Cross;

/// <summary>
/// One ending: three edges stand, the fourth belongs in front and is elsewhere. <paramref name="Name"/>: its place and the face its base sticker looks to, "UL-L";
/// the least HTM and every shortest sequence, the quickest to turn first, in the hold with the gap in front; the four edges as 54 letters, yellow for the base.
/// </summary>
public sealed record Ending(string Name, string Words, int Length, IReadOnlyList<string> Solutions, string Facelets);

/// <summary>The 17 endings: with three edges solved, the fourth is in any other of its 18 states.</summary>
public sealed class LastEdge : IDrill
{
    private readonly CrossTools cross;

    /// <summary>Prepares the endings, the short ones first.</summary>
    public LastEdge(CrossTools cross)
    {
        this.cross = cross;
        Endings = [.. Enumerable.Range(0, EdgeStickers.Count).Where(IsEnding).Select(Describe).OrderBy(e => e.Length).ThenBy(e => e.Name, StringComparer.Ordinal)];
        Cases = [.. Endings.Select(e => e.Name)];
    }

    /// <summary>All 17, the short ones first.</summary>
    public IReadOnlyList<Ending> Endings { get; }

    /// <inheritdoc/>
    public string Id => "last-edge";

    /// <inheritdoc/>
    public string Title => "Last edge";

    /// <inheritdoc/>
    public string What => "Three edges stand and the gap is in front: enter the shortest ending. There are seventeen.";

    /// <inheritdoc/>
    public int Levels => 1;

    /// <inheritdoc/>
    public IReadOnlyList<string> Cases { get; }

    /// <inheritdoc/>
    public string CaseTitle(string name) => Endings.FirstOrDefault(e => e.Name == name)?.Words ?? name;

    /// <inheritdoc/>
    public DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var color = CrossTasks.ColorFor(wish, random);
        var name = wish.Case ?? Cases[random.Next(Cases.Count)];
        var state = Enumerable.Range(0, EdgeStickers.Count).First(s => IsEnding(s) && NameOf(s) == name);
        // The states are those of the hold with the gap in front; one of the four such holds is drawn.
        var y = random.Next(4);
        var position = WishedPositions.WithCross(color, y, CrossTable.Index([(byte)state, Solved(1), Solved(2), Solved(3)]), random.Next);
        var seen = CrossPosition.Of(position, color, y);
        var edge = CrossWords.EdgeName(color, seen.SideOf(0));
        return new DrillTask(Id, wish, seed, name, position, color, seen.Rotation.Rotation, $"Finish the cross: only {edge} is missing.", AnswerKind.Turns, [])
        {
            Visible = new KnownPieces([color], []),
            TargetMs = 6_000,
        };
    }

    /// <inheritdoc/>
    public DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var ending = Endings.First(e => e.Name == task.Case);
        var verdict = CrossTasks.JudgePlan(cross, task, answer, allowed: 0);
        return verdict with { Best = string.Join(" or ", ending.Solutions.Take(3)) };
    }

    /// <inheritdoc/>
    public DrillAnswer Solution(DrillTask task) => CrossTasks.BestPlan(cross, task);

    /// <inheritdoc/>
    public string Hint(DrillTask task)
    {
        var ending = Endings.First(e => e.Name == task.Case);
        return $"It takes {CrossWords.Turns(ending.Length)} and begins with {ending.Solutions[0].Split(' ')[0]}.";
    }

    private static byte Solved(int edge) => (byte)EdgeStickers.State(CrossTable.Places[edge], 0);

    private static bool IsEnding(int state) =>
        state != Solved(0) && !CrossTable.Places.Skip(1).Contains(EdgeStickers.Place(state));

    private static string NameOf(int state) => $"{EdgeStickers.Place(state)}-{EdgeStickers.FaceOf(state)}";

    private Ending Describe(int state)
    {
        var position = WishedPositions.WithCross(Color.Yellow, 0, CrossTable.Index([(byte)state, Solved(1), Solved(2), Solved(3)]), new Random(0).Next);
        var seen = CrossPosition.Of(position, Color.Yellow);
        var found = new SolutionList();
        cross.Search.Find(seen, cross.Search.Distance(seen), found);
        // The quickest to turn first.
        var hands = new CrossPlanOptions().Hands;
        var solutions = Enumerable.Range(0, found.Count).Select(i => CrossSolution.InHold(seen, found[i], 0).Turns).OrderBy(turns => hands.Read(turns)!.Time).Select(turns => string.Join(' ', turns));
        return new Ending(NameOf(state), FollowEdge.Words(state, "base colour"), cross.Search.Distance(seen), [.. solutions], Facelets.Write(position, new KnownPieces([Color.Yellow], [])));
    }
}
