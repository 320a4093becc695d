using System.CommandLine;
using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Json;
using System.Net.WebSockets;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using TinCompass.Core.Cube;
using TinCompass.Core.Feed;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;

namespace TinCompass.Cli;

/// <summary>
/// tc cube: a simulated cube. It scrambles itself, is solved by simulated hands, and reports its turns to a running app, or prints them. A
/// connection that drops is made again, and goes on with the line that is wanted.
/// </summary>
internal static class Cube
{
    private const string UsualUrl = "http://127.0.0.1:5277";
    private const double UsualSkill = 0.7, FastestPace = 1_000;
    private const int Failed = 1, MostTries = 60;
    private static readonly TimeSpan BetweenTries = TimeSpan.FromSeconds(1), ToAnswer = TimeSpan.FromSeconds(10);

    public static Command Command(TableShelf shelf)
    {
        var solver = new Option<string?>("--solver") { Description = "The name of the solver in whose name it reports." };
        var skill = new Option<double>("--skill")
        {
            Description = "0, about a minute a solve, to 1, about ten seconds.",
            DefaultValueFactory = _ => UsualSkill,
        };
        skill.Validators.Add(r =>
        {
            if (r.GetValueOrDefault<double>() is not (>= 0 and <= 1)) r.AddError("--skill takes a number from 0 to 1.");
        });
        var method = new Option<string>("--method")
        {
            Description = $"{string.Join(" or ", Catalog.Methods.Select(m => m.Id))}.",
            DefaultValueFactory = _ => Catalog.Methods[0].Id,
        };
        method.AcceptOnlyFromAmong([.. Catalog.Methods.Select(m => m.Id)]);
        var scramble = new Option<string?>("--scramble") { Description = "The scramble; a fair one when left out." };
        var url = new Option<string>("--url") { Description = "Where the app runs.", DefaultValueFactory = _ => UsualUrl };
        var print = new Option<bool>("--print") { Description = "Only prints the lines." };
        var pace = new Option<double>("--pace") { Description = "So many times as fast.", DefaultValueFactory = _ => 1 };
        pace.Validators.Add(r =>
        {
            if (r.GetValueOrDefault<double>() is not (> 0 and <= FastestPace))
                r.AddError($"--pace takes more than 0 and at most {FastestPace:0}.");
        });
        var command = new Command("cube", "A simulated cube that scrambles, is solved by made-up hands and reports its turns to the app.")
        {
            solver, skill, method, scramble, url, print, pace,
        };
        command.SetAction(async (parsed, cancel) =>
        {
            Algorithm asked;
            try
            {
                asked = parsed.GetValue(scramble) is { } text ? Algorithm.Parse(text) : await FairAsync(shelf, cancel);
            }
            catch (NotationException e)
            {
                return Told($"--scramble: {e.Message}");
            }

            var hands = new SimulatedHands(Catalog.Book(shelf), new HandModel(HandPreferences.Usual), parsed.GetValue(skill));
            var solve = hands.Solve(Catalog.Methods.First(m => m.Id == parsed.GetValue(method)), CubeState.Solved.Apply(asked.Turns),
                Random.Shared, cancel);
            FeedLine[] lines = [.. SimulatedCube.Lines(asked, solve.Timed, solve.Plan.Method.Id)];
            if (parsed.GetValue(print))
            {
                foreach (var line in lines) Terminal.Out.WriteLine(line);
                return 0;
            }

            if (parsed.GetValue(solver) is not { Length: > 0 } name) return Told("--solver says in whose name the cube reports.");
            if (!Uri.TryCreate(parsed.GetValue(url), UriKind.Absolute, out var app) || app.Scheme is not ("http" or "https"))
                return Told($"--url takes an address such as {UsualUrl}.");
            try
            {
                if (await SolverAsync(app, name, cancel) is not { } id) return Told($"There is no solver '{name}' at {app}.");
                var talk = new Talk(app, id, lines, parsed.GetValue(pace));
                await talk.RunAsync(cancel);
                Terminal.Error.WriteLine(string.Create(CultureInfo.InvariantCulture,
                    $"{solve.Timed.Turns.Count} turns in {solve.Timed.Ms![^1] / 1000.0:0.00} s, reported for {name}"));
                return 0;
            }
            catch (Exception e) when (e is HttpRequestException or WebSocketException or JsonException or InvalidDataException
                or KeyNotFoundException)
            {
                return Told($"{app} cannot be talked to: {e.Message}");
            }
        });
        return command;
    }

