using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;

namespace TinCompass.Core.Methods.FirstBlock.Drills;

/// <summary>Where is this piece of the block? The cube is held as the block will stand: its side left, its base down.</summary>
public sealed class FindBlockPieces() : Drill(new DrillInfo(
    $"{FirstBlockStage.StageId}.find-pieces", "Find the block's pieces", "Where is this edge or corner of the block? Against the clock.",
    AnswerKind.Choice, 4_000)
{
    Cases = ["base-edge", "front-edge", "back-edge", "front-corner", "back-corner"],
})
{
    private const int Choices = 5;

    private static readonly BlockPart[] Parts =
        [BlockPart.BaseEdge, BlockPart.FrontEdge, BlockPart.BackEdge, BlockPart.FrontCorner, BlockPart.BackCorner];

    private static readonly string[] FaceWords = ["top", "base", "front", "back", "right", "left"];

    /// <inheritdoc/>
    public override string CaseTitle(string name) => $"the {name.Replace('-', ' ')}";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        ArgumentNullException.ThrowIfNull(wish);
        var random = new Random(seed);
        var down = BlockTasks.BaseFor(wish, random);
        var block = FirstBlockPlanner.On(down).ElementAt(random.Next(4));
        var position = RandomPosition.Draw(random.Next);
        var name = wish.Case ?? Cases[random.Next(Cases.Count)];
        var hold = BlockTasks.HoldFor(position, block);
        var places = name.EndsWith("edge", StringComparison.Ordinal) ? Pieces.EdgeFaces.Select(Words) : Pieces.CornerFaces.Select(Words);
        var right = Place(position.Apply(hold), name);
        var others = places.Where(p => p != right).ToArray();
        string[] options = [.. RandomPosition.Shuffled(others.Length, random.Next).Take(Choices - 1).Select(i => others[i]), right];
        return new DrillTask(Id, wish, seed, name, position, new Focus(down, block.Side.Name()), hold,
            $"Where is {NameOf(position.Apply(hold), name)}?", AnswerKind.Choice,
            [.. options.Order(StringComparer.Ordinal).Select(o => new DrillOption(o, o))])
        {
            TargetMs = Info.TargetMs,
        };
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        ArgumentNullException.ThrowIfNull(task);
        ArgumentNullException.ThrowIfNull(answer);
        var place = Place(task.Held, task.Case);
        var right = answer.Chosen is [var chosen] && chosen == place;
        return new DrillVerdict(right, right ? $"Yes: {place}." : $"It is at {place}.", [], place, null, task.Hold) { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        ArgumentNullException.ThrowIfNull(task);
        return $"It is {(Place(task.Held, task.Case).StartsWith("top", StringComparison.Ordinal) ? "on top" : "not on top")}.";
    }

    private static string Words(IReadOnlyList<Face> faces) => string.Join(' ', faces.Select(f => FaceWords[(int)f]));

    private static BlockLinks LinksOf(CubeState held) => new(held.Hold);

    private string NameOf(CubeState held, string name) => LinksOf(held).Name(Parts[Cases.ToList().IndexOf(name)]);

    /// <summary>Where a part lies: the faces of its place, as they are held.</summary>
    private static string Place(CubeState held, string name)
    {
        var seen = held.AsHeld(held.Hold);
        if (!name.EndsWith("edge", StringComparison.Ordinal))
        {
            var corner = name == "front-corner" ? Corner.DLF : Corner.DBL;
            return Words(Pieces.CornerFaces[(int)Enum.GetValues<Corner>().First(p => seen.CornerAt(p) == corner)]);
        }

        var edge = name == "base-edge" ? Edge.DL : name == "front-edge" ? Edge.FL : Edge.BL;
        return Words(Pieces.EdgeFaces[(int)Enum.GetValues<Edge>().First(p => seen.EdgeAt(p) == edge)]);
    }
}
