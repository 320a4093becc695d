using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.FirstBlock;

/// <summary>What a turn does to a block that is built.</summary>
public enum BlockDeed
{
    /// <summary>Joins a part (<see cref="StageFact.Piece"/>) for good with another (<see cref="StageFact.To"/>).</summary>
    Joins,

    /// <summary>Parts two that were joined.</summary>
    Parts,

    /// <summary>A square stands for good; <see cref="StageFact.To"/> is front or back.</summary>
    Square,

    /// <summary>The block stands.</summary>
    Block,

    /// <summary>Moves a part that is joined for good by a later turn (<see cref="StageFact.Turn"/>, from 1).</summary>
    Brings,

    /// <summary>Nothing that is joined for good with the centre is moved.</summary>
    LeavesAlone,

    /// <summary>Moves nothing of the block but what is joined to the centre for good already, as one.</summary>
    TurnsAsOne,

    /// <summary>Moves nothing of the block.</summary>
    Idle,
}

/// <summary>A block explained turn by turn: facts from the trace, sentences from the facts.</summary>
public static class BlockNotes
{
    /// <summary>One note for each turn.</summary>
    public static IReadOnlyList<StageNote> Of(BlockTrace trace) => [.. Enumerable.Range(0, trace.Turns).Select(t => Note(trace, t))];

    /// <summary>In some words: how it begins, when the square stands.</summary>
    public static string Way(BlockTrace trace)
    {
        var (front, back) = (trace.FrontSquare, trace.BackSquare);
        var first = Math.Min(front, back);
        var square = first >= trace.Whole ? "no square before the end"
            : $"{(front == first ? "front" : "back")} square {(first == 0 ? "stands already" : $"by turn {first}")}";
        return $"{square}; {trace.Follow} to follow";
    }

    /// <summary>How a way begins, as the title of those that begin so.</summary>
    public static string Title(BlockTrace trace)
    {
        var link = trace.First;
        var (one, other) = (trace.Links.Name(link.One), trace.Links.Name(link.Other));
        return trace.Beginning switch
        {
            BlockBeginning.Pair => $"Pair first: {one} with {other}",
            BlockBeginning.BaseEdge => $"Base edge first: {other}",
            BlockBeginning.FrontEdge => $"Square from the front edge: {other}",
            _ => $"Square from the back edge: {other}",
        };
    }

    private static StageNote Note(BlockTrace trace, int turn)
    {
        var (links, facts, after) = (trace.Links, new List<StageFact>(), turn + 1);
        var moved = trace.Moved(turn);
        for (var i = 0; i < BlockLinks.All.Count; i++)
        {
            var link = BlockLinks.All[i];
            if (trace.JoinedFor(i) == after) facts.Add(Fact(BlockDeed.Joins, links.Name(link.One), links.Name(link.Other)));
            else if (trace.Lying[turn].IsJoined(link) && !trace.Lying[after].IsJoined(link))
                facts.Add(Fact(BlockDeed.Parts, links.Name(link.One), links.Name(link.Other)));
        }

        if (trace.Whole == after) facts.Add(Fact(BlockDeed.Block));
        else
        {
            if (trace.FrontSquare == after) facts.Add(Fact(BlockDeed.Square, to: "front"));
            if (trace.BackSquare == after) facts.Add(Fact(BlockDeed.Square, to: "back"));
        }

        foreach (var part in moved.Where(p => p != BlockPart.Centre))
            if (trace.NextFor(part, after) is { } next && !IsJoining(part))
                facts.Add(Fact(BlockDeed.Brings, links.Name(part)) with { Turn = next });
        var standing = BlockLinks.All.Where((l, i) => l.One == BlockPart.Centre && trace.JoinedFor(i) <= turn)
            .Select(l => l.Other).ToArray();
        if (moved.Count == 0) facts.Add(Fact(BlockDeed.Idle));
        else if (standing.Length > 0 && !moved.Contains(BlockPart.Centre) && !standing.Any(moved.Contains) && facts.Count > 0)
            facts.Add(Fact(BlockDeed.LeavesAlone));
        if (facts.Count == 0) facts.Add(Fact(BlockDeed.TurnsAsOne));
        var isGood = facts.Any(f => f.Kind == Words.Code(BlockDeed.Joins));
        return new StageNote(turn, after, facts, Say(facts), isGood ? NoteTone.Good : NoteTone.Plain, []);

        bool IsJoining(BlockPart part) => BlockLinks.All
            .Where((l, i) => (l.One == part || l.Other == part) && trace.JoinedFor(i) == after).Any();
    }

    private static StageFact Fact(BlockDeed deed, string? piece = null, string? to = null) => new(Words.Code(deed), piece, To: to);

    private static string Say(List<StageFact> facts)
    {
        var said = new List<string>();
        if (Of(BlockDeed.Joins).ToArray() is { Length: > 0 } joins)
            said.Add($"joins {Words.Join(joins.Select(j => $"{j.Piece} with {j.To}"))}");
        if (Of(BlockDeed.Parts).ToArray() is { Length: > 0 } parts)
            said.Add($"parts {Words.Join(parts.Select(j => $"{j.Piece} from {j.To}"))} for now");
        foreach (var later in Of(BlockDeed.Brings).GroupBy(f => f.Turn))
            said.Add($"brings {Words.Join(later.Select(l => l.Piece!))} on the way, joined by turn {later.Key}");
        if (Has(BlockDeed.TurnsAsOne)) said.Add("turns what is joined as one");
        if (Has(BlockDeed.Idle)) said.Add("moves nothing of the block");
        var words = Words.Capital(string.Join("; ", said));
        if (Has(BlockDeed.LeavesAlone)) words += "; what stands is not touched";
        words += ".";
        if (Has(BlockDeed.Block)) words += " The block stands.";
        else
            foreach (var square in Of(BlockDeed.Square)) words += $" The {square.To} square stands.";
        return words;

        IEnumerable<StageFact> Of(BlockDeed deed) => facts.Where(f => f.Kind == Words.Code(deed));

        bool Has(BlockDeed deed) => Of(deed).Any();
    }
}
