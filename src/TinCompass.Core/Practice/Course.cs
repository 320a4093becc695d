using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstTwoLayers;

namespace TinCompass.Core.Practice;

/// <summary>A task to be made: the drill, the wish, and why it is asked.</summary>
public sealed record NextTask(IDrill Drill, DrillWish Wish, AskReason Reason);

/// <summary>
/// What a session is made of: a drill's name or "today"; perhaps one family of its cases, perhaps one slot. Written "solve-pair", "solve-pair:BaseUp", "solve-pair:BaseUp:FL", "solve-pair::FL".
/// </summary>
public sealed record CoursePart(string Name, string? Family, Slot? Slot)
{
    /// <summary>Reads a course; null when the slot is none. Whether drill and family are known is for <see cref="Course.Knows"/>.</summary>
    public static CoursePart? Read(string? text)
    {
        var parts = (text ?? "").Split(':');
        Slot? slot = null;
        if (parts.Length > 3) return null;
        if (parts.Length == 3)
        {
            if (!Enum.TryParse<Slot>(parts[2], ignoreCase: true, out var read) || !Enum.IsDefined(read) || char.IsAsciiDigit(parts[2][0])) return null;
            slot = read;
        }

        return new CoursePart(parts[0], parts.Length > 1 && parts[1].Length > 0 ? parts[1] : null, slot);
    }
}

/// <summary>Leads a solver through the drills: which task comes next, from all answers so far. Pure.</summary>
public sealed class Course(DrillBook book)
{
    /// <summary>The name of the course that takes what is due from every drill.</summary>
    public const string Today = "today";

    /// <summary>The case under which a drill without cases of its own is scheduled: its level says what is asked.</summary>
    public const string ByLevel = "*";

    /// <summary>The drills.</summary>
    public DrillBook Book => book;

    /// <summary>True when a course can be practised: "today", a drill, or a part of a drill that has that family; a slot is for drills that have slots.</summary>
    public bool Knows(string? text) => CoursePart.Read(text) is { } part
        && (part.Name == Today ? part.Family is null && part.Slot is null
            : book.Find(part.Name) is { } drill && (part.Family is null || drill.Cases.Any(c => drill.FamilyOf(c) == part.Family)) && (part.Slot is null || drill.HasSlots));

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
        var part = CoursePart.Read(course)!;
        var last = results.Count > 0 ? results[^1] : null;
        var lastCase = last is null ? ((string, string)?)null : (last.Drill, book.Find(last.Drill)?.Cases.Count == 0 ? ByLevel : last.Case);
        var masteries = Masteries(results, part.Name);
        if (part.Family is { } family) masteries = [.. masteries.Where(m => book.Find(m.Drill)!.FamilyOf(m.Case) == family)];
        var asked = Schedule.Order(masteries, now, lastCase).First();
        var drill = book.Find(asked.Mastery.Drill)!;
        return new NextTask(drill, new DrillWish(LevelOf(drill, results), asked.Mastery.Case == ByLevel ? null : asked.Mastery.Case, colors) { Slot = part.Slot }, asked.Reason);
    }

    /// <summary>The cases of all drills, the first of each, then the second of each, and so on: a newcomer meets every drill soon.</summary>
    private static IEnumerable<(string Drill, string Case)> Interleaved(IReadOnlyList<string>[] cases, IDrill[] drills)
    {
        for (var row = 0; row < cases.Max(c => c.Count); row++)
            for (var d = 0; d < drills.Length; d++)
                if (row < cases[d].Count) yield return (drills[d].Id, cases[d][row]);
    }
}
