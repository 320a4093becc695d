using System.Security.Cryptography;
using System.Threading.Channels;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;

namespace TinCompass.Server.Features.Scrambles;

/// <summary>
/// Fair scrambles made while nobody waits for one: each is handed out once. When all are gone, whoever asks makes one. Nothing is made
/// before the first is asked for: a server that starts has other things to do.
/// </summary>
internal sealed class ScramblesAhead(TableShelf shelf) : BackgroundService
{
    private const int Most = 64;

    private readonly Channel<Algorithm> made = Channel.CreateBounded<Algorithm>(Most);

    private readonly TaskCompletionSource asked = new(TaskCreationOptions.RunContinuationsAsynchronously);

    /// <summary>A scramble that no one else is given.</summary>
    public async Task<Algorithm> NextAsync(CancellationToken cancel)
    {
        if (made.Reader.TryRead(out var scramble)) return scramble;
        scramble = await MakeAsync(cancel);
        asked.TrySetResult();
        return scramble;
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await asked.Task.WaitAsync(stoppingToken);
        while (await made.Writer.WaitToWriteAsync(stoppingToken)) made.Writer.TryWrite(await MakeAsync(stoppingToken));
    }

    private async Task<Algorithm> MakeAsync(CancellationToken cancel)
    {
        var position = new WishedPositions(await shelf.GetAsync(CrossTable.Kind, cancel), []).Draw(RandomNumberGenerator.GetInt32, cancel);
        return new TwoPhaseSearch(await shelf.GetAsync(TwoPhaseTables.Kind, cancel)).SequenceTo(position, cancel);
    }
}
