using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;

namespace TinCompass.Core.Methods.FirstBlock.Drills;

/// <summary>
/// Where is this piece of the block? The cube is held as the block will stand: its side left, its base down. Level 2: it is held as it was
/// scrambled.
/// </summary>
public sealed class FindBlockPieces() : Drill(new DrillInfo(
    $"{FirstBlockStage.StageId}.find-pieces", "Find the block's pieces", "Where is this edge or corner of the block? Against the clock.",
    AnswerKind.Choice, 4_000)
{
    Levels = 2,
    Version = 2,
    Cases = ["base-edge", "front-edge", "back-edge", "front-corner", "back-corner"],
})
{
    private const int Choices = 5;

    private static readonly BlockPart[] Parts =
        [BlockPart.BaseEdge, BlockPart.FrontEdge, BlockPart.BackEdge, BlockPart.FrontCorner, BlockPart.BackCorner];

    private static readonly string[] FaceWords = ["top", "bottom", "front", "back", "right", "left"];

    /// <inheritdoc/>
    public override string CaseTitle(string name) => $"the {name.Replace('-', ' ')}";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var down = BlockTasks.BaseFor(wish, random);
        var block = FirstBlockPlanner.On(down).ElementAt(random.Next(4));
        var position = RandomPosition.Draw(random.Next);
        var name = wish.Case ?? Cases[random.Next(Cases.Count)];
        IReadOnlyList<Turn> hold = wish.Level < 2 ? BlockTasks.HoldFor(position, block) : [];
        var places = name.EndsWith("edge", StringComparison.Ordinal) ? Pieces.EdgeFaces.Select(Words) : Pieces.CornerFaces.Select(Words);
        var right = Place(position.Apply(hold), block, name);
        var others = places.Where(p => p != right).ToArray();
        string[] options = [.. RandomPosition.Shuffled(others.Length, random.Next).Take(Choices - 1).Select(i => others[i]), right];
        return new DrillTask(Id, wish, seed, name, position, new Focus(down, block.Side.Name()), hold,
            $"Where is {new BlockLinks(FrameOf(block)).Name(Parts[Cases.ToList().IndexOf(name)])}?", AnswerKind.Choice,
            [.. options.Order(StringComparer.Ordinal).Select(o => new DrillOption(o, o))])
        {
            TargetMs = Info.TargetMs,
        };
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var place = Place(task.Held, BlockOf(task), task.Case);
        var right = answer.Chosen is [var chosen] && chosen == place;
        return new DrillVerdict(right, right ? $"Yes: {place}." : $"It is at {place}.", [], place, null, task.Hold) { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var isOnTop = Place(task.Held, BlockOf(task), task.Case).StartsWith("top", StringComparison.Ordinal);
        return $"It is {(isOnTop ? "on top" : "not on top")}.";
    }

    private static string Words(IReadOnlyList<Face> faces) => string.Join(' ', faces.Select(f => FaceWords[(int)f]));

    private static Block BlockOf(DrillTask task) => Faces.TryParseColor(task.Focus.Part, out var side) ? new Block(side, task.Focus.Base)
        : throw new InvalidOperationException($"{task.Drill} without a side");

    private static Hold FrameOf(Block block) => Hold.All.First(h => h.ColorAt(Face.L) == block.Side && h.ColorAt(Face.D) == block.Base);

    /// <summary>Where a part lies: the faces of its place, as the cube is held.</summary>
    private static string Place(CubeState held, Block block, string name)
    {
        // The part by its colours, which are those of its place in the frame of the block.
        var (frame, seen) = (FrameOf(block), held.AsHeld(held.Hold));
        Color[] Colors(IEnumerable<Face> faces) => [.. faces.Select(frame.ColorAt)];
        if (!name.EndsWith("edge", StringComparison.Ordinal))
        {
            var colors = Colors(Pieces.CornerFaces[(int)(name == "front-corner" ? Corner.DLF : Corner.DBL)]);
            var corner = Enum.GetValues<Corner>().First(c => Pieces.CornerFaces[(int)c].All(f => colors.Contains(held.Hold.ColorAt(f))));
            return Words(Pieces.CornerFaces[(int)Enum.GetValues<Corner>().First(p => seen.CornerAt(p) == corner)]);
        }

        var two = Colors(Pieces.EdgeFaces[(int)(name == "base-edge" ? Edge.DL : name == "front-edge" ? Edge.FL : Edge.BL)]);
        var edge = Enum.GetValues<Edge>().First(e => Pieces.EdgeFaces[(int)e].All(f => two.Contains(held.Hold.ColorAt(f))));
        return Words(Pieces.EdgeFaces[(int)Enum.GetValues<Edge>().First(p => seen.EdgeAt(p) == edge)]);
    }
}
