using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Movement;

/// <summary>
/// Screws that hold a solid board to something that stays as it is: the holes on the board's middle line stay round, the others
/// become slots across the grain, as long as the board moves there to either side. Wood Handbook ch. 13 and slot = d + 2 dW/2.
/// </summary>
public static class MovementSlots
{
    /// <summary>Less than this is taken up by the clearance of the hole, mm.</summary>
    public const double LeastMm = 0.2;

    public static void Cut(JointDraft draft)
    {
        var air = WoodAir.Of(draft.Design, draft.Shop);
        var boards = draft.Shell.Panels.Values.Concat(draft.Shell.Trays.Values)
            .Where(p => draft.Catalog.Material(p.MaterialId) is { Wood: true, HasGrain: true })
            .ToDictionary(p => p.Id, StringComparer.Ordinal);
        for (var i = 0; i < draft.Features.Count; i++)
        {
            var (partId, feature) = draft.Features[i];
            if (feature is Hole { DepthMm: null, Thread: null } hole && boards.TryGetValue(partId, out var board) && Screwed(draft, hole))
            {
                var travel = TravelMm(board, hole.At, draft, air);
                if (travel >= LeastMm)
                {
                    draft.Features[i] = new PartFeature(partId, Slot(hole, travel));
                }
            }
        }
    }

    private static bool Screwed(JointDraft draft, Hole hole) =>
        hole.For != "feet" && (hole.For.StartsWith("edge/", StringComparison.Ordinal) || draft.Screws.Exists(s => s.For == hole.For)) && draft.Holds.Exists(h => h.Place == hole.For);

    /// <summary>How far that place of the board moves from its middle line, mm.</summary>
    private static double TravelMm(SolidPart board, Uv at, JointDraft draft, WoodAir air)
    {
        var change = air.Change(Math.Abs(at.V - (board.WidthMm / 2)), draft.Catalog.Material(board.MaterialId).MovementPerPercent);
        return Math.Max(change.ShrinkMm, change.SwellMm);
    }

    /// <summary>Rounded up to a tenth; the head bears on a washer, a countersink would hold it.</summary>
    private static Opening Slot(Hole hole, double travel)
    {
        var length = hole.DiaMm + (Math.Ceiling(20 * travel) / 10);
        return new Opening(
            hole.Id, hole.For, $"{hole.Purpose}, slot across the grain under a washer", hole.From, hole.At, hole.DiaMm, length, hole.DiaMm / 2,
            $"{hole.DiaMm} mm and {Math.Round(travel, 2)} mm of movement to either side", hole.PlaceWhy);
    }
}
