using System.ComponentModel.DataAnnotations;

namespace TinCompass.Server.Hosting;

/// <summary>What the server is told at start: by arguments (--port 5277), environment or configuration.</summary>
public sealed class ServerOptions
{
    /// <summary>The address to listen on. Only this machine unless told otherwise.</summary>
    [Required]
    public string Host { get; set; } = "127.0.0.1";

    /// <summary>The port to listen on; 0 lets the system choose one.</summary>
    [Range(0, 65535)]
    public int Port { get; set; } = 5277;

    /// <summary>The folder that holds the database. Made when it is missing.</summary>
    [Required]
    public string Data { get; set; } = "";

    /// <summary>Fill an empty database with the invented club.</summary>
    public bool Demo { get; set; }

    /// <summary>Only look whether the database can be used, say so, and stop.</summary>
    public bool Check { get; set; }

    /// <summary>The folder of the built interface; when left out, wwwroot beside the server or above it.</summary>
    public string? Web { get; set; }

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
