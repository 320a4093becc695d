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

    /// <summary>Long enough for the task of a drill, where nobody counts the scramble's turns.</summary>
    public const int GoodEnough = 23;

    /// <summary>After so many positions a sequence of 22 is good enough.</summary>
    private const int Patience = 4_000_000;

    /// <summary>Any position can be solved from the subgroup of phase two in 18 turns; short phases are tried first.</summary>
    private const int MaxSecondPhase = 11;

    /// <summary>
    /// The sequence that makes the position, from a solved cube held white up, green front. The position may be held anyhow; it must be
    /// legal.
    /// </summary>
    public Algorithm SequenceTo(CubeState position, CancellationToken cancel = default) => SequenceTo(position, Wanted, cancel);

    /// <summary>The same, satisfied with a sequence of <paramref name="enough"/> HTM: a longer one is found much sooner.</summary>
    public Algorithm SequenceTo(CubeState position, int enough, CancellationToken cancel = default) =>
        Solve(position.Upright().Inverse(), enough, cancel);

    /// <summary>A sequence that solves an upright position.</summary>
    private Algorithm Solve(CubeState position, int enough, CancellationToken cancel)
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
                var limit = effort < Patience ? enough : Math.Max(enough, MaxLength);
                if (views[v].FirstDistance > first || first > limit) continue;
                var found = views[v].Search(first, limit, ref effort, cancel);
                if (found is null) continue;
                var turns = found.Select(t => Turn.FromIndex(t).Renamed(Axes[v % 3].Hold, Hold.Scramble));
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
        private byte[] path = [];
        private int limit;
        private int effort;
        private CancellationToken cancel;

        private TwoPhaseTables Tables => tables;

        public int FirstDistance { get; } = Math.Max(
            tables.TwistSlice[(Coordinates.Twist(position) * 495) + (Coordinates.Slice(position) / 24)],
            tables.FlipSlice[(Coordinates.Flip(position) * 495) + (Coordinates.Slice(position) / 24)]);

        /// <summary>Tries every phase one of exactly this length; the turns found (indices 0..17), or null.</summary>
        public byte[]? Search(int first, int within, ref int spent, CancellationToken token)
        {
            (limit, effort, cancel, path) = (within, spent, token, []);
            var phase = new FirstPhase(this);
            var found = first == 0
                ? !TrySecond([])
                : !Deepening.All<FirstPhase, FirstNode>(ref phase, new FirstNode(twist, flip, slice / 24), TurnOrder.All, first);
            spent = effort;
            return found ? path : null;
        }

        private bool Count()
        {
            effort++;
            if ((effort & 0xFFFF) == 0) cancel.ThrowIfCancellationRequested();
            return true;
        }

        /// <summary>Goes on from a phase one with phase two; false, to stop, when a whole sequence was found.</summary>
        private bool TrySecond(ReadOnlySpan<byte> first)
        {
            // A phase one that ends in a turn of phase two was tried already, one turn shorter.
            if (first.Length > 0 && Array.IndexOf(TwoPhaseTables.SecondTurns, first[^1]) >= 0) return true;
            int cornersNow = corners, sliceNow = slice;
            foreach (var turn in first)
            {
                cornersNow = tables.Corners[(cornersNow * 18) + turn];
                sliceNow = tables.Slice[(sliceNow * 18) + turn];
            }

            Count();
            var most = Math.Min(MaxSecondPhase, limit - first.Length);
            var order = sliceNow % 24;
            int bound = tables.CornersSlice[(cornersNow * 24) + order];
            if (bound > most) return true;
            var state = position;
            foreach (var turn in first) state = state.Apply(Turn.FromIndex(turn));
            var start = new SecondNode(cornersNow, Coordinates.OuterEdges(state), order);
            bound = Math.Max(bound, tables.EdgesSlice[(start.Edges * 24) + order]);
            var allowed = first.Length == 0 ? TurnOrder.All : TurnOrder.AllowedAfter[first[^1]];
            var phase = new SecondPhase(this, first);
            if (bound == 0) return phase.Found([]);
            for (var length = bound; length <= most; length++)
                if (!Deepening.All<SecondPhase, SecondNode>(ref phase, start, allowed, length)) return false;
            return true;
        }

        private readonly record struct FirstNode(int Twist, int Flip, int Place);

        private readonly record struct SecondNode(int Corners, int Edges, int Order);

        private readonly struct FirstPhase(View view) : ISearched<FirstNode>
        {
            private readonly TwoPhaseTables tables = view.Tables;

            public bool Enter() => view.Count();

            public uint Turns(in FirstNode node, int left) => TurnOrder.All;

            [MethodImpl(MethodImplOptions.AggressiveInlining)]
            public bool TryTurn(in FirstNode node, int turn, int left, out FirstNode after)
            {
                after = default;
                int twist = tables.Twist[(node.Twist * 18) + turn], place = tables.Places[(node.Place * 18) + turn];
                if (tables.TwistSlice[(twist * 495) + place] > left) return false;
                int flip = tables.Flip[(node.Flip * 18) + turn];
                if (tables.FlipSlice[(flip * 495) + place] > left) return false;
                after = new FirstNode(twist, flip, place);
                return true;
            }

            public uint AllowedAfter(int turn) => TurnOrder.AllowedAfter[turn];

            public bool Found(scoped ReadOnlySpan<byte> turns) => view.TrySecond(turns);
        }

        private readonly ref struct SecondPhase(View view, ReadOnlySpan<byte> first) : ISearched<SecondNode>
        {
            private readonly TwoPhaseTables tables = view.Tables;
            private readonly ReadOnlySpan<byte> first = first;

            public bool Enter() => view.Count();

            public uint Turns(in SecondNode node, int left) => TwoPhaseTables.SecondMask;

            [MethodImpl(MethodImplOptions.AggressiveInlining)]
            public bool TryTurn(in SecondNode node, int turn, int left, out SecondNode after)
            {
                after = default;
                var order = tables.Slice[(((Coordinates.SliceHome * 24) + node.Order) * 18) + turn] % 24;
                int corners = tables.Corners[(node.Corners * 18) + turn];
                if (tables.CornersSlice[(corners * 24) + order] > left) return false;
                int edges = tables.OuterEdges[(node.Edges * TwoPhaseTables.SecondTurns.Length) + TwoPhaseTables.SecondNumbers[turn]];
                if (tables.EdgesSlice[(edges * 24) + order] > left) return false;
                after = new SecondNode(corners, edges, order);
                return true;
            }

            public uint AllowedAfter(int turn) => TurnOrder.AllowedAfter[turn];

            public bool Found(scoped ReadOnlySpan<byte> turns)
            {
                view.path = [.. first, .. turns];
                return false;
            }
        }
    }
}
