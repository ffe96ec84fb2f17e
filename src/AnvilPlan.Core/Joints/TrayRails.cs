using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Joints;

/// <summary>What carries a tray: a bar under it along each side wall, or four standoffs on the bottom.</summary>
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
                AddRail(draft, tray, Face.Left, catalog, fit, shell);
                AddRail(draft, tray, Face.Right, catalog, fit, shell);
            }
            else if (tray.Support == TraySupport.Posts)
            {
                AddPosts(draft, tray, catalog, fit, shell);
            }
        }
    }

    private static void AddRail(JointDraft draft, Tray tray, Face wall, Catalog catalog, FitPlan fit, ShellPlan shell)
    {
        var bar = catalog.Bar(tray.RailBarId!);
        var plate = shell.Trays[tray.Id];
        var outward = wall.Outward();
        var plane = fit.Envelope.InnerPlane(wall);
        var box = fit.Envelope.Inner
            .WithSpan(Axis.X, Math.Min(plane, plane - (outward.Sign() * bar.WidthMm)), Math.Max(plane, plane - (outward.Sign() * bar.WidthMm)))
            .WithSpan(Axis.Z, plate.Box.Min.Z - bar.HeightMm, plate.Box.Min.Z);
        box = BarPlacing.Trim(box, Axis.Y, draft.Bars.Select(b => b.Box));
        if (box.Size.Y < BarPlacing.LeastLengthMm || box.Min.Z < fit.Envelope.Inner.Min.Z - Box.Slack)
        {
            return;
        }

        var name = $"{tray.Id}/{Deck.Name(wall)}";
        var rail = BarPlacing.Solid(
            "rail/" + name, $"Rail {Deck.Name(wall)}, {tray.Name.ToLowerInvariant()}", PartKind.Rail, bar.MaterialId, bar.Id, box, Axis.Y, Direction.Up, bar.HeightMm);
        draft.Bars.Add(rail);
        draft.Keep(shell.Panels[wall], box.Grow(0.01), $"rail of {tray.Name.ToLowerInvariant()}");
        draft.Keep(plate, box.Grow(0.01), $"rail {Deck.Name(wall)}");
        ScrewDown(draft, catalog, plate, rail, name);
        ScrewToWall(draft, catalog, fit, shell.Panels[wall], wall, rail, name);
    }

    private static void ScrewDown(JointDraft draft, Catalog catalog, SolidPart plate, SolidPart rail, string name)
    {
        var material = catalog.Material(rail.MaterialId);
        var row = FixingRow.Of(rail.LengthMm, Math.Min(EndMm, rail.LengthMm / 4), PitchMostMm);
        var screw = BlockScrew.For(catalog, $"screw/{name}/tray", "tray/" + name, plate, plate.ThicknessMm, material, rail.ThicknessMm, row.Count);
        draft.Screws.Add(screw.Choice with { Where = $"{plate.Name} to rail" });
        foreach (var (at, i) in row.PositionsMm().Select((p, i) => (p, i + 1)))
        {
            var point = rail.Box.Centre.With(Axis.Y, rail.Box.Min.Y + at);
            draft.Cut(plate, new Hole(
                $"{name}/tray/{i}", "tray/" + name, "screw to rail", WorkedFrom.Seen, plate.Frame.ToPlane(point),
                screw.PanelHoleMm, null, null, screw.SinkDiaMm, screw.SinkDeg, screw.PanelWhy, BlockCuts.RowWhy(row, rail), null));
            draft.Cut(rail, new Hole(
                $"{name}/tray/{i}", "tray/" + name, $"{(material.Wood ? "pilot" : "tapped hole")} for tray", WorkedFrom.Seen, rail.Frame.ToPlane(point),
                screw.BlockHoleMm, Math.Min(screw.BlockDepthMm, rail.ThicknessMm), screw.Thread, null, null, screw.BlockWhy, BlockCuts.RowWhy(row, rail), screw.DepthWhy));
        }
    }

    /// <summary>From outside through the wall into the rail: the wall is clamped, two fixings at least so that the rail cannot turn.</summary>
    private static void ScrewToWall(JointDraft draft, Catalog catalog, FitPlan fit, SolidPart panel, Face wall, SolidPart rail, string name)
    {
        var material = catalog.Material(rail.MaterialId);
        var row = FixingRow.Of(rail.LengthMm, Math.Min(EndMm + 15, rail.LengthMm / 3), PitchMostMm);
        var screw = BlockScrew.For(catalog, $"screw/{name}/wall", "tray/" + name, panel, fit.Envelope.ThicknessMm[wall], material, rail.WidthMm, row.Count);
        draft.Screws.Add(screw.Choice with { Where = $"{panel.Name} to rail" });
        var u = rail.Frame.U;
        var side = new Frame(Envelope.Corner(rail.Box, u, wall.Outward().Cross(u), wall.Outward()), u, wall.Outward().Cross(u));
        foreach (var (at, i) in row.PositionsMm().Select((p, i) => (p, i + 1)))
        {
            var point = rail.Box.Centre.With(Axis.Y, rail.Box.Min.Y + at);
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
        var floor = shell.Panels[Face.Bottom];
        var thread = catalog.Fasteners.Thread("M3");
        var picker = new ScrewPicker(catalog.Fasteners);
        var depth = new WhyTerm("half the post", tray.UndersideMm / 2, "mm", "tray height");
        var least = picker.EngagementIn("steel", thread);
        draft.Screws.Add(picker.Tapped(
            $"screw/{tray.Id}/post-top", "tray/" + tray.Id, $"{tray.Name} to posts", thread, HeadForm.Pan,
            [new WhyTerm("tray thickness", plate.ThicknessMm, "mm", "tray")], 0, least, depth, 4, null));
        draft.Screws.Add(picker.Tapped(
            $"screw/{tray.Id}/post-foot", "tray/" + tray.Id, "Bottom to posts", thread, HeadForm.Pan,
            [new WhyTerm("bottom thickness", fit.Envelope.ThicknessMm[Face.Bottom], "mm", "panel")], 0, least, depth, 4, null));
        var why = $"clearance for M3, normal series: {thread.ClearanceNormalMm} mm ({thread.Source})";
        var where = $"{PostInsetMm} mm in from both edges of the tray";
        var i = 0;
        foreach (var x in (double[])[plate.Box.Min.X + PostInsetMm, plate.Box.Max.X - PostInsetMm])
        {
            foreach (var y in (double[])[plate.Box.Min.Y + PostInsetMm, plate.Box.Max.Y - PostInsetMm])
            {
                var id = $"{tray.Id}/post/{++i}";
                var point = new Point3(x, y, plate.Box.Min.Z);
                draft.Cut(plate, new Hole(id, "tray/" + tray.Id, "post", WorkedFrom.Seen, plate.Frame.ToPlane(point), thread.ClearanceNormalMm, null, null, null, null, why, where, null));
                draft.Cut(floor, new Hole(
                    id, "tray/" + tray.Id, "post", JointDraft.FaceTowards(floor, Direction.Down), floor.Frame.ToPlane(point), thread.ClearanceNormalMm, null, null, null, null, why, where, null));
            }
        }
    }
}
