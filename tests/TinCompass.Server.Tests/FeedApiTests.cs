using System.Net;
using System.Net.Http.Json;
using System.Net.WebSockets;
using System.Text;
using System.Text.Json;
using TinCompass.Core.Cube;
using TinCompass.Core.Feed;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Server.Features.Bin;
using TinCompass.Server.Features.Feed;
using TinCompass.Server.Features.Solvers;
using TinCompass.Server.Features.Solves;
using TinCompass.Testing;

namespace TinCompass.Server.Tests;

/// <summary>One server for all of them, whatever becomes of it.</summary>
public sealed class FeedServer : IAsyncLifetime
{
    /// <summary>The server.</summary>
    public MortalServer Server { get; private set; } = null!;

    /// <inheritdoc/>
    public async Task InitializeAsync() => Server = await MortalServer.TakeAsync();

    /// <inheritdoc/>
    public Task DisposeAsync()
    {
        Server.Dispose();
        return Task.CompletedTask;
    }
}

/// <summary>Cubes that report their turns over a real connection: bad ones, dying ones, dying servers, and who looks on.</summary>
public sealed class FeedApiTests(FeedServer feed) : IClassFixture<FeedServer>, IAsyncLifetime, IDisposable
{
    private const string Scramble = "R U2 F'";
    private static readonly TimeSpan Patience = TimeSpan.FromMinutes(1);
    private readonly CancellationTokenSource patience = new(Patience * 4);
    private readonly MortalServer server = feed.Server;
    private readonly HttpClient client = new() { BaseAddress = feed.Server.Address };
    private readonly string name = $"Runa Teel {Guid.NewGuid():N}"[..20];
    private int solver;

    public async Task InitializeAsync() =>
        solver = (await (await client.PostAsJsonAsync("api/solvers", new NewSolverRequest(name)))
            .Content.ReadFromJsonAsync<SolverResponse>(ServerFixture.Json))!.Id;

    public Task DisposeAsync() => Task.CompletedTask;

    public void Dispose()
    {
        client.Dispose();
        patience.Dispose();
    }

    /// <summary>The lines of a cube that is scrambled and solved: a state, a scramble, the turns there and back.</summary>
    private static string[] Lines()
    {
        Turn[] there = [.. Algorithm.Parse(Scramble).Turns], back = [.. there.Reverse().Select(t => t.Inverse)];
        return [.. new FeedLine[] { new FeedLine.Stood(1, 0, CubeState.Solved), new FeedLine.Asked(2, 0, Algorithm.Parse(Scramble)) }
            .Concat(there.Concat(back).Select((t, i) => (FeedLine)new FeedLine.Turned(3 + i, 100 * (i + 1), t))).Select(l => $"{l}")];
    }

    [Fact]
    public async Task Lines_lost_doubled_and_reordered_are_asked_for_again_and_the_solve_is_kept_with_its_turns()
    {
        var lines = Lines();
        using var cube = await ConnectAsync();
        Assert.Equal(1, (await HelloAsync(cube, "a")).GetProperty("next").GetInt64());
        Assert.Equal(1, (await TellAsync(cube, lines[0])).GetProperty("ack").GetInt64());
        var answer = await TellAsync(cube, string.Join('\n', lines[3], lines[3], lines[6], lines[2]));
        Assert.Equal((1, "[2,2]"), (answer.GetProperty("ack").GetInt64(), answer.GetProperty("again").GetRawText()));
        answer = await TellAsync(cube, lines[1]);
        Assert.Equal((4, "[5,6]"), (answer.GetProperty("ack").GetInt64(), answer.GetProperty("again").GetRawText()));
        answer = await TellAsync(cube, string.Join('\n', lines[5], lines[4]));
        Assert.Equal((7, false), (answer.GetProperty("ack").GetInt64(), answer.TryGetProperty("again", out _)));
        // Acknowledged, it is on the disk.
        Assert.Equal(8, (await TellAsync(cube, lines[7])).GetProperty("ack").GetInt64());
        var solve = Assert.Single((await SolvesAsync()).Items);
        Assert.Equal((Scramble, 200, "F@0 U2@100 R'@200"), (solve.Scramble, solve.Ms, solve.Turns));
        var seen = await SeenAsync(_ => true);
        Assert.Equal((FeedPhase.Solved, solve.Id, true, 3), (seen.Phase, seen.Kept?.Id, seen.Connected, seen.Turns));
    }

