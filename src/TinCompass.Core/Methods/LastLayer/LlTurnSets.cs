using TinCompass.Core.Cube;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>Sets of turns that sequences are made of, named by their letters: "R U F", "r U M".</summary>
public static class LlTurnSets
{
    /// <summary>All six faces.</summary>
    public const string AllFaces = "U D F B R L";

    /// <summary>The sets one chooses from, the plainest first.</summary>
    public static IReadOnlyList<string> Presets { get; } =
        ["R U", "R U F", "R U L", "R U D", "R U r", "r U M", "M U", "R U F D L", AllFaces];

    /// <summary>
    /// The turns of a set; each letter may be turned by a quarter, a half, and back. Throws <see cref="FormatException"/> with the letter
    /// that is none of a turn's.
    /// </summary>
    public static IReadOnlyList<Turn> Read(string name)
    {
        var turns = new List<Turn>();
        foreach (var word in name.Split([' ', ','], StringSplitOptions.RemoveEmptyEntries))
        {
            var letter = word.Length == 1 ? Turn.LetterText.IndexOf(word[0], StringComparison.Ordinal) : -1;
            if (letter is < 0 or >= 15)
                throw new FormatException($"'{word}' is no letter of a turn: U D F B R L, u d f b r l, M E S are, with spaces between.");
            for (var quarters = 1; quarters <= 3; quarters++) turns.Add(Turn.FromLetter(letter, quarters));
        }

        return turns.Count > 0 ? turns
            : throw new FormatException("Which turns? Letters are expected, with spaces between: R U F.");
    }

    /// <summary>
    /// Why no sequence of a set, however long, solves a case; null when nothing speaks against it. Turns of U, D, R and L
    /// never turn an edge over; U alone leaves everything as it is.
    /// </summary>
    public static string? Cannot(string name, LlCase c)
    {
        char[] letters = [.. Read(name).Select(t => t.Letter).Distinct()];
        if (letters.All(l => l == 'U')) return "Turns of the top alone solve no case.";
        if (c.View.Flips != 0 && letters.All(l => "UDRL".Contains(l, StringComparison.Ordinal)))
            return $"No sequence of {Stages.Words.Join(letters.Select(l => $"{l}"))} alone turns edges over.";
        return null;
    }
}
