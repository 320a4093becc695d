using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.Hands;

/// <summary>Whose hands, as a request says it.</summary>
internal static class HandsQuery
{
    private const string Letters = "UDFBRLudfbrlMESxyz";

    /// <summary>Reads hands: the letters avoided are put in their fixed order, each once.</summary>
    public static bool TryRead(
        bool leftHanded, string? avoid, string? middleHand, [NotNullWhen(true)] out HandPreferences? preferences,
            [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        (preferences, problem) = (null, null);
        var avoided = (avoid ?? "").Where(c => !char.IsWhiteSpace(c) && c != ',').ToArray();
        if (avoided.FirstOrDefault(c => !Letters.Contains(c)) is var odd && odd != default)
            problem = Problems.Bad("unknown-turn", $"'{odd}' is no turn: the letters {Letters} can be avoided.", "avoid");
        else if (Door.TryReadEnum(middleHand, "middleHand", MiddleHand.Either, out var middle, out problem))
            preferences = new HandPreferences(leftHanded, string.Concat(Letters.Where(avoided.Contains)), middle);
        return problem is null;
    }

    /// <summary>Whether letters leave anything to turn: each of the six faces, by itself or wide from the other side.</summary>
    public static Face? Stuck(HandPreferences preferences) =>
        Enum.GetValues<Face>().Where(f => preferences.Avoided.Contains(f.ToString()[0])
            && preferences.Avoided.Contains(char.ToLowerInvariant(f.Opposite().ToString()[0]))).Cast<Face?>().FirstOrDefault();
}
