using TinCompass.Core.Cube;
using TinCompass.Core.Methods.BlockFirst.Drills;
using TinCompass.Core.Practice;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.BlockFirst;

/// <summary>Bad edges mended, so that two faces are enough from then on.</summary>
public sealed class MendStage : IStage
{
    /// <summary>Its stable name.</summary>
    public const string StageId = "mend";

    private readonly BlockTools tools;

    /// <summary>Over the tables of block first.</summary>
    public MendStage(BlockTools tools)
    {
        this.tools = tools;
        Course = new MendCourse(tools);
        Drills = [new GoodOrBad(), new CountBad(), new WhichTwo(), new MendBad(tools)];
    }

    /// <inheritdoc/>
    public string Id => StageId;

    /// <inheritdoc/>
    public string Title => "Good edges";

    /// <inheritdoc/>
    public IReadOnlyList<TableKind> Tables => BlockTools.Tables;

    /// <inheritdoc/>
    public IReadOnlyList<Drill> Drills { get; }

    /// <inheritdoc/>
    public ICourseStage? Course { get; }

    /// <inheritdoc/>
    public StageRefusal? Refuses(CubeState position, Focus focus)
    {
        if (OpenPosition.Of(position, focus.Base) is not [var open, ..]) return NoBlock(focus.Base);
        return open.Bad == 0 ? new StageRefusal("all-solved", "No edge is bad: there is nothing to judge.") : null;
    }

    /// <inheritdoc/>
    public StageJudgement Judge(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options,
        CancellationToken cancel = default) => SchoolJudge.Judge("edges good", position, turns,
        state => OpenPosition.Of(state, focus.Base) is [var open, ..]
            ? (open.Held.Hold, [.. open.School.SelectMany(s => s.Turns)]) : null, (_, _) => "",
        () => OpenPosition.Of(position, focus.Base)
            .Min(o => tools.BadEdges().Find(o.Named, withBlock: true, CancellationToken.None)[0].Count),
        (start, faces) => MendCourse.Notes(start, faces, focus.Base));

    /// <summary>The block has to stand first.</summary>
    internal static StageRefusal NoBlock(Color color) =>
        new("block-not-done", $"No block 2x2x3 with {color.Name()} stands: bad edges are told by the two faces that it leaves open.");
}
