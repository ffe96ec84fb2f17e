using AnvilPlan.Core.Designs;

namespace AnvilPlan.Core.Construction.AcrylicStacks;

/// <summary>Walls of stacked rings between bottom and top, drawn together by through bolts.</summary>
/// <param name="WallMm">Width of the rings.</param>
/// <param name="SpacerMm">Tube on the bolts between two rings; 0 = ring on ring.</param>
/// <param name="Thread">Of the bolts at the corners.</param>
public sealed record AcrylicStack(string Id, string MaterialId, double LayerNominalMm, double? LayerMeasuredMm, double WallMm,
    double SpacerMm, string Thread) : Structure(Id);
