using System.Collections.Concurrent;
using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Json;
using System.Text.Json;
using TinCompass.Testing;

namespace TinCompass.Bench;

/// <summary>Sixty-four solvers practise at once for a minute: './tc bench soak'. Every answer that was acknowledged must be in the record.</summary>
internal static class Soak
{
    private const int Clients = 64;
    private static readonly TimeSpan Length = TimeSpan.FromSeconds(60);

    /// <summary>Prints requests a second, p50 and p99, errors and lost answers; false when there were any of the last two.</summary>
    public static async Task<bool> PrintAsync()
    {
        using var folder = new TemporaryFolder();
        using var server = await RunningServer.StartAsync(folder.Path);
        using var http = new HttpClient(new SocketsHttpHandler { MaxConnectionsPerServer = Clients }) { BaseAddress = server.Address, Timeout = TimeSpan.FromSeconds(30) };
        var (times, errors) = (new ConcurrentBag<double>(), new ConcurrentBag<string>());
        var watch = Stopwatch.StartNew();
        var kept = await Task.WhenAll(Enumerable.Range(0, Clients).Select(i => PractiseAsync(http, i, watch, times, errors)));
        var seconds = watch.Elapsed.TotalSeconds;
        var lost = 0;
        foreach (var (solver, answers) in kept)
            lost += answers - (await http.GetFromJsonAsync<JsonElement>(new Uri($"api/practice/record?solverId={solver}", UriKind.Relative))).GetProperty("attempts").GetInt32();
        var sorted = times.Order().ToArray();
        Console.WriteLine(string.Create(
            CultureInfo.InvariantCulture,
            $"{Clients} clients, {seconds:0} s: {sorted.Length} requests, {sorted.Length / seconds:0} a second, p50 {sorted[sorted.Length / 2]:0.0} ms, p99 {sorted[sorted.Length * 99 / 100]:0.0} ms; {kept.Sum(k => k.Answers)} answers kept, {lost} lost, {errors.Count} errors"));
        foreach (var error in errors.Take(5)) Console.WriteLine($"  {error}");
        return errors.IsEmpty && lost == 0;
    }

    private static async Task<(int Solver, int Answers)> PractiseAsync(HttpClient http, int number, Stopwatch watch, ConcurrentBag<double> times, ConcurrentBag<string> errors)
    {
        var answers = 0;
        var solver = (await SendAsync(http, "api/solvers", new { name = $"Client {number}" }, times, errors))!.Value.GetProperty("id").GetInt32();
        while (watch.Elapsed < Length)
        {
            var session = await SendAsync(http, "api/practice/sessions", new { solverId = solver, course = "sort-edges", tasks = 20 }, times, errors);
            for (var task = 1; session is not null && task <= 20 && watch.Elapsed < Length; task++)
            {
                var body = new { key = Guid.NewGuid(), number = task, answer = "", firstMs = 900, totalMs = 1_000, hints = 0 };
                if (await SendAsync(http, $"api/practice/sessions/{session.Value.GetProperty("id").GetInt64()}/answers", body, times, errors) is not null) answers++;
            }
        }

        return (solver, answers);
    }

    private static async Task<JsonElement?> SendAsync(HttpClient http, string address, object body, ConcurrentBag<double> times, ConcurrentBag<string> errors)
    {
        var watch = Stopwatch.StartNew();
        try
        {
            using var answer = await http.PostAsJsonAsync(new Uri(address, UriKind.Relative), body);
            times.Add(watch.Elapsed.TotalMilliseconds);
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
