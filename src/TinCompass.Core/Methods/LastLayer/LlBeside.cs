using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>A sequence of a case beside others, with all that tells them apart.</summary>
/// <param name="Turns">As they are made, in the view.</param>
/// <param name="Length">HTM.</param>
/// <param name="SliceLength">STM.</param>
/// <param name="Time">Relative time; null when a turn is avoided.</param>
/// <param name="Regrips">How often a hand grips anew.</param>
/// <param name="Rotations">Rotations of the whole cube.</param>
/// <param name="Letters">The letters it is made of: "R U r".</param>
/// <param name="Notes">Burst by burst.</param>
/// <param name="Way">How it is learnt.</param>
/// <param name="Moves">
/// Of what orients: what it does to the places of the pieces, as the case whose sequences would undo that; null for what permutes.
/// </param>
/// <param name="Kin">What it is to sequences that the solver knows.</param>
public sealed record LlColumn(
    IReadOnlyList<Turn> Turns, int Length, int SliceLength, double? Time, int Regrips, int Rotations, string Letters,
        IReadOnlyList<StageNote> Notes, string Way, LlCase? Moves, IReadOnlyList<(LlKinship Kinship, LlCase Of)> Kin);

/// <summary>Sequences of one case side by side.</summary>
public static class LlBeside
{
    /// <summary>
    /// Reads a sequence that solves a case in a view. What it is kin to is looked for among sequences that the solver knows, each with the
    /// case it is known for; that it is known for this very case is not told.
    /// </summary>
    public static LlColumn Read(LlCase c, int quarters, IReadOnlyList<Turn> turns, HandModel hands,
        IEnumerable<(LlCase Case, IReadOnlyList<Turn> Turns)> known)
    {
        var position = c.View.Turned(quarters).ToCube(LlCasebook.Hold);
        var (notes, way) = LlNotes.Read(position, turns);
        var reading = hands.Read(turns);
        return new LlColumn(
            turns, turns.Sum(t => Metric.Htm.Cost(t)), turns.Sum(t => Metric.Stm.Cost(t)), hands.Measure(turns), reading?.Regrips ?? 0,
            turns.Count(t => t.Kind == TurnKind.Rotation),
            turns.Where(t => t.Kind != TurnKind.Rotation).Letters(),
            notes, way, c.Set.Orients() ? MovedBy(turns) : null,
            [.. known.Select(k => (Kinship: LlKin.Of(turns, k.Turns), k.Case))
                .Where(k => k.Kinship is { } kinship && !(kinship == LlKinship.Same && k.Case.Id == c.Id))
                .Select(k => (k.Kinship!.Value, k.Case)).Distinct().OrderBy(k => k.Value)]);
    }

    /// <summary>
    /// What a sequence does to the places of the pieces alone, as the permutation that is left after it where none was before.
    /// </summary>
    public static LlCase MovedBy(IReadOnlyList<Turn> turns)
    {
        var effect = LlState.Of(turns)
            ?? throw new ArgumentException($"{string.Join(' ', turns)} is no sequence of the last layer", nameof(turns));
        int[] none = [0, 0, 0, 0], places = [0, 1, 2, 3];
        return LlCases.Of(LlSet.Pll,
            LlState.Create([.. places.Select(effect.CornerAt)], none, [.. places.Select(effect.EdgeAt)], none)).Case;
    }
}
