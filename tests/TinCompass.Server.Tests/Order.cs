using TinCompass.Testing;

[assembly: TestCollectionOrderer("TinCompass.Server.Tests.Order", "TinCompass.Server.Tests")]

namespace TinCompass.Server.Tests;

/// <summary>Tests that look at all of the process, its memory say: nothing else runs beside them.</summary>
[CollectionDefinition(nameof(Alone), DisableParallelization = true)]
public sealed class Alone;

/// <summary>What starts most servers and plans longest comes first.</summary>
public sealed class Order() : LongestFirst(
    nameof(KeepingTests), nameof(KillTests), nameof(BigApiTests), nameof(MigrationTests), nameof(PlansTests), nameof(FeedApiTests),
    nameof(DatabaseFileTests), nameof(HardTimesTests), nameof(PracticeApiTests), nameof(HandsApiTests));
