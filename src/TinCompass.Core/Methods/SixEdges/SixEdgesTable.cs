using System.Runtime.InteropServices;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.SixEdges;

/// <summary>What a step of the last six edges brings.</summary>
public enum SixEdgesGoal
{
    /// <summary>Every edge shows the base's or the top's colour up or down.</summary>
    Oriented,

    /// <summary>The left and right edges are home too, the top aligned.</summary>
    SidesHome,

    /// <summary>Everything is solved.</summary>
    Solved,
}

/// <summary>
/// Exact distances of the last six edges by M and U and their halves, each one turn (STM), for three goals: every edge oriented; the left
/// and right edges home too, with the top aligned; everything solved. Made in about a second, kept in a table file (9.9 MB).
/// </summary>
public sealed class SixEdgesTable
{
    /// <summary>M, M2, M', U, U2, U': the turns.</summary>
    public static IReadOnlyList<Turn> Turns { get; } = Algorithm.Parse("M M2 M' U U2 U'").Turns;

    private readonly byte[] orient;
    private readonly byte[] leftRight;
    private readonly byte[] all;
    private readonly int[] after;

    private SixEdgesTable(byte[] orient, byte[] leftRight, byte[] all, int[] after) =>
        (this.orient, this.leftRight, this.all, this.after) = (orient, leftRight, all, after);

    /// <summary>Names this set and its version in a <see cref="TableFile"/>.</summary>
    public const string Title = "six-edges 1";

    /// <summary>The tables on a shelf; kept between starts.</summary>
    public static TableKind<SixEdgesTable> Kind { get; } =
        new("six-edges", _ => Build()) { Load = Load, Save = (table, stream) => table.Save(stream) };

    /// <summary>
    /// The tables read from a stream that <see cref="Save"/> wrote; throws <see cref="InvalidDataException"/> when it cannot be used.
    /// </summary>
    public static SixEdgesTable Load(Stream stream)
    {
        var sections = TableFile.Read(stream, Title);
        return new SixEdgesTable(sections[nameof(orient)].Bytes, sections[nameof(leftRight)].Bytes, sections[nameof(all)].Bytes,
            MemoryMarshal.Cast<byte, int>(sections[nameof(after)].Bytes).ToArray());
    }

    /// <summary>Writes the tables to a stream.</summary>
    public void Save(Stream stream) => TableFile.Write(stream, Title,
        [new(nameof(orient), orient), new(nameof(leftRight), leftRight), new(nameof(all), all),
            new(nameof(after), MemoryMarshal.AsBytes(after.AsSpan()).ToArray())]);

    /// <summary>The distances to a goal.</summary>
    public ReadOnlySpan<byte> To(SixEdgesGoal goal) => goal switch
    {
        SixEdgesGoal.Oriented => orient,
        SixEdgesGoal.SidesHome => leftRight,
        _ => all,
    };

    /// <summary>The fewest turns to a goal.</summary>
    public int Distance(int index, SixEdgesGoal goal) => To(goal)[index];

    /// <summary>The position after a turn, by its number among <see cref="Turns"/>.</summary>
    public int After(int index, int turn) => after[(index * Turns.Count) + turn];

    /// <summary>Turns until every edge is oriented, the middle of the top too; 255 where no position is.</summary>
    public ReadOnlySpan<byte> Orient => orient;

    /// <summary>Turns until the left and right edges are home as well, and the top is aligned.</summary>
    public ReadOnlySpan<byte> LeftRight => leftRight;

    /// <summary>Turns until everything is solved.</summary>
    public ReadOnlySpan<byte> All => all;

    /// <summary>Goes through all positions from the solved one; throws when cancelled.</summary>
    public static SixEdgesTable Build(CancellationToken cancel = default)
    {
        var (after, found) = (new int[SixEdgesIndex.Size * Turns.Count], new List<int>());
        Array.Fill(after, -1);
        var seen = new bool[SixEdgesIndex.Size];
        var queue = new Queue<CubeState>();
        Add(CubeState.Solved, Of(CubeState.Solved));
        while (queue.TryDequeue(out var state))
        {
            if ((found.Count & 0xFFF) == 0) cancel.ThrowIfCancellationRequested();
            var here = Of(state);
            for (var t = 0; t < Turns.Count; t++)
            {
                var next = state.Apply(Turns[t]);
                var there = Of(next);
                after[(here * Turns.Count) + t] = there;
                if (!seen[there]) Add(next, there);
            }
        }

        var solved = Of(CubeState.Solved);
        return new SixEdgesTable(
            Distances(SixEdgesIndex.IsOriented), Distances(i => SixEdgesIndex.IsOriented(i) && SixEdgesIndex.AreSidesHome(i)),
                Distances(i => i == solved), after);

        void Add(CubeState state, int index)
        {
            seen[index] = true;
            found.Add(index);
            queue.Enqueue(state);
        }

        byte[] Distances(Func<int, bool> isGoal)
        {
            var distances = new byte[SixEdgesIndex.Size];
            Array.Fill(distances, DistanceTable.Unreached);
            var next = new Queue<int>(found.Where(isGoal));
            foreach (var goal in next) distances[goal] = 0;
            while (next.TryDequeue(out var here))
                for (var t = 0; t < Turns.Count; t++)
                    if (after[(here * Turns.Count) + t] is var there && distances[there] == DistanceTable.Unreached)
                    {
                        distances[there] = (byte)(distances[here] + 1);
                        next.Enqueue(there);
                    }

            return distances;
        }
    }

    /// <summary>Every shortest sequence to a goal, up to <paramref name="most"/> of them.</summary>
    public IReadOnlyList<IReadOnlyList<Turn>> Shortest(int index, SixEdgesGoal goal, int most = int.MaxValue) =>
        Shortest(index, To(goal), most);

    /// <summary>Every shortest sequence to the goal of some distances.</summary>
    public IReadOnlyList<IReadOnlyList<Turn>> Shortest(int index, ReadOnlySpan<byte> distances, int most = int.MaxValue)
    {
        var ways = new List<IReadOnlyList<Turn>>();
        Go(index, [], distances);
        return ways;

        void Go(int here, List<Turn> made, ReadOnlySpan<byte> left)
        {
            if (ways.Count >= most) return;
            if (left[here] == 0)
            {
                ways.Add([.. made]);
                return;
            }

            for (var t = 0; t < Turns.Count; t++)
            {
                var there = after[(here * Turns.Count) + t];
                if (left[there] != left[here] - 1) continue;
                made.Add(Turns[t]);
                Go(there, made, left);
                made.RemoveAt(made.Count - 1);
            }
        }
    }

    private static int Of(CubeState state) => SixEdgesIndex.IndexOf(state, out _)
        ?? throw new InvalidOperationException("M and U leave the blocks and the corners");
}
