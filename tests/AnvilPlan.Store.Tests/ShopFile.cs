using Microsoft.Data.Sqlite;

namespace AnvilPlan.Store.Tests;

/// <summary>A folder of a test's own with a database in it.</summary>
public abstract class ShopFile : IDisposable
{
    protected static CancellationToken None => CancellationToken.None;

    protected DirectoryInfo Folder { get; } = Directory.CreateTempSubdirectory("anvil-store-");

    protected string DataFile => Path.Combine(Folder.FullName, "shop.db");

    protected string InFolder(string name) => Path.Combine(Folder.FullName, name);

    /// <summary>Lets every revision become current.</summary>
    protected static void Unchecked(OpenProject project)
    {
    }

    protected static object? Scalar(string file, string sql)
    {
        using var connection = new SqliteConnection(AnvilDb.ConnectionFor(file));
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        return command.ExecuteScalar();
    }

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Folder.Delete(recursive: true);
        GC.SuppressFinalize(this);
    }
}
