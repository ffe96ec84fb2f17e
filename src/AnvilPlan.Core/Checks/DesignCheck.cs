using System.Globalization;
using System.Text.RegularExpressions;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Quantities.Text;

namespace AnvilPlan.Core.Checks;

/// <summary>Holds every field of a design to its range and every name to the catalog, before anything is planned or stored.</summary>
public sealed partial class DesignCheck
{
    private readonly List<DesignProblem> _problems = [];
    private readonly Catalog _catalog;

    private DesignCheck(Catalog catalog) => _catalog = catalog;

    /// <summary>All problems in document order; empty when the design can be planned.</summary>
    public static IReadOnlyList<DesignProblem> Problems(Design design, Catalog catalog)
    {
        var check = new DesignCheck(catalog);
        check.Run(design);
        return check._problems;
    }

    private void Run(Design d)
    {
        Text("name", d.Name, 1, 120);
        CheckBrief(d.Brief);
        if (!CheckBox(d.Box))
        {
            return;
        }

        Count("trays", d.Trays.Count, 20);
        Count("devices", d.Devices.Count, 500);
        Count("links", d.Links.Count, 500);
        for (var i = 0; i < d.Trays.Count; i++)
        {
            CheckTray($"trays[{i}]", d.Trays[i]);
        }

        for (var i = 0; i < d.Devices.Count; i++)
        {
            CheckDevice($"devices[{i}]", d.Devices[i], d);
        }

        for (var i = 0; i < d.Links.Count; i++)
        {
            CheckLink($"links[{i}]", d.Links[i], d);
        }

        if (d.Engraved is { } engraved)
        {
            Range("engraved.depthMm", engraved.DepthMm, 0.05, 2);
            Range("engraved.cutterDeg", engraved.CutterDeg, 10, 120, " degrees");
        }

        Range("glueUp.stages", d.GlueUp.Stages, 1, 20, "");
        Range("glueUp.caulMm", d.GlueUp.CaulMm, 0, 150);
        if (Gluing.Glue.Find(d.GlueUp.Glue) is null)
        {
            Add("glueUp.glue", $"glue is \"{d.GlueUp.Glue}\": it must be one of "
                + $"{string.Join(", ", Gluing.Glue.Shipped.Select(g => g.Name))}.");
        }

        Count("structures", d.Structures.Count, 20);
        for (var i = 0; i < d.Structures.Count; i++)
        {
            Id($"structures[{i}].id", d.Structures[i].Id);
        }

        var structures = new StructureCheck(_catalog, p => Add(p.Path, p.Message));
        foreach (var system in _catalog.Systems)
        {
            system.Check(structures, d);
        }

        var ids = d.Trays.Select((t, i) => (t.Id, Path: $"trays[{i}].id"))
            .Concat(d.Devices.Select((x, i) => (x.Id, Path: $"devices[{i}].id")))
            .Concat(d.Links.Select((l, i) => (l.Id, Path: $"links[{i}].id")))
                .Concat(d.Structures.Select((s, i) => (s.Id, Path: $"structures[{i}].id")));
        foreach (var twice in ids.GroupBy(x => x.Id).Where(g => g.Count() > 1))
        {
            Add(twice.Last().Path, $"id is \"{twice.Key}\": each tray, device, cable and structure needs an id of its own.");
        }

        if (_problems.Count == 0)
        {
            CheckRoom(d);
        }
    }

