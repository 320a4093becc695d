using System.Collections.Concurrent;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>
/// The book over the tables of a shelf, and what was ranked of it for some hands, which is kept. Safe for several threads.
/// </summary>
public sealed class LlTools(TableShelf shelf)
{
    // Some 800 looks of all sets, for two kinds of hands, some 30 kB each; with more it is worked out again now and then.
    private const int MostKept = 1600;

    private readonly ConcurrentDictionary<(LlSet Set, LlState Look, HandPreferences Hands), IReadOnlyList<LlChoice>> ranked = new();

    /// <summary>The shipped sequences.</summary>
    public LlBook Book => shelf.Get(LlBook.Kind);

    /// <summary>The book is there; else whoever asks for it waits.</summary>
    public bool IsReady => shelf.ProgressOf(LlBook.Kind) == TableProgress.Ready;

    /// <summary>
    /// The book's sequences for a set on a last layer, and the solver's own, the quickest first; none when the set is done.
    /// </summary>
    public IReadOnlyList<LlChoice> Rank(LlSet set, LlState state, LlOptions options)
    {
        var ranked = Rank(set, state, options.Hands);
        if (ranked.Count == 0 || options.Repertoire.Sequences.Count == 0) return ranked;
        LlChoice[] own = [.. options.Repertoire.Own(set.Id(), LlCases.Of(set, state).Case.Id)
            .Select(turns => LlChooser.Own(set, state, turns, options.Hands)).OfType<LlChoice>()];
        return own.Length == 0 ? ranked : LlChooser.Merged(own, ranked);
    }

    /// <summary>
    /// The book's sequences for a set on a last layer, the quickest first; none when the set is done. Ranked once for each look.
    /// </summary>
    public IReadOnlyList<LlChoice> Rank(LlSet set, LlState state, HandModel hands)
    {
        if (set.IsDone(state)) return [];
        if (ranked.Count > MostKept) ranked.Clear();
        var look = set.Orients() ? LookOf(state) : state;
        var known = ranked.GetOrAdd((set, look, hands.Preferences), _ => LlChooser.Rank(look, LlCases.Of(set, look).Case, Book, hands));
        return look == state ? known : [.. known.Select(c => c.On(state))];
    }

    /// <summary>The same without algorithms that turn the cube over on the way: for tasks that speak of one hold.</summary>
    public IEnumerable<LlChoice> RankInOneHold(LlSet set, LlState state, HandModel hands) =>
        Rank(set, state, hands).Where(c => c.CubeTurned == 0 && c.Sequence.Turns.All(t => t.Kind != TurnKind.Rotation));

    /// <summary>The same look with every piece at home: which piece stands where matters only for what comes after.</summary>
    private static LlState LookOf(LlState state)
    {
        int[] home = [0, 1, 2, 3];
        return LlState.Create(home, [.. home.Select(state.TwistAt)], home, [.. home.Select(state.FlipAt)]);
    }
}
