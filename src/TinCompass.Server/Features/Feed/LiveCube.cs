using System.Security.Cryptography;
using System.Text;
using System.Threading.Channels;
using TinCompass.Core.Cube;
using TinCompass.Core.Feed;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Server.Features.Solves;

namespace TinCompass.Server.Features.Feed;

/// <summary>What a cube says of itself first.</summary>
/// <param name="Cube">Its name.</param>
/// <param name="Session">The same as long as its numbers go on.</param>
/// <param name="First">The number of the first line that it can still send.</param>
internal sealed record FeedHello(string Cube, string Session, long First);

/// <summary>What is answered to some lines.</summary>
/// <param name="Ack">All lines up to this one are here.</param>
/// <param name="Again">Lines that are missing, from and to.</param>
/// <param name="Wrong">Why the line could not be taken, or a solve not kept.</param>
internal sealed record FeedTake(long Ack, (long From, long To)? Again, FeedException? Wrong);

/// <summary>A solve that ended and is not on the disk yet.</summary>
/// <param name="Solve">To be kept.</param>
/// <param name="Hello">Who reported it.</param>
/// <param name="Line">The number of the line that ended it: it is acknowledged when the solve is kept, no sooner.</param>
internal sealed record UnkeptSolve(NewSolveRequest Solve, FeedHello Hello, long Line);

/// <summary>Whoever reports for a cube, to be told when another takes its place.</summary>
internal interface IFeedReporter
{
    /// <summary>Its talk is over.</summary>
    void End(string why);
}

/// <summary>
/// The cube of a solver: whatever reports it now, how it stands, and who looks on. A report that drops goes on where it was, with the
/// numbers of its lines.
/// </summary>
internal sealed class LiveCube(int solverId, TimeProvider clock)
{
    private const int LastTurns = 12, RecentTurns = 200, Unseen = 64;

    /// <summary>Why the talk of a cube ends when another one attaches.</summary>
    public const string Replaced = "another cube reports for this solver";

    private readonly Lock gate = new();
    private readonly List<Channel<LiveCubeResponse>> watchers = [];
    private readonly FeedSolve solve = new();
    private readonly Queue<(Turn Turn, int Ms)> recent = new();
    private readonly List<UnkeptSolve> unkept = [];
    private int made;
    private FeedHello? hello;
    private FeedLog log = new(1);
    private object? reporter;
    private double? battery;
    private string told = "";
    private SolveResponse? kept;
    private string? method, purpose;
    private bool isSimulated;

    /// <summary>When the solver began to look, by the clock here; how long that was when the first turn came.</summary>
    private long? lookedFrom;
    private int? lookedMs;

    /// <summary>Whose it is.</summary>
    public int SolverId => solverId;

    /// <summary>Begins a report, or goes on with one that dropped; gives the number of the line that is wanted next.</summary>
    public long Attach(FeedHello greeting, object by, bool simulated)
    {
        lock (gate)
        {
            (reporter as IFeedReporter)?.End(Replaced);
            var goesOn = hello is { } before && (before.Cube, before.Session) == (greeting.Cube, greeting.Session);
            if (!goesOn)
            {
                // What a simulated cube was asked for is not what the next one solves.
                if (hello?.Cube == SimulatedCube.Purpose) (method, purpose) = (null, null);
                log = new FeedLog(greeting.First);
                solve.Ask(solve.Scramble, null);
                (told, battery) = ("", null);
                recent.Clear();
            }
            else if (greeting.First > log.Next)
            {
                told = $"Lines {log.Next} to {greeting.First - 1} are lost: the cube has them no more.";
                log = new FeedLog(greeting.First);
                solve.Ask(solve.Scramble, null);
            }

            (hello, reporter, isSimulated) = (greeting, by, simulated);
            Tell();
            return Acked + 1;
        }
    }

    /// <summary>What it says too fast is read at a pace, over however many connections it comes.</summary>
    public FeedPace Pace { get; } = new(FeedPace.OfSolver);

    /// <summary>The solves that ended and are not kept yet.</summary>
    public IReadOnlyList<UnkeptSolve> Unkept
    {
        get
        {
            lock (gate) return [.. unkept];
        }
    }

    /// <summary>All lines up to this one are here, and the solves that ended with them are kept.</summary>
    public long Acked
    {
        get
        {
            lock (gate)
                return unkept.Where(u => u.Hello.Session == hello?.Session && u.Hello.Cube == hello.Cube).Select(u => u.Line)
                    .Append(log.Next).Min() - 1;
        }
    }

    /// <summary>A report ended, or dropped.</summary>
    public void Detach(object by)
    {
        lock (gate)
        {
            if (!ReferenceEquals(reporter, by)) return;
            reporter = null;
            Tell();
        }
    }

    /// <summary>
    /// Takes one line; null when another report has taken its place. A line that cannot be read holds up nothing, when it has a number.
    /// </summary>
    public FeedTake? Take(string text, object by)
    {
        lock (gate)
        {
            if (!ReferenceEquals(reporter, by)) return null;
            FeedTake taken;
            try
            {
                taken = Follow(log.Take(FeedLine.Parse(text)));
            }
            catch (FeedException e)
            {
                told = e.Message;
                taken = Follow(e.Number is { } number ? log.Skip(number) : []) with { Wrong = e };
            }

            Tell();
            return taken;
        }
    }

