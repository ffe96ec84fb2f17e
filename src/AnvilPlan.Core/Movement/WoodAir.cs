using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Wood;

namespace AnvilPlan.Core.Movement;

/// <summary>
/// Moisture of the wood, % of its dry mass: in the workshop when it is cut, and at home in the driest and the dampest weeks.
/// </summary>
public sealed record WoodAir(double NowPercent, double DriestPercent, double DampestPercent)
{
    public static WoodAir Of(Design design, ShopProfile shop)
    {
        var home = design.Brief.Home;
        return new WoodAir(
            Moisture.EquilibriumPercent(shop.Air.TemperatureC, shop.Air.HumidityPercent),
            Moisture.EquilibriumPercent(home.TemperatureC, home.DriestPercent), Moisture.EquilibriumPercent(home.TemperatureC,
                home.DampestPercent));
    }

    /// <summary>What a width of wood loses at the driest and gains at the dampest; neither is negative. mm.</summary>
    public (double ShrinkMm, double SwellMm) Change(double widthMm, double perPercent) => (
        Math.Max(0, -Moisture.ChangeMm(widthMm, perPercent, NowPercent, DriestPercent)),
        Math.Max(0, Moisture.ChangeMm(widthMm, perPercent, NowPercent, DampestPercent)));

    /// <summary>Growth per percent along an axis of the enclosure: none along the grain, which is the part's length.</summary>
    public static double PerPercent(SolidPart part, Material material, Axis axis) =>
        material.MovementPerPercent > 0 && part.Frame.U.Axis() != axis ? material.MovementPerPercent : 0;
}

/// <summary>What the seasons do to one part across its grain, mm.</summary>
public sealed record PartMovement(string PartId, string Name, double AcrossMm, double ShrinkMm, double SwellMm);
