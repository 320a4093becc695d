using System.Collections.Concurrent;
using TinCompass.Core.Hands;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>
/// The book over the tables of a shelf, and what was ranked of it for some hands, which is kept. Safe for several threads.
/// </summary>
public sealed class LlTools(TableShelf shelf)
{
    // 94 cases in four holds, for some kinds of hands; with more it is worked out again now and then.
    private const int MostKept = 4000;

    private readonly ConcurrentDictionary<(string Case, LlState View, HandPreferences Hands), IReadOnlyList<LlChoice>> ranked = new();

    /// <summary>The shipped sequences.</summary>
    public LlBook Book => shelf.Get(LlBook.Kind);

    /// <summary>
    /// The book's sequences for a set on a last layer, the quickest first; none when the set is done. Ranked once for each look.
    /// </summary>
    public IReadOnlyList<LlChoice> Rank(LlSet set, LlState state, HandModel hands)
    {
        ArgumentNullException.ThrowIfNull(hands);
        if (set.IsDone(state)) return [];
        if (ranked.Count > MostKept) ranked.Clear();
        var found = LlCases.Of(set, state).Case;
        return ranked.GetOrAdd((found.Id, state, hands.Preferences), _ => LlChooser.Rank(state, Book[found], hands));
    }
}
