using TinCompass.Core.Tests.BigCubes;
using TinCompass.Core.Tests.Hands;
using TinCompass.Core.Tests.Plain;
using TinCompass.Testing;

[assembly: TestCollectionOrderer("TinCompass.Core.Tests.Order", "TinCompass.Core.Tests")]

namespace TinCompass.Core.Tests;

/// <summary>What computes longest comes first.</summary>
public sealed class Order() : LongestFirst(
    nameof(SolveReviewTests), nameof(DrillProofTests), nameof(HandFittingTests), nameof(CrossFactTests), nameof(EdgeAndParityTests),
    nameof(EdgesCourseTests), nameof(BigReviewTests), nameof(ReviewAdviceTests), nameof(ParityWayTests), nameof(CentreTests));
