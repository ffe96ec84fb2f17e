using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Joints;

/// <summary>The two legs of an angle bar.</summary>
internal static class AngleLegs
{
    /// <summary>With the heel in the corner that the two faces of the edge make.</summary>
    public static IReadOnlyList<Box> Of(Box box, EdgeId edge, double wallMm) =>
        Of(box, edge.Of().A.Outward(), edge.Of().B.Outward(), wallMm);

    /// <summary>With the heel where the sides meet that look in these directions.</summary>
    public static IReadOnlyList<Box> Of(Box box, Direction a, Direction b, double wallMm) =>
    [
        .. ((Direction[])[a, b]).Select(side =>
        {
            var plane = box.Side(side);
            return box.WithSpan(side.Axis(), Math.Min(plane, plane - (side.Sign() * wallMm)),
                Math.Max(plane, plane - (side.Sign() * wallMm)));
        }),
    ];
}
