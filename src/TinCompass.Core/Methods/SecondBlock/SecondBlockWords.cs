
namespace TinCompass.Core.Methods.SecondBlock;

/// <summary>How the second block is spoken of.</summary>
public static class SecondBlockWords
{
    /// <summary>What a step brings, by what stood before it.</summary>
    public static string Title(SecondBlockGoal goal, uint stood)
    {
        bool Stood(SecondBlockGoal g) => (stood >> (int)g & 1) == 1;
        return goal switch
        {
            SecondBlockGoal.BaseEdge => "base edge",
            SecondBlockGoal.FrontSquare => Stood(SecondBlockGoal.BaseEdge) ? "front pair" : "front square",
            SecondBlockGoal.BackSquare => Stood(SecondBlockGoal.BaseEdge) ? "back pair" : "back square",
            _ => (Stood(SecondBlockGoal.FrontSquare), Stood(SecondBlockGoal.BackSquare)) switch
            {
                (true, true) => "centre",
                (true, false) => "back pair",
                (false, true) => "front pair",
                _ => "second block",
            },
        };
    }

    /// <summary>An order of its steps as read.</summary>
    public static string Order(string order) => order switch
    {
        "base-front-back" => "base, front, back",
        "base-back-front" => "base, back, front",
        "square-pair" => "square, then pair",
        _ => "all faces at once",
    };

    /// <summary>What stands of a position.</summary>
    public static uint Stands(SecondBlockTable table, SecondBlockPosition position) =>
        (uint)Enum.GetValues<SecondBlockGoal>().Where(g => table.Distance(position, g) == 0).Sum(g => 1 << (int)g);

    /// <summary>The exact fewest turns of what could come next.</summary>
    public static string Least(SecondBlockTable table, SecondBlockPosition position)
    {
        var stood = Stands(table, position);
        var said = Enum.GetValues<SecondBlockGoal>().Where(g => (stood >> (int)g & 1) == 0 || g == SecondBlockGoal.Block)
            .Select(g => (Goal: g, Title: g == SecondBlockGoal.Block && (stood & 6) == 0 ? "all of it" : Title(g, stood)))
            .Where(g => table.Distance(position, g.Goal) > 0).DistinctBy(g => g.Title)
            .Select(g => $"{g.Title} {table.Distance(position, g.Goal)}{WithCentre(g.Goal)}").ToArray();
        return said.Length == 0 ? "" : $"Fewest turns from here: {string.Join(", ", said)}.";

        // The last pair may be in with a centre of a side up: the block is done only with a centre of the bottom or top there.
        string WithCentre(SecondBlockGoal goal)
        {
            var isLast = goal == SecondBlockGoal.FrontSquare ? (stood >> (int)SecondBlockGoal.BackSquare & 1) == 1
                : goal == SecondBlockGoal.BackSquare && (stood >> (int)SecondBlockGoal.FrontSquare & 1) == 1;
            var all = table.Distance(position, SecondBlockGoal.Block);
            return isLast && all > table.Distance(position, goal) ? $" ({all} with the bottom or top centre up)" : "";
        }
    }
}
