namespace TinCompass.Core.Tests;

/// <summary>What the build and the whitespace check do not see in the sources.</summary>
public class SourceTests
{
    /// <summary>The base library first, then by name; static ones and aliases after the others.</summary>
    [Fact]
    public void Usings_stand_in_order()
    {
        var root = ArchitectureTests.FindRoot();
        var sources = new[] { "src", "tests", "bench" }.SelectMany(d =>
                Directory.EnumerateFiles(Path.Combine(root, d), "*.cs", SearchOption.AllDirectories))
            .Where(f => !f.Split(Path.DirectorySeparatorChar).Any(part => part is "obj" or "bin" or "Migrations" or "node_modules"))
            .ToArray();
        Assert.True(sources.Length > 150);
        foreach (var source in sources)
        {
            string[] usings = [.. File.ReadLines(source).TakeWhile(l => l.Length == 0 || l.StartsWith("using ", StringComparison.Ordinal)
                || l.StartsWith("//", StringComparison.Ordinal)).Where(l => l.StartsWith("using ", StringComparison.Ordinal))];
            var sorted = usings.OrderBy(u => u.StartsWith("using static ", StringComparison.Ordinal)).ThenBy(u => u.Contains('='))
                .ThenBy(u => NameOf(u).Split('.')[0] != "System").ThenBy(NameOf, StringComparer.OrdinalIgnoreCase);
            Assert.True(sorted.SequenceEqual(usings), $"{source}: {string.Join(' ', sorted)}");
        }
    }

    private static string NameOf(string line) => line.TrimEnd(';').Split(' ')[^1];
}
