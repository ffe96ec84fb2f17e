using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Construction.AcrylicStacks;
using AnvilPlan.Core.Construction.DrawerStands;
using AnvilPlan.Core.Construction.FoldedSheets;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Printing;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Construction;

/// <summary>Layers, drawers, folded sheets, prints and housed shelves against figures worked out by hand.</summary>
public class MadePartsTests
{
    private static Design Of(Design design, string material, double nominal, Func<Face, PanelHold>? hold = null) =>
        Faces.All.Aggregate(design, (d, f) =>
        d.WithPanel(f, p => p with { MaterialId = material, NominalMm = nominal, MeasuredMm = null, Hold = hold?.Invoke(f) ?? p.Hold }));

    private static Design Stack(int layers, double spacer) => Of(Sample.Empty, "acrylic", 6) is var d
        ? d with
        {
            Box = d.Box with
            {
                Basis = SizeBasis.Inner,
                WidthMm = 140,
                DepthMm = 110,
                HeightMm = (layers * 6) + ((layers - 1) * spacer),
                Feet = null
            },
            Structures = [new AcrylicStack("stack", "acrylic", 6, 6, 16, spacer, "M4")],
        }
        : d;

    [Theory]
    [InlineData(8, 0)]
    [InlineData(5, 3)]
    public void Rings_are_as_many_as_fill_the_height_each_with_its_four_bolts(int layers, double spacer)
    {
        var plan = Sample.Plan(Stack(layers, spacer));
        var rings = plan.Parts.Where(p => p.Id.StartsWith("stack/ring-", StringComparison.Ordinal)).ToList();
        Assert.Equal(layers, rings.Count);
        Assert.All(rings, r => Assert.Equal(4, r.Features.OfType<Hole>().Count()));
        Assert.All(rings, r => Assert.Equal((140.0 + 32, 110.0 + 32), (r.LengthMm, r.WidthMm)));
        // plate less the inside, less the bolt holes, at 1190 kg/m³
        var hole = rings[0].Features.OfType<Hole>().First().DiaMm;
        var area = (172 * 142) - (140 * 110) + ((4 - Math.PI) * Math.Pow(rings[0].Features.OfType<Opening>().Single().CornerRadiusMm,
            2)) - (4 * Math.PI / 4 * hole * hole);
        Assert.Equal(area * 6 * Sample.Catalog.Material("acrylic").DensityKgPerM3 * 1e-6, rings[0].MassG, 0.5);
        Assert.All(rings.Zip(rings.Skip(1)), p => Assert.Equal(6 + spacer, p.Second.Box.Min.Z - p.First.Box.Min.Z, 6));
    }

    private static Design Stand(RunnerKind runner, double travel) => Sample.Empty with
    {
        Trays = [new Tray("drawer", "Drawer bottom", "birch-plywood", 6, null, 20, 13, TraySupport.None, null)
            { Drawer = new Drawer(Face.Front, travel) }],
        Structures = [new DrawerStand("stand", "drawer", "birch-plywood", 9, 40, 6, runner)],
    };

    [Fact]
    public void A_drawer_is_narrower_by_two_slides_or_by_its_play()
    {
        var inside = 320 - (2 * 11.9);
        var slides = Sample.Plan(Stand(RunnerKind.SideSlides, 150));
        Assert.Equal(inside - (2 * 12.7), slides.Part("stand/right").Box.Max.X - slides.Part("stand/left").Box.Min.X, 6);
        Assert.Contains(slides.Cost.Purchase, l => l.Item.Contains("slide", StringComparison.Ordinal)
            && l.Item.Contains("150", StringComparison.Ordinal));
        var wooden = Sample.Plan(Stand(RunnerKind.WoodenRunners, 150));
        // loose: three times the half millimetre to which a glued-up drawer is true, over both sides
        Assert.Equal(inside - 1.5, wooden.Part("stand/right").Box.Max.X - wooden.Part("stand/left").Box.Min.X, 6);
        Assert.DoesNotContain(wooden.Cost.Purchase, l => l.Item.Contains("slide", StringComparison.Ordinal));
    }

    [Fact]
    public void A_drawers_front_covers_the_stand_by_its_overlap()
    {
        var plan = Sample.Plan(Stand(RunnerKind.SideSlides, 150));
        var front = plan.Part("shell/front");
        Assert.Equal(320 - (2 * 11.9) + (2 * 6), front.Box.Size.X, 6);
        Assert.Contains(plan.Rooms, r => r.Box.Min.Y < -100);
    }

