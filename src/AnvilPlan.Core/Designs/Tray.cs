using System.Text.Json.Serialization;

namespace AnvilPlan.Core.Designs;

public enum TraySupport
{
    None,

    /// <summary>A bar along two walls behind the plate: left and right, for a plate that faces right front and back.</summary>
    Rails,

    /// <summary>Four standoffs on the panel behind the plate: the bottom, the back or the left.</summary>
    Posts,

    /// <summary>Four standoffs from the panel that the plate faces: a bay hung from the top.</summary>
    Hung,

    /// <summary>In grooves of the two walls beside it: a shelf or divider.</summary>
    Housed,

    /// <summary>No plate: the bars of a frame carry what stands there.</summary>
    OnBars,

    /// <summary>By its own flanges, fixed to the two walls beside it.</summary>
    Flanges,

    /// <summary>It is a part of the structure that names it: the floor of an inner box, the plate of a printed frame.</summary>
    Structure,
}

/// <summary>How two folded sheets, or a sheet and a wall, are joined.</summary>
public enum SheetJoin
{
    Rivets,
    ScrewsAndNuts,
    RivetNuts,
}

/// <summary>Which edges of a plate are folded over.</summary>
public enum FlangedEdges
{
    /// <summary>The two beside the walls that can carry it.</summary>
    Walls,

    /// <summary>The two others.</summary>
    Free,
    All,
}

/// <summary>Edges of a sheet that are turned over: a tray with sides of its own.</summary>
/// <param name="Behind">Turned away from the near side: down, for a level tray; else up.</param>
/// <param name="HeightMm">Outside, with the sheet, along the flange: from where both outsides would meet, or from the outermost of a
/// bend of more than a right angle.</param>
/// <param name="RadiusMm">Inside radius of the bends.</param>
/// <param name="Join">To walls of sheet; wooden walls take wood screws from inside.</param>
public sealed record TrayFlanges(FlangedEdges Edges, bool Behind, double HeightMm, double RadiusMm, SheetJoin Join)
{
    public static TrayFlanges Usual { get; } = new(FlangedEdges.Walls, false, 20, 2, SheetJoin.RivetNuts);

    /// <summary>How far they turn from flat, 10 to 170 degrees: less than 90 leans out, more leans in.</summary>
    public double TurnDeg { get; init; } = 90;
}

/// <summary>How a plate lies in the box, named by the way its near side looks.</summary>
public enum TrayPlane
{
    /// <summary>A level tray; seen from above.</summary>
    Level,

    /// <summary>An upright plate across the depth, a mid panel; seen from the front.</summary>
    FacesFront,

    /// <summary>An upright plate across the width; seen from the right.</summary>
    FacesRight,
}

/// <summary>A tray that slides out for service.</summary>
/// <param name="Out">The panel through which it comes.</param>
public sealed record Drawer(Face Out, double TravelMm);

/// <summary>A plate inside the box that carries hardware on either face.</summary>
/// <param name="UndersideMm">From the inner face of the panel behind it (bottom, back, left) to its far face: for a level tray the
/// height of its underside above the inner floor.</param>
/// <param name="GapMm">Air to each of the four walls.</param>
public sealed record Tray(
    string Id, string Name, string MaterialId, double NominalMm, double? MeasuredMm,
    double UndersideMm, double GapMm, TraySupport Support, string? RailBarId)
{
    /// <summary>A level plate of sheet on rails, over what stands on the bottom.</summary>
    public static Tray Usual { get; } =
        new("tray-1", "Tray 1", "aluminium-5052", 2, null, 30, 1, TraySupport.Rails, "aluminium-6061-15x15");

    public TrayPlane Plane { get; init; }

    public Drawer? Drawer { get; init; }

    public IReadOnlyList<DrilledHole> Drilled { get; init; } = [];

    /// <summary>A bar glued or screwed under its two free edges against sag; null = none.</summary>
    public string? StiffenerBarId { get; init; }

    /// <summary>Its edges that are folded over; null = a flat plate.</summary>
    public TrayFlanges? Flanges { get; init; }

    /// <summary>How deep a housed plate enters each wall; null = a third of the wall.</summary>
    public double? HousingMm { get; init; }

    /// <summary>Stays where it is when an arrangement is searched.</summary>
    public bool Locked { get; init; }

    /// <summary>The part of the inside that a level plate takes; null = all of it, wall to wall. Set by what brings it.</summary>
    [JsonIgnore] public PlateArea? Area { get; init; }
}

/// <summary>A rectangle on the floor of the inside, mm from the inner faces of its left and front.</summary>
public sealed record PlateArea(double FromLeftMm, double FromFrontMm, double WidthMm, double DepthMm);
