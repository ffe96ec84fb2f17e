using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Quantities;
using AnvilPlan.Core.Quantities.Text;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Mounts;

/// <summary>
/// Openings for ports that reach a panel. A connector close behind the panel's outer face gets an opening of its own size; one
/// farther back gets an opening that the plug passes; one beyond a plug's length reaches no panel.
/// </summary>
public static class PortOpenings
{
    /// <summary>A plug with its cover reaches this far through a panel to a connector behind it (mm) [R].</summary>
    public const double PlugLengthMm = 12;

    private const double CornerMm = 1;
    private const double LeastWebMm = 2;

    internal static void Add(MountDraft draft, Design design, FitPlan fit, ShellPlan shell, ShopProfile shop, JointPlan joints)
    {
        foreach (var device in fit.Devices)
        {
            var openings = new List<PartFeature>();
            foreach (var port in device.Model.Ports)
            {
                draft.Ports.Add(joints.PortHoles.FirstOrDefault(h => (h.DeviceId, h.PortId) == (device.Id, port.Id)) is
                {
                    PartId: not null
                    and var part
                }
                    ? new PortProvision(device.Id, port.Id, port.Name, PortState.Opened, part, null, "its cable passes through the board")
                    : Provide(openings, device, device.Place(port), design, fit, shell, shop));
            }

            draft.Features.AddRange(openings.GroupBy(o => o.PartId).SelectMany(g => Merged([.. g])));
        }
    }

    private static PortProvision Provide(List<PartFeature> openings, PlacedDevice device, PlacedPort placed, Design design, FitPlan fit,
        ShellPlan shell, ShopProfile shop)
    {
        var port = placed.Port;
        PortProvision Say(PortState state, string? part, double? gap, string verdict) =>
            new(device.Id, port.Id, port.Name, state, part, gap, verdict);
        if (!port.NeedsOpening)
        {
            return Say(PortState.Inside, null, null, "used inside the case");
        }

        if (design.Links.FirstOrDefault(l => (l.FromDeviceId, l.FromPortId) == (device.Id, port.Id)
            || (l.ToDeviceId, l.ToPortId) == (device.Id, port.Id)) is { } link)
        {
            return Say(PortState.Inside, null, null, $"cabled inside the case ({link.Id})");
        }

        if (device.Device.ClosedPorts.Contains(port.Id))
        {
            return Say(PortState.LeftClosed, null, null, "deliberately not led outside");
        }

        var face = Faces.Of(placed.Exit);
        if (!shell.Panels.ContainsKey(face))
        {
            return Say(PortState.Free, null, null, $"leaves through the open {Deck.Name(face)}");
        }

        var panel = shell.PanelAt(face, placed.Centre);

        if (panel.Pose != device.Pose)
        {
            return Say(PortState.OutOfReach, null, null, $"it does not leave square to the {Deck.Name(face)} panel, which leans against "
                + $"it: a cable and a socket in the panel lead it outside");
        }

        var gap = (fit.Envelope.InnerPlane(face) - placed.Centre[placed.Exit.Axis()]) * placed.Exit.Sign();
        var behind = gap + panel.ThicknessMm;
        if (gap > PlugLengthMm || behind < 0)
        {
            return Say(PortState.OutOfReach, null, gap, $"{Mm(gap)} mm behind the inside of the {Deck.Name(face)} panel, a plug reaches "
                + $"{Mm(PlugLengthMm)} mm");
        }

        var own = behind <= port.ReachMm + 1e-9;
        var shape = own ? placed.Connector : placed.Plug;
        var corridor = shape.WithSpan(
            placed.Exit.Axis(),
            Math.Min(placed.Centre[placed.Exit.Axis()], fit.Envelope.InnerPlane(face)), Math.Max(placed.Centre[placed.Exit.Axis()],
                fit.Envelope.InnerPlane(face)));
        var other = gap > Box.Slack ? fit.Devices.FirstOrDefault(d => d.Id != device.Id
            && d.Meets(new Block(corridor, device.Pose))) : null;
        if (other is not null)
        {
            return Say(PortState.Blocked, panel.Id, gap, $"{other.Device.Name} stands in its way");
        }

        var (min, max) = panel.Frame.ToPlane(shape);
        var clear = 2 * shop.Fits.PortMm;
        var (width, height) = (max.U - min.U + clear, max.V - min.V + clear);
        openings.Add(new PartFeature(panel.Id, new Opening(
            $"{device.Id}/{port.Id}", device.Id, $"{device.Device.Name}: {port.Name}", WorkedFrom.Seen,
                new Uv((min.U + max.U) / 2, (min.V + max.V) / 2),
            width, port.Round ? null : height, port.Round ? 0 : CornerMm,
            own
                ? $"connector {Mm(port.WidthMm)} x {Mm(port.HeightMm)} and {Mm(shop.Fits.PortMm)} mm all round: its face is {Mm(behind)} "
                    + $"mm behind the outside, it fills the opening up to {Mm(port.ReachMm)} mm"
                : $"plug {Mm(port.PlugWidthMm)} x {Mm(port.PlugHeightMm)} and {Mm(shop.Fits.PortMm)} mm all round: the connector is "
                    + $"{Mm(behind)} mm behind the outside, so the plug passes",
            $"the port's middle, ({port.XMm}, {port.YMm}, {port.ZMm}) of the model, straight out to the panel")));
        return Say(PortState.Opened, panel.Id, gap, $"opening in the {Deck.Name(face)} panel");
    }

    /// <summary>Openings side by side with less than a web between them become one: the web would break out.</summary>
    private static List<PartFeature> Merged(List<PartFeature> openings)
    {
        for (var i = 0; i < openings.Count; i++)
        {
            for (var j = i + 1; j < openings.Count; j++)
            {
                var (a, b) = ((Opening)openings[i].Feature, (Opening)openings[j].Feature);
                if (Math.Max(Math.Max(a.Min.U - b.Max.U, b.Min.U - a.Max.U), Math.Max(a.Min.V - b.Max.V, b.Min.V - a.Max.V)) >= LeastWebMm)
                {
                    continue;
                }

                openings[i] = new PartFeature(openings[i].PartId, Union(a, b));
                openings.RemoveAt(j);
                (i, j) = (-1, openings.Count);
            }
        }

        return openings;
    }

    private static Opening Union(Opening a, Opening b)
    {
        var min = new Uv(Math.Min(a.Min.U, b.Min.U), Math.Min(a.Min.V, b.Min.V));
        var max = new Uv(Math.Max(a.Max.U, b.Max.U), Math.Max(a.Max.V, b.Max.V));
        return new Opening(
            $"{a.Id}+{b.Id[(b.Id.IndexOf('/', StringComparison.Ordinal) + 1)..]}", a.For,
                $"{a.Purpose}, {b.Purpose[(b.Purpose.IndexOf(": ", StringComparison.Ordinal) + 2)..]}", a.From,
            new Uv((min.U + max.U) / 2, (min.V + max.V) / 2), max.U - min.U, max.V - min.V, CornerMm,
            $"{a.SizeWhy}; {b.SizeWhy}; less than {LeastWebMm} mm of web between them, so one opening",
                "the middle of what both ports need");
    }

    private static string Mm(double value) => LengthText.Mm(new Length(value));
}
