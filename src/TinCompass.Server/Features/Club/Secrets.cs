using System.Globalization;
using System.Security.Cryptography;

namespace TinCompass.Server.Features.Club;

/// <summary>PINs and passphrases: what is given, and what may be chosen.</summary>
internal static class Secrets
{
    public const int LeastLength = 6, MostLength = 200;

    /// <summary>So many letters of those below cannot be guessed: 98 bits.</summary>
    private const int WordLength = 20;

    private const string Letters = "abcdefghjkmnpqrstuvwxyz23456789";

    /// <summary>Rows of keys and of the alphabet: a part of one, in either direction, is no secret.</summary>
    private static readonly string[] Rows =
    [
        "01234567890", "abcdefghijklmnopqrstuvwxyz", "qwertyuiop", "asdfghjkl", "zxcvbnm", "qwertzuiop", "yxcvbnm", "azertyuiop",
        "1qaz2wsx3edc4rfv5tgb6yhn7ujm", "147258369", "741852963", "159357", "qazwsxedcrfvtgbyhnujm", "1q2w3e4r5t6y7u8i9o0p",
        "q1w2e3r4t5y6u7i8o9p0",
    ];

    /// <summary>Words that are tried first wherever something is guessed, and those of this sport.</summary>
    private static readonly HashSet<string> Common = new((
        "password passwort passwords passw0rd p4ssword passphrase letmein welcome welcome1 iloveyou iloveu loveyou sunshine princess " +
        "football baseball basketball dragon monkey shadow master trustno1 whatever freedom hello hello1 hello123 " +
        "charlie jordan michael jessica ashley daniel thomas hannah andrew joshua matthew robert pepper ginger summer winter spring " +
        "autumn flower cookie banana orange purple yellow silver golden diamond secret secret1 secret123 changeme default admin " +
        "admin1 admin123 administrator root123 guest guest1 login test123 testing tester qwerty1 qwerty12 qwerty123 abc123 abcd1234 " +
        "aa123456 a123456 a12345 123abc 123qwe qwe123 qweasd qweasdzxc asdfgh1 zaq12wsx 1234qwer q1w2e3 pass123 pass1234 mypassword " +
        "mypass computer internet mustang " +
        "hunter hunter2 killer soccer hockey tennis guitar forever lovely babygirl " +
        "password1 password12 password123 password1234 112233 121212 123123 131313 123321 654321 696969 666666 101010 100000 200000 " +
        "111222 112211 123654 147147 159159 159753 159357 753951 246810 135790 135791 102030 010203 314159 271828 142857 121314 " +
        "cubing cubing1 speedcube speedcuber speedcubing cuber cuber123 cubers cubeclub mycube 3x3x3 cubecube " +
        "sunexx superflip blindfold sub10 sub20 pbpbpb tincompass compass compass1 tin-compass").Split(' '),
        StringComparer.OrdinalIgnoreCase);

    /// <summary>A PIN to hand over.</summary>
    public static string NewPin() => RandomNumberGenerator.GetInt32(100_000_000).ToString("00000000", CultureInfo.InvariantCulture);

    /// <summary>A word that is read from one screen and typed on another, in groups of five.</summary>
    public static string NewWord() =>
        string.Join('-', RandomNumberGenerator.GetString(Letters, WordLength).Chunk(5).Select(c => new string(c)));

    /// <summary>Why a secret may not be chosen; null when it may.</summary>
    /// <param name="secret">The secret.</param>
    /// <param name="known">Names that anybody would try: the member's, the club's.</param>
    public static string? Refuses(string? secret, params ReadOnlySpan<string> known)
    {
        var word = (secret ?? "").Trim();
        if (word.Length is < LeastLength or > MostLength) return $"A PIN or passphrase has {LeastLength} to {MostLength} characters.";
        var plain = Plain(word);
        foreach (var name in known)
            if (Plain(name) is { Length: > 0 } n && (IsRepeated(plain, n) || IsWithin(plain, n)))
                return "Names are easy to guess. Choose a PIN or passphrase without one.";
        return word.Distinct().Count() < 3 || Common.Contains(word) || Common.Contains(plain) || IsPeriodic(word)
            || Rows.Any(r => IsPartOf(word, r)) || IsCommonWithDigits(plain)
            ? "That's easy to guess. Choose another." : null;
    }

    private static string Plain(string text) => new([.. text.Where(char.IsLetterOrDigit).Select(char.ToLowerInvariant)]);

    /// <summary>"maretmaret": the name over and over.</summary>
    private static bool IsRepeated(string word, string name) => word.Length % name.Length == 0 && word.Replace(name, "",
        StringComparison.Ordinal).Length == 0;

    /// <summary>"maret1" and "1maret99": the name with little more than digits around it; or a part of the name.</summary>
    private static bool IsWithin(string word, string name) =>
        (name.Length >= 3 && word.Replace(name, "", StringComparison.Ordinal) is var rest && rest.Length < word.Length
            && rest.All(char.IsDigit)) || name.Contains(word, StringComparison.Ordinal);

    /// <summary>"123123", "abab": a short piece over and over; "112233", "aabbcc": each twice and in a row.</summary>
    private static bool IsPeriodic(string word)
    {
        for (var length = 1; length <= word.Length / 2 && length <= 4; length++)
            if (Enumerable.Range(length, word.Length - length).All(i => word[i] == word[i % length])) return true;
        return word.Length % 2 == 0 && Enumerable.Range(0, word.Length / 2).All(i => word[2 * i] == word[(2 * i) + 1])
            && Rows.Any(r => IsPartOf(new([.. word.Where((_, i) => i % 2 == 0)]), r));
    }

    private static bool IsPartOf(string word, string row) =>
        row.Contains(word, StringComparison.OrdinalIgnoreCase)
        || new string([.. row.Reverse()]).Contains(word, StringComparison.OrdinalIgnoreCase);

    /// <summary>"sunshine1", "dragon99": a word that is tried first, and digits.</summary>
    private static bool IsCommonWithDigits(string plain) =>
        plain.TrimEnd('0', '1', '2', '3', '4', '5', '6', '7', '8', '9') is { Length: >= 4 } word && plain.Length - word.Length <= 4
        && Common.Contains(word);
}
