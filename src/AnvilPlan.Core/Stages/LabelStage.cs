using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Mounts;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Stages;

/// <summary>
/// Puts the label of each device where hands and eyes look for it: under what shows of it on its panel, or over it, or beside it, clear of
/// holes, openings, other devices and other labels.
/// </summary>
internal static class LabelStage
{
    /// <summary>From what it names.</summary>
    private const double GapMm = 2.5;

    /// <summary>To anything else, for the eye to tell what it belongs to.</summary>
    private const double ClearMm = 1.5;

    private const double RimMm = 3;

    /// <summary>Heights of capitals, the best first: read at arm's length, then near.</summary>
    private static readonly double[] HeightsMm = [4, 3, 2.5, 2];

    public static LabelPlan Run(Design design, FitPlan fit, ShellPlan shell, JointPlan joints, MountPlan mounts, FixingPlan fixings)
    {
        var labelled = fit.Devices.Where(d => d.Device.Marking is { Length: > 0 }).Select(d => (Device: d, Part: Panel(d, shell, mounts)))
            .Where(d => d.Part is not null).ToList();
        if (labelled.Count == 0)
        {
            return new LabelPlan([], []);
        }

        var cut = joints.Features.Concat(mounts.Features).Concat(fixings.Features)
            .ToLookup(f => f.PartId, f => f.Feature, StringComparer.Ordinal);
        var (placed, unplaced) = (new List<PartFeature>(), new List<string>());
        foreach (var panel in labelled.GroupBy(d => d.Part!))
        {
            var part = panel.Key;
            var taken = Taken(part, fit, shell, cut[part.Id]).ToList();
            foreach (var (device, _) in panel)
            {
                var face = FaceOf(device, part);
                var named = taken.Where(t => t.For == device.Id).ToList();
                if (named.Count == 0)
                {
                    continue;
                }

                var about = (Min: new Uv(named.Min(t => t.Min.U), named.Min(t => t.Min.V)),
                    Max: new Uv(named.Max(t => t.Max.U), named.Max(t => t.Max.V)));
                if (Find(device, part, face, about, taken) is { } mark)
                {
                    placed.Add(new PartFeature(part.Id, design.Engraved is { } how ? Cut(mark, how) : mark));
                    taken.Add((mark.Id, mark.Reach.Min, mark.Reach.Max));
                }
                else
                {
                    unplaced.Add(device.Id);
                }
            }
        }

        return new LabelPlan(placed, unplaced);
    }

    /// <summary>The panel that it sits in, or the one through which its first port is reached; null for what shows nowhere.</summary>
    private static SolidPart? Panel(PlacedDevice device, ShellPlan shell, MountPlan mounts) => device.Model.InPanel
        ? shell.Under(device)
        : mounts.Ports.FirstOrDefault(p => p.DeviceId == device.Id && p is { State: PortState.Opened, PartId: not null }) is { } port
            ? shell.Panels.Values.FirstOrDefault(p => p.Id == port.PartId) : null;

    /// <summary>The side that is looked at.</summary>
    private static Direction FaceOf(PlacedDevice device, SolidPart part) => device.Model.InPanel ? device.Facing
        : part.Closes is { } face ? face.Outward() : part.Frame.Normal;

    /// <summary>What is cut into the face or stands on it, and for whom, in the part's plane.</summary>
    private static IEnumerable<(string For, Uv Min, Uv Max)> Taken(SolidPart part, FitPlan fit, ShellPlan shell,
        IEnumerable<Feature> features)
    {
        foreach (var feature in features)
        {
            foreach (var cut in feature.Cuts(part.Slab).OfType<FaceCut>())
            {
                var (min, max) = cut.Extent;
                yield return (feature.For, min, max);
            }
        }

        foreach (var device in fit.Devices.Where(d => d.Model.InPanel && shell.Under(d).Id == part.Id))
        {
            var (min, max) = part.Frame.ToPlane(device.Body);
            yield return (device.Id, min, max);
        }
    }

    private static Engraving Cut(Lettering mark, Engraved how) => new(mark.Id, mark.For, mark.Purpose, mark.From, mark.At, mark.Text,
        mark.HeightMm, mark.TurnDeg, mark.PlaceWhy, how.DepthMm, how.CutterDeg);

    private static Lettering? Find(PlacedDevice device, SolidPart part, Direction face, (Uv Min, Uv Max) about,
        List<(string For, Uv Min, Uv Max)> taken)
    {
        var (text, seen) = (device.Device.Marking!, part.Frame.Normal == face);
        // it reads as that face is drawn
        var (drawnU, drawnV) = Faces.Of(face).DrawnAxes();
        var way = drawnU.Cross(drawnV) == face ? drawnU : drawnU.Opposite();
        var upright = part.Frame.U.Axis() != way.Axis();
        var turn = upright ? part.Frame.V == way ? 90 : 270 : part.Frame.U == way ? 0 : 180;
        foreach (var height in HeightsMm)
        {
            var width = Lettering.WidthMm(text, height);
            var size = upright ? new Uv(height, width) : new Uv(width, height);
            foreach (var min in Places(about, size, upright))
            {
                var max = min + size;
                if (min.U >= RimMm && min.V >= RimMm && max.U <= part.LengthMm - RimMm && max.V <= part.WidthMm - RimMm
                    && !taken.Exists(t => min.U < t.Max.U + ClearMm && max.U > t.Min.U - ClearMm && min.V < t.Max.V + ClearMm
                        && max.V > t.Min.V - ClearMm))
                {
                    var from = seen ? WorkedFrom.Seen : WorkedFrom.Far;
                    var (reads, up) = Lettering.Ways(turn, from);
                    var at = new Uv(reads.U + up.U > 0 ? min.U : max.U, reads.V + up.V > 0 ? min.V : max.V);
                    return new Lettering($"{device.Id}/label", device.Id, $"“{text}”, label of {device.Device.Name}", from,
                        at, text, height, turn, $"beside {device.Device.Name}, {GapMm} mm from it, where nothing is in the way");
                }
            }
        }

        return null;
    }

    /// <summary>Under it, over it, right and left of it, the middle first.</summary>
    /// <param name="upright">The level runs along v.</param>
    private static IEnumerable<Uv> Places((Uv Min, Uv Max) about, Uv size, bool upright)
    {
        var middle = new Uv((about.Min.U + about.Max.U - size.U) / 2, (about.Min.V + about.Max.V - size.V) / 2);
        var (low, high) = (about.Min - size - new Uv(GapMm, GapMm), about.Max + new Uv(GapMm, GapMm));
        Uv[] across = [new(middle.U, low.V), new(middle.U, high.V)];
        Uv[] along = [new(high.U, middle.V), new(low.U, middle.V)];
        return upright ? [.. along, .. across] : [.. across, .. along];
    }
}
