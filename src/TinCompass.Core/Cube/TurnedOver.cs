namespace TinCompass.Core.Cube;

/// <summary>
/// A cube as it is seen turned over by z2: what was down is up, what was left is right, the front stays in front. So one sees it who works
/// with the base on top: the same turns of the same layers, named by where those layers are then.
/// </summary>
public static class TurnedOver
{
    private static readonly Turn Over = Turn.FromLetter(17, 2);

    /// <summary>For each of the 54 facelets the one whose sticker is seen there.</summary>
    public static IReadOnlyList<int> Stickers { get; } = [.. Geometry.StickerSources[Over.Index].Select(s => (int)s)];

    /// <summary>The hold in which it is seen.</summary>
    public static Hold Of(Hold hold) => hold.After(Over);

    /// <summary>The turn of the same layers.</summary>
    public static Turn Of(Turn turn) => turn.Renamed(Hold.Scramble, Of(Hold.Scramble));
}
