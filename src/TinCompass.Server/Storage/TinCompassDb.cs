using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;

namespace TinCompass.Server.Storage;

/// <summary>
/// The database: solvers, their habits, their plans and their practice. Times are stored as Unix milliseconds, so that they sort as
/// numbers.
/// </summary>
internal sealed class TinCompassDb(DbContextOptions<TinCompassDb> options) : DbContext(options)
{
    public DbSet<Solver> Solvers => Set<Solver>();

    public DbSet<SolverHabits> Habits => Set<SolverHabits>();

    public DbSet<DrillSession> Sessions => Set<DrillSession>();

    public DbSet<DrillAttempt> DrillAttempts => Set<DrillAttempt>();

    public DbSet<Attempt> Attempts => Set<Attempt>();

    public DbSet<Solve> Solves => Set<Solve>();

    public DbSet<TimedHands> TimedHands => Set<TimedHands>();

    public DbSet<KeptSequence> KeptSequences => Set<KeptSequence>();

    public DbSet<KeptCourse> Courses => Set<KeptCourse>();

    public DbSet<StageHabits> StageHabits => Set<StageHabits>();

    public DbSet<MasteryRow> Masteries => Set<MasteryRow>();

    public DbSet<StandingRow> Standings => Set<StandingRow>();

    public DbSet<ImportRow> Imports => Set<ImportRow>();

    public DbSet<BinEntry> Bin => Set<BinEntry>();

    public DbSet<BinRow> BinRows => Set<BinRow>();

    public DbSet<Credential> Credentials => Set<Credential>();

    public DbSet<Leave> Leaves => Set<Leave>();

    public DbSet<SignedIn> SignIns => Set<SignedIn>();

    public DbSet<ClubEvent> ClubEvents => Set<ClubEvent>();

