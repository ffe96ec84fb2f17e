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
}

/// <summary>What a part is made of.</summary>
/// <param name="DensityKgPerM3">At workshop humidity.</param>
/// <param name="HasGrain">A direction that shows or carries: the part may not be turned on the sheet.</param>
/// <param name="Engagement">Row of the engagement table for a screw that bites into this material.</param>
public sealed record Material(
    string Id, string Name, MaterialFamily Family, double DensityKgPerM3, bool HasGrain, string Engagement, string Source)
{
    public bool Wood => Family is MaterialFamily.SolidWood or MaterialFamily.Plywood or MaterialFamily.Mdf;
    public bool Metal => Family is MaterialFamily.Aluminium or MaterialFamily.Steel;

    /// <summary>Brittle sheet: holes stay farther from the edge and are drilled oversize.</summary>
    public bool Brittle => Family is MaterialFamily.Acrylic;
}

/// <summary>A sheet as sold. Length runs along the grain. Thickness is what is usual for its name, with the range seen.</summary>
public sealed record SheetStock(
    string Id, string MaterialId, string Name, double NominalMm, double TypicalMm, double LeastMm, double MostMm,
    double LengthMm, double WidthMm, long PriceCents, string Source);

/// <summary>A bar as sold, solid rectangular section.</summary>
public sealed record BarStock(
    string Id, string MaterialId, string Name, double WidthMm, double HeightMm, double LengthMm, long PriceCents, string Source);