    /// <summary>False when a panel or an edge is missing or there twice: then nothing else of the design can be judged.</summary>
    private bool CheckBox(PanelBox box)
    {
        var whole = true;
        Range("box.widthMm", box.WidthMm, 20, 3000);
        Range("box.depthMm", box.DepthMm, 20, 3000);
        Range("box.heightMm", box.HeightMm, 20, 3000);
        if (!Faces.All.All(f => box.Panels.Count(p => p.Face == f) == 1))
        {
            whole = false;
            Add("box.panels", $"panels holds {box.Panels.Count} entries: each of left, right, front, back, bottom and top must be "
                + $"there once.");
        }

        if (!Faces.Edges.All(e => box.Edges.Count(x => x.Id == e) == 1))
        {
            whole = false;
            Add("box.edges", $"edges holds {box.Edges.Count} entries: each of the 12 edges must be there once.");
        }

        for (var i = 0; i < box.Panels.Count; i++)
        {
            var (p, path) = (box.Panels[i], $"box.panels[{i}]");
            Stock(path, p.MaterialId, p.NominalMm, p.MeasuredMm);
            Range($"{path}.insetMm", p.InsetMm, 0, 100);
            Drilled($"{path}.drilled", p.Drilled);
            if (p.Hold == PanelHold.OnDrawer)
            {
                Add($"{path}.hold", "hold is onDrawer: that follows from a drawer in a stand and is not chosen for a panel.");
            }

            if (p.Hold == PanelHold.Hinged && (p.HingeAt is not { } hinge || !p.Face.Neighbours().Contains(hinge)))
            {
                Add($"{path}.hingeAt", $"hingeAt is {(p.HingeAt is { } h ? Deck.Name(h) : "missing")}: a hinged panel hangs at one of "
                    + $"{string.Join(", ", p.Face.Neighbours().Select(Deck.Name))}.");
            }
        }

        for (var i = 0; i < box.Edges.Count; i++)
        {
            var (e, path) = (box.Edges[i], $"box.edges[{i}]");
            var (a, b) = e.Id.Of();
            if (e.Covers != a && e.Covers != b)
            {
                Add($"{path}.covers", $"covers is {Deck.Name(e.Covers)}: at this edge it must be {Deck.Name(a)} or {Deck.Name(b)}.");
            }

            if (e.Joint is JointKind.OnRail or JointKind.InRail or JointKind.Bent or JointKind.Sloped)
            {
                Add($"{path}.joint", $"joint is {e.Joint.ToString().ToLowerInvariant()}: that follows from a structure and is not chosen "
                    + $"for an edge.");
            }

            OrNull($"{path}.depthMm", e.DepthMm, 0.1, 100);
            Bar($"{path}.blockBarId", e.BlockBarId);
        }

        if (box.Feet is { } feet)
        {
            Range("box.feet.diaMm", feet.DiaMm, 4, 100);
            Range("box.feet.heightMm", feet.HeightMm, 2, 200);
            Range("box.feet.insetMm", feet.InsetMm, 2, 500);
        }

        return whole;
    }

    private void CheckTray(string path, Tray t)
    {
        Id($"{path}.id", t.Id);
        Text($"{path}.name", t.Name, 1, 80);
        Stock(path, t.MaterialId, t.NominalMm, t.MeasuredMm);
        Range($"{path}.undersideMm", t.UndersideMm, 0, 3000);
        Range($"{path}.gapMm", t.GapMm, 0, 200);
        Bar($"{path}.railBarId", t.RailBarId);
        Bar($"{path}.stiffenerBarId", t.StiffenerBarId);
        OrNull($"{path}.housingMm", t.HousingMm, 0.5, 50);
        Drilled($"{path}.drilled", t.Drilled);
        foreach (var (field, message) in FlangeCheck.Problems(t, _catalog))
        {
            Add($"{path}.{field}", message);
        }

        if (t.Drawer is { } drawer)
        {
            Range($"{path}.drawer.travelMm", drawer.TravelMm, 1, 3000);
            if (drawer.Out.Outward().Axis() == t.Plane.Normal().Axis())
            {
                Add($"{path}.drawer.out", $"out is {Deck.Name(drawer.Out)}: the tray slides in its own plane, through "
                    + $"{string.Join(", ", t.Plane.Ahead().Neighbours().Select(Deck.Name))}.");
            }
        }
    }

