namespace TinCompass.Core.Stages;

/// <summary>
/// Why a position is no beginning for a stage, or a sequence not what the stage needs: a code for programs and a sentence for people.
/// </summary>
public sealed record StageRefusal(string Code, string Message);
