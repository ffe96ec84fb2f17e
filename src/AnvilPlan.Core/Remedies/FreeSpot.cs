using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Plans;

namespace AnvilPlan.Core.Remedies;

/// <summary>Finds free places for a device on its deck, as it lies.</summary>
internal static class FreeSpot
{
    private const double StepMm = 2.5;

    /// <summary>Every place that <see cref="PlacementCheck.Free"/> accepts, the nearest first; looked for one after the other.</summary>
    /// <param name="wanted">A further condition on the place, for example that a port reaches its panel.</param>
    public static IEnumerable<Device> All(Device device, PlanSoFar plan, Func<PlacedDevice, bool>? wanted = null)
    {
        var model = plan.Catalog.Model(device.ModelId);
        // spread, so that it stands on the pad that its deck gives it; in the box as it is, which may be as deep as what stands in it now
        var probe = FitStage.Run(plan.Catalog.Spread(plan.Design with { Devices = [device] }) with { Box = plan.Design.Box }, plan.Catalog)
            .Devices[0];
        var (uMost, vMost) = Extent(probe, plan);
        var (width, depth) = QuarterTurn.Size(model.WidthMm, model.DepthMm, device.QuarterTurns);
        var check = new PlacementCheck(plan);
        return Steps(uMost - width).SelectMany(u => Steps(vMost - depth).Select(v => (u, v)))
            .OrderBy(c => Math.Abs(c.u - device.UMm) + Math.Abs(c.v - device.VMm)).ThenBy(c => c.u).ThenBy(c => c.v)
            .Select(c => device with { UMm = c.u, VMm = c.v })
            .Where(d =>
            {
                var placed = probe.As(d with { Mounting = probe.Device.Mounting });
                return (wanted is null || wanted(placed)) && check.Free(placed, plan.Shop.Fits.BodyMm);
            });
    }

    private static (double U, double V) Extent(PlacedDevice probe, PlanSoFar plan)
    {
        var box = Deck.IsPanel(probe.Device.DeckId, out var face) ? plan.Fit.Envelope.OuterOf(face) : plan.Fit.Trays[probe.Device.DeckId];
        return (box.Size[probe.DeckFrame.U.Axis()], box.Size[probe.DeckFrame.V.Axis()]);
    }

    private static IEnumerable<double> Steps(double most)
    {
        for (var x = 0.0; x <= most + 1e-9; x += StepMm)
        {
            yield return x;
        }
    }
}
