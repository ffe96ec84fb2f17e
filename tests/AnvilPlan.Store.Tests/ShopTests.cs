using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Measuring;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Store.Tests;

public sealed class ShopTests : ShopFile
{
    private static readonly HardwareModel Own = Shipped.Catalog.Model("sbc-85") with { Id = "own", Name = "Own board" };

    private static Design Using(string name, params string[] models) => StartingDesign.Named(name) with
    {
        Devices = [.. models.Select((m, i) => new Device($"d-{i}", m, m, "panel/bottom", 20, 20 + (100 * i), 0, null,
            null, []))],
    };

    [Fact]
    public async Task Two_saves_of_the_shop_at_one_moment_leave_one_and_tell_the_other()
    {
        var stores = StoreSetup.OpenFile(DataFile);
        foreach (var version in (int[])[0, 1, 2])
        {
            var outcomes = await Task.WhenAll(Enumerable.Range(0, 8).Select(i => Task.Run(async () =>
            {
                try
                {
                    return await stores.Shop.SaveShop(ShopProfile.Usual with { SheetTrimMm = i + 1 }, version, None);
                }
                catch (StaleException stale)
                {
                    Assert.Contains("The shop profile is at version", stale.Message, StringComparison.Ordinal);
                    return -1;
                }
            })));
            Assert.Equal(version + 1, Assert.Single(outcomes, o => o > 0));
        }
    }

    [Fact]
    public async Task A_model_is_removed_when_nothing_uses_it_and_comes_back_with_a_revision_that_did()
    {
        var stores = StoreSetup.OpenFile(DataFile);
        await stores.Shop.SaveModels([new ModelChange(Own, 0)], None);
        var project = await stores.Projects.Create(Using("Tray rack", "own"), AsBuilt.Nothing, "New", [], None);
        var used = await Assert.ThrowsAsync<RefusedException>(() => stores.Shop.RetireModel("own", 1, None));
        Assert.Contains("\"Tray rack\" uses it", used.Message, StringComparison.Ordinal);
        await stores.Projects.Save(project.Id, 1, Using("Tray rack"), "Take out", None);
        await Assert.ThrowsAsync<StaleException>(() => stores.Shop.RetireModel("own", 7, None));
        await stores.Shop.RetireModel("own", 1, None);
        var content = await stores.Shop.Content(None);
        Assert.DoesNotContain(content.Catalog.Hardware, m => m.Id == "own");
        Assert.True(content.Catalog.HasModel("own"));
        await Assert.ThrowsAsync<RefusedException>(() => stores.Shop.SaveModels([new ModelChange(Own, 0)], None));
        await Assert.ThrowsAsync<NotFoundException>(() => stores.Shop.RetireModel("own", 2, None));
        await Assert.ThrowsAsync<RefusedException>(() => stores.Shop.RetireModel("sbc-85", 0, None));

        await stores.Projects.Undo(project.Id, 2, Unchecked, None);
        Assert.Contains((await stores.Shop.Content(None)).Catalog.Hardware, m => m.Id == "own");
        await Assert.ThrowsAsync<RefusedException>(() => stores.Shop.RetireModel("own", 3, None));
    }

    [Fact]
    public async Task Shipped_models_stay_as_they_are_and_an_import_is_all_or_nothing()
    {
        var stores = StoreSetup.OpenFile(DataFile);
        await Assert.ThrowsAsync<RefusedException>(() => stores.Shop.SaveModels([new ModelChange(Own, 0),
            new ModelChange(Own with { Id = "sbc-85" }, 0)], None));
        Assert.Empty((await stores.Shop.Content(None)).Models);
        await stores.Projects.Create(Using("One", "own"), AsBuilt.Nothing, "Imported", [Own], None);
        await Assert.ThrowsAsync<StaleException>(() => stores.Projects.Create(Using("Two", "own", "fresh"), AsBuilt.Nothing, "Imported",
            [Own with { Id = "fresh" }, Own with { MassG = 1 }], None));
        Assert.Equal("own", Assert.Single((await stores.Shop.Content(None)).Models).Model.Id);
        Assert.Single(await stores.Projects.List(None));
    }

    [Fact]
    public async Task A_deleted_project_is_out_of_the_list_and_comes_back_whole()
    {
        var projects = StoreSetup.OpenFile(DataFile).Projects;
        var project = await projects.Create(StartingDesign.Named("Bell frame"), AsBuilt.Nothing, "New", [], None);
        await projects.Save(project.Id, 1, project.Design with { Name = "Bell frame 2" }, "Rename", None);
        await Assert.ThrowsAsync<RevisionConflictException>(() => projects.Delete(project.Id, 1, None));
        await projects.Delete(project.Id, 2, None);
        Assert.Empty(await projects.List(None));
        Assert.Equal("Bell frame 2", Assert.Single(await projects.Deleted(None)).Name);
        Assert.Contains("bring it back", (await Assert.ThrowsAsync<NotFoundException>(() => projects.Open(project.Id, None))).Message,
            StringComparison.Ordinal);
        await Assert.ThrowsAsync<NotFoundException>(() => projects.Save(project.Id, 2, project.Design, "x", None));
        await projects.BringBack(project.Id, None);
        Assert.Equal((2, "Bell frame 2"), ((await projects.History(project.Id, None)).Count, (await projects.Open(project.Id, None))
            .Design.Name));
    }

