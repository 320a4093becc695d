using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.EdgesFirst.Drills;

/// <summary>The last edges turned home from each case of the casebook, or from any position of the five.</summary>
public sealed class FinishTheEdges() : Drill(new DrillInfo(
    $"{LastFiveStage.StageId}.finish", "Finish the edges", "Bring the last edges home; the cross and the other middle edges stay.",
    AnswerKind.Turns, 6_000)
{
    Cases = [.. EdgesEndings.All.Select(c => c.Id), "any"],
})
{
    /// <inheritdoc/>
    public override string CaseTitle(string name) => EdgesEndings.Find(name)?.Title ?? "all five as they come";

    /// <inheritdoc/>
    public override string FamilyOf(string name) => EdgesEndings.Find(name) is { } found ? Words.Code(found.Ending) : name;

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var name = wish.Case ?? Cases[random.Next(Cases.Count)];
        while (true)
        {
            var start = EdgesEndings.Find(name) is { } ending ? EdgesTasks.With(ending.Set, wish, random)
                : EdgesTasks.WithLastFive(wish, random);
            if (EdgesHome.Of(start.Held) == EdgeSet.Every) continue;
            return About(wish, seed, name, start.Held, "Bring the last edges home; the corners may do what they like.", []);
        }
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var home = EdgesHome.Of(task.Position.Apply(answer.Turns));
        var (right, best) = (home == EdgeSet.Every, Best(task));
        var used = answer.Turns.Sum(t => Metric.Htm.Cost(t));
        var away = EdgesHome.Names(EdgeSet.Every & ~home);
        return new DrillVerdict(right, right ? $"Edges home in {used} HTM; the school takes {best.Length}." : "The edges are not home.",
            right ? [] : [$"{Words.Capital(Words.Join(away))} {(away.Count == 1 ? "is" : "are")} not home."], string.Join(' ', best),
            right ? Math.Max(0, used - best.Length) : null, answer.Turns);
    }

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task) => DrillAnswer.Of([.. task.Hold, .. Best(task)]);

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var set = EdgesTasks.Read(task).Set;
        return LastThree.UpToTop(set) is var (ending, top) ? EdgesWords.Say(ending, top)
            : $"{LastFive.Usual.Series(set)} series are enough.";
    }

    private static Cube.Turn[] Best(DrillTask task) => [.. LastFive.Usual.Stops(EdgesTasks.Read(task).Set).SelectMany(s => s)];
}
