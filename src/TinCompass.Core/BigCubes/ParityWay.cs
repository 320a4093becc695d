using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.BigCubes;

/// <summary>What a joined cube has that no 3x3 can have; both at once on a 4x4 alone.</summary>
[Flags]
public enum ParityFlaw
{
    /// <summary>Nothing.</summary>
    None = 0,

    /// <summary>On a 4x4 one edge turned over, on a 5x5 the wings of one edge the wrong way round.</summary>
    OneEdge = 1,

    /// <summary>Two edges exchanged.</summary>
    TwoEdges = 2,
}

/// <summary>How far turns that mend a parity reach.</summary>
public enum ParityReach
{
    /// <summary>Nothing else moves.</summary>
    Alone,

    /// <summary>Pieces of one layer move alone.</summary>
    Layer,

    /// <summary>Pieces of the whole cube move; whole edges stay whole.</summary>
    Cube,
}

/// <summary>Why turns mend no parity.</summary>
/// <param name="Code">centres-apart, edges-apart or no-parity.</param>
/// <param name="Message">A sentence.</param>
public sealed record ParityRefusal(string Code, string Message);

/// <summary>Turns that mend a parity in one hold.</summary>
/// <param name="Hold">How the cube is held for them.</param>
/// <param name="Turns">The rotation, the turns, the rotation back.</param>
/// <param name="After">The 3x3 that comes.</param>
public sealed record ParityHold(Hold Hold, IReadOnlyList<BigTurn> Turns, CubeState After);

/// <summary>
/// Turns that mend a parity, read from what they do to the solved cube: on a 4x4 whole edges stay whole and what a 3x3 could not be
/// changes; on a 5x5 all edges stay whole but one, whose wings change places.
/// </summary>
/// <param name="Turns">The turns.</param>
/// <param name="Mends">What they change.</param>
/// <param name="Reach">How far they reach.</param>
/// <param name="Layer">The face of the layer, where they stay in one.</param>
/// <param name="Edges">The places of edges that do not hold afterwards what they held, "top-front".</param>
/// <param name="Corners">The places of corners, "top-right-front".</param>
/// <param name="From">On a 5x5 the place of the edge whose wings change places.</param>
public sealed record ParityWay(IReadOnlyList<BigTurn> Turns, ParityFlaw Mends, ParityReach Reach, Face? Layer,
    IReadOnlyList<string> Edges, IReadOnlyList<string> Corners, Edge? From)
{
    /// <summary>What a position needs; null where its centres do not stand, or where more than one edge is apart.</summary>
    public static ParityFlaw? NeedOf(BigState state)
    {
        if (!ReducedCube.HasCentres(state)) return null;
        if (!ReducedCube.HasEdges(state))
            // On a 5x5 one edge alone can only be the wrong way round.
            return state.Size % 2 == 1 && ReducedCube.WholeEdges(state).Count == 11 ? ParityFlaw.OneEdge : null;
        var need = ParityFlaw.None;
        if (ReducedCube.Read(state).Flaw?.Law == Law.EdgeFlip)
        {
            need = ParityFlaw.OneEdge;
            state = state.Apply(Parities.Of(state.Size).Exchanges[0].Turns);
        }

        return ReducedCube.Read(state).Flaw?.Law == Law.Parity ? need | ParityFlaw.TwoEdges : need;
    }

    /// <summary>Reads turns of a 4x4 or 5x5; refused where they take centres or edges apart, or mend nothing.</summary>
    public static ParityWay? Read(IReadOnlyList<BigTurn> turns, int size, out ParityRefusal? refusal)
    {
        var solved = BigState.Solved(size);
        var after = Upright(solved.Apply(turns));
        refusal = null;
        if (after is null) refusal = new("centres-apart", "The centres are not whole after these turns, where they were before.");
        else if (NeedOf(after) is not { } mends)
        {
            string[] apart = [.. ReducedCube.Parts(after).Where(p => !p.IsWhole).Select(p => p.Edge)];
            refusal = new("edges-apart", $"These turns take {apart.Length} edges apart that were whole: {string.Join(", ", apart)}.");
        }
        else if (mends == ParityFlaw.None)
            refusal = new("no-parity", "These turns leave the parity as it is: a solved cube is a 3x3 that can be solved after them.");
        else
        {
            var (edges, corners) = Moved(solved, after);
            Face? layer = Enum.GetValues<Face>().Cast<Face?>()
                .FirstOrDefault(f => edges.Concat(corners).All(p => p.Split('-').Contains(CentreShapes.Name(f!.Value))));
            var alone = corners.Count == 0 && edges.Count == mends switch { ParityFlaw.OneEdge => 1, ParityFlaw.TwoEdges => 2, _ => 0 };
            return new ParityWay(turns, mends, alone ? ParityReach.Alone : layer is null ? ParityReach.Cube : ParityReach.Layer, layer,
                edges, corners, size % 2 == 1 ? Flipped(after) : null);
        }

        return null;
    }

    /// <summary>
    /// The ways to hold a position that needs what these turns mend, one for each 3x3 that comes: the rotation, the turns, the rotation
    /// back.
    /// </summary>
    public IReadOnlyList<ParityHold> Holds(BigState state)
    {
        var found = new Dictionary<CubeState, ParityHold>();
        foreach (var hold in Hold.All)
        {
            var rotation = BigTurns.Of(hold.Rotation, state.Size);
            BigTurn[] turns = [.. rotation, .. Turns, .. rotation.Reverse().Select(t => t.Inverse)];
            var after = state.Apply(turns);
            if (NeedOf(after) == ParityFlaw.None && ReducedCube.Read(after).State is { } cube)
                found.TryAdd(cube, new ParityHold(hold, turns, cube));
        }

        return [.. found.Values];
    }

    /// <summary>Held as the solved cube is; null where the centres are not whole.</summary>
    private static BigState? Upright(BigState state)
    {
        if (!ReducedCube.HasCentres(state)) return null;
        var size = state.Size;
        return Hold.All.Select(h => state.Apply(BigTurns.Of(h.Rotation, size)))
            .First(s => Enum.GetValues<Face>().All(f => (int)s[((int)f * size * size) + size + 1] == (int)f));
    }

    /// <summary>The places of edges and corners with other stickers than before.</summary>
    private static (IReadOnlyList<string> Edges, IReadOnlyList<string> Corners) Moved(BigState before, BigState after)
    {
        var geometry = BigGeometry.Of(before.Size);
        var far = before.Size - 1;
        var places = Enumerable.Range(0, geometry.Count).Where(s => before[s] != after[s]).Select(s => Place(geometry.Cell(s)))
            .Distinct().ToList();
        return ([.. places.Where(p => p.Count(c => c == '-') == 1)], [.. places.Where(p => p.Count(c => c == '-') == 2)]);

        string Place((int X, int Y, int Z) cell) => string.Join('-', new[]
        {
            cell.Y == far ? Face.U : cell.Y == -far ? Face.D : (Face?)null,
            cell.Z == far ? Face.F : cell.Z == -far ? Face.B : null,
            cell.X == far ? Face.R : cell.X == -far ? Face.L : null,
        }.Where(f => f is not null).Select(f => CentreShapes.Name(f!.Value)));
    }

    /// <summary>The home of the edge of a 5x5 whose wings are the wrong way round.</summary>
    private static Edge Flipped(BigState after) => (Edge)Enumerable.Range(0, 12)
        .First(e => ReducedCube.Parts(after).First(p => !p.IsWhole).Edge == ReducedCube.NameOf(e));
}
