namespace AnvilPlan.Core.Catalogs;

/// <summary>What a pipe fitting takes of the length between two centres, mm.</summary>
/// <param name="CentreToFaceMm">Null where makers differ: measure.</param>
public sealed record PipeFitting(string Size, string Kind, double? CentreToFaceMm, double EngagementMm, string Source)
{
    public double? TakeOffMm => CentreToFaceMm - EngagementMm;

    public bool Threaded => Kind.StartsWith("threaded", StringComparison.Ordinal);

    public static IReadOnlyList<PipeFitting> Shipped { get; } =
    [
        .. CsvTable.Shipped("pipe-fittings").Rows.Select(r => new PipeFitting(
            r["size"], r["fitting"], r.NumberOrNull("centre_to_face_mm"), r.Number("engagement_mm"), r["source"])),
    ];

    /// <summary>The elbow or tee for a pipe bar of the catalog; null when none is listed.</summary>
    public static PipeFitting? For(BarStock pipe, bool threaded) =>
        Shipped.FirstOrDefault(f => f.Threaded == threaded && pipe.Name.StartsWith($"pipe {f.Size} ", StringComparison.Ordinal));
}
