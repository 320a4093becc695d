using System.Net;
using System.Net.Http.Json;
using System.Reflection;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;
using TinCompass.Server.Access;
using TinCompass.Server.Features.Club;
using TinCompass.Server.Features.Practice;
using TinCompass.Server.Features.Solvers;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Tests;

/// <summary>A server with a club, an admin and three members; two of them have data.</summary>
public sealed class ClubFixture : IAsyncLifetime, IDisposable
{
    public const string Secret = "seven brass hinges";

    public ServerFixture Server { get; } = new(_ => { }, isClub: true);

    public HttpClient Admin { get; private set; } = null!;

    public HttpClient Ottilia { get; private set; } = null!;

    public int OttiliaId { get; private set; }

    public HttpClient Brann { get; private set; } = null!;

    public int BrannId { get; private set; }

    public async Task InitializeAsync()
    {
        Admin = Server.NewClient();
        using var named = await Admin.PostAsJsonAsync(new Uri("api/club/first-admin", UriKind.Relative),
            new FirstAdminRequest(ClubDoor.SetupWord, "Maret Aldous", Secret));
        named.EnsureSuccessStatusCode();
        (Ottilia, OttiliaId) = await MemberAsync("Ottilia Crane");
        (Brann, BrannId) = await MemberAsync("Brann Tolley");
    }

    /// <summary>Invites a member, who chooses a passphrase.</summary>
    public async Task<(HttpClient Client, int Id)> MemberAsync(string name)
    {
        var given = await InviteAsync(name);
        var client = Server.NewClient();
        Assert.Equal(HttpStatusCode.OK, await StatusAsync(client, "sign-in", new SignInRequest(name, given.Pin)));
        using var chosen = await client.PutAsJsonAsync(new Uri("api/club/secret", UriKind.Relative),
            new ChooseSecretRequest(given.Pin, Secret));
        chosen.EnsureSuccessStatusCode();
        return (client, given.Member.Id);
    }

    public async Task<GivenPinResponse> InviteAsync(string name)
    {
        using var answer = await Admin.PostAsJsonAsync(new Uri("api/club/members", UriKind.Relative), new InviteRequest(name));
        answer.EnsureSuccessStatusCode();
        return (await answer.Content.ReadFromJsonAsync<GivenPinResponse>(ServerFixture.Json))!;
    }

    public static async Task<HttpStatusCode> StatusAsync(HttpClient client, string door, object body)
    {
        using var answer = await client.PostAsJsonAsync(new Uri($"api/club/{door}", UriKind.Relative), body);
        return answer.StatusCode;
    }

    public Task DisposeAsync() => Task.CompletedTask;

    public void Dispose() => Server.Dispose();
}

/// <summary>In a club nobody reads or writes what is another's, at any address.</summary>
public class ClubApiTests(ClubFixture club) : IClassFixture<ClubFixture>
{
    [Fact]
    public void Every_address_says_to_whom_it_is_open()
    {
        var unsaid = Endpoints().Where(e => Guard.RuleOf(e) is null).Select(Doors.Name).ToArray();
        Assert.Equal([], unsaid);
        // What is open to everybody is named here, so that nothing becomes open by a slip.
        Assert.Equal(
            ["GET /api/club/", "GET /api/status", "POST /api/club/first-admin", "POST /api/club/sign-in", "POST /api/club/sign-out"],
            Endpoints().Where(e => Guard.RuleOf(e) is AccessRule.Open).Select(Doors.Name).Order(StringComparer.Ordinal));
    }

    [Fact]
    public async Task Who_is_not_signed_in_gets_nothing_anywhere()
    {
        using var nobody = club.Server.NewClient();
        foreach (var endpoint in Endpoints().Where(e => Guard.RuleOf(e) is not AccessRule.Open))
        {
            var status = await Doors.AskAsync(nobody, endpoint, club.OttiliaId, await IdsAsync());
            Assert.True(status is HttpStatusCode.Unauthorized, $"{Doors.Name(endpoint)} answered {status}");
        }
    }

