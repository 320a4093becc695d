using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Practice;

namespace TinCompass.Server.Demo;

/// <summary>
/// How an invented solver plans: which colours, how often a plan goes wrong at first and after eight weeks, how far from the shortest plan
/// the choice wanders (temperature, in turns), and the median planning time.
/// </summary>
internal sealed record DemoHabits(
    string Name, int Attempts, Color[] Colors, double ErrorsAtFirst, double ErrorsAtLast, double WanderAtFirst, double WanderAtLast,
        int MedianMsAtFirst, int MedianMsAtLast)
{
    /// <summary>Which plan comes first for them.</summary>
    public PlanOrder Order { get; init; }

    /// <summary>How they learn what the drills teach.</summary>
    public LearnerKind Learner { get; init; } = LearnerKind.Steady with { Guess = 0.5 };

    /// <summary>The left hand is the stronger one.</summary>
    public bool LeftHanded { get; init; }

    /// <summary>Letters they never turn.</summary>
    public string Avoid { get; init; } = "";

    /// <summary>The hand that makes M.</summary>
    public MiddleHand Middle { get; init; }

    /// <summary>
    /// Of the casebooks of some stages, the share of cases for which they keep a sequence of their own; of others a ninth.
    /// </summary>
    public IReadOnlyDictionary<string, double> Repertoire { get; init; } = new Dictionary<string, double>();

    /// <summary>The method they solve by.</summary>
    public string Method { get; init; } = "cfop";

    /// <summary>Once a week they train bigger cubes too.</summary>
    public bool HasBigger { get; init; }

    /// <summary>In how many looks they do the last layer, as the habit says it.</summary>
    public string Looks { get; init; } = "one";
}

/// <summary>
/// The sample world: the Tarnhythe Harbour Cubing Circle, which meets in the old customs shed. Town, club and members are invented.
/// </summary>
internal static class DemoClub
{
    /// <summary>The seed of everything in the demo but the present day.</summary>
    public const int Seed = 5311;

    /// <summary>How far the log goes back.</summary>
    public const int Weeks = 8;

    public static readonly IReadOnlyList<DemoHabits> Members =
    [
        // Always white, careful, new to planning the whole cross.
        new("Maren Olvik", 52, [Color.White], 0.50, 0.22, 1.1, 0.55, 14_500, 9_800)
        {
            Avoid = "MES",
            Looks = "two",
            Repertoire = new Dictionary<string, double>
            {
                ["oll"] = 0, ["pll"] = 0, ["eoll"] = 1, ["ocll"] = 1, ["cpll"] = 1, ["epll"] = 1,
            },
        },
        // Two colours, quick and a little rash.
        new("Sefa Lundry", 60, [Color.White, Color.Yellow], 0.42, 0.20, 0.8, 0.45, 8_900, 6_200) { LeftHanded = true,
            Learner = LearnerKind.Forgetful with { Guess = 0.4 } },
        // Colour-neutral, the best planner of the circle.
        new("Ioan Paskett", 48, [.. Faces.AllColors], 0.24, 0.07, 0.5, 0.2, 10_500,
            6_900) { Learner = LearnerKind.Steady with { FirstDays = 5, Guess = 0.65 }, HasBigger = true,
            Repertoire = new Dictionary<string, double> { ["oll"] = 1, ["pll"] = 1 } },
        // Two colours, slow start, steady progress.
        new("Tobin Wex", 44, [Color.Blue, Color.Green], 0.60, 0.28, 1.3, 0.7, 15_500, 11_500) { Order = PlanOrder.Foresight, Looks = "top",
            Repertoire = new Dictionary<string, double> { ["oll"] = 0.1, ["pll"] = 0.5, ["eoll"] = 1, ["ocll"] = 1 } },
        // Solves with blocks on white or yellow, knows nearly all of the corners.
        new("Ysolde Tarn", 44, [Color.White, Color.Yellow], 0.60, 0.12, 0.9, 0.4, 13_000, 8_000)
        {
            Method = "roux",
            Middle = MiddleHand.Left,
            Repertoire = new Dictionary<string, double> { ["cmll"] = 0.9 },
        },
        // Came over from crosses, blocks on white alone, corners in two looks.
        new("Torben Helder", 48, [Color.White], 0.85, 0.10, 1.2, 0.7, 15_000, 11_000)
        {
            Method = "roux",
            Looks = "two",
            LeftHanded = true,
            Repertoire = new Dictionary<string, double> { ["cmll"] = 0.1 },
        },
        // Edges before corners, one idea for all of them; on white or yellow.
        new("Wenna Corlett", 40, [Color.White, Color.Yellow], 0.55, 0.25, 1.2, 0.7, 14_000, 10_500) { Method = "edges" },
        // Blocks first and good edges early, any colour.
        new("Joris Amberlin", 42, [.. Faces.AllColors], 0.50, 0.18, 1.0, 0.5, 13_500, 9_000) { Method = "blocks",
            HasBigger = true },
    ];
}
