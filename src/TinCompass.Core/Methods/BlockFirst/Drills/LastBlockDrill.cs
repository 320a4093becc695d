using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.BlockFirst.Drills;

/// <summary>The last block by two faces only, up and right; its cases are how much of it stands.</summary>
public sealed class LastBlockDrill() : Drill(new DrillInfo(
    $"{TwoFacesStage.StageId}.last-block", "Two faces only", "Build the last block by turns of the top and the right alone.",
    AnswerKind.Turns, 15_000)
{
    Cases = ["near", "far"],
})
{
    /// <summary>So many turns at most are near.</summary>
    private const int Near = 6;

    /// <inheritdoc/>
    public override string CaseTitle(string name) => name == "near" ? $"in {Near} or fewer" : $"in {Near + 1} or more";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var name = wish.Case ?? Cases[random.Next(Cases.Count)];
        while (true)
        {
            var open = BlockTasks.WithLong(wish, random, onlyTwoFaces: true);
            // Near is rare: it is undone from a standing block.
            if (name == "near")
            {
                var state = open.Held.Apply(LastBlock.Solve(open.Named));
                for (var i = random.Next(4, Near + 1); i > 0; i--) state = state.Apply(Turn.Of(i % 2 == 0 ? Face.R : Face.U, 1
                    + random.Next(3)));
                open = OpenPosition.Of(state, state.Hold.ColorAt(Face.D)).First(o => o.Held.Hold == state.Hold);
            }

            var least = LastBlock.Solve(open.Named).Count;
            if (least > 0 && least <= Near == (name == "near"))
                return About(wish, seed, name, open.Held, "Build the block at the right by U and R alone.", []);
        }
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var (best, end) = (LastBlock.Solve(BlockTasks.Read(task).Named), task.Position.Apply(answer.Turns));
        Turn[] own = [.. answer.Turns.Skip(task.Hold.Count)];
        var (isTwo, used) = (own.All(t => t.Letter is 'U' or 'R'), own.Sum(t => Metric.Htm.Cost(t)));
        var stands = OpenPosition.Of(end, task.Color).FirstOrDefault(o => o.Held.Hold == task.Held.Hold) is { Bad: 0 } at
            && LastBlock.Solve(at.Named).Count == 0;
        string[] reasons = [.. isTwo ? [] : (string[])[$"{own.First(t => t.Letter is not ('U' or 'R'))} is of another face."],
            .. stands ? [] : (string[])["The block at the right does not stand."]];
        return new DrillVerdict(isTwo && stands, isTwo && stands ? $"Done in {used} HTM; {best.Count} at least." : "Not done.", reasons,
            string.Join(' ', best), isTwo && stands ? used - best.Count : null, answer.Turns);
    }

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task) => DrillAnswer.Of([.. task.Hold, .. LastBlock.Solve(BlockTasks.Read(task).Named)]);

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var best = LastBlock.Solve(BlockTasks.Read(task).Named);
        return $"It takes {Words.Turns(best.Count)} at least and may begin {best[0]}.";
    }
}
