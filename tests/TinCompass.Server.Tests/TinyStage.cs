using System.CommandLine;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Server.Tests;

/// <summary>A stage of the tests' own: the top layer alone is turned, and is turned back. It stands in no list of the house.</summary>
internal sealed class TinyStage : IStage
{
    public string Id => "dial";

    public string Title => "Dial";

    public IReadOnlyList<TableKind> Tables => [];

    public IReadOnlyList<Drill> Drills { get; } = [new TurnTheTop()];

    public IReadOnlyList<StageHabit> Habits { get; } = [];

    public StageRefusal? Refuses(CubeState position, Focus focus) =>
        TurnTheTop.TurnsOf(position) is null ? new StageRefusal("not-a-dial", "More than the top layer is turned.") : null;

    public StageJudgement Judge(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options,
        CancellationToken cancel = default) =>
        new Judged(position.Apply(turns).Upright() == CubeState.Solved, turns.Count);

    /// <summary>Its verb on the command line: one line in, one line out.</summary>
    public static Command Verb(TableShelf shelf)
    {
        var verb = new Command("dial", "Turns the top layer back.");
        verb.SetAction(parsed => parsed.InvocationConfiguration.Output.WriteLine(
            TurnTheTop.TurnsOf(CubeState.Solved.Apply(Algorithm.Parse("U").Turns))));
        return verb;
    }

    private sealed record Judged(bool IsDone, int Turns) : StageJudgement
    {
        public override bool IsDone { get; } = IsDone;

        public override int Turns { get; } = Turns;

        public override int Best => 1;

        public override int OverBest => Turns - Best;

        protected override int? Costly => null;

        public override string Verdict => IsDone ? "Turned back." : "Not yet.";
    }
}

/// <summary>Its only drill.</summary>
internal sealed class TurnTheTop() : Drill(
    new DrillInfo("dial.turn-back", "Turn it back", "The top is turned; say how it goes back.", AnswerKind.Choice,
    3_000)
    { Cases = ["once", "twice"] })
{
    private static readonly string[] Ways = ["U", "U2", "U'"];

    /// <summary>The turn that solves a position in which only the top is turned; null for any other.</summary>
    public static string? TurnsOf(CubeState position) =>
        Ways.FirstOrDefault(w => position.Apply(Algorithm.Parse(w).Turns) == CubeState.Solved);

    public override string CaseTitle(string name) => $"turned {name}";

    public override DrillTask Make(DrillWish wish, int seed)
    {
        var name = wish.Case ?? Info.Cases[seed % 2];
        var position = CubeState.Solved.Apply(Algorithm.Parse(name == "twice" ? "U2" : seed % 2 == 0 ? "U" : "U'").Turns);
        return new DrillTask(Id, wish, seed, name, position, new Focus(wish.Colors[0]), [
            ], "How does the top go back?", AnswerKind.Choice, [.. Ways.Select(w => new DrillOption(w, w))])
        {
            TargetMs = Info.TargetMs,
        };
    }

    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var best = TurnsOf(task.Position)!;
        var right = answer.Chosen is [var chosen] && chosen == best;
        return new DrillVerdict(right, right ? "Yes." : $"It goes back by {best}.", [], best, null, Algorithm.Parse(best).Turns);
    }

    public override string Hint(DrillTask task) => "Look at the front.";
}
