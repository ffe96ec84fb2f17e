using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Printing;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Shell;

/// <summary>
/// The parts as solids: panels by the face they close, plates by their id, adapters by the id of their device, and members.
/// </summary>
/// <param name="Levels">Planes of decks without a plate, by the tray's id; no parts.</param>
/// <param name="Members">Blocks, rails, posts and all else that is neither panel nor plate, in the order they were laid.</param>
public sealed record ShellPlan(
    IReadOnlyDictionary<Face, SolidPart> Panels, IReadOnlyDictionary<string, SolidPart> Trays,
        IReadOnlyDictionary<string, SolidPart> Adapters,
    IReadOnlyList<SolidPart> Members, IReadOnlyDictionary<string, SolidPart> Levels, IReadOnlyList<Compound> Compounds)
{
    /// <summary>What a device is screwed to: its adapter plate, else its deck.</summary>
    public SolidPart Under(PlacedDevice device) => Adapters.TryGetValue(device.Id, out var plate) ? plate : Deck(device);

    /// <summary>The part of its deck that a device sits on: of a face in several panels, the one under its middle.</summary>
    public SolidPart Deck(PlacedDevice device) => Designs.Deck.IsPanel(device.Device.DeckId, out var face)
        ? PanelAt(face, device.Body.Centre) : Deck(device.Device.DeckId);

    /// <summary>The panels of a face in one plane, the first one first; none where it is open.</summary>
    public IEnumerable<SolidPart> PanelsOf(Face face) => Panels.TryGetValue(face, out var first)
        ? Members.Where(m => m.Closes == face && m.Pose == first.Pose).Prepend(first)
        : [];

    /// <summary>The members that are no panels in the plane of their face.</summary>
    public IEnumerable<SolidPart> Inside => Members.Where(m => m.Closes is not { } face || !Panels.TryGetValue(face, out var first)
        || first.Pose != m.Pose);

    /// <summary>All that its panels of one plane take together.</summary>
    public Box SpanOf(Face face) => PanelsOf(face).Select(p => p.Box).Aggregate((a, b) => a.Hull(b));

    /// <summary>The panel of a face over or under a point, or the nearest one to it.</summary>
    public SolidPart PanelAt(Face face, Point3 at) => PanelsOf(face).MinBy(p => OffMm(p.Frame.ToPlane(at), p))!;

    private static double OffMm(Uv at, SolidPart panel) =>
        Math.Max(0, Math.Max(-at.U, at.U - panel.LengthMm)) + Math.Max(0, Math.Max(-at.V, at.V - panel.WidthMm));

    /// <summary>What one hole of a device goes into; null when it is a deck of bars and none lies under the hole.</summary>
    public SolidPart? Under(PlacedDevice device, Point3 hole)
    {
        var under = Under(device);
        return !Levels.ContainsKey(under.Id) ? under : BarUnder(under.Id, hole);
    }

    /// <summary>The bar of a deck of bars that lies under a point; null when none does.</summary>
    public SolidPart? BarUnder(string deckId, Point3 point) =>
        Members.FirstOrDefault(m => m.CarriesDeck == deckId && m.Frame.ToPlane(m.Box) is var (min, max)
        && m.Frame.ToPlane(point) is var at && at.U > min.U && at.U < max.U && at.V > min.V && at.V < max.V);

    public SolidPart Deck(string deckId) => Designs.Deck.IsPanel(deckId, out var face) ? Panels[face]
        : Trays.TryGetValue(deckId, out var plate) ? plate : Levels[deckId];

    /// <summary>Every solid that is a part of its own or a face of one.</summary>
    public IEnumerable<SolidPart> Parts => Panels.Values.Concat(Trays.Values).Concat(Members).Concat(Adapters.Values);

    /// <summary>How far below the bottom the lowest part reaches, mm: feet, plinth.</summary>
    public double StandsMm(Design design) => Math.Max(design.Box.Feet?.HeightMm ?? 0, -Members.Select(m => m.Box.Min.Z)
        .DefaultIfEmpty(0).Min());

    /// <summary>The face that a part closes, alone or with others; null for every other part.</summary>
    public Face? FaceOf(string partId) => Parts.FirstOrDefault(p => p.Id == partId)?.Closes;

    public SolidPart? Member(string id) => Members.FirstOrDefault(m => m.Id == id);
}

/// <summary>
/// A part that is several faces of the enclosure at once: one sheet bent, one body printed. Its faces are laid as solids that name it;
/// it is cut or printed as a whole.
/// </summary>
/// <param name="LengthMm">Of the flat blank, or of the body over all.</param>
/// <param name="Features">Cut into the flat blank besides what its faces carry: reliefs, bend lines.</param>
public sealed record Compound(
    string Id, string Name, PartKind Kind, string MaterialId, double NominalMm, double LengthMm, double WidthMm, double ThicknessMm,
        IReadOnlyList<Feature> Features, IReadOnlyList<Why> Whys)
{
    public PrintJob? Print { get; init; }

    /// <summary>Equal pieces that are glued on one another to this part; each is a blank of its own.</summary>
    public int Plies { get; init; } = 1;

    /// <summary>The faces of a bent part, each with its way to the blank; empty for what is printed.</summary>
    public IReadOnlyList<FlatPiece> Pieces { get; init; } = [];

    /// <summary>The side from which the blank is drawn, and the other.</summary>
    public string SeenFrom { get; init; } = "outside";

    public string FarSide { get; init; } = "inside";
}

/// <summary>What the systems have laid so far.</summary>
public sealed class ShellDraft(Design design, Catalog catalog, ShopProfile shop, FitPlan fit)
{
    public Design Design { get; } = design;
    public Catalog Catalog { get; } = catalog;
    public ShopProfile Shop { get; } = shop;
    public FitPlan Fit { get; } = fit;

    /// <summary>In the order of the faces; open faces have none.</summary>
    public SortedDictionary<Face, SolidPart> Panels { get; } = [];
    public Dictionary<string, SolidPart> Trays { get; } = new(StringComparer.Ordinal);

    /// <summary>Plates that a system makes otherwise than their gap has them.</summary>
    public Dictionary<string, Box> PlateBoxes { get; } = new(StringComparer.Ordinal);
    public Dictionary<string, SolidPart> Levels { get; } = new(StringComparer.Ordinal);
    public List<SolidPart> Members { get; } = [];
    public List<Compound> Compounds { get; } = [];
}
