using AnvilPlan.Audit.Designs;
using AnvilPlan.Audit.Written;
using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;

namespace AnvilPlan.Core.Tests.Parts;

/// <summary>A part seen from its other side.</summary>
public class TurnedOverTests
{
    private static IEnumerable<Part> Parts() => Shipped.Catalog.Systems
        .Select(s => s.Begin(StartingDesign.Named("Housing"), Shipped.Catalog)).OfType<Design>()
        .Concat(Enumerable.Range(1, 6).Select(new RandomDesigns(Shipped.Catalog, ShopProfile.Usual, [], 41).Make))
        .SelectMany(d => Planner.Plan(d, Shipped.Catalog, ShopProfile.Usual, AsBuilt.Nothing).Parts);

    [Fact]
    public void It_is_the_same_solid()
    {
        var random = new Random(5);
        var (asked, material) = (0, 0);
        foreach (var part in Parts().Where(p => p.Features.Count > 0))
        {
            var (seen, turned) = (new PartSolid(part, Shipped.Catalog), new PartSolid(part.TurnedOver(), Shipped.Catalog));
            var box = part.Box;
            double At(Axis axis) => box.Min[axis] + (box.Size[axis] * random.NextDouble());
            for (var i = 0; i < 400; i++, asked++)
            {
                var at = Axes.OutOf(part.Pose, new Point3(At(Axis.X), At(Axis.Y), At(Axis.Z)));
                Assert.True(seen.Has(at) == turned.Has(at), $"{part.Id} at {at}");
                material += seen.Has(at) ? 1 : 0;
            }
        }

        Assert.InRange(material, asked / 10, asked - 1000);
    }

    [Fact]
    public void Turned_twice_it_is_as_it_was_and_once_its_sides_are_exchanged()
    {
        var part = Sample.Plan(Sample.Empty).Part("shell/front");
        var turned = part.TurnedOver();
        Assert.Equal((part.FarSide, part.SeenFrom), (turned.SeenFrom, turned.FarSide));
        Assert.Equal(part.Frame, turned.TurnedOver().Frame);
        // minus nought is nought
        static IEnumerable<string> Stamps(Part p) => p.Features.Select(f => f.Cleaned().Stamp().Replace("-0;", "0;",
            StringComparison.Ordinal));
        foreach (var p in Parts())
        {
            Assert.Equal(Stamps(p), Stamps(p.TurnedOver().TurnedOver()));
        }
    }

    [Fact]
    public void Lettering_of_the_far_face_reads_from_left_to_right_there()
    {
        // it reads towards lesser u in the drawing from the front: seen from behind that is towards the right
        var label = new Lettering("l", "x", "label", WorkedFrom.Far, new Uv(150, 20), "IN", 5, 180, "");
        var part = Sample.Plan(Sample.Empty).Part("shell/front");
        var turned = Assert.IsType<Lettering>((part with { Features = [label] }).TurnedOver().Features.Single());
        Assert.Equal((part.LengthMm - 150, 20, 0, WorkedFrom.Seen), (turned.At.U, turned.At.V, turned.TurnDeg, turned.From));
    }
}