    private void CheckDevice(string path, Device x, Design d)
    {
        Id($"{path}.id", x.Id);
        Text($"{path}.name", x.Name, 1, 80);
        if (!_catalog.HasModel(x.ModelId))
        {
            Add($"{path}.modelId", $"modelId is \"{x.ModelId}\": the catalog has no such hardware model.");
        }
        else
        {
            foreach (var port in x.ClosedPorts.Where(p => _catalog.Model(x.ModelId).Ports.All(q => q.Id != p)))
            {
                Add($"{path}.closedPorts", $"closedPorts holds \"{port}\": the model {x.ModelId} has no such port.");
            }
        }

        if (!Deck.IsPanel(x.DeckId, out _) && d.Trays.All(t => t.Id != x.DeckId))
        {
            Add($"{path}.deckId", $"deckId is \"{x.DeckId}\": it must be the id of a tray or panel/left, right, front, back, bottom, top.");
        }

        if (Deck.IsPanel(x.DeckId, out var face) && d.Box.Panels.Any(p => p.Face == face && p.Hold == PanelHold.Open))
        {
            Add($"{path}.deckId", $"deckId is \"{x.DeckId}\": the {Deck.Name(face)} is open, there is nothing to fix a device to.");
        }

        if (x.Stuck is { } stick)
        {
            Range($"{path}.mounting.widthMm", stick.WidthMm, 5, 500);
            Range($"{path}.mounting.lengthMm", stick.LengthMm, 5, 1000);
            if (_catalog.HasModel(x.ModelId) && _catalog.Model(x.ModelId).InPanel)
            {
                Add($"{path}.mounting", $"mounting is sticking for {x.ModelId}: what sits in a cut-out is held by its own nut or screws.");
            }
        }

        if (x.FarFace && Deck.IsPanel(x.DeckId, out _))
        {
            Add($"{path}.farFace", $"farFace is true on {x.DeckId}: only trays carry hardware on both faces.");
        }

        if (x.TurnedOver && _catalog.HasModel(x.ModelId) && _catalog.Model(x.ModelId).Mount != MountStyle.Standoffs)
        {
            Add($"{path}.turnedOver", $"turnedOver is true for {x.ModelId}: only boards on standoffs can lie face down.");
        }

        if (x.Adapter is { } adapter)
        {
            Stock($"{path}.mounting.plate", adapter.MaterialId, adapter.NominalMm, null);
            OrNull($"{path}.mounting.plate.revealMm", adapter.RevealMm, 0, 60);
            Range($"{path}.mounting.plate.bevelDeg", adapter.BevelDeg, 0, 60, " degrees");
            if (_catalog.HasModel(x.ModelId) && _catalog.Model(x.ModelId).Mount is not (MountStyle.Standoffs or MountStyle.TappedBody))
            {
                Add($"{path}.mounting.plate", $"mounting is adapter for {x.ModelId}: only boards on standoffs and bodies with threads can "
                    + $"stand on one.");
            }
        }

        Range($"{path}.uMm", x.UMm, -1000, 3000);
        Range($"{path}.vMm", x.VMm, -1000, 3000);
        Range($"{path}.quarterTurns", x.QuarterTurns, 0, 3, "");
        Text($"{path}.marking", x.Marking ?? "", 0, 40);
        OrNull($"{path}.mounting.standoffMm", x.Screws.StandoffMm, 0, 200);
        OrNull($"{path}.mounting.screwLengthMm", x.Screws.ScrewLengthMm, 1, 300);
        Range($"{path}.mounting.washerMm", x.Screws.WasherMm, 0, 10);
        OrNull($"{path}.rebateToMm", x.RebateToMm, 0.3, 50);
        if (x.Grille is { Kind: GrilleKind.RoundHoles } grille)
        {
            Range($"{path}.grille.holeDiaMm", grille.HoleDiaMm, 1, 50);
            Range($"{path}.grille.pitchMm", grille.PitchMm, 1.5, 100);
        }
    }

    private void CheckLink(string path, Link link, Design d)
    {
        Id($"{path}.id", link.Id);
        End($"{path}.from", link.FromDeviceId, link.FromPortId, d);
        End($"{path}.to", link.ToDeviceId, link.ToPortId, d);
        OrNull($"{path}.lengthMm", link.LengthMm, 10, 20_000);
        if (CableKind.Find(link.Cable) is null)
        {
            Add($"{path}.cable", $"cable is \"{link.Cable}\": it must be one of {string.Join(", ", CableKind.Shipped.Select(c => c.Id))}.");
        }
    }

