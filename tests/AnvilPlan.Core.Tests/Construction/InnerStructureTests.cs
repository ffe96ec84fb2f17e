using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Construction.InnerBoxes;
using AnvilPlan.Core.Construction.PrintedBodies;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Construction;

/// <summary>Boxes and frames that stand inside with walls or legs of their own, against figures worked out by hand.</summary>
public class InnerStructureTests
{
    private static Design With(string key) => Sample.Catalog.Systems.Single(s => s.Key == key).Begin(Sample.Empty, Sample.Catalog)!;

    private static Design Boxed() =>
        With("innerBox").WithStructure<InnerBox>("inner-box", b => b with
        {
            FromLeftMm = 30,
            FromFrontMm = 20,
            WidthMm = 150,
            DepthMm = 100,
            HeightMm = 80
        });

    private static BuildPlan Sound(Design design)
    {
        var plan = Sample.Plan(design);
        Assert.Empty(SolidityCheck.Faults(plan));
        Assert.DoesNotContain(plan.Findings, f => f.Severity is Severity.Stop or Severity.Warn);
        return plan;
    }

    [Fact]
    public void Walls_stand_on_the_bottom_front_and_back_between_the_sides_and_the_floor_between_all_four()
    {
        var plan = Sound(Boxed());
        var t = plan.Part("inner-box/left").ThicknessMm;
        (double, double) Size(string id) => (Math.Round(plan.Part(id).LengthMm, 6), Math.Round(plan.Part(id).WidthMm, 6));
        Assert.Equal((150 - (2 * t), 100 - (2 * t)), Size("inner-box-floor"));
        // 80 less the lid
        Assert.Equal((100, 80 - t), Size("inner-box/left"));
        Assert.Equal((150 - (2 * t), 80 - t), Size("inner-box/front"));
        // 8 mm from the screws on the middle of a wall to the edge of the lid
        Assert.Equal((150 + (2 * (8 - (t / 2))), 100), Size("inner-box/lid"));
        // 30 from the inner face of the left, and the floor 10 over the bottom, both as thick as they measure
        Assert.Equal(plan.Part("shell/left").ThicknessMm + 30, plan.Part("inner-box/left").Box.Min.X, 6);
        Assert.Equal(plan.Part("shell/bottom").ThicknessMm + 10, plan.Part("inner-box-floor").Box.Min.Z, 6);
        Assert.Equal(plan.Part("shell/bottom").ThicknessMm, plan.Part("inner-box/back").Box.Min.Z, 6);
    }

    [Fact]
    public void It_is_glued_in_itself_screwed_from_below_and_closed_last()
    {
        var plan = Sound(Boxed() with { Devices = [Sample.Device("cell-pack", "relay-4", "inner-box-floor", 20, 12)] });
        Assert.Equal(4 + 4, plan.Holds.Count(h => h.By == HoldBy.Glue && h.Place == "inner-box"));
        Assert.Equal(4, plan.Fixings.Count(f => f.Id.StartsWith("inner-box/lid", StringComparison.Ordinal)));
        var below = plan.Fixings.Where(f => f.Id.StartsWith("inner-box/bottom", StringComparison.Ordinal)).ToList();
        Assert.Equal(4, below.Count);
        Assert.All(below, f => Assert.Equal(Direction.Up, f.Axis));
        var order = plan.Work.Operations.Select((o, i) => (o.Fixings, o.Makes, i)).ToList();
        int PutIn(string id) => order.Single(o => o.Fixings.Any(f => f.StartsWith(id, StringComparison.Ordinal))).i;
        var mounted = order.Single(o => o.Makes.Contains(new Fact(Done.Mounted, "device/cell-pack"))).i;
        Assert.True(mounted < PutIn("inner-box/bottom-left") && PutIn("inner-box/bottom-left") < PutIn("inner-box/lid-left"));
        var hole = plan.Part("inner-box/back").Features.OfType<Opening>().Single();
        Assert.Equal((20, null), (hole.WidthMm, hole.HeightMm));
    }

    [Fact]
    public void What_stands_in_it_stands_on_its_floor_from_its_own_corner()
    {
        var design = Boxed() with { Devices = [Sample.Device("cell-pack", "relay-4", "inner-box-floor", 20, 12)] };
        var plan = Sample.Plan(design);
        var device = plan.Devices.Single();
        Assert.Equal(plan.Part("inner-box-floor").Box.Min.X + 20, device.Body.Min.X, 6);
        Assert.Contains(plan.Part("inner-box-floor").Features.OfType<Hole>(), h => h.For == "cell-pack");
    }

