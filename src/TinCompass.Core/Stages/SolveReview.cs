using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Stages;

/// <summary>How a stage of a solve lost something.</summary>
public enum LossKind
{
    /// <summary>Turns over the best that its judge finds.</summary>
    Turns,

    /// <summary>The hands stood still before its first turn.</summary>
    Before,

    /// <summary>The hands stood still between its turns.</summary>
    Within,
}

/// <summary>What a stage lost in one way.</summary>
/// <param name="Stage">The stage.</param>
/// <param name="Kind">How.</param>
/// <param name="Count">Turns over what was needed; pauses.</param>
/// <param name="Ms">Milliseconds; null where the solve has no times.</param>
/// <param name="Sentence">The same in words.</param>
/// <param name="Drill">What trains it; null when nothing does.</param>
public sealed record SolveLoss(IStage Stage, LossKind Kind, int Count, double? Ms, string Sentence, string? Drill);

/// <summary>A stage of a solve that was reviewed.</summary>
/// <param name="Read">Where it stands in the solve.</param>
/// <param name="Turns">Its turns.</param>
/// <param name="Times">Its times; null where the solve has none.</param>
/// <param name="Regrips">How often a hand grips anew in it, by the model of the hands.</param>
/// <param name="Judged">What its own judge says; null where it has no turns, or the cube was not held as it needs.</param>
/// <param name="Losses">What it lost, the dearest first.</param>
public sealed record ReviewedStage(ReadStage Read, IReadOnlyList<Turn> Turns, StageTimes? Times, int Regrips, StageJudgement? Judged,
    IReadOnlyList<SolveLoss> Losses)
{
    /// <summary>
    /// What its judge says, and that its turns paid for themselves where they were more than need be and what followed made up for them.
    /// </summary>
    public IReadOnlyList<string> Hints { get; init; } = [];

    /// <summary>
    /// What would have been better, and turns that it could have been made without; none where its turns paid for themselves. Worked out
    /// when it is first asked for.
    /// </summary>
    public IReadOnlyList<string> Advice => LateAdvice.Value;

    /// <summary>Where the hands stood still, and what was in view then. Worked out when it is first asked for.</summary>
    public IReadOnlyList<SolvePause> Pauses => LatePauses.Value;

    internal Lazy<IReadOnlyList<string>> LateAdvice { get; init; } = new([]);

    internal Lazy<IReadOnlyList<SolvePause>> LatePauses { get; init; } = new([]);
}

