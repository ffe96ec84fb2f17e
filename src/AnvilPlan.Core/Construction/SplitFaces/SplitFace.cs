using AnvilPlan.Core.Designs;

namespace AnvilPlan.Core.Construction.SplitFaces;

/// <summary>Which way the line between the two panels of a face runs in the drawing of that face.</summary>
public enum SplitRun
{
    Level,
    Upright,
}

/// <summary>A face closed by two panels in one plane.</summary>
/// <param name="AtMm">From the lower edge of the enclosure, or its left edge as the face is drawn, to the middle of the line between the
/// two.</param>
/// <param name="GapMm">Between the two.</param>
/// <param name="BattenBarId">Bar stock of the batten behind the line: the first panel carries it, the other lies on it.</param>
public sealed record SplitFace(string Id, Face Face, SplitRun Run, double AtMm, double GapMm, string BattenBarId) : Structure(Id);
