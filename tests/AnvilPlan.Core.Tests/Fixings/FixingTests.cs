using System.Text.RegularExpressions;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Fixings;

/// <summary>Every screw, peg and rivet as a solid: no two meet, each has its hole in every part that it passes.</summary>
public class FixingTests
{
    public static TheoryData<string> Systems => [.. Sample.Catalog.Systems.Where(s => s.Begin(Sample.Empty, Sample.Catalog) is not null)
        .Select(s => s.Key)];

    private static BuildPlan Begun(string system) =>
        Sample.Plan(Sample.Catalog.Systems.Single(s => s.Key == system).Begin(StartingDesign.Named("begun"), Sample.Catalog)!);

    [Theory]
    [MemberData(nameof(Systems))]
    public void Point_by_point_no_two_fixings_of_a_starting_design_share_material(string system)
    {
        var plan = Begun(system);
        foreach (var a in plan.Fixings)
        {
            foreach (var p in Points(a))
            {
                Assert.DoesNotContain(plan.Fixings, b => b.Id != a.Id && Inside(b, p));
            }
        }
    }

    [Theory]
    [MemberData(nameof(Systems))]
    public void In_every_part_that_it_passes_a_fixing_of_a_starting_design_has_a_hole_of_its_own(string system)
    {
        var plan = Begun(system);
        foreach (var (fixing, layer) in plan.Fixings.SelectMany(f => f.Layers.Select(l => (f, l)))
            .Where(x => x.l.HoleMm > 0 && x.l.Owner.Kind != PlaceKind.Device))
        {
            var part = plan.Part(layer.Owner.ToString());
            if (part.BarId is { } bar && Sample.Catalog.Bar(bar).Shape == BarShape.Slotted)
            {
                continue;
            }

            var at = part.Frame.ToPlane(fixing.At);
            var has = part.Features.Any(f => f switch
            {
                Hole h => h.At.DistanceTo(at) < 0.01,
                EdgeHole e => new Uv(e.AlongMm, e.FromSeenMm).DistanceTo(e.Edge is PartEdge.ULeast or PartEdge.UMost
                    ? new Uv(at.V, -part.Frame.HeightOf(fixing.At)) : new Uv(at.U, -part.Frame.HeightOf(fixing.At))) < 0.01,
                Opening o => o.At.DistanceTo(at) < 0.01,
                Channel c => at.U >= c.Min.U && at.U <= c.Max.U && at.V >= c.Min.V && at.V <= c.Max.V,
                _ => false,
            });
            Assert.True(has, $"{fixing.Id} in {part.Id}");
        }
    }

    [Fact]
    public void Screws_from_two_walls_into_one_corner_post_pass_each_other()
    {
        var post = Begun("railFrame").Fixings.Where(f => f.Layers.Any(l => l.Owner == "rail-frame/front-left"
            && l.Role == LayerRole.Thread)).ToList();
        var (front, left) = (post.Where(f => f.Axis.Axis() == Axis.Y).ToList(), post.Where(f => f.Axis.Axis() == Axis.X).ToList());
        Assert.NotEmpty(front);
        Assert.NotEmpty(left);
        foreach (var (a, b) in front.SelectMany(a => left.Select(b => (a, b))))
        {
            // both are in the post's middle: their shanks are as far apart as their heights, less half a diameter each
            var apart = Math.Abs(a.At.Z - b.At.Z) - (Shank(a) / 2) - (Shank(b) / 2);
            Assert.True(apart > 0, $"{a.Id} and {b.Id} are {apart} mm apart");
        }
    }

    [Fact]
    public void As_many_screws_are_placed_as_are_counted_and_bought()
    {
        var plan = Sample.Plan(Sample.Marsh);
        foreach (var screw in plan.Screws)
        {
            // a standoff is one fixing with a screw at either end
            var set = Regex.Replace(screw.Id, "^screw/|/(board|deck)$", "");
            Assert.Equal((screw.Id, screw.Count), (screw.Id, plan.Fixings.Count(f => f.Set == set)));
        }
    }

    private static double Shank(Fixing f) => f.Pieces.Where(p => p.Kind == PieceKind.Shank).Max(p => p.DiaMm);

    /// <summary>The axis and eight lines just under the surface of each piece, every half millimetre.</summary>
    private static IEnumerable<Point3> Points(Fixing f)
    {
        var others = Enum.GetValues<Axis>().Where(a => a != f.Axis.Axis()).ToList();
        foreach (var piece in f.Pieces)
        {
            for (var along = piece.FromMm + 0.2; along < piece.ToMm - 0.1; along += 0.5)
            {
                var middle = f.At + (f.Axis.Vector() * along);
                yield return middle;
                for (var i = 0; i < 8; i++)
                {
                    var (sin, cos) = Math.SinCos(i * Math.PI / 4);
                    var r = (piece.DiaMm / 2) - 0.1;
                    yield return middle.With(others[0], middle[others[0]] + (r * cos)).With(others[1], middle[others[1]] + (r * sin));
                }
            }
        }
    }

    private static bool Inside(Fixing f, Point3 p)
    {
        var (off, axis) = (p - f.At, f.Axis.Axis());
        var along = off[axis] * f.Axis.Sign();
        var across = off.With(axis, 0);
        var from = Math.Sqrt((across.X * across.X) + (across.Y * across.Y) + (across.Z * across.Z));
        return f.Pieces.Any(q => along > q.FromMm + 0.1 && along < q.ToMm - 0.1 && from < (q.DiaMm / 2) - 0.1);
    }
}
