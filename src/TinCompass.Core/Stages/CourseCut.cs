using TinCompass.Core.Cube;

namespace TinCompass.Core.Stages;

/// <summary>A part of an own sequence that brought one stage of a method to its end, or was on the way there.</summary>
/// <param name="Stage">The stage.</param>
/// <param name="From">Its first turn, from 0.</param>
/// <param name="To">One past its last turn.</param>
/// <param name="IsDone">The stage is done after it.</param>
public sealed record CutPart(IStage Stage, int From, int To, bool IsDone);

/// <summary>Cuts an own sequence that goes on over several stops where each stage of its method is done.</summary>
public static class CourseCut
{
    /// <summary>
    /// The parts from a position on, beginning with a stage: each ends where its stage is done for the first time; what was done already
    /// is passed over. What is left after the last stage belongs to it. One part at least. Several methods may have the stage: where none
    /// is named, it is read by the one whose stages are done soonest, with its doubt as for a whole solve (<see cref="SolveReader"/>).
    /// </summary>
    public static IReadOnlyList<CutPart> Of(StageBook book, IStage first, CubeState position, Focus focus, IReadOnlyList<Turn> turns,
        SolveMethod? method = null)
    {
        if (method is not null && method.Stages.Contains(first.Id)) return By(book, method, first, position, focus, turns).Parts;
        var cuts = book.Methods.Where(m => m.Stages.Contains(first.Id)).Select(m => By(book, m, first, position, focus, turns));
        return cuts.MinBy(c => c.Doubt).Parts ?? By(book, null, first, position, focus, turns).Parts;
    }

    /// <summary>A part that is never done counts as this many times all moves.</summary>
    private const int NeverTurns = 2;

    private static (IReadOnlyList<CutPart> Parts, double Doubt) By(StageBook book, SolveMethod? method, IStage first, CubeState position,
        Focus focus, IReadOnlyList<Turn> turns)
    {
        string[] ids = [.. method?.Stages.SkipWhile(s => s != first.Id) ?? [first.Id]];
        var (parts, from, state, doubt) = (new List<CutPart>(), 0, position, (method?.Doubt ?? 0) * turns.Count);
        foreach (var stage in ids.Select(id => book.Find(id)!))
        {
            if (parts.Count > 0 && (from == turns.Count || stage.Course!.IsDone(state, focus)))
            {
                doubt += stage.Course!.IsDone(state, focus) ? from : NeverTurns * turns.Count;
                continue;
            }

            var (to, isDone, begun) = (from, false, state.Hold);
            while (to < turns.Count && !isDone)
            {
                state = state.Apply(turns[to++]);
                isDone = stage.Course!.IsDone(state, focus);
            }

            parts.Add(new CutPart(stage, from, to, isDone));
            doubt += (isDone ? to : NeverTurns * turns.Count) + stage.Course!.Unusual(begun, [.. turns.Skip(from).Take(to - from)]);
            from = to;
        }

        if (from < turns.Count) parts[^1] = parts[^1] with { To = turns.Count };
        return (parts, doubt);
    }
}
