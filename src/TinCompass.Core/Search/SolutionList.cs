namespace TinCompass.Core.Search;

/// <summary>A growing list of packed solutions that keeps its memory between searches. Not safe for two threads at once.</summary>
public sealed class SolutionList
{
    private ulong[] items = new ulong[256];

    /// <summary>Number of solutions in the list.</summary>
    public int Count { get; private set; }

    /// <summary>The most that is taken; a search that would find more stops and leaves <see cref="IsCut"/> true.</summary>
    public int Limit { get; init; } = int.MaxValue;

    /// <summary>True when the limit cut the search short.</summary>
    public bool IsCut { get; private set; }

    /// <summary>A solution by its number.</summary>
    public PackedTurns this[int i] => new(items[i]);

    /// <summary>Empties the list.</summary>
    public void Clear() => (Count, IsCut) = (0, false);

    /// <summary>Adds a sequence of at most twelve face turns (0..17); false when the list is full.</summary>
    public bool Add(ReadOnlySpan<byte> turns) => Add(PackedTurns.Pack(turns).Bits);

    /// <summary>Adds a solution; false when the list is full.</summary>
    public bool Add(ulong bits)
    {
        if (Count == Limit)
        {
            IsCut = true;
            return false;
        }

        if (Count == items.Length) Array.Resize(ref items, items.Length * 2);
        items[Count++] = bits;
        return true;
    }
}