    [Fact]
    public async Task The_whole_shop_goes_into_one_file_while_others_write_and_comes_back()
    {
        var stores = StoreSetup.OpenFile(DataFile);
        await stores.Shop.SaveModels([new ModelChange(Own, 0)], None);
        await stores.Shop.SaveShop(ShopProfile.Usual with { SheetTrimMm = 8 }, 0, None);
        await stores.Shop.ChangeReadings("own", "width", _ => [new Reading(85.1, "typed")], None);
        var project = await stores.Projects.Create(Using("Kiln rack", "own"), AsBuilt.Nothing, "New", [], None);
        using var stop = new CancellationTokenSource();
        var writer = Task.Run(async () =>
        {
            var at = project;
            while (!stop.IsCancellationRequested)
            {
                at = await stores.Projects.Save(at.Id, at.Revision, at.Design with { Name = $"Kiln rack {at.Revision + 1}" }, "edit", None);
            }

            return at.Revision;
        });
        while ((await stores.Projects.Open(project.Id, None)).Revision < 5)
        {
            await Task.Delay(5);
        }

        stores.Backup.Write(InFolder("all.backup"));
        await stop.CancelAsync();
        var last = await writer;

        var elsewhere = StoreSetup.OpenFile(InFolder("elsewhere.db"));
        Assert.Equal((1, 1, null), elsewhere.Backup.Restore(InFolder("all.backup"), "all.backup") is var r
            ? (r.Projects, r.Models, r.KeptIn) : default);
        var there = await elsewhere.Projects.Open(project.Id, None);
        Assert.InRange(there.Revision, 5, last);
        Assert.Equal($"Kiln rack {there.Revision}", there.Design.Name);
        Assert.Equal(there.Revision, (await elsewhere.Projects.History(project.Id, None)).Count);
        Assert.Equal(8, (await elsewhere.Shop.Content(None)).Shop.SheetTrimMm);
        Assert.Equal(85.1, (await elsewhere.Shop.Readings("own", None))["width"].Single().ValueMm);

        // back over the shop that has moved on: what was there is kept, and a window that knows later revisions loses nothing
        var restored = stores.Backup.Restore(InFolder("all.backup"), "all.backup");
        Assert.NotNull(restored.KeptIn);
        Assert.Equal(there.Revision, (await stores.Projects.Open(project.Id, None)).Revision);
        var conflict = await Assert.ThrowsAsync<RevisionConflictException>(() => stores.Projects.Save(project.Id, last + 1,
            there.Design with { Name = "from a window" }, "x", None));
        Assert.Equal("from a window", (await stores.Projects.GoTo(project.Id, there.Revision, conflict.KeptAs!.Value, Unchecked, None))
            .Design.Name);
        Assert.Equal(last, (int)(long)Scalar(restored.KeptIn!, "SELECT CurrentNumber FROM Projects")!);
    }

    [Fact]
    public async Task A_file_that_is_no_backup_changes_nothing()
    {
        var stores = StoreSetup.OpenFile(DataFile);
        var project = await stores.Projects.Create(StartingDesign.Named("kept"), AsBuilt.Nothing, "New", [], None);
        stores.Backup.Write(InFolder("good.backup"));
        await File.WriteAllTextAsync(InFolder("letter.backup"), "no database");
        Scalar(InFolder("foreign.backup"), "CREATE TABLE Hens(Name TEXT)");
        foreach (var (name, sql) in ((string, string)[])
            [("future", "INSERT INTO __EFMigrationsHistory VALUES ('20991231235959_Later', '99.0')"),
                ("dangling", "UPDATE Projects SET CurrentNumber = 9"), ("unreadable", "UPDATE Revisions SET DesignJson = '{\"name\":1}'")])
        {
            File.Copy(InFolder("good.backup"), InFolder(name + ".backup"));
            Scalar(InFolder(name + ".backup"), sql);
        }

        var bytes = await File.ReadAllBytesAsync(InFolder("good.backup"));
        bytes.AsSpan(4096, 4096).Fill(0x5A);
        await File.WriteAllBytesAsync(InFolder("torn.backup"), bytes);
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        foreach (var name in (string[])["letter", "foreign", "future", "dangling", "unreadable", "torn", "none"])
        {
            var refused = Assert.Throws<BackupException>(() => stores.Backup.Restore(InFolder(name + ".backup"), name));
            Assert.StartsWith(name, refused.Message, StringComparison.Ordinal);
        }

        Assert.Equal("kept", (await stores.Projects.Open(project.Id, None)).Design.Name);
        Assert.DoesNotContain(Folder.EnumerateFiles(), f => f.Name.Contains("incoming", StringComparison.Ordinal)
            || f.Name.Contains(".part", StringComparison.Ordinal));
    }
}
