using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;
using TinCompass.Server.Access;
using TinCompass.Server.Features.Casebook;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Features.Sequences;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Courses;

/// <summary>A stop of a course.</summary>
/// <param name="Stage">The stage that stands there.</param>
/// <param name="Title">"white cross", "green-red".</param>
/// <param name="Colors">The colours that stand for it.</param>
/// <param name="Case">The case of the stage's casebook; empty when there is none.</param>
/// <param name="CaseTitle">The same in words.</param>
/// <param name="Stand">How its pieces stand before it.</param>
/// <param name="Length">HTM.</param>
/// <param name="Time">Relative time of this stop alone; null when a turn is avoided.</param>
/// <param name="Way">What happens in it, in words.</param>
/// <param name="Why">Why it comes now.</param>
/// <param name="Look">What the eyes can do meanwhile.</param>
/// <param name="IsChosen">It was given; what is not is planned.</param>
/// <param name="Facelets">The position before it, held as it was reached.</param>
/// <param name="Sequence">The turns as they are made, drawn and explained.</param>
/// <param name="Points">What one plans it by, point by point; empty where its stage has no such points.</param>
/// <param name="Made">Its turns as they are made after the stop before: a move in which two stops meet belongs to the later one.</param>
/// <param name="MadeLength">HTM of these.</param>
/// <param name="Joined">The moves in which earlier stops and this one meet.</param>
public sealed record StopResponse(
    string Stage, string Title, IReadOnlyList<string> Colors, string Case, string CaseTitle, string Stand, int Length, double? Time,
        string Way, string Why, string? Look, bool IsChosen, string Facelets, SequenceResponse Sequence,
    IReadOnlyList<PointResponse> Points, string Made, int MadeLength, IReadOnlyList<JoinedMoveResponse> Joined);

/// <summary>A move in which the end of an earlier stop and the beginning of this one meet.</summary>
/// <param name="From">The earlier stop, from 0.</param>
/// <param name="First">The move with which it ended.</param>
/// <param name="Second">The move with which this one begins.</param>
/// <param name="Together">Both at once; empty when they undo each other.</param>
public sealed record JoinedMoveResponse(int From, string First, string Second, string Together);

/// <summary>A point by which a stop is planned.</summary>
/// <param name="Title">What it is about.</param>
/// <param name="Facts">What is so: the sentence is made of these.</param>
/// <param name="Words">In a sentence or two.</param>
public sealed record PointResponse(string Title, IReadOnlyList<FactResponse> Facts, string Words);

/// <summary>What an order of the same stops would take.</summary>
/// <param name="Stage">The stage whose stops they are.</param>
/// <param name="Order">As the stage calls it: planned, greedy, fixed.</param>
/// <param name="Title">As read.</param>
/// <param name="Length">HTM.</param>
/// <param name="Time">Relative time.</param>
public sealed record OrderResponse(string Stage, string Order, string Title, int Length, double? Time);

/// <summary>A course: stop after stop of a method.</summary>
/// <param name="Method">The method.</param>
/// <param name="Scramble">The scramble.</param>
/// <param name="Color">The base colour.</param>
/// <param name="Stops">In order.</param>
/// <param name="Total">HTM of all stops as they are made: moves in which two of them meet count once.</param>
/// <param name="Time">Relative time of all stops, made without a pause.</param>
/// <param name="Orders">Other orders of the first stage that was planned.</param>
/// <param name="IsCut">The search was stopped at its deadline: the rest follows greedily.</param>
/// <param name="IsDone">Every stage of the method is done at the end.</param>
/// <param name="Facelets">The position at the end.</param>
public sealed record CourseResponse(
    string Method, string Scramble, string Color, IReadOnlyList<StopResponse> Stops, int Total, double? Time,
        IReadOnlyList<OrderResponse> Orders, bool IsCut, bool IsDone, string Facelets);

