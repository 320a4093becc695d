using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.F2l;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.F2l;

/// <summary>A position whose cross is done, and how pairs are to be solved, as a request says it.</summary>
/// <param name="Scramble">The scramble, applied white up, green front.</param>
/// <param name="Made">The turns made so far, from the scramble hold; they end with the cross done. May be empty.</param>
/// <param name="Color">The base colour; when left out, the one that is down or whose cross is done.</param>
/// <param name="By">turns or time.</param>
/// <param name="Faces">The faces that may be turned, of UDFBRL in the hold that was reached; all when left out.</param>
/// <param name="NoRotation">The cube is not turned over.</param>
/// <param name="KeepHalves">A free slot whose corner or edge stands already keeps it.</param>
/// <param name="LeftHanded">The left hand is the stronger one.</param>
/// <param name="Avoid">Letters that are never turned.</param>
/// <param name="MiddleHand">either, left or right: the hand that makes M.</param>
internal sealed record F2lQuery(
    string? Scramble, string? Made, string? Color, string? By, string? Faces, bool? NoRotation, bool? KeepHalves, bool? LeftHanded,
        string? Avoid, string? MiddleHand = null)
{
    /// <summary>Reads all of it at the door.</summary>
    public bool TryRead(HandModels hands, [NotNullWhen(true)] out F2lPosition? position, [NotNullWhen(true)] out F2lOptions? options,
        [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        options = null;
        return TryReadPosition(Scramble, Made, Color, out position, out problem) && TryReadOptions(hands, out options, out problem);
    }

    /// <summary>Reads a position whose cross is done.</summary>
    public static bool TryReadPosition(string? scramble, string? made, string? color, [NotNullWhen(true)] out F2lPosition? position,
        [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        position = null;
        if (!Door.TryReadStart(scramble, made, color, out var state, out _, out var wanted, out problem)) return false;
        if (F2lPosition.TryRead(state, wanted, out position, out var refusal)) return true;
        problem = Problems.Bad(refusal.Code, refusal.Message, "made");
        return false;
    }

    /// <summary>Reads a slot by its colours.</summary>
    public static bool TryReadSlot(string? text, F2lPosition position, out Slot slot, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        (slot, problem) = (default, null);
        if (SlotName.TryParse(text, out var name) && SlotPlaces.Find(name, position.Hold) is { } found) slot = found;
        else problem = Problems.Bad("unknown-slot",
            $"'{text}' is no slot of the {position.Color.Name()} cross: two neighbouring side colours are expected, as in " +
                $"{Slot.FR.NameIn(position.Hold)}.", "slot");
        return problem is null;
    }

    private bool TryReadOptions(HandModels hands, [NotNullWhen(true)] out F2lOptions? options,
        [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        options = null;
        if (!Door.TryReadEnum(By, "by", Measure.Time, out var by, out problem)
            || !HandsQuery.TryRead(LeftHanded ?? false, Avoid, MiddleHand, out var preferences, out problem)) return false;
        var faces = string.Concat((Faces ?? "").Where(c => !char.IsWhiteSpace(c) && c != ',').Distinct());
        if (faces.FirstOrDefault(c => !"UDFBRL".Contains(c)) is var odd && odd != default)
        {
            problem = Problems.Bad("unknown-turn", $"'{odd}' is no face: letters of UDFBRL are expected.", "faces");
            return false;
        }

        options = new F2lOptions(hands.For(preferences), by == Measure.Turns, NoRotation ?? false, faces, KeepHalves ?? false);
        return true;
    }
}
