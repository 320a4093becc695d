using System.Collections.Concurrent;
using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Json;
using System.Text.Json;
using TinCompass.Testing;

namespace TinCompass.Bench;

/// <summary>
/// Sixty-four solvers practise at once for a minute: './tc bench soak'. The server has its tables and its first plans, and they come one
/// after the other within the first seconds. Each goes through sessions of twenty tasks; before each it looks at Today and plans a cross
/// and a course. Nobody thinks: the next answer follows the verdict at once. Every answer that was acknowledged must be in the record.
/// The server says where the time of each answer goes (Server-Timing). It is added up in the crowd, and then for one client alone: there it
/// is the time of the processor and the disk, and what the server doesn't measure is HTTP and JSON.
/// </summary>
internal static class Soak
{
    private const int Clients = 64;
    private static readonly string[] Drills =
        ["cross.sort-edges", "cross.last-edge", "f2l.find-pieces", "f2l.which-case", "f2l.solve-pair"];
    private static readonly TimeSpan Length = TimeSpan.FromSeconds(60);
    private static readonly TimeSpan Coming = TimeSpan.FromSeconds(5);

    /// <summary>A fresh process makes its machine code while it is first asked; what that costs is printed apart.</summary>
    private static readonly TimeSpan Settling = TimeSpan.FromSeconds(20);

    private static readonly TimeSpan Idle = TimeSpan.FromSeconds(1);

    /// <summary>So many answers are given by one client alone.</summary>
    private const int Alone = 500;

    private sealed record Sent(string Kind, double At, double Ms, IReadOnlyDictionary<string, double> Parts);

