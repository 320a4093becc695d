using TinCompass.Core.Cube;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.SixEdges;

/// <summary>What a turn does to the last six edges.</summary>
public enum SixEdgesDeed
{
    /// <summary>
    /// So many edges are turned over after it (<see cref="StageFact.Number"/>), some of them below (<see cref="StageFact.Turn"/>).
    /// </summary>
    Bad,

    /// <summary>The arrow stands: three turned over on top, one below, three turns from the end of this step.</summary>
    Arrow,

    /// <summary>All edges are oriented, for good.</summary>
    Oriented,

    /// <summary>The left or right edge (<see cref="StageFact.Piece"/>) comes below.</summary>
    Below,

    /// <summary>Left and right edge are both below, opposite each other.</summary>
    Opposite,

    /// <summary>Left and right edge are home, for good.</summary>
    SidesHome,

    /// <summary>Everything is solved.</summary>
    Solved,

    /// <summary>The top is set for what comes.</summary>
    SetsTop,

    /// <summary>The middle is.</summary>
    SetsMiddle,

    /// <summary>A turn of another kind: neither M nor U.</summary>
    Other,
}

/// <summary>The last six edges followed turn by turn.</summary>
public sealed class SixEdgesTrace
{
    /// <summary>Follows turns from a held position.</summary>
    public SixEdgesTrace(CubeState held, IReadOnlyList<Turn> turns, SixEdgesTable table)
    {
        var at = new List<int?>();
        for (var i = 0; i <= turns.Count; i++)
        {
            at.Add(SixEdgesIndex.IndexOf(held, out _));
            if (i < turns.Count) held = held.Apply(turns[i]);
        }

        (At, Turns, Hold, Table) = (at, turns, held.Hold, table);
        GoalSince = [.. Enum.GetValues<SixEdgesGoal>().Select(g =>
        {
            var since = at.Count;
            while (since > 0 && at[since - 1] is { } index && table.Distance(index, g) == 0) since--;
            return since;
        })];
    }

    /// <summary>The exact distances.</summary>
    public SixEdgesTable Table { get; }

    /// <summary>The positions before the first turn and after each; null while blocks or corners do not stand.</summary>
    public IReadOnlyList<int?> At { get; }

    /// <summary>The turns.</summary>
    public IReadOnlyList<Turn> Turns { get; }

    /// <summary>The hold at the end.</summary>
    public Hold Hold { get; }

    /// <summary>After how many turns each goal stands for good.</summary>
    public IReadOnlyList<int> GoalSince { get; }

    /// <summary>Three turned over on top, one below, and three turns are enough.</summary>
    public static bool IsArrow(SixEdgesTable table, int index) => SixEdgesIndex.IsMiddleEven(index) && SixEdgesIndex.Bad(index) == (3, 1)
        && table.Distance(index, SixEdgesGoal.Oriented) == 3;
}

/// <summary>The last six edges explained turn by turn: facts from the trace, sentences from the facts.</summary>
public static class SixEdgesNotes
{
    // The left and right edge among UF, UL, UB, UR, DF, DB; the places below.
    private static readonly (int Piece, string Name)[] Sides = [(1, "left"), (3, "right")];

    /// <summary>One note for each turn.</summary>
    public static IReadOnlyList<StageNote> Of(SixEdgesTrace trace) =>
        [.. Enumerable.Range(0, trace.Turns.Count).Select(t => Note(trace, t))];

    /// <summary>How the edges stand before a step, in words.</summary>
    public static string Stand(SixEdgesTable table, int index)
    {
        if (table.Distance(index, SixEdgesGoal.Oriented) > 0)
        {
            if (!SixEdgesIndex.IsMiddleEven(index)) return "The middle is a quarter turn off: its edges are counted after the next M.";
            var (top, below) = SixEdgesIndex.Bad(index);
            var arrow = SixEdgesTrace.IsArrow(table, index) ? ": the arrow, three turns" : "";
            return $"{top + below} edges are turned over, {top} on top, {below} below{arrow}.";
        }

        if (table.Distance(index, SixEdgesGoal.SidesHome) > 0)
            return $"The left edge is {Where(index, 1)}, the right edge {Where(index, 3)}.";
        return table.Distance(index, SixEdgesGoal.Solved) == 0 ? "" : Middle(index);
    }

    private static readonly string[] Places = ["on top in front", "on top left", "on top behind", "on top right", "down in front",
        "down behind"];

    private static string Where(int index, int piece) => Places[Enumerable.Range(0, 6).First(p => SixEdgesIndex.EdgeAt(index, p) == piece)];

