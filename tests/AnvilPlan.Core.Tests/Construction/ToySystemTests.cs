using System.Text.Json;
using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Construction;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Construction;

/// <summary>A way to build that only this test knows: a peg glued to the floor.</summary>
public sealed record Peg(string Id, double HeightMm) : Structure(Id);

public sealed class PegSystem : ConstructionSystem<Peg>
{
    public override string Key => "peg";
    public override string Name => "Peg";
    public override string About => "A peg on the floor.";

    protected override Design Begin(Design design, Core.Catalogs.Catalog catalog, string id) =>
        design with { Structures = [.. design.Structures, new Peg(id, 40)] };

    protected override IReadOnlyList<Asked<Peg>> Asked { get; } = [Asking.Length<Peg>("heightMm", "Height", p => p.HeightMm, 30, 100)];

    protected override void Lay(Peg own, ShellDraft draft)
    {
        var bar = draft.Catalog.Bar("beech-20x20");
        var floor = draft.Fit.Envelope.Inner.Min;
        draft.Members.Add(BarPlacing.Solid(own.Id, "Peg", PartKind.Member, bar, new Box(floor + new Point3(60, 60, 0), floor
            + new Point3(80, 80, own.HeightMm)), Axis.Z, Direction.Front, 20));
    }

    protected override void Join(Peg own, JointDraft draft) =>
        draft.Hold(draft.Shell.Member(own.Id)!, draft.Shell.Panels[Face.Bottom], HoldBy.Glue, own.Id);

    protected override IEnumerable<Finding> Findings(Peg own, PlanSoFar plan) => own.HeightMm > 90
        ? [Finding.Of("peg-tall", Severity.Note, $"The peg is {own.HeightMm} mm tall.", [own.Id])]
        : [];
}

/// <summary>
/// An eleventh system comes from its own code alone: catalog, files, checks, parts, joints and findings take it as it is.
/// </summary>
public class ToySystemTests
{
    private static readonly Core.Catalogs.Catalog Known = Sample.Catalog.With(new PegSystem());

    [Fact]
    public void A_new_system_is_added_from_its_own_folder_only()
    {
        var design = Known.Systems[^1].Begin(Sample.Empty, Known)!;
        Assert.Empty(DesignCheck.Problems(design, Known));
        var plan = Planner.Plan(design, Known, ShopProfile.Usual, AsBuilt.Nothing);
        Assert.Equal(40, plan.Part("peg").LengthMm, 6);
        Assert.Contains(plan.Cuts.Bars, b => b.Pieces.Any(p => p.PartId == "peg"));
        Assert.Contains(plan.Holds, h => h.PartA == "peg" && h.By == HoldBy.Glue);
        Assert.Empty(SolidityCheck.Faults(plan));
        Assert.DoesNotContain(Sample.Plan(Sample.Empty).Parts, p => p.Id == "peg");
    }

    [Fact]
    public void Its_decisions_travel_in_files_by_its_own_key_and_are_held_to_its_own_ranges()
    {
        var options = DesignJson.For(Known.Systems);
        var design = Sample.Empty with { Structures = [new Peg("peg-2", 95)] };
        var text = JsonSerializer.Serialize(design, options);
        Assert.Contains("\"system\":\"peg\"", text, StringComparison.Ordinal);
        Assert.Equal(new Peg("peg-2", 95), Assert.Single(JsonSerializer.Deserialize<Design>(text, options)!.Structures));
        Assert.ThrowsAny<JsonException>(() => JsonSerializer.Deserialize<Design>(text, Shipped.Json));
        Assert.Contains(Planner.Plan(design, Known, ShopProfile.Usual, AsBuilt.Nothing).Findings, f => f.Code == "peg-tall");
        var problem = Assert.Single(DesignCheck.Problems(design with { Structures = [new Peg("peg-2", 400)] }, Known));
        Assert.Equal(("structures[0].heightMm", "heightMm is 400: it must lie between 30 and 100 mm."), (problem.Path, problem.Message));
    }

    [Fact]
    public void Every_shipped_system_begins_with_a_design_that_can_be_planned_and_spreads_the_same_twice()
    {
        foreach (var system in Shipped.Systems.Where(s => s.Decision is not null))
        {
            var start = system.Key == "printedFeet" ? Sample.Empty : Sample.WithTray;
            var design = system.Begin(start, Sample.Catalog)!;
            Assert.True(DesignCheck.Problems(design, Sample.Catalog).Count == 0,
                $"{system.Key}: {DesignCheck.Problems(design, Sample.Catalog).Select(p => p.Message).Aggregate("", (a, b) => a + b)}");
            var once = Sample.Catalog.Spread(design);
            Assert.Equal(JsonSerializer.Serialize(once, Shipped.Json), JsonSerializer.Serialize(Sample.Catalog.Spread(once), Shipped.Json));
            var plan = Sample.Plan(design);
            Assert.NotEmpty(plan.Parts);
            Assert.Equal(JsonSerializer.Serialize(design, Shipped.Json),
                JsonSerializer.Serialize(JsonSerializer.Deserialize<Design>(JsonSerializer.Serialize(design, Shipped.Json), Shipped.Json),
                Shipped.Json));
            Assert.Empty(SolidityCheck.OpenHolds(plan));
        }
    }
}
