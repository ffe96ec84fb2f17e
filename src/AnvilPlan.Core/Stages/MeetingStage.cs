using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fits;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Layout;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Stages;

/// <summary>Finds every place where a part has to go between two others, and adds up what each process can be off there.</summary>
public sealed class MeetingStage
{
    /// <summary>From this many independent parts on the root of the squares is the fair judge.</summary>
    private const int ManyTerms = 4;

    /// <summary>A caliper's own error, mm.</summary>
    private const double MeasuredMm = 0.05;

    private readonly Design _design;
    private readonly Catalog _catalog;
    private readonly ShopProfile _shop;
    private readonly FitPlan _fit;
    private readonly ShellPlan _shell;

    private MeetingStage(Design design, Catalog catalog, ShopProfile shop, FitPlan fit, ShellPlan shell) =>
        (_design, _catalog, _shop, _fit, _shell) = (design, catalog, shop, fit, shell);

    public static IReadOnlyList<Meeting> Run(Design design, Catalog catalog, ShopProfile shop, FitPlan fit, ShellPlan shell,
        JointPlan joints)
    {
        var stage = new MeetingStage(design, catalog, shop, fit, shell);
        return [.. stage.Lids(), .. stage.Grooved(joints), .. stage.Plates(), .. stage.Ports()];
    }

    /// <summary>Panels that come off, between two neighbours that run over their ends.</summary>
    private IEnumerable<Meeting> Lids()
    {
        foreach (var (face, lid) in _shell.Panels)
        {
            var panel = _design.Panel(face);
            foreach (var axis in Enum.GetValues<Axis>().Where(a => panel.Hold is PanelHold.Removable or PanelHold.Hinged
                && a != face.Outward().Axis()))
            {
                if (Between(face, axis, e => LetIn.Lies(_design, panel, e)) is (var least, var most) && _shell.Panels.ContainsKey(least)
                    && _shell.Panels.ContainsKey(most))
                {
                    yield return Of(
                        $"{lid.Id}/{Word(axis)}", $"{lid.Name} between {Deck.Name(least)} and {Deck.Name(most)}",
                            [.. Opening(face, least, most, axis), Size(lid.Resized(_shell.SpanOf(face)), axis)], panel.Fit,
                        lid, _shell.Panels[least], [lid.Id, Deck.PartOf(least), Deck.PartOf(most)]);
                }
            }
        }
    }

    /// <summary>Panels that stand in grooves of two opposite boards.</summary>
    private IEnumerable<Meeting> Grooved(JointPlan joints)
    {
        foreach (var pair in joints.Edges.Where(e => e.Joint == JointKind.Groove).GroupBy(e => (e.Mate, Axis: e.Host.Outward().Axis()))
            .Where(g => g.Count() == 2))
        {
            var (panel, axis) = (_shell.Panels[pair.Key.Mate], pair.Key.Axis);
            var hosts = pair.Select(e => e.Host).Order().ToList();
            MeetingTerm[] grooves =
            [
                .. pair.Select(e => new MeetingTerm(
                    $"groove in {Deck.Name(e.Host)}", Math.Min(e.EntryMm + _shop.Fits.GrooveDepthMm, _shell.Panels[e.Host].ThicknessMm), 1,
                        _shop.ToleranceOf(ShopProcess.Router).PlusMinusMm, "cut to a stop, like routed")),
            ];
            yield return Of(
                $"{panel.Id}/{Word(axis)}/grooves", $"{panel.Name} in the grooves of {Deck.Name(hosts[0])} and {Deck.Name(hosts[1])}",
                [.. Opening(pair.Key.Mate, hosts[0], hosts[1], axis), .. grooves, Size(panel, axis)], null, panel, _shell.Panels[hosts[0]],
                    [panel.Id, .. hosts.Select(h => Place.Part(Deck.PartOf(h)))]);
        }
    }

