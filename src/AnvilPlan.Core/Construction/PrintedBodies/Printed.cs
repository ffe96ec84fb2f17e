using AnvilPlan.Core.Designs;

namespace AnvilPlan.Core.Construction.PrintedBodies;

public enum PieceJoin
{
    Pins,
    Screws,
    GlueFlanges,
}

/// <summary>Faces that are one printed body, cut into pieces that fit the printer's bed.</summary>
/// <param name="SkinMm">Thickness of perimeters, tops and bottoms of the print.</param>
/// <param name="Anchors">Four inserts on the inside of every face, to fix what is not thought of yet.</param>
public sealed record PrintedBody(string Id, IReadOnlyList<Face> Faces, string MaterialId, double WallMm, double SkinMm, double Infill,
    PieceJoin Join, bool Anchors) : Structure(Id);

/// <summary>Two printed ends, left and right, with sockets for four bars between them; panels lie on the bars.</summary>
/// <param name="Fit">Of the bars in their sockets.</param>
public sealed record PrintedEnds(string Id, string MaterialId, double ThicknessMm, double SkinMm, double Infill, string RailBarId,
    double SocketMm, FitClass Fit) : Structure(Id);

/// <summary>A plate on four legs, printed in one, on the bottom of the enclosure.</summary>
/// <param name="TrayId">The plate, which is a tray of the design.</param>
/// <param name="FromLeftMm">From the inner face of the left side; <paramref name="FromFrontMm"/> from that of the front.</param>
/// <param name="HeightMm">Under the plate.</param>
/// <param name="SkinMm">Thickness of perimeters, tops and bottoms of the print.</param>
public sealed record PrintedFrame(
    string Id, string TrayId, string MaterialId, double FromLeftMm, double FromFrontMm, double WidthMm, double DepthMm, double HeightMm,
        double PlateMm, double LegMm, double SkinMm, double Infill)
    : Structure(Id);

/// <summary>Four printed feet under the bottom, each with a hole so that the screw behind it stays reachable.</summary>
public sealed record PrintedFeet(string Id, string MaterialId, double SizeMm, double HeightMm, double InsetMm, double Infill)
    : Structure(Id);
