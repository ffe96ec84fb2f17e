using AnvilPlan.Core.Construction.PanelBoxes;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Loads;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;

namespace AnvilPlan.Core.Judging;

/// <summary>Boards that sag and holds that are too weak.</summary>
internal static class LoadFindings
{
    /// <summary>A thicker bar under a tray takes more room than a thicker tray, mm.</summary>
    private const double MostStiffenerMm = 20;

    public static IEnumerable<Finding> Find(PlanSoFar plan)
    {
        foreach (var load in plan.Loads.Where(l => !l.Holds))
        {
            yield return load.Kind == LoadKind.Sag
                ? Finding.Of("board-sags", Severity.Warn,
                    $"{load.What} sags {Say.Mm(load.Value)} mm in the long run; {Say.Mm(load.Limit)} mm are allowed.", [load.Place],
                        [.. Stiffer(plan, load)])
                : Finding.Of("hold-weak", Severity.Warn,
                    $"{load.What} have to hold {load.Value:0.#} N and hold {load.Limit:0.#} N: {load.Why}.", [load.Place],
                        [.. Stronger(plan, load)]);
        }

        foreach (var door in plan.Design.Box.Panels.Where(p => p.Hold == PanelHold.Hinged && plan.Shell.Panels.ContainsKey(p.Face)))
        {
            if (door.HingeAt is { } at && plan.Shell.Panels.ContainsKey(at) && !Hinges.OnEachOther(plan.Design, door)
                && Hinges.Of(plan.Design, plan.Shell).All(h => h.Door != door.Face))
            {
                var edge = plan.Design.Box.Edges.First(e => e.Id == Faces.Between(door.Face, at));
                var edged = plan.Shell.Panels[edge.Covers];
                yield return Finding.Of("hinge-finds-no-room", Severity.Stop,
                    $"The {Deck.Name(door.Face)} hangs in the edge of {edged.Name.ToLowerInvariant()}, {Say.Mm(edged.ThicknessMm)} mm "
                        + $"thick: the narrowest hinge wants {Say.Mm(Catalogs.Hinge.Shipped[0].LeafMm + 0.5)} mm, and "
                        + $"{Say.Mm(2.5 * Catalogs.Hinge.Shipped[0].LengthMm)} mm along the edge.",
                    [Deck.PartOf(door.Face), Deck.PlaceOf(edge.Id)],
                    new Remedy("swap-cover", "Let the other board run over it there", d => Trial.FirstSound(plan, "hinge-finds-no-room", d,
                        [d.WithEdge(edge.Id, e => e with { Covers = e.Covers == door.Face ? at : door.Face })])),
                    new Remedy("thicker", "Take the next thickness that carries a hinge", d => Trial.FirstSound(plan, "hinge-finds-no-room",
                        d, Thicker(plan, d, edge.Covers))));
            }
        }
    }

    private static IEnumerable<Remedy> Stiffer(PlanSoFar plan, LoadCase load)
    {
        var part = plan.Parts.Find(load.Place.ToString())!;
        if (part.Closes is { } face)
        {
            yield return new Remedy("thicker", "Take the next thickness that stays straight", d => Trial.FirstSound(plan, "board-sags", d,
                Thicker(plan, d, face)));
            if (part.Grain)
            {
                yield return new Remedy("turn-grain", "Let the grain run across the span", d => Trial.FirstSound(plan, "board-sags", d,
                    [d.WithPanel(face, p => p.GrainTurned())]));
            }
        }
        else
        {
            yield return new Remedy("thicker", "Take the next thickness that stays straight", d => Trial.FirstSound(plan, "board-sags", d,
                Nominals(plan, part.MaterialId, part.NominalMm)
                .Select(n => d.WithTray(part.Id, t => t with { NominalMm = n, MeasuredMm = null }))));
            yield return new Remedy("stiffener", "Put bars under its free edges", d => Trial.FirstSound(plan, "board-sags", d,
                plan.Catalog.Bars
                .Where(b => b.Shape == Catalogs.BarShape.Solid && Math.Abs(b.WidthMm - b.HeightMm) < 1e-6 && b.WidthMm <= MostStiffenerMm)
                    .OrderBy(b => b.InertiaMm4 * plan.Catalog.Material(b.MaterialId).YoungsGPa).ThenBy(b => b.Id, StringComparer.Ordinal)
                .Select(b => d.WithTray(part.Id, t => t with { StiffenerBarId = b.Id }))));
        }
    }

    private static IEnumerable<Design> Thicker(PlanSoFar plan, Design design, Face face) =>
        Nominals(plan, design.Panel(face).MaterialId, design.Panel(face).NominalMm)
        .Select(n => design.WithPanel(face, p => p with { NominalMm = n, MeasuredMm = null }));

    private static IEnumerable<double> Nominals(PlanSoFar plan, string materialId, double above) =>
        plan.Catalog.Boards.Where(s => s.MaterialId == materialId && s.NominalMm > above + 0.01).Select(s => s.NominalMm)
            .Distinct().Order();

    private static IEnumerable<Remedy> Stronger(PlanSoFar plan, LoadCase load)
    {
        if (load.By == Carrier.Strips)
        {
            var device = plan.Fit.Device(load.Place.Id)!;
            var (stick, model) = (((StuckDown)device.Mounting).Stick, device.Model);
            var factor = load.Value / Math.Max(load.Limit, 1e-6);
            yield return new Remedy("more-strip", "Stick it with as much as it needs", d =>
            {
                var length = Math.Ceiling(stick.LengthMm * factor / 5) * 5;
                return stick.WidthMm * length <= model.WidthMm * model.DepthMm
                    ? d.WithDevice(device.Id, x => x with { Mounting = stick with { LengthMm = length } }) : null;
            });
            yield return DeckFindings.ScrewIt(device.Id);
        }
        else if (load.By == Carrier.Magnets && plan.Shell.FaceOf(load.Place.ToString()) is { } face)
        {
            yield return new Remedy("all-edges", "Set magnets at all its edges", d => Trial.FirstSound(plan, "hold-weak", d,
                [Faces.Edges.Where(id => id.Of().A == face || id.Of().B == face)
                .Aggregate(d, (x, id) => x.WithEdge(id, e => e with { Joint = JointKind.Magnets, DepthMm = null, BlockBarId = null }))]));
            yield return new Remedy("screw-on", "Screw it on at all four edges", d => AccessFindings.MakeRemovable(d, face));
        }
    }
}
