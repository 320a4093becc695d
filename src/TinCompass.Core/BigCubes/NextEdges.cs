using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.BigCubes;

/// <summary>A way to make one edge whole.</summary>
/// <param name="Edge">The edge by its colours.</param>
/// <param name="Turns">The turns; the centres are whole after them.</param>
/// <param name="Also">Other edges that are whole then and were not.</param>
/// <param name="Place">Where it lies then: "top-front".</param>
/// <param name="Still">Edges that were whole and lie where they lay.</param>
/// <param name="ToBack">Edges that are whole then and have come to the back, where they are not seen.</param>
public sealed record EdgeWay(string Edge, IReadOnlyList<BigTurn> Turns, IReadOnlyList<string> Also, string Place,
    IReadOnlyList<string> Still, IReadOnlyList<string> ToBack);

/// <summary>
/// Which edge next: for each edge of a 4x4 or 5x5 that is not whole the fewest turns that make it so by one slice, an edge turned in and
/// the slice back, after at most one outer turn, while all that is whole stays whole.
/// </summary>
public static class NextEdges
{
    /// <summary>The edges that can be made whole so, the fewest turns first; of as few, the way that makes most whole besides.</summary>
    public static IReadOnlyList<EdgeWay> Of(BigState state)
    {
        var moves = EdgeMoves.Of(state.Size);
        var start = EdgeState.Of(BigPieces.Of(state.Size), state);
        var whole = start.Whole();
        var best = new Dictionary<string, (IReadOnlyList<BigTurn> Turns, string[] Also)>();
        foreach (var setup in moves.Setups.Take(moves.One))
        {
            var brought = start.After(setup);
            foreach (var (_, move) in brought.Gains(moves.Short))
            {
                // On a 5x5 a move may join a wing of one edge and part another: what is whole decides.
                var then = brought.After(move).Whole();
                if (!whole.IsSubsetOf(then)) continue;
                string[] made = [.. then.Except(whole)];
                foreach (var edge in made)
                    if (!best.TryGetValue(edge, out var known) || Rank(known.Turns.Count, known.Also.Length)
                        .CompareTo(Rank(setup.Turns.Count + move.Turns.Count, made.Length - 1)) > 0)
                        best[edge] = ([.. setup.Turns, .. move.Turns], [.. made.Where(e => e != edge)]);
            }
        }

        var were = Places(state);
        return [.. best.Select(w => Told(w.Key, w.Value.Turns, w.Value.Also, were, Places(state.Apply(w.Value.Turns))))
            .OrderBy(w => Rank(w.Turns.Count, w.Also.Count)).ThenBy(w => w.Edge, StringComparer.Ordinal)];
    }

    private static EdgeWay Told(string edge, IReadOnlyList<BigTurn> turns, string[] also, Dictionary<string, Edge> were,
        Dictionary<string, Edge> are) => new(edge, turns, also, ReducedCube.PlaceOf(are[edge]),
        [.. were.Where(w => are[w.Key] == w.Value).Select(w => w.Key).Order(StringComparer.Ordinal)],
        [.. are.Where(a => IsBehind(a.Value) && !(were.TryGetValue(a.Key, out var was) && IsBehind(was))).Select(a => a.Key)
            .Order(StringComparer.Ordinal)]);

    /// <summary>Where the whole edges lie.</summary>
    private static Dictionary<string, Edge> Places(BigState state) =>
        ReducedCube.Parts(state).Where(p => p.IsWhole).ToDictionary(p => p.Edge, p => p.Places[0]);

    private static bool IsBehind(Edge place) => Pieces.EdgeFaces[(int)place].Contains(Face.B);

    private static (int, int) Rank(int turns, int also) => (turns, -also);
}
