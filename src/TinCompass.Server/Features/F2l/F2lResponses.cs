using TinCompass.Core.Cube;
using TinCompass.Core.Methods.F2l;
using TinCompass.Server.Features.Sequences;

namespace TinCompass.Server.Features.F2l;

/// <summary>A free slot.</summary>
/// <param name="Slot">By its colours.</param>
/// <param name="Colors">Its two colours.</param>
/// <param name="Place">Where it is in the hold shown.</param>
/// <param name="Case">The case's name; one that begins with "stuck" is none of the 42.</param>
/// <param name="CaseWords">The case in words.</param>
/// <param name="Family">Its family.</param>
/// <param name="Stand">Where its two pieces are.</param>
/// <param name="Length">Least HTM.</param>
/// <param name="Count">How many shortest sequences there are.</param>
/// <param name="Found">How many were found, longer ones included.</param>
/// <param name="Solutions">The best of them.</param>
/// <param name="IsCut">The search was stopped.</param>
public sealed record SlotOutlookResponse(
    string Slot, IReadOnlyList<string> Colors, string Place, string Case, string CaseWords, F2lFamily Family, string Stand, int Length,
        int Count, int Found, IReadOnlyList<SolutionResponse> Solutions, bool IsCut)
{
    internal static SlotOutlookResponse Of(F2lOutlook o, F2lPosition position)
    {
        var name = o.Slot.NameIn(position.Hold);
        return new(
            name.ToString(), [name.First.Name(), name.Second.Name()], o.Slot.Words(), o.Case, F2lWords.CaseName(o.Case),
                F2lCases.Find(o.Case)?.Family ?? F2lFamily.Elsewhere, F2lWords.Stand(position.Pairs, o.Slot, position.Hold),
            o.Length, o.Count, o.Found, [.. o.Solutions.Select(
                s => SolutionResponse.Of(F2lCasebook.Explained(s, position.Pairs, o.Slot, position.Hold)))], o.IsCut);
    }
}

/// <summary>The free slots of a position.</summary>
/// <param name="Color">The base colour.</param>
/// <param name="Rotation">The rotation that brings it down from the hold that was reached; usually none.</param>
/// <param name="Hold">How the cube is held then, in words.</param>
/// <param name="Facelets">The position in that hold.</param>
/// <param name="Solved">The slots that are solved.</param>
/// <param name="Slots">The free ones.</param>
/// <param name="Note">When nothing was found: which filter to loosen. Or that nothing is left to do.</param>
public sealed record SlotsResponse(
    string Color, string Rotation, string Hold, string Facelets, IReadOnlyList<string> Solved, IReadOnlyList<SlotOutlookResponse> Slots,
        string? Note);

/// <summary>A pair of an own sequence judged.</summary>
/// <param name="Slots">What was finished.</param>
/// <param name="Text">Its turns.</param>
/// <param name="Length">HTM.</param>
/// <param name="Least">Least HTM.</param>
/// <param name="Time">Relative time.</param>
/// <param name="Notes">What could be better; empty when nothing.</param>
public sealed record JudgedPairResponse(
    IReadOnlyList<string> Slots, string Text, int Length, int Least, double? Time, IReadOnlyList<string> Notes);

/// <summary>An own sequence for pairs judged.</summary>
/// <param name="Read">The whole sequence as it was tried, with the rotation it starts from.</param>
/// <param name="Figures">What it was worth.</param>
/// <param name="Pairs">Pair by pair.</param>
/// <param name="Time">Relative time.</param>
/// <param name="Planned">HTM of our plan, when all is done.</param>
/// <param name="PlannedTime">Its relative time.</param>
/// <param name="IsBroken">Something solved is not at the end.</param>
/// <param name="Sequence">Turn by turn.</param>
public sealed record F2lJudgementResponse(
    string Read, FiguresResponse Figures, IReadOnlyList<JudgedPairResponse> Pairs, double? Time, int? Planned, double? PlannedTime,
        bool IsBroken, SequenceResponse Sequence);

/// <summary>An own sequence for pairs to be judged.</summary>
/// <param name="Scramble">The scramble.</param>
/// <param name="Made">The turns made so far; they end with the cross done.</param>
/// <param name="Color">The base colour; may be left out.</param>
/// <param name="Plan">The own turns, from the hold that was reached.</param>
/// <param name="LeftHanded">The left hand is the stronger one.</param>
/// <param name="Avoid">Letters that are never turned.</param>
/// <param name="MiddleHand">either, left or right: the hand that makes M.</param>
/// <param name="By">time or turns: how the solver plans; when left out, what either would plan is never a mistake.</param>
/// <param name="Wishes">Wishes of stages that the solver plans with, with ',' between them.</param>
public sealed record JudgeF2lRequest(string? Scramble, string? Made, string? Color, string? Plan, bool? LeftHanded, string? Avoid,
    string? MiddleHand = null, string? By = null, string? Wishes = null);
