using AnvilPlan.Core.Shops;
using AnvilPlan.Server.Projects;
using AnvilPlan.Server.Web;
using AnvilPlan.Store;

namespace AnvilPlan.Server.Shops;

public sealed record ShopView(int Version, ShopProfile Shop);

public static class ShopRoutes
{
    public static void MapShop(this IEndpointRouteBuilder routes)
    {
        var shop = routes.MapGroup("/api/shop").WithTags("shop").ProducesProblem(400).ProducesProblem(409).ProducesProblem(422);
        shop.MapGet("/", async (ProjectStore store, CancellationToken cancel) => await store.Shop(cancel) is var (profile, version) ? new ShopView(version, profile) : null).WithName("readShop");
        shop.MapPut("/", Save).WithName("saveShop");
    }

    private static async Task<ShopView> Save(ShopView wanted, ProjectStore store, PlanDesk desk, CancellationToken cancel)
    {
        if (ShopCheck.Problem(wanted.Shop) is var (path, message) && path.Length > 0)
        {
            throw new FieldException(path, message);
        }

        var version = await store.SaveShop(wanted.Shop, wanted.Version, cancel);
        desk.Forget();
        return new ShopView(version, wanted.Shop);
    }
}
