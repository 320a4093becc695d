using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.F2l;

/// <summary>A rotation within a pair that was not needed: the same pair without any, and the relative time it saves.</summary>
/// <param name="Number">The turn, from 1.</param>
/// <param name="Rotation">The rotation.</param>
/// <param name="Instead">The same turns of the cube without a rotation.</param>
/// <param name="Saves">Relative time.</param>
public sealed record NeedlessRotation(int Number, Turn Rotation, IReadOnlyList<Turn> Instead, double Saves);

/// <summary>
/// A part of an own sequence: from where one pair was done to where the next was. The slots are those of the first hold. <paramref
/// name="Best"/> is the quickest way to the same pair from the same hold;
/// <paramref name="Cheaper"/> the pair that would have taken fewer turns than this one at best, with its least HTM.
/// </summary>
/// <param name="Solved">The slots that were finished by it.</param>
/// <param name="From">Its first turn, from 0.</param>
/// <param name="To">One past its last turn.</param>
/// <param name="Length">HTM.</param>
/// <param name="Time">Relative time as written; null when it holds a turn that is avoided.</param>
/// <param name="Best">The best solution of the first of its slots.</param>
/// <param name="Least">Least HTM of that slot.</param>
/// <param name="Cheaper">Another pair that was cheaper then.</param>
/// <param name="Needless">A rotation that was not needed.</param>
/// <param name="Next">The pair that came next.</param>
/// <param name="OutOfView">Turns during which that pair's pieces were out of view.</param>
public sealed record JudgedPair(
    IReadOnlyList<Slot> Solved, int From, int To, int Length, double? Time, F2lSolution? Best, int Least, (Slot Slot, int Length)? Cheaper,
        NeedlessRotation? Needless, Slot? Next, int OutOfView);

/// <summary>What was broken and never put back: a slot, or the cross when null; the turn that broke it, from 1.</summary>
public sealed record BrokenSlot(Slot? Slot, int Number, Turn Turn);

/// <summary>An own sequence for one or more pairs, judged.</summary>
/// <param name="Pairs">Pair by pair.</param>
/// <param name="Rest">HTM after the last finished pair.</param>
/// <param name="Broken">What was solved and is not at the end.</param>
/// <param name="Open">The slots that are open at the end.</param>
/// <param name="Length">HTM.</param>
/// <param name="Time">Relative time as written.</param>
/// <param name="Planned">The best plan that was found for the pairs that were finished; null when none was.</param>
/// <param name="Hold">The hold in which its slots are named.</param>
public sealed record F2lJudgement(
    IReadOnlyList<JudgedPair> Pairs, int Rest, IReadOnlyList<BrokenSlot> Broken, SlotSet Open, int Length, double? Time, F2lPlan? Planned,
        Hold Hold) : StageJudgement
{
    /// <summary>At least one pair is in, and nothing that stood is lost.</summary>
    public override bool IsDone => Pairs.Count > 0 && Broken.Count == 0;

    /// <inheritdoc/>
    public override int Turns => Length;

    /// <summary>The least turns of the pairs that were finished, each from where the one before it left.</summary>
    public override int Best => Pairs.Sum(p => p.Least);

    /// <inheritdoc/>
    public override int OverBest => Math.Max(0, Length - Best);

    /// <summary>The first turn of the first pair that took more than its least, or the turn that broke something.</summary>
    public override int? FirstMistake => Broken.Select(b => b.Number).Concat(Pairs.Where(p => p.Length > p.Least).Select(p => p.From + 1))
        .Order().Cast<int?>().FirstOrDefault();

    /// <inheritdoc/>
    public override string Verdict => F2lWords.Verdict(this, Hold);

    /// <summary>HTM over the plan, when all that was open is done.</summary>
    public int? OverTurns => Planned is null || Open.Count > 0 || Broken.Count > 0 ? null : Length - Planned.Total;

    /// <summary>Relative time over the plan, when all that was open is done.</summary>
    public double? OverTime => OverTurns is null || Time is null || Planned!.Time is null ? null : Time - Planned.Time;
}

