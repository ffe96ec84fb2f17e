using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Plans;

namespace AnvilPlan.Core.Construction.TrayRacks;

/// <summary>One tray is decided with its hardware; the rack repeats it. Supports, runners and walls are those of any tray.</summary>
public sealed class TrayRackSystem : ConstructionSystem<TrayRack>
{
    public override string Key => "trayRack";
    public override string Name => "Tray rack";
    public override string About => "Equal trays one above the other in a shelf or frame, sliding out for service; the pitch follows "
        + "from heights and air.";

    protected override IReadOnlyList<Asked<TrayRack>> Asked { get; } =
    [
        Asking.Plain<TrayRack>(AskKind.Tray, "trayId", "Tray that is repeated"),
        Asking.Count<TrayRack>("count", "Trays", s => s.Count, 2, 60),
        Asking.Length<TrayRack>("pitchMm", "Pitch", s => s.PitchMm, 5, 1000, "least"),
        Asking.Length<TrayRack>("airMm", "Air between", s => s.AirMm, 0, 300),
    ];

    protected override Design Begin(Design design, Catalog catalog, string id)
    {
        var tray = design.Trays.FirstOrDefault(t => t.Plane == TrayPlane.Level
            && t.Support is not (TraySupport.OnBars or TraySupport.Structure));
        var added = tray ?? new Tray(id + "-tray", "Tray", "aluminium-5052", 2, null, 20, 1, TraySupport.Rails, "aluminium-6061-15x15")
        { Drawer = new Drawer(Face.Front, 150) };
        return design with
        {
            Trays = tray is null ? [.. design.Trays, added] : design.Trays,
            Structures = [.. design.Structures, new TrayRack(id, added.Id, 2, null, 20)],
        };
    }

    protected override void Check(StructureCheck check, TrayRack own, Design design)
    {
        if (design.Trays.FirstOrDefault(t => t.Id == own.TrayId) is not { } tray)
        {
            check.Refuse("trayId", $"trayId is \"{own.TrayId}\": the design has no such tray.");
        }
        else if (tray.Plane != TrayPlane.Level || tray.Support is TraySupport.OnBars or TraySupport.Structure)
        {
            check.Refuse("trayId", $"trayId is \"{own.TrayId}\": only a level plate can be repeated upwards.");
        }

        if (design.Structures.OfType<TrayRack>().Count(o => o.TrayId == own.TrayId) > 1)
        {
            check.Refuse("trayId", $"trayId is \"{own.TrayId}\": two racks repeat that tray.");
        }
    }

    protected override Design Spread(TrayRack own, Design design, Catalog catalog)
    {
        var template = design.Trays.FirstOrDefault(t => t.Id == own.TrayId);
        if (template is null || design.Trays.Any(t => t.Id == Copies.IdOf(own.TrayId, 2)))
        {
            return design;
        }

        var pitch = own.PitchMm ?? LeastPitchMm(own, design, catalog);
        var on = design.Devices.Where(d => d.DeckId == own.TrayId).ToList();
        var ids = on.Select(d => d.Id).ToHashSet(StringComparer.Ordinal);
        var numbers = Enumerable.Range(2, own.Count - 1).ToList();
        return design with
        {
            Trays = [.. design.Trays, .. numbers.Select(n => template with { Id = Copies.IdOf(template.Id, n),
                Name = $"{template.Name} {n}", UndersideMm = Math.Round(template.UndersideMm + ((n - 1) * pitch), 6) })],
            Devices = [.. design.Devices,
                .. numbers.SelectMany(n => on.Select(d => d with { Id = Copies.IdOf(d.Id, n), Name = $"{d.Name} {n}",
                DeckId = Copies.IdOf(template.Id, n) }))],
            Links =
            [
                .. design.Links,
                .. numbers.SelectMany(n => design.Links.Where(l => ids.Contains(l.FromDeviceId) && ids.Contains(l.ToDeviceId))
                    .Select(l => l with { Id = Copies.IdOf(l.Id, n), FromDeviceId = Copies.IdOf(l.FromDeviceId, n),
                        ToDeviceId = Copies.IdOf(l.ToDeviceId, n) })),
            ],
        };
    }

