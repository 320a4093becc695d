using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using TinCompass.Testing;

namespace TinCompass.Bench;

/// <summary>
/// How the app feels when much is kept: './tc bench growth'. One solver with 1 000, 10 000 and 100 000 answers (brought in by imports), and
/// a thousand other solvers beside: Today,
/// the Record, an answer, the log of solvers, and the export, each the median of five.
/// </summary>
internal static class Growth
{
    private const int Batch = 5_000;
    private const int Others = 1_000;
    private const int Times = 5;

    private static readonly (string Drill, string Case)[] Drills =
        [("cross.sort-edges", "1"), ("cross.ladder", "1"), ("cross.follow-edge", "1"), ("f2l.find-pieces", "1"), ("f2l.next-pair", "3")];

    /// <summary>Prints the table; false when something failed.</summary>
    public static async Task<bool> PrintAsync()
    {
        using var folder = new TemporaryFolder();
        using var server = await RunningServer.StartAsync(folder.Path);
        using var http = new HttpClient { BaseAddress = server.Address, Timeout = TimeSpan.FromMinutes(5) };
        for (var i = 0; i < Others; i++) await PostAsync(http, "api/solvers", new { name = $"Member {i}" });
        var solver = (await PostAsync(http, "api/solvers", new { name = "Runa Teel" })).GetProperty("id").GetInt32();
        Console.WriteLine($"{Others + 1} solvers; ms, median of {Times}");
        Console.WriteLine("answers      today   record  of drill    answer   solvers    export   import of a batch");
        var (kept, random, import) = (0, new Random(4), 0.0);
        foreach (var wanted in new[] { 1_000, 10_000, 100_000 })
        {
            for (; kept < wanted; kept += Math.Min(Batch, wanted - kept)) import =
                await ImportAsync(http, solver, kept, Math.Min(Batch, wanted - kept), random);
            var session = await PostAsync(http, "api/practice/sessions",
                new { solverId = solver, programme = "cross.sort-edges", tasks = 50 });
            var (id, number) = (session.GetProperty("id").GetInt64(), 0);
            double[] figures =
            [
                await MedianAsync(() => http.GetStringAsync(new Uri($"api/practice/today?solverId={solver}", UriKind.Relative))),
                await MedianAsync(() => http.GetStringAsync(new Uri($"api/practice/record?solverId={solver}", UriKind.Relative))),
                await MedianAsync(() => http.GetStringAsync(
                    new Uri($"api/practice/record?solverId={solver}&drill=cross.ladder", UriKind.Relative))),
                await MedianAsync(() => PostAsync(http, $"api/practice/sessions/{id}/answers",
                    new { key = Guid.NewGuid(), number = ++number, answer = "", firstMs = 900, totalMs = 1_000, hints = 0 })),
                await MedianAsync(() => http.GetStringAsync(new Uri("api/solvers?search=member%209&pageSize=50", UriKind.Relative))),
                await MedianAsync(() => http.GetStringAsync(new Uri($"api/solvers/{solver}/export", UriKind.Relative))),
                import,
            ];
            Console.WriteLine(
                $"{wanted,7} {string.Join(' ', figures.Select(f => f.ToString("0.0", CultureInfo.InvariantCulture).PadLeft(9)))}");
        }

        return true;
    }

    private static async Task<double> MedianAsync(Func<Task> work)
    {
        var times = new List<double>();
        for (var i = 0; i < Times; i++)
        {
            var watch = Stopwatch.StartNew();
            await work();
            times.Add(watch.Elapsed.TotalMilliseconds);
        }

        return times.Order().ElementAt(Times / 2);
    }

    private static async Task<double> ImportAsync(HttpClient http, int solver, int from, int count, Random random)
    {
        var first = new DateTimeOffset(2024, 1, 1, 0, 0, 0, TimeSpan.Zero);
        var answers = Enumerable.Range(from, count).Select(i => (Number: i, Of: Drills[random.Next(Drills.Length)])).Select(a => new
        {
            key = Guid.NewGuid(),
            at = first.AddMinutes(a.Number * 8.0),
            drill = a.Of.Drill,
            @case = a.Of.Case,
            level = 1,
            scramble = "R U F2 D' L B",
            color = "white",
            answer = "red",
            plan = "x2 F'",
            right = random.Next(4) > 0,
            firstMs = 900,
            totalMs = 5_000,
            ms = 2_000 + random.Next(3_000),
            targetMs = 5_000,
            hints = 0,
        });
        var text = JsonSerializer.Serialize(new
        {
            format = "tin-compass",
            version = 2,
            exportedAt = first,
            solver = "Runa Teel",
            plans = Array.Empty<object>(),
            answers
        });
        using var content = new StringContent(text, Encoding.UTF8, MediaTypeHeaderValue.Parse("application/json"));
        var watch = Stopwatch.StartNew();
        using var answer = await http.PostAsync(new Uri($"api/solvers/{solver}/import", UriKind.Relative), content);
        answer.EnsureSuccessStatusCode();
        var taken = (await answer.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("answers").GetInt32();
        return taken == count ? watch.Elapsed.TotalMilliseconds
            : throw new InvalidOperationException($"of {count} answers {taken} were taken: {await answer.Content.ReadAsStringAsync()}");
    }

    private static async Task<JsonElement> PostAsync(HttpClient http, string address, object body)
    {
        using var answer = await http.PostAsJsonAsync(new Uri(address, UriKind.Relative), body);
        if (!answer.IsSuccessStatusCode) throw new InvalidOperationException(await answer.Content.ReadAsStringAsync());
        return await answer.Content.ReadFromJsonAsync<JsonElement>();
    }
}
