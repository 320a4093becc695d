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
        (string code, string sentence) = problem.Status switch
        {
            400 => ("bad-request", cause is BadHttpRequestException e ? Plain(e) : "The request is not as the interface description says."),
            404 => ("not-found", "There is nothing at this address."),
            405 => ("method-not-allowed", "This address does not take that kind of request."),
            413 => ("body-too-large", "The request is larger than this address takes: 64 kB, for an import 2 GB."),
            414 => ("text-too-long", "The address is too long."),
            415 => ("not-json", "The request must be JSON."),
            429 => ("busy", "Too many searches at once. Try again in a moment."),
            503 or 504 => ("took-too-long", "The search took too long and was stopped."),
            _ => ("internal", "Something went wrong in the server. Nothing was changed; the server's log tells more."),
        };
        problem.Extensions["code"] = code;
        problem.Detail = sentence;
    }

    private static string Plain(BadHttpRequestException error) =>
        error.InnerException is System.Text.Json.JsonException json ? $"The JSON cannot be read{(json.Path is { } p ? $" at {p}" : "")}."
            : error.Message;

    private static string Title(int status) => status switch
    {
        400 => "The request cannot be answered.",
        404 => "Not found.",
        409 => "That would contradict what is there.",
        413 or 414 => "Too large.",
        429 => "Too busy.",
        _ => "The request failed.",
    };
}
