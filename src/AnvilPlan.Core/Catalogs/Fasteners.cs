namespace AnvilPlan.Core.Catalogs;

public enum HeadForm
{
    Pan,
    Countersunk,
    SocketCap,
    Button,
}

/// <summary>A machine screw thread with its usual holes, mm. ISO 261/273, ASME B1.1/B18.2.8.</summary>
public sealed record ThreadSize(
    string Name, ThreadStandard Standard, double NominalMm, double PitchMm, double TapDrillMm,
    double ClearanceCloseMm, double ClearanceNormalMm, double ClearanceLooseMm, string Source);

/// <summary>A screw head, mm. A countersunk head's diameter is the sharp one, its screw is measured over all.</summary>
public sealed record ScrewHead(
    string Size, HeadForm Form, string Standard, double DiaMm, double HeightMm, double? CountersinkDeg, string Drive,
    LengthMeasured Measured, double? LengthLeastMm, double? LengthMostMm);

/// <summary>Hexagon nut and plain washer of a size, mm. ISO 4032, ISO 7089, ASME B18.6.3.</summary>
public sealed record NutAndWasher(string Size, double NutFlatsMm, double NutHeightMm, double WasherOdMm, double WasherThicknessMm);

/// <summary>A wood screw by gauge, mm.</summary>
public sealed record WoodScrewSize(
    string Name, double ShankMm, double RootMm, double HeadMm, double ClearanceMm,
    double PilotSoftwoodMm, double PilotPlywoodMm, double PilotHardwoodMm, double PilotMdfMm, string Source)
{
    /// <summary>Height of a pan head: its shape is the same in every gauge. [R]</summary>
    public double PanHeadHighMm => HeadMm * 0.35;

    /// <summary>Height of a countersunk head with its rim. [R]</summary>
    public double SunkHeadHighMm => HeadMm * 0.4;

    public double PilotFor(Material material) => material.Family switch
    {
        MaterialFamily.Plywood => PilotPlywoodMm,
        MaterialFamily.Mdf => PilotMdfMm,
        _ when material.Engagement.StartsWith("softwood", StringComparison.Ordinal) => PilotSoftwoodMm,
        _ => PilotHardwoodMm,
    };
}

/// <summary>How much thread must bite in a material, in screw diameters.</summary>
public sealed record EngagementRule(string Material, string Fastener, double LeastTimesD, double PreferredTimesD);

/// <summary>A hexagon standoff, threaded at both ends, mm.</summary>
public sealed record Standoff(string Size, double LengthMm, double FlatsMm, double ThreadDepthMm, long PriceCents, string Source);

/// <summary>A threaded insert or rivet nut of a size: the range of holes that makers ask for, mm.</summary>
public sealed record ThreadInsert(string Size, string Kind, double? HoleLeastMm, double? HoleMostMm, string Source);

/// <summary>Screws, nuts, washers, standoffs and inserts of the trade.</summary>
public sealed class FastenerTables
{
    private readonly Dictionary<string, ThreadSize> _threads;
    private readonly Dictionary<(string, HeadForm), ScrewHead> _heads;
    private readonly Dictionary<string, NutAndWasher> _nuts;
    private readonly Dictionary<string, EngagementRule> _engagement;

    private FastenerTables()
    {
        Threads = [.. Iso(), .. Unified()];
        _threads = Threads.ToDictionary(t => t.Name, StringComparer.Ordinal);
        Heads = [.. MetricHeads(), .. UnifiedHeads()];
        _heads = Heads.ToDictionary(h => (h.Size, h.Form));
        _nuts = CsvTable.Shipped("nuts-washers").Rows
            .Select(r => new NutAndWasher(r["size"], r.Number("nut_across_flats_mm"), r.Number("nut_height_max_mm"),
                r.Number("washer_od_mm"), r.Number("washer_thickness_mm")))
            .ToDictionary(n => n.Size, StringComparer.Ordinal);
        _engagement = CsvTable.Shipped("engagement").Rows
            .Select(r => new EngagementRule(r["receiving_material"], r["fastener"], r.NumberOrNull("engagement_min_x_d")
                ?? 0, r.NumberOrNull("engagement_preferred_x_d") ?? 0))
            .GroupBy(r => r.Material, StringComparer.Ordinal).ToDictionary(g => g.Key, g => g.First(), StringComparer.Ordinal);
        WoodScrews = [.. CsvTable.Shipped("wood-screws").Rows.Where(r => r.NumberOrNull("pilot_softwood_mm") is not null
            && r.NumberOrNull("pilot_plywood_mm") is not null).Select(WoodScrew)];
        Inserts = [.. CsvTable.Shipped("inserts").Rows.Select(r => new ThreadInsert(r["size"], r["type"], r.NumberOrNull("hole_dia_low_mm"),
            r.NumberOrNull("hole_dia_high_mm"), r["source"]))];
        var lengths = CsvTable.Shipped("stock-lengths").Rows.Select(r => (System: r["system"], Mm: r.Number("length_mm"))).ToList();
        MetricLengthsMm = [.. lengths.Where(l => l.System == "metric").Select(l => l.Mm)];
        InchLengthsMm = [.. lengths.Where(l => l.System == "inch").Select(l => l.Mm)];
        Standoffs = [.. CsvTable.Shipped("standoffs").Rows.Select(r => new Standoff(
            r["size"], r.Number("length_mm"), r.Number("across_flats_mm"), r.Number("thread_depth_mm"), (long)r.Number("price_cents"),
                r["source"]))];
    }

