using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.F2l;

/// <summary>
/// A part of an own sequence: from where one pair was done to where the next was. The slots are those of the first hold.
/// </summary>
/// <param name="Solved">The slots that were finished by it.</param>
/// <param name="From">Its first turn, from 0.</param>
/// <param name="To">One past its last turn.</param>
/// <param name="Length">HTM.</param>
/// <param name="Time">Relative time as written; null when it holds a turn that is avoided.</param>
/// <param name="Least">Least HTM of the first of its slots.</param>
/// <param name="Loss">
/// What it cost over the planner's way, with all that follows: the cost of plans (<see cref="F2lPlan.Cost"/>) by both. 0 when it was as
/// good, and when no way takes fewer turns in all.
/// </param>
/// <param name="Better">The first pair of the planner's way, when that is better by more than <see cref="F2lJudge.Margin"/>.</param>
/// <param name="Needless">A rotation that was not needed.</param>
/// <param name="Next">The pair that came next.</param>
/// <param name="OutOfView">Turns (not rotations) after which that pair's pieces were out of view.</param>
/// <param name="Seen">Turns without rotations.</param>
public sealed record JudgedPair(
    IReadOnlyList<Slot> Solved, int From, int To, int Length, double? Time, int Least, double Loss, F2lStep? Better,
        SpareRotation? Needless, Slot? Next, int OutOfView, int Seen)
{
    /// <summary>The next pair was out of view for at least half of the turns.</summary>
    public bool IsUnseen => Seen > 0 && 2 * OutOfView >= Seen;
}

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
/// <param name="Hands">By whose hands.</param>
public sealed record F2lJudgement(
    IReadOnlyList<JudgedPair> Pairs, int Rest, IReadOnlyList<BrokenSlot> Broken, SlotSet Open, int Length, double? Time, F2lPlan? Planned,
        Hold Hold, HandModel Hands) : StageJudgement
{
    /// <summary>At least one pair is in, and nothing that stood is lost.</summary>
    public override bool IsDone => Pairs.Count > 0 && Broken.Count == 0;

    /// <inheritdoc/>
    public override int Turns => Length;

    /// <summary>The least turns of the pairs that were finished, each from where the one before it left.</summary>
    public override int Best => Pairs.Sum(p => p.Least);

    /// <inheritdoc/>
    public override int OverBest => Math.Max(0, Length - Best);

    /// <summary>The first turn of the first pair to which there was a better way, or the turn that broke something.</summary>
    protected override int? Costly => Broken.Select(b => b.Number).Concat(Pairs.Where(p => p.Better is not null).Select(p => p.From + 1))
        .Order().Cast<int?>().FirstOrDefault();

    /// <inheritdoc/>
    public override StageJudgement AsPlanned() => base.AsPlanned() is F2lJudgement same
        ? same with { Pairs = [.. Pairs.Select(p => p with { Better = null, Loss = 0 })], Planned = null } : this;

    /// <inheritdoc/>
    public override bool FindsFault => base.FindsFault || OverTurns > 0;

    /// <inheritdoc/>
    public override string Verdict => F2lWords.Verdict(this, Hold);

    /// <summary>So many rotations stand before the first of its turns; <see cref="Notes"/> count those after them.</summary>
    public int Lead { get; init; }

    /// <inheritdoc/>
    public override bool IsBroken => Broken.Count > 0;

    /// <summary>Pair by pair.</summary>
    public override IReadOnlyList<JudgedPart> Parts =>
    [
        .. Pairs.Select(p => new JudgedPart(F2lWords.Names(p.Solved, Hold), p.From, p.To, p.Length, p.Least, [])
        {
            Notes = F2lWords.Notes(p, Hold, Hands),
        }),
    ];

    /// <inheritdoc/>
    public override (int Turns, double? Time)? OurPlan => Planned is { } plan ? (plan.Total, plan.Time) : null;

    /// <inheritdoc/>
    public override IReadOnlyList<StageNote> Notes =>
    [
        .. Pairs.Select(p => F2lNotes.Of(p, Hold, Hands)).Select(n => n with { From = Math.Max(0, n.From - Lead), To = n.To - Lead }),
    ];

    /// <inheritdoc/>
    public override IReadOnlyList<string> Advice(HandModel hands) => F2lWords.Advice(this, hands);

    /// <summary>HTM over the plan, when all that was open is done.</summary>
    public int? OverTurns => Planned is null || Open.Count > 0 || Broken.Count > 0 ? null : Length - Planned.Total;

    /// <summary>Relative time over the plan, when all that was open is done.</summary>
    public double? OverTime => OverTurns is null || Time is null || Planned!.Time is null ? null : Time - Planned.Time;
}

