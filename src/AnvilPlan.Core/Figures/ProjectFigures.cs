using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Quantities;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Figures;

/// <summary>A number of the open project that a sum can begin with; some can be set from a result.</summary>
/// <param name="Unit">As the keys of the sums end: mm, g, W, C, pct, kg.</param>
/// <param name="Put">The design with that number in its place; null when it follows from others.</param>
public sealed record ProjectFigure(string Id, string Name, string Group, string Unit, double Value, Func<Design, double, Design>? Put)
{
    /// <summary>Least and most that it can be set to.</summary>
    public (double Least, double Most) Range { get; init; } = (0, 10_000);
}

/// <summary>Everything of a project that is a number and has a name at the bench.</summary>
public static class ProjectFigures
{
    public static IReadOnlyList<ProjectFigure> Of(Design design, BuildPlan plan, Catalog catalog, ShopProfile shop) =>
        [.. Box(design, plan, catalog), .. Panels(design, catalog), .. Trays(design, catalog), .. Parts(design, plan, catalog),
            .. Brief(design), .. Shop(shop), .. Screws(plan)];

    private static IEnumerable<ProjectFigure> Box(Design design, BuildPlan plan, Catalog catalog)
    {
        const string group = "Box";
        var depthFollows = catalog.Spread(design).Box.DepthFollows;
        var word = design.Box.Basis == SizeBasis.Outer ? "outer" : "inner";
        yield return new("box/width", $"Width, {word}", group, "mm", design.Box.WidthMm, (d, v) => d with
        { Box = d.Box with { WidthMm = v } })
        { Range = (20, 3000) };
        yield return new("box/depth", $"Depth, {word}", group, "mm", design.Box.DepthMm, depthFollows ? null
            : (d, v) => d with { Box = d.Box with { DepthMm = v } })
        { Range = (20, 3000) };
        yield return new("box/height", $"Height, {word}", group, "mm", design.Box.HeightMm, (d, v) => d with
        { Box = d.Box with { HeightMm = v } })
        { Range = (20, 3000) };
        foreach (var (name, axis) in ((string, Axis)[])[("Width", Axis.X), ("Depth", Axis.Y), ("Height", Axis.Z)])
        {
            // whichever sizes the box is given in, the others follow by as much
            var size = plan.Outer.Size[axis];
            yield return new($"outside/{name.ToLowerInvariant()}", $"{name} outside", group, "mm", size,
                axis == Axis.Y && depthFollows ? null : (d, v) => ChainEdit.Resize(d, axis, v - size))
            { Range = (20, 3000) };
            yield return new($"inside/{name.ToLowerInvariant()}", $"{name} inside", group, "mm", plan.Inner.Size[axis], null);
        }

        if (design.Box.Feet is { } feet)
        {
            yield return new("feet/height", "Height of the feet", group, "mm", feet.HeightMm, (d, v) => d with
            { Box = d.Box with { Feet = (d.Box.Feet ?? feet) with { HeightMm = v } } })
            { Range = (2, 200) };
        }

        yield return new("mass", "Mass of the whole", group, "g", plan.Tally.MassG, null);
        yield return new("heat", "Heat inside", group, "W", plan.Tally.HeatW, null);
    }

    private static IEnumerable<ProjectFigure> Panels(Design design, Catalog catalog) =>
        design.Box.Panels.Where(p => p.Hold != PanelHold.Open).SelectMany(p => (ProjectFigure[])
    [
        new($"panel/{Deck.Name(p.Face)}/thickness", $"Thickness of the {Deck.Name(p.Face)}, measured", "Panels", "mm",
            Envelope.Thickness(p, catalog), (d, v) => d.WithPanel(p.Face, x => x with { MeasuredMm = v })) { Range = (0.3, 60) },
        new($"panel/{Deck.Name(p.Face)}/movement", $"Movement of the {Deck.Name(p.Face)}'s wood", "Panels", "per_pct",
            catalog.Material(p.MaterialId).MovementPerPercent, null),
        new($"panel/{Deck.Name(p.Face)}/youngs", $"Young's modulus of the {Deck.Name(p.Face)}", "Panels", "GPa",
            catalog.Material(p.MaterialId).YoungsGPa, null),
    ]);

