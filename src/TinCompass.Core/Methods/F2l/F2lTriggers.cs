using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.F2l;

/// <summary>
/// A step of a school: a turn of the top, or a trigger, which opens a slot by one of its sides, turns the top and closes it again
/// (R U R', F' U2 F at front-right). Nothing that is solved outside of the slot is moved for good.
/// </summary>
/// <param name="Turns">One turn, or three.</param>
/// <param name="Slot">The slot that is opened; null for a turn of the top.</param>
internal sealed record F2lTrigger(IReadOnlyList<Turn> Turns, Slot? Slot)
{
    /// <summary>Something of this step would be cancelled by one after it: the same side, or the top twice.</summary>
    public bool Cancels(F2lTrigger next) => Turns[^1].Face == next.Turns[0].Face;

    /// <summary>The six triggers of a slot.</summary>
    public static IReadOnlyList<F2lTrigger> Of(Slot slot) => BySlot[(int)slot];

    /// <summary>The three turns of the top.</summary>
    public static IReadOnlyList<F2lTrigger> Tops { get; } =
        [.. Enumerable.Range(1, 3).Select(q => new F2lTrigger([Turn.Of(Face.U, q)], null))];

    private static readonly F2lTrigger[][] BySlot = [.. SlotSet.All.Slots.Select(slot => Enumerable.Range(1, 3)
        .SelectMany(q => new[]
        {
            new F2lTrigger(F2lSchools.ForSlot(slot, (Face.R, 1), (Face.U, q), (Face.R, 3)), slot),
            new F2lTrigger(F2lSchools.ForSlot(slot, (Face.F, 3), (Face.U, q), (Face.F, 1)), slot),
        }).ToArray())];
}

/// <summary>
/// The shortest ways by turns of the top and triggers of open slots alone, for the two pieces of one slot: 576 states, their distances by
/// such steps, and a search along them. Some hundreds of microseconds.
/// </summary>
internal sealed class F2lTriggerSearch
{
    /// <summary>More ways than this are not looked at.</summary>
    private const int Most = 120;

    /// <summary>A way may be so many turns longer than the distance, where the shortest would cancel.</summary>
    private const int MostLonger = 4;

    private readonly F2lTrigger[] steps;
    private readonly int[] distances;

    /// <summary>Ways to the states for which the goal holds; <paramref name="open"/> are the slots whose triggers may be used.</summary>
    public F2lTriggerSearch(SlotSet open, Func<int, bool> isGoal)
    {
        steps = [.. F2lTrigger.Tops, .. open.Slots.SelectMany(F2lTrigger.Of)];
        distances = new int[EdgeStickers.PairCount];
        Array.Fill(distances, int.MaxValue);
        for (var pair = 0; pair < distances.Length; pair++)
            if (isGoal(pair)) distances[pair] = 0;
        // What undoes a step is a step of the same length, so distances from the goal are distances to it.
        for (var (changed, pair) = (true, 0); changed;)
            for (changed = false, pair = 0; pair < distances.Length; pair++)
                foreach (var step in steps)
                {
                    if (distances[pair] == int.MaxValue) break;
                    ref var there = ref distances[After(pair, step)];
                    if (distances[pair] + step.Turns.Count >= there) continue;
                    there = distances[pair] + step.Turns.Count;
                    changed = true;
                }
    }

    /// <summary>
    /// The shortest ways from a state, and those up to <paramref name="slack"/> turns longer, of which no step cancels something of the
    /// step before; none when there is none.
    /// </summary>
    public IReadOnlyList<IReadOnlyList<F2lTrigger>> From(int pair, F2lTrigger? before, int slack = 0)
    {
        var found = new List<IReadOnlyList<F2lTrigger>>();
        if (distances[pair] == int.MaxValue) return found;
        var (most, last) = (distances[pair], distances[pair] + MostLonger);
        for (; most <= last; most++)
        {
            Go(pair, most, before, [], found);
            if (found.Count > 0 && last > most + slack) last = most + slack;
        }

        return found;
    }

    private void Go(int pair, int left, F2lTrigger? before, List<F2lTrigger> way, List<IReadOnlyList<F2lTrigger>> found)
    {
        if (found.Count >= Most) return;
        if (distances[pair] == 0)
        {
            if (left == 0) found.Add([.. way]);
            return;
        }

        foreach (var step in steps)
        {
            if (before?.Cancels(step) == true) continue;
            var next = After(pair, step);
            if (distances[next] == int.MaxValue || distances[next] + step.Turns.Count > left) continue;
            way.Add(step);
            Go(next, left - step.Turns.Count, step, way, found);
            way.RemoveAt(way.Count - 1);
        }
    }

    /// <summary>The pair's state (see <see cref="F2lState.SlotPair"/>) after a step.</summary>
    public static int After(int pair, F2lTrigger step)
    {
        foreach (var turn in step.Turns) pair = F2lState.SlotMoves[(turn.Index * EdgeStickers.PairCount) + pair];
        return pair;
    }
}
