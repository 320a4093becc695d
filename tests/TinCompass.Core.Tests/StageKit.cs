using TinCompass.Core.Methods;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;
using TinCompass.Shared;

namespace TinCompass.Core.Tests;

/// <summary>The stages over one shelf that all tests share.</summary>
internal static class StageKit
{
    /// <summary>Made here; in a whole run of all tests kept for the programs that come after this one.</summary>
    public static readonly TableShelf Shelf = new(
        Environment.GetEnvironmentVariable("TC_TABLES") is { Length: > 0 } folder ? new TableFolder(folder) : null);

    public static readonly StageBook Book = Catalog.Book(Shelf);

    public static CrossStage Cross { get; } = (CrossStage)Book.Find(CrossStage.StageId)!;

    public static F2lStage F2l { get; } = (F2lStage)Book.Find(F2lStage.StageId)!;

    public static LlTools Top { get; } = ((LlStage)Book.Find("oll")!).Tools;
}
