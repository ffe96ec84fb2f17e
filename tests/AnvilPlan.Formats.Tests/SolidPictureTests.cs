using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shops;
using AnvilPlan.Formats.Drawing.Solids;
using AnvilPlan.Formats.Tests.Support;

namespace AnvilPlan.Formats.Tests;

/// <summary>Pictures of the thing as it stands.</summary>
public class SolidPictureTests
{
    private static readonly Eye Eye = Eye.FrontRight;

    private static BuildPlan Plan(Design design) => Planner.Plan(design, Shipped.Catalog, ShopProfile.Usual, AsBuilt.Nothing);

    private static Design Begun(string system) =>
        Shipped.Catalog.Systems.First(s => s.Key == system).Begin(StartingDesign.Named("x"), Shipped.Catalog)!;

    [Fact]
    public void The_eye_has_axes_at_right_angles_and_sees_a_length_along_the_picture_true()
    {
        foreach (var eye in (Eye[])[Eye, Eye.At(-70, 10), Eye.At(200, 80)])
        {
            Assert.Equal((1.0, 1.0, 1.0), (Round(eye.Right.Length), Round(eye.Up.Length), Round(eye.Towards.Length)));
            Assert.Equal(eye.Towards, Rounded(eye.Right.Cross(eye.Up), eye.Towards));
        }

        // from the middle of the front, level: width and height are what they are
        var level = Eye.At(0, 0);
        Assert.Equal(new Uv(30, 20), level.See(new(30, 500, 20)));
    }

    private static double Round(double x) => Math.Round(x, 9);

    private static Point3 Rounded(Point3 p, Point3 to) => (p - to).Length < 1e-9 ? to : p;

    [Fact]
    public void A_closed_box_shows_three_sides_and_nothing_of_what_is_inside()
    {
        var plan = Plan(StartingDesign.Named("x"));
        var picture = SolidPicture.Of(plan);
        var (sin30, cos30) = Math.SinCos(Math.PI / 6);
        var (sin25, cos25) = Math.SinCos(25 * Math.PI / 180);
        // each side counts by how far it is turned to the eye; the sides that are seen fill all that is between the extremes
        var (w, d, h) = (plan.Outer.Size.X, plan.Outer.Size.Y, plan.Outer.Size.Z);
        Assert.Equal((w * cos30) + (d * sin30), picture.Max.U - picture.Min.U, 0.2);
        Assert.Equal((h * cos25) + (((w * sin30) + (d * cos30)) * sin25), picture.Max.V - picture.Min.V, 0.2);
        var seen = (w * h * cos30 * cos25) + (d * h * sin30 * cos25) + (w * d * sin25);
        Assert.Equal(seen, Filled(picture, 2), seen * 0.01);
        Assert.DoesNotContain(picture.Facets, f => f.Of == Place.Part("shell/bottom") && f.Light == Eye.LightOn(new(0, 0, 1)));
    }

    /// <summary>Area under any facet, by points of a grid, mm².</summary>
    private static double Filled(SolidPicture picture, double stepMm) =>
        Grid(picture, stepMm).Count(p => picture.Facets.Any(f => Covers(f, p))) * stepMm * stepMm;

    private static IEnumerable<Uv> Grid(SolidPicture picture, double stepMm)
    {
        for (var u = picture.Min.U + 0.3; u < picture.Max.U; u += stepMm)
        {
            for (var v = picture.Min.V + 0.3; v < picture.Max.V; v += stepMm)
            {
                yield return new(u, v);
            }
        }
    }

    private static bool Covers(Facet facet, Uv p) => Within(facet.Rim, p) && !facet.Inside.Any(i => Within(i, p));

    /// <summary>By the number of sides that a way to the right crosses.</summary>
    private static bool Within(IReadOnlyList<Uv> ring, Uv p)
    {
        var within = false;
        for (int i = 0, j = ring.Count - 1; i < ring.Count; j = i++)
        {
            var (a, b) = (ring[i], ring[j]);
            within ^= a.V > p.V != b.V > p.V && p.U < ((b.U - a.U) * (p.V - a.V) / (b.V - a.V)) + a.U;
        }

        return within;
    }

