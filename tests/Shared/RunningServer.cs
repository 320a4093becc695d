using System.Diagnostics;
using System.Net;
using System.Net.Sockets;
using System.Text;

namespace TinCompass.Testing;

/// <summary>The real server as a process of its own, on a free port, with a data folder that outlives it.</summary>
public sealed class RunningServer : IDisposable
{
#if DEBUG
    private const string Configuration = "Debug";
#else
    private const string Configuration = "Release";
#endif
    private readonly Process process;

    private readonly StringBuilder said;

    private RunningServer(Process process, Uri address, StringBuilder said) =>
        (this.process, Address, this.said) = (process, address, said);

    /// <summary>What it answered as long as its data were not there; empty when they were at once.</summary>
    public string AtFirst { get; private init; } = "";

    /// <summary>Where it listens.</summary>
    public Uri Address { get; }

    /// <summary>What it has used of the processors so far.</summary>
    public TimeSpan ProcessorTime
    {
        get
        {
            process.Refresh();
            return process.TotalProcessorTime;
        }
    }

    /// <summary>What it has said so far.</summary>
    public string Said
    {
        get
        {
            lock (said) return said.ToString();
        }
    }

    /// <summary>The root of the tree.</summary>
    public static string Root { get; } = FindRoot();

    /// <summary>Starts a server and waits until it answers. Throws with what it said when it ends instead.</summary>
    public static async Task<RunningServer> StartAsync(string data, bool demo = false, int? port = null, params string[] more)
    {
        var chosen = port ?? FreePort();
        TakeTables(data);
        var process = Launch(data, chosen, demo, more);
        Survivors.Forbid(process.Id, data);
        var address = new Uri($"http://127.0.0.1:{chosen}/");
        using var client = new HttpClient { BaseAddress = address, Timeout = TimeSpan.FromSeconds(20) };
        var said = new StringBuilder();
        process.OutputDataReceived += (_, line) => Hear(line.Data);
        process.ErrorDataReceived += (_, line) => Hear(line.Data);
        process.BeginOutputReadLine();
        process.BeginErrorReadLine();
        var (patience, atFirst) = (Stopwatch.StartNew(), "");
        while (true)
        {
            if (process.HasExited) throw new InvalidOperationException(
                $"the server ended with {process.ExitCode}: {said}");
            try
            {
                using var answer = await client.GetAsync(new Uri("api/status", UriKind.Relative));
                if (answer.IsSuccessStatusCode) return new RunningServer(process, address, said) { AtFirst = atFirst };
                atFirst = await answer.Content.ReadAsStringAsync();
            }
            // Not there yet, or too busy with its start to answer in time.
            catch (Exception e) when (e is HttpRequestException or TaskCanceledException && patience.Elapsed < TimeSpan.FromMinutes(3))
            {
                await Task.Delay(50);
            }
        }

        void Hear(string? line)
        {
            lock (said) said.AppendLine(line);
        }
    }

    /// <summary>The folder of the tables that all programs of a whole run of tests share; null in any other run.</summary>
    public static string? Tables => Environment.GetEnvironmentVariable("TC_TABLES") is { Length: > 0 } folder ? folder : null;

    /// <summary>The folder of a server that runs, or ran: what tables it has made others need not make again.</summary>
    private static string? donor = Tables;

    private static void TakeTables(string data)
    {
        if (donor is null || !Directory.Exists(donor))
        {
            donor = data;
            return;
        }

        Directory.CreateDirectory(data);
        foreach (var file in Directory.GetFiles(donor, "*.tables"))
            if (Path.Combine(data, Path.GetFileName(file)) is var own && !File.Exists(own))
                File.CreateSymbolicLink(own, File.ResolveLinkTarget(file, returnFinalTarget: true)?.FullName ?? file);
    }

    /// <summary>Waits until all tables are made: some seconds after a first start.</summary>
    public async Task ReadyAsync()
    {
        using var client = new HttpClient { BaseAddress = Address };
        while (!(await client.GetStringAsync(new Uri("api/status", UriKind.Relative)))
            .Contains("\"tablesReady\":true", StringComparison.Ordinal)) await Task.Delay(100);
    }

    /// <summary>Runs a server that is expected to refuse, and gives its exit status and what it said to standard error.</summary>
    public static async Task<(int Status, string Said)> RefusedAsync(string data, int? port = null)
    {
        using var process = Launch(data, port ?? FreePort(), demo: false);
        var output = process.StandardOutput.ReadToEndAsync();
        var said = process.StandardError.ReadToEndAsync();
        using var patience = new CancellationTokenSource(TimeSpan.FromMinutes(2));
        try
        {
            await process.WaitForExitAsync(patience.Token);
        }
        catch (OperationCanceledException)
        {
            process.Kill();
            throw new InvalidOperationException("the server did not refuse to start: " + await output);
        }

        await output;
        return (process.ExitCode, await said);
    }

