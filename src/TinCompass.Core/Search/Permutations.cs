namespace TinCompass.Core.Search;

/// <summary>Numbers for permutations and selections of a few things, and back.</summary>
public static class Permutations
{
    /// <summary>The number 0..n!−1 of a permutation of 0..n−1, in lexicographic order.</summary>
    public static int Rank(ReadOnlySpan<byte> permutation)
    {
        var rank = 0;
        for (var i = 0; i < permutation.Length; i++)
        {
            var smaller = 0;
            for (var j = i + 1; j < permutation.Length; j++)
                if (permutation[j] < permutation[i]) smaller++;
            rank = (rank * (permutation.Length - i)) + smaller;
        }

        return rank;
    }

    /// <summary>Fills <paramref name="permutation"/> with the permutation of a number.</summary>
    public static void Unrank(int rank, Span<byte> permutation)
    {
        var n = permutation.Length;
        for (var i = n - 1; i >= 0; i--)
        {
            (rank, permutation[i]) = (rank / (n - i), (byte)(rank % (n - i)));
            for (var j = i + 1; j < n; j++)
                if (permutation[j] >= permutation[i]) permutation[j]++;
        }
    }

    /// <summary>The number of a selection among all of the same size: bit i set means i is chosen (combinatorial number system).</summary>
    public static int RankSelection(uint bits)
    {
        int rank = 0, chosen = 0;
        for (var i = 0; i < 32; i++)
            if ((bits >> i & 1) == 1) rank += Choose(i, ++chosen);
        return rank;
    }

    /// <summary>The selection of <paramref name="size"/> things with a number.</summary>
    public static uint UnrankSelection(int rank, int size)
    {
        uint bits = 0;
        for (var chosen = size; chosen > 0; chosen--)
        {
            var i = chosen - 1;
            while (Choose(i + 1, chosen) <= rank) i++;
            rank -= Choose(i, chosen);
            bits |= 1u << i;
        }

        return bits;
    }

    private static int Choose(int n, int k)
    {
        if (k > n) return 0;
        long product = 1;
        for (var i = 1; i <= k; i++) product = product * (n - k + i) / i;
        return (int)product;
    }
}