    [Fact]
    public async Task Looking_at_a_scrambled_cube_ends_with_its_first_turn_and_is_kept_with_the_solve()
    {
        var lines = Lines();
        using var cube = await ConnectAsync();
        await HelloAsync(cube, "look");
        // Nothing is scrambled yet.
        Assert.Equal(HttpStatusCode.BadRequest, (await LookAsync(true)).StatusCode);
        await TellAsync(cube, string.Join('\n', lines[..5]));
        Assert.Null((await SeenAsync(s => s.Phase == FeedPhase.Ready)).LookedMs);
        Assert.Equal(HttpStatusCode.OK, (await LookAsync(true)).StatusCode);
        Assert.InRange((await SeenAsync(s => s.LookedMs is not null)).LookedMs!.Value, 0, 15_000);
        // Given up, and begun again.
        Assert.Equal(HttpStatusCode.OK, (await LookAsync(false)).StatusCode);
        Assert.Null((await SeenAsync(s => s.LookedMs is null)).LookedMs);
        await LookAsync(true);
        await TellAsync(cube, lines[5]);
        Assert.Null((await SeenAsync(s => s.Phase == FeedPhase.Solving)).LookedMs);
        Assert.Equal(HttpStatusCode.BadRequest, (await LookAsync(true)).StatusCode);
        await TellAsync(cube, string.Join('\n', lines[6..]));
        var solve = Assert.Single((await SolvesAsync()).Items);
        Assert.InRange(solve.InspectionMs!.Value, 0, 15_000);
        Assert.Equal(Penalty.None, solve.Penalty);

        Task<HttpResponseMessage> LookAsync(bool looks) => client.PostAsJsonAsync("api/feed/look", new LookRequest(solver, looks));
    }

    [Theory]
    [InlineData(14_900, Penalty.None)]
    [InlineData(15_100, Penalty.PlusTwo)]
    [InlineData(17_100, Penalty.Dnf)]
    public void A_cube_that_is_looked_at_too_long_costs_what_inspection_costs(int ms, Penalty penalty)
    {
        var (clock, lines) = (new HandClock(), Lines());
        var cube = new LiveCube(1, clock);
        cube.Attach(new FeedHello("test", "one", 1), this, simulated: false);
        foreach (var line in lines[..5]) cube.Take(line, this);
        Assert.Equal(0, cube.Look(true)!.LookedMs);
        clock.Ms += ms;
        // Pressed once more, it is one inspection.
        Assert.Equal(ms, cube.Look(true)!.LookedMs);
        foreach (var line in lines[5..]) cube.Take(line, this);
        var solved = Assert.Single(cube.Unkept).Solve;
        Assert.Equal(ms, solved.InspectionMs);
        Assert.Equal(penalty, SolveTimes.OfInspection(solved.InspectionMs!.Value));
    }

    /// <summary>Whoever comes back while a solve is being kept is asked for its last line again.</summary>
    [Fact]
    public void A_last_line_is_acknowledged_when_its_solve_is_kept_and_no_sooner()
    {
        var (cube, hello, lines) = (new LiveCube(1, TimeProvider.System), new FeedHello("test", "one", 1), Lines());
        cube.Attach(hello, this, simulated: false);
        foreach (var line in lines) Assert.True(cube.Take(line, this)!.Ack < lines.Length);
        Assert.Equal(lines.Length, cube.Attach(hello, lines, simulated: false));
        // The line is there already; the solve still waits.
        Assert.Equal(lines.Length - 1, cube.Take(lines[^1], lines)!.Ack);
        // Another cube's lines do not wait for it, and it is not forgotten.
        Assert.Equal(1, cube.Attach(hello with { Session = "two" }, this, simulated: false));
        var solve = Assert.Single(cube.Unkept);
        cube.Attach(hello, lines, simulated: false);
        cube.Keep(solve, null);
        Assert.Empty(cube.Unkept);
    }