/// <summary>A course as a request says it.</summary>
/// <param name="Scramble">The scramble, applied white up, green front.</param>
/// <param name="Method">The method; the usual one when left out.</param>
/// <param name="Color">The base colour; when left out, the one that is down after <paramref name="Made"/>, or whose first stage
/// stands.</param>
/// <param name="Made">The turns of the first stop, from the scramble hold; planned when left out.</param>
/// <param name="Chosen">The stops after it that are given, with ';' between them, each from the hold that was reached.</param>
/// <param name="By">time or turns.</param>
/// <param name="NoRotation">The cube is not turned over.</param>
/// <param name="Beam">How many parts of plans are followed at once.</param>
/// <param name="LeftHanded">The left hand is the stronger one.</param>
/// <param name="Avoid">Letters that are never turned.</param>
/// <param name="Wishes">Wishes that one stage understands, with ',' between them: f2l.keep-halves.</param>
/// <param name="SolverId">Whose known cases and own sequences are weighed; nobody's when left out, or when there is no such solver.</param>
/// <param name="MiddleHand">either, left or right: the hand that makes M.</param>
internal sealed record CourseQuery(
    string? Scramble, string? Method, string? Color, string? Made, string? Chosen, string? By, bool? NoRotation, int? Beam,
        bool? LeftHanded, string? Avoid,
    string? Wishes = null, int? SolverId = null, string? MiddleHand = null);

