using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstTwoLayers;

namespace TinCompass.Server.Features.FirstTwoLayers;

/// <summary>A group of turns: what it does, what it protects.</summary>
/// <param name="Turns">The turns, in the hold in which the position is shown.</param>
/// <param name="Words">In one sentence.</param>
public sealed record TurnGroupResponse(string Turns, string Words);

/// <summary>A solution of a pair.</summary>
/// <param name="Turns">Face turns from the hold shown.</param>
/// <param name="AsTurned">As two hands turn them in least time: rotations, wide turns and slices may be in it.</param>
/// <param name="Length">HTM.</param>
/// <param name="Time">Relative time; null when it holds a turn that is avoided.</param>
/// <param name="Regrips">How often a hand grips anew.</param>
/// <param name="Way">What happens in it.</param>
/// <param name="WayWords">The same in words.</param>
/// <param name="Groups">Group by group.</param>
public sealed record SlotSolutionResponse(string Turns, string AsTurned, int Length, double? Time, int Regrips, PairWay Way, string WayWords, IReadOnlyList<TurnGroupResponse> Groups)
{
    internal static SlotSolutionResponse Of(PairSolution s, PairsState state, Slot slot, SlotSet solved, Hold hold)
    {
        var trace = new PairTrace(state, slot, solved, s.Turns);
        return new(
            string.Join(' ', s.Turns), string.Join(' ', s.AsTurned), s.Length, s.Time is { } time ? Math.Round(time, 2) : null, s.Regrips, s.Way, PairsWords.Name(s.Way),
            [.. PairsWords.Groups(trace, hold, (from, to) => string.Join(' ', s.Turns.Skip(from).Take(to - from))).Select(g => new TurnGroupResponse(g.Turns, g.Words))]);
    }
}

