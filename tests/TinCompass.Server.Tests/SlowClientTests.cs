using System.Net;
using System.Net.Http.Json;
using System.Net.Sockets;
using System.Text;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Http;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Http.Timeouts;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;
using TinCompass.Server.Features.Bin;
using TinCompass.Server.Features.Exchange;
using TinCompass.Server.Features.Solvers;
using TinCompass.Server.Hosting;
using TinCompass.Testing;

namespace TinCompass.Server.Tests;

/// <summary>Nobody waits for somebody's slow line, nor for somebody's long search; an answer that is there is sent.</summary>
public sealed class SlowClientTests
{
    [Fact]
    public async Task Who_reads_and_sends_slowly_keeps_nobody_from_their_exports_imports_and_bin()
    {
        using var source = new LentServer();
        using var folder = new TemporaryFolder();
        ReadyTables.LinkIn(folder.Path);
        using var running = await RunningServer.StartAsync(folder.Path);
        using var client = new HttpClient { BaseAddress = running.Address, Timeout = TimeSpan.FromSeconds(45) };
        var solver = await AddAsync("Runa Teel");
        // Some 12 MB: more than the buffers of a connection hold.
        await KeepingTests.ImportAsync(client, solver, KeepingTests.Document(KeepingTests.Answers(source.Server, 30_000)));
        var slow = new List<Socket>();
        for (var i = 0; i < 4; i++)
        {
            slow.Add(await SayAsync($"GET /api/solvers/{solver}/export HTTP/1.1\r\nHost: localhost\r\n\r\n"));
            slow.Add(await SayAsync($"POST /api/solvers/{await AddAsync($"Slow {i + 2}")}/import HTTP/1.1\r\nHost: localhost\r\n" +
                "Content-Type: application/json\r\nContent-Length: 400000\r\n\r\n{"));
        }

        // Each has begun: what is sent has begun to come, what is received is waited for.
        foreach (var reader in slow.Where((_, i) => i % 2 == 0)) Assert.True(reader.Poll(TimeSpan.FromSeconds(40), SelectMode.SelectRead));
        Assert.True((await KeepingTests.ExportAsync(client, solver)).Length > 3_000_000);
        var other = await AddAsync("Oda Quill");
        Assert.Equal(5, (await KeepingTests.ImportAsync(client, other,
            KeepingTests.Document(KeepingTests.Answers(source.Server, 5)))).Answers);
        using var deleted = await client.DeleteAsync(new Uri($"api/solvers/{other}", UriKind.Relative));
        var gone = (await deleted.Content.ReadFromJsonAsync<DeletedResponse>(ServerFixture.Json))!;
        using var back = await client.PostAsJsonAsync($"api/bin/{gone.Id}/restore", new { });
        Assert.Equal(HttpStatusCode.OK, back.StatusCode);
        foreach (var socket in slow) socket.Dispose();
        Assert.True(SpinWait.SpinUntil(() => Directory.GetFiles(folder.Path, "*.part").Length == 0, TimeSpan.FromSeconds(20)));

        async Task<int> AddAsync(string name)
        {
            using var added = await client.PostAsJsonAsync("api/solvers", new NewSolverRequest(name));
            added.EnsureSuccessStatusCode();
            return (await added.Content.ReadFromJsonAsync<SolverResponse>(ServerFixture.Json))!.Id;
        }

        async Task<Socket> SayAsync(string text)
        {
            var socket = new Socket(AddressFamily.InterNetwork, SocketType.Stream, ProtocolType.Tcp) { ReceiveBufferSize = 4_096 };
            // Another machine, as far as the server can tell.
            socket.Bind(new IPEndPoint(IPAddress.Parse("127.0.0.2"), 0));
            await socket.ConnectAsync(running.Address.Host, running.Address.Port);
            await socket.SendAsync(Encoding.ASCII.GetBytes(text));
            return socket;
        }
    }

    [Fact]
    public async Task One_clients_long_searches_leave_a_place_for_the_next_client()
    {
        using var server = new ServerFixture(Elsewhere.Add);
        using var greedy = Elsewhere.At(server, "10.0.0.1");
        using var other = Elsewhere.At(server, "10.0.0.2");
        var deep = new Uri("api/plans?scramble=R%20U%20F%20L2%20D%20B2&deep=10", UriKind.Relative);
        using var stop = new CancellationTokenSource();
        var streams = Enumerable.Range(0, 20).Select(_ => greedy.GetAsync(deep, HttpCompletionOption.ResponseHeadersRead, stop.Token))
            .ToArray();
        using var first = await await Task.WhenAny(streams);
        Assert.Equal(HttpStatusCode.OK, first.StatusCode);
        using var plans = await other.GetAsync(new Uri("api/plans?scramble=R%20U%20F&method=cfop&colors=white", UriKind.Relative));
        Assert.Contains("\"end\"", await plans.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        // The one who asked so often waits for themselves.
        Assert.Contains(streams, s => !s.IsCompleted);
        await stop.CancelAsync();
        await Task.WhenAll(streams.Select(s => Record.ExceptionAsync(() => s)));
    }

    [Fact]
    public async Task An_answer_that_is_there_when_its_deadline_passes_is_sent_whole()
    {
        var kept = 0;
        await using var app = await StartAsync(async cancel =>
        {
            await cancel.WhenCancelledAsync();
            kept++;
            return TypedResults.Ok(Enumerable.Range(0, 20_000).ToArray());
        });
        using var answer = await app.GetTestClient().GetAsync(new Uri("/", UriKind.Relative));
        Assert.Equal((HttpStatusCode.OK, 1), (answer.StatusCode, kept));
        Assert.Equal(20_000, (await answer.Content.ReadFromJsonAsync<int[]>())!.Length);
        // One that gives up when it is told to is a clean 504.
        await using var late = await StartAsync(async cancel =>
        {
            await Task.Delay(Timeout.Infinite, cancel);
            return TypedResults.Ok<int[]>([1]);
        });
        using var none = await late.GetTestClient().GetAsync(new Uri("/", UriKind.Relative));
        Assert.Equal((HttpStatusCode.GatewayTimeout, ""), (none.StatusCode, await none.Content.ReadAsStringAsync()));
    }

    private static async Task<WebApplication> StartAsync(Func<CancellationToken, Task<Ok<int[]>>> answer)
    {
        var builder = WebApplication.CreateSlimBuilder();
        builder.WebHost.UseTestServer();
        builder.Services.AddRequestTimeouts(t => t.DefaultPolicy = new RequestTimeoutPolicy
        {
            Timeout = TimeSpan.FromMilliseconds(200),
            TimeoutStatusCode = StatusCodes.Status504GatewayTimeout,
        });
        var app = builder.Build();
        app.Use(WholeAnswers.Remember);
        app.UseRequestTimeouts();
        app.Use(ServerHost.WholeOrNotAtAll);
        app.MapGroup("").AnsweredWhole().MapGet("/", (CancellationToken cancel) => answer(cancel));
        await app.StartAsync();
        return app;
    }
}
