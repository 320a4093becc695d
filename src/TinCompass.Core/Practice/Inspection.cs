namespace TinCompass.Core.Practice;

/// <summary>Fifteen seconds of inspection: calls at eight and twelve; over fifteen costs two seconds, over seventeen is a DNF.</summary>
public static class Inspection
{
    /// <summary>The whole of it, in ms.</summary>
    public const int WholeMs = 15_000;

    private const int DnfMs = 17_000;

    /// <summary>The penalty in ms for a time of inspection; null is a DNF.</summary>
    public static int? Penalty(int ms) => ms <= WholeMs ? 0 : ms <= DnfMs ? 2_000 : null;
}
