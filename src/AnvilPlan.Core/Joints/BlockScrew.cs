using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Quantities;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Joints;

/// <summary>The screw from a panel or tray into a bar, with both holes, mm.</summary>
internal sealed record BlockScrew(
    ScrewChoice Choice, double PanelHoleMm, double? SinkDiaMm, double? SinkDeg, string PanelWhy,
    double BlockHoleMm, double BlockDepthMm, string? Thread, string BlockWhy, string DepthWhy)
{
    private const string MachineThread = "M3";

    /// <summary>A nut is set where the material is thinner than this (mm); a thicker bar is tapped or another one taken.</summary>
    private const double MostForNutMm = 5;

    /// <summary>A wood screw into wood, a tapped machine screw into metal; countersunk where the panel is thick enough for the head.</summary>
    public static BlockScrew For(Catalog catalog, string id, string forWhat, SolidPart panel, double thicknessMm, Material into, double intoMm, int count)
    {
        var picker = new ScrewPicker(catalog.Fasteners);
        var panelMaterial = catalog.Material(panel.MaterialId);
        var clamped = new WhyTerm($"{panel.Name.ToLowerInvariant()} thickness", thicknessMm, "mm", "panel");
        return into.Wood
            ? Wood(picker, id, forWhat, panel, clamped, panelMaterial, into, intoMm, count)
            : Machine(catalog.Fasteners, picker, id, forWhat, panel, clamped, panelMaterial, into, intoMm, count);
    }

    private static BlockScrew Wood(
        ScrewPicker picker, string id, string forWhat, SolidPart panel, WhyTerm clamped, Material panelMaterial, Material into, double intoMm, int count)
    {
        var (choice, size) = picker.Wood(id, forWhat, $"{panel.Name} to block", clamped, intoMm, into, count);
        var sinks = clamped.Value >= (size.HeadMm - size.ClearanceMm) / 2 + 0.2 && !panelMaterial.Brittle;
        return new BlockScrew(
            choice with { Head = sinks ? "countersunk" : "pan" }, size.ClearanceMm, sinks ? size.HeadMm : null, sinks ? 90 : null,
            $"clearance for wood screw {size.Name}: {size.ClearanceMm} mm ({size.Source})",
            size.PilotFor(into), Math.Max(1, (choice.LengthMm ?? clamped.Value) - clamped.Value + 1), null,
            $"pilot for {size.Name} in {into.Name}: {size.PilotFor(into)} mm, share of the root diameter (USDA Wood Handbook ch. 8)",
            $"the screw's {Math.Round((choice.LengthMm ?? clamped.Value) - clamped.Value, 2)} mm in the wood and 1 mm for its point");
    }

    private static BlockScrew Machine(
        FastenerTables tables, ScrewPicker picker, string id, string forWhat, SolidPart panel, WhyTerm clamped, Material panelMaterial, Material into, double intoMm, int count)
    {
        var thread = tables.Thread(MachineThread);
        var flush = tables.Head(thread.Name, HeadForm.Countersunk);
        var sinks = clamped.Value >= flush.HeightMm + 0.2 && !panelMaterial.Brittle;
        var tapped = picker.Tapped(
            id, forWhat, $"{panel.Name} to block", thread, sinks ? HeadForm.Countersunk : HeadForm.Pan, [clamped], 0,
            picker.EngagementIn(into.Engagement, thread), new WhyTerm("bar section less 1 mm", intoMm - 1, "mm", "bar stock"), count, null);
        var choice = tapped.Verdict == ScrewVerdict.Fits || intoMm > MostForNutMm
            ? tapped
            : picker.WithNut(id, forWhat, tapped.Where, thread, sinks ? HeadForm.Countersunk : HeadForm.Pan, [clamped, new WhyTerm("wall", intoMm, "mm", "bar stock")], 0, count, null);
        if (choice.Nut)
        {
            var clear = $"clearance for {thread.Name}, normal series: {thread.ClearanceNormalMm} mm; {Math.Round(intoMm, 2)} mm are too thin for a thread ({thread.Source})";
            return new BlockScrew(choice, thread.ClearanceNormalMm, sinks ? flush.DiaMm : null, sinks ? flush.CountersinkDeg : null, clear, thread.ClearanceNormalMm, intoMm, null, clear, "");
        }

        var hole = panelMaterial.Brittle ? thread.ClearanceLooseMm : thread.ClearanceNormalMm;
        return new BlockScrew(
            choice, hole, sinks ? flush.DiaMm : null, sinks ? flush.CountersinkDeg : null,
            $"clearance for {thread.Name}, {(panelMaterial.Brittle ? "loose" : "normal")} series: {hole} mm ({thread.Source})",
            thread.TapDrillMm, (choice.EngagementMm ?? 0) + ScrewPicker.ThreePitchesMm(thread), thread.Name,
            $"tap drill {thread.Name}: {thread.TapDrillMm} mm, {ThreadForm.Percent(thread.NominalMm, thread.PitchMm, thread.TapDrillMm).ToString("0", System.Globalization.CultureInfo.InvariantCulture)} % thread",
            $"{Math.Round(choice.EngagementMm ?? 0, 2)} mm of thread that bites and 3 pitches of {thread.PitchMm} mm for the tap to run out, at most through the bar");
    }
}
