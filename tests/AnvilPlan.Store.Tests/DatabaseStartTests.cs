using System.Text.Json;
using System.Text.Json.Nodes;
using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Work;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;

namespace AnvilPlan.Store.Tests;

public sealed class DatabaseStartTests : ShopFile
{
    private static IReadOnlyList<string> All
    {
        get
        {
            using var db = new AnvilDbFactory().CreateDbContext([]);
            return [.. db.Database.GetMigrations()];
        }
    }

    public static TheoryData<string> Migrations => [.. All];

    private AnvilDb Context() => new(new DbContextOptionsBuilder<AnvilDb>().UseSqlite(AnvilDb.ConnectionFor(DataFile)).Options);

    private IReadOnlyList<string> Beside(string part) =>
        [.. Folder.EnumerateFiles().Select(f => f.Name).Where(n => n.Contains(part, StringComparison.Ordinal))
        .Order(StringComparer.Ordinal)];

    private const string OneMounting = "20261201181800_OneMounting";

    private static readonly (string Before, string Now, DeviceMounting Read)[] Held =
    [
        ("""{"standoffMm":null,"screwLengthMm":null,"washerMm":0}""", """{"mounting":{"by":"ownFixings"}}""", new OwnFixings()),
        ("""{"standoffMm":6.35,"screwLengthMm":8,"washerMm":0.5,"onDrilledHoles":true}""",
            """{"mounting":{"by":"deckHoles","standoffMm":6.35,"screwLengthMm":8,"washerMm":0.5}}""",
            new OnDeckHoles { StandoffMm = 6.35, ScrewLengthMm = 8, WasherMm = 0.5 }),
        ("""{"standoffMm":5,"screwLengthMm":null,"washerMm":0,"onDrilledHoles":false,"stuck":null,"adapter":{"materialId":"aluminium-5052","nominalMm":3,"revealMm":12,"bevelDeg":30}}""",
            """{"mounting":{"by":"adapter","plate":{"materialId":"aluminium-5052","nominalMm":3,"revealMm":12,"bevelDeg":30},"standoffMm":5}}""",
            new OnAdapter(new Adapter("aluminium-5052", 3) { RevealMm = 12, BevelDeg = 30 }) { StandoffMm = 5 }),
        ("""{"standoffMm":null,"screwLengthMm":null,"washerMm":0,"stuck":{"kind":"hookAndLoop","widthMm":20,"lengthMm":45.5}}""",
            """{"mounting":{"by":"sticking","kind":"hookAndLoop","widthMm":20,"lengthMm":45.5}}""", new Stick(StickKind.HookAndLoop, 20, 45.5)),
    ];

    private static JsonObject Device(int number, string held)
    {
        var device = JsonNode.Parse(held)!.AsObject();
        foreach (var (key, value) in JsonSerializer.SerializeToNode(
            new Device($"d{number}", "sbc-85", "Board", "panel/bottom", 20, 100 * number, 0, null, null, []), Shipped.Json)!.AsObject())
        {
            if (key != "mounting")
            {
                device[key] = value?.DeepClone();
            }
        }

        return device;
    }

    /// <summary>A database as that migration left it, with a project of two revisions and a model of the shop's own.</summary>
    private void At(string migration)
    {
        using (var db = Context())
        {
            db.GetService<IMigrator>().Migrate(migration);
        }

        // how a device is held stood in six fields once
        var one = string.CompareOrdinal(migration, OneMounting) >= 0;
        var design = JsonSerializer.SerializeToNode(StartingDesign.Named("Old shelf"), Shipped.Json)!.AsObject();
        design["devices"] = new JsonArray([.. Held.Select((h, i) => Device(i, one ? h.Now : h.Before))]);
        var model = JsonSerializer.Serialize(Shipped.Catalog.Model("sbc-85") with { Id = "own" }, Shipped.Json);
        using var connection = new SqliteConnection(AnvilDb.ConnectionFor(DataFile));
        connection.Open();
        using var command = connection.CreateCommand();
        // what was made stood in the project itself once
        var log = string.CompareOrdinal(migration, "20261201050932_BenchLogAndKnowledge") >= 0;
        command.CommandText = """
            INSERT INTO Projects(Id, Name, CreatedUtc, ChangedUtc, CurrentNumber$state) VALUES ('0196F000-0000-7000-8000-000000000001', 'Old shelf', '2026-11-01 08:00:00', '2026-11-02 08:00:00', 2$done);
            INSERT INTO Revisions(ProjectId, Number, ParentNumber, Label, DesignJson, CreatedUtc, KeptAside) VALUES
              ('0196F000-0000-7000-8000-000000000001', 1, NULL, 'New', $design, '2026-11-01 08:00:00', 0), ('0196F000-0000-7000-8000-000000000001', 2, 1, 'Edit', $design, '2026-11-02 08:00:00', 0);
            INSERT INTO Models(Id, Json) VALUES ('own', $model);
            """.Replace("$state", log ? "" : ", AsBuiltJson", StringComparison.Ordinal)
            .Replace("$done", log ? "" : """, '{"parts":[{"partId":"shell/front","state":"inPlace","fingerprint":"abc"}]}'""",
                StringComparison.Ordinal)
            + (log ? "INSERT INTO Bench(ProjectId, Number, AtUtc, Unit, PartId, Fingerprint, State, Note) VALUES "
                + "('0196F000-0000-7000-8000-000000000001', 1, '2026-11-02 08:00:00', 1, 'shell/front', 'abc', 'InPlace', '');" : "");
        command.Parameters.AddWithValue("$design", design.ToJsonString());
        command.Parameters.AddWithValue("$model", model);
        command.ExecuteNonQuery();
        SqliteConnection.ClearAllPools();
    }

