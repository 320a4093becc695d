namespace TinCompass.Core.Practice;

/// <summary>How a level follows the solver: up after a right and quick answer, down after a wrong one.</summary>
public static class Levels
{
    /// <summary>The level after an answer, from 1 to the drill's last.</summary>
    public static int After(int level, int levels, bool right, int ms, int targetMs) =>
        Math.Clamp(right ? level + (ms <= targetMs ? 1 : 0) : level - 1, 1, levels);
}
