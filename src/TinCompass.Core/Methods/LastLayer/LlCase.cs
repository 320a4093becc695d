namespace TinCompass.Core.Methods.LastLayer;

/// <summary>
/// A case of a set of the last layer: one class of looks that turns of the top (and, where it permutes, names of sides) make equal.
/// </summary>
/// <param name="Set">The set.</param>
/// <param name="Id">Its stable name: the set, and its first look written out.</param>
/// <param name="Name">What one sees of it, held as <paramref name="View"/>.</param>
/// <param name="Letter">The field's letter of a permutation; empty when there is none.</param>
/// <param name="Family">What is seen at the first glance.</param>
/// <param name="View">It, as it is held when it is named.</param>
/// <param name="Count">How many looks of the set are this case.</param>
/// <param name="Total">Of how many.</param>
/// <param name="Views">How many of the four holds look different.</param>
/// <param name="IsSolved">Nothing of the set is left to do.</param>
public sealed record LlCase(
    LlSet Set, string Id, string Name, string Letter, string Family, LlState View, int Count, int Total, int Views, bool IsSolved)
{
    /// <summary>The case in the mirror.</summary>
    public string MirrorId { get; internal init; } = "";

    /// <summary>
    /// The case that the sequences of this one, undone, solve (of those that orient: when they leave each piece in its place).
    /// </summary>
    public string InverseId { get; internal init; } = "";

    /// <summary>How likely it is: "1/54".</summary>
    public string Probability
    {
        get
        {
            var by = (int)System.Numerics.BigInteger.GreatestCommonDivisor(Count, Total);
            return $"{Count / by}/{Total / by}";
        }
    }

    /// <summary>The same as a number.</summary>
    public double Chance => (double)Count / Total;

    /// <summary>Name and letter: "bar behind, twins in front (U)".</summary>
    public string Title => Letter.Length == 0 ? Name : $"{Name} ({Letter})";
}
