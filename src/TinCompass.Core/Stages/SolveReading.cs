using TinCompass.Core.Cube;

namespace TinCompass.Core.Stages;

/// <summary>A stage of a solve that was read.</summary>
/// <param name="Stage">The stage.</param>
/// <param name="From">Its first turn, from 0.</param>
/// <param name="To">One past its last turn; the same as <paramref name="From"/> when it stood already: a skip.</param>
/// <param name="IsDone">It is done after it.</param>
/// <param name="Parts">Where parts of it came to stand, such as pairs: one past the turn that did it, one for each part.</param>
public sealed record ReadStage(IStage Stage, int From, int To, bool IsDone, IReadOnlyList<int> Parts)
{
    /// <summary>
    /// The turn that would end it, when the first move of the next stage is this turn and the next one's at once; null when it ends by
    /// itself.
    /// </summary>
    public Turn? Met { get; init; }
}

/// <summary>A solve read into the stages of a method.</summary>
/// <param name="Method">The method it follows.</param>
/// <param name="Focus">The base, and the part where the method begins with one.</param>
/// <param name="Stages">Stage by stage, all of the method's.</param>
/// <param name="IsSolved">The cube is solved at the end.</param>
public sealed record SolveReading(SolveMethod Method, Focus Focus, IReadOnlyList<ReadStage> Stages, bool IsSolved)
{
    /// <summary>A solve whose first stage ends later than in this share of its moves has not begun with it.</summary>
    private const double LatestFirst = 0.5;

    /// <summary>
    /// Nor has one whose second stage, or the first part of it, comes to stand together with all the rest: it only fell into place at the
    /// end. By its parts, as the last of them may be made in one with all that follows.
    /// </summary>
    private const double LatestSecond = 0.93;

    /// <summary>
    /// It is solved by a method that is known: its stages come to stand one after the other. Of planned solves none had its first stage
    /// after 0.22 of its moves, its second after 0.74; of random ones that end solved none before 0.68 and 0.97. One that is not solved is
    /// given the benefit of the doubt.
    /// </summary>
    public bool FollowsMethod => !IsSolved || Stages is not [var first, var second, ..] || Stages[^1].To is not (> 0 and var all)
        || (first.To <= LatestFirst * all && second.Parts.Append(second.To).Min() <= LatestSecond * all);
}

/// <summary>
/// Reads whole solves into stages: a stage ends with the first turn after which it stands, however the cube is held then; what is broken
/// later and put back belongs to the stage that breaks it. The method and the base are those under which the stages stand soonest, counted
/// over all of them, the first one twice: who builds a cross has it long before blocks would be read off, and the other way round. Turns
/// that a stage is not made with as a rule count against it, and so does the doubt of a method (<see cref="SolveMethod.Doubt"/>).
/// Of bases under which they stand as soon, as a block has several, it is the one that is held down then.
/// </summary>
public sealed class SolveReader(StageBook book)
{
    /// <summary>
    /// A stage that never stands counts as so many times the solve: a base with one stage more done is not given up for another whose first
    /// stage happened to stand some turns earlier.
    /// </summary>
    private const int NeverTurns = 2;

    /// <summary>What speaks for the solver's usual method, for each move: where others fit about as well, that one is meant.</summary>
    private const double Usual = 0.3;

    /// <summary>
    /// The same where the solve breaks off: its stages tell little, and a method with fewer stages left seems nearer by
    /// <see cref="NeverTurns"/> for each. So it outweighs three stages.
    /// </summary>
    private const double UsualUnfinished = 3 * NeverTurns;

    /// <summary>
    /// Reads turns from a position by one method, or by the one that fits best. Slips, and a solve that does not end solved, are read as
    /// far as they go.
    /// </summary>
    /// <param name="start">The position.</param>
    /// <param name="turns">The moves.</param>
    /// <param name="method">The method to read by; null for the one that fits best.</param>
    /// <param name="usual">The method that the solver usually solves by; null where it is not known.</param>
    public SolveReading Read(CubeState start, IReadOnlyList<Turn> turns, SolveMethod? method = null, SolveMethod? usual = null)
    {
        var states = new CubeState[turns.Count + 1];
        states[0] = start;
        for (var i = 0; i < turns.Count; i++) states[i + 1] = states[i].Apply(turns[i]);
        SolveMethod[] methods = method is null ? [.. book.Methods] : [method];
        var best = methods.SelectMany(m => book.Find(m.Stages[0])!.Course!.Foci(Faces.AllColors).Select(f => (Method: m, Focus: f)))
            .Select(r => (r.Method, r.Focus, Ends: Ends(r.Method, r.Focus, states, turns)))
            .MinBy(r => (r.Ends[0] + r.Ends.Sum(e => e < states.Length ? e : NeverTurns * states.Length)
                + Unusual(r.Method, r.Ends, states, turns) + (r.Method.Doubt * turns.Count)
                - (r.Method != usual ? 0 : (states[^1].IsSolved ? Usual : UsualUnfinished) * turns.Count), r.Ends[0],
                -r.Ends.Where((e, s) => e < states.Length && book.Find(r.Method.Stages[s])!.Course!.IsDone(states[e], r.Focus)).Count()))!;
        var (stages, from, before) = (new List<ReadStage>(), 0, start);
        for (var s = 0; s < best.Ends.Length; s++)
        {
            var (stage, isDone) = (book.Find(best.Method.Stages[s])!, best.Ends[s] < states.Length);
            var to = isDone ? best.Ends[s] : turns.Count;
            // Two stages end at once: unless the next one was skipped, they meet in one move.
            var met = isDone && s + 1 < best.Ends.Length && best.Ends[s + 1] == to
                ? Met(stage.Course!, best.Focus, states, turns, from, to) : null;
            if (met is { } m) to = m.At;
            var after = met is { Turn: var turn } ? states[to].Apply(turn) : states[to];
            CubeState[] between = from == to ? [before, after] : [before, .. states[(from + 1)..to], after];
            stages.Add(new ReadStage(stage, from, to, isDone, Parts(stage.Course!, best.Focus, between, from)) { Met = met?.Turn });
            (from, before) = (to, after);
        }

        // Turns after all stands, such as a last turn of the cube, belong to the last stage.
        if (from < turns.Count) stages[^1] = stages[^1] with { To = turns.Count };
        return new SolveReading(best.Method, best.Focus, stages, states[^1].IsSolved);
    }

