using System.Text.Json;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;

namespace TinCompass.Server.Hosting;

/// <summary>
/// Every error is a problem-details document: a plain sentence (<c>detail</c>), a stable <c>code</c>, the <c>field</c> it belongs to, and
/// for text
/// input <c>line</c>, <c>column</c>, <c>offending</c> and <c>expected</c>.
/// </summary>
internal static class Problems
{
    public static ProblemHttpResult Of(int status, string code, string sentence, string? field = null) =>
        TypedResults.Problem(new ProblemDetails
        {
            Status = status,
            Title = Title(status),
            Detail = sentence,
            Extensions = { ["code"] = code, ["field"] = field },
        });

    public static ProblemHttpResult Bad(string code, string sentence, string? field = null) =>
        Of(StatusCodes.Status400BadRequest, code, sentence, field);

    public static ProblemHttpResult NotFound(string what) => Of(StatusCodes.Status404NotFound, "not-found", $"There is no {what}.");

    public static ProblemHttpResult Text(NotationException error, string field) =>
        TypedResults.Problem(new ProblemDetails
        {
            Status = StatusCodes.Status400BadRequest,
            Title = "This text cannot be read.",
            Detail = error.Message,
            Extensions =
            {
                ["code"] = error.Code, ["field"] = field, ["line"] = error.Line, ["column"] = error.Column,
                ["offending"] = error.Offending, ["expected"] = error.Expected,
            },
        });

    /// <summary>A position that no real cube has: the broken law, what it means, and the stickers to look at.</summary>
    public static ProblemHttpResult Flawed(LegalityFlaw flaw) =>
        TypedResults.Problem(new ProblemDetails
        {
            Status = StatusCodes.Status400BadRequest,
            Title = "No real cube can be like this.",
            Detail = flaw.Message,
            Extensions = { ["code"] = "impossible-position", ["field"] = "facelets", ["law"] = flaw.Law.ToString(),
                ["facelets"] = flaw.Facelets },
        });

    /// <summary>Gives a code and a sentence to what the framework itself refuses (bad JSON, a body too large, an unknown path).</summary>
    public static void Complete(ProblemDetailsContext context)
    {
        var problem = context.ProblemDetails;
        if (problem.Extensions.ContainsKey("code")) return;
        var cause = context.Exception ?? context.HttpContext.Features.Get<IExceptionHandlerFeature>()?.Error;
        problem.Title = Title(problem.Status ?? 500);
        var trouble = StorageTrouble.Of(cause);
        (string code, string sentence) = trouble is not null ? (trouble.Code, trouble.Sentence) : problem.Status switch
        {
            400 => ("bad-request", cause is BadHttpRequestException e ? Plain(e) : "The request is not as the interface description says."),
            401 => ("not-signed-in", "Sign in first."),
            403 => ("not-allowed", "This is not yours to see or to change."),
            404 => ("not-found", "There is nothing at this address."),
            405 => ("method-not-allowed", "This address does not take that kind of request."),
            413 => ("body-too-large", "The request is larger than this address takes: 64 kB, for an import 2 GB."),
            414 => ("text-too-long", "The address is too long."),
            415 => ("not-json", "The request must be JSON: Content-Type: application/json."),
            429 => ("busy", "Too many searches at once. Try again in a moment."),
            503 => ("stopping", "The server is stopping. Try again in a moment."),
            504 => ("took-too-long", "The search took too long and was stopped."),
            _ => ("internal", "Something went wrong in the server. Nothing was changed; the server's log tells more."),
        };
        if (problem.Status is 429 or 503) context.HttpContext.Response.Headers.RetryAfter = "1";
        problem.Extensions["code"] = code;
        problem.Detail = sentence;
    }

    /// <summary>The status by which an error of the code is answered.</summary>
    public static int StatusOf(Exception error) => error switch
    {
        BadHttpRequestException bad => bad.StatusCode,
        OperationCanceledException => StatusCodes.Status504GatewayTimeout,
        _ => StorageTrouble.Of(error)?.Status ?? StatusCodes.Status500InternalServerError,
    };

    private static string Plain(BadHttpRequestException error) => error.InnerException switch
    {
        JsonException { InnerException: null } json when json.Message.Contains("missing required", StringComparison.Ordinal) =>
            "The JSON leaves out what is needed.",
        JsonException json => $"The JSON cannot be read{Place(json)}.",
        _ => error.Message,
    };

    /// <summary>Where a document cannot be read: its line, its column and the name of what stands there.</summary>
    private static string Place(JsonException json)
    {
        var at = json.Path is { Length: > 2 } path ? $" at '{path[2..]}'" : "";
        return json.LineNumber is { } line ? $"{at}, line {line + 1}, column {json.BytePositionInLine + 1}" : at;
    }

    private static string Title(int status) => status switch
    {
        400 => "The request cannot be answered.",
        404 => "Not found.",
        401 => "Who are you?",
        403 => "Not allowed.",
        409 => "That would contradict what is there.",
        413 or 414 => "Too large.",
        421 => "Another machine is meant.",
        429 or 503 => "Too busy.",
        507 => "No room.",
        _ => "The request failed.",
    };
}