    [Fact]
    public async Task A_coach_reports_nothing_and_sees_nothing_from_the_moment_when_leave_is_taken_back()
    {
        var (coach, coachId) = await club.MemberAsync("Sella Dunmore");
        using var _ = coach;
        Assert.Equal(HttpStatusCode.NoContent, await SendAsync(club.Ottilia, HttpMethod.Put, $"api/club/leave/{coachId}"));
        using (var upgrade = new HttpRequestMessage(HttpMethod.Get, new Uri($"api/feed?solverId={club.OttiliaId}", UriKind.Relative)))
        {
            upgrade.Headers.TryAddWithoutValidation("Upgrade", "x, websocket");
            using var refused = await coach.SendAsync(upgrade);
            Assert.Equal(HttpStatusCode.Forbidden, refused.StatusCode);
        }

        foreach (var isLeave in new[] { true, false })
        {
            using var watched = await coach.GetAsync(new Uri($"api/feed/live?solverId={club.OttiliaId}", UriKind.Relative),
                HttpCompletionOption.ResponseHeadersRead);
            using var lines = new StreamReader(await watched.Content.ReadAsStreamAsync());
            Assert.NotNull(await lines.ReadLineAsync());
            // A new PIN ends what is open as well.
            Assert.True((int)await SendAsync(isLeave ? club.Ottilia : club.Admin, isLeave ? HttpMethod.Delete : HttpMethod.Post,
                isLeave ? $"api/club/leave/{coachId}" : $"api/club/members/{coachId}/reset") < 300);
            while (await lines.ReadLineAsync() is not null)
            {
            }

            if (isLeave) Assert.Equal(HttpStatusCode.NoContent, await SendAsync(club.Ottilia, HttpMethod.Put, $"api/club/leave/{coachId}"));
        }
    }

    [Fact]
    public async Task Nobody_reads_or_writes_what_is_anothers_and_leave_lets_a_coach_read()
    {
        await FillAsync(club.Ottilia, club.OttiliaId);
        var ids = await IdsAsync();
        var owned = Endpoints().Where(e => Guard.RuleOf(e) is AccessRule.Solver && HasSolver(e)).ToArray();
        Assert.True(owned.Length > 25, $"{owned.Length}");
        foreach (var endpoint in owned) await RefusedAsync(club.Brann, endpoint);
        // An admin invites and deletes, and reads nothing.
        foreach (var endpoint in owned.Where(e => Doors.IsReading(e))) await RefusedAsync(club.Admin, endpoint);
        Assert.Equal(HttpStatusCode.NoContent, await SendAsync(club.Ottilia, HttpMethod.Put, $"api/club/leave/{club.BrannId}"));
        foreach (var endpoint in owned)
        {
            var status = await Doors.AskAsync(club.Brann, endpoint, club.OttiliaId, ids);
            if (Doors.IsReading(endpoint)) Assert.True((int)status < 300, $"{Doors.Name(endpoint)} answered {status} to the coach");
            else if (endpoint.Metadata.GetMetadata<Guard.ReadsOnly>() is null)
                Assert.True(status == HttpStatusCode.Forbidden, $"{Doors.Name(endpoint)} answered {status} to the coach");
            else Assert.NotEqual(HttpStatusCode.Forbidden, status);
        }

        Assert.Equal(2, (await club.Brann.GetFromJsonAsync<SolverPageResponse>("api/solvers", ServerFixture.Json))!.Total);
        Assert.Equal(HttpStatusCode.NoContent, await SendAsync(club.Ottilia, HttpMethod.Delete, $"api/club/leave/{club.BrannId}"));
        await RefusedAsync(club.Brann, owned.First(e => Doors.IsReading(e)));
        // Her own she reads.
        foreach (var endpoint in owned.Where(e => Doors.IsReading(e)))
            Assert.InRange((int)await Doors.AskAsync(club.Ottilia, endpoint, club.OttiliaId, ids), 200, 299);

        async Task RefusedAsync(HttpClient client, RouteEndpoint endpoint)
        {
            var status = await Doors.AskAsync(client, endpoint, club.OttiliaId, ids);
            Assert.True(status == HttpStatusCode.Forbidden, $"{Doors.Name(endpoint)} answered {status}");
        }
    }

    [Fact]
    public async Task A_given_pin_opens_nothing_before_another_is_chosen_and_a_reset_ends_what_was_signed_in()
    {
        var given = await club.InviteAsync("Given Pin");
        using var client = club.Server.NewClient();
        Assert.Equal(HttpStatusCode.OK, await ClubFixture.StatusAsync(client, "sign-in", new SignInRequest("given pin", given.Pin)));
        var address = $"api/attempts?solverId={given.Member.Id}";
        Assert.Equal(HttpStatusCode.Forbidden, await SendAsync(client, HttpMethod.Get, address));
        foreach (var weak in new[] { "12345", "Given Pin", "123456", "000000" })
        {
            using var refused = await client.PutAsJsonAsync(new Uri("api/club/secret", UriKind.Relative),
                new ChooseSecretRequest(given.Pin, weak));
            Assert.Equal(HttpStatusCode.BadRequest, refused.StatusCode);
        }

        using var chosen = await client.PutAsJsonAsync(new Uri("api/club/secret", UriKind.Relative),
            new ChooseSecretRequest(given.Pin, ClubFixture.Secret));
        var cookie = string.Join(' ', chosen.Headers.GetValues("Set-Cookie"));
        Assert.Contains("httponly", cookie, StringComparison.OrdinalIgnoreCase);
        Assert.Contains("samesite=strict", cookie, StringComparison.OrdinalIgnoreCase);
        Assert.Equal(HttpStatusCode.OK, await SendAsync(client, HttpMethod.Get, address));
        Assert.Equal(HttpStatusCode.OK, await SendAsync(club.Admin, HttpMethod.Post, $"api/club/members/{given.Member.Id}/reset"));
        Assert.Equal(HttpStatusCode.Unauthorized, await SendAsync(client, HttpMethod.Get, address));
    }

