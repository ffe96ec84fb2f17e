using AnvilPlan.Core.Designs;

namespace AnvilPlan.Core.Construction.Plinths;

/// <summary>Four boards on edge under the bottom, set back from its edges.</summary>
/// <param name="SetBackMm">From the outer faces to the boards.</param>
/// <param name="AirGapMm">How far the back board stops short of the floor, so that air comes under; 0 = closed all round.</param>
public sealed record Plinth(string Id, string MaterialId, double NominalMm, double HeightMm, double SetBackMm, double AirGapMm)
    : Structure(Id);
