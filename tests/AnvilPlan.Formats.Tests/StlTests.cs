using System.Globalization;
using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fits;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Work;
using AnvilPlan.Formats.Packet;
using AnvilPlan.Formats.Stl;

namespace AnvilPlan.Formats.Tests;

/// <summary>Solids as STL: read back by hand, closed, outward, of the right volume.</summary>
public class StlTests
{
    private static List<Point3[]> Triangles(string text) =>
    [
        .. text.Split('\n').Where(l => l.Contains("vertex", StringComparison.Ordinal))
            .Select(l => l.Trim().Split(' ')[1..].Select(n => double.Parse(n, CultureInfo.InvariantCulture)).ToArray())
            .Select(c => new Point3(c[0], c[1], c[2])).Chunk(3),
    ];

    /// <summary>By the divergence theorem: a sixth of the sum of a · (b x c).</summary>
    private static double Volume(List<Point3[]> triangles) => triangles.Sum(t =>
        (t[0].X * ((t[1].Y * t[2].Z) - (t[1].Z * t[2].Y))) + (t[0].Y * ((t[1].Z * t[2].X) - (t[1].X * t[2].Z)))
            + (t[0].Z * ((t[1].X * t[2].Y) - (t[1].Y * t[2].X)))) / 6;

    private static void Closed(List<Point3[]> triangles)
    {
        // every edge is walked as often one way as the other
        var walked = triangles.SelectMany(t => ((Point3, Point3)[])[(t[0], t[1]), (t[1], t[2]), (t[2], t[0])]).GroupBy(e => e)
            .ToDictionary(g => g.Key, g => g.Count());
        Assert.All(walked, e => Assert.Equal(e.Value, walked.GetValueOrDefault((e.Key.Item2, e.Key.Item1))));
    }

    [Fact]
    public void A_comb_is_closed_and_as_large_as_its_plate_less_its_slots()
    {
        var coupon = FitCoupon.For(ShopProcess.Printer, "petg", 6, ShopProfile.Usual);
        var triangles = Triangles(StlWriter.Write("comb", coupon.Solids()));
        Closed(triangles);
        Assert.Equal(6 * ((coupon.LengthMm * 32) - (20 * coupon.StepsMm.Sum(s => 12 + s))), Volume(triangles), 3);
    }

    [Fact]
    public void Blocks_that_overlap_are_one_solid()
    {
        var random = new Random(5);
        for (var trial = 0; trial < 60; trial++)
        {
            List<Box> body = [.. Enumerable.Range(0, random.Next(1, 5)).Select(_ =>
            {
                var min = new Point3(random.Next(6), random.Next(6), random.Next(6));
                return new Box(min, min + new Point3(1 + random.Next(5), 1 + random.Next(5), 1 + random.Next(5)));
            })];
            var triangles = Triangles(StlWriter.Write("b", body));
            Closed(triangles);
            // whole millimetres: count the cells
            var cells = (from x in Enumerable.Range(0, 12)
                         from y in Enumerable.Range(0, 12)
                         from z in Enumerable.Range(0, 12)
                         where body.Any(b => b.Contains(new Point3(x + 0.5, y + 0.5, z + 0.5)))
                         select 1).Count();
            Assert.Equal(cells, Volume(triangles), 6);
        }
    }

    private static BuildPlan Printed(string system, Func<Design, Design>? change = null, ShopProfile? shop = null) => Planner.Plan(
        (change ?? (d => d))(Shipped.Catalog.Systems.Single(s => s.Key == system).Begin(StartingDesign.Named("box"), Shipped.Catalog)!),
            Shipped.Catalog, shop ?? ShopProfile.Usual, AsBuilt.Nothing);

    private static double Size(List<Point3[]> triangles, Axis axis) =>
        triangles.SelectMany(t => t).Max(p => p[axis]) - triangles.SelectMany(t => t).Min(p => p[axis]);

