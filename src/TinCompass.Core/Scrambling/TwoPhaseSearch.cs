using System.Runtime.CompilerServices;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;

namespace TinCompass.Core.Scrambling;

/// <summary>
/// Finds a short sequence that leads from solved to a position: at most 21 HTM nearly always, at most 22 in any case. Six views of
/// the position (three axes, forwards and backwards) are searched side by side, by growing length of phase one; the first sequence that is
/// short enough is taken. Deterministic: the effort is counted in positions, not in time.
/// </summary>
public sealed class TwoPhaseSearch(TwoPhaseTables tables)
{
    /// <summary>The longest sequence that is ever given, in HTM.</summary>
    public const int MaxLength = 22;

    private const int Wanted = 21;

    /// <summary>After so many positions a sequence of 22 is good enough.</summary>
    private const int Patience = 4_000_000;

    /// <summary>Any position can be solved from the subgroup of phase two in 18 turns; short phases are tried first.</summary>
    private const int MaxSecondPhase = 11;

    /// <summary>The sequence that makes the position, from a solved cube held white up, green front. The position may be held anyhow; it must be legal.</summary>
    public Algorithm SequenceTo(CubeState position, CancellationToken cancel = default) => Solve(position.Upright().Inverse(), cancel);

    /// <summary>A sequence that solves an upright position.</summary>
    private Algorithm Solve(CubeState position, CancellationToken cancel)
    {
        if (position == CubeState.Solved) return Algorithm.Empty;
        var views = new View[6];
        for (var v = 0; v < 6; v++)
        {
            var seen = v < 3 ? position : position.Inverse();
            views[v] = new View(tables, Axes[v % 3].Undo.Then(seen).Then(Axes[v % 3].Turn));
        }

        var effort = 0;
        for (var first = views.Min(v => v.FirstDistance); ; first++)
            for (var v = 0; v < 6; v++)
            {
                cancel.ThrowIfCancellationRequested();
                var limit = effort < Patience ? Wanted : MaxLength;
                if (views[v].FirstDistance > first || first > limit) continue;
                var found = views[v].Search(first, limit, ref effort, cancel);
                if (found is null) continue;
                var turns = found.Select(t => Turn.Of((Face)(int)Axes[v % 3].Hold.ColorAt((Face)(t / 3)), (t % 3) + 1)).ToArray();
                var algorithm = new Algorithm(turns);
                return (v < 3 ? algorithm : algorithm.Inverse()).Cancelled();
            }
    }

    /// <summary>The three views: as it is, and turned by thirds about the corner URF.</summary>
    private static readonly (CubeState Turn, CubeState Undo, Hold Hold)[] Axes = [.. new[] { "", "x y", "y' x'" }.Select(text =>
    {
        var turns = Algorithm.Parse(text);
        var turned = CubeState.Solved.Apply(turns.Turns);
        return (turned.AsPieces(), CubeState.Solved.Apply(turns.Inverse().Turns).AsPieces(), turned.Hold);
    })];

    /// <summary>One view of the position, with the path that is being tried.</summary>
    private sealed class View(TwoPhaseTables tables, CubeState position)
    {
        private readonly int twist = Coordinates.Twist(position);
        private readonly int flip = Coordinates.Flip(position);
        private readonly int slice = Coordinates.Slice(position);
        private readonly int corners = Coordinates.Corners(position);
        private readonly byte[] path = new byte[MaxLength + 1];
        private int limit;
        private int effort;
        private int length;
        private CancellationToken cancel;

        public int FirstDistance { get; } = Math.Max(
            tables.TwistSlice[(Coordinates.Twist(position) * 495) + (Coordinates.Slice(position) / 24)],
            tables.FlipSlice[(Coordinates.Flip(position) * 495) + (Coordinates.Slice(position) / 24)]);

