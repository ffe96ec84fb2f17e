using AnvilPlan.Audit.Checks;
using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Construction.TrayRacks;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Construction;

/// <summary>Trays with sides of their own: what is cut, what holds them, what they leave free, what they bear.</summary>
public class TrayFoldTests
{
    private static readonly double Wide = 320 - (2 * 11.9);
    private static readonly double Deep = 240 - (2 * 11.9);

    private static TrayFlanges Up(FlangedEdges edges, double height = 20) => new(edges, false, height, 2, SheetJoin.RivetNuts);

    private static Tray Folded(TrayFlanges? flanges, TraySupport support = TraySupport.Flanges) =>
        new("tray-1", "Tray", "aluminium-5052", 2, 2, 60, 1, support, support == TraySupport.Rails ? "aluminium-6061-15x15" : null)
        { Flanges = flanges };

    private static Design In(Tray tray) => Sample.Empty with { Trays = [tray] };

    /// <summary>From the edge of the blank to where a flange of 20 begins to bend: 20 less a deduction of 3.665, and R + T = 4. Beside a
    /// rail of 15, of which 1 is gap, a flange stops 14.5 from the plate's edge; beside another flange each gives way by 0.5.</summary>
    private const double Leg = 20 - (8 - (Math.PI / 2 * 2.76)) + 4;

    [Theory]
    [InlineData(FlangedEdges.Walls, 2, 0, 0)]
    [InlineData(FlangedEdges.Free, 0, 2, 14.5 * Leg)]
    [InlineData(FlangedEdges.All, 2, 2, (Leg * Leg) + (2 * 0.5 * Leg))]
    public void The_blank_is_the_outside_and_the_flanges_less_a_deduction_for_each_bend(FlangedEdges edges, int across, int along,
        double relief)
    {
        var plan = Sample.Plan(In(Folded(Up(edges), edges == FlangedEdges.Free ? TraySupport.Rails : TraySupport.Flanges)));
        var blank = plan.Part("tray-1/blank");
        // R = T = 2, K 0.38 in the table: BD = 2 x 4 - pi/2 x (2 + 0.76) = 3.665
        const double deduction = 8 - (Math.PI / 2 * 2.76);
        Assert.Equal(Wide - 2 + (across * (20 - deduction)), blank.LengthMm, 3);
        Assert.Equal(Deep - 2 + (along * (20 - deduction)), blank.WidthMm, 3);
        double Within(double from, double to, double most) => Math.Min(to, most) - Math.Max(from, 0);
        Assert.Equal(4 * relief, blank.Features.OfType<Notch>().Select(n => n.Reach)
            .Sum(n => Within(n.Min.U, n.Max.U, blank.LengthMm) * Within(n.Min.V, n.Max.V, blank.WidthMm)), 2);
        Assert.Equal(across + along, plan.Parts.Count(p => p.Id.StartsWith("tray-1/flange-", StringComparison.Ordinal)));
        // it is cut once, as a blank
        Assert.Contains(plan.Cuts.Sheets.SelectMany(s => s.Placements), p => p.PartId == "tray-1/blank");
        Assert.DoesNotContain(plan.Cuts.Sheets.SelectMany(s => s.Placements), p => p.PartId == "tray-1");
        Assert.Empty(SolidityCheck.Faults(plan));
    }

    [Fact]
    public void Its_sides_hold_it_to_wood_by_screws_from_inside_and_to_sheet_as_decided()
    {
        var wood = Sample.Plan(In(Folded(Up(FlangedEdges.Walls))));
        Assert.DoesNotContain(wood.Findings, f => f.Code == "tray-unsupported");
        Assert.Equal(["Flange left", "Flange right"], wood.Screws.Where(s => s.For == "tray/tray-1")
            .Select(s => s.Where.Split(',')[0]).Order());
        // 1.5 x 3 and more is wanted of a wall that has 11.9: said as such, with what the longest does bite
        Assert.Contains(wood.Findings, f => f.Code == "screw-none-fits" && f.Text.Contains("does not come through, 13 mm at most",
            StringComparison.Ordinal) && f.Text.Contains("bites 9 mm", StringComparison.Ordinal));
        Assert.All(wood.Part("shell/left").Features.OfType<Hole>().Where(h => h.For == "tray/tray-1"), h => Assert.NotNull(h.DepthMm));
        var sheet = Sample.Plan(Faces.All.Aggregate(In(Folded(Up(FlangedEdges.Walls) with { Join = SheetJoin.Rivets })),
            (d, f) => d.WithPanel(f, p => p with { MaterialId = "aluminium-5052", NominalMm = 2, MeasuredMm = null })));
        Assert.Contains(sheet.Cost.Purchase, l => l.Item.Contains("blind rivet", StringComparison.Ordinal));
        Assert.Contains(Sample.Plan(In(Folded(null, TraySupport.None))).Findings, f => f.Code == "tray-unsupported");
    }

