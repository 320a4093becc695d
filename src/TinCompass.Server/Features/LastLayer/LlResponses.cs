using TinCompass.Core.Methods.LastLayer;
using TinCompass.Server.Features.Sequences;

namespace TinCompass.Server.Features.LastLayer;

/// <summary>Something that is looked at, and what is seen there.</summary>
/// <param name="Where">"the front".</param>
/// <param name="Seen">"twins".</param>
public sealed record GlanceResponse(string Where, string Seen)
{
    internal static GlanceResponse Of(LlGlance glance) => new(glance.Where, glance.Seen);
}

/// <summary>A case of the last layer.</summary>
/// <param name="Id">Its stable name.</param>
/// <param name="Title">What one sees of it.</param>
/// <param name="Letter">The field's letter of a permutation; empty when there is none.</param>
/// <param name="Probability">"1/54".</param>
/// <param name="IsSolved">Nothing of the set is left to do.</param>
public sealed record LlCaseResponse(string Id, string Title, string Letter, string Probability, bool IsSolved)
{
    internal static LlCaseResponse Of(LlCase c) => new(c.Id, c.Title, c.Letter, c.Probability, c.IsSolved);
}

/// <summary>A sequence with what it leads to.</summary>
/// <param name="AsTurned">As two hands turn it, turns of the top included.</param>
/// <param name="Length">HTM.</param>
/// <param name="SliceLength">STM.</param>
/// <param name="Time">Relative time; null when a turn is avoided.</param>
/// <param name="Regrips">How often a hand grips anew.</param>
/// <param name="Letters">What it is made of.</param>
/// <param name="Way">The bursts it is made of.</param>
/// <param name="Left">The case that is left after it.</param>
/// <param name="Then">The best sequence for that; empty when none is needed.</param>
/// <param name="TotalLength">HTM of both.</param>
/// <param name="TotalTime">Relative time of both.</param>
public sealed record LlWayResponse(
    string AsTurned, int Length, int SliceLength, double? Time, int Regrips, string Letters, string Way, LlCaseResponse Left, string Then,
        int TotalLength, double? TotalTime);

/// <summary>A last layer looked at: what it needs first.</summary>
/// <param name="Color">The base colour.</param>
/// <param name="Hold">How the cube is held, in words.</param>
/// <param name="Facelets">The position in that hold.</param>
/// <param name="Set">What is to be done first: oll, eoll, …; empty when nothing is.</param>
/// <param name="Case">The case.</param>
/// <param name="Glances">By what it is told from every other, from where one stands.</param>
/// <param name="Telltale">What tells the right hold from its half turn and its mirror.</param>
/// <param name="Ways">Sequences, the best with what follows it first.</param>
public sealed record LlLookResponse(
    string Color, string Hold, string Facelets, string Set, LlCaseResponse? Case, IReadOnlyList<GlanceResponse> Glances, string Telltale,
        IReadOnlyList<LlWayResponse> Ways);

/// <summary>A step of an own last layer judged.</summary>
/// <param name="Set">What it did: "top", "sides", "top and sides".</param>
/// <param name="Case">The case it was.</param>
/// <param name="Text">Its turns.</param>
/// <param name="Length">HTM.</param>
/// <param name="Shortest">HTM of the book's shortest.</param>
/// <param name="Time">Relative time.</param>
/// <param name="Better">A better sequence of the book; empty when none is better.</param>
/// <param name="Saves">Relative time it saves, with what follows.</param>
public sealed record JudgedLlStepResponse(
    string Set, LlCaseResponse Case, string Text, int Length, int Shortest, double? Time, string Better, double? Saves);

/// <summary>An own last layer judged.</summary>
/// <param name="Read">The whole sequence as it was tried, with the rotation it starts from.</param>
/// <param name="Figures">What it was worth.</param>
/// <param name="Steps">Step by step.</param>
/// <param name="Wasted">HTM that cancel where turns meet.</param>
/// <param name="Time">Relative time.</param>
/// <param name="Hint">What went wrong, when it can be told.</param>
/// <param name="IsBroken">The first two layers do not stand at the end.</param>
/// <param name="Sequence">The sequence drawn.</param>
public sealed record LlJudgementResponse(
    string Read, FiguresResponse Figures, IReadOnlyList<JudgedLlStepResponse> Steps, int Wasted, double? Time, string Hint, bool IsBroken,
        SequenceResponse Sequence);

/// <summary>An own last layer to be judged.</summary>
/// <param name="Scramble">The scramble, applied white up, green front.</param>
/// <param name="Made">The turns made so far; they end with the first two layers done.</param>
/// <param name="Color">The base colour.</param>
/// <param name="Plan">The turns, from the hold that was reached.</param>
/// <param name="LeftHanded">The left hand is the stronger one.</param>
/// <param name="Avoid">Letters that are never turned.</param>
public sealed record JudgeLlRequest(string? Scramble, string? Made, string? Color, string? Plan, bool? LeftHanded, string? Avoid);

/// <summary>Sequences found for a case.</summary>
/// <param name="Case">The case.</param>
/// <param name="Turns">The letters they are made of.</param>
/// <param name="Most">Up to how many turns.</param>
/// <param name="Count">How many there are.</param>
/// <param name="IsCut">The search was stopped at its deadline: there may be more.</param>
/// <param name="Found">The quickest of them.</param>
public sealed record FoundResponse(LlCaseResponse Case, string Turns, int Most, int Count, bool IsCut,
    IReadOnlyList<FoundSequenceResponse> Found);

/// <summary>A sequence that was found.</summary>
/// <param name="Turns">The turns.</param>
/// <param name="Length">HTM.</param>
/// <param name="Time">Relative time; null when a turn is avoided.</param>
public sealed record FoundSequenceResponse(string Turns, int Length, double? Time);

/// <summary>A case worth learning.</summary>
/// <param name="Case">The case.</param>
/// <param name="InTwo">Relative time in two looks.</param>
/// <param name="InOne">Relative time in one.</param>
/// <param name="Saves">Relative time saved a solve.</param>
/// <param name="Sequence">The sequence to learn.</param>
/// <param name="Length">HTM.</param>
/// <param name="NewBursts">Bursts that no known sequence has.</param>
public sealed record LessonResponse(
    LlCaseResponse Case, double? InTwo, double? InOne, double Saves, string Sequence, int Length, int NewBursts);

/// <summary>What to learn next of one look.</summary>
/// <param name="Set">oll or pll.</param>
/// <param name="Known">How many cases are known.</param>
/// <param name="Of">How many there are.</param>
/// <param name="InTwo">Expected relative time in two looks.</param>
/// <param name="InOne">Expected relative time when all are known.</param>
/// <param name="Now">Expected relative time with what is known.</param>
/// <param name="Lessons">The most worth learning first.</param>
public sealed record LearningResponse(
    string Set, int Known, int Of, double InTwo, double InOne, double Now, IReadOnlyList<LessonResponse> Lessons);

/// <summary>Two cases that a solver takes for each other, and what tells them apart.</summary>
/// <param name="One">One of them.</param>
/// <param name="Other">The other.</param>
/// <param name="Times">How often one was answered for the other.</param>
/// <param name="Where">What to look at, each held as it is named.</param>
/// <param name="SeenOnOne">What is seen there on the one.</param>
/// <param name="SeenOnOther">What is seen there on the other.</param>
public sealed record ConfusionResponse(
    LlCaseResponse One, LlCaseResponse Other, int Times, string Where, string SeenOnOne, string SeenOnOther);
