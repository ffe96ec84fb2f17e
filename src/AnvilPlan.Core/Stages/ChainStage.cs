using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Stages;

/// <summary>Lays sections through every device that stands on a deck, and through an empty box along its middle.</summary>
public static class ChainStage
{
    /// <summary>What fills a part of the section.</summary>
    /// <param name="PlateId">The plate or level of bars that it is: the air under it lifts it.</param>
    private sealed record Solid(string What, Block Block, LayerKind Kind, LayerHandle? Handle, string? PlateId, PlacedDevice? Device);

    /// <summary>The stretch of a section that it fills.</summary>
    private sealed record Crossed(Solid Solid, double From, double To);

    public static IReadOnlyList<Chain> Run(Design design, FitPlan fit, ShellPlan shell)
    {
        var solids = Solids(fit, shell).ToList();
        var through = fit.Devices.Where(d => !d.Model.InPanel).ToList();
        return through.Count == 0
            ? [.. Enum.GetValues<Axis>().Select(a => Lay("box", "the middle", a, fit.Envelope.Inner.Centre, solids, fit, null))]
            : [.. through.SelectMany(d => Enum.GetValues<Axis>()
                .Select(a => Lay(d.Id, d.Device.Name, a, d.Body.Centre, solids, fit, d.Device)))];
    }

    private static IEnumerable<Solid> Solids(FitPlan fit, ShellPlan shell)
    {
        foreach (var (face, panel) in shell.Panels)
        {
            yield return new Solid(panel.Name, panel.Block, LayerKind.Fixed, new PanelLayer(face), null, null);
        }

        foreach (var (id, tray) in shell.Trays)
        {
            yield return new Solid(tray.Name, tray.Block, LayerKind.Fixed, new TrayLayer(id), id, null);
        }

        // a level of bars is as thick as they are: that is decided with them
        foreach (var (id, level) in shell.Levels)
        {
            yield return new Solid($"{level.Name}, bars", level.Block, LayerKind.Fixed, null, id, null);
        }

        foreach (var panel in shell.Members.Where(m => m.Closes is not null))
        {
            yield return new Solid(panel.Name, panel.Block, LayerKind.Fixed, new PanelLayer(panel.Closes!.Value), null, null);
        }

        foreach (var plate in shell.Adapters.Values)
        {
            yield return new Solid(plate.Name, plate.Block, LayerKind.Fixed, null, null, null);
        }

        foreach (var device in fit.Devices)
        {
            yield return new Solid(device.Device.Name, device.Bulk, LayerKind.Fixed, null, null, device);
        }
    }

    private static Chain Lay(
        string through, string name, Axis axis, Point3 at, List<Solid> solids, FitPlan fit, Device? device)
    {
        var axes = device is null ? null : fit.Device(device.Id)!.Pose;
        var crossed = new List<Crossed>();
        foreach (var solid in solids)
        {
            if (solid.Block.Along(at, axis, axes) is (var from, var to))
            {
                crossed.Add(new Crossed(solid, from, to));
            }
        }

        if (device is not null && fit.Device(device.Id) is { StandoffMm: > 0, Device.TurnedOver: false } placed
            && axis == placed.Away.Axis())
        {
            var (a, b) = (placed.Body.Side(placed.Away.Opposite()), placed.Occupied.Side(placed.Away.Opposite()));
            crossed.Add(new Crossed(new Solid("Standoffs", placed.Bulk,
                device.Screws.StandoffMm is null ? LayerKind.Derived : LayerKind.Fixed, new StandoffLayer(device.Id), null, null),
                Math.Min(a, b), Math.Max(a, b)));
        }

        // what sticks out of the box is a finding, not a layer of it
        var (start, end) = Within(fit.Envelope.Shape, at, axis, axes, fit.Envelope.Outer);
        var (least, most) = Within(fit.Envelope.Room, at, axis, axes, fit.Envelope.Inner);
        var layers = new List<ChainLayer>();
        var reach = start;
        Solid? behind = null;
        foreach (var (solid, begins, ends) in crossed.OrderBy(s => s.From).ThenBy(s => s.To))
        {
            var (from, to) = (Math.Max(reach, begins), Math.Min(end, ends));
            if (from > reach + Box.Slack && from < end)
            {
                layers.Add(from <= least ? Recess(reach - start, from - start) : Air(reach - start, from - start, behind, solid, axis));
            }

            if (to > from + Box.Slack)
            {
                layers.Add(new ChainLayer(solid.What, Clean(from - start), Clean(to - from), solid.Kind, solid.Handle));
                reach = to;
            }

            behind = solid;
        }

        // towards an open face there is air up to the outside; behind an inset panel a recess
        var inside = Math.Min(end, most);
        if (inside > reach + Box.Slack)
        {
            layers.Add(new ChainLayer("air", Clean(reach - start), Clean(inside - reach), LayerKind.Slack, axes is null
                ? new BoxLayer() : null));
            reach = inside;
        }

        if (end > reach + Box.Slack)
        {
            layers.Add(Recess(reach - start, end - start));
        }

        var title = axes is null || axis == Axis.X ? $"{axis} through {name}" : axis == Axis.Y ? $"Square to the slope through {name}"
            : $"Up the slope through {name}";
        return new Chain($"{through}/{axis}".ToLowerInvariant(), axis, through, title, Clean(end - start), layers)
        {
            Leans = axes is not null,
            From = axes.InSpace(at.With(axis, start)),
            Way = axes.VectorInSpace(Directions.Of(axis, 1)),
        };
    }

    /// <summary>Where a section is within blocks that all hold what is asked for.</summary>
    private static (double From, double To) Within(IReadOnlyList<Block> blocks, Point3 at, Axis axis, Pose? axes, Box all)
    {
        var (from, to) = blocks.Select(b => b.Along(at, axis, axes)).Aggregate(
            (From: double.MinValue, To: double.MaxValue), (sum, b) => b is (var f, var t) ? (Math.Max(sum.From, f), Math.Min(sum.To, t))
                : (sum.From, double.MinValue));
        // a section beside the enclosure, through what stands out of it
        return from < to ? (from, to) : (all.Min[axis], all.Max[axis]);
    }

    /// <summary>Before an inset panel, outside the box's inside: not air that could be used.</summary>
    private static ChainLayer Recess(double from, double to) => new("recess", Clean(from), Clean(to - from), LayerKind.Fixed, null);

    private static ChainLayer Air(double from, double to, Solid? before, Solid next, Axis axis)
    {
        // the plate whose distance from the panel behind it is this air lies after the air, or before it when it faces front
        LayerHandle? handle = next.Device is { } device && device.DeckFrame.Normal.Axis() != axis ? new PlaceLayer(device.Id)
            : (axis == Axis.Y ? before : next)?.PlateId is { } plate ? new LiftLayer(plate)
            : next.Handle is PanelLayer ? new BoxLayer()
            : null;
        return new ChainLayer("air", Clean(from), Clean(to - from), LayerKind.Slack, handle);
    }

    private static double Clean(double value) => Math.Round(value, 6);
}
