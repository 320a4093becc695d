using TinCompass.Core.Cube;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cross;

/// <summary>
/// In which of the four y-holds a cross is turned that was found in the plainest one: which one is taken says <see cref="HoldChoice"/>;
/// usually the one with fewest turns of
/// the back face, on a tie the plainest rotation.
/// </summary>
public static class CrossHolds
{
    /// <summary>Chooses the hold for turns that were found in the hold of <paramref name="position"/> (its plainest one).</summary>
    public static StageSolution Choose(CrossPosition position, PackedTurns found) => InHold(position, found, BestHold(position, found));

    /// <summary>Chooses the hold as asked for; a hold in which no turn is avoided comes first.</summary>
    public static StageSolution Choose(CrossPosition position, PackedTurns found, CrossPlanOptions options) =>
        InHold(position, found, BestHold(position, found, options));

    /// <summary>The turns as they were found, for a position whose colour is down already.</summary>
    internal static StageSolution AsHeld(PackedTurns found) => new(Hold.Scramble, found.ToArray());

    /// <summary>The four holds that a position's base colour can be solved in, the plainest first.</summary>
    public static IReadOnlyList<Hold> HoldsOf(CrossPosition position) => Hold.BringingDown(position.Rotation.ColorAt(Face.D).AsFace());

    /// <summary>The number (0..3) of the y-hold with fewest back turns.</summary>
    internal static int BestHold(CrossPosition position, PackedTurns found)
    {
        Span<int> turnsOf = stackalloc int[6];
        for (var i = 0; i < found.Length; i++) turnsOf[found.IndexAt(i) / 3]++;
        var best = 0;
        for (var h = 1; h < 4; h++)
            if (turnsOf[FaceAtTheBack(position, h)] < turnsOf[FaceAtTheBack(position, best)]) best = h;
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
            var most = options.Holds == HoldChoice.LeastTime ? least : double.PositiveInfinity;
            if (!options.Hands.TryMeasure(turns, out var time, out _, most)) continue;
            var cost = options.Holds switch { HoldChoice.LeastTime => time, HoldChoice.FewestBackTurns => backTurns, _ => h };
            if (cost < least) (best, least) = (h, cost);
        }

        return best;
    }

    /// <summary>The turns (0..17) as they are printed in a hold, for sequences that <see cref="AsPrinted"/> has put in order.</summary>
    internal static ReadOnlySpan<byte> Print(CrossPosition position, PackedTurns turns, int hold, Span<byte> printed)
    {
        var names = NamesIn(position, hold);
        var length = turns.Length;
        for (var i = 0; i < length; i++) printed[i] = names[turns.IndexAt(i)];
        return printed[..length];
    }

    /// <summary>
    /// The same turns, still in the letters of the search, but with commuting neighbours in the order in which a hold prints them;
    /// and how many of them turn the back face in that hold.
    /// </summary>
    internal static (PackedTurns Turns, int BackTurns) AsPrinted(CrossPosition position, PackedTurns found, int hold)
    {
        // On indices alone: this runs for every sequence that is looked at. Face t / 3, axis t / 6.
        var names = NamesIn(position, hold);
        int length = found.Length, before = -1, back = 0;
        ulong bits = 0;
        for (var i = 0; i < length; i++)
        {
            var turn = found.IndexAt(i);
            if (names[turn] / 3 == (int)Face.B) back++;
            if (before >= 0 && turn / 6 == before / 6 && names[turn] / 3 < names[before] / 3)
            {
                // At most two of one axis follow each other, so one exchange is enough.
                var shift = PackedTurns.BitsPerTurn * (i - 1);
                bits = (bits & ~(31UL << shift)) | ((ulong)(turn + 1) << shift) | (
                    (ulong)(before + 1) << (shift + PackedTurns.BitsPerTurn));
            }
            else
            {
                bits |= (ulong)(turn + 1) << (PackedTurns.BitsPerTurn * i);
            }

            before = turn;
        }

        return (new PackedTurns(bits), back);
    }

    internal static StageSolution InHold(CrossPosition position, PackedTurns found, int hold)
    {
        var names = NamesIn(position, hold);
        var turns = new Turn[found.Length];
        for (var i = 0; i < turns.Length; i++) turns[i] = Turn.FromIndex(names[found.IndexAt(i)]);
        TurnOrder.Sort(turns);
        return new StageSolution(HoldsOf(position)[hold], turns);
    }

    /// <summary>The face, in the letters of the search, whose turns are turns of the back in a hold.</summary>
    private static int FaceAtTheBack(CrossPosition position, int hold) =>
        (int)position.Rotation.FaceOf(HoldsOf(position)[hold].ColorAt(Face.B));

    private static ReadOnlySpan<byte> NamesIn(CrossPosition position, int hold) =>
        TurnNames.Between(position.Rotation, HoldsOf(position)[hold]);
}
