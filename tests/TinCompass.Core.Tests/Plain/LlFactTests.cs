using TinCompass.Core.Cube;
using TinCompass.Core.Methods.LastLayer;

namespace TinCompass.Core.Tests.Plain;

/// <summary>What is said of how a last layer looks, against the stickers of the plain cube.</summary>
public class LlFactTests
{
    private static readonly string[] Sides = ["green", "orange", "blue", "red"];

    [Fact]
    public void Sides_show_what_their_stickers_are()
    {
        var (random, looks, arrangements) = (new Random(PlainSeed.Today), LlSet.Oll.States(), LlSet.Pll.States());
        for (var i = 0; i < 2000; i++)
        {
            var state = arrangements[random.Next(arrangements.Count)].Then(looks[random.Next(looks.Count)]);
            var plain = new PlainLastLayer(PlainCube.Of(Facelets.Write(state.ToCube())));
            for (var side = 0; side < 4; side++)
            {
                var told = LlSide.Of(state, side);
                Assert.Equal(plain.Side(side), new[] { told.Left, told.Middle, told.Right }.Select(c => c == LlSide.Top ? "white" : Sides[c]));
            }
        }
    }

    /// <summary>Every place a name speaks of: what it says stands there, and nothing of that kind elsewhere.</summary>
    [Fact]
    public void Names_say_what_the_stickers_show()
    {
        string[] places = ["in front", "left", "behind", "right"];
        foreach (var c in LlCases.Of(LlSet.Oll).Concat(LlCases.Of(LlSet.Pll)).Where(c => !c.IsSolved))
        {
            var plain = new PlainLastLayer(PlainCube.Of(Facelets.Write(c.View.ToCube())));
            for (var side = 0; side < 4; side++)
            {
                var seen = plain.Side(side);
                var word = c.Set == LlSet.Oll
                    ? string.Concat(seen.Select(s => s == "white" ? "1" : "0")) switch
                    {
                        "111" => "full row", "101" => "both ends", "110" => "left two", "011" => "right two", "100" => "left end",
                        "001" => "right end", "010" => "middle", _ => "",
                    }
                    : (seen[0] == seen[1], seen[1] == seen[2], seen[0] == seen[2]) switch
                    {
                        (true, true, _) => "bar", (true, false, _) => "left pair", (false, true, _) => "right pair", (_, _, true) => "twins",
                        _ => "",
                    };
                var said = c.Name[(c.Name.IndexOf(':', StringComparison.Ordinal) + 1)..].Split(", ", StringSplitOptions.TrimEntries);
                var clause = "";
                var kind = "";
                foreach (var part in said)
                {
                    // "twins in front, left and right" is one clause in two parts.
                    if (!places.Any(p => part == p || part.StartsWith(p + " and", StringComparison.Ordinal)))
                        kind = new[] { "full row", "both ends", "left two", "right two", "left end", "right end", "middle", "bar", "left pair",
                            "right pair", "twins" }.FirstOrDefault(k => part.StartsWith(k, StringComparison.Ordinal)) ?? "";
                    var rest = part.StartsWith(kind, StringComparison.Ordinal) ? part[kind.Length..] : part;
                    if (kind.Length > 0 && (rest.Contains("all round", StringComparison.Ordinal)
                        || $" {rest} ".Replace(" and ", "  ", StringComparison.Ordinal).Contains($" {places[side]} ", StringComparison.Ordinal)))
                        clause = kind;
                }

                Assert.True(word == clause, $"{c.Name}: {places[side]} is '{word}', told '{clause}'");
            }
        }
    }
}
