using System.Diagnostics;
using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Measuring;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Work;
using Microsoft.Data.Sqlite;

namespace AnvilPlan.Store.Tests;

public sealed class ProjectStoreTests : ShopFile
{
    private ProjectStore Open() => StoreSetup.OpenFile(DataFile).Projects;

    private ShopStore Shop() => StoreSetup.OpenFile(DataFile).Shop;

    [Fact]
    public async Task Readings_of_two_hands_at_once_are_all_kept_and_survive_a_restart()
    {
        await Task.WhenAll(Enumerable.Range(1, 12).Select(i => Task.Run(() =>
            Shop().ChangeReadings("relay-2", i % 2 == 0 ? "width" : "depth", all => [.. all, new Reading(i, "typed")], None))));
        SqliteConnection.ClearAllPools();
        var kept = await Shop().Readings("relay-2", None);
        Assert.Equal([2, 4, 6, 8, 10, 12], kept["width"].Select(r => r.ValueMm).Order());
        Assert.Equal([1, 3, 5, 7, 9, 11], kept["depth"].Select(r => r.ValueMm).Order());
        Assert.Empty(await Shop().Readings("relay-4", None));
        await Assert.ThrowsAsync<InvalidOperationException>(() => Shop()
            .ChangeReadings("relay-2", "width", _ => throw new InvalidOperationException(), None));
        Assert.Equal(6, (await Shop().Readings("relay-2", None))["width"].Count);
    }

    [Fact]
    public async Task Coupons_clamps_and_the_air_of_the_shop_survive_a_restart()
    {
        var (shop, version) = await Shop().Content(None) is var content ? (content.Shop, content.ShopVersion) : default;
        var own = shop with
        {
            Coupons = [new CouponResult(ShopProcess.Printer, "petg", 0.3), new CouponResult(ShopProcess.Saw, "mdf", 0.2)],
            Clamps = [new ClampStock(600, 4)],
            Air = new RoomAir(14, 62),
            Tolerances = [new ProcessTolerance(ShopProcess.Brake, 0.6)],
            Rates = shop.Rates with { SpreadMinPerM = 2 },
        };
        await Shop().SaveShop(own, version, None);
        SqliteConnection.ClearAllPools();
        var kept = (await Shop().Content(None)).Shop;
        Assert.Equal(own.Coupons, kept.Coupons);
        Assert.Equal(own.Clamps, kept.Clamps);
        Assert.Equal((own.Air, 0.15, 0.6, 2.0), (kept.Air, kept.ToleranceOf(ShopProcess.Printer).PlusMinusMm,
            kept.ToleranceOf(ShopProcess.Brake).PlusMinusMm, kept.Rates.SpreadMinPerM));
    }

    [Fact]
    public async Task Each_edit_is_a_revision_and_undo_and_redo_survive_a_restart()
    {
        var start = StartingDesign.Named("one");
        var project = await Open().Create(start, AsBuilt.Nothing, "New", [], None);
        var second = await Open().Save(project.Id, 1, start with { Name = "two" }, "Rename", None);
        await Open().Save(project.Id, second.Revision, start with { Name = "three" }, "Rename", None);

        SqliteConnection.ClearAllPools();
        var undone = await Open().Undo(project.Id, 3, Unchecked, None);
        Assert.Equal(("two", 2, true, true), (undone.Design.Name, undone.Revision, undone.CanUndo, undone.CanRedo));
        SqliteConnection.ClearAllPools();
        var again = await Open().Redo(project.Id, 2, Unchecked, None);
        Assert.Equal(("three", 3, false), (again.Design.Name, again.Revision, again.CanRedo));
        var first = await Open().Undo(project.Id, (await Open().Undo(project.Id, 3, Unchecked, None)).Revision, Unchecked, None);
        Assert.False(first.CanUndo);
        Assert.Equal(1, (await Open().Undo(project.Id, 1, Unchecked, None)).Revision);
    }

    [Fact]
    public async Task An_edit_after_an_undo_branches_and_the_old_branch_stays_in_the_history()
    {
        var store = Open();
        var start = StartingDesign.Named("a");
        var id = (await store.Create(start, AsBuilt.Nothing, "New", [], None)).Id;
        await store.Save(id, 1, start with { Name = "b" }, "b", None);
        await store.Undo(id, 2, Unchecked, None);
        var branched = await store.Save(id, 1, start with { Name = "c" }, "c", None);
        Assert.Equal(3, branched.Revision);
        var history = await store.History(id, None);
        Assert.Equal([3, 2, 1], history.Select(r => r.Number));
        Assert.Equal([1, 1, null], history.Select(r => r.Parent));
        Assert.Equal("b", (await store.GoTo(id, 3, 2, Unchecked, None)).Design.Name);
        Assert.Equal("b", (await store.List(None)).Single().Name);
    }

