using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;

namespace TinCompass.Server.Features.Cross;

/// <summary>A pair as it stands after the last turn.</summary>
/// <param name="Slot">By its colours: "green-red".</param>
/// <param name="Stand">solved, joined, onTop or stuck.</param>
/// <param name="Words">The same in words.</param>
public sealed record PairStandResponse(string Slot, PairStand Stand, string Words);

/// <summary>Cross and one pair together.</summary>
/// <param name="Slot">By its colours: "green-red".</param>
/// <param name="Colors">The two side colours.</param>
/// <param name="Length">Least HTM of cross and pair; a bound from below when the search was stopped.</param>
/// <param name="Count">Number of distinct shortest solutions found.</param>
/// <param name="IsCut">The search was stopped by its deadline.</param>
/// <param name="Plans">The best of the shortest ones, in the order that is asked for.</param>
public sealed record PairResponse(string Slot, IReadOnlyList<string> Colors, int Length, int Count, bool IsCut, IReadOnlyList<PairPlanResponse> Plans)
{
    private const int MaxPlans = 12;

    internal static PairResponse Of(CubeState state, CrossPair pair, CrossPlanOptions options) => new(
        pair.Slot.ToString(), [pair.Slot.First.Name(), pair.Slot.Second.Name()], pair.Length, pair.Solutions.Count, pair.IsCut,
        [.. PairPlans.Best(state, pair, options, MaxPlans).Select(PairPlanResponse.Of)]);
}

/// <summary>A plan of cross and pair.</summary>
/// <param name="Text">Rotation and turns.</param>
/// <param name="Time">Estimated time for two hands, relative; null when it holds a turn that is avoided.</param>
/// <param name="Regrips">How often a hand has to grip anew.</param>
/// <param name="Foresight">How hard it is to see beforehand.</param>
public sealed record PairPlanResponse(string Text, double? Time, int Regrips, ForesightResponse Foresight)
{
    internal static PairPlanResponse Of(PairPlan p) => new(p.Solution.ToString(), p.Time is { } time ? Math.Round(time, 2) : null, p.Regrips, ForesightResponse.Of(p.Foresight));
}

/// <summary>The four pairs of a colour.</summary>
/// <param name="Color">The base colour.</param>
/// <param name="CrossLength">Least HTM of the cross alone.</param>
/// <param name="Pairs">In the order of their slots' names.</param>
public sealed record PairsResponse(string Color, int CrossLength, IReadOnlyList<PairResponse> Pairs);
