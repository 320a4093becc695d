using TinCompass.Core.Cube;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Stages;

/// <summary>Own turns judged against a school's way to the end of its stage, which is as short as that school allows.</summary>
/// <param name="What">What they are: "three middle edges".</param>
/// <param name="Read">All of it as one part; none when it is not done.</param>
/// <param name="Used">HTM of all of it.</param>
/// <param name="School">HTM of the school's way.</param>
/// <param name="Left">HTM that the school's way takes from the end; null when what stood does not.</param>
/// <param name="Mistake">The first turn (from 1) that cost something.</param>
/// <param name="Broken">What does not stand at the end, in a sentence.</param>
/// <param name="Fewest">The fewest turns of any kind, worked out when it is first asked for; null where they are not known.</param>
/// <param name="Told">What its turns do.</param>
public sealed record SchoolJudgement(string What, IReadOnlyList<JudgedPart> Read, int Used, int School, int? Left, int? Mistake,
    string Broken, Lazy<int>? Fewest, IReadOnlyList<StageNote> Told) : StageJudgement
{
    /// <inheritdoc/>
    public override IReadOnlyList<StageNote> Notes => Told;

    /// <inheritdoc/>
    public override bool IsDone => Left == 0;

    /// <inheritdoc/>
    public override int Turns => Used;

    /// <inheritdoc/>
    public override int Best => School;

    /// <inheritdoc/>
    public override int OverBest => Math.Max(0, Used + (Left ?? School) - School);

    /// <inheritdoc/>
    protected override int? Costly => Mistake;

    /// <inheritdoc/>
    public override bool IsBroken => Left is null;

    /// <inheritdoc/>
    public override IReadOnlyList<JudgedPart> Parts => Read;

    /// <inheritdoc/>
    public override IReadOnlyList<string> Hints => IsDone && Fewest is not null && Fewest.Value < Math.Min(Used, School)
        ? [$"By turns of any kind {Fewest.Value} HTM are enough; the school takes {School}."] : [];

    /// <inheritdoc/>
    public override string Verdict => IsBroken ? Broken
        : !IsDone ? $"{Words.Capital(What)} not done; the school takes {Left} HTM from here."
        : $"{Words.Capital(What)} in {Used} HTM" + (Used < School ? $": the school takes {School}."
            : Used == School ? ": the school takes no fewer." : $"; the school takes {School}.");
}

/// <summary>Judges stages that have a school's way from every position at which they begin.</summary>
public static class SchoolJudge
{
    /// <summary>Judges turns from a position, which has to be one at which the stage begins.</summary>
    /// <param name="what">What the stage makes: "three middle edges".</param>
    /// <param name="position">As it is held.</param>
    /// <param name="turns">From that hold, rotations at the beginning included.</param>
    /// <param name="school">The school's way from a position, named in a hold; null where what has to stand does not.</param>
    /// <param name="lost">What stood in one position and does not in another, in words; empty where nothing is.</param>
    /// <param name="fewest">The fewest turns of any kind that do the same; null where they are not known.</param>
    /// <param name="notes">What turns of faces from a position do.</param>
    public static SchoolJudgement Judge(string what, CubeState position, IReadOnlyList<Turn> turns,
        Func<CubeState, (Hold Hold, IReadOnlyList<Turn> Way)?> school, Func<CubeState, CubeState, string> lost, Func<int>? fewest,
        Func<CubeState, IReadOnlyList<Turn>, IReadOnlyList<StageNote>> notes)
    {
        if (school(position) is not { } best) throw new ArgumentException("the stage does not begin here", nameof(position));
        int Cost(int to) => turns.Take(to).Sum(t => Metric.Htm.Cost(t));
        var states = new CubeState[turns.Count + 1];
        states[0] = position;
        for (var i = 0; i < turns.Count; i++) states[i + 1] = states[i].Apply(turns[i]);
        var (end, used, gone) = (school(states[^1]), Cost(turns.Count), lost(position, states[^1]));
        int? rest = end is { } last && gone.Length == 0 ? last.Way.Count : null;
        var lead = turns.TakeWhile(t => t.Kind == TurnKind.Rotation).Count();
        Turn[] own = [.. turns.Skip(lead)];
        return new SchoolJudgement(what, rest == 0 ? [Part()] : [], used, best.Way.Count, rest, Mistake(),
            rest is not null ? "" : gone.Length > 0 ? $"At the end {gone}." : "At the end what the stage begins with does not stand.",
            fewest is null ? null : new Lazy<int>(fewest), own.All(t => t.Kind == TurnKind.Face) ? notes(states[lead], own) : []);

        JudgedPart Part() => new(what, 0, turns.Count, used, best.Way.Count, used <= best.Way.Count ? []
            : FaceTurns.Renamed(best.Way, best.Hold, states[lead].Hold));

        // Where what stood stands again, what was made and what the school takes from there are more than it takes from the beginning.
        int? Mistake()
        {
            if (Math.Max(0, used + (rest ?? best.Way.Count) - best.Way.Count) == 0) return null;
            for (var i = 1; i < states.Length; i++)
                if (lost(position, states[i]).Length == 0 && school(states[i]) is { } at && Cost(i) + at.Way.Count > best.Way.Count)
                    return i;
            return turns.Count;
        }
    }
}
