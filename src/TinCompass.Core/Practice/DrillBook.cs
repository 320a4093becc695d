namespace TinCompass.Core.Practice;

/// <summary>The drills of all stages.</summary>
public sealed class DrillBook
{
    private readonly Dictionary<string, Drill> byId;

    /// <summary>Puts the book together. Throws when two drills have one name, now or formerly.</summary>
    public DrillBook(IEnumerable<Drill> drills)
    {
        All = [.. drills];
        byId = All.SelectMany(d => d.Info.FormerIds.Prepend(d.Id).Select(id => (id, d))).ToDictionary(p => p.id, p => p.d);
    }

    /// <summary>In the order in which a newcomer meets them.</summary>
    public IReadOnlyList<Drill> All { get; }

    /// <summary>A drill by its name, now or formerly; null when there is none.</summary>
    public Drill? Find(string? id) => byId.GetValueOrDefault(id ?? "");
}
