namespace AnvilPlan.Core.Shops;

/// <summary>How the shop prints: what time and plastic are reckoned with. mm, mm/s, s.</summary>
/// <param name="Efficiency">Share of the speed that is kept over corners and short moves, 0 to 1.</param>
/// <param name="LayerOverheadS">Lost at each change of layer.</param>
/// <param name="EdgeMarginMm">Of the bed, left free all round.</param>
/// <param name="CentsPerGram">Price of filament.</param>
public sealed record PrintSettings(double LineMm, double LayerMm, double SpeedMmPerS, double Efficiency, double LayerOverheadS,
    double FilamentMm, double EdgeMarginMm, double CentsPerGram)
{
    /// <summary>A desktop printer with a 0.4 mm nozzle [R]; every figure is to be replaced by the shop's own.</summary>
    public static PrintSettings Usual { get; } = new(0.45, 0.2, 60, 0.65, 4, 1.75, 5, 2.6);
}
