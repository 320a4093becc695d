using TinCompass.Core.Cube;

namespace TinCompass.Core.Notation;

/// <summary>Merges turns that meet on one axis: they commute, so their quarters add up letter by letter.</summary>
internal static class Cancelling
{
    public static IReadOnlyList<Turn> Cancel(IReadOnlyList<Turn> turns)
    {
        var kept = new List<Turn>();
        foreach (var turn in turns)
        {
            // The run of this axis at the end of what is kept holds each letter once, in letter order.
            var start = kept.Count;
            while (start > 0 && kept[start - 1].Axis == turn.Axis) start--;
            var at = start;
            while (at < kept.Count && kept[at].LetterIndex < turn.LetterIndex) at++;
            if (at == kept.Count || kept[at].LetterIndex != turn.LetterIndex)
                kept.Insert(at, turn);
            else if (kept[at].WithQuarters(kept[at].Quarters + turn.Quarters) is { } merged)
                kept[at] = merged;
            else
                kept.RemoveAt(at);
        }

        return kept;
    }
}
