using TinCompass.Core.Cube;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Hands;

/// <summary>A sequence that is worth timing.</summary>
/// <param name="Turns">The sequence, once.</param>
/// <param name="Learnt">By how much of itself what is not known of these times shrinks when it is timed: a share.</param>
public sealed record HandQuestion(IReadOnlyList<Turn> Turns, double Learnt);

/// <summary>
/// Which sequences to time next: each time the one after which the times of all of them are known best. What a time would say is known
/// before it is taken (the slopes), only what it will be is not.
/// </summary>
public static class HandQuestions
{
    // Short ones of every kind of turn, by either hand, with and without a regrip; none that would be turned only for being timed.
    private static readonly Turn[][] Pool = [.. """
        R U R' U'|L' U' L U|R U R' U|L' U' L U'|R U2 R' U'|L' U2 L U|R' F R F'|L F' L' F|R U R' F'|R' D' R D|L D L' D'|D R' D' R
        U R U' L' U R' U' L|R' U' R U|L U L' U'|M' U2 M U2|M' U' M U|M' U M U2|r U R' U'|R2 U2 R2 U2|R2 U R2 U'|R B' R' B
        U R U' R' U' F' U F|F R' F' R U R U' R'|F' L F L' U' L' U L|R U D' R U' R' D|R' U L' U2 R U' R' U2 R L|R' x' U R' U' x
        R U' R' y L' U L|R S' R' S|E' R E R'|u R u' R'|R L' U2 R' L F2|U2 R U2 R'|U' R U' R'|D U' R D' U R'|M U M' U'|S R S' R'
        R U R' U R U2 R' U'|L' U' L U' L' U2 L U|r U R' U R U2 r' U|l' U' L U' L' U2 l U'|F R U R' U' F' U|F' L' U' L U F U'
        f R U R' U' f' U2|B' R' U' R U B U|R D R' D'|L' D' L D|D' L' U L|R U' R' F' U' F|u R U' R'|u' L' U L|R2 U' R2 U|L2 U L2 U'
        F U F' U'|B' U' B U|R' D' R U2|L D L' U2|R2 D2 L2 U2|R U2 L' U2|F' U F R'|D2 R U2 R'
        """.Split(['|', '\n'], StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
        .Select(t => Algorithm.Parse(t).Turns.ToArray()).Where(HandTiming.CanRepeat)];

    /// <summary>All that may be asked for.</summary>
    public static IReadOnlyList<IReadOnlyList<Turn>> All => Pool;

    /// <summary>What to time next, most telling first; what is avoided is not asked for.</summary>
    public static IReadOnlyList<HandQuestion> Next(HandFit fit, int most)
    {
        var (numbers, covariance, scatter, preferences) =
            (fit.State.Numbers, (double[,])fit.State.Covariance.Clone(), fit.State.Scatter, fit.State.Preferences);
        var usual = new HandModel(preferences);
        HandTiming[] pool = [.. Pool.Where(t => usual.Measure(t) is not null).Select(t => HandTiming.Of(t, 1, TimedBy.Key))];
        var slopes = HandFitting.Slopes(numbers, pool, new HandModel(preferences, fit.Own.Constants));
        // Times by a key: how long the way to it takes is learnt by the way, and nobody wants to know it.
        var asked = new List<HandQuestion>();
        var open = Enumerable.Range(0, pool.Length).ToList();
        while (asked.Count < most && open.Count > 0)
        {
            double[][] along = [.. pool.Select((_, i) => Along(i))];
            var unknown = Enumerable.Range(0, pool.Length).Sum(i => Of(i, along[i], wanted: true));
            var (best, learnt) = (open[0], -1.0);
            foreach (var i in open)
            {
                var sum = (scatter * scatter) + Of(i, along[i], wanted: false);
                var gain = Enumerable.Range(0, pool.Length).Sum(t => Math.Pow(Of(t, along[i], wanted: true), 2)) / sum;
                if (gain > learnt) (best, learnt) = (i, gain);
            }

            asked.Add(new HandQuestion([.. pool[best].Turns.Take(pool[best].Turns.Count / HandTiming.Times)], learnt / unknown));
            open.Remove(best);
            var (line, total) = (along[best], (scatter * scatter) + Of(best, along[best], wanted: false));
            for (var a = 0; a < HandParameters.Count; a++)
                for (var b = 0; b < HandParameters.Count; b++) covariance[a, b] -= line[a] * line[b] / total;
        }

        return asked;

        double[] Along(int i)
        {
            var line = new double[HandParameters.Count];
            for (var a = 0; a < line.Length; a++)
                for (var b = 0; b < line.Length; b++) line[a] += covariance[a, b] * slopes[i, b];
            return line;
        }

        double Of(int i, double[] line, bool wanted)
        {
            var sum = 0.0;
            for (var n = 0; n < line.Length; n++)
                if (!wanted || n != HandParameters.Reach) sum += slopes[i, n] * line[n];
            return sum;
        }
    }
}