    private static IEnumerable<ProjectFigure> Trays(Design design, Catalog catalog) => design.Trays.SelectMany(t => (ProjectFigure[])
    [
        new($"tray/{t.Id}/thickness", $"Thickness of {t.Name}, measured", "Trays", "mm", Envelope.Thickness(t, catalog),
            (d, v) => d.WithTray(t.Id, x => x with { MeasuredMm = v })) { Range = (0.3, 60) },
        new($"tray/{t.Id}/underside", $"Underside of {t.Name} above the floor", "Trays", "mm", t.UndersideMm,
            (d, v) => d.WithTray(t.Id, x => x with { UndersideMm = v })) { Range = (0, 3000) },
        new($"tray/{t.Id}/gap", $"Air round {t.Name}", "Trays", "mm", t.GapMm, (d, v) => d.WithTray(t.Id, x => x with { GapMm = v }))
        { Range = (0, 200) },
    ]);

    private static IEnumerable<ProjectFigure> Parts(Design design, BuildPlan plan, Catalog catalog)
    {
        var depthFollows = catalog.Spread(design).Box.DepthFollows;
        var alone = plan.Parts.Where(p => p.Closes is not null).GroupBy(p => p.Closes).Where(g => g.Count() == 1).SelectMany(g => g)
            // what leans or is bent has sizes that follow from more than the box
            .Where(p => p is { Kind: PartKind.Panel, Pose: null, LeafOf: null }).Select(p => p.Id).ToHashSet(StringComparer.Ordinal);
        Func<Design, double, Design>? Resize(Part part, Direction along, double now) =>
            alone.Contains(part.Id) && !(depthFollows && along.Axis() == Axis.Y)
                ? (d, v) => ChainEdit.Resize(d, along.Axis(), v - now) : null;
        return plan.Parts.SelectMany(p => (ProjectFigure[])
        [
            new(LengthOf(p), $"{p.Name}, length", "Parts", "mm", p.LengthMm, Resize(p, p.Frame.U, p.LengthMm)) { Range = (20, 3000) },
            new(WidthOf(p), $"{p.Name}, width", "Parts", "mm", p.WidthMm, Resize(p, p.Frame.V, p.WidthMm)) { Range = (20, 3000) },
            new($"part/{p.Id}/thickness", $"{p.Name}, thickness", "Parts", "mm", p.ThicknessMm, null),
            new($"part/{p.Id}/mass", $"{p.Name}, mass", "Parts", "g", p.MassG, null),
        ]);
    }

    /// <summary>What the length of a part is known by; that of a panel that closes a face alone is a size of the box.</summary>
    public static string LengthOf(Part part) => $"part/{part.Id}/length";

    public static string WidthOf(Part part) => $"part/{part.Id}/width";

    private static IEnumerable<ProjectFigure> Brief(Design design)
    {
        yield return new("brief/carries", "What stands on it", "Brief", "kg", design.Brief.CarriesKg ?? 0, (d, v) => d with
        { Brief = d.Brief with { CarriesKg = v } })
        { Range = (0, 1000) };
        yield return new("brief/carries-n", "What stands on it", "Brief", "N", (design.Brief.CarriesKg ?? 0) * Mass.NewtonPerKg, null);
        yield return new("home/driest", "Driest weeks at home", "Brief", "pct", design.Brief.Home.DriestPercent, null);
        yield return new("home/dampest", "Dampest weeks at home", "Brief", "pct", design.Brief.Home.DampestPercent, null);
        yield return new("home/temperature", "Room at home", "Brief", "C", design.Brief.Home.TemperatureC, null);
    }

    private static IEnumerable<ProjectFigure> Shop(ShopProfile shop)
    {
        yield return new("shop/temperature", "Workshop", "Shop", "C", shop.Air.TemperatureC, null);
        yield return new("shop/humidity", "Workshop", "Shop", "pct", shop.Air.HumidityPercent, null);
        foreach (var family in shop.Families)
        {
            yield return new($"shop/kerf/{family.Family}", $"Kerf in {family.Family.ToString().ToLowerInvariant()}", "Shop", "mm",
                family.KerfMm, null);
        }

        foreach (var process in Enum.GetValues<ShopProcess>())
        {
            yield return new($"shop/tolerance/{process}", $"Tolerance, {Fits.Making.Word(process)}", "Shop", "mm", shop.ToleranceOf(process)
                .PlusMinusMm, null);
        }
    }

    /// <summary>Lengths that screws have to bridge.</summary>
    private static IEnumerable<ProjectFigure> Screws(BuildPlan plan) =>
        plan.Screws.Select(s => new ProjectFigure($"screw/{s.Id}/grip", $"Clamped by {s.Where}", "Screws", "mm",
        Math.Round(s.GripMm, 3), null));
}
