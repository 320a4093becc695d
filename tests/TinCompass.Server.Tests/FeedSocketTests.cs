using System.Net.WebSockets;
using System.Text;
using System.Threading.Channels;
using Microsoft.Extensions.Logging.Abstractions;
using TinCompass.Core.Cube;
using TinCompass.Core.Feed;
using TinCompass.Core.Methods;
using TinCompass.Core.Search;
using TinCompass.Server.Features.Feed;

namespace TinCompass.Server.Tests;

/// <summary>A talk whose end is told to a cube that does not listen.</summary>
public class FeedSocketTests
{
    [Fact]
    public async Task What_a_cube_says_after_its_talk_is_ended_is_not_taken_and_the_talk_ends_though_it_does_not_listen()
    {
        // No solve ends here, so nothing is kept.
        var hub = new FeedHub(null!, Catalog.Book(new TableShelf()), TimeProvider.System, NullLogger<FeedHub>.Instance);
        using var deaf = new DeafSocket();
        using var socket = new FeedSocket(deaf, hub, hub.Of(1), "here");
        deaf.Say("""{"hello":1,"cube":"test","session":"a","first":1}""");
        var talk = socket.RunAsync(CancellationToken.None);
        deaf.Say($"{new FeedLine.Stood(1, 0, CubeState.Solved)}");
        while (hub.Of(1).Acked < 1) await Task.Yield();
        socket.End("access is withdrawn");
        deaf.Say($"{new FeedLine.Turned(2, 10, Turn.Of(Face.R, 1))}");
        await talk.WaitAsync(TimeSpan.FromMinutes(1));
        Assert.Equal(1, hub.Of(1).Acked);
    }

    /// <summary>It says what it is told to; to be closed takes it for ever.</summary>
    private sealed class DeafSocket : WebSocket
    {
        private readonly Channel<string> said = Channel.CreateUnbounded<string>();

        public override WebSocketCloseStatus? CloseStatus => null;

        public override string? CloseStatusDescription => null;

        public override WebSocketState State => WebSocketState.Open;

        public override string? SubProtocol => null;

        public void Say(string message) => said.Writer.TryWrite(message);

        public override void Abort()
        {
        }

        public override Task CloseAsync(WebSocketCloseStatus closeStatus, string? statusDescription, CancellationToken cancellationToken) =>
            CloseOutputAsync(closeStatus, statusDescription, cancellationToken);

        public override Task CloseOutputAsync(WebSocketCloseStatus closeStatus, string? statusDescription,
            CancellationToken cancellationToken) => Task.Delay(Timeout.Infinite, cancellationToken);

        public override void Dispose()
        {
        }

        public override async Task<WebSocketReceiveResult> ReceiveAsync(ArraySegment<byte> buffer, CancellationToken cancellationToken)
        {
            var message = Encoding.UTF8.GetBytes(await said.Reader.ReadAsync(cancellationToken));
            message.CopyTo(buffer.AsSpan());
            return new WebSocketReceiveResult(message.Length, WebSocketMessageType.Text, true);
        }

        public override Task SendAsync(ArraySegment<byte> buffer, WebSocketMessageType messageType, bool endOfMessage,
            CancellationToken cancellationToken) => Task.CompletedTask;
    }
}
