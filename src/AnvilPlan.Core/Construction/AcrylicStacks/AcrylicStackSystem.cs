using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Remedies;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.AcrylicStacks;

/// <summary>Layered acrylic: each ring is a plate with its middle cut out; ports pass through gaps in the rings.</summary>
public sealed class AcrylicStackSystem : ConstructionSystem<AcrylicStack>
{
    private static readonly Face[] Walls = [Face.Left, Face.Right, Face.Front, Face.Back];

    private const double HeightSlackMm = 0.05;
    private const double InsideCornerMm = 2;
    private const double NutMm = 6;

    public override string Key => "acrylicStack";
    public override string Name => "Layered acrylic";
    public override string About => "Plates with their middles cut out, stacked between bottom and top and bolted through at the corners.";
    public override bool HoldsPanels => true;

    protected override IReadOnlyList<Asked<AcrylicStack>> Asked { get; } =
    [
        Asking.Material<AcrylicStack>("materialId", "Sheet", s => s.MaterialId),
        Asking.Length<AcrylicStack>("layerNominalMm", "Layer, nominal", s => s.LayerNominalMm, 1, 30),
        Asking.Length<AcrylicStack>("layerMeasuredMm", "Layer, measured", s => s.LayerMeasuredMm, 1, 30, "not yet"),
        Asking.Length<AcrylicStack>("wallMm", "Wall", s => s.WallMm, 6, 60),
        Asking.Length<AcrylicStack>("spacerMm", "Spacers", s => s.SpacerMm, 0, 100),
        Asking.Plain<AcrylicStack>(AskKind.Choice, "thread", "Bolts",
            [.. FastenerTables.Shipped.Threads.Where(t => t.NominalMm is >= 3 and <= 6 && FastenerTables.Shipped.HasScrews(t.Name))
            .Select(t => new AskWord(t.Name, t.Name))]),
    ];

    protected override Design Begin(Design design, Catalog catalog, string id)
    {
        var inside = Math.Max(5, Math.Round((design.Box.HeightMm - 12) / 6)) * 6;
        return design with
        {
            Box = design.Box with
            {
                HeightMm = design.Box.Basis == SizeBasis.Outer ? inside + 12 : inside,
                Feet = null,
                Panels = [.. design.Box.Panels.Select(p => p with { MaterialId = "acrylic", NominalMm = 6, MeasuredMm = null, InsetMm = 0,
                    Hold = p.Face == Face.Top ? PanelHold.Removable : PanelHold.Fixed })],
            },
            Structures = [.. design.Structures, new AcrylicStack(id, "acrylic", 6, null, 20, 0, "M4")],
        };
    }

    protected override void Check(StructureCheck check, AcrylicStack own, Design design)
    {
        if (!check.Catalog.Fasteners.HasScrews(own.Thread))
        {
            check.Refuse("thread", $"thread is \"{own.Thread}\": the fastener tables have no screw and nut of that size.");
        }

        if (((Face[])[Face.Top, Face.Bottom]).Any(f => design.Panel(f).Hold is PanelHold.Open or PanelHold.Hinged))
        {
            check.Refuse("id", "top or bottom is open or hinged: the bolts draw the rings together between them.");
        }

        if (design.Devices.FirstOrDefault(d => Deck.IsPanel(d.DeckId, out var face) && Walls.Contains(face)) is { } device)
        {
            check.Refuse("id", $"{device.Name} sits on {device.DeckId}: walls of rings carry no hardware.");
        }
    }

    protected override IReadOnlyList<Face> Makes(AcrylicStack own) => [.. Walls];

    protected override Design Spread(AcrylicStack own, Design design, Catalog catalog) => design with
    {
        Box = design.Box with
        {
            Panels = [.. design.Box.Panels.Select(p => Walls.Contains(p.Face)
                ? p with { MaterialId = own.MaterialId, NominalMm = own.LayerNominalMm, MeasuredMm = own.WallMm, InsetMm = 0,
                Hold = PanelHold.Fixed } : p)],
            Edges = [.. design.Box.Edges.Select(e => e with { Joint = JointKind.OnRail, DepthMm = null, BlockBarId = null,
                Covers = e.Id.Of().A is Face.Top or Face.Bottom ? e.Id.Of().A : e.Id.Of().B is Face.Top or Face.Bottom ? e.Id.Of().B
                : e.Covers })],
        },
    };

    private static double LayerMm(AcrylicStack own, Catalog catalog) =>
        own.LayerMeasuredMm ?? catalog.TypicalThicknessMm(own.MaterialId, own.LayerNominalMm);

    private static int Count(AcrylicStack own, Catalog catalog, Envelope envelope) =>
        Math.Max(0, Quantities.Grace.Floor((envelope.Inner.Size.Z + own.SpacerMm + HeightSlackMm) / (LayerMm(own, catalog)
            + own.SpacerMm)));

