using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Fit;

/// <summary>
/// A folded edge of a plate in section, mm: outwards from where the flat of the plate ends, and up from the side of the plate round which
/// it turns, its heel.
/// </summary>
/// <param name="ThicknessMm">Of the sheet.</param>
public sealed record FlangeSection(TrayFlanges Flanges, double ThicknessMm)
{
    private bool Square => Flanges.TurnDeg == 90;

    private double Turn => Flanges.TurnDeg * Math.PI / 180;

    public double OutsideRadiusMm => Flanges.RadiusMm + ThicknessMm;

    /// <summary>
    /// From the bend to where its outside length is measured from: up to a right angle the point where both outsides would meet, beyond
    /// it the outermost of the bend, for that point runs away.
    /// </summary>
    public double SetbackMm => Flanges.TurnDeg < 90 ? OutsideRadiusMm * Math.Tan(Turn / 2) : OutsideRadiusMm;

    /// <summary>What is flat of it beyond the bend.</summary>
    public double FlatMm => Flanges.HeightMm - SetbackMm;

    /// <summary>How far out of the end of the plate's flat it reaches.</summary>
    public double OutMm => Flanges.TurnDeg < 90 ? (OutsideRadiusMm * Math.Sin(Turn)) + (FlatMm * Math.Cos(Turn)) : OutsideRadiusMm;

    /// <summary>How far in over the plate its tip stands; 0 for one that does not lean in.</summary>
    public double InMm => Flanges.TurnDeg > 90 ? Math.Max(0, -(Flanges.RadiusMm * Math.Sin(Turn)) - (FlatMm * Math.Cos(Turn))) : 0;

    /// <summary>How high it stands, with the sheet.</summary>
    public double RiseMm => Square ? Flanges.HeightMm
        : OutsideRadiusMm + (FlatMm * Math.Sin(Turn))
            - (Math.Cos(Turn) * (Flanges.TurnDeg < 90 ? Flanges.RadiusMm : OutsideRadiusMm));

    /// <summary>
    /// The axes along which it stands upright, as after a right angle: turned about the axis of its bend. Null when it does.
    /// </summary>
    /// <param name="axis">A point of the axis of the bend.</param>
    /// <param name="outward">The way out of the plate's edge.</param>
    /// <param name="rising">From the heel to the tip.</param>
    public Pose? Axes(Point3 axis, Direction outward, Direction rising)
    {
        if (Square)
        {
            return null;
        }

        var (sin, cos) = Math.SinCos(Turn);
        var (o, r) = (outward.Vector(), rising.Vector());
        Point3 Turned(Axis a)
        {
            var unit = Directions.Of(a, 1).Vector();
            return a == outward.Axis() ? ((o * sin) - (r * cos)) * outward.Sign()
                : a == rising.Axis() ? ((o * cos) + (r * sin)) * rising.Sign()
                : unit;
        }

        var turned = new Pose(default, Turned(Axis.X), Turned(Axis.Y), Turned(Axis.Z));
        return turned with { Origin = axis - turned.ToSpace(axis) };
    }
}
