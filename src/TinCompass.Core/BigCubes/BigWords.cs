using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Notation;

namespace TinCompass.Core.BigCubes;

/// <summary>What each turn of a centre or of joining edges does, told from the position before it and after it. Empty where it is a step on
/// the way that shows nothing by itself.</summary>
public static class BigWords
{
    /// <summary>Turn by turn, for the centre of one colour.</summary>
    public static IReadOnlyList<string> Centre(BigState state, IReadOnlyList<BigTurn> turns, Color color)
    {
        var (said, now) = (new List<string>(), state);
        foreach (var turn in turns)
        {
            var after = now.Apply(turn);
            said.Add(Centre(now, after, color));
            now = after;
        }

        return said;
    }

    /// <summary>Turn by turn, for several centres at once: which are whole then that were not before, and which are not any more.</summary>
    public static IReadOnlyList<string> Centres(BigState state, IReadOnlyList<BigTurn> turns)
    {
        var (said, now) = (new List<string>(), Whole(state));
        foreach (var turn in turns)
        {
            state = state.Apply(turn);
            var then = Whole(state);
            string[] made = [.. then.Except(now)], apart = [.. now.Except(then)];
            said.Add(string.Join("; ", (string[])
            [
                .. made.Length > 0 ? [$"{Listed(made)} {(made.Length > 1 ? "are" : "is")} whole"] : Array.Empty<string>(),
                .. apart.Length > 0 ? [$"takes {Listed(apart)} apart for now"] : Array.Empty<string>(),
            ]));
            now = then;
        }

        return said;

        static string[] Whole(BigState cube) => [.. Faces.AllColors
            .Where(c => Enum.GetValues<Face>().Any(f => CentreShapes.On(cube, f, c) == CentreShape.Whole)).Select(c => c.Name())];
    }

    /// <summary>
    /// What turns that make one centre do to the others: what lies together then and did not before, and what does not any more. Empty
    /// where nothing of others lay or lies together.
    /// </summary>
    public static string Others(BigState before, BigState after, Color color)
    {
        var changes = Faces.AllColors.Where(c => c != color).Select(c => (Color: c, Change: Changed(Shapes(before, c), Shapes(after, c))));
        string[] made = [.. changes.SelectMany(c => c.Change.Made.Select(s => Named(s, c.Color)))];
        string[] apart = [.. changes.SelectMany(c => c.Change.Apart.Select(s => Named(s, c.Color)))];
        if (made.Length + apart.Length == 0)
            return Faces.AllColors.Any(c => c != color && Shapes(before, c).Count > 0) ? "What lies ready of other centres stays." : "";
        return Capital(string.Join("; ", (string[])
        [
            .. made.Length > 0 ? [$"makes {Listed(made)} by the way"] : Array.Empty<string>(),
            .. apart.Length > 0 ? [$"takes {Listed(apart)} apart"] : Array.Empty<string>(),
        ])) + ".";

        string Named(CentreShape shape, Color of) => $"{CentreShapes.Name(shape, before.Size)} of {of.Name()}";
    }

    /// <summary>What turns that join edges do to the parity of the wings; empty where they leave it.</summary>
    public static string Parity(BigState before, BigState after) => (Parities.IsOdd(before), Parities.IsOdd(after)) switch
    {
        (true, false) => "Here the parity is mended: the wings are out of place by an odd number of exchanges before, by an even one "
            + "after.",
        (false, true) => "Here parity comes in: the wings are out of place by an even number of exchanges before, by an odd one "
            + "after.",
        _ => "",
    };

    /// <summary>Where an edge comes by a way of its own, what stays where it is, and what else comes to the back.</summary>
    public static string After(EdgeWay way, int whole)
    {
        string[] others = [.. way.ToBack.Where(e => e != way.Edge)];
        return string.Join("; ", (string[])
        [
            $"comes to the {way.Place}",
            .. whole == 0 ? Array.Empty<string>() : way.Still.Count == whole ? ["what is joined stays where it is"]
                : [$"of {whole} joined {way.Still.Count} stay where they are"],
            .. others.Length == 0 ? Array.Empty<string>() : [$"{Listed(others)} to the back"],
        ]);
    }

    /// <summary>How many joined edges are stored, and whether all could be.</summary>
    public static string Stored(EdgeStore store)
    {
        if (store.Whole == 0) return "";
        var all = $"{store.Stored} of {store.Whole} joined lie in the top and bottom, where slices between do not reach";
        return store.Turns.Count == 0 ? $"{all}." : $"{all}; {store.After} after";
    }

