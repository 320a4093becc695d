using TinCompass.Core.Cube;

namespace TinCompass.Core.Methods.BlockFirst;

/// <summary>
/// The rest with two faces only, up and right: the block 2x2x3 stands at the left and down, no edge is bad. Turns of two faces bring six
/// corners into 120 of their 720 orders, so that the rest can be solved by them from every sixth position; from there in the fewest turns,
/// exactly: all that ten turns reach from solved is kept (some hundred thousand positions, made at first use) and met from the other side.
/// </summary>
public sealed class TwoFaces
{
    private const int Near = 10;
    private const int Far = 12;

    private static readonly Lazy<TwoFaces> Made = new(() => new TwoFaces());
    private static readonly Turn[] Turns = [.. new[] { Face.U, Face.R }.SelectMany(f => Enumerable.Range(1, 3).Select(q => Turn.Of(f, q)))];

    private readonly HashSet<int> orders = [];
    private readonly Dictionary<CubeState, byte> near = new() { [CubeState.Solved] = byte.MaxValue };

    private TwoFaces()
    {
        var open = new Stack<CubeState>([CubeState.Solved]);
        while (open.TryPop(out var state))
            if (orders.Add(Order(state)))
                foreach (var turn in Turns) open.Push(state.Apply(turn));
        var last = new List<CubeState> { CubeState.Solved };
        for (var depth = 0; depth < Near; depth++)
        {
            var next = new List<CubeState>();
            foreach (var state in last)
                foreach (var turn in Turns)
                    if (state.Apply(turn) is var after && near.TryAdd(after, (byte)turn.Index)) next.Add(after);
            last = next;
        }
    }

    /// <summary>Made at first use.</summary>
    public static TwoFaces All => Made.Value;

    /// <summary>So many orders of the corners two faces reach.</summary>
    public int Orders => orders.Count;

    /// <summary>
    /// Two faces alone solve it. The block must stand and no edge be bad; pieces are named by where they belong, the open faces up and
    /// right.
    /// </summary>
    public bool CanSolve(CubeState held) => orders.Contains(Order(held));

    /// <summary>A shortest way by the two faces; null where they cannot. Throws when cancelled.</summary>
    public IReadOnlyList<Turn>? Solve(CubeState held, CancellationToken cancel = default)
    {
        if (!CanSolve(held)) return null;
        var made = new List<Turn>();
        for (var depth = 0; depth <= Far; depth++)
            if (Try(held, depth, null)) return made;
        throw new InvalidOperationException($"two faces need more than {Near + Far} turns");

        bool Try(CubeState now, int left, Face? last)
        {
            if (left == 0)
            {
                if (!near.TryGetValue(now, out var turn)) return false;
                for (; turn != byte.MaxValue; turn = near[now])
                {
                    made.Add(Turn.FromIndex(turn).Inverse);
                    now = now.Apply(made[^1]);
                }

                return true;
            }

            cancel.ThrowIfCancellationRequested();
            foreach (var turn in Turns)
            {
                if (turn.Face == last || !Try(now.Apply(turn), left - 1, turn.Face)) continue;
                made.Insert(0, turn);
                return true;
            }

            return false;
        }
    }

    /// <summary>The order of the eight corners, three bits each.</summary>
    private static int Order(CubeState state)
    {
        var order = 0;
        for (var c = 0; c < 8; c++) order = (order << 3) | (int)state.CornerAt((Corner)c);
        return order;
    }
}
