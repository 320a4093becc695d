using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server;

/// <summary>What can be done with the data from the command line, without serving: looked at, copied, put back.</summary>
internal static class DataJobs
{
    /// <summary>Does a job and says what came of it. Throws <see cref="StartRefusedException"/>.</summary>
    public static void Run(ServerOptions options)
    {
        var path = DatabaseFile.PathIn(options.Data);
        switch (options.Job)
        {
            case "check": Check(options.Data, path); break;
            case "list": List(path); break;
            case "backup": Backup(options, path); break;
            case "restore": Restore(options, path); break;
        }
    }

    private static void Check(string folder, string path)
    {
        if (!Directory.Exists(folder) || (!File.Exists(path) && !Directory.Exists(path)))
        {
            Console.WriteLine($"no database in {folder} yet");
            return;
        }

        if (IsRunning(folder))
        {
            Console.WriteLine($"a Tin Compass is running with {path}; that is no fault");
            return;
        }

        using var held = DatabaseFile.Hold(folder);
        DatabaseFile.Inspect(folder);
        Console.WriteLine($"the database {path} is sound");
    }

    private static void List(string path)
    {
        var copies = Copies.Of(path);
        if (copies.Count == 0) Console.WriteLine($"There is no copy of {path} yet. './tc backup' makes one.");
        foreach (var copy in copies)
            Console.WriteLine(string.Create(System.Globalization.CultureInfo.InvariantCulture,
                $"{copy.At.ToLocalTime():yyyy-MM-dd HH:mm}  {copy.Bytes / 1024.0 / 1024:0.0} MB  {copy.Why,-18}  " +
                $"{Path.GetFileName(copy.Path)}"));
        if (copies.Count > 0) Console.WriteLine("'./tc restore NAME' puts one back; what is there now is kept.");
    }

    private static void Backup(ServerOptions options, string path)
    {
        if (!File.Exists(path)) throw new StartRefusedException($"There is no database in {options.Data}.");
        // While a server runs, it is copied from under its hands; else it is looked at first, and nobody starts meanwhile.
        using var held = IsRunning(options.Data) ? null : DatabaseFile.Claim(options.Data);
        Console.WriteLine($"the copy is {Copies.MakeBackup(path, options.JobFile, DateTime.Now)}");
    }

    private static void Restore(ServerOptions options, string path)
    {
        if (options.JobFile is not { } wanted) throw new StartRefusedException("Which copy? './tc restore' lists them.");
        using var held = DatabaseFile.Hold(options.Data);
        var beside = Path.Combine(options.Data, wanted);
        var copy = Path.GetFullPath(File.Exists(beside) ? beside : wanted);
        if (copy == path) throw new StartRefusedException($"{path} is the database itself, not a copy of it.");
        var kept = Copies.Restore(path, copy, DateTime.Now);
        Console.WriteLine($"{path} is now what {copy} was" + (kept is null ? "" : $"; what was there is kept as {kept}"));
    }

    private static bool IsRunning(string folder)
    {
        try
        {
            DatabaseFile.Hold(folder).Dispose();
            return false;
        }
        catch (DataInUseException)
        {
            return true;
        }
    }
}
