using System.Globalization;

namespace TinCompass.Core.Practice;

/// <summary>How well a case is mastered.</summary>
public enum MasteryState
{
    /// <summary>Never asked.</summary>
    New,

    /// <summary>Asked, but not yet right twice with a night between.</summary>
    Learning,

    /// <summary>Right again after an interval.</summary>
    Known,

    /// <summary>Known, and the last three answers were right and quick.</summary>
    Fast,
}

/// <summary>
/// One answer, as far as mastery goes: right or not, after how many ms, within how many it counts as quick, and at which level.
/// </summary>
public sealed record DrillResult(string Drill, string Case, DateTimeOffset At, bool Right, int Ms, int TargetMs, int Level = 1);

/// <summary>
/// A mastery as plain values: counts, the interval that runs, the last answers in ms (empty where wrong) with commas between them.
/// </summary>
public sealed record MasteryMemory(
    int Attempts, int RightCount, int Repetitions, double Ease, double IntervalDays, DateTimeOffset? Since, DateTimeOffset? LastAt,
        string Recent, int QuickInRow);

/// <summary>
/// What is known about one case of a drill. It follows the answers: the intervals between them grow from one day over some days by an ease
/// that follows the quality of the answers, with the response time taken into the quality. A right answer within the target is the best,
/// one slower than twice the target, or than the solver's usual time by half, only just good enough. An answer before half of the interval
/// is over counts as practice: a right one moves nothing.
/// Deterministic: the same answers give the same mastery.
/// </summary>
public sealed record Mastery(string Drill, string Case)
{
    /// <summary>Goes up when the same answers give another mastery than before: what is kept is folded anew then.</summary>
    public const int Version = 1;

    /// <summary>After a wrong answer the case comes again this soon.</summary>
    public static readonly TimeSpan Again = TimeSpan.FromMinutes(10);

    private const double FirstEase = 2.5;
    private const double LeastEase = 1.3;
    private const double FirstDays = 1;
    private const double SecondDays = 3;
    private const double MostDays = 180;
    private static readonly DateTimeOffset Latest = new(9000, 1, 1, 0, 0, 0, TimeSpan.Zero);
    private const int RecentCount = 5;

    /// <summary>Answers so far.</summary>
    public int Attempts { get; private init; }

    /// <summary>Right ones.</summary>
    public int RightCount { get; private init; }

    /// <summary>Right answers in a row, each after its interval.</summary>
    public int Repetitions { get; private init; }

    /// <summary>By how much an interval grows.</summary>
    public double Ease { get; private init; } = FirstEase;

    /// <summary>The interval that runs now, in days.</summary>
    public double IntervalDays { get; private init; }

    /// <summary>When the interval began.</summary>
    public DateTimeOffset? Since { get; private init; }

    /// <summary>When the last answer was given.</summary>
    public DateTimeOffset? LastAt { get; private init; }

    /// <summary>The last answers, newest last: ms when right, null when wrong.</summary>
    public IReadOnlyList<int?> Recent { get; private init; } = [];

    private int QuickInRow { get; init; }

    /// <summary>When it is due again; null while it is new.</summary>
    public DateTimeOffset? Due => Since is { } since ? Attempts > 0 && Repetitions == 0 ? since + Again : since.AddDays(IntervalDays)
        : null;

    /// <summary>The solver's usual time: the median of the recent right answers, in ms.</summary>
    public int? UsualMs => Recent.Where(ms => ms is not null).Order().ToArray() is { Length: > 0 } times ? times[times.Length / 2] : null;

    /// <summary>New, learning, known, fast.</summary>
    public MasteryState State => Attempts == 0 ? MasteryState.New
        : Repetitions < 2 ? MasteryState.Learning
        : QuickInRow >= 3 ? MasteryState.Fast : MasteryState.Known;

    /// <summary>All of it as plain values, to be kept.</summary>
    public MasteryMemory Memory => new(Attempts, RightCount, Repetitions, Ease, IntervalDays, Since, LastAt, string.Join(',', Recent),
        QuickInRow);

    /// <summary>What was kept as <see cref="Memory"/>. Throws <see cref="InvalidDataException"/> when nothing could have been.</summary>
    public static Mastery From(string drill, string name, MasteryMemory memory)
    {
        if (memory.Attempts < 0 || memory.RightCount < 0 || memory.Repetitions < 0 || memory.IntervalDays is not (>= 0 and <= MostDays)
            || memory.Since > Latest || memory.LastAt > Latest || !double.IsFinite(memory.Ease))
            throw new InvalidDataException("no answers lead to such a standing.");
        return new Mastery(drill, name)
        {
            Attempts = memory.Attempts,
            RightCount = memory.RightCount,
            Repetitions = memory.Repetitions,
            Ease = memory.Ease,
            IntervalDays = memory.IntervalDays,
            Since = memory.Since,
            LastAt = memory.LastAt,
            Recent = memory.Attempts == 0 ? [] : [.. memory.Recent.Split(',')
                .Select(ms => ms.Length == 0 ? (int?)null : int.Parse(ms, CultureInfo.InvariantCulture))],
            QuickInRow = memory.QuickInRow,
        };
    }

    /// <summary>The mastery after one more answer. A clock that was set back is taken to stand still.</summary>
    public Mastery After(DrillResult result)
    {
        var at = LastAt is { } last && result.At < last ? last : result.At;
        var quick = result.Right && result.Ms <= result.TargetMs;
        var answered = this with
        {
            Attempts = Attempts + 1,
            RightCount = RightCount + (result.Right ? 1 : 0),
            LastAt = at,
            Recent = [.. Recent.TakeLast(RecentCount - 1), result.Right ? result.Ms : null],
            QuickInRow = quick ? QuickInRow + 1 : 0,
        };
        var early = Repetitions > 0 && at < Since!.Value.AddDays(IntervalDays / 2);
        if (early && result.Right) return answered;
        var quality = Quality(result);
        var ease = Math.Max(LeastEase, Ease + 0.1 - ((5 - quality) * (0.08 + ((5 - quality) * 0.02))));
        if (!result.Right) return answered with { Repetitions = 0, IntervalDays = 0, Ease = ease, Since = at };
        var days = Repetitions switch { 0 => FirstDays, 1 => SecondDays, _ => Math.Min(MostDays, IntervalDays * ease) };
        return answered with { Repetitions = Repetitions + 1, IntervalDays = days, Ease = ease, Since = at };
    }

    /// <summary>SM-2's quality of an answer, 0 to 5.</summary>
    private int Quality(DrillResult result)
    {
        if (!result.Right) return 2;
        if (result.Ms <= result.TargetMs) return 5;
        var slow = result.Ms > 2 * result.TargetMs || (UsualMs is { } usual && result.Ms > 1.5 * usual);
        return slow ? 3 : 4;
    }
}
