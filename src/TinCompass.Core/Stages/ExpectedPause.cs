using TinCompass.Core.Cube;

namespace TinCompass.Core.Stages;

/// <summary>
/// A stop of a plan before which the hands will stand still: what it needs could not be seen while the one before was turned.
/// </summary>
/// <param name="Stop">The stop, from 0.</param>
/// <param name="Stage">Its stage.</param>
/// <param name="OutOfView">After how many turns of the stop before it a piece that comes next was out of view; 0 where a case is
/// read.</param>
/// <param name="Turns">How many turns that were; 0 where a case is read.</param>
public sealed record ExpectedPause(int Stop, string Stage, int OutOfView, int Turns)
{
    /// <summary>
    /// The pauses to expect of a plan. Pieces that come next are followed while a stop is turned: where one of them is out of view after at
    /// least half of its turns, one has to look. A case is there to be read only when the stop before it is done.
    /// </summary>
    public static IReadOnlyList<ExpectedPause> Of(StageBook book, CubeState start, WholePlan plan)
    {
        var (pauses, before) = (new List<ExpectedPause>(), start);
        for (var i = 0; i + 1 < plan.Stops.Count; i++)
        {
            var (turned, next) = (plan.Stops[i].Turns, plan.Stops[i + 1]);
            var from = before.Apply(turned);
            if (next.Turns.Count > 0 && At(i, turned, next, before, from) is { } pause) pauses.Add(pause);
            before = from;
        }

        return pauses;

        ExpectedPause? At(int i, IReadOnlyList<Turn> turned, (string Stage, IReadOnlyList<Turn> Turns) next, CubeState before,
            CubeState from)
        {
            var course = book.Find(next.Stage)!.Course!;
            var after = from.Apply(next.Turns);
            if (course.Sight(from, from, after, plan.Focus) is not { } sight) return null;
            if (sight.Pieces.Count == 0) return sight.HasToBeRead ? new ExpectedPause(i + 1, next.Stage, 0, 0) : null;
            var (unseen, turns, now) = (0, 0, before);
            foreach (var turn in turned)
            {
                now = now.Apply(turn);
                if (turn.Kind == TurnKind.Rotation) continue;
                turns++;
                if (course.Sight(from, now, after, plan.Focus)!.Pieces.Any(p => !p.IsInView)) unseen++;
            }

            return turns > 0 && 2 * unseen >= turns ? new ExpectedPause(i + 1, next.Stage, unseen, turns) : null;
        }
    }
}