/// <summary>
/// Tries an own sequence on a position whose cross stands and says what it was worth, pair by pair. It counts as the planner does: what the
/// planner prefers is no mistake.
/// </summary>
public sealed class F2lJudge(F2lPlanner planner)
{
    /// <summary>By how much (relative time, in all) another way has to be better to be told.</summary>
    public const double Margin = 0.5;

    private const double Rounding = 1e-9;

    /// <summary>Judges turns of any kind, made from the hold of the position.</summary>
    /// <param name="start">The position, its cross standing.</param>
    /// <param name="turns">The turns.</param>
    /// <param name="options">By whose hands.</param>
    /// <param name="isWeighed">
    /// Each pair is held against the planner's way (some tens of milliseconds); else only what was done and broken is told.
    /// </param>
    /// <param name="cancel">Stops the searches.</param>
    public F2lJudgement Judge(F2lPosition start, IReadOnlyList<Turn> turns, F2lOptions options, bool isWeighed = true,
        CancellationToken cancel = default)
    {
        // Pairs are weighed by time; the whole is held against the plan that was asked for.
        var byTurns = options.ByTurns ? options : null;
        options = options with { ByTurns = false };
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
        var way = new Own(start, turns, held, seen);
        var (from, looked, best, first) = (0, (Func<Slot, double>?)null, (F2lPlan?)null, (F2lPlan?)null);
        for (var p = 0; p < ends.Count; p++)
        {
            var (to, slots) = ends[p];
            if (isWeighed) best ??= first ??= planner.Plan(start.Pairs, options, cancel: cancel);
            // What is best after a pair is what the next is held against.
            (var pair, looked, best) = JudgeOne(way, from, to, slots, p + 1 < ends.Count ? ends[p + 1].Solved[0] : null, looked, best,
                options, cancel);
            pairs.Add(pair);
            from = to;
        }

        var end = seen[^1];
        var broken = new List<BrokenSlot>();
        if (!end.IsCrossSolved) broken.Add(Broken(null, turns, seen, s => s.IsCrossSolved));
        foreach (var slot in solved.Slots.Where(s => !end.IsSlotSolved(s))) broken.Add(
            Broken(slot, turns, seen, s => s.IsSlotSolved(slot)));
        var planned = isWeighed && end.SolvedSlots.Count == 4 && broken.Count == 0 && start.Pairs.SolvedSlots.Count < 4
            ? byTurns is not null ? planner.Plan(start.Pairs, byTurns, cancel: cancel)
            : first ?? planner.Plan(start.Pairs, options, cancel: cancel) : null;
        return new F2lJudgement(pairs, Htm(turns.Skip(from)), broken, end.SolvedSlots.Others, Htm(turns), options.Hands.Measure(turns),
            planned, start.Hold, options.Hands)
        { Lead = turns.TakeWhile(t => t.Kind == TurnKind.Rotation).Count() };
    }

