using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Printing;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.PrintedBodies;

/// <summary>What printed structures have in common.</summary>
internal static class PrintedChecks
{
    public static void Plastic(StructureCheck check, string materialId)
    {
        if (check.Catalog.HasMaterial(materialId) && check.Catalog.Material(materialId).Family != MaterialFamily.Printed)
        {
            check.Refuse("materialId", $"materialId is \"{materialId}\": it must be a filament, one of "
                + $"{string.Join(", ", check.Catalog.Materials.Where(m => m.Family == MaterialFamily.Printed).Select(m => m.Id))}.");
        }
    }

    private const long PinCents = 20;

    /// <summary>Round the hole of a device, to a seam, mm.</summary>
    public const double HoleRimMm = 3;

    public static string PinWord(double wallMm) => SeamPin.PinFor(wallMm) is { } pin
        ? string.Create(System.Globalization.CultureInfo.InvariantCulture, $"two {pin:0.#} mm pins in each wall, glued")
            : "glue alone: the wall is too thin for pins";

    /// <summary>Seams and pins of a wall: nothing is bored there.</summary>
    public static IReadOnlyList<Box> NoBores(SolidPart wall, PrintJob job) =>
        [.. job.Seams.Select(s => s.Slab(wall.Box, job.LapMm)), .. job.Pins.Where(p => p.FaceId == wall.Id).Select(p => p.Around)];

    /// <summary>Holes of a face that stand where a device has them, with some material round them.</summary>
    public static IEnumerable<Box> Fixed(FitPlan fit, Face face) => fit.Devices.Where(d => d.Device.DeckId == Deck.OfPanel(face))
        .SelectMany(d =>
    {
        // from the device out through the wall
        var (axis, outside) = (face.Outward().Axis(), fit.Envelope.Outer.Side(face.Outward()));
        var holes = d.Model.Holes.Select(h => d.ToSpace(h.XMm, h.YMm, 0))
            .Zip(d.Model.Holes, (at, h) => Box.Between(at, at.With(axis, outside)).Grow((h.DiaMm / 2) + HoleRimMm));
        return d.Model.InPanel ? holes.Append(d.Body) : holes;
    });

    public static void BuyPins(JointDraft draft, PrintJob job) =>
        draft.Bought.AddRange(job.Pins.GroupBy(p => (p.PinMm, p.HoleMm))
            .Select(g => new BoughtPiece("pin", $"steel pin {g.Key.PinMm:0.#} x {SeamPin.LengthMm:0}, holes printed {g.Key.HoleMm:0.#}",
            g.Count(), PinCents)));

    public static IReadOnlyList<Why> Whys(PrintJob job) =>
    [
        new Why("plastic", job.MassG, "g", "skin x surface + infill x the rest, times density",
            [new WhyTerm("skin", job.WallMm, "mm", "print settings"), new WhyTerm("infill", job.Infill, "", "print settings")], job.Why),
        new Why("hours", job.Hours, "h", "plastic / flow + layers x overhead", [new WhyTerm("pieces", job.Count, "", "bed split")],
            job.Why),
    ];

    public static void Buy(JointDraft draft, string id, string materialId, PrintJob job) =>
        draft.Bought.Add(new BoughtPiece("filament", $"{draft.Catalog.Material(materialId).Name}, {draft.Shop.Printing.FilamentMm:0.##} "
            + $"mm, {Math.Ceiling(job.MassG)} g for {id}", 1, (long)Math.Ceiling(job.MassG * draft.Shop.Printing.CentsPerGram)));
}
