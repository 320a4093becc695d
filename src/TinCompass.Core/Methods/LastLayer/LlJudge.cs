using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>A step of an own last layer judged.</summary>
/// <param name="Step">What it did.</param>
/// <param name="Case">The case it was.</param>
/// <param name="Turns">Its turns, as written.</param>
/// <param name="Length">HTM.</param>
/// <param name="Time">Relative time; null when a turn is avoided.</param>
/// <param name="Better">
/// A sequence of the book with the best of what it leads to, when both together are quicker than this step with the best of what it led to,
/// by more than the model can err, and not longer; null when there is none.
/// </param>
/// <param name="Shortest">HTM of the book's shortest for what it did, turns of the top included.</param>
public sealed record JudgedLlStep(
    LlStep Step, LlCase Case, IReadOnlyList<Turn> Turns, int Length, double? Time, LlPair? Better, int Shortest);

/// <summary>An own last layer judged.</summary>
/// <param name="Steps">Step by step.</param>
/// <param name="Length">HTM of all of it.</param>
/// <param name="Time">Relative time of all of it.</param>
/// <param name="End">The last layer at the end; null when the first two layers do not stand there.</param>
/// <param name="Hint">What went wrong after the last step, when it can be told: the wrong hold, the mirror; else empty.</param>
/// <param name="Broken">What does not stand at the end, in words.</param>
/// <param name="Held">The position before it, the base down.</param>
/// <param name="Made">Its turns.</param>
/// <param name="Hands">By whose hands.</param>
public sealed record LlJudgement(
    IReadOnlyList<JudgedLlStep> Steps, int Length, double? Time, LlState? End, string Hint, string Broken, CubeState Held,
    IReadOnlyList<Turn> Made, HandModel Hands) : StageJudgement
{
    /// <inheritdoc/>
    public override bool IsDone => Steps.Count > 0 && End is { } end && LlSteps.Far(end) >= LlSteps.Far(Steps[^1].Step.After);

    /// <inheritdoc/>
    public override int Turns => Length;

    /// <summary>HTM of the book's shortest for each of the steps.</summary>
    public override int Best => Steps.Sum(s => s.Shortest);

    /// <inheritdoc/>
    public override int OverBest => Math.Max(0, Length - Best);

    /// <inheritdoc/>
    protected override int? Costly => Steps.FirstOrDefault(s => s.Better is not null) is { } step ? step.Step.From + 1 : null;

    /// <inheritdoc/>
    public override bool IsBroken => End is null;

    /// <summary>Step by step.</summary>
    public override IReadOnlyList<JudgedPart> Parts =>
    [
        .. Steps.Select(s => new JudgedPart(
            s.Step.And is { } and ? $"{LlWords.StopTitle(s.Step.Set)} and {LlWords.StopTitle(and)}" : LlWords.StopTitle(s.Step.Set),
            s.Step.From, s.Step.To, s.Length, s.Shortest, [])
        {
            Notes = LlWords.Notes(s, Hands),
        }),
    ];

    /// <inheritdoc/>
    public override IReadOnlyList<string> Hints => Hint.Length > 0 && Steps.Count > 0 ? [Hint] : [];

    /// <inheritdoc/>
    public override IReadOnlyList<StageNote> Notes
    {
        get
        {
            var lead = Made.TakeWhile(t => t.Kind == TurnKind.Rotation).ToArray();
            return LlNotes.Of(Held.Apply(lead), [.. Made.Skip(lead.Length)]);
        }
    }

    /// <inheritdoc/>
    public override StageJudgement AsPlanned() => base.AsPlanned() is LlJudgement same
        ? same with { Steps = [.. Steps.Select(s => s with { Better = null })] } : this;

    /// <inheritdoc/>
    public override IReadOnlyList<string> Advice(HandModel hands) => [.. Steps.Where(s => s.Better is not null).Select(s =>
        $"{s.Case.Title}: {string.Join(' ', s.Better!.First.AsTurned)} ({s.Better.First.Length} HTM"
        + (s.Better.FirstTime is { } quick ? $", {HandModel.Told(hands, quick)}" : "")
        + $") with the best of what it leads to is quicker than yours ({s.Length} HTM"
        + (s.Time is { } time ? $", {HandModel.Told(hands, time)}" : "") + ") with the best after it.")];

    /// <inheritdoc/>
    public override string Verdict
    {
        get
        {
            if (End is null) return Broken;
            if (Steps.Count == 0) return Hint.Length > 0 ? Hint : "The last layer is no further than before.";
            var done = Words.Join(Steps.Select(s => s.Step.And is null ? LlWords.StopTitle(s.Step.Set)
                : $"{LlWords.StopTitle(s.Step.Set)} and {LlWords.StopTitle(s.Step.And.Value)} at once"));
            if (!IsDone) return $"{Words.Capital(done)} done, and undone again at the end.";
            return $"{Words.Capital(done)} {(End == LlState.Solved ? "done: solved" : "done")}, in {Length} HTM.";
        }
    }
}

