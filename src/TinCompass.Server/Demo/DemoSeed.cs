using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.Cmll;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;
using TinCompass.Server.Features.Attempts;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Demo;

/// <summary>
/// Fills an empty database with the invented club: eight weeks of attempts up to yesterday, planned by simulated solvers and judged by the
/// real judge. The seed fixes everything but the present day.
/// </summary>
internal static class DemoSeed
{
    /// <summary>Fills it whole or, when cancelled, not at all. Throws <see cref="OperationCanceledException"/>.</summary>
    public static void Fill(
        TinCompassDb db, StageBook book, TableShelf shelf, HandModels hands, TimeProvider clock, CancellationToken cancel = default)
    {
        if (db.Solvers.Any()) return;
        var (scrambles, programme) = (new TwoPhaseSearch(shelf.Get(TwoPhaseTables.Kind)), new Programme(book.Drills));
        using var transaction = db.Database.BeginTransaction();
        var today = new DateTimeOffset(clock.GetUtcNow().UtcDateTime.Date, TimeSpan.Zero);
        var first = today.AddDays(-7 * DemoClub.Weeks);
        var solvers = DemoClub.Members.Select(m => new Solver { Name = m.Name, CreatedAt = first }).ToArray();
        db.Solvers.AddRange(solvers);
        db.SaveChanges();
        // Each member has a source of chance of their own, so they can be worked out side by side; who is done is kept meanwhile.
        var lives = DemoClub.Members.Select((habits, m) => (Habits: habits, Member: m)).AsParallel().AsOrdered()
            .WithMergeOptions(ParallelMergeOptions.NotBuffered).WithCancellation(cancel).Select(life =>
        {
            var id = solvers[life.Member].Id;
            var random = new Random(DemoClub.Seed + life.Member);
            Attempt[] plans = [.. book.Find(book.Method(life.Habits.Method)!.Stages[0]) switch
            {
                CrossStage cross => AttemptsOf(life.Habits, id, first, random, cross, scrambles),
                FirstBlockStage block => BlocksOf(life.Habits, id, first, random, block,
                    (state, turned, hands) => BestBlock(block.NewPlanner(), life.Habits, state, turned, hands, random), scrambles),
                var other => BlocksOf(life.Habits, id, first, random, other!,
                    (_, turned, hands) => FirstStop(other!, life.Habits.Colors[random.Next(life.Habits.Colors.Length)], turned, hands),
                    scrambles),
            }];
            var drills = new DemoPractice(programme, book, life.Habits, new Random(DemoClub.Seed + 100 + life.Member))
                .Sessions(id, first);
            var kept = DemoKept.Of(life.Habits, plans, id, book, hands, new Random(DemoClub.Seed + 200 + life.Member));
            return (life.Habits, Id: id, Plans: plans, Drills: drills, Kept: kept,
                Solves: DemoSolves.Of(life.Habits, id, first, book, hands.For(HandPreferences.Usual),
                    new Random(DemoClub.Seed + 300 + life.Member)));
        });
        foreach (var (habits, id, plans, drills, kept, solves) in lives)
        {
            db.Habits.Add(new SolverHabits
            {
                SolverId = id,
                Colors = string.Join(',', habits.Colors.Select(c => c.Name())),
                Order = habits.Order,
                LeftHanded = habits.LeftHanded,
                Avoid = habits.Avoid,
                MiddleHand = habits.Middle,
                Method = habits.Method,
            });
            if (habits.Looks != "one")
                db.StageHabits.Add(new StageHabits
                {
                    SolverId = id,
                    Stage = habits.Method == "roux" ? CmllStage.StageId : "oll",
                    Data = StageHabits.Write(new Dictionary<string, string> { ["looks"] = habits.Looks }),
                });
            db.Attempts.AddRange(plans);
            db.KeptSequences.AddRange(kept.Sequences);
            db.Courses.AddRange(kept.Courses);
            db.Solves.AddRange(solves);
            foreach (var (session, attempts) in drills)
            {
                db.Sessions.Add(session);
                foreach (var attempt in attempts) attempt.Session = session;
                db.DrillAttempts.AddRange(attempts);
            }

            db.SaveChanges();
            db.ChangeTracker.Clear();
        }

        db.TimedHands.Add(DemoHands.Of(solvers[0].Id, new HandPreferences(false, DemoClub.Members[0].Avoid), today.AddDays(-2),
            new Random(DemoClub.Seed + 400)));
        db.SaveChanges();
        transaction.Commit();
    }