/// <summary>Tries an own sequence on a position whose cross stands and says what it was worth, pair by pair.</summary>
public sealed class F2lJudge(F2lPlanner planner)
{
    /// <summary>Judges turns of any kind, made from the hold of the position.</summary>
    public F2lJudgement Judge(F2lPosition start, IReadOnlyList<Turn> turns, F2lOptions options, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(start);
        ArgumentNullException.ThrowIfNull(turns);
        ArgumentNullException.ThrowIfNull(options);
        // The cube as it is held, and its pieces as they would be seen in the first hold.
        var held = new CubeState[turns.Count + 1];
        var seen = new F2lState[turns.Count + 1];
        (held[0], seen[0]) = (start.State, start.Pairs);
        for (var i = 0; i < turns.Count; i++)
        {
            held[i + 1] = held[i].Apply(turns[i]);
            seen[i + 1] = F2lState.Of(held[i + 1].Upright().Apply(start.Hold.Rotation));
        }

        var ends = new List<(int At, Slot[] Solved)>();
        var solved = start.Pairs.SolvedSlots;
        for (var i = 1; i <= turns.Count; i++)
        {
            var now = seen[i].SolvedSlots;
            if (!new F2lGoal(solved).IsReached(seen[i]) || now.Count <= solved.Count) continue;
            ends.Add((i, [.. now.Slots.Where(s => !solved.Has(s))]));
            solved = now;
        }

        var pairs = new List<JudgedPair>();
        var from = 0;
        for (var p = 0; p < ends.Count; p++)
        {
            var (to, slots) = ends[p];
            pairs.Add(JudgeOne(start, turns, held, seen, from, to, slots, p + 1 < ends.Count ? ends[p + 1].Solved[0] : null, options,
                cancel));
            from = to;
        }

        var end = seen[^1];
        var broken = new List<BrokenSlot>();
        if (!end.IsCrossSolved) broken.Add(Broken(null, turns, seen, s => s.IsCrossSolved));
        foreach (var slot in solved.Slots.Where(s => !end.IsSlotSolved(s))) broken.Add(
            Broken(slot, turns, seen, s => s.IsSlotSolved(slot)));
        var planned = end.SolvedSlots.Count == 4 && broken.Count == 0 && start.Pairs.SolvedSlots.Count < 4
            ? planner.Plan(start.Pairs, options, cancel: cancel) : null;
        return new F2lJudgement(pairs, Htm(turns.Skip(from)), broken, end.SolvedSlots.Others, Htm(turns), options.Hands.Measure(turns),
            planned, start.Hold);
    }

    private JudgedPair JudgeOne(
        F2lPosition start, IReadOnlyList<Turn> turns, CubeState[] held, F2lState[] seen, int from, int to, Slot[] slots, Slot? next,
            F2lOptions options, CancellationToken cancel)
    {
        Turn[] own = [.. turns.Skip(from).Take(to - from)];
        var time = options.Hands.Measure(own);
        // The best from the hold of that moment, when the base is down in it; else from the first hold.
        var basisDown = held[from].Hold.ColorAt(Face.D) == start.Color;
        var now = basisDown ? F2lState.Of(held[from]) : seen[from];
        var hold = basisDown ? held[from].Hold : start.Hold;
        var slot = SlotPlaces.Find(slots[0].NameIn(start.Hold), hold)!.Value;
        var best = planner.Solver.Solve(now, slot, options, slack: 1, most: 1, cancel);
        var solved = now.SolvedSlots;
        (Slot, int)? cheaper = null;
        foreach (var other in solved.Others.Slots.Where(s => s != slot))
        {
            var length = planner.Solver.Search.Find(now, new F2lGoal(solved.With(other)), most: 1, cancelled: cancel).Length;
            if (length < best.Length && (cheaper is null || length < cheaper.Value.Item2)) cheaper =
                (SlotPlaces.Find(other.NameIn(hold), start.Hold)!.Value, length);
        }

        var outOfView = 0;
        if (next is { } following)
            for (var i = from + 1; i <= to; i++)
                if (!IsInView(held[i], start, following)) outOfView++;
        return new JudgedPair(slots, from, to, Htm(own), time, best.Solutions.Count > 0 ? best.Solutions[0] : null, best.Length, cheaper,
            Needless(own, from, time, options), next, outOfView);
    }

    /// <summary>A rotation is needless when the same turns of the cube without any take no longer.</summary>
    private static NeedlessRotation? Needless(Turn[] own, int from, double? time, F2lOptions options)
    {
        var at = Array.FindIndex(own, t => t.Kind == TurnKind.Rotation);
        if (at < 0 || time is not { } spent) return null;
        var preferences = options.Hands.Preferences;
        var still = new HandModel(preferences with { Avoided = string.Concat(preferences.Avoided.Union("xyz")) })
            .RewriteBaseDown(HandModel.FaceTurns(own));
        return still is null || still.Time > spent ? null
            : new NeedlessRotation(from + at + 1, own[at], [.. still.Turns], spent - still.Time);
    }

    private static bool IsInView(CubeState held, F2lPosition start, Slot pair)
    {
        if (held.Hold.ColorAt(Face.D) != start.Color) return false;
        return LookAhead.IsInView(F2lState.Of(held), SlotPlaces.Find(pair.NameIn(start.Hold), held.Hold)!.Value, 0);
    }

    private static BrokenSlot Broken(Slot? slot, IReadOnlyList<Turn> turns, F2lState[] seen, Func<F2lState, bool> stands)
    {
        var last = turns.Count;
        while (last > 0 && !stands(seen[last - 1])) last--;
        return new BrokenSlot(slot, Math.Max(last, 1), turns[Math.Max(last, 1) - 1]);
    }

    private static int Htm(IEnumerable<Turn> turns) => turns.Sum(t => Metric.Htm.Cost(t));
}
