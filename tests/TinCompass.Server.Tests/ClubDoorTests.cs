using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Microsoft.Extensions.DependencyInjection;
using TinCompass.Server.Features.Club;
using TinCompass.Server.Features.Solvers;
using TinCompass.Server.Features.Solves;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Tests;

/// <summary>A club under attack: who guesses is slowed, and nobody else; what admins do is written down.</summary>
public sealed class ClubDoorTests : IDisposable
{
    private const string Secret = "seven brass hinges", Wrong = "no such hinge";
    private static int addresses;

    private readonly ServerFixture server = new(Elsewhere.Add, isClub: true);
    private readonly HttpClient admin;

    public ClubDoorTests()
    {
        admin = New();
        using var named = admin.PostAsJsonAsync(new Uri("api/club/first-admin", UriKind.Relative),
            new FirstAdminRequest(ClubDoor.SetupWord, "Maret Aldous", Secret)).GetAwaiter().GetResult();
        named.EnsureSuccessStatusCode();
    }

    public void Dispose()
    {
        admin.Dispose();
        server.Dispose();
    }

    [Fact]
    public async Task An_outsider_who_guesses_is_slowed_and_keeps_no_member_out()
    {
        var (ottilia, _) = await MemberAsync("Ottilia Crane");
        using var outsider = New();
        for (var i = 0; i < WrongTries.FreeOfName; i++)
            Assert.Equal(HttpStatusCode.Unauthorized, (await TryAsync(outsider, "Ottilia Crane", Wrong)).Status);
        // The right one would not count either, and it is said for how long.
        var slowed = await TryAsync(outsider, "ottilia crane", Secret);
        Assert.Equal((HttpStatusCode.TooManyRequests, "slowed"), (slowed.Status, slowed.Code));
        Assert.InRange(slowed.Wait!.Value.TotalSeconds, 1, 30);
        // So it is for a name that nobody has.
        for (var i = 0; i < WrongTries.FreeOfName; i++)
            Assert.Equal(HttpStatusCode.Unauthorized, (await TryAsync(outsider, "No Such", Wrong)).Status);
        Assert.Equal(HttpStatusCode.TooManyRequests, (await TryAsync(outsider, "No Such", Wrong)).Status);
        // She comes in from elsewhere, and is told; and from the very address of the outsider, by a device that is known.
        using var another = New();
        var told = (await TryAsync(another, "Ottilia Crane", Secret)).Answer!.Told!;
        Assert.Equal((WrongTries.FreeOfName, null), (told.WrongTries, told.ResetBy));
        Elsewhere.Move(ottilia, outsider.DefaultRequestHeaders.GetValues("X-Test-From").Single());
        Assert.Equal(HttpStatusCode.OK, (await TryAsync(ottilia, "Ottilia Crane", Secret)).Status);
        Assert.Null((await TryAsync(ottilia, "Ottilia Crane", Secret)).Answer!.Told);
    }

    [Fact]
    public async Task One_pin_against_many_names_and_the_first_admins_word_are_slowed_too()
    {
        using var outsider = New();
        var statuses = new List<HttpStatusCode>();
        // Signing in as oneself in between, from a device that is known, gives the address no more tries.
        var (insider, _) = await MemberAsync("Odd Member");
        Elsewhere.Move(insider, outsider.DefaultRequestHeaders.GetValues("X-Test-From").Single());
        for (var i = 0; i < 30; i++)
        {
            statuses.Add((await TryAsync(outsider, $"Name {(char)('a' + i)}", "135791")).Status);
            if (i % 3 == 0) Assert.Equal(HttpStatusCode.OK, (await TryAsync(insider, "Odd Member", Secret)).Status);
        }

        Assert.Equal(WrongTries.FreeOfAddress, statuses.Count(s => s == HttpStatusCode.Unauthorized));
        Assert.All(statuses.Skip(WrongTries.FreeOfAddress), s => Assert.Equal(HttpStatusCode.TooManyRequests, s));
        using var young = new ServerFixture(Elsewhere.Add, isClub: true);
        using var guesser = Elsewhere.At(young, "10.9.9.9");
        statuses.Clear();
        for (var i = 0; i < 8; i++)
        {
            using var answer = await guesser.PostAsJsonAsync(new Uri("api/club/first-admin", UriKind.Relative),
                new FirstAdminRequest("12345678", "Usurper", Secret));
            statuses.Add(answer.StatusCode);
        }

        Assert.Equal(WrongTries.FreeOfName, statuses.Count(s => s == HttpStatusCode.Unauthorized));
        Assert.Equal(3, statuses.Count(s => s == HttpStatusCode.TooManyRequests));
        Assert.Matches("^[a-z2-9]{5}(-[a-z2-9]{5}){3}$", ClubDoor.SetupWord);
    }