    public static FastenerTables Shipped { get; } = new();

    public IReadOnlyList<ThreadSize> Threads { get; }
    public IReadOnlyList<ScrewHead> Heads { get; }
    public IReadOnlyList<WoodScrewSize> WoodScrews { get; }
    public IReadOnlyList<ThreadInsert> Inserts { get; }
    public IReadOnlyList<Standoff> Standoffs { get; }
    public IReadOnlyList<double> MetricLengthsMm { get; }
    public IReadOnlyList<double> InchLengthsMm { get; }

    public ThreadSize Thread(string name) => _threads.TryGetValue(name, out var t) ? t
        : throw new KeyNotFoundException($"No thread '{name}'.");

    public bool HasThread(string name) => _threads.ContainsKey(name);

    /// <summary>Whether the tables hold a screw and a nut of that thread, so that something can be fixed with it.</summary>
    public bool HasScrews(string name) => HasThread(name) && _heads.ContainsKey((name, HeadForm.Pan)) && _nuts.ContainsKey(name);

    public ScrewHead Head(string size, HeadForm form) => _heads.TryGetValue((size, form), out var h) ? h : _heads[(size, HeadForm.Pan)];

    public NutAndWasher Nut(string size) => _nuts[size];

    public EngagementRule Engagement(string material) => _engagement[material];

    public WoodScrewSize WoodScrew(string name) => WoodScrews.First(w => w.Name == name);

    /// <summary>Stock lengths (mm) that a screw of that thread and head is sold in.</summary>
    public IEnumerable<double> LengthsFor(ThreadSize thread, ScrewHead head) =>
        (thread.Standard == ThreadStandard.Iso ? MetricLengthsMm : InchLengthsMm)
        .Where(l => (head.LengthLeastMm is not { } least || l >= least) && (head.LengthMostMm is not { } most || l <= most));

    private static IEnumerable<ThreadSize> Iso() => CsvTable.Shipped("threads-iso-metric").Rows.Select(r => Thread(r, ThreadStandard.Iso));

    private static IEnumerable<ThreadSize> Unified() =>
        CsvTable.Shipped("threads-unified").Rows.Select(r => Thread(r, ThreadStandard.Unified));

    private static ThreadSize Thread(CsvRow r, ThreadStandard standard) => new(
        r["size"], standard, r.Number("nominal_dia_mm"), r.Number("pitch_mm"), r.Number("tap_drill_mm"),
        r.Number("clearance_close_mm"), r.Number("clearance_normal_mm"), r.Number("clearance_loose_mm"), r["source"]);

    private static IEnumerable<ScrewHead> MetricHeads() => CsvTable.Shipped("heads-iso-metric").Rows
        .Where(r => Form(r["head"], r["drive_type"]) is not null)
        .Select(r => Head(r, r.NumberOrNull("head_dia_theoretical_mm"), r.NumberOrNull("stock_length_min_mm"),
            r.NumberOrNull("stock_length_max_mm")))
        .GroupBy(h => (h.Size, h.Form)).Select(g => g.First());

    private static IEnumerable<ScrewHead> UnifiedHeads() => CsvTable.Shipped("heads-unified").Rows
        .Where(r => Form(r["head"], r["drive_type"]) is not null)
        .Select(r => Head(r, null, null, null))
        .GroupBy(h => (h.Size, h.Form)).Select(g => g.First());

    private static ScrewHead Head(CsvRow r, double? sharpDiaMm, double? leastMm, double? mostMm) => new(
        r["size"], Form(r["head"], r["drive_type"])!.Value, r["standard"], sharpDiaMm ?? r.Number("head_dia_max_mm"),
            r.Number("head_height_max_mm"),
        r.NumberOrNull("countersink_angle_deg"), $"{r["drive_type"]} {r["drive_size"]}",
        r["length_measured_from"] == "over head" ? LengthMeasured.OverHead : LengthMeasured.UnderHead, leastMm, mostMm);

    private static HeadForm? Form(string head, string drive) => head switch
    {
        "pan" when drive.StartsWith("cross", StringComparison.Ordinal) => HeadForm.Pan,
        "countersunk" or "flat_82" when drive.StartsWith("cross", StringComparison.Ordinal) => HeadForm.Countersunk,
        "socket_cap" or "socket cap" => HeadForm.SocketCap,
        "button" => HeadForm.Button,
        _ => null,
    };

    private static WoodScrewSize WoodScrew(CsvRow r) => new(
        r["size"], r.Number("shank_dia_mm"), r.Number("root_dia_mm"), r.Number("head_dia_mm"), r.Number("clearance_hole_mm"),
        r.Number("pilot_softwood_mm"), r.Number("pilot_plywood_mm"), r.Number("pilot_hardwood_mm"), r.Number("pilot_mdf_mm"), r["source"]);
}