/// <summary>
/// Judges an own last layer from a position: what each part of it did, against the book's sequences for the same. What the planner would
/// take is never called a mistake: only a way that another one beats in time without being longer.
/// </summary>
public sealed class LlJudge(LlTools tools)
{
    private readonly LlPlanner planner = new(tools);

    /// <summary>
    /// Judges turns that are made from a position held with the base down. What the solver knows and keeps, and the grip of the turns made
    /// before, are weighed as the planner weighs them.
    /// </summary>
    public LlJudgement Judge(LlPosition position, IReadOnlyList<Turn> turns, HandModel hands, Repertoire? repertoire = null,
        IReadOnlyList<Turn>? arrived = null)
    {
        var steps = LlSteps.Of(position.Held, position.State, turns);
        var own = new Own(turns, steps, hands, repertoire ?? Repertoire.Empty, arrived ?? []);
        var judged = steps.Select((_, i) => Judged(own, i)).ToArray();
        var end = position.Held.Apply(turns);
        var isDown = end.Hold.ColorAt(Face.D) == position.Color;
        var last = isDown ? LlState.Of(end) : null;
        var left = steps.Count > 0 ? steps[^1].After : position.State;
        Turn[] rest = [.. turns.Skip(steps.Count > 0 ? steps[^1].To : 0)];
        return new LlJudgement(
            judged, turns.Sum(t => Metric.Htm.Cost(t)), hands.Measure(turns), last,
            last is not null && rest.Length > 0 ? Hint(left, rest) : "",
            last is not null ? "" : isDown ? "At the end the first two layers do not stand." : "At the end the base is not down.",
            position.Held, turns, hands);
    }

    /// <summary>The whole sequence with its steps.</summary>
    private sealed record Own(IReadOnlyList<Turn> Turns, IReadOnlyList<LlStep> Steps, HandModel Hands, Repertoire Repertoire,
        IReadOnlyList<Turn> Arrived)
    {
        /// <summary>The sides are done in two looks, as far as is known: the first of two may do all by chance.</summary>
        public bool AreSidesInTwo { get; } = Steps.Any(s => s.Set is LlSet.Cpll or LlSet.Epll);

        /// <summary>
        /// The ways in which what follows may be meant to be done: top and sides in one look or two, or, of a solver who is known, as they
        /// know the cases. That way may begin with another set than the step did: the first of two looks may do all by chance.
        /// </summary>
        public IEnumerable<LlOptions> Ways(LlSet set)
        {
            foreach (var topInTwo in set is LlSet.Oll ? (bool[])[false, true] : [set is LlSet.Eoll or LlSet.Ocll])
                foreach (var sidesInTwo in AreSidesInTwo && !set.Orients() ? (bool[])[true] : [false, true])
                    yield return new LlOptions(Hands, OrientsInTwo: topInTwo, PermutesInTwo: sidesInTwo) { Repertoire = Repertoire };
            if (Repertoire != Repertoire.Empty)
                yield return new LlOptions(Hands) { TopAsKnown = true, SidesAsKnown = true, Repertoire = Repertoire };
        }

        public Turn[] From(int from, int to) => [.. Turns.Skip(from).Take(to - from)];

        public (double? Time, int Length) Cost(int from, int to) =>
            (Hands.Measure(From(from, to)), From(from, to).Sum(t => Metric.Htm.Cost(t)));
    }

    private JudgedLlStep Judged(Own own, int number)
    {
        var step = own.Steps[number];
        var (time, length) = own.Cost(step.From, step.To);
        var ranked = tools.Rank(step.Set, step.Before, own.Hands);
        // Only the top was turned home: one turn does it.
        var shortest = ranked.Count == 0 ? 1 : ranked.Min(r => r.Length);
        return new JudgedLlStep(step, LlCases.Of(step.Set, step.Before).Case, own.From(step.From, step.To), length, time,
            ranked.Count == 0 ? null : Better(own, number), shortest);
    }

