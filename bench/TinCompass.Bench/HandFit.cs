using System.Globalization;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods;
using TinCompass.Core.Methods.Cmll;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;

namespace TinCompass.Bench;

/// <summary>
/// Fits the constants of the hands (`./tc bench hands`) to Calibration/hands.txt (pairs of sequences, the quicker first) and
/// Calibration/cases.txt (what fast hands turn for each case of a slot). A loss for every pair and case that does not hold with a margin,
/// and for every constant that moves away from what it was thought to be: so the numbers stay few and plain. One constant after the other
/// is tried a little larger and smaller, with steps that become finer.
/// </summary>
internal static class HandFit
{
    /// <summary>By how much a quicker sequence should be quicker, so that others of its kind are too.</summary>
    private const double StrongMargin = 0.08;
    private const double WeakMargin = 0.02;
    private const double CaseMargin = 0.02;

    /// <summary>What a constant may move: by a tenth it costs as much as a pair that misses its margin by a hundredth.</summary>
    private const double PriorWeight = 1.0;

    /// <summary>What a pair counts beside a case: pairs were asked of hands, the algorithm of a case has other merits as well.</summary>
    private const double PairWeight = 4;

    /// <summary>A case of CMLL counts less: what its algorithm leaves of the edges has a say in which one is common.</summary>
    private const double CornersWeight = 0.3;

    /// <summary>How many others of a case, quickest first by the constants before, are held against what fast hands turn.</summary>
    private const int Others = 40;

    private sealed record SequencePair(byte[] Quicker, byte[] Slower, double Margin, string Text);

    private sealed record Case(string Id, byte[][] Wanted, byte[][] Others)
    {
        /// <summary>
        /// Every second case of the books is kept aside, so that constants which only fit what they were made from show themselves.
        /// </summary>
        public bool IsAside { get; init; }

        public double Weight { get; init; } = 1;
    }

    /// <summary>Fits and prints: the constants, and what holds with them.</summary>
    public static void Print()
    {
        var (pairs, every) = (Pairs(), Cases().Concat(Books()).ToArray());
        Case[] cases = [.. every.Where(c => !c.IsAside)], aside = [.. every.Where(c => c.IsAside)];
        var names = typeof(HandConstants).GetConstructors()[0].GetParameters().Select(p => p.Name!)
            .Concat([nameof(HandConstants.OtherSlice), nameof(HandConstants.RotationInside)]).ToArray();
        var prior = Values(HandConstants.Prior);
        Show("as thought before", HandConstants.Prior, pairs, cases);
        Show("as they stand", HandConstants.Fitted, pairs, cases);
        Show("as they stand, kept aside", HandConstants.Fitted, [], aside);
        // Rotations and regrips are dear, whatever the list of algorithms says of them: fast solvers avoid both within an algorithm.
        double[] least = [0, 1.1, 1.2, 0, 0, 0, 1.12, 1.3, 0, 0, 0, 0, prior[12], prior[13]];
        var best = prior.ToArray();
        var loss = Loss(Of(best), pairs, cases, prior);
        foreach (var step in new double[] { 0.16, 0.08, 0.04, 0.02, 0.01 })
            for (var (moved, round) = (true, 0); moved && round < 8; round++)
            {
                moved = false;
                for (var i = 0; i < best.Length; i++)
                    foreach (var sign in new[] { 1, -1 })
                    {
                        var tried = best.ToArray();
                        tried[i] = Math.Max(least[i], tried[i] + (sign * step));
                        if (Loss(Of(tried), pairs, cases, prior) is var other && other >= loss - 1e-9) continue;
                        (best, loss, moved) = (tried, other, true);
                    }

                Console.WriteLine(FormattableString.Invariant($"step {step}: loss {loss:0.0000}"));
            }

        Show("fitted", Of(best), pairs, cases);
        Show("fitted, kept aside", Of(best), [], aside);
        for (var i = 0; i < best.Length; i++)
            Console.WriteLine(FormattableString.Invariant($"  {names[i],-14} {best[i]:0.00}   (thought {prior[i]:0.00})"));
    }

