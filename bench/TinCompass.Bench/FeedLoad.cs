using System.Collections.Concurrent;
using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Json;
using System.Net.WebSockets;
using System.Text;
using System.Text.Json;
using TinCompass.Testing;

namespace TinCompass.Bench;

/// <summary>
/// Sixty-four cubes that report ten turns a second, each looked at by a page: './tc bench feeds'. The time from a turn that is sent to the
/// line in which the page sees it, and turns that never were seen.
/// </summary>
internal static class FeedLoad
{
    private const int Cubes = 64, Turns = 250, ASecond = 10;

    /// <summary>A fresh process makes its machine code while it is first asked: the echoes of the first turns are printed apart.</summary>
    private const int Settling = 50;
    private const string Solved = "WWWWWWWWWYYYYYYYYYGGGGGGGGGBBBBBBBBBRRRRRRRRROOOOOOOOO";

    /// <summary>Prints p50, p99 and what was lost; false when anything was.</summary>
    public static async Task<bool> PrintAsync()
    {
        using var folder = new TemporaryFolder();
        using var server = await RunningServer.StartAsync(folder.Path);
        await server.ReadyAsync();
        using var http = new HttpClient(new SocketsHttpHandler { MaxConnectionsPerServer = 2 * Cubes })
        {
            BaseAddress = server.Address,
            Timeout = Timeout.InfiniteTimeSpan,
        };
        var (echoes, before, watch) = (new ConcurrentBag<(int Turn, double Ms)>(), server.ProcessorTime, Stopwatch.StartNew());
        var lost = (await Task.WhenAll(Enumerable.Range(0, Cubes).Select(i => RunAsync(http, i, echoes)))).Sum();
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture,
            $"{Cubes} cubes, {Turns} turns each, {ASecond} a second: {lost} turns not seen; processor time of the server " +
            $"{(server.ProcessorTime - before).TotalSeconds:0.0} s of {watch.Elapsed.TotalSeconds:0.0} s"));
        Print($"echo of the first {Settling} turns", echoes.Where(e => e.Turn <= Settling));
        Print("echo after them", echoes.Where(e => e.Turn > Settling));
        return lost == 0;

        static void Print(string what, IEnumerable<(int Turn, double Ms)> some)
        {
            double[] sorted = [.. some.Select(e => e.Ms).Order()];
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture,
                $"  {what}: p50 {sorted[sorted.Length / 2]:0.0} ms, p99 {sorted[sorted.Length * 99 / 100]:0.0} ms, " +
                $"most {sorted[^1]:0.0} ms"));
        }
    }

    private static async Task<int> RunAsync(HttpClient http, int number, ConcurrentBag<(int Turn, double Ms)> echoes)
    {
        await Task.Delay(number * 10);
        using var added = await http.PostAsJsonAsync(new Uri("api/solvers", UriKind.Relative), new { name = $"Cube {number}" });
        var solver = (await added.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("id").GetInt32();
        var sent = new long[Turns + 2];
        using var enough = new CancellationTokenSource(TimeSpan.FromMinutes(2));
        using var answer = await http.GetAsync(new Uri($"api/feed/live?solverId={solver}", UriKind.Relative),
            HttpCompletionOption.ResponseHeadersRead, enough.Token);
        using var lines = new StreamReader(await answer.Content.ReadAsStreamAsync(enough.Token));
        using var socket = new ClientWebSocket();
        await socket.ConnectAsync(new Uri($"ws://127.0.0.1:{http.BaseAddress!.Port}/api/feed?solverId={solver}"), enough.Token);
        await TellAsync($$"""{"hello":1,"cube":"bench","session":"{{number}}","first":1}""");
        await TellAsync($$"""{"n":1,"t":0,"state":"{{Solved}}"}""");
        // The page sees how many turns there are by how often the cube stands otherwise: each turn has its own place in a long way round.
        var seen = Task.Run(async () =>
        {
            var (count, last) = (0, "");
            while (count < Turns && await lines.ReadLineAsync(enough.Token) is { } line)
            {
                var now = Stopwatch.GetTimestamp();
                using var read = JsonDocument.Parse(line);
                var facelets = read.RootElement.GetProperty("facelets").GetString()!;
                if (facelets == last || facelets.Length == 0 || (count == 0 && facelets == Solved)) continue;
                last = facelets;
                count++;
                echoes.Add((count, Stopwatch.GetElapsedTime(sent[count], now).TotalMilliseconds));
            }

            return count;
        });
        for (var turn = 1; turn <= Turns; turn++)
        {
            sent[turn] = Stopwatch.GetTimestamp();
            await TellAsync($$"""{"n":{{turn + 1}},"t":{{turn * 100}},"turn":"{{(turn % 2 == 0 ? "R" : "U")}}"}""");
            var left = TimeSpan.FromSeconds(1.0 / ASecond) - Stopwatch.GetElapsedTime(sent[turn]);
            if (left > TimeSpan.Zero) await Task.Delay(left);
        }

        return Turns - await Task.WhenAny(seen, Task.Delay(5_000).ContinueWith(_ => 0)).Unwrap();

        async Task TellAsync(string line)
        {
            await socket.SendAsync(Encoding.UTF8.GetBytes(line), WebSocketMessageType.Text, true, enough.Token);
            var heard = new byte[1024];
            await socket.ReceiveAsync(heard.AsMemory(), enough.Token);
        }
    }
}
