using TinCompass.Core.Cube;
using TinCompass.Core.Methods.XCross;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.F2l;

/// <summary>The families of cases.</summary>
public enum F2lFamily
{
    /// <summary>Both on top, the base colour on a side, the top stickers differ: they go in apart.</summary>
    Differ,

    /// <summary>Both on top, the base colour on a side, the top stickers agree: they are joined first.</summary>
    Agree,

    /// <summary>Both on top, the base colour up.</summary>
    BaseUp,

    /// <summary>The edge is in the slot, the corner on top.</summary>
    EdgeInSlot,

    /// <summary>The corner is in the slot, the edge on top.</summary>
    CornerInSlot,

    /// <summary>Both are in the slot; one of these is solved.</summary>
    BothInSlot,

    /// <summary>A piece is stuck in another slot.</summary>
    Elsewhere,
}

/// <summary>How the two pieces touch.</summary>
public enum F2lJoint
{
    /// <summary>Side by side as in their slot.</summary>
    Rightly,

    /// <summary>Side by side, but not as in their slot.</summary>
    Wrongly,

    /// <summary>They do not touch.</summary>
    Apart,
}

/// <summary>
/// One of the 42 cases of a slot: seen with the slot at front-right and, when the corner is on top, with the corner over the slot.
/// </summary>
/// <param name="Id">Its stable name: where the corner's base colour looks, then where the edge is: "right-back-f", "up-slot",
/// "low-front-top-r".</param>
/// <param name="Family">Its family.</param>
/// <param name="Name">What it looks like, in words, without colours.</param>
/// <param name="Joint">Whether the pieces touch.</param>
/// <param name="MirrorId">The case seen in the mirror that swaps the slot's two sides; may be itself.</param>
/// <param name="Corner">The corner's sticker state.</param>
/// <param name="Edge">The edge's sticker state.</param>
public sealed record F2lCase(string Id, F2lFamily Family, string Name, F2lJoint Joint, string MirrorId, int Corner, int Edge)
{
    /// <summary>True for the one case that is solved.</summary>
    public bool IsSolved => Id == F2lCases.SolvedId;
}

/// <summary>
/// The 42 cases: corner and edge each on top or in their own slot, up to turns of U: 24 + 6 + 6 + 6. Found by going through all states, not
/// from a list.
/// </summary>
public static class F2lCases
{
    /// <summary>The case in which nothing is left to do.</summary>
    public const string SolvedId = "low-slot";

    private static readonly Turn Up = Turn.Of(Face.U, 1);
    private static readonly Turn Over = Turn.FromLetter(16, 1);

    private static readonly Dictionary<(int Corner, int Edge), F2lCase> ByState = Build();

    /// <summary>All 42, by family, the solved one last.</summary>
    public static IReadOnlyList<F2lCase> All { get; } =
        [.. ByState.Values.Distinct().OrderBy(c => c.IsSolved).ThenBy(c => c.Family)
            .ThenBy(c => CornerToken(c.Corner), StringComparer.Ordinal).ThenBy(c => c.Id, StringComparer.Ordinal)];

    /// <summary>
    /// Every position of a case but the solved one, by <see cref="Seen"/>: a case has as many as turns of U tell apart, 149 in all.
    /// </summary>
    public static IReadOnlyList<(int Corner, int Edge)> Positions { get; } =
        [.. ByState.Where(c => !c.Value.IsSolved).Select(c => c.Key).Order()];

    /// <summary>A case by its name; null when there is none.</summary>
    public static F2lCase? Find(string? id) => All.FirstOrDefault(c => c.Id == id);

    /// <summary>
    /// The case of a slot; null when a piece is stuck in another slot, or when one stands in the base away from the slots (then the cross
    /// is not done).
    /// </summary>
    public static F2lCase? Of(F2lState state, Slot slot)
    {
        var (corner, edge) = Seen(state, slot);
        return ByState.GetValueOrDefault((corner, edge));
    }

