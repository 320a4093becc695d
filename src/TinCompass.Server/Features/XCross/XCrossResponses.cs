using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.XCross;
using TinCompass.Server.Features.Cross;
using TinCompass.Server.Features.Sequences;

namespace TinCompass.Server.Features.XCross;

/// <summary>A pair as it stands after the last turn.</summary>
/// <param name="Slot">By its colours: "green-red".</param>
/// <param name="Stand">solved, joined, onTop or stuck.</param>
/// <param name="Words">The same in words.</param>
public sealed record PairStandResponse(string Slot, PairStand Stand, string Words)
{
    internal static PairStandResponse Of(PairReport p) => new(p.Slot.ToString(), p.Stand, XCrossWords.Describe(p));
}

/// <summary>Cross and one pair together.</summary>
/// <param name="Slot">By its colours: "green-red".</param>
/// <param name="Colors">The two side colours.</param>
/// <param name="Length">Least HTM of cross and pair; a bound from below when the search was stopped.</param>
/// <param name="Count">Number of distinct shortest solutions found.</param>
/// <param name="IsCut">The search was stopped by its deadline.</param>
/// <param name="Plans">The best of the shortest ones, in the order that is asked for.</param>
public sealed record XCrossResponse(string Slot, IReadOnlyList<string> Colors, int Length, int Count, bool IsCut,
    IReadOnlyList<XCrossPlanResponse> Plans)
{
    private const int MaxPlans = 12;

    internal static XCrossResponse Of(CubeState state, XCrossSolutions pair, CrossPlanOptions options) => new(
        pair.Slot.ToString(), [pair.Slot.First.Name(), pair.Slot.Second.Name()], pair.Length, pair.Solutions.Count, pair.IsCut,
        [.. XCrossPlans.Best(state, pair, options, MaxPlans).Select(XCrossPlanResponse.Of)]);
}

/// <summary>A plan of cross and pair.</summary>
/// <param name="Text">Rotation and turns.</param>
/// <param name="Time">Estimated time for two hands, relative; null when it holds a turn that is avoided.</param>
/// <param name="Regrips">How often a hand has to grip anew.</param>
/// <param name="Foresight">How hard it is to see beforehand.</param>
public sealed record XCrossPlanResponse(string Text, double? Time, int Regrips, ForesightResponse Foresight)
{
    internal static XCrossPlanResponse Of(XCrossPlan p) =>
        new(p.Solution.ToString(), SequenceResponse.Rounded(p.Solution.Time), p.Solution.Regrips, ForesightResponse.Of(p.Foresight));
}

/// <summary>The four pairs of a colour.</summary>
/// <param name="Color">The base colour.</param>
/// <param name="CrossLength">Least HTM of the cross alone.</param>
/// <param name="Pairs">In the order of their slots' names.</param>
public sealed record XCrossPlansResponse(string Color, int CrossLength, IReadOnlyList<XCrossResponse> Pairs);
