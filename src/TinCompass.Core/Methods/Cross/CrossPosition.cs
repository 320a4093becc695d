using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.Cross;

/// <summary>
/// A position seen with one colour held down: the hold, and where the base stickers of its four edges lie.
/// Only these four edges matter to a cross.
/// </summary>
public readonly record struct CrossPosition
{
    private readonly uint states;

    private CrossPosition(Color color, Hold turned, Hold held, uint states) =>
        (Color, Rotation, Hold, this.states) = (color, turned, held, states);

    /// <summary>The base colour, held down.</summary>
    public Color Color { get; }

    /// <summary>The rotation that was applied to the position, as the hold it leads to from the scramble hold.</summary>
    public Hold Rotation { get; }

    /// <summary>Which colour looks where after that rotation.</summary>
    public Hold Hold { get; }

    /// <summary>
    /// Sees a position with a colour down, turned there by the plainest rotation or by the given one of the four y-holds (0..3).
    /// </summary>
    public static CrossPosition Of(CubeState state, Color color, int yHold = 0)
    {
        var turned = Hold.BringingDown(state.Hold.FaceOf(color))[yHold];
        // An index, not an enumerator: this runs for every colour of every scramble and allocates nothing.
        for (var i = 0; i < turned.Rotation.Count; i++) state = state.Apply(turned.Rotation[i]);
        return AsHeld(state, turned);
    }

    /// <summary>Sees a position with a colour down and a neighbouring colour in front.</summary>
    public static CrossPosition Of(CubeState state, Color color, Color front)
    {
        for (var y = 0; y < 4; y++)
        {
            var position = Of(state, color, y);
            if (position.Hold.ColorAt(Face.F) == front) return position;
        }

        throw new ArgumentException($"{front.Name()} cannot be in front while {color.Name()} is down", nameof(front));
    }

    /// <summary>Sees a position as it is held, whatever colour is down.</summary>
    public static CrossPosition AsHeld(CubeState state) => AsHeld(state, Hold.Scramble);

    private static CrossPosition AsHeld(CubeState state, Hold turned)
    {
        var color = state.Hold.ColorAt(Face.D);
        uint states = 0;
        for (var i = 0; i < 4; i++)
            states |= (uint)EdgeStickers.Find(state, Piece(state.Hold, i), color) << (8 * i);
        return new CrossPosition(color, turned, state.Hold, states);
    }

    /// <summary>The sticker state of an edge 0..3 (belonging in front, right, back, left).</summary>
    public int StateOf(int edge) => (int)((states >> (8 * edge)) & 255);

    /// <summary>The side colour of an edge 0..3: the colour of the centre it belongs beside.</summary>
    public Color SideOf(int edge) => Hold.ColorAt(SideFaces[edge]);

    /// <summary>The number 0..3 of the edge with a side colour.</summary>
    public int EdgeOf(Color side) => Array.IndexOf(SideFaces, Hold.FaceOf(side));

    /// <summary>The four states in one number, eight bits an edge.</summary>
    internal uint States => states;

    /// <summary>Index in the <see cref="CrossTable"/>.</summary>
    public int Index => CrossTable.Index([(byte)StateOf(0), (byte)StateOf(1), (byte)StateOf(2), (byte)StateOf(3)]);

    /// <summary>The four edges' faces in the order of the index.</summary>
    internal static readonly Face[] SideFaces = [Face.F, Face.R, Face.B, Face.L];

    // The edge that belongs under each side centre, for each of the 24 holds.
    private static readonly Edge[] PieceTable =
        [.. Hold.All.SelectMany(h => SideFaces.Select(f => Pieces.EdgeWith(h.ColorAt(Face.D), h.ColorAt(f))!.Value))];

    private static Edge Piece(Hold hold, int edge) => PieceTable[(hold.Index * 4) + edge];
}
