using TinCompass.Core.Practice;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Solves;

/// <summary>A timed solve.</summary>
/// <param name="Id">Its number.</param>
/// <param name="SolverId">Whose it is.</param>
/// <param name="At">When it ended.</param>
/// <param name="Method">The method.</param>
/// <param name="Purpose">What it was for, in the solver's words; may be empty.</param>
/// <param name="Scramble">The scramble, applied white up, green front.</param>
/// <param name="Ms">Milliseconds as they were measured.</param>
/// <param name="Penalty">What was added.</param>
/// <param name="Result">Milliseconds that count; null for a DNF.</param>
/// <param name="InspectionMs">Milliseconds of inspection; null when there was none.</param>
/// <param name="Turns">How it was solved, perhaps with times as in R'@1250; empty when it is not known.</param>
/// <param name="Note">What was noted.</param>
public sealed record SolveResponse(long Id, int SolverId, DateTimeOffset At, string Method, string Purpose, string Scramble, int Ms,
    Penalty Penalty, int? Result, int? InspectionMs, string Turns, string Note)
{
    internal static SolveResponse Of(Solve s) => new(
        s.Id, s.SolverId, s.At, s.Method, s.Purpose, s.Scramble, s.Ms, s.Penalty, s.Result, s.InspectionMs, s.Turns, s.Note);
}

/// <summary>A solve to be kept.</summary>
/// <param name="Key">Made by the sender; the same key sent again gives the solve that is kept already.</param>
/// <param name="SolverId">Whose it is.</param>
/// <param name="Scramble">The scramble, applied white up, green front.</param>
/// <param name="Ms">Milliseconds from start to stop: 1 to 3 600 000.</param>
/// <param name="Method">The method; the usual one when left out.</param>
/// <param name="Purpose">What it is for: at most forty characters.</param>
/// <param name="Penalty">What is added; when it is left out, what the inspection says.</param>
/// <param name="InspectionMs">Milliseconds of inspection; left out when there was none.</param>
/// <param name="Turns">How it was solved, perhaps with times as in R'@1250.</param>
/// <param name="Note">What is noted.</param>
/// <param name="AgoMs">How long ago it ended, in ms: a solve that waited in the browser until the server answered.</param>
public sealed record NewSolveRequest(Guid Key, int SolverId, string? Scramble, int Ms, string? Method = null, string? Purpose = null,
    Penalty? Penalty = null, int? InspectionMs = null, string? Turns = null, string? Note = null, long? AgoMs = null);

/// <summary>What is changed of a solve; what is left out stays.</summary>
/// <param name="SolverId">Whose it is.</param>
/// <param name="Penalty">What is added.</param>
/// <param name="Note">What is noted.</param>
/// <param name="Turns">How it was solved; empty forgets it.</param>
public sealed record ChangeSolveRequest(int SolverId, Penalty? Penalty = null, string? Note = null, string? Turns = null);

/// <summary>How the cube stands after some turns of a solve.</summary>
/// <param name="Facelets">54 letters, as it is held then.</param>
/// <param name="Turns">The turns as they were read.</param>
/// <param name="Htm">Their number.</param>
/// <param name="IsSolved">It is solved.</param>
public sealed record StandResponse(string Facelets, string Turns, int Htm, bool IsSolved);

/// <summary>A series of solves: those of one method for one purpose.</summary>
/// <param name="Method">The method.</param>
/// <param name="Purpose">The purpose; may be empty.</param>
/// <param name="Count">How many there are.</param>
/// <param name="Last">When the newest ended.</param>
public sealed record SeriesResponse(string Method, string Purpose, int Count, DateTimeOffset Last);

/// <summary>One place of the trend.</summary>
/// <param name="At">When.</param>
/// <param name="Ms">What counts; null for a DNF.</param>
/// <param name="Of5">The average of the last five, in ms.</param>
/// <param name="Of12">The average of the last twelve, in ms.</param>
public sealed record SolvePointResponse(DateTimeOffset At, int? Ms, double? Of5, double? Of12);

/// <summary>The solves of a series, newest first, and its figures.</summary>
/// <param name="Figures">The figures of the whole series.</param>
/// <param name="Trend">The last of them, oldest first: at most two hundred.</param>
/// <param name="Series">All series of the solver, the newest first.</param>
/// <param name="Items">The solves of this page, newest first.</param>
public sealed record SolvePageResponse(TimeSummary Figures, IReadOnlyList<SolvePointResponse> Trend, IReadOnlyList<SeriesResponse> Series,
    IReadOnlyList<SolveResponse> Items);
