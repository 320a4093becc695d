namespace TinCompass.Core.Cube;

/// <summary>
/// How the cube is held: which colour's centre looks where. 24 holds; the default value is the scramble hold (white up, green front).
/// </summary>
public readonly record struct Hold
{
    private static readonly Table[] Tables = Build();

    private readonly byte index;

    private Hold(int index) => this.index = (byte)index;

    /// <summary>Number of holds: six colours down, four fronts each.</summary>
    public const int Count = 24;

    /// <summary>White up, green front: the hold in which scrambles are applied.</summary>
    public static Hold Scramble => default;

    /// <summary>All 24 holds.</summary>
    public static IReadOnlyList<Hold> All { get; } = [.. Enumerable.Range(0, Count).Select(i => new Hold(i))];

    /// <summary>0..23.</summary>
    public int Index => index;

    /// <summary>The colour of the centre on <paramref name="face"/>.</summary>
    public Color ColorAt(Face face) => (Color)Tables[index].Colors[(int)face];

    /// <summary>The face on which the centre of <paramref name="color"/> lies.</summary>
    public Face FaceOf(Color color) => (Face)Array.IndexOf(Tables[index].Colors, (byte)color);

    /// <summary>The shortest rotation that leads from the scramble hold to this one: no turn, one or two.</summary>
    public IReadOnlyList<Turn> Rotation => Tables[index].Rotation;

    /// <summary>The hold after a turn; only slices, wide turns and rotations move centres.</summary>
    public Hold After(Turn turn) => new(Tables[index].Next[turn.Index]);

    /// <summary>
    /// The rotation that brings <paramref name="face"/> down, then turns the cube by one of four y-holds (0..3).
    /// The plainest comes first: fewer rotations, then x before z, and y before y' before y2.
    /// </summary>
    public static IReadOnlyList<Hold> BringingDown(Face face) => Down[(int)face];

    private static readonly Hold[][] Down = [.. Enumerable.Range(0, 6).Select(f =>
        Enumerable.Range(0, Count).Select(i => new Hold(i)).Where(h => h.ColorAt(Face.D) == (Color)f)
            .OrderBy(h => h.Rotation.Count).ThenBy(h => h.index).ToArray())];

    private sealed record Table(byte[] Colors, Turn[] Rotation, byte[] Next);

    private static Table[] Build()
    {
        // Breadth first over x, y, z with x first: each hold gets the shortest rotation, and on a tie the plainest.
        int[] quarters = [1, 3, 2];
        int[] order = [.. "xzy".SelectMany(c => quarters.Select(q => (Turn.LetterText.IndexOf(c, StringComparison.Ordinal) * 3) + q - 1))];
        var colors = new List<byte[]> { new byte[] { 0, 1, 2, 3, 4, 5 } };
        var rotations = new List<Turn[]> { Array.Empty<Turn>() };
        for (var at = 0; at < colors.Count; at++)
            foreach (var t in order)
            {
                var next = Moved(colors[at], t);
                if (colors.Any(c => c.AsSpan().SequenceEqual(next))) continue;
                colors.Add(next);
                rotations.Add([.. rotations[at], Turn.FromIndex(t)]);
            }

        return [.. colors.Select((c, i) => new Table(c, rotations[i], [.. Enumerable.Range(0, Turn.Count)
            .Select(t => (byte)colors.FindIndex(other => other.AsSpan().SequenceEqual(Moved(c, t))))]))];
    }

    private static byte[] Moved(byte[] colors, int turn) => [.. TurnTable.Of(Turn.FromIndex(turn)).CenterFrom.Select(f => colors[f])];

    /// <summary>"white up, green front".</summary>
    public override string ToString() => $"{ColorAt(Face.U).Name()} up, {ColorAt(Face.F).Name()} front";
}