    /// <summary>Does a job on the data without serving, and gives its exit status and all that it said.</summary>
    public static async Task<(int Status, string Said)> JobAsync(string data, string job, string? file = null)
    {
        var start = Dotnet();
        foreach (var argument in new[] { Dll, "--data", data, "--job", job }) start.ArgumentList.Add(argument);
        if (file is not null) start.ArgumentList.Add($"--job-file={file}");
        using var process = Process.Start(start) ?? throw new InvalidOperationException("dotnet did not start");
        var (output, errors) = (process.StandardOutput.ReadToEndAsync(), process.StandardError.ReadToEndAsync());
        await process.WaitForExitAsync();
        return (process.ExitCode, await output + await errors);
    }

    /// <summary>Starts a server, or does a job, and kills it after a while, whatever it is at.</summary>
    public static async Task KilledAsync(string data, TimeSpan after, params string[] job)
    {
        using var process = Launch(data, FreePort(), demo: job.Length == 0, job);
        var (output, errors) = (process.StandardOutput.ReadToEndAsync(), process.StandardError.ReadToEndAsync());
        using var patience = new CancellationTokenSource(after);
        await Task.WhenAny(process.WaitForExitAsync(patience.Token));
        if (!process.HasExited) process.Kill();
        await process.WaitForExitAsync(CancellationToken.None);
        await output;
        await errors;
    }

    /// <summary>Asks it to stop, as a service manager does, and waits until it has; gives the time that took.</summary>
    public async Task<TimeSpan> StopAsync()
    {
        var began = Stopwatch.StartNew();
        using var kill = Process.Start("kill", ["-TERM", $"{process.Id}"]);
        await process.WaitForExitAsync();
        return began.Elapsed;
    }

    /// <summary>Ends it as a crash would: nothing is tidied up.</summary>
    public void Kill()
    {
        process.Kill();
        process.WaitForExit();
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        if (!process.HasExited) Kill();
        process.Dispose();
    }

    /// <summary>A port nobody listens on.</summary>
    public static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }

    private static Process Launch(string data, int port, bool demo, params string[] more)
    {
        var start = Dotnet();
        foreach (var argument in new[] { Dll, "--data", data, "--port", $"{port}", "--demo", demo ? "true" : "false", "--patience", "20",
            "--web", Path.Combine(Root, "src", "TinCompass.Server", "wwwroot") }.Concat(more))
            start.ArgumentList.Add(argument);
        return Process.Start(start) ?? throw new InvalidOperationException("dotnet did not start");
    }

    // A test's server lives for seconds: what is called often is made anew only when the start is over, which saves a third of its work.
    private static ProcessStartInfo Dotnet() => new("dotnet")
    {
        RedirectStandardOutput = true,
        RedirectStandardError = true,
        Environment = { ["DOTNET_TC_CallCountingDelayMs"] = "100" },
    };

    private static string Dll => Path.Combine(
        Root, "src", "TinCompass.Server", "bin", Configuration, "net10.0", "TinCompass.Server.dll");

    private static string FindRoot()
    {
        var folder = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(folder, "TinCompass.slnx"))) folder = Path.GetDirectoryName(folder)
            ?? throw new InvalidOperationException("TinCompass.slnx not found");
        return folder;
    }
}

/// <summary>Sees to it that a process does not outlive the tests: theirs may be ended before it can end others.</summary>
internal static class Survivors
{
    /// <summary>Ends a process, and those it has started, as soon as the process of the tests is gone. It is known by a part of its
    /// command line.</summary>
    public static void Forbid(int process, string known)
    {
        const string Script = """
            exec > /dev/null 2>&1 < /dev/null
            while kill -0 $0 && grep -q "$2" /proc/$1/cmdline; do sleep 1; done
            grep -q "$2" /proc/$1/cmdline && kill -9 $1 $(cat /proc/$1/task/$1/children)
            """;
        using var watch = Process.Start("sh", ["-c", Script, $"{Environment.ProcessId}", $"{process}", known]);
    }
}

/// <summary>A folder that is gone when the test is over.</summary>
public sealed class TemporaryFolder : IDisposable
{
    /// <summary>Its path.</summary>
    public string Path { get; } = Directory.CreateTempSubdirectory("tin-compass-").FullName;

    /// <inheritdoc/>
    public void Dispose() => Directory.Delete(Path, recursive: true);
}
