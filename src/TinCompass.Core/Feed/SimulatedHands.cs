using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Feed;

/// <summary>A solve as a made-up person makes it: every turn with its time, and what is known of it.</summary>
/// <param name="Timed">The turns, the first at 0.</param>
/// <param name="Plan">What the person meant to turn.</param>
/// <param name="Ends">One past the last turn of each stop of the plan, slips counted.</param>
/// <param name="Slips">Turns (from 0) that went wrong; what puts them right follows at once.</param>
public sealed record SimulatedSolve(TimedTurns Timed, WholePlan Plan, IReadOnlyList<int> Ends, IReadOnlyList<int> Slips);

/// <summary>
/// Hands of a made-up person: a solve is planned stage by stage, and turned with the pauses, regrips, slips and corrections of a skill from
/// 0 (about a minute) to 1 (about ten seconds). Deterministic for a random number generator. The figures are invented, no measurement.
/// </summary>
public sealed class SimulatedHands
{
    // Milliseconds for a unit of the hands' time, and for a look before a stop, at no skill; what is left of them at full skill.
    private const double UnitAtFirst = 430, UnitLeft = 0.22, LookAtFirst = 2_600, LookLeft = 0.1;

    /// <summary>One turn in so many goes wrong at no skill.</summary>
    private const double SlipsAtFirst = 0.025;

    /// <summary>So long one needs to see that a turn went wrong, in units.</summary>
    private const double Noticing = 2.5;

    private const double TurnScatter = 0.18, LookScatter = 0.35;

    private readonly WholePlanner planner;
    private readonly CourseOptions options;
    private readonly double skill;
    private readonly double unit;

    /// <summary>Throws <see cref="ArgumentOutOfRangeException"/> for a skill that is not 0 to 1.</summary>
    public SimulatedHands(StageBook book, HandModel hands, double skill)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(skill);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(skill, 1);
        planner = new WholePlanner(book, threads: 1);
        options = new CourseOptions(hands, ByTurns: false, false, CourseOptions.UsualBeam);
        this.skill = skill;
        unit = UnitAtFirst * Math.Pow(UnitLeft, skill);
    }

    /// <summary>Solves a scramble by a method, the base white.</summary>
    public SimulatedSolve Solve(SolveMethod method, CubeState start, Random random, CancellationToken cancel = default)
    {
        var plan = planner.Best(method, start, planner.Foci(method, [Color.White]), options, cancel)
            ?? throw new InvalidOperationException("a plan without filters always is there");
        return Turned(plan, random);
    }

    /// <summary>The same for a plan that is there already.</summary>
    public SimulatedSolve Turned(WholePlan plan, Random random)
    {
        var (turns, ms, ends, slips, at) = (new List<Turn>(), new List<int>(), new List<int>(), new List<int>(), 0.0);
        var spent = Spent(plan.All);
        var next = 0;
        foreach (var stop in plan.Made.Steps)
        {
            for (var i = 0; i < stop.Count; i++, next++)
            {
                if (turns.Count > 0)
                    at += (unit * spent[next] * Scattered(TurnScatter, random)) + (i > 0 ? 0 : Look(random));
                if (random.NextDouble() < SlipsAtFirst * (1 - skill)) Slip(stop[i]);
                Make(stop[i]);
            }

            ends.Add(turns.Count);
        }

        return new SimulatedSolve(new TimedTurns(turns, ms), plan, ends, slips);

        void Make(Turn turn)
        {
            turns.Add(turn);
            ms.Add((int)at);
        }

        // A neighbour of the turn that was meant: too far, or the wrong way round. It is seen, taken back, and made as it was meant.
        void Slip(Turn meant)
        {
            Turn[] near = [.. Enumerable.Range(1, 3).Select(q => Turn.FromIndex((meant.Index / 3 * 3) + q - 1)).Where(t => t != meant)];
            var wrong = near[random.Next(near.Length)];
            slips.Add(turns.Count);
            Make(wrong);
            at += unit * Noticing * Scattered(LookScatter, random);
            Make(wrong.Inverse);
            at += unit;
        }
    }

    private double Look(Random random) => LookAtFirst * Math.Pow(LookLeft, skill) * Scattered(LookScatter, random);

    /// <summary>What each turn takes by the model, regrips within it, in units; each its own where the hands cannot be read.</summary>
    private double[] Spent(IReadOnlyList<Turn> turns)
    {
        var held = turns.TakeWhile(t => t.Kind == TurnKind.Rotation).Count();
        var read = options.Hands.Read(turns);
        return [.. turns.Select((_, i) => i < held ? 1 : read?.Steps[i - held].Time ?? 1)];
    }

    private static double Scattered(double spread, Random random) => Math.Exp(spread * random.Normal());
}
