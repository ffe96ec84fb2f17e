using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Parts;

/// <summary>How far a feature reaches in space.</summary>
internal static class FeatureReach
{
    /// <summary>The block that a feature takes out of its part; null for what the edge of the part does not feel.</summary>
    public static Box? Of(Feature feature, Frame frame, double lengthMm, double widthMm, double thicknessMm)
    {
        var t = thicknessMm;
        (double, double) Depths(WorkedFrom from, double depth) => from == WorkedFrom.Seen ? (-depth, 0) : (-t, depth - t);
        Box Of(Uv min, Uv max, (double Low, double High) h) => frame.ToSpace(min, max, h.Low, h.High);
        switch (feature)
        {
            case Opening o:
                return Of(o.Min, o.Max, (-t, 0));
            case Channel c:
                return Of(c.Min, c.Max, Depths(c.From, Math.Min(c.DepthMm, t)));
            case Notch n:
                var (least, most) = n.Reach;
                return Of(least, most, Depths(n.From, n.DepthMm ?? t));
            case Hole h:
                return Of(h.At - new Uv(h.DiaMm / 2, h.DiaMm / 2), h.At + new Uv(h.DiaMm / 2, h.DiaMm / 2), Depths(h.From, h.DepthMm ?? t));
            case Bevel b:
                var run = t * Math.Tan(b.AngleDeg * Math.PI / 180);
                return b.Edge switch
                {
                    PartEdge.ULeast => Of(default, new(run, widthMm), (-t, 0)),
                    PartEdge.UMost => Of(new(lengthMm - run, 0), new(lengthMm, widthMm), (-t, 0)),
                    PartEdge.VLeast => Of(default, new(lengthMm, run), (-t, 0)),
                    _ => Of(new(0, widthMm - run), new(lengthMm, widthMm), (-t, 0)),
                };
            case EdgeHole e:
                var (half, h0) = ((e.SlotMm ?? e.DiaMm) / 2, (Low: -e.FromSeenMm - (e.DiaMm / 2), High: -e.FromSeenMm + (e.DiaMm / 2)));
                return e.Edge switch
                {
                    PartEdge.ULeast => Of(new(0, e.AlongMm - half), new(e.DepthMm, e.AlongMm + half), h0),
                    PartEdge.UMost => Of(new(lengthMm - e.DepthMm, e.AlongMm - half), new(lengthMm, e.AlongMm + half), h0),
                    PartEdge.VLeast => Of(new(e.AlongMm - half, 0), new(e.AlongMm + half, e.DepthMm), h0),
                    _ => Of(new(e.AlongMm - half, widthMm - e.DepthMm), new(e.AlongMm + half, widthMm), h0),
                };
            default:
                return null;
        }
    }
}
