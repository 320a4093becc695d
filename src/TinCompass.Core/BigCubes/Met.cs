namespace TinCompass.Core.BigCubes;

/// <summary>
/// What a search for the nearest goal has met: positions by number, each with the cheapest way to it, found again by its key. Of one search
/// alone; three arrays instead of a dictionary, for speed (docs/performance.md).
/// </summary>
internal sealed class Met
{
    private const int Beginning = 1 << 12;

    // By the key's hash the number of a position and one; the next cell where that is taken.
    private int[] cells = new int[2 * Beginning];
    private ulong[] keys = new ulong[Beginning];
    private Step[] steps = new Step[Beginning];

    /// <summary>How a position was come to: turns, the position before, the move from there.</summary>
    public readonly record struct Step(int Cost, int Before, int Move);

    /// <summary>Positions met.</summary>
    public int Count { get; private set; }

    /// <summary>The key of a position.</summary>
    public ulong Key(int number) => keys[number];

    /// <summary>The cheapest way to it.</summary>
    public Step this[int number] => steps[number];

    /// <summary>Keeps a way where it is new or cheaper than the one known, and gives the number of its end; none otherwise.</summary>
    public int? Keep(ulong key, Step step)
    {
        var mask = cells.Length - 1;
        var cell = Hash(key) & mask;
        for (; cells[cell] != 0; cell = (cell + 1) & mask)
            if (cells[cell] - 1 is var known && keys[known] == key)
            {
                if (steps[known].Cost <= step.Cost) return null;
                steps[known] = step;
                return known;
            }

        if (Count == keys.Length)
        {
            Grow();
            return Keep(key, step);
        }

        (cells[cell], keys[Count], steps[Count]) = (Count + 1, key, step);
        return Count++;
    }

    private void Grow()
    {
        Array.Resize(ref keys, 2 * keys.Length);
        Array.Resize(ref steps, 2 * steps.Length);
        cells = new int[2 * keys.Length];
        var mask = cells.Length - 1;
        for (var i = 0; i < Count; i++)
        {
            var cell = Hash(keys[i]) & mask;
            while (cells[cell] != 0) cell = (cell + 1) & mask;
            cells[cell] = i + 1;
        }
    }

    private static int Hash(ulong key)
    {
        // Multiplied by an odd number near 2^64 over the golden ratio, the upper bits depend on all.
        key *= 0x9E3779B97F4A7C15;
        return (int)(key >> 33);
    }
}