    [Fact]
    public void Wrong_tries_wait_longer_each_time_and_are_forgotten_after_a_day()
    {
        var clock = new HandClock();
        var tries = new WrongTries(clock);
        for (var i = 0; i < 5; i++) Assert.Null(tries.Begin(("a", 5)));
        var waits = new List<double>();
        for (var i = 0; i < 9; i++)
        {
            var wait = tries.Begin(("a", 5))!.Value;
            waits.Add(wait.TotalSeconds);
            clock.Now += wait;
            Assert.Null(tries.Begin(("a", 5)));
        }

        Assert.Equal([30, 60, 120, 240, 480, 960, 1920, 3600, 3600], waits);
        // Others are not slowed, nor is whoever comes back after a day, or was right.
        Assert.Null(tries.Begin(("b", 5)));
        clock.Now += TimeSpan.FromHours(25);
        for (var i = 0; i < 5; i++) Assert.Null(tries.Begin(("a", 5)));
        Assert.NotNull(tries.Begin(("a", 5)));
        for (var i = 0; i < 4; i++) Assert.Null(tries.Begin(("c", 5)));
        tries.Right("c", "");
        for (var i = 0; i < 5; i++) Assert.Null(tries.Begin(("c", 5)));
    }

    [Fact]
    public async Task A_given_pin_is_good_once_and_is_not_to_be_kept_and_a_reset_is_told()
    {
        var (member, id) = await MemberAsync("Brann Tolley");
        using var reset = await admin.PostAsJsonAsync(new Uri($"api/club/members/{id}/reset", UriKind.Relative), new { });
        var given = (await reset.Content.ReadFromJsonAsync<GivenPinResponse>(ServerFixture.Json))!.Pin;
        var entry = await TryAsync(member, "Brann Tolley", given);
        Assert.Equal("Maret Aldous", entry.Answer!.Told!.ResetBy);
        Assert.InRange(entry.Answer.Told.ResetAt!.Value, DateTimeOffset.UtcNow.AddMinutes(-5), DateTimeOffset.UtcNow.AddMinutes(1));
        // Whoever has it too comes too late.
        using var other = New();
        Assert.Equal(HttpStatusCode.Unauthorized, (await TryAsync(other, "Brann Tolley", given)).Status);
        using var kept = await member.PutAsJsonAsync(new Uri("api/club/secret", UriKind.Relative), new ChooseSecretRequest(given, given));
        Assert.Equal(HttpStatusCode.BadRequest, kept.StatusCode);
        using var chosen = await member.PutAsJsonAsync(new Uri("api/club/secret", UriKind.Relative),
            new ChooseSecretRequest(given, "eight tin lids"));
        chosen.EnsureSuccessStatusCode();
        Assert.Equal(HttpStatusCode.OK, (await TryAsync(other, "Brann Tolley", "eight tin lids")).Status);
    }

