using AnvilPlan.Core.Designs;

namespace AnvilPlan.Core.Construction.FoldedSheets;

/// <summary>One sheet folded into several faces: a base and what is turned up from it. A U, a cover, a tray with four sides.</summary>
/// <param name="Faces">The base first, then neighbours of the base.</param>
/// <param name="RadiusMm">Inside radius of the bends.</param>
/// <param name="ReturnMm">Width of the flanges to which faces of other sheets are joined; 0 = none.</param>
public sealed record FoldedSheet(string Id, IReadOnlyList<Face> Faces, double RadiusMm, double ReturnMm, SheetJoin Join) : Structure(Id);
