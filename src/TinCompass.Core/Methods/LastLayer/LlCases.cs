namespace TinCompass.Core.Methods.LastLayer;

/// <summary>
/// The cases of all sets, found by going through every look: orientation 57 + solved (216 looks), permutation 21 + solved (288), and the
/// two-look sets. Looking one up takes some nanoseconds.
/// </summary>
public static class LlCases
{
    private static readonly Dictionary<LlSet, Book> Books = LlSets.All.ToDictionary(s => s, s => new Book(s));
    private static readonly Dictionary<string, LlCase> ById = LlSets.All.SelectMany(Of).ToDictionary(c => c.Id);

    /// <summary>The cases of a set, the solved one first, then by what is seen.</summary>
    public static IReadOnlyList<LlCase> Of(LlSet set) => Books[set].Cases;

    /// <summary>A case by its name; null when there is none.</summary>
    public static LlCase? Find(string? id) => id is not null && ById.TryGetValue(id, out var found) ? found : null;

    /// <summary>
    /// The case of a state, and by how many clockwise quarters of the top it comes to be seen as it is named (0..3, the least). Throws when
    /// the set does not fit (<see cref="LlSets.Fits"/>).
    /// </summary>
    public static (LlCase Case, int Turns) Of(LlSet set, LlState state) =>
        set.Fits(state) && Books[set].Looks.TryGetValue(set.Look(state), out var found) ? found
            : throw new ArgumentException($"{set.Id()} does not fit this last layer", nameof(state));

    private sealed class Book
    {
        public Book(LlSet set)
        {
            var (states, classes, seen) = (set.States(), new List<(LlState View, LlState[] All)>(), new HashSet<int>());
            foreach (var state in states)
            {
                if (seen.Contains(set.Look(state))) continue;
                LlState[] all = [.. LlState.Quarters.SelectMany(k => Labels(set).Select(b => state.Turned(k).Relabelled(b)))
                    .DistinctBy(s => set.Look(s))];
                foreach (var one in all) seen.Add(set.Look(one));
                classes.Add((LlNames.BestView(set, all), all));
            }

            var names = LlNames.Of(set, [.. classes.Select(c => c.View)]);
            Cases = [.. classes.Select((c, i) => new LlCase(
                set, LlNames.Id(set, c.All), names[i], LlNames.Letter(set, c.View), LlNames.Family(set, c.View), c.View, c.All.Length,
                    states.Count, LlState.Quarters.Select(k => Form(set, c.View.Turned(k))).Distinct().Count(), set.IsDone(c.View)))
                .OrderBy(c => !c.IsSolved).ThenBy(c => LlNames.Place(c)).ThenBy(c => c.Id, StringComparer.Ordinal)];
            foreach (var found in Cases)
                foreach (var k in LlState.Quarters.Reverse())
                    foreach (var b in Labels(set))
                        Looks[set.Look(found.View.Relabelled(b).Turned(-k))] = (found, k);
            // The classes of mirrors and inverses can be looked up only now.
            Cases = [.. Cases.Select(c => c with
            {
                MirrorId = Looks[set.Look(c.View.Mirror())].Case.Id,
                InverseId = Looks[set.Look(c.View.Inverse())].Case.Id,
            })];
            foreach (var (look, found) in Looks.ToArray()) Looks[look] = (Cases.First(c => c.Id == found.Case.Id), found.Turns);
        }

        public IReadOnlyList<LlCase> Cases { get; }

        public Dictionary<int, (LlCase Case, int Turns)> Looks { get; } = [];
    }

    /// <summary>A look however its sides are called.</summary>
    private static int Form(LlSet set, LlState state) => Labels(set).Min(b => set.Look(state.Relabelled(b)));

    private static IEnumerable<int> Labels(LlSet set) => set.Orients() ? [0] : LlState.Quarters;
}