    /// <summary>
    /// For each stage after how many turns it stands for the first time, and all before it; more than there are when it never does. Two
    /// turns of opposite faces that only bring it to where it is done as the cube is held still belong to it: before them it stands, but
    /// for how the cube is held, as R L' is a turn of the middle and of the whole cube.
    /// </summary>
    private int[] Ends(SolveMethod method, Focus focus, CubeState[] states, IReadOnlyList<Turn> turns)
    {
        var (ends, at) = (new int[method.Stages.Count], 0);
        for (var s = 0; s < ends.Length; s++)
        {
            var course = book.Find(method.Stages[s])!.Course!;
            while (at < states.Length && !course.Stands(states[at], focus)) at++;
            if (at + 2 < states.Length && turns[at].Kind == TurnKind.Face && turns[at + 1].Kind == TurnKind.Face
                && turns[at].Face == turns[at + 1].Face.Opposite()
                && !course.IsDone(states[at], focus) && course.IsDone(states[at + 2], focus)) at += 2;
            ends[s] = at;
        }

        return ends;
    }

    private int Unusual(SolveMethod method, int[] ends, CubeState[] states, IReadOnlyList<Turn> turns)
    {
        var (count, from) = (0, 0);
        for (var s = 0; s < ends.Length; s++)
        {
            var to = Math.Min(ends[s], turns.Count);
            count += book.Find(method.Stages[s])!.Course!.Unusual(states[from].Hold, [.. turns.Skip(from).Take(to - from)]);
            from = to;
        }

        return count;
    }

    /// <summary>When each part came to stand, in the positions from the one before the stage to the one that ends it.</summary>
    private static int[] Parts(ICourseStage course, Focus focus, CubeState[] between, int from)
    {
        var (parts, most) = (new List<int>(), course.PartsDone(between[0], focus));
        for (var i = 1; i < between.Length; i++)
            for (var done = course.PartsDone(between[i], focus); most < done; most++) parts.Add(from + i);
        return [.. parts];
    }

    /// <summary>
    /// The first move before the end of a stage instead of which another turn of its layer ends it: what that move is more belongs to the
    /// next stage. Null when there is none.
    /// </summary>
    private static (int At, Turn Turn)? Met(ICourseStage course, Focus focus, CubeState[] states, IReadOnlyList<Turn> turns,
        int from, int to)
    {
        for (var at = from + 1; at < to - 1; at++)
            for (var quarters = 0; quarters < 3; quarters++)
                if (turns[at].Kind != TurnKind.Rotation && Turn.FromIndex((turns[at].Index / 3 * 3) + quarters) is var turn
                    && turn != turns[at] && course.Stands(states[at].Apply(turn), focus)) return (at, turn);
        return null;
    }
}

/// <summary>The times of a solve's turns, stage by stage.</summary>
/// <param name="RecognitionMs">From the last turn before the stage to its first; null for the first stage and for one without
/// turns.</param>
/// <param name="TurningMs">From its first turn to its last.</param>
/// <param name="PausesMs">Gaps within it that are longer than <see cref="LongGap"/> times the solve's middle gap, together.</param>
/// <param name="Pauses">How many they are.</param>
public sealed record StageTimes(int? RecognitionMs, int TurningMs, int PausesMs, int Pauses)
{
    /// <summary>A gap between turns is a pause when it is more than so many times the middle one of the solve.</summary>
    public const double LongGap = 3;

    /// <summary>The middle gap between turns, in ms; 0 where there is none.</summary>
    public static int UsualGap(IReadOnlyList<int> ms)
    {
        int[] gaps = [.. ms.Zip(ms.Skip(1), (a, b) => b - a).Order()];
        return gaps.Length == 0 ? 0 : gaps[gaps.Length / 2];
    }

    /// <summary>
    /// Of stages that were read; <paramref name="ms"/> has the time of each turn, in ms from any beginning, never falling.
    /// </summary>
    public static IReadOnlyList<StageTimes> Of(SolveReading reading, IReadOnlyList<int> ms)
    {
        var usual = UsualGap(ms);
        return [.. reading.Stages.Select(s =>
        {
            if (s.To == s.From) return new StageTimes(null, 0, 0, 0);
            int[] pauses = [.. Enumerable.Range(s.From, s.To - s.From - 1).Select(i => ms[i + 1] - ms[i]).Where(g => g > LongGap * usual)];
            return new StageTimes(
                s.From == 0 ? null : ms[s.From] - ms[s.From - 1], ms[s.To - 1] - ms[s.From], pauses.Sum(), pauses.Length);
        })];
    }
}