    private static IEnumerable<Attempt> AttemptsOf(
        DemoHabits habits, int solverId, DateTimeOffset first, Random random, CrossStage cross, TwoPhaseSearch scrambles)
    {
        var planner = new SimulatedPlanner(cross.Tools.Planner, habits, random);
        var evenings = Evenings(habits.Attempts, random);
        var keyBytes = new byte[16];
        for (var i = 0; i < habits.Attempts; i++)
        {
            var state = RandomPosition.Draw(random.Next);
            var scramble = scrambles.SequenceTo(state, TwoPhaseSearch.GoodEnough);
            var (color, plan, ms) = planner.Attempt(state, (double)i / (habits.Attempts - 1));
            var attempt = AttemptEndpoints.New(cross, new Focus(color));
            AttemptEndpoints.Fill(attempt, cross.Tools.Judge.Judge(state, color, plan));
            random.NextBytes(keyBytes);
            (attempt.Key, attempt.SolverId, attempt.At) = (new Guid(keyBytes), solverId, first + evenings[i]);
            (attempt.Scramble, attempt.Plan) = (scramble.ToString(), string.Join(' ', plan));
            (attempt.PlanningMs, attempt.Covered) = (ms, random.NextDouble() < 0.9);
            yield return attempt;
        }
    }

    private const double Unfinished = 0.35;

    /// <summary>The block that is nearest, or nearly so, of the colours they plan for, and its way once something was turned.</summary>
    private static (Color Base, IReadOnlyList<Turn> Way) BestBlock(FirstBlockPlanner planner, DemoHabits habits, CubeState state,
        CubeState turned, HandModel hands, Random random)
    {
        var block = habits.Colors.SelectMany(FirstBlockPlanner.On).MinBy(b => planner.Distance(state, b) + random.NextDouble());
        var way = planner.Best(turned, [block], hands, byTurns: true);
        return (block.Base, [.. way.Rotation, .. way.Turns]);
    }

    /// <summary>The first stop of a course on a base.</summary>
    private static (Color Base, IReadOnlyList<Turn> Way) FirstStop(IStage stage, Color color, CubeState turned, HandModel hands) =>
        (color, stage.Course!.Plan(turned, new Focus(color), new CourseOptions(hands, true, true, 1), CancellationToken.None).Stops
            .SelectMany(s => s.Turns).ToArray());

    /// <summary>
    /// Plans of first blocks, with a needless turn before the shortest when it goes wrong. <paramref name="best"/> has the base and its
    /// way, once that turn was made.
    /// </summary>
    private static IEnumerable<Attempt> BlocksOf(DemoHabits habits, int solverId, DateTimeOffset first, Random random, IStage stage,
        Func<CubeState, CubeState, HandModel, (Color Base, IReadOnlyList<Turn> Way)> best, TwoPhaseSearch scrambles)
    {
        var (hands, evenings) = (new HandModel(HandPreferences.Usual), Evenings(habits.Attempts, random));
        var keyBytes = new byte[16];
        for (var i = 0; i < habits.Attempts; i++)
        {
            var (state, progress) = (RandomPosition.Draw(random.Next), (double)i / (habits.Attempts - 1));
            var isWrong = random.NextDouble() < habits.ErrorsAtFirst + ((habits.ErrorsAtLast - habits.ErrorsAtFirst) * progress);
            Turn[] detour = isWrong ? [Turn.FromIndex(random.Next(Turn.FaceTurnCount))] : [];
            var (color, way) = best(state, state.Apply(detour), hands);
            // Some of what goes wrong is not finished.
            Turn[] plan = [.. detour, .. isWrong && random.NextDouble() < Unfinished ? way.SkipLast(1) : way];
            var attempt = AttemptEndpoints.New(stage, new Focus(color));
            // A needless turn is never planned; nothing else is to be called a mistake.
            var judged = stage.Judge(state, new Focus(color), plan, hands);
            AttemptEndpoints.Fill(attempt, isWrong ? judged : judged.AsPlanned());
            random.NextBytes(keyBytes);
            (attempt.Key, attempt.SolverId, attempt.At) = (new Guid(keyBytes), solverId, first + evenings[i]);
            (attempt.Scramble, attempt.Plan) = (scrambles.SequenceTo(state, TwoPhaseSearch.GoodEnough).ToString(), string.Join(' ', plan));
            attempt.PlanningMs = (int)(habits.MedianMsAtFirst + ((habits.MedianMsAtLast - habits.MedianMsAtFirst) * progress)
                + (random.NextDouble() * 3_000));
            attempt.Covered = random.NextDouble() < 0.9;
            yield return attempt;
        }
    }

    /// <summary>When the attempts were made: evenings spread over the weeks, a few attempts each, a minute or two apart.</summary>
    private static TimeSpan[] Evenings(int count, Random random)
    {
        var days = Enumerable.Range(0, 7 * DemoClub.Weeks).Where(_ => random.NextDouble() < 0.45).ToArray();
        var times = new List<TimeSpan>();
        for (var i = 0; i < count; i++)
        {
            var day = days[i * days.Length / count];
            var evening = TimeSpan.FromDays(day) + TimeSpan.FromHours(17.5 + (day * 37 % 4 * 0.6));
            times.Add(evening + TimeSpan.FromSeconds((i % 6 * 95) + random.Next(40)));
        }

        times.Sort();
        return [.. times];
    }
}
