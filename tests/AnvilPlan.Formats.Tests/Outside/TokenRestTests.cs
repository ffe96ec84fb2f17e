using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Work;
using AnvilPlan.Formats.Packet;
using AnvilPlan.Formats.Pdf;

namespace AnvilPlan.Formats.Tests.Outside;

/// <summary>What this folder alone knows is planned, weighed, timed, written and mended as if it had shipped: nothing else names it.</summary>
public class TokenRestTests
{
    private static readonly Catalog Known = Shipped.Catalog.With(new TokenRestSystem());

    private static readonly Design Begun = Known.Systems[^1].Begin(StartingDesign.Named("key box"), Known)!;

    private static Core.Plans.BuildPlan Plan(Design design) => Planner.Plan(design, Known, ShopProfile.Usual, AsBuilt.Nothing);

    private static string File(string name)
    {
        var json = new JsonSerializerOptions(DesignJson.For(Known.Systems)) { WriteIndented = true };
        return Encoding.UTF8.GetString(PlanFiles.Of(Begun, Plan(Begun), ShopProfile.Usual, Paper.A4, json).Single(f => f.Name == name).Write());
    }

    [Fact]
    public void It_is_weighed_stamped_and_timed()
    {
        var (with, without) = (Plan(Begun), Plan(Begun with { Structures = [] }));
        // 30 mm round and 2 deep of plywood of 680 kg/m³
        Assert.Equal(Math.PI * 15 * 15 * 2 * 680e-6, without.Part("shell/front").MassG - with.Part("shell/front").MassG, 4);
        Assert.NotEqual(without.Part("shell/front").Fingerprint, with.Part("shell/front").Fingerprint);
        var cut = Assert.Single(with.Work.Operations, o => o.Features.Any(f => f.FeatureId == "token-rest"));
        Assert.Equal(Done.Opened, cut.Does);
        Assert.Contains("rest 30 round, 2 deep", cut.Setting, StringComparison.Ordinal);
    }

    [Fact]
    public void It_is_in_the_plan_the_table_and_the_drawing()
    {
        var part = JsonNode.Parse(File("plan.json"))!["parts"]!.AsArray().Single(p => p!["id"]!.GetValue<string>() == "shell/front")!;
        var feature = part["features"]!.AsArray().Single(f => f!["kind"]!.GetValue<string>() == "rest")!;
        Assert.Equal((30.0, 2.0), (feature["diaMm"]!.GetValue<double>(), feature["deepMm"]!.GetValue<double>()));
        Assert.Contains(",rest,", File("milling.csv"), StringComparison.Ordinal);
        Assert.Contains("REST_2", File("shell-front.dxf"), StringComparison.Ordinal);
    }

    [Fact]
    public void Its_finding_says_where_it_is_mended_and_its_remedy_mends_it()
    {
        var plan = Plan(Begun);
        var finding = plan.Findings.Single(f => f.Code == "token-shallow");
        Assert.Equal((Station.Mounts, "A token stands proud of its rest."), (finding.Station, finding.About));
        var tried = Assert.Single(TriedRemedies.Of(finding, Begun, plan, Known, ShopProfile.Usual, AsBuilt.Nothing));
        Assert.DoesNotContain(tried.Plan.Findings, f => f.Code == "token-shallow");
    }
}