    /// <summary>Says what went wrong to those who look on.</summary>
    public void Say(string sentence)
    {
        lock (gate)
        {
            told = sentence;
            Tell();
        }
    }

    /// <summary>Asks for a scramble; null asks for none.</summary>
    public LiveCubeResponse Ask(Algorithm? scramble, string? asMethod, string? asPurpose)
    {
        lock (gate)
        {
            (method, purpose, kept) = (asMethod, asPurpose, null);
            // Asked again for the one it is busy with, it goes on.
            if (scramble?.ToString() != solve.Scramble?.ToString() || solve.Phase is FeedPhase.Solved)
            {
                solve.Ask(scramble, log.State);
                (lookedFrom, lookedMs) = (null, null);
            }

            Tell();
            return Now();
        }
    }

    /// <summary>
    /// The solver begins to look at the scrambled cube, or gives that up; null when it is not scrambled, or solved already.
    /// </summary>
    public LiveCubeResponse? Look(bool looks)
    {
        lock (gate)
        {
            if (solve.Phase != FeedPhase.Ready) return null;
            (lookedFrom, lookedMs) = (looks ? lookedFrom ?? clock.GetTimestamp() : null, null);
            Tell();
            return Now();
        }
    }

    /// <summary>A solve that ended is kept, or never can be (null).</summary>
    public void Keep(UnkeptSolve solve, SolveResponse? solved)
    {
        lock (gate)
        {
            unkept.Remove(solve);
            kept = solved ?? kept;
            Tell();
        }
    }

    /// <summary>What is to be seen now, and from now on.</summary>
    public (LiveCubeResponse Now, ChannelReader<LiveCubeResponse> Next, Action Leave) Watch()
    {
        // Who looks on slowly sees the newest.
        var watcher = Channel.CreateBounded<LiveCubeResponse>(
            new BoundedChannelOptions(Unseen) { FullMode = BoundedChannelFullMode.DropOldest });
        lock (gate)
        {
            watchers.Add(watcher);
            return (Now(), watcher.Reader, () =>
            {
                lock (gate) watchers.Remove(watcher);
            }
            );
        }
    }

    /// <summary>The last turns it reported, each with its time by its own clock.</summary>
    public IReadOnlyList<(Turn Turn, int Ms)> Recent()
    {
        lock (gate) return [.. recent];
    }

    private FeedTake Follow(IReadOnlyList<FedLine> fed)
    {
        FeedException? wrong = null;
        foreach (var line in fed)
        {
            if (line.Differs is { } byTurns)
                told = $"At line {line.Line.Number} the cube stands otherwise than its turns say ({Facelets.Write(byTurns)}): it is " +
                    "believed.";
            if (line.Line is FeedLine.Battery charge) battery = charge.Level;
            if (line.Line is FeedLine.Asked asked) (kept, told, method) = (null, "", asked.Method ?? method);
            if (line.Line is FeedLine.Turned turned)
            {
                recent.Enqueue((turned.Turn, turned.Ms));
                made++;
                if (recent.Count > RecentTurns) recent.Dequeue();
            }

            var before = solve.Phase;
            solve.Follow(line);
            if (solve.GivenUp is { } why)
            {
                told = why;
                wrong = new FeedException("solve-too-long", $"Line {line.Line.Number}: {why}") { Number = line.Line.Number };
            }

            if (solve.Phase == FeedPhase.Solving && before != FeedPhase.Solving)
                (told, lookedMs, lookedFrom) = ("", LookedMs(), null);
            else if (solve.Phase is FeedPhase.Scrambling or FeedPhase.Free) (lookedFrom, lookedMs) = (null, null);
            if (solve.Phase == FeedPhase.Solved && before != FeedPhase.Solved)
                unkept.Add(new UnkeptSolve(Finished(), hello!, line.Line.Number));
        }

        return new FeedTake(Acked, log.Missing, wrong);
    }

    private NewSolveRequest Finished()
    {
        var timed = solve.Solve;
        // The same solve reported again has the same key.
        var key = new Guid(SHA256.HashData(Encoding.UTF8.GetBytes($"{solverId} {hello!.Cube} {hello.Session} {solve.From}"))[..16]);
        return new NewSolveRequest(key, solverId, solve.Scramble!.ToString(), Math.Max(1, timed.Ms![^1]), method,
            hello.Cube == SimulatedCube.Purpose ? SimulatedCube.Purpose : purpose, InspectionMs: lookedMs, Turns: timed.ToString());
    }

    private int? LookedMs() =>
        lookedFrom is { } from ? (int)Math.Min(SolveTimes.MaxMs, clock.GetElapsedTime(from).TotalMilliseconds) : null;

    private void Tell()
    {
        var now = Now();
        foreach (var watcher in watchers) watcher.Writer.TryWrite(now);
    }

    private LiveCubeResponse Now()
    {
        var timed = solve.Solve;
        return new LiveCubeResponse(reporter is not null, hello?.Cube ?? "", battery,
            log.State is { } state ? Facelets.Write(state) : "", solve.Phase, solve.Scramble?.ToString() ?? "", solve.Done,
            solve.Scramble?.Turns.Count ?? 0, string.Join(' ', solve.Back),
            string.Join(' ', recent.TakeLast(LastTurns).Select(t => t.Turn)), made, timed.Turns.Count,
            timed.Ms is { Count: > 0 } ms ? ms[^1] : 0, told, kept, isSimulated && reporter is not null, LookedMs());
    }
}
