using System.Net.WebSockets;
using System.Text;
using System.Text.Json;
using TinCompass.Core.Feed;

namespace TinCompass.Server.Features.Feed;

/// <summary>
/// The talk with a cube (docs/feed.md): it says hello, is told which line is wanted, and sends lines; each message is answered with how far
/// they are, and with what is missing.
/// </summary>
internal sealed class FeedSocket(WebSocket socket, FeedHub hub, LiveCube cube, string client) : IFeedReporter, IDisposable
{
    private const int MaxMessageBytes = 64 * 1024, Protocol = 1, MaxWordLength = 60;

    /// <summary>So long a cube may take to say hello, and to answer when its talk is closed.</summary>
    private static readonly TimeSpan Greeting = TimeSpan.FromSeconds(10), Parting = TimeSpan.FromSeconds(2);

    private readonly SemaphoreSlim sending = new(1);
    private readonly CancellationTokenSource over = new();
    private volatile string? ended;
    private bool wasTold;

    /// <inheritdoc/>
    public void End(string why) => _ = EndAsync(why);

    private async Task EndAsync(string why)
    {
        // Nothing that it says from here on is taken, whether it hears of its end or not.
        ended = why;
        try
        {
            using var patience = new CancellationTokenSource(Parting);
            await CloseAsync(WebSocketCloseStatus.NormalClosure, why, patience.Token);
            await Task.Delay(Parting, CancellationToken.None);
        }
        catch (Exception e) when (e is WebSocketException or OperationCanceledException or ObjectDisposedException)
        {
            // It does not listen, or is gone already.
        }

        try
        {
            await over.CancelAsync();
        }
        catch (ObjectDisposedException)
        {
            // It is gone already.
        }
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        over.Dispose();
        sending.Dispose();
    }

    /// <summary>Until the cube goes, another takes its place, or it may not report any more.</summary>
    public async Task RunAsync(CancellationToken stop)
    {
        using var both = CancellationTokenSource.CreateLinkedTokenSource(stop, over.Token);
        var cancel = both.Token;
        try
        {
            if (await FirstAsync(cancel) is not { } first || ended is not null) return;
            var lines = Lines(first);
            if (Hello(lines[0]) is not { } hello) throw new FeedException("bad-hello",
                "The first line says who speaks: {\"hello\":1,\"cube\":\"name\",\"session\":\"any word\",\"first\":1}.");
            await SendAsync(new { welcome = Protocol, next = cube.Attach(hello, this, hello.Cube == SimulatedCube.Purpose) }, cancel);
            var isTaken = await TakeAsync(lines[1..], cancel);
            while (isTaken && await ReceiveAsync(cancel) is { } message) isTaken = await TakeAsync(Lines(message), cancel);
            await CloseAsync(WebSocketCloseStatus.NormalClosure, isTaken ? "" : ended ?? LiveCube.Replaced, cancel);
        }
        catch (FeedException e)
        {
            await SendAsync(new { error = e.Code, message = e.Message }, cancel);
            await CloseAsync(WebSocketCloseStatus.PolicyViolation, e.Code, cancel);
        }
        catch (WebSocketException)
        {
            // It dropped: it comes back and goes on.
        }
        catch (OperationCanceledException) when (!stop.IsCancellationRequested)
        {
            // It was told that its talk is over, and said nothing.
        }
        finally
        {
            cube.Detach(this);
        }
    }

    /// <summary>The first message; null when it does not come in time.</summary>
    private async Task<string?> FirstAsync(CancellationToken cancel)
    {
        using var greeting = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        greeting.CancelAfter(Greeting);
        try
        {
            return await ReceiveAsync(greeting.Token);
        }
        catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
        {
            return null;
        }
    }

