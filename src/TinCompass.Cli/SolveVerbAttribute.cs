using System.CommandLine;
using System.Reflection;
using TinCompass.Core.Search;

namespace TinCompass.Cli;

/// <summary>
/// A verb under <c>tc solve</c>: a static method that makes its command over the tables of a shelf. It needs no line elsewhere.
/// </summary>
[AttributeUsage(AttributeTargets.Method)]
internal sealed class SolveVerbAttribute : Attribute
{
    /// <summary>All verbs of the program.</summary>
    public static IReadOnlyList<Func<TableShelf, Command>> All { get; } =
        [.. typeof(SolveVerbAttribute).Assembly.GetTypes().SelectMany(t => t.GetMethods(BindingFlags.Public | BindingFlags.Static))
            .Where(m => m.IsDefined(typeof(SolveVerbAttribute))).Select(m => m.CreateDelegate<Func<TableShelf, Command>>())];
}
