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
    private static readonly Lazy<string> Built = new(() =>
    {
        var folder = new TemporaryFolder();
        AppDomain.CurrentDomain.ProcessExit += (_, _) => folder.Dispose();
        var shelf = new TableShelf(new TableFolder(folder.Path));
        shelf.Get(TwoPhaseTables.Kind);
        shelf.Get(XCrossTables.Kind);
        shelf.Get(F2lLastSlots.Kind);
        shelf.Get(FirstBlockTable.Kind);
        shelf.Get(SecondBlockTable.Kind);
        shelf.Get(SixEdgesTable.Kind);
        return folder.Path;
    });

    /// <summary>Puts them where a server looks for them.</summary>
    public static void CopyTo(string folder)
    {
        foreach (var file in Directory.GetFiles(Built.Value)) File.Copy(
            file, Path.Combine(folder, Path.GetFileName(file)), overwrite: true);
    }
}