    /// <summary>Plates with air to the walls beside them.</summary>
    private IEnumerable<Meeting> Plates()
    {
        foreach (var tray in _design.Trays.Where(t => !Copies.IsCopy(t.Id) && t.Support != TraySupport.Housed
            && _shell.Trays.ContainsKey(t.Id)))
        {
            var plate = _shell.Trays[tray.Id];
            foreach (var axis in Enum.GetValues<Axis>().Where(a => a != tray.Plane.Normal().Axis()))
            {
                var (least, most) = Sides(axis);
                if (_shell.Panels.TryGetValue(least, out var wall) && _shell.Panels.ContainsKey(most))
                {
                    yield return Of(
                        $"{tray.Id}/{Word(axis)}", $"{tray.Name} between {Deck.Name(least)} and {Deck.Name(most)}",
                        [.. Opening(null, least, most, axis), Size(plate, axis) with { NominalMm = _fit.Trays[tray.Id].Size[axis] }], null,
                            plate, wall, [tray.Id, Deck.PartOf(least), Deck.PartOf(most)]);
                }
            }
        }
    }

    /// <summary>Connectors in the openings of the panels that they look through: hole, fixing and deck each may be off.</summary>
    private IEnumerable<Meeting> Ports()
    {
        var drill = _shop.ToleranceOf(ShopProcess.Drill).PlusMinusMm;
        foreach (var device in _fit.Devices.Where(d => !d.Model.InPanel && !Copies.IsCopy(d.Id)))
        {
            foreach (var exit in device.Model.Ports.Where(p => p.NeedsOpening && !device.Device.ClosedPorts.Contains(p.Id))
                .Select(p => device.Place(p).Exit).Distinct())
            {
                if (!_shell.Panels.ContainsKey(Faces.Of(exit)) || Deck.IsPanel(device.Device.DeckId, out var own) && own == Faces.Of(exit))
                {
                    continue;
                }

                var (panel, deck) = (_shell.PanelAt(Faces.Of(exit), device.Body.Centre), _shell.Deck(device));
                MeetingTerm[] terms =
                [
                    new("opening larger than the connector, over both sides", 2 * _shop.Fits.PortMm, 1, Making.ToleranceMm(panel, _catalog,
                        _shop), $"{panel.Name.ToLowerInvariant()}, {Making.Word(Making.ProcessOf(panel, _catalog, _shop))}"),
                    new("place of the opening", 0, 1, 2 * drill, "marked and drilled"),
                    new($"holes in {deck.Name.ToLowerInvariant()}", 0, 1, 2 * drill, "drilled"),
                    new($"place of {deck.Name.ToLowerInvariant()}", 0, 1, 2 * Making.ToleranceMm(deck, _catalog, _shop),
                        Making.Word(Making.ProcessOf(deck, _catalog, _shop))),
                ];
                yield return Of(
                    $"device/{device.Id}/{exit.Word()}", $"Connectors of {device.Device.Name} in the {Deck.Name(Faces.Of(exit))}", terms,
                        null, panel, deck, [Place.Device(device.Id), panel.Id]);
            }
        }
    }

    private static (Face Least, Face Most) Sides(Axis axis) =>
        axis switch { Axis.X => (Face.Left, Face.Right), Axis.Y => (Face.Front, Face.Back), _ => (Face.Bottom, Face.Top) };

    private (Face Least, Face Most)? Between(Face face, Axis axis, Func<Edge, bool> lies)
    {
        var (least, most) = Sides(axis);
        return _design.Box.Edges.Where(e => e.Id == Faces.Between(face, least) || e.Id == Faces.Between(face, most)).All(lies)
            ? (least, most) : null;
    }