    /// <summary>
    /// The name of a case, or of how the pieces are stuck: "stuck-corner-left", "stuck-corner-opposite-edge-right" (seen with the slot at
    /// front-right, the next slots being right, opposite and left).
    /// </summary>
    public static string IdOf(F2lState state, Slot slot)
    {
        if (Of(state, slot) is { } found) return found.Id;
        var (corner, edge) = Seen(state, slot);
        var id = "stuck";
        if (SlotPlaces.Of(CornerStickers.Place(corner)) is { } c && c != Slot.FR) id += $"-corner-{Aside(c)}";
        if (SlotPlaces.Of(EdgeStickers.Place(edge)) is { } e && e != Slot.FR) id += $"-edge-{Aside(e)}";
        return id;
    }

    /// <summary>
    /// A slot's two pieces as they would be seen with the slot at front-right: corner state, and the state of the edge's front sticker.
    /// </summary>
    public static (int Corner, int Edge) Seen(F2lState state, Slot slot)
    {
        int corner = state.CornerOf(slot), edge = state.EdgeOf(slot);
        for (var i = 0; i < (int)slot; i++) (corner, edge) = (CornerStickers.After(corner, Over), EdgeStickers.After(edge, Over));
        // The reference sticker of the slots BR and FL is the one that comes to the right.
        return (corner, (int)slot % 2 == 0 ? edge : edge ^ 1);
    }

    /// <summary>True when a slot's pieces stand side by side as in their slot, wherever they are.</summary>
    public static bool IsJoined(F2lState state, Slot slot) => PairStands.AreJoined(Seen(state, slot));

    private static Dictionary<(int Corner, int Edge), F2lCase> Build()
    {
        var found = new Dictionary<(int, int), F2lCase>();
        for (var corner = 0; corner < CornerStickers.Count; corner++)
            for (var edge = 0; edge < EdgeStickers.Count; edge++)
            {
                if (!IsHere(SlotPlaces.Of(CornerStickers.Place(corner))) || !IsHere(SlotPlaces.Of(EdgeStickers.Place(edge)))
                    || IsInBase(EdgeStickers.Place(edge))) continue;
                var (c, e) = Plain(corner, edge);
                if (!found.TryGetValue((c, e), out var known)) known = Describe(c, e);
                found[(c, e)] = found[(corner, edge)] = known;
            }

        return found;

        static bool IsHere(Slot? slot) => slot is null or Slot.FR;
    }

    internal static bool IsInBase(Edge place) => Pieces.EdgeFaces[(int)place][0] == Face.D;

    /// <summary>Turned by U until the corner is over the slot or, when it is in the slot, the edge is in front.</summary>
    private static (int Corner, int Edge) Plain(int corner, int edge)
    {
        for (var i = 0; i < 4; i++)
        {
            if (IsOnTop(CornerStickers.Place(corner)) ? CornerStickers.Place(corner) == Corner.URF : !IsOnTop(EdgeStickers.Place(edge))
                || EdgeStickers.Place(edge) == Edge.UF) break;
            (corner, edge) = (CornerStickers.After(corner, Up), EdgeStickers.After(edge, Up));
        }

        return (corner, edge);
    }

    private static F2lCase Describe(int corner, int edge)
    {
        bool cornerUp = IsOnTop(CornerStickers.Place(corner)), edgeUp = IsOnTop(EdgeStickers.Place(edge));
        var baseUp = cornerUp && CornerFace(corner) == Face.U;
        var agree = cornerUp && edgeUp && !baseUp && TopOfCorner(corner) == TopOfEdge(edge);
        var family = (cornerUp, edgeUp) switch
        {
            (true, true) => baseUp ? F2lFamily.BaseUp : agree ? F2lFamily.Agree : F2lFamily.Differ,
            (true, false) => F2lFamily.EdgeInSlot,
            (false, true) => F2lFamily.CornerInSlot,
            _ => F2lFamily.BothInSlot,
        };
        var joint = PairStands.AreJoined((corner, edge)) ? F2lJoint.Rightly
            : Touch(CornerStickers.Place(corner), EdgeStickers.Place(edge)) ? F2lJoint.Wrongly : F2lJoint.Apart;
        return new F2lCase($"{CornerToken(corner)}-{EdgeToken(corner, edge)}", family, Words(corner, edge, agree), joint,
            MirrorOf(corner, edge), corner, edge);
    }

