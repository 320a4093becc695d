using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;

namespace TinCompass.Server.Hosting;

/// <summary>The door: text becomes typed values here, once; behind it nothing is parsed or checked again.</summary>
internal static class Door
{
    /// <summary>Reads a sequence of turns; it must hold at least one turn.</summary>
    public static bool TryReadTurns(
        string? text, string field, [NotNullWhen(true)] out Algorithm? algorithm, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        (algorithm, problem) = (null, null);
        if (string.IsNullOrWhiteSpace(text))
            problem = Problems.Bad("empty", $"The {field} is empty; expected turns such as R U' F2.", field);
        else if (text.Length > Limits.MaxTextLength)
            problem = Problems.Bad("text-too-long",
                $"The {field} is {text.Length} characters long; at most {Limits.MaxTextLength} are read.", field);
        else
        {
            try
            {
                algorithm = Algorithm.Parse(text);
                if (algorithm.Turns.Count == 0)
                    (algorithm, problem) = (null, Problems.Bad("empty", $"The {field} holds no turn; expected turns such as R U' F2.",
                        field));
            }
            catch (NotationException e)
            {
                problem = Problems.Text(e, field);
            }
        }

        return problem is null;
    }

    /// <summary>Reads turns that may be left out.</summary>
    public static bool TryReadMaybe(string? text, string field, out Algorithm turns, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        (turns, problem) = (Algorithm.Empty, null);
        if (string.IsNullOrWhiteSpace(text)) return true;
        if (!TryReadTurns(text, field, out var read, out problem)) return false;
        turns = read;
        return true;
    }

    /// <summary>Reads where something begins: a scramble, the turns made so far (may be left out), and a base colour, null when none is
    /// said.</summary>
    public static bool TryReadStart(string? scramble, string? made, string? color, out CubeState state, out Algorithm done,
        out Color? wanted, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        (state, done, wanted) = (default, Algorithm.Empty, null);
        if (!TryReadTurns(scramble, "scramble", out var turns, out problem) || !TryReadMaybe(made, "made", out done, out problem))
            return false;
        if (!string.IsNullOrEmpty(color))
        {
            if (!TryReadColor(color, out var read, out problem)) return false;
            wanted = read;
        }

        state = CubeState.Solved.Apply(turns.Turns).Apply(done.Turns);
        return true;
    }

    /// <summary>Names with ',' between them; none where nothing is said.</summary>
    public static string[] Names(string? text) =>
        (text ?? "").Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);

    /// <summary>Reads one of a few words; nothing gives the usual one. The words are the codes of a list.</summary>
    public static bool TryReadWord<T>(string? text, string field, IReadOnlyList<T> all, Func<T, string> codeOf,
        [NotNullWhen(true)] out T? value, [NotNullWhen(false)] out ProblemHttpResult? problem)
        where T : class
    {
        value = string.IsNullOrWhiteSpace(text) ? all[0]
            : all.FirstOrDefault(v => string.Equals(codeOf(v), text, StringComparison.OrdinalIgnoreCase));
        problem = value is not null ? null : Problems.Bad("unknown-word",
            $"'{text}' is not known here: {string.Join(", ", all.Select(codeOf))} are.", field);
        return problem is null;
    }

    /// <summary>Reads what is known of a position: "white,white:green-red"; null when everything is.</summary>
    public static bool TryReadKnown(string? text, out KnownPieces? known, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        (known, problem) = (null, null);
        if (string.IsNullOrWhiteSpace(text)) return true;
        (known, var odd) = KnownPieces.Read(text);
        if (known is null) problem = Problems.Bad("unknown-pieces",
            $"'{odd}' is neither a cross colour nor a pair such as white:green-red.", "known");
        return problem is null;
    }

    /// <summary>Reads one of a few words; nothing gives the usual one.</summary>
    public static bool TryReadEnum<T>(string? text, string field, T usual, out T value, [NotNullWhen(false)] out ProblemHttpResult? problem)
        where T : struct, Enum
    {
        (value, problem) = (usual, null);
        if (string.IsNullOrWhiteSpace(text) || (
            !char.IsAsciiDigit(text[0]) && Enum.TryParse(text, ignoreCase: true, out value) && Enum.IsDefined(value))) return true;
        var words = Enum.GetNames<T>().Select(System.Text.Json.JsonNamingPolicy.CamelCase.ConvertName);
        problem = Problems.Bad("unknown-word", $"'{text}' is not known here: {string.Join(", ", words)} are.", field);
        return false;
    }

    /// <summary>Reads one of the six colours by name.</summary>
    public static bool TryReadColor(string? text, out Color color, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        problem = Faces.TryParseColor(text, out color)
            ? null
            : Problems.Bad("unknown-color",
                $"'{text}' is no colour: {string.Join(", ", Faces.AllColors.Select(c => c.Name()))} are.", "color");
        return problem is null;
    }
}
