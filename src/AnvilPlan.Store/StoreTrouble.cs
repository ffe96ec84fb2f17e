using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace AnvilPlan.Store;

/// <summary>The database file cannot be used as it is; one sentence that says what to do.</summary>
public sealed class DatabaseException(string message, Exception? inner = null) : Exception(message, inner);

/// <summary>What SQLite's errors mean to somebody who keeps a shop in it. Codes: SQLite, result codes.</summary>
public static class StoreTrouble
{
    internal const int Busy = 5, Locked = 6, ReadOnly = 8, InputOutput = 10, Corrupt = 11, Full = 13, CannotOpen = 14, NoDatabase = 26;

    /// <summary>The sentence for an error of the database, or null when it is none, or one of the program.</summary>
    public static string? Sentence(Exception error) => (error is DbUpdateException { InnerException: { } inner } ? inner : error) switch
    {
        DatabaseException own => own.Message,
        SqliteException { SqliteErrorCode: Full } => "The disk of the database is full: nothing was changed. Make room and do it again.",
        SqliteException { SqliteErrorCode: InputOutput } =>
            "The disk of the database cannot be written or read: nothing was changed. Look whether it is full or was taken out, then do "
            + "it again.",
        SqliteException { SqliteErrorCode: Busy or Locked } =>
            "Another program holds the database: nothing was changed. Close it, or wait, and do it again.",
        SqliteException { SqliteErrorCode: ReadOnly } => "The database may only be read: nothing was changed. Give this program leave to "
            + "write the file and its folder.",
        SqliteException { SqliteErrorCode: Corrupt or NoDatabase } =>
            "The database is damaged, or it is another kind of file. Restore the newest backup into a new file.",
        SqliteException { SqliteErrorCode: CannotOpen } => "The database cannot be opened: its folder must be there, and this program "
            + "must be allowed to write in it.",
        _ => null,
    };
}
