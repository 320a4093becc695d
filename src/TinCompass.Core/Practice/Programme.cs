using System.Collections.Concurrent;
using TinCompass.Core.Cube;

namespace TinCompass.Core.Practice;

/// <summary>A task to be made: the drill, the wish, and why it is asked.</summary>
public sealed record NextTask(Drill Drill, DrillWish Wish, AskReason Reason);

/// <summary>
/// What a session is made of: a drill's name or "today"; perhaps one family of its cases, perhaps one part of the cube. Written
/// "f2l.solve-pair", "f2l.solve-pair:BaseUp",
/// "f2l.solve-pair:BaseUp:FL", "f2l.solve-pair::FL".
/// </summary>
public sealed record ProgrammePart(string Name, string? Family, string? Part)
{
    /// <summary>
    /// Reads a programme; null when it has too many parts. Whether drill, family and part are known is for <see cref="Programme.Find"/>.
    /// </summary>
    public static ProgrammePart? Read(string? text) => (text ?? "").Split(':') switch
    {
        [var name] => new(name, null, null),
        [var name, var family] => new(name, family.Length > 0 ? family : null, null),
        [var name, var family, { Length: > 0 } part] => new(name, family.Length > 0 ? family : null, part),
        _ => null,
    };

    /// <summary>As it is written.</summary>
    public override string ToString() => Part is not null ? $"{Name}:{Family}:{Part}" : Family is not null ? $"{Name}:{Family}" : Name;
}

/// <summary>
/// How a solver stands: the mastery of every case of every drill, the level reached in each drill, and the case that was asked last.
/// </summary>
/// <param name="Masteries">By drill and case.</param>
/// <param name="LevelOf">The level of a drill by its name; 1 where it has none.</param>
/// <param name="Last">Drill and case of the last answer.</param>
public sealed record Standing(IReadOnlyList<Mastery> Masteries, Func<string, int> LevelOf, (string Drill, string Case)? Last);

/// <summary>Leads a solver through the drills: which task comes next, from how they stand. Pure.</summary>
public sealed class Programme(DrillBook book)
{
    /// <summary>The programme that takes what is due from every drill.</summary>
    public const string Today = "today";

    /// <summary>The case under which a drill without cases of its own is scheduled: its level says what is asked.</summary>
    public const string ByLevel = "*";

    private readonly ConcurrentDictionary<string, IReadOnlyList<(string Drill, string Case)>> casesOf = new();

    /// <summary>The drills.</summary>
    public DrillBook Book => book;

    /// <summary>
    /// The programme that is meant, with the drill's name of now; null when it cannot be practised. It can when it is "today", a drill, or
    /// a part of a drill that has that family
    /// and that part of the cube.
    /// </summary>
    public ProgrammePart? Find(string? text)
    {
        if (ProgrammePart.Read(text) is not { } part) return null;
        if (part.Name == Today) return part.Family is null && part.Part is null ? part : null;
        if (book.Find(part.Name) is not { } drill) return null;
        var isKnown = (part.Family is null || drill.Cases.Any(c => drill.FamilyOf(c) == part.Family))
            && (part.Part is null || drill.KnowsPart(part.Part));
        return isKnown ? part with { Name = drill.Id } : null;
    }

    /// <summary>The case under which an answer counts.</summary>
    public static string CaseOf(Drill drill, string name) => drill.Cases.Count == 0 ? ByLevel : name;

    /// <summary>
    /// All cases of all drills, or of one, new: the first of each drill, then the second of each, and so on, so that a newcomer meets every
    /// drill soon.
    /// </summary>
    public IReadOnlyList<(string Drill, string Case)> Cases(string? drill = null) => casesOf.GetOrAdd(drill ?? Today, Listed);

