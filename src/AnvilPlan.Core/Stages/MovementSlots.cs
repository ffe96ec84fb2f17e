using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Movement;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Stages;

/// <summary>
/// Screws that hold a solid board to something that stays as it is: the holes on the board's middle line stay round, the others
/// become slots across the grain, as long as the board moves there to either side. Wood Handbook ch. 13 and slot = d + 2 dW/2.
/// </summary>
public static class MovementSlots
{
    /// <summary>Less than this is taken up by the clearance of the hole, mm.</summary>
    public const double LeastMm = 0.2;

    public static IReadOnlyList<PartFeature> Of(IReadOnlyList<PartFeature> holes, Design design, Catalog catalog, ShopProfile shop,
        ShellPlan shell, IReadOnlyList<Hold> holds)
    {
        var air = WoodAir.Of(design, shop);
        var boards = shell.Panels.Values.Concat(shell.Trays.Values)
            .Where(p => catalog.Material(p.MaterialId) is { Wood: true, HasGrain: true })
            .ToDictionary(p => p.Id, StringComparer.Ordinal);
        var held = holds.Select(h => h.Place.ToString()).ToHashSet(StringComparer.Ordinal);
        return
        [
            .. holes.Select(f => f.Feature is Hole { DepthMm: null, Bore.Finish: PlainBore } hole && hole.For != "feet"
                && held.Contains(hole.For) && boards.TryGetValue(f.PartId, out var board)
                && TravelMm(board, hole.At, catalog, air) is >= LeastMm and var travel
                    ? new PartFeature(f.PartId, Slot(hole, travel))
                    : f),
        ];
    }

    /// <summary>How far that place of the board moves from its middle line, mm.</summary>
    private static double TravelMm(SolidPart board, Uv at, Catalog catalog, WoodAir air)
    {
        var change = air.Change(Math.Abs(at.V - (board.WidthMm / 2)), catalog.Material(board.MaterialId).MovementPerPercent);
        return Math.Max(change.ShrinkMm, change.SwellMm);
    }

    /// <summary>Rounded up to a tenth; the head bears on a washer, a countersink would hold it.</summary>
    private static Opening Slot(Hole hole, double travel)
    {
        var length = hole.DiaMm + (Math.Ceiling(20 * travel) / 10);
        return new Opening(
            hole.Id, hole.For, $"{hole.Purpose}, slot across the grain under a washer", hole.From, hole.At, hole.DiaMm, length,
                hole.DiaMm / 2,
            $"{hole.DiaMm} mm and {Math.Round(travel, 2)} mm of movement to either side", hole.PlaceWhy);
    }
}
