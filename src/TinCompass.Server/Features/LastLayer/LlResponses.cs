using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Stages;
using TinCompass.Server.Features.Sequences;

namespace TinCompass.Server.Features.LastLayer;

/// <summary>A case of the last layer.</summary>
/// <param name="Id">Its stable name.</param>
/// <param name="Title">What one sees of it.</param>
/// <param name="Letter">The field's letter of a permutation; empty when there is none.</param>
/// <param name="Probability">"1/54".</param>
/// <param name="IsSolved">Nothing of the set is left to do.</param>
public sealed record LlCaseResponse(string Id, string Title, string Letter, string Probability, bool IsSolved)
{
    internal static LlCaseResponse Of(LlCase c) => new(c.Id, c.Title, c.Letter, c.Probability, c.IsSolved);
}

/// <summary>Two cases that a solver takes for each other, and what tells them apart.</summary>
/// <param name="One">One of them.</param>
/// <param name="Other">The other.</param>
/// <param name="Times">How often one was answered for the other.</param>
/// <param name="Where">What to look at, each held as it is named.</param>
/// <param name="SeenOnOne">What is seen there on the one.</param>
/// <param name="SeenOnOther">What is seen there on the other.</param>
/// <param name="Programme">What a practice session of these two alone is called.</param>
public sealed record ConfusionResponse(
    LlCaseResponse One, LlCaseResponse Other, int Times, string Where, string SeenOnOne, string SeenOnOther, string Programme);

/// <summary>A last layer entered by its stickers.</summary>
/// <param name="Facelets">
/// 54 letters as the cube is held, the base down, of which the top, the sides beside it and the centre in front count; '.' where nothing
/// was entered: nowhere, or everywhere but where the top's colour is.
/// </param>
public sealed record LlEntryRequest(string? Facelets);

/// <summary>What an entered last layer is.</summary>
/// <param name="Facelets">The whole position, the first two layers done.</param>
/// <param name="IsWhole">Every sticker was entered.</param>
/// <param name="Top">Its case of orientation.</param>
/// <param name="Sides">Its case of permutation, when the top is of one colour and every sticker was entered.</param>
public sealed record LlEntryResponse(string Facelets, bool IsWhole, LlCaseResponse Top, LlCaseResponse? Sides);

/// <summary>Sequences of one case to be put side by side.</summary>
/// <param name="Case">The case.</param>
/// <param name="View">The hold, as the casebook calls it; as it is named when left out.</param>
/// <param name="Sequences">One to three, each solving the case.</param>
/// <param name="SolverId">Whose known sequences they are compared with; nobody's when left out, or when there is no such solver.</param>
/// <param name="LeftHanded">The left hand is the stronger one.</param>
/// <param name="Avoid">Letters that are never turned.</param>
/// <param name="MiddleHand">either, left or right: the hand that makes M.</param>
public sealed record BesideRequest(
    string? Case, string? View, IReadOnlyList<string>? Sequences, int? SolverId, bool? LeftHanded, string? Avoid,
    string? MiddleHand = null);

/// <summary>What a sequence is to one that the solver knows.</summary>
/// <param name="Kinship">same, mirror, inverse or mirrorInverse.</param>
/// <param name="Of">The case that one is known for.</param>
public sealed record KinResponse(string Kinship, LlCaseResponse Of);

/// <summary>A sequence beside others.</summary>
/// <param name="Turns">The turns.</param>
/// <param name="Length">HTM.</param>
/// <param name="SliceLength">STM.</param>
/// <param name="Time">Relative time; null when a turn is avoided.</param>
/// <param name="Regrips">How often a hand grips anew.</param>
/// <param name="Rotations">Rotations of the whole cube.</param>
/// <param name="Letters">What it is made of.</param>
/// <param name="Way">How it is learnt.</param>
/// <param name="Notes">Burst by burst.</param>
/// <param name="Moves">Of what orients: the permutation it leaves where none was before; null for what permutes.</param>
/// <param name="Kin">What it is to sequences the solver knows.</param>
public sealed record LlColumnResponse(
    string Turns, int Length, int SliceLength, double? Time, int Regrips, int Rotations, string Letters, string Way,
        IReadOnlyList<NoteResponse> Notes, LlCaseResponse? Moves, IReadOnlyList<KinResponse> Kin)
{
    internal static LlColumnResponse Of(LlColumn column) => new(
        string.Join(' ', column.Turns), column.Length, column.SliceLength, SequenceResponse.Rounded(column.Time), column.Regrips,
        column.Rotations, column.Letters, column.Way, NoteResponse.Of(column.Notes, column.Turns, column.Turns),
        column.Moves is null ? null : LlCaseResponse.Of(column.Moves),
        [.. column.Kin.Select(k => new KinResponse(Words.Code(k.Kinship), LlCaseResponse.Of(k.Of)))]);
}