    [Fact]
    public async Task The_second_of_two_tabs_gets_a_conflict_and_its_design_is_kept_aside()
    {
        var store = Open();
        var start = StartingDesign.Named("a");
        var id = (await store.Create(start, AsBuilt.Nothing, "New", [], None)).Id;
        await store.Save(id, 1, start with { Name = "first tab" }, "x", None);
        var conflict = await Assert.ThrowsAsync<RevisionConflictException>(() => store.Save(id, 1, start with { Name = "second tab" },
            "y", None));
        Assert.Equal((1, 2, 3), (conflict.Expected, conflict.Current, conflict.KeptAs!.Value));
        Assert.Equal("first tab", (await store.Open(id, None)).Design.Name);
        Assert.True((await store.History(id, None)).Single(r => r.Number == 3).KeptAside);
        Assert.Equal("second tab", (await store.GoTo(id, 2, 3, Unchecked, None)).Design.Name);
        await Assert.ThrowsAsync<RevisionConflictException>(() => store.Undo(id, 1, Unchecked, None));
        await Assert.ThrowsAsync<NotFoundException>(() => store.Save(id, 0, start, "z", None));
        await Assert.ThrowsAsync<NotFoundException>(() => store.Open(Guid.NewGuid(), None));
    }

    [Fact]
    public async Task Many_writers_at_once_lose_nothing()
    {
        var store = Open();
        var start = StartingDesign.Named("a");
        var id = (await store.Create(start, AsBuilt.Nothing, "New", [], None)).Id;
        var outcomes = await Task.WhenAll(Enumerable.Range(0, 12).Select(async i =>
        {
            try
            {
                await store.Save(id, 1, start with { Name = "writer " + i }, "w", None);
                return true;
            }
            catch (RevisionConflictException)
            {
                return false;
            }
        }));
        Assert.Single(outcomes, o => o);
        var history = await store.History(id, None);
        Assert.Equal(13, history.Count);
        Assert.Equal(11, history.Count(r => r.KeptAside));
    }

    [Fact]
    public async Task The_shop_profile_and_own_models_are_kept()
    {
        var store = Shop();
        Assert.Equal(0, (await store.Content(None)).ShopVersion);
        Assert.Equal(1, await store.SaveShop(ShopProfile.Usual with { SheetTrimMm = 8 }, 0, None));
        await Assert.ThrowsAsync<StaleException>(() => store.SaveShop(ShopProfile.Usual, 0, None));
        Assert.Equal(8, (await Shop().Content(None)).Shop.SheetTrimMm);
        var own = Shipped.Catalog.Model("sbc-85") with { Id = "own", Name = "own" };
        await store.SaveModels([new ModelChange(own, 0)], None);
        await store.SaveModels([new ModelChange(own with { MassG = 47 }, 1)], None);
        await Assert.ThrowsAsync<StaleException>(() => store.SaveModels([new ModelChange(own, 1)], None));
        Assert.Equal(47, (await Shop().Content(None)).Models.Single().Model.MassG);
    }

    [Fact]
    public async Task The_file_is_in_wal_mode_with_foreign_keys_on_and_times_in_utc()
    {
        var store = Open();
        await store.Create(StartingDesign.Named("a"), AsBuilt.Nothing, "New", [], None);
        Assert.Equal(DateTimeKind.Utc, (await store.List(None)).Single().ChangedUtc.Kind);
        await using var connection = new SqliteConnection(AnvilDb.ConnectionFor(DataFile));
        await connection.OpenAsync();
        Assert.Equal("wal", await Scalar(connection, "PRAGMA journal_mode"));
        Assert.Equal(1L, await Scalar(connection, "PRAGMA foreign_keys"));
        await using var orphan = connection.CreateCommand();
        orphan.CommandText = "INSERT INTO Revisions(ProjectId, Number, Label, DesignJson, CreatedUtc, KeptAside) VALUES ('x', 1, 'l', "
            + "'{}', '2000-01-01', 0)";
        await Assert.ThrowsAsync<SqliteException>(() => orphan.ExecuteNonQueryAsync());
    }

    [Fact]
    public async Task What_was_acknowledged_survives_a_kill()
    {
        // a second process writes revisions, says each one it has saved, and is killed in the middle of its work
        var store = Open();
        var start = StartingDesign.Named("a");
        var id = (await store.Create(start, AsBuilt.Nothing, "New", [], None)).Id;
        SqliteConnection.ClearAllPools();
        var info = new ProcessStartInfo("dotnet", [typeof(Writer.Marker).Assembly.Location, DataFile, id.ToString()])
        { RedirectStandardOutput = true };
        using var writer = Process.Start(info)!;
        var acknowledged = 1;
        while (acknowledged < 15 && await writer.StandardOutput.ReadLineAsync() is { } line)
        {
            acknowledged = int.Parse(line, System.Globalization.CultureInfo.InvariantCulture);
        }

        writer.Kill();
        await writer.WaitForExitAsync();
        Assert.Equal(15, acknowledged);
        var after = await Open().Open(id, None);
        Assert.True(after.Revision >= acknowledged, $"at {after.Revision}, acknowledged {acknowledged}");
        Assert.Equal("edit " + after.Revision, after.Design.Name);
    }

