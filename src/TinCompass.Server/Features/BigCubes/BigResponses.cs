using TinCompass.Core.BigCubes;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Notation;

namespace TinCompass.Server.Features.BigCubes;

/// <summary>A turn of a bigger cube as it is drawn and told.</summary>
/// <param name="Text">As it is written.</param>
/// <param name="Axis">x to the right, y up, z towards the solver.</param>
/// <param name="Layers">
/// The layers that go round it, by where they lie along it: from −(n − 1) to n − 1 in steps of two.
/// </param>
/// <param name="Quarters">Quarters clockwise as seen from the positive end: 1, 2 or −1.</param>
/// <param name="Facelets">6 · n² letters of the position after it.</param>
/// <param name="Said">What it does; empty where it is a step that shows nothing by itself.</param>
public sealed record BigTurnResponse(string Text, string Axis, IReadOnlyList<int> Layers, int Quarters, string Facelets, string Said)
{
    /// <summary>Turn by turn from a position, with what is said of each.</summary>
    public static IReadOnlyList<BigTurnResponse> Of(BigState start, IReadOnlyList<BigTurn> turns, IReadOnlyList<string> said)
    {
        var (now, found, size) = (start, new List<BigTurnResponse>(), start.Size);
        for (var i = 0; i < turns.Count; i++)
        {
            var turn = turns[i];
            now = now.Apply(turn);
            var way = turn.Face is Face.U or Face.F or Face.R ? 1 : -1;
            var quarters = way * (turn.Quarters == 3 ? -1 : turn.Quarters);
            found.Add(new BigTurnResponse(turn.Written(size), "yzx"[turn.Axis].ToString(),
                [.. Enumerable.Range(turn.From, turn.Width).Select(layer => way * (size + 1 - (2 * layer)))],
                quarters == -2 ? 2 : quarters, $"{now}", i < said.Count ? said[i] : ""));
        }

        return found;
    }
}

/// <summary>A way to a centre.</summary>
/// <param name="Text">Its turns.</param>
/// <param name="Length">How many.</param>
/// <param name="Turns">Turn by turn.</param>
/// <param name="Others">What it does to the other centres.</param>
public sealed record BigWayResponse(string Text, int Length, IReadOnlyList<BigTurnResponse> Turns, string Others);

/// <summary>A centre that may come next.</summary>
/// <param name="Color">Its colour.</param>
/// <param name="Opposite">The colour that belongs across.</param>
/// <param name="IsWhole">It stands.</param>
/// <param name="Length">The fewest turns that were found; null where it stands or cannot be built beside what stands.</param>
/// <param name="IsExact">No way is shorter: where no centre stands yet.</param>
/// <param name="Count">How many ways have so many turns.</param>
/// <param name="HasMore">There are more than were counted.</param>
/// <param name="Ready">What of it lies together, and on which face, the greatest first.</param>
/// <param name="Ways">Some of the ways, the shortest first; one turn longer too where that was asked.</param>
public sealed record BigCentreResponse(string Color, string Opposite, bool IsWhole, int? Length, bool IsExact, int Count, bool HasMore,
    IReadOnlyList<string> Ready, IReadOnlyList<BigWayResponse> Ways);

/// <summary>Where the parts of an edge lie.</summary>
/// <param name="Name">Its colours.</param>
/// <param name="IsWhole">They lie together as they belong.</param>
/// <param name="Places">The edge places where some of them are: "top-front".</param>
/// <param name="Lies">How the parts that are not joined lie to each other, on a 5x5 each wing to the middle piece.</param>
/// <param name="Way">
/// The fewest turns that make it whole by a slice, the edge turned in and the slice back, after one outer turn at most; null where the
/// centres do not stand, or where that is not enough.
/// </param>
public sealed record BigEdgeResponse(string Name, bool IsWhole, IReadOnlyList<string> Places, IReadOnlyList<string> Lies,
    BigEdgeWayResponse? Way);

