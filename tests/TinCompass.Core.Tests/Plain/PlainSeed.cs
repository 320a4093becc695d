using System.Globalization;

namespace TinCompass.Core.Tests.Plain;

/// <summary>
/// Where the random positions of these tests begin. A whole run (<c>./tc test</c>) begins where the sources say (TC_SOURCES_SEED, made of
/// what is committed): the same sources meet the same positions, changed ones others, so that chance has no say in whether a build is good.
/// Run by themselves or by night they begin elsewhere each time, so that in time everything is tried. A failure names the number; TC_SEED
/// brings it back.
/// </summary>
internal static class PlainSeed
{
    public static readonly int Today = Asked("TC_SEED") ?? Asked("TC_SOURCES_SEED") ?? Random.Shared.Next(1, 1_000_000);

    private static int? Asked(string name) =>
        int.TryParse(Environment.GetEnvironmentVariable(name), CultureInfo.InvariantCulture, out var asked) ? asked : null;
}