    [Theory]
    [MemberData(nameof(Migrations))]
    public async Task A_database_of_every_earlier_migration_opens_after_a_backup_of_it(string migration)
    {
        At(migration);
        var stores = StoreSetup.OpenFile(DataFile);
        var project = Assert.Single(await stores.Projects.List(None));
        Assert.Equal(("Old shelf", 2), ((await stores.Projects.Open(project.Id, None)).Design.Name, project.Revision));
        Assert.Equal(2, (await stores.Projects.History(project.Id, None)).Count);
        var made = Assert.Single((await stores.Projects.Open(project.Id, None)).AsBuilt.Log);
        Assert.Equal((1, 1, "shell/front", "abc", PartState.InPlace), (made.Number, made.Unit, made.PartId, made.Fingerprint, made.State));
        Assert.Equal(Held.Select(h => h.Read), (await stores.Projects.Open(project.Id, None)).Design.Devices.Select(d => d.Mounting));
        Assert.Null(await stores.Projects.Differences(project.Id, 1, None));
        Assert.Equal(("own", 1, false), Assert.Single((await stores.Shop.Content(None)).Models) is var own
            ? (own.Model.Id, own.Version, own.Retired) : default);

        // what was there before is kept, and restores
        var newest = All[^1];
        var kept = Beside(".backup");
        Assert.Equal(migration == newest ? 0 : 1, kept.Count);
        foreach (var backup in kept)
        {
            Assert.Equal(1L, Scalar(InFolder(backup), "SELECT COUNT(*) FROM Projects"));
            Assert.Equal(1, StoreSetup.OpenFile(InFolder("other.db")).Backup.Restore(InFolder(backup), backup).Projects);
        }
    }

    [Fact]
    public async Task A_lock_that_a_killed_start_left_does_not_hold_up_the_next()
    {
        At(All[0]);
        Scalar(DataFile, "INSERT INTO \"__EFMigrationsLock\" VALUES (1, '2026-11-28 08:00:00')");
        SqliteConnection.ClearAllPools();
        var stores = await Task.Run(() => StoreSetup.OpenFile(DataFile)).WaitAsync(TimeSpan.FromSeconds(20));
        Assert.Single(await stores.Projects.List(None));
    }

    [Fact]
    public async Task Many_processes_that_start_at_once_bring_it_up_to_date_once()
    {
        At(All[0]);
        var all = await Task.WhenAll(Enumerable.Range(0, 6).Select(_ => Task.Run(() => StoreSetup.OpenFile(DataFile).Projects.List(None))));
        Assert.All(all, list => Assert.Single(list));
        Assert.Single(Beside(".backup"));
    }

    [Fact]
    public void A_database_from_the_future_is_refused_and_left_as_it_is()
    {
        _ = StoreSetup.OpenFile(DataFile);
        Scalar(DataFile, "INSERT INTO __EFMigrationsHistory VALUES ('20991231235959_Later', '99.0')");
        var refused = Assert.Throws<DatabaseException>(() => StoreSetup.OpenFile(DataFile));
        Assert.Contains("a later version of Anvil Plan", refused.Message, StringComparison.Ordinal);
        Assert.Contains("20991231235959_Later", refused.Message, StringComparison.Ordinal);
        Assert.Equal(1L, Scalar(DataFile, "SELECT COUNT(*) FROM __EFMigrationsHistory WHERE MigrationId LIKE '2099%'"));
    }

    [Fact]
    public void Files_that_are_none_of_ours_are_refused_with_a_sentence()
    {
        File.WriteAllText(DataFile, "a letter to the timber yard, kept in the wrong place, long enough to be read as a page of a "
            + "database file");
        Assert.Contains("damaged, or it is another kind of file", Assert.Throws<DatabaseException>(() => StoreSetup.OpenFile(DataFile))
            .Message, StringComparison.Ordinal);
        Scalar(InFolder("other.db"), "CREATE TABLE Hens(Name TEXT)");
        Assert.Contains("database of another program", Assert.Throws<DatabaseException>(() => StoreSetup.OpenFile(InFolder("other.db")))
            .Message, StringComparison.Ordinal);
        Assert.Contains("is a folder", Assert.Throws<DatabaseException>(() => StoreSetup.OpenFile(Folder.FullName)).Message,
            StringComparison.Ordinal);
        Assert.Contains("is not there", Assert.Throws<DatabaseException>(() => StoreSetup.OpenFile(InFolder("none/shop.db"))).Message,
            StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_full_disk_or_another_holder_is_told_and_nothing_is_lost()
    {
        var stores = StoreSetup.OpenFile(DataFile);
        var project = await stores.Projects.Create(StartingDesign.Named("kept"), Core.Bench.AsBuilt.Nothing, "New", [], None);
        using (var holder = new SqliteConnection(AnvilDb.ConnectionFor(DataFile)))
        {
            holder.Open();
            using var held = holder.BeginTransaction();
            var busy = await Assert.ThrowsAnyAsync<Exception>(() => stores.Projects.Save(project.Id, 1, project.Design with
            { Name = "lost" }, "x", None));
            Assert.Contains("Another program holds the database", StoreTrouble.Sentence(busy), StringComparison.Ordinal);
        }

        Assert.Contains("is full", StoreTrouble.Sentence(new DbUpdateException("", new SqliteException("full", 13))),
            StringComparison.Ordinal);
        Assert.Contains("may only be read", StoreTrouble.Sentence(new SqliteException("read only", 8)), StringComparison.Ordinal);
        Assert.Null(StoreTrouble.Sentence(new InvalidOperationException()));
        Assert.Equal("kept", (await stores.Projects.Open(project.Id, None)).Design.Name);
    }
}
