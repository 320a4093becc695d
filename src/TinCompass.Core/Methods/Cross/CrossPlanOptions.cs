using TinCompass.Core.Hands;

namespace TinCompass.Core.Methods.Cross;

/// <summary>What comes first in a list of plans.</summary>
public enum PlanOrder
{
    /// <summary>Fewest turns (HTM); then no flag, less alignment, fewer turns at the back.</summary>
    Turns,

    /// <summary>Least estimated time for two hands.</summary>
    Time,

    /// <summary>Easiest to see beforehand: least <see cref="CrossForesight.Score"/>.</summary>
    Foresight,
}

/// <summary>How a cube is held for a plan: which of the four holds that have the base down.</summary>
public enum HoldChoice
{
    /// <summary>Fewest turns of the back face; on a tie the plainest rotation.</summary>
    FewestBackTurns,

    /// <summary>Least estimated time for two hands.</summary>
    LeastTime,

    /// <summary>The plainest rotation that brings the base down, always the same for a colour.</summary>
    Plainest,
}

/// <summary>What is asked of a planner: how many turns over the best (0..2, HTM), in which order, for which hold and whose hands.</summary>
public sealed record CrossPlanOptions(int Slack = 0, PlanOrder Order = PlanOrder.Turns, HoldChoice Holds = HoldChoice.FewestBackTurns)
{
    private static readonly HandModel UsualHands = new(HandPreferences.Usual);

    /// <summary>The hands that turn: a hold without the turns they avoid is preferred.</summary>
    public HandModel Hands { get; init; } = UsualHands;
}
