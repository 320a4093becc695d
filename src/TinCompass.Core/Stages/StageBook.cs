using TinCompass.Core.Notation;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Stages;

/// <summary>A method: its stages in the order in which they are solved. A course line has their stops.</summary>
/// <param name="Id">Its stable name: "cfop".</param>
/// <param name="Title">Its name as read.</param>
/// <param name="Stages">The ids of its stages.</param>
public sealed record SolveMethod(string Id, string Title, IReadOnlyList<string> Stages)
{
    /// <summary>Stages that train it without a stop of their own: a cross with its first pair, the looks of two.</summary>
    public IReadOnlyList<string> Beside { get; init; } = [];

    /// <summary>The metric in which its solves are counted: STM where M is turned much.</summary>
    public Metric Metric { get; init; } = Metric.Htm;

    /// <summary>
    /// By how much sooner its stages must stand than those of another method, for each turn of a solve, before the solve is read by it: a
    /// method whose stages come to stand by the way in solves of another one is read only where it is meant.
    /// </summary>
    public double Doubt { get; init; }

    /// <summary>A stage belongs to it.</summary>
    public bool Has(string stage) => Stages.Contains(stage) || Beside.Contains(stage);
}

/// <summary>All stages that a program knows, and the methods they make up.</summary>
public sealed class StageBook
{
    private readonly Dictionary<string, IStage> byId;

    /// <summary>Puts the book together. Throws when two stages or two drills have one name, or a drill carries another stage's.</summary>
    public StageBook(IEnumerable<IStage> stages, IEnumerable<SolveMethod> methods)
    {
        All = [.. stages];
        byId = All.ToDictionary(s => s.Id);
        Methods = [.. methods];
        Drills = new DrillBook(All.SelectMany(s => s.Drills));
        if (Drills.All.FirstOrDefault(d => !byId.ContainsKey(d.Stage)) is { } stray)
            throw new ArgumentException($"the drill {stray.Id} is of no stage", nameof(stages));
    }

    /// <summary>In the order in which they were entered.</summary>
    public IReadOnlyList<IStage> All { get; }

    /// <summary>The methods, the usual one first.</summary>
    public IReadOnlyList<SolveMethod> Methods { get; }

    /// <summary>The drills of all stages.</summary>
    public DrillBook Drills { get; }

    /// <summary>A stage by its name; null when there is none.</summary>
    public IStage? Find(string? id) => byId.GetValueOrDefault(id ?? "");

    /// <summary>A stage by its type; it must be in the book.</summary>
    public T Get<T>()
        where T : IStage => All.OfType<T>().Single();

    /// <summary>The stage of a drill.</summary>
    public IStage StageOf(Drill drill) => byId[drill.Stage];

    /// <summary>
    /// What somebody who solves by a method meets of itself: the stage belongs to that method, or to none at all. A method that is not
    /// known is the usual one.
    /// </summary>
    public bool IsMetIn(string method, string stage) => Find(stage) is not { IsOnlyAsked: true } &&
        ((Method(method) ?? (Methods.Count > 0 ? Methods[0] : null)) is not { } own || own.Has(stage) || !Methods.Any(m => m.Has(stage)));

    /// <summary>A method by its name; null when there is none.</summary>
    public SolveMethod? Method(string? id) => Methods.FirstOrDefault(m => m.Id == id);
}
