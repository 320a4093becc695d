using TinCompass.Core.Cube;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.GoodFirst;

/// <summary>What a turn does to edges that are made good, and to those of the base.</summary>
public enum GoodDeed
{
    /// <summary>So many edges are bad after it (<see cref="StageFact.Number"/>).</summary>
    Bad,

    /// <summary>An edge of the base comes home.</summary>
    Home,

    /// <summary>An edge of the base that was home is lent.</summary>
    Lent,
}

/// <summary>Turns of faces told by how many edges are bad after them, and which edges of the base come home.</summary>
internal static class GoodNotes
{
    private static readonly Edge[] OfBase = [Edge.DF, Edge.DB, Edge.DR, Edge.DL];

    /// <summary>
    /// Turn by turn, from a position that is held as the edges are meant; <paramref name="called"/> are the turns as they were made, where
    /// that was in another hold.
    /// </summary>
    public static IReadOnlyList<StageNote> Of(CubeState held, IReadOnlyList<Turn> faces, IReadOnlyList<Turn>? called = null)
    {
        var (notes, now) = (new List<StageNote>(), new GoodHold([], held));
        for (var i = 0; i < faces.Count; i++)
        {
            var after = new GoodHold([], now.Held.Apply(faces[i]));
            Edge[] home = [.. OfBase.Where(e => after.IsHome(e) && !now.IsHome(e))];
            Edge[] lent = [.. OfBase.Where(e => now.IsHome(e) && !after.IsHome(e))];
            StageFact[] facts = [new(Words.Code(GoodDeed.Bad), Number: after.Count),
                .. home.Select(e => new StageFact(Words.Code(GoodDeed.Home), Name(held, e))),
                .. lent.Select(e => new StageFact(Words.Code(GoodDeed.Lent), Name(held, e)))];
            var said = new List<string>();
            if (after.Count != now.Count) said.Add($"{Left(after.Count)} bad, {now.Count} {(now.Count == 1 ? "was" : "were")}");
            if (home.Length > 0) said.Add($"{Named(held, home)} {(home.Length == 1 ? "comes" : "come")} home");
            if (lent.Length > 0) said.Add($"{Named(held, lent)} {(lent.Length == 1 ? "leaves its place" : "leave their places")}");
            if (said.Count == 0) said.Add($"turns {(called ?? faces)[i].Letter}: {Left(after.Count)} bad");
            notes.Add(new StageNote(i, i + 1, facts, $"{Words.Capital(string.Join("; ", said))}.",
                after.Count < now.Count || home.Length > lent.Length ? NoteTone.Good : NoteTone.Plain,
                home.Length > 0 ? Colors(held, home[0]) : []));
            now = after;
        }

        return notes;
    }

    /// <summary>"2 are", "none is".</summary>
    public static string Left(int count) => count switch { 0 => "none is", 1 => "1 is", _ => $"{count} are" };

    /// <summary>The colours of the edge that belongs at a place, the base first.</summary>
    public static IReadOnlyList<Color> Colors(CubeState held, Edge place) =>
        [.. Pieces.EdgeFaces[(int)place].Select(held.Hold.ColorAt)];

    private static string Name(CubeState held, Edge place) => string.Join('-', Colors(held, place).Select(c => c.Name()));

    private static string Named(CubeState held, IEnumerable<Edge> places) => Words.Join(places.Select(e => Name(held, e)));
}