/// <summary>
/// A solve against what there was to find. Turns that were too many are charged at the solver's own pace, which is the mean time from one
/// move to the next; a pause is charged with what it is longer than the middle gap between turns.
/// </summary>
/// <param name="Reading">The solve in stages.</param>
/// <param name="Turns">Its turns: two quarter turns of one layer that follow at once are the half turn as which they were meant.</param>
/// <param name="Stages">Stage by stage.</param>
/// <param name="Ms">From the first turn to the last, in ms; null where there are no times.</param>
/// <param name="PaceMs">
/// Milliseconds a move (STM): the mean time from one move to the next within a stage, pauses and rotations left out; null where there are
/// no times.
/// </param>
public sealed record SolveReview(SolveReading Reading, IReadOnlyList<Turn> Turns, IReadOnlyList<ReviewedStage> Stages, int? Ms,
    double? PaceMs)
{
    /// <summary>Relative times that differ by less are the same.</summary>
    private const double Same = 1e-6;

    /// <summary>What cost most of all; null when nothing was lost.</summary>
    public SolveLoss? Worst => Stages.SelectMany(s => s.Losses).OrderByDescending(l => l.Ms ?? l.Count).FirstOrDefault();

    /// <summary>
    /// Reviews a solve: read by a method, or by the one that fits best. <paramref name="timed"/> may have the time of each turn.
    /// </summary>
    public static SolveReview Of(StageBook book, CubeState start, TimedTurns timed, HandModel hands, SolveMethod? method = null,
        SolveMethod? usual = null, CancellationToken cancel = default)
    {
        var (turns, ms) = timed.Joined(timed.Ms is null ? 0 : StageTimes.UsualGap(timed.Ms));
        var states = new CubeState[turns.Count + 1];
        states[0] = start;
        for (var i = 0; i < turns.Count; i++) states[i + 1] = states[i].Apply(turns[i]);
        var runs = SpareTurns.Runs(turns).ToArray();
        var reading = new SolveReader(book).Read(start, turns, method, usual);
        var times = ms is null ? null : StageTimes.Of(reading, ms);
        var gap = ms is null ? 0 : StageTimes.UsualGap(ms);
        var pace = ms is null ? null : Pace(reading, turns, ms, gap);
        int? whole = ms is { Count: > 0 } ? ms[^1] - ms[0] : null;
        return new SolveReview(reading, turns, [.. reading.Stages.Select((part, i) =>
        {
            Turn[] own = [.. turns.Skip(part.From).Take(part.To - part.From)];
            var met = i > 0 ? reading.Stages[i - 1].Met : null;
            var judged = Judge(part, met);
            // More turns for the hands' or the eyes' sake are no loss: where the judge finds no turn that cost something, nothing is
            // charged.
            var over = judged is { IsDone: true, FirstMistake: not null } ? judged.OverBest : 0;
            var isPaid = over > 0 && IsMadeUpFor(part);
            // Whatever follows, moves that are fewer together are lost.
            var lost = isPaid ? Math.Min(over, Spare(part)) : over;
            var losses = Losses(part, lost, times?[i], gap, pace, whole).OrderByDescending(l => l.Ms ?? l.Count);
            return new ReviewedStage(part, own, times?[i], hands.Read(own)?.Regrips ?? 0, judged, [.. losses])
            {
                Hints = [.. isPaid && lost == 0
                    ? [$"{Over(part.Stage, over)}, made up for by what followed: our course from here is no better."]
                    : (string[])[], .. judged?.Hints ?? []],
                LateAdvice = new(() => Advice(part, judged, over, isPaid)),
                LatePauses = new(() => ms is null ? [] : SolvePause.Of(part, met, reading.Focus, turns, ms, states, gap)),
            };
        })], whole, pace);

        IReadOnlyList<string> Advice(ReadStage part, StageJudgement? judged, int over, bool isPaid)
        {
            int[] cuts = [part.From, .. part.Parts.Where(p => p > part.From && p < part.To).Distinct(), part.To];
            string[] said = [.. judged is { IsDone: true, FirstMistake: not null } ? judged.Advice(hands) : [],
                .. SpareIn(part).Select(r => SpareTurns.Say(r, turns, part.From)),
                .. cuts.Zip(cuts.Skip(1), (from, to) => SpareTurns.Rotation(start, turns, from, to, hands)).OfType<SpareRotation>()
                    .Select(s => SpareTurns.Say(s, part.From, hands))];
            // What our course does no better from there on needs no advice; moves that are fewer together are always said.
            return said.Length == 0 || isPaid || (over == 0 && IsMadeUpFor(part))
                ? [.. SpareIn(part).Select(r => SpareTurns.Say(r, turns, part.From))] : said;
        }

        // How many fewer the moves of one layer in a row within this stage could be.
        int Spare(ReadStage part) => SpareIn(part).Where(r => r.From >= part.From).Sum(r => r.To - r.From - (r.Together is null ? 0 : 1));

        // Moves of one layer in a row that end in this stage: our plans join them, where two of their steps meet too.
        IEnumerable<SpareRun> SpareIn(ReadStage part) => runs.Where(r => r.To > part.From && r.To <= part.To);

        // The turns from a stage to the end are as few, or as quick, as those of the course that is planned from there; or those from the
        // stage before, as a move in which the two meet blurs where one ends.
        bool IsMadeUpFor(ReadStage part)
        {
            if (!reading.IsSolved) return false;
            var earlier = reading.Stages.Where(s => s.From < part.From).Select(s => s.From).DefaultIfEmpty(part.From).Max();
            return new[] { part.From, earlier }.Distinct().Any(from => IsAsGood(from, byTurns: true) || IsAsGood(from, byTurns: false));

            bool IsAsGood(int from, bool byTurns)
            {
                Turn[] made = [.. turns.Take(from)];
                var before = start.Apply(made);
                if (reading.Stages.Any(s => s.To <= from && !s.Stage.Course!.IsDone(before, reading.Focus))) return false;
                var options = new CourseOptions(hands, byTurns, false, CourseOptions.UsualBeam) { Arrived = made };
                var course = new CoursePlanner(book).Plan(reading.Method, before, reading.Focus, [], options, cancel);
                // Ours are made as they follow what was made: where they meet it, they are joined with it.
                Turn[] ours = [.. JoinedMoves.Of([made, .. course.Stops.Select(s => s.Turns)]).All];
                return !start.Apply(ours).IsSolved || Cost(turns, byTurns) <= Cost(ours, byTurns) + Same;
            }

            // A solve is weighed as a whole: a grip that costs something earlier may save more later.
            double Cost(IEnumerable<Turn> all, bool byTurns) => byTurns ? all.Sum(t => reading.Method.Metric.Cost(t))
                : hands.Measure(all.SkipWhile(t => t.Kind == TurnKind.Rotation)) ?? double.PositiveInfinity;
        }

        // A move in which two stages meet is judged as the two turns that it is.
        StageJudgement? Judge(ReadStage part, Turn? begun)
        {
            Turn[] own = [.. turns.Skip(part.From).Take(part.To - part.From)];
            Turn[] made = [.. turns.Take(part.From)];
            if (begun is { } first)
            {
                made = [.. made, first];
                own = [.. new Algorithm([first.Inverse, own[0]]).Cancelled().Turns, .. own.Skip(1)];
            }

            if (part.Met is { } last) own = [.. own, last];
            var before = start.Apply(made);
            // Where it follows no method its stages fell into place by chance: nothing is held against them.
            if (own.Length == 0 || !reading.FollowsMethod || part.Stage.Refuses(before, reading.Focus) is not null) return null;
            var judged = part.Stage.Check(before, reading.Focus, own, new CourseOptions(hands, false, false, CourseOptions.UsualBeam)
            {
                Arrived = made,
            }, isKnown: false, cancel);
            // It is solved, but the cube is not held there as the stage is judged: what would be said of it is not so.
            return part.IsDone && !judged.IsDone ? null : judged;
        }
    }

    /// <summary>The mean time from a move to the next one of the same stage; null with fewer than two.</summary>
    private static double? Pace(SolveReading reading, IReadOnlyList<Turn> turns, IReadOnlyList<int> ms, int usual)
    {
        int[] gaps = [.. reading.Stages.SelectMany(s => Enumerable.Range(s.From + 1, Math.Max(0, s.To - s.From - 1)))
            .Where(i => turns[i].Kind != TurnKind.Rotation && turns[i - 1].Kind != TurnKind.Rotation)
            .Select(i => ms[i] - ms[i - 1]).Where(g => g <= StageTimes.LongGap * usual)];
        return gaps.Length == 0 ? null : gaps.Average();
    }

    private static string Over(IStage stage, int over) => $"{stage.Title}: {Words.Turns(over)} over the best";

    private static IEnumerable<SolveLoss> Losses(ReadStage part, int over, StageTimes? times, int gap, double? pace, int? whole)
    {
        var (stage, name) = (part.Stage, Words.Small(part.Stage.Title));
        if (over > 0)
        {
            var lost = over * pace;
            yield return new SolveLoss(stage, LossKind.Turns, over, lost, Over(stage, over) +
                (lost is { } cost ? $", about {Words.Seconds(cost)} s at your {Figure(pace!.Value)} s a move." : "."),
                stage.DrillFor(LossKind.Turns));
        }

        if (times?.RecognitionMs is { } waited && waited > StageTimes.LongGap * gap)
            yield return new SolveLoss(stage, LossKind.Before, 1, waited - gap,
                $"Before the {name} the hands stood still for {Words.Seconds(waited)} s of {Words.Seconds(whole!.Value)} s.",
                stage.DrillFor(LossKind.Before));
        if (times is { Pauses: > 0 and var pauses })
            yield return new SolveLoss(stage, LossKind.Within, pauses, times.PausesMs - (pauses * gap),
                $"Within the {name} the hands stood still for {Words.Seconds(times.PausesMs)} s of {Words.Seconds(whole!.Value)} s" +
                (pauses == 1 ? ", once." : $", {pauses} times."), stage.DrillFor(LossKind.Within));
    }

    private static string Figure(double ms) => (ms / 1000).ToString("0.00", System.Globalization.CultureInfo.InvariantCulture);
}
