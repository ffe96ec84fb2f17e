using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Parts;

/// <summary>What is milled out of a part, point by point. Drilled holes do not count.</summary>
public static class PartMaterial
{
    /// <summary>Whether what is milled takes that point away from the block of its part.</summary>
    public static bool Removes(Part part, Feature feature, Point3 at)
    {
        var plane = part.Frame.ToPlane(at);
        var below = -part.Frame.HeightOf(at);
        var deep = feature.From == WorkedFrom.Seen ? below : part.ThicknessMm - below;
        return feature switch
        {
            Channel c => Within(plane, c.Min, c.Max) && deep <= c.DepthMm + 1e-6,
            Opening { Round: true } o => plane.DistanceTo(o.At) <= o.WidthMm / 2,
            Opening o => Within(plane, o.Min, o.Max),
            Notch n => deep <= (n.DepthMm ?? part.ThicknessMm) + 1e-6 && n.Holds(plane, deep / (n.DepthMm ?? part.ThicknessMm)),
            Bevel b => (b.Edge switch { PartEdge.ULeast => plane.U, PartEdge.UMost => part.LengthMm - plane.U, PartEdge.VLeast => plane.V, _ => part.WidthMm - plane.V })
                <= (deep * Math.Tan(b.AngleDeg * Math.PI / 180)) + 1e-6,
            EdgeHole { SlotMm: { } slot } e => InSlot(part, e, slot, plane, below),
            _ => false,
        };
    }

    private static bool Within(Uv at, Uv min, Uv max) => at.U >= min.U && at.U <= max.U && at.V >= min.V && at.V <= max.V;

    private static bool InSlot(Part part, EdgeHole hole, double slotMm, Uv at, double below)
    {
        var (along, into) = hole.Edge switch
        {
            PartEdge.ULeast => (at.V, at.U),
            PartEdge.UMost => (at.V, part.LengthMm - at.U),
            PartEdge.VLeast => (at.U, at.V),
            _ => (at.U, part.WidthMm - at.V),
        };
        return into <= hole.DepthMm + 1e-6 && Math.Abs(along - hole.AlongMm) <= slotMm / 2 && Math.Abs(below - hole.FromSeenMm) <= hole.DiaMm / 2;
    }
}
