namespace AnvilPlan.Core.Catalogs;

/// <summary>A kind of cable with its plug, mm. Typical values: a cable at hand is to be measured.</summary>
/// <param name="FixedBendTimesOd">Least bend radius of a fixed cable, in outer diameters, to the cable's centre line.</param>
/// <param name="StraightMm">How far the cable runs straight from the device before it may bend.</param>
public sealed record CableKind(
    string Id, string Name, double OdMm, double FixedBendTimesOd, double MovingBendTimesOd, double PlugWidthMm, double PlugHeightMm,
        double StraightMm, string Source)
{
    public double BendRadiusMm(bool moving) => OdMm * (moving ? MovingBendTimesOd : FixedBendTimesOd);

    /// <summary>Straight run, first bend and half the cable: the distance from the port to the next wall.</summary>
    public double RoomMm(bool moving) => StraightMm + BendRadiusMm(moving) + (OdMm / 2);

    public static IReadOnlyList<CableKind> Shipped { get; } =
    [
        .. CsvTable.Shipped("cables").Rows.Select(r => new CableKind(
            r["id"], r["type"], r.Number("od_typical_mm"), r.Number("bend_factor_fixed"), r.Number("bend_factor_moving"),
            r.Number("connector_width_mm"), r.Number("connector_height_mm"), r.Number("straight_before_bend_mm"), r["source"])),
    ];

    public static CableKind? Find(string id) => Shipped.FirstOrDefault(c => c.Id == id);
}

/// <summary>A hand tool as two cylinders along the screw: shaft, then hand or handle (mm).</summary>
/// <param name="ReachMm">Length of the shaft.</param>
public sealed record DriverTool(string Name, double ShaftDiaMm, double ReachMm, double HandDiaMm, double HandLengthMm)
{
    /// <summary>The straight drivers for cross-recess and hexagon-socket screws, longest first.</summary>
    public static IReadOnlyList<DriverTool> Straight { get; } =
    [
        .. CsvTable.Shipped("tool-access").Rows
            .Where(r => r["tool"].StartsWith("screwdriver", StringComparison.Ordinal) || r["tool"]
                .StartsWith("bit ", StringComparison.Ordinal))
            .Select(r => new DriverTool(r["tool"], r.Number("shaft_dia_mm"), r.Number("reach_mm"), r.Number("hand_or_handle_dia_mm"),
                r.Number("handle_length_mm")))
            .OrderByDescending(t => t.ReachMm + t.HandLengthMm),
    ];
}
