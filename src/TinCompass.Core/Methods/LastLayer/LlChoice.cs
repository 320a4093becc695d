using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>
/// A sequence used on a last layer as it lies: how the top is turned before it, the sequence, how the top is turned after it, and what two
/// hands need for all of it.
/// </summary>
/// <param name="Sequence">The sequence itself.</param>
/// <param name="Before">Clockwise quarters of the top before it.</param>
/// <param name="After">Clockwise quarters of the top after it; none when something comes after the set.</param>
/// <param name="Turns">All of it, as written.</param>
/// <param name="Effect">What <paramref name="AsTurned"/> does to the solved last layer, seen as the cube is held at its end.</param>
/// <param name="Result">The last layer after it, seen so too.</param>
/// <param name="AsTurned">All of it, as two hands turn it; the base is down at its end.</param>
/// <param name="Time">Relative time of that; null when a turn is avoided.</param>
/// <param name="Regrips">How often a hand grips anew.</param>
public sealed record LlChoice(
    LlSequence Sequence, int Before, int After, IReadOnlyList<Turn> Turns, LlState Effect, LlState Result, IReadOnlyList<Turn> AsTurned,
        double? Time,
        int Regrips)
{
    /// <summary>Quarters of y by which the cube is turned at the end: a rotation among the turns may leave it so.</summary>
    public int CubeTurned { get; init; }

    /// <summary>The solver keeps it for this case.</summary>
    public bool IsOwn { get; init; }

    /// <summary>
    /// What its time is multiplied by where it is ranked: more than 1 for an algorithm that is not common
    /// (<see cref="CommonAlgorithms.Weight"/>).
    /// </summary>
    public double Weight { get; init; } = 1;

    /// <summary>What it is ranked by; null when a turn is avoided.</summary>
    public double? Cost => Time * Weight;

    /// <summary>The same on another last layer of the same look.</summary>
    public LlChoice On(LlState state) => this with { Result = state.SeenAfterY(CubeTurned).Then(Effect) };

    /// <summary>HTM of all of it.</summary>
    public int Length => AsTurned.Sum(t => Metric.Htm.Cost(t));

    /// <summary>STM of all of it.</summary>
    public int SliceLength => AsTurned.Sum(t => Metric.Stm.Cost(t));

    /// <summary>It turns the right side and the left one, however wide.</summary>
    public bool MixesSides => AsTurned.Any(t => t.Letter is 'R' or 'r') && AsTurned.Any(t => t.Letter is 'L' or 'l');

    /// <summary>The letters it is made of, in the usual order: "R U F".</summary>
    public string Letters => Sequence.Turns.Letters();
}

/// <summary>Uses sequences on last layers and ranks them for some hands.</summary>
public static class LlChooser
{
    /// <summary>So many of the quickest are tried in other forms: two tenths of a millisecond each.</summary>
    private const int Rewritten = 8;

    /// <summary>
    /// A sequence of a set on a last layer, with the turn of the top before it that takes least time; null when the sequence is of another
    /// case or the set does not fit.
    /// </summary>
    private static LlChoice? Use(LlSet set, LlState state, LlSequence sequence, HandModel hands)
    {
        LlChoice? best = null;
        foreach (var before in LlState.Quarters)
        {
            var choice = Use(set, state, sequence, before, hands);
            if (choice is not null && (best is null || IsBetter(choice, best))) best = choice;
        }

        return best;
    }

    /// <summary>
    /// The algorithms of a case on a last layer that shows it, the best first: common ones, and others that are clearly quicker.
    /// The quickest of the others are also tried with wide moves, slices and rotations, and shown so where that is quicker by more than
    /// the model can err; a common one is shown as solvers turn it. For left-handers the mirror image of the mirror case's common
    /// algorithms is common as well.
    /// </summary>
    public static IReadOnlyList<LlChoice> Rank(LlState state, LlCase c, LlBook book, HandModel hands)
    {
        var (set, entry) = (c.Set, book[c]);
        var mirrored = hands.Preferences.LeftHanded ? book[LlCases.Find(c.MirrorId)!].Common.Select(Mirrored) : [];
        var common = entry.Common.Concat(mirrored)
            .Select(s => AsWritten(set, state, s, hands)).OfType<LlChoice>();
        var others = InOrder(entry.Sequences.Select(s => Use(set, state, s, hands)).OfType<LlChoice>()).ToArray();
        return [.. InOrder(common.Concat(others.Take(Rewritten).Select(c => AsTurned(state, c, hands))).Concat(others.Skip(Rewritten)))
            .DistinctBy(c => string.Join(' ', c.AsTurned))];
    }

    private static LlSequence Mirrored(LlSequence sequence)
    {
        Turn[] turns = [.. sequence.Turns.Select(t => t.Mirror)];
        return sequence with { Turns = turns, Solves = LlState.SolvedBy(turns)!.Value };
    }

    /// <summary>
    /// A solver's own sequence on a last layer, rotations and all, with the turn of the top before it that takes least time; null when it
    /// is of another case. Turns of the top at its ends are not part of it.
    /// </summary>
    public static LlChoice? Own(LlSet set, LlState state, IReadOnlyList<Turn> turns, HandModel hands)
    {
        Turn[] bare = [.. turns.SkipWhile(t => t.Letter == 'U').Reverse().SkipWhile(t => t.Letter == 'U').Reverse()];
        return LlState.SolvedBy(bare) is not { } solves ? null
            : AsWritten(set, state, new LlSequence(bare, solves), hands) is { } choice ? choice with { IsOwn = true } : null;
    }

