using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Practice;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.GoodFirst;

/// <summary>An own sequence for one or more pairs by three faces: as pairs are judged, and whether the edges are good at its end.</summary>
/// <param name="Pairs">As pairs by these faces.</param>
/// <param name="Bad">So many edges are bad at its end.</param>
/// <param name="Turned">The turn (from 1) after which they are; null when none is.</param>
public sealed record ThreeFacesJudgement(F2lJudgement Pairs, int Bad, int? Turned) : StageJudgement
{
    /// <inheritdoc/>
    public override bool IsDone => Pairs.IsDone && Bad == 0;

    /// <inheritdoc/>
    public override int Turns => Pairs.Turns;

    /// <inheritdoc/>
    public override int Best => Pairs.Best;

    /// <inheritdoc/>
    public override int OverBest => Pairs.OverBest;

    /// <inheritdoc/>
    protected override int? Costly => Turned is { } turn ? Math.Min(turn, Pairs.FirstMistake ?? turn) : Pairs.FirstMistake;

    /// <inheritdoc/>
    public override bool FindsFault => base.FindsFault || Pairs.FindsFault;

    /// <inheritdoc/>
    public override StageJudgement AsPlanned() => base.AsPlanned() is ThreeFacesJudgement same
        ? same with { Pairs = (F2lJudgement)Pairs.AsPlanned() } : this;

    /// <inheritdoc/>
    public override bool IsBroken => Bad > 0 || Pairs.IsBroken;

    /// <inheritdoc/>
    public override string Verdict => Bad == 0 ? Pairs.Verdict
        : $"{Pairs.Verdict} From turn {Turned} on edges are turned over: {GoodNotes.Left(Bad)} bad at the end.";

    /// <inheritdoc/>
    public override IReadOnlyList<string> Advice(HandModel hands) => Pairs.Advice(hands);
}

/// <summary>Four pairs by turns of U, R and L.</summary>
public sealed class ThreeFacesStage(F2lStage pairs) : IStage
{
    /// <summary>Its stable name.</summary>
    public const string StageId = "threefaces";

    private readonly ThreeFacesCourse course = new(pairs);

    /// <inheritdoc/>
    public string Id => StageId;

    /// <inheritdoc/>
    public string Title => "Pairs by three faces";

    /// <inheritdoc/>
    public IReadOnlyList<TableKind> Tables => pairs.Tables;

    /// <inheritdoc/>
    public IReadOnlyList<Drill> Drills => [];

    /// <inheritdoc/>
    public ICourseStage? Course => course;

    /// <summary>What is lost at pairs is trained there.</summary>
    public string? DrillFor(LossKind loss) => pairs.DrillFor(loss);

    /// <inheritdoc/>
    public StageRefusal? Refuses(CubeState position, Focus focus) =>
        GoodHold.Standing(position, focus.Base, withCross: true) is null ? GoodStartStage.NotGood(position, focus.Base)
            : course.Stands(position, focus)
                ? new StageRefusal("all-solved", "All four pairs stand already: there is nothing to judge.") : null;

    /// <inheritdoc/>
    public StageJudgement Judge(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options,
        CancellationToken cancel = default)
    {
        if (GoodHold.Standing(position, focus.Base, withCross: true) is not { } start
            || !F2lPosition.TryRead(start.Held, focus.Base, out var read, out _))
            throw new ArgumentException(GoodStartStage.NotGood(position, focus.Base).Message, nameof(position));
        // Moves are made from the hold of the position; the rotation that brings it where it is meant may be the first of them.
        var lead = start.Rotation.Count;
        Turn[] own = lead > 0 && turns.Take(lead).SequenceEqual(start.Rotation) ? [.. turns.Skip(lead)]
            : [.. start.Rotation.Reverse().Select(t => t.Inverse), .. turns];
        var judged = new F2lJudge(pairs.Tools.NewPlanner()).Judge(read, own,
            new F2lOptions(options.Hands, options.ByTurns, NoRotation: true, Faces: ThreeFacesCourse.Faces), cancel: cancel);
        var sides = ThreeFacesCourse.Good(position, focus);
        var bad = ThreeFacesCourse.Turned(position.Apply(turns), focus, sides);
        return new ThreeFacesJudgement(judged, bad, bad == 0 ? null : From());

        int From()
        {
            var last = turns.Count;
            while (last > 0 && ThreeFacesCourse.Turned(position.Apply(turns.Take(last - 1)), focus, sides) > 0) last--;
            return Math.Max(last, 1);
        }
    }
}
