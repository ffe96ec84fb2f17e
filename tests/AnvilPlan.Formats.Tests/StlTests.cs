using System.Globalization;
using AnvilPlan.Core.Fits;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shops;
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
        (t[0].X * ((t[1].Y * t[2].Z) - (t[1].Z * t[2].Y))) + (t[0].Y * ((t[1].Z * t[2].X) - (t[1].X * t[2].Z))) + (t[0].Z * ((t[1].X * t[2].Y) - (t[1].Y * t[2].X)))) / 6;

    private static void Closed(List<Point3[]> triangles)
    {
        // every edge is walked as often one way as the other
        var walked = triangles.SelectMany(t => ((Point3, Point3)[])[(t[0], t[1]), (t[1], t[2]), (t[2], t[0])]).GroupBy(e => e).ToDictionary(g => g.Key, g => g.Count());
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
            var cells = (from x in Enumerable.Range(0, 12) from y in Enumerable.Range(0, 12) from z in Enumerable.Range(0, 12) where body.Any(b => b.Contains(new Point3(x + 0.5, y + 0.5, z + 0.5))) select 1).Count();
            Assert.Equal(cells, Volume(triangles), 6);
        }
    }
}
