using TinCompass.Core.Cube;

namespace TinCompass.Core.Notation;

/// <summary>
/// Reads the usual text: letters UDFBRL udfbrl MES xyz and Uw …; suffixes 2, ' (also ’ ′ `), 2' and '2; spaces optional; (…), (…)3,
/// (…)x3, (…)'; [A, B]; [S: X]; nested; // to the end of the line is a comment. Recursive descent with one character of look-ahead.
/// </summary>
internal sealed class AlgorithmParser
{
    private const int MaxDepth = 40;
    private const string TurnsExpected = "a turn such as R, U' or F2";

    private readonly string text;
    private int at;
    private int depth;

    private AlgorithmParser(string text) => this.text = text;

    public static Algorithm Parse(string text)
    {
        var parser = new AlgorithmParser(text);
        var nodes = parser.ReadSequence(out _);
        if (parser.at < text.Length) throw parser.Unexpected(TurnsExpected);
        return new Algorithm(nodes);
    }

    /// <summary>Reads until the end or a closing character, which is left; gives the nodes and the number of turns they come to.</summary>
    private List<Node> ReadSequence(out int turns)
    {
        var nodes = new List<Node>();
        turns = 0;
        while (true)
        {
            SkipBlank();
            if (at >= text.Length || text[at] is ')' or ']' or ',' or ':') return nodes;
            var start = at;
            var (node, count) = text[at] switch { '(' => ReadGroup(), '[' => ReadBracket(), _ => (ReadTurn(), 1) };
            nodes.Add(node);
            turns += count;
            if (turns > Algorithm.MaxTurns)
                throw Error("too-long", start, text[start..at], $"at most {Algorithm.MaxTurns} turns",
                    $"more than {Algorithm.MaxTurns} turns from here on");
        }
    }

    private TurnNode ReadTurn()
    {
        var start = at;
        var letter = Turn.LetterText.IndexOf(text[at], StringComparison.Ordinal);
        if (letter < 0) throw UnknownTurn();
        at++;
        if (at < text.Length && text[at] == 'w')
        {
            if (letter >= 6) throw Error("unknown-turn", start, text[start..(at + 1)], "w after one of U D F B R L",
                $"'{text[start..(at + 1)]}' is no turn");
            letter += 6;
            at++;
        }

        int amount = 1, signs = 0;
        var doubled = false;
        while (at < text.Length && signs < 2)
        {
            if (IsPrime(text[at]) && amount > 0) amount = -amount;
            else if (text[at] == '2' && !doubled) doubled = true;
            else break;
            at++;
            signs++;
        }

        if (at < text.Length && (char.IsAsciiDigit(text[at]) || IsPrime(text[at])))
        {
            at++;
            throw Error("unknown-turn", start, text[start..at], "nothing, 2 or ' after the letter", $"'{text[start..at]}' is no turn");
        }

        return new TurnNode(Turn.FromLetter(letter, doubled ? 2 : amount));
    }

    private (Node Node, int Turns) ReadGroup()
    {
        var open = at;
        var inner = ReadInside(out var once);
        Close(')', open);
        return ReadSuffix(inner, once, plain: null);
    }

    private (Node Node, int Turns) ReadBracket()
    {
        var open = at;
        var first = ReadInside(out var firstTurns);
        if (at >= text.Length) throw Unclosed(open, ", or : and then ]");
        if (text[at] is not (',' or ':')) throw Unexpected(", or :");
        var commutator = text[at] == ',';
        var second = ReadInside(out var secondTurns);
        if (at < text.Length && text[at] is ',' or ':') throw Unexpected("]");
        Close(']', open);
        Node node = commutator ? new CommutatorNode(first, second) : new ConjugateNode(first, second);
        return ReadSuffix([node], (2 * firstTurns) + (commutator ? 2 * secondTurns : secondTurns), node);
    }

