using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Server.Features.Sequences;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Practice;

/// <summary>A drill.</summary>
/// <param name="Id">Its stable name.</param>
/// <param name="Title">As read.</param>
/// <param name="What">What one does in it.</param>
/// <param name="Levels">How many levels it has.</param>
/// <param name="Cases">How many cases are learnt one by one.</param>
/// <param name="Kind">How its tasks are answered.</param>
/// <param name="Stage">The stage it belongs to.</param>
/// <param name="StageTitle">As read.</param>
public sealed record DrillResponse(string Id, string Title, string What, int Levels, int Cases, AnswerKind Kind, string Stage,
    string StageTitle);

/// <summary>A new session.</summary>
/// <param name="SolverId">Who practises.</param>
/// <param name="Programme">"today", a drill's name, or a part of a drill.</param>
/// <param name="Minutes">1 to 60; or</param>
/// <param name="Tasks">1 to 200.</param>
/// <param name="Course">The older name of the programme.</param>
public sealed record NewSessionRequest(int SolverId, string? Programme, int? Minutes, int? Tasks, string? Course = null);

/// <summary>An answer to the open task.</summary>
/// <param name="Key">Made by the sender; the same key sent again gives the same verdict and is kept once.</param>
/// <param name="Number">The task's number.</param>
/// <param name="Answer">Options with commas between them, or turns from the hold shown.</param>
/// <param name="FirstMs">Milliseconds to the first key.</param>
/// <param name="TotalMs">Milliseconds to the whole answer.</param>
/// <param name="Hints">Hints used.</param>
public sealed record AnswerRequest(Guid Key, int Number, string? Answer, int FirstMs, int TotalMs, int Hints);

/// <summary>One possible answer.</summary>
/// <param name="Answer">What is sent.</param>
/// <param name="Text">What is read.</param>
/// <param name="Color">The colour it stands for.</param>
public sealed record OptionResponse(string Answer, string Text, string? Color);

/// <summary>A task, without its answer.</summary>
/// <param name="Number">From 1.</param>
/// <param name="Drill">The drill's name.</param>
/// <param name="Title">The drill's title.</param>
/// <param name="CaseTitle">The case, when it gives nothing away.</param>
/// <param name="Level">The level.</param>
/// <param name="Question">The question.</param>
/// <param name="Kind">How it is answered.</param>
/// <param name="Options">What can be chosen.</param>
/// <param name="Color">The base colour.</param>
/// <param name="Rotation">The rotation to the hold shown.</param>
/// <param name="Hold">The same in words; of a bigger cube its size.</param>
/// <param name="Facelets">
/// The position in that hold, 54 letters, of a bigger cube 96 or 150; '.' for what is not to be seen.
/// </param>
/// <param name="Shown">A sequence that belongs to the question.</param>
/// <param name="IsInspected">Fifteen seconds of inspection.</param>
/// <param name="TargetMs">Within this an answer is quick.</param>
/// <param name="Stage">The stage that explains it.</param>
/// <param name="Part">The part of the cube it is about, if any.</param>
/// <param name="Played">The shown sequence turn by turn, when it is played and the position covered after it.</param>
public sealed record TaskResponse(
    int Number, string Drill, string Title, string? CaseTitle, int Level, string Question, AnswerKind Kind,
        IReadOnlyList<OptionResponse> Options, string Color,
    string Rotation, string Hold, string Facelets, string Shown, bool IsInspected, int TargetMs,
    string Stage, string Part, IReadOnlyList<TurnResponse> Played)
{
    internal static TaskResponse Of(int number, Drill drill, DrillTask task)
    {
        var held = task.Position.Apply(task.Hold);
        return new TaskResponse(
            number, drill.Id, drill.Title, drill.Cases.Count == 0 ? drill.CaseTitle(task.Case) : null, task.Wish.Level, task.Question,
                task.Kind,
            [.. task.Options.Select(o => new OptionResponse(o.Answer, o.Text, o.Color?.Name()))], task.Color.Name(),
                string.Join(' ', task.Hold), task.Bigger is { Size: var n } ? $"a {n}x{n}" : held.Hold.ToString(),
            Seen(held, task), Written(task), task.IsInspected, task.TargetMs, drill.Stage,
                task.Focus.Part,
            task.IsPlayed ? TurnResponse.Of(held, task.Shown) : []);
    }

    /// <summary>The sequence that belongs to the question.</summary>
    private static string Written(DrillTask task) =>
        task.Bigger is { } bigger ? BigNotation.Written(task.BiggerShown, bigger.Size) : string.Join(' ', task.Shown);

    /// <summary>The stickers of a task; '.' for what is not to be seen.</summary>
    private static string Seen(CubeState held, DrillTask task)
    {
        if (task.Bigger is not null) return task.Letters;
        const int Side = 9;
        var letters = Core.Cube.Facelets.Write(held, task.Visible).ToCharArray();
        foreach (var face in task.Covered) Array.Fill(letters, '.', (int)face * Side, Side);
        return new string(letters);
    }
}

/// <summary>A session.</summary>
/// <param name="Id">Its number.</param>
/// <param name="SolverId">Whose it is.</param>
/// <param name="Programme">What it is made of.</param>
/// <param name="Minutes">Its length in minutes; or</param>
/// <param name="Tasks">in tasks.</param>
/// <param name="UsedMs">Time spent on tasks so far.</param>
/// <param name="Done">Tasks answered.</param>
/// <param name="Right">Right ones.</param>
/// <param name="IsOver">It has ended.</param>
/// <param name="Task">The open task; null when it has ended.</param>
public sealed record SessionResponse(
    long Id, int SolverId, string Programme, int? Minutes, int? Tasks, int UsedMs, int Done, int Right, bool IsOver, TaskResponse? Task)
{
    internal static SessionResponse Of(DrillSession s, TaskResponse? task) =>
        new(s.Id, s.SolverId, s.Programme, s.Minutes, s.Tasks, s.UsedMs, s.Done, s.RightCount, s.EndedAt is not null, task);
}

/// <summary>An answer judged, and how the session goes on.</summary>
/// <param name="Right">Right or not.</param>
/// <param name="Words">In one sentence.</param>
/// <param name="Reasons">Why.</param>
/// <param name="Best">The best answer.</param>
/// <param name="SaysBest">The sentence names it already.</param>
/// <param name="TurnsOver">HTM over the best.</param>
/// <param name="Quick">Within the target.</param>
/// <param name="Stage">The stage that explains it,</param>
/// <param name="Facelets">the position it was about, white up, green front (of a bigger cube as it was held),</param>
/// <param name="Color">the base colour,</param>
/// <param name="Plan">and the sequence.</param>
/// <param name="Due">When the case comes again.</param>
/// <param name="State">How well the case is mastered now.</param>
/// <param name="Session">The session with its next task.</param>
public sealed record VerdictResponse(
    bool Right, string Words, IReadOnlyList<string> Reasons, string Best, bool SaysBest, int? TurnsOver, bool Quick, string Stage,
        string Facelets, string Color, string Plan, DateTimeOffset? Due, MasteryState State,
    SessionResponse Session);

/// <summary>A hint.</summary>
/// <param name="Words">In one sentence.</param>
public sealed record HintResponse(string Words);

/// <summary>A session that was.</summary>
/// <param name="Id">Its number.</param>
/// <param name="At">When it began.</param>
/// <param name="Title">What was practised.</param>
/// <param name="Done">Tasks answered.</param>
/// <param name="IsOver">It has ended.</param>
public sealed record PastSessionResponse(long Id, DateTimeOffset At, string Title, int Done, bool IsOver);
