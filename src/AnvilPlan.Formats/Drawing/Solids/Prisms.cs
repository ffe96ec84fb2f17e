using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;

namespace AnvilPlan.Formats.Drawing.Solids;

/// <summary>How finely round things are told.</summary>
/// <param name="SagittaMm">Arcs become chords that leave them by no more than this.</param>
/// <param name="HoleMm2">What is smaller is not cut out.</param>
/// <param name="StripeDeg">A bend is told in stripes that turn by no more than this.</param>
internal readonly record struct Fineness(double SagittaMm, double HoleMm2, double StripeDeg)
{
    /// <summary>For a picture of the whole.</summary>
    public static Fineness Picture => new(0.4, 30, 15);

    /// <summary>For solids that one comes near to.</summary>
    public static Fineness Model => new(0.12, 12, 9);
}

/// <summary>Parts and devices of a plan as prisms: sheets by their outline, bars and bodies by their blocks, bends as they turn.</summary>
internal static class Prisms
{

    public static IEnumerable<Prism> Of(BuildPlan plan, Func<Part, bool> shown) =>
        plan.Parts.Where(p => p.Body.Count > 0 && shown(p)).SelectMany(p => Of(p, StuffOf(p.Family), Fineness.Picture))
            .Concat(plan.Devices.SelectMany(d => d.Blocks.Select(b => Of(Place.Device(d.Id), Stuff.Device, b, d.Pose))));

    public static IEnumerable<Prism> Of(Part part, Stuff stuff, Fineness fine) => part switch
    {
        { Rings.Count: > 0 } => part.Rings.Select(r => Of(part, stuff, r, fine)),
        { Flat: true, Body.Count: 1 } => PartOutline.Seen(part).Select(r => Of(part, stuff, r, fine)),
        _ => part.Body.Select(b => Of(Place.Part(part.Id), stuff, b, part.Pose)),
    };

    private static Prism Of(Part part, Stuff stuff, Region region, Fineness fine)
    {
        Point3[] Lifted(Outline line) => [.. line.Points(fine.SagittaMm).Select(p => part.Pose.InSpace(part.Frame.ToSpace(p)))];
        var holes = part.Features.Where(f => !f.ShapesRim(part.Slab)).SelectMany(f => f.Cuts(part.Slab)).OfType<FaceCut>()
            .Where(c => c.EndMm is null && c.Mouth.AreaMm2 >= fine.HoleMm2).Select(c => c.Mouth);
        var rim = region.Rim.Points(fine.SagittaMm);
        var box = part.Frame.ToSpace(new(rim.Min(p => p.U), rim.Min(p => p.V)), new(rim.Max(p => p.U), rim.Max(p => p.V)), 0,
            -part.ThicknessMm);
        return new Prism(Place.Part(part.Id), stuff, new Block(box, part.Pose), Lifted(region.Rim),
            [.. region.Inside.Concat(holes.Where(h => region.Rim.Contains(new((h.Min.U + h.Max.U) / 2, (h.Min.V + h.Max.V) / 2))))
                .Select(Lifted)],
            part.Pose.VectorInSpace(part.Frame.Normal) * -part.ThicknessMm);
    }

    public static Prism Of(Place of, Stuff stuff, Box box, Pose? pose)
    {
        var (min, max) = (box.Min, box.Max);
        Point3[] top = [new(min.X, min.Y, max.Z), new(max.X, min.Y, max.Z), max, new(min.X, max.Y, max.Z)];
        return new Prism(of, stuff, new Block(box, pose), [.. top.Select(pose.InSpace)], [],
            pose.VectorInSpace(Direction.Down) * box.Size.Z);
    }

    private static Prism Of(Part part, Stuff stuff, BendRing ring, Fineness fine)
    {
        var (first, second) = (ring.First.Vector(), ring.Second.Vector());
        var normal = ring.First.Cross(ring.Second);
        var centre = ring.Centre.With(ring.Along, normal.Sign() > 0 ? ring.ToMm : ring.FromMm);
        var stripes = (int)Math.Ceiling(ring.TurnDeg / fine.StripeDeg);
        Point3 At(double radius, int stripe)
        {
            var (sin, cos) = Math.SinCos(ring.TurnDeg * stripe / stripes * Math.PI / 180);
            return centre + ((first * cos) + (second * sin)) * radius;
        }

        List<Point3> rim = [.. Enumerable.Range(0, stripes + 1).Select(i => At(ring.OutsideMm, i))];
        rim.AddRange(ring.InsideMm > 0 ? Enumerable.Range(0, stripes + 1).Select(i => At(ring.InsideMm, stripes - i)) : [centre]);
        var deep = normal.Vector() * -(ring.ToMm - ring.FromMm);
        List<Point3> all = [.. rim, .. rim.Select(p => p + deep)];
        var box = new Box(new(all.Min(p => p.X), all.Min(p => p.Y), all.Min(p => p.Z)),
            new(all.Max(p => p.X), all.Max(p => p.Y), all.Max(p => p.Z)));
        return new Prism(Place.Part(part.Id), stuff, new Block(box, part.Pose), [.. rim.Select(part.Pose.InSpace)], [],
            part.Pose.VectorInSpace(normal) * -(ring.ToMm - ring.FromMm));
    }

    internal static Stuff StuffOf(MaterialFamily family) => family switch
    {
        MaterialFamily.SolidWood or MaterialFamily.Plywood => Stuff.Wood,
        MaterialFamily.Mdf => Stuff.Board,
        MaterialFamily.Aluminium or MaterialFamily.Steel => Stuff.Metal,
        MaterialFamily.Acrylic or MaterialFamily.Polycarbonate => Stuff.Clear,
        MaterialFamily.Printed => Stuff.Print,
        _ => Stuff.Plastic,
    };
}
