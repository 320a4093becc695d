using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Core.Methods.BlockFirst;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Search;
using TinCompass.Server.Access;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.BlockFirst;

/// <summary>A block and the shortest ways to it.</summary>
/// <param name="Place">Its corner, or its middle edge, by its faces as the cube is held.</param>
/// <param name="Colors">The colours of that corner or edge.</param>
/// <param name="Length">The fewest turns (HTM).</param>
/// <param name="Count">So many ways are as short.</param>
/// <param name="Ways">The first of them, as the cube is held.</param>
public sealed record PlacedBlockResponse(string Place, IReadOnlyList<string> Colors, int Length, int Count, IReadOnlyList<string> Ways);

/// <summary>A step of mending bad edges.</summary>
/// <param name="Turns">As they are made.</param>
/// <param name="Mended">The places of the edges that are good after it; none for a turn of an open face.</param>
public sealed record MendResponse(string Turns, IReadOnlyList<string> Mended);

/// <summary>The rest by turns of the two open faces alone.</summary>
/// <param name="First">Turns of all faces to where those two can solve the rest; empty when they can.</param>
/// <param name="FirstLength">The fewest that do (HTM).</param>
/// <param name="Turns">Then turns of the two faces.</param>
/// <param name="Length">The fewest that solve it.</param>
public sealed record TwoFacesResponse(string First, int FirstLength, string Turns, int Length);

/// <summary>Bad edges with respect to the two open faces up and right, the block at the left and down.</summary>
/// <param name="Hold">How the cube is turned over first, so that the block lies there.</param>
/// <param name="Bad">Their places in that hold.</param>
/// <param name="Stickers">The stickers (facelets of that hold) by which a bad edge is told: the upper one, or that at the right.</param>
/// <param name="Mends">How three turns at a time mend two.</param>
/// <param name="Least">The fewest turns (HTM) after which none is bad and the block stands.</param>
/// <param name="Shortest">Such turns.</param>
/// <param name="Facelets">The position in that hold.</param>
/// <param name="TwoFaces">The rest, when no edge is bad; else null.</param>
public sealed record BadEdgesResponse(string Hold, IReadOnlyList<string> Bad, IReadOnlyList<int> Stickers,
    IReadOnlyList<MendResponse> Mends, int Least, string Shortest, string Facelets, TwoFacesResponse? TwoFaces);

/// <summary>What one who solves block first is told of a position.</summary>
/// <param name="Scramble">As it was read.</param>
/// <param name="Facelets">The position, as it is held.</param>
/// <param name="Small">The eight blocks 2x2x2, the nearest first.</param>
/// <param name="Long">The twelve blocks 2x2x3, the nearest first.</param>
/// <param name="Bad">When a block 2x2x3 stands: its bad edges; else null.</param>
public sealed record BlockFirstResponse(string Scramble, string Facelets, IReadOnlyList<PlacedBlockResponse> Small,
    IReadOnlyList<PlacedBlockResponse> Long,
    BadEdgesResponse? Bad);

/// <summary>/api/blocks: a cube solved block first, as far as its edges are good. Pure: nothing is stored.</summary>
internal sealed class BlocksEndpoints : IFeature
{
    private const int MostSent = 5;

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/blocks").WithTags("Block first").ForMembers().AsSearch().ProducesProblem(400).ProducesProblem(429);
        group.MapGet("/", Tell).WithName("blockFirst").WithSummary("The blocks 2x2x2 and 2x2x3 of a position, and its bad edges.");
    }

    private static async Task<Results<Ok<BlockFirstResponse>, ProblemHttpResult>> Tell(
        string? scramble, string? made, TableShelf shelf, CancellationToken cancel)
    {
        if (!Door.TryReadTurns(scramble, "scramble", out var turns, out var problem)
            || !Door.TryReadMaybe(made, "made", out var so, out problem)) return problem;
        // Places and turns are named as the cube is held then.
        var end = CubeState.Solved.Apply(turns.Turns).Apply(so.Turns);
        var state = end.AsHeld();
        var (tables, blocks) = (await shelf.GetAsync(BlockTables.Kind, cancel), await shelf.GetAsync(FirstBlockTable.Kind, cancel));
        var search = new BlockSearch(tables, blocks);
        PlacedBlockResponse[] small = [.. Enum.GetValues<Corner>()
            .Select(c => Block($"{c}", Pieces.CornerFaces[(int)c], end.Hold, search.Small(state, c, cancel))).OrderBy(b => b.Length)];
        PlacedBlockResponse[] wide = [.. Enum.GetValues<Edge>()
            .Select(e => Block($"{e}", Pieces.EdgeFaces[(int)e], end.Hold, search.Long(state, e, cancel))).OrderBy(b => b.Length)];
        return TypedResults.Ok(new BlockFirstResponse(turns.ToString(), Facelets.Write(end), small, wide, wide[0].Length > 0 ? null
            : Bad(new BadEdgeSearch(tables, blocks), end, Enum.Parse<Edge>(wide[0].Place), cancel)));
    }

    private static PlacedBlockResponse Block(string place, IEnumerable<Face> faces, Hold hold,
        IReadOnlyList<IReadOnlyList<Turn>> ways) => new(place, [.. faces.Select(f => hold.ColorAt(f).Name())], ways[0].Count, ways.Count,
        [.. ways.Take(MostSent).Select(w => string.Join(' ', w))]);

    private static BadEdgesResponse Bad(BadEdgeSearch search, CubeState state, Edge middle, CancellationToken cancel)
    {
        // The faces opposite those of the block are open: up and right.
        var (one, other) = (Pieces.EdgeFaces[(int)middle][0].Opposite(), Pieces.EdgeFaces[(int)middle][1].Opposite());
        var (seen, held) = OpenFaces.Of(state, one, other);
        var bad = BadEdges.Of(held);
        var shortest = search.Find(held, withBlock: true, cancel)[0];
        Edge[] places = [.. Enumerable.Range(0, 12).Where(p => (bad >> p & 1) == 1).Select(p => (Edge)p)];
        return new BadEdgesResponse(string.Join(' ', seen.Rotation), [.. places.Select(p => $"{p}")],
            [.. places.Select(OnOpenFace)],
            [.. BadEdges.Mend(bad).Select(s => new MendResponse(string.Join(' ', s.Turns), [.. s.Mended.Select(p => $"{p}")]))],
            shortest.Count, string.Join(' ', shortest), Facelets.Write(state.Apply(seen.Rotation)),
            bad == 0 ? Rest(search, held, cancel) : null);
    }

    private static TwoFacesResponse Rest(BadEdgeSearch search, CubeState held, CancellationToken cancel)
    {
        var first = search.FindTwoFaces(held, cancel)[0];
        var rest = TwoFaces.All.Solve(held.Apply(first), cancel)!;
        return new TwoFacesResponse(string.Join(' ', first), first.Count, string.Join(' ', rest), rest.Count);
    }

    /// <summary>The upper sticker of a place, or that at the right.</summary>
    private static int OnOpenFace(Edge place)
    {
        var name = $"{place}";
        return Stickers.TryParse(name[0] == 'U' || name[1] != 'R' ? name : $"{name[1]}{name[0]}", out var sticker) ? sticker
            : throw new InvalidOperationException(name);
    }
}