    /// <summary>An own sequence: the cube after each turn as it is held, and its pieces as they would be seen in the first hold.</summary>
    private sealed record Own(F2lPosition Start, IReadOnlyList<Turn> Turns, CubeState[] Held, F2lState[] Seen)
    {
        /// <summary>How many y quarters the cube is held away from the first hold; none when the base is not down.</summary>
        public int HeldAt(int moment) =>
            Math.Max(0, Array.FindIndex(F2lSolver.AfterY, y => Start.State.Apply(y.Rotation).Hold == Held[moment].Hold));
    }

    private (JudgedPair Pair, Func<Slot, double> Looked, F2lPlan? Onward) JudgeOne(Own way, int from, int to, Slot[] slots, Slot? next,
        Func<Slot, double>? looked, F2lPlan? best, F2lOptions options, CancellationToken cancel)
    {
        Turn[] own = [.. way.Turns.Skip(from).Take(to - from)];
        int length = Htm(own), seen = own.Count(t => t.Kind != TurnKind.Rotation);
        var (before, after) = (way.Seen[from], way.Seen[to]);
        var time = options.Hands.Measure(own);
        var least = planner.Solver.Search.Find(before, new F2lGoal(before.SolvedSlots.With(slots[0])), turns: options.Turns, most: 1,
            cancelled: cancel).Length;
        var rest = best is null || after.SolvedSlots == SlotSet.All ? null
            : planner.Plan(after, options, held: way.HeldAt(to), looked: Looked, cancel: cancel);
        var spent = time ?? length * F2lPlanner.AvoidedTurn;
        var loss = Math.Max(0, spent + (looked?.Invoke(slots[0]) ?? 0) + (rest?.Cost ?? 0) - (best?.Cost ?? double.MaxValue));
        // What is as short as can be is no mistake either, if it is held well: turns are another way to count.
        var isMistake = loss > Margin && best is { Steps.Count: > 0, IsCut: false } && rest?.IsCut != true
            && !IsPlannedByTurns() && (!IsShortest() || spent - QuickestHold(own, options) > Margin);
        return (new JudgedPair(slots, from, to, length, time, least, isMistake ? loss : 0, isMistake ? best!.Steps[0] : null,
            SpareTurns.Rotation(way.Held[0], way.Turns, from, to, options.Hands, isPart: true), next,
            next is { } one ? OutOfView(one) : 0, seen), Looked, rest);

        bool IsShortest()
        {
            var byTurns = options with { ByTurns = true };
            return length + (rest is null ? 0 : planner.Plan(after, byTurns, cancel: cancel).Total)
                <= planner.Plan(before, byTurns, cancel: cancel).Total;
        }

        // Of ways with as many turns the planner takes the hold from which the next pair is seen, though another is quicker by itself.
        // Where no pair is left, nothing is to be seen.
        bool IsPlannedByTurns()
        {
            if (rest is null) return false;
            var byTurns = options with { ByTurns = true };
            return length + (F2lPlanner.LookInTurns * (looked?.Invoke(slots[0]) ?? 0))
                + planner.Plan(after, byTurns, held: way.HeldAt(to), looked: Looked, cancel: cancel).Cost
                <= planner.Plan(before, byTurns, held: way.HeldAt(from), looked: looked, cancel: cancel).Cost + Rounding;
        }

        // What the planner would count for these turns.
        double Looked(Slot pair) => LookAhead.At(after, pair, seen, seen - OutOfView(pair)).Cost;

        int OutOfView(Slot pair) => Enumerable.Range(from, to - from)
            .Count(i => way.Turns[i].Kind != TurnKind.Rotation && !IsInView(way.Held[i + 1], way.Start, pair));
    }

    /// <summary>The least time of the same turns of the cube, from the hold that suits them best.</summary>
    private static double QuickestHold(Turn[] own, F2lOptions options)
    {
        var onCube = HandModel.FaceTurns(own);
        return F2lSolver.AfterY.Select(y => y.Rotation)
            .Min(y => options.Hands.Measure([.. y, .. HandWords.InHold(onCube, y)]) ?? double.PositiveInfinity);
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
