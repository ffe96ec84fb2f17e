using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Joints;

/// <summary>What carries a plate: a bar behind it along two walls, or four standoffs on the panel behind or ahead of it.</summary>
internal static class TrayRails
{
    private const double EndMm = 25;
    private const double PitchMostMm = 220;
    private const double PostInsetMm = 12;

    public static void Add(JointDraft draft, Design design, Catalog catalog, FitPlan fit, ShellPlan shell)
    {
        foreach (var tray in design.Trays)
        {
            if (tray.Support == TraySupport.Rails && tray.RailBarId is not null)
            {
                AddRail(draft, tray, tray.Plane.Rails().Least, catalog, fit, shell);
                AddRail(draft, tray, tray.Plane.Rails().Most, catalog, fit, shell);
            }
            else if (tray.Support is TraySupport.Posts or TraySupport.Hung)
            {
                AddPosts(draft, tray, catalog, fit, shell);
            }
        }
    }

    private static void AddRail(JointDraft draft, Tray tray, Face wall, Catalog catalog, FitPlan fit, ShellPlan shell)
    {
        var bar = catalog.Bar(tray.RailBarId!);
        var plate = shell.Trays[tray.Id];
        var (outward, normal, along) = (wall.Outward(), tray.Plane.Normal(), tray.Plane.Rails().Along);
        var plane = fit.Envelope.InnerPlane(wall);
        var seat = plate.Box.Side(normal.Opposite());
        var far = seat - (normal.Sign() * bar.HeightMm);
        var box = fit.Envelope.Inner
            .WithSpan(outward.Axis(), Math.Min(plane, plane - (outward.Sign() * bar.WidthMm)), Math.Max(plane, plane - (outward.Sign() * bar.WidthMm)))
            .WithSpan(normal.Axis(), Math.Min(seat, far), Math.Max(seat, far));
        box = BarPlacing.Trim(box, along, draft.Bars.Select(b => b.Box));
        if (box.Size[along] < BarPlacing.LeastLengthMm || !fit.Envelope.Inner.Contains(box))
        {
            return;
        }

        var name = $"{tray.Id}/{Deck.Name(wall)}";
        var rail = BarPlacing.Solid(
            "rail/" + name, $"Rail {Deck.Name(wall)}, {tray.Name.ToLowerInvariant()}", PartKind.Rail, bar.MaterialId, bar.Id, box, along, normal, bar.HeightMm);
        draft.Bars.Add(rail);
        draft.Keep(shell.Panels[wall], box.Grow(0.01), $"rail of {tray.Name.ToLowerInvariant()}");
        draft.Keep(plate, box.Grow(0.01), $"rail {Deck.Name(wall)}");
        ScrewDown(draft, catalog, plate, rail, along, name);
        ScrewToWall(draft, catalog, fit, shell.Panels[wall], wall, rail, along, name);
    }

    private static void ScrewDown(JointDraft draft, Catalog catalog, SolidPart plate, SolidPart rail, Axis along, string name)
    {
        var material = catalog.Material(rail.MaterialId);
        var row = FixingRow.Of(rail.LengthMm, Math.Min(EndMm, rail.LengthMm / 4), PitchMostMm);
        var screw = BlockScrew.For(catalog, $"screw/{name}/tray", "tray/" + name, plate, plate.ThicknessMm, material, rail.ThicknessMm, row.Count);
        draft.Screws.Add(screw.Choice with { Where = $"{plate.Name} to rail" });
        foreach (var (at, i) in row.PositionsMm().Select((p, i) => (p, i + 1)))
        {
            var point = rail.Box.Centre.With(along, rail.Box.Min[along] + at);
            draft.Cut(plate, new Hole(
                $"{name}/tray/{i}", "tray/" + name, "screw to rail", WorkedFrom.Seen, plate.Frame.ToPlane(point),
                screw.PanelHoleMm, null, null, screw.SinkDiaMm, screw.SinkDeg, screw.PanelWhy, BlockCuts.RowWhy(row, rail), null));
            draft.Cut(rail, new Hole(
                $"{name}/tray/{i}", "tray/" + name, $"{(material.Wood ? "pilot" : "tapped hole")} for tray", WorkedFrom.Seen, rail.Frame.ToPlane(point),
                screw.BlockHoleMm, Math.Min(screw.BlockDepthMm, rail.ThicknessMm), screw.Thread, null, null, screw.BlockWhy, BlockCuts.RowWhy(row, rail), screw.DepthWhy));
        }
    }

