using AnvilPlan.Core.Shops;
using AnvilPlan.Server.Projects;
using AnvilPlan.Server.Web;
using AnvilPlan.Store;

namespace AnvilPlan.Server.Shops;

/// <param name="Known">How true each process is here, with how many coupons that rests on.</param>
public sealed record ShopView(int Version, ShopProfile Shop, IReadOnlyDictionary<ShopProcess, KnownTolerance> Known)
{
    public static ShopView Of(ShopProfile shop, int version) => new(version, shop, Enum.GetValues<ShopProcess>().ToDictionary(p => p, shop.ToleranceOf));
}

public sealed record ShopEdit(int Version, ShopProfile Shop);

public static class ShopRoutes
{
    public static void MapShop(this IEndpointRouteBuilder routes)
    {
        var shop = routes.MapGroup("/api/shop").WithTags("shop").ProducesProblem(400).ProducesProblem(409).ProducesProblem(422);
        shop.MapGet("/", async (ProjectStore store, CancellationToken cancel) => await store.Shop(cancel) is var (profile, version) ? ShopView.Of(profile, version) : null).WithName("readShop");
        shop.MapPut("/", Save).WithName("saveShop");
    }

    private static async Task<ShopView> Save(ShopEdit wanted, ProjectStore store, PlanDesk desk, CancellationToken cancel)
    {
        if (ShopCheck.Problem(wanted.Shop) is var (path, message) && path.Length > 0)
        {
            throw new FieldException(path, message);
        }

        var version = await store.SaveShop(wanted.Shop, wanted.Version, cancel);
        desk.Forget();
        return ShopView.Of(wanted.Shop, version);
    }
}
