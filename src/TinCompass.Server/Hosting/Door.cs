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
            problem = Problems.Bad("text-too-long", $"The {field} is {text.Length} characters long; at most {Limits.MaxTextLength} are read.", field);
        else
        {
            try
            {
                algorithm = Algorithm.Parse(text);
                if (algorithm.Turns.Count == 0)
                    (algorithm, problem) = (null, Problems.Bad("empty", $"The {field} holds no turn; expected turns such as R U' F2.", field));
            }
            catch (NotationException e)
            {
                problem = Problems.Text(e, field);
            }
        }

        return problem is null;
    }

    /// <summary>Reads colour names with commas between them; null when there are none.</summary>
    public static bool TryReadColors(string? text, out IReadOnlyList<Color>? colors, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        (colors, problem) = (null, null);
        if (string.IsNullOrWhiteSpace(text)) return true;
        var read = new List<Color>();
        foreach (var name in text.Split(',', StringSplitOptions.TrimEntries))
        {
            if (!TryReadColor(name, out var color, out problem)) return false;
            read.Add(color);
        }

        colors = read;
        return true;
    }

    /// <summary>Reads one of the six colours by name.</summary>
    public static bool TryReadColor(string? text, out Color color, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        problem = Faces.TryParseColor(text, out color)
            ? null
            : Problems.Bad("unknown-color", $"'{text}' is no colour: {string.Join(", ", Faces.AllColors.Select(c => c.Name()))} are.", "color");
        return problem is null;
    }
}