    private static int Told(string sentence)
    {
        Terminal.Error.WriteLine(sentence);
        return Failed;
    }

    private static async Task<Algorithm> FairAsync(TableShelf shelf, CancellationToken cancel)
    {
        var search = new TwoPhaseSearch(await shelf.GetAsync(TwoPhaseTables.Kind, cancel));
        return search.SequenceTo(RandomPosition.Draw(RandomNumberGenerator.GetInt32), cancel);
    }

    private static async Task<int?> SolverAsync(Uri app, string name, CancellationToken cancel)
    {
        using var http = new HttpClient { BaseAddress = app, Timeout = ToAnswer };
        var page = await http.GetFromJsonAsync<JsonElement>(
            new Uri($"api/solvers?search={Uri.EscapeDataString(name)}", UriKind.Relative), cancel);
        foreach (var solver in page.GetProperty("items").EnumerateArray())
            if (string.Equals(solver.GetProperty("name").GetString(), name, StringComparison.OrdinalIgnoreCase))
                return solver.GetProperty("id").GetInt32();
        return null;
    }

    /// <summary>The talk with the app: what is asked for again is sent again, and a talk that drops is taken up.</summary>
    private sealed class Talk(Uri app, int solver, FeedLine[] lines, double pace)
    {
        private readonly string session = Guid.NewGuid().ToString();
        private readonly Stopwatch watch = Stopwatch.StartNew();
        private long acknowledged;

        public async Task RunAsync(CancellationToken cancel)
        {
            for (var attempt = 1; acknowledged < lines.Length; attempt++)
            {
                try
                {
                    await OnceAsync(cancel);
                    attempt = 0;
                }
                catch (WebSocketException) when (attempt < MostTries)
                {
                    Terminal.Error.WriteLine("The app does not answer: trying again.");
                    await Task.Delay(BetweenTries, cancel);
                }
            }
        }

        private async Task OnceAsync(CancellationToken cancel)
        {
            using var socket = new ClientWebSocket();
            var address = new UriBuilder(new Uri(app, $"api/feed?solverId={solver}"));
            address.Scheme = address.Scheme == "https" ? "wss" : "ws";
            await socket.ConnectAsync(address.Uri, cancel);
            await SendAsync(socket, JsonSerializer.Serialize(new { hello = 1, cube = SimulatedCube.Purpose, session, first = 1 }), cancel);
            var next = (await ReceiveAsync(socket, cancel)).GetProperty("next").GetInt64();
            while (acknowledged < lines.Length)
            {
                if (next <= lines.Length)
                {
                    var wait = TimeSpan.FromMilliseconds(lines[next - 1].Ms / pace) - watch.Elapsed;
                    if (wait > TimeSpan.Zero) await Task.Delay(wait, cancel);
                    await SendAsync(socket, lines[next - 1].ToString(), cancel);
                    next++;
                }

                JsonElement answer, ack;
                while (!(answer = await ReceiveAsync(socket, cancel)).TryGetProperty("ack", out ack))
                    Terminal.Error.WriteLine(answer.GetProperty("message").GetString());
                acknowledged = ack.GetInt64();
                if (answer.TryGetProperty("again", out var again)) next = again[0].GetInt64();
                else if (acknowledged < next - 1)
                {
                    // The solve is not kept yet: its last line is sent again.
                    await Task.Delay(BetweenTries, cancel);
                    next = acknowledged + 1;
                }
            }

            await socket.CloseOutputAsync(WebSocketCloseStatus.NormalClosure, "", cancel);
        }

        private static Task SendAsync(ClientWebSocket socket, string line, CancellationToken cancel) =>
            socket.SendAsync(Encoding.UTF8.GetBytes(line), WebSocketMessageType.Text, true, cancel);

        private static async Task<JsonElement> ReceiveAsync(ClientWebSocket socket, CancellationToken cancel)
        {
            var (buffer, length) = (new byte[16 * 1024], 0);
            while (true)
            {
                var got = await socket.ReceiveAsync(buffer.AsMemory(length), cancel);
                length += got.Count;
                if (got.MessageType == WebSocketMessageType.Close)
                    throw socket.CloseStatus == WebSocketCloseStatus.NormalClosure
                        ? new InvalidDataException(socket.CloseStatusDescription) : new WebSocketException("it closed the talk");
                if (got.EndOfMessage) return JsonDocument.Parse(buffer.AsMemory(0, length)).RootElement.Clone();
            }
        }
    }
}