    [Theory]
    [InlineData("654321")]
    [InlineData("112233")]
    [InlineData("123123")]
    [InlineData("qwerty")]
    [InlineData("password")]
    [InlineData("abcdef")]
    [InlineData("Maret AldousMaret Aldous")]
    [InlineData("maretaldous")]
    [InlineData("maretaldous1")]
    [InlineData("Tin Compass")]
    [InlineData("Password1!")]
    [InlineData("sunshine99")]
    [InlineData("aaaaaa")]
    [InlineData("abababab")]
    [InlineData("7654321")]
    [InlineData("12345")]
    public void What_anybody_would_try_first_is_no_secret(string secret) =>
        Assert.NotNull(Secrets.Refuses(secret, "Maret Aldous", "Tin Compass"));

    [Theory]
    [InlineData("seven brass hinges")]
    [InlineData("482915")]
    [InlineData("R U2 R' lid")]
    [InlineData("kettle-91")]
    public void Others_may_be_chosen(string secret) => Assert.Null(Secrets.Refuses(secret, "Maret Aldous", "Tin Compass"));

    [Theory]
    [InlineData("Ottilia\u200B Crane")]
    [InlineData("Ottili\u0430 Crane")]
    [InlineData("Ottilia \u202EenarC")]
    [InlineData("\u2060\u2060")]
    [InlineData("Zoe\u0308 Crane")]
    [InlineData("\uFB01n Crane")]
    [InlineData("...")]
    public void A_name_is_what_it_looks_like(string name)
    {
        Assert.Null(SolverNames.Read(name, out var why));
        Assert.NotEmpty(why);
    }

    [Fact]
    public async Task Names_are_written_in_one_way_and_none_looks_like_another()
    {
        Assert.Equal("Ottilia Crane", SolverNames.Read("  \uFF2Fttilia\u00A0 Crane ", out _));
        foreach (var fine in new[] { "Zo\u00EB Crane", "\u041E\u043B\u044C\u0433\u0430", "\u5C71\u7530 3x3", "Li \u0141" })
            Assert.NotNull(SolverNames.Read(fine, out _));
        // Half a character.
        Assert.Null(SolverNames.Read(new string('\uD800', 1), out _));
        await MemberAsync("Ilo Cope");
        foreach (var alike in new[] { "llo Cope", "ILO COPE", "Il0 Cope", "\u0406\u04CF\u043E \u0421\u043E\u0440\u0435" })
        {
            using var invited = await admin.PostAsJsonAsync(new Uri("api/solvers", UriKind.Relative), new NewSolverRequest(alike));
            Assert.Equal(HttpStatusCode.Conflict, invited.StatusCode);
        }
    }

    [Fact]
    public async Task A_cookie_opens_nothing_after_signing_out_nor_after_being_deleted_and_put_back()
    {
        var (member, id) = await MemberAsync("Tove Marl");
        using var signed = await SignInAsync(member, "Tove Marl");
        var cookie = CookieOf(signed);
        Assert.Equal(HttpStatusCode.OK, await WithAsync(cookie, id));
        using var left = await member.PostAsJsonAsync(new Uri("api/club/sign-out", UriKind.Relative), new { });
        Assert.Equal(HttpStatusCode.Unauthorized, await WithAsync(cookie, id));
        using var again = await SignInAsync(member, "Tove Marl");
        cookie = CookieOf(again);
        using var gone = await admin.DeleteAsync(new Uri($"api/solvers/{id}", UriKind.Relative));
        var bin = (await gone.Content.ReadFromJsonAsync<Features.Bin.DeletedResponse>(ServerFixture.Json))!.Id;
        Assert.Equal(HttpStatusCode.Unauthorized, await WithAsync(cookie, id));
        using var back = await admin.PostAsJsonAsync(new Uri($"api/bin/{bin}/restore", UriKind.Relative), new { });
        Assert.Equal(HttpStatusCode.OK, back.StatusCode);
        Assert.Equal(HttpStatusCode.Unauthorized, await WithAsync(cookie, id));
        Assert.Equal(HttpStatusCode.OK, (await TryAsync(member, "Tove Marl", Secret)).Status);
    }

