using System.Globalization;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Shops;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace AnvilPlan.Store;

/// <summary>A file from which the shop cannot be restored; one sentence.</summary>
public sealed class BackupException(string message, Exception? inner = null) : Exception(message, inner);

/// <summary>What a restore brought.</summary>
/// <param name="KeptIn">The shop as it was before, in a file beside the database; null when there was nothing to keep.</param>
public sealed record Restored(int Projects, int Models, string? KeptIn);

/// <summary>
/// The whole shop in one file: projects with their history, own models, readings and the shop profile. The file is a SQLite database
/// of this application. It is written from one state of the database, while others go on writing; a restore replaces everything in one
/// transaction.
/// </summary>
public sealed class ShopBackup(IDbContextFactory<AnvilDb> contexts, TimeProvider clock)
{
    /// <summary>In the order in which rows can come in.</summary>
    private static readonly string[] Tables = ["Knowledge", "Projects", "Revisions", "Bench", "Documents", "Models"];

    /// <summary>Writes the shop to a file; one of that name is replaced once the new one is whole.</summary>
    /// <exception cref="DatabaseException">It cannot be written; nothing is there that was not there before.</exception>
    public void Write(string file) => Copy(Live(), file);

    /// <summary>Replaces the shop with what the file holds; what was there before is kept in a file beside the database.</summary>
    /// <exception cref="BackupException">The file is no backup, damaged, or of a later version; nothing is changed.</exception>
    /// <exception cref="DatabaseException">The database cannot be written; nothing is changed.</exception>
    /// <param name="name">What messages call the file.</param>
    public Restored Restore(string file, string name)
    {
        if (!File.Exists(file))
        {
            throw new BackupException($"{name}: there is no such file.");
        }

        var live = Live();
        var incoming = $"{live}.{Guid.NewGuid():n}.incoming";
        try
        {
            TakeIn(file, name, incoming);
            using var db = contexts.CreateDbContext();
            var kept = db.Projects.Any() || db.Models.Any() || db.Documents.Any()
                ? Keep(live, $"before-restore-{clock.GetUtcNow():yyyyMMdd-HHmmss}") : null;
            Replace(db, incoming);
            return new Restored(db.Projects.Count(p => p.DeletedUtc == null), db.Models.Count(m => m.RetiredUtc == null), kept);
        }
        catch (Exception error) when (error is not (DatabaseException or BackupException) && StoreTrouble.Sentence(error) is { } sentence)
        {
            throw new DatabaseException(sentence, error);
        }
        finally
        {
            foreach (var leftover in Directory.EnumerateFiles(Path.GetDirectoryName(Path.GetFullPath(incoming))!,
                Path.GetFileName(incoming) + "*"))
            {
                File.Delete(leftover);
            }
        }
    }

    /// <summary>Path of a copy beside the database: a fresh one, or the newest of that tag when it is the same already.</summary>
    internal static string Keep(string database, string tag)
    {
        var number = Enumerable.Range(1, int.MaxValue).First(n => !File.Exists(Name(n)));
        var (fresh, newest) = (Name(number), Name(number - 1));
        Copy(database, fresh);
        if (number > 1 && File.ReadAllBytes(newest).AsSpan().SequenceEqual(File.ReadAllBytes(fresh)))
        {
            File.Delete(fresh);
            return newest;
        }

        return fresh;

        string Name(int n) => $"{database}.{tag}{(n > 1 ? $"-{n.ToString(CultureInfo.InvariantCulture)}" : "")}.backup";
    }

    private string Live()
    {
        using var db = contexts.CreateDbContext();
        return new SqliteConnectionStringBuilder(db.Database.GetConnectionString()).DataSource;
    }

    private static void Copy(string database, string file)
    {
        var part = $"{file}.{Guid.NewGuid():n}.part";
        try
        {
            using (var connection = Open(database, SqliteOpenMode.ReadOnly))
            {
                Run(connection, null, "VACUUM INTO $file", part);
            }

            using (var written = new FileStream(part, FileMode.Open, FileAccess.ReadWrite))
            {
                written.Flush(flushToDisk: true);
            }

            File.Move(part, file, overwrite: true);
        }
        catch (Exception error) when (error is SqliteException or IOException or UnauthorizedAccessException)
        {
            throw new DatabaseException($"{file}: the backup cannot be written ({error.Message.TrimEnd('.')}).", error);
        }
        finally
        {
            File.Delete(part);
        }
    }