    /// <summary>Prints requests a second, p50 and p99, errors and lost answers; false when there were any of the last two.</summary>
    public static async Task<bool> PrintAsync()
    {
        using var folder = new TemporaryFolder();
        using var server = await RunningServer.StartAsync(folder.Path, more: ["--warm", "true"]);
        using var http = new HttpClient(new SocketsHttpHandler { MaxConnectionsPerServer = Clients })
        {
            BaseAddress = server.Address,
            Timeout = TimeSpan.FromSeconds(30)
        };
        await server.ReadyAsync();
        await SettledAsync(server);
        var (times, errors) = (new ConcurrentBag<Sent>(), new ConcurrentBag<string>());
        var (watch, before) = (Stopwatch.StartNew(), server.ProcessorTime);
        var practising = Task.WhenAll(Enumerable.Range(0, Clients)
            .Select(i => PractiseAsync(http, i, () => watch.Elapsed < Length, times, errors)));
        await Task.Delay(Settling);
        var (settled, sentBefore) = (server.ProcessorTime, times.Count);
        var kept = await practising;
        var seconds = watch.Elapsed.TotalSeconds;
        var worked = (server.ProcessorTime - before).TotalMilliseconds;
        var lost = 0;
        foreach (var (solver, answers) in kept)
            lost += answers - (await http.GetFromJsonAsync<JsonElement>(
                new Uri($"api/practice/record?solverId={solver}", UriKind.Relative))).GetProperty("attempts").GetInt32();
        Console.WriteLine(string.Create(
            CultureInfo.InvariantCulture,
            $"{Clients} clients, {seconds:0} s: {times.Count} requests, {times.Count / seconds:0} a second; {kept.Sum(k => k.Answers)} " +
                $"answers kept, {lost} lost, {errors.Count} errors"));
        Console.WriteLine(string.Create(
            CultureInfo.InvariantCulture,
            $"processor time of the server: {worked / times.Count:0.00} ms a request; after the first {Settling.TotalSeconds:0} s " +
                $"{(server.ProcessorTime - settled).TotalMilliseconds / (times.Count - sentBefore):0.00} ms"));
        var began = times.Min(t => t.At);
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"after the first {Settling.TotalSeconds:0} s:"));
        foreach (var kind in times.Where(t => t.At - began > Settling.TotalSeconds).GroupBy(t => t.Kind)
            .OrderBy(g => g.Key, StringComparer.Ordinal))
        {
            double[] sorted = [.. kind.Select(t => t.Ms).Order()];
            Console.WriteLine(string.Create(
                CultureInfo.InvariantCulture,
                $"  {kind.Key,-10} {sorted.Length,6} requests, p50 {sorted[sorted.Length / 2]:0.0} ms, p99 " +
                    $"{sorted[sorted.Length * 99 / 100]:0.0} ms, most {sorted[^1]:0.0} ms"));
        }

        Console.WriteLine("all answers, p99 of each ten seconds: " + string.Join(", ", times.Where(t => t.Kind == "answer")
            .GroupBy(t => (int)((t.At - began) / 10)).OrderBy(g => g.Key)
            .Select(g => string.Create(
                CultureInfo.InvariantCulture, $"{g.Select(t => t.Ms).Order().ElementAt(g.Count() * 99 / 100):0} ms"))));
        PrintParts("an answer in the crowd", [.. times.Where(t => t.Kind == "answer" && t.At - began > Settling.TotalSeconds)]);
        await PrintAloneAsync(http, server, errors);
        foreach (var error in errors.Take(5)) Console.WriteLine($"  {error}");
        return errors.IsEmpty && lost == 0;
    }

    /// <summary>Where the time goes when nobody else asks.</summary>
    private static async Task PrintAloneAsync(HttpClient http, RunningServer server, ConcurrentBag<string> errors)
    {
        await SettledAsync(server);
        var (times, before) = (new ConcurrentBag<Sent>(), server.ProcessorTime);
        await PractiseAsync(http, Clients, () => times.Count < Alone, times, errors);
        PrintParts("an answer alone", [.. times.Where(t => t.Kind == "answer")]);
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture,
            $"  processor time: {(server.ProcessorTime - before).TotalMilliseconds / times.Count:0.00} ms a request"));
    }

    private static void PrintParts(string title, Sent[] sent)
    {
        var parts = sent.SelectMany(s => s.Parts).GroupBy(p => p.Key, p => p.Value)
            .Select(g => (g.Key, Ms: g.Sum() / sent.Length)).ToList();
        parts.Add(("HTTP, JSON, waiting for a place", sent.Average(s => s.Ms) - parts.Sum(p => p.Ms)));
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{title}: {sent.Average(s => s.Ms):0.00} ms: ") +
            string.Join(", ", parts.Select(p => string.Create(CultureInfo.InvariantCulture, $"{p.Key} {p.Ms:0.00}"))));
    }

    /// <summary>Waits until what the server does by itself at its start is done.</summary>
    private static async Task SettledAsync(RunningServer server)
    {
        for (var before = TimeSpan.Zero; server.ProcessorTime - before > Idle / 10;)
        {
            before = server.ProcessorTime;
            await Task.Delay(Idle);
        }
    }

    private static async Task<(int Solver, int Answers)> PractiseAsync(
        HttpClient http, int number, Func<bool> goesOn, ConcurrentBag<Sent> times, ConcurrentBag<string> errors)
    {
        var (answers, random) = (0, new Random(number));
        if (number < Clients) await Task.Delay(Coming * number / Clients);
        var solver = (await SendAsync(http, "api/solvers", new { name = $"Client {number}" }, "solver", times,
            errors))!.Value.GetProperty("id").GetInt32();
        while (goesOn())
        {
            await SendAsync(http, $"api/practice/today?solverId={solver}", null, "today", times, errors);
            var scramble = Uri.EscapeDataString(string.Join(' ',
                Enumerable.Range(0, 12).Select(i => "RUFLDB"[(number + random.Next(2) + (2 * i)) % 6])));
            await SendAsync(http, $"api/cross/plans?color=white&scramble={scramble}", null, "planning", times, errors);
            await SendAsync(http, $"api/course?color=white&scramble={scramble}", null, "planning", times, errors);
            var session = await SendAsync(http, "api/practice/sessions",
                new { solverId = solver, programme = Drills[random.Next(Drills.Length)], tasks = 20 }, "session", times, errors);
            for (var task = 1; session is not null && task <= 20 && goesOn(); task++)
            {
                var kind = session.Value.GetProperty("task").GetProperty("kind").GetString();
                var body = new
                {
                    key = Guid.NewGuid(),
                    number = task,
                    answer = kind == "marks" ? "" : kind == "turns" ? "R U" : Option(session.Value),
                    firstMs = 900,
                    totalMs = 1_000,
                    hints = 0
                };
                var verdict = await SendAsync(http, $"api/practice/sessions/{session.Value.GetProperty("id").GetInt64()}/answers",
                    body, "answer", times, errors);
                if (verdict is not null) answers++;
                session = verdict?.GetProperty("session");
            }
        }

        return (solver, answers);
    }

    /// <summary>What the server tells of its time: "judge;dur=0.12, write;dur=0.80".</summary>
    private static Dictionary<string, double> Told(HttpResponseMessage answer) =>
        !answer.Headers.TryGetValues("Server-Timing", out var said) ? [] : said.SelectMany(s => s.Split(", ")).Select(p => p.Split(";dur="))
            .ToDictionary(p => p[0], p => double.Parse(p[1], CultureInfo.InvariantCulture));

    private static string Option(JsonElement session) =>
        session.GetProperty("task").GetProperty("options")[0].GetProperty("answer").GetString()!;

    private static async Task<JsonElement?> SendAsync(
        HttpClient http, string address, object? body, string kind, ConcurrentBag<Sent> times, ConcurrentBag<string> errors)
    {
        var watch = Stopwatch.StartNew();
        try
        {
            var uri = new Uri(address, UriKind.Relative);
            using var answer = body is null ? await http.GetAsync(uri) : await http.PostAsJsonAsync(uri, body);
            times.Add(new Sent(kind, DateTime.UtcNow.TimeOfDay.TotalSeconds, watch.Elapsed.TotalMilliseconds, Told(answer)));
            if (answer.IsSuccessStatusCode) return await answer.Content.ReadFromJsonAsync<JsonElement>();
            errors.Add($"{address}: {(int)answer.StatusCode} {await answer.Content.ReadAsStringAsync()}");
        }
        catch (Exception e) when (e is HttpRequestException or TaskCanceledException)
        {
            errors.Add($"{address}: {e.Message}");
        }

        return null;
    }
}
