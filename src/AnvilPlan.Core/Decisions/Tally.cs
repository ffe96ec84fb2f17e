namespace AnvilPlan.Core.Decisions;

/// <summary>The figures along the bottom of every station. mm, litres, g, cents, h, W.</summary>
public sealed record Tally(
    double WidthMm, double DepthMm, double HeightMm, double StandsHighMm, double VolumeL, double FilledShare, double MassG,
    int Parts, int Holes, int Sheets, double SheetUse, long CostCents, double Hours, double HeatW, int Stops, int Warns, int Notes);
