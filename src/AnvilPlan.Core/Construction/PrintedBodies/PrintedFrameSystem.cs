using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Printing;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.PrintedBodies;

/// <summary>A printed frame inside: a plate that carries hardware on four legs, each held by a screw from under the bottom.</summary>
public sealed class PrintedFrameSystem : ConstructionSystem<PrintedFrame>
{
    private const double LeastSideMm = 40;

    /// <summary>A leg takes a screw with plastic all round it, mm [R].</summary>
    private const double LeastLegMm = 12;

    private static readonly (bool Right, bool Back)[] Corners = [(false, false), (true, false), (false, true), (true, true)];

    public override string Key => "printedFrame";
    public override string Name => "Printed frame inside";
    public override string About => "A printed plate on four legs that carries hardware over the bottom; screwed from below, in one "
        + "piece or in pieces that pins join.";
    public override bool MeetsSlope => true;

    protected override IReadOnlyList<Asked<PrintedFrame>> Asked { get; } =
    [
        Asking.Plain<PrintedFrame>(AskKind.Tray, "trayId", "Its plate"),
        Asking.Material<PrintedFrame>("materialId", "Filament", s => s.MaterialId),
        Asking.Length<PrintedFrame>("fromLeftMm", "From the left", s => s.FromLeftMm, 0, 5000),
        Asking.Length<PrintedFrame>("fromFrontMm", "From the front", s => s.FromFrontMm, 0, 5000),
        Asking.Length<PrintedFrame>("widthMm", "Width", s => s.WidthMm, LeastSideMm, 5000),
        Asking.Length<PrintedFrame>("depthMm", "Depth", s => s.DepthMm, LeastSideMm, 5000),
        Asking.Length<PrintedFrame>("heightMm", "Height of the legs", s => s.HeightMm, 10, 500),
        Asking.Length<PrintedFrame>("plateMm", "Plate", s => s.PlateMm, 2, 20),
        Asking.Length<PrintedFrame>("legMm", "Legs", s => s.LegMm, LeastLegMm, 60),
        Asking.Length<PrintedFrame>("skinMm", "Skin", s => s.SkinMm, 0.4, 10),
        Asking.Number<PrintedFrame>("infill", "Infill, 0 to 1", s => s.Infill, 0, 1),
    ];

    protected override Design Begin(Design design, Catalog catalog, string id)
    {
        var inside = Envelope.Of(design, catalog).Inner.Size;
        var at = InnerPlates.InTheMiddle(inside, 150, 110, LeastSideMm);
        var height = Math.Clamp(Math.Round(inside.Z / 3), 10, 30);
        return design with
        {
            Trays = [.. design.Trays, new Tray(id + "-plate", "Printed plate", "petg", 4, null, height, 0, TraySupport.Structure, null)],
            Structures = [.. design.Structures, new PrintedFrame(id, id + "-plate", "petg", at.FromLeftMm, at.FromFrontMm,
                at.WidthMm, at.DepthMm, height, 4, 14, 1.6, 0.3)],
        };
    }

    protected override void Check(StructureCheck check, PrintedFrame own, Design design)
    {
        PrintedChecks.Plastic(check, own.MaterialId);
        InnerPlates.Check(check, design, own.Id, own.TrayId);
        if (own.LegMm > Math.Min(own.WidthMm, own.DepthMm) / 2)
        {
            check.Refuse("legMm", $"legMm is {own.LegMm}: four legs stand under {own.WidthMm} x {own.DepthMm} mm, each is "
                + $"{Math.Min(own.WidthMm, own.DepthMm) / 2} mm at most.");
        }
    }

    protected override string? PlateOf(PrintedFrame own) => own.TrayId;

    protected override Design Spread(PrintedFrame own, Design design, Catalog catalog) => design.WithTray(own.TrayId, t => t with
    {
        MaterialId = own.MaterialId,
        NominalMm = own.PlateMm,
        MeasuredMm = own.PlateMm,
        UndersideMm = own.HeightMm,
        Plane = TrayPlane.Level,
        Area = new PlateArea(own.FromLeftMm, own.FromFrontMm, own.WidthMm, own.DepthMm),
    });