    private static async Task<object?> Scalar(SqliteConnection connection, string sql)
    {
        await using var command = connection.CreateCommand();
        command.CommandText = sql;
        return await command.ExecuteScalarAsync();
    }

    private static BenchEntry Done(string part, PartState? state, int unit = 1, BenchReading? reading = null) =>
        new(0, default, unit, part, "f1", null, state, reading, 4.5, "as planned");

    [Fact]
    public async Task Work_that_was_recorded_stays_in_its_order_through_restarts_edits_and_undo()
    {
        var start = StartingDesign.Named("one");
        var project = await Open().Create(start, AsBuilt.Nothing, "New", [], None);
        await Open().Record(project.Id, [Done("shell/front", PartState.Cut),
            Done("shell/front", null, 1, new BenchReading("length", 319.8))], None);
        await Open().Save(project.Id, 1, start with { Name = "two" }, "Rename", None);
        await Open().Record(project.Id, [Done("shell/left", PartState.Cut, 2)], None);
        SqliteConnection.ClearAllPools();
        var back = await Open().Undo(project.Id, 2, _ => { }, None);
        Assert.Equal([1, 2, 3], back.AsBuilt.Log.Select(e => e.Number));
        Assert.Equal(["shell/front", "shell/front", "shell/left"], back.AsBuilt.Log.Select(e => e.PartId));
        Assert.Equal(new BenchReading("length", 319.8), back.AsBuilt.Log[1].Reading);
        Assert.All(back.AsBuilt.Log, e => Assert.Equal(DateTimeKind.Utc, e.AtUtc.Kind));
        Assert.NotEqual(project.Content, back.Content);
    }

    [Fact]
    public async Task Two_hands_at_once_get_numbers_of_their_own_and_no_line_can_be_changed()
    {
        var project = await Open().Create(StartingDesign.Named("one"), AsBuilt.Nothing, "New", [], None);
        await Task.WhenAll(Enumerable.Range(1, 8)
            .Select(i => Task.Run(() => Open().Record(project.Id, [Done($"part-{i}", PartState.Cut)], None))));
        var log = (await Open().Open(project.Id, None)).AsBuilt.Log;
        Assert.Equal(Enumerable.Range(1, 8), log.Select(e => e.Number));
        Assert.Equal(8, log.Select(e => e.PartId).Distinct().Count());
        using var connection = new SqliteConnection(AnvilDb.ConnectionFor(DataFile));
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = "UPDATE Bench SET Minutes = 1 WHERE Number = 1";
        Assert.Contains("only added to", Assert.Throws<SqliteException>(() => command.ExecuteNonQuery()).Message, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_revision_tells_what_is_otherwise_in_the_shop_now()
    {
        var project = await Open().Create(StartingDesign.Named("one"), AsBuilt.Nothing, "New", [], None);
        Assert.Equal([], await Open().Differences(project.Id, 1, None));
        var (shop, version) = await Shop().Content(None) is var content ? (content.Shop, content.ShopVersion) : default;
        await Shop().SaveShop(shop with { Fits = shop.Fits with { PortMm = 0.9 } }, version, None);
        var differences = await Open().Differences(project.Id, 1, None);
        Assert.Equal([new Difference("shop.fits.portMm", System.Text.Json.JsonSerializer.Serialize(shop.Fits.PortMm), "0.9")], differences);
        Assert.True((await Open().History(project.Id, None)).Single().KnewOtherwise);
        await Open().Save(project.Id, 1, StartingDesign.Named("two"), "Rename", None);
        Assert.Equal([false, true], (await Open().History(project.Id, None)).Select(r => r.KnewOtherwise));
    }

    [Fact]
    public async Task Models_make_a_difference_to_the_revisions_that_use_them_only()
    {
        var own = Shipped.Catalog.Model("sbc-85") with { Id = "own-board" };
        await Shop().SaveModels([new ModelChange(own, 0)], None);
        var with = StartingDesign.Named("with") with
        { Devices = [new Device("d", "own-board", "Board", "panel/bottom", 40, 40, 0, null, null, [])] };
        var (uses, not) = (await Open().Create(with, AsBuilt.Nothing, "New", [], None), await Open()
            .Create(StartingDesign.Named("without"), AsBuilt.Nothing, "New", [], None));
        await Shop().SaveModels([new ModelChange(own with { HeightMm = own.HeightMm + 2 }, 1)], None);
        Assert.Equal("models.own-board.heightMm", Assert.Single((await Open().Differences(uses.Id, 1, None))!).What);
        Assert.Equal([], await Open().Differences(not.Id, 1, None));
    }
}
