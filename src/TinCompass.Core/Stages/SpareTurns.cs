using TinCompass.Core.Cube;
using TinCompass.Core.Hands;

namespace TinCompass.Core.Stages;

/// <summary>Turns of one layer in a row that are fewer together.</summary>
/// <param name="From">The first of them, from 0 in the solve.</param>
/// <param name="To">One past the last of them.</param>
/// <param name="Together">What they are together; null when they do nothing.</param>
public sealed record SpareRun(int From, int To, Turn? Together);

/// <summary>A rotation that was not needed: other turns do the same to the cube, and what follows goes on as it was made.</summary>
/// <param name="At">Where the rotation is, from 0 in the solve.</param>
/// <param name="Rotation">The rotation.</param>
/// <param name="From">The first turn that is replaced.</param>
/// <param name="To">One past the last.</param>
/// <param name="Instead">What does the same, without a rotation.</param>
/// <param name="Onward">
/// What takes the place of the rotations with which the turns after it began: none where the cube is held alike.
/// </param>
/// <param name="Replaced">Those rotations.</param>
/// <param name="Saves">Relative time of the whole solve.</param>
public sealed record SpareRotation(int At, Turn Rotation, int From, int To, IReadOnlyList<Turn> Instead, IReadOnlyList<Turn> Onward,
    IReadOnlyList<Turn> Replaced, double Saves);

/// <summary>Turns of a solve that it could have been made without.</summary>
public static class SpareTurns
{
    /// <summary>Runs of turns of one layer that are fewer together: of the top, say, where two stages meet.</summary>
    public static IEnumerable<SpareRun> Runs(IReadOnlyList<Turn> turns)
    {
        for (var from = 0; from < turns.Count;)
        {
            var to = from + 1;
            if (turns[from].Kind != TurnKind.Rotation)
                while (to < turns.Count && turns[to].Letter == turns[from].Letter) to++;
            if (to - from > 1)
            {
                var quarters = Enumerable.Range(from, to - from).Sum(t => turns[t].Quarters) % 4;
                yield return new SpareRun(from, to, quarters == 0 ? null : Turn.FromIndex(turns[from].Index / 3 * 3 + quarters - 1));
            }

            from = to;
        }
    }

    /// <summary>
    /// Rotations within some turns of a solve that were not needed: the same turns of the cube without them, and the whole solve, ended in
    /// the same hold, is quicker by more than the model can err. What follows stays as it was made; only rotations at its beginning are
    /// others, or none.
    /// </summary>
    /// <param name="start">The cube before all of them.</param>
    /// <param name="turns">All turns.</param>
    /// <param name="from">The first of the turns in question.</param>
    /// <param name="to">One past the last of them.</param>
    /// <param name="hands">The hands that make them.</param>
    /// <param name="isPart">
    /// They are a part of a solve: the hold in which they begin is given, and that in which they end is as good as any.
    /// </param>
    public static SpareRotation? Rotation(CubeState start, IReadOnlyList<Turn> turns, int from, int to, HandModel hands,
        bool isPart = false)
    {
        // The hold in which a solve begins costs nothing.
        if (from == 0 && !isPart) from = turns.TakeWhile(t => t.Kind == TurnKind.Rotation).Count();
        if (from >= to || Enumerable.Range(from, to - from).All(t => turns[t].Kind != TurnKind.Rotation)
            || hands.Measure(turns) is not { } spent) return null;
        var at = Enumerable.Range(from, to - from).First(t => turns[t].Kind == TurnKind.Rotation);
        var preferences = hands.Preferences;
        var still = new HandModel(preferences with { Avoided = string.Concat(preferences.Avoided.Union("xyz")) })
            .RewriteBaseDown(HandModel.FaceTurns(turns.Skip(from).Take(to - from)));
        if (still is null || still.Turns.Any(t => t.Kind == TurnKind.Rotation)) return null;
        Turn[] replaced = [.. turns.Skip(to).TakeWhile(t => t.Kind == TurnKind.Rotation)];
        var (before, rest) = (turns.Take(from), turns.Skip(to + replaced.Length).ToArray());
        var (wanted, now) = (start.Apply(turns.Take(to + replaced.Length)), start.Apply(before).Apply(still.Turns));
        var onward = Hold.All.Select(h => h.Rotation).OrderBy(r => r.Count).First(r => now.Apply(r).Hold == wanted.Hold);
        if (now.Apply(onward) != wanted) return null;
        if (isPart && rest.Length == 0) onward = [];
        // Held otherwise to the end of what was made by hands that went on at once: then the rotation is only put off.
        if (onward.Count > replaced.Length) return null;
        return hands.Measure([.. before, .. still.Turns, .. onward, .. rest]) is { } takes && spent - takes > HandModel.WorthTelling
            ? new SpareRotation(at, turns[at], from, to, [.. still.Turns], onward, replaced, spent - takes) : null;
    }

    /// <summary>In a sentence; turns are counted from the beginning of their stage.</summary>
    public static string Say(SpareRun run, IReadOnlyList<Turn> turns, int first)
    {
        var made = string.Join(' ', turns.Skip(run.From).Take(run.To - run.From));
        var where = run.From < first ? "where the stage before ended" : $"from turn {run.From - first + 1}";
        return run.Together is { } one ? $"{made} ({where}) is one turn, {one}." : $"{made} ({where}) does nothing.";
    }

    /// <summary>In a sentence.</summary>
    public static string Say(SpareRotation spare, int first, HandModel? hands)
    {
        var onward = spare.Replaced.Count == 0 ? "" : spare.Onward.Count == 0
            ? $", and {string.Join(' ', spare.Replaced)} after it falls away"
            : $", then {string.Join(' ', spare.Onward)} instead of {string.Join(' ', spare.Replaced)}";
        return $"{spare.Rotation} (turn {spare.At - first + 1}) was not needed: {string.Join(' ', spare.Instead)} from turn "
            + $"{spare.From - first + 1}{onward}; it saves {HandModel.Told(hands, spare.Saves)}.";
    }
}
