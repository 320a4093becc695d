using System.Collections;
using System.Globalization;
using System.Net;
using System.Net.Sockets;

namespace TinCompass.Server.Hosting;

/// <summary>
/// Reads what the server is told: the command line (<c>--port 5277</c>, <c>--port=5277</c>, <c>--club</c>), and for what is not said there
/// the environment (<c>TIN_COMPASS_PORT</c>). Nothing else is looked at, and whatever is wrong is told in one sentence.
/// </summary>
internal static class StartSettings
{
    /// <summary>The prefix of every variable that is read.</summary>
    public const string Prefix = "TIN_COMPASS_";

    private const int MostCopies = 365, UsualCopies = 7, MostPatience = 20;
    private const string PasswordKey = "certificate-password";

    private static readonly string[] Switches = ["demo", "club", "behind-proxy", "warm"];
    private static readonly string[] Values =
        ["host", "port", "data", "web", "allow-host", "copies", "patience", "searches", "certificate", "certificate-key", "job",
        "job-file"];

    // What the framework's own hosts hand over when the server is started within a test.
    private static readonly string[] Framework = ["environment", "contentRoot", "applicationName"];
    private static readonly string[] Jobs = ["check", "list", "restore", "backup"];

    /// <summary>
    /// The settings, and what is wrong with them: sentences, none when all is well. <paramref name="remarks"/> are sentences too, about
    /// what is passed over.
    /// </summary>
    public static ServerOptions Read(
        IReadOnlyList<string> args, IDictionary environment, out List<string> wrong, out List<string> remarks)
    {
        (wrong, remarks) = ([], []);
        var said = new Dictionary<string, List<string>>(StringComparer.OrdinalIgnoreCase);
        ReadEnvironment(environment, said, remarks);
        ReadArguments(args, said, wrong);
        var problems = wrong;
        var (address, host) = (IPAddress.Loopback, Text("host") ?? "127.0.0.1");
        var isClub = Switch("club");
        if (Text("host") is null && isClub) (address, host) = (IPAddress.Any, "0.0.0.0");
        else if (!TryAddress(host, out address)) wrong.Add($"'{host}' (host) is no address and no name that is known here.");
        var copies = Number("copies", 0, MostCopies, UsualCopies);
        if (Text("job") is { } job && !Jobs.Contains(job))
            wrong.Add($"'{job}' (job) is not known: {string.Join(", ", Jobs)} are.");
        var allowed = (Texts("allow-host") ?? []).SelectMany(h => h.Split(',', StringSplitOptions.RemoveEmptyEntries
            | StringSplitOptions.TrimEntries)).ToArray();
        foreach (var odd in allowed.Where(h => Uri.CheckHostName(h.Trim('[', ']')) == UriHostNameType.Unknown))
            wrong.Add($"'{odd}' (allow-host) is no name of a machine: give it without http:// and without a port.");
        if (string.IsNullOrWhiteSpace(Text("data"))) wrong.Add("The folder for the data is missing: --data FOLDER.");
        foreach (var name in new[] { "certificate", "certificate-key" })
            if (Text(name) is { } file && !File.Exists(file)) wrong.Add($"There is no file {file} ({name}).");
        return new ServerOptions
        {
            Address = address,
            Host = host,
            Port = Number("port", 0, 65535, 5277),
            Data = Text("data") ?? "",
            Web = Text("web"),
            Demo = Switch("demo"),
            Club = isClub,
            BehindProxy = Switch("behind-proxy"),
            Warm = Switch("warm"),
            AllowHosts = allowed,
            Copies = copies,
            Patience = Number("patience", 1, MostPatience, 1),
            Searches = Number("searches", 1, Limits.MostSearches, Limits.UsualSearches),
            Certificate = Text("certificate"),
            CertificateKey = Text("certificate-key"),
            CertificatePassword = Text(PasswordKey),
            Job = Text("job"),
            JobFile = Text("job-file"),
        };

        List<string>? Texts(string name) => said.GetValueOrDefault(name);

        string? Text(string name) => Texts(name)?[^1];

        int Number(string name, int least, int most, int usual)
        {
            if (Text(name) is not { } text) return usual;
            if (int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var number) && number >= least && number <= most)
                return number;
            problems.Add($"'{text}' ({name}) is no number from {least} to {most}.");
            return usual;
        }

        bool Switch(string name)
        {
            if (Text(name) is not { } text) return false;
            if (bool.TryParse(text, out var on)) return on;
            problems.Add($"'{text}' ({name}) is neither true nor false.");
            return false;
        }
    }

    private static void ReadEnvironment(IDictionary environment, Dictionary<string, List<string>> said, List<string> remarks)
    {
        foreach (DictionaryEntry entry in environment)
        {
            var variable = (string)entry.Key;
            if (!variable.StartsWith(Prefix, StringComparison.OrdinalIgnoreCase)
                || entry.Value is not string { Length: > 0 } value) continue;
            var name = variable[Prefix.Length..].Replace('_', '-');
            if (Switches.Concat(Values).Append(PasswordKey).FirstOrDefault(n => n.Equals(name,
                StringComparison.OrdinalIgnoreCase)) is { } known)
                said[known] = [value];
            else remarks.Add($"{variable} is no setting of Tin Compass; it is passed over.");
        }
    }

    private static void ReadArguments(IReadOnlyList<string> args, Dictionary<string, List<string>> said, List<string> wrong)
    {
        var given = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
        for (var i = 0; i < args.Count; i++)
        {
            if (!args[i].StartsWith("--", StringComparison.Ordinal))
            {
                wrong.Add($"'{args[i]}' is not understood: options begin with --.");
                continue;
            }

            var equals = args[i].IndexOf('=', StringComparison.Ordinal);
            var name = equals < 0 ? args[i][2..] : args[i][2..equals];
            var isSwitch = Switches.Contains(name, StringComparer.OrdinalIgnoreCase);
            if (!isSwitch && !Values.Contains(name, StringComparer.OrdinalIgnoreCase))
            {
                if (!Framework.Contains(name, StringComparer.OrdinalIgnoreCase)) wrong.Add($"--{name} is no option.");
                continue;
            }

            string value;
            if (equals >= 0) value = args[i][(equals + 1)..];
            else if (i + 1 < args.Count && !args[i + 1].StartsWith("--", StringComparison.Ordinal)) value = args[++i];
            else if (isSwitch) value = "true";
            else
            {
                wrong.Add($"--{name} takes a value.");
                continue;
            }

            // What is said on the command line goes before the environment; said twice, the last is meant, and names of hosts add up.
            if (given.Add(name)) said[name] = [value];
            else said[name].Add(value);
        }
    }

    private static bool TryAddress(string host, out IPAddress address)
    {
        address = IPAddress.Loopback;
        if (host.Equals("localhost", StringComparison.OrdinalIgnoreCase)) return true;
        if (host is "*" or "+")
        {
            address = IPAddress.Any;
            return true;
        }

        if (IPAddress.TryParse(host, out var read))
        {
            address = read;
            return true;
        }

        if (Uri.CheckHostName(host) != UriHostNameType.Dns) return false;
        try
        {
            var all = Dns.GetHostAddresses(host);
            if (all.Length == 0) return false;
            address = all.FirstOrDefault(a => a.AddressFamily == AddressFamily.InterNetwork) ?? all[0];
            return true;
        }
        catch (SocketException)
        {
            return false;
        }
    }
}