    private async Task<bool> TakeAsync(string[] lines, CancellationToken cancel)
    {
        FeedTake? taken = null;
        foreach (var line in lines)
        {
            await PaceAsync(cancel);
            if (ended is not null) return false;
            taken = await hub.TakeAsync(cube, line, this);
            if (taken is null) return false;
            if (taken.Wrong is { } e) await SendAsync(new { error = e.Code, message = e.Message, n = e.Number }, cancel);
        }

        if (taken is null) return true;
        await SendAsync(taken.Again is { } again ? new { ack = taken.Ack, again = new[] { again.From, again.To } }
            : new { ack = taken.Ack }, cancel);
        return true;
    }

    /// <summary>Who sends too much is read more slowly, and told so once.</summary>
    private async Task PaceAsync(CancellationToken cancel)
    {
        var (own, shared) = (cube.Pace.Count(), hub.PaceOf(client).Count());
        var wait = own > shared ? own : shared;
        if (wait == TimeSpan.Zero) return;
        var sentence = $"More than {FeedPace.LinesASecond:0} lines a second: they are read at that pace.";
        if (!wasTold) await SendAsync(new { error = "flood", message = sentence }, cancel);
        if (!wasTold) cube.Say(sentence);
        wasTold = true;
        await Task.Delay(wait, cancel);
    }

    private static FeedHello? Hello(string line)
    {
        try
        {
            using var document = JsonDocument.Parse(line);
            var said = document.RootElement;
            if (said.ValueKind != JsonValueKind.Object || !said.TryGetProperty("hello", out var hello)
                || hello.ValueKind != JsonValueKind.Number || !hello.TryGetInt32(out var version) || version != Protocol) return null;
            var first = !said.TryGetProperty("first", out var told) ? 1
                : told.ValueKind == JsonValueKind.Number && told.TryGetInt64(out var number) && number >= 1 ? number : 0;
            return first > 0 && Word("cube") is { } name && Word("session") is { } session ? new FeedHello(name, session, first) : null;

            string? Word(string property) => said.TryGetProperty(property, out var word) && word.ValueKind == JsonValueKind.String
                && word.GetString() is { Length: > 0 and <= MaxWordLength } text && !text.Any(char.IsControl) ? text : null;
        }
        catch (JsonException)
        {
            return null;
        }
    }

    private static string[] Lines(string message) =>
        message.Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries) is { Length: > 0 } lines ? lines : [""];

    /// <summary>The next message whole; null when the cube says goodbye.</summary>
    private async Task<string?> ReceiveAsync(CancellationToken cancel)
    {
        var (buffer, length) = (new byte[4096], 0);
        while (true)
        {
            var got = await socket.ReceiveAsync(buffer.AsMemory(length), cancel);
            if (got.MessageType == WebSocketMessageType.Close) return null;
            if (got.MessageType == WebSocketMessageType.Binary) throw new FeedException("bad-line", "Lines are text, no bytes.");
            length += got.Count;
            if (got.EndOfMessage) return Encoding.UTF8.GetString(buffer, 0, length);
            if (length == MaxMessageBytes) throw new FeedException("too-long", $"A message has at most {MaxMessageBytes} bytes.");
            if (length == buffer.Length) Array.Resize(ref buffer, Math.Min(MaxMessageBytes, 2 * length));
        }
    }

    private async Task SendAsync(object said, CancellationToken cancel)
    {
        await sending.WaitAsync(cancel);
        try
        {
            if (socket.State == WebSocketState.Open)
                await socket.SendAsync(JsonSerializer.SerializeToUtf8Bytes(said, said.GetType()), WebSocketMessageType.Text, true, cancel);
        }
        finally
        {
            sending.Release();
        }
    }

    private async Task CloseAsync(WebSocketCloseStatus status, string why, CancellationToken cancel)
    {
        await sending.WaitAsync(cancel);
        try
        {
            if (socket.State is WebSocketState.Open or WebSocketState.CloseReceived) await socket.CloseOutputAsync(status, why, cancel);
        }
        finally
        {
            sending.Release();
        }
    }
}
