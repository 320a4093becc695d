using System.Buffers;
using System.IO.Pipelines;
using System.Text;
using System.Text.Json;
using Microsoft.AspNetCore.Connections;

namespace TinCompass.Server.Hosting;

/// <summary>
/// A path that holds %00 is no request for the HTTP layer, which refuses it without a word and before any of ours is reached. Here it is
/// told what is wrong, as everybody else is; then the connection ends.
/// </summary>
internal static class FirstLine
{
    private static readonly byte[] Refusal = Write();

    /// <summary>Looks at the first line of what comes in.</summary>
    public static void Read(this IConnectionBuilder connections) => connections.Use(next => context =>
    {
        var transport = context.Transport;
        context.Transport = new Pipes(new Reader(transport), transport.Output);
        return next(context);
    });

    private static bool HasNull(ReadOnlySequence<byte> buffer)
    {
        if (buffer.IsEmpty || buffer.FirstSpan[0] is < (byte)'A' or > (byte)'Z') return false;
        var reader = new SequenceReader<byte>(buffer);
        if (!reader.TryReadTo(out ReadOnlySequence<byte> line, (byte)'\n')) return false;
        var first = line.IsSingleSegment ? line.FirstSpan : line.ToArray();
        var path = first.IndexOf((byte)'?') is >= 0 and var query ? first[..query] : first;
        return path.IndexOf("%00"u8) > 0 && first.IndexOf(" HTTP/1."u8) > 0;
    }

    private static byte[] Write()
    {
        var body = JsonSerializer.SerializeToUtf8Bytes(new
        {
            title = "The request cannot be answered.",
            status = 400,
            detail = "The address holds %00, a character that no address has.",
            code = "bad-address",
        });
        var head = "HTTP/1.1 400 Bad Request\r\nContent-Type: application/problem+json\r\nX-Content-Type-Options: nosniff\r\n" +
            $"Content-Security-Policy: default-src 'none'\r\nConnection: close\r\nContent-Length: {body.Length}\r\n\r\n";
        return [.. Encoding.ASCII.GetBytes(head), .. body];
    }

    private sealed record Pipes(PipeReader Input, PipeWriter Output) : IDuplexPipe;

    private sealed class Reader(IDuplexPipe transport) : PipeReader
    {
        public override async ValueTask<ReadResult> ReadAsync(CancellationToken cancellationToken = default)
        {
            var read = await transport.Input.ReadAsync(cancellationToken);
            if (!HasNull(read.Buffer)) return read;
            transport.Input.AdvanceTo(read.Buffer.End);
            await transport.Output.WriteAsync(Refusal, cancellationToken);
            // As if whoever asked had said no more; what is advanced over is nothing.
            await transport.Input.CompleteAsync();
            return new ReadResult(default, isCanceled: false, isCompleted: true);
        }

        public override bool TryRead(out ReadResult result)
        {
            if (!transport.Input.TryRead(out result)) return false;
            if (!HasNull(result.Buffer)) return true;
            // Left where it is for whoever waits for it.
            transport.Input.AdvanceTo(result.Buffer.Start);
            return false;
        }

        public override void AdvanceTo(SequencePosition consumed)
        {
            if (consumed.GetObject() is not null) transport.Input.AdvanceTo(consumed);
        }

        public override void AdvanceTo(SequencePosition consumed, SequencePosition examined)
        {
            if (consumed.GetObject() is not null) transport.Input.AdvanceTo(consumed, examined);
        }

        public override void CancelPendingRead() => transport.Input.CancelPendingRead();

        public override void Complete(Exception? exception = null) => transport.Input.Complete(exception);
    }
}
