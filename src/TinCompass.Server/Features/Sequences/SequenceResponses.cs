using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Server.Features.Sequences;

/// <summary>One turn as it is drawn.</summary>
/// <param name="Turn">As written.</param>
/// <param name="Axis">The axis to turn about: x, y or z.</param>
/// <param name="Layers">The layers along it that turn: -1, 0, 1.</param>
/// <param name="Quarters">Quarter turns, clockwise seen from the positive end of the axis: 1, 2 or -1.</param>
/// <param name="Facelets">The position after it.</param>
public sealed record TurnResponse(string Turn, string Axis, IReadOnlyList<int> Layers, int Quarters, string Facelets)
{
    /// <summary>The turns of a sequence with the position after each.</summary>
    internal static IReadOnlyList<TurnResponse> Of(CubeState state, IEnumerable<Turn> turns, KnownPieces? known = null)
    {
        var drawn = new List<TurnResponse>();
        foreach (var turn in turns)
        {
            state = state.Apply(turn);
            var layers = Geometry.Layers[turn.LetterIndex];
            var quarters = turn.Quarters == 2 ? 2 : (turn.Quarters == 3 ? -1 : 1) * layers.Direction;
            drawn.Add(new TurnResponse(turn.ToString(), "yzx"[layers.Axis].ToString(), layers.Layers, quarters,
                Core.Cube.Facelets.Write(state, known)));
        }

        return drawn;
    }
}

/// <summary>Something that a turn does, as it is.</summary>
/// <param name="Kind">What, as a code of the stage.</param>
/// <param name="Piece">To what, by its colours.</param>
/// <param name="To">Where it went.</param>
/// <param name="Turn">Another turn it has to do with, from 1.</param>
/// <param name="Number">A number that belongs to it.</param>
public sealed record FactResponse(string Kind, string? Piece, string? To, int? Turn, int? Number)
{
    internal static FactResponse Of(StageFact fact) => new(fact.Kind, fact.Piece, fact.To, fact.Turn, fact.Number);
}

/// <summary>A turn or a group of turns explained.</summary>
/// <param name="Turns">The turns it is about, as written.</param>
/// <param name="To">After how many drawn turns it is done; null when the drawn turns are grouped otherwise.</param>
/// <param name="Facts">What was done: the sentence is made of these.</param>
/// <param name="Words">In one sentence.</param>
/// <param name="Tone">plain, good or care.</param>
/// <param name="Marks">Colours of what comes to stand by it.</param>
public sealed record NoteResponse(string Turns, int? To, IReadOnlyList<FactResponse> Facts, string Words, NoteTone Tone,
    IReadOnlyList<string> Marks)
{
    /// <summary>Notes about turns; <paramref name="drawn"/> are the turns that are drawn, perhaps after rotations.</summary>
    internal static IReadOnlyList<NoteResponse> Of(IReadOnlyList<StageNote> notes, IReadOnlyList<Turn> turns, IReadOnlyList<Turn> drawn)
    {
        var lead = drawn.TakeWhile(t => t.Kind == TurnKind.Rotation).Count();
        var isDrawn = drawn.Count - lead == turns.Count && drawn.Skip(lead).Zip(turns).All(t => t.First.Kind == t.Second.Kind);
        return
        [
            .. notes.Select(n => new NoteResponse(
                string.Join(' ', turns.Skip(n.From).Take(n.To - n.From)), isDrawn ? lead + n.To : null,
                    [.. n.Facts.Select(FactResponse.Of)],
                    n.Words, n.Tone, [.. n.Marks.Select(c => c.Name())])),
        ];
    }
}

/// <summary>The length of a sequence in every metric.</summary>
/// <param name="Htm">Half-turn metric.</param>
/// <param name="Stm">Slice-turn metric.</param>
/// <param name="Qtm">Quarter-turn metric.</param>
/// <param name="Etm">Execution metric: rotations count too.</param>
public sealed record LengthsResponse(int Htm, int Stm, int Qtm, int Etm)
{
    internal static LengthsResponse Of(IReadOnlyList<Turn> turns) =>
        new(In(Metric.Htm, turns), In(Metric.Stm, turns), In(Metric.Qtm, turns), In(Metric.Etm, turns));

    private static int In(Metric metric, IReadOnlyList<Turn> turns) => turns.Sum(t => metric.Cost(t));
}

/// <summary>A quicker way to turn the same.</summary>
/// <param name="Text">The turns; the base is down at their end.</param>
/// <param name="Time">Estimated time for two hands, relative.</param>
/// <param name="Regrips">How often a hand has to grip anew.</param>
public sealed record QuickerResponse(string Text, double Time, int Regrips);