    /// <summary>What the four of the middle have to do.</summary>
    private static string Middle(int index)
    {
        int[] places = [0, 2, 4, 5];
        var away = places.Where(p => SixEdgesIndex.EdgeAt(index, p) != p).ToArray();
        var centres = index % 4 == 0 ? "" : " The centres are turned.";
        return away.Length switch
        {
            0 => $"Only the middle is left to turn.{centres}",
            3 => $"Three edges of the middle go round.{centres}",
            _ when away.Length == 4 && SixEdgesIndex.EdgeAt(index, SixEdgesIndex.EdgeAt(index, 0)) == 0 =>
                $"Two and two edges of the middle change places.{centres}",
            _ => $"{away.Length} edges of the middle are not home.{centres}",
        };
    }

    private static StageNote Note(SixEdgesTrace trace, int turn)
    {
        var (facts, after) = (new List<StageFact>(), turn + 1);
        var (was, now, made) = (trace.At[turn], trace.At[after], trace.Turns[turn]);
        if (Brings(SixEdgesGoal.Solved)) Add(SixEdgesDeed.Solved);
        else if (Brings(SixEdgesGoal.SidesHome)) Add(SixEdgesDeed.SidesHome);
        else if (Brings(SixEdgesGoal.Oriented)) Add(SixEdgesDeed.Oriented);
        else if (now is { } index && was is { } before && made.Letter is 'M' or 'U')
        {
            if (!Stood(SixEdgesGoal.Oriented) && trace.GoalSince[(int)SixEdgesGoal.Oriented] > after)
            {
                if (SixEdgesTrace.IsArrow(trace.Table, index) && !SixEdgesTrace.IsArrow(trace.Table, before)) Add(SixEdgesDeed.Arrow);
                else if (SixEdgesIndex.IsMiddleEven(index) && made.Letter == 'M')
                {
                    var (top, below) = SixEdgesIndex.Bad(index);
                    facts.Add(new StageFact(Words.Code(SixEdgesDeed.Bad), Turn: below, Number: top + below));
                }
            }
            else if (!Stood(SixEdgesGoal.SidesHome) && trace.GoalSince[(int)SixEdgesGoal.SidesHome] > after)
            {
                var low = Sides.Where(s => IsBelow(index, s.Piece) && !IsBelow(before, s.Piece)).ToArray();
                foreach (var (_, name) in low) facts.Add(new StageFact(Words.Code(SixEdgesDeed.Below), name));
                if (low.Length > 0 && Sides.All(s => IsBelow(index, s.Piece))) Add(SixEdgesDeed.Opposite);
            }
        }

        if (facts.Count == 0)
            Add(made.Letter == 'U' ? SixEdgesDeed.SetsTop : made.Letter == 'M' ? SixEdgesDeed.SetsMiddle : SixEdgesDeed.Other);
        var isGood = facts.Any(f => f.Kind is "solved" or "sidesHome" or "oriented" or "arrow" or "opposite");
        return new StageNote(turn, after, facts, Say(facts), isGood ? NoteTone.Good : NoteTone.Plain, []);

        // What stood when it began is lent on the way, no news when it comes back.
        bool Stood(SixEdgesGoal goal) => trace.At[0] is { } start && trace.Table.Distance(start, goal) == 0;

        bool Brings(SixEdgesGoal goal) => !Stood(goal) && trace.GoalSince[(int)goal] == after;

        void Add(SixEdgesDeed deed) => facts.Add(new StageFact(Words.Code(deed)));
    }

    private static bool IsBelow(int index, int piece) => SixEdgesIndex.EdgeAt(index, 4) == piece || SixEdgesIndex.EdgeAt(index, 5) == piece;

    private static string Say(List<StageFact> facts) => $"{Words.Capital(string.Join("; ", facts.Select(f =>
        Enum.Parse<SixEdgesDeed>(f.Kind, ignoreCase: true) switch
        {
            SixEdgesDeed.Bad => $"{f.Number} turned over now, {f.Number - f.Turn} on top, {f.Turn} below",
            SixEdgesDeed.Arrow => "the arrow stands: three on top and one below, three turns are left",
            SixEdgesDeed.Oriented => "all edges are oriented",
            SixEdgesDeed.Below => $"the {f.Piece} edge comes below",
            SixEdgesDeed.Opposite => "both are below, opposite each other",
            SixEdgesDeed.SidesHome => "left and right are home",
            SixEdgesDeed.Solved => "everything is solved",
            SixEdgesDeed.SetsTop => "sets the top",
            SixEdgesDeed.SetsMiddle => "sets the middle",
            _ => "turns neither the top nor the middle",
        })))}.";
}
