using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>Own corners judged: cut where all edges are home, against the fewest cycles and our plan of them.</summary>
/// <param name="Read">From one position with all edges home to the next.</param>
/// <param name="Used">HTM of all of it.</param>
/// <param name="Planned">HTM of our plan from the beginning.</param>
/// <param name="Cycles">The fewest cycles from the beginning.</param>
/// <param name="Left">The fewest cycles from the end; null when an edge is not home there.</param>
/// <param name="Rest">HTM of our plan from the end.</param>
/// <param name="Mistake">The first turn (from 1) that cost something.</param>
/// <param name="Broken">What is not home at the end, in a sentence.</param>
/// <param name="Told">What its turns do.</param>
public sealed record CornersJudgement(IReadOnlyList<JudgedPart> Read, int Used, int Planned, int Cycles, int? Left, int Rest, int? Mistake,
    string Broken, IReadOnlyList<StageNote> Told) : StageJudgement
{
    /// <inheritdoc/>
    public override IReadOnlyList<StageNote> Notes => Told;

    /// <inheritdoc/>
    public override bool IsDone => Left == 0;

    /// <inheritdoc/>
    public override int Turns => Used;

    /// <inheritdoc/>
    public override int Best => Planned;

    /// <inheritdoc/>
    public override int OverBest => Math.Max(0, Used + (Left is null ? Planned : Rest) - Planned);

    /// <inheritdoc/>
    protected override int? Costly => Mistake;

    /// <inheritdoc/>
    public override bool IsBroken => Left is null;

    /// <inheritdoc/>
    public override IReadOnlyList<JudgedPart> Parts => Read;

    /// <inheritdoc/>
    public override IReadOnlyList<string> Hints => IsDone && Read.Count > Cycles && Cycles > 0
        ? [$"It went home in {Read.Count} parts; {(Cycles == 1 ? "one cycle of three is" : $"{Cycles} cycles of three are")} enough."] : [];

    /// <inheritdoc/>
    public override string Verdict => IsBroken ? Broken
        : Left > 0 ? $"Not solved: {(Left == 1 ? "one cycle" : $"{Left} cycles")} of three left at least."
        : $"Corners in {Used} HTM" + (Used <= Planned ? ": our plan takes no fewer." : $"; our plan takes {Planned}.");
}

/// <summary>Judges corners by cycles of three.</summary>
internal static class CornersJudge
{
    public static CornersJudgement Judge(CubeState position, Color color, IReadOnlyList<Turn> turns, HandModel hands,
        CancellationToken cancel)
    {
        if (CornersPosition.Of(position, color) is not { } start)
            throw new ArgumentException(CornersStage.EdgesOpen(position).Message, nameof(position));
        var states = new CubeState[turns.Count + 1];
        states[0] = position;
        for (var i = 0; i < turns.Count; i++) states[i + 1] = states[i].Apply(turns[i]);
        var lead = turns.TakeWhile(t => t.Kind == TurnKind.Rotation).Count();
        int Cost(int from, int to) => turns.Skip(from).Take(to - from).Sum(t => Metric.Htm.Cost(t));
        // Where all edges are home and something was turned since: there a part ends.
        var (joints, last) = (new List<int> { 0 }, position.Upright());
        for (var i = 1; i < states.Length; i++)
        {
            if (EdgesHome.Of(states[i]) != EdgeSet.Every || Cost(joints[^1], i) == 0) continue;
            var now = states[i].Upright();
            if (now == last) continue;
            joints.Add(i);
            last = now;
        }

        // What follows the last joint undoes itself, and belongs to it.
        var end = CornersPosition.Of(states[^1], color);
        if (end is not null && joints.Count > 1) joints[^1] = turns.Count;
        var parts = end is null ? [] : joints.Zip(joints.Skip(1), Part).ToArray();
        var planned = Turns(start);
        var (used, rest) = (Cost(0, turns.Count), end is null ? 0 : Turns(end));
        return new CornersJudgement(parts, used, planned, start.Cycles, end?.Cycles, rest, Mistake(),
            end is null ? $"At the end {Words.Small(CornersStage.EdgesOpen(states[^1]).Message)}" : "", Notes());

        int Turns(CornersPosition from) => from.Plan(hands, cancel).Sum(p => p.Way.Length(Metric.Htm));

        JudgedPart Part(int from, int to)
        {
            var did = Did(from, to);
            var way = did is { } cycle ? CornersPosition.Best(cycle, hands, cancel) : null;
            var (own, least) = (Cost(from, to), way?.Length(Metric.Htm) ?? Cost(from, to));
            return new JudgedPart(did is { } named ? $"{named}" : "several corners", from, to, own, Math.Min(least, own),
                way is null || own <= least ? [] : way.Turns);
        }

        // The cycle that some turns make, as the cube is held at their beginning; null when it is more than one.
        ThreeCycle? Did(int from, int to)
        {
            var skipped = turns.Skip(from).TakeWhile(t => t.Kind == TurnKind.Rotation).Count();
            var faces = HandModel.FaceTurns(turns.Skip(from + skipped).Take(to - from - skipped));
            return ThreeCycle.Of(CubeState.Solved.Apply(faces).Upright());
        }

        // Where a part does not make the cycles fewer by one, or takes more turns than its cycle needs.
        int? Mistake()
        {
            if (Math.Max(0, used + (end is null ? planned : rest) - planned) == 0) return null;
            if (end is null) return turns.Count;
            for (var i = 0; i + 1 < joints.Count; i++)
            {
                var (was, now) = (CornersPosition.Of(states[joints[i]], color)!.Cycles, CornersPosition.Of(states[joints[i + 1]],
                    color)!.Cycles);
                if (now >= was || (Did(joints[i], joints[i + 1]) is not null && parts[i].Over > 0)) return joints[i] + 1;
            }

            // As few cycles, each as short as can be, in another order than ours: nothing that one could have known.
            return null;
        }

        IReadOnlyList<StageNote> Notes()
        {
            var notes = new List<StageNote>();
            for (var i = 0; i + 1 < joints.Count; i++)
            {
                var (from, to) = (Math.Max(joints[i], lead), joints[i + 1]);
                var held = CornersPosition.Of(states[from], color)!;
                var faces = FaceTurns.Renamed(HandModel.FaceTurns(turns.Skip(from).Take(to - from)), states[from].Hold, held.Held.Hold);
                notes.AddRange(CornersNotes.Of(held, faces).Select(n => n with { From = from - lead, To = to - lead }));
            }

            return notes;
        }
    }
}
