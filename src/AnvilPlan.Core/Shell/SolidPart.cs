using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Shell;

public enum PartKind
{
    Panel,
    Tray,
    Block,
    Rail,
    Adapter,
}

/// <summary>
/// A part as a block in the enclosure, with the plane it is drawn in: origin at the reference corner, u along its length.
/// </summary>
/// <param name="SeenFrom">The face one is looking at in its drawing: <c>outside</c>, <c>inside</c>, <c>above</c> and the like.</param>
/// <param name="FarSide">The face away from the viewer.</param>
/// <param name="BarId">Bar stock that it is cut from; null for a part cut from sheet.</param>
public sealed record SolidPart(
    string Id, string Name, PartKind Kind, string MaterialId, double NominalMm, Box Box, Frame Frame, string SeenFrom, string FarSide, string? BarId)
{
    public double LengthMm => Box.Size[Frame.U.Axis()];
    public double WidthMm => Box.Size[Frame.V.Axis()];
    public double ThicknessMm => Box.Size[Frame.Normal.Axis()];

    /// <summary>Drawn with u along the given direction pair, turned a quarter when the length runs the other way.</summary>
    public static Frame FrameOf(Box box, Direction u, Direction v, bool lengthAlongV)
    {
        var normal = u.Cross(v);
        var (along, across) = lengthAlongV ? (v, u.Opposite()) : (u, v);
        return new Frame(Envelope.Corner(box, along, across, normal), along, across);
    }
}
