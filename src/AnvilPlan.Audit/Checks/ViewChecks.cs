using System.Globalization;
using AnvilPlan.Audit.Written;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Audit.Checks;

/// <summary>
/// Drawings of several parts together show them where they are; what is bought to join them grips something and stands in nothing.
/// </summary>
internal static class ViewChecks
{
    /// <summary>What lies this near only touches, mm.</summary>
    private const double TouchMm = 0.06;

    public static IEnumerable<Defect> Run(WrittenPlan plan, IReadOnlyList<PartSolid> solids, WrittenFiles files) =>
        [.. plan.Views.SelectMany(v => View(plan, v, files)), .. plan.Fittings.SelectMany(f => Fitting(plan, f, solids))];

    private static IEnumerable<Defect> View(WrittenPlan plan, AssemblyView view, WrittenFiles files)
    {
        var blocks = plan.Parts.Select(p => (p.Id, p.Box)).Concat(plan.Fittings.Select(f => (f.Id, f.Box)))
            .Concat(plan.Devices.Select(d => (Id: "device/" + d.Id, Box: d.Body)))
            .ToDictionary(b => b.Id, b => b.Box, StringComparer.Ordinal);
        Uv Seen(Point3 p) => new(p.X - plan.Outer.Min.X, p.Y - plan.Outer.Min.Y);
        foreach (var piece in view.Pieces)
        {
            if (!blocks.TryGetValue(piece.Id, out var box))
            {
                yield return new Defect("view-piece", $"{view.Id} shows {piece.Id}, which the plan does not have");
            }
            else if (Seen(box.Min).DistanceTo(piece.Min) > TouchMm || Seen(box.Max).DistanceTo(piece.Max) > TouchMm)
            {
                yield return new Defect("view-piece", $"{view.Id} shows {piece.Id} from {piece.Min} to {piece.Max}, it lies from "
                    + $"{Seen(box.Min)} to {Seen(box.Max)}");
            }
        }

        foreach (var point in view.Points)
        {
            var mount = plan.MountPoints.FirstOrDefault(m => m.DeviceId == point.DeviceId && m.Number == point.Number);
            if (mount is null && !plan.Fixings.Any(f => f.For == point.DeviceId && Seen(f.At).DistanceTo(point.At) <= TouchMm))
            {
                yield return new Defect("view-point", $"{view.Id} shows point {point.Number} of {point.DeviceId} at {point.At}, where "
                    + $"nothing of it is screwed");
            }
            else if (mount is not null
                && Seen(plan.Parts.First(p => p.Id == mount.PartId).Frame.ToSpace(mount.At)) is var at && at.DistanceTo(point.At) > TouchMm)
            {
                yield return new Defect("view-point", $"{view.Id} shows hole {point.Number} of {point.DeviceId} at {point.At}, it is "
                    + $"mounted at {at}");
            }
        }

        // a rail is set by the measure of its middle: each of them is that of a rail in the drawing
        foreach (var measure in view.Measures.Where(m => m.What.Contains(", middle", StringComparison.Ordinal)))
        {
            if (!view.Pieces.Any(p => p.Role is AssemblyRole.Rail or AssemblyRole.FixedRail
                && Math.Abs(((p.Min.U + p.Max.U) / 2) - measure.Mm) < TouchMm))
            {
                yield return new Defect("view-measure", string.Create(CultureInfo.InvariantCulture, $"{view.Id}: {measure.What} at "
                    + $"{measure.Mm}, where no rail is drawn"));
            }
        }

        foreach (var ending in (string[])[".dxf", ".svg"])
        {
            if (!files.Files.Keys.Any(f => f.EndsWith(ending, StringComparison.Ordinal) && f.Contains(view.Id, StringComparison.Ordinal)))
            {
                yield return new Defect("view-file", $"{view.Id} has no {ending} of its own");
            }
        }
    }

    private static IEnumerable<Defect> Fitting(WrittenPlan plan, Core.Joints.FittingPlace fitting, IReadOnlyList<PartSolid> solids)
    {
        // what stands on the floor holds one part to it
        var wanted = fitting.Box.Min.Z - plan.Outer.Min.Z < TouchMm ? 1 : 2;
        if (solids.Count(s => s.Part.Body.Any(b => fitting.Box.Grow(TouchMm).Overlaps(b))) < wanted)
        {
            yield return new Defect("fitting-grips", $"{fitting.Id} ({fitting.Name}) reaches fewer than {wanted} parts");
        }

        foreach (var body in fitting.Body)
        {
            foreach (var device in plan.Devices.Where(d => d.Blocks.Any(b => b.Grow(-TouchMm).Overlaps(body))))
            {
                yield return new Defect("fitting-in-device", $"{fitting.Id} ({fitting.Name}) fills room of {device.Id}");
            }

            foreach (var solid in solids.Where(s => s.Part.Box.Grow(-TouchMm).Overlaps(body)))
            {
                var shared = solid.Part.Box.Intersect(body);
                if (Enumerable.Range(1, 3).Any(i => solid.Has(shared.Min + ((shared.Max - shared.Min) * (i / 4.0)))))
                {
                    yield return new Defect("fitting-in-part", $"{fitting.Id} ({fitting.Name}) fills {shared.Size.X:0.##} x "
                        + $"{shared.Size.Y:0.##} x {shared.Size.Z:0.##} mm of {solid.Id}");
                }
            }

            foreach (var other in plan.Fittings.Where(f => string.CompareOrdinal(f.Id, fitting.Id) > 0
                && f.Body.Any(b => b.Grow(-TouchMm).Overlaps(body))))
            {
                yield return new Defect("fittings-collide", $"{fitting.Id} and {other.Id} fill the same room");
            }
        }
    }
}
