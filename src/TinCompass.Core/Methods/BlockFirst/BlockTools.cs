using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.BlockFirst;

/// <summary>The tables of block first, and what its stages have in common. Waits for the tables when they are first needed.</summary>
public sealed class BlockTools(TableShelf shelf)
{
    private const int MostMeasured = 60;

    /// <summary>Usual hands, where it does not matter whose they are.</summary>
    public static HandModel Usual { get; } = new(HandPreferences.Usual);

    /// <summary>The tables that all stages need.</summary>
    public static IReadOnlyList<TableKind> Tables { get; } = [BlockTables.Kind, FirstBlockTable.Kind];

    /// <summary>A searcher of blocks.</summary>
    public BlockSearch Blocks() => new(shelf.Get(BlockTables.Kind), shelf.Get(FirstBlockTable.Kind));

    /// <summary>A searcher of bad edges.</summary>
    public BadEdgeSearch BadEdges() => new(shelf.Get(BlockTables.Kind), shelf.Get(FirstBlockTable.Kind));

    /// <summary>The rotation that brings a colour down; none where it is.</summary>
    public static IReadOnlyList<Turn> Lead(CubeState position, Color color) => position.Hold.ColorAt(Face.D) == color ? []
        : Hold.BringingDown(position.Hold.FaceOf(color))[0].Rotation;

    /// <summary>
    /// Ways of faces, named in the hold of the scramble, as they are made once a rotation has led to where they are made from; the best by
    /// turns, or by time, first. In inspection the cube is turned over for nothing.
    /// </summary>
    public static IReadOnlyList<(IReadOnlyList<Turn> Turns, double Time)> Ranked(IReadOnlyList<IReadOnlyList<Turn>> ways,
        CubeState position, IReadOnlyList<Turn> lead, CourseOptions options, bool isInspected)
    {
        var hold = position.Apply(lead).Hold;
        return [.. ways.Take(MostMeasured).Select(w => FaceTurns.Made(FaceTurns.Renamed(w, Hold.Scramble, hold), options))
            .Select(w => (Turns: FaceTurns.Led(position.Hold, lead, w), Time: options.Hands.Measure(
                isInspected ? w.SkipWhile(t => t.Kind == TurnKind.Rotation) : w) ?? double.PositiveInfinity))
            .OrderBy(w => options.ByTurns ? w.Turns.Sum(t => Metric.Htm.Cost(t)) : w.Time).ThenBy(w => w.Time)
            .ThenBy(w => string.Join(' ', w.Turns), StringComparer.Ordinal)];
    }

    /// <summary>"1 way", "4 ways".</summary>
    public static string Count(int ways) => ways == 1 ? "1 way" : $"{ways} ways";

    /// <summary>
    /// A stop whose turns may begin with a rotation, which takes its time but in inspection: its turns of faces are named after that.
    /// </summary>
    public static CourseStop Stop(string stage, string title, IReadOnlyList<Color> colors, string stand, CubeState position,
        IReadOnlyList<Turn> turns, CourseOptions options, string way, string why, Func<CubeState, IReadOnlyList<Turn>,
        IReadOnlyList<StageNote>> notes, bool isChosen)
    {
        Turn[] lead = [.. turns.TakeWhile(t => t.Kind == TurnKind.Rotation)], made = [.. turns.Skip(lead.Length)];
        var faces = HandModel.FaceTurns(made);
        return new CourseStop(stage, title, colors, "", "", stand, turns, turns.Sum(t => Metric.Htm.Cost(t)),
            options.Hands.Measure(stage == BuildStage.SmallId ? made : turns), way, why, null, notes(position.Apply(lead), faces), faces,
            isChosen)
        { IsAsTurned = !isChosen };
    }
}
