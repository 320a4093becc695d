using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Stages;

/// <summary>
/// The algorithms that fast right-handed solvers turn, read from a list that ships with the program ("set | algorithm", '#' begins a
/// comment). The stage that reads them finds out by the simulator which case each one solves; here they are only text that was parsed.
/// </summary>
public sealed class CommonAlgorithms
{
    /// <summary>
    /// What the time of an algorithm that is not common is multiplied by, while the solver's own times are not known. The hand model
    /// cannot see everything that made solvers agree on an algorithm; another has to be clearly quicker to come first.
    /// </summary>
    public const double Unfamiliar = 1.5;

    private readonly ILookup<string, IReadOnlyList<Turn>> bySet;
    private readonly HashSet<(string Set, string Turns)> all;

    private CommonAlgorithms(IEnumerable<(string Set, IReadOnlyList<Turn> Turns)> lines)
    {
        var read = lines.ToArray();
        bySet = read.ToLookup(l => l.Set, l => l.Turns);
        all = [.. read.SelectMany(l => new[] { (l.Set, KeyOf(l.Turns)), (l.Set, KeyOf([.. l.Turns.Select(t => t.Mirror)])) })];
    }

    /// <summary>Reads an embedded list. Throws <see cref="InvalidDataException"/> with the line when one cannot be read.</summary>
    public static CommonAlgorithms Shipped(string resource)
    {
        using var stream = typeof(CommonAlgorithms).Assembly.GetManifestResourceStream(resource)
            ?? throw new InvalidDataException($"the program has no {resource}");
        using var reader = new StreamReader(stream);
        return Read(reader.ReadToEnd());
    }

    /// <summary>Reads a list.</summary>
    public static CommonAlgorithms Read(string text) =>
        new CommonAlgorithms(text.Split('\n').Select((l, i) => (Line: l.Trim(), Number: i + 1))
            .Where(l => l.Line.Length > 0 && l.Line[0] != '#').Select(l => Line(l.Line, l.Number)));

    /// <summary>The algorithms of a set, as they are turned.</summary>
    public IEnumerable<IReadOnlyList<Turn>> Of(string set) => bySet[set];

    /// <summary>
    /// These moves are a common algorithm of the set, or its mirror image, whatever AUF is made before and after it and however it is
    /// written: wide moves, slices and rotations count as the face moves they make.
    /// </summary>
    public bool Has(string set, IReadOnlyList<Turn> turns) => all.Contains((set, KeyOf(turns)));

    /// <summary>What an algorithm's time is multiplied by where algorithms are ranked for somebody.</summary>
    public static double Weight(HandModel hands, bool isFamiliar) => isFamiliar || hands.Preferences.Own is not null ? 1 : Unfamiliar;

    private static string KeyOf(IReadOnlyList<Turn> turns)
    {
        Turn[] bare = [.. turns.SkipWhile(IsAufOrHold).Reverse().SkipWhile(IsAufOrHold).Reverse()];
        // Rotations that belong to the algorithm: it is the same from the hold after them.
        return string.Join(' ', HandModel.FaceTurns([.. turns.TakeWhile(IsAufOrHold).Where(t => t.Letter is 'x' or 'z'), .. bare]));
    }

    private static bool IsAufOrHold(Turn turn) => turn.Letter == 'U' || turn.Kind == TurnKind.Rotation;

    private static (string Set, IReadOnlyList<Turn> Turns) Line(string line, int number)
    {
        if (line.Split('|', StringSplitOptions.TrimEntries) is not [var set, var written])
            throw new InvalidDataException($"line {number}: '{line}' is not a set and an algorithm, such as \"pll | R U R'\"");
        try
        {
            return (set, Algorithm.Parse(written).Turns);
        }
        catch (NotationException wrong)
        {
            throw new InvalidDataException($"line {number}: {wrong.Message}", wrong);
        }
    }
}
