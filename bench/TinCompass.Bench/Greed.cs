using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using TinCompass.Testing;

namespace TinCompass.Bench;

/// <summary>
/// One who practises beside others who take what they can: './tc bench greed'. Two clients ask for courses with the widest beam, a hundred
/// and fifty at once each; then somebody takes in fourteen thousand answers; then one takes in plans of hundreds of turns. Meanwhile a
/// solver answers a drill, one task after the other.
/// </summary>
internal static class Greed
{
    private const int AtOnce = 150, Answers = 14_000, LongPlans = 120;
    private static readonly TimeSpan Length = TimeSpan.FromSeconds(20);

    /// <summary>Prints how long answers take meanwhile; false when one was refused.</summary>
    public static async Task<bool> PrintAsync()
    {
        using var folder = new TemporaryFolder();
        using var server = await RunningServer.StartAsync(folder.Path);
        using var http = new HttpClient(new SocketsHttpHandler { MaxConnectionsPerServer = 1_000 })
        {
            BaseAddress = server.Address,
            Timeout = TimeSpan.FromMinutes(2),
        };
        await server.ReadyAsync();
        var (calm, refused) = await PractiseAsync(http, "alone", TimeSpan.FromSeconds(5), CancellationToken.None);
        Print("alone", calm);
        var (served, cut) = (0, 0);
        using var enough = new CancellationTokenSource();
        var greedy = Enumerable.Range(0, 2 * AtOnce).Select(i => TakeAsync(i, enough.Token)).ToArray();
        var (beside, lost) = await PractiseAsync(http, "beside courses", Length, CancellationToken.None);
        await enough.CancelAsync();
        await Task.WhenAll(greedy);
        Print($"beside two clients with {AtOnce} courses at once each ({served} served, {cut} cut off by their deadline)", beside);
        refused += lost;
        foreach (var (what, document) in new[]
        {
            ($"an import of {Answers} answers", Document("answers", Enumerable.Range(0, Answers).Select(Answer))),
            ($"an import of {LongPlans} plans of 400 turns", Document("plans", Enumerable.Range(0, LongPlans).Select(Plan))),
        })
        {
            var solver = await AddAsync(http, what);
            using var done = new CancellationTokenSource();
            var watch = Stopwatch.StartNew();
            var import = ImportAsync(http, solver, document, done);
            var (times, gone) = await PractiseAsync(http, "beside " + what, TimeSpan.FromMinutes(2), done.Token);
            var took = await import;
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{what}: {took.TotalMilliseconds:0} ms"));
            Print("  beside it", times);
            refused += gone;
        }

        var stopping = await server.StopAsync();
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture,
            $"told to stop, it took {stopping.TotalMilliseconds:0} ms; {refused} answers refused"));
        return refused == 0;

        async Task TakeAsync(int number, CancellationToken cancel)
        {
            while (!cancel.IsCancellationRequested)
            {
                try
                {
                    var scramble = string.Join("%20", Enumerable.Range(0, 12).Select(i => "RUFLDB"[(number + (i * i)) % 6]));
                    using var answer = await http.GetAsync(
                        new Uri($"api/course?color=white&beam=60&scramble={scramble}%20{"RUF"[number % 3]}2", UriKind.Relative), cancel);
                    if (answer.IsSuccessStatusCode) Interlocked.Increment(ref served);
                }
                catch (OperationCanceledException)
                {
                    return;
                }
                catch (HttpRequestException)
                {
                    // Its deadline came while the answer was on its way: what was cut does not look whole.
                    cut++;
                }
            }
        }
    }

    private static async Task<TimeSpan> ImportAsync(HttpClient http, int solver, string document, CancellationTokenSource done)
    {
        var watch = Stopwatch.StartNew();
        using var content = new StringContent(document, Encoding.UTF8, "application/json");
        using var answer = await http.PostAsync(new Uri($"api/solvers/{solver}/import", UriKind.Relative), content);
        answer.EnsureSuccessStatusCode();
        var took = watch.Elapsed;
        await done.CancelAsync();
        return took;
    }

    private static async Task<(List<double> Times, int Refused)> PractiseAsync(
        HttpClient http, string name, TimeSpan length, CancellationToken until)
    {
        var (times, refused, all) = (new List<double>(), 0, Stopwatch.StartNew());
        var solver = await AddAsync(http, name);
        while (all.Elapsed < length && !until.IsCancellationRequested)
        {
            var session = await PostAsync("api/practice/sessions", new { solverId = solver, programme = "cross.sort-edges", tasks = 50 });
            for (var task = 1; session is not null && task <= 50 && all.Elapsed < length && !until.IsCancellationRequested; task++)
            {
                var watch = Stopwatch.StartNew();
                var verdict = await PostAsync($"api/practice/sessions/{session.Value.GetProperty("id").GetInt64()}/answers",
                    new { key = Guid.NewGuid(), number = task, answer = "", firstMs = 900, totalMs = 1_000, hints = 0 });
                times.Add(watch.Elapsed.TotalMilliseconds);
                session = verdict?.GetProperty("session");
            }
        }

        return (times, refused);

        async Task<JsonElement?> PostAsync(string address, object body)
        {
            using var answer = await http.PostAsJsonAsync(new Uri(address, UriKind.Relative), body, CancellationToken.None);
            if (answer.IsSuccessStatusCode) return await answer.Content.ReadFromJsonAsync<JsonElement>(CancellationToken.None);
            refused++;
            return null;
        }
    }

    private static async Task<int> AddAsync(HttpClient http, string name)
    {
        using var added = await http.PostAsJsonAsync(
            new Uri("api/solvers", UriKind.Relative), new { name = name[..Math.Min(40, name.Length)] });
        added.EnsureSuccessStatusCode();
        return (await added.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("id").GetInt32();
    }

    private static object Answer(int i) => new
    {
        key = Guid.NewGuid(),
        at = new DateTimeOffset(2026, 1, 2, 3, 4, 5, TimeSpan.Zero).AddSeconds(i),
        drill = "cross.choose-color",
        @case = "any",
        level = 1,
        facelets = Core.Cube.Facelets.Write(Core.Cube.CubeState.Solved),
        color = "white",
        answer = "",
        plan = "",
        right = i % 3 > 0,
        firstMs = 500,
        totalMs = 1_500,
        ms = 1_500,
        targetMs = 3_000,
        hints = 0,
    };

    private static object Plan(int i) => new
    {
        key = Guid.NewGuid(),
        at = new DateTimeOffset(2026, 1, 2, 3, 4, 5, TimeSpan.Zero).AddSeconds(i),
        scramble = "R U F2 D' L B",
        color = "white",
        plan = "(R U R' U' F)80",
        covered = false,
    };

    private static string Document(string list, IEnumerable<object> entries) =>
        $"{{\"format\":\"tin-compass\",\"version\":3,\"{list}\":{JsonSerializer.Serialize(entries)}}}";

    private static void Print(string what, List<double> times)
    {
        double[] sorted = [.. times.Order()];
        Console.WriteLine(sorted.Length == 0 ? $"{what}: none" : string.Create(CultureInfo.InvariantCulture,
            $"{what}: {sorted.Length} answers, p50 {sorted[sorted.Length / 2]:0.0} ms, " +
            $"p99 {sorted[sorted.Length * 99 / 100]:0.0} ms, most {sorted[^1]:0.0} ms"));
    }
}
