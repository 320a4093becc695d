using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.SecondBlock;

/// <summary>Every way of R, r, M and U to a goal of the second block, under exact distances: nothing else is visited.</summary>
public sealed class SecondBlockSearch(SecondBlockTable table)
{
    /// <summary>The most that may be asked beyond the fewest turns.</summary>
    public const int MaxSlack = 2;

    /// <summary>The most ways that are found of one length; the search ends then.</summary>
    public const int MostFound = 200_000;

    /// <summary>The fewest turns.</summary>
    public int Distance(SecondBlockPosition position, SecondBlockGoal goal) => table.Distance(position, goal);

    /// <summary>
    /// Every sequence of exactly <paramref name="length"/> turns after which the goal stands, and not before; of those about one axis the
    /// order R, r, M. Throws when cancelled.
    /// </summary>
    public IReadOnlyList<IReadOnlyList<Turn>> Find(SecondBlockPosition position, SecondBlockGoal goal, int length,
        CancellationToken cancel = default)
    {
        var distance = Distance(position, goal);
        if (length < distance || (distance == 0 && length > 0)) return [];
        if (length == 0) return [[]];
        var found = new List<IReadOnlyList<Turn>>();
        var searched = new Searched(table, goal, found, cancel);
        Deepening.All<Searched, SecondBlockPosition>(ref searched, position, (1u << SecondBlockTable.Turns.Count) - 1, length);
        return found;
    }

    /// <summary>Every sequence of the fewest turns.</summary>
    public IReadOnlyList<IReadOnlyList<Turn>> Shortest(SecondBlockPosition position, SecondBlockGoal goal,
        CancellationToken cancel = default) => Find(position, goal, Distance(position, goal), cancel);

    private struct Searched(SecondBlockTable table, SecondBlockGoal goal, List<IReadOnlyList<Turn>> found, CancellationToken cancel)
        : ISearched<SecondBlockPosition>
    {
        private int entered;

        public bool Enter()
        {
            if ((entered++ & 0xFFF) == 0) cancel.ThrowIfCancellationRequested();
            return true;
        }

        public readonly uint Turns(in SecondBlockPosition node, int left) => (1u << SecondBlockTable.Turns.Count) - 1;

        public readonly bool TryTurn(in SecondBlockPosition node, int turn, int left, out SecondBlockPosition after)
        {
            after = node.After(turn);
            var distance = table.Distance(after, goal);
            return distance <= left && (distance > 0 || left == 0);
        }

        public readonly uint AllowedAfter(int turn) => SecondBlockTable.AllowedAfter[turn];

        public readonly bool Found(scoped ReadOnlySpan<byte> turns)
        {
            var made = new Turn[turns.Length];
            for (var i = 0; i < turns.Length; i++) made[i] = SecondBlockTable.Turns[turns[i]];
            found.Add(made);
            return found.Count < MostFound;
        }
    }
}
