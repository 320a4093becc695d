using System.Collections.Concurrent;

namespace TinCompass.Core.Search;

/// <summary>A kind of tables, known by its own object: how it is built, and how it is kept between starts, if at all.</summary>
public abstract class TableKind(string name)
{
    /// <summary>A name for people and for the file it is kept in: "cross".</summary>
    public string Name => name;

    internal abstract object Make(TableShelf shelf);
}

/// <summary>A kind of tables of a type.</summary>
/// <param name="name">The name of the file, too.</param>
/// <param name="build">Builds the tables; other tables they stand on are taken from the shelf.</param>
public sealed class TableKind<T>(string name, Func<TableShelf, T> build) : TableKind(name)
    where T : class
{
    /// <summary>Reads tables that were kept; null for tables that are built at every start.</summary>
    public Func<Stream, T>? Load { get; init; }

    /// <summary>Writes tables so that <see cref="Load"/> reads them.</summary>
    public Action<T, Stream>? Save { get; init; }

    internal override object Make(TableShelf shelf)
    {
        if (Load is null || Save is null || shelf.Place is null) return build(shelf);
        var (tables, said) = TableCache.LoadOrBuild(shelf.Place, Name, Load, () => build(shelf), Save);
        if (said is not null) shelf.Tell(said);
        return tables;
    }
}

/// <summary>How far tables are.</summary>
public enum TableProgress
{
    /// <summary>Nobody has asked for them yet.</summary>
    Waiting,

    /// <summary>They are being loaded or built.</summary>
    Building,

    /// <summary>They are there.</summary>
    Ready,

    /// <summary>Building them failed; whoever asks is told why.</summary>
    Failed,
}

/// <summary>
/// All tables of a program: each is loaded or built once, in the background, when it is first asked for, and shared from then on. Without a
/// place nothing is kept. Safe for
/// all threads.
/// </summary>
public sealed class TableShelf(ITablePlace? place = null, Action<string>? tell = null)
{
    private readonly ConcurrentDictionary<TableKind, Lazy<Task<object>>> tables = new();

    /// <summary>Where tables are kept between starts.</summary>
    public ITablePlace? Place => place;

    /// <summary>Begins to make tables in the background.</summary>
    public void Begin(IEnumerable<TableKind> kinds)
    {
        foreach (var kind in kinds) _ = TaskOf(kind);
    }

    /// <summary>
    /// Begins to make tables in the background, one kind after the other: whoever asks meanwhile for anything else is not kept waiting by
    /// all of them at once. A kind that somebody asks for is made at once.
    /// </summary>
    public void BeginInTurn(IEnumerable<TableKind> kinds)
    {
        TableKind[] all = [.. kinds];
        _ = Task.Run(async () =>
        {
            foreach (var kind in all)
                // Why one failed is told to whoever asks for it.
                await TaskOf(kind).ContinueWith(_ => { }, TaskScheduler.Default).ConfigureAwait(false);
        });
    }

    /// <summary>The tables; waits for them when they are not there yet.</summary>
    public T Get<T>(TableKind<T> kind)
        where T : class => (T)TaskOf(kind).GetAwaiter().GetResult();

    /// <summary>The tables, as soon as they are there.</summary>
    public async Task<T> GetAsync<T>(TableKind<T> kind, CancellationToken cancel = default)
        where T : class => (T)await TaskOf(kind).WaitAsync(cancel).ConfigureAwait(false);

    /// <summary>How far they are.</summary>
    public TableProgress ProgressOf(TableKind kind) => !tables.TryGetValue(kind, out var made) || !made.IsValueCreated
        ? TableProgress.Waiting
        : made.Value.IsCompletedSuccessfully ? TableProgress.Ready : made.Value.IsFaulted ? TableProgress.Failed : TableProgress.Building;

    internal void Tell(string said) => tell?.Invoke(said);

    // The stream is read and the tables are built on another thread; a kind that stands on another waits for it there.
    private Task<object> TaskOf(TableKind kind) =>
        tables.GetOrAdd(kind, k => new Lazy<Task<object>>(() => Task.Run(() => k.Make(this)))).Value;
}