    [Fact]
    public async Task The_last_admin_stays_and_admins_read_what_happened()
    {
        var (member, id) = await MemberAsync("Hale Oster");
        var me = (await admin.GetFromJsonAsync<ClubResponse>("api/club", ServerFixture.Json))!.Member!.Id;
        using var refused = await admin.DeleteAsync(new Uri($"api/solvers/{me}", UriKind.Relative));
        Assert.Equal(HttpStatusCode.Conflict, refused.StatusCode);
        using var outsider = New();
        for (var i = 0; i < WrongTries.FreeOfName; i++) await TryAsync(outsider, "Hale Oster", Wrong);
        using var reset = await admin.PostAsJsonAsync(new Uri($"api/club/members/{id}/reset", UriKind.Relative), new { });
        using var leave = await admin.PutAsync(new Uri($"api/club/leave/{id}", UriKind.Relative), null);
        using var deleted = await admin.DeleteAsync(new Uri($"api/solvers/{id}", UriKind.Relative));
        var log = (await admin.GetFromJsonAsync<ClubLogResponse>("api/club/log", ServerFixture.Json))!.Items;
        Assert.Equal(
            ["deleted", "leaveGiven", "reset", "slowed", "wrongTry", "wrongTry", "wrongTry", "wrongTry", "newSecret", "signIn",
                "invited", "adminMade"], log.Select(e => e.Kind));
        Assert.Equal(("Hale Oster", "Maret Aldous"), (log[2].Name, log[2].By));
        Assert.Equal(outsider.DefaultRequestHeaders.GetValues("X-Test-From").Single(), log[4].Address);
        var (other, _) = await MemberAsync("Ada Penn");
        using var theirs = await other.GetAsync(new Uri("api/club/log", UriKind.Relative));
        Assert.Equal(HttpStatusCode.Forbidden, theirs.StatusCode);
        member.Dispose();
    }

    [Fact]
    public async Task Over_tls_the_cookie_is_of_this_host_alone_and_nothing_is_passed_on()
    {
        using var secure = New();
        secure.BaseAddress = new Uri("https://localhost/");
        using var signed = await SignInAsync(secure, "Maret Aldous");
        var cookies = signed.Headers.GetValues("Set-Cookie").ToArray();
        Assert.Equal(2, cookies.Length);
        Assert.All(cookies, c => Assert.StartsWith("__Host-tin-compass", c, StringComparison.Ordinal));
        Assert.All(cookies, c => Assert.Contains("secure", c, StringComparison.OrdinalIgnoreCase));
        Assert.Equal("max-age=31536000", signed.Headers.GetValues("Strict-Transport-Security").Single());
        using var plain = await admin.GetAsync(new Uri("api/club", UriKind.Relative));
        Assert.False(plain.Headers.Contains("Strict-Transport-Security"));
        foreach (var method in new[] { "CONNECT", "TRACE" })
        {
            using var request = new HttpRequestMessage(new HttpMethod(method), "api/club");
            using var refused = await admin.SendAsync(request);
            Assert.Equal(HttpStatusCode.MethodNotAllowed, refused.StatusCode);
        }
    }

    [Fact]
    public async Task While_many_try_to_come_in_a_solve_is_kept_and_members_are_listed()
    {
        var (member, id) = await MemberAsync("Quill Abney");
        var tries = Enumerable.Range(0, 40).Select(_ => Task.Run(async () =>
        {
            using var outsider = New();
            await TryAsync(outsider, "No Such", Wrong);
        })).ToArray();
        using var kept = await member.PostAsJsonAsync(new Uri("api/solves", UriKind.Relative), SolveApiTests.Solve(id), ServerFixture.Json);
        Assert.Equal(HttpStatusCode.OK, kept.StatusCode);
        using var listed = await admin.GetAsync(new Uri("api/club/members", UriKind.Relative));
        Assert.Equal(HttpStatusCode.OK, listed.StatusCode);
        Assert.Contains(tries, t => !t.IsCompleted);
        await Task.WhenAll(tries);
    }