    /// <summary>A line that was missing ends two solves at once when it comes.</summary>
    [Fact]
    public async Task Two_solves_that_end_with_one_line_are_both_kept()
    {
        string[] lines = [.. Lines(), .. Lines().Skip(1).Select((line, i) =>
            line.Replace($"\"n\":{2 + i},", $"\"n\":{9 + i},", StringComparison.Ordinal))];
        using var cube = await ConnectAsync();
        await HelloAsync(cube, "h");
        await TellAsync(cube, string.Join('\n', lines.Where((_, i) => i != 2)));
        Assert.Equal(lines.Length, (await TellAsync(cube, lines[2])).GetProperty("ack").GetInt64());
        Assert.Equal(2, (await SolvesAsync()).Items.Count);
    }

    [Fact]
    public async Task A_solve_of_too_many_moves_is_refused_at_the_first_that_is_too_many()
    {
        using var cube = await ConnectAsync();
        await HelloAsync(cube, "i");
        await TellAsync(cube, string.Join('\n', Lines()[..5]));
        string Turns(int from, int count) => string.Join('\n',
            Enumerable.Range(from, count).Select(n => $$"""{"n":{{n}},"t":{{n}},"turn":"L"}"""));
        Assert.Equal(505, (await TellAsync(cube, Turns(6, 500))).GetProperty("ack").GetInt64());
        var refused = await TellAsync(cube, Turns(506, 1));
        Assert.Equal(("solve-too-long", 506), (refused.GetProperty("error").GetString(), refused.GetProperty("n").GetInt32()));
        var seen = await SeenAsync(s => s.Told.Length > 0);
        Assert.Equal((FeedPhase.Scrambling, "A solve of more than 500 moves is not kept."), (seen.Phase, seen.Told));
    }

    /// <summary>Nobody is there to keep it for: it is not acknowledged, and kept when the solver is put back.</summary>
    [Fact]
    public async Task A_solve_of_a_solver_who_is_deleted_waits_until_they_are_put_back()
    {
        var lines = Lines();
        using var cube = await ConnectAsync();
        await HelloAsync(cube, "j");
        await TellAsync(cube, string.Join('\n', lines[..^1]));
        using (var deleted = await client.DeleteAsync(new Uri($"api/solvers/{solver}", UriKind.Relative)))
            deleted.EnsureSuccessStatusCode();
        Assert.Equal("no-solver", (await TellAsync(cube, lines[^1])).GetProperty("error").GetString());
        Assert.Equal(lines.Length - 1, (await HearAsync(cube)).GetProperty("ack").GetInt64());
        await PutBackAsync();
        Assert.Equal(lines.Length, (await TellAsync(cube, lines[^1])).GetProperty("ack").GetInt64());
        Assert.Single((await SolvesAsync()).Items);
    }

    /// <summary>Whoever comes back has said as much as before.</summary>
    [Fact]
    public async Task A_flood_over_several_connections_is_read_at_one_pace()
    {
        var told = false;
        for (var turn = 0; turn < 3 && !told; turn++)
        {
            using var cube = await ConnectAsync();
            await HelloAsync(cube, $"k{turn}");
            await SayAsync(cube, string.Join('\n', Enumerable.Range(1, 1_000).Select(n => $$"""{"n":{{n}},"t":{{n}},"turn":"R"}""")));
            while (true)
            {
                var answer = await HearAsync(cube);
                told |= answer.TryGetProperty("error", out var error) && error.GetString() == "flood";
                if (answer.TryGetProperty("ack", out _)) break;
            }
        }

        Assert.True(told);
    }

