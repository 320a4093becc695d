namespace TinCompass.Core.Practice;

/// <summary>Why a case is asked.</summary>
public enum AskReason
{
    /// <summary>Its interval is over.</summary>
    Due,

    /// <summary>It went wrong lately.</summary>
    Weak,

    /// <summary>It is new.</summary>
    New,

    /// <summary>Nothing else is waiting.</summary>
    Ahead,
}

/// <summary>A case to be asked, and why.</summary>
public sealed record Asked(Mastery Mastery, AskReason Reason);

/// <summary>
/// The order in which cases are asked: what is due, the longest overdue against its interval first; then what is new, in the order of the
/// book; then what will be due
/// soonest. Deterministic.
/// </summary>
public static class Schedule
{
    /// <summary>Cases that are still being learnt at one time; only then a new one begins.</summary>
    public const int MostLearning = 6;

    /// <summary>
    /// The mastery of every case, from all answers in order of time. Cases nobody was asked are new; answers to unknown cases are passed
    /// over.
    /// </summary>
    public static IReadOnlyList<Mastery> Follow(IEnumerable<(string Drill, string Case)> cases, IEnumerable<DrillResult> results)
    {
        var order = new List<(string, string)>();
        var all = new Dictionary<(string, string), Mastery>();
        foreach (var name in cases)
            if (all.TryAdd(name, new Mastery(name.Drill, name.Case))) order.Add(name);
        foreach (var result in results)
            if (all.TryGetValue((result.Drill, result.Case), out var mastery)) all[(result.Drill, result.Case)] = mastery.After(result);
        return [.. order.Select(name => all[name])];
    }

    /// <summary>
    /// All cases in the order in which they are to be asked now, without the one that was asked last when there is another.
    /// </summary>
    public static IEnumerable<Asked> Order(IReadOnlyList<Mastery> cases, DateTimeOffset now, (string Drill, string Case)? last = null)
    {
        var open = cases.Where(m => (m.Drill, m.Case) != last).DefaultIfEmpty(cases.Count > 0 ? cases[0] : null).Where(m => m is not null)
            .Select(m => m!).ToArray();
        var due = open.Where(m => m.Due <= now).OrderByDescending(m => Overdue(m, now))
            .Select(m => new Asked(m, m.Repetitions == 0 ? AskReason.Weak : AskReason.Due));
        var fresh = open.Where(m => m.Attempts == 0).Select(m => new Asked(m, AskReason.New));
        var ahead = open.Where(m => m.Due > now).OrderBy(m => m.Due).Select(m => new Asked(m, AskReason.Ahead));
        // While much is being learnt, what went wrong comes again before something new begins.
        var busy = cases.Count(m => m.State == MasteryState.Learning && m.Repetitions == 0) >= MostLearning;
        return busy ? [.. due, .. ahead.Where(a => a.Mastery.Repetitions == 0), .. fresh, .. ahead.Where(a => a.Mastery.Repetitions > 0)]
            : [.. due, .. fresh, .. ahead];
    }

    /// <summary>
    /// What fits into some minutes, in order: due and weak cases first, then new ones, at most a third of the time; each takes as long as
    /// <paramref name="msOf"/> says.
    /// </summary>
    public static IReadOnlyList<Asked> Today(IReadOnlyList<Mastery> cases, DateTimeOffset now, int minutes, Func<Mastery, int> msOf)
    {
        var plan = new List<Asked>();
        double left = minutes * 60_000, forNew = left / 3;
        foreach (var asked in Order(cases, now).Where(a => a.Reason != AskReason.Ahead))
        {
            var ms = msOf(asked.Mastery);
            if (ms > left || (asked.Reason == AskReason.New && ms > forNew)) continue;
            plan.Add(asked);
            left -= ms;
            if (asked.Reason == AskReason.New) forNew -= ms;
        }

        return plan;
    }

    /// <summary>How far over its interval a case is: 1 is a whole interval too late.</summary>
    private static double Overdue(Mastery mastery, DateTimeOffset now)
    {
        var interval = Math.Max(mastery.IntervalDays, Mastery.Again.TotalDays);
        return (now - mastery.Due!.Value).TotalDays / interval;
    }
}
