
namespace TinCompass.Core.Cube;

/// <summary>The four slots of a hold, in the order in which y turns bring them to the front-right.</summary>
public enum Slot : byte
{
    /// <summary>Front-right.</summary>
    FR,

    /// <summary>Back-right.</summary>
    BR,

    /// <summary>Back-left.</summary>
    BL,

    /// <summary>Front-left.</summary>
    FL,
}

/// <summary>A set of slots as bits: bit i is slot i.</summary>
public readonly record struct SlotSet(byte Bits)
{
    /// <summary>No slot.</summary>
    public static SlotSet None => default;

    /// <summary>All four.</summary>
    public static SlotSet All { get; } = new(15);

    /// <summary>How many.</summary>
    public int Count => System.Numerics.BitOperations.PopCount(Bits);

    /// <summary>True when the slot is in the set.</summary>
    public bool Has(Slot slot) => (Bits >> (int)slot & 1) == 1;

    /// <summary>The set with a slot.</summary>
    public SlotSet With(Slot slot) => new((byte)(Bits | 1 << (int)slot));

    /// <summary>The set without a slot.</summary>
    public SlotSet Without(Slot slot) => new((byte)(Bits & ~(1 << (int)slot)));

    /// <summary>The other slots.</summary>
    public SlotSet Others => new((byte)(~Bits & 15));

    /// <summary>"FR BL".</summary>
    public override string ToString() => string.Join(' ', Slots);

    /// <summary>The slots of the set, FR first.</summary>
    public IEnumerable<Slot> Slots
    {
        get
        {
            for (var s = Slot.FR; s <= Slot.FL; s++)
                if (Has(s)) yield return s;
        }
    }
}

/// <summary>What belongs to each slot of a hold: its edge place, its corner place below, and its two side faces.</summary>
public static class SlotPlaces
{
    private static readonly Edge[] Edges = [Edge.FR, Edge.BR, Edge.BL, Edge.FL];
    private static readonly Corner[] Corners = [Corner.DFR, Corner.DRB, Corner.DBL, Corner.DLF];
    private static readonly Face[][] Sides = [[Face.F, Face.R], [Face.R, Face.B], [Face.B, Face.L], [Face.L, Face.F]];

    /// <summary>The slot's place in the middle layer.</summary>
    public static Edge EdgePlace(this Slot slot) => Edges[(int)slot];

    /// <summary>The slot's place in the base layer.</summary>
    public static Corner CornerPlace(this Slot slot) => Corners[(int)slot];

    /// <summary>The slot's faces: the one that y brings to the front first.</summary>
    public static IReadOnlyList<Face> Faces(this Slot slot) => Sides[(int)slot];

    /// <summary>The slot that holds an edge place; null when it is of another layer.</summary>
    public static Slot? Of(Edge place) => Array.IndexOf(Edges, place) is >= 0 and var i ? (Slot)i : null;

    /// <summary>The slot that holds a corner place; null when it is in the top layer.</summary>
    public static Slot? Of(Corner place) => Array.IndexOf(Corners, place) is >= 0 and var i ? (Slot)i : null;

    /// <summary>The slot after the cube was turned by y so often (0..3): what was at back-right comes to the front-right.</summary>
    public static Slot AfterY(this Slot slot, int quarters) => (Slot)(((int)slot - quarters + 8) % 4);

    /// <summary>A slot's name by its side colours in a hold.</summary>
    public static SlotName NameIn(this Slot slot, Hold hold) => SlotName.Of(hold.ColorAt(slot.Faces()[0]), hold.ColorAt(slot.Faces()[1]));

    /// <summary>The slot with a name in a hold whose base is down; null when the base colour has no such slot.</summary>
    public static Slot? Find(SlotName name, Hold hold)
    {
        for (var s = Slot.FR; s <= Slot.FL; s++)
            if (s.NameIn(hold) == name) return s;
        return null;
    }

    /// <summary>"front-right".</summary>
    public static string Words(this Slot slot) =>
        slot switch { Slot.FR => "front-right", Slot.BR => "back-right", Slot.BL => "back-left", _ => "front-left" };
}
