using AnvilPlan.Core.Construction.AcrylicStacks;
using AnvilPlan.Core.Construction.BackBoards;
using AnvilPlan.Core.Construction.BentWraps;
using AnvilPlan.Core.Construction.DeskConsoles;
using AnvilPlan.Core.Construction.DrawerStands;
using AnvilPlan.Core.Construction.FoldedSheets;
using AnvilPlan.Core.Construction.LevelFrames;
using AnvilPlan.Core.Construction.PanelBoxes;
using AnvilPlan.Core.Construction.Plates;
using AnvilPlan.Core.Construction.Plinths;
using AnvilPlan.Core.Construction.PrintedBodies;
using AnvilPlan.Core.Construction.RailFrames;
using AnvilPlan.Core.Construction.TrayRacks;

namespace AnvilPlan.Core.Construction;

/// <summary>The systems of this build, in the order in which they lay and join: panels first, what stands inside them last.</summary>
public static class ConstructionSystems
{
    public static IReadOnlyList<ConstructionSystem> Shipped { get; } =
    [
        new PanelBoxSystem(),
        new DeskConsoleSystem(),
        new BackBoardSystem(),
        new BentWrapSystem(),
        new FoldedSheetSystem(),
        new PrintedBodySystem(),
        new AcrylicStackSystem(),
        new PrintedEndsSystem(),
        new RailFrameSystem(),
        new DrawerStandSystem(),
        new LevelFrameSystem(),
        new TrayRackSystem(),
        new PlateSystem(),
        new PrintedFeetSystem(),
        new PlinthSystem(),
    ];
}
