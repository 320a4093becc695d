using System.Globalization;

namespace TinCompass.Core.Stages;

/// <summary>Small words that the sentences of all stages use.</summary>
public static class Words
{
    /// <summary>"1 turn", "3 turns".</summary>
    public static string Turns(int count) => count == 1 ? "1 turn" : $"{count.ToString(CultureInfo.InvariantCulture)} turns";

    /// <summary>"a, b and c".</summary>
    public static string Join(IEnumerable<string> words)
    {
        var all = words.ToArray();
        return all.Length <= 1 ? string.Concat(all) : $"{string.Join(", ", all[..^1])} and {all[^1]}";
    }

    /// <summary>With a capital at its beginning.</summary>
    public static string Capital(string text) => text.Length == 0 ? text : char.ToUpperInvariant(text[0]) + text[1..];

    /// <summary>With a small letter at its beginning: what stands in capitals further on stays so.</summary>
    public static string Small(string text) => text.Length == 0 ? text : char.ToLowerInvariant(text[0]) + text[1..];

    /// <summary>Milliseconds as seconds with one digit after the point, without the unit.</summary>
    public static string Seconds(double ms) => Figure(ms / 1000);

    /// <summary>A figure with one digit after the point.</summary>
    public static string Figure(double figure) => figure.ToString("0.0", CultureInfo.InvariantCulture);

    /// <summary>The name of a value as a code between programs: "placesEdge".</summary>
    public static string Code<T>(T value)
        where T : struct, Enum => value.ToString() is var name ? char.ToLowerInvariant(name[0]) + name[1..] : "";
}