    private List<Node> ReadInside(out int turns)
    {
        if (depth >= MaxDepth) throw Error("too-deep", at, text[at].ToString(),
            $"at most {MaxDepth} brackets within each other", "brackets are nested too deep");
        at++;
        depth++;
        var nodes = ReadSequence(out turns);
        depth--;
        return nodes.Count > 0 || at >= text.Length ? nodes : throw Unexpected(TurnsExpected);
    }

    /// <summary>
    /// The repeat and the apostrophe after a closing bracket. Without either, a bracket stands for itself (<paramref name="plain"/>).
    /// </summary>
    private (Node Node, int Turns) ReadSuffix(List<Node> inner, int once, Node? plain)
    {
        var start = at;
        var times = 1;
        var digits = at;
        if (digits < text.Length && text[digits] is 'x' or '×' && digits + 1 < text.Length && char.IsAsciiDigit(text[digits + 1]))
            digits++;
        if (digits < text.Length && char.IsAsciiDigit(text[digits]))
        {
            at = digits;
            while (at < text.Length && char.IsAsciiDigit(text[at])) at++;
            if (!int.TryParse(text[digits..at], out times) || times is < 1 or > Algorithm.MaxTurns)
                throw Error("bad-repeat", digits, text[digits..at], $"a repeat from 1 to {Algorithm.MaxTurns}",
                    $"'{text[digits..at]}' is no repeat");
        }

        var undone = at < text.Length && IsPrime(text[at]);
        if (undone) at++;
        var turns = once * times;
        if (turns > Algorithm.MaxTurns)
            throw Error("too-long", start, text[start..at], $"at most {Algorithm.MaxTurns} turns",
                $"this repeat makes more than {Algorithm.MaxTurns} turns");
        return (plain is not null && times == 1 && !undone ? plain : new GroupNode(inner, times, undone), turns);
    }

    private void Close(char bracket, int open)
    {
        if (at >= text.Length) throw Unclosed(open, bracket.ToString());
        if (text[at] != bracket) throw Unexpected(bracket.ToString());
        at++;
    }

    private void SkipBlank()
    {
        while (at < text.Length)
        {
            if (char.IsWhiteSpace(text[at])) at++;
            else if (text[at] == '/' && at + 1 < text.Length && text[at + 1] == '/')
                while (at < text.Length && text[at] != '\n') at++;
            else return;
        }
    }

    private static bool IsPrime(char c) => c is '\'' or '’' or '′' or '`' or '‘';

    private NotationException UnknownTurn()
    {
        var end = at + 1;
        while (end < text.Length && end - at < 12 && !char.IsWhiteSpace(text[end])
            && text[end] is not ('(' or ')' or '[' or ']' or ',' or ':')) end++;
        if (char.IsSurrogate(text[end - 1]) && end < text.Length && char.IsLowSurrogate(text[end])) end++;
        var word = text[at..end];
        var hint = char.ToUpperInvariant(text[at]) is 'M' or 'E' or 'S' ? "M, E or S in upper case"
            : text[at] is 'X' or 'Y' or 'Z' ? "x, y or z in lower case" : TurnsExpected;
        return Error("unknown-turn", at, word, hint, $"'{word}' is no turn");
    }

    private NotationException Unexpected(string expected) =>
        Error("unexpected", at, text[at].ToString(), expected, $"'{text[at]}' does not belong here");

    private NotationException Unclosed(int open, string expected)
    {
        var (line, column) = PlaceOf(open);
        return Error("unclosed-bracket", text.Length, "", expected,
            $"the '{text[open]}' {(line > 1 ? $"in line {line}, " : "at ")}column {column} is not closed");
    }

    private NotationException Error(string code, int index, string offending, string expected, string what)
    {
        var (line, column) = PlaceOf(index);
        var place = line > 1 ? $"Line {line}, column {column}" : $"Column {column}";
        return new NotationException(code, line, column, offending, expected, $"{place}: {what}; expected {expected}.");
    }

    private (int Line, int Column) PlaceOf(int index)
    {
        var line = 1 + text.AsSpan(0, index).Count('\n');
        return (line, index - (index == 0 ? -1 : text.LastIndexOf('\n', index - 1)));
    }
}
