namespace TinCompass.Core.Practice;

/// <summary>Random numbers that the framework does not have.</summary>
public static class Chance
{
    /// <summary>A number of the normal distribution, mean 0, deviation 1.</summary>
    public static double Normal(this Random random) =>
        Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
}