    protected override void Lay(AcrylicStack own, ShellDraft draft)
    {
        foreach (var face in Walls)
        {
            draft.Panels.Remove(face);
        }

        var (envelope, t) = (draft.Fit.Envelope, LayerMm(own, draft.Catalog));
        for (var i = 0; i < Count(own, draft.Catalog, envelope); i++)
        {
            var z = envelope.Inner.Min.Z + (i * (t + own.SpacerMm));
            var box = envelope.Outer.WithSpan(Axis.Z, z, z + t);
            var hole = envelope.Inner;
            draft.Members.Add(new SolidPart($"{own.Id}/ring-{i + 1}", $"Ring {i + 1}", PartKind.Panel, own.MaterialId, own.LayerNominalMm,
                box, SolidPart.FrameOf(box, Direction.Right, Direction.Back, box.Size.Y > box.Size.X), "above", "below", null)
            {
                Role = new Role.Layer(own.Id),
                Body =
                [
                    box with { Max = box.Max with { Y = hole.Min.Y } }, box with { Min = box.Min with { Y = hole.Max.Y } },
                    box.WithSpan(Axis.Y, hole.Min.Y, hole.Max.Y) with { Max = new(hole.Min.X, hole.Max.Y, box.Max.Z) },
                        new Box(new(hole.Max.X, hole.Min.Y, box.Min.Z), new(box.Max.X, hole.Max.Y, box.Max.Z)),
                ],
            });
        }
    }

    protected override void Join(AcrylicStack own, JointDraft draft)
    {
        var rings = draft.Shell.Members.Where(m => m.Role is Role.Layer && m.Role.Of == own.Id).ToList();
        var thread = draft.Catalog.Fasteners.Thread(own.Thread);
        var envelope = draft.Fit.Envelope;
        foreach (var ring in rings)
        {
            var (min, max) = ring.Frame.ToPlane(envelope.Inner);
            draft.Cut(ring, new Opening($"{ring.Id}/inside", own.Id, "inside of the box", WorkedFrom.Seen,
                new Uv((min.U + max.U) / 2, (min.V + max.V) / 2), max.U - min.U, max.V - min.V, InsideCornerMm,
                $"outside less {own.WallMm} mm of wall all round; radius against cracks", "the middle of the ring"));
        }

        List<SolidPart> layers = [.. draft.Shell.Panels.TryGetValue(Face.Bottom, out var floor) ? [floor] : (SolidPart[])[], .. rings,
            .. draft.Shell.Panels.TryGetValue(Face.Top, out var lid) ? [lid] : (SolidPart[])[]];
        var corners = Corners(own, envelope.Outer).ToList();
        foreach (var layer in layers)
        {
            foreach (var at in corners)
            {
                draft.Keep(layer, new Box(at, at).Grow(4).WithSpan(Axis.Z, layer.Box.Min.Z, layer.Box.Max.Z), "through bolt");
            }
        }

        if (layers.Count > 0)
        {
            draft.Fixings.Add(new FixingSet($"{own.Id}/bolt", own.Id, "Through bolts of the stack", Direction.Down,
                [new PointsLocus(corners)], [Bolt(own, draft, layers, rings.Count, thread)])
            { Turn = FixingTurn.Closes });
        }

        foreach (var (low, high) in layers.Zip(layers.Skip(1)))
        {
            draft.Hold(low, high, HoldBy.Bolts, own.Id, own.SpacerMm > 0
                ? [.. corners.Select(c => new Box(c, c).Grow(4).WithSpan(Axis.Z, low.Box.Max.Z, high.Box.Min.Z))] : null);
        }

        foreach (var device in draft.Fit.Devices)
        {
            Ports(own, draft, device, rings);
        }
    }

    /// <summary>A button head above, a nut below; threaded rod with cap nuts where no screw is sold that long.</summary>
    private static FixingWay Bolt(AcrylicStack own, JointDraft draft, List<SolidPart> layers, int rings, ThreadSize thread)
    {
        var tables = draft.Catalog.Fasteners;
        var (top, bottom) = (layers.Max(l => l.Box.Max.Z), layers.Min(l => l.Box.Min.Z));
        var height = top - bottom;
        var screw = new ScrewPicker(tables)
            .WithNut(new ScrewNeed($"screw/{own.Id}/bolt", own.Id, "Through bolts", [new WhyTerm("all layers", height, "mm", "stack")])
            { WasherMm = 1 }, thread, HeadForm.Button);
        var fits = screw.Verdict == ScrewVerdict.Fits;
        var head = tables.Head(thread.Name, HeadForm.Button);
        BoughtPiece[] spacers = own.SpacerMm > 0 && rings > 1
            ? [new BoughtPiece("spacer", $"tube spacer {thread.Name} x {own.SpacerMm}", rings - 1, 25)] : [];
        return new FixingWay(
            FixingKind.Bolt, top,
            [
                .. layers.OrderByDescending(l => l.Box.Max.Z).Select(layer => new WayLayer(
                    layer.Id, layer, LayerRole.Clearance, top - layer.Box.Max.Z, top - layer.Box.Min.Z, thread.ClearanceLooseMm, (id, at) =>
                        new Hole(id, own.Id, "through bolt", WorkedFrom.Seen, layer.Frame.ToPlane(at), Bore.Through(thread.ClearanceLooseMm,
                            $"clearance for {thread.Name}, loose series because the sheet is brittle: {thread.ClearanceLooseMm} mm "
                            + $"({thread.Source})"), $"in the middle of the {own.WallMm} mm wall, at the corner"))),
            ],
            [.. ScrewWays.Screw(head, thread.NominalMm, fits ? screw.LengthMm!.Value : height + NutMm + 1, 1),
                ScrewWays.Nut(tables.Nut(thread.Name), height)],
            fits ? [screw] : [],
            [.. spacers, .. fits ? (BoughtPiece[])[]
                : [new BoughtPiece("rod", $"threaded rod {thread.Name}, {Math.Ceiling(height + (2 * NutMm))} mm, two cap nuts, soft "
                + $"washers", 1, 240)]]);
    }

