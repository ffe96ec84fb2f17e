using System.Text.Json;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Construction;
using AnvilPlan.Core.Construction.AcrylicStacks;
using AnvilPlan.Core.Construction.BackBoards;
using AnvilPlan.Core.Construction.BentWraps;
using AnvilPlan.Core.Construction.DeskConsoles;
using AnvilPlan.Core.Construction.DrawerStands;
using AnvilPlan.Core.Construction.FoldedSheets;
using AnvilPlan.Core.Construction.InnerBoxes;
using AnvilPlan.Core.Construction.LevelFrames;
using AnvilPlan.Core.Construction.PanelBoxes;
using AnvilPlan.Core.Construction.Plates;
using AnvilPlan.Core.Construction.Plinths;
using AnvilPlan.Core.Construction.PrintedBodies;
using AnvilPlan.Core.Construction.RailFrames;
using AnvilPlan.Core.Construction.SplitFaces;
using AnvilPlan.Core.Construction.TrayRacks;

namespace AnvilPlan.Core.Planning;

/// <summary>What this build ships: its ways to build, the catalog that knows them, and JSON of designs that are built so.</summary>
public static class Shipped
{
    /// <summary>In the order in which they lay and join: panels first, what stands inside them last.</summary>
    public static IReadOnlyList<ConstructionSystem> Systems { get; } =
    [
        new PanelBoxSystem(),
        new SplitFaceSystem(),
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
        new InnerBoxSystem(),
        new PrintedFrameSystem(),
        new PrintedFeetSystem(),
        new PlinthSystem(),
    ];

    public static Catalog Catalog { get; } = Catalog.Tables.With(Systems);

    public static JsonSerializerOptions Json { get; } = DesignJson.For(Catalog.Systems);

    /// <summary>As <see cref="Json"/>, indented for files that people open.</summary>
    public static JsonSerializerOptions IndentedJson { get; } = Configure(new JsonSerializerOptions { WriteIndented = true });

    public static JsonSerializerOptions Configure(JsonSerializerOptions options) => DesignJson.Configure(options, Systems);
}
