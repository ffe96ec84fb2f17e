using AnvilPlan.Core.Shops;
using AnvilPlan.Server.Web;
using AnvilPlan.Store;

namespace AnvilPlan.Server.Shops;

/// <param name="Known">How true each process is here, with how many coupons that rests on.</param>
public sealed record ShopView(int Version, ShopProfile Shop, IReadOnlyDictionary<ShopProcess, KnownTolerance> Known)
{
    public static ShopView Of(ShopProfile shop, int version) =>
        new(version, shop, Enum.GetValues<ShopProcess>().ToDictionary(p => p, shop.ToleranceOf));
}

public sealed record ShopEdit(int Version, ShopProfile Shop);

/// <param name="KeptIn">Name of the file beside the database that holds the shop as it was before; null when it was empty.</param>
public sealed record RestoredView(int Projects, int Models, string? KeptIn);

/// <summary>The shop's profile, and the whole shop out and in as one file.</summary>
public static class ShopRoutes
{
    private const string BackupType = "application/vnd.sqlite3";

    public static void MapShop(this IEndpointRouteBuilder routes)
    {
        var shop = routes.MapGroup("/api/shop").WithTags("shop").ProducesProblem(400).ProducesProblem(409).ProducesProblem(422);
        shop.MapGet("/", async (ShopStore store, CancellationToken cancel) => await store.Content(cancel) is var content
            ? ShopView.Of(content.Shop, content.ShopVersion) : null).WithName("readShop");
        shop.MapPut("/", Save).WithName("saveShop");
        shop.MapGet("/backup", Backup).WithName("backup").WithMetadata(new TimeLimit(60)).Produces<byte[]>(200, BackupType);
        shop.MapPost("/restore", Restore).WithName("restore").WithMetadata(new TimeLimit(60), new BodyLimit(Limits.BackupBytes))
            .Accepts<byte[]>(BackupType);
    }

    private static async Task<ShopView> Save(ShopEdit wanted, ShopStore store, CancellationToken cancel)
    {
        if (ShopCheck.Problem(wanted.Shop) is var (path, message) && path.Length > 0)
        {
            throw new FieldException(path, message);
        }

        return ShopView.Of(wanted.Shop, await store.SaveShop(wanted.Shop, wanted.Version, cancel));
    }

    private static IResult Backup(ShopBackup backup, TimeProvider clock)
    {
        var file = Path.Combine(Path.GetTempPath(), $"anvil-plan-{Guid.NewGuid():n}.backup");
        backup.Write(file);
        // the file goes away with the stream
        var stream = new FileStream(file, FileMode.Open, FileAccess.Read, FileShare.Read, 1 << 16,
            FileOptions.DeleteOnClose | FileOptions.SequentialScan);
        return TypedResults.Stream(stream, BackupType, $"anvil-plan-{clock.GetLocalNow():yyyy-MM-dd}.backup");
    }

    private static async Task<RestoredView> Restore(HttpRequest request, ShopBackup backup, CancellationToken cancel)
    {
        var file = Path.Combine(Path.GetTempPath(), $"anvil-plan-{Guid.NewGuid():n}.restore");
        try
        {
            await using (var stream = File.Create(file))
            {
                await request.Body.CopyToAsync(stream, cancel);
            }

            var restored = backup.Restore(file, "the file");
            return new RestoredView(restored.Projects, restored.Models, Path.GetFileName(restored.KeptIn));
        }
        catch (BackupException error)
        {
            throw new FieldException("file", error.Message);
        }
        finally
        {
            File.Delete(file);
        }
    }
}
