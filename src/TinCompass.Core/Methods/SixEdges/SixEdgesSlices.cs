using TinCompass.Core.Cube;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Methods.SixEdges;

/// <summary>
/// Short ways to solve what is left with the E slice beside M and U: two halves of up to three turns, joined where they meet. Some
/// tenths of a millisecond.
/// </summary>
public static class SixEdgesSlices
{
    private const int Half = 3;

    private static readonly Turn[] Turns = [.. Algorithm.Parse("M M2 M' U U2 U' E E2 E'").Turns];

    /// <summary>
    /// Every shortest sequence of at most six turns with at least one of E after which all is solved, the base down as it is; of
    /// neighbours about one axis the order U, E. Empty when there is none.
    /// </summary>
    public static IReadOnlyList<IReadOnlyList<Turn>> Find(CubeState held, Color down)
    {
        var goal = Hold.All.Where(h => h.ColorAt(Face.L) == held.Hold.ColorAt(Face.L) && h.ColorAt(Face.D) == down)
            .Select(h => CubeState.Solved.Apply(h.Rotation)).ToArray();
        if (goal.Length == 0) return [];
        // Undone from the solved cube; the least first.
        var ends = new Dictionary<CubeState, List<Turn[]>>();
        foreach (var (state, made) in Within(goal[0]))
        {
            if (!ends.TryGetValue(state, out var list)) ends[state] = list = [];
            list.Add([.. made.Reverse().Select(t => t.Inverse)]);
        }

        Turn[][] found = [.. from begun in Within(held)
            where ends.ContainsKey(begun.State)
            from end in ends[begun.State]
            let all = (Turn[])[.. begun.Made, .. end]
            where all.Any(t => t.Letter == 'E') && IsInOrder(all)
            select all];
        var least = found.Length == 0 ? 0 : found.Min(f => f.Length);
        return [.. found.Where(f => f.Length == least).DistinctBy(f => string.Join(' ', f))];
    }

    private static List<(CubeState State, Turn[] Made)> Within(CubeState start)
    {
        List<(CubeState State, Turn[] Made)> all = [(start, [])];
        for (var i = 0; i < all.Count; i++)
        {
            var (state, made) = all[i];
            if (made.Length == Half) break;
            foreach (var turn in Turns)
                if (made.Length == 0 || made[^1].Letter != turn.Letter) all.Add((state.Apply(turn), [.. made, turn]));
        }

        return all;
    }

    /// <summary>None follows its own letter, and U comes before E where they meet.</summary>
    private static bool IsInOrder(Turn[] turns)
    {
        for (var i = 1; i < turns.Length; i++)
            if (turns[i].Letter == turns[i - 1].Letter || (turns[i - 1].Letter == 'E' && turns[i].Letter == 'U')) return false;
        return true;
    }
}