/// <summary>A way to make one edge whole.</summary>
/// <param name="Text">Its turns.</param>
/// <param name="Length">How many.</param>
/// <param name="Also">Other edges that are whole after it and were not.</param>
/// <param name="After">Where the edge lies then, what stays where it is, what comes to the back.</param>
/// <param name="Turns">Turn by turn.</param>
public sealed record BigEdgeWayResponse(string Text, int Length, IReadOnlyList<string> Also, string After,
    IReadOnlyList<BigTurnResponse> Turns);

/// <summary>What there is to say of all edges together, where the centres stand.</summary>
/// <param name="Said">How many joined edges lie in the top and bottom; empty where none is joined.</param>
/// <param name="Store">The fewest outer turns after which the most lie there; null where they do.</param>
/// <param name="Last">The fewest turns known that join the last three or fewer at once; null where more are apart.</param>
public sealed record BigStoreResponse(string Said, BigEdgeWayResponse? Store, BigEdgeWayResponse? Last);

/// <summary>The six centres of a position compared.</summary>
/// <param name="Size">Layers along an edge.</param>
/// <param name="Scramble">As it was read.</param>
/// <param name="Facelets">6 · n² letters of the position after the scramble and what was made.</param>
/// <param name="IsOdd">The wings are out of place by an odd number of exchanges.</param>
/// <param name="Centres">In the order of the colours.</param>
/// <param name="Edges">The twelve edges.</param>
/// <param name="Store">Of all edges together; null where the centres do not stand, or nothing is apart.</param>
/// <param name="Why">Why the wings are odd or even.</param>
public sealed record BigCentresResponse(int Size, string Scramble, string Facelets, bool IsOdd, IReadOnlyList<BigCentreResponse> Centres,
    IReadOnlyList<BigEdgeResponse> Edges, BigStoreResponse? Store, string Why);

/// <summary>A stop of a plan.</summary>
/// <param name="Stage">centre, edges, parity, small (the 3x3) or own (turns that finish nothing).</param>
/// <param name="Name">As it is read.</param>
/// <param name="Parts">The colours of a centre, the edges joined, the stage of the 3x3.</param>
/// <param name="Text">Its turns.</param>
/// <param name="Length">How many, rotations not counted.</param>
/// <param name="Turns">Turn by turn.</param>
/// <param name="Notes">A sentence each on what else is to be said: what a centre does to others, what own turns took and broke.</param>
public sealed record BigStopResponse(string Stage, string Name, IReadOnlyList<string> Parts, string Text, int Length,
    IReadOnlyList<BigTurnResponse> Turns, IReadOnlyList<string> Notes)
{
    /// <summary>Stop by stop from a position.</summary>
    public static IReadOnlyList<BigStopResponse> Of(BigState start, IEnumerable<BigReviewedStop> stops)
    {
        var (now, found) = (start, new List<BigStopResponse>());
        foreach (var (stop, notes) in stops)
        {
            var said = stop.Stage switch
            {
                BigStage.Centre when stop.Parts.Count > 1 => BigWords.Centres(now, stop.Turns),
                BigStage.Centre when Faces.TryParseColor(stop.Parts[0], out var color) => BigWords.Centre(now, stop.Turns, color),
                BigStage.Edges => BigWords.Edges(now, stop.Turns),
                _ => [],
            };
            var after = now.Apply(stop.Turns);
            string[] besides = stop.Stage switch
            {
                // Beside centres that stand also what gives them back.
                BigStage.Centre when stop.Parts.Count == 1 && Faces.TryParseColor(stop.Parts[0], out var made) =>
                [
                    BigWords.Others(now, after, made),
                    Faces.AllColors.Any(c => CentreShapes.Stands(now, c)) ? BigWords.Shape(stop.Turns, start.Size) : "",
                ],
                BigStage.Edges => [BigWords.Parity(now, after)],
                BigStage.Parity when ParityWay.Read(stop.Turns, start.Size, out _) is { } way => [BigWords.Reach(way)],
                _ => [],
            };
            found.Add(new BigStopResponse(stop.Stage.ToString().ToLowerInvariant(), stop.Name, stop.Parts,
                BigNotation.Written(stop.Turns, start.Size), BigTurns.Count(stop.Turns, start.Size),
                BigTurnResponse.Of(now, stop.Turns, said), [.. notes, .. besides.Where(b => b.Length > 0)]));
            now = after;
        }

        return found;
    }
}

