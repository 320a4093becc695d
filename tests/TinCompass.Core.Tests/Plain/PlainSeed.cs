using System.Globalization;

namespace TinCompass.Core.Tests.Plain;

/// <summary>
/// Where the random positions of these tests begin: another number each run, so that in time everything is tried. A failure names it;
/// TC_SEED brings it back.
/// </summary>
internal static class PlainSeed
{
    public static readonly int Today =
        int.TryParse(Environment.GetEnvironmentVariable("TC_SEED"), CultureInfo.InvariantCulture, out var asked)
            ? asked : Random.Shared.Next(1, 1_000_000);
}
