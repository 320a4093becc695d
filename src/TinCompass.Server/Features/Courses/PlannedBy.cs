using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Stages;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.Courses;

/// <summary>How a solver plans, as a request for a check says it: what would be planned so is never a mistake.</summary>
/// <param name="Options">The options of plans.</param>
/// <param name="IsKnown">They were said; else what any order or wish would plan counts as planned.</param>
internal sealed record PlannedBy(CourseOptions Options, bool IsKnown)
{
    /// <summary>Reads it at the door.</summary>
    /// <param name="by">time or turns; null where it is not said.</param>
    /// <param name="wishes">Wishes of stages, with ',' between them.</param>
    /// <param name="hands">Whose hands.</param>
    /// <param name="made">The moves made before.</param>
    /// <param name="planned">How the solver plans.</param>
    /// <param name="problem">What is wrong.</param>
    public static bool TryRead(string? by, string? wishes, HandModel hands, IReadOnlyList<Turn> made,
        [NotNullWhen(true)] out PlannedBy? planned, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        planned = null;
        if (!Door.TryReadEnum(by, "by", Measure.Time, out var order, out problem)) return false;
        planned = new PlannedBy(
            new CourseOptions(hands, order == Measure.Turns, false, CourseOptions.UsualBeam)
            {
                Arrived = made,
                Wishes = Door.Names(wishes),
            },
            !string.IsNullOrEmpty(by));
        return true;
    }
}
