using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fits;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Work;
using AnvilPlan.Formats.Csv;
using AnvilPlan.Formats.Drawing;
using AnvilPlan.Formats.Dxf;
using AnvilPlan.Formats.Tests.Support;

namespace AnvilPlan.Formats.Tests;

/// <summary>What is taken off the edges of a part is off its outline, in every drawing and file.</summary>
public class PartOutlineTests
{
    private static BuildPlan Jointed(JointKind joint) => Plan(Faces.Edges.Where(e => e.Along() == Axis.Z).Aggregate(
        Thick(StartingDesign.Named("box")), (d, id) => d.WithEdge(id, e => e with { Joint = joint, DepthMm = null, BlockBarId = null })));

    private static Design Thick(Design design) =>
        Faces.All.Aggregate(design, (d, f) => d.WithPanel(f, p => p with
        {
            MaterialId = "birch-plywood",
            NominalMm = 18,
            MeasuredMm = 18
        }));

    private static BuildPlan Plan(Design design) => Planner.Plan(design, Shipped.Catalog, ShopProfile.Usual, AsBuilt.Nothing);

    private static bool In(IReadOnlyList<Uv> rim, Uv at)
    {
        var inside = false;
        for (var (i, j) = (0, rim.Count - 1); i < rim.Count; j = i++)
        {
            if (rim[i].V > at.V != rim[j].V > at.V && at.U < rim[i].U + ((rim[j].U - rim[i].U) * (at.V - rim[i].V) / (rim[j].V - rim[i].V)))
            {
                inside = !inside;
            }
        }

        return inside;
    }

    private static double Area(IReadOnlyList<Uv> rim) =>
        rim.Select((a, i) => (a.U * rim[(i + 1) % rim.Count].V) - (rim[(i + 1) % rim.Count].U * a.V)).Sum() / 2;

    public static TheoryData<string> Shapes => new() { "fingers", "dovetails", "half-blind", "wrap", "tenon" };

    private static BuildPlan Of(string shape) => shape switch
    {
        "fingers" => Jointed(JointKind.Finger),
        "dovetails" => Jointed(JointKind.Dovetail),
        "half-blind" => Jointed(JointKind.HalfBlind),
        "tenon" => Jointed(JointKind.ThroughTenon),
        _ => Demo.Plan,
    };

    /// <summary>Every point of a grid lies on the part when it is in no notch, by the ray's count of crossings alone.</summary>
    [Theory]
    [MemberData(nameof(Shapes))]
    public void A_point_is_inside_the_outline_when_no_notch_takes_it(string shape)
    {
        var shaped = Of(shape).Parts.Where(p => p.Flat && p.Features.Any(f => f.ShapesRim(p.Slab))).ToList();
        Assert.NotEmpty(shaped);
        var random = new Random(7);
        foreach (var part in shaped)
        {
            var regions = PartOutline.Seen(part);
            Assert.All(regions, r => Assert.True(Area(r.Rim.Points(0.001)) > 0));
            var drawnAreas = regions.SelectMany(r => r.Lines.Select((l, i) => (Rim: l.Points(0.001), Outer: i == 0))).ToList();
            var gone = part.Features.OfType<Notch>().Where(n => n.DepthMm is null)
                .Select(n => Outline.Of(n.From == WorkedFrom.Far ? n.Floor ?? n.Outline : n.Outline).Points(0.001))
                .Concat(part.Features.OfType<Opening>().Where(o => o.ShapesRim(part.Slab))
                    .Select(o => (IReadOnlyList<Uv>)[o.Min, new(o.Max.U, o.Min.V), o.Max, new(o.Min.U, o.Max.V)])).ToList();
            for (var i = 0; i < 4000; i++)
            {
                var at = new Uv(random.NextDouble() * part.LengthMm, random.NextDouble() * part.WidthMm);
                var drawn = drawnAreas.Exists(a => a.Outer && In(a.Rim, at)) && !drawnAreas.Exists(a => !a.Outer && In(a.Rim, at));
                Assert.True(drawn != gone.Any(g => In(g, at)), $"{part.Name} at {at}");
            }
        }
    }

    [Fact]
    public void Fingers_of_two_boards_fill_each_other_along_their_corner()
    {
        var plan = Jointed(JointKind.Finger);
        double Taken(string id)
        {
            var part = plan.Part(id);
            return part.Features.OfType<Notch>().Where(n => n.For == "edge/front-left").Select(n => n.Reach)
                .Sum(n => (Math.Min(n.Max.V, part.WidthMm) - Math.Max(n.Min.V, 0)) * (Math.Min(n.Max.U, part.LengthMm) - Math.Max(
                n.Min.U, 0)));
        }

        // what is taken from both ends together is one whole end, 18 mm of it, but for the fit of the sides
        var height = plan.Part("shell/front").WidthMm;
        Assert.InRange(Taken("shell/front") + Taken("shell/left"), 18 * height, 18 * height * 1.03);
        // two pieces left of each board would be a mistake
        Assert.All((string[])["shell/front", "shell/left"], id => Assert.Single(PartOutline.Seen(plan.Part(id))));
    }