        /// <summary>Tries every phase one of exactly this length; the turns found (indices 0..17), or null.</summary>
        public int[]? Search(int first, int within, ref int spent, CancellationToken token)
        {
            (limit, effort, cancel) = (within, spent, token);
            var found = First(twist, flip, slice, TurnOrder.All, first, 0);
            spent = effort;
            return found ? [.. path.Take(length).Select(t => (int)t)] : null;
        }

        [MethodImpl(MethodImplOptions.AggressiveOptimization)]
        private bool First(int twistNow, int flipNow, int sliceNow, uint allowed, int left, int depth)
        {
            if (left == 0) return StartSecond(depth);
            effort++;
            if ((effort & 0xFFFF) == 0) cancel.ThrowIfCancellationRequested();
            for (var turn = 0; turn < Turn.FaceTurnCount; turn++)
            {
                if ((allowed >> turn & 1) == 0) continue;
                int nextTwist = tables.Twist[(twistNow * 18) + turn], nextSlice = tables.Slice[(sliceNow * 18) + turn], place = nextSlice / 24;
                if (tables.TwistSlice[(nextTwist * 495) + place] >= left) continue;
                int nextFlip = tables.Flip[(flipNow * 18) + turn];
                if (tables.FlipSlice[(nextFlip * 495) + place] >= left) continue;
                path[depth] = (byte)turn;
                if (First(nextTwist, nextFlip, nextSlice, TurnOrder.AllowedAfter[turn], left - 1, depth + 1)) return true;
            }

            return false;
        }

        private bool StartSecond(int depth)
        {
            // A phase one that ends in a turn of phase two was tried already, one turn shorter.
            if (depth > 0 && Array.IndexOf(TwoPhaseTables.SecondTurns, path[depth - 1]) >= 0) return false;
            int cornersNow = corners, sliceNow = slice;
            for (var i = 0; i < depth; i++)
            {
                cornersNow = tables.Corners[(cornersNow * 18) + path[i]];
                sliceNow = tables.Slice[(sliceNow * 18) + path[i]];
            }

            effort++;
            var most = Math.Min(MaxSecondPhase, limit - depth);
            var order = sliceNow % 24;
            var bound = tables.CornersSlice[(cornersNow * 24) + order];
            if (bound > most) return false;
            var state = position;
            for (var i = 0; i < depth; i++) state = state.Apply(Turn.FromIndex(path[i]));
            var edges = Coordinates.OuterEdges(state);
            bound = Math.Max(bound, tables.EdgesSlice[(edges * 24) + order]);
            var allowed = depth == 0 ? TurnOrder.All : TurnOrder.AllowedAfter[path[depth - 1]];
            for (int second = bound; second <= most; second++)
                if (Second(cornersNow, edges, order, allowed, second, depth)) return true;
            return false;
        }

        [MethodImpl(MethodImplOptions.AggressiveOptimization)]
        private bool Second(int cornersNow, int edges, int order, uint allowed, int left, int depth)
        {
            if (left == 0)
            {
                length = depth;
                return cornersNow == 0 && edges == 0 && order == 0;
            }

            effort++;
            var turns = TwoPhaseTables.SecondTurns;
            for (var t = 0; t < turns.Length; t++)
            {
                var turn = turns[t];
                if ((allowed >> turn & 1) == 0) continue;
                var nextOrder = tables.Slice[(((Coordinates.SliceHome * 24) + order) * 18) + turn] % 24;
                int nextCorners = tables.Corners[(cornersNow * 18) + turn];
                if (tables.CornersSlice[(nextCorners * 24) + nextOrder] >= left) continue;
                int nextEdges = tables.OuterEdges[(edges * turns.Length) + t];
                if (tables.EdgesSlice[(nextEdges * 24) + nextOrder] >= left) continue;
                path[depth] = (byte)turn;
                if (Second(nextCorners, nextEdges, nextOrder, TurnOrder.AllowedAfter[turn], left - 1, depth + 1)) return true;
            }

            return false;
        }
    }
}
