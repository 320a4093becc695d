using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Notation;

namespace TinCompass.Server.Hosting;

/// <summary>Turns of bigger cubes at the door.</summary>
internal static class BigTurnsDoor
{
    /// <summary>Reads a text for a cube of some size; an empty one is no turn. The problem names the field and the place in it.</summary>
    public static bool TryRead(string? text, string field, int size, out IReadOnlyList<BigTurn> turns,
        [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        (turns, problem) = ([], null);
        if ((text?.Length ?? 0) > Limits.MaxTextLength)
            problem = Problems.Bad("text-too-long",
                $"The {field} is {text!.Length} characters long; at most {Limits.MaxTextLength} are read.", field);
        else
        {
            try
            {
                turns = BigNotation.Parse(text ?? "", size);
            }
            catch (NotationException e)
            {
                problem = Problems.Text(e, field);
            }
        }

        return problem is null;
    }
}
