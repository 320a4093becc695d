using TinCompass.Core.Methods.BlockFirst;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Methods.SecondBlock;
using TinCompass.Core.Methods.SixEdges;
using TinCompass.Core.Methods.XCross;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;
using TinCompass.Shared;
using TinCompass.Testing;

namespace TinCompass.Server.Tests;

/// <summary>
/// The searchers' tables, built once for all tests: a dozen servers that build them side by side would take longer than a request waits.
/// </summary>
internal static class ReadyTables
{
    private static readonly string Folder = RunningServer.Tables ?? Temporary();

    /// <summary>One shelf for all servers within the process of the tests: whoever asks first makes a table.</summary>
    public static TableShelf Shelf { get; } = new(new TableFolder(Folder));

    private static readonly Lazy<string> Built = new(() =>
    {
        Shelf.Get(TwoPhaseTables.Kind);
        Shelf.Get(XCrossTables.Kind);
        Shelf.Get(F2lTables.ReadyKind);
        Shelf.Get(F2lLastSlots.Kind);
        Shelf.Get(FirstBlockTable.Kind);
        Shelf.Get(SecondBlockTable.Kind);
        Shelf.Get(SixEdgesTable.Kind);
        Shelf.Get(BlockTables.Kind);
        return Folder;
    });

    private static string Temporary()
    {
        var folder = new TemporaryFolder();
        AppDomain.CurrentDomain.ProcessExit += (_, _) => folder.Dispose();
        return folder.Path;
    }

    /// <summary>Puts links to them where a server looks for them; it never writes into a table that is there.</summary>
    public static void LinkIn(string folder)
    {
        foreach (var file in Directory.GetFiles(Built.Value, "*.tables"))
            File.CreateSymbolicLink(Path.Combine(folder, Path.GetFileName(file)), file);
    }
}
