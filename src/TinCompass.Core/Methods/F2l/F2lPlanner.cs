using TinCompass.Core.Cube;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.F2l;

/// <summary>In which order pairs are taken.</summary>
public enum F2lOrder
{
    /// <summary>Orders and several solutions of each pair are weighed against each other.</summary>
    Planned,

    /// <summary>Always the cheapest next.</summary>
    Greedy,

    /// <summary>Front-right, back-right, back-left, front-left.</summary>
    Fixed,
}

/// <summary>Why a pair is taken now.</summary>
public enum F2lReason
{
    /// <summary>Nothing else is left.</summary>
    Last,

    /// <summary>No other is cheaper.</summary>
    Cheapest,

    /// <summary>A piece of another pair was stuck in this slot; it is out of every other's slot, and its pair has become cheaper.</summary>
    Frees,

    /// <summary>What is left becomes cheaper by it: the least of the others, all together, is less than before.</summary>
    LeavesLess,

    /// <summary>Always taking the cheapest next would cost more in all.</summary>
    Together,

    /// <summary>It lies behind, where one sees least.</summary>
    BackFirst,

    /// <summary>The plan takes it, though another is cheaper by itself.</summary>
    Planned,

    /// <summary>The order was given.</summary>
    Given,
}

/// <summary>
/// One pair of a plan: its slot and case; the face turns in the letters of the plan's first hold, and as they are made (a y turn may come
/// first, the letters are those of the hold then); the relative time of these alone; why it
/// is taken now, and which pair that concerns.
/// </summary>
/// <param name="Slot">The slot in the plan's first hold.</param>
/// <param name="Case">The case as it then stands.</param>
/// <param name="Turns">Face turns in the first hold.</param>
/// <param name="AsTurned">The same as they are made.</param>
/// <param name="Y">How many y quarters the cube is away from the first hold while they are made.</param>
/// <param name="Time">Relative time; null when it holds a turn that the solver avoids.</param>
/// <param name="Way">What happens in it.</param>
/// <param name="Others">The least HTM of the other pairs that were open, as they then stood.</param>
/// <param name="Reason">Why now.</param>
/// <param name="Concerns">The pair that is freed.</param>
/// <param name="Look">How the next pair's pieces stand meanwhile; null for the last pair.</param>
public sealed record F2lStep(
    Slot Slot, string Case, IReadOnlyList<Turn> Turns, IReadOnlyList<Turn> AsTurned, int Y, double? Time, F2lWay Way,
        IReadOnlyList<(Slot Slot, int Length)> Others, F2lReason Reason, Slot? Concerns, LookAhead? Look)
{
    /// <summary>Length in HTM.</summary>
    public int Length => Turns.Count;

    /// <summary>What always taking the cheapest would cost more, in the units of the plan's cost, where that is the reason.</summary>
    public double Saves { get; init; }

    /// <summary>Turns were counted, not time.</summary>
    public bool IsByTurns { get; init; }
}

/// <summary>
/// All pairs that were open, one after the other. Total in HTM, relative time of all turns made without a stop, and what the eyes add (see
/// <see cref="LookAhead"/>). <paramref name="Cost"/> is what plans are compared by, here and by the judge: the times of the pairs by
/// themselves (or their turns), and what the eyes add.
/// </summary>
public sealed record F2lPlan(IReadOnlyList<F2lStep> Steps, int Total, double? Time, double LookCost, double Cost, bool IsCut)
{
    /// <summary>No plan: the filters leave none.</summary>
    public static F2lPlan None(bool isCut) => new([], 0, null, 0, double.PositiveInfinity, isCut);
}

/// <summary>
/// Plans the pairs by a beam over orders and solutions: a part of a plan is a set of solved slots with the turns that led there; it costs
/// its time (or turns) and what the next pair's pieces cost the eyes. Of each number of
/// solved pairs the cheapest <see cref="DefaultBeam"/> parts are kept. Deterministic.
/// </summary>
public sealed class F2lPlanner(F2lSolver solver, F2lFinds finds)
{
    /// <summary>
    /// Parts that are kept of each number of pairs. Half as many are quicker to plan and cost about a turn more in forty.
    /// </summary>
    public const int DefaultBeam = CourseOptions.UsualBeam;

    /// <summary>
    /// Solutions of a pair that are followed by time, one turn longer ones among them; by turns only the shortest are looked at, and more
    /// of them followed.
    /// </summary>
    private const int Branch = 5;
    private const int BranchByTurns = 16;

    /// <summary>By turns a part costs a tenth of what it costs by time, so the beam is as much wider.</summary>
    private const int WiderByTurns = 4;

