using System.Text.Json;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Json;

namespace AnvilPlan.Core.Catalogs;

/// <summary>
/// Materials, stock, hardware models and fasteners: the shipped tables plus what a shop has added. Immutable; look-ups by id.
/// </summary>
public sealed class Catalog
{
    private static readonly Lazy<Catalog> ReadOnce = new(ReadShipped);
    private readonly Dictionary<string, Material> _materials;
    private readonly Dictionary<string, HardwareModel> _hardware;
    private readonly Dictionary<string, BarStock> _bars;
    private readonly IReadOnlyList<HardwareModel> _retired;

    private Catalog(IReadOnlyList<Material> materials, IReadOnlyList<SheetStock> sheets, IReadOnlyList<BarStock> bars,
        IReadOnlyList<HardwareModel> hardware, IReadOnlyList<HardwareModel> retired)
    {
        (Materials, Sheets, Bars, Hardware, _retired) = (materials, sheets, bars, hardware, retired);
        _materials = materials.ToDictionary(m => m.Id, StringComparer.Ordinal);
        _hardware = hardware.Concat(retired).ToDictionary(h => h.Id, StringComparer.Ordinal);
        _bars = bars.ToDictionary(b => b.Id, StringComparer.Ordinal);
    }

    /// <summary>The shipped tables, without any way to build.</summary>
    public static Catalog Tables => ReadOnce.Value;

    public IReadOnlyList<Material> Materials { get; }
    public IReadOnlyList<SheetStock> Sheets { get; }

    /// <summary>Sheets of which boards are cut.</summary>
    public IEnumerable<SheetStock> Boards => Sheets.Where(s => !s.ForPlies);

    /// <summary>Thin sheets of that material for laminated bends, thickest first.</summary>
    public IEnumerable<SheetStock> PliesOf(string materialId) => Sheets.Where(s => s.ForPlies && s.MaterialId == materialId)
        .OrderByDescending(s => s.NominalMm);

    public IReadOnlyList<BarStock> Bars { get; }
    public IReadOnlyList<HardwareModel> Hardware { get; }
    public FastenerTables Fasteners { get; } = FastenerTables.Shipped;

    /// <summary>The ways to build that this catalog knows.</summary>
    public IReadOnlyList<WayToBuild> Systems { get; private init; } = [];

    public Material Material(string id) => _materials.TryGetValue(id, out var m) ? m
        : throw new KeyNotFoundException($"No material '{id}'.");

    public HardwareModel Model(string id) => _hardware.TryGetValue(id, out var h) ? h
        : throw new KeyNotFoundException($"No hardware model '{id}'.");

    public BarStock Bar(string id) => _bars.TryGetValue(id, out var b) ? b : throw new KeyNotFoundException($"No bar stock '{id}'.");

    public bool HasMaterial(string id) => _materials.ContainsKey(id);

    public bool HasModel(string id) => _hardware.ContainsKey(id);

    public bool HasBar(string id) => _bars.ContainsKey(id);

    /// <summary>Sheets sold in that material and nominal thickness, smallest first.</summary>
    public IEnumerable<SheetStock> SheetsOf(string materialId, double nominalMm) => Sheets
        .Where(s => s.MaterialId == materialId && Math.Abs(s.NominalMm - nominalMm) < 0.005)
        .OrderBy(s => s.LengthMm * s.WidthMm).ThenBy(s => s.Id, StringComparer.Ordinal);

    /// <summary>What a board of that name usually measures (mm); the name itself when the catalog knows no such sheet.</summary>
    public double TypicalThicknessMm(string materialId, double nominalMm) => SheetsOf(materialId, nominalMm).FirstOrDefault()?.TypicalMm
        ?? nominalMm;

    /// <summary>
    /// This catalog and a shop's own hardware models. One with a known id comes before the shipped model: a shop may have had it before
    /// a model of that id was shipped.
    /// </summary>
    /// <param name="retired">Known to designs that use them, and offered to none.</param>
    public Catalog With(IEnumerable<HardwareModel> own, IEnumerable<HardwareModel>? retired = null)
    {
        var (added, gone) = (own.ToList(), (retired ?? []).ToList());
        return added.Count == 0 && gone.Count == 0
            ? this
            : new Catalog(Materials, Sheets, Bars, [.. Hardware.Where(h => !added.Concat(gone).Any(a => a.Id == h.Id)), .. added],
                [.. _retired.Where(r => added.TrueForAll(a => a.Id != r.Id)), .. gone])
            { Systems = Systems };
    }

    /// <summary>This catalog and more ways to build.</summary>
    public Catalog With(params IEnumerable<WayToBuild> systems) => new(Materials, Sheets, Bars, Hardware, _retired)
    { Systems = [.. Systems, .. systems] };

    /// <summary>The design with everything spelled out that its structures stand for. Spreading twice changes nothing.</summary>
    public Design Spread(Design design) => Systems.Aggregate(design, (d, system) => system.Spread(d, this));

    private static Catalog ReadShipped()
    {
        var stock = Read<StockFile>("materials.json");
        return new Catalog(stock.Materials, stock.Sheets, stock.Bars, Read<IReadOnlyList<HardwareModel>>("hardware.json"), []);
    }

    private static T Read<T>(string file)
    {
        using var stream = ShippedFile.Open(file);
        return JsonSerializer.Deserialize<T>(stream, WireJson.Plain)!;
    }

    private sealed record StockFile(IReadOnlyList<Material> Materials, IReadOnlyList<SheetStock> Sheets, IReadOnlyList<BarStock> Bars);
}
