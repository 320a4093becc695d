using System.Text.Json.Serialization;
using TinCompass.Server.Features.Solvers;

namespace TinCompass.Server.Features.Exchange;

/// <summary>All that is kept of a solver, as one document (docs/export.schema.json).</summary>
/// <param name="Format">Always "tin-compass".</param>
/// <param name="Version">The version of the form: 3; 1 and 2 are read too.</param>
/// <param name="ExportedAt">When it was written.</param>
/// <param name="Solver">The solver's name.</param>
/// <param name="Habits">How the solver plans, holds and turns; null when nothing was said.</param>
/// <param name="Plans">The log: own plans that were judged.</param>
/// <param name="Answers">Answered tasks of drills.</param>
/// <param name="Sequences">Own sequences and notes of the casebook.</param>
/// <param name="Courses">Courses that were kept.</param>
/// <param name="Solves">Timed solves.</param>
/// <param name="Hands">What the solver timed of their hands.</param>
public sealed record ExchangeDocument(
    string? Format, int Version, DateTimeOffset ExportedAt, string? Solver, HabitsRequest? Habits, IReadOnlyList<ExchangePlan>? Plans,
        IReadOnlyList<ExchangeAnswer>? Answers,
    IReadOnlyList<ExchangeSequence>? Sequences = null, IReadOnlyList<ExchangeCourse>? Courses = null,
    IReadOnlyList<ExchangeSolve>? Solves = null, ExchangeHands? Hands = null)
{
    /// <summary>The name of the form.</summary>
    public const string FormatName = "tin-compass";

    /// <summary>The newest version that is read and written.</summary>
    public const int NewestVersion = 3;
}

/// <summary>
/// The same as it is written: plans and answers are read from the database while they are sent, however many there are.
/// </summary>
/// <param name="Format">Always "tin-compass".</param>
/// <param name="Version">The version of the form.</param>
/// <param name="ExportedAt">When it was written.</param>
/// <param name="Solver">The solver's name.</param>
/// <param name="Habits">How the solver plans, holds and turns; null when nothing was said.</param>
/// <param name="Plans">The log: own plans that were judged.</param>
/// <param name="Answers">Answered tasks of drills.</param>
/// <param name="Sequences">Own sequences and notes of the casebook.</param>
/// <param name="Courses">Courses that were kept.</param>
/// <param name="Solves">Timed solves.</param>
/// <param name="Hands">What the solver timed of their hands; null when nothing.</param>
public sealed record ExportResponse(
    string Format, int Version, DateTimeOffset ExportedAt, string Solver, HabitsRequest? Habits, IAsyncEnumerable<ExchangePlan> Plans,
    IAsyncEnumerable<ExchangeAnswer> Answers, IReadOnlyList<ExchangeSequence> Sequences, IReadOnlyList<ExchangeCourse> Courses,
    IAsyncEnumerable<ExchangeSolve> Solves, ExchangeHands? Hands);

/// <summary>What a solver timed of their hands.</summary>
/// <param name="AreUsed">Hands fitted to it are used; they are fitted again where it is read.</param>
/// <param name="Times">The times.</param>
public sealed record ExchangeHands(bool AreUsed, IReadOnlyList<ExchangeHandTime>? Times);

/// <summary>A sequence turned five times.</summary>
/// <param name="Key">Its own key: the same time is kept once.</param>
/// <param name="At">When.</param>
/// <param name="Turns">The sequence, once.</param>
/// <param name="Ms">What five times took.</param>
/// <param name="By">key or cube.</param>
public sealed record ExchangeHandTime(Guid Key, DateTimeOffset At, string? Turns, int Ms, string? By);

/// <summary>A plan of the log. What it was worth is judged again when it is read.</summary>
/// <param name="Key">Its own key: the same plan is kept once.</param>
/// <param name="At">When.</param>
/// <param name="Scramble">The scramble.</param>
/// <param name="Color">The base colour.</param>
/// <param name="Plan">The whole sequence from the hold that was reached.</param>
/// <param name="PlanningMs">Milliseconds of planning.</param>
/// <param name="Covered">The answers were covered.</param>
/// <param name="Stage">The stage that judges it; the cross when left out.</param>
/// <param name="Made">The turns from the scramble to where it begins.</param>
/// <param name="Part">The part of the cube it is about.</param>
public sealed record ExchangePlan(
    Guid Key, DateTimeOffset At, string? Scramble, string? Color, string? Plan, int? PlanningMs, bool Covered, string? Stage = null,
        string? Made = null, string? Part = null);