    [Fact]
    public void A_device_that_stands_in_a_side_is_found_and_one_between_the_sides_is_not()
    {
        var folded = In(Folded(Up(FlangedEdges.All, 30)));
        string[] Hits(double u) => [.. Sample.Plan(folded.With(Sample.Device("board", "audio-65", "tray-1", u, 60)))
            .Findings.Where(f => f.Severity == Severity.Stop && f.Places.Contains("device/board")).Select(f => f.Text)];
        Assert.Contains(Hits(1), t => t.Contains("lange left", StringComparison.Ordinal));
        Assert.Empty(Hits(60));
    }

    [Theory]
    // lengths by hand for R = T = 2, K 0.38, 20 outside: flat = 20 - 4 tan(a/2) up to 90 degrees, 20 - 4 beyond;
    // out = 4 sin a + flat cos a, or 4 beyond 90; rise = 4 + flat sin a - 2 cos a, or - 4 cos a; round = a (2 + 0.76)
    [InlineData(30, 18.9282, 18.3923, 11.7321, 1.44513)]
    [InlineData(60, 17.6906, 12.3094, 18.3205, 2.89027)]
    [InlineData(135, 16, 4, 18.1421, 6.50310)]
    [InlineData(165, 16, 4, 12.0048, 7.94823)]
    public void Edges_that_lean_reach_out_and_up_as_the_angle_says_and_unfold_to_their_length(double turn, double flat, double outMm,
        double rise, double round)
    {
        var plan = Sample.Plan(In(Folded(Up(FlangedEdges.Free) with { TurnDeg = turn }, TraySupport.Posts)));
        var (plate, blank, flange) = (plan.Part("tray-1"), plan.Part("tray-1/blank"), plan.Part("tray-1/flange-front"));
        var bend = Assert.Single(plan.Part("tray-1/bend-front").Rings);
        Assert.Equal(Deep - 2 - (2 * outMm), plate.Box.Size.Y, 1e-3);
        Assert.Equal(Deep - 2 - (2 * outMm) + (2 * (flat + round)), blank.WidthMm, 1e-3);
        Assert.Equal(blank.WidthMm, blank.Whys.Single(w => w.Figure == "blank width").Terms.Sum(t => t.Value), 2);
        Assert.Equal(flat, Math.Min(flange.LengthMm, flange.WidthMm), 1e-3);
        var there = new Block(flange.Box, flange.Pose).Hull;
        Assert.Equal(rise, there.Max.Z - plate.Box.Min.Z, 1e-3);
        Assert.Equal(11.9 + 1, Math.Min(there.Min.Y, bend.Around.Min.Y), 1e-3);
        // metal keeps its volume on the middle of the sheet, and the table's K puts the neutral line inside of that
        Assert.Equal(turn * Math.PI / 180 * 3 * 2 * flange.Box.Size.X, bend.VolumeMm3, 2);
        Assert.Empty(SolidityCheck.Faults(plan));
        Assert.Empty(FoldBack.Of(blank, [.. plan.Parts.Where(p => p.LeafOf == blank.Id)]));
        Assert.Equal(turn, blank.Features.OfType<BendLine>().Select(b => b.AngleDeg).Distinct().Single(), 6);
    }

    [Fact]
    public void A_leaning_side_stiffens_by_what_stands_upright_of_it()
    {
        var heavy = In(Folded(Up(FlangedEdges.Free) with { TurnDeg = 60 }, TraySupport.Rails))
            .With(Sample.Device("supply", "supply-100w", "tray-1", 60, 60));
        var plan = Sample.Plan(heavy);
        var (plate, flange) = (plan.Part("tray-1"), plan.Part("tray-1/flange-front"));
        // strip by strip, from the underside of the plate: the sides once with the bends left out, as the plan does
        double area = 0, first = 0, second = 0;
        void Add(double da, double z) => (area, first, second) = (area + da, first + (da * z), second + (da * z * z));
        for (var i = 0; i < 4000; i++)
        {
            Add(plate.Box.Size.Y * 2 / 4000, 2 * (i + 0.5) / 4000);
            var along = Math.Min(flange.LengthMm, flange.WidthMm) * (i + 0.5) / 4000;
            for (var j = 0; j < 20; j++)
            {
                var across = 2 * (j + 0.5) / 20;
                // from the axis of the bend, 4 over the underside: out by R + across, then along the side
                Add(2 * 2.0 * Math.Min(flange.LengthMm, flange.WidthMm) / 80000,
                    4 - ((2 + across) * Math.Cos(Math.PI / 3)) + (along * Math.Sin(Math.PI / 3)));
            }
        }

        var why = plan.Loads.Single(l => l.Id == "tray/tray-1").Why;
        Assert.Contains($"I {second - (first * first / area):0} mm", why, StringComparison.Ordinal);
    }