    private static void Show(string what, HandConstants constants, SequencePair[] pairs, Case[] cases)
    {
        var model = new HandModel(HandPreferences.Usual, constants);
        var wrong = pairs.Where(p => !Holds(p, model)).ToArray();
        var missed = cases.Where(c => c.Wanted.Min(w => Time(model, w)) > Least(model, c.Others)).ToArray();
        Console.WriteLine($"{what}: {pairs.Length - wrong.Length} of {pairs.Length} pairs, {cases.Length - missed.Length} of " +
            $"{cases.Length} cases");
        foreach (var p in wrong)
            Console.WriteLine(FormattableString.Invariant($"  {p.Text}: {Time(model, p.Quicker):0.00} {Time(model, p.Slower):0.00}"));
        foreach (var c in missed)
            Console.WriteLine($"  {c.Id}: {Best(model, c.Others)} rather than {Best(model, c.Wanted)}");
    }

    /// <summary>Strong pairs ask for at least 5 %.</summary>
    private static bool Holds(SequencePair pair, HandModel model) =>
        Time(model, pair.Quicker) * (pair.Margin == StrongMargin ? 1.05 : 1) < Time(model, pair.Slower);

    /// <summary>
    /// The cases of the last layer and of CMLL: a common algorithm should be quicker than all others of the book, as they are written.
    /// </summary>
    private static IEnumerable<Case> Books()
    {
        var last = LlBook.Shipped().Entries.Where(e => e.Case.Set is LlSet.Oll or LlSet.Pll)
            .Select(e => Of(e.Case.Id, e.Common.Select(s => s.Turns), e.Sequences.Select(s => s.Turns)));
        var corners = CmllBook.Shipped().Entries.Select(e =>
            Of(e.Case.Id, e.Common.Select(s => s.Turns), e.Sequences.Select(s => s.Turns)) with { Weight = CornersWeight });
        return last.Concat(corners).Select((c, i) => c with { IsAside = i % 2 == 1 });

        static Case Of(string id, IEnumerable<IReadOnlyList<Turn>> common, IEnumerable<IReadOnlyList<Turn>> others)
        {
            var wanted = common.Select(t => t.ToArray()).ToArray();
            return new Case(id, [.. wanted.Select(Bytes)], [.. others.Select(t => t.ToArray())
                .Where(t => !wanted.Any(w => HandModel.FaceTurns(w).SequenceEqual(HandModel.FaceTurns(t)))).Select(Bytes)]);
        }

        static byte[] Bytes(Turn[] turns) => [.. turns.SkipWhile(t => t.Kind == TurnKind.Rotation).Select(t => (byte)t.Index)];
    }

    private static string Best(HandModel model, byte[][] sequences)
    {
        var best = sequences.MinBy(s => Time(model, s))!;
        return string.Create(CultureInfo.InvariantCulture,
            $"{string.Join(' ', best.Select(t => Turn.FromIndex(t)))} {Time(model, best):0.00}");
    }

    private static double Loss(HandConstants constants, SequencePair[] pairs, Case[] cases, double[] prior)
    {
        var model = new HandModel(HandPreferences.Usual, constants);
        var loss = 0.0;
        foreach (var p in pairs) loss += PairWeight * Miss(Time(model, p.Quicker), Time(model, p.Slower), p.Margin);
        foreach (var c in cases)
            loss += c.Weight * Miss(c.Wanted.Min(w => Time(model, w)), Least(model, c.Others), CaseMargin);
        var values = Values(constants);
        for (var i = 0; i < values.Length; i++)
            loss += PriorWeight * Math.Pow((values[i] - prior[i]) / Math.Max(0.5, prior[i]), 2) / 10;
        return loss;
    }

