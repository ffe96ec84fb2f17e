using System.Text.Json.Serialization;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Designs;

/// <summary>
/// Everything the maker decided, and nothing that follows from it. All lengths mm. Identity comes from the ids given here,
/// so that bench records stay with their part when the plan is computed again.
/// </summary>
public sealed record Design(
    string Name,
    Brief Brief,
    PanelBox Box,
    IReadOnlyList<Tray> Trays,
    IReadOnlyList<Device> Devices)
{
    /// <summary>Cables inside the box, from port to port.</summary>
    public IReadOnlyList<Link> Links { get; init; } = [];

    /// <summary>What is built besides panels and plates: rail frames, wraps, racks and the like.</summary>
    public IReadOnlyList<Structure> Structures { get; init; } = [];

    /// <summary>Labels are cut into their panels; null = they are put on the finish.</summary>
    public Engraved? Engraved { get; init; }

    /// <summary>How what is glued is glued; to begin with by the glue for a box of many joints.</summary>
    public GlueUp GlueUp { get; init; } = new("PVA slow / extended", 1, 20);

    public Panel Panel(Face face) => Box.Panels.First(p => p.Face == face);

    public Design WithPanel(Face face, Func<Panel, Panel> change) =>
        this with { Box = Box with { Panels = [.. Box.Panels.Select(p => p.Face == face ? change(p) : p)] } };

    public Design WithEdge(EdgeId id, Func<Edge, Edge> change) =>
        this with { Box = Box with { Edges = [.. Box.Edges.Select(e => e.Id == id ? change(e) : e)] } };

    /// <summary>Changes one device. One of a row of equal devices changes the one that they all follow.</summary>
    public Design WithDevice(string id, Func<Device, Device> change)
    {
        var own = Copies.TemplateOf(id);
        return this with
        {
            Devices = [.. Devices.Select(d => d.Id == id ? change(d) : d.Id == own
            ? change(d) with { Id = own, Name = d.Name, DeckId = Copies.TemplateOf(change(d).DeckId) } : d)]
        };
    }

    public Design WithStructure<T>(string id, Func<T, T> change)
        where T : Structure => this with { Structures = [.. Structures.Select(s => s is T own && s.Id == id ? change(own) : s)] };

    /// <summary>Changes one tray; one of a rack's equal trays changes the one that they all follow.</summary>
    public Design WithTray(string id, Func<Tray, Tray> change) =>
        this with { Trays = [.. Trays.Select(t => t.Id == id || t.Id == Copies.TemplateOf(id) ? change(t) : t)] };
}

/// <summary>Ids of equal things that one decision stands for: <c>board</c> in the first tray, <c>board@2</c> in the second.</summary>
public static class Copies
{
    public static string IdOf(string template, int number) => $"{template}@{number}";

    public static string TemplateOf(string id) => id.IndexOf('@', StringComparison.Ordinal) is var at && at < 0 ? id : id[..at];

    public static bool IsCopy(string id) => id.Contains('@', StringComparison.Ordinal);
}

/// <summary>Where it is used.</summary>
public enum UsedAt
{
    Desk,
    Floor,
    Shelf,
    Drawer,
    Wall,
    InsideAnother,
}

/// <summary>What is asked for, before anything is drawn.</summary>
/// <param name="LimitWidthMm">Largest outer size allowed; null = free.</param>
/// <param name="Quantity">How many are to be built.</param>
/// <param name="BudgetCents">For one unit; null = open.</param>
/// <param name="OldCaseVolumeL">The case in use today, for comparison; null = none.</param>
public sealed record Brief(
    string Purpose, UsedAt Place, double? LimitWidthMm, double? LimitDepthMm, double? LimitHeightMm,
    int Quantity, long? BudgetCents, double? OldCaseVolumeL, string Notes)
{
    /// <summary>The face that it stands or hangs on where it is used.</summary>
    public Face StandsOn { get; init; } = Face.Bottom;

    /// <summary>What stands on it, kg; null = nothing.</summary>
    public double? CarriesKg { get; init; }

    public IReadOnlyList<ServiceNeed> Service { get; init; } = [];

    /// <summary>Hours that can be given to it on a working day.</summary>
    public double? HoursPerDay { get; init; }

    public int WorkDaysPerWeek { get; init; } = 5;
    public DateOnly? StartOn { get; init; }
    public DateOnly? DueOn { get; init; }

    /// <summary>What one like it costs to buy, cents.</summary>
    public long? BaselineCents { get; init; }

    public Likeness? Likeness { get; init; }

    /// <summary>The air where it will stand, through the year.</summary>
    public HomeAir Home { get; init; } = new(21, 30, 60);

    public IReadOnlyList<Criterion> Criteria { get; init; } = [];
    public IReadOnlyList<DesignOption> Options { get; init; } = [];
}

/// <summary>Room temperature and the driest and dampest weeks of the year, % of relative humidity.</summary>
public sealed record HomeAir(double TemperatureC, double DriestPercent, double DampestPercent);