    [Fact]
    public void Sockets_between_pins_are_wider_on_one_face_and_both_are_drawn()
    {
        var plan = Jointed(JointKind.Dovetail);
        var sloped = plan.Parts.Where(p => PartOutline.Far(p) is not null).ToList();
        Assert.NotEmpty(sloped);
        Assert.All(sloped, p => Assert.NotEqual(PartOutline.Seen(p).Sum(r => r.Rim.AreaMm2), PartOutline.Far(p)!.Sum(r => r.Rim.AreaMm2),
            1.0));
        Assert.All(sloped, p => Assert.Contains("\nSLOPE_FAR\n", DxfWriter.Write(p, DxfRelease.R2000), StringComparison.Ordinal));
        Assert.All(Jointed(JointKind.Finger).Parts, p => Assert.Null(PartOutline.Far(p)));
    }

    [Fact]
    public void A_socket_that_does_not_go_through_is_a_pocket_and_not_part_of_the_outline()
    {
        var part = Jointed(JointKind.HalfBlind).Parts.First(p => p.Features.OfType<Notch>().Any(n => n.DepthMm is not null));
        var sunk = part.Features.OfType<Notch>().First(n => n.DepthMm is not null);
        Assert.All(PartOutline.Within(part, sunk.Mouth).SelectMany(r => r.Rim.Vertices), p => Assert.True(p.U >= -1e-6
            && p.U <= part.LengthMm + 1e-6 && p.V >= -1e-6 && p.V <= part.WidthMm + 1e-6));
        Assert.Contains($"\nPOCKET_{sunk.DepthMm!.Value.ToString("0.##", System.Globalization.CultureInfo.InvariantCulture).Replace('.', '_')}", DxfWriter.Write(part, DxfRelease.R2000), StringComparison.Ordinal);
    }

    [Fact]
    public void Dowel_holes_in_an_end_are_drawn_as_deep_as_they_are_and_named_with_their_height()
    {
        var plan = Jointed(JointKind.Dowel);
        var part = plan.Parts.First(p => p.Features.OfType<EdgeHole>().Any());
        var hole = part.Features.OfType<EdgeHole>().First();
        var drawn = hole.Drawing(part.Slab).OfType<DrawnOutline>().Single().Outline.Vertices.Select(v => v.At).ToList();
        var (across, along) = hole.Edge is PartEdge.ULeast or PartEdge.UMost
            ? (drawn.Max(p => p.U) - drawn.Min(p => p.U), drawn.Max(p => p.V) - drawn.Min(p => p.V))
            : (drawn.Max(p => p.V) - drawn.Min(p => p.V), drawn.Max(p => p.U) - drawn.Min(p => p.U));
        Assert.Equal((hole.DepthMm, hole.DiaMm), (Math.Round(across, 6), Math.Round(along, 6)));
        Assert.Contains($"\nEDGE_{hole.DiaMm:0.##}_DEEP_", DxfWriter.Write(part, DxfRelease.R2000), StringComparison.Ordinal);
        Assert.Contains(PartSketch.Dimensioned(part).Strokes.OfType<PathStroke>(), s => s is { Ink: Ink.Drill, Dashed: true }
            && s.Points.SequenceEqual(drawn));
    }

    [Fact]
    public void Holes_from_ends_and_edges_are_rows_of_the_hole_table_with_their_place_on_the_end()
    {
        var plan = Jointed(JointKind.Dowel);
        var rows = CsvTable.Parse(CsvFiles.Holes(plan)).Rows.Where(r => r["below_face_mm"].Length > 0).ToList();
        Assert.Equal(plan.Parts.Sum(p => p.Features.OfType<EdgeHole>().Count()), rows.Count);
        // dowels stand in the middle of 18 mm boards, u at one end or the other
        Assert.All(rows, r => Assert.Equal(9, r.Number("below_face_mm"), 6));
        Assert.All(rows, r => Assert.Equal(r["worked_from"] switch
        {
            "left end" => 0,
            "right end" => plan.Part(r["part"]).LengthMm,
            _ => double.NaN
        }, r.Number("u_mm"), 6));
        Assert.Equal(plan.Tally.Holes, CsvTable.Parse(CsvFiles.Holes(plan)).Rows.Count);
    }

    [Fact]
    public void The_slots_of_a_comb_are_cut_into_its_outline()
    {
        var comb = FitCoupon.For(ShopProcess.Laser, "acrylic", 5, ShopProfile.Usual).Parts()[0];
        var rim = Assert.Single(PartOutline.Seen(comb)).Rim;
        // four corners, and four more for each of the eight slots
        Assert.Equal(4 + (4 * 8), rim.Vertices.Count);
    }
}
