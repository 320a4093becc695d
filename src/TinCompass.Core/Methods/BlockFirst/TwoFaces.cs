using TinCompass.Core.Cube;
using TinCompass.Core.Search;

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
    private readonly Meeting<CubeState> meeting = new(CubeState.Solved, Turns, Near, (state, turn) => state.Apply(turn));

    private TwoFaces()
    {
        var open = new Stack<CubeState>([CubeState.Solved]);
        while (open.TryPop(out var state))
            if (orders.Add(Order(state)))
                foreach (var turn in Turns) open.Push(state.Apply(turn));
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
    public IReadOnlyList<Turn>? Solve(CubeState held, CancellationToken cancel = default) => !CanSolve(held) ? null
        : meeting.Find(held, Far, cancel) ?? throw new InvalidOperationException($"two faces need more than {Near + Far} turns");

    /// <summary>The order of the eight corners, three bits each.</summary>
    private static int Order(CubeState state)
    {
        var order = 0;
        for (var c = 0; c < 8; c++) order = (order << 3) | (int)state.CornerAt((Corner)c);
        return order;
    }
}
