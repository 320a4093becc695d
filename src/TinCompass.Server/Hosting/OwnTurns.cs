using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Server.Hosting;

/// <summary>
/// Reads own turns at the door: they start from the hold the solver was shown, and the stage they belong to knows what was meant.
/// </summary>
internal static class OwnTurns
{
    /// <summary>Turns of an own plan and the hold it starts from, together no longer than any sequence.</summary>
    public static bool TryRead(
        string? plan, string? hold, IStage stage, CubeState state, Focus focus, bool mayBeEmpty,
            [NotNullWhen(true)] out IReadOnlyList<Turn>? turns,
        [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        (turns, problem) = (null, null);
        if (!TryReadHold(hold, out var rotation, out problem)) return false;
        var own = Algorithm.Empty;
        if (!(mayBeEmpty && string.IsNullOrWhiteSpace(plan)) && !Door.TryReadTurns(plan, "plan", out own!, out problem)) return false;
        turns = stage.ReadOwn(state, focus, rotation, own.Turns);
        if (turns.Count > Algorithm.MaxTurns)
            problem =
                Problems.Bad("too-long",
                $"The hold and the plan have {turns.Count} turns together; at most {Algorithm.MaxTurns} are read.", "plan");
        return problem is null;
    }

    private static bool TryReadHold(string? hold, out IReadOnlyList<Turn> rotation, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        (rotation, problem) = ([], null);
        if (string.IsNullOrWhiteSpace(hold)) return true;
        if (!Door.TryReadTurns(hold, "hold", out var read, out problem)) return false;
        rotation = read.Turns;
        if (rotation.Any(t => t.Kind != TurnKind.Rotation)) problem =
            Problems.Bad("bad-hold", $"'{hold}' is no hold: only the rotations x, y and z are expected.", "hold");
        return problem is null;
    }
}
