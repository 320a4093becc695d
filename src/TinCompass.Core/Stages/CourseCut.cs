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
    /// is passed over. What is left after the last stage belongs to it. One part at least.
    /// </summary>
    public static IReadOnlyList<CutPart> Of(StageBook book, IStage first, CubeState position, Focus focus, IReadOnlyList<Turn> turns)
    {
        ArgumentNullException.ThrowIfNull(book);
        ArgumentNullException.ThrowIfNull(first);
        ArgumentNullException.ThrowIfNull(turns);
        var method = book.Methods.FirstOrDefault(m => m.Stages.Contains(first.Id));
        string[] ids = [.. method?.Stages.SkipWhile(s => s != first.Id) ?? [first.Id]];
        var (parts, from, state) = (new List<CutPart>(), 0, position);
        foreach (var stage in ids.Select(id => book.Find(id)!))
        {
            if (parts.Count > 0 && (from == turns.Count || stage.Course!.IsDone(state, focus))) continue;
            var (to, isDone) = (from, false);
            while (to < turns.Count && !isDone)
            {
                state = state.Apply(turns[to++]);
                isDone = stage.Course!.IsDone(state, focus);
            }

            parts.Add(new CutPart(stage, from, to, isDone));
            from = to;
        }

        if (from < turns.Count) parts[^1] = parts[^1] with { To = turns.Count };
        return parts;
    }
}