    /// <summary>What a unit of look-ahead counts in turns, when turns are asked for: it only decides between equals.</summary>
    internal const double LookInTurns = 0.1;

    private sealed record Part(F2lState State, int Held, int Turns, double Time, double Cost, Part? Before, Slot Slot, PackedTurns Found,
        int Y, double? StepTime)
    {
        /// <summary>Of a plan's beginning: what the eyes cost for each pair during the turns made before it.</summary>
        public Func<Slot, double>? Looked { get; init; }
    }

    /// <summary>The solver beneath.</summary>
    public F2lSolver Solver => solver;

    /// <summary>
    /// Plans all open pairs of a position whose cross stands. When stopped, the plan is what a greedy order gives for the rest, and says
    /// so.
    /// </summary>
    /// <param name="start">The position, the base down.</param>
    /// <param name="options">How, and by whose hands.</param>
    /// <param name="order">In which order pairs are taken.</param>
    /// <param name="beam">Parts that are kept of each number of pairs.</param>
    /// <param name="held">How many y quarters the cube is held away from the hold of the position.</param>
    /// <param name="looked">What the eyes cost for each pair during the turns made before; null: nothing was turned before.</param>
    /// <param name="cancel">Stops the search.</param>
    public F2lPlan Plan(F2lState start, F2lOptions options, F2lOrder order = F2lOrder.Planned, int beam = DefaultBeam, int held = 0,
        Func<Slot, double>? looked = null, CancellationToken cancel = default)
    {
        var first = new Part(start, held, 0, 0, 0, null, default, default, 0, null) { Looked = looked };
        if (order != F2lOrder.Planned) return Finish(OneByOne(first, options, order), options, false, given: order == F2lOrder.Fixed);
        var (best, isCut) = Planned(first, options, beam, cancel);
        // What is planned again on the way, with the whole beam for what is left, is never better than the plan: nobody who follows it
        // will be told so.
        for (var step = 1; !isCut && best is not null && step < Way(best).Count; step++)
        {
            var (again, isStopped) = Planned(Way(best)[step - 1], options, beam, cancel);
            if (!isStopped && again is not null && again.Cost < best.Cost) best = again;
        }

        return Finish(best, options, isCut, given: false);
    }

    /// <summary>
    /// The best plans that end with different positions of the last layer, or holds: of each the turns of its pairs as they are made. Empty
    /// when the filters leave none. Throws when cancelled.
    /// </summary>
    public IReadOnlyList<IReadOnlyList<IReadOnlyList<Turn>>> Ends(F2lState start, F2lOptions options, int beam, int most,
        CancellationToken cancel)
    {
        var (parts, isCut) = Kept(new Part(start, 0, 0, 0, 0, null, default, default, 0, null), options, beam, most, cancel);
        if (isCut) cancel.ThrowIfCancellationRequested();
        return [.. parts.Select(last => Way(last).ConvertAll(Made))];

        static IReadOnlyList<Turn> Made(Part part)
        {
            Span<byte> written = stackalloc byte[PackedTurns.MaxLength + 1];
            return [.. F2lSolver.Write(part.Found, part.Before!.Held, part.Y, written).ToArray().Select(t => Turn.FromIndex(t))];
        }
    }

    /// <summary>The best part that ends the plan; null when the filters leave none.</summary>
    private (Part? Best, bool IsCut) Planned(Part first, F2lOptions options, int beam, CancellationToken cancel)
    {
        var (parts, isCut) = Kept(first, options, beam, 1, cancel);
        return (parts.Count == 0 ? null : parts[0], isCut);
    }

    /// <summary>The best parts that end the plan, so many at most.</summary>
    private (List<Part> Parts, bool IsCut) Kept(Part first, F2lOptions options, int beam, int most, CancellationToken cancel)
    {
        List<Part> parts = [first];
        for (var open = first.State.SolvedSlots.Others.Count; open > 0; open--)
        {
            // Of the last pair only what is asked for counts.
            var next = new Candidates(open == 1 ? most : options.ByTurns ? beam * WiderByTurns : beam);
            // Where one way puts two pairs in, a part is done before the others.
            foreach (var done in parts.Where(p => p.State.SolvedSlots == SlotSet.All)) next.Add(done);
            // What promises most comes first, so that the rest need not be searched.
            foreach (var (part, slot, _) in parts
                .SelectMany(p => p.State.SolvedSlots.Others.Slots.Select(s => (Part: p, Slot: s, Least: Least(p, s, options))))
                .OrderBy(w => w.Least))
            {
                // What was found so far is better than nothing: the best part is finished greedily.
                if (cancel.IsCancellationRequested)
                    return (OneByOne(parts.MinBy(p => p.Cost)!, options, F2lOrder.Greedy) is { } end ? [end] : [], true);
                Follow(part, slot, options, !options.ByTurns, options.ByTurns ? BranchByTurns : Branch, next);
            }

            parts = next.Best();
            if (parts.Count == 0) return ([], false);
        }

        return (parts, false);
    }