    [Fact]
    public void Sides_along_the_span_make_a_channel_of_it()
    {
        var heavy = In(Folded(null, TraySupport.Rails)).With(Sample.Device("supply", "supply-100w", "tray-1", 60, 60));
        double Inertia(TrayFlanges? flanges) => double.Parse(System.Text.RegularExpressions.Regex.Match(
            Sample.Plan(heavy.WithTray("tray-1", t => t with { Flanges = flanges })).Loads.Single(l => l.Id == "tray/tray-1")
                .Why, "I ([0-9]+) mm").Groups[1].Value, System.Globalization.CultureInfo.InvariantCulture);
        // about the underside first, then to the centroid: flat of the plate between the bends (Deep - 2 - 2 x 4) x 2,
        // sides 2 x 16 from 4 to 20 above the underside
        var flat = Deep - 2;
        var between = flat - 8;
        double area = (between * 2) + (2 * 2 * 16), first = (between * 2 * 1) + (2 * 2 * 16 * 12);
        var second = (between * Math.Pow(2, 3) / 3) + (2 * 2 * (Math.Pow(20, 3) - Math.Pow(4, 3)) / 3);
        var channel = second - (first * first / area);
        Assert.Equal(flat * 8 / 12, Inertia(null), 0.5);
        Assert.Equal(channel, Inertia(Up(FlangedEdges.Free)), 0.5);
        // sides across the span carry nothing along it
        Assert.Equal(Inertia(null), Inertia(Up(FlangedEdges.Walls)));
    }

    [Theory]
    [InlineData(false, 40)]
    [InlineData(true, 20)]
    public void Equal_trays_stand_as_far_apart_as_their_sides_are_high(bool behind, double height)
    {
        var design = In(Folded(new TrayFlanges(FlangedEdges.Walls, behind, height, 2, SheetJoin.RivetNuts))) with
        { Structures = [new TrayRack("rack", "tray-1", 3, null, 10)] };
        design = design with { Box = design.Box with { HeightMm = 400 } };
        Assert.Equal(height + 10, TrayRackSystem.LeastPitchMm(design.Structures.OfType<TrayRack>().Single(), design, Sample.Catalog));
        Assert.Equal(6, Sample.Plan(design).Parts.Count(p => p.Id.Contains("/flange-", StringComparison.Ordinal)));
    }

    public static TheoryData<string, string, Tray> Refused => new()
    {
        { "trays[0].flanges.heightMm", "at least 5", Folded(Up(FlangedEdges.All, 4.5)) },
        { "trays[0].flanges.heightMm", "300", Folded(Up(FlangedEdges.All, 900)) },
        { "trays[0].flanges.turnDeg", "between 10 and 170", Folded(Up(FlangedEdges.Free) with { TurnDeg = 175 }, TraySupport.Posts) },
        { "trays[0].flanges.turnDeg", "free edges alone", Folded(Up(FlangedEdges.Walls) with { TurnDeg = 80 }) },
        { "trays[0].flanges.heightMm", "at least 5", Folded(Up(FlangedEdges.Free, 4.5) with { TurnDeg = 120 }, TraySupport.Posts) },
        { "trays[0].flanges.radiusMm", "0.2", Folded(Up(FlangedEdges.All) with { RadiusMm = 0 }) },
        { "trays[0].flanges", "plywood", Folded(Up(FlangedEdges.All)) with { MaterialId = "birch-plywood", NominalMm = 6,
            MeasuredMm = null } },
        { "trays[0].support", "beside the walls", Folded(Up(FlangedEdges.Free)) },
        { "trays[0].support", "beside the walls", Folded(null) },
        { "trays[0].drawer", "cannot slide", Folded(Up(FlangedEdges.All)) with { Drawer = new Drawer(Face.Front, 100) } },
        { "trays[0].flanges.edges", "grooves", Folded(Up(FlangedEdges.All), TraySupport.Housed) },
        { "trays[0].flanges.edges", "turned up", Folded(Up(FlangedEdges.Walls) with { Behind = true }, TraySupport.Rails) },
        { "trays[0].stiffenerBarId", "folded over", Folded(Up(FlangedEdges.Free) with { Behind = true }, TraySupport.Rails) with
            { StiffenerBarId = "aluminium-6061-10x10" } },
    };

    [Theory]
    [MemberData(nameof(Refused))]
    public void What_cannot_be_folded_is_refused_in_a_sentence(string path, string words, Tray tray)
    {
        var problem = Assert.Single(DesignCheck.Problems(In(tray), Sample.Catalog), p => p.Path == path);
        Assert.Contains(words, problem.Message, StringComparison.Ordinal);
    }

    public static TheoryData<string, int, Design> Provoked => new()
    {
        { "bend-too-tight", 1, In(Folded(Up(FlangedEdges.All) with { RadiusMm = 0.5 })) },
        { "flange-too-short", 1, In(Folded(Up(FlangedEdges.All, 8))) },
        { "flange-no-room", 1, In(Folded(Up(FlangedEdges.Free), TraySupport.Posts) with { UndersideMm = 6, GapMm = 0 }) is var d
            ? d with { Box = d.Box with
                { Feet = null, Edges = [.. d.Box.Edges.Select(e => e.Id is EdgeId.FrontBottom
                ? e with { Joint = JointKind.ButtScrewed, BlockBarId = "beech-15x15" } : e)] } }
            : Sample.Empty },
        { "tray-outside", 1, In(Folded(Up(FlangedEdges.All, 90))) },
    };

    [Theory]
    [MemberData(nameof(Provoked))]
    public void It_is_found_with_its_numbers_and_its_remedies_mend_it(string code, int remedies, Design design) =>
        Provocation.Mends(code, remedies, design);
}