    [Theory]
    [InlineData("aluminium-5052", 1.5, 1.5)]
    [InlineData("steel", 1, 1)]
    public void A_folded_tray_is_cut_to_its_outside_less_what_each_bend_gives(string material, double nominal, double radius)
    {
        var design = Of(Sample.Empty, material, nominal, f => f == Face.Top ? PanelHold.Removable : PanelHold.Fixed);
        design = design with
        {
            Box = design.Box with
            {
                WidthMm = 220,
                DepthMm = 160,
                HeightMm = 80,
                Feet = null,
                Edges = [.. design.Box.Edges.Select(e => e with { Joint = JointKind.ButtGlued, BlockBarId = null, DepthMm = null,
                Covers = e.Id.Of().B == Face.Top ? Face.Top : e.Covers })]
            },
            Structures = [new FoldedSheet("base", [Face.Bottom, Face.Front, Face.Back, Face.Left, Face.Right], radius, 14,
                SheetJoin.Rivets)],
        };
        var plan = Sample.Plan(design);
        var blank = plan.Part("base");
        // across: both sides and the base outside, less two bend deductions of at most twice the outside setback each
        var t = plan.Part("shell/bottom").ThicknessMm;
        var setback = radius + t;
        Assert.InRange(Math.Max(blank.LengthMm, blank.WidthMm), 220 + (2 * (80 - t)) - (4 * setback), 220 + (2 * 80) + 30);
        // each bend is a quarter of a ring
        Assert.Equal(plan.Parts.Where(p => p.LeafOf == "base").Sum(p => p.MassG), blank.MassG, 6);
        var bends = plan.Parts.Where(p => p.LeafOf == "base" && p.Kind == PartKind.Bend).ToList();
        var density = Sample.Catalog.Material(material).DensityKgPerM3 * 1e-6;
        Assert.All(bends, b => Assert.Equal(Math.PI / 4 * ((setback * setback) - (radius * radius)) * b.LengthMm * density, b.MassG, 4));
        Assert.Equal(5 + 4 + 4, plan.Parts.Count(p => p.LeafOf == "base" && !p.Id.Contains("return", StringComparison.Ordinal)));
    }

    [Fact]
    public void A_door_over_a_folded_tray_lies_on_its_returns_and_is_held_by_its_hinges_alone()
    {
        var design = Of(Sample.Empty, "aluminium-5052", 1.5).WithPanel(Face.Top, p => p with
        {
            MaterialId = "birch-plywood",
            NominalMm = 12,
            Hold = PanelHold.Hinged,
            HingeAt = Face.Back
        });
        design = design with
        {
            Box = design.Box with
            {
                Feet = null,
                Edges = [.. design.Box.Edges.Select(e => e with { Joint = JointKind.ButtGlued, BlockBarId = null,
                DepthMm = null, Covers = e.Id.Of().B == Face.Top ? Face.Top : e.Covers })]
            },
            Structures = [new FoldedSheet("base", [Face.Bottom, Face.Front, Face.Back, Face.Left, Face.Right], 1.5, 14,
                SheetJoin.ScrewsAndNuts)],
        };
        Assert.Empty(DesignCheck.Problems(design, Sample.Catalog));
        var plan = Sample.Plan(design);
        var returns = plan.Parts.Where(p => p.Id.StartsWith("base/return-", StringComparison.Ordinal)).ToList();
        Assert.Equal(4, returns.Count);
        Assert.All(returns, r => Assert.Equal(plan.Part("shell/top").Box.Min.Z, r.Box.Max.Z, 6));
        Assert.All(plan.Holds.Where(h => h.PartA == "shell/top" || h.PartB == "shell/top"), h => Assert.Equal(HoldBy.Hinge, h.By));
        Assert.Contains(plan.Cost.Purchase, l => l.Item.Contains("hinge", StringComparison.Ordinal));
        Assert.Empty(SolidityCheck.Faults(plan));
    }