    private static string CornerToken(int corner) => (IsOnTop(CornerStickers.Place(corner)), CornerFace(corner)) switch
    {
        (true, Face.U) => "up",
        (true, Face.R) => "right",
        (true, _) => "front",
        (false, Face.D) => "low",
        (false, Face.R) => "low-right",
        _ => "low-front",
    };

    private static string EdgeToken(int corner, int edge)
    {
        var place = EdgeStickers.Place(edge);
        if (!IsOnTop(place)) return edge == EdgeStickers.State(Edge.FR, 0) ? "slot" : "flip";
        var color = TopOfEdge(edge) == Face.F ? "f" : "r";
        return IsOnTop(CornerStickers.Place(corner)) ? $"{SideOf(place)}-{color}" : $"top-{color}";
    }

    private static string SideOf(Edge place) => place switch { Edge.UF => "front", Edge.UR => "right", Edge.UB => "back", _ => "left" };

    private static string MirrorOf(int corner, int edge)
    {
        // In the mirror front and right change places, so do back and left, and the two colours.
        var tokens = $"{CornerToken(corner)}-{EdgeToken(corner, edge)}".Split('-').Select(t => t switch
        {
            "front" => "right",
            "right" => "front",
            "back" => "left",
            "left" => "back",
            "f" => "r",
            "r" => "f",
            _ => t,
        });
        return string.Join('-', tokens);
    }

    private static string Words(int corner, int edge, bool agree)
    {
        bool cornerUp = IsOnTop(CornerStickers.Place(corner)), edgeUp = IsOnTop(EdgeStickers.Place(edge));
        var looks = CornerFace(corner) switch
        {
            Face.U => "base up",
            Face.D => "base down",
            Face.R => "base on the right",
            _ => "base in front"
        };
        var color = TopOfEdge(edge) == Face.F ? "front colour" : "right colour";
        var flipped = edge == EdgeStickers.State(Edge.FR, 0) ? "right way" : "flipped";
        var place = EdgeStickers.Place(edge) switch
        {
            Edge.UF => "in front",
            Edge.UR => "on the right",
            Edge.UB => "behind",
            _ => "on the left"
        };
        return (cornerUp, edgeUp) switch
        {
            (true, true) when CornerFace(corner) == Face.U => $"{Capital(looks)}, edge {place}, its {color} up",
            (true, true) => $"{Capital(looks)}, edge {place}, tops {(agree ? "agree" : "differ")}",
            (true, false) => $"{Capital(looks)}, edge in the slot, {flipped}",
            (false, true) => $"Corner in the slot, {looks}, edge on top with its {color} up",
            _ when corner == XCrossTables.SolvedCorner && flipped == "right way" => "Solved",
            _ => $"Both in the slot, {looks}, edge {flipped}",
        };
    }

    private static string Capital(string text) => char.ToUpperInvariant(text[0]) + text[1..];

    private static string Aside(Slot slot) => slot switch { Slot.BR => "right", Slot.BL => "opposite", _ => "left" };

    internal static bool IsOnTop(Corner place) => Pieces.CornerFaces[(int)place][0] == Face.U;

    internal static bool IsOnTop(Edge place) => Pieces.EdgeFaces[(int)place][0] == Face.U;

    private static Face CornerFace(int corner) => Pieces.CornerFaces[corner / 3][corner % 3];

    /// <summary>
    /// The colour on top, named by the side of the slot it belongs to: the stickers of the corner DFR follow each other clockwise as base,
    /// front, right.
    /// </summary>
    private static Face TopOfCorner(int corner) => ((3 - (corner % 3)) % 3) switch { 1 => Face.F, 2 => Face.R, _ => Face.D };

    private static Face TopOfEdge(int edge) => EdgeStickers.FaceOf(edge) == Face.U ? Face.F : Face.R;

    private static bool Touch(Corner corner, Edge edge) =>
        Pieces.EdgeFaces[(int)edge].All(f => Pieces.CornerFaces[(int)corner].Contains(f));
}
