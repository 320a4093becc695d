using TinCompass.Core.Cube;

namespace TinCompass.Core.Practice;

/// <summary>A task to be made: the drill, the wish, and why it is asked.</summary>
public sealed record NextTask(IDrill Drill, DrillWish Wish, AskReason Reason);

/// <summary>Leads a solver through the drills: which task comes next, from all answers so far. Pure.</summary>
public sealed class Course(DrillBook book)
{
    /// <summary>The name of the course that takes what is due from every drill.</summary>
    public const string Today = "today";

    /// <summary>The case under which a drill without cases of its own is scheduled: its level says what is asked.</summary>
    public const string ByLevel = "*";

    /// <summary>The drills.</summary>
    public DrillBook Book => book;

    /// <summary>The mastery of every case of every drill, or of one drill.</summary>
    public IReadOnlyList<Mastery> Masteries(IEnumerable<DrillResult> results, string? drill = null)
    {
        ArgumentNullException.ThrowIfNull(results);
        var drills = book.All.Where(d => drill is null or Today || d.Id == drill).ToArray();
        var byLevel = drills.Where(d => d.Cases.Count == 0).Select(d => d.Id).ToHashSet();
        return Schedule.Follow(
            Interleaved([.. drills.Select(d => d.Cases.Count == 0 ? [ByLevel] : d.Cases)], drills),
            results.Select(r => byLevel.Contains(r.Drill) ? r with { Case = ByLevel } : r));
    }

    /// <summary>The level that a drill has reached: after the last answer given in it.</summary>
    public static int LevelOf(IDrill drill, IEnumerable<DrillResult> results)
    {
        ArgumentNullException.ThrowIfNull(drill);
        return results.LastOrDefault(r => r.Drill == drill.Id) is { } last ? Levels.After(last.Level, drill.Levels, last.Right, last.Ms, last.TargetMs) : 1;
    }

    /// <summary>The next task of a course: of one drill, or what is due today in all of them.</summary>
    public NextTask Next(string course, IReadOnlyList<DrillResult> results, IReadOnlyList<Color> colors, DateTimeOffset now)
    {
        ArgumentNullException.ThrowIfNull(results);
        var last = results.Count > 0 ? results[^1] : null;
        var lastCase = last is null ? ((string, string)?)null : (last.Drill, book.Find(last.Drill)?.Cases.Count == 0 ? ByLevel : last.Case);
        var asked = Schedule.Order(Masteries(results, course), now, lastCase).First();
        var drill = book.Find(asked.Mastery.Drill)!;
        return new NextTask(drill, new DrillWish(LevelOf(drill, results), asked.Mastery.Case == ByLevel ? null : asked.Mastery.Case, colors), asked.Reason);
    }

    /// <summary>The cases of all drills, the first of each, then the second of each, and so on: a newcomer meets every drill soon.</summary>
    private static IEnumerable<(string Drill, string Case)> Interleaved(IReadOnlyList<string>[] cases, IDrill[] drills)
    {
        for (var row = 0; row < cases.Max(c => c.Count); row++)
            for (var d = 0; d < drills.Length; d++)
                if (row < cases[d].Count) yield return (drills[d].Id, cases[d][row]);
    }
}