    private void End(string path, string deviceId, string portId, Design d)
    {
        if (d.Devices.FirstOrDefault(x => x.Id == deviceId) is not { } device)
        {
            Add($"{path}DeviceId", $"{Leaf(path)}DeviceId is \"{deviceId}\": the design has no such device.");
        }
        else if (_catalog.HasModel(device.ModelId) && _catalog.Model(device.ModelId).Ports.All(p => p.Id != portId))
        {
            Add($"{path}PortId", $"{Leaf(path)}PortId is \"{portId}\": the model {device.ModelId} has no such port.");
        }
    }

    private void Drilled(string path, IReadOnlyList<DrilledHole> holes)
    {
        Count(path, holes.Count, 500);
        for (var i = 0; i < holes.Count; i++)
        {
            Range($"{path}[{i}].uMm", holes[i].UMm, 0, 3000);
            Range($"{path}[{i}].vMm", holes[i].VMm, 0, 3000);
            Range($"{path}[{i}].diaMm", holes[i].DiaMm, 0.5, 100);
        }
    }

    /// <summary>Panels may not eat the whole inside, and a tray must keep some area.</summary>
    private void CheckRoom(Design d)
    {
        var inner = Envelope.Of(_catalog.Spread(d), _catalog).Inner;
        foreach (var (axis, field) in ((Axis, string)[])[(Axis.X, "box.widthMm"), (Axis.Y, "box.depthMm"), (Axis.Z, "box.heightMm")])
        {
            if (inner.Size[axis] < 5)
            {
                Add(field, $"{field} leaves {Number(inner.Size[axis])} mm inside: the panels and their insets must leave at least 5 mm.");
            }
        }

        for (var i = 0; i < d.Trays.Count; i++)
        {
            var normal = d.Trays[i].Plane.Normal().Axis();
            if (Enum.GetValues<Axis>().Where(a => a != normal).Min(a => inner.Size[a]) - (2 * d.Trays[i].GapMm) < 5)
            {
                Add($"trays[{i}].gapMm", $"gapMm is {Number(d.Trays[i].GapMm)}: the tray would have less than 5 mm of width.");
            }
        }
    }

    private void Stock(string path, string materialId, double nominalMm, double? measuredMm)
    {
        if (!_catalog.HasMaterial(materialId))
        {
            Add($"{path}.materialId", $"materialId is \"{materialId}\": the catalog has no such material.");
        }

        Range($"{path}.nominalMm", nominalMm, 0.3, 100);
        OrNull($"{path}.measuredMm", measuredMm, 0.3, 100);
    }

    private void Bar(string path, string? barId)
    {
        if (barId is not null && !_catalog.HasBar(barId))
        {
            Add(path, $"{Leaf(path)} is \"{barId}\": the catalog has no such bar.");
        }
    }

    private void Id(string path, string id)
    {
        if (!IdPattern().IsMatch(id))
        {
            Add(path, $"id is \"{id}\": it must be 1 to 40 small letters, digits and hyphens, starting with a letter or digit.");
        }
    }

    private void Text(string path, string text, int least, int most)
    {
        if (text.Length < least || text.Length > most)
        {
            Add(path, $"{Leaf(path)} has {text.Length} characters: it must have {least} to {most}.");
        }
    }

    private void Count(string path, int count, int most)
    {
        if (count > most)
        {
            Add(path, $"{path} holds {count} entries: at most {most}.");
        }
    }

    private void OrNull(string path, double? value, double least, double most, string unit = " mm")
    {
        if (value is { } v)
        {
            Range(path, v, least, most, unit);
        }
    }

    private void Range(string path, double value, double least, double most, string unit = " mm")
    {
        if (!double.IsFinite(value) || value < least || value > most)
        {
            Add(path, $"{Leaf(path)} is {Number(value)}: it must lie between {Number(least)} and {Number(most)}{unit}.");
        }
    }

    private void Add(string path, string message) => _problems.Add(new DesignProblem(path, Shorten.Quotes(message)));

    private static string Leaf(string path) => path[(path.LastIndexOf('.') + 1)..];

    private static string Number(double value) => value.ToString("0.######", CultureInfo.InvariantCulture);

    [GeneratedRegex("^[a-z0-9][a-z0-9-]{0,39}$", RegexOptions.CultureInvariant)]
    private static partial Regex IdPattern();
}
