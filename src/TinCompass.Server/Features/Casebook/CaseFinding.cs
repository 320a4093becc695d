using System.Diagnostics.CodeAnalysis;
using System.Threading.Channels;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;
using TinCompass.Server.Access;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Features.Sequences;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.Casebook;

/// <summary>A line of a search as it goes on: how far it is, a sequence, or its end.</summary>
/// <param name="Kind">progress, found or end.</param>
/// <param name="Share">How much of the work is done, 0 to 1.</param>
/// <param name="Length">Of a sequence its HTM; else up to how many turns all are found.</param>
/// <param name="Turns">The sequence; empty else.</param>
/// <param name="Time">Its relative time; null when a turn is avoided.</param>
/// <param name="Count">How many were found so far. Of very many not all are sent.</param>
public sealed record FoundLineResponse(string Kind, double Share, int Length, string Turns, double? Time, int Count);

/// <summary>
/// The finder over HTTP: every sequence of some turns for a case, a JSON line each as it is found, with lines that say how far it is. One
/// search at a time: it takes all the memory that a search may. Whoever goes away stops it; what was sent stays true.
/// </summary>
internal sealed class CaseFinding : IFeature
{
    /// <summary>The most sequences that are sent one by one.</summary>
    private const int MostSent = 2_000;

    /// <summary>Half sequences that are gone through in a second, about.</summary>
    private const double HalvesASecond = 3.5e6;

    /// <summary>What takes longer is asked about first, in seconds.</summary>
    private const double LongestUnasked = 1;

    /// <summary>Halves that are kept take 16 bytes each: more are left to the command line.</summary>
    private const double MostWork = 1.6e7;

    private static readonly TimeSpan Deadline = TimeSpan.FromSeconds(30);

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app) => app.MapGroup("/api/casebook").WithTags("Casebook").ForMembers()
        .ProducesProblem(400).ProducesProblem(404).ProducesProblem(429).MapGet("/{stage}/{id}/found", Find).WithName("findSequences")
        .WithSummary("Every sequence of some turns for a case, up to a length, a line each as it is found.").AsFinding()
        .Produces<FoundLineResponse>(StatusCodes.Status200OK, LineStream.ContentType);

    private static Results<PushStreamHttpResult, ProblemHttpResult> Find(
        string stage, string id, StageBook book, HandModels hands, IOptions<JsonOptions> json, CancellationToken cancel,
            string turns = "R U F", int most = 10,
            bool wait = false, bool? leftHanded = null, string? avoid = null, string? middleHand = null)
    {
        if (!CasebookEndpoints.TryFind(book, stage, id, out var cases, out var found, out var missing)) return missing;
        if (cases.Finder is not { } finder) return Problems.NotFound($"finder of '{stage}'");
        if (!HandsQuery.TryRead(leftHanded ?? false, avoid, middleHand, out var preferences, out var problem)) return problem;
        if (most is < 1 or > SequenceSweep.MostTurns)
            return Problems.Bad("bad-most", $"'most' is 1 to {SequenceSweep.MostTurns} turns.", "most");
        if (!TryReadLetters(turns, finder, found, out var letters, out problem)) return problem;
        var work = finder.Work(letters, most);
        if (work > MostWork)
            return Problems.Bad("too-long",
                $"Up to {most} of these turns are too many to go through here: take fewer turns or letters, or " +
                "'tc find' on the command line.", "most");
        if (work > LongestUnasked * HalvesASecond && !wait)
            return Problems.Bad("takes-long", $"That takes about {Math.Ceiling(work / HalvesASecond):0} seconds. Find all the same?",
                "most");
        return TypedResults.Stream(
            body => LineStream.SendAsync<FoundLineResponse>(body,
                (lines, stop) => Run(new Search(finder, found, letters, most, hands.For(preferences)), lines, stop), Deadline,
                json.Value.SerializerOptions, cancel),
            LineStream.ContentType);
    }

    private sealed record Search(ICaseFinder Finder, StageCase Case, IReadOnlyList<Turn> Letters, int Most, HandModel Hands);

    private static void Run(Search search, ChannelWriter<FoundLineResponse> lines, CancellationToken cancel)
    {
        var (count, share, length) = (0, 0.0, 0);
        search.Finder.Find(
            search.Case, search.Letters, search.Most,
            turns =>
            {
                if (count++ < MostSent)
                    lines.TryWrite(new FoundLineResponse("found", share, turns.Sum(t => Metric.Htm.Cost(t)), string.Join(' ', turns),
                        SequenceResponse.Rounded(search.Hands.Measure(turns)), count));
            },
            p =>
            {
                (share, length) = (Math.Round(p.Share, 3), p.Length);
                lines.TryWrite(new FoundLineResponse("progress", share, length, "", null, count));
            },
            cancel);
        lines.TryWrite(new FoundLineResponse("end", 1, search.Most, "", null, count));
    }

    private static bool TryReadLetters(string turns, ICaseFinder finder, StageCase found,
        [NotNullWhen(true)] out IReadOnlyList<Turn>? letters,
        [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        (letters, problem) = (null, null);
        try
        {
            letters = LlTurnSets.Read(turns);
            if (finder.Cannot(turns, found) is { } cannot) problem = Problems.Bad("cannot-solve", cannot, "turns");
        }
        catch (FormatException e)
        {
            problem = Problems.Bad("unknown-turn", e.Message, "turns");
        }

        return problem is null;
    }
}
