using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Feed;

/// <summary>How far somebody is with a scramble that a cube reports.</summary>
public enum FeedPhase
{
    /// <summary>No scramble is asked for.</summary>
    Free,

    /// <summary>The scramble is being turned.</summary>
    Scrambling,

    /// <summary>The cube stands as scrambled: the next turn begins the solve.</summary>
    Ready,

    /// <summary>It is being solved.</summary>
    Solving,

    /// <summary>It is solved.</summary>
    Solved,
}

/// <summary>
/// Follows a cube from the scramble that is asked for to the solved cube: how much of the scramble is turned, the way back where it was
/// left, and the turns of the solve with their times.
/// </summary>
public sealed class FeedSolve
{
    /// <summary>The most turns of a solve that are kept, and of the way back to a scramble.</summary>
    public const int MostTurns = Algorithm.MaxTurns;

    private readonly List<Turn> astray = [];
    private readonly List<Turn> turns = [];
    private readonly List<int> times = [];
    private readonly List<CubeState> way = [];

    /// <summary>Where it is.</summary>
    public FeedPhase Phase { get; private set; }

    /// <summary>The scramble that is asked for; null when none is.</summary>
    public Algorithm? Scramble { get; private set; }

    /// <summary>So many turns of the scramble are made.</summary>
    public int Done { get; private set; }

    /// <summary>The turns that lead back to where the scramble was left; empty on the way, and halfway through a half turn.</summary>
    public IReadOnlyList<Turn> Back => IsHalfway ? [] : [.. astray.AsEnumerable().Reverse().Select(t => t.Inverse)];

    /// <summary>The solve so far: its turns, each with its time, the first at 0.</summary>
    public TimedTurns Solve => new([.. turns], [.. times.Select(t => t - times[0])]);

    /// <summary>The number of the line with the first turn of the solve.</summary>
    public long From { get; private set; }

    /// <summary>Why the line that was followed last gave a solve up; null when it did not.</summary>
    public string? GivenUp { get; private set; }

    private bool IsHalfway => astray is [{ Quarters: not 2, Letter: var letter }] && Scramble is { } asked && Done < asked.Turns.Count
        && asked.Turns[Done] is { Quarters: 2 } half && half.Letter == letter;

    /// <summary>Asks for a scramble, from the solved cube on; null asks for none.</summary>
    public void Ask(Algorithm? scramble, CubeState? now)
    {
        (Scramble, Done) = (scramble, 0);
        astray.Clear();
        Forget();
        way.Clear();
        if (scramble is not null) way.Add(CubeState.Solved);
        foreach (var turn in scramble?.Turns ?? []) way.Add(way[^1].Apply(turn).Upright());
        Phase = scramble is null ? FeedPhase.Free : FeedPhase.Scrambling;
        if (scramble is not null && now is { } state) Find(state);
    }

    /// <summary>Follows one line.</summary>
    public void Follow(FedLine fed)
    {
        GivenUp = null;
        if (fed.Line is FeedLine.Asked { Scramble: var asked }) Ask(asked, fed.After);
        else if (fed is { Differs: not null, After: { } corrected }) Correct(corrected);
        else if (fed is { Line: FeedLine.Turned turned, After: { } after }) Turned(turned, after);
        else if (fed is { Line: FeedLine.Stood, After: { } stands } && Phase == FeedPhase.Scrambling) Find(stands);
    }

    private void Turned(FeedLine.Turned line, CubeState after)
    {
        // A turn of the whole cube neither scrambles nor solves, but it belongs to a solve that runs.
        if (line.Turn.Kind == TurnKind.Rotation && Phase != FeedPhase.Solving) return;
        if (Phase == FeedPhase.Scrambling)
        {
            if (astray.Count < MostTurns) astray.Add(line.Turn);
            Find(after);
            return;
        }

        if (Phase == FeedPhase.Ready)
        {
            (Phase, From) = (FeedPhase.Solving, line.Number);
            // However it is held by now belongs to the solve: its turns are named in that hold.
            foreach (var turn in after.Apply(line.Turn.Inverse).Hold.Rotation) Add(turn);
        }

        if (Phase != FeedPhase.Solving) return;
        if (turns.Count >= MostTurns) GivenUp = $"A solve of more than {MostTurns} moves is not kept.";
        else if (times.Count > 0 && (long)line.Ms - times[0] > SolveTimes.MaxMs) GivenUp = "A solve of more than an hour is not kept.";
        if (GivenUp is not null)
        {
            Forget();
            Phase = FeedPhase.Scrambling;
            return;
        }

        Add(line.Turn);
        if (after.IsSolved) Phase = FeedPhase.Solved;

        // A clock that goes backwards stands still.
        void Add(Turn turn)
        {
            turns.Add(turn);
            times.Add(times.Count > 0 ? Math.Max(times[^1], line.Ms) : line.Ms);
        }
    }

    /// <summary>What the turns said was wrong: a solve that ran is not known any more; a scramble is looked up again.</summary>
    private void Correct(CubeState now)
    {
        if (Phase == FeedPhase.Free) return;
        Forget();
        Phase = FeedPhase.Scrambling;
        astray.Clear();
        Find(now);
    }

    private void Find(CubeState now)
    {
        var at = way.LastIndexOf(now.Upright());
        if (at < 0) return;
        Done = at;
        astray.Clear();
        if (at == way.Count - 1) Phase = FeedPhase.Ready;
    }

    private void Forget()
    {
        turns.Clear();
        times.Clear();
    }
}
