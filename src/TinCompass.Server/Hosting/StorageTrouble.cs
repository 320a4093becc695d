using Microsoft.Data.Sqlite;

namespace TinCompass.Server.Hosting;

/// <summary>What can be wrong with the disk or the database while the server runs, as it is answered.</summary>
/// <param name="Status">The HTTP status; 503 is tried again by the page.</param>
/// <param name="Code">A stable word for it.</param>
/// <param name="Sentence">What happened and what to do.</param>
internal sealed record StorageTrouble(int Status, string Code, string Sentence)
{
    private const int NoSpaceLeft = 28;
    private const int ReadOnlyFiles = 30;

    private static readonly StorageTrouble Busy = new(503, "storage-busy",
        "The database is in use by another program just now. Nothing was changed; try again in a moment.");

    private static readonly StorageTrouble Full = new(507, "no-room",
        "There is no room left on the disk that holds the data. Nothing was changed; make room and try again.");

    private static readonly StorageTrouble ReadOnly = new(503, "storage-read-only",
        "The database cannot be written: its file, its folder or its disk is read-only. Nothing was changed.");

    private static readonly StorageTrouble Unreadable = new(503, "storage-unreadable",
        "The disk that holds the database does not answer as it should. Nothing was changed; './tc doctor' looks into it.");

    /// <summary>The trouble that an error comes from; null when it is of another kind.</summary>
    public static StorageTrouble? Of(Exception? error)
    {
        for (var e = error; e is not null; e = e.InnerException)
        {
            // The numbers are SQLite's: BUSY, LOCKED, READONLY, IOERR, FULL, CANTOPEN.
            if (e is SqliteException sqlite)
                return sqlite.SqliteErrorCode switch
                {
                    5 or 6 => Busy,
                    8 => ReadOnly,
                    10 or 14 => Unreadable,
                    13 => Full,
                    _ => null,
                };
            if (e is IOException file && (file.HResult & 0xFFFF) is NoSpaceLeft) return Full;
            if (e is IOException closed && (closed.HResult & 0xFFFF) is ReadOnlyFiles) return ReadOnly;
        }

        return null;
    }
}