    private Part? OneByOne(Part part, F2lOptions options, F2lOrder order)
    {
        while (part.State.SolvedSlots.Others.Slots.ToArray() is { Length: > 0 } open)
        {
            var all = new Candidates(int.MaxValue);
            foreach (var slot in order == F2lOrder.Fixed ? open.Take(1) : open) Follow(part, slot, options, false, 1, all);
            var next = all.Best();
            if (next.Count == 0) return null;
            part = options.ByTurns ? next.OrderBy(p => p.Turns).ThenBy(p => p.Time).First() : next.OrderBy(p => p.Time).First();
        }

        return part;
    }

    /// <summary>
    /// What follows a part when a slot is solved next. What cannot be among the candidates that are kept, by the least that so many turns
    /// take, is not searched.
    /// </summary>
    private void Follow(Part part, Slot slot, F2lOptions options, bool isLonger, int most, Candidates all)
    {
        if (Least(part, slot, options) > all.Limit) return;
        var length = finds.Shortest(solver.Search, part.State, slot, options).Length;
        isLonger = isLonger && length > 0 && Least(part, slot, options, length + 1) <= all.Limit;
        // Several solutions that leave the same position differ only in time.
        foreach (var (turns, time, y) in finds.Ranked(solver.Search, part.State, slot, options, part.Held, isLonger, most))
        {
            var state = part.State;
            for (var i = 0; i < turns.Length; i++) state = state.After(turns.IndexAt(i));
            if (state.SolvedSlots.Count > part.State.SolvedSlots.Count + 1 && IsInTwo(part.State, turns)) continue;
            var spent = time ?? turns.Length * AvoidedTurn;
            all.Add(new Part(state, (part.Held + y) & 3, part.Turns + turns.Length, part.Time + spent,
                Cost(part, slot, options, turns.Length, spent), part, slot, turns, y, time));
        }
    }

    /// <summary>A way that puts in two pairs, one before the other, is a way of the one and then a way of the other.</summary>
    private static bool IsInTwo(F2lState state, PackedTurns turns)
    {
        var solved = state.SolvedSlots;
        for (var i = 0; i < turns.Length - 1; i++)
        {
            state = state.After(turns.IndexAt(i));
            if (state.SolvedSlots.Count > solved.Count && new F2lGoal(solved).IsReached(state)) return true;
        }

        return false;
    }

    /// <summary>The least that a part can cost with one more slot, of so many turns at least.</summary>
    private double Least(Part part, Slot slot, F2lOptions options, int turns = 0)
    {
        turns = Math.Max(turns, solver.Search.Bound(part.State, F2lSolver.Goal(part.State, part.State.SolvedSlots, slot, options)));
        return Cost(part, slot, options, turns, Math.Min(options.Hands.LeastFor(turns), turns * AvoidedTurn));
    }

    /// <summary>What a part costs with one more slot: time or turns, and what the eyes add.</summary>
    private static double Cost(Part part, Slot slot, F2lOptions options, int turns, double time)
    {
        // While the pair before was turned, the eyes looked for this one.
        var look = part.Before is null ? part.Looked?.Invoke(slot) ?? 0 : LookAhead.Of(part.Before.State, part.Found, slot, part.Held).Cost;
        return part.Cost + (options.ByTurns ? turns + (LookInTurns * look) : time + look);
    }

    /// <summary>
    /// The parts that may be kept: of those with the same slots in the same hold by the same position the cheapest, and of all the cheapest
    /// <paramref name="width"/>.
    /// </summary>
    private sealed class Candidates(int width)
    {
        private readonly Dictionary<(F2lState State, int Held), Part> parts = [];
        private double limit = double.PositiveInfinity;
        private bool isLower;

        /// <summary>What costs more is not kept.</summary>
        public double Limit
        {
            get
            {
                if (parts.Count < width) return double.PositiveInfinity;
                if (isLower) (limit, isLower) = (parts.Values.Select(p => p.Cost).Order().ElementAt(width - 1), false);
                return limit;
            }
        }

