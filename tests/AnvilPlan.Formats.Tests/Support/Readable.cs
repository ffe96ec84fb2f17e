using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shops;
using AnvilPlan.Formats.Drawing;
using AnvilPlan.Formats.Drawing.Sheets;
using AnvilPlan.Formats.Project;

namespace AnvilPlan.Formats.Tests.Support;

/// <summary>What is asked of every drawing: each word can be read.</summary>
internal static class Readable
{
    /// <summary>Of every demo and of what each way to build begins with.</summary>
    public static IEnumerable<(Design Design, BuildPlan Plan)> All() => Directory
        .EnumerateFiles(Path.Combine(AppContext.BaseDirectory, "demo"), "*.json").Order(StringComparer.Ordinal)
        .Select(f => ProjectJson.Read(File.ReadAllBytes(f), Shipped.Catalog).Design)
        .Concat(Shipped.Catalog.Systems.Select(s => s.Begin(StartingDesign.Named("Housing"), Shipped.Catalog)).OfType<Design>())
        .Select(d => (d, Planner.Plan(d, Shipped.Catalog, ShopProfile.Usual, AsBuilt.Nothing)));

    public static void Check(Sketch sheet, string of, Func<TextStroke, bool>? counts = null) =>
        Assert.Equal("", string.Join('\n', Legibility.Faults(sheet, counts).Select(f => $"{of}: {f}")));
}