    [Fact]
    public async Task Who_says_no_hello_is_not_waited_for_and_who_is_replaced_is_told_at_once()
    {
        using var silent = await ConnectAsync();
        using var first = await ConnectAsync();
        await HelloAsync(first, "l");
        using var second = await ConnectAsync();
        await HelloAsync(second, "m");
        // It has said nothing since.
        Assert.Equal(WebSocketMessageType.Close, (await first.ReceiveAsync(new byte[16].AsMemory(), patience.Token)).MessageType);
        Assert.Contains("another cube", first.CloseStatusDescription, StringComparison.Ordinal);
        try
        {
            Assert.Equal(WebSocketMessageType.Close, (await silent.ReceiveAsync(new byte[16].AsMemory(), patience.Token)).MessageType);
        }
        catch (WebSocketException)
        {
            // Cut off.
        }
    }

    private sealed class HandClock : TimeProvider
    {
        public long Ms { get; set; }

        public override long TimestampFrequency => 1_000;

        public override long GetTimestamp() => Ms;
    }

    [Fact]
    public async Task A_cube_that_dies_goes_on_where_it_was_and_so_it_does_when_the_server_dies()
    {
        var lines = Lines();
        using (var cube = await ConnectAsync())
        {
            await HelloAsync(cube, "b");
            await TellAsync(cube, string.Join('\n', lines[..4]));
            cube.Abort();
        }

        await SeenAsync(s => !s.Connected);
        using (var cube = await ConnectAsync())
        {
            Assert.Equal(5, (await HelloAsync(cube, "b")).GetProperty("next").GetInt64());
            await TellAsync(cube, string.Join('\n', lines[4..6]));
            Assert.Equal((FeedPhase.Solving, 1), await SeenAsync(s => s.Turns > 0) is var s ? (s.Phase, s.Turns) : default);
            server.Kill();
        }

        await server.RiseAsync();
        using (var cube = await ConnectAsync())
        {
            // It knows nothing of the cube, and is told all that the cube still has.
            Assert.Equal(1, (await HelloAsync(cube, "b")).GetProperty("next").GetInt64());
            await TellAsync(cube, string.Join('\n', lines));
            Assert.Single((await SolvesAsync()).Items);
        }

        // Told once more after another death, it is kept once.
        server.Kill();
        await server.RiseAsync();
        using (var cube = await ConnectAsync())
        {
            await HelloAsync(cube, "b");
            await TellAsync(cube, string.Join('\n', lines));
            Assert.Single((await SolvesAsync()).Items);
        }
    }

