using System.Text.Json;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Work;
using AnvilPlan.Formats.Project;

namespace AnvilPlan.Audit.Tests;

/// <summary>What is written today can be built, as far as the audit can tell.</summary>
public class AuditTests
{
    internal static IReadOnlyList<Design> Demos { get; } =
        [.. Directory.GetFiles(Path.Combine(AppContext.BaseDirectory, "demo"), "*.json").Order(StringComparer.Ordinal)
            .Select(f => ProjectJson.Read(File.ReadAllText(f), Shipped.Catalog).Design)];

    [Fact]
    public void Every_system_as_it_begins_and_every_demo_is_without_a_defect_a_stop_or_a_warning()
    {
        // the plain box, the systems that begin with a decision of their own, the demos
        var result = Auditor.Run(Shipped.Catalog, ShopProfile.Usual, Demos, 0, 1);
        Assert.Equal(1 + Shipped.Catalog.Systems.Count(s => s.Begin(StartingDesign.Named("x"), Shipped.Catalog) is not null) + Demos.Count,
            result.Designs);
        Assert.Equal((0, ""), (result.Stopped, string.Join('\n', result.Kinds.Select(k => k.Example))));
    }

    [Fact]
    public void Seed_and_number_make_the_same_design_again()
    {
        string Made(int seed) => JsonSerializer.Serialize(new Designs.RandomDesigns(Shipped.Catalog, ShopProfile.Usual, Demos, seed)
            .Make(2), Shipped.Json);
        Assert.Equal(Made(7), Made(7));
        Assert.NotEqual(Made(7), Made(8));
    }
}
