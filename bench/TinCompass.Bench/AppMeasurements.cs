using System.Diagnostics;
using System.Globalization;
using System.IO.Compression;
using TinCompass.Core.Scrambling;
using TinCompass.Testing;

namespace TinCompass.Bench;

/// <summary>Measures the whole app from outside: the command line, the plan endpoint, a second start, the cold load of the desk.</summary>
internal static class AppMeasurements
{
    public static async Task PrintAsync()
    {
        var random = new Random(2);
        var search = new TwoPhaseSearch(TwoPhaseTables.Build());
        var scrambles = Enumerable.Range(0, 1000).Select(_ => search.SequenceTo(RandomPosition.Draw(random.Next)).ToString()).ToArray();
        await CommandLine(scrambles);
        using var folder = new TemporaryFolder();
        using (await RunningServer.StartAsync(folder.Path, demo: true))
        {
        }

        var began = Stopwatch.StartNew();
        using var server = await RunningServer.StartAsync(folder.Path, demo: true);
        Say("second start until the app answers", $"{began.ElapsedMilliseconds} ms");
        await PlanEndpoint(server.Address, scrambles);
        FirstScript();
        ColdLoad(server.Address, scrambles);
    }

    private static async Task CommandLine(string[] scrambles)
    {
        var times = new List<double>();
        for (var run = 0; run < 3; run++)
        {
            var cli = Path.Combine(RunningServer.Root, "src", "TinCompass.Cli", "bin", "Release", "net10.0", "TinCompass.Cli.dll");
            var watch = Stopwatch.StartNew();
            using var process = Process.Start(new ProcessStartInfo("dotnet", [cli, "solve", "cross"])
            {
                RedirectStandardInput = true,
                RedirectStandardOutput = true
            })!;
            var output = process.StandardOutput.ReadToEndAsync();
            foreach (var scramble in scrambles) await process.StandardInput.WriteLineAsync(scramble);
            process.StandardInput.Close();
            await output;
            await process.WaitForExitAsync();
            times.Add(watch.ElapsedMilliseconds);
        }

        Say("tc solve cross, 1000 scrambles, six colours (three runs)", string.Join(", ", times.Select(t => $"{t:0} ms")));
    }

    private static async Task PlanEndpoint(Uri address, string[] scrambles)
    {
        using var client = new HttpClient { BaseAddress = address };
        foreach (var (name, path) in new[] { ("plans of white", "api/cross/plans?color=white&scramble="),
            ("plans of white, two turns longer", "api/cross/plans?color=white&slack=2&scramble="),
            ("six colours", "api/course/openings?stage=cross&scramble=") })
        {
            foreach (var scramble in scrambles[..200])
                await client.GetStringAsync(new Uri(path + Uri.EscapeDataString(scramble), UriKind.Relative));
            var times = new List<double>();
            foreach (var scramble in scrambles)
            {
                var watch = Stopwatch.StartNew();
                await client.GetStringAsync(new Uri(path + Uri.EscapeDataString(scramble), UriKind.Relative));
                times.Add(watch.Elapsed.TotalMilliseconds);
            }

            times.Sort();
            Say($"{name}, 1000 requests, one after the other",
                string.Create(CultureInfo.InvariantCulture, $"p50 {times[500]:0.0} ms, p95 {times[950]:0.0} ms, p99 {times[990]:0.0} ms"));
        }
    }

    private static void FirstScript()
    {
        var folder = Path.Combine(RunningServer.Root, "src", "TinCompass.Server", "wwwroot");
        var page = File.ReadAllText(Path.Combine(folder, "index.html"));
        long raw = 0, packed = 0;
        foreach (var file in Directory.GetFiles(Path.Combine(folder, "assets"), "*.js")
            .Where(f => page.Contains(Path.GetFileName(f), StringComparison.Ordinal)))
        {
            var bytes = File.ReadAllBytes(file);
            using var memory = new MemoryStream();
            using (var gzip = new GZipStream(memory, CompressionLevel.Optimal)) gzip.Write(bytes);
            (raw, packed) = (raw + bytes.Length, packed + memory.ToArray().Length);
        }

        Say("script of the first view", $"{raw / 1024} kB, {packed / 1024} kB gzipped");
    }

    private static void ColdLoad(Uri address, string[] scrambles)
    {
        var times = new List<double>();
        foreach (var scramble in scrambles[..5])
        {
            using var desk = new Desk(solid: true, fresh: true);
            desk.Open(new Uri("about:blank"));
            desk.OpenPlan(address, scramble);
            desk.See(".turns .row");
            times.Add(Convert.ToDouble(desk.Run("return performance.getEntriesByName('plan-usable')[0].startTime"),
                CultureInfo.InvariantCulture));
        }

        Say("Desk usable after navigation, cold browser (five runs, the page's own clock)",
            string.Join(", ", times.Select(t => $"{t:0} ms")));
    }

    private static void Say(string what, string figure) => Console.WriteLine($"{what}: {figure}");
}
