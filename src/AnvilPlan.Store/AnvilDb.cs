using AnvilPlan.Store.Model;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace AnvilPlan.Store;

/// <summary>The database: SQLite in write-ahead mode, foreign keys on.</summary>
public sealed class AnvilDb(DbContextOptions<AnvilDb> options) : DbContext(options)
{
    /// <summary>How long a request waits for another writer.</summary>
    internal const int BusySeconds = 4;

    public DbSet<ProjectRow> Projects => Set<ProjectRow>();
    public DbSet<RevisionRow> Revisions => Set<RevisionRow>();
    public DbSet<BenchRow> Bench => Set<BenchRow>();
    public DbSet<KnowledgeRow> Knowledge => Set<KnowledgeRow>();
    public DbSet<DocumentRow> Documents => Set<DocumentRow>();
    public DbSet<ModelRow> Models => Set<ModelRow>();

    /// <summary>Connection text for a database file; made if it is not there.</summary>
    public static string ConnectionFor(string file) => new SqliteConnectionStringBuilder
    {
        DataSource = file,
        ForeignKeys = true,
        Mode = SqliteOpenMode.ReadWriteCreate,
        DefaultTimeout = BusySeconds,
    }.ToString();

    /// <summary>Times are stored and read as UTC.</summary>
    protected override void ConfigureConventions(ModelConfigurationBuilder configurationBuilder) =>
        configurationBuilder.Properties<DateTime>().HaveConversion<UtcConverter>();

    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        modelBuilder.Entity<ProjectRow>(e =>
        {
            e.HasKey(p => p.Id);
            e.HasMany(p => p.Bench).WithOne().HasForeignKey(b => b.ProjectId).OnDelete(DeleteBehavior.Cascade);
            e.HasMany(p => p.Revisions).WithOne().HasForeignKey(r => r.ProjectId).OnDelete(DeleteBehavior.Cascade);
            e.Property(p => p.CurrentNumber).IsConcurrencyToken();
        });
        modelBuilder.Entity<RevisionRow>(e =>
        {
            e.HasKey(r => new { r.ProjectId, r.Number });
            // what comes after a revision is asked at every step forward and back
            e.HasIndex(r => new { r.ProjectId, r.ParentNumber });
            e.HasOne<KnowledgeRow>().WithMany().HasForeignKey(r => r.KnowledgeMark).OnDelete(DeleteBehavior.Restrict);
        });
        modelBuilder.Entity<BenchRow>(e =>
        {
            e.HasKey(b => new { b.ProjectId, b.Number });
            e.Property(b => b.State).HasConversion<string>();
        });
        modelBuilder.Entity<KnowledgeRow>(e => e.HasKey(k => k.Mark));
        modelBuilder.Entity<DocumentRow>(e =>
        {
            e.HasKey(d => d.Key);
            e.Property(d => d.Version).IsConcurrencyToken();
        });
        modelBuilder.Entity<ModelRow>(e =>
        {
            e.HasKey(m => m.Id);
            e.Property(m => m.Version).IsConcurrencyToken().HasDefaultValue(1);
        });
    }
}

/// <summary>Lets the migration tools make a context.</summary>
public sealed class AnvilDbFactory : Microsoft.EntityFrameworkCore.Design.IDesignTimeDbContextFactory<AnvilDb>
{
    public AnvilDb CreateDbContext(string[] args) =>
        new(new DbContextOptionsBuilder<AnvilDb>().UseSqlite(AnvilDb.ConnectionFor("design-time.db")).Options);
}

/// <summary>SQLite keeps no zone: what comes back is marked as UTC, as it went in.</summary>
public sealed class UtcConverter() : Microsoft.EntityFrameworkCore.Storage.ValueConversion.ValueConverter<DateTime, DateTime>(
    v => v, v => DateTime.SpecifyKind(v, DateTimeKind.Utc));