    /// <summary>
    /// What sets the distance between two walls: a board whose ends they meet, or one that runs over both, less their thickness.
    /// </summary>
    private IEnumerable<MeetingTerm> Opening(Face? but, Face least, Face most, Axis axis)
    {
        var inner = _fit.Envelope.Inner.Size[axis];
        bool Reaches(SolidPart part, Face wall) => (part.Box.Side(wall.Outward()) - _fit.Envelope.InnerPlane(wall)) * wall.Outward()
            .Sign() >= -1e-6;
        var spacer = _shell.Panels.Where(p => p.Key != but && p.Key != least && p.Key != most && p.Value.LeafOf is null
            && _design.Panel(p.Key).Hold == PanelHold.Fixed && Reaches(p.Value, least) && Reaches(p.Value, most))
            .OrderBy(p => Math.Abs(p.Value.Box.Size[axis] - inner)).Select(p => p.Value).FirstOrDefault();
        if (spacer is null)
        {
            return [new MeetingTerm($"between {Deck.Name(least)} and {Deck.Name(most)}", inner, 1, _shop.ToleranceOf(ShopProcess.Saw)
                .PlusMinusMm, "as set up")];
        }

        var size = spacer.Box.Size[axis];
        var terms = new List<MeetingTerm> { new(spacer.Name.ToLowerInvariant(), size, 1, Making.ToleranceMm(spacer, _catalog, _shop),
            Making.Word(Making.ProcessOf(spacer, _catalog, _shop))) };
        foreach (var wall in (Face[])[least, most])
        {
            var inside = _fit.Envelope.InnerPlane(wall);
            var beyond = (spacer.Box.Side(wall.Outward()) - inside) * wall.Outward().Sign();
            if (beyond > 1e-6)
            {
                var whole = Math.Abs(beyond - _fit.Envelope.ThicknessMm[wall] - _fit.Envelope.InsetMm[wall]) < 1e-6;
                terms.Add(whole
                    ? new MeetingTerm($"{Deck.Name(wall)}, thickness", beyond, -1, SheetMm(_design.Panel(wall)), _design.Panel(wall)
                        .MeasuredMm is null ? "range of such sheets" : "as measured")
                    : new MeetingTerm($"entry into {Deck.Name(wall)}", beyond, -1, _shop.ToleranceOf(ShopProcess.Router).PlusMinusMm,
                        "cut to a stop, like routed"));
            }
        }

        return terms;
    }

    /// <summary>Half of the range in which sheets of that name come; a caliper's error once it is measured.</summary>
    private double SheetMm(Panel panel) => panel.MeasuredMm is not null
        ? MeasuredMm
        : _catalog.SheetsOf(panel.MaterialId, panel.NominalMm).Select(s => (s.MostMm - s.LeastMm) / 2).DefaultIfEmpty(MeasuredMm).First();

    private MeetingTerm Size(SolidPart part, Axis axis) =>
        new(part.Name.ToLowerInvariant(), part.Box.Size[axis], -1, Making.ToleranceMm(part, _catalog, _shop),
            Making.Word(Making.ProcessOf(part, _catalog, _shop)));

    private static string Word(Axis axis) => axis switch { Axis.X => "width", Axis.Y => "depth", _ => "height" };

    private Meeting Of(string id, string what, IReadOnlyList<MeetingTerm> terms, FitClass? wanted, SolidPart one, SolidPart other,
        IReadOnlyList<Place> places)
    {
        var stack = ToleranceStack.Of([.. terms.Select(t => t.NominalMm)], [.. terms.Select(t => (double)t.Sign)],
            [.. terms.Select(t => t.PlusMinusMm)]);
        var reached = FitClasses.Of(stack.GapMm, Making.ToleranceMm(one, _catalog, _shop), Making.ToleranceMm(other, _catalog, _shop));
        return new Meeting(
            id, what, [.. terms.Select(t => t with { NominalMm = Math.Round(t.NominalMm, 3) })], Math.Round(stack.GapMm, 3),
                Math.Round(stack.WorstCaseMm, 3), Math.Round(stack.RssMm, 3),
            terms.Count >= ManyTerms, wanted, reached, places);
    }
}
