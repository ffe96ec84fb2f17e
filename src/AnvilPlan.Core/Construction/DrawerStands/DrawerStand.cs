using AnvilPlan.Core.Designs;

namespace AnvilPlan.Core.Construction.DrawerStands;

public enum RunnerKind
{
    /// <summary>A pair of bought slides at the sides.</summary>
    SideSlides,

    /// <summary>Wooden bars that the drawer's sides run on.</summary>
    WoodenRunners,
}

/// <summary>
/// The box as a stand with a drawer in it: a tray becomes the drawer's bottom, walls stand on it, the front panel of the box is the
/// drawer's front.
/// </summary>
/// <param name="WallHeightMm">Of the drawer's sides over its bottom.</param>
/// <param name="OverlapMm">How far the front covers the stand beside the opening.</param>
public sealed record DrawerStand(string Id, string TrayId, string WallMaterialId, double WallNominalMm, double WallHeightMm,
    double OverlapMm, RunnerKind Runner) : Structure(Id)
{
    /// <summary>How a drawer on wooden runners goes between the walls; slides have their own room.</summary>
    public FitClass Play { get; init; } = FitClass.Loose;
}
