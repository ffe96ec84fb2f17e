using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Quantities;
using AnvilPlan.Core.Remedies;

namespace AnvilPlan.Core.Judging;

/// <summary>Screws that bite too little, go too deep, or are not sold in a length that would do.</summary>
internal static class ScrewFindings
{
    private const int MostWashers = 4;

    public static IEnumerable<Finding> Find(PlanSoFar plan) => plan.Fixings.Screws
        .Where(s => s.Verdict != ScrewVerdict.Fits)
        .Select(s => Tell(plan, s));

    private static Finding Tell(PlanSoFar plan, ScrewChoice screw)
    {
        var device = plan.Design.Devices.FirstOrDefault(d => d.Id == screw.For);
        Place[] places = [device is null ? Place.Parse(screw.For) : Place.Device(device.Id), screw.Id];
        var automatic = new Remedy("pick-length", "Take the length that the stack asks for", d => device is null ? null
            : d.WithDevice(device.Id, x => x.Screwed(s => s with { ScrewLengthMm = null })));
        return screw.Verdict switch
        {
            ScrewVerdict.TooShort => Finding.Of("screw-too-short", Severity.Stop,
                $"{screw.Where}: {screw.Label} bites {Say.Mm(screw.EngagementMm ?? 0)} mm, at least {Say.Mm(screw.MinMm)} mm of length "
                    + $"is needed.", places, automatic),
            ScrewVerdict.TooLong => Finding.Of("screw-too-long", Severity.Stop,
                $"{screw.Where}: {screw.Label} goes {Say.Mm(screw.LengthMm!.Value - screw.MaxMm!.Value)} mm deeper than the "
                    + $"{Say.Mm(screw.MaxMm.Value)} mm that are free and will damage what is behind.", places, automatic),
            _ => NoneFits(plan, screw, device, places),
        };
    }

    private static Finding NoneFits(PlanSoFar plan, ScrewChoice screw, Device? device, Place[] places)
    {
        List<Remedy> remedies = [];
        if (device is not null && screw.MaxMm is { } most && WasherFor(plan.Catalog.Fasteners, screw, device, most) is { } washer
            && screw.Id != $"screw/{device.Id}/deck")
        {
            remedies.Add(new Remedy("washers", $"Put washers under the heads, {Say.Mm(washer)} mm in all",
                d => d.WithDevice(device.Id, x => x.Screwed(s => s with { WasherMm = washer }))));
        }

        if (device is not null && plan.Mounts.Standoffs.Any(s => s.DeviceId == device.Id))
        {
            remedies.Add(new Remedy("fitting-standoff", "Take the lowest standoff in which both screws find a length",
                d => d.WithDevice(device.Id, x => x.Screwed(s => s with { StandoffMm = null, ScrewLengthMm = null }))));
        }

        if (device is { Adapter: null, Stuck: null } && screw.Id == $"screw/{device.Id}/deck")
        {
            remedies.Add(new Remedy("pad", "Put a pad under it, so thick that a screw finds its length", d => Trial.FirstSound(
                plan, "screw-none-fits", d, Pads.Select(p => d.WithDevice(device.Id, x => x.Screwed(s => s.Over(p) with
                { ScrewLengthMm = null }))))));
        }

        if (device is null && Place.Parse(screw.For).Kind == PlaceKind.Edge)
        {
            remedies.Add(new Remedy("bigger-block", "Take the first block on sale in which a screw finds its length",
                d => Trial.FirstSound(plan, "screw-none-fits", d, Blocks(plan, d, Alike(plan, screw)))));
        }

        var range = screw.MaxMm is { } longest && longest < screw.MinMm ? $"that bites enough, {Say.Mm(screw.MinMm)} mm, and does not "
            + $"come through, {Say.Mm(longest)} mm at most"
            : screw.MaxMm is { } limit ? $"between {Say.Mm(screw.MinMm)} and {Say.Mm(limit)} mm" : $"from {Say.Mm(screw.MinMm)} mm";
        var weak = screw.Thread.StartsWith("wood", StringComparison.Ordinal) && screw.LengthMm is not null;
        return new Finding(
            $"screw-none-fits:{string.Join('+', places)}", "screw-none-fits", weak ? Severity.Warn : Severity.Stop,
            weak
                ? $"{screw.Where}: no {screw.Thread} screw is sold {range}; the longest that does not come through, "
                    + $"{Say.Mm(screw.LengthMm!.Value)} mm, bites {Say.Mm(screw.EngagementMm ?? 0)} mm."
                : $"{screw.Where}: no {screw.Thread} screw is sold {range}.",
            places, remedies)
        {
            Alike = device is null ? new Alike($"{screw.Thread}+{Place.Parse(screw.For).Kind}", screw.Where) : null,
        };
    }

    /// <summary>The edges whose screws of that thread find no length either.</summary>
    private static HashSet<string> Alike(PlanSoFar plan, ScrewChoice screw) =>
        plan.Fixings.Screws.Where(s => s.Thread == screw.Thread && s.Verdict == ScrewVerdict.NoneFits).Select(s => s.For)
            .ToHashSet(StringComparer.Ordinal);

    /// <summary>The design with each solid bar of the catalog as the block of those edges, the smallest first.</summary>
    private static IEnumerable<Design> Blocks(PlanSoFar plan, Design design, HashSet<string> places) =>
        plan.Catalog.Bars.Where(b => b.Shape == BarShape.Solid).OrderBy(b => b.AreaMm2).ThenBy(b => b.Id, StringComparer.Ordinal)
        .Select(b => design with
        {
            Box = design.Box with
            {
                Edges = [.. design.Box.Edges.Select(e => places.Contains(Deck.PlaceOf(e.Id)) && e.BlockBarId is not null
            ? e with { BlockBarId = b.Id } : e)]
            }
        });

    /// <summary>Flat plates as large as the device, the thinnest first.</summary>
    private static readonly IReadOnlyList<Adapter> Pads =
    [
        Pad("aluminium-5052", 1), Pad("aluminium-5052", 1.5), Pad("aluminium-5052", 2), Pad("acrylic", 2), Pad("aluminium-5052", 3),
            Pad("acrylic", 3), Pad("acrylic", 4), Pad("acrylic", 5), Pad("birch-plywood", 6),
    ];

    private static Adapter Pad(string materialId, double mm) => new(materialId, mm) { RevealMm = 0 };

    private static double? WasherFor(FastenerTables tables, ScrewChoice screw, Device device, double most)
    {
        var thread = tables.Thread(screw.Thread);
        var lengths = tables.LengthsFor(thread, tables.Head(thread.Name, HeadForm.Pan)).ToList();
        var bare = (Min: screw.MinMm - device.Screws.WasherMm, Max: most - device.Screws.WasherMm);
        var one = tables.Nut(thread.Name).WasherThicknessMm;
        return Enumerable.Range(1, MostWashers).Select(n => Math.Round(n * one, 3))
            .Where(w => lengths.Exists(l => Grace.AtLeast(l, bare.Min + w) && Grace.AtMost(l, bare.Max + w))).Select(w => (double?)w)
            .FirstOrDefault();
    }
}
