using System.Globalization;
using System.Text;

namespace TinCompass.Server.Features.Solvers;

/// <summary>
/// Names that are what they look like: written in one way, without what cannot be seen, in the letters of one script, and not to be taken
/// for another solver's. The base library has no tables of Unicode's forms here (invariant globalization), so the wide letters are made
/// narrow, and other forms of a letter are refused.
/// </summary>
internal static class SolverNames
{
    /// <summary>Scripts whose letters look like those of another one: from, to, number of the script.</summary>
    private static readonly (char From, char To, string Script)[] Scripts =
    [
        ('A', 'Z', "Latin"), ('a', 'z', "Latin"), ('\u00C0', '\u024F', "Latin"), ('\u0250', '\u02AF', "Latin"),
        ('\u1D00', '\u1DBF', "Latin"), ('\u1E00', '\u1EFF', "Latin"), ('\u2C60', '\u2C7F', "Latin"), ('\uA720', '\uA7FF', "Latin"),
        ('\u0370', '\u03FF', "Greek"), ('\u1F00', '\u1FFF', "Greek"), ('\u0400', '\u052F', "Cyrillic"),
        ('\u1C80', '\u1C8F', "Cyrillic"), ('\u2DE0', '\u2DFF', "Cyrillic"), ('\uA640', '\uA69F', "Cyrillic"),
        ('\u0530', '\u058F', "Armenian"), ('\u13A0', '\u13FF', "Cherokee"), ('\uAB70', '\uABBF', "Cherokee"),
    ];

    /// <summary>Letters of other scripts, and digits, as the Latin ones they look like.</summary>
    private static readonly Dictionary<char, char> Looks = new[]
    {
        "\u0430a", "\u0435e", "\u043Eo", "\u0440p", "\u0441c", "\u0445x", "\u0443y", "\u0456l", "\u0458j", "\u0455s", "\u0501d",
        "\u04BBh", "\u0432b", "\u043Ak", "\u043Cm", "\u0442t", "\u043Dh", "\u0437\u0033", "\u04CFl", "\u051Bq", "\u051Dw", "\u0491r",
        "\u0433r", "\u043Fn", "\u03B1a", "\u03B5e", "\u03BFo", "\u03C1p", "\u03C7x", "\u03B9l", "\u03BAk", "\u03BDv", "\u03C5u",
        "\u03C4t", "\u03B7n", "\u03B2b", "\u03BCm", "\u03B6z", "\u03F2c", "\u03F3j", "\u0570h", "\u0578n", "\u057Dl", "\u0585o",
        "\u0581g", "\u0561w", "0o", "1l", "il", "|l", "\u0131l", "\u0142l",
    }.ToDictionary(pair => pair[0], pair => pair[1]);

    /// <summary>A name as it is kept; null, with the reason, when it is none.</summary>
    public static string? Read(string? text, out string why)
    {
        why = "";
        var name = string.Join(' ', Narrow(text ?? "").Split(default(char[]), StringSplitOptions.RemoveEmptyEntries));
        if (name.Length is 0 or > Storage.Solver.MaxNameLength)
            why = $"A name has 1 to {Storage.Solver.MaxNameLength} characters.";
        else if (name.EnumerateRunes().FirstOrDefault(IsUnseen) is { Value: > 0 } odd)
            why = $"A name can't contain invisible characters. Remove U+{odd.Value:X4}.";
        else if (name.EnumerateRunes().FirstOrDefault(IsDressed) is { Value: > 0 } dressed)
            why = $"A name can't contain '{dressed}'. Use plain letters.";
        else if (HasLooseMark(name))
            why = "An accent in this name is a character of its own. Type the letter with its accent as one character.";
        else if (!name.EnumerateRunes().Any(r => Rune.IsLetterOrDigit(r) || Rune.GetUnicodeCategory(r) is UnicodeCategory.OtherSymbol))
            why = "A name needs at least one letter or digit.";
        else if (name.Select(ScriptOf).OfType<string>().Distinct().ToArray() is { Length: > 1 } mixed)
            why = $"A name can't mix {string.Join(" and ", mixed)} letters. Use one alphabet.";
        return why.Length == 0 ? name : null;
    }

    /// <summary>What a name looks like at a glance: of two with the same look one would be taken for the other.</summary>
    public static string Look(string name) => new(
    [
        .. name.ToLowerInvariant().Where(c => !char.IsWhiteSpace(c) && c is not ('.' or '-' or '_' or '\''))
            .Select(c => Looks.GetValueOrDefault(c, c)),
    ]);

    private static string Narrow(string text) =>
        new([.. text.Select(c => c is >= '\uFF01' and <= '\uFF5E' ? (char)(c - 0xFEE0) : c)]);

    /// <summary>A letter, or some, in another dress: a ligature, in a circle, in a script of mathematics, narrow or wide.</summary>
    private static bool IsDressed(Rune rune) => rune.Value is (>= 0xFB00 and <= 0xFB4F) or (>= 0x2070 and <= 0x209F)
        or (>= 0x2100 and <= 0x218F) or (>= 0x2460 and <= 0x24FF) or (>= 0x3200 and <= 0x33FF) or (>= 0xFF00 and <= 0xFFEF)
        or (>= 0x1D400 and <= 0x1D7FF) or (>= 0x1F100 and <= 0x1F1FF) or 0xAA or 0xBA or 0xB2 or 0xB3 or 0xB9;

    /// <summary>A mark of its own upon a letter that is written in one with it elsewhere.</summary>
    private static bool HasLooseMark(string name)
    {
        for (var i = 0; i < name.Length; i++)
            if (char.GetUnicodeCategory(name[i]) == UnicodeCategory.NonSpacingMark
                && (i == 0 || name[i - 1] == ' ' || ScriptOf(name[i - 1]) is not null
                || char.GetUnicodeCategory(name[i - 1]) == UnicodeCategory.NonSpacingMark)) return true;
        return false;
    }

    private static bool IsUnseen(Rune rune) => Rune.GetUnicodeCategory(rune) is UnicodeCategory.Control or UnicodeCategory.Format
        or UnicodeCategory.PrivateUse or UnicodeCategory.OtherNotAssigned or UnicodeCategory.Surrogate or UnicodeCategory.LineSeparator
        or UnicodeCategory.ParagraphSeparator
        || rune.Value is 0xFFFD or 0x115F or 0x1160 or 0x3164 or 0xFFA0 or 0x2800 or (>= 0xFE00 and <= 0xFE0F);

    private static string? ScriptOf(char c) => char.IsLetter(c) ? Scripts.FirstOrDefault(s => c >= s.From && c <= s.To).Script : null;
}