    [Fact]
    public async Task Only_an_admin_invites_and_there_is_always_one()
    {
        foreach (var (method, address) in new[]
        {
            (HttpMethod.Get, "api/club/members"), (HttpMethod.Post, $"api/club/members/{club.OttiliaId}/reset"), (HttpMethod.Get,
                "api/bin"),
        })
            Assert.Equal(HttpStatusCode.Forbidden, await SendAsync(club.Brann, method, address));
        Assert.Equal(HttpStatusCode.Forbidden, await ClubFixture.StatusAsync(club.Brann, "members", new InviteRequest("Anybody")));
        using var added = await club.Brann.PostAsJsonAsync(new Uri("api/solvers", UriKind.Relative), new NewSolverRequest("Anybody"));
        Assert.Equal(HttpStatusCode.Forbidden, added.StatusCode);
        using var nobody = club.Server.NewClient();
        Assert.Equal(HttpStatusCode.BadRequest,
            await ClubFixture.StatusAsync(nobody, "first-admin", new FirstAdminRequest(ClubDoor.SetupWord, "Usurper", ClubFixture.Secret)));
        var me = (await club.Admin.GetFromJsonAsync<ClubResponse>("api/club", ServerFixture.Json))!.Member!;
        using var last = await club.Admin.PutAsJsonAsync(new Uri($"api/club/members/{me.Id}/admin", UriKind.Relative),
            new AdminRequest(false));
        Assert.Equal(HttpStatusCode.Conflict, last.StatusCode);
        Assert.Contains("Ottilia Crane", (await club.Admin.GetFromJsonAsync<List<MemberResponse>>("api/club/members", ServerFixture.Json))!
            .Select(m => m.Name));
    }

    [Fact]
    public async Task What_a_member_deleted_is_the_members_even_for_an_admin_who_puts_back_whole_members()
    {
        var (client, id) = await club.MemberAsync("Tidy Member");
        using var added = await client.PostAsJsonAsync(new Uri("api/attempts", UriKind.Relative), ServerFixture.Attempt(id),
            ServerFixture.Json);
        var plan = (await added.Content.ReadFromJsonAsync<Features.Attempts.AttemptResponse>(ServerFixture.Json))!.Id;
        Assert.Equal(HttpStatusCode.OK, await SendAsync(client, HttpMethod.Delete, $"api/attempts/{plan}?solverId={id}"));
        var gone = (await client.GetFromJsonAsync<List<Features.Bin.DeletedResponse>>($"api/bin?solverId={id}", ServerFixture.Json))![0].Id;
        foreach (var other in new[] { club.Admin, club.Brann })
        {
            Assert.Equal(HttpStatusCode.Forbidden, await SendAsync(other, HttpMethod.Post, $"api/bin/{gone}/restore"));
            Assert.Equal(HttpStatusCode.Forbidden, await SendAsync(other, HttpMethod.Delete, $"api/bin/{gone}"));
        }

        Assert.Equal(HttpStatusCode.OK, await SendAsync(client, HttpMethod.Post, $"api/bin/{gone}/restore"));
        Assert.Equal(HttpStatusCode.OK, await SendAsync(club.Admin, HttpMethod.Delete, $"api/solvers/{id}"));
        var solver = (await club.Admin.GetFromJsonAsync<List<Features.Bin.DeletedResponse>>("api/bin", ServerFixture.Json))!
            .First(d => d.Title == "Tidy Member").Id;
        Assert.Equal(HttpStatusCode.Forbidden, await SendAsync(club.Brann, HttpMethod.Post, $"api/bin/{solver}/restore"));
        Assert.Equal(HttpStatusCode.OK, await SendAsync(club.Admin, HttpMethod.Post, $"api/bin/{solver}/restore"));
    }

