namespace TinCompass.Core.Cube;

/// <summary>
/// The one place where turns are renamed between holds. The layers that turn stay the same, only how the cube is held differs: what is R
/// while white is up and green
/// in front is F after y. 24 · 24 rows of 54 bytes (31 kB), filled at first use.
/// </summary>
public static class TurnNames
{
    private static readonly byte[] Rows = Build();

    /// <summary>For each turn (0..53) as it is written in one hold, the turn of the same layers as it is written in another.</summary>
    public static ReadOnlySpan<byte> Between(Hold from, Hold to) =>
        Rows.AsSpan(((from.Index * Hold.Count) + to.Index) * Turn.Count, Turn.Count);

    /// <summary>A turn as it is written in another hold.</summary>
    public static Turn Renamed(this Turn turn, Hold from, Hold to) => Turn.FromIndex(Between(from, to)[turn.Index]);

    /// <summary>The letters that turns are made of, faces first, each once: "U F R y".</summary>
    public static string Letters(this IEnumerable<Turn> turns) =>
        string.Join(' ', turns.DistinctBy(t => t.LetterIndex).OrderBy(t => t.LetterIndex).Select(t => t.Letter));

    private static byte[] Build()
    {
        var rows = new byte[Hold.Count * Hold.Count * Turn.Count];
        foreach (var from in Hold.All)
            foreach (var to in Hold.All)
                for (var turn = 0; turn < Turn.Count; turn++)
                    rows[(((from.Index * Hold.Count) + to.Index) * Turn.Count) + turn] = (byte)Rename(Turn.FromIndex(turn), from, to).Index;
        return rows;
    }

    private static Turn Rename(Turn turn, Hold from, Hold to)
    {
        // Every letter follows a face: a slice or rotation is named by one of the two faces of its axis, so seen from the other it goes the
        // other way.
        var face = to.FaceOf(from.ColorAt(FaceFollowed(turn)));
        return turn.Kind switch
        {
            TurnKind.Face => Turn.Of(face, turn.Quarters),
            TurnKind.Wide => Turn.FromLetter(6 + (int)face, turn.Quarters),
            _ => Following(face, turn.Kind, turn.Quarters),
        };
    }

    /// <summary>M follows L, E follows D, S follows F; x follows R, y follows U, z follows F.</summary>
    private static Face FaceFollowed(Turn turn) => turn.Letter switch
    {
        'M' => Face.L,
        'E' or 'D' => Face.D,
        'S' or 'z' => Face.F,
        'x' => Face.R,
        'y' => Face.U,
        _ => turn.Face,
    };

    private static Turn Following(Face face, TurnKind kind, int quarters)
    {
        for (var letter = kind == TurnKind.Slice ? 12 : 15; ; letter++)
        {
            var followed = FaceFollowed(Turn.FromLetter(letter, 1));
            if (followed == face) return Turn.FromLetter(letter, quarters);
            if (followed == face.Opposite()) return Turn.FromLetter(letter, 4 - quarters);
        }
    }
}
