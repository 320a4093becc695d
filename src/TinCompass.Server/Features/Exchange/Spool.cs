using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.Extensions.Options;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.Exchange;

/// <summary>
/// What is large lies on the disk between the network and the work: it is received, and sent, at whatever pace the other side has, and
/// keeps nobody waiting. The files are gone when they are closed, and those of a server that was killed at its next start.
/// </summary>
internal sealed class Spool(IOptions<ServerOptions> options, ClientLanes lanes)
{
    /// <summary>So many exports, and so many imports, are worked at at once: one for each client.</summary>
    private static readonly int Places = 2 * Environment.ProcessorCount;

    /// <summary>A new file.</summary>
    public FileStream NewFile() => new(Path.Combine(options.Value.Data, $"spool-{Guid.NewGuid():N}.part"), FileMode.CreateNew,
        FileAccess.ReadWrite, FileShare.None, bufferSize: 64 * 1024, FileOptions.DeleteOnClose | FileOptions.Asynchronous);

    /// <summary>Waits for one's turn to work at an import.</summary>
    public Task<IDisposable> EnterImportAsync(HttpContext http, CancellationToken cancel) =>
        lanes.EnterAsync("import", Places, http, cancel);

    /// <summary>Writes an answer to the disk, in turn, and sends it from there.</summary>
    public async Task<FileStreamHttpResult> SendAsync(HttpContext http, string type, string name, Func<Stream, Task> write,
        CancellationToken cancel)
    {
        var file = NewFile();
        try
        {
            using (await lanes.EnterAsync("export", Places, http, cancel)) await write(file);
            await file.FlushAsync(cancel);
            file.Position = 0;
            return TypedResults.File(file, type, name);
        }
        catch
        {
            await file.DisposeAsync();
            throw;
        }
    }
}