    [Fact]
    public async Task The_simulated_cube_of_the_command_line_outlives_a_server_that_dies()
    {
        var run = CommandLineTests.RunAsync("", "cube", "--solver", name.ToUpperInvariant(), "--skill", "0.9", "--url", $"{server.Address}",
            "--pace", "4", "--method", "roux", "--scramble", "R U F2 D' L B R2 D");
        await SeenAsync(s => s.Turns > 5);
        server.Kill();
        await server.RiseAsync();
        var (status, _, errors) = await run;
        Assert.True(status == 0, errors);
        Assert.Contains("trying again", errors, StringComparison.Ordinal);
        var solve = Assert.Single((await SolvesAsync("simulated cube", "roux")).Items);
        Assert.True(CubeState.Solved.Apply(Algorithm.Parse(solve.Scramble).Turns).Apply(TimedTurns.Parse(solve.Turns).Turns).IsSolved);
        Assert.Contains("no solver", (await CommandLineTests.RunAsync("", "cube", "--solver", "Nobody", "--url", $"{server.Address}",
            "--scramble", "R")).Errors, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_is_wrong_is_told_and_the_rest_goes_on()
    {
        var lines = Lines();
        using var cube = await ConnectAsync();
        await HelloAsync(cube, "c");
        await TellAsync(cube, string.Join('\n', lines[..3]));
        await SayAsync(cube, """{"n":4,"t":1,"turn":"Q"}""");
        Assert.Equal("bad-turn", (await HearAsync(cube)).GetProperty("error").GetString());
        Assert.Equal(4, (await HearAsync(cube)).GetProperty("ack").GetInt64());
        Assert.Contains("Line 4", (await SeenAsync(s => s.Told.Length > 0)).Told, StringComparison.Ordinal);
        // The turn that could not be read is missed when the cube says how it stands.
        var really = Facelets.Write(CubeState.Solved.Apply(Algorithm.Parse("R U2").Turns));
        await TellAsync(cube, $$"""{"n":5,"t":1,"state":"{{really}}"}""");
        var seen = await SeenAsync(s => s.Told.Contains("otherwise", StringComparison.Ordinal));
        Assert.Equal((really, 2, FeedPhase.Scrambling), (seen.Facelets, seen.Done, seen.Phase));
        Assert.Equal("bad-line", (await TellAsync(cube, "nonsense")).GetProperty("error").GetString());
        Assert.Equal(5, (await HearAsync(cube)).GetProperty("ack").GetInt64());
        using var rude = await ConnectAsync();
        await SayAsync(rude, lines[0]);
        Assert.Equal("bad-hello", (await HearAsync(rude)).GetProperty("error").GetString());
        // A second cube takes the place of the first, which is told.
        using var other = await ConnectAsync();
        await HelloAsync(other, "d");
        await SayAsync(cube, lines[5]);
        await Assert.ThrowsAnyAsync<Exception>(() => HearAsync(cube));
        Assert.Contains("another cube", cube.CloseStatusDescription, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_method_that_is_not_known_costs_no_solve()
    {
        using var cube = await ConnectAsync();
        await HelloAsync(cube, "g");
        await TellAsync(cube, string.Join('\n', Lines()).Replace("F'\"}", "F'\",\"method\":\"by guess\"}", StringComparison.Ordinal));
        Assert.Equal(200, Assert.Single((await SolvesAsync()).Items).Ms);
        Assert.Contains("'by guess'", (await SeenAsync(s => s.Kept is not null)).Told, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_cube_that_floods_is_read_at_a_pace_and_loses_nothing()
    {
        const int count = 3_000, each = 500;
        using var cube = await ConnectAsync();
        await HelloAsync(cube, "e");
        for (var from = 1; from <= count; from += each)
            await SayAsync(cube, string.Join('\n', Enumerable.Range(from, each).Select(n => $$"""{"n":{{n}},"t":{{n}},"turn":"R"}""")));
        var (told, ack) = (0, 0L);
        while (ack < count)
        {
            var answer = await HearAsync(cube);
            if (answer.TryGetProperty("ack", out var a)) ack = a.GetInt64();
            else if (answer.GetProperty("error").GetString() == "flood") told++;
        }

        Assert.Equal(1, told);
        Assert.Contains("lines a second", (await SeenAsync(_ => true)).Told, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_page_of_another_site_reports_nothing_and_nobody_reports_for_nobody()
    {
        using var other = new ClientWebSocket();
        other.Options.SetRequestHeader("Origin", "http://evil.example");
        await Assert.ThrowsAsync<WebSocketException>(() => other.ConnectAsync(Address(solver), patience.Token));
        using var nobody = new ClientWebSocket();
        await Assert.ThrowsAsync<WebSocketException>(() => nobody.ConnectAsync(Address(4711), patience.Token));
        using var plain = await client.GetAsync(new Uri($"api/feed?solverId={solver}", UriKind.Relative));
        Assert.Equal(HttpStatusCode.BadRequest, plain.StatusCode);
    }

    [Fact]
    public async Task A_scramble_is_asked_for_and_a_simulated_cube_begins_and_is_stopped()
    {
        using (var asked = await client.PostAsJsonAsync("api/feed/scramble", new AskScrambleRequest(solver, Scramble, "roux", "evenings")))
            Assert.Equal(Scramble, (await asked.Content.ReadFromJsonAsync<LiveCubeResponse>(ServerFixture.Json))!.Scramble);
        using (var cube = await ConnectAsync())
        {
            await HelloAsync(cube, "f");
            // The scramble of the page: the cube does not name one.
            await TellAsync(cube, string.Join('\n', Lines()[0], Lines()[2].Replace("\"n\":3", "\"n\":2", StringComparison.Ordinal)));
            Assert.Equal((FeedPhase.Scrambling, 1), await SeenAsync(s => s.Done > 0) is var s ? (s.Phase, s.Done) : default);
        }

        using (var begun = await client.PostAsJsonAsync("api/feed/simulated", new SimulateRequest(solver, 0.9, "roux", Scramble)))
            Assert.Equal(HttpStatusCode.Accepted, begun.StatusCode);
        Assert.True((await SeenAsync(s => s.IsSimulated && s.Done > 0)).Connected);
        using (var stopped = await client.PostAsJsonAsync("api/feed/simulated/stop", new StopSimulatedRequest(solver)))
            Assert.Equal(HttpStatusCode.NoContent, stopped.StatusCode);
        await SeenAsync(s => !s.Connected);
        foreach (var wrong in new[] { new SimulateRequest(solver, 2), new(solver, 0.5, "none"), new(solver, 0.5, null, "R Q") })
            Assert.Equal(HttpStatusCode.BadRequest, (await client.PostAsJsonAsync("api/feed/simulated", wrong)).StatusCode);
    }

    private async Task PutBackAsync()
    {
        var gone = (await client.GetFromJsonAsync<List<DeletedResponse>>(new Uri("api/bin", UriKind.Relative), ServerFixture.Json))!
            .First(d => d.Title.Contains(name, StringComparison.Ordinal));
        using var back = await client.PostAsync(new Uri($"api/bin/{gone.Id}/restore", UriKind.Relative), null);
        back.EnsureSuccessStatusCode();
    }

    private Uri Address(int id) => new($"ws://127.0.0.1:{server.Address.Port}/api/feed?solverId={id}");

    private async Task<ClientWebSocket> ConnectAsync()
    {
        var socket = new ClientWebSocket();
        await socket.ConnectAsync(Address(solver), patience.Token);
        return socket;
    }

    private Task<JsonElement> HelloAsync(ClientWebSocket socket, string session) =>
        TellAsync(socket, $$"""{"hello":1,"cube":"test","session":"{{session}}","first":1}""");

    private async Task<JsonElement> TellAsync(ClientWebSocket socket, string message)
    {
        await SayAsync(socket, message);
        return await HearAsync(socket);
    }

    private Task SayAsync(ClientWebSocket socket, string message) =>
        socket.SendAsync(Encoding.UTF8.GetBytes(message), WebSocketMessageType.Text, true, patience.Token);

    private async Task<JsonElement> HearAsync(ClientWebSocket socket)
    {
        var buffer = new byte[16 * 1024];
        var got = await socket.ReceiveAsync(buffer.AsMemory(), patience.Token);
        using var document = JsonDocument.Parse(buffer.AsMemory(0, got.Count));
        return document.RootElement.Clone();
    }

    private async Task<SolvePageResponse> SolvesAsync(string purpose = "", string method = "cfop") =>
        (await client.GetFromJsonAsync<SolvePageResponse>(
            new Uri($"api/solves?solverId={solver}&method={method}&purpose={Uri.EscapeDataString(purpose)}", UriKind.Relative),
            ServerFixture.Json))!;

    /// <summary>Looks on until something is seen.</summary>
    private async Task<LiveCubeResponse> SeenAsync(Func<LiveCubeResponse, bool> wanted)
    {
        using var answer = await client.GetAsync(new Uri($"api/feed/live?solverId={solver}", UriKind.Relative),
            HttpCompletionOption.ResponseHeadersRead, patience.Token);
        using var reader = new StreamReader(await answer.Content.ReadAsStreamAsync(patience.Token));
        while (await reader.ReadLineAsync(patience.Token) is { } line)
            if (JsonSerializer.Deserialize<LiveCubeResponse>(line, ServerFixture.Json) is { } seen && wanted(seen)) return seen;
        throw new InvalidOperationException("it was not seen");
    }
}
