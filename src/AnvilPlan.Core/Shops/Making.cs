namespace AnvilPlan.Core.Shops;

/// <summary>What shapes a part, and so how true it comes out.</summary>
public enum ShopProcess
{
    Saw,
    Laser,
    Router,
    Printer,
    Brake,

    /// <summary>A hole drilled through a template or punched mark.</summary>
    Drill,
}

/// <summary>A dimension made so is within ± this of what was wanted, mm.</summary>
public sealed record ProcessTolerance(ShopProcess Process, double PlusMinusMm);

/// <summary>A fit-test coupon as it was tried: the smallest clearance that slid by hand, mm.</summary>
/// <param name="MaterialId">What it was made of.</param>
public sealed record CouponResult(ShopProcess Process, string MaterialId, double SlidesAtMm);

/// <summary>How true a process is here: stated, or from coupons.</summary>
/// <param name="Coupons">How many coupons it rests on; 0 = stated.</param>
/// <param name="SpreadMm">Largest less smallest of what the coupons say.</param>
public sealed record KnownTolerance(double PlusMinusMm, int Coupons, double SpreadMm);

/// <summary>Clamps on hand that open to the same width, mm.</summary>
public sealed record ClampStock(double OpensMm, int Count);

/// <summary>Air that wood comes to rest in.</summary>
public sealed record RoomAir(double TemperatureC, double HumidityPercent);
