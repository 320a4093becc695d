using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Methods.Cross;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.Cross;

/// <summary>How the solver plans crosses, holds and turns, as a request says it. All may be left out.</summary>
/// <param name="Order">turns, time or foresight.</param>
/// <param name="Holds">fewestBackTurns, leastTime or plainest.</param>
/// <param name="LeftHanded">The left hand is the stronger one.</param>
/// <param name="Avoid">Letters that are never turned, of UDFBRL udfbrl MES xyz.</param>
/// <param name="MiddleHand">either, left or right: the hand that makes M.</param>
internal sealed record CrossQuery(string? Order, string? Holds, bool? LeftHanded, string? Avoid, string? MiddleHand = null)
{
    /// <summary>Reads the habits at the door.</summary>
    public bool TryRead(HandModels hands, [NotNullWhen(true)] out CrossPlanOptions? options,
        [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        options = null;
        if (!Door.TryReadEnum(Order, "order", PlanOrder.Turns, out var order, out problem)
            || !Door.TryReadEnum(Holds, "holds", HoldChoice.FewestBackTurns, out var holds, out problem)
            || !HandsQuery.TryRead(LeftHanded ?? false, Avoid, MiddleHand, out var preferences, out problem)) return false;
        options = new CrossPlanOptions(0, order, holds) { Hands = hands.For(preferences) };
        return true;
    }
}