    [Fact]
    public async Task Who_sends_a_sign_in_slowly_holds_nobody_up()
    {
        var (member, _) = await MemberAsync("Sim Orrin");
        using var stop = new CancellationTokenSource();
        var slow = Enumerable.Range(0, 4).Select(_ =>
        {
            var outsider = New();
            return outsider.PostAsync(new Uri("api/club/sign-in", UriKind.Relative), new NeverSent(stop.Token), stop.Token);
        }).ToArray();
        Assert.Equal(HttpStatusCode.OK, (await TryAsync(member, "Sim Orrin", Secret)).Status);
        Assert.DoesNotContain(slow, s => s.IsCompletedSuccessfully);
        await stop.CancelAsync();
        await Task.WhenAll(slow.Select(s => Record.ExceptionAsync(() => s)));
    }

    private HttpClient New() => Elsewhere.At(server, $"10.0.{Interlocked.Increment(ref addresses) / 250}.{(addresses % 250) + 1}");

    private async Task<(HttpClient Client, int Id)> MemberAsync(string name)
    {
        using var invited = await admin.PostAsJsonAsync(new Uri("api/club/members", UriKind.Relative), new InviteRequest(name));
        var given = (await invited.Content.ReadFromJsonAsync<GivenPinResponse>(ServerFixture.Json))!;
        var client = New();
        Assert.Equal(HttpStatusCode.OK, (await TryAsync(client, name, given.Pin)).Status);
        using var chosen = await client.PutAsJsonAsync(new Uri("api/club/secret", UriKind.Relative),
            new ChooseSecretRequest(given.Pin, Secret));
        chosen.EnsureSuccessStatusCode();
        return (client, given.Member.Id);
    }

    private static async Task<(HttpStatusCode Status, string? Code, TimeSpan? Wait, ClubResponse? Answer)> TryAsync(
        HttpClient client, string name, string secret)
    {
        using var answer = await client.PostAsJsonAsync(new Uri("api/club/sign-in", UriKind.Relative), new SignInRequest(name, secret));
        return answer.IsSuccessStatusCode
            ? (answer.StatusCode, null, null, await answer.Content.ReadFromJsonAsync<ClubResponse>(ServerFixture.Json))
            : (answer.StatusCode, (await answer.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("code").GetString(),
                answer.Headers.RetryAfter?.Delta, null);
    }

    private static Task<HttpResponseMessage> SignInAsync(HttpClient client, string name) =>
        client.PostAsJsonAsync(new Uri("api/club/sign-in", UriKind.Relative), new SignInRequest(name, Secret));

    private static string CookieOf(HttpResponseMessage answer) =>
        answer.Headers.GetValues("Set-Cookie").Single(c => c.StartsWith("tin-compass=", StringComparison.Ordinal)).Split(';')[0];

    private async Task<HttpStatusCode> WithAsync(string cookie, int solver)
    {
        using var client = New();
        client.DefaultRequestHeaders.Add("Cookie", cookie);
        using var answer = await client.GetAsync(new Uri($"api/attempts?solverId={solver}", UriKind.Relative));
        return answer.StatusCode;
    }

    private sealed class HandClock : TimeProvider
    {
        public DateTimeOffset Now { get; set; } = DateTimeOffset.UnixEpoch;

        public override DateTimeOffset GetUtcNow() => Now;
    }

    /// <summary>A body of which one letter comes.</summary>
    private sealed class NeverSent(CancellationToken stop) : HttpContent
    {
        protected override async Task SerializeToStreamAsync(Stream stream, TransportContext? context)
        {
            Headers.ContentType = new("application/json");
            await stream.WriteAsync("{"u8.ToArray(), stop);
            await stream.FlushAsync(stop);
            await Task.Delay(Timeout.Infinite, stop);
        }

        protected override bool TryComputeLength(out long length)
        {
            length = 0;
            return false;
        }
    }
}
