using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Reckoning;

namespace AnvilPlan.Core.Clearance;

/// <summary>No driver reaches a screw.</summary>
/// <param name="Tool">The driver that comes nearest.</param>
/// <param name="OverlapMm">How far its shaft or handle runs into what is in its way.</param>
public sealed record DriverBlock(string DeviceId, int Hole, string OtherId, bool OtherIsDevice, string Tool, double OverlapMm);

/// <summary>
/// Whether a straight driver, or a flat bit ratchet, reaches the screws that a device is put on its deck with. A tray is fitted out
/// before it goes in, and a panel that comes off before it is on, so there only their own devices can be in the way; on a panel that
/// stays the fixed panels round it are as well.
/// </summary>
public static class DriverReach
{
    public static IEnumerable<DriverBlock> Blocks(Design design, FitPlan fit) => fit.Devices.Interruptible()
        .Where(d => d.Mounting is OnStandoffs or BoltedDown)
        .SelectMany(d => d.Model.Holes.Select((hole, i) => Blocked(d, hole, i + 1, design, fit)))
        .OfType<DriverBlock>();

    private static DriverBlock? Blocked(PlacedDevice device, MountHole hole, int number, Design design, FitPlan fit)
    {
        var head = device.ToSpace(hole.XMm, hole.YMm, device.Device.TurnedOver ? 0 : device.Model.BoardMm);
        DriverBlock? least = null;
        foreach (var tool in DriverTool.Straight)
        {
            var worst = Worst(device, number, head, tool, design, fit);
            if (worst is null)
            {
                return null;
            }

            least = least is null || worst.OverlapMm < least.OverlapMm ? worst : least;
        }

        return least;
    }

    private static DriverBlock? Worst(PlacedDevice device, int number, Point3 head, DriverTool tool, Design design, FitPlan fit)
    {
        var (shaft, hand) = Along(head, device.Away, tool);
        DriverBlock? worst = null;
        void Hit(string id, bool isDevice, Block block)
        {
            foreach (var part in (Box[])[shaft, hand])
            {
                var deep = new Block(part, device.Pose).SharedMm(block);
                worst = deep > 0 && (worst is null || deep > worst.OverlapMm) ? new DriverBlock(device.Id, number, id, isDevice, tool.Name,
                    deep) : worst;
            }
        }

        foreach (var other in fit.Devices.Where(o => o.Id != device.Id && o.Device.DeckId == device.Device.DeckId
            && o.Device.FarFace == device.Device.FarFace))
        {
            foreach (var block in other.OccupiedBlocks)
            {
                Hit(other.Id, true, new Block(block, other.Pose));
            }
        }

        if (Deck.IsPanel(device.Device.DeckId, out var own) && design.Panel(own).Hold != PanelHold.Removable)
        {
            foreach (var panel in design.Box.Panels.Where(p => p.Hold == PanelHold.Fixed && p.Face != own))
            {
                Hit(Deck.PartOf(panel.Face), false, fit.Envelope.Slab(panel.Face));
            }
        }

        return worst;
    }

    private static (Box Shaft, Box Hand) Along(Point3 head, Direction away, DriverTool tool)
    {
        Box Cylinder(double dia, double from, double to)
        {
            var (a, b) = (head + (away.Vector() * from), head + (away.Vector() * to));
            var box = Box.Between(a, b);
            return box.Grow(dia / 2).WithSpan(away.Axis(), box.Min[away.Axis()], box.Max[away.Axis()]);
        }

        return (Cylinder(tool.ShaftDiaMm, 0, tool.ReachMm), Cylinder(tool.HandDiaMm, tool.ReachMm, tool.ReachMm + tool.HandLengthMm));
    }
}