    [Theory]
    [InlineData("levelFrame")]
    [InlineData("trayRack")]
    [InlineData("railFrame")]
    [InlineData("drawerStand")]
    [InlineData("backBoard")]
    public void At_every_point_the_part_that_is_nearest_to_the_eye_is_painted_last(string system)
    {
        // without boards that lie in each other's grooves and rabbets, a part is its blocks: which one a ray meets first is worked out
        // block by block
        var plan = Plan(Begun(system));
        var picture = SolidPicture.Of(plan);
        var (checkedPoints, wrong) = (0, new List<string>());
        foreach (var p in Grid(picture, 7))
        {
            // a little all round as well: on an edge either may be seen
            var first = FirstHit(plan, p);
            if (first is null || new[] { new Uv(1, 0), new(-1, 0), new(0, 1), new(0, -1) }.Any(d => FirstHit(plan, p + d) != first))
            {
                continue;
            }

            checkedPoints++;
            var painted = picture.Facets.Where(f => f.Stuff != Stuff.Clear).LastOrDefault(f => Covers(f, p))?.Of;
            if (painted != Place.Part(first))
            {
                wrong.Add($"{p}: {painted} instead of {first}");
            }
        }

        Assert.True(checkedPoints > 100);
        Assert.Equal("", string.Join('\n', wrong.Take(5)));
    }

    /// <summary>Null where the ray meets nothing, or two so near to each other that they may share a joint.</summary>
    private static string? FirstHit(BuildPlan plan, Uv p)
    {
        var hits = plan.Parts.Where(x => x.Body.Count > 0 && x.Rings.Count == 0)
            .Select(x => (x.Id, Near: x.Body.Max(b => Nearest(new Block(b, x.Pose), p)))).Where(h => h.Near > double.MinValue)
            .OrderByDescending(h => h.Near).ToList();
        return hits.Count == 0 || (hits.Count > 1 && hits[0].Near - hits[1].Near < 25) ? null : hits[0].Id;
    }

    /// <summary>How near to the eye the ray through a point of the picture enters a block; the least number where it passes by.</summary>
    private static double Nearest(Block block, Uv p)
    {
        var through = (Eye.Right * p.U) + (Eye.Up * p.V);
        var (from, to) = (double.MinValue, double.MaxValue);
        for (var i = 0; i < 3; i++)
        {
            var way = block.Pose?.Vector((Axis)i) ?? default(Point3).With((Axis)i, 1);
            var (at, step) = ((through - block.Centre).Dot(way), Eye.Towards.Dot(way));
            var half = block.Box.Size[(Axis)i] / 2;
            if (Math.Abs(step) < 1e-9)
            {
                if (Math.Abs(at) > half)
                {
                    return double.MinValue;
                }

                continue;
            }

            var (a, b) = ((-half - at) / step, (half - at) / step);
            (from, to) = (Math.Max(from, Math.Min(a, b)), Math.Min(to, Math.Max(a, b)));
        }

        return from < to ? to : double.MinValue;
    }

    [Fact]
    public void Clear_sheet_hides_nothing_and_openings_let_the_eye_through()
    {
        var picture = SolidPicture.Of(Demo.Plan);
        Assert.Contains(picture.Facets, f => f.Stuff == Stuff.Clear);
        // devices under the clear lid
        Assert.Contains(picture.Facets, f => f.Stuff == Stuff.Device);
        Assert.Contains(picture.Facets, f => f.Inside.Count > 0 && f.Stuff == Stuff.Wood);
    }

    [Fact]
    public void Something_round_has_lines_at_its_ends_only()
    {
        var plan = Demo.Plan;
        var bend = plan.Parts.First(p => p.Rings.Count > 0 && p.Body.Count > 0);
        var facets = SolidPicture.Of(plan).Facets.Where(f => f.Of == Place.Part(bend.Id)).ToList();
        Assert.True(facets.Count > 3);
        // the stripes in the middle of the turn have a soft line on either side
        Assert.Contains(facets, f => f.Soft.SequenceEqual([1, 3]));
        Assert.All(facets.Where(f => f.Soft.Count > 0), f => Assert.Equal(4, f.Rim.Count));
    }

    [Fact]
    public void Every_way_to_build_has_a_picture_of_what_it_begins_with()
    {
        foreach (var system in Shipped.Catalog.Systems.Where(s => s.Decision is not null))
        {
            var picture = SolidPicture.Of(Plan(Begun(system.Key)));
            Assert.True(picture.Facets.Count >= 3, system.Key);
            Assert.All(picture.Facets, f => Assert.InRange(f.Light, 0.4, 1));
        }
    }
}
