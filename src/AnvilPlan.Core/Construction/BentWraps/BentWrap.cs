using AnvilPlan.Core.Designs;

namespace AnvilPlan.Core.Construction.BentWraps;

/// <summary>The schools of turning a wooden strip round a corner.</summary>
public enum CornerMethod
{
    /// <summary>A solid corner joint over a glue block, rounded over afterwards: end grain shows.</summary>
    RoundedSolid,

    /// <summary>Both boards at 45 degrees from one piece: the figure runs on round the corner.</summary>
    Mitred,

    /// <summary>Equal saw cuts on the inside: gaps show there.</summary>
    StraightKerf,

    /// <summary>Wedge-shaped cuts that close solid; steamed.</summary>
    TaperedKerf,

    /// <summary>Thin plies glued over a form.</summary>
    Laminated,

    /// <summary>A solid rounded block between two flat boards: filler and an opaque finish.</summary>
    CornerBlock,
}

/// <param name="RadiusMm">Outside radius; without meaning for a mitre.</param>
/// <param name="PlanB">What is done when the first fails; null = none kept.</param>
public sealed record WrapCorner(EdgeId Edge, CornerMethod Method, double RadiusMm, CornerMethod? PlanB);

/// <summary>A strip of wood round two, three or four faces between two ends.</summary>
/// <param name="Path">The faces in the order of the strip; each meets the next.</param>
/// <param name="Corners">One for each two faces that follow each other.</param>
/// <param name="WebMm">Wood left under the kerfs; null = the middle of the guidance for the wood.</param>
public sealed record BentWrap(string Id, IReadOnlyList<Face> Path, IReadOnlyList<WrapCorner> Corners, double? WebMm) : Structure(Id)
{
    /// <summary>Angle between the flanks of the cutter for tapered kerfs, degrees: each cut closes by it.</summary>
    public double CutterTaperDeg { get; init; } = 10;

    /// <summary>Flat at the bottom of that cutter, mm.</summary>
    public double CutterTipMm { get; init; } = 1;
}
