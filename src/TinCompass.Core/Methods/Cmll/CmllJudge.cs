using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cmll;

/// <summary>Own corners judged.</summary>
/// <param name="Case">The case it was.</param>
/// <param name="Length">HTM.</param>
/// <param name="Shortest">HTM of the book's shortest, turns of the top before it included.</param>
/// <param name="Does">True when the corners are solved at the end, or turned up where they were not.</param>
/// <param name="IsPlaced">They are solved; else turned up alone, which is only the first of two looks.</param>
/// <param name="Better">A better sequence of the book with orienting after it; null when none is.</param>
/// <param name="Broken">Which blocks do not stand at the end, in a sentence; empty when both do.</param>
/// <param name="Hint">What went wrong, when it can be told; else empty.</param>
public sealed record CmllJudgement(
    CmllCase Case, int Length, int Shortest, bool Does, bool IsPlaced, CmllAhead? Better, string Broken, string Hint) : StageJudgement
{
    /// <summary>What its bursts do.</summary>
    public IReadOnlyList<StageNote> Told { get; init; } = [];

    /// <inheritdoc/>
    public override IReadOnlyList<StageNote> Notes => Told;

    /// <inheritdoc/>
    public override bool IsDone => Does;

    /// <inheritdoc/>
    public override int Turns => Length;

    /// <inheritdoc/>
    public override int Best => Shortest;

    /// <inheritdoc/>
    public override int OverBest => Math.Max(0, Length - Shortest);

    /// <inheritdoc/>
    protected override int? Costly => Better is null ? null : 1;

    /// <inheritdoc/>
    public override StageJudgement AsPlanned() => base.AsPlanned() is CmllJudgement same ? same with { Better = null } : this;

    /// <inheritdoc/>
    public override bool IsBroken => Broken.Length > 0;

    /// <inheritdoc/>
    public override IReadOnlyList<JudgedPart> Parts => Does
        ? [new JudgedPart(Case.Name, 0, 0, Length, Shortest, Better?.Choice.Turns ?? [])] : [];

    /// <inheritdoc/>
    public override IReadOnlyList<string> Advice(HandModel hands) => Better is null ? []
        : [$"{Case.Name}: {string.Join(' ', Better.Choice.Turns)} with the best orienting after it is quicker than yours with the best "
            + $"after it: {CmllPlanner.Say(Better)}."];

    /// <inheritdoc/>
    public override IReadOnlyList<string> Hints => Hint.Length > 0 ? [Hint] : [];

    /// <inheritdoc/>
    public override string Verdict => IsBroken ? Broken
        : !Does ? (Hint.Length > 0 ? Hint : "The top's corners are no further than before.")
        : !IsPlaced ? $"Corners turned up, in {Length} HTM; they are not placed yet."
        : $"Corners done, in {Length} HTM{(Length <= Shortest ? ": the book has none shorter" : $"; the book's shortest has {Shortest}")}.";
}

/// <summary>
/// Judges own corners against the book, with orienting the edges after it: only what another sequence beats in time without being longer
/// is a mistake, so nothing that the planner takes is.
/// </summary>
public static class CmllJudge
{
    /// <summary>Judges turns from where both blocks stand.</summary>
    public static CmllJudgement Judge(CmllTools tools, CmllPlanner planner, CmllPosition start, IReadOnlyList<Turn> turns, HandModel hands)
    {
        Turn[] lead = [.. turns.TakeWhile(t => t.Kind == TurnKind.Rotation)];
        return Read(tools, planner, start, turns, hands) with
        {
            Told = CmllNotes.Of(start.Held.Apply(lead), [.. turns.Skip(lead.Length)]),
        };
    }

    private static CmllJudgement Read(CmllTools tools, CmllPlanner planner, CmllPosition start, IReadOnlyList<Turn> turns, HandModel hands)
    {
        var (c, _) = CmllCases.Of(start.Corners);
        var end = start.Held.Apply(turns);
        var ranked = tools.Rank(start.Corners, hands);
        var shortest = ranked.Count == 0 ? 0 : ranked.Min(r => r.Length);
        var length = CmllPlanner.Htm(turns);
        if (Blocks.Frame(end.Hold, start.Color) is not { } frame || Blocks.Seen(end, frame) is var seen
            && (!Blocks.LeftStands(seen) || !Blocks.RightStands(seen)))
            return new CmllJudgement(c, length, shortest, false, false, null, Broken(end, start.Color), "");
        var after = CmllCorners.Of(Blocks.Seen(end, Blocks.Frame(end.Hold, start.Color)!.Value));
        var isDone = CmllCorners.IsDone(after);
        var isTurned = after.Orientation == 0 && start.Corners.Orientation != 0;
        // What the first of two looks takes at least is not known here: no turn of it is called too many.
        if (!isDone) return new CmllJudgement(c, length, isTurned ? length : shortest, isTurned, false, null, "",
            isTurned ? "" : Hint(c, turns));
        var reading = hands.Measure(turns);
        var made = planner.With(start, new CmllChoice(0, new CmllSequence(turns, start.Corners), turns, reading, 0)
        {
            Weight = CommonAlgorithms.Weight(hands, false),
        }, hands);
        // A common algorithm is never a mistake, whatever the hand model says of it.
        var better = CmllBook.Common.Has(CmllStage.StageId, turns) ? null
            : planner.Ahead(start, hands, byTurns: false).FirstOrDefault(a => a.Beats(made));
        return new CmllJudgement(c, length, shortest, true, true, better, "", "");
    }

    private static string Broken(CubeState end, Color down)
    {
        if (Blocks.Frame(end.Hold, down) is not { } frame) return "At the end the base is at a side.";
        var seen = Blocks.Seen(end, frame);
        string[] missing = [.. Blocks.LeftMissing(seen, frame), .. Blocks.RightMissing(seen, frame)];
        return missing.Length > 6 ? "At the end the blocks do not stand at left and right, the base down."
            : $"At the end the blocks do not stand: {Words.Join(missing)} {(missing.Length == 1 ? "is" : "are")} not at home.";
    }

    /// <summary>What a sequence that leaves the blocks is for.</summary>
    private static string Hint(CmllCase needed, IReadOnlyList<Turn> turns)
    {
        Turn[] bare = [.. turns.SkipWhile(t => t.Letter == 'U')];
        if (CmllCorners.SolvedBy(bare) is not { } solves || CmllCorners.IsDone(solves)) return "";
        var made = CmllCases.Of(solves).Case;
        return made.Id == needed.Id ? "The right sequence from the wrong hold: turn the top until it is seen as the sequence needs it."
            : made.Id == needed.MirrorId ? $"This is for its mirror, {made.Name}; here it is {needed.Name}."
            : $"This is for {made.Name}; here it is {needed.Name}.";
    }
}
