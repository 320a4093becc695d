using TinCompass.Core.Cube;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Cycles;

/// <summary>What of a way is still to be undone.</summary>
public enum CyclePart
{
    /// <summary>The set-up.</summary>
    Setup,

    /// <summary>The first part, which brings one piece into the layer.</summary>
    A,

    /// <summary>The second part.</summary>
    B,
}

/// <summary>
/// A way to cycle three pieces: set-up, A, B, A undone, B undone, set-up undone; written [S: [A, B]]. Whatever S, A and B are, such turns
/// leave the centres as they were unless one of them turns the cube.
/// </summary>
public sealed class CycleWay
{
    /// <summary>Of a set-up, which may be empty, and two parts.</summary>
    public CycleWay(IReadOnlyList<Turn> setup, IReadOnlyList<Turn> a, IReadOnlyList<Turn> b)
    {
        (Setup, A, B) = (setup, a, b);
        Written = [.. setup, .. a, .. b, .. Undone(a), .. Undone(b), .. Undone(setup)];
        Turns = new Algorithm(Written).Cancelled().Turns;
    }

    /// <summary>The set-up.</summary>
    public IReadOnlyList<Turn> Setup { get; }

    /// <summary>The first part.</summary>
    public IReadOnlyList<Turn> A { get; }

    /// <summary>The second part.</summary>
    public IReadOnlyList<Turn> B { get; }

    /// <summary>Every turn as written, none merged.</summary>
    public IReadOnlyList<Turn> Written { get; }

    /// <summary>The turns as they are made: those of one layer that meet are one, or none.</summary>
    public IReadOnlyList<Turn> Turns { get; }

    /// <summary>So many turns are made.</summary>
    public int Length(Metric metric) => Turns.Sum(t => metric.Cost(t));

    /// <summary>
    /// What is open after so many of the turns as <see cref="Written"/>, in the order in which it is undone; empty at the end, and before
    /// the first turn. A part that is begun, or not wholly undone, is open.
    /// </summary>
    public IReadOnlyList<CyclePart> OpenAfter(int written)
    {
        var (s, a, b) = (Setup.Count, A.Count, B.Count);
        var all = 2 * (s + a + b);
        if (written <= 0 || written >= all) return [];
        CyclePart[] setup = s > 0 ? [CyclePart.Setup] : [];
        if (written <= s) return setup;
        if (written <= s + a) return [CyclePart.A, .. setup];
        if (written < s + a + b + a) return [CyclePart.A, CyclePart.B, .. setup];
        return written < all - s ? [CyclePart.B, .. setup] : setup;
    }

    /// <summary>
    /// How far somebody is who has made some turns of it, counted in <see cref="Written"/>: the furthest point at which the cube stands as
    /// theirs does; where there is none, the furthest at which it does if it is held otherwise, as for one who turns two faces for a slice.
    /// Null when they have left the way.
    /// </summary>
    public int? At(IReadOnlyList<Turn> made)
    {
        var (now, state, written) = (CubeState.Solved.Apply(made), CubeState.Solved, Written);
        var (so, otherwise, upright) = ((int?)null, (int?)null, now.Upright());
        for (var i = 0; ; i++)
        {
            if (made.Count > 0 || i == 0)
            {
                if (state == now) so = i;
                else if (state.Upright() == upright) otherwise = i;
            }

            if (i == written.Count) return so ?? otherwise;
            state = state.Apply(written[i]);
        }
    }

    /// <summary>
    /// The turns that lead back to the way, the fewest of the last ones undone; none on it. What is made may be of faces alone where the
    /// way has slices, as a cube reports them by its centres.
    /// </summary>
    public IReadOnlyList<Turn> BackFrom(IReadOnlyList<Turn> made)
    {
        var (stands, state) = (new HashSet<CubeState> { CubeState.Solved }, CubeState.Solved);
        foreach (var turn in Written)
        {
            state = state.Apply(turn);
            stands.Add(state.Upright());
        }

        // The last point at which the cube stood as it does somewhere on the way, however it is held.
        var on = 0;
        state = CubeState.Solved;
        for (var i = 0; i < made.Count; i++)
        {
            state = state.Apply(made[i]);
            if (stands.Contains(state.Upright())) on = i + 1;
        }

        return [.. Undone([.. made.Skip(on)])];
    }

    /// <summary>What is open before the first of the <see cref="Turns"/> and after each of them; where two parts meet, as before.</summary>
    public IReadOnlyList<IReadOnlyList<CyclePart>> OpenAlong()
    {
        var along = new List<IReadOnlyList<CyclePart>> { Array.Empty<CyclePart>() };
        for (var made = 1; made <= Turns.Count; made++)
            along.Add(At([.. Turns.Take(made)]) is { } at ? OpenAfter(at) : along[^1]);
        return along;
    }

    /// <inheritdoc/>
    public override string ToString() =>
        Setup.Count == 0 ? $"[{Text(A)}, {Text(B)}]" : $"[{Text(Setup)}: [{Text(A)}, {Text(B)}]]";

    private static string Text(IEnumerable<Turn> turns) => string.Join(' ', turns);

    private static IEnumerable<Turn> Undone(IReadOnlyList<Turn> turns) => turns.Reverse().Select(t => t.Inverse);
}
