using TinCompass.Core.Hands;

namespace TinCompass.Core.Stages;

/// <summary>
/// An own sequence judged by a stage: the figures that every stage has, and that the log keeps. What else a stage has to say stands in its
/// own record.
/// </summary>
public abstract record StageJudgement
{
    /// <summary>The stage, or the part of it that was begun, is done and nothing that stood is lost.</summary>
    public abstract bool IsDone { get; }

    /// <summary>HTM used.</summary>
    public abstract int Turns { get; }

    /// <summary>Least HTM for the same.</summary>
    public abstract int Best { get; }

    /// <summary>HTM over the best; with the best continuation when it is not done.</summary>
    public abstract int OverBest { get; }

    /// <summary>The first turn (from 1) that cost something; null when none did, and where our own plan is not better.</summary>
    public int? FirstMistake => IsAsPlanned ? null : Costly;

    /// <summary>The first turn (from 1) that cost something beside what the stage's judge looks at; null when none did.</summary>
    protected abstract int? Costly { get; }

    /// <summary>Something of it is called worse than our plan: a mistake, or moves over it.</summary>
    public virtual bool FindsFault => FirstMistake is not null;

    /// <summary>It is our own plan, or no worse in what that plan is made by.</summary>
    public bool IsAsPlanned { get; private init; }

    /// <summary>The same without a mistake: it is as good as our own plan.</summary>
    public virtual StageJudgement AsPlanned() => this with { IsAsPlanned = true };

    /// <summary>In one sentence.</summary>
    public abstract string Verdict { get; }

    /// <summary>Something that stood before does not stand at the end.</summary>
    public virtual bool IsBroken => false;

    /// <summary>Part by part, where the stage cuts an own sequence.</summary>
    public virtual IReadOnlyList<JudgedPart> Parts => [];

    /// <summary>HTM and relative time of our own plan for all that was done; null where it is not told.</summary>
    public virtual (int Turns, double? Time)? OurPlan => null;

    /// <summary>What else there is to say, a sentence each.</summary>
    public virtual IReadOnlyList<string> Hints => [];

    /// <summary>
    /// What would have been better, a sentence each, by somebody's hands; empty where nothing of it was a mistake. As a rule the parts that
    /// took more than the fewest, with one way that takes those.
    /// </summary>
    public virtual IReadOnlyList<string> Advice(HandModel hands) => FirstMistake is null ? []
        : [.. Parts.Where(p => p.Over > 0 && p.Better.Count > 0).Select(p =>
            $"{Words.Capital(p.Title)}: {p.Used} {PartMetric}, {p.Least} do: {string.Join(' ', p.Better)}.")];

    /// <summary>What its turns do, those after the rotations at its beginning; empty where nothing is told.</summary>
    public virtual IReadOnlyList<StageNote> Notes => [];

    /// <summary>What the turns of <see cref="Parts"/> are counted in.</summary>
    public virtual string PartMetric => "HTM";
}
