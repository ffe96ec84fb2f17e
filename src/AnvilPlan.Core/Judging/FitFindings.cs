using AnvilPlan.Core.Construction;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;

namespace AnvilPlan.Core.Judging;

/// <summary>Bodies that do not fit the room, one another, or the parts of the box.</summary>
internal static class FitFindings
{
    /// <summary>What may be wanted beyond the overlap itself: a hole's edge distance, the width of a block.</summary>
    private static readonly double[] ExtraMm = [0, 10, 20, 30, 40];

    public static IEnumerable<Finding> Find(PlanSoFar plan)
    {
        var check = new PlacementCheck(plan);
        return [.. plan.Fit.Devices.SelectMany(d => Outside(plan, check, d)), .. Collisions(plan),
            .. plan.Fit.Devices.SelectMany(d => Hits(plan, check, d))];
    }

    private static IEnumerable<Finding> Outside(PlanSoFar plan, PlacementCheck check, PlacedDevice device)
    {
        foreach (var face in Faces.All)
        {
            var (over, direction) = (check.OverMm(device, face), face.Outward());
            if (over <= 1e-6)
            {
                continue;
            }

            var part = Deck.PartOf(face);
            yield return Finding.Of("device-outside", Severity.Stop,
                $"{device.Device.Name} stands {Say.Mm(over)} mm past the inside of the box towards the {direction.Word()}: "
                    + $"{Say.Mm(device.Bulk.Hull.Size[direction.Axis()])} mm of body, {Inside(plan, device, face)}.",
                [Place.Device(device.Id), part],
                [
                    DeviceMoves.Remedy(plan, "device-outside", device.Device),
                    .. Ways.Of(plan.Catalog).SelectMany(s => s.MoreRoom(plan, part)),
                    new Remedy("grow-box", $"Make the box larger, by {Math.Ceiling(over)} mm or a little more", d =>
                    Trial.FirstSound(plan, "device-outside", d,
                        ExtraMm.Select(extra => ChainEdit.Resize(d, direction.Axis(), Math.Ceiling(over) + extra)))),
                ]);
        }
    }

    /// <summary>
    /// The room that there is: behind a board that shows its inner side, as far as the wall; under a front that leans less and less.
    /// </summary>
    private static string Inside(PlanSoFar plan, PlacedDevice device, Face face)
    {
        var envelope = plan.Fit.Envelope;
        return device.Model.InPanel && Deck.IsPanel(device.Device.DeckId, out var own) && own == face && plan.Design.Panel(face).ShowsInside
            ? $"{Say.Mm(Math.Abs(envelope.Outer.Side(face.Outward()) - envelope.InnerPlane(face)))} mm from the face of the board to "
                + $"the wall"
            : $"{Say.Mm(envelope.Inner.Size[face.Outward().Axis()])} mm "
                + $"inside{(face == Face.Front && envelope.Slope is { } slope
                    ? $" at the lip, under a front of {Say.Mm(slope.Lean.DegFromLevel)}°" : "")}";
    }

    private static IEnumerable<Finding> Collisions(PlanSoFar plan)
    {
        var sorted = plan.Fit.Devices.Select((d, i) => (Device: d, Index: i, Box: d.Filled.Hull)).OrderBy(d => d.Box.Min.X)
            .ThenBy(d => d.Index).ToList();
        for (var i = 0; i < sorted.Count; i++)
        {
            for (var j = i + 1; j < sorted.Count && sorted[j].Box.Min.X < sorted[i].Box.Max.X; j++)
            {
                var shared = sorted[i].Box.Intersect(sorted[j].Box);
                if (shared.Empty || !sorted[i].Device.Meets(sorted[j].Device))
                {
                    continue;
                }

                shared = Deepest(sorted[i].Device, sorted[j].Device);

                var (a, b) = sorted[i].Index < sorted[j].Index ? (sorted[i].Device, sorted[j].Device)
                    : (sorted[j].Device, sorted[i].Device);
                var smaller = a.Body.VolumeMm3 < b.Body.VolumeMm3 ? a : b;
                var other = smaller == a ? b : a;
                yield return Finding.Of("devices-collide", Severity.Stop,
                    $"{a.Device.Name} and {b.Device.Name} overlap by {Say.Mm(shared.Size.X)} x {Say.Mm(shared.Size.Y)} x "
                        + $"{Say.Mm(shared.Size.Z)} mm.",
                    [Place.Device(a.Id), Place.Device(b.Id)],
                    DeviceMoves.Remedy(plan, "devices-collide", smaller.Device),
                    DeviceMoves.Remedy(plan, "devices-collide", other.Device));
            }
        }
    }

    /// <summary>What the two blocks of them that are deepest in each other share.</summary>
    private static Box Deepest(PlacedDevice a, PlacedDevice b) =>
        (from mine in a.OccupiedBlocks
         from its in b.OccupiedBlocks
         let x = new Block(mine, a.Pose)
         let y = new Block(its, b.Pose)
         where x.Overlaps(y)
         orderby x.SharedMm(y) descending
         select x.Hull.Intersect(y.Hull)).First();

    private static IEnumerable<Finding> Hits(PlanSoFar plan, PlacementCheck check, PlacedDevice device)
    {
        foreach (var (id, block) in check.PartsHit(device))
        {
            var (box, shared) = (block.Hull, device.SharedMm(block));
            var tray = plan.Design.Trays.FirstOrDefault(t => t.Id == id);
            List<Remedy> remedies = [DeviceMoves.Remedy(plan, "device-hits-part", device.Device)];
            if (tray is not null && Push(device, box, tray.Plane.Normal()) is > 0 and var push)
            {
                var lift = Math.Ceiling(push + plan.Shop.Fits.BodyMm);
                remedies.Add(new Remedy("lift-tray", $"Bring {tray.Name} {lift} mm farther from the {Deck.Name(tray.Plane.Behind())}",
                    d => Trial.FirstSound(plan, "device-hits-part", d,
                    [d.WithTray(id, t => t with { UndersideMm = t.UndersideMm + lift }),
                        ChainEdit.Resize(d.WithTray(id, t => t with { UndersideMm = t.UndersideMm + lift }), tray.Plane.Normal()
                        .Axis(), lift)])));
            }

            yield return new Finding(
                $"device-hits-part:device/{device.Id}+{id}", "device-hits-part", Severity.Stop,
                $"{device.Device.Name} runs {Say.Mm(shared)} mm into {plan.Parts.Find(id)?.Name ?? id}.",
                [Place.Device(device.Id), id], remedies);
        }
    }

    /// <summary>
    /// How far a plate must go along its normal to let go of a body behind it, mm; 0 when the body lies on its near side.
    /// </summary>
    private static double Push(PlacedDevice device, Box plate, Direction normal)
    {
        var far = plate.Side(normal.Opposite()) * normal.Sign();
        var body = device.Bulk.Hull;
        var (reach, back) = (body.Side(normal) * normal.Sign(), body.Side(normal.Opposite()) * normal.Sign());
        return reach > far && back < far ? reach - far : 0;
    }
}
