using System.Globalization;
using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.Cross.Drills;

/// <summary>Where does this edge stand after these turns? As many turns as the level says, one to eight.</summary>
public sealed class FollowEdge() : Drill(new DrillInfo(
    "cross.follow-edge", "Follow the edge", "Turn in your head: where does the edge stand after these turns, and how?", AnswerKind.Choice,
        4_000)
{
    Levels = 8,
    FormerIds = ["follow-edge"],
})
{
    private const int Choices = 6;

    /// <inheritdoc/>
    public override string CaseTitle(string name) => name == "1" ? "one turn" : $"{name} turns";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var color = CrossTasks.ColorFor(wish, random);
        var position = RandomPosition.Draw(random.Next);
        var seen = CrossPosition.Of(position, color);
        var edge = random.Next(4);
        var length = Math.Clamp(wish.Level, 1, Levels);
        var turns = Turns(seen.StateOf(edge), length, random);
        var states = States(seen.StateOf(edge), turns);
        var options = Options(states, random).Select(
            s => new DrillOption(s.ToString(CultureInfo.InvariantCulture), CrossWords.State(s, color.Name())));
        var name = CrossWords.EdgeName(color, seen.SideOf(edge));
        return new DrillTask(
            Id, wish, seed, length.ToString(CultureInfo.InvariantCulture), position, new Focus(color, seen.SideOf(edge).Name()),
                seen.Rotation.Rotation, $"Where does {name} stand after this?", AnswerKind.Choice, [.. options])
        {
            Shown = turns,
            Visible = KnownPieces.OfEdges([Pieces.EdgeWith(color, seen.SideOf(edge))!.Value]),
            TargetMs = 2_500 + (1_500 * length),
        };
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var states = States(task);
        var best = CrossWords.State(states[^1], task.Color.Name());
        var right = answer.Chosen is [var chosen] && chosen == states[^1].ToString(CultureInfo.InvariantCulture);
        var way = task.Shown.Select((turn, i) => states[i] == states[i + 1] ? $"{turn}: it stays."
            : $"{turn}: to {CrossWords.State(states[i + 1], task.Color.Name())}.");
        return new DrillVerdict(right, right ? $"Yes: {best}." : $"It stands at {best}.", right ? [
            ] : [.. way], best, null, [.. task.Hold, .. task.Shown])
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var half = (task.Shown.Count + 1) / 2;
        return task.Shown.Count < 2 ? "A turn moves only the edges of its own face."
            : $"After {task.Shown[half - 1]}, turn {half}, it stands at {CrossWords.State(States(task)[half], task.Color.Name())}.";
    }

    private static List<int> States(DrillTask task)
    {
        var seen = CrossPosition.Of(task.Position, task.Color);
        return States(seen.StateOf(seen.EdgeOf(Faces.TryParseColor(task.Focus.Part, out var side) ? side : default)), task.Shown);
    }

    private static List<int> States(int start, IReadOnlyList<Turn> turns)
    {
        var states = new List<int> { start };
        foreach (var turn in turns) states.Add(EdgeStickers.After(states[^1], turn));
        return states;
    }

    /// <summary>Turns of which most move the edge, and no two that follow each other are of one axis.</summary>
    private static List<Turn> Turns(int state, int length, Random random)
    {
        var turns = new List<Turn>();
        while (turns.Count < length)
        {
            var turn = Turn.FromIndex(random.Next(Turn.FaceTurnCount));
            if (turns.Count > 0 && (int)turn.Face / 2 == (int)turns[^1].Face / 2) continue;
            var next = EdgeStickers.After(state, turn);
            if (next == state && random.Next(4) > 0) continue;
            (state, turns) = (next, [.. turns, turn]);
        }

        return turns;
    }

    /// <summary>The right state, the same place flipped, states on the way, and others, in an order of chance.</summary>
    private static int[] Options(List<int> states, Random random)
    {
        var options = new List<int> { states[^1], states[^1] ^ 1 };
        for (var i = states.Count - 2; i >= 0 && options.Count < 4; i--)
            if (!options.Contains(states[i])) options.Add(states[i]);
        while (options.Count < Choices)
        {
            var other = random.Next(EdgeStickers.Count);
            if (!options.Contains(other)) options.Add(other);
        }

        return [.. RandomPosition.Shuffled(options.Count, random.Next).Select(i => options[i])];
    }
}