    /// <summary>
    /// An algorithm as it is written, rotations and all, with the AUF before it that takes least time; null when it is of another case.
    /// </summary>
    private static LlChoice? AsWritten(LlSet set, LlState state, LlSequence sequence, HandModel hands)
    {
        if (!set.Fits(state) || !set.Keeps(sequence.Solves)) return null;
        LlChoice? best = null;
        foreach (var before in LlState.Quarters)
        {
            Turn[] all = [.. Top(before), .. sequence.Turns];
            var choice = new LlChoice(sequence, before, 0, all, EffectOf(all), state, all, hands.Measure(all), 0)
            {
                CubeTurned = QuartersOf(all),
            }.On(state);
            if (!set.IsDone(choice.Result)) continue;
            if (set is LlSet.Pll or LlSet.Epll && LlState.Quarters.First(
                k => set.Look(choice.Result.Turned(k)) == set.Look(LlState.Solved)) is > 0 and var after)
            {
                all = [.. all, .. Top(after)];
                choice = (choice with { After = after, Turns = all, AsTurned = all, Effect = EffectOf(all), Time = hands.Measure(all) })
                    .On(state);
            }

            if (best is null || IsBetter(choice, best)) best = choice;
        }

        return best is null ? null : best with { Regrips = hands.Read(best.AsTurned)?.Regrips ?? 0 };
    }

    /// <summary>Own sequences among those of the book, the quickest first; what is both is the solver's own.</summary>
    public static IReadOnlyList<LlChoice> Merged(IReadOnlyList<LlChoice> own, IReadOnlyList<LlChoice> ranked) =>
        [.. InOrder(own.Concat(ranked)).DistinctBy(c => string.Join(' ', c.AsTurned))];

    /// <summary>The turn of the top that ends a last layer of which nothing else is left.</summary>
    public static LlChoice TopAlone(LlState state, int quarters, HandModel hands)
    {
        Turn[] turns = [Turn.Of(Face.U, quarters)];
        return new LlChoice(new LlSequence([], LlState.Solved), 0, quarters, turns, LlState.Solved.Turned(quarters),
            state.Turned(quarters), turns, hands.Measure(turns), 0);
    }

    /// <summary>The same as two hands make it in least time.</summary>
    private static LlChoice AsTurned(LlState state, LlChoice choice, HandModel hands)
    {
        if (hands.Quicker(choice.Turns, hands.Read(choice.Turns)) is not { } quicker) return choice;
        // In the middle of a solve a rotation at the beginning is no hold: it costs as any other.
        Turn[] turns = [.. quicker.Turns];
        return hands.Measure(turns) is { } time && (choice.Time is not { } plain || plain - time > HandModel.WorthTelling)
            ? (choice with
            {
                AsTurned = turns,
                Time = time,
                Regrips = quicker.Regrips,
                Effect = EffectOf(turns),
                CubeTurned = QuartersOf(turns),
            }).On(state)
            : choice;
    }

    private static int QuartersOf(IEnumerable<Turn> turns)
    {
        var hold = turns.Aggregate(Hold.Scramble, (h, t) => h.After(t));
        return LlState.Quarters.First(q => q == 0 ? hold == Hold.Scramble : hold == Hold.Scramble.After(Turn.FromLetter(16, q)));
    }

    private static LlState EffectOf(IEnumerable<Turn> turns) =>
        LlState.Of(turns) ?? throw new InvalidOperationException($"{string.Join(' ', turns)} is no sequence of the last layer");

    private static IOrderedEnumerable<LlChoice> InOrder(IEnumerable<LlChoice> choices) =>
        choices.OrderBy(c => c.Cost ?? double.PositiveInfinity).ThenBy(c => c.Length).ThenBy(c => !c.IsOwn)
            .ThenBy(c => c.Sequence.ToString(), StringComparer.Ordinal);

    /// <summary>
    /// What a sequence is read for: how the top is turned so that the set's look is the one it solves, and what is left after it.
    /// </summary>
    private static LlChoice? Use(LlSet set, LlState state, LlSequence sequence, int before, HandModel hands)
    {
        if (!set.Fits(state) || !set.Keeps(sequence.Solves)) return null;
        var turned = state.Turned(before);
        var result = turned.Then(sequence.Solves.Inverse());
        if (!set.IsDone(result)) return null;
        // What comes next has its own turn of the top: only the last of all brings it home.
        var after = set is not (LlSet.Pll or LlSet.Epll) ? 0 : LlState.Quarters
            .First(k => set.Look(result.Turned(k)) == set.Look(LlState.Solved));
        Turn[] turns = [.. Top(before), .. sequence.Turns, .. Top(after)];
        Span<byte> indices = stackalloc byte[turns.Length];
        for (var i = 0; i < turns.Length; i++) indices[i] = (byte)turns[i].Index;
        var can = hands.TryMeasure(indices, out var time, out var regrips);
        var end = result.Turned(after);
        return new LlChoice(sequence, before, after, turns, state.Inverse().Then(end), end, turns, can ? time : null, regrips)
        {
            Weight = CommonAlgorithms.Weight(hands, false),
        };
    }

    private static bool IsBetter(LlChoice one, LlChoice other) =>
        (one.Time ?? double.PositiveInfinity, one.Length, one.Before).CompareTo(
            (other.Time ?? double.PositiveInfinity, other.Length, other.Before)) < 0;

    private static IEnumerable<Turn> Top(int quarters) => quarters == 0 ? [] : [Turn.Of(Face.U, quarters)];
}