    /// <summary>From outside through the wall into the rail: the wall is clamped, two fixings at least so that the rail cannot turn.</summary>
    private static void ScrewToWall(JointDraft draft, Catalog catalog, FitPlan fit, SolidPart panel, Face wall, SolidPart rail, Axis along, string name)
    {
        var material = catalog.Material(rail.MaterialId);
        var row = FixingRow.Of(rail.LengthMm, Math.Min(EndMm + 15, rail.LengthMm / 3), PitchMostMm);
        var screw = BlockScrew.For(catalog, $"screw/{name}/wall", "tray/" + name, panel, fit.Envelope.ThicknessMm[wall], material, rail.WidthMm, row.Count);
        draft.Screws.Add(screw.Choice with { Where = $"{panel.Name} to rail" });
        var u = rail.Frame.U;
        var side = new Frame(Envelope.Corner(rail.Box, u, wall.Outward().Cross(u), wall.Outward()), u, wall.Outward().Cross(u));
        foreach (var (at, i) in row.PositionsMm().Select((p, i) => (p, i + 1)))
        {
            var point = rail.Box.Centre.With(along, rail.Box.Min[along] + at);
            draft.Cut(panel, new Hole(
                $"{name}/wall/{i}", "tray/" + name, "screw to rail", JointDraft.FaceTowards(panel, wall.Outward()), panel.Frame.ToPlane(point),
                screw.PanelHoleMm, null, null, screw.SinkDiaMm, screw.SinkDeg, screw.PanelWhy, BlockCuts.RowWhy(row, rail), null));
            draft.Cut(rail, new Hole(
                $"{name}/wall/{i}", "tray/" + name, $"{(material.Wood ? "pilot" : "tapped hole")} for {panel.Name.ToLowerInvariant()}, in the face towards it",
                WorkedFrom.Seen, side.ToPlane(point), screw.BlockHoleMm, Math.Min(screw.BlockDepthMm, rail.WidthMm), screw.Thread, null, null, screw.BlockWhy, BlockCuts.RowWhy(row, rail), screw.DepthWhy));
        }
    }

    private static void AddPosts(JointDraft draft, Tray tray, Catalog catalog, FitPlan fit, ShellPlan shell)
    {
        var plate = shell.Trays[tray.Id];
        var face = tray.Support == TraySupport.Hung ? tray.Plane.Ahead() : tray.Plane.Behind();
        var panel = shell.Panels[face];
        var length = PostMm(tray, fit);
        var thread = catalog.Fasteners.Thread("M3");
        var picker = new ScrewPicker(catalog.Fasteners);
        var depth = new WhyTerm("half the post", length / 2, "mm", "tray place");
        var least = picker.EngagementIn("steel", thread);
        draft.Screws.Add(picker.Tapped(
            $"screw/{tray.Id}/post-top", "tray/" + tray.Id, $"{tray.Name} to posts", thread, HeadForm.Pan,
            [new WhyTerm("tray thickness", plate.ThicknessMm, "mm", "tray")], 0, least, depth, 4, null));
        draft.Screws.Add(picker.Tapped(
            $"screw/{tray.Id}/post-foot", "tray/" + tray.Id, $"{panel.Name} to posts", thread, HeadForm.Pan,
            [new WhyTerm($"{panel.Name.ToLowerInvariant()} thickness", fit.Envelope.ThicknessMm[face], "mm", "panel")], 0, least, depth, 4, null));
        var why = $"clearance for M3, normal series: {thread.ClearanceNormalMm} mm ({thread.Source})";
        var where = $"{PostInsetMm} mm in from both edges of the tray";
        foreach (var (point, i) in Posts(plate).Select((p, i) => (p, i + 1)))
        {
            var id = $"{tray.Id}/post/{i}";
            draft.Cut(plate, new Hole(id, "tray/" + tray.Id, "post", WorkedFrom.Seen, plate.Frame.ToPlane(point), thread.ClearanceNormalMm, null, null, null, null, why, where, null));
            draft.Cut(panel, new Hole(
                id, "tray/" + tray.Id, "post", JointDraft.FaceTowards(panel, face.Outward()), panel.Frame.ToPlane(point), thread.ClearanceNormalMm, null, null, null, null, why, where, null));
        }
    }

    /// <summary>Length of the posts that carry the plate, mm; what is left between it and their panel.</summary>
    public static double PostMm(Tray tray, FitPlan fit) => tray.Support == TraySupport.Hung
        ? fit.Envelope.Inner.Size[tray.Plane.Normal().Axis()] - tray.UndersideMm - fit.Trays[tray.Id].Size[tray.Plane.Normal().Axis()]
        : tray.UndersideMm;

    private static IEnumerable<Point3> Posts(SolidPart plate)
    {
        var (across, along) = (plate.Frame.U.Axis(), plate.Frame.V.Axis());
        var (first, second) = across < along ? (across, along) : (along, across);
        foreach (var a in (double[])[plate.Box.Min[first] + PostInsetMm, plate.Box.Max[first] - PostInsetMm])
        {
            foreach (var b in (double[])[plate.Box.Min[second] + PostInsetMm, plate.Box.Max[second] - PostInsetMm])
            {
                yield return plate.Box.Centre.With(first, a).With(second, b);
            }
        }
    }
}