    private static IEnumerable<Point3> Corners(AcrylicStack own, Box outer) =>
        from x in (double[])[outer.Min.X + (own.WallMm / 2), outer.Max.X - (own.WallMm / 2)]
        from y in (double[])[outer.Min.Y + (own.WallMm / 2), outer.Max.Y - (own.WallMm / 2)]
        select new Point3(x, y, 0);

    /// <summary>Gaps in the rings before a port that reaches the wall.</summary>
    private static void Ports(AcrylicStack own, JointDraft draft, PlacedDevice device, List<SolidPart> rings)
    {
        foreach (var port in device.Model.Ports.Where(p => p.NeedsOpening && !device.Device.ClosedPorts.Contains(p.Id)))
        {
            var placed = device.Place(port);
            var gap = (draft.Fit.Envelope.InnerPlane(Faces.Of(placed.Exit)) - placed.Centre[placed.Exit.Axis()]) * placed.Exit.Sign();
            if (placed.Exit.Axis() == Axis.Z || gap is < 0 or > Mounts.PortOpenings.PlugLengthMm
                || draft.Design.Links.Any(l => (l.FromDeviceId, l.FromPortId) == (device.Id, port.Id)
                || (l.ToDeviceId, l.ToPortId) == (device.Id, port.Id)))
            {
                continue;
            }

            var outer = draft.Fit.Envelope.Outer.Side(placed.Exit);
            var inner = draft.Fit.Envelope.InnerPlane(Faces.Of(placed.Exit));
            var way = placed.Plug.Grow(draft.Shop.Fits.PortMm).WithSpan(placed.Exit.Axis(), Math.Min(outer, inner) - 1,
                Math.Max(outer, inner) + 1);
            foreach (var ring in rings.Where(r => r.Box.Overlaps(way)))
            {
                var (min, max) = ring.Frame.ToPlane(way);
                draft.Cut(ring, Notch.Rectangle($"{device.Id}/{port.Id}/{ring.Id}", device.Id, $"{device.Device.Name}: {port.Name}",
                    WorkedFrom.Seen, min, max, null, $"plug {port.PlugWidthMm} x {port.PlugHeightMm} and {draft.Shop.Fits.PortMm} mm "
                    + $"all round"));
                if (draft.PortHoles.TrueForAll(h => (h.DeviceId, h.PortId) != (device.Id, port.Id)))
                {
                    draft.PortHoles.Add((device.Id, port.Id, ring.Id));
                }
            }
        }
    }

    protected override IEnumerable<Finding> Findings(AcrylicStack own, PlanSoFar plan)
    {
        var (t, envelope) = (LayerMm(own, plan.Catalog), plan.Fit.Envelope);
        var count = Count(own, plan.Catalog, envelope);
        var filled = (count * t) + (Math.Max(0, count - 1) * own.SpacerMm);
        var left = envelope.Inner.Size.Z - filled;
        if (count == 0 || left > HeightSlackMm)
        {
            yield return Finding.Of("stack-height", Severity.Stop,
                $"{count} layers of {Say.Mm(t)} mm fill {Say.Mm(filled)} of {Say.Mm(envelope.Inner.Size.Z)} mm: {Say.Mm(left)} mm "
                    + $"stay open.",
                [own.Id],
                new Remedy("fit-height", "Fit the height to whole layers", d => ChainEdit.Resize(d, Axis.Z, Math.Round(count == 0
                    ? t - envelope.Inner.Size.Z : -left, 6))));
        }

        var thread = plan.Catalog.Fasteners.Thread(own.Thread);
        // the middle of a hole keeps two diameters to either rim
        var least = 2 * PlacementCheck.EdgeDistanceMm(plan.Catalog.Material(own.MaterialId), thread.ClearanceLooseMm);
        if (own.WallMm < least)
        {
            yield return Finding.Of("stack-wall-thin", Severity.Warn,
                $"A wall of {Say.Mm(own.WallMm)} mm leaves {Say.Mm((own.WallMm - thread.ClearanceLooseMm) / 2)} mm beside the bolts: "
                    + $"acrylic wants two diameters to the middle of each, a wall of {Say.Mm(least)} mm.",
                [own.Id], new Remedy("wider", $"Make the wall {Say.Mm(Math.Ceiling(least))} mm", d => d.WithStructure<AcrylicStack>(own.Id,
                    s => s with { WallMm = Math.Ceiling(least) })));
        }
    }
}
