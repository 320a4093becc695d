using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.Cross;

/// <summary>Gathers the plans of one first edge: counts all, keeps the best in the order that is asked for.</summary>
internal sealed class CrossPlanGroupBuilder(CrossPosition position, CrossPlanOptions options, bool stands)
{
    /// <summary>More than any sequence takes: a plan with an avoided turn comes last.</summary>
    private const long Never = 1_000_000;

    private const int TurnsBits = 16;
    private const int FlagBit = 7;
    private const int AlignmentShift = 4;

    private readonly List<Candidate> best = [];
    private readonly byte[] printed = new byte[PackedTurns.MaxLength];
    private int shortest = int.MaxValue;

    /// <summary>A plan before it is written out: the key decides the order, at last the turns.</summary>
    public readonly record struct Candidate(long Key, PackedTurns Turns, int Hold) : IComparable<Candidate>
    {
        public int CompareTo(Candidate other) => Key != other.Key ? Key.CompareTo(other.Key) : Turns.Bits.CompareTo(other.Turns.Bits);
    }

    public Candidate Best => best[0];

    public int Total { get; private set; }

    public bool StandsAlready => stands;

    /// <summary>What the groups are ordered by: the best plan, but for turns at the back, which only decide within a group.</summary>
    public long RankIn(PlanOrder order) => order == PlanOrder.Turns ? Best.Key >> AlignmentShift : Best.Key;

    public void Add(int length, PackedTurns turns, in CrossTrace trace, int hold, int backTurns)
    {
        Total++;
        shortest = Math.Min(shortest, length);
        // Length, flag, alignment, back turns; before them, if asked for, time or foresight.
        var byTurns = ((long)length << (FlagBit + 1)) | (trace.Flag() == FourthFlag.None ? 0L : 1 << FlagBit) | (
            (long)AlignmentOf(trace) << AlignmentShift) | (uint)backTurns;
        var first = options.Order switch
        {
            PlanOrder.Time => options.Hands.TryMeasure(CrossHolds.Print(position, turns, hold, printed), out var time, out _, MostTime)
                ? (long)Math.Round(time * 1000) : Never,
            PlanOrder.Foresight => CrossForesight.Of(trace).Score,
            _ => 0,
        };
        var candidate = new Candidate((first << TurnsBits) | byTurns, turns, hold);
        if (best.Count == CrossPlanner.MaxPlansOfGroup && candidate.CompareTo(best[^1]) >= 0) return;
        var at = best.BinarySearch(candidate);
        best.Insert(at < 0 ? ~at : at, candidate);
        if (best.Count > CrossPlanner.MaxPlansOfGroup) best.RemoveAt(CrossPlanner.MaxPlansOfGroup);
    }

    /// <summary>Ordered by time, the time of the last plan that is kept: what takes longer is not.</summary>
    private double MostTime => best.Count < CrossPlanner.MaxPlansOfGroup || best[^1].Key >> TurnsBits == Never
        ? double.PositiveInfinity : (best[^1].Key >> TurnsBits) / 1000.0;

    public CrossPlanGroup Build(int first)
    {
        var sides = Enumerable.Range(0, 4).Where(e => (first >> e & 1) == 1).Select(position.SideOf);
        return new CrossPlanGroup([.. sides], stands, shortest, Total, best.ConvertAll(Plan));
    }

    private CrossPlan Plan(Candidate candidate)
    {
        Span<uint> moments = stackalloc uint[PackedTurns.MaxLength + 1];
        var trace = CrossTrace.Follow(position, candidate.Turns, moments);
        var canTurn = options.Hands.TryMeasure(CrossHolds.Print(position, candidate.Turns, candidate.Hold, printed), out var time,
            out var regrips);
        var solution = CrossHolds.InHold(position, candidate.Turns, candidate.Hold) with
        {
            Time = canTurn ? time : null,
            Regrips = regrips
        };
        return new CrossPlan(solution, trace.Flag(), AlignmentOf(trace), CrossForesight.Of(trace));
    }

    /// <summary>Quarter turns of D (0..2) that are left when the last edge is placed.</summary>
    private static int AlignmentOf(in CrossTrace trace)
    {
        var last = Math.Max(Math.Max(trace.PlacedAt(0), trace.PlacedAt(1)), Math.Max(trace.PlacedAt(2), trace.PlacedAt(3)));
        return Math.Abs(trace.AlignmentAt(last)!.Value);
    }
}