/// <summary>How labels are cut in.</summary>
/// <param name="DepthMm">Of the strokes.</param>
/// <param name="CutterDeg">Included angle of the cutter.</param>
public sealed record Engraved(double DepthMm, double CutterDeg)
{
    /// <summary>A pointed engraving cutter, as deep as paint fills.</summary>
    public static Engraved Usual { get; } = new(0.3, 60);
}

/// <param name="Glue">A row of the glue table.</param>
/// <param name="Stages">How many goes it is glued in; each sets before the next.</param>
/// <param name="CaulMm">Thickness of the strip under the clamps' pads, which spreads their pressure.</param>
public sealed record GlueUp(string Glue, int Stages, double CaulMm);

public enum SizeBasis
{
    Outer,
    Inner,
}

/// <summary>A box of six panels. The sizes are outer or inner ones, as <see cref="Basis"/> says; the other follows.</summary>
public sealed record PanelBox(
    double WidthMm, double DepthMm, double HeightMm, SizeBasis Basis,
    IReadOnlyList<Panel> Panels, IReadOnlyList<Edge> Edges, Feet? Feet)
{
    /// <summary>The depth is what the hardware on the back asks for, not a decision. Set by what brings it.</summary>
    [JsonIgnore] public bool DepthFollows { get; init; }
}

public enum PanelHold
{
    Fixed,
    Removable,

    /// <summary>A door: it swings out about the edge that it shares with <see cref="Panel.HingeAt"/>.</summary>
    Hinged,

    /// <summary>Nothing closes that face.</summary>
    Open,

    /// <summary>The front of a drawer; it comes out with it. Set by what brings the drawer.</summary>
    OnDrawer,
}

/// <summary>A hole that a deck already has, mm in the deck's frame: a salvaged tray, a plate drilled for an earlier board.</summary>
public sealed record DrilledHole(double UMm, double VMm, double DiaMm);

/// <summary>Which way the figure runs on the panel, seen from outside: along its u (level) or its v (upright).</summary>
public enum GrainRun
{
    AlongU,
    AlongV,
}

/// <param name="MeasuredMm">Thickness as measured; null = what such a sheet usually measures.</param>
/// <param name="InsetMm">How far the outer face lies behind the envelope: a panel let into grooves.</param>
public sealed record Panel(Face Face, string MaterialId, double NominalMm, double? MeasuredMm, PanelHold Hold, GrainRun Grain,
    double InsetMm)
{
    /// <summary>The neighbour at whose edge a door hangs; without meaning unless <see cref="Hold"/> is hinged.</summary>
    public Face? HingeAt { get; init; }

    public IReadOnlyList<DrilledHole> Drilled { get; init; } = [];

    /// <summary>How a panel that comes off meets the neighbours that it lies between; null = cut to their size.</summary>
    public FitClass? Fit { get; init; }

    /// <summary>
    /// Its show side is the inner one, like that of a board on a wall: what sits in it looks away from the wall. Set by what brings it.
    /// </summary>
    public bool ShowsInside { get; init; }

    /// <summary>It leans back from its foot, which stands on a lip. Set by what slopes it.</summary>
    [JsonIgnore] public Lean? Lean { get; init; }

    /// <summary>Where u and v run in its drawing: as one sees the side that it shows.</summary>
    public (Direction U, Direction V) DrawnAxes() => ShowsInside ? (Face.DrawnAxes().U.Opposite(), Face.DrawnAxes().V) : Face.DrawnAxes();

    /// <summary>A solid panel loose in its grooves: cut so that it can swell and shrink across its grain.</summary>
    public bool Floats { get; init; }

    /// <summary>The same panel with its figure a quarter round.</summary>
    public Panel GrainTurned() => this with { Grain = Grain == GrainRun.AlongU ? GrainRun.AlongV : GrainRun.AlongU };
}

/// <summary>How a panel leans.</summary>
/// <param name="DegFromLevel">Of its outer face.</param>
/// <param name="LipMm">Height of its outer foot over the foot of the enclosure.</param>
/// <param name="BehindMm">Room behind it for the bars that carry it: nothing else is laid there.</param>
public sealed record Lean(double DegFromLevel, double LipMm, double BehindMm);

public enum JointKind
{
    ButtGlued,
    ButtScrewed,
    Rabbet,
    Groove,
    Mitre,
    Dowel,
    Biscuit,
    PocketScrew,

    /// <summary>Box joint: equal fingers.</summary>
    Finger,

    /// <summary>Tails on the covered panel, pins on the covering one.</summary>
    Dovetail,
    HalfBlind,
    ThroughTenon,

    /// <summary>Screws into threads in the edge of the covered panel.</summary>
    Tapped,

    /// <summary>Rivets through both panels into an angle along the inside.</summary>
    Riveted,

    /// <summary>Screws and nuts through both panels into an angle along the inside.</summary>
    Bolted,

    /// <summary>Printed corner pieces along the inside, screwed to both panels.</summary>
    PrintedCorner,

