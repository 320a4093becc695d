using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.BigCubes;

/// <summary>A cube turned over as a whole: what was on a face is on another, and turns have other names.</summary>
internal sealed class CentreView
{
    private readonly CentreMove over;
    private readonly Face[] to;
    private readonly Face[] back;

    /// <summary>As it is after the rotation to a hold.</summary>
    public CentreView(BigPieces pieces, Hold hold)
    {
        over = new CentreMove(pieces, [.. hold.Rotation.Select(t => BigTurns.Of(t, pieces.Size)[0])]);
        back = [.. Enum.GetValues<Face>().Select(f => (Face)(int)hold.ColorAt(f))];
        to = [.. Enum.GetValues<Face>().Select(f => hold.FaceOf((Color)(int)f))];
    }

    public Face Over(Face face) => to[(int)face];

    /// <summary>Faces as bits.</summary>
    public int Over(int faces) => Enum.GetValues<Face>().Where(f => (faces >> (int)f & 1) == 1).Sum(f => 1 << (int)Over(f));

    /// <summary>Places of centre pieces as bits.</summary>
    public uint Over(int orbit, uint mask) => over.Apply(orbit, mask);

    /// <summary>A turn of the cube turned over, as it is called before.</summary>
    public BigTurn Back(BigTurn turn) => BigTurn.Of(back[(int)turn.Face], turn.From, turn.To, turn.Quarters);
}

/// <summary>A view with the moves and tables, one for each kind of piece, that serve there.</summary>
internal sealed record CentreHold(CentreView View, CentreMoves Moves, CentreTable[] Near, Face Goal)
{
    /// <summary>The turns to the goal for one kind of piece that lies so before the view is taken.</summary>
    public int Left(int orbit, uint mask) => Near[orbit][View.Over(orbit, mask)];
}
