using TinCompass.Core.Methods.BigCubes.Drills;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.BigCubes;

/// <summary>The six centres of a bigger cube.</summary>
public sealed class BigCentresStage : BiggerStage
{
    /// <summary>Its stable name.</summary>
    public const string StageId = "centres";

    /// <inheritdoc/>
    public override string Id => StageId;

    /// <inheritdoc/>
    public override string Title => "Centres of bigger cubes";

    /// <inheritdoc/>
    public override IReadOnlyList<Drill> Drills { get; } = [new WhichBars(), new WhichCentre(), new LastTwoCentres()];
}

/// <summary>The parts of its edges joined.</summary>
public sealed class BigEdgesStage : BiggerStage
{
    /// <summary>Its stable name.</summary>
    public const string StageId = "joining";

    /// <inheritdoc/>
    public override string Id => StageId;

    /// <inheritdoc/>
    public override string Title => "Edges of bigger cubes";

    /// <inheritdoc/>
    public override IReadOnlyList<Drill> Drills { get; } =
        [new WhereParts(), new RightOrFlipped(), new AlsoJoined(), new WhichEdge(), new LastTwoEdges()];
}

/// <summary>What a 3x3 cannot be, seen before it is one.</summary>
public sealed class BigParityStage : BiggerStage
{
    /// <summary>Its stable name.</summary>
    public const string StageId = "parity";

    /// <inheritdoc/>
    public override string Id => StageId;

    /// <inheritdoc/>
    public override string Title => "Parities of bigger cubes";

    /// <inheritdoc/>
    public override IReadOnlyList<Drill> Drills { get; } = [new ParityOrNot()];
}
