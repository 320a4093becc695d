using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;
using TinCompass.Shared;
using TinCompass.Testing;

namespace TinCompass.Server.Tests;

public class TableFolderTests
{
    [Fact]
    public void Tables_are_built_once_kept_and_rebuilt_with_a_word_when_the_file_is_cut()
    {
        using var folder = new TemporaryFolder();
        var place = new TableFolder(Path.Combine(folder.Path, "cache"));
        var built = 0;
        (TwoPhaseTables, string?) Get() => TableCache.LoadOrBuild(place, "two-phase", TwoPhaseTables.Load, () =>
        {
            built++;
            return TwoPhaseTables.Build();
        }, (t, stream) => t.Save(stream));
        Assert.Null(Get().Item2);
        Assert.Null(Get().Item2);
        Assert.Equal(1, built);
        var file = Assert.Single(Directory.GetFiles(Path.Combine(folder.Path, "cache")));
        File.WriteAllBytes(file, File.ReadAllBytes(file)[..100_000]);
        Assert.Contains("cut short", Get().Item2, StringComparison.Ordinal);
        Assert.Null(Get().Item2);
        Assert.Equal(2, built);
    }

    [Fact]
    public void A_folder_that_cannot_be_written_only_means_building_again()
    {
        using var folder = new TemporaryFolder();
        var file = Path.Combine(folder.Path, "in-the-way");
        File.WriteAllText(file, "");
        var place = new TableFolder(file);
        place.Keep("anything", stream => stream.WriteByte(1));
        Assert.Null(place.OpenRead("anything"));
    }
}