    [Fact]
    public void A_print_larger_than_the_stated_bed_is_split_and_its_time_grows_with_its_pieces()
    {
        Box[] solid = [new Box(default, new(300, 180, 40))];
        var plastic = Sample.Catalog.Material("petg");
        var usual = PrintJobs.Of(solid, plastic, 1.2, 0.2, ShopProfile.Usual, "pins");
        // 220 less twice 5: two pieces of 150
        Assert.Equal([2, 1, 1], usual.Pieces);
        Assert.Equal(150, usual.PieceMm[0]);
        Assert.Equal(1, usual.Joints);
        var large = ShopProfile.Usual with
        { Tools = new ToolSet([new Tool("p", ToolKind.Printer, "Large printer", 400, 400, 400, null, null, 0.2, false)], [], []) };
        var whole = PrintJobs.Of(solid, plastic, 1.2, 0.2, large, "pins");
        Assert.Equal((1, 0), (whole.Count, whole.Joints));
        Assert.True(whole.Hours < usual.Hours);
        Assert.Equal(whole.MassG, usual.MassG);
        // shell of 1.2 mm round 2160 cm³ with 1464 cm² and a fifth of the rest
        var shell = 1464 * 0.12;
        Assert.Equal((shell + (0.2 * (2160 - shell))) * plastic.DensityKgPerM3 / 1000, whole.MassG, 0.02);
    }

    [Fact]
    public void Time_and_price_of_a_print_follow_the_shops_own_settings()
    {
        Box[] solid = [new Box(default, new(100, 80, 40))];
        var (plastic, shop) = (Sample.Catalog.Material("petg"), ShopProfile.Usual);
        var usual = PrintJobs.Of(solid, plastic, 1.2, 0.2, shop, "");
        var fast = PrintJobs.Of(solid, plastic, 1.2, 0.2, shop with
        { Printing = shop.Printing with { SpeedMmPerS = 120, LayerOverheadS = 2 } }, "");
        Assert.Equal(usual.Hours / 2, fast.Hours, 0.01);
        Assert.Equal(usual.MassG, fast.MassG);
        // 100 x 80 lies on a bed of 100 x 80 only when nothing of it is kept free
        var bed = shop with
        {
            Tools = new ToolSet([new Tool("p", ToolKind.Printer, "Small printer", 100, 80, 100, null, null, null, false)],
            [], [])
        };
        Assert.True(PrintJobs.Of(solid, plastic, 1.2, 0.2, bed, "").Count > 1);
        Assert.Equal(1, PrintJobs.Of(solid, plastic, 1.2, 0.2, bed with { Printing = bed.Printing with { EdgeMarginMm = 0 } }, "").Count);
    }

    [Theory]
    [InlineData(null)]
    [InlineData(5.0)]
    public void A_housed_shelf_enters_each_wall_and_its_groove_is_cut_deeper_and_wider(double? housing)
    {
        var design = Sample.Empty with
        {
            Trays = [new Tray("shelf", "Shelf", "birch-plywood", 9, null, 60, 0, TraySupport.Housed, null)
            { HousingMm = housing }]
        };
        var plan = Sample.Plan(design);
        var entry = housing ?? Math.Round(11.9 / 3, 1);
        Assert.Equal(320 - (2 * 11.9) + (2 * entry), plan.Part("shelf").Box.Size.X, 6);
        var groove = Assert.Single(plan.Part("shell/left").Features.OfType<Channel>(), c => c.For == "tray/shelf");
        Assert.Equal(entry + 0.5, groove.DepthMm, 6);
        Assert.Equal(plan.Part("shelf").ThicknessMm + 0.2, Math.Min(groove.Max.U - groove.Min.U, groove.Max.V - groove.Min.V), 6);
        Assert.Contains(plan.Holds, h => h.PartA == "shelf" && h.By == HoldBy.Glue);
    }

    [Fact]
    public void Acrylic_is_folded_by_line_bends_like_sheet()
    {
        Face[] bent = [Face.Bottom, Face.Front, Face.Back];
        var design = Of(Sample.Empty, "acrylic", 4) with { Structures = [new FoldedSheet("cradle", bent, 4, 0, SheetJoin.ScrewsAndNuts)] };
        Assert.Empty(DesignCheck.Problems(design, Sample.Catalog));
        var plan = Sample.Plan(design);
        Assert.Equal(2, plan.Parts.Count(p => p.Kind == PartKind.Bend && p.LeafOf == "cradle"));
        Assert.DoesNotContain(plan.Findings, f => f.Code == "bend-too-tight");
        Assert.Empty(SolidityCheck.Overlaps(plan));
    }
}
