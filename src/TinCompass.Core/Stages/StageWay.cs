using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Stages;

/// <summary>A way that could be made at a stop: its turns from the hold before it, what they cost, what there is to say of it.</summary>
/// <param name="Turns">As they are made, rotations at the beginning included.</param>
/// <param name="Time">Relative time without rotations at the beginning; null when a turn is avoided.</param>
/// <param name="Regrips">How often a hand grips anew.</param>
/// <param name="Words">What happens in it, or what it leads to.</param>
public sealed record StageWay(IReadOnlyList<Turn> Turns, double? Time, int Regrips, string Words)
{
    /// <summary>HTM.</summary>
    public int Length { get; } = Turns.Sum(t => Metric.Htm.Cost(t));

    /// <summary>STM.</summary>
    public int SliceLength { get; } = Turns.Sum(t => Metric.Stm.Cost(t));

    /// <summary>A way measured for some hands.</summary>
    public static StageWay Of(IReadOnlyList<Turn> turns, HandModel hands, string words)
    {
        var reading = hands.Read([.. turns.SkipWhile(t => t.Kind == TurnKind.Rotation)]);
        return new StageWay(turns, reading?.Time, reading?.Regrips ?? 0, words);
    }
}

/// <summary>Ways of one idea: how they begin, what they do first.</summary>
/// <param name="Id">Its stable name.</param>
/// <param name="Title">As read.</param>
/// <param name="Ways">The best first.</param>
public sealed record WayGroup(string Id, string Title, IReadOnlyList<StageWay> Ways)
{
    /// <summary>The colours that stand for it; none where it has none.</summary>
    public IReadOnlyList<Color> Colors { get; init; } = [];

    /// <summary>How its pieces stand, or why it has no way; empty where nothing is said.</summary>
    public string Words { get; init; } = "";

    /// <summary>The fewest turns (HTM), where another of its ways is shown; null where that is not told.</summary>
    public int? Least { get; init; }
}

/// <summary>A part of an own sequence, against the least that does the same.</summary>
/// <param name="Title">What it did.</param>
/// <param name="From">Its first turn, from 0.</param>
/// <param name="To">One past its last turn.</param>
/// <param name="Used">Turns used, in the stage's metric.</param>
/// <param name="Least">The fewest that do the same from there.</param>
/// <param name="Better">One sequence with the fewest; empty when the own one has no more.</param>
public sealed record JudgedPart(string Title, int From, int To, int Used, int Least, IReadOnlyList<Turn> Better)
{
    /// <summary>What would have been better, a sentence each, where it is not fewer turns that are told.</summary>
    public IReadOnlyList<string> Notes { get; init; } = [];

    /// <summary>Turns over the fewest.</summary>
    public int Over => Used - Least;

    /// <summary>
    /// Cuts a sequence into parts so that the fewest turns are over: of all ways to read what it did, the kindest. A part with fewer turns
    /// than its least (which may be counted for fewer faces than were turned) makes up for no other.
    /// <paramref name="stands"/> are the places (from 1, growing in no order) at which some goal stands for good, each with what it is;
    /// <paramref name="part"/> reads the part between two places.
    /// </summary>
    public static IReadOnlyList<JudgedPart> Kindest(IReadOnlyList<int> stands, Func<int, int, int, JudgedPart?> part)
    {
        // From the beginning to each goal; the last one is the end of all.
        var best = new (int Over, List<JudgedPart> Parts)?[stands.Count];
        int[] order = [.. Enumerable.Range(0, stands.Count).OrderBy(i => stands[i]).ThenBy(i => i)];
        foreach (var to in order)
        {
            Offer(to, 0, []);
            foreach (var from in order.TakeWhile(i => i != to))
                if (stands[from] < stands[to] && best[from] is { } before) Offer(to, stands[from], before.Parts);
        }

        return best.Length > 0 && best[^1] is { } all ? all.Parts : [];

        void Offer(int goal, int from, List<JudgedPart> before)
        {
            if (part(goal, from, stands[goal]) is not { } made) return;
            List<JudgedPart> parts = [.. before, made];
            var over = parts.Sum(p => Math.Max(0, p.Over));
            if (best[goal] is not { } kept || over < kept.Over || (over == kept.Over && parts.Count > kept.Parts.Count))
                best[goal] = (over, parts);
        }
    }
}
