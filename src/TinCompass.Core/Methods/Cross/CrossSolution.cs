using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.Cross;

/// <summary>
/// A cross as it is turned: a rotation that brings the colour down (0 to 2 rotations, from the hold of the position), then face turns.
/// Which of the four y-holds is taken says <see cref="HoldChoice"/>; usually the one with fewest turns of the back face, on a tie the plainest rotation.
/// </summary>
public sealed record CrossSolution(Hold Rotation, IReadOnlyList<Turn> Turns)
{
    /// <summary>Length in HTM.</summary>
    public int Length => Turns.Count;

    /// <summary>Turns of the back face in the chosen hold.</summary>
    public int BackTurns => Turns.Count(t => t.Face == Face.B);

    /// <summary>Rotation and turns as one sequence.</summary>
    public IEnumerable<Turn> All => [.. Rotation.Rotation, .. Turns];

    /// <summary>"x2 R' D F2".</summary>
    public override string ToString() => string.Join(' ', All);

    /// <summary>Chooses the hold for turns that were found in the hold of <paramref name="position"/> (its plainest one).</summary>
    public static CrossSolution Choose(CrossPosition position, PackedTurns found) => InHold(position, found, BestHold(position, found));

    /// <summary>Chooses the hold as asked for; a hold in which no turn is avoided comes first.</summary>
    public static CrossSolution Choose(CrossPosition position, PackedTurns found, CrossPlanOptions options)
    {
        ArgumentNullException.ThrowIfNull(options);
        return InHold(position, found, BestHold(position, found, options));
    }

    /// <summary>The turns as they were found, for a position whose colour is down already.</summary>
    internal static CrossSolution AsHeld(PackedTurns found) => new(Hold.Scramble, found.ToArray());

    /// <summary>The four holds that a position's base colour can be solved in, the plainest first.</summary>
    public static IReadOnlyList<Hold> HoldsOf(CrossPosition position) => Hold.BringingDown(position.Rotation.ColorAt(Face.D).AsFace());

    /// <summary>The number (0..3) of the y-hold with fewest back turns.</summary>
    internal static int BestHold(CrossPosition position, PackedTurns found)
    {
        Span<int> turnsOf = stackalloc int[6];
        for (var i = 0; i < found.Length; i++) turnsOf[found.IndexAt(i) / 3]++;
        var best = 0;
        for (var h = 1; h < 4; h++)
            if (turnsOf[FaceThatComesTo(position, h, Face.B)] < turnsOf[FaceThatComesTo(position, best, Face.B)]) best = h;
        return best;
    }

    /// <summary>The number (0..3) of the y-hold that is asked for.</summary>
    internal static int BestHold(CrossPosition position, PackedTurns found, CrossPlanOptions options)
    {
        if (options is { Holds: HoldChoice.FewestBackTurns, Hands.Preferences.Avoided: "" }) return BestHold(position, found);
        Span<byte> printed = stackalloc byte[PackedTurns.MaxLength];
        var (best, least) = (0, double.PositiveInfinity);
        for (var h = 0; h < 4; h++)
        {
            var turns = Print(position, AsPrinted(position, found, h).Turns, h, printed);
            var backTurns = 0;
            foreach (var turn in turns) backTurns += turn / 3 == (int)Face.B ? 1 : 0;
            if (!options.Hands.TryMeasure(turns, out var time, out _)) continue;
            var cost = options.Holds switch { HoldChoice.LeastTime => time, HoldChoice.FewestBackTurns => backTurns, _ => h };
            if (cost < least) (best, least) = (h, cost);
        }

        return best;
    }

    /// <summary>The turns (0..17) as they are printed in a hold, for sequences that <see cref="AsPrinted"/> has put in order.</summary>
    internal static ReadOnlySpan<byte> Print(CrossPosition position, PackedTurns turns, int hold, Span<byte> printed)
    {
        var letters = LettersOf(position, hold);
        var length = turns.Length;
        for (var i = 0; i < length; i++) printed[i] = (byte)((letters[turns.IndexAt(i) / 3] * 3) + (turns.IndexAt(i) % 3));
        return printed[..length];
    }

    /// <summary>
    /// The same turns, still in the letters of the search, but with commuting neighbours in the order in which a hold prints them;
    /// and how many of them turn the back face in that hold.
    /// </summary>
    internal static (PackedTurns Turns, int BackTurns) AsPrinted(CrossPosition position, PackedTurns found, int hold)
    {
        // On indices alone: this runs for every sequence that is looked at. Face t / 3, axis t / 6.
        var letters = LettersOf(position, hold);
        int length = found.Length, before = -1, back = 0;
        ulong bits = 0;
        for (var i = 0; i < length; i++)
        {
            var turn = found.IndexAt(i);
            if (letters[turn / 3] == (byte)Face.B) back++;
            if (before >= 0 && turn / 6 == before / 6 && letters[turn / 3] < letters[before / 3])
            {
                // At most two of one axis follow each other, so one exchange is enough.
                var shift = PackedTurns.BitsPerTurn * (i - 1);
                bits = (bits & ~(31UL << shift)) | ((ulong)(turn + 1) << shift) | ((ulong)(before + 1) << (shift + PackedTurns.BitsPerTurn));
            }
            else
            {
                bits |= (ulong)(turn + 1) << (PackedTurns.BitsPerTurn * i);
            }

            before = turn;
        }

        return (new PackedTurns(bits), back);
    }

    internal static CrossSolution InHold(CrossPosition position, PackedTurns found, int hold)
    {
        var letters = LettersOf(position, hold);
        var turns = new Turn[found.Length];
        for (var i = 0; i < turns.Length; i++) turns[i] = Turn.Of((Face)letters[found.IndexAt(i) / 3], (found.IndexAt(i) % 3) + 1);
        TurnOrder.Sort(turns);
        return new CrossSolution(HoldsOf(position)[hold], turns);
    }

    private static int FaceThatComesTo(CrossPosition position, int hold, Face face) => LettersOf(position, hold).AsSpan().IndexOf((byte)face);

    // For each face to bring down, each of its holds as the search's hold, and each hold as the printed one: where every face goes.
    private static readonly byte[][] Letters = BuildLetters();

    private static byte[] LettersOf(CrossPosition position, int hold) => Letters[(position.Rotation.Index * 4) + hold];

    private static byte[][] BuildLetters()
    {
        var letters = new byte[Hold.Count * 4][];
        foreach (var from in Hold.All)
        {
            var holds = Hold.BringingDown(from.ColorAt(Face.D).AsFace());
            for (var h = 0; h < 4; h++)
                letters[(from.Index * 4) + h] = [.. Enumerable.Range(0, 6).Select(f => (byte)holds[h].FaceOf(from.ColorAt((Face)f)))];
        }

        return letters;
    }
}
