using AnvilPlan.Audit.Written;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;

namespace AnvilPlan.Audit.Checks;

/// <summary>Devices: their holes lie as their model has them, none mirrored; bodies stand in nothing.</summary>
internal static class PatternChecks
{
    public static IEnumerable<Defect> Run(WrittenPlan plan, IReadOnlyList<PartSolid> solids, WrittenFiles files)
    {
        var byId = solids.ToDictionary(s => s.Id, StringComparer.Ordinal);
        foreach (var device in plan.Devices.Where(d => files.Catalog.HasModel(d.ModelId)))
        {
            var model = files.Catalog.Model(device.ModelId);
            var points = plan.MountPoints.Where(m => m.DeviceId == device.Id).OrderBy(m => m.Number).ToList();
            if (points.Count > 0 && points.Count != model.Holes.Count)
            {
                yield return new Defect("pattern-count", $"{device.Id}: {points.Count} mounting points, its model has "
                    + $"{model.Holes.Count} holes");
            }
            else if (points.Count > 1)
            {
                // distances between holes do not change however the device is laid
                var at = points.Select(p => byId[p.PartId].Part.Frame.ToSpace(p.At)).ToList();
                for (var i = 1; i < at.Count; i++)
                {
                    var (a, b) = (Far(at[0], at[i]), Math.Sqrt(Math.Pow(model.Holes[0].XMm - model.Holes[i].XMm, 2)
                        + Math.Pow(model.Holes[0].YMm - model.Holes[i].YMm, 2)));
                    if (Math.Abs(a - b) > 0.06)
                    {
                        yield return new Defect("pattern", $"{device.Id}: holes 1 and {i + 1} lie {a:0.##} mm apart, in its model "
                            + $"{b:0.##}");
                    }
                }
            }

            foreach (var point in points)
            {
                var part = byId[point.PartId];
                if (!part.Slotted && !part.Part.Features.Any(f => f is Hole h && h.At.DistanceTo(point.At) < (h.For == "drilled"
                    ? h.DiaMm / 2 : 0.06)))
                {
                    yield return new Defect("mount-hole", $"{device.Id}: no hole in {part.Id} at mounting point {point.Number}");
                }
            }

            if (!device.Blocks.All(b => device.Body.Grow(0.001).Contains(b)))
            {
                yield return new Defect("device-blocks", $"{device.Id}: a block of it lies outside its body");
            }

            foreach (var part in device.InPanel ? [] : solids.Where(s => device.Blocks.Any(b => In(device, b, s))))
            {
                yield return new Defect("device-in-part", $"{device.Id} stands in {part.Id}");
            }
        }

        for (var i = 0; i < plan.Devices.Count; i++)
        {
            for (var j = i + 1; j < plan.Devices.Count; j++)
            {
                if (Share(plan.Devices[i], plan.Devices[j]))
                {
                    yield return new Defect("devices-apart", $"{plan.Devices[i].Id} and {plan.Devices[j].Id} share room");
                }
            }
        }
    }

    private static bool Share(DevicePlace a, DevicePlace b) => a.Blocks.Any(x => b.Blocks.Any(y => a.Pose == b.Pose
        ? x.Grow(-0.05).Overlaps(y)
        : Axes.Around(a.Pose, x, b.Pose).Overlaps(y) && Axes.Grid(x.Grow(-0.05), 25)
            .Any(p => y.Contains(Axes.Into(b.Pose, Axes.OutOf(a.Pose, p))))));

    /// <summary>Whether a block of a device lies where a part has material.</summary>
    private static bool In(DevicePlace device, Box block, PartSolid part) =>
        part.Around.Grow(-0.05).Overlaps(Axes.Around(device.Pose, block, null)) && (part.Part.Pose != device.Pose
            ? Axes.Grid(block.Grow(-0.05), 25).Any(p => part.HasUndrilled(Axes.OutOf(device.Pose, p)))
            : part.Part.Body.Select(b => b.Grow(-0.05).Intersect(block)).Where(s => !s.Empty)
                .Any(s => Grid(s).Any(p => part.HasUndrilled(Axes.OutOf(device.Pose, p)))));

    /// <summary>In the plane of the deck: rails of one level may lie at unlike heights.</summary>
    private static double Far(Point3 a, Point3 b)
    {
        var d = a - b;
        return Math.Sqrt((d.X * d.X) + (d.Y * d.Y) + (d.Z * d.Z));
    }

    private static IEnumerable<Point3> Grid(Box box)
    {
        for (var i = 0; i < 125; i++)
        {
            yield return new Point3(box.Min.X + (box.Size.X * ((i % 5) + 0.5) / 5), box.Min.Y + (box.Size.Y * ((i / 5 % 5) + 0.5) / 5),
                box.Min.Z + (box.Size.Z * ((i / 25) + 0.5) / 5));
        }
    }
}
