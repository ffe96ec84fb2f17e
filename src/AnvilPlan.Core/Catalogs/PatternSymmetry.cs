using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Catalogs;

/// <summary>
/// How a pattern looks after turning it over: where a test fails, holes drilled from the wrong side or for the wrong way round do
/// not match. Each hole must find one of the set within 0.1 mm in x and in y.
/// </summary>
public sealed record PatternSymmetry(bool Turn180, bool MirrorLeftRight, bool MirrorFrontBack)
{
    private const double ToleranceMm = 0.1 + 1e-9;

    /// <summary>No way of turning it over changes the pattern: no trap.</summary>
    public bool NoTrap => Turn180 && MirrorLeftRight && MirrorFrontBack;

    public static PatternSymmetry Of(IReadOnlyList<Uv> holesMm, double widthMm, double depthMm)
    {
        bool Same(Func<Uv, Uv> turn) =>
            holesMm.All(h => turn(h) is var at && holesMm.Any(o => Math.Abs(o.U - at.U) <= ToleranceMm
            && Math.Abs(o.V - at.V) <= ToleranceMm));
        return new PatternSymmetry(
            Same(h => new Uv(widthMm - h.U, depthMm - h.V)),
            Same(h => new Uv(widthMm - h.U, h.V)),
            Same(h => new Uv(h.U, depthMm - h.V)));
    }
}