        public void Add(Part part)
        {
            if (parts.TryGetValue((part.State, part.Held), out var known) && known.Cost <= part.Cost) return;
            parts[(part.State, part.Held)] = part;
            isLower |= part.Cost < limit;
        }

        /// <summary>The cheapest first.</summary>
        public List<Part> Best() => [.. parts.Values.OrderBy(p => p.Cost).ThenBy(p => p.Turns).Take(width)];
    }

    /// <summary>What a turn counts in a sequence that the solver cannot make as it is.</summary>
    internal const double AvoidedTurn = 10;

    /// <summary>The parts that lead to one, each with a slot more.</summary>
    private static List<Part> Way(Part last)
    {
        var way = new List<Part>();
        for (var part = last; part.Before is not null; part = part.Before) way.Add(part);
        way.Reverse();
        return way;
    }

    private F2lPlan Finish(Part? last, F2lOptions options, bool isCut, bool given)
    {
        if (last is null) return F2lPlan.None(isCut);
        var way = Way(last);
        var (steps, all, look) = (new List<F2lStep>(), new List<byte>(), 0.0);
        Span<byte> written = stackalloc byte[PackedTurns.MaxLength + 1];
        for (var i = 0; i < way.Count; i++)
        {
            var (part, before) = (way[i], way[i].Before!);
            var made = F2lSolver.Write(part.Found, before.Held, part.Y, written).ToArray();
            all.AddRange(made);
            var seen = i + 1 < way.Count ? LookAhead.Of(before.State, part.Found, way[i + 1].Slot, part.Held) : (LookAhead?)null;
            look += seen?.Cost ?? 0;
            var solved = before.State.SolvedSlots;
            var others = solved.With(part.Slot).Others.Slots.Select(
                s => (s, finds.Shortest(solver.Search, before.State, s, options).Length))
                .ToArray();
            var (reason, concerns, saves) = given ? (F2lReason.Given, null, 0) : Why(part, before, others, last.Cost, options);
            steps.Add(new F2lStep(
                part.Slot, F2lCases.IdOf(before.State, part.Slot), part.Found.ToArray(), [.. made.Select(t => Turn.FromIndex(t))],
                    part.Held, part.StepTime,
                new F2lTrace(before.State, part.Slot, solved, part.Found.ToArray()).Way, others, reason, concerns, seen)
            {
                Saves = saves,
                IsByTurns = options.ByTurns,
            });
        }

        var canTurn = options.Hands.TryMeasure([.. all], out var time, out _);
        return new F2lPlan(steps, last.Turns, canTurn ? time : null, look, last.Cost, isCut);
    }

    /// <summary>Why a pair is taken now: each reason is looked up, none is what is left when no other fits.</summary>
    private (F2lReason Reason, Slot? Concerns, double Saves) Why(Part part, Part before, (Slot Slot, int Length)[] others, double cost,
        F2lOptions options)
    {
        if (others.Length == 0) return (F2lReason.Last, null, 0);
        if (others.All(o => o.Length >= part.Found.Length)) return (F2lReason.Cheapest, null, 0);
        var after = others.ToDictionary(o => o.Slot, o => finds.Shortest(solver.Search, part.State, o.Slot, options).Length);
        foreach (var (slot, length) in others)
            if (StuckIn(before.State, slot).Has(part.Slot) && StuckIn(part.State, slot).Count == 0 && after[slot] < length)
                return (F2lReason.Frees, slot, 0);
        if (after.Values.Sum() < others.Sum(o => o.Length)) return (F2lReason.LeavesLess, null, 0);
        if (OneByOne(before, options, F2lOrder.Greedy) is { } greedy && greedy.Cost - cost >= LeastSaving)
            return (F2lReason.Together, null, greedy.Cost - cost);
        // Behind as the cube was held.
        var behind = SlotPlaces.Faces(part.Slot).Any(f => F2lSolver.FaceAfterY(f, before.Held) == Face.B);
        return (behind ? F2lReason.BackFirst : F2lReason.Planned, null, 0);
    }

    /// <summary>The least that is worth saying, in the units of a plan's cost.</summary>
    private const double LeastSaving = 0.05;

    /// <summary>The slots, not their own, in which the pieces of a pair stand.</summary>
    private static SlotSet StuckIn(F2lState state, Slot pair)
    {
        var set = SlotSet.None;
        if (SlotPlaces.Of(CornerStickers.Place(state.CornerOf(pair))) is { } corner && corner != pair) set = set.With(corner);
        if (SlotPlaces.Of(EdgeStickers.Place(state.EdgeOf(pair))) is { } edge && edge != pair) set = set.With(edge);
        return set;
    }
}
