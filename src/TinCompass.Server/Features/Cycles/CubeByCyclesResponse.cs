using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;

namespace TinCompass.Server.Features.Cycles;

/// <summary>How far somebody is on a way to cycle three pieces.</summary>
/// <param name="Facelets">Their cube.</param>
/// <param name="Watched">Where what lay at the first, the second and the third is; by the centres where the cube is held otherwise.</param>
/// <param name="IsOn">They are on the way.</param>
/// <param name="IsDone">They are at its end.</param>
/// <param name="Open">The parts that are still to be undone, in that order: a, b, setup; empty off the way.</param>
/// <param name="Back">The turns that lead back to the way; empty on it.</param>
public sealed record CycleFollowedResponse(string Facelets, IReadOnlyList<int> Watched, bool IsOn, bool IsDone,
    IReadOnlyList<CyclePart> Open, string Back)
{
    internal static CycleFollowedResponse Of(ThreeCycle cycle, CycleWay way, IReadOnlyList<Turn> made)
    {
        var at = way.At(made);
        // Held as in the beginning: what turned the cube is turned back.
        Turn[] upright = [.. made, .. CubeState.Solved.Apply(made).Hold.Rotation.Reverse().Select(t => t.Inverse)];
        var now = CycleTrace.Of(cycle, upright)[^1];
        return new CycleFollowedResponse(Core.Cube.Facelets.Write(cycle.Inverse.State.Apply(upright)),
            CycleReadingResponse.StickersOf(now), at is not null, at == way.Written.Count, at is { } written ? way.OpenAfter(written) : [],
            CycleWayResponse.Spell(way.BackFrom(made)));
    }
}

/// <summary>A cycle that may come next.</summary>
/// <param name="Cycle">The three by name: "UF UR UL".</param>
/// <param name="Told">The same as read: "UF → UR → UL".</param>
/// <param name="Stickers">Their facelets.</param>
/// <param name="Home">Places where the right piece lies rightly afterwards and did not before, by name.</param>
/// <param name="Turned">Places where the right piece lies afterwards, but turned.</param>
/// <param name="Taken">Places where the right piece lay rightly, and does not afterwards.</param>
/// <param name="Least">The fewest turns (HTM) of any sequence for it.</param>
/// <param name="Way">The best way by set-up for these hands: [S: [A, B]].</param>
/// <param name="Turns">Its turns as they are made.</param>
/// <param name="Htm">So many.</param>
public sealed record CycleChoiceResponse(string Cycle, string Told, IReadOnlyList<int> Stickers, IReadOnlyList<string> Home,
    IReadOnlyList<string> Turned, IReadOnlyList<string> Taken, int Least, string Way, string Turns, int Htm)
{
    internal static CycleChoiceResponse Of(CycleChoice choice, HandModel hands, CancellationToken cancel)
    {
        var (way, _) = CycleFinder.Ranked(choice.Cycle, Metric.Htm, 0, hands, null, cancel)[0];
        var stickers = CycleReadingResponse.StickersOf(choice.Cycle);
        return new CycleChoiceResponse(Names(stickers, " "), choice.Cycle.ToString(), stickers, Each(choice.Home), Each(choice.Turned),
            Each(choice.Taken), choice.Length, way.ToString(), CycleWayResponse.Spell(way.Turns), way.Length(Metric.Htm));

        static string Names(IEnumerable<int> all, string between) => string.Join(between, all.Select(Core.Cycles.Stickers.Name));
        static string[] Each(IEnumerable<int> all) => [.. all.Select(Core.Cycles.Stickers.Name)];
    }
}

/// <summary>A quarter turn that makes an odd position even.</summary>
/// <param name="Turn">The turn.</param>
/// <param name="Cycles">The fewest cycles of three after it.</param>
public sealed record CycleMendResponse(string Turn, int Cycles);

/// <summary>A whole cube by cycles of three.</summary>
/// <param name="Facelets">As it is held; stickers and turns are named so.</param>
/// <param name="Edges">The fewest cycles of edges; null where cycles alone do not solve it.</param>
/// <param name="Corners">The fewest cycles of corners; null with them.</param>
/// <param name="Sentence">How many cycles it takes, or why none do.</param>
/// <param name="TurnedSentence">What to do with pieces that lie at home turned; empty where none does.</param>
/// <param name="Away">Chains of pieces that stand in each other's places, edges first.</param>
/// <param name="Mends">Where cycles alone do not solve it: the quarter turns, the best first; empty where they do.</param>
/// <param name="Count">So many cycles may come next and still be one of the fewest, of the edges, or of the corners when those are
/// home.</param>
/// <param name="Choices">The first of them: those that bring most pieces home, of such those of the fewest turns.</param>
/// <param name="Plan">All to the end, in few turns; empty when it was not asked for.</param>
public sealed record CubeByCyclesResponse(string Facelets, int? Edges, int? Corners, string Sentence, string TurnedSentence,
    IReadOnlyList<string> Away, IReadOnlyList<CycleMendResponse> Mends, int Count, IReadOnlyList<CycleChoiceResponse> Choices,
    IReadOnlyList<CycleChoiceResponse> Plan)
{
    /// <summary>So many choices are sent.</summary>
    private const int MostSent = 12;

    internal static CubeByCyclesResponse Of(CubeState end, bool plan, HandModel hands, CancellationToken cancel)
    {
        var cube = new CubeByCycles(end.AsHeld());
        var choices = cube.Choices(cube.Edges > 0);
        return new CubeByCyclesResponse(Core.Cube.Facelets.Write(end), cube.Edges, cube.Corners, cube.Sentence, cube.TurnedSentence,
            [.. cube.Away.Select(c => c.ToString())], [.. cube.Mends.Select(m => new CycleMendResponse(m.Turn.ToString(), m.Cycles))],
            choices.Count, [.. choices.Take(MostSent).Select(c => CycleChoiceResponse.Of(c, hands, cancel))],
            plan ? [.. cube.Plan().Select(c => CycleChoiceResponse.Of(c, hands, cancel))] : []);
    }
}
