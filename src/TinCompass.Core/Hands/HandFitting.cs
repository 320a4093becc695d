namespace TinCompass.Core.Hands;

/// <summary>One figure of a solver's hands.</summary>
/// <param name="Id">right-wrist, left-index, …, regrip, other-hand, rotation, wide, slice, half.</param>
/// <param name="Title">"right wrist".</param>
/// <param name="Example">The turn whose time it is; empty for what is added to turns.</param>
/// <param name="Seconds">What it takes.</param>
/// <param name="Spread">How far it may lie from that: a standard deviation, seconds.</param>
/// <param name="Usual">What it would take by the usual table at the solver's pace, seconds.</param>
public sealed record HandFigure(string Id, string Title, string Example, double Seconds, double Spread, double Usual);

/// <summary>Hands fitted to what somebody timed.</summary>
/// <param name="Own">What was found.</param>
/// <param name="Figures">The same per finger, in seconds.</param>
/// <param name="Reach">Seconds from the key to the cube and back.</param>
/// <param name="Sequences">Different sequences that were timed.</param>
/// <param name="Timings">Times they were timed.</param>
/// <param name="Runs">Pieces of solves that were used beside them.</param>
/// <param name="Missed">
/// By how much, on average, times of sequences are missed when they are foretold from all others: a share; null with too few.
/// </param>
/// <param name="UsualMissed">The same by the usual table, with nothing but the pace and the reach fitted.</param>
public sealed record HandFit(OwnHands Own, IReadOnlyList<HandFigure> Figures, double Reach, int Sequences, int Timings, int Runs,
    double? Missed, double? UsualMissed)
{
    private HandModel? model;

    /// <summary>What else is known of it: for asking on. Every fit brings it.</summary>
    internal FitState State { get; init; } = null!;

    /// <summary>The times tell something of the hands: they are not those of other algorithms, nor taken at random.</summary>
    public bool TellsSomething => Missed is null or <= HandFitting.MostMissed || Sequences < HandFitting.FewestToDoubt;

    /// <summary>Enough is timed, and it tells something.</summary>
    public bool CanBeUsed => Sequences >= HandFitting.FewestForetold && TellsSomething;

    /// <summary>What a time would be by these hands, in seconds; null when it has a turn that is avoided.</summary>
    public double? Foretell(HandTiming timing)
    {
        model ??= new HandModel(State.Preferences with { Own = Own });
        var relative = HandFitting.Relative(model, timing);
        return double.IsFinite(relative) ? HandFitting.Predicted(State.Numbers, timing, relative) : null;
    }
}

/// <summary>Numbers found, how they may vary together, and what a single time scatters (a logarithm).</summary>
internal sealed record FitState(double[] Numbers, double[,] Covariance, double Scatter, HandPreferences Preferences);

/// <summary>
/// Fits the two-hand model to one solver: least squares over the logarithms of times, with the table as what was thought before, so that
/// it is left no further than the data say. Steps of Gauss and Newton; at each the hands may choose other fingers. Times that miss by far
/// (a fumble) count less. Some tenths of a second for a hundred sequences.
/// </summary>
public static class HandFitting
{
    /// <summary>So many sequences have to be timed before they can be foretold from each other.</summary>
    public const int FewestForetold = 5;

    /// <summary>With fewer sequences a miss may be chance, and no times are doubted.</summary>
    public const int FewestToDoubt = 8;

    /// <summary>
    /// Times that are missed by more than this share are not those of the algorithms they stand beside: real ones are missed by 4 to 12 %,
    /// shuffled ones by 40 %.
    /// </summary>
    public const double MostMissed = 0.25;

    private const int MostSteps = 10;
    private const double SmallStep = 0.004;

    // What times scatter before any is known, and as how many times that thought counts.
    private const double UsualScatter = 0.05, SolvingScatter = 0.15, Thought = 6, LeastScatter = 0.02;

    /// <summary>A time that misses by so many standard deviations counts half, one that misses by far next to nothing.</summary>
    private const double Fumble = 3;

    private const int Folds = 5;

    /// <summary>A standard deviation is so much more than the miss in the middle.</summary>
    private const double MiddleToScatter = 1.48;