    [Theory]
    [InlineData("aluminium-5052", "glued by their edges")]
    public void A_sheet_that_takes_no_glue_is_refused(string material, string why)
    {
        var problem = Assert.Single(DesignCheck.Problems(Boxed().WithStructure<InnerBox>("inner-box", b => b with
        { MaterialId = material }), Sample.Catalog));
        Assert.Contains(why, problem.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_hole_that_its_back_is_too_low_for_is_refused_with_what_it_takes()
    {
        // 80 less what is under the floor, floor and lid of what 9 mm plywood measures, and 6 mm above and below the hole
        var t = Sample.Catalog.TypicalThicknessMm("birch-plywood", 9);
        var problem = Assert.Single(DesignCheck.Problems(Boxed().WithStructure<InnerBox>("inner-box", b => b with { CableHoleMm = 60 }),
            Sample.Catalog));
        Assert.Contains($"is {Math.Floor(80 - 10 - (2 * t) - 12)} mm at most", problem.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_floor_that_leaves_no_room_over_it_is_refused()
    {
        var problem = Assert.Single(DesignCheck.Problems(Boxed().WithStructure<InnerBox>("inner-box", b => b with
        { FloorMm = 60, CableHoleMm = null }), Sample.Catalog));
        Assert.Contains("floorMm is 60", problem.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_printed_frame_carries_hardware_on_four_legs_that_are_screwed_from_below()
    {
        var design = With("printedFrame") with { Devices = [] };
        design = design.WithStructure<PrintedFrame>("printed-frame", f => f with
        {
            FromLeftMm = 40,
            FromFrontMm = 30,
            WidthMm = 120,
            DepthMm = 90,
            HeightMm = 25,
            PlateMm = 5,
            LegMm = 15
        });
        design = design with { Devices = [Sample.Device("pi", "relay-4", "printed-frame-plate", 20, 20)] };
        var plan = Sound(design);
        var plate = plan.Part("printed-frame-plate");
        Assert.Equal((120, 90, 5), (plate.LengthMm, plate.WidthMm, plate.ThicknessMm));
        Assert.Equal(plan.Part("shell/bottom").ThicknessMm + 25, plate.Box.Min.Z, 6);
        Assert.Equal("printed-frame", plate.LeafOf);
        Assert.All(Enumerable.Range(1, 4), i => Assert.True((plan.Part($"printed-frame/leg-{i}").Box.Size - new Point3(15, 15, 25))
            .Length < 1e-9));
        var screws = plan.Fixings.Where(f => f.Id.StartsWith("printed-frame/leg", StringComparison.Ordinal)).ToList();
        Assert.Equal(4, screws.Count);
        Assert.All(screws, s => Assert.Equal(Direction.Up, s.Axis));
        var made = plan.Made.Single(m => m.Id == "printed-frame");
        Assert.IsType<PrintBlank>(made.Blank);
        Assert.Equal(5, made.FaceIds.Count);
    }

    [Fact]
    public void A_plate_that_no_structure_names_hangs_in_the_air()
    {
        var design = Boxed() with { Structures = [] };
        Assert.Contains(Sample.Plan(design).Findings, f => f is { Code: "tray-unsupported", Severity: Severity.Stop });
    }

    [Fact]
    public void No_pocket_runs_through_the_walls_of_an_inner_box()
    {
        var plan = Sound(Boxed());
        var pockets = FreePockets.Of(plan, Sample.Catalog, 1);
        Assert.NotEmpty(pockets);
        Assert.All(pockets, p => Assert.DoesNotContain(plan.Parts.Where(x => x.Id.StartsWith("inner-box", StringComparison.Ordinal)),
            x => x.Box.Overlaps(p.Box)));
        // 150 x 100 less two walls of what 9 mm plywood measures, and all above the floor up to the lid
        var t = plan.Part("inner-box/left").ThicknessMm;
        var within = pockets.Single(p => plan.Part("inner-box-floor").Box.Grow(0.1).WithSpan(Axis.Z, 0, 1000).Contains(p.Box)
            && p.Box.Min.Z > plan.Part("inner-box-floor").Box.Min.Z && p.Box.Max.Z < plan.Part("inner-box/lid").Box.Max.Z);
        Assert.Equal((150 - (2 * t)) * (100 - (2 * t)) * (80 - 10 - (2 * t)) * 1e-6, within.VolumeL, 6);
    }
}
