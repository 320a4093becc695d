using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.Cross;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.Cross;

/// <summary>How the solver plans, holds and turns, as a request says it. All may be left out.</summary>
/// <param name="Order">turns, time or foresight.</param>
/// <param name="Holds">fewestBackTurns, leastTime or plainest.</param>
/// <param name="LeftHanded">The left hand is the stronger one.</param>
/// <param name="Avoid">Letters that are never turned, of UDFBRL udfbrl MES xyz.</param>
internal sealed record HabitsQuery(string? Order, string? Holds, bool? LeftHanded, string? Avoid)
{
    private const string Letters = "UDFBRLudfbrlMESxyz";

    /// <summary>Reads the habits at the door.</summary>
    public bool TryRead(HandModels hands, [NotNullWhen(true)] out CrossPlanOptions? options, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        options = null;
        if (!Door.TryReadEnum(Order, "order", PlanOrder.Turns, out var order, out problem)
            || !Door.TryReadEnum(Holds, "holds", HoldChoice.FewestBackTurns, out var holds, out problem)
            || !TryReadHands(LeftHanded ?? false, Avoid, out var preferences, out problem)) return false;
        options = new CrossPlanOptions(0, order, holds) { Hands = hands.For(preferences) };
        return true;
    }

    /// <summary>Reads hands: the letters avoided are put in their fixed order, each once.</summary>
    public static bool TryReadHands(
        bool leftHanded, string? avoid, [NotNullWhen(true)] out HandPreferences? preferences, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        (preferences, problem) = (null, null);
        var avoided = (avoid ?? "").Where(c => !char.IsWhiteSpace(c) && c != ',').ToArray();
        if (avoided.FirstOrDefault(c => !Letters.Contains(c)) is var odd && odd != default)
            problem = Problems.Bad("unknown-turn", $"'{odd}' is no turn: the letters {Letters} can be avoided.", "avoid");
        else
            preferences = new HandPreferences(leftHanded, string.Concat(Letters.Where(avoided.Contains)));
        return problem is null;
    }

    /// <summary>Whether letters leave anything to turn: each of the six faces, by itself or wide from the other side.</summary>
    public static Face? Stuck(HandPreferences preferences) =>
        Enum.GetValues<Face>().Where(f => preferences.Avoided.Contains(f.ToString()[0]) && preferences.Avoided.Contains(char.ToLowerInvariant(f.Opposite().ToString()[0]))).Cast<Face?>().FirstOrDefault();
}
