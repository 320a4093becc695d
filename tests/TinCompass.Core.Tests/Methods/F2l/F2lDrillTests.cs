using TinCompass.Core.Cube;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Tests.Methods.F2l;

public class F2lDrillTests
{
    private static readonly DrillBook Book = StageKit.Book.Drills;

    public static TheoryData<string> Drills => [.. Book.All.Where(d => d.Stage == "f2l").Select(d => d.Id)];

    private static IEnumerable<DrillTask> Tasks(Drill drill, int count = 24)
    {
        for (var seed = 0; seed < count; seed++)
            yield return drill.Make(new DrillWish(1 + (seed % drill.Levels),
                drill.Cases.Count > 0 ? drill.Cases[(seed * 7) % drill.Cases.Count] : null, Faces.AllColors), seed);
    }

    private static CubeState Held(DrillTask task) => task.Position.Apply(task.Hold);

    [Theory]
    [MemberData(nameof(Drills))]
    public void The_cross_stands_in_every_task_and_its_solution_is_right(string id)
    {
        var drill = Book.Find(id)!;
        foreach (var task in Tasks(drill))
        {
            Assert.True(F2lState.Of(Held(task)).IsCrossSolved);
            Assert.Equal(task.Color, Held(task).Hold.ColorAt(Face.D));
            var solution = drill.Solution(task);
            var verdict = drill.Judge(task, solution);
            Assert.True(verdict.Right, $"{id} seed {task.Seed}: {verdict.Words}");
            Assert.NotEmpty(verdict.Best);
            // Of the options only the true ones are right, and an empty answer never is.
            Assert.False(drill.Judge(task, DrillAnswer.Of()).Right);
            if (task.Kind == AnswerKind.Choice && id != "f2l.next-pair") Assert.Single(
                task.Options, o => drill.Judge(task, DrillAnswer.Of(o.Answer)).Right);
        }
    }

    [Fact]
    public void A_wished_case_stands_in_the_slot_and_slots_are_by_level()
    {
        var drill = Book.Find("solve-pair")!;
        foreach (var name in drill.Cases)
            for (var level = 1; level <= 3; level++)
            {
                var task = drill.Make(new DrillWish(level, name, Faces.AllColors), level);
                var slot = SlotPlaces.Find(F2lKit.NameOf(task), Held(task).Hold)!.Value;
                Assert.Equal(name, F2lCases.IdOf(F2lState.Of(Held(task)), slot));
                if (level == 1) Assert.Equal(Slot.FR, slot);
                if (level == 2) Assert.Contains(slot, new[] { Slot.FR, Slot.FL });
            }
    }

    [Fact]
    public void A_part_of_a_drill_asks_one_family_in_one_slot()
    {
        var programme = new Programme(Book);
        var (results, now) = (new List<DrillResult>(), new DateTimeOffset(2026, 5, 1, 18, 0, 0, TimeSpan.Zero));
        for (var i = 0; i < 12; i++)
        {
            var next = programme.Next(programme.Find("f2l.solve-pair:BaseUp:FL")!, programme.Fold(results), Faces.AllColors,
                now.AddMinutes(i));
            var task = next.Drill.Make(next.Wish, i);
            Assert.Equal(F2lFamily.BaseUp, F2lCases.Find(task.Case)!.Family);
            Assert.Equal(Slot.FL, SlotPlaces.Find(F2lKit.NameOf(task), Held(task).Hold));
            results.Add(new DrillResult("f2l.solve-pair", task.Case, now.AddMinutes(i), true, 3_000, 5_000));
        }

        Assert.Equal(8, results.Select(r => r.Case).Distinct().Count());
        Assert.All(
            new[] { "today", "solve-pair", "solve-pair:BaseUp", "solve-pair::BL", "which-case:Agree:FR",
                "last-edge:UL-L", "f2l.solve-pair::BL" }, c => Assert.NotNull(programme.Find(c)));
        Assert.All(
            new[] { "juggling", "today:BaseUp", "today::FR", "solve-pair:Nothing", "solve-pair::XX", "solve-pair::1", "ladder::FR",
                "next-pair::FR", "a:b:c:d", "" }, c => Assert.Null(programme.Find(c)));
    }

    [Fact]
    public void A_pair_that_breaks_another_or_takes_much_longer_is_not_right()
    {
        var drill = Book.Find("last-slot")!;
        foreach (var task in Tasks(drill, 8))
        {
            var best = drill.Solution(task).Turns;
            Assert.False(drill.Judge(task, DrillAnswer.Of([.. best.SkipLast(1)])).Right);
            var broken = drill.Judge(task, DrillAnswer.Of([.. best, Turn.Of(Face.R, 1)]));
            Assert.False(broken.Right);
            Assert.Contains(broken.Reasons, r => r.Contains("broken", StringComparison.Ordinal));
            // Turned to and fro first: solved, but six turns over.
            Turn[] detour = [Turn.Of(Face.R, 1), Turn.Of(Face.U, 1), Turn.Of(Face.R, 3), Turn.Of(Face.R, 1), Turn.Of(Face.U, 3),
                Turn.Of(Face.R, 3)];
            var slow = drill.Judge(task, DrillAnswer.Of([.. task.Hold, .. detour, .. best.Skip(task.Hold.Count)]));
            Assert.Equal((false, true), (slow.Right, slow.TurnsOver >= 6));
        }
    }

    [Fact]
    public void What_is_taken_out_is_told_as_turning_shows_it()
    {
        var drill = Book.Find("safe-turn")!;
        var safe = 0;
        foreach (var task in Tasks(drill, 60))
        {
            var (before, after) = (F2lState.Of(Held(task)), F2lState.Of(Held(task).Apply(task.Shown)));
            var broken = before.SolvedSlots.Slots.Where(s => !after.IsSlotSolved(s)).Select(s => s.NameIn(Held(task).Hold).ToString())
                .ToArray();
            Assert.InRange(broken.Length, 0, 1);
            Assert.True(after.IsCrossSolved);
            safe += broken.Length == 0 ? 1 : 0;
            Assert.True(drill.Judge(task, DrillAnswer.Of(broken.Length == 0 ? task.Options[0].Answer : broken[0])).Right);
        }

        Assert.InRange(safe, 10, 50);
    }

    [Fact]
    public void After_a_played_pair_the_pieces_are_asked_where_they_are_then()
    {
        var drill = Book.Find("look-ahead")!;
        foreach (var task in Tasks(drill, 10))
        {
            var after = Held(task).Apply(task.Shown);
            Assert.True(task.IsPlayed);
            Assert.Equal(1, F2lState.Of(after).SolvedSlots.Count);
            var truth = F2lWords.Stand(F2lState.Of(after), SlotPlaces.Find(F2lKit.NameOf(task), after.Hold)!.Value, after.Hold);
            Assert.True(drill.Judge(task, DrillAnswer.Of(task.Options.Single(o => o.Text == truth).Answer)).Right);
            // Answers are sent with commas between them.
            Assert.All(task.Options, o => Assert.DoesNotContain(',', o.Answer));
        }
    }
}
