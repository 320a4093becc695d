using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.Cross;
using TinCompass.Server.Features.Sequences;

namespace TinCompass.Server.Features.Cross;

/// <summary>A turn after which the best possible total grew.</summary>
/// <param name="Number">The turn, from 1.</param>
/// <param name="Cost">By how many HTM.</param>
/// <param name="Words">What it did.</param>
/// <param name="Instead">The best way from the position before it.</param>
public sealed record MistakeResponse(int Number, int Cost, string Words, string Instead);

/// <summary>An own plan judged.</summary>
/// <param name="Read">The whole sequence as it was tried, with the rotation it starts from.</param>
/// <param name="Figures">What it was worth.</param>
/// <param name="Progress">As a plan in the making: whether it is on a best way, the best total from here, how many shortest ways lead
/// on.</param>
/// <param name="Missing">Edges that are not right relative to the others.</param>
/// <param name="AlignmentLeft">Quarter turns of D still due.</param>
/// <param name="GoodStart">How many turns at the start stay on a best way.</param>
/// <param name="Mistakes">In order; the first one is where it went wrong.</param>
/// <param name="Onward">The best way on from the end; null when the cross stands.</param>
/// <param name="Explanation">Turn by turn.</param>
public sealed record JudgementResponse(
    string Read, FiguresResponse Figures, string Progress, IReadOnlyList<string> Missing, int AlignmentLeft, int GoodStart,
        IReadOnlyList<MistakeResponse> Mistakes, string? Onward,
    ExplanationResponse Explanation)
{
    internal static JudgementResponse Of(CubeState start, IReadOnlyList<Turn> turns, CrossJudgement j, KnownPieces? known,
        HandModel hands) => new(
        string.Join(' ', turns), FiguresResponse.Of(j), CrossWords.Progress(j),
            [.. j.Missing.Select(m => CrossWords.EdgeName(j.Color, m))], j.AlignmentLeft, j.GoodStart,
        [.. j.Mistakes.Select(m => new MistakeResponse(m.Note.Number, m.Cost, CrossWords.ForMistake(j.Color, m), m.Instead.ToString()))],
            j.Onward?.ToString(),
        ExplanationResponse.Of(start, turns, j.Explanation, j.Best, known, hands));
}

/// <summary>An own plan to be judged.</summary>
/// <param name="Scramble">The scramble, applied white up, green front.</param>
/// <param name="Color">The base colour.</param>
/// <param name="Hold">The rotation from the scramble hold to how the solver holds the cube; may be empty.</param>
/// <param name="Plan">The turns, from that hold.</param>
/// <param name="Known">When only some pieces are known: "white,white:green-red".</param>
/// <param name="LeftHanded">The left hand is the stronger one.</param>
/// <param name="Avoid">Letters that are never turned.</param>
/// <param name="MiddleHand">either, left or right: the hand that makes M.</param>
/// <param name="Order">turns, time or foresight: how the solver plans; when left out, any of them counts.</param>
/// <param name="Holds">fewestBackTurns, leastTime or plainest; any of them when left out.</param>
public sealed record JudgeRequest(
    string? Scramble, string? Color, string? Hold, string? Plan, string? Known = null, bool? LeftHanded = null, string? Avoid = null,
    string? MiddleHand = null, string? Order = null, string? Holds = null);
