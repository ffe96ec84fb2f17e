using AnvilPlan.Core.Designs;

namespace AnvilPlan.Core.Construction.TrayRacks;

/// <summary>Equal trays one above the other, each with the hardware of the first.</summary>
/// <param name="TrayId">The lowest tray; all others are like it.</param>
/// <param name="PitchMm">From tray to tray; null = as close as heights and air allow.</param>
/// <param name="AirMm">Least air over the tallest part, to the tray above.</param>
public sealed record TrayRack(string Id, string TrayId, int Count, double? PitchMm, double AirMm) : Structure(Id);
