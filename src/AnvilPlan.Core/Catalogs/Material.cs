using AnvilPlan.Core.Wood;

namespace AnvilPlan.Core.Catalogs;

public enum MaterialFamily
{
    SolidWood,
    Plywood,
    Mdf,
    Aluminium,
    Steel,
    Acrylic,
    Polycarbonate,
    Rubber,

    /// <summary>Pipe of rigid vinyl: never under a laser.</summary>
    Vinyl,

    /// <summary>Filament of a printer.</summary>
    Printed,
}

/// <summary>What a part is made of.</summary>
/// <param name="DensityKgPerM3">At workshop humidity.</param>
/// <param name="HasGrain">A direction that shows or carries: the part may not be turned on the sheet.</param>
/// <param name="Engagement">Row of the engagement table for a screw that bites into this material.</param>
public sealed record Material(
    string Id, string Name, MaterialFamily Family, double DensityKgPerM3, bool HasGrain, string Engagement, string Source)
{
    public bool Wood => Family is MaterialFamily.SolidWood or MaterialFamily.Plywood or MaterialFamily.Mdf;
    /// <summary>Young's modulus in bending, GPa: along the grain for wood and boards.</summary>
    public double YoungsGPa { get; init; }

    /// <summary>
    /// Young's modulus across the grain, GPa: of solid wood about a sixteenth (Wood Handbook ch. 5, tangential over longitudinal), of
    /// plywood four fifths, birch 7.5 over 9.5.
    /// </summary>
    public double YoungsAcrossGPa => Family switch
    {
        MaterialFamily.SolidWood => 0.06 * YoungsGPa,
        MaterialFamily.Plywood => 0.79 * YoungsGPa,
        _ => YoungsGPa,
    };

    /// <summary>Sag after years over sag at once.</summary>
    public double CreepFactor { get; init; } = 1;

    /// <summary>Change of width across the grain per % of moisture.</summary>
    public double MovementPerPercent { get; init; }

    /// <summary>Growth per kelvin.</summary>
    public double ExpansionPerK { get; init; }

    public bool Metal => Family is MaterialFamily.Aluminium or MaterialFamily.Steel;

    /// <summary>Brittle sheet: holes stay farther from the edge and are drilled oversize.</summary>
    public bool Brittle => Family is MaterialFamily.Acrylic;
}

/// <summary>A sheet as sold. Length runs along the grain. Thickness is what is usual for its name, with the range seen.</summary>
public sealed record SheetStock(
    string Id, string MaterialId, string Name, double NominalMm, double TypicalMm, double LeastMm, double MostMm,
    double LengthMm, double WidthMm, long PriceCents, string Source)
{
    /// <summary>Glued on one another over a form; too thin to be a board of its own.</summary>
    public bool ForPlies { get; init; }
}

public enum BarShape
{
    Solid,

    /// <summary>Two legs at a right angle.</summary>
    Angle,
    SquareTube,

    /// <summary>Tube and pipe; width and height are the outside diameter.</summary>
    RoundTube,

    /// <summary>Square profile with a slot in each face.</summary>
    Slotted,
}

/// <summary>A bar as sold; width and height over all.</summary>
public sealed record BarStock(
    string Id, string MaterialId, string Name, double WidthMm, double HeightMm, double LengthMm, long PriceCents, string Source)
{
    public BarShape Shape { get; init; }

    /// <summary>Wall of a tube or leg of an angle, mm; of a slotted profile the skin that a screw meets.</summary>
    public double? WallMm { get; init; }

    /// <summary>Width of the slots of a slotted profile, mm.</summary>
    public double? SlotMm { get; init; }

    /// <summary>Depth of those slots, mm.</summary>
    public double? SlotDepthMm { get; init; }

    /// <summary>Material in the section, mm²: from the outline for plain sections, two fifths of the square for slotted ones [R].</summary>
    public double AreaMm2 => (Shape, WallMm) switch
    {
        (BarShape.Angle, { } w) => w * (WidthMm + HeightMm - w),
        (BarShape.SquareTube, { } w) => (WidthMm * HeightMm) - ((WidthMm - (2 * w)) * (HeightMm - (2 * w))),
        (BarShape.RoundTube, { } w) => Math.PI / 4 * ((WidthMm * WidthMm) - ((WidthMm - (2 * w)) * (WidthMm - (2 * w)))),
        (BarShape.Slotted, _) => 0.4 * WidthMm * HeightMm,
        _ => WidthMm * HeightMm,
    };

    /// <summary>Second moment of the section about its level axis, mm⁴; of slotted profiles two fifths of the square's [R].</summary>
    public double InertiaMm4 => (Shape, WallMm) switch
    {
        (BarShape.SquareTube, { } w) => ((WidthMm * Math.Pow(HeightMm, 3)) - ((WidthMm - (2 * w)) * Math.Pow(HeightMm - (2 * w), 3))) / 12,
        (BarShape.RoundTube, { } w) => Deflection.TubeInertiaMm4(WidthMm, WidthMm - (2 * w)),
        (BarShape.Angle, { } w) => AngleInertiaMm4(WidthMm, HeightMm, w),
        (BarShape.Slotted, _) => 0.4 * WidthMm * Math.Pow(HeightMm, 3) / 12,
        _ => WidthMm * Math.Pow(HeightMm, 3) / 12,
    };

    /// <summary>Two rectangles about their common centroid.</summary>
    private static double AngleInertiaMm4(double width, double height, double wall)
    {
        var (flat, leg) = (width * wall, (height - wall) * wall);
        var centre = ((flat * wall / 2) + (leg * (wall + ((height - wall) / 2)))) / (flat + leg);
        return (width * Math.Pow(wall, 3) / 12) + (flat * Math.Pow(centre - (wall / 2), 2))
            + (wall * Math.Pow(height - wall, 3) / 12) + (leg * Math.Pow(wall + ((height - wall) / 2) - centre, 2));
    }
}
