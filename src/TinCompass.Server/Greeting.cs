using System.Net;
using TinCompass.Server.Features.Club;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server;

/// <summary>What whoever starts the server is told when it listens.</summary>
internal static class Greeting
{
    public static void Say(WebApplication app, ServerOptions options)
    {
        Console.WriteLine($"Tin Compass listens at {string.Join(", ", app.Urls)}   (Ctrl-C stops it)");
        foreach (var line in Warnings(options)) Console.WriteLine(line);
        if (!options.Club) return;
        using var scope = app.Services.CreateScope();
        if (!scope.ServiceProvider.GetRequiredService<TinCompassDb>().Credentials.Any(c => c.IsAdmin))
            Console.WriteLine($"The club has no admin yet: open the page and name one with the word {ClubDoor.SetupWord}.");
    }

    /// <summary>What is open to others, said plainly.</summary>
    internal static IEnumerable<string> Warnings(ServerOptions options)
    {
        if (IPAddress.IsLoopback(options.Address)) yield break;
        if (!options.Club)
            yield return $"WARNING: at {options.Host} everybody who reaches this machine can read and change everything: nobody is asked " +
                "who they are. './tc serve --club' asks.";
        if (options.Certificate is null && !options.BehindProxy)
            yield return "WARNING: without TLS whoever shares the network can read what is sent, PINs too. docs/club.md says how to " +
                "encrypt it.";
    }
}
