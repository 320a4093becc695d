using System.Text.Json;
using System.Threading.Channels;

namespace TinCompass.Server.Hosting;

/// <summary>
/// An answer that comes line by line, a JSON object each, while something is searched. Whoever goes away stops the search.
/// </summary>
internal static class LineStream
{
    /// <summary>What such an answer is called.</summary>
    public const string ContentType = "application/x-ndjson";

    private static readonly ReadOnlyMemory<byte> NewLine = "\n"u8.ToArray();

    /// <summary>
    /// Sends what a search writes as it comes. The search runs beside and waits for nobody; when it is stopped the lines end where they
    /// are, and what was sent stays true.
    /// </summary>
    public static async Task SendAsync<T>(Stream body, Action<ChannelWriter<T>, CancellationToken> search, TimeSpan deadline,
        JsonSerializerOptions json, CancellationToken cancel)
    {
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        stop.CancelAfter(deadline);
        // What is not read yet is kept.
        var lines = Channel.CreateUnbounded<T>(new UnboundedChannelOptions { SingleReader = true, SingleWriter = true });
        var run = Task.Run(() => Run(search, lines.Writer, stop.Token), CancellationToken.None);
        try
        {
            while (await lines.Reader.WaitToReadAsync(stop.Token))
            {
                while (lines.Reader.TryRead(out var line)) await WriteAsync(body, line, json, stop.Token);

                await body.FlushAsync(stop.Token);
            }
        }
        finally
        {
            await stop.CancelAsync();
            await run;
        }
    }

    /// <summary>Writes one line.</summary>
    public static async Task WriteAsync<T>(Stream body, T line, JsonSerializerOptions json, CancellationToken cancel)
    {
        await JsonSerializer.SerializeAsync(body, line, json, cancel);
        await body.WriteAsync(NewLine, cancel);
    }

    private static void Run<T>(Action<ChannelWriter<T>, CancellationToken> search, ChannelWriter<T> lines, CancellationToken cancel)
    {
        try
        {
            search(lines, cancel);
            lines.Complete();
        }
        catch (OperationCanceledException)
        {
            // Out of time, or nobody waits any more: the lines end without an end.
            lines.Complete();
        }
        catch (Exception e)
        {
            lines.Complete(e);
        }
    }
}