    /// <summary>
    /// What stands above the underside of a tray and what hangs below it, with the air between, mm. Whole millimetres upwards, so that
    /// one setting of the rule marks them all.
    /// </summary>
    public static double LeastPitchMm(TrayRack own, Design design, Catalog catalog)
    {
        var fit = FitStage.Run(design, catalog);
        var tray = design.Trays.First(t => t.Id == own.TrayId);
        var plate = fit.Trays[tray.Id];
        var bodies = fit.Devices.Where(d => d.Device.DeckId == tray.Id).Select(d => d.Occupied).ToList();
        var flanges = tray.FlangesBeyond(plate.Size.Z);
        var above = Math.Max(plate.Size.Z + flanges.Ahead, bodies.Select(b => b.Max.Z - plate.Min.Z).DefaultIfEmpty(0).Max());
        var rail = tray.Support == TraySupport.Rails && tray.RailBarId is not null ? catalog.Bar(tray.RailBarId).HeightMm : 0;
        var stiffener = tray.StiffenerBarId is not null ? catalog.Bar(tray.StiffenerBarId).HeightMm : 0;
        var below = Math.Max(Math.Max(Math.Max(rail, stiffener), flanges.Behind), bodies.Select(b => plate.Min.Z - b.Min.Z)
            .DefaultIfEmpty(0).Max());
        return Math.Ceiling(above + below + own.AirMm - 1e-9);
    }

    public override ShellRules? Rules(Design design, Catalog catalog) =>
        design.Structures.OfType<TrayRack>().ToList() is { Count: > 0 } racks
        ? ShellRules.None with
        {
            Airs = [.. racks.Where(r => design.Trays.Any(t => t.Id == Copies.IdOf(r.TrayId, r.Count)))
            .Select(r => (Copies.IdOf(r.TrayId, r.Count), r.AirMm))]
        }
        : null;

    protected override IEnumerable<Finding> Findings(TrayRack own, PlanSoFar plan)
    {
        var least = LeastPitchMm(own, plan.Design, plan.Catalog);
        if (own.PitchMm is { } pitch && pitch < least - 1e-6)
        {
            yield return Finding.Of("rack-pitch-low", Severity.Stop,
                $"The trays stand {Say.Mm(pitch)} mm apart; heights and {Say.Mm(own.AirMm)} mm of air want {Say.Mm(least)} mm.",
                [own.Id, own.TrayId],
                new Remedy("least-pitch", "Take the pitch that heights and air want, and the height that this needs",
                    d => Tall(d.WithStructure<TrayRack>(own.Id, r => r with { PitchMm = null }), own, plan.Catalog)));
        }

        var over = OverMm(own, plan.Design, plan.Catalog);
        if (over > 1e-6)
        {
            yield return Finding.Of("rack-too-tall", Severity.Stop,
                $"{own.Count} trays stand {Say.Mm(over)} mm higher than the inside of the box.",
                [own.Id],
                new Remedy("taller", $"Make the box {Say.Mm(Math.Ceiling(over))} mm taller", d => Tall(d, own, plan.Catalog)),
                new Remedy("fewer", "Leave out the trays that do not fit", d => Fewer(d, own, plan.Catalog)));
        }
    }

    /// <summary>How far the uppermost tray with its hardware and air stands beyond the inside, mm.</summary>
    private static double OverMm(TrayRack own, Design design, Catalog catalog)
    {
        var spread = catalog.Spread(design);
        var fit = FitStage.Run(spread, catalog);
        var last = Copies.IdOf(own.TrayId, own.Count);
        return fit.Devices.Where(d => d.Device.DeckId == last).Select(d => d.Occupied.Max.Z).Append(spread.Trays.First(t => t.Id == last)
            .WithFlanges(fit.Trays[last]).Max.Z).Max() + own.AirMm - fit.Envelope.Inner.Max.Z;
    }

    private static Design Tall(Design design, TrayRack own, Catalog catalog) =>
        design.Structures.OfType<TrayRack>().FirstOrDefault(r => r.Id == own.Id) is { } now
            && OverMm(now, design, catalog) is > 0 and var over
            ? ChainEdit.Resize(design, Axis.Z, Math.Ceiling(over))
            : design;

    private static Design? Fewer(Design design, TrayRack own, Catalog catalog)
    {
        for (var n = own.Count - 1; n >= 2; n--)
        {
            var fewer = design.WithStructure<TrayRack>(own.Id, r => r with { Count = n });
            if (OverMm(own with { Count = n }, fewer, catalog) <= 1e-6)
            {
                return fewer;
            }
        }

        return null;
    }
}
