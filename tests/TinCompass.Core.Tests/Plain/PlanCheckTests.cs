using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Tests.Plain;

/// <summary>Plan and check have one cost: whatever the planner makes, by any order, wish and hand, the check calls no mistake.</summary>
public sealed class PlanCheckTests
{
    private static readonly int Positions = Environment.GetEnvironmentVariable("TC_LONG") is { Length: > 0 } ? 200 : 6;

    public static TheoryData<string> Methods => [.. StageKit.Book.Methods.Select(m => m.Id)];

    [Theory]
    [MemberData(nameof(Methods))]
    public void What_is_planned_is_no_mistake(string id)
    {
        var (random, method) = (new Random(PlainSeed.Today), StageKit.Book.Method(id)!);
        string[] wishes = [.. method.Stages.SelectMany(s => StageKit.Book.Find(s)!.Course!.Wishes)];
        for (var i = 0; i < Positions; i++)
        {
            var start = RandomPosition.Draw(random.Next);
            Focus[] foci = [.. StageKit.Book.Find(method.Stages[0])!.Course!.Foci(Faces.AllColors)];
            var focus = foci[random.Next(foci.Length)];
            var hands = new HandModel(new HandPreferences(LeftHanded: random.Next(4) == 0));
            var options = new CourseOptions(hands, random.Next(2) == 0, false, CourseOptions.UsualBeam)
            {
                Wishes = [.. wishes.Where(_ => random.Next(3) == 0)],
            };
            var course = new CoursePlanner(StageKit.Book).Plan(method, start, focus, [], options);
            for (var from = 0; from < course.Stops.Count; from++)
            {
                // The stops of a stage from each of them on, and each alone.
                // A look of two is checked by the stage that it belongs to.
                var stage = StageKit.Book.Find(course.Stops[from].Stage switch
                {
                    "eoll" or "ocll" => "oll",
                    "cpll" or "epll" => "pll",
                    var other => other,
                })!;
                var all = course.Stops.Skip(from).TakeWhile(s => Of(stage, s)).ToArray();
                foreach (var stops in new[] { all, all[..1] })
                {
                    // As it is made: where two steps meet, one move.
                    var own = JoinedMoves.Of([.. stops.Select(s => s.Turns)]).All;
                    if (own.Count == 0 || stage.Refuses(course.Before[from], focus) is not null) continue;
                    var arrived = options with { Arrived = [.. course.Stops.Take(from).SelectMany(s => s.Turns)] };
                    var about = $"seed {PlainSeed.Today}: {Facelets.Write(start)} {method.Id} {focus} {stage.Id} {string.Join(' ', own)} "
                        + $"after {string.Join(' ', arrived.Arrived)}; by turns {options.ByTurns}, {string.Join(' ', options.Wishes)}";
                    var judged = stage.Check(course.Before[from], focus, own, arrived, isKnown: true);
                    Assert.True(judged.FirstMistake is null && !judged.IsBroken, $"{about}: {judged.FirstMistake} {judged.Verdict}");
                    Assert.DoesNotContain("over our plan", judged.Verdict, StringComparison.Ordinal);
                    Assert.DoesNotContain(judged.Hints, h => h.StartsWith("This is for", StringComparison.Ordinal));
                    Assert.Empty(judged.Advice(hands));
                }
            }
        }

        bool Of(IStage stage, CourseStop stop) => stop.Stage == stage.Id
            || (stage.Id is "oll" or "eoll" or "ocll" && stop.Stage is "oll" or "eoll" or "ocll")
            || (stage.Id is "pll" or "cpll" or "epll" && stop.Stage is "pll" or "cpll" or "epll");
    }

    /// <summary>In every order, for every hold: the plan that comes first.</summary>
    [Fact]
    public void The_first_cross_of_every_order_and_hold_is_no_mistake()
    {
        var (random, tools) = (new Random(PlainSeed.Today), StageKit.Cross.Tools);
        var hands = new HandModel(HandPreferences.Usual);
        for (var i = 0; i < 8 * Positions; i++)
        {
            var (start, color) = (RandomPosition.Draw(random.Next), Faces.AllColors[random.Next(6)]);
            foreach (var order in Enum.GetValues<PlanOrder>())
                foreach (var hold in Enum.GetValues<HoldChoice>())
                {
                    var options = new CrossPlanOptions(random.Next(3), order, hold) { Hands = hands };
                    Turn[] first = [.. tools.Planner.Plan(start, color, options).Groups[0].Plans[0].Solution.All];
                    var about = $"seed {PlainSeed.Today}: {Facelets.Write(start)} {color} {order} {hold}: {string.Join(' ', first)}";
                    Assert.True(tools.Judge.Judge(start, color, first, hands, order, hold).FirstMistake is null, about);
                    Assert.True(tools.Judge.Judge(start, color, first, hands, null, null).FirstMistake is null, about);
                }
        }
    }
}