    /// <summary>What a 3x3 cannot have, by a word for data: one, wings, two or both.</summary>
    public static string Code(ParityFlaw flaw, int size) => flaw switch
    {
        ParityFlaw.OneEdge => size % 2 == 1 ? "wings" : "one",
        ParityFlaw.TwoEdges => "two",
        ParityFlaw.None => "none",
        _ => "both",
    };

    /// <summary>The same as it is read: "one edge turned over".</summary>
    public static string Flaw(ParityFlaw flaw, int size) => flaw switch
    {
        ParityFlaw.OneEdge => size % 2 == 1 ? "the wings of one edge exchanged" : "one edge turned over",
        ParityFlaw.TwoEdges => "two edges exchanged",
        ParityFlaw.None => "nothing that a 3x3 has not",
        _ => "one edge turned over, two exchanged",
    };

    /// <summary>
    /// Why the wings are odd or even: the rings in which they go round, and where the turns from the solved cube are known the quarter
    /// turns of inner layers among them, each of which moves four wings in a ring.
    /// </summary>
    public static string Why(BigState state, IReadOnlyList<BigTurn>? made)
    {
        var rings = Parities.Rings(state);
        var exchanges = rings.Sum(n => n - 1);
        if (rings.Count == 0) return "All wings are home.";
        var told = $"The wings go round in {(rings.Count == 1 ? "a ring" : "rings")} of {Listed([.. rings.Order().Select(n => $"{n}")])}: "
            + $"{exchanges} exchanges bring them home, an {Even(exchanges)} number.";
        if (made is null) return told;
        var quarters = made.Sum(t => Parities.Inner(t, state.Size));
        return $"{told} The turns so far hold {quarters} quarter turns of an inner layer, each an odd number of exchanges: "
            + $"{Even(quarters)} too.";

        static string Even(int number) => number % 2 == 0 ? "even" : "odd";
    }

    /// <summary>
    /// Turns that set up, exchange and undo, one group after the other, or two that are made and both undone: what they are; empty where
    /// they are of no such form.
    /// </summary>
    public static string Shape(IReadOnlyList<BigTurn> turns, int size)
    {
        var half = turns.Count / 2;
        if (turns.Count % 2 == 0)
            for (var one = 1; one < half; one++)
                if (IsUndone(0, one, half) && IsUndone(one, half, half + one))
                    return $"{Text(0, one)} and {Text(one, half)}, then both undone in that order.";
        var (groups, plain, at) = (new List<string>(), 0, 0);
        while (at < turns.Count)
        {
            // The shortest group that begins here, as much of it as can be the set-up.
            var (from, end) = (at, at + 3);
            while (end <= turns.Count && turns[from].Inverse != turns[end - 1]) end++;
            if (end > turns.Count)
            {
                at++;
                continue;
            }

            var around = 1;
            while (end - from - (2 * around) > 2 && turns[from + around].Inverse == turns[end - 1 - around]) around++;
            if (plain < from) groups.Add(Text(plain, from));
            groups.Add($"set-up {Text(from, from + around)}, exchange {Text(from + around, end - around)}, undo {Text(end - around, end)}");
            plain = at = end;
        }

        if (groups.Count == 0) return "";
        if (plain < turns.Count) groups.Add(Text(plain, turns.Count));
        return Capital($"{string.Join("; ", groups)}.");

        string Text(int from, int to) => BigNotation.Written(turns.Take(to).Skip(from), size);

        // The turns from one place to another are undone from a third on.
        bool IsUndone(int from, int to, int at) => Enumerable.Range(0, to - from).All(i => turns[to - 1 - i].Inverse == turns[at + i]);
    }

    /// <summary>What turns that mend a parity move: "Nothing else moves."</summary>
    public static string Reach(ParityWay way)
    {
        var (edges, corners) = (way.Edges.Count, way.Corners.Count);
        string[] moved = [.. new[] { Counted(edges, "edge"), Counted(corners, "corner") }.Where(t => t.Length > 0)];
        return way.Reach switch
        {
            ParityReach.Alone => "Nothing else moves.",
            ParityReach.Layer => $"Of one layer {string.Join(" and ", moved)} move, of the rest nothing.",
            _ => $"{Capital(string.Join(" and ", moved))} move; what is whole stays whole.",
        };

        static string Counted(int count, string word) => count == 0 ? "" : count == 1 ? $"1 {word}" : $"{count} {word}s";
    }

    private static List<CentreShape> Shapes(BigState state, Color color) => [.. CentreShapes.Ready(state, color).Select(r => r.Shape)];

