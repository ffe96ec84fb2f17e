using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Clearance;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Remedies;

/// <summary>Judges one place for one device against everything that already stands: room, other bodies, edges, joints.</summary>
public sealed class PlacementCheck
{
    private readonly PlanSoFar _plan;
    private readonly List<(string Id, Block Block)> _parts;
    private readonly RoomCheck _rooms;

    public PlacementCheck(PlanSoFar plan)
    {
        _plan = plan;
        _rooms = new RoomCheck(plan.Fit, plan.Shell);
        _parts = [.. plan.Shell.Trays.Select(t => (t.Key, t.Value.Block)),
            .. plan.Shell.Inside.SelectMany(m => m.Body.Select(b => (m.Id, new Block(b, m.Pose)))),
            .. plan.Shell.Adapters.Values.Select(a => (a.Id, a.Block))];
    }

    /// <summary>
    /// Distance that a hole's centre keeps from the edge of its part (mm): 1.5 d in metal, 2 d in wood and plastics, 1 d in prints, whose
    /// walls stand round their holes [R].
    /// </summary>
    public static double EdgeDistanceMm(Material material, double diaMm) =>
        (material.Metal ? 1.5 : material.Family == MaterialFamily.Printed ? 1 : 2) * diaMm;

    /// <summary>
    /// How far a device reaches past the room that its body must stay in, towards a face, mm: the inside; a panel device may pierce its own
    /// panel.
    /// </summary>
    public double OverMm(PlacedDevice device, Face face)
    {
        var (envelope, own) = (_plan.Fit.Envelope, device.Model.InPanel && Deck.IsPanel(device.Device.DeckId, out var deck) ? deck
            : (Face?)null);
        if ((face == Face.Front && _plan.Design.Box.DepthFollows) || (face == own && !_plan.Design.Panel(face).ShowsInside))
        {
            return double.NegativeInfinity;
        }

        // behind a board that shows its inner side, as far as the wall
        return face == own
            ? (device.Body.Side(face.Outward()) - envelope.Outer.Side(face.Outward())) * face.Outward().Sign()
            : envelope.Over(device.Bulk, face);
    }

    /// <summary>Other parts than the device's own deck that its body runs into.</summary>
    public IEnumerable<(string Id, Block Block)> PartsHit(PlacedDevice device) =>
        _parts.Where(p => p.Id != device.Device.DeckId && p.Id != AdapterPlate.IdOf(device.Id) && device.Meets(p.Block));

    public IEnumerable<PlacedDevice> DevicesHit(PlacedDevice device) =>
        _plan.Fit.Devices.Where(d => d.Id != device.Id && d.Meets(device));

    /// <summary>The device may stand there: no finding of place would follow.</summary>
    public bool Free(PlacedDevice device, double clearMm)
    {
        if (Faces.All.Any(f => OverMm(device, f) > Box.Slack) || PartsHit(device).Any())
        {
            return false;
        }

        if (_plan.Fit.Devices.Any(d => d.Id != device.Id && device.Meets(d, clearMm)))
        {
            return false;
        }

        var deck = _plan.Shell.Deck(device);
        if (device.Device.Adapter?.RevealMm is { } reveal && !PadClear(device, deck, reveal))
        {
            return false;
        }

        // through a pad its own screws go into the deck; a plate between is fixed by screws of its own
        var drillsDeck = device.Device is { OnDrilledHoles: false, Adapter: null or { RevealMm: not null } };
        return RoomClear(device) && (!drillsDeck || HolesClear(device, deck)) && CutoutsClear(device, deck);
    }

    /// <summary>The pad under a device lies on its deck, off other devices and their pads.</summary>
    private bool PadClear(PlacedDevice device, SolidPart deck, double revealMm)
    {
        var through = device.Away.Axis();
        var pad = device.Body.Across(through, revealMm).WithSpan(through, Math.Min(device.Body.Min[through], deck.Box.Min[through]),
            Math.Max(device.Body.Max[through], deck.Box.Max[through]));
        var block = new Block(pad, device.Pose);
        return deck.Box.WithSpan(through, -1e6, 1e6).Grow(0.001).Contains(pad)
            && !_plan.Fit.Devices.Any(d => d.Id != device.Id && d.Filled.Overlaps(block))
            && !_plan.Shell.Adapters.Any(a => a.Key != device.Id && a.Value.Block.Overlaps(block));
    }

    /// <summary>Nothing in the room that the device needs, and the device in nobody else's.</summary>
    private bool RoomClear(PlacedDevice device) =>
        DeviceZones.Of(device, _plan.Design, _plan.Fit).Concat(MotionZones.Of(device, _plan.Design, _plan.Fit))
            .All(z => !_rooms.Conflicts(z, _plan.Fit.Devices.Where(d => d.Id != device.Id)).Any())
        && _plan.Clearance.Zones.Where(z => z.Owner != device.Id).All(z => !_rooms.Conflicts(z, [device]).Any(c => c.OtherIsDevice));

    private bool HolesClear(PlacedDevice device, SolidPart deck)
    {
        var material = _plan.Catalog.Material(deck.MaterialId);
        return device.Model.Holes.All(h =>
        {
            var at = deck.Frame.ToPlane(device.ToSpace(h.XMm, h.YMm, 0));
            return EdgeGap(at, deck) >= EdgeDistanceMm(material, h.DiaMm + 0.5) && !InKeepClear(deck, at, at, (h.DiaMm / 2) + 0.5)
                && !OverOther(device, deck, at, h.DiaMm);
        });
    }

    private bool CutoutsClear(PlacedDevice device, SolidPart deck) => device.Model.Cutouts.All(c =>
    {
        var at = deck.Frame.ToPlane(device.ToSpace(c.XMm, c.YMm, 0));
        var half = Math.Max(c.WidthMm, c.HeightMm ?? c.WidthMm) / 2;
        return EdgeGap(at, deck) - half >= 3 && !InKeepClear(deck, at, at, half) && !OverOther(device, deck, at, 2 * half);
    });

    private bool OverOther(PlacedDevice device, SolidPart deck, Uv at, double dia) => (_plan.Parts.Find(deck.Id)?.Features ?? [])
        .Where(f => f.For != device.Id)
        .Any(f => f is Hole h && h.At.DistanceTo(at) < ((h.DiaMm + dia) / 2) + 1);

    private bool InKeepClear(SolidPart deck, Uv min, Uv max, double margin) => _plan.Joints.KeepClear
        .Any(k => k.PartId == deck.Id && min.U - margin < k.Max.U && max.U + margin > k.Min.U && min.V - margin < k.Max.V
            && max.V + margin > k.Min.V);

    /// <summary>Distance from a point to the nearest edge of the part (mm); negative outside.</summary>
    public static double EdgeGap(Uv at, SolidPart part) =>
        Math.Min(Math.Min(at.U, part.LengthMm - at.U), Math.Min(at.V, part.WidthMm - at.V));
}
