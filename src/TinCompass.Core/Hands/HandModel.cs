using TinCompass.Core.Cube;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Hands;

/// <summary>
/// Least time of a sequence for two hands: a dynamic programme over both wrists (4 × 4), the finger that moved last (9) and, when the sequence may be
/// rewritten, the orientation of the cube (24): 144 or 3 456 states a turn. Some microseconds to read, some milliseconds to rewrite.
/// </summary>
public sealed class HandModel(HandPreferences preferences)
{
    private const int Wrists = HandTable.MaxWrist - HandTable.MinWrist + 1;
    private const int Fingers = 9;
    private const int StatesOfHold = Wrists * Wrists * Fingers;

    private static readonly Turn[] Rotations = [.. Enumerable.Range(0, Turn.Count).Select(Turn.FromIndex).Where(t => t.Kind == TurnKind.Rotation)];

    /// <summary>The best reading of the turns as written; null when one of them is avoided. Leading rotations are the hold: they cost nothing and are left out.</summary>
    public HandReading? Read(IReadOnlyList<Turn> turns)
    {
        var written = turns.SkipWhile(t => t.Kind == TurnKind.Rotation).ToArray();
        return Run(written.Length, (node, _) => node < written.Length ? [(written[node], node + 1)] : [], mayRotate: false);
    }

    /// <summary>
    /// The best reading of any sequence that does the same up to a rotation of the whole cube: a face turn may be made as the wide turn of the opposite face, two opposite
    /// turns as a slice, and the cube may be turned between. Never slower than <see cref="Read"/>; null when nothing is left that is not avoided.
    /// </summary>
    public HandReading? Rewrite(IReadOnlyList<Turn> turns)
    {
        var written = turns.SkipWhile(t => t.Kind == TurnKind.Rotation).ToArray();
        var onCube = FaceTurns(written);
        var rewritten = Run(2 * onCube.Count, (node, hold) => Ways(onCube, node, hold), mayRotate: true);
        var plain = Read(turns);
        return plain is not null && (rewritten is null || plain.Time <= rewritten.Time) ? plain : rewritten;
    }

    /// <summary>The sequence as turns of faces that stay with the cube: named by where each face was at the start.</summary>
    private static IReadOnlyList<Turn> FaceTurns(IEnumerable<Turn> turns)
    {
        var onCube = new List<Turn>();
        var hold = Hold.Scramble;
        foreach (var turn in turns)
        {
            foreach (var (face, quarters) in Parts(turn)) onCube.Add(Turn.Of(hold.ColorAt(face).AsFace(), quarters));
            hold = hold.After(turn);
        }

        return new Algorithm(onCube).Cancelled().Turns;
    }

    /// <summary>A turn as turns of outer faces, up to a rotation of the whole cube: r is L, M is L' and R, x is nothing.</summary>
    private static IEnumerable<(Face Face, int Quarters)> Parts(Turn turn) => turn.Kind switch
    {
        TurnKind.Face => [(turn.Face, turn.Quarters)],
        TurnKind.Wide => [(turn.Face.Opposite(), turn.Quarters)],
        TurnKind.Slice => turn.Letter switch
        {
            'M' => [(Face.L, 4 - turn.Quarters), (Face.R, turn.Quarters)],
            'E' => [(Face.D, 4 - turn.Quarters), (Face.U, turn.Quarters)],
            _ => [(Face.F, 4 - turn.Quarters), (Face.B, turn.Quarters)],
        },
        _ => [],
    };

    /// <summary>
    /// What may be turned next in a hold, and the node it leads to. Node 2·n: the first n of the cube's turns are done; node 2·n + 1: also turn n + 1, but not yet
    /// turn n, which is of the opposite face. So two opposite turns are made in either order, or at once as a slice.
    /// </summary>
    private static IEnumerable<(Turn Turn, int To)> Ways(IReadOnlyList<Turn> onCube, int node, Hold hold)
    {
        var at = node / 2;
        if (at >= onCube.Count) yield break;
        var isSecondDone = node % 2 == 1;
        foreach (var turn in Forms(onCube[at], hold)) yield return (turn, isSecondDone ? node + 3 : node + 2);
        if (isSecondDone || at + 1 >= onCube.Count || onCube[at + 1].Face != onCube[at].Face.Opposite()) yield break;
        foreach (var turn in Forms(onCube[at + 1], hold)) yield return (turn, node + 1);
        Face face = hold.FaceOf((Color)onCube[at].Face), other = hold.FaceOf((Color)onCube[at + 1].Face);
        for (var letter = 12; letter < 15; letter++)
            for (var quarters = 1; quarters <= 3; quarters++)
            {
                var slice = Turn.FromLetter(letter, quarters);
                var parts = Parts(slice).ToArray();
                if (parts.Contains((face, onCube[at].Quarters)) && parts.Contains((other, onCube[at + 1].Quarters))) yield return (slice, node + 4);
            }
    }