    /// <summary>The hands that fit what was timed; what holds an avoided turn is left out.</summary>
    public static HandFit Fit(IReadOnlyList<HandTiming> timings, HandPreferences preferences, CancellationToken cancel = default)
    {
        var plain = preferences with { Own = null };
        var usual = new HandModel(plain);
        HandTiming[] used = [.. timings.Where(t => t.Seconds > 0 && t.Turns.Count > 1 && usual.Measure(t.Turns) is not null)];
        var whole = new Fitting(used, plain, HandParameters.Count);
        whole.Run(cancel);
        var state = new FitState(whole.Numbers, whole.Covariance(), whole.Scatter, plain);
        var paced = new Fitting(used, plain, HandParameters.Count, from: HandParameters.Pace);
        paced.Run(cancel);
        HandTiming[] own = [.. used.Where(t => t.By != TimedBy.Solving)];
        var sequences = own.Select(t => t.Sequence).Distinct().Count();
        return new HandFit(Own(whole.Numbers), Figures(state, paced.Numbers), HandParameters.ReachOf(whole.Numbers), sequences, own.Length,
            used.Length - own.Length, Tried(whole), Tried(paced))
        {
            State = state,
        };

        double? Tried(Fitting fitting) => sequences < FewestForetold ? null : Foretold(fitting);
    }

    /// <summary>The hands that numbers say.</summary>
    internal static OwnHands Own(double[] numbers) =>
        new(HandParameters.ConstantsOf(numbers.AsSpan(0, HandParameters.OfHands)), HandParameters.PaceOf(numbers));

    /// <summary>
    /// Each fifth of the sequences is foretold by what the other four say: one step from what all say together, with the times of the fifth
    /// left out of it; then turned by a model of its own. A whole fit of the four fifths says nearly the same (HandFittingTests).
    /// </summary>
    private static double Foretold(Fitting whole)
    {
        var names = whole.Timings.Where(t => t.By != TimedBy.Solving).Select(t => t.Sequence).Distinct().ToArray();
        var (sum, count) = (0.0, 0);
        for (var fold = 0; fold < Folds; fold++)
        {
            var left = names.Where((_, i) => i % Folds == fold).ToHashSet();
            var numbers = whole.Without(t => t.By != TimedBy.Solving && left.Contains(t.Sequence));
            var model = whole.ModelOf(numbers);
            foreach (var t in whole.Timings.Where(t => t.By != TimedBy.Solving && left.Contains(t.Sequence)))
            {
                sum += Math.Abs(Predicted(numbers, t, Relative(model, t)) - t.Seconds) / t.Seconds;
                count++;
            }
        }

        return sum / count;
    }

    /// <summary>Relative time of what was timed; infinite when it cannot be turned.</summary>
    internal static double Relative(HandModel model, HandTiming timing) =>
        model.Path(timing.Turns, timing.By != TimedBy.Key) is { } path ? HandGraph.TimeOf(path.Cost) : double.PositiveInfinity;

    /// <summary>Seconds of what was timed.</summary>
    internal static double Predicted(ReadOnlySpan<double> numbers, HandTiming timing, double relative) =>
        (relative * UnitOf(numbers, timing)) + (timing.By == TimedBy.Key ? HandParameters.ReachOf(numbers) : 0);

    private static double UnitOf(ReadOnlySpan<double> numbers, HandTiming timing) =>
        HandParameters.PaceOf(numbers) * (timing.By == TimedBy.Solving ? HandParameters.SolvingOf(numbers) : 1);

    /// <summary>
    /// How the logarithm of each time changes with each number, [time, number]: the hands make the turns as they do now, for where two ways
    /// are equally quick either may be taken.
    /// </summary>
    internal static double[,] Slopes(double[] numbers, IReadOnlyList<HandTiming> timings, HandModel model)
    {
        var constants = HandParameters.ConstantsOf(numbers.AsSpan(0, HandParameters.OfHands));
        var slopes = new double[timings.Count, HandParameters.Count];
        var shares = new double[HandParameters.OfHands];
        for (var i = 0; i < timings.Count; i++)
        {
            var t = timings[i];
            if (model.Path(t.Turns, t.By != TimedBy.Key) is not { } path) continue;
            Array.Clear(shares);
            for (var at = t.By == TimedBy.Key ? 0 : 1; at < t.Turns.Count; at++)
                HandParameters.Add(shares, t.Turns[at], path.Arcs[at], constants);
            var (relative, unit) = (HandGraph.TimeOf(path.Cost), UnitOf(numbers, t));
            var whole = Predicted(numbers, t, relative);
            for (var n = 0; n < shares.Length; n++) slopes[i, n] = shares[n] * unit / whole;
            slopes[i, HandParameters.Pace] = relative * unit / whole;
            slopes[i, HandParameters.Reach] = t.By == TimedBy.Key && HandParameters.ReachOf(numbers) > 0 ? 1 / whole : 0;
            slopes[i, HandParameters.Solving] = t.By == TimedBy.Solving ? relative * unit / whole : 0;
        }

        return slopes;
    }

