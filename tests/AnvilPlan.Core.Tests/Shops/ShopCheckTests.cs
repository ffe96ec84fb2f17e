using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Shops;

public class ShopCheckTests
{
    public static TheoryData<string, Func<ShopProfile, ShopProfile>> Wrong => new()
    {
        { "name", s => s with { Name = "" } },
        { "families.SolidWood.kerfMm", s => s with { Families = [new FamilyRule(MaterialFamily.SolidWood, -1, 0, 0)] } },
        { "families.Mdf.lengthAllowanceMm", s => s with { Families = [new FamilyRule(MaterialFamily.Mdf, 3, 500, 0)] } },
        { "sheetTrimMm", s => s with { SheetTrimMm = double.NaN } },
        { "leastOffcutMm", s => s with { LeastOffcutMm = -4 } },
        { "fits.grooveWidthMm", s => s with { Fits = s.Fits with { GrooveWidthMm = 9 } } },
        { "fits.bodyMm", s => s with { Fits = s.Fits with { BodyMm = -1 } } },
        { "rates.hourCents", s => s with { Rates = s.Rates with { HourCents = -1 } } },
        { "rates.holeMin", s => s with { Rates = s.Rates with { HoleMin = 1000 } } },
        { "offcuts[0].lengthMm", s => s with { Offcuts = [new Offcut("a", "mdf", 6, 0, 10, 1)] } },
        { "offcuts[0].count", s => s with { Offcuts = [new Offcut("a", "mdf", 6, 10, 10, -1)] } },
        { "onHand[0].count", s => s with { SheetsOnHand = [new StockCount("x", -1)] } },
        { "tolerances[0].plusMinusMm", s => s with { Tolerances = [new ProcessTolerance(ShopProcess.Saw, 0)] } },
        { "coupons[0].slidesAtMm", s => s with { Coupons = [new CouponResult(ShopProcess.Saw, "mdf", 9)] } },
        { "clamps[0].opensMm", s => s with { Clamps = [new ClampStock(1, 2)] } },
        { "clamps[0].count", s => s with { Clamps = [new ClampStock(300, -2)] } },
        { "air.temperatureC", s => s with { Air = new RoomAir(90, 50) } },
        { "air.humidityPercent", s => s with { Air = new RoomAir(20, 120) } },
        { "rates.spreadMinPerM", s => s with { Rates = s.Rates with { SpreadMinPerM = -1 } } },
        { "rates.placeMin", s => s with { Rates = s.Rates with { PlaceMin = 99 } } },
        { "printing.layerMm", s => s with { Printing = s.Printing with { LayerMm = 0 } } },
        { "printing.efficiency", s => s with { Printing = s.Printing with { Efficiency = 1.5 } } },
        { "printing.speedMmPerS", s => s with { Printing = s.Printing with { SpeedMmPerS = double.PositiveInfinity } } },
        { "fractionDenominator", s => s with { FractionDenominator = 10 } },
    };

    [Theory]
    [MemberData(nameof(Wrong))]
    public void A_wrong_constant_is_named(string path, Func<ShopProfile, ShopProfile> spoil)
    {
        var (at, message) = ShopCheck.Problem(spoil(ShopProfile.Usual));
        Assert.Equal(path, at);
        Assert.EndsWith(".", message, StringComparison.Ordinal);
    }

    [Fact]
    public void The_usual_shop_is_sound() => Assert.Equal(("", ""), ShopCheck.Problem(ShopProfile.Usual));
}
