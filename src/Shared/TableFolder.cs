using TinCompass.Core.Search;

namespace TinCompass.Shared;

/// <summary>
/// A folder in which tables are kept, one file a set; written beside and moved into place, so that a reader never sees half a file.
/// </summary>
internal sealed class TableFolder(string path) : ITablePlace
{
    /// <summary>The user's cache folder for this program.</summary>
    public static string OfUser => Path.Combine(
        Environment.GetEnvironmentVariable("XDG_CACHE_HOME") is { Length: > 0 } cache ? cache
            : Path.Combine(Environment.GetFolderPath(Environment.SpecialFolder.UserProfile), ".cache"),
        "tin-compass");

    /// <inheritdoc/>
    public Stream? OpenRead(string name) => File.Exists(FileOf(name)) ? File.OpenRead(FileOf(name)) : null;

    /// <inheritdoc/>
    public void Keep(string name, Action<Stream> write)
    {
        var beside = FileOf($"{name}.{Environment.ProcessId}.new");
        try
        {
            Directory.CreateDirectory(path);
            using (var stream = File.Create(beside)) write(stream);
            File.Move(beside, FileOf(name), overwrite: true);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            // A full disk or a folder that cannot be written: the next start builds again.
            if (File.Exists(beside)) File.Delete(beside);
        }
    }

    private string FileOf(string name) => Path.Combine(path, name + ".tables");
}
