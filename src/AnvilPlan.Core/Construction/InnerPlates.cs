using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Construction;

/// <summary>What structures that stand on the bottom with a plate of their own have in common.</summary>
internal static class InnerPlates
{
    /// <summary>Half of the inside each way, in its middle, at most so large.</summary>
    public static PlateArea InTheMiddle(Point3 inside, double mostWidthMm, double mostDepthMm, double leastSideMm)
    {
        double Half(double mm, double most) => Math.Max(leastSideMm, Math.Min(most, Math.Round(mm / 2)));
        var (width, depth) = (Half(inside.X, mostWidthMm), Half(inside.Y, mostDepthMm));
        return new PlateArea(Math.Round((inside.X - width) / 2), Math.Round((inside.Y - depth) / 2), width, depth);
    }

    public static void Check(StructureCheck check, Design design, string id, string trayId)
    {
        if (design.Panel(Face.Bottom).Hold == PanelHold.Open)
        {
            check.Refuse("id", $"the bottom is open: {id} wants a bottom to stand on.");
        }

        if (design.Trays.FirstOrDefault(t => t.Id == trayId) is not { } tray)
        {
            check.Refuse("trayId", $"trayId is \"{trayId}\": the design has no such tray.");
        }
        else if (tray is not { Support: TraySupport.Structure, Flanges: null, Drawer: null, StiffenerBarId: null, Plane: TrayPlane.Level })
        {
            check.Refuse("trayId", $"trayId is \"{trayId}\": the plate of a structure lies level, is carried by it alone, and is flat.");
        }

        if (design.Structures.Count(s => check.Catalog.Systems.Any(x => x.PlateOf(s) == trayId)) > 1)
        {
            check.Refuse("trayId", $"trayId is \"{trayId}\": two structures have that plate.");
        }
    }
}
