using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Notation;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.Cross;

/// <summary>Reads an own plan at the door: its turns start from the hold the solver was shown.</summary>
internal static class OwnPlan
{
    public static bool TryRead(
        string? plan, string? hold, CubeState state, Color color, bool mayBeEmpty,
        [NotNullWhen(true)] out IReadOnlyList<Turn>? turns, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        (turns, problem) = (null, null);
        var rotation = Algorithm.Empty;
        if (!string.IsNullOrWhiteSpace(hold) && !Door.TryReadTurns(hold, "hold", out rotation!, out problem)) return false;
        if (rotation.Turns.Any(t => t.Kind != TurnKind.Rotation))
        {
            problem = Problems.Bad("bad-hold", $"'{hold}' is no hold: only the rotations x, y and z are expected.", "hold");
            return false;
        }

        var own = Algorithm.Empty;
        if (!(mayBeEmpty && string.IsNullOrWhiteSpace(plan)) && !Door.TryReadTurns(plan, "plan", out own!, out problem)) return false;
        turns = CrossJudge.FromHold(state, color, rotation.Turns, own.Turns);
        return true;
    }
}