    [Fact]
    public void A_foot_is_a_block_less_its_screw_hole_and_its_passage_and_lies_on_the_bed()
    {
        var plan = Printed("printedFeet", d => d with { Box = d.Box with { Feet = null } });
        var foot = plan.Part("printed-feet/1");
        var triangles = Triangles(Assert.Single(PrintedSolid.Write(foot, plan.Parts))());
        Closed(triangles);
        var (screw, passage) = (foot.Features.OfType<Hole>().Single(h => h.DepthMm is null), foot.Features.OfType<Hole>()
            .Single(h => h.DepthMm is not null));
        // holes have 48 corners that lie outside their circles
        var round = 48 * Math.Tan(Math.PI / 48);
        var gone = (round * passage.DiaMm * passage.DiaMm / 4 * passage.DepthMm!.Value)
            + (round * screw.DiaMm * screw.DiaMm / 4 * (foot.ThicknessMm - passage.DepthMm.Value));
        Assert.Equal((foot.LengthMm * foot.WidthMm * foot.ThicknessMm) - gone, Volume(triangles), 1.0);
        Assert.Equal(0, triangles.SelectMany(t => t).Min(p => p.Z), 6);
        Assert.Equal((foot.LengthMm, foot.WidthMm, foot.ThicknessMm), (Size(triangles, Axis.X), Size(triangles, Axis.Y),
            Size(triangles, Axis.Z)), (a, b) => Math.Abs(a.Item1 - b.Item1) + Math.Abs(a.Item2 - b.Item2)
            + Math.Abs(a.Item3 - b.Item3) < 1e-3);
    }

    [Theory]
    [InlineData("printedBody")]
    [InlineData("printedEnds")]
    public void What_is_split_to_the_bed_comes_in_closed_pieces_that_fit_it_and_together_are_the_whole(string system)
    {
        var small = ShopProfile.Usual with
        { Tools = new ToolSet([new Tool("p", ToolKind.Printer, "Small printer", 160, 160, 160, null, null, 0.2, false)], [], []) };
        var large = ShopProfile.Usual with
        { Tools = new ToolSet([new Tool("p", ToolKind.Printer, "Large printer", 900, 900, 900, null, null, 0.2, false)], [], []) };
        var (split, whole) = (Printed(system, shop: small), Printed(system, shop: large));
        foreach (var part in split.Parts.Where(p => p.Print is not null && p.LeafOf is null))
        {
            var pieces = PrintedSolid.Write(part, split.Parts).Select(p => Triangles(p())).ToList();
            Assert.Equal(part.Print!.Count, pieces.Count);
            Assert.True(pieces.Count > 1, part.Name);
            Assert.All(pieces, Closed);
            Assert.All(pieces, p => Assert.All(Enum.GetValues<Axis>(), a => Assert.InRange(Size(p, a), 0.1, 150.001)));
            var one = Triangles(Assert.Single(PrintedSolid.Write(whole.Part(part.Id), whole.Parts))());
            // but for the holes of the pins at the seams
            var pins = part.Print.Pins.Sum(p => Math.PI / 4 * p.HoleMm * p.HoleMm * 2 * p.DeepMm);
            Assert.InRange(Volume(one) - pieces.Sum(Volume), (0.97 * pins) - 0.5, (1.03 * pins) + 0.5);
            Assert.True(pins > 0);
        }
    }

    [Fact]
    public void Pins_lie_in_the_middle_of_the_walls_on_both_sides_of_a_seam_and_are_bought_as_they_are_printed()
    {
        var small = ShopProfile.Usual with
        { Tools = new ToolSet([new Tool("p", ToolKind.Printer, "Small printer", 160, 160, 160, null, null, 0.2, false)], [], []) };
        var plan = Printed("printedBody", shop: small);
        var body = plan.Part("printed-body");
        var pieces = body.Print!.PieceBoxes(body.Box).ToList();
        Assert.NotEmpty(body.Print.Pins);
        Assert.All(body.Print.Pins, pin =>
        {
            var wall = plan.Part(pin.FaceId);
            Assert.Equal(wall.ThicknessMm / 2, -wall.Frame.HeightOf(pin.At), 6);
            // each end lies inside one piece, and they are two
            var ends = ((int[])[-1, 1]).Select(s => pin.At.With(pin.Along, pin.At[pin.Along] + (s * pin.DeepMm))).ToList();
            Assert.All(ends, e => Assert.True(wall.Box.Grow(1e-6).Contains(e)));
            Assert.NotEqual(pieces.FindIndex(p => p.Grow(1e-6).Contains(ends[0])), pieces.FindIndex(p => p.Grow(1e-6).Contains(ends[1])));
            Assert.True(wall.ThicknessMm - pin.HoleMm >= pin.PinMm, "wall on both sides of the pin");
        });
        var line = Assert.Single(plan.Cost.Purchase, l => l.Kind == "pin");
        Assert.Equal(body.Print.Pins.Count, line.Count);
        Assert.Equal("steel pin 3 x 20, holes printed 3.2", line.Item);
        var thin = Printed("printedBody", d => d.WithStructure<Core.Construction.PrintedBodies.PrintedBody>("printed-body", b => b with
        { WallMm = 4, Anchors = false }), small);
        var snag = Assert.Single(thin.Findings, f => f.Code == "seam-without-pins");
        Assert.Equal(2, snag.Remedies.Count);
    }

