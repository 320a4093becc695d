using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.F2l;

/// <summary>
/// What searches and plans pairs, over the tables of a shelf; it waits for them when they are first needed. A searcher serves one thread,
/// so each work gets its own.
/// </summary>
public sealed class F2lTools(TableShelf shelf)
{
    /// <summary>The distances of the cross.</summary>
    public CrossTable Cross => shelf.Get(CrossTable.Kind);

    /// <summary>The bounds of pairs.</summary>
    public F2lTables Tables => F2lTables.On(shelf);

    /// <summary>The quickest ways to a last slot, which are kept.</summary>
    public F2lQuickest Quickest { get; } = new(
        () => new F2lSearch(shelf.Get(CrossTable.Kind), F2lTables.On(shelf)),
        () => shelf.ProgressOf(F2lLastSlots.Kind) == TableProgress.Ready ? shelf.Get(F2lLastSlots.Kind) : null);

    /// <summary>The ways of pairs that were searched, which are kept.</summary>
    public F2lFinds Finds { get; } = new();

    /// <summary>A solver for one work.</summary>
    public F2lSolver NewSolver() => new(Cross, Tables);

    /// <summary>A planner for one work.</summary>
    public F2lPlanner NewPlanner() => new(NewSolver(), Finds);

    /// <summary>The schools for one work.</summary>
    public F2lSchools NewSchools() => new(Cross, Tables);
}
