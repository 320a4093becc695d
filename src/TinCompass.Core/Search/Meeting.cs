using TinCompass.Core.Cube;

namespace TinCompass.Core.Search;

/// <summary>
/// Fewest turns home by meeting in the middle: every position that some turns reach from home is kept; from the other side turns are tried,
/// one more each time, until one of those is met. So nothing shorter is left out. Safe for many threads at once.
/// </summary>
/// <typeparam name="TPosition">A position: a small value.</typeparam>
public sealed class Meeting<TPosition>
    where TPosition : struct, IEquatable<TPosition>
{
    private readonly Dictionary<TPosition, byte> near = [];
    private readonly Func<TPosition, Turn, TPosition> after;
    private readonly uint allowed;

    /// <summary>Keeps all that <paramref name="depth"/> turns reach.</summary>
    /// <param name="home">Where ways end.</param>
    /// <param name="turns">The turns of faces that may be made.</param>
    /// <param name="depth">So many of them.</param>
    /// <param name="after">The position after a turn.</param>
    public Meeting(TPosition home, IReadOnlyList<Turn> turns, int depth, Func<TPosition, Turn, TPosition> after)
    {
        this.after = after;
        allowed = turns.Aggregate(0u, (bits, turn) => bits | (1u << turn.Index));
        near[home] = byte.MaxValue;
        var last = new List<TPosition> { home };
        for (; depth > 0; depth--)
        {
            var next = new List<TPosition>();
            foreach (var position in last)
                foreach (var turn in turns)
                    if (after(position, turn) is var there && near.TryAdd(there, (byte)turn.Index)) next.Add(there);
            last = next;
        }
    }

    /// <summary>
    /// A shortest way home, the first in the order of turns; null when it takes more than <paramref name="most"/> turns to a position that
    /// is kept. Throws when cancelled.
    /// </summary>
    public IReadOnlyList<Turn>? Find(TPosition start, int most, CancellationToken cancel = default)
    {
        if (near.ContainsKey(start)) return [.. Home(start)];
        for (var length = 1; length <= most; length++)
        {
            var searched = new Searched(this, cancel);
            Deepening.All<Searched, TPosition>(ref searched, start, allowed, length);
            if (searched.Way is { } way) return [.. way, .. Home(way.Aggregate(start, after))];
        }

        return null;
    }

    /// <summary>The turns that led to a position that is kept, undone from the last to the first.</summary>
    private IEnumerable<Turn> Home(TPosition position)
    {
        while (near[position] is var turn and not byte.MaxValue)
        {
            var back = Turn.FromIndex(turn).Inverse;
            yield return back;
            position = after(position, back);
        }
    }

    private struct Searched(Meeting<TPosition> meeting, CancellationToken cancel) : ISearched<TPosition>
    {
        private int entered;

        public Turn[]? Way { get; private set; }

        public bool Enter()
        {
            if ((entered++ & 0xFFF) == 0) cancel.ThrowIfCancellationRequested();
            return true;
        }

        public readonly uint Turns(in TPosition node, int left) => meeting.allowed;

        public readonly bool TryTurn(in TPosition node, int turn, int left, out TPosition after)
        {
            after = meeting.after(node, Turn.FromIndex(turn));
            return left > 0 || meeting.near.ContainsKey(after);
        }

        public readonly uint AllowedAfter(int turn) => TurnOrder.AllowedAfter[turn];

        public bool Found(scoped ReadOnlySpan<byte> turns)
        {
            Way = [.. turns.ToArray().Select(t => Turn.FromIndex(t))];
            return false;
        }
    }
}