    /// <summary>Pairs of magnets let into the covering panel and the end of the other: a panel that is pulled off.</summary>
    Magnets,

    /// <summary>Lies against it and is not joined: doors, lids.</summary>
    Loose,

    /// <summary>Both are fixed to what runs along the edge inside, a rail or a return. Set by what brings it.</summary>
    OnRail,

    /// <summary>Both stand in or behind a rail that forms the edge. Set by what brings the rail.</summary>
    InRail,

    /// <summary>One piece that turns there. Set by what bends it.</summary>
    Bent,

    /// <summary>Both are cut to a front that leans. Set by what slopes it.</summary>
    Sloped,
}

/// <param name="Covers">The face whose panel runs over the other's end. Without meaning for a mitre.</param>
/// <param name="DepthMm">How far the covered panel enters the covering one (rabbet, groove); null = half the covering panel.</param>
/// <param name="BlockBarId">Bar stock of the block along the inside of a screwed edge.</param>
public sealed record Edge(EdgeId Id, Face Covers, JointKind Joint, double? DepthMm, string? BlockBarId)
{
    /// <summary>The bar behind a screwed edge where none was decided.</summary>
    public const string UsualBlock = "beech-20x20";

    /// <summary>A strip with its grain across the joint in a slot of both ends; for mitres.</summary>
    public bool Splined { get; init; }

    /// <summary>Screw heads lie deep under plugs of wood that are cut flush; for what is screwed to a block and never comes off.</summary>
    public bool Plugged { get; init; }

    /// <summary>Screwed to a block along its inside.</summary>
    public Edge Screwed() => this with { Joint = JointKind.ButtScrewed, DepthMm = null, BlockBarId = BlockBarId ?? UsualBlock };
}

/// <summary>Four feet screwed under the bottom, <paramref name="InsetMm"/> from its edges to their centres.</summary>
public sealed record Feet(double DiaMm, double HeightMm, double InsetMm)
{
    public static Feet Usual { get; } = new(20, 12, 25);
}

/// <summary>A cable from port to port inside the box.</summary>
/// <param name="Cable">A row of the cable table, for example <c>card-riser-ribbon</c>.</param>
/// <param name="LengthMm">The cable at hand; null = to be bought or made to length.</param>
public sealed record Link(string Id, string FromDeviceId, string FromPortId, string ToDeviceId, string ToPortId, string Cable,
    double? LengthMm)
{
    /// <summary>Where a plate closes its way, an opening for its plug is cut.</summary>
    public bool CutsThrough { get; init; }
}

/// <summary>
/// A device at (u, v) on a deck. The deck is a tray's id or <c>panel/front</c> and the like. Position is that of the footprint's
/// least corner in the deck's frame: a tray seen from above from its front left corner; a panel seen from outside from the
/// envelope's lower left corner.
/// </summary>
/// <param name="QuarterTurns">Counter-clockwise, seen from the device's face.</param>
/// <param name="RebateToMm">The panel is thinned from behind to this under the device; null = full thickness.</param>
/// <param name="ClosedPorts">Ports that are deliberately not led outside.</param>
public sealed record Device(
    string Id, string ModelId, string Name, string DeckId, double UMm, double VMm, int QuarterTurns,
    double? RebateToMm, Grille? Grille, IReadOnlyList<string> ClosedPorts)
{
    /// <summary>On the far face of its tray: under a level tray, behind an upright one.</summary>
    public bool FarFace { get; init; }

    /// <summary>A board that lies with its component side towards the deck: its pattern is the mirrored one.</summary>
    public bool TurnedOver { get; init; }

    public DeviceMounting Mounting { get; init; } = OwnFixings.Usual;

    /// <summary>How its screws go in; the usual way where nothing is screwed.</summary>
    [JsonIgnore] public Screwed Screws => Mounting as Screwed ?? OwnFixings.Usual;

    [JsonIgnore] public bool OnDrilledHoles => Mounting is OnDeckHoles;

    [JsonIgnore] public Stick? Stuck => Mounting as Stick;

    /// <summary>What lies between it and its deck; null = nothing.</summary>
    [JsonIgnore] public Adapter? Adapter => (Mounting as OnAdapter)?.Plate;

    /// <summary>Text beside it on the panel; empty = deliberately none, null = not decided.</summary>
    public string? Marking { get; init; }

    /// <summary>Stays where it is when an arrangement is searched.</summary>
    public bool Locked { get; init; }

    /// <summary>Screwed in another way; one that is stuck stays so.</summary>
    public Device Screwed(Func<Screwed, Screwed> change) => Mounting is Screwed screws ? this with { Mounting = change(screws) } : this;
}

public enum GrilleKind
{
    Closed,
    Open,
    RoundHoles,
}

/// <summary>How a fan's opening is cut. Holes stand in a 60° pattern.</summary>
public sealed record Grille(GrilleKind Kind, double HoleDiaMm, double PitchMm);