    /// <summary>What is there after that was not before, the greatest first; what grew or shrank is told once.</summary>
    private static (IReadOnlyList<CentreShape> Made, IReadOnlyList<CentreShape> Apart) Changed(List<CentreShape> was, List<CentreShape> now)
    {
        foreach (var same in was.ToList())
            if (now.Remove(same)) was.Remove(same);
        var (made, apart) = (new List<CentreShape>(), new List<CentreShape>());
        for (var i = 0; i < Math.Max(was.Count, now.Count); i++)
            if (i >= was.Count || (i < now.Count && now[i] > was[i])) made.Add(now[i]);
            else apart.Add(was[i]);
        return (made, apart);
    }

    private static string Capital(string text) => char.ToUpperInvariant(text[0]) + text[1..];

    /// <summary>
    /// Turn by turn: which edges lie together then that did not before (on a 5x5 which got one of their wings), and when the layers are
    /// back.
    /// </summary>
    public static IReadOnlyList<string> Edges(BigState state, IReadOnlyList<BigTurn> turns)
    {
        var (said, now) = (new List<string>(), state);
        foreach (var turn in turns)
        {
            var after = now.Apply(turn);
            string[] joined = [.. ReducedCube.WholeEdges(after).Except(ReducedCube.WholeEdges(now))];
            string[] parts =
            [
                .. joined.Length > 0 ? [$"{Listed(joined)} together"] : Array.Empty<string>(),
                .. state.Size == 4 ? [] : Wings(now, after).Select(e => $"a wing of {e} joined"),
                .. (ReducedCube.HasCentres(now), ReducedCube.HasCentres(after)) switch
                {
                    (true, false) => ["layers aside"],
                    (false, true) => ["layers back, the centres are whole"],
                    _ => Array.Empty<string>(),
                },
            ];
            said.Add(string.Join("; ", parts));
            now = after;
        }

        return said;
    }

    /// <summary>Edges of a 5x5 that lack one wing where they lacked two.</summary>
    private static IEnumerable<string> Wings(BigState before, BigState after)
    {
        var (was, now) = (EdgeLies.Of(before).CountBy(p => p.Edge), EdgeLies.Of(after).CountBy(p => p.Edge).ToDictionary());
        return was.Where(e => e.Value == 2 && now.GetValueOrDefault(e.Key) == 1).Select(e => e.Key);
    }

    /// <summary>How two parts of an edge lie: "right: 2U joins them".</summary>
    public static string Lie(EdgeParts parts, int size) => parts.Lie switch
    {
        EdgeLie.Right => $"right{(parts.Slice is { Quarters: 2 } ? ", behind" : "")}: {parts.Slice!.Value.Written(size)} joins them",
        EdgeLie.Flipped => parts.Wing == parts.Other ? "flipped, beside each other"
            : "flipped: along each other, but no slice joins them",
        _ => "across: no slice goes through both",
    };

    private static string Centre(BigState before, BigState after, Color color)
    {
        var (was, now) = (CentreShapes.Ready(before, color), CentreShapes.Ready(after, color));
        var (old, best) = (was.Count > 0 ? was[0].Shape : CentreShape.Apart, now.Count > 0 ? now[0].Shape : CentreShape.Apart);
        if (best == CentreShape.Whole)
            return old == CentreShape.Whole ? "" : $"{Last(before, now[0].Face, color)}{color.Name()} is whole";
        if (best > old) return $"makes {CentreShapes.Name(best, before.Size)} on the {CentreShapes.Name(now[0].Face)}";
        if (best < old) return $"takes {CentreShapes.Name(old, before.Size)} apart for now";
        if (best == CentreShape.Apart) return "";
        // As much as before: is it more of them, or elsewhere?
        var (many, then) = (was.Count(r => r.Shape == best), now.Count(r => r.Shape == best));
        if (then > many) return $"makes {(many > 0 ? "another: " : "")}{CentreShapes.Name(best, before.Size)} on the "
            + CentreShapes.Name(now.First(r => r.Shape == best && !was.Contains(r)).Face);
        return then == many && now.Where(r => r.Shape == best && !was.Contains(r)).ToList() is [var moved]
            ? $"brings {CentreShapes.Name(best, before.Size)} to the {CentreShapes.Name(moved.Face)}" : "";
    }

    /// <summary>
    /// How many pieces a turn brings to the face that it makes whole; empty where it brings the most of the centre there.
    /// </summary>
    private static string Last(BigState state, Face face, Color color) => CentreShapes.Lacking(state, face, color) switch
    {
        1 => "puts in the last one: ",
        2 => "puts in the last two: ",
        3 => "puts in the last three: ",
        _ => "",
    };

    private static string Listed(string[] names) => names.Length == 1 ? names[0]
        : $"{string.Join(", ", names[..^1])} and {names[^1]}";
}
