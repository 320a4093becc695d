using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.EdgesFirst;
using TinCompass.Server.Access;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.EdgesFirst;

/// <summary>One step of the school's way.</summary>
/// <param name="Turns">As they are made.</param>
/// <param name="IsSeries">A series of four turns; else turns of the top.</param>
/// <param name="Says">What it brings where, which face goes first and why; empty for the top.</param>
/// <param name="Leaves">The ending it leaves; null where more than three edges around a corner are left.</param>
public sealed record EdgeStepResponse(string Turns, bool IsSeries, string Says, EdgesEnding? Leaves);

/// <summary>What one who solves edges first is told of a position.</summary>
/// <param name="Facelets">The position, as it is held.</param>
/// <param name="Color">The base.</param>
/// <param name="Step">The step one is in.</param>
/// <param name="Ending">The ending; null where more than three edges around a corner are left, and before the last five.</param>
/// <param name="Says">The same in a sentence; empty where there is none.</param>
/// <param name="Hold">How the cube is turned over for the school's way; empty when it is held so.</param>
/// <param name="Way">The school's way to the end of the step; empty for cross and corners.</param>
/// <param name="Series">So many series it has.</param>
/// <param name="Turns">So many turns.</param>
/// <param name="Least">The fewest turns (HTM) to the end of the step, whatever the corners do; 0 for corners.</param>
/// <param name="Shortest">Such turns, how the cube is turned over first included; empty for corners.</param>
/// <param name="Cycles">When all edges are home: the fewest cycles of three of the corners; else null.</param>
public sealed record EdgesResponse(string Facelets, string Color, EdgesStep Step, EdgesEnding? Ending, string Says, string Hold,
    IReadOnlyList<EdgeStepResponse> Way, int Series, int Turns, int Least, string Shortest, int? Cycles);

/// <summary>/api/edges: a cube solved edges first. Pure: nothing is stored.</summary>
internal sealed class EdgesEndpoints : IFeature
{
    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/edges").WithTags("Edges first").ForMembers().AsSearch().ProducesProblem(400).ProducesProblem(429);
        group.MapGet("/", Tell).WithName("edgesFirst").WithSummary("The step one is in, its ending, the school's way, the fewest turns.");
    }

    private static Results<Ok<EdgesResponse>, ProblemHttpResult> Tell(
        string? scramble, string? made, string? color, bool? oneSeries, CancellationToken cancel)
    {
        if (!Door.TryReadTurns(scramble, "scramble", out var turns, out var problem)
            || !Door.TryReadMaybe(made, "made", out var so, out problem)) return problem;
        var state = CubeState.Solved.Apply(turns.Turns).Apply(so.Turns);
        Color asked;
        if (string.IsNullOrEmpty(color)) asked = CrossCourse.BaseOf(state);
        else if (!Door.TryReadColor(color, out asked, out problem)) return problem;
        var told = EdgesAdvice.Of(state, asked, oneSeries ?? false, cancel);
        var (way, set) = (new List<EdgeStepResponse>(), told.Held.Set);
        foreach (var step in told.Way)
        {
            var says = step.Series is { } series ? EdgesWords.Say(told.Held, set, series) : "";
            set = set.After(step.Turns);
            way.Add(new EdgeStepResponse(Spell(step.Turns), step.Series is not null, says, LastThree.Of(set)));
        }

        return TypedResults.Ok(new EdgesResponse(Core.Cube.Facelets.Write(state), asked.Name(), told.Step, told.Ending?.Ending,
            told.Ending is var (ending, top) ? EdgesWords.Say(ending, top) : "", Spell(told.Held.Rotation), way, told.Series, told.Turns,
            told.Shortest.Count, told.Cycles is null ? Spell(told.ShortestHeld.Rotation.Concat(told.Shortest)) : "", told.Cycles));
    }

    private static string Spell(IEnumerable<Turn> turns) => string.Join(' ', turns);
}
