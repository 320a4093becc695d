using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Serialization;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;
using TinCompass.Server.Features.Attempts;
using TinCompass.Server.Features.Solvers;
using TinCompass.Testing;

namespace TinCompass.Server.Tests;

/// <summary>The real server within the test's process, on a real SQLite file in a folder of its own.</summary>
public sealed class ServerFixture : IDisposable
{
    private readonly TemporaryFolder? folder;
    private WebApplicationFactory<Program> factory;

    private readonly Action<IServiceCollection> more;
    private readonly bool isClub;

    public ServerFixture()
        : this(_ => { })
    {
    }

    /// <summary>With services of the test's own.</summary>
    internal ServerFixture(Action<IServiceCollection> more, bool isClub = false, string? at = null)
    {
        (this.more, this.isClub) = (more, isClub);
        folder = at is null ? new TemporaryFolder() : null;
        Folder = at ?? folder!.Path;
        factory = Start();
        Client = factory.CreateClient();
        // No test waits for tables within the deadline of its request.
        var tables = Services.GetRequiredService<StageBook>().All.SelectMany(s => s.Tables).ToArray();
        var shelf = Services.GetRequiredService<TableShelf>();
        Assert.True(SpinWait.SpinUntil(() => tables.All(t => shelf.ProgressOf(t) == TableProgress.Ready), TimeSpan.FromMinutes(3)));
    }

    public static readonly JsonSerializerOptions Json =
        new(JsonSerializerDefaults.Web) { Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) } };

    public HttpClient Client { get; private set; }

    public IServiceProvider Services => factory.Services;

    /// <summary>The folder with its data.</summary>
    public string Folder { get; }

    /// <summary>On data that lie there already.</summary>
    internal static ServerFixture At(string folder) => new(_ => { }, at: folder);

    /// <summary>Somebody else's browser, with cookies of its own.</summary>
    public HttpClient NewClient() => factory.CreateClient();

    public void Restart()
    {
        factory.Dispose();
        WaitUntilUnclaimed();
        factory = Start();
        Client = factory.CreateClient();
    }

    /// <summary>The stopped server gives its folder back a moment after it is disposed: its own run ends on another thread.</summary>
    private void WaitUntilUnclaimed() =>
        Assert.True(SpinWait.SpinUntil(
            () =>
            {
                try
                {
                    using var claim = new FileStream(Path.Combine(Folder, "in-use.lock"), FileMode.OpenOrCreate, FileAccess.ReadWrite,
                        FileShare.None);
                    return true;
                }
                catch (IOException)
                {
                    return false;
                }
            },
            TimeSpan.FromMinutes(1)), "the stopped server still holds its folder");

    public async Task<T> GetAsync<T>(string address) =>
        await Client.GetFromJsonAsync<T>(new Uri(address, UriKind.Relative), Json) ?? throw new InvalidOperationException("no answer");

    /// <summary>The problem document of a request that must be refused with a status.</summary>
    public async Task<JsonElement> ProblemAsync(string address, HttpStatusCode status, object? body = null)
    {
        var uri = new Uri(address, UriKind.Relative);
        using var answer = body switch
        {
            null => await Client.GetAsync(uri),
            string text => await Client.PostAsync(uri, new StringContent(text, System.Text.Encoding.UTF8, "application/json")),
            _ => await Client.PostAsJsonAsync(uri, body, Json),
        };
        Assert.Equal(status, answer.StatusCode);
        Assert.Equal("application/problem+json", answer.Content.Headers.ContentType?.MediaType);
        return await answer.Content.ReadFromJsonAsync<JsonElement>();
    }

    public async Task<T> PostAsync<T>(string address, object body)
    {
        using var answer = await Client.PostAsJsonAsync(new Uri(address, UriKind.Relative), body, Json);
        answer.EnsureSuccessStatusCode();
        return await answer.Content.ReadFromJsonAsync<T>(Json) ?? throw new InvalidOperationException("no answer");
    }

    /// <summary>The code of the problem a PUT is refused with, and the field it names.</summary>
    public async Task<(string? Code, string? Field)> PutProblemAsync(string address, object body)
    {
        var problem = await PutRefusedAsync(address, body);
        return (problem.GetProperty("code").GetString(), problem.GetProperty("field").GetString());
    }

    public async Task<JsonElement> PutRefusedAsync(string address, object body)
    {
        using var answer = await Client.PutAsJsonAsync(new Uri(address, UriKind.Relative), body, Json);
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        return await answer.Content.ReadFromJsonAsync<JsonElement>();
    }

    public async Task<T> PutAsync<T>(string address, object body)
    {
        using var answer = await Client.PutAsJsonAsync(new Uri(address, UriKind.Relative), body, Json);
        answer.EnsureSuccessStatusCode();
        return await answer.Content.ReadFromJsonAsync<T>(Json) ?? throw new InvalidOperationException("no answer");
    }

    public Task<SolverResponse> AddSolverAsync(string? name = null) =>
        PostAsync<SolverResponse>("api/solvers", new NewSolverRequest(name ?? $"Solver {Guid.NewGuid():N}"[..30]));

    public static NewAttemptRequest Attempt(int solver, string plan = "R' D", Guid? key = null) =>
        new(key ?? Guid.NewGuid(), solver, "R U F2 D' L B", "white", "x2", plan, 7_600, Covered: true);

    public void Dispose()
    {
        factory.Dispose();
        WaitUntilUnclaimed();
        folder?.Dispose();
    }

    private WebApplicationFactory<Program> Start() =>
        new WebApplicationFactory<Program>().WithWebHostBuilder(
            host => host.UseSetting("data", Folder).UseSetting("port", "0").UseSetting("patience", "20")
                .UseSetting("club", isClub ? "true" : "false")
                .ConfigureTestServices(services => more(services.AddSingleton(ReadyTables.Shelf))));
}
