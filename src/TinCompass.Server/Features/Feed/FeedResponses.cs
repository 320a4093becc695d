using TinCompass.Core.Feed;
using TinCompass.Server.Features.Solves;

namespace TinCompass.Server.Features.Feed;

/// <summary>A cube as it stands now.</summary>
/// <param name="Connected">Something reports it.</param>
/// <param name="Cube">Its name.</param>
/// <param name="Battery">0 to 1; null when it is not told.</param>
/// <param name="Facelets">How it stands, 54 letters; empty when that is not known.</param>
/// <param name="Phase">How far it is with the scramble that is asked for.</param>
/// <param name="Scramble">That scramble; empty when none is.</param>
/// <param name="Done">So many turns of the scramble are made.</param>
/// <param name="Of">So many it has.</param>
/// <param name="Back">The turns back to where the scramble was left; empty on the way.</param>
/// <param name="Last">The last turns that were made.</param>
/// <param name="Made">Turns it has reported in all.</param>
/// <param name="Turns">Turns of the solve so far.</param>
/// <param name="Ms">Milliseconds of the solve up to its last turn.</param>
/// <param name="Told">What went wrong last, in words; empty when nothing did.</param>
/// <param name="Kept">The solve of this scramble, when it is kept.</param>
/// <param name="IsSimulated">It is the simulated cube of this server.</param>
/// <param name="LookedMs">Milliseconds that the solver has looked at the scrambled cube; null when they do not.</param>
public sealed record LiveCubeResponse(bool Connected, string Cube, double? Battery, string Facelets, FeedPhase Phase, string Scramble,
    int Done, int Of, string Back, string Last, int Made, int Turns, int Ms, string Told, SolveResponse? Kept, bool IsSimulated,
    int? LookedMs);

/// <summary>The scramble that a cube is asked for.</summary>
/// <param name="SolverId">Whose cube.</param>
/// <param name="Scramble">The scramble; left out when no more is asked for.</param>
/// <param name="Method">The method of the solve.</param>
/// <param name="Purpose">Its purpose.</param>
public sealed record AskScrambleRequest(int SolverId, string? Scramble = null, string? Method = null, string? Purpose = null);

/// <summary>A solver begins to look at a scrambled cube that reports, or gives that up.</summary>
/// <param name="SolverId">Whose cube.</param>
/// <param name="Looks">They look.</param>
public sealed record LookRequest(int SolverId, bool Looks = true);

/// <summary>A simulated cube that is to be begun.</summary>
/// <param name="SolverId">In whose name.</param>
/// <param name="Skill">0, about a minute a solve, to 1, about ten seconds; 0.7 when left out.</param>
/// <param name="Method">The method.</param>
/// <param name="Scramble">The scramble; a fair one when left out.</param>
public sealed record SimulateRequest(int SolverId, double? Skill = null, string? Method = null, string? Scramble = null);

/// <summary>The solver whose simulated cube is to be stopped.</summary>
/// <param name="SolverId">Whose.</param>
public sealed record StopSimulatedRequest(int SolverId);
