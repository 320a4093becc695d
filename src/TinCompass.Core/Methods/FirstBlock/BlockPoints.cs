using TinCompass.Core.Cube;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.FirstBlock;

/// <summary>A point of a plan for a block.</summary>
public enum BlockPoint
{
    /// <summary>
    /// What is joined for good first (<see cref="StageFact.Piece"/>, <see cref="StageFact.To"/>), and by which turn, 0 when it lies so.
    /// </summary>
    First,

    /// <summary>
    /// Which square stands for good first, front or back (<see cref="StageFact.To"/>), and by which turn; not when none does.
    /// </summary>
    Square,

    /// <summary>
    /// The edge that comes to the centre for good last (<see cref="StageFact.Piece"/>), the turn that does it, and the turn by which it is
    /// joined with its corner (<see cref="StageFact.Number"/>).
    /// </summary>
    Last,

    /// <summary>How many turns (<see cref="StageFact.Number"/>) are of the free right side: they touch nothing of the left layer.</summary>
    FreeSide,

    /// <summary>A corner (<see cref="StageFact.Piece"/>) and an edge that such a turn joins for good, and by which turn.</summary>
    FreePair,

    /// <summary>
    /// A piece that is moved before it has come to stay, and by how many turns (<see cref="StageFact.Number"/>): what the eyes follow.
    /// </summary>
    Follow,
}

/// <summary>The points by which a block is planned, as the cross has its five: facts from the trace, sentences from the facts.</summary>
public static class BlockPoints
{
    /// <summary>The points of a way that builds its block; empty for one of no turns, or that does not build it.</summary>
    /// <param name="trace">The way.</param>
    /// <param name="turns">Its turns.</param>
    /// <param name="hold">The hold before them.</param>
    public static IReadOnlyList<StagePoint> Of(BlockTrace trace, IReadOnlyList<Turn> turns, Hold hold)
    {
        if (turns.Count == 0 || trace.Whole > trace.Turns) return [];
        var links = trace.Links;
        var isFree = FreeSide(turns, hold, links.Name(BlockPart.Centre));
        var count = turns.Count(t => t.Kind != TurnKind.Rotation);
        var firstAt = trace.JoinedFor(BlockLinks.All.ToList().IndexOf(trace.First));
        var square = Math.Min(trace.FrontSquare, trace.BackSquare);
        var (last, lastAt) = Enumerable.Range(0, 3).Select(i => (Link: BlockLinks.All[i], At: trace.JoinedFor(i))).MaxBy(l => l.At);
        var follow = Enum.GetValues<BlockPart>().Where(p => p != BlockPart.Centre)
            .Select(p => (Part: p, Times: Enumerable.Range(0, trace.Turns).Count(t => IsCarried(p, t)))).Where(p => p.Times > 0)
            .OrderByDescending(p => p.Times).ToArray();
        var first = Fact(BlockPoint.First) with { Piece = links.Name(trace.First.One), To = links.Name(trace.First.Other), Turn = firstAt };
        var stands = square >= trace.Whole ? null
            : Fact(BlockPoint.Square) with { To = trace.FrontSquare == square ? "front" : "back", Turn = square };
        var closing = Fact(BlockPoint.Last) with
        {
            Piece = links.Name(last.Other),
            Turn = lastAt,
            Number = BlockLinks.All.Select((l, i) => l.One == last.Other ? trace.JoinedFor(i) : int.MaxValue).Min(),
        };
        StageFact[] free =
        [
            Fact(BlockPoint.FreeSide) with { Number = isFree.Count(f => f) },
            .. BlockLinks.All.Select((l, i) => (Link: l, At: trace.JoinedFor(i)))
                .Where(l => l.Link.One != BlockPart.Centre && l.At > 0 && isFree[l.At - 1])
                .Select(l => Fact(BlockPoint.FreePair) with { Piece = links.Name(l.Link.Other), To = links.Name(l.Link.One), Turn = l.At }),
        ];
        StageFact[] seen = [.. follow.Select(f => Fact(BlockPoint.Follow) with { Piece = links.Name(f.Part), Number = f.Times })];
        return
        [
            new StagePoint("Begin with", [first], SayFirst(first)),
            new StagePoint("Square", stands is null ? [] : [stands], SaySquare(stands)),
            new StagePoint("Last edge", [closing], SayLast(closing, last.Other == BlockPart.BaseEdge ? "a corner" : "its corner")),
            new StagePoint("Free side", free, SayFree(free, count)),
            new StagePoint("To follow", seen, SayFollow(seen)),
        ];

        bool IsCarried(BlockPart part, int turn) => trace.Moved(turn).Contains(part) && trace.NextFor(part, turn) is not null;
    }

    /// <summary>Which turns touch nothing of the layer of a side's centre: held at the left, they are R, r or M.</summary>
    private static bool[] FreeSide(IReadOnlyList<Turn> turns, Hold hold, string side)
    {
        var free = new bool[turns.Count];
        for (var i = 0; i < turns.Count; hold = hold.After(turns[i++]))
            free[i] = turns[i].Kind != TurnKind.Rotation
                && turns[i].Renamed(hold, Hold.All.First(h => h.ColorAt(Face.L).Name() == side)).Letter is 'R' or 'r' or 'M';
        return free;
    }

    private static StageFact Fact(BlockPoint point) => new(Words.Code(point));

    private static string SayFirst(StageFact first)
    {
        var one = first.Piece!.Contains('-', StringComparison.Ordinal) ? first.Piece : $"the {first.Piece} centre";
        return first.Turn switch
        {
            0 => $"{Words.Capital(first.To!)} and {one}: they lie joined already and stay so.",
            1 => $"{Words.Capital(first.To!)} and {one}: the first turn joins them for good.",
            _ => $"{Words.Capital(first.To!)} and {one}: joined for good by turn {first.Turn}, nothing before them.",
        };
    }

    private static string SaySquare(StageFact? square) => square switch
    {
        null => "None stands before the block: it closes at once.",
        { Turn: 0 } => $"The {square.To} one stands already.",
        _ => $"The {square.To} one stands from turn {square.Turn} on.",
    };

    private static string SayLast(StageFact last, string corner)
    {
        var with = last.Number == last.Turn ? $"to {corner} by the same turn" : last.Number == 0 ? $"with {corner}, to which it lies joined"
            : last.Number < last.Turn ? $"joined with {corner} since turn {last.Number}" : $"{corner} by turn {last.Number}";
        var when = last.Turn == 0 ? "before the first turn" : $"by turn {last.Turn}";
        return $"{Words.Capital(last.Piece!)} comes to the centre {when}, {with}.";
    }

    private static string SayFree(StageFact[] free, int of)
    {
        var (count, pairs) = (free[0].Number!.Value, free.Skip(1).ToArray());
        if (count == 0) return "No turn is of the right side alone.";
        var joined = pairs.Length == 0 ? "" : $" Joined so: {Words.Join(pairs.Select(p => $"{p.Piece} with {p.To} (turn {p.Turn})"))}.";
        var many = count == of ? "All turns are" : $"{count} of {of} turns {(count == 1 ? "is" : "are")}";
        return $"{many} of the right side alone.{joined}";
    }

    private static string SayFollow(StageFact[] seen) => seen.Length == 0 ? "Nothing is carried before it comes to stay."
        : $"{seen.Sum(f => f.Number)}, each turn of a piece before it stays counted: "
            + $"{Words.Join(seen.Select(f => $"{f.Piece} {f.Number}"))}.";
}
