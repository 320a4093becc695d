namespace TinCompass.Core.Cube.Big;

/// <summary>
/// Scrambles of bigger cubes by random turns, as many as is usual: 40 for 4x4, 60 for 5x5, 80 for 6x6, 100 for 7x7. No turn is wasted: of
/// turns that follow each other on one axis no layers are turned twice, and they stand in one order.
/// </summary>
public static class BigScrambles
{
    /// <summary>How many turns a scramble has.</summary>
    public static int LengthOf(int size) => size switch
    {
        4 => 40,
        5 => 60,
        6 => 80,
        7 => 100,
        _ => throw new ArgumentOutOfRangeException(nameof(size), size, "scrambles of 4 to 7 layers are made"),
    };

    /// <summary>
    /// A scramble. <paramref name="random"/> gives a number from 0 to below what it is asked. On an even cube half of its layers from one
    /// side are half from the other: those are turned by U, R and F alone.
    /// </summary>
    public static IReadOnlyList<BigTurn> Draw(int size, Func<int, int> random)
    {
        var (length, turns) = (LengthOf(size), new List<BigTurn>());
        (Face Face, int Width)[] kinds = [.. Enum.GetValues<Face>().SelectMany(f => Enumerable.Range(1, size / 2).Select(w => (f, w)))
            .Where(k => 2 * k.w < size || k.f is Face.U or Face.R or Face.F)];
        while (turns.Count < length)
        {
            var (face, width) = kinds[random(kinds.Length)];
            var turn = BigTurn.Of(face, 1, width, 1 + random(3));
            if (!IsWasted(turns, turn)) turns.Add(turn);
        }

        return turns;
    }

    /// <summary>It turns layers that were turned already since another axis was, or stands out of order among those of its axis.</summary>
    private static bool IsWasted(List<BigTurn> turns, BigTurn turn)
    {
        if (turns.Count == 0 || turns[^1].Axis != turn.Axis) return false;
        var last = turns[^1];
        return (last.Face, last.To).CompareTo((turn.Face, turn.To)) >= 0;
    }
}