    protected override void Lay(PrintedFrame own, ShellDraft draft)
    {
        if (!draft.Trays.TryGetValue(own.TrayId, out var plate))
        {
            return;
        }

        List<Box> legs = [.. Corners.Select(c => Leg(own, plate.Box, c))];
        var rule = new SeamRule([.. Bored(draft.Fit, own.TrayId, plate.Box), .. legs], 0);
        var job = PrintJobs.Of([plate.Box, .. legs], draft.Catalog.Material(own.MaterialId), own.SkinMm, own.Infill, draft.Shop,
            PrintedChecks.PinWord(own.PlateMm), rule);
        job = job with { Pins = SeamPin.Of(job, [new PrintedWall(plate.Id, plate.Box, Axis.Z)], rule) };
        draft.Trays[own.TrayId] = plate with { LeafOf = own.Id, NoBores = PrintedChecks.NoBores(plate, job) };
        foreach (var (box, i) in legs.Select((b, i) => (b, i + 1)))
        {
            draft.Members.Add(new SolidPart($"{own.Id}/leg-{i}", $"Leg {i} of the printed frame", PartKind.Printed, own.MaterialId,
                own.LegMm, box, SolidPart.FrameOf(box, Direction.Right, Direction.Back, false), "above", "below", null)
            { LeafOf = own.Id });
        }

        draft.Compounds.Add(new Compound(own.Id, "Printed frame", PartKind.Printed, own.MaterialId, own.PlateMm, own.WidthMm, own.DepthMm,
            own.PlateMm, [], PrintedChecks.Whys(job))
        { Print = job });
    }

    private static Box Leg(PrintedFrame own, Box plate, (bool Right, bool Back) corner)
    {
        var (x, y) = (corner.Right ? plate.Max.X - own.LegMm : plate.Min.X, corner.Back ? plate.Max.Y - own.LegMm : plate.Min.Y);
        return new Box(new(x, y, plate.Min.Z - own.HeightMm), new(x + own.LegMm, y + own.LegMm, plate.Min.Z));
    }

    /// <summary>Where what stands on the plate is screwed to it: no seam runs there.</summary>
    private static IEnumerable<Box> Bored(FitPlan fit, string trayId, Box plate) => fit.Devices.Where(d => d.Device.DeckId == trayId)
        .SelectMany(d => d.Model.Holes.Select(h => new Box(d.ToSpace(h.XMm, h.YMm, 0), d.ToSpace(h.XMm, h.YMm, 0))
            .Grow((h.DiaMm / 2) + PrintedChecks.HoleRimMm).WithSpan(Axis.Z, plate.Min.Z, plate.Max.Z)));

    protected override void Join(PrintedFrame own, JointDraft draft)
    {
        if (draft.Shell.Compounds.FirstOrDefault(c => c.Id == own.Id)?.Print is not { } job)
        {
            return;
        }

        PrintedChecks.Buy(draft, own.Id, own.MaterialId, job);
        PrintedChecks.BuyPins(draft, job);
        if (!draft.Shell.Panels.TryGetValue(Face.Bottom, out var bottom))
        {
            return;
        }

        foreach (var leg in Enumerable.Range(1, Corners.Length).Select(i => draft.Shell.Member($"{own.Id}/leg-{i}")!))
        {
            var rule = new RowRule(Place.Tray(own.TrayId).ToString(), leg.Id, 0, 0, "screw to the printed frame")
            { Turn = FixingTurn.AfterFinish };
            if (Contact.Between(leg.Box, bottom.Box) is { } contact)
            {
                draft.Keep(bottom, leg.Box.Grow(0.01), leg.Name.ToLowerInvariant());
                var joint = FixingRows.Joint(bottom, leg, contact, rule) with { PlaceWhy = "the middle of the leg" };
                draft.Fixings.Add(new FixingSet(
                    rule.Name, rule.Place, joint.Where, contact.Side.Opposite(),
                        [new PointsLocus([leg.Box.Centre.With(Axis.Z, leg.Box.Min.Z)])], ScrewWays.Of(draft, joint))
                { Turn = rule.Turn });
                draft.Hold(bottom, leg, HoldBy.Screws, rule.Place);
            }
        }
    }
}