    [Fact]
    public void Flanges_lap_half_a_wall_over_the_next_piece_and_nothing_is_lost()
    {
        static List<List<Point3[]>> Pieces(Core.Construction.PrintedBodies.PieceJoin join)
        {
            var plan = Printed("printedBody", d => d.WithStructure<Core.Construction.PrintedBodies.PrintedBody>("printed-body", b => b with
            { Join = join, Anchors = false }) is var x ? x with { Box = x.Box with { WidthMm = 300, DepthMm = 180, HeightMm = 100 } }
                : d);
            return [.. PrintedSolid.Write(plan.Part("printed-body"), plan.Parts).Select(p => Triangles(p()))];
        }

        var (square, lapped) = (Pieces(Core.Construction.PrintedBodies.PieceJoin.Screws),
            Pieces(Core.Construction.PrintedBodies.PieceJoin.GlueFlanges));
        Assert.Equal((2, 2), (square.Count, lapped.Count));
        Assert.All(lapped, Closed);
        // half of the lap of 7 mm reaches past the seam at 150, on both pieces
        Assert.All(square, p => Assert.Equal(150, Size(p, Axis.X), 3));
        Assert.All(lapped, p => Assert.Equal(153.5, Size(p, Axis.X), 3));
        var holes = 64 * Math.PI * 4 * 5;
        Assert.InRange(lapped.Sum(Volume) - square.Sum(Volume), 0, holes);
    }

    /// <summary>
    /// Holes from two sides, countersinks and pockets: the volume against the share of a grid of points that is in nothing cut.
    /// </summary>
    [Fact]
    public void Printed_corners_carry_their_holes_from_both_sides()
    {
        var plan = Planner.Plan(
            StartingDesign.Named("box").WithEdge(EdgeId.FrontLeft, e => e with
            {
                Joint = JointKind.PrintedCorner,
                BlockBarId = null,
                DepthMm = null
            }), Shipped.Catalog, ShopProfile.Usual, AsBuilt.Nothing);
        var corner = plan.Parts.First(p => p.Id.StartsWith("corner/front-left/", StringComparison.Ordinal));
        Assert.NotEmpty(corner.Features.OfType<EdgeHole>());
        Assert.NotEmpty(corner.Features.OfType<Hole>());
        var triangles = Triangles(Assert.Single(PrintedSolid.Write(corner, plan.Parts))());
        Closed(triangles);
        var bored = corner.Features.Sum(f => f switch
        {
            Hole h => Math.PI / 4 * h.DiaMm * h.DiaMm * (h.DepthMm ?? corner.ThicknessMm),
            EdgeHole e => Math.PI / 4 * e.DiaMm * e.DiaMm * e.DepthMm,
            _ => 0,
        });
        Assert.InRange((corner.LengthMm * corner.WidthMm * corner.ThicknessMm) - Volume(triangles), bored * 0.93, bored * 1.07);
    }

    [Fact]
    public void Every_printed_part_of_a_plan_has_its_model_among_the_files()
    {
        var plan = Printed("printedEnds");
        var names = PlanFiles.Of(StartingDesign.Named("box"), plan, ShopProfile.Usual, Formats.Pdf.Paper.A4)
            .Where(f => f.MediaType == "model/stl").Select(f => f.Name).ToList();
        Assert.Equal(plan.Parts.Where(p => p.Print is not null && p.LeafOf is null).Sum(p => p.Print!.Count), names.Count);
        Assert.Equal(names.Count, names.Distinct().Count());
        Assert.Contains(names, n => n.StartsWith("shell-left", StringComparison.Ordinal));
    }
}
