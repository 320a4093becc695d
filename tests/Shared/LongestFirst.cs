using Xunit.Abstractions;

namespace TinCompass.Testing;

/// <summary>
/// As many classes of tests run beside each other as there are cores, or as the project says; where one is through the next begins. Those
/// that take longest come first, so that no core is left alone with one of them at the end.
/// </summary>
/// <param name="longest">The names of the classes that take longest, the longest first.</param>
public abstract class LongestFirst(params IReadOnlyList<string> longest) : ITestCollectionOrderer
{
    /// <inheritdoc/>
    public IEnumerable<ITestCollection> OrderTestCollections(IEnumerable<ITestCollection> testCollections) =>
        testCollections.OrderBy(At).ThenBy(c => c.DisplayName, StringComparer.Ordinal);

    private int At(ITestCollection tests)
    {
        for (var at = 0; at < longest.Count; at++)
            if (tests.DisplayName.EndsWith($".{longest[at]}", StringComparison.Ordinal)) return at;
        return longest.Count;
    }
}
