namespace TinCompass.Core.Search;

/// <summary>Where tables are kept between starts. The core knows no files; a program gives it a place.</summary>
public interface ITablePlace
{
    /// <summary>Opens what is kept; null when nothing is.</summary>
    Stream? OpenRead(string name);

    /// <summary>
    /// Keeps what <paramref name="write"/> writes, whole or not at all. May fail silently: tables can always be built again.
    /// </summary>
    void Keep(string name, Action<Stream> write);
}

/// <summary>Loads tables from where they are kept, or builds and keeps them.</summary>
public static class TableCache
{
    /// <summary>
    /// The tables, and what there is to say about it: null when they were loaded or there were none yet, else why what was kept could not
    /// be
    /// used and was built anew.
    /// </summary>
    public static (T Tables, string? Said) LoadOrBuild<T>(
        ITablePlace place, string name, Func<Stream, T> load, Func<T> build, Action<T, Stream> save)
    {
        string? said = null;
        try
        {
            using var kept = place.OpenRead(name);
            if (kept is not null) return (load(kept), null);
        }
        catch (Exception e) when (e is InvalidDataException or IOException or UnauthorizedAccessException or KeyNotFoundException)
        {
            said = $"The kept tables '{name}' cannot be used: {e.Message}. They are built anew.";
        }

        var tables = build();
        place.Keep(name, stream => save(tables, stream));
        return (tables, said);
    }
}
