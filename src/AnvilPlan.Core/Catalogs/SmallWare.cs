namespace AnvilPlan.Core.Catalogs;

/// <summary>A disc magnet; N of pull on flat steel or on its like, touching.</summary>
public sealed record Magnet(string Name, double DiaMm, double ThicknessMm, double PullN, long PriceCents, string Source)
{
    public static IReadOnlyList<Magnet> Shipped { get; } =
        [.. CsvTable.Shipped("magnets").Rows.Select(r => new Magnet(r["item"], r.Number("dia_mm"), r.Number("thickness_mm"),
            r.Number("pull_N"), (long)r.Number("price_cents"), r["source"]))];
}

/// <summary>A butt hinge: two leaves that lie in one plane when it is shut flat. mm.</summary>
/// <param name="LeafMm">From the axis to the leaf's edge.</param>
public sealed record Hinge(string Name, double LengthMm, double LeafMm, double LeafThicknessMm, double HoleFromAxisMm, int Holes,
    double HoleFromEndMm, long PriceCents, string Source)
{
    public static IReadOnlyList<Hinge> Shipped { get; } =
    [
        .. CsvTable.Shipped("hinges").Rows.Select(r => new Hinge(
            r["item"], r.Number("length_mm"), r.Number("leaf_mm"), r.Number("leaf_thickness_mm"), r.Number("hole_from_axis_mm"),
                (int)r.Number("holes_per_leaf"), r.Number("hole_from_end_mm"), (long)r.Number("price_cents"), r["source"])),
    ];

    /// <summary>Centres of one leaf's holes along its length, from its end, mm.</summary>
    public IEnumerable<double> HolesAlongMm() =>
        Enumerable.Range(0, Holes).Select(i => HoleFromEndMm + (i * (LengthMm - (2 * HoleFromEndMm)) / (Holes - 1)));
}