/// <summary>A sequence drawn turn by turn and explained: the same for every stage.</summary>
/// <param name="Text">The whole sequence.</param>
/// <param name="Rotation">The rotations it begins with; they are the hold, and not among the turns.</param>
/// <param name="Hold">How the cube is held before the first turn: "yellow up, blue front".</param>
/// <param name="Facelets">The position before the first turn.</param>
/// <param name="Turns">Turn by turn.</param>
/// <param name="Notes">What they do; empty when nothing is said.</param>
/// <param name="Lengths">Its length in every metric.</param>
/// <param name="Time">Estimated time for two hands, relative: 1 is a quarter turn of the wrist; null when a turn is avoided.</param>
/// <param name="Regrips">How often a hand has to grip anew.</param>
/// <param name="Quicker">Another way to make the same turns of the cube that is quicker; null when there is none.</param>
public sealed record SequenceResponse(
    string Text, string Rotation, string Hold, string Facelets, IReadOnlyList<TurnResponse> Turns, IReadOnlyList<NoteResponse> Notes,
        LengthsResponse Lengths, double? Time, int Regrips,
    QuickerResponse? Quicker)
{
    /// <summary>A sequence from a position: what it begins with in rotations is the hold, unless it is drawn too.</summary>
    internal static SequenceResponse Of(
        CubeState start, IReadOnlyList<Turn> turns, IReadOnlyList<StageNote> notes, HandModel hands, KnownPieces? known = null,
            IReadOnlyList<Turn>? plain = null, bool drawsHold = false, bool isAsTurned = false)
    {
        Turn[] lead = drawsHold ? [] : [.. turns.TakeWhile(t => t.Kind == TurnKind.Rotation)];
        Turn[] made = [.. turns.Skip(lead.Length)];
        var held = start.Apply(lead);
        var reading = hands.Read(made);
        var quicker = isAsTurned ? null : hands.Quicker(made, reading);
        return new SequenceResponse(
            string.Join(' ', turns), string.Join(' ', lead), held.Hold.ToString(), Core.Cube.Facelets.Write(held, known),
                TurnResponse.Of(held, made, known),
            NoteResponse.Of(notes, plain ?? made, made), LengthsResponse.Of(turns), Rounded(reading?.Time), reading?.Regrips ?? 0,
            quicker is null ? null : new QuickerResponse(string.Join(' ', quicker.Turns), Math.Round(quicker.Time, 2), quicker.Regrips));
    }

    internal static double? Rounded(double? time) => time is { } t ? Math.Round(t, 2) : null;
}

/// <summary>A solution in a list: not drawn, but explained.</summary>
/// <param name="Turns">Face turns from the hold shown.</param>
/// <param name="AsTurned">As two hands turn them in least time: rotations, wide turns and slices may be in it.</param>
/// <param name="Length">HTM.</param>
/// <param name="Time">Relative time; null when it holds a turn that is avoided.</param>
/// <param name="Regrips">How often a hand grips anew.</param>
/// <param name="Way">What happens in it, as a code.</param>
/// <param name="WayTitle">The same in words.</param>
/// <param name="Notes">Group by group.</param>
/// <param name="IsCommon">Fast solvers turn it.</param>
public sealed record SolutionResponse(
    string Turns, string AsTurned, int Length, double? Time, int Regrips, string Way, string WayTitle, IReadOnlyList<NoteResponse> Notes,
    bool IsCommon)
{
    internal static SolutionResponse Of(ExplainedSolution e) => new(
        string.Join(' ', e.Solution.Turns), string.Join(' ', e.Solution.AsTurned), e.Solution.Length,
            SequenceResponse.Rounded(e.Solution.Time), e.Solution.Regrips, e.Way, e.WayTitle,
        NoteResponse.Of(e.Notes, e.Solution.Turns, e.Solution.AsTurned), e.Solution.IsCommon);
}

/// <summary>The same as a school teaches it.</summary>
/// <param name="School">The school, as a code.</param>
/// <param name="Title">As read.</param>
/// <param name="Solution">Its solution; null when it has none here.</param>
/// <param name="None">Why it has none.</param>
public sealed record SchoolResponse(string School, string Title, SolutionResponse? Solution, string? None)
{
    internal static SchoolResponse Of(SchoolSolution s) =>
        new(s.School, s.Title, s.Solution is null ? null : SolutionResponse.Of(s.Solution), s.None);
}

/// <summary>The figures of an own sequence that was judged, the same for every stage.</summary>
/// <param name="IsDone">The stage, or the part of it that was begun, is done and nothing that stood is lost.</param>
/// <param name="Turns">HTM used.</param>
/// <param name="Best">Least HTM possible.</param>
/// <param name="OverBest">HTM over the best; with the best continuation when it is not done.</param>
/// <param name="FirstMistake">The first turn that cost something, from 1.</param>
/// <param name="Verdict">In one sentence.</param>
public sealed record FiguresResponse(bool IsDone, int Turns, int Best, int OverBest, int? FirstMistake, string Verdict)
{
    internal static FiguresResponse Of(StageJudgement j) => new(j.IsDone, j.Turns, j.Best, j.OverBest, j.FirstMistake, j.Verdict);
}
