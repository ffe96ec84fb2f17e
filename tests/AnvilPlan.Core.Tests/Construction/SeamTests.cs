using AnvilPlan.Core.Construction.PrintedBodies;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Printing;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Construction;

/// <summary>Where printed parts are cut, and what joins them there. The usual bed takes 210 x 210 x 245.</summary>
public class SeamTests
{
    private static readonly Box Long = new(default, new(300, 100, 40));

    private static Box HoleAt(double x) => new(new(x - 5, 40, 0), new(x + 5, 50, 40));

    private static IEnumerable<double> Cut(double usable, double lap, params Box[] holes) =>
        Seam.Cut(Axis.X, Long, usable, new SeamRule(holes, lap)).Select(s => s.AtMm);

    [Fact]
    public void Pieces_are_equal_where_nothing_is_in_the_way() => Assert.Equal([150], Cut(210, 0));

    [Fact]
    public void A_seam_moves_to_the_nearest_place_a_millimetre_clear_of_a_hole() => Assert.Equal([156], Cut(210, 0, HoleAt(150)));

    [Fact]
    public void It_moves_the_other_way_when_that_is_nearer() => Assert.Equal([146], Cut(210, 0, HoleAt(152)));

    [Fact]
    public void Between_two_holes_it_finds_the_gap() => Assert.Equal([161], Cut(210, 0, HoleAt(145), HoleAt(155)));

    [Fact]
    public void Where_the_bed_leaves_no_play_there_is_one_piece_more() => Assert.Equal([100, 200], Cut(150, 0, HoleAt(150)));

    [Fact]
    public void A_hole_beside_the_axis_is_in_the_way_all_the_same_and_a_whole_part_has_no_seam()
    {
        Assert.Empty(Cut(300, 0, HoleAt(150)));
        Assert.Equal([156], Seam.Cut(Axis.X, Long, 210, new SeamRule([HoleAt(150) with { Min = new(145, -50, 0), Max = new(155, -40, 40) }],
            0)).Select(s => s.AtMm));
    }

    [Fact]
    public void A_lap_that_the_bed_has_room_for_changes_no_seam() => Assert.Equal([150], Cut(158, 8));

    [Fact]
    public void A_lap_for_which_the_bed_has_no_room_asks_for_one_piece_more() => Assert.Equal(2, Cut(155, 8).Count());

    private static BuildPlan Body(PieceJoin join, double width, double wall = 7, params Device[] devices) =>
        Sample.Plan(Design(join, width, wall, devices));

    private static Design Design(PieceJoin join, double width, double wall, params Device[] devices)
    {
        var begun = Sample.Catalog.Systems.Single(s => s is PrintedBodySystem).Begin(Sample.Empty, Sample.Catalog)!;
        begun = begun.WithStructure<PrintedBody>("printed-body", b => b with { Join = join, WallMm = wall, Anchors = wall >= 6 });
        return (begun with { Box = begun.Box with { WidthMm = width, DepthMm = 250, HeightMm = 120 } }).With(devices);
    }

    [Fact]
    public void Straps_lie_on_both_sides_of_each_seam_in_inserts_of_their_own()
    {
        // seams across x and y; the bottom has two stretches of each, every wall one: 4 + 4 of two straps
        var plan = Body(PieceJoin.Screws, 420);
        var straps = plan.Parts.Where(p => p.Id.Contains("/strap-", StringComparison.Ordinal)).ToList();
        Assert.Equal(16, straps.Count);
        var seams = plan.Part("printed-body").Print!.Seams;
        Assert.All(straps, strap =>
        {
            var screws = plan.Fixings.Where(f => f.Layers.Any(l => l.Owner == strap.Id)).ToList();
            Assert.Equal(2, screws.Count);
            var seam = Assert.Single(seams, s => Math.Abs(strap.Box.Centre[s.Across] - s.AtMm) < 1e-6 && strap.Frame.U.Axis() == s.Across);
            Assert.Equal([seam.AtMm - 12, seam.AtMm + 12], screws.Select(s => s.At[seam.Across]).Order());
            // 3 mm of strap and 5 of insert: M3 x 8 would end at the wall's 5 mm, 2 mm before its outer side
            Assert.All(screws, s => Assert.InRange(s.Pieces.Max(p => p.ToMm), 4.5, 8));
        });
        Assert.Equal(32, plan.Cost.Purchase.Single(l => l.Item.Contains("seam strap", StringComparison.Ordinal)).Count);
        Assert.DoesNotContain(plan.Findings, f => f.Severity != Core.Findings.Severity.Note);
    }

    [Fact]
    public void A_thin_wall_takes_no_straps_and_each_remedy_mends_it()
    {
        var design = Design(PieceJoin.Screws, 420, 4);
        var finding = Sample.Plan(design).Findings.Single(f => f.Code == "seam-without-straps");
        Assert.NotEmpty(finding.Remedies);
        Assert.All(finding.Remedies, r => Assert.DoesNotContain(Sample.Plan(r.Change(design)!).Findings,
            f => f.Code == "seam-without-straps"));
    }

    [Theory]
    [InlineData(PieceJoin.Pins)]
    [InlineData(PieceJoin.Screws)]
    [InlineData(PieceJoin.GlueFlanges)]
    public void No_seam_and_no_pin_meets_a_hole(PieceJoin join)
    {
        // the board's holes lie at 145 to 155 of 300 when it stands so
        for (var u = 130.0; u < 150; u += 4)
        {
            var plan = Body(join, 300, 7, Sample.Device("board", "sbc-85", "panel/bottom", u, 80));
            var job = plan.Part("printed-body").Print!;
            Assert.NotEmpty(job.Seams);
            foreach (var wall in plan.Parts.Where(p => p.LeafOf == "printed-body"))
            {
                foreach (var hole in wall.Features.OfType<Hole>())
                {
                    var at = wall.Frame.ToSpace(hole.At);
                    Assert.All(job.Seams.Where(s => s.Across != wall.Frame.Normal.Axis()),
                        s => Assert.True(Math.Abs(at[s.Across] - s.AtMm) >= (hole.DiaMm / 2) + 0.9, $"{join} {u}: {wall.Id} {hole.Id} at "
                        + $"{at[s.Across]}, seam {s.AtMm}"));
                    Assert.All(job.Pins.Where(p => p.FaceId == wall.Id), p => Assert.False(p.Around.Grow((hole.DiaMm / 2) - 1.1)
                        .Contains(at.With(wall.Frame.Normal.Axis(), p.At[wall.Frame.Normal.Axis()])), $"{hole.Id} in a pin"));
                }
            }

            Assert.DoesNotContain(plan.Findings, f => f.Code == "fixing-blocked");
        }
    }

    [Fact]
    public void Long_printed_ends_are_pinned_with_what_their_thickness_takes()
    {
        var begun = Sample.Catalog.Systems.Single(s => s is PrintedEndsSystem).Begin(Sample.Empty, Sample.Catalog)!;
        var plan = Sample.Plan(begun with { Box = begun.Box with { DepthMm = 260 } });
        var end = plan.Part("shell/left");
        Assert.Equal(SeamPin.PinFor(end.ThicknessMm), Assert.Single(end.Print!.Pins.Select(p => p.PinMm).Distinct()));
        Assert.Equal(end.Print.Pins.Count * 2, plan.Cost.Purchase.Single(l => l.Kind == "pin").Count);
    }
}
