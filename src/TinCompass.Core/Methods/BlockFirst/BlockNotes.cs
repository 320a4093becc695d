using TinCompass.Core.Cube;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.BlockFirst;

/// <summary>What a turn does to the pieces that a stage is about.</summary>
public enum BlockDeed
{
    /// <summary>A piece comes home.</summary>
    Home,

    /// <summary>A piece that was home is lent.</summary>
    Lent,

    /// <summary>
    /// An edge (<see cref="StageFact.Piece"/>) is joined for good with a corner or a centre (<see cref="StageFact.To"/>), not yet home.
    /// </summary>
    Joins,

    /// <summary>A piece is moved that comes home later, and is joined with nothing by it.</summary>
    Brings,

    /// <summary>None of them is moved.</summary>
    Idle,

    /// <summary>
    /// Three turns mend an edge (<see cref="StageFact.Piece"/>); so many are bad after it (<see cref="StageFact.Number"/>).
    /// </summary>
    Mended,

    /// <summary>So many are bad after it.</summary>
    Bad,

    /// <summary>Nothing of it that stays.</summary>
    Turns,
}

/// <summary>Turns of faces told by the pieces that come home, and by what is joined on the way.</summary>
internal static class BlockNotes
{
    /// <summary>Turn by turn; only what is wanted is told.</summary>
    public static IReadOnlyList<StageNote> Of(CubeState position, IReadOnlyList<Turn> faces, PieceSet wanted)
    {
        var states = new List<CubeState> { position };
        foreach (var turn in faces) states.Add(states[^1].Apply(turn));
        var lying = states.Select(PieceLinks.Lying).ToArray();
        var links = PieceLinks.Among(wanted);
        // After how many turns a link stands for good; more than there are when it does not at the end.
        var joined = links.Select(link => Enumerable.Range(0, states.Count).Reverse()
            .TakeWhile(i => PieceLinks.IsJoined(link, lying[i], states[i].Hold)).LastOrDefault(states.Count)).ToArray();
        var end = PieceSet.Home(states[^1]);
        return [.. faces.Select((_, i) =>
        {
            var (was, now) = (PieceSet.Home(states[i]).And(wanted), PieceSet.Home(states[i + 1]).And(wanted));
            var away = wanted.Without(now).Without(was);
            var joins = links.Where((l, n) => joined[n] == i + 1 && PieceLinks.Of(away).Contains(l.Edge)
                && (l.Corner is not { } corner || PieceLinks.Of(away).Contains(corner))).ToArray();
            var moved = PieceLinks.Of(wanted).Where(p => lying[i][p] != lying[i + 1][p]).ToArray();
            List<StageFact> facts = [.. Facts(was, now), .. joins.Select(j => new StageFact(Words.Code(BlockDeed.Joins),
                PieceLinks.Name(j.Edge), To: j.With))];
            var brought = moved.Where(p => PieceLinks.Of(away.And(end)).Contains(p) && !joins.Any(j => j.Edge == p || j.Corner == p));
            facts.AddRange(brought.Select(p => new StageFact(Words.Code(BlockDeed.Brings), PieceLinks.Name(p))));
            if (moved.Length == 0) facts.Add(new StageFact(Words.Code(BlockDeed.Idle)));
            return Note(facts, i, i + 1, faces);
        })];
    }

    /// <summary>Some turns at once, told by what is home before and after them.</summary>
    public static StageNote Of(CubeState before, CubeState after, PieceSet wanted, int from, int to, IReadOnlyList<Turn> faces) =>
        Note([.. Facts(PieceSet.Home(before).And(wanted), PieceSet.Home(after).And(wanted))], from, to, faces);

    private static string Neighbour(string name) => name.Contains('-', StringComparison.Ordinal) ? name : $"the {name} centre";

    private static IEnumerable<StageFact> Facts(PieceSet was, PieceSet now) =>
        [.. now.Without(was).Names.Select(n => new StageFact(Words.Code(BlockDeed.Home), n)),
            .. was.Without(now).Names.Select(n => new StageFact(Words.Code(BlockDeed.Lent), n))];

    private static StageNote Note(List<StageFact> facts, int from, int to, IReadOnlyList<Turn> faces)
    {
        if (facts.Count == 0) facts.Add(new StageFact(Words.Code(BlockDeed.Turns)));
        string[] home = Pieces(BlockDeed.Home), lent = Pieces(BlockDeed.Lent), brings = Pieces(BlockDeed.Brings);
        var said = new List<string>();
        if (Of(BlockDeed.Joins) is { Length: > 0 } joins)
        {
            said.Add("joins " + Words.Join(joins.GroupBy(j => j.Piece)
                .Select(g => $"{g.Key} with {Words.Join(g.Select(j => Neighbour(j.To!)))}")));
        }

        if (home.Length > 0) said.Add($"{Words.Join(home)} {(home.Length == 1 ? "comes" : "come")} home");
        if (lent.Length > 0) said.Add($"{Words.Join(lent)} {(lent.Length == 1 ? "leaves its place" : "leave their places")}");
        if (brings.Length > 0) said.Add($"brings {Words.Join(brings)} on the way");
        if (Of(BlockDeed.Idle).Length > 0) said.Add("moves nothing of it");
        var words = said.Count > 0 ? string.Join("; ", said) : to - from > 1 ? "on the way" : $"turns {faces[from].Letter}";
        var isGood = home.Length > lent.Length || (lent.Length == 0 && Of(BlockDeed.Joins).Length > 0);
        var first = home.Length > 0 ? home[0].Split('-').Select(n => Faces.AllColors.First(c => c.Name() == n)) : [];
        return new StageNote(from, to, facts, $"{Words.Capital(words)}.", isGood ? NoteTone.Good : NoteTone.Plain, [.. first]);

        StageFact[] Of(BlockDeed deed) => [.. facts.Where(f => f.Kind == Words.Code(deed))];

        string[] Pieces(BlockDeed deed) => [.. Of(deed).Select(f => f.Piece!)];
    }
}
