using TinCompass.Core.Hands;

namespace TinCompass.Server.Features.HandTimes;

/// <summary>A sequence that was turned five times, timed.</summary>
/// <param name="Key">Made by the sender; the same key sent again is kept once.</param>
/// <param name="SolverId">Whose hands.</param>
/// <param name="Turns">The sequence, once.</param>
/// <param name="Ms">Milliseconds for five times: by a key from start to stop. Left out when a cube reported the turns.</param>
/// <param name="Reported">The turns as a cube reported them, each with its time, as in R@0 U@180; null when a key was used.</param>
/// <param name="FromCube">The last turns that the solver's cube has reported to /api/feed are meant.</param>
/// <param name="At">When, if it is put back; left out: now.</param>
/// <param name="By">key or cube, if it is put back.</param>
public sealed record HandTimeRequest(Guid Key, int SolverId, string? Turns, int? Ms = null, string? Reported = null,
    bool FromCube = false, DateTimeOffset? At = null, TimedBy? By = null);

/// <summary>Whether a solver's own hands are used.</summary>
/// <param name="SolverId">Whose.</param>
/// <param name="Use">True takes what their times say now, false goes back to the usual hands.</param>
public sealed record UseHandsRequest(int SolverId, bool Use);

/// <summary>A figure of hands, in milliseconds.</summary>
/// <param name="Id">Which.</param>
/// <param name="Title">In words.</param>
/// <param name="Example">The turn whose time it is; empty for what is added to turns.</param>
/// <param name="Ms">What it takes.</param>
/// <param name="Spread">How far it may lie from that: a standard deviation.</param>
/// <param name="Usual">What it would take by the usual hands at this pace.</param>
public sealed record HandFigureResponse(string Id, string Title, string Example, double Ms, double Spread, double Usual);

/// <summary>A sequence worth timing.</summary>
/// <param name="Turns">It.</param>
/// <param name="Learnt">By which share of itself what is not known shrinks by it.</param>
public sealed record HandQuestionResponse(string Turns, double Learnt);

/// <summary>A time that is kept.</summary>
/// <param name="Key">Its key.</param>
/// <param name="At">When.</param>
/// <param name="Turns">The sequence, turned five times.</param>
/// <param name="Ms">What it took.</param>
/// <param name="By">How it was taken.</param>
/// <param name="Foretold">What the fitted hands say it takes, ms; null when it has a turn that is avoided now: it counts no more.</param>
public sealed record HandTimeResponse(Guid Key, DateTimeOffset At, string Turns, int Ms, TimedBy By, double? Foretold);

/// <summary>A solver's own hands.</summary>
/// <param name="IsUsed">They are used in place of the usual ones.</param>
/// <param name="Since">Since when.</param>
/// <param name="CanUse">Enough is timed, and it tells something of the hands.</param>
/// <param name="Times">How often one turns a sequence for a time.</param>
/// <param name="Sequences">Different sequences timed.</param>
/// <param name="Needed">Different sequences that are needed before they can be used.</param>
/// <param name="Runs">Pieces of solves, turned without a pause, that count too.</param>
/// <param name="UnitMs">Milliseconds of a quarter turn of the wrist, as the unit of all times.</param>
/// <param name="ReachMs">Milliseconds from the key to the cube and back.</param>
/// <param name="Missed">By which share times are missed when foretold from the others; null with too few.</param>
/// <param name="UsualMissed">The same by the usual hands at this pace.</param>
/// <param name="Sentence">What there is to say of it.</param>
/// <param name="Figures">Per finger, and what is added.</param>
/// <param name="Next">What to time next.</param>
/// <param name="Timed">What was timed, the newest first.</param>
public sealed record OwnHandsResponse(bool IsUsed, DateTimeOffset? Since, bool CanUse, int Times, int Sequences, int Needed, int Runs,
    double UnitMs, double ReachMs, double? Missed, double? UsualMissed, string Sentence, IReadOnlyList<HandFigureResponse> Figures,
    IReadOnlyList<HandQuestionResponse> Next, IReadOnlyList<HandTimeResponse> Timed);
