using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Core.Hands;
using TinCompass.Server.Features.Sequences;

namespace TinCompass.Server.Features.Cycles;

/// <summary>A way to cycle three pieces, told apart and turn by turn.</summary>
/// <param name="Text">[S: [A, B]], or [A, B] where no set-up is needed.</param>
/// <param name="Setup">The set-up's turns; empty where none is needed.</param>
/// <param name="A">The first part's turns.</param>
/// <param name="B">The second part's turns.</param>
/// <param name="Sequence">The turns as they are made, those that meet merged, from the position that they solve.</param>
/// <param name="Watched">
/// Before the first turn and after each: the three stickers (facelets of the room) at which what lay at the first, second and third is.
/// </param>
/// <param name="Open">After as many turns: the parts that are still to be undone, in that order: a, b, setup.</param>
public sealed record CycleWayResponse(string Text, string Setup, string A, string B, SequenceResponse Sequence,
    IReadOnlyList<IReadOnlyList<int>> Watched, IReadOnlyList<IReadOnlyList<CyclePart>> Open)
{
    internal static CycleWayResponse Of(ThreeCycle cycle, CycleWay way, HandModel hands) => new(
        way.ToString(), Spell(way.Setup), Spell(way.A), Spell(way.B),
        SequenceResponse.Of(cycle.Inverse.State, way.Turns, [], hands),
        [.. CycleTrace.Of(cycle, way.Turns).Select(c => (int[])[c.First, c.Second, c.Third])], way.OpenAlong());

    internal static string Spell(IEnumerable<Turn> turns) => string.Join(' ', turns);
}

/// <summary>The ways to cycle three pieces.</summary>
/// <param name="Cycle">The three as they are read: "UF → UR → UL".</param>
/// <param name="Stickers">Their facelets.</param>
/// <param name="IsOfEdges">They are edges; else corners.</param>
/// <param name="Facelets">A cube that needs this cycle to be solved.</param>
/// <param name="Least">The fewest turns (HTM) of any sequence that does only this, whatever its shape.</param>
/// <param name="Shortest">One of so many turns.</param>
/// <param name="Count">So many ways there are; of very many only the first are sent.</param>
/// <param name="Ways">The shortest first; of equals the quickest for these hands.</param>
public sealed record CyclesResponse(string Cycle, IReadOnlyList<int> Stickers, bool IsOfEdges, string Facelets, int Least,
    string Shortest, int Count,
    IReadOnlyList<CycleWayResponse> Ways);

/// <summary>What an own way really does.</summary>
/// <param name="Text">[S: [A, B]].</param>
/// <param name="Turns">The turns as they are made.</param>
/// <param name="Sentence">What it does.</param>
/// <param name="Why">Why; empty where nothing is to be added.</param>
/// <param name="Cycle">The cycle of three that it is, as its stickers' names; empty when it is none.</param>
/// <param name="Stickers">Their facelets; empty when it is none.</param>
/// <param name="Moved">Every sticker that lies elsewhere at its end.</param>
/// <param name="Shared">A sticker of each place that A and B both move.</param>
public sealed record CycleReadingResponse(string Text, string Turns, string Sentence, string Why, string Cycle,
    IReadOnlyList<int> Stickers, IReadOnlyList<int> Moved, IReadOnlyList<int> Shared)
{
    internal static CycleReadingResponse Of(CycleReading reading) => new(
        reading.Way.ToString(), CycleWayResponse.Spell(reading.Way.Turns), reading.Sentence, reading.Why,
        reading.Cycle is { } named ? string.Join(' ', StickersOf(named).Select(Core.Cycles.Stickers.Name)) : "",
        reading.Cycle is { } cycle ? StickersOf(cycle) : [],
        [.. reading.Cycles.SelectMany(c => c.Stickers).SelectMany(Core.Cycles.Stickers.OfPlace)], reading.Shared);

    internal static int[] StickersOf(ThreeCycle cycle) => [cycle.First, cycle.Second, cycle.Third];
}
