using System.Collections;
using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using Microsoft.AspNetCore.Http;
using TinCompass.Server.Hosting;
using TinCompass.Testing;

namespace TinCompass.Server.Tests;

/// <summary>Who may ask at all, how what cannot be read is refused, and what the server reads at its start.</summary>
public class GateTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    /// <summary>However the header is written, and whatever the server makes of it.</summary>
    [Theory]
    [InlineData("websocket")]
    [InlineData("WebSocket")]
    [InlineData("x, websocket")]
    [InlineData("h2c,websocket/13")]
    public void A_request_to_be_upgraded_does_not_only_read(string upgrade)
    {
        var context = new DefaultHttpContext { Request = { Method = "GET" } };
        Assert.True(Gate.IsReading(context.Request));
        context.Request.Headers.Upgrade = upgrade;
        Assert.False(Gate.IsReading(context.Request));
    }

    [Theory]
    [InlineData("localhost", true)]
    [InlineData("localhost:5277", true)]
    [InlineData("127.0.0.1", true)]
    [InlineData("[::1]:80", true)]
    [InlineData("evil.example", false)]
    [InlineData("localhost.evil.example", false)]
    [InlineData("127.0.0.1.evil.example", false)]
    [InlineData("192.168.1.5", false)]
    public async Task Only_names_of_this_machine_are_answered(string host, bool isOwn)
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, "api/solvers");
        request.Headers.Host = host;
        using var answer = await server.Client.SendAsync(request);
        Assert.Equal(isOwn ? HttpStatusCode.OK : HttpStatusCode.MisdirectedRequest, answer.StatusCode);
        if (!isOwn) Assert.Equal("unknown-host", (await answer.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("code").GetString());
    }

    [Theory]
    [InlineData(null, null, true)]
    [InlineData("http://localhost", null, true)]
    [InlineData("http://localhost", "same-origin", true)]
    [InlineData(null, "none", true)]
    [InlineData("http://evil.example", null, false)]
    [InlineData("http://localhost:8080", null, false)]
    [InlineData("null", null, false)]
    [InlineData("http://localhost", "cross-site", false)]
    [InlineData(null, "cross-site", false)]
    [InlineData(null, "same-site", false)]
    public async Task Only_pages_of_this_server_change_something(string? origin, string? site, bool isTaken)
    {
        var name = $"Gate {Guid.NewGuid():N}"[..20];
        using var request = new HttpRequestMessage(HttpMethod.Post, "api/solvers") { Content = JsonContent.Create(new { name }) };
        if (origin is not null) request.Headers.Add("Origin", origin);
        if (site is not null) request.Headers.Add("Sec-Fetch-Site", site);
        using var answer = await server.Client.SendAsync(request);
        Assert.Equal(isTaken ? HttpStatusCode.OK : HttpStatusCode.Forbidden, answer.StatusCode);
        var found = await server.GetAsync<Features.Solvers.SolverPageResponse>($"api/solvers?search={Uri.EscapeDataString(name)}");
        Assert.Equal(isTaken ? 1 : 0, found.Total);
        // Reading is no matter of where one comes from: a browser shows nothing of it to another site.
        using var read = new HttpRequestMessage(HttpMethod.Get, "api/solvers");
        if (origin is not null) read.Headers.Add("Origin", origin);
        using var shown = await server.Client.SendAsync(read);
        Assert.Equal(HttpStatusCode.OK, shown.StatusCode);
        Assert.False(shown.Headers.Contains("Access-Control-Allow-Origin"));
    }

    [Fact]
    public async Task Whatever_is_answered_is_dressed()
    {
        foreach (var (method, address, body, type, status, code) in new (string, string, string?, string?, int, string?)[]
        {
            ("GET", "api/status", null, null, 200, null),
            ("GET", "api/nothing", null, null, 404, "not-found"),
            ("DELETE", "api/status", null, null, 405, "method-not-allowed"),
            ("DELETE", "api/solvers/abc", null, null, 404, "not-found"),
            ("DELETE", "api/solvers/2147483648", null, null, 404, "not-found"),
            ("POST", "api/solvers", "name=x", "application/x-www-form-urlencoded", 415, "not-json"),
            ("POST", "api/solvers", "{\"name\":\"x\"}", "application/json; charset=nonsense", 400, "unknown-charset"),
            ("POST", "api/solvers", "{\"name\":\n 5}", "application/json", 400, "bad-request"),
            ("POST", "api/solvers", "{\"name\":", "application/json", 400, "bad-request"),
            ("GET", "api/status?x=" + new string('a', 70_000), null, null, 414, "text-too-long"),
            ("GET", "api/attempts?solverId=-4", null, null, 404, "not-found"),
            ("GET", "api/solvers/-1/export", null, null, 404, "not-found"),
            ("GET", "api/cross/plans?scramble=R&color=pink", null, null, 400, "unknown-color"),
            ("GET", "api/attempts?solverId=x", null, null, 400, "bad-request"),
        })
        {
            using var request = new HttpRequestMessage(new HttpMethod(method), address);
            if (body is not null)
            {
                request.Content = new ByteArrayContent(Encoding.UTF8.GetBytes(body));
                request.Content.Headers.TryAddWithoutValidation("Content-Type", type);
            }

            using var answer = await server.Client.SendAsync(request);
            Assert.Equal((address[..Math.Min(60, address.Length)], status), (address[..Math.Min(60, address.Length)],
                (int)answer.StatusCode));
            Assert.Contains("default-src 'self'", string.Join(' ', answer.Headers.GetValues("Content-Security-Policy")),
                StringComparison.Ordinal);
            Assert.Equal("nosniff", answer.Headers.GetValues("X-Content-Type-Options").Single());
            Assert.True(answer.Headers.CacheControl?.NoStore);
            if (code is null) continue;
            var problem = await answer.Content.ReadFromJsonAsync<JsonElement>();
            Assert.Equal(code, problem.GetProperty("code").GetString());
            Assert.NotEqual("", problem.GetProperty("detail").GetString());
        }
    }

    [Fact]
    public async Task Json_that_cannot_be_read_is_told_with_its_place()
    {
        var problem = await server.ProblemAsync("api/solvers", HttpStatusCode.BadRequest, "{\n  \"name\": 5\n}");
        Assert.Equal("The JSON cannot be read at 'name', line 2, column 12.", problem.GetProperty("detail").GetString());
    }

    [Fact]
    public async Task Of_eight_who_ask_for_a_new_name_at_once_one_gets_it()
    {
        var name = $"One {Guid.NewGuid():N}"[..20];
        var answers = await Task.WhenAll(Enumerable.Range(0, 8).Select(_ => server.Client.PostAsJsonAsync(
            new Uri("api/solvers", UriKind.Relative), new { name })));
        Assert.Equal(1, answers.Count(a => a.StatusCode == HttpStatusCode.OK));
        Assert.Equal(7, answers.Count(a => a.StatusCode == HttpStatusCode.Conflict));
        foreach (var answer in answers) answer.Dispose();
    }

    [Theory]
    [InlineData("--port 70000", "'70000' (port) is no number from 0 to 65535.")]
    [InlineData("--port", "--port takes a value.")]
    [InlineData("--prot 5277", "--prot is no option.")]
    [InlineData("--host no.such.machine.invalid", "is no address and no name")]
    [InlineData("--demo maybe", "is neither true nor false")]
    [InlineData("--copies -1", "is no number from 0 to 365")]
    [InlineData("--patience 0", "is no number from 1 to 20")]
    [InlineData("--searches 65", "is no number from 1 to 64")]
    [InlineData("--allow-host http://club.example/", "is no name of a machine")]
    [InlineData("--certificate /no/such/file", "There is no file /no/such/file")]
    [InlineData("word", "'word' is not understood")]
    public void A_wrong_setting_is_told_in_a_sentence(string said, string told)
    {
        StartSettings.Read(["--data", "somewhere", .. said.Split(' ')], new Hashtable(), out var wrong, out _);
        Assert.Contains(wrong, w => w.Contains(told, StringComparison.Ordinal));
    }

    [Fact]
    public void Settings_come_from_the_command_line_then_from_our_own_variables_and_from_nowhere_else()
    {
        var environment = new Hashtable
        {
            ["TIN_COMPASS_PORT"] = "6000",
            ["TIN_COMPASS_ALLOW_HOST"] = "club.example, desk.example",
            ["TIN_COMPASS_PROT"] = "7",
            ["HOST"] = "0.0.0.0",
            ["CHECK"] = "true",
            ["PORT"] = "1",
        };
        var read = StartSettings.Read(["--data=here", "--club", "--host", "localhost"], environment, out var wrong, out var remarks);
        Assert.Empty(wrong);
        Assert.Equal((6000, "here", true, IPAddress.Loopback), (read.Port, read.Data, read.Club, read.Address));
        Assert.Equal(["club.example", "desk.example"], read.AllowHosts);
        Assert.Equal(["TIN_COMPASS_PROT is no setting of Tin Compass; it is passed over."], remarks);
        Assert.Equal(5, StartSettings.Read(["--data", "d", "--port", "5"], environment, out _, out _).Port);
        Assert.Equal(IPAddress.Any, StartSettings.Read(["--data", "d", "--club"], new Hashtable(), out _, out _).Address);
        Assert.Equal(IPAddress.Loopback, StartSettings.Read(["--data", "d"], new Hashtable(), out _, out _).Address);
    }

    [Fact]
    public async Task A_wrong_setting_ends_the_server_with_its_sentence()
    {
        using var folder = new TemporaryFolder();
        var (status, said) = await RunningServer.RefusedAsync(folder.Path, port: 70_000);
        Assert.Equal((3, "'70000' (port) is no number from 0 to 65535."), (status, said.Trim()));
    }

    [Fact]
    public void What_is_open_to_others_is_said_plainly()
    {
        Assert.Empty(Greeting.Warnings(new ServerOptions()));
        var open = new ServerOptions { Address = IPAddress.Any, Host = "0.0.0.0" };
        Assert.Contains("nobody is asked who they are", Greeting.Warnings(open).First(), StringComparison.Ordinal);
        Assert.Contains("without TLS", Assert.Single(Greeting.Warnings(open with { Club = true })), StringComparison.Ordinal);
        Assert.Empty(Greeting.Warnings(open with { Club = true, Certificate = "club.pem" }));
    }

    [Fact]
    public void No_line_of_the_log_can_be_forged()
    {
        var parser = new Serilog.Parsing.MessageTemplateParser();
        var logged = new Serilog.Events.LogEvent(
            DateTimeOffset.UnixEpoch, Serilog.Events.LogEventLevel.Warning, new InvalidOperationException("bad\n12:00:00 INF all is well"),
            parser.Parse("asked for {Name}"),
            [
                new("Name", new Serilog.Events.ScalarValue("x\r\n12:00:00 INF all is well\u001b[2J")),
                new("RequestPath", new Serilog.Events.ScalarValue("/api/a\nb")),
            ]);
        using var text = new StringWriter();
        new LogLines().Format(logged, text);
        var lines = text.ToString().Split('\n', StringSplitOptions.RemoveEmptyEntries);
        Assert.Contains("[/api/a\\u000ab]", lines[0], StringComparison.Ordinal);
        Assert.DoesNotContain(lines.Skip(1), l => !l.StartsWith("    ", StringComparison.Ordinal));
        Assert.DoesNotContain('\u001b', text.ToString());
    }
}
