using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace AnvilPlan.Store;

/// <summary>
/// Brings a database file to the shape of this version, whatever happened to it before: one process at a time, after a backup, each
/// migration in a transaction of its own. SQLite's own default, full sync in write-ahead mode, keeps what was acknowledged through a kill.
/// </summary>
internal static class DatabaseStart
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(10);

    /// <exception cref="DatabaseException">The file is another program's, of a later version, or cannot be used; the sentence says what to
    /// do.</exception>
    public static void Prepare(AnvilDb db)
    {
        var file = new SqliteConnectionStringBuilder(db.Database.GetConnectionString()).DataSource;
        try
        {
            Refuse(file);
            if (Pending(db, file).Count > 0)
            {
                Migrate(db, file);
            }

            db.Database.ExecuteSqlRaw("PRAGMA journal_mode = WAL;");
        }
        catch (Exception error) when (error is not DatabaseException && StoreTrouble.Sentence(error) is { } sentence)
        {
            throw new DatabaseException($"{file}: {sentence}", error);
        }
        catch (UnauthorizedAccessException error)
        {
            throw new DatabaseException($"{file}: this program may not write there.", error);
        }
        finally
        {
            db.Database.CloseConnection();
        }
    }

    private static void Refuse(string file)
    {
        if (Directory.Exists(file))
        {
            throw new DatabaseException($"{file} is a folder: a database file is wanted.");
        }

        if (Path.GetDirectoryName(Path.GetFullPath(file)) is { } folder && !Directory.Exists(folder))
        {
            throw new DatabaseException($"{file}: the folder {folder} is not there.");
        }
    }

    /// <summary>Migrations that this file has still to go through.</summary>
    private static List<string> Pending(AnvilDb db, string file)
    {
        if (!File.Exists(file) || new FileInfo(file).Length == 0)
        {
            return [.. db.Database.GetMigrations()];
        }

        var known = db.Database.GetMigrations().ToHashSet(StringComparer.Ordinal);
        List<string> applied = [.. db.Database.GetAppliedMigrations()];
        if (applied.Find(m => !known.Contains(m)) is { } later)
        {
            throw new DatabaseException($"{file} was written by a later version of Anvil Plan (it holds the change {later}): use that "
                + $"version, or restore a backup of this one.");
        }

        return applied.Count == 0 && Tables(db) > 0
            ? throw new DatabaseException($"{file} is the database of another program: name a file of Anvil Plan, or a new one.")
            : [.. known.Except(applied)];
    }

    /// <summary>Tables that are not the bookkeeping of migrations.</summary>
    private static int Tables(AnvilDb db) =>
        db.Database.SqlQueryRaw<int>("SELECT COUNT(*) AS Value FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite%' AND "
            + "name NOT LIKE '\\_\\_EF%' ESCAPE '\\'").Single();

    private static void Migrate(AnvilDb db, string file)
    {
        using var mine = Alone(file + ".lock");
        var pending = Pending(db, file);
        if (pending.Count == 0)
        {
            return;
        }

        if (db.Database.GetAppliedMigrations().Any())
        {
            ShopBackup.Keep(file, "before-" + pending[0]);
        }

        ForgetStaleLock(db);
        db.Database.Migrate();
    }

    /// <summary>
    /// The lock that the migrations take is a row in the database, and stays there when its process is killed; then everybody waits for
    /// it without end. Who holds the lock file is alone, so a row that is there now is stale.
    /// </summary>
    private static void ForgetStaleLock(AnvilDb db)
    {
        if (db.Database.SqlQueryRaw<int>("SELECT COUNT(*) AS Value FROM sqlite_master WHERE type = 'table' AND name = '__EFMigrationsLock'")
            .Single() > 0)
        {
            db.Database.ExecuteSqlRaw("DELETE FROM \"__EFMigrationsLock\";");
        }
    }

    /// <summary>
    /// A file that one process holds at a time; the system lets go of it when that process ends, however it ends. It stays there, empty.
    /// </summary>
    private static FileStream Alone(string lockFile)
    {
        for (var since = DateTime.UtcNow; ;)
        {
            try
            {
                return new FileStream(lockFile, FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None, 1);
            }
            catch (IOException) when (DateTime.UtcNow - since < Patience)
            {
                Thread.Sleep(100);
            }
            catch (IOException error)
            {
                throw new DatabaseException($"{lockFile}: another Anvil Plan is bringing the database up to date. Wait until it is done, "
                    + $"then start again.", error);
            }
        }
    }
}
