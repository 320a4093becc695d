using TinCompass.Core.Cube;

namespace TinCompass.Core.Stages;

/// <summary>A moment of a solve at which the hands stood still.</summary>
/// <param name="Turn">The turn that it came before, from 0 in the solve.</param>
/// <param name="Ms">How long, in ms.</param>
/// <param name="Sight">What the eyes needed for what came next; null where nothing can be told.</param>
/// <param name="Sentence">The same in words.</param>
public sealed record SolvePause(int Turn, int Ms, StageSight? Sight, string Sentence)
{
    /// <summary>
    /// The pauses of a stage that was read, the one before its first turn among them. <paramref name="states"/> has the position before
    /// each turn and at the end, <paramref name="usual"/> is the solve's middle gap in ms; <paramref name="met"/> is the turn that ends
    /// the stage before, where that ends within this one's first move.
    /// </summary>
    public static IReadOnlyList<SolvePause> Of(ReadStage part, Turn? met, Focus focus, IReadOnlyList<Turn> turns, IReadOnlyList<int> ms,
        CubeState[] states, int usual)
    {
        // A cube that reports its faces knows no rotations: how it was held meanwhile is not known, nor what could be seen.
        var isHoldKnown = turns.SkipWhile(t => t.Kind == TurnKind.Rotation).Any(t => t.Kind != TurnKind.Face);
        return [.. Enumerable.Range(part.From, part.To - part.From)
            .Where(t => t > 0 && ms[t] - ms[t - 1] > StageTimes.LongGap * usual).Select(At)];

        SolvePause At(int turn)
        {
            // The part of the stage that the turn belongs to: a pair, or all of it.
            var from = part.Parts.LastOrDefault(p => p <= turn, part.From);
            var to = part.Parts.FirstOrDefault(p => p > turn, part.To);
            var before = from == part.From && met is { } first ? states[from].Apply(first) : states[from];
            var after = to == part.To && part.Met is { } last ? states[to].Apply(last) : states[to];
            var sight = part.Stage.Course!.Sight(before, states[turn], after, focus);
            var (waited, said) = (ms[turn] - ms[turn - 1], sight?.Say(isHoldKnown) ?? "");
            return new SolvePause(turn, waited, sight,
                $"{Words.Seconds(waited)} s before turn {turn - part.From + 1}, {turns[turn]}.{(said.Length > 0 ? $" {said}" : "")}");
        }
    }
}
