using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Fit;

/// <summary>The directions that belong to a plate's plane.</summary>
public static class TrayPlanes
{
    /// <summary>u and v of its drawing; their normal is the way the near side looks.</summary>
    public static (Direction U, Direction V) DrawnAxes(this TrayPlane plane) => plane switch
    {
        TrayPlane.FacesFront => (Direction.Right, Direction.Up),
        TrayPlane.FacesRight => (Direction.Back, Direction.Up),
        _ => (Direction.Right, Direction.Back),
    };

    public static Direction Normal(this TrayPlane plane) => plane.DrawnAxes().U.Cross(plane.DrawnAxes().V);

    /// <summary>The plane of the plate's near face, origin at its least corner as it is drawn.</summary>
    public static Frame NearFrame(this TrayPlane plane, Box plate)
    {
        var (u, v) = plane.DrawnAxes();
        return new Frame(Envelope.Corner(plate, u, v, plane.Normal()), u, v);
    }

    /// <summary>The panel behind the plate, from which its place is measured.</summary>
    public static Face Behind(this TrayPlane plane) => Faces.Of(plane.Normal().Opposite());

    /// <summary>The panel that the plate looks at.</summary>
    public static Face Ahead(this TrayPlane plane) => Faces.Of(plane.Normal());

    /// <summary>The two walls that carry its rails, and the axis along which the rails run.</summary>
    public static (Face Least, Face Most, Axis Along) Rails(this TrayPlane plane) => plane switch
    {
        TrayPlane.FacesFront => (Face.Left, Face.Right, Axis.Z),
        TrayPlane.FacesRight => (Face.Front, Face.Back, Axis.Z),
        _ => (Face.Left, Face.Right, Axis.Y),
    };

    /// <summary>As the drawings name the two sides of the plate.</summary>
    public static (string Near, string Far) Sides(this TrayPlane plane) => plane switch
    {
        TrayPlane.FacesFront => ("the front", "the back"),
        TrayPlane.FacesRight => ("the right", "the left"),
        _ => ("above", "below"),
    };

    /// <summary>How far its flanges stand beyond a plate, ahead of its near face and behind its far one, mm.</summary>
    public static (double Ahead, double Behind) FlangesBeyond(this Tray tray, double thicknessMm) => tray.Flanges switch
    {
        null => (0, 0),
        { Behind: true } f => (0, new FlangeSection(f, thicknessMm).RiseMm - thicknessMm),
        var f => (new FlangeSection(f, thicknessMm).RiseMm - thicknessMm, 0),
    };

    /// <summary>A plate's block with all that its flanges reach round.</summary>
    public static Box WithFlanges(this Tray tray, Box plate)
    {
        var normal = tray.Plane.Normal();
        var (ahead, behind) = tray.FlangesBeyond(plate.Size[normal.Axis()]);
        var (near, far) = (plate.Side(normal) + (normal.Sign() * ahead), plate.Side(normal.Opposite()) - (normal.Sign() * behind));
        return plate.WithSpan(normal.Axis(), Math.Min(near, far), Math.Max(near, far));
    }
}