    /// <summary>By how much a sequence misses being quicker than another by the margin; one that is wrong outright counts double.</summary>
    private static double Miss(double quicker, double slower, double margin) =>
        Math.Log(quicker * (1 + margin) / slower) is var over && over <= 0 ? 0 : over + (quicker > slower ? Math.Log(quicker / slower) : 0);

    private static double Time(HandModel model, byte[] turns) => model.TryMeasure(turns, out var time, out _) ? time
        : double.PositiveInfinity;

    private static double Least(HandModel model, byte[][] sequences) =>
        sequences.Select(s => Time(model, s)).DefaultIfEmpty(double.PositiveInfinity).Min();

    private static double[] Values(HandConstants c) => [c.Front, c.Base, c.Back, c.Wide, c.Slice, c.HalfWrist, c.Rotation, c.Regrip,
        c.SameFinger, c.WeakerHand, c.OtherHand, c.TopAfterWrist, c.OtherSlice, c.RotationInside];

    private static HandConstants Of(double[] v) => new(v[0], v[1], v[2], v[3], v[4], v[5], v[6], v[7], v[8], v[9], v[10],
        v[11])
    {
        OtherSlice = v[12],
        RotationInside = v[13],
    };

    private static IEnumerable<string> Lines(string name) => File.ReadLines(Path.Combine(AppContext.BaseDirectory, "Calibration", name))
        .Where(l => l.Length > 0 && l[0] != '#');

    private static byte[] Read(string text) => [.. Algorithm.Parse(text).Turns.Select(t => (byte)t.Index)];

    private static SequencePair[] Pairs() => [.. Lines("hands.txt").Select(l => l.Split('|', StringSplitOptions.TrimEntries))
        .Select(p => new SequencePair(Read(p[0]), Read(p[1]), p[2] == "strong" ? StrongMargin : WeakMargin, $"{p[0]} | {p[1]}"))];

    /// <summary>The cases with what is wanted, each tried, and the others that come first by the constants before.</summary>
    private static Case[] Cases()
    {
        var solver = ((F2lStage)Catalog.Book(new TableShelf()).Find(F2lStage.StageId)!).Tools.NewSolver();
        var prior = new HandModel(HandPreferences.Usual, HandConstants.Prior);
        return [.. Lines("cases.txt").Select(l => l.Split(':', StringSplitOptions.TrimEntries)).Select(l =>
        {
            var of = F2lCases.Find(l[0])!;
            var start = F2lState.With(F2lState.Solved, Slot.FR, of.Corner, of.Edge);
            var wanted = l[1].Split(',', StringSplitOptions.TrimEntries).Select(w => Algorithm.Parse(w).Turns.ToArray()).ToArray();
            foreach (var way in wanted)
                if (way.Aggregate(start, (s, t) => s.After(t.Index)) != F2lState.Solved)
                    throw new InvalidDataException($"{l[0]}: {string.Join(' ', way)} does not solve it");
            // As written and as rewritten, the quickest first.
            var found = solver.Solve(start, Slot.FR, new F2lOptions(prior), slack: 2, most: Others).Solutions
                .SelectMany(s => new[] { s.Turns, s.AsTurned }).Select(t => t.ToArray())
                .Where(t => !wanted.Any(w => HandModel.FaceTurns(w).SequenceEqual(HandModel.FaceTurns(t))));
            // The cube may be turned over first, or on the way, for the same turns.
            return new Case(l[0], [.. wanted.SelectMany(w => InEachHold(w).Append([.. prior.RewriteBaseDown(w)!.Turns])).Select(Indices)],
                [.. found.Select(Indices)]);
        })];

        static IEnumerable<Turn[]> InEachHold(Turn[] turns) => new[] { "", "y", "y2", "y'" }.Select(y => Algorithm.Parse(y).Turns)
            .Select(y => (Turn[])[.. y, .. HandWords.InHold(turns, y)]);

        static byte[] Indices(Turn[] turns) => [.. turns.Select(t => (byte)t.Index)];
    }
}