/// <summary>An answered task.</summary>
/// <param name="Key">Its own key.</param>
/// <param name="At">When.</param>
/// <param name="Drill">The drill's name.</param>
/// <param name="Case">The case.</param>
/// <param name="Level">The level.</param>
/// <param name="Facelets">The position as 54 stickers, white up, green front.</param>
/// <param name="Color">The base colour.</param>
/// <param name="Answer">The answer.</param>
/// <param name="Plan">A sequence that explains it; may be empty.</param>
/// <param name="Right">Right or not.</param>
/// <param name="TurnsOver">HTM over the best.</param>
/// <param name="FirstMs">Milliseconds to the first key.</param>
/// <param name="TotalMs">Milliseconds to the whole answer.</param>
/// <param name="Ms">The time that is compared.</param>
/// <param name="TargetMs">Within this it was quick.</param>
/// <param name="Hints">Hints used.</param>
/// <param name="Part">The part of the cube it was about.</param>
/// <param name="Scramble">In older versions: turns that make the position, in place of the stickers.</param>
public sealed record ExchangeAnswer(
    Guid Key, DateTimeOffset At, string? Drill, string? Case, int Level, string? Facelets, string? Color, string? Answer, string? Plan,
        bool Right, int? TurnsOver, int FirstMs, int TotalMs,
    int Ms, int TargetMs, int Hints, string? Part = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Scramble = null);

/// <summary>An own sequence of a casebook; it is turned again when it is read.</summary>
/// <param name="Case">The case's name.</param>
/// <param name="View">The view of the casebook.</param>
/// <param name="Sequence">The turns, of several sequences one a line; may be empty.</param>
/// <param name="Note">What was noted.</param>
/// <param name="Stage">The stage of the casebook; the pairs when left out.</param>
/// <param name="Slot">The older name of the view.</param>
public sealed record ExchangeSequence(string? Case, string? View, string? Sequence, string? Note, string? Stage = null,
    string? Slot = null);

/// <summary>A course that was kept; what it is worth is worked out again when it is read.</summary>
/// <param name="Key">Its own key.</param>
/// <param name="At">When.</param>
/// <param name="Scramble">The scramble.</param>
/// <param name="Color">The base colour.</param>
/// <param name="Made">The turns of the first stop.</param>
/// <param name="Stops">The stops after it, with ';' between them.</param>
/// <param name="Method">The method; the usual one when left out.</param>
public sealed record ExchangeCourse(Guid Key, DateTimeOffset At, string? Scramble, string? Color, string? Made, string? Stops,
    string? Method = null);

/// <summary>A timed solve.</summary>
/// <param name="Key">Its own key: the same solve is kept once.</param>
/// <param name="At">When it ended.</param>
/// <param name="Method">The method; the usual one when left out.</param>
/// <param name="Purpose">What it was for.</param>
/// <param name="Scramble">The scramble.</param>
/// <param name="Ms">Milliseconds as they were measured.</param>
/// <param name="Penalty">none, plusTwo or dnf.</param>
/// <param name="InspectionMs">Milliseconds of inspection; null when there was none.</param>
/// <param name="Turns">How it was solved, perhaps with times as in R'@1250.</param>
/// <param name="Note">What was noted.</param>
public sealed record ExchangeSolve(Guid Key, DateTimeOffset At, string? Method, string? Purpose, string? Scramble, int Ms, string? Penalty,
    int? InspectionMs = null, string? Turns = null, string? Note = null);

/// <summary>One entry that is not taken.</summary>
/// <param name="Where">Which: "answers[3]", or "line 4".</param>
/// <param name="Why">In one sentence.</param>
public sealed record RefusedResponse(string Where, string Why);

/// <summary>What an import did, or would do.</summary>
/// <param name="IsDryRun">Nothing was written.</param>
/// <param name="Plans">Plans added.</param>
/// <param name="Answers">Answers added.</param>
/// <param name="Habits">The habits are taken: the solver had none yet.</param>
/// <param name="Sequences">Own sequences added.</param>
/// <param name="Courses">Courses added.</param>
/// <param name="Solves">Solves added.</param>
/// <param name="HandTimes">Times of hands added.</param>
/// <param name="Known">Entries that are there already.</param>
/// <param name="RefusedCount">Entries not taken.</param>
/// <param name="Refused">The first of them, with the reason.</param>
/// <param name="Id">The number by which all it brought can be taken back; null when it brought nothing.</param>
/// <param name="Told">What is said of entries that are taken: a time that lies ahead, say.</param>
public sealed record ImportResponse(bool IsDryRun, int Plans, int Answers, bool Habits, int Sequences, int Courses, int Solves,
    int HandTimes, int Known,
    int RefusedCount, IReadOnlyList<RefusedResponse> Refused, long? Id, IReadOnlyList<RefusedResponse> Told);

/// <summary>A file that was taken in.</summary>
/// <param name="Id">Its number.</param>
/// <param name="At">When.</param>
/// <param name="Name">The file's name.</param>
/// <param name="Entries">Entries it brought.</param>
public sealed record ImportedResponse(long Id, DateTimeOffset At, string Name, int Entries);
