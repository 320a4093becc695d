using System.Net;

namespace TinCompass.Server.Hosting;

/// <summary>What the server is told at start: see <see cref="StartSettings"/>.</summary>
public sealed record ServerOptions
{
    /// <summary>The address to listen on. Only this machine unless told otherwise.</summary>
    public IPAddress Address { get; init; } = IPAddress.Loopback;

    /// <summary>The address as it was written: a name or a number.</summary>
    public string Host { get; init; } = "127.0.0.1";

    /// <summary>The port to listen on; 0 lets the system choose one.</summary>
    public int Port { get; init; } = 5277;

    /// <summary>The folder that holds the database. Made when it is missing.</summary>
    public string Data { get; init; } = "";

    /// <summary>Fill an empty database with the invented club.</summary>
    public bool Demo { get; init; }

    /// <summary>Members sign in, and nobody sees another's data without leave.</summary>
    public bool Club { get; init; }

    /// <summary>Names, besides this machine's own, by which the server may be asked for.</summary>
    public IReadOnlyList<string> AllowHosts { get; init; } = [];

    /// <summary>Daily copies of the database that are kept; 0 makes none.</summary>
    public int Copies { get; init; }

    /// <summary>How many times as long as usual an answer may take, 1 to 20: for a machine that is slow.</summary>
    public int Patience { get; init; } = 1;

    /// <summary>How many searches of one client, or of one member, run at once; the others wait for them.</summary>
    public int Searches { get; init; } = Limits.UsualSearches;

    /// <summary>A certificate for TLS: a PEM file, or a PFX file; nothing listens without TLS.</summary>
    public string? Certificate { get; init; }

    /// <summary>The key of a PEM certificate, when it is in a file of its own.</summary>
    public string? CertificateKey { get; init; }

    /// <summary>The password of the certificate's key; only from the environment.</summary>
    public string? CertificatePassword { get; init; }

    /// <summary>A proxy on this machine ends TLS and says so by X-Forwarded-Proto.</summary>
    public bool BehindProxy { get; init; }

    /// <summary>Plan some solves for nobody at the start, so that whoever asks first does not wait.</summary>
    public bool Warm { get; init; }

    /// <summary>One job on the data instead of serving: check, list, restore or backup; null serves.</summary>
    public string? Job { get; init; }

    /// <summary>What the job is about: the copy to restore, the file to back up to.</summary>
    public string? JobFile { get; init; }

    /// <summary>The folder of the built interface; when left out, wwwroot beside the server or above it.</summary>
    public string? Web { get; init; }

    /// <summary>The folder in which wwwroot is looked for when <see cref="Web"/> is not given.</summary>
    internal string WebFolder => Web ?? FindWeb();

    private static string FindWeb()
    {
        for (var folder = AppContext.BaseDirectory; folder is not null; folder = Path.GetDirectoryName(folder))
        {
            var candidate = Path.Combine(folder, "wwwroot");
            if (Directory.Exists(candidate)) return candidate;
        }

        return Path.Combine(AppContext.BaseDirectory, "wwwroot");
    }
}
