using System.Globalization;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Parts;

/// <summary>What a line in a part's drawing stands for.</summary>
public enum LineRole
{
    /// <summary>Cut through.</summary>
    Cut,

    /// <summary>Taken out to a depth, or ending on a face.</summary>
    Pocket,
    Drill,

    /// <summary>Rim of a countersink.</summary>
    Sink,

    /// <summary>Seen through the part.</summary>
    Edge,

    /// <summary>Where a blank is bent.</summary>
    Bend,

    /// <summary>To be read on the part.</summary>
    Text,

    /// <summary>Only for machines and their keepers: text beside a hole.</summary>
    Note,
}

/// <summary>Something drawn for a feature, in the part's own u and v, mm.</summary>
/// <param name="Layer">Name in a DXF; tells tool and depth.</param>
public abstract record Drawn(LineRole Role, string Layer)
{
    /// <summary>A length in the name of a layer: an underscore for the decimal point.</summary>
    public static string Mm(double mm) => mm.ToString("0.##", CultureInfo.InvariantCulture).Replace('.', '_');
}

/// <param name="Hidden">Not on the face that one looks at.</param>
public sealed record DrawnOutline(LineRole Role, string Layer, Outline Outline, bool Hidden) : Drawn(Role, Layer);

/// <param name="Hidden">Not on the face that one looks at.</param>
public sealed record DrawnLine(LineRole Role, string Layer, Uv Start, Uv End, bool Hidden) : Drawn(Role, Layer);

/// <param name="Place">Where its line begins.</param>
public sealed record DrawnText(LineRole Role, string Layer, Uv Place, double HeightMm, string Text) : Drawn(Role, Layer)
{
    /// <summary>The way it reads, from u towards v.</summary>
    public double TurnDeg { get; init; }

    /// <summary>It stands on the far face and is seen through the part.</summary>
    public bool Mirrored { get; init; }
}