    /// <summary>
    /// A copy of the file, once it is whole, ours, not of a later version, brought to the newest shape, and everything in it can be read.
    /// </summary>
    private static void TakeIn(string file, string name, string incoming)
    {
        try
        {
            using (var connection = Open(file, SqliteOpenMode.ReadOnly))
            {
                if (Scalar(connection, "PRAGMA integrity_check(1)") is not "ok")
                {
                    throw new BackupException($"{name} is damaged: nothing was restored.");
                }

                if (Scalar(connection, "SELECT COUNT(*) FROM sqlite_master WHERE type = 'table' AND name IN ('Projects', "
                    + "'__EFMigrationsHistory')") is not 2L)
                {
                    throw new BackupException($"{name} is no backup of Anvil Plan: nothing was restored.");
                }

                Run(connection, null, "VACUUM INTO $file", incoming);
            }

            using var db = new AnvilDb(new DbContextOptionsBuilder<AnvilDb>().UseSqlite(AnvilDb.ConnectionFor(incoming)).Options);
            DatabaseStart.Prepare(db);
            Readable(db);
        }
        catch (DatabaseException error) when (error.Message.StartsWith(incoming, StringComparison.Ordinal))
        {
            throw new BackupException(name + error.Message[incoming.Length..], error);
        }
        catch (Exception error) when (error is UnreadableException or FormatException or InvalidOperationException or InvalidCastException
            or NotSupportedException or SqliteException { SqliteErrorCode: not (StoreTrouble.Full or StoreTrouble.InputOutput) })
        {
            throw new BackupException($"{name} is damaged, or no backup of Anvil Plan: nothing was restored.", error);
        }
        finally
        {
            using var connection = new SqliteConnection(AnvilDb.ConnectionFor(incoming));
            SqliteConnection.ClearPool(connection);
        }
    }

    private static void Readable(AnvilDb db)
    {
        foreach (var project in db.Projects.ToList())
        {
            Wire.Parse<Design>(db.Revisions.AsNoTracking().Single(r => r.ProjectId == project.Id && r.Number == project.CurrentNumber)
                .DesignJson);
        }

        foreach (var model in db.Models.AsNoTracking())
        {
            Wire.Parse<HardwareModel>(model.Json);
        }

        foreach (var shop in db.Documents.AsNoTracking().Where(d => d.Key == ShopStore.ShopKey))
        {
            Wire.Parse<ShopProfile>(shop.Json);
        }
    }

    private static void Replace(AnvilDb db, string incoming)
    {
        using var connection = Open(((SqliteConnection)db.Database.GetDbConnection()).DataSource, SqliteOpenMode.ReadWrite);
        Run(connection, null, "ATTACH $file AS incoming", incoming);
        using (var transaction = connection.BeginTransaction(deferred: false))
        {
            foreach (var table in Tables.Reverse())
            {
                Run(connection, transaction, $"DELETE FROM main.\"{table}\"");
            }

            foreach (var table in Tables)
            {
                var columns = string.Join(", ", Columns(db, table).Select(c => $"\"{c}\""));
                Run(connection, transaction, $"INSERT INTO main.\"{table}\" ({columns}) SELECT {columns} FROM incoming.\"{table}\"");
            }

            transaction.Commit();
        }

        Run(connection, null, "DETACH incoming");
    }

    private static IEnumerable<string> Columns(AnvilDb db, string table) =>
        db.Model.GetEntityTypes().Single(e => e.GetTableName() == table).GetProperties().Select(p => p.GetColumnName());

    private static void Run(SqliteConnection connection, SqliteTransaction? transaction, string sql, string? file = null)
    {
        using var command = connection.CreateCommand();
        (command.CommandText, command.Transaction) = (sql, transaction);
        if (file is not null)
        {
            command.Parameters.AddWithValue("$file", file);
        }

        command.ExecuteNonQuery();
    }

    private static object? Scalar(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        return command.ExecuteScalar();
    }

    /// <summary>A connection that is not pooled: the file is let go of when it is closed.</summary>
    private static SqliteConnection Open(string file, SqliteOpenMode mode)
    {
        var connection = new SqliteConnection(new SqliteConnectionStringBuilder(AnvilDb.ConnectionFor(file))
        { Mode = mode, Pooling = false }.ToString());
        connection.Open();
        return connection;
    }
}
