using System.Globalization;
using System.Text.RegularExpressions;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.Notation;

/// <summary>
/// Turns of bigger cubes as they are written: R; Rw or r, two layers wide as on the 3x3; 3Rw; 2R, the second layer alone; M E S, the middle
/// layer of an odd cube; x y z; each with 2, ' or 2'. Spaces are optional; what follows // is a comment.
/// </summary>
public static partial class BigNotation
{
    /// <summary>The longest sequence that is read.</summary>
    public const int MaxTurns = 2000;

    /// <summary>
    /// Reads a text for a cube of some size; throws <see cref="NotationException"/> with the place and what was expected.
    /// </summary>
    public static IReadOnlyList<BigTurn> Parse(string text, int size)
    {
        var turns = new List<BigTurn>();
        foreach (var (line, number) in text.Split('\n').Select((l, i) => (l.Split("//")[0].TrimEnd('\r'), i + 1)))
            for (var at = 0; at < line.Length;)
            {
                if (char.IsWhiteSpace(line[at]))
                {
                    at++;
                    continue;
                }

                var found = Turn().Match(line, at);
                if (found.Index != at || found.Length == 0)
                    throw Error("unknown-turn", number, at, Word(line, at), "a turn such as R, Rw', 3Rw2, 2R or x", "is no turn");
                turns.Add(Read(found, number, at, size));
                if (turns.Count > MaxTurns)
                    throw Error("too-long", number, at, found.Value, $"at most {MaxTurns} turns", "is one turn too many");
                at += found.Length;
            }

        return turns;
    }

    /// <summary>Turns as they are written.</summary>
    public static string Written(IEnumerable<BigTurn> turns, int size) => string.Join(' ', turns.Select(t => t.Written(size)));

    private static BigTurn Read(Match found, int line, int at, int size)
    {
        var (letter, isWide) = (found.Groups["letter"].Value[0], found.Groups["wide"].Success);
        var amount = found.Groups["amount"].Value;
        var quarters = amount.Contains('2', StringComparison.Ordinal) ? 2 : amount.Length > 0 ? 3 : 1;
        var layer = found.Groups["layer"].Success
            ? int.Parse(found.Groups["layer"].ValueSpan, NumberStyles.None, CultureInfo.InvariantCulture) : (int?)null;
        if ("xyzMES".Contains(letter, StringComparison.Ordinal))
        {
            if (layer is not null || isWide) throw Wrong("a layer or w with U D F B R L alone", "is no turn");
            if (char.IsLower(letter)) return BigTurn.Of("yzx".IndexOf(letter, StringComparison.Ordinal) switch
            {
                0 => Face.U,
                1 => Face.F,
                _ => Face.R,
            }, 1, size, quarters);
            if (size % 2 == 0) throw Wrong($"an inner layer by its number, such as 2{(letter == 'M' ? 'L' : letter == 'E' ? 'D' : 'F')}",
                $"is no turn of a {size}x{size}, which has no middle layer");
            return BigTurn.Of(letter switch { 'M' => Face.L, 'E' => Face.D, _ => Face.F }, (size + 1) / 2, (size + 1) / 2, quarters);
        }

        var face = Enum.Parse<Face>(char.ToUpperInvariant(letter).ToString());
        if (char.IsLower(letter))
        {
            if (layer is not null || isWide) throw Wrong($"{char.ToUpperInvariant(letter)} in upper case with a layer or w", "is no turn");
            isWide = true;
        }

        if (!isWide)
            return layer is null ? BigTurn.Of(face, 1, 1, quarters) : layer > 1 && layer < size
                ? BigTurn.Of(face, layer.Value, layer.Value, quarters)
                : throw Wrong($"a layer from 2 to {size - 1}", $"is no turn of a {size}x{size}");
        var width = layer ?? 2;
        return width > 1 && width < size ? BigTurn.Of(face, 1, width, quarters)
            : throw Wrong($"2 to {size - 1} layers", $"is no turn of a {size}x{size}");

        NotationException Wrong(string expected, string what) => Error("unknown-turn", line, at, found.Value, expected, what);
    }

    private static string Word(string line, int at)
    {
        var end = at + 1;
        while (end < line.Length && end - at < 12 && !char.IsWhiteSpace(line[end])) end++;
        return line[at..end];
    }

    private static NotationException Error(string code, int line, int at, string offending, string expected, string what) =>
        new(code, line, at + 1, offending, expected,
            $"{(line > 1 ? $"Line {line}, column" : "Column")} {at + 1}: '{offending}' {what}; expected {expected}.");

    [GeneratedRegex(@"\G(?<layer>\d{1,2})?(?<letter>[UDFBRLudfbrlMESxyz])(?<wide>w)?(?<amount>2['’′`‘]?|['’′`‘]2?)?")]
    private static partial Regex Turn();
}