    private (string Drill, string Case)[] Listed(string drill)
    {
        var drills = book.All.Where(d => drill == Today || d.Id == drill).ToArray();
        IReadOnlyList<string>[] cases = [.. drills.Select(d => d.Cases.Count == 0 ? [ByLevel] : d.Cases)];
        return [.. Enumerable.Range(0, cases.Max(c => c.Count)).SelectMany(row => Enumerable.Range(0, drills.Length)
            .Where(d => row < cases[d].Count).Select(d => (drills[d].Id, cases[d][row])))];
    }

    /// <summary>
    /// Masteries in the order of <see cref="Cases"/>, the cases of each drill among themselves as they are best learnt by a solver who
    /// stands so: of what is new the first comes first.
    /// </summary>
    public IReadOnlyList<Mastery> InOrderOfLearning(IReadOnlyList<Mastery> masteries)
    {
        var ordered = masteries.ToArray();
        foreach (var group in masteries.Select((m, i) => (Mastery: m, At: i)).GroupBy(m => m.Mastery.Drill))
        {
            if (book.Find(group.Key) is not { Cases.Count: > 0 } drill || group.All(g => g.Mastery.Attempts > 0)) continue;
            var order = drill.InOrderOfLearning(group.Where(g => g.Mastery.State is MasteryState.Known or MasteryState.Fast)
                .Select(g => g.Mastery.Case).ToHashSet());
            if (ReferenceEquals(order, drill.Cases)) continue;
            var byCase = group.ToDictionary(g => g.Mastery.Case, g => g.Mastery);
            foreach (var (name, (_, at)) in order.Zip(group)) ordered[at] = byCase[name];
        }

        return ordered;
    }

    /// <summary>
    /// How a solver stands, folded from all answers in order of time. What is kept between answers must be equal to this.
    /// </summary>
    public Standing Fold(IEnumerable<DrillResult> results)
    {
        var levels = new Dictionary<string, int>();
        (string, string)? last = null;
        var masteries = Schedule.Follow(Cases(), results.Select(Counted).Where(r => r is not null).Select(r => r!));
        return new Standing(masteries, id => levels.GetValueOrDefault(id, 1), last);

        DrillResult? Counted(DrillResult result)
        {
            if (book.Find(result.Drill) is not { } drill) return null;
            levels[drill.Id] = Levels.After(result.Level, drill.Levels, result.Right, result.Ms, result.TargetMs);
            last = (drill.Id, CaseOf(drill, result.Case));
            return result with { Drill = drill.Id, Case = CaseOf(drill, result.Case) };
        }
    }

    /// <summary>
    /// What a solver is asked today of all drills: what was practised before, and what is new of the drills they want.
    /// </summary>
    public IEnumerable<Mastery> Wanted(Standing standing, Func<Drill, bool> wants)
    {
        var wanted = book.All.Where(wants).Select(d => d.Id).ToHashSet();
        return standing.Masteries.Where(m => m.Attempts > 0 || wanted.Contains(m.Drill));
    }

    /// <summary>
    /// The next task of a programme: of one drill, or what is due today in all of them; new cases then only of drills that are wanted.
    /// </summary>
    public NextTask Next(ProgrammePart part, Standing standing, IReadOnlyList<Color> colors, DateTimeOffset now,
        Func<Drill, bool>? wants = null)
    {
        var masteries = part.Name == Today ? Wanted(standing, wants ?? (_ => true)) : standing.Masteries.Where(
            m => m.Drill == part.Name
            && (part.Family is null || book.Find(m.Drill)!.FamilyOf(m.Case) == part.Family)
            && (part.Part is null || book.Find(m.Drill)!.AsksIn(part.Part, m.Case)));
        var asked = Schedule.Order([.. masteries], now, standing.Last).First();
        var drill = book.Find(asked.Mastery.Drill)!;
        var wish = new DrillWish(standing.LevelOf(drill.Id), asked.Mastery.Case == ByLevel ? null : asked.Mastery.Case, colors, part.Part);
        return new NextTask(drill, wish, asked.Reason);
    }
}
