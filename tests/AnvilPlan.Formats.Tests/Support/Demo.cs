using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shops;
using AnvilPlan.Formats.Project;

namespace AnvilPlan.Formats.Tests.Support;

internal static class Demo
{
    public static string Text { get; } = File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "demo", "marsh-listening-station.json"));

    public static ProjectFile Project { get; } = ProjectJson.Read(Text, Shipped.Catalog);

    public static BuildPlan Plan { get; } = Planner.Plan(Project.Design, Shipped.Catalog, ShopProfile.Usual, Project.AsBuilt);
}
