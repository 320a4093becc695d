using TinCompass.Core.Methods;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Tests;

/// <summary>The stages over one shelf that all tests share.</summary>
internal static class StageKit
{
    public static readonly TableShelf Shelf = new();

    public static readonly StageBook Book = Catalog.Book(Shelf);

    public static CrossStage Cross { get; } = (CrossStage)Book.Find(CrossStage.StageId)!;

    public static F2lStage F2l { get; } = (F2lStage)Book.Find(F2lStage.StageId)!;

    public static LlTools Top { get; } = ((LlStage)Book.Find("oll")!).Tools;
}