    // Each finger by the turn it makes most; the left ones mirrored. Then what is added, and turns of their own kind.
    private static readonly (string Id, string Title, string Example, int[] Numbers, Func<HandConstants, double> Cost)[] All =
    [
        ("right-wrist", "right wrist", "R", [0], c => c.Fingers.RightWrist),
        ("right-index", "right index", "U", [1], c => 0.8 * c.Fingers.RightIndex),
        ("right-ring", "right ring", "D'", [2, 9], c => c.Base * c.Fingers.RightRing),
        ("right-thumb", "right thumb", "F'", [3, 8], c => 1.3 * c.Front * c.Fingers.RightThumb),
        ("left-wrist", "left wrist", "L'", [4], c => c.Fingers.LeftWrist),
        ("left-index", "left index", "U'", [5], c => 0.8 * c.Fingers.LeftIndex),
        ("left-ring", "left ring", "D", [6, 9], c => c.Base * c.Fingers.LeftRing),
        ("left-thumb", "left thumb", "F", [7, 8], c => 1.3 * c.Front * c.Fingers.LeftThumb),
        ("half", "half turn of the wrist", "R2", [0, 13], c => 1.5 * c.HalfWrist * c.Fingers.RightWrist),
        ("wide", "wide turn", "r", [0, 11], c => 1.1 * c.Wide * c.Fingers.RightWrist),
        ("slice", "middle layer", "M'", [2, 12], c => 1.1 * c.Slice * c.Fingers.RightRing),
        ("rotation", "whole cube", "y", [14], c => 1.9 * c.Rotation),
        ("regrip", "gripping anew", "", [15], c => c.Regrip),
        ("other-hand", "the other hand turns", "", [17], c => c.OtherHand),
    ];

    private static HandFigure[] Figures(FitState state, double[] paced)
    {
        var own = Own(state.Numbers);
        return [.. All.Where(f => f.Example.Length == 0 || !state.Preferences.Avoided.Contains(f.Example[0])).Select(f =>
        {
            var seconds = own.SecondsPerUnit * f.Cost(own.Constants);
            int[] numbers = [.. f.Numbers, HandParameters.Pace];
            var variance = numbers.Sum(a => numbers.Sum(b => state.Covariance[a, b]));
            return new HandFigure(f.Id, f.Title, f.Example, seconds, seconds * Math.Sqrt(Math.Max(0, variance)),
                HandParameters.PaceOf(paced) * f.Cost(HandConstants.Fitted));
        })];
    }

    /// <summary>One fit: numbers from one on are free, those before it stay at 0.</summary>
    private sealed class Fitting(HandTiming[] timings, HandPreferences preferences, int count, int from = 0)
    {
        private double[,] slopes = new double[0, 0];
        private double[] misses = [];
        private (HandConstants Constants, HandModel Model)? built;

        public HandTiming[] Timings => timings;

        public double[] Numbers { get; private set; } = new double[count];

        public double Scatter { get; private set; } = UsualScatter;

        private double SolvingScatters { get; set; } = SolvingScatter;

        public void Run(CancellationToken cancel)
        {
            var loss = Loss(Numbers, out misses);
            for (var step = 0; step < MostSteps; step++)
            {
                cancel.ThrowIfCancellationRequested();
                slopes = Slopes(Numbers, timings, ModelOf(Numbers));
                var wanted = Solve(_ => false);
                // A whole step, or a half, a quarter…: other fingers may be quicker on the way.
                var (share, moved) = (1.0, false);
                for (var tries = 0; tries < 5 && !moved; tries++, share /= 2)
                {
                    double[] tried = [.. Numbers.Select((n, i) => n + (share * (wanted[i] - n)))];
                    if (Loss(tried, out var missed) is var other && other >= loss) continue;
                    (loss, moved, misses) = (other, true, missed);
                    var far = Numbers.Zip(tried, (a, b) => Math.Abs(a - b)).Max();
                    Numbers = tried;
                    if (far < SmallStep) moved = false;
                }

                // What times scatter is seen from what is missed; then what was found is weighed by it.
                (Scatter, SolvingScatters) =
                    (Seen(UsualScatter, by => by != TimedBy.Solving), Seen(SolvingScatter, by => by == TimedBy.Solving));
                loss = Loss(Numbers, out misses);
                if (!moved) break;
            }

            slopes = Slopes(Numbers, timings, ModelOf(Numbers));
        }

