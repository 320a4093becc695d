using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Notation;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.LastLayer;

/// <summary>A position whose first two layers are done, and how the last one is to be done, as a request says it.</summary>
/// <param name="Scramble">The scramble, applied white up, green front.</param>
/// <param name="Made">The turns made so far, from the scramble hold; they end with the first two layers done. May be empty.</param>
/// <param name="Color">The base colour; when left out, the one that is down or whose cross is done.</param>
/// <param name="By">turns or time.</param>
/// <param name="TopInTwo">The top is done in two looks.</param>
/// <param name="SidesInTwo">The sides are done in two looks.</param>
/// <param name="AsKnown">Both are done in one look where the solver knows the case, else in two.</param>
/// <param name="LeftHanded">The left hand is the stronger one.</param>
/// <param name="Avoid">Letters that are never turned.</param>
/// <param name="SolverId">Whose known cases and own sequences are weighed; nobody's when left out, or when there is no such solver.</param>
/// <param name="MiddleHand">either, left or right: the hand that makes M.</param>
internal sealed record LlQuery(
    string? Scramble, string? Made, string? Color, string? By, bool? TopInTwo, bool? SidesInTwo, bool? AsKnown, bool? LeftHanded,
        string? Avoid, int? SolverId, string? MiddleHand = null)
{
    /// <summary>Reads all of it at the door.</summary>
    public bool TryRead(HandModels hands, [NotNullWhen(true)] out LlPosition? position, [NotNullWhen(true)] out LlOptions? options,
        [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        options = null;
        if (!TryReadPosition(Scramble, Made, Color, out position, out var done, out problem)
            || !Door.TryReadEnum(By, "by", Measure.Time, out var by, out problem)
            || !HandsQuery.TryRead(LeftHanded ?? false, Avoid, MiddleHand, out var preferences, out problem)) return false;
        options = new LlOptions(hands.For(preferences), by == Measure.Turns, TopInTwo ?? false, SidesInTwo ?? false)
        {
            TopAsKnown = AsKnown ?? false,
            SidesAsKnown = AsKnown ?? false,
        }.After(done.Turns);
        return true;
    }

    /// <summary>Reads a position whose first two layers are done, and the turns that led there.</summary>
    public static bool TryReadPosition(string? scramble, string? made, string? color, [NotNullWhen(true)] out LlPosition? position,
        out Algorithm done, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        position = null;
        if (!Door.TryReadStart(scramble, made, color, out var state, out done, out var wanted, out problem)) return false;
        if (LlPosition.TryRead(state, wanted, out position, out var refusal)) return true;
        problem = Problems.Bad(refusal.Code, refusal.Message, "made");
        return false;
    }
}