    /// <summary>A turn of a face of the cube as it is made in a hold: of that face, or wide of the opposite one.</summary>
    private static Turn[] Forms(Turn onCube, Hold hold)
    {
        var face = hold.FaceOf((Color)onCube.Face);
        return [Turn.Of(face, onCube.Quarters), Turn.FromLetter(6 + (int)face.Opposite(), onCube.Quarters)];
    }

    private readonly record struct Came(int From, int At, Turn Turn, HandMove Move, bool Regrip, double Time);

    /// <summary>The dynamic programme over nodes 0 to <paramref name="count"/>; every way leads to a later node. At each node the cube may first be turned once.</summary>
    private HandReading? Run(int count, Func<int, Hold, IEnumerable<(Turn Turn, int To)>> ways, bool mayRotate)
    {
        var holds = mayRotate ? Hold.Count : 1;
        var size = holds * StatesOfHold;
        var time = new double[count + 1][];
        var came = new Came?[count + 1][];
        for (var at = 0; at <= count; at++)
        {
            time[at] = new double[size];
            Array.Fill(time[at], double.PositiveInfinity);
            came[at] = new Came?[size];
        }

        var home = Index(0, 0, 0, Finger.None);
        time[0][home] = 0;
        for (var at = 0; at < count; at++)
        {
            if (mayRotate)
                foreach (var state in Reached(time[at]))
                    foreach (var rotation in Rotations)
                        Step(at, state, at, rotation, true);
            foreach (var state in Reached(time[at]))
                foreach (var (turn, to) in ways(at, Hold.All[mayRotate ? state / StatesOfHold : 0]))
                    Step(at, state, to, turn, mayRotate);
        }

        var end = Enumerable.Range(0, size).MinBy(s => time[count][s]);
        return double.IsPositiveInfinity(time[count][end]) ? null : Trace(count, end, time[count][end], came, mayRotate);

        void Step(int at, int state, int to, Turn turn, bool holdMoves)
        {
            if (preferences.Avoided.Contains(turn.Letter)) return;
            var (hold, left, right, last) = Parse(state);
            var nextHold = holdMoves ? Hold.All[hold].After(turn).Index : 0;
            foreach (var move in HandTable.WaysTo(turn))
                for (var regrip = 0; regrip < 2; regrip++)
                {
                    if (move.Finger == Finger.None && regrip == 1) continue;
                    var wrist = regrip == 1 ? 0 : move.IsRight ? right : left;
                    if (wrist < move.FromWrist || wrist > move.ToWrist) continue;
                    var cost = move.Cost * (move.Finger != Finger.None && move.IsRight == preferences.LeftHanded ? HandTable.WeakerHand : 1)
                        + (regrip * HandTable.Regrip) + (move.Finger == last && last != Finger.None && move.WristTurn == 0 ? HandTable.SameFinger : 0);
                    var (newLeft, newRight) = move.Finger == Finger.None ? (0, 0) : move.IsRight ? (left, wrist + move.WristTurn) : (wrist + move.WristTurn, right);
                    var next = Index(nextHold, newLeft, newRight, move.Finger);
                    var total = time[at][state] + cost;
                    if (total >= time[to][next] - 1e-12) continue;
                    time[to][next] = total;
                    came[to][next] = new Came(state, at, turn, move, regrip == 1, cost);
                }
        }
    }

    private static int[] Reached(double[] time) => [.. Enumerable.Range(0, time.Length).Where(s => !double.IsPositiveInfinity(time[s]))];

    private static HandReading Trace(int count, int end, double total, Came?[][] came, bool mayRotate)
    {
        var steps = new List<HandStep>();
        for (var (at, state) = (count, end); came[at][state] is { } c; (at, state) = (c.At, c.From))
        {
            var (_, left, right, _) = Parse(state);
            steps.Add(new HandStep(c.Turn, c.Move.Finger, c.Time, c.Regrip, left, right));
            if (steps.Count > (mayRotate ? 4 : 1) * (count + 1)) throw new InvalidOperationException("the way back does not end");
        }

        steps.Reverse();
        return new HandReading(steps, total);
    }

    private static int Index(int hold, int left, int right, Finger last) =>
        (((((hold * Wrists) + left - HandTable.MinWrist) * Wrists) + right - HandTable.MinWrist) * Fingers) + (int)last;

    private static (int Hold, int Left, int Right, Finger Last) Parse(int state) =>
        (state / StatesOfHold, (state / (Wrists * Fingers) % Wrists) + HandTable.MinWrist, (state / Fingers % Wrists) + HandTable.MinWrist, (Finger)(state % Fingers));
}