        /// <summary>The hands that numbers say; the last one again when only the pace is another.</summary>
        public HandModel ModelOf(double[] numbers)
        {
            var constants = HandParameters.ConstantsOf(numbers.AsSpan(0, HandParameters.OfHands));
            if (built is not { } last || last.Constants != constants) built = (constants, new HandModel(preferences, constants));
            return built.Value.Model;
        }

        /// <summary>The numbers that all but some timings say: one step from those that all say.</summary>
        public double[] Without(Func<HandTiming, bool> left) => Solve(left);

        public double[,] Covariance() => Inverse(Normal(_ => false, out _));

        /// <summary>
        /// By the miss in the middle, so that fumbles do not count; numbers that are free to fit take some of it away, each as far as the
        /// data have moved it from what was thought.
        /// </summary>
        private double Seen(double thought, Func<TimedBy, bool> which)
        {
            double[] some = [.. misses.Where((_, i) => which(timings[i].By)).Select(Math.Abs)];
            if (some.Length == 0) return thought;
            var covariance = Covariance();
            var taken = Enumerable.Range(from, count - from).Sum(n => 1 - (covariance[n, n] / Math.Pow(HandParameters.Spreads[n], 2)));
            var middle = some.Order().ElementAt(some.Length / 2) * MiddleToScatter;
            var seen = middle * middle / Math.Max(0.3, 1 - (taken / timings.Length));
            return Math.Max(LeastScatter, Math.Sqrt(((Thought * thought * thought) + (some.Length * seen)) / (Thought + some.Length)));
        }

        private double ScatterOf(int timing) => timings[timing].By == TimedBy.Solving ? SolvingScatters : Scatter;

        private double WeightOf(int timing)
        {
            var far = misses[timing] / ScatterOf(timing);
            return 1 / ((1 + Math.Pow(far / Fumble, 2)) * Math.Pow(ScatterOf(timing), 2));
        }

        private double Loss(double[] numbers, out double[] missed)
        {
            var model = ModelOf(numbers);
            missed = [.. timings.Select(t => Math.Log(t.Seconds) - Math.Log(Predicted(numbers, t, Relative(model, t))))];
            var loss = 0.0;
            for (var i = 0; i < missed.Length; i++)
                loss += Fumble * Fumble * Math.Log(1 + Math.Pow(missed[i] / ScatterOf(i) / Fumble, 2));

            for (var n = from; n < count; n++) loss += Math.Pow(numbers[n] / HandParameters.Spreads[n], 2);
            return loss;
        }

        private double[,] Normal(Func<HandTiming, bool> left, out double[] right)
        {
            var normal = new double[count, count];
            right = new double[count];
            for (var n = 0; n < count; n++) normal[n, n] = 1 / Math.Pow(n < from ? 1e-6 : HandParameters.Spreads[n], 2);
            for (var i = 0; i < timings.Length; i++)
            {
                if (left(timings[i])) continue;
                var weight = WeightOf(i);
                // What would be missed with all numbers at 0, if the slopes were straight.
                var whole = misses[i];
                for (var n = from; n < count; n++) whole += slopes[i, n] * Numbers[n];
                for (var a = from; a < count; a++)
                {
                    if (slopes[i, a] == 0) continue;
                    right[a] += weight * slopes[i, a] * whole;
                    for (var b = from; b < count; b++) normal[a, b] += weight * slopes[i, a] * slopes[i, b];
                }
            }

            return normal;
        }

        private double[] Solve(Func<HandTiming, bool> left)
        {
            var inverse = Inverse(Normal(left, out var right));
            var numbers = new double[count];
            for (var a = 0; a < count; a++)
                for (var b = 0; b < count; b++) numbers[a] += inverse[a, b] * right[b];
            return numbers;
        }

        /// <summary>By Gauss and Jordan; what is inverted is positive and a good size.</summary>
        private static double[,] Inverse(double[,] of)
        {
            var size = of.GetLength(0);
            var (a, inverse) = ((double[,])of.Clone(), new double[size, size]);
            for (var i = 0; i < size; i++) inverse[i, i] = 1;
            for (var column = 0; column < size; column++)
            {
                var by = a[column, column];
                for (var i = 0; i < size; i++) (a[column, i], inverse[column, i]) = (a[column, i] / by, inverse[column, i] / by);
                for (var row = 0; row < size; row++)
                {
                    if (row == column || a[row, column] is var times && times == 0) continue;
                    for (var i = 0; i < size; i++)
                    {
                        a[row, i] -= times * a[column, i];
                        inverse[row, i] -= times * inverse[column, i];
                    }
                }
            }

            return inverse;
        }
    }
}