/// <summary>A course that was read at the door.</summary>
internal sealed record CourseWish(
    Algorithm Scramble, SolveMethod Method, Focus Focus, IReadOnlyList<Algorithm> Chosen, CourseOptions Options)
{
    /// <summary>The position that is solved.</summary>
    public CubeState Start { get; } = CubeState.Solved.Apply(Scramble.Turns);

    /// <summary>Plans it. A stop that cannot be taken is told.</summary>
    public bool TryPlan(StageBook book, CancellationToken cancel, [NotNullWhen(true)] out Course? course,
        [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        (course, problem) = (null, null);
        try
        {
            course = new CoursePlanner(book).Plan(Method, Start, Focus, [.. Chosen.Select(c => c.Turns)], Options, cancel);
        }
        catch (CourseRefusedException e)
        {
            var stop = e.Number == 1 ? e.Message : $"Stop {e.Number - 1}: {e.Message}";
            problem = Problems.Bad(e.Refusal.Code, stop, e.Number == 1 ? "made" : "chosen");
        }

        return problem is null;
    }

    /// <summary>How many of the method's stages, from its first on, are done in a position.</summary>
    public int StagesDone(CubeState position, StageBook book) =>
        Method.Stages.TakeWhile(id => book.Find(id)!.Course!.IsDone(position, Focus)).Count();

    /// <summary>True when every stage of the method is done after a course.</summary>
    public bool IsDoneBy(Course course, StageBook book) => Method.Stages.All(id => book.Find(id)!.Course!.IsDone(course.Before[^1], Focus));
}

/// <summary>/api/course: a whole course planned. Pure: nothing is stored.</summary>
internal sealed class CourseEndpoints : IFeature
{
    /// <summary>The widest beam.</summary>
    public const int MaxBeam = 60;

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api").WithTags("Courses").ForMembers().AsSearch().ProducesProblem(400).ProducesProblem(429);
        group.MapGet("/course", Plan).WithName("planCourse").WithSummary("A course from the scramble through all stages of a method.");
    }

    private static async Task<Results<Ok<CourseResponse>, ProblemHttpResult>> Plan(
        [AsParameters] CourseQuery query, TinCompassDb db, StageBook book, HandModels hands, SkippedRows skipped, CancellationToken cancel)
    {
        if (!TryRead(query, book, hands, out var wish, out var problem)) return problem;
        var repertoire = await Repertoires.ReadAsync(db, book, skipped, query.SolverId, null, cancel);
        using var enough = new CancellationTokenSource(Limits.PairDeadline);
        wish = wish with { Options = wish.Options with { Repertoire = repertoire, Enough = enough.Token } };
        if (!wish.TryPlan(book, cancel, out var course, out problem)) return problem;
        var isDone = wish.IsDoneBy(course, book);
        if (!isDone)
            return Problems.Bad("nothing-found", "No way through all stages was found within the filters. Loosen one of " +
                "them.", "noRotation");
        return TypedResults.Ok(Response(wish, course, isDone));
    }

    /// <summary>Reads a course at the door.</summary>
    public static bool TryRead(CourseQuery query, StageBook book, HandModels hands, [NotNullWhen(true)] out CourseWish? wish,
        [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        wish = null;
        if (!Door.TryReadTurns(query.Scramble, "scramble", out var scramble, out problem)
            || !Door.TryReadMaybe(query.Made, "made", out var made, out problem)
            || !Door.TryReadWord(query.Method, "method", book.Methods, m => m.Id, out var method, out problem)
            || !Door.TryReadEnum(query.By, "by", Measure.Time, out var by, out problem)
            || !HandsQuery.TryRead(query.LeftHanded ?? false, query.Avoid, query.MiddleHand, out var preferences,
                out problem)) return false;
        if (query.Beam is < 1 or > MaxBeam) problem = Problems.Bad("bad-beam", $"'beam' is 1 to {MaxBeam} parts.", "beam");
        var wishes = Door.Names(query.Wishes);
        string[] known = [.. method.Stages.SelectMany(s => book.Find(s)?.Course?.Wishes ?? [])];
        if (wishes.FirstOrDefault(w => !known.Contains(w)) is { } odd)
            problem = Problems.Bad("unknown-wish", $"'{odd}' is no wish of a stage; there are: {string.Join(", ", known)}.", "wishes");
        if (problem is not null) return false;
        Color color;
        if (string.IsNullOrEmpty(query.Color)) color = BaseOf(CubeState.Solved.Apply(scramble.Turns).Apply(made.Turns), book, method);
        else if (!Door.TryReadColor(query.Color, out color, out problem)) return false;
        List<Algorithm> chosen = [made];
        foreach (var text in (query.Chosen ?? "").Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            if (!Door.TryReadTurns(text, "chosen", out var turns, out problem)) return false;
            chosen.Add(turns);
        }

        var options = new CourseOptions(hands.For(preferences), by == Measure.Turns, query.NoRotation ?? false,
            query.Beam ?? CourseOptions.UsualBeam)
        { Wishes = wishes };
        wish = new CourseWish(scramble, method, new Focus(color), chosen, options);
        return true;
    }

    /// <summary>
    /// The colour that is meant when none is said: one for which the method's first stage stands, that which is down first; else the one
    /// that is down.
    /// </summary>
    private static Color BaseOf(CubeState state, StageBook book, SolveMethod method)
    {
        var (down, first) = (state.Hold.ColorAt(Face.D), book.Find(method.Stages[0])!.Course!);
        return Faces.AllColors.OrderByDescending(c => c == down)
            .Where(c => first.IsDone(state.Apply(Hold.BringingDown(state.Hold.FaceOf(c))[0].Rotation), new Focus(c))).Append(down).First();
    }

    private static CourseResponse Response(CourseWish wish, Course course, bool isDone) => new(
        wish.Method.Id, wish.Scramble.ToString(), wish.Focus.Base.Name(),
        [
            .. course.Stops.Select((s, i) => new StopResponse(
                s.Stage, s.Title, [.. s.Colors.Select(c => c.Name())], s.Case, s.CaseTitle, s.Stand, s.Length,
                    SequenceResponse.Rounded(s.Time), s.Way, s.Why, s.Look, s.IsChosen, Facelets.Write(course.Before[i]),
                SequenceResponse.Of(course.Before[i], s.Turns, s.Notes, wish.Options.Hands, plain: s.Plain, drawsHold: true,
                    isAsTurned: s.IsAsTurned),
                [.. s.Points.Select(p => new PointResponse(p.Title, [.. p.Facts.Select(FactResponse.Of)], p.Words))],
                string.Join(' ', course.Made.Steps[i]), course.Made.Steps[i].Sum(t => Metric.Htm.Cost(t)),
                [.. course.Made.Joined.Where(j => j.To == i).Select(j =>
                    new JoinedMoveResponse(j.From, $"{j.First}", $"{j.Second}", $"{j.Together}"))])),
        ],
        course.Length, SequenceResponse.Rounded(Course.TimeOf(course.Stops, wish.Options.Hands)),
        [.. course.Orders.Select(o => new OrderResponse(o.Stage, o.Order, o.Title, o.Length, SequenceResponse.Rounded(o.Time)))],
            course.IsCut, isDone, Facelets.Write(course.Before[^1]));
}