    [Fact]
    public async Task Leave_that_was_taken_back_while_a_coach_was_deleted_does_not_come_back_with_them()
    {
        var (coach, id) = await club.MemberAsync("Hessa Vorn");
        Assert.Equal(HttpStatusCode.NoContent, await SendAsync(club.Ottilia, HttpMethod.Put, $"api/club/leave/{id}"));
        Assert.Equal(HttpStatusCode.OK, await SendAsync(coach, HttpMethod.Get, $"api/attempts?solverId={club.OttiliaId}"));
        Assert.Equal(HttpStatusCode.OK, await SendAsync(club.Admin, HttpMethod.Delete, $"api/solvers/{id}"));
        Assert.Equal(HttpStatusCode.NoContent, await SendAsync(club.Ottilia, HttpMethod.Delete, $"api/club/leave/{id}"));
        var gone = (await club.Admin.GetFromJsonAsync<List<Features.Bin.DeletedResponse>>("api/bin", ServerFixture.Json))!
            .First(d => d.Title == "Hessa Vorn").Id;
        Assert.Equal(HttpStatusCode.OK, await SendAsync(club.Admin, HttpMethod.Post, $"api/bin/{gone}/restore"));
        Assert.DoesNotContain((await club.Ottilia.GetFromJsonAsync<LeaveResponse>("api/club/leave", ServerFixture.Json))!.Given,
            m => m.Id == id);
    }

    [Fact]
    public async Task Without_a_club_nobody_signs_in_and_nothing_is_asked()
    {
        using var home = new ServerFixture();
        Assert.Equal(new ClubResponse(false, false, null), await home.GetAsync<ClubResponse>("api/club"));
        using var tried = await home.Client.PostAsJsonAsync(new Uri("api/club/sign-in", UriKind.Relative), new SignInRequest("a", "b"));
        Assert.Equal(HttpStatusCode.NotFound, tried.StatusCode);
        var solver = await home.AddSolverAsync();
        Assert.Equal(0, (await home.GetAsync<Features.Attempts.AttemptPageResponse>($"api/attempts?solverId={solver.Id}")).Total);
    }

    private RouteEndpoint[] Endpoints() => Doors.Of(club.Server.Services);

    /// <summary>It always knows a solver; where one may be left out, nobody's data are there.</summary>
    private static bool HasSolver(RouteEndpoint e) => e.Metadata.GetMetadata<MethodInfo>()!.GetParameters()
        .All(p => p.Name != "solverId" || p.ParameterType == typeof(int)) && !Doors.Name(e).Contains("/api/bin/{",
            StringComparison.Ordinal);

    /// <summary>Gives a solver one of everything.</summary>
    private static async Task FillAsync(HttpClient client, int solver)
    {
        using var attempt = await client.PostAsJsonAsync(new Uri("api/attempts", UriKind.Relative), ServerFixture.Attempt(solver),
            ServerFixture.Json);
        attempt.EnsureSuccessStatusCode();
        using var solve = await client.PostAsJsonAsync(new Uri("api/solves", UriKind.Relative),
            SolveApiTests.Solve(solver) with { Scramble = "R U F", Turns = "F' U' R'" }, ServerFixture.Json);
        solve.EnsureSuccessStatusCode();
        using var time = await client.PostAsJsonAsync(new Uri("api/hands/times", UriKind.Relative),
            new Features.HandTimes.HandTimeRequest(Guid.NewGuid(), solver, "R U R' U'", 4_000), ServerFixture.Json);
        time.EnsureSuccessStatusCode();
        using var session = await client.PostAsJsonAsync(new Uri("api/practice/sessions", UriKind.Relative),
            new NewSessionRequest(solver, "today", null, 5), ServerFixture.Json);
        session.EnsureSuccessStatusCode();
    }

    /// <summary>Numbers of what Ottilia has, by the first word of the address.</summary>
    private async Task<Dictionary<string, long>> IdsAsync()
    {
        using var scope = club.Server.Services.CreateScope();
        var db = scope.ServiceProvider.GetRequiredService<TinCompassDb>();
        await Task.CompletedTask;
        return new()
        {
            ["attempts"] = db.Attempts.Where(a => a.SolverId == club.OttiliaId).Select(a => a.Id).FirstOrDefault(),
            ["solves"] = db.Solves.Where(s => s.SolverId == club.OttiliaId).Select(s => s.Id).FirstOrDefault(),
            ["sessions"] = db.Sessions.Where(a => a.SolverId == club.OttiliaId).OrderBy(s => s.Id).Select(a => a.Id).LastOrDefault(),
            ["solvers"] = club.OttiliaId,
            ["members"] = club.OttiliaId,
        };
    }

    private static async Task<HttpStatusCode> SendAsync(HttpClient client, HttpMethod method, string address)
    {
        using var request = new HttpRequestMessage(method, address);
        using var answer = await client.SendAsync(request);
        return answer.StatusCode;
    }
}
