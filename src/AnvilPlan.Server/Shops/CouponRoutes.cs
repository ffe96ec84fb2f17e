using System.Text;
using AnvilPlan.Core.Fits;
using AnvilPlan.Core.Shops;
using AnvilPlan.Formats.Drawing;
using AnvilPlan.Formats.Dxf;
using AnvilPlan.Formats.Pdf;
using AnvilPlan.Formats.Stl;
using AnvilPlan.Formats.Svg;
using AnvilPlan.Server.Projects;
using AnvilPlan.Server.Web;
using AnvilPlan.Store;

namespace AnvilPlan.Server.Shops;

/// <param name="Known">How true the process is held to be now.</param>
public sealed record CouponView(FitCoupon Coupon, double LengthMm, double WidthMm, KnownTolerance Known);

/// <summary>Fit-test coupons: the comb with its steps, and the files to cut or print it.</summary>
public static class CouponRoutes
{
    public static void MapCoupons(this IEndpointRouteBuilder routes)
    {
        var group = routes.MapGroup("/api/coupon").WithTags("shop").ProducesProblem(400).ProducesProblem(422);
        group.MapGet("/", View).WithName("coupon");
        group.MapGet("/{file}", File).WithName("couponFile").Produces<byte[]>(200, "application/octet-stream");
    }

    private static async Task<CouponView> View(string process, string materialId, double thicknessMm, PlanDesk desk,
        CancellationToken cancel)
    {
        var bench = await desk.Bench(cancel);
        var coupon = Of(process, materialId, thicknessMm, bench);
        return new CouponView(coupon, coupon.LengthMm, FitCoupon.WidthMm, bench.Shop.ToleranceOf(coupon.Process));
    }

    private static FitCoupon Of(string process, string materialId, double thicknessMm, Bench bench)
    {
        if (!bench.Catalog.HasMaterial(materialId))
        {
            throw new FieldException("materialId", $"materialId is \"{materialId}\": the catalog has no such material.");
        }

        return double.IsFinite(thicknessMm) && thicknessMm is >= 0.5 and <= 40
            ? FitCoupon.For(Words.Read<ShopProcess>("process", process), materialId, thicknessMm, bench.Shop)
            : throw new FieldException("thicknessMm", $"thicknessMm is {thicknessMm}: it must lie between 0.5 and 40 mm.");
    }

    private static async Task<IResult> File(string file, string process, string materialId, double thicknessMm, PlanDesk desk,
        CancellationToken cancel)
    {
        var bench = await desk.Bench(cancel);
        var coupon = Of(process, materialId, thicknessMm, bench);
        var (comb, tongue) = (coupon.Parts()[0], coupon.Parts()[1]);
        return file switch
        {
            "comb.dxf" => Text(DxfWriter.Write(comb, bench.Shop.DxfRelease), "image/vnd.dxf", file),
            "tongue.dxf" => Text(DxfWriter.Write(tongue, bench.Shop.DxfRelease), "image/vnd.dxf", file),
            "comb.svg" => Text(SvgWriter.Write(PartSketch.Dimensioned(comb)), "image/svg+xml", file),
            "comb.stl" => Text(StlWriter.Write("comb", coupon.Solids()), "model/stl", file),
            "tongue.stl" => Text(StlWriter.Write("tongue", [tongue.Box]), "model/stl", file),
            "coupon.pdf" => TypedResults.File(TemplatePages.Write("Fit coupon", [comb, tongue], Paper.A4), "application/pdf", file),
            _ => throw new NotFoundException($"There is no coupon file \"{file}\": comb.dxf, tongue.dxf, comb.svg, comb.stl, tongue.stl "
                + $"and coupon.pdf are there."),
        };
    }

    private static IResult Text(string text, string type, string name) => TypedResults.File(Encoding.UTF8.GetBytes(text), type, name);
}