    protected override void ConfigureConventions(ModelConfigurationBuilder configurationBuilder)
    {
        configurationBuilder.Properties<DateTimeOffset>().HaveConversion<UnixMilliseconds>();
        configurationBuilder.Properties<Guid>().HaveConversion<KeyText>();
    }

    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        modelBuilder.Entity<Solver>(solver =>
        {
            solver.Property(s => s.Name).HasMaxLength(Solver.MaxNameLength).UseCollation("NOCASE");
            solver.HasIndex(s => s.Name).IsUnique();
            solver.HasQueryFilter(s => !s.IsGoing);
        });
        modelBuilder.Entity<SolverHabits>(habits =>
        {
            habits.HasKey(h => h.SolverId);
            habits.Property(h => h.SolverId).ValueGeneratedNever();
            habits.HasOne(h => h.Solver).WithOne().HasForeignKey<SolverHabits>(h => h.SolverId).OnDelete(DeleteBehavior.Cascade);
            habits.Property(h => h.Holds).HasConversion<NamedValue<HoldChoice>>();
            habits.Property(h => h.Order).HasConversion<NamedValue<PlanOrder>>();
            habits.Property(h => h.Metric).HasConversion<NamedValue<Metric>>();
            habits.Property(h => h.Theme).HasConversion<NamedValue<Theme>>();
            habits.Property(h => h.MiddleHand).HasConversion<NumberedValue<MiddleHand>>();
            habits.Property(h => h.Method).HasDefaultValue("cfop");
            habits.Property(h => h.SingleKeys).HasDefaultValue(true).HasSentinel(true);
        });
        modelBuilder.Entity<DrillSession>(session =>
        {
            session.HasIndex(s => new { s.SolverId, s.EndedAt });
            // An answer takes a session on only from where it was read.
            session.Property(s => s.Done).IsConcurrencyToken();
            session.Property(s => s.EndedAt).IsConcurrencyToken();
            session.HasOne(s => s.Solver).WithMany().HasForeignKey(s => s.SolverId).OnDelete(DeleteBehavior.Restrict);
        });
        modelBuilder.Entity<DrillAttempt>(attempt =>
        {
            attempt.HasIndex(a => new { a.SolverId, a.Key }).IsUnique();
            // With all that is counted, so that counting reads the index alone.
            attempt.HasIndex(a => new { a.SolverId, a.At, a.Drill, a.Right, a.TotalMs });
            attempt.HasIndex(a => new { a.SolverId, a.Drill, a.At, a.Right, a.Ms, a.TotalMs });
            attempt.HasOne(a => a.Session).WithMany().HasForeignKey(a => a.SessionId).OnDelete(DeleteBehavior.Restrict);
            attempt.HasOne(a => a.Solver).WithMany().HasForeignKey(a => a.SolverId).OnDelete(DeleteBehavior.Restrict);
        });
        modelBuilder.Entity<KeptSequence>(kept =>
        {
            kept.HasKey(k => new { k.SolverId, k.Stage, k.Case, k.View });
            kept.Ignore(k => k.Sequences);
            kept.HasOne(k => k.Solver).WithMany().HasForeignKey(k => k.SolverId).OnDelete(DeleteBehavior.Restrict);
        });
        modelBuilder.Entity<KeptCourse>(course =>
        {
            course.HasIndex(c => new { c.SolverId, c.Key }).IsUnique();
            course.HasIndex(c => new { c.SolverId, c.At });
            course.HasOne(c => c.Solver).WithMany().HasForeignKey(c => c.SolverId).OnDelete(DeleteBehavior.Restrict);
        });
        modelBuilder.Entity<StageHabits>(habits =>
        {
            habits.HasKey(h => new { h.SolverId, h.Stage });
            habits.HasOne(h => h.Solver).WithMany().HasForeignKey(h => h.SolverId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<TimedHands>(hands =>
        {
            hands.HasKey(h => h.SolverId);
            hands.Property(h => h.SolverId).ValueGeneratedNever();
            hands.HasOne(h => h.Solver).WithOne().HasForeignKey<TimedHands>(h => h.SolverId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<MasteryRow>(mastery =>
        {
            mastery.ToTable("Masteries").HasKey(m => new { m.SolverId, m.Drill, m.Case });
            mastery.HasOne(m => m.Solver).WithMany().HasForeignKey(m => m.SolverId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<StandingRow>(standing =>
        {
            standing.ToTable("Standings").HasKey(s => s.SolverId);
            standing.Property(s => s.SolverId).ValueGeneratedNever();
            standing.HasOne(s => s.Solver).WithOne().HasForeignKey<StandingRow>(s => s.SolverId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<Attempt>(attempt =>
        {
            attempt.HasIndex(a => new { a.SolverId, a.Key }).IsUnique();
            attempt.HasIndex(a => new { a.SolverId, a.At });
            attempt.HasOne(a => a.Solver).WithMany().HasForeignKey(a => a.SolverId).OnDelete(DeleteBehavior.Restrict);
        });
        modelBuilder.Entity<Solve>(solve =>
        {
            solve.Ignore(s => s.Result);
            solve.HasIndex(s => new { s.SolverId, s.Key }).IsUnique();
            // With all that is counted, so that the figures of a series are read from the index alone.
            solve.HasIndex(s => new { s.SolverId, s.Method, s.Purpose, s.At, s.Ms, s.Penalty });
            solve.Property(s => s.Penalty).HasConversion<NamedValue<Penalty>>();
            solve.HasOne(s => s.Solver).WithMany().HasForeignKey(s => s.SolverId).OnDelete(DeleteBehavior.Restrict);
        });
        // Few rows came from a file; only those stand in the index by which they are taken back.
        modelBuilder.Entity<Attempt>().HasIndex(a => a.ImportId).HasFilter("\"ImportId\" IS NOT NULL");
        modelBuilder.Entity<DrillAttempt>().HasIndex(a => a.ImportId).HasFilter("\"ImportId\" IS NOT NULL");
        modelBuilder.Entity<Solve>().HasIndex(s => s.ImportId).HasFilter("\"ImportId\" IS NOT NULL");
        modelBuilder.Entity<ImportRow>(import =>
        {
            import.HasIndex(i => new { i.SolverId, i.At });
            import.HasOne(i => i.Solver).WithMany().HasForeignKey(i => i.SolverId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<BinEntry>().HasIndex(e => new { e.SolverId, e.At });
        modelBuilder.Entity<BinRow>(row =>
            row.HasOne(r => r.Entry).WithMany().HasForeignKey(r => r.EntryId).OnDelete(DeleteBehavior.Cascade));
        modelBuilder.Entity<Credential>(credential =>
        {
            credential.HasKey(c => c.SolverId);
            credential.Property(c => c.SolverId).ValueGeneratedNever();
            credential.HasOne(c => c.Solver).WithOne().HasForeignKey<Credential>(c => c.SolverId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<SignedIn>().HasOne(s => s.Solver).WithMany().HasForeignKey(s => s.SolverId).OnDelete(DeleteBehavior.Cascade);
        modelBuilder.Entity<ClubEvent>().HasIndex(e => e.At);
        modelBuilder.Entity<Leave>(leave =>
        {
            leave.HasKey(l => new { l.SolverId, l.CoachId });
            leave.HasOne(l => l.Solver).WithMany().HasForeignKey(l => l.SolverId).OnDelete(DeleteBehavior.Cascade);
            leave.HasOne(l => l.Coach).WithMany().HasForeignKey(l => l.CoachId).OnDelete(DeleteBehavior.Cascade);
        });
        foreach (var property in modelBuilder.Model.GetEntityTypes().SelectMany(e => e.GetProperties())
            .Where(p => (Nullable.GetUnderlyingType(p.ClrType) ?? p.ClrType) == typeof(int) && !p.IsKey() && !p.IsForeignKey()))
            property.SetValueConverter(new SmallNumber());
    }

    /// <summary>A number that is too large is read as the largest that is not.</summary>
    private sealed class SmallNumber() : ValueConverter<int, long>(
        number => number, stored => (int)Math.Clamp(stored, int.MinValue, int.MaxValue));

    /// <summary>A number that is no time is read as the nearest that is one.</summary>
    private sealed class UnixMilliseconds() : ValueConverter<DateTimeOffset, long>(
        time => time.ToUnixTimeMilliseconds(), number => DateTimeOffset.FromUnixTimeMilliseconds(
            Math.Clamp(number, DateTimeOffset.MinValue.ToUnixTimeMilliseconds(), DateTimeOffset.MaxValue.ToUnixTimeMilliseconds())));

    /// <summary>A text that is no key is read as the empty one, which nothing of ours has.</summary>
    private sealed class KeyText() : ValueConverter<Guid, string>(
        key => key.ToString().ToUpperInvariant(), text => Read(text))
    {
        private static Guid Read(string text) => Guid.TryParse(text, out var key) ? key : Guid.Empty;
    }

    /// <summary>A number that is none of the values is read as the first.</summary>
    private sealed class NumberedValue<T>() : ValueConverter<T, long>(value => Convert.ToInt64(value), number => Read(number))
        where T : struct, Enum
    {
        private static T Read(long number) => Enum.GetValues<T>().FirstOrDefault(v => Convert.ToInt64(v) == number);
    }

    /// <summary>A name that is none of the values is read as the first.</summary>
    private sealed class NamedValue<T>() : ValueConverter<T, string>(value => value.ToString(), text => Read(text))
        where T : struct, Enum
    {
        private static T Read(string text) => Enum.TryParse<T>(text, out var value) && Enum.IsDefined(value) ? value : default;
    }
}