    /// <summary>
    /// The planner's pair that beats a step with the best of what it led to. A sequence for one look may pass what the first of two looks
    /// would be: two such steps are only beaten when they are as one, too. In how many looks the sides are to be done is not known while
    /// only the top is: then it has to be beaten in both ways.
    /// </summary>
    private LlPair? Better(Own own, int number)
    {
        var step = own.Steps[number];
        // A common algorithm is never a mistake, whatever the hand model says of it.
        if (IsCommon(step, own.From(step.From, step.To))) return null;
        var (first, last) = step.Set switch
        {
            LlSet.Eoll or LlSet.Cpll when number + 1 < own.Steps.Count => (number, number + 1),
            LlSet.Ocll or LlSet.Epll when number > 0 => (number - 1, number),
            _ => (number, number),
        };
        var whole = step with
        {
            Set = step.Set.Orients() ? LlSet.Oll : LlSet.Pll,
            From = own.Steps[first].From,
            To = own.Steps[last].To,
            Before = own.Steps[first].Before,
            After = own.Steps[last].After,
        };
        if (whole.Set.IsDone(whole.After) && first != last && Better(own, whole) is null) return null;
        return Better(own, step);
    }

    private LlPair? Better(Own own, LlStep step)
    {
        LlPair? better = null;
        foreach (var options in own.Ways(step.Set))
        {
            var here = options.After(own.Arrived.Concat(own.From(0, step.From)));
            var did = planner.With(Made(own, step, options), here);
            var found = planner.Ahead(step.Before, here).FirstOrDefault(p => p.Beats(did) && BeatsWhatFollowed(own, step, p));
            if (found is null) return null;
            better ??= found;
        }

        return better;
    }

    /// <summary>
    /// The turns of a step as a choice of the planner's. Of two looks the first is planned alone: what turns the top home comes after it.
    /// </summary>
    private static LlChoice Made(Own own, LlStep step, LlOptions options)
    {
        var (turns, after) = (own.From(step.From, step.To), step.After);
        if (step.Set == LlSet.Pll && options.Next(step.Before) == LlSet.Cpll && turns is [.. var algorithm, { Letter: 'U' } top])
            (turns, after) = (algorithm, after.Turned(4 - top.Quarters));
        return new LlChoice(new LlSequence(turns, step.Before), 0, 0, turns, step.Before.Inverse().Then(after), after, turns,
            own.Hands.Measure(turns), 0)
        {
            Weight = Weight(own, step),
        };
    }

    /// <summary>What its time is multiplied by: of several steps, each as long as it takes.</summary>
    private static double Weight(Own own, LlStep whole)
    {
        var (sum, weighed) = (0.0, 0.0);
        foreach (var step in own.Steps.Where(s => s.From >= whole.From && s.To <= whole.To))
        {
            var time = own.Cost(step.From, step.To).Time ?? 1;
            (sum, weighed) = (sum + time, weighed + (time * CommonAlgorithms.Weight(own.Hands, IsFamiliar(own, step))));
        }

        return sum > 0 ? weighed / sum : CommonAlgorithms.Weight(own.Hands, false);
    }

    /// <summary>Fast solvers turn it, for what it did or for the first of two looks, which may do all by chance.</summary>
    private static bool IsCommon(LlStep step, Turn[] turns) =>
        LlSets.All.Any(s => s.Orients() == step.Set.Orients() && s.Fits(step.Before) && LlBook.Common.Has(s.Id(), turns));

    /// <summary>Fast solvers turn it, or the solver keeps it for the case.</summary>
    private static bool IsFamiliar(Own own, LlStep step)
    {
        var (set, turns) = (step.Set.Id(), own.From(step.From, step.To));
        return IsCommon(step, turns)
            || own.Repertoire.Own(set, LlCases.Of(step.Set, step.Before).Case.Id).Any(o => LlKin.Of(turns, o) == LlKinship.Same);
    }

    /// <summary>Where own turns went on as far as the pair goes, it is better than these too.</summary>
    private static bool BeatsWhatFollowed(Own own, LlStep step, LlPair pair)
    {
        var far = LlSteps.Far((pair.Then ?? pair.First).Result);
        if (own.Steps.FirstOrDefault(s => s.From >= step.From && LlSteps.Far(s.After) >= far) is not { } reached) return true;
        var (time, length) = own.Cost(step.From, reached.To);
        return pair.Length <= length && (time is null || time - pair.Time > HandModel.WorthTelling);
    }

    /// <summary>What a sequence would have done from another hold, or is for.</summary>
    private static string Hint(LlState state, Turn[] turns)
    {
        Turn[] bare = [.. turns.SkipWhile(t => t.Letter == 'U')];
        if (LlState.SolvedBy(bare) is not { } solves || solves.IsSolvedButTop) return "";
        var set = solves.IsOriented ? LlSet.Pll : LlSet.Oll;
        if (!set.Fits(state) || set.IsDone(state)) return "";
        var (needed, made) = (LlCases.Of(set, state).Case, LlCases.Of(set, solves).Case);
        if (needed.Id == made.Id) return "The right sequence from the wrong hold: turn the top until it is seen as the sequence needs it.";
        return needed.MirrorId == made.Id ? $"This is for its mirror, {made.Title}; here it is {needed.Title}."
            : $"This is for {made.Title}; here it is {needed.Title}.";
    }
}