/// <summary>The 3x3 that a cube is when centres and edges are whole.</summary>
/// <param name="Facelets">54 letters, its parities mended.</param>
public sealed record ReducedResponse(string Facelets);

/// <summary>A whole solve of a bigger cube.</summary>
/// <param name="Length">Turns in all, rotations not counted.</param>
/// <param name="IsOdd">The wings are out of place by an odd number of exchanges when the centres stand.</param>
/// <param name="Reduced">The 3x3 before its stages.</param>
/// <param name="Stops">Stop by stop.</param>
public sealed record BigPlanResponse(int Length, bool IsOdd, ReducedResponse Reduced, IReadOnlyList<BigStopResponse> Stops);

/// <summary>Own turns cut into stops.</summary>
/// <param name="Stops">Stop by stop; together they hold all turns.</param>
public sealed record BigReviewResponse(IReadOnlyList<BigStopResponse> Stops);

/// <summary>A line of a plan as it comes.</summary>
/// <param name="Kind">progress, plan or beside.</param>
/// <param name="Stage">What is planned now.</param>
/// <param name="Done">How much of it is.</param>
/// <param name="All">How much there is.</param>
/// <param name="Plan">The plan, when it is made.</param>
/// <param name="Beside">What stands beside it, after it.</param>
public sealed record BigLineResponse(string Kind, string Stage, int Done, int All, BigPlanResponse? Plan, BigBesideResponse? Beside);

/// <summary>The same position solved with less foresight.</summary>
/// <param name="FixedOrder">Turns of all centres in the order of the colours, white first.</param>
/// <param name="OneByOne">
/// Turns of all edges of the plan's position with its centres made, one at a time: the cheapest next, nothing looked for besides.
/// </param>
public sealed record BigBesideResponse(int FixedOrder, int OneByOne);

/// <summary>A scramble of a bigger cube.</summary>
/// <param name="Size">Layers along an edge.</param>
/// <param name="Scramble">Its turns.</param>
public sealed record BigScrambleResponse(int Size, string Scramble);

/// <summary>Turns that mend a parity.</summary>
/// <param name="Text">The turns.</param>
/// <param name="Length">How many, rotations not counted.</param>
/// <param name="Hands">
/// What two hands need, with its unit, as if several outer layers were a wide turn of a 3x3 and an inner layer that and the outer ones
/// back; empty where a turn is avoided.
/// </param>
/// <param name="Mends">one, wings, two or both.</param>
/// <param name="Mended">The same as it is read.</param>
/// <param name="Reach">alone, layer or cube.</param>
/// <param name="Said">What else they move.</param>
/// <param name="Edges">The places of edges that do not hold afterwards what they held.</param>
/// <param name="Corners">The places of corners.</param>
public sealed record BigParityWayResponse(string Text, int Length, string Hands, string Mends, string Mended, string Reach, string Said,
    IReadOnlyList<string> Edges, IReadOnlyList<string> Corners);

/// <summary>Turns that mend a parity in one hold.</summary>
/// <param name="Hold">The rotation before them; empty for none.</param>
/// <param name="Small">Turns that the 3x3 takes then by the method.</param>
/// <param name="Top">Where the first two layers stand: how the top lies then; else empty.</param>
/// <param name="Stop">The turns as a stop of the plan.</param>
public sealed record BigParityHoldResponse(string Hold, int Small, string Top, BigStopResponse Stop);

/// <summary>What a position needs before it is a 3x3 that can be solved.</summary>
/// <param name="Need">one, wings, two, both or none; null where centres or edges are not whole yet.</param>
/// <param name="Needed">The same as it is read.</param>
/// <param name="Ways">Turns of the book, the fewest first.</param>
/// <param name="Shown">The turns that were asked for, read.</param>
/// <param name="Holds">The best ways to hold the cube for them; none where they mend something else.</param>
public sealed record BigParityResponse(string? Need, string Needed, IReadOnlyList<BigParityWayResponse> Ways, BigParityWayResponse? Shown,
    IReadOnlyList<BigParityHoldResponse> Holds);
