using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Shell;

/// <summary>What a piece is in a drawing of several parts together.</summary>
public enum AssemblyRole
{
    Post,
    Beam,
    Rail,

    /// <summary>A rail that is fixed, so that the frame cannot fold up.</summary>
    FixedRail,
    Spacer,
    Fitting,

    /// <summary>A plate between the bars and a device.</summary>
    Plate,
    Device,
}

/// <summary>One outline of the drawing, mm.</summary>
/// <param name="Id">Of a part, a fitting, or <c>device/ID</c>.</param>
public sealed record AssemblyPiece(string Id, string Name, AssemblyRole Role, Uv Min, Uv Max);

/// <summary>A hole of the hardware, or after these of the plate under it, that has to lie over what carries it, mm.</summary>
public sealed record AssemblyPoint(string DeviceId, int Number, Uv At);

/// <summary>A measure that is set at the bench, mm.</summary>
/// <param name="From">What it is taken from.</param>
public sealed record AssemblyMeasure(string What, double Mm, string From);

/// <summary>Parts as they are put together, seen from above: u from the left outside, v from the front outside, mm.</summary>
/// <param name="Id">Of the level or unit that it shows.</param>
public sealed record AssemblyView(
    string Id, string Title, double LengthMm, double WidthMm, IReadOnlyList<AssemblyPiece> Pieces, IReadOnlyList<AssemblyPoint> Points,
        IReadOnlyList<AssemblyMeasure> Measures);
