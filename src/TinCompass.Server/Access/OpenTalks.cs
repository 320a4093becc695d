using System.Collections.Concurrent;

namespace TinCompass.Server.Access;

/// <summary>
/// Streams and sockets that stay open. Each was allowed when it began; when access is withdrawn, it ends at once.
/// </summary>
internal sealed class OpenTalks
{
    private readonly ConcurrentDictionary<Talk, bool> open = new();

    /// <summary>Begins one about a solver's data; whoever asks is signed in, or nobody has to be.</summary>
    public Talk Begin(HttpContext context, int solverId)
    {
        var talk = new Talk(this, Member.Of(context.User)?.Id, solverId, context.RequestAborted);
        open[talk] = true;
        return talk;
    }

    /// <summary>Ends those of a member, on one solver's data alone where that is named.</summary>
    public void EndOf(int memberId, int? solverId = null)
    {
        foreach (var talk in open.Keys)
            if (talk.MemberId == memberId && (solverId is null || talk.SolverId == solverId)) talk.End();
    }

    /// <summary>One of them.</summary>
    internal sealed class Talk(OpenTalks all, int? memberId, int solverId, CancellationToken aborted) : IDisposable
    {
        private readonly CancellationTokenSource ended = CancellationTokenSource.CreateLinkedTokenSource(aborted);

        public int? MemberId => memberId;

        public int SolverId => solverId;

        /// <summary>Cancelled when it ends, whoever ends it.</summary>
        public CancellationToken Ended => ended.Token;

        public void End()
        {
            try
            {
                ended.Cancel();
            }
            catch (ObjectDisposedException)
            {
                // It has ended by itself.
            }
        }

        public void Dispose()
        {
            all.open.TryRemove(this, out _);
            ended.Dispose();
        }
    }
}