/// <summary>A free slot.</summary>
/// <param name="Slot">By its colours.</param>
/// <param name="Colors">Its two colours.</param>
/// <param name="Place">Where it is in the hold shown.</param>
/// <param name="Case">The case's name; one that begins with "stuck" is none of the 42.</param>
/// <param name="CaseWords">The case in words.</param>
/// <param name="Group">Its family.</param>
/// <param name="Stand">Where its two pieces are.</param>
/// <param name="Length">Least HTM.</param>
/// <param name="Count">How many shortest sequences there are.</param>
/// <param name="Found">How many were found, longer ones included.</param>
/// <param name="Solutions">The best of them.</param>
/// <param name="IsCut">The search was stopped.</param>
public sealed record SlotOutlookResponse(
    string Slot, IReadOnlyList<string> Colors, string Place, string Case, string CaseWords, PairGroup Group, string Stand, int Length, int Count, int Found, IReadOnlyList<SlotSolutionResponse> Solutions, bool IsCut)
{
    internal static SlotOutlookResponse Of(PairOutlook o, PairsPosition position)
    {
        var (name, solved) = (o.Slot.NameIn(position.Hold), position.Pairs.SolvedSlots);
        return new(
            name.ToString(), [name.First.Name(), name.Second.Name()], o.Slot.Words(), o.Case, PairsWords.CaseName(o.Case), PairCases.Find(o.Case)?.Group ?? PairGroup.Elsewhere, PairsWords.Stand(position.Pairs, o.Slot, position.Hold),
            o.Length, o.Count, o.Found, [.. o.Solutions.Select(s => SlotSolutionResponse.Of(s, position.Pairs, o.Slot, solved, position.Hold))], o.IsCut);
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
    string Color, string Rotation, string Hold, string Facelets, IReadOnlyList<string> Solved, IReadOnlyList<SlotOutlookResponse> Slots, string? Note);

/// <summary>The least turns of another pair at a stop.</summary>
/// <param name="Slot">By its colours.</param>
/// <param name="Length">Least HTM.</param>
public sealed record OtherPairResponse(string Slot, int Length);

/// <summary>One turn as it is drawn.</summary>
/// <param name="Turn">As written.</param>
/// <param name="Axis">x, y or z.</param>
/// <param name="Layers">The layers that move, -1 to 1 along the axis.</param>
/// <param name="Quarters">Signed quarters about the axis.</param>
/// <param name="Facelets">The position after it.</param>
public sealed record DrawnTurnResponse(string Turn, string Axis, IReadOnlyList<int> Layers, int Quarters, string Facelets)
{
    /// <summary>The turns of a sequence with the position after each.</summary>
    internal static IReadOnlyList<DrawnTurnResponse> Of(CubeState state, IEnumerable<Turn> turns)
    {
        var drawn = new List<DrawnTurnResponse>();
        foreach (var turn in turns)
        {
            state = state.Apply(turn);
            var layers = Geometry.Layers[turn.LetterIndex];
            drawn.Add(new(turn.ToString(), "yzx"[layers.Axis].ToString(), layers.Layers, turn.Quarters == 2 ? 2 : (turn.Quarters == 3 ? -1 : 1) * layers.Direction, Core.Cube.Facelets.Write(state)));
        }

        return drawn;
    }
}

/// <summary>A stop of a course: the cross, or a pair.</summary>
/// <param name="Name">The base colour's cross, or the slot by its colours.</param>
/// <param name="Colors">The colours that stand for it.</param>
/// <param name="Case">The pair's case; empty for the cross.</param>
/// <param name="CaseWords">The same in words.</param>
/// <param name="Stand">Where the two pieces are.</param>
/// <param name="Text">The turns as they are made.</param>
/// <param name="Length">HTM.</param>
/// <param name="Time">Relative time of this stop alone; null when a turn is avoided.</param>
/// <param name="Way">What happens in it, in words.</param>
/// <param name="Why">Why it is taken now.</param>
/// <param name="Look">How the next pair's pieces stand meanwhile.</param>
/// <param name="Groups">Group by group; empty for the cross.</param>
/// <param name="IsChosen">It was given; what is not is planned.</param>
/// <param name="Hold">How the cube is held before it.</param>
/// <param name="Facelets">The position before it.</param>
/// <param name="Turns">Turn by turn.</param>
public sealed record StopResponse(
    string Name, IReadOnlyList<string> Colors, string Case, string CaseWords, string Stand, string Text, int Length, double? Time, string Way, string Why, string? Look, IReadOnlyList<TurnGroupResponse> Groups,
    bool IsChosen, string Hold, string Facelets, IReadOnlyList<DrawnTurnResponse> Turns);

/// <summary>What another order would take.</summary>
/// <param name="Order">planned, greedy or fixed.</param>
/// <param name="Total">HTM of the pairs.</param>
/// <param name="Time">Relative time of the pairs.</param>
public sealed record OrderResponse(PairsOrder Order, int Total, double? Time);

/// <summary>A course from the scramble through the cross to the last pair.</summary>
/// <param name="Scramble">The scramble.</param>
/// <param name="Color">The base colour.</param>
/// <param name="Stops">Cross and pairs in order.</param>
/// <param name="Total">HTM of all pairs.</param>
/// <param name="Time">Relative time of all pairs, made without a stop.</param>
/// <param name="Orders">The three orders compared, from the first stop that is planned.</param>
/// <param name="IsCut">The search was stopped at its deadline: the rest follows greedily.</param>
/// <param name="Facelets">The position at the end.</param>
public sealed record CourseResponse(
    string Scramble, string Color, IReadOnlyList<StopResponse> Stops, int Total, double? Time, IReadOnlyList<OrderResponse> Orders, bool IsCut, string Facelets);

/// <summary>The same pair as a school teaches it.</summary>
/// <param name="School">The school.</param>
/// <param name="Name">As read.</param>
/// <param name="Solution">Its solution; null when it has none here.</param>
public sealed record SchoolResponse(PairSchool School, string Name, SlotSolutionResponse? Solution);

/// <summary>A pair of an own sequence judged.</summary>
/// <param name="Slots">What was finished.</param>
/// <param name="Text">Its turns.</param>
/// <param name="Length">HTM.</param>
/// <param name="Least">Least HTM.</param>
/// <param name="Time">Relative time.</param>
/// <param name="Notes">What could be better; empty when nothing.</param>
public sealed record JudgedPairResponse(IReadOnlyList<string> Slots, string Text, int Length, int Least, double? Time, IReadOnlyList<string> Notes);

/// <summary>An own sequence for pairs judged.</summary>
/// <param name="Verdict">In one sentence.</param>
/// <param name="Pairs">Pair by pair.</param>
/// <param name="Length">HTM.</param>
/// <param name="Time">Relative time.</param>
/// <param name="Planned">HTM of our plan, when all is done.</param>
/// <param name="PlannedTime">Its relative time.</param>
/// <param name="IsBroken">Something solved is not at the end.</param>
/// <param name="Hold">How the cube is held before it.</param>
/// <param name="Facelets">The position before it.</param>
/// <param name="Turns">Turn by turn.</param>
public sealed record PairsJudgementResponse(
    string Verdict, IReadOnlyList<JudgedPairResponse> Pairs, int Length, double? Time, int? Planned, double? PlannedTime, bool IsBroken, string Hold, string Facelets, IReadOnlyList<DrawnTurnResponse> Turns);

/// <summary>An own sequence for pairs to be judged.</summary>
/// <param name="Scramble">The scramble.</param>
/// <param name="Made">The turns made so far; they end with the cross done.</param>
/// <param name="Color">The base colour; may be left out.</param>
/// <param name="Plan">The own turns, from the hold that was reached.</param>
/// <param name="LeftHanded">The left hand is the stronger one.</param>
/// <param name="Avoid">Letters that are never turned.</param>
public sealed record JudgePairsRequest(string? Scramble, string? Made, string? Color, string? Plan, bool? LeftHanded, string? Avoid);
