using AnvilPlan.Core.Construction.BentWraps;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Construction;

/// <summary>The strip of a wrap as it is cut: kerfs by the cutter, plies by the sheet, mass by the wood that is left.</summary>
public class BentStripTests
{
    private const double Radius = 90;

    private static BuildPlan Turned(CornerMethod method, Func<BentWrap, BentWrap>? also = null)
    {
        var design = BentWrapSystem.Turned(Sample.Empty, Sample.Catalog, EdgeId.FrontLeft, method, Radius)!;
        var id = design.Structures.OfType<BentWrap>().Single().Id;
        return Sample.Plan(also is null ? design : design.WithStructure(id, also));
    }

    private static Part Strip(BuildPlan plan) =>
        plan.Parts.Single(p => p.Kind == PartKind.Blank && p.Id.StartsWith("bent-wrap", StringComparison.Ordinal));

    private static List<Kerf> Kerfs(Part strip) => [.. strip.Features.OfType<Kerf>()];

    [Theory]
    [InlineData(10, 9)]
    [InlineData(15, 6)]
    [InlineData(7, 13)]
    [InlineData(7.5, 12)]
    public void Tapered_kerfs_are_as_many_as_the_cutters_taper_goes_into_a_right_angle(double taper, int cuts) =>
        Assert.Equal(cuts, Kerfs(Strip(Turned(CornerMethod.TaperedKerf, w => w with { CutterTaperDeg = taper }))).Count);

    [Fact]
    public void A_tapered_kerf_closes_by_its_angle_and_is_as_wide_at_its_floor_as_the_cutters_tip()
    {
        var strip = Strip(Turned(CornerMethod.TaperedKerf, w => w with { CutterTaperDeg = 15, CutterTipMm = 0.6 }));
        foreach (var kerf in Kerfs(strip))
        {
            Assert.Equal(0.6, kerf.FloorMm);
            // turned about the middle of the web, both flanks meet over the whole face: mouth = 2 (T - w/2) tan(theta/2) + what the tip
            // leaves
            var web = strip.ThicknessMm - kerf.DepthMm;
            var (half, height) = (Math.PI / 24, strip.ThicknessMm - (web / 2));
            var mouth = 0.6 + (2 * (height - (0.6 / (2 * half))) * Math.Tan(half));
            Assert.Equal(mouth, kerf.Max.U - kerf.Min.U, 6);
            Assert.Equal(2, kerf.Drawing(strip.Slab).OfType<DrawnLine>().Count());
        }
    }

    [Fact]
    public void A_straight_kerf_is_as_wide_at_its_floor_as_at_its_mouth() =>
        Assert.All(Kerfs(Strip(Turned(CornerMethod.StraightKerf))), k =>
        {
            Assert.Equal(k.Max.U - k.Min.U, k.FloorMm, 9);
            Assert.Empty(k.Drawing(new Slab(1000, 100, 12)).OfType<DrawnLine>());
        });

    [Fact]
    public void The_strip_weighs_what_its_blank_weighs_less_what_is_sawn_out()
    {
        var strip = Strip(Turned(CornerMethod.StraightKerf));
        var kerfs = Kerfs(strip);
        var sawn = kerfs.Count * kerfs[0].FloorMm * (kerfs[0].Max.V - kerfs[0].Min.V) * kerfs[0].DepthMm;
        var density = Sample.Catalog.Material(strip.MaterialId).DensityKgPerM3 * 1e-6;
        var whole = strip.LengthMm * strip.WidthMm * strip.ThicknessMm * density;
        // holes and grooves of the neighbours take a little more
        Assert.InRange(strip.MassG, 0.94 * (whole - (sawn * density)), whole - (sawn * density) + 1e-6);
    }

    [Fact]
    public void A_laminated_bend_weighs_a_quarter_of_a_ring()
    {
        var bend = Turned(CornerMethod.Laminated).Parts.Single(p => p.Kind == PartKind.Bend);
        Assert.Equal(Math.PI / 4 * ((Radius * Radius) - Math.Pow(Radius - 11.9, 2)) * bend.Box.Size.Z * 680e-6, bend.MassG, 3);
    }

    [Fact]
    public void A_laminated_strip_is_cut_ply_by_ply_from_thin_sheets()
    {
        var plan = Turned(CornerMethod.Laminated);
        var strip = Strip(plan);
        // 11.9 mm of plies of 1.5 mm
        Assert.Equal((8, 1.5), (strip.Plies, strip.NominalMm));
        Assert.Equal(8, plan.Cuts.Sheets.Sum(s => s.Placements.Count(p => p.PartId == strip.Id)));
        Assert.All(plan.Cuts.Sheets.Where(s => s.Placements.Any(p => p.PartId == strip.Id)), s => Assert.Equal(1.5, s.NominalMm));
        Assert.Contains(plan.Cost.Purchase, l => l.Item.Contains("bending ply 1.5 mm", StringComparison.Ordinal));
    }

    [Fact]
    public void Of_a_board_for_which_no_thin_plies_are_sold_a_laminated_corner_is_refused()
    {
        var mdf = Faces.All.Aggregate(Sample.Empty, (d, f) => d.WithPanel(f, p => p with
        {
            MaterialId = "mdf",
            NominalMm = 12,
            MeasuredMm = null
        }));
        var option = BentWrapSystem.Compare(mdf, Sample.Catalog, ShopProfile.Usual, EdgeId.FrontLeft, Radius)
            .Single(o => o.Method == CornerMethod.Laminated);
        Assert.False(option.Possible);
        Assert.Contains("no thin plies of mdf", option.Note, StringComparison.OrdinalIgnoreCase);
    }
}
