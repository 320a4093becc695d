using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.EdgesFirst.Drills;

/// <summary>Which ending is it? Level 2: the top is turned, so that what is home has to be seen among each other.</summary>
public sealed class NameTheEnding() : Drill(new DrillInfo(
    $"{LastFiveStage.StageId}.ending", "Name the ending", "See which ending the last edges are.", AnswerKind.Choice, 4_000)
{
    Levels = 2,
    Cases = [.. Endings.Select(e => Words.Code(e))],
})
{
    private static readonly EdgesEnding[] Endings =
        [EdgesEnding.OneSeries, EdgesEnding.TwoTurned, EdgesEnding.AllTurned, EdgesEnding.Swapped];

    /// <inheritdoc/>
    public override string CaseTitle(string name) => EdgesWords.Name(Ending(name));

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var name = wish.Case ?? Cases[random.Next(Cases.Count)];
        var start = Draw(Ending(name), wish, random, isTurned: wish.Level > 1);
        return About(wish, seed, name, start.Held, wish.Level > 1
            ? "Once the top is turned so that the others are home: which ending is it?" : "Which ending of the last edges is it?",
            Endings.Select(e => new DrillOption(Words.Code(e), Text(e))));
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var right = answer.Chosen is [var chosen] && chosen == task.Case;
        var ending = Ending(task.Case);
        return new DrillVerdict(right, $"{(right ? "Yes: " : "It is: ")}{Text(ending)}.", [EdgesWords.Say(ending)], Text(ending), null,
            [.. task.Hold, .. LastFive.Usual.Stops(EdgesTasks.Read(task).Set).SelectMany(s => s)])
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task) =>
        task.Case is "oneSeries" or "allTurned" ? "Three change places: where would one turn of a face carry each?"
            : "Find the edges that are where they belong, flipped or not.";

    /// <summary>A position with an ending; the top turned if asked, so that it is still this ending.</summary>
    internal static EdgesPosition Draw(EdgesEnding ending, DrillWish wish, Random random, bool isTurned)
    {
        EdgeSet[] all = [.. LastThree.All().Where(s => LastThree.Of(s) == ending)];
        while (true)
        {
            var set = all[random.Next(all.Length)];
            if (isTurned) set = set.After(Turn.Of(Face.U, 1 + random.Next(3)).Index);
            if (!isTurned || LastThree.UpToTop(set)?.Ending == ending) return EdgesTasks.With(set, wish, random);
        }
    }

    private static EdgesEnding Ending(string code) => Endings.First(e => Words.Code(e) == code);

    private static string Text(EdgesEnding ending) => ending switch
    {
        EdgesEnding.OneSeries => "three change places, two land right",
        EdgesEnding.AllTurned => "three change places, all land flipped",
        EdgesEnding.TwoTurned => "two flipped in place",
        _ => "two swapped",
    };
}
