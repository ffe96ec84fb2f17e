using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.Plates;

/// <summary>What carries a plate: a bar behind it along two walls, or four standoffs on the panel behind or ahead of it.</summary>
internal static class PlateSupports
{
    private const double EndMm = 25;
    private const double PitchMostMm = 220;

    /// <summary>Between the end of a stiffener and the rail beside it, mm [R].</summary>
    private const double StiffenerPlayMm = 1;
    private const string PostThread = "M3";
    private const double PostFlatsMm = 5.5;
    private const double PostTappedMm = 15;

    /// <summary>From both edges of a tray to its posts, mm; farther in where a block or bar stands in the corner.</summary>
    private static readonly double[] PostInsetsMm = [12, 16, 20, 24, 28, 32, 40, 50];

    public static SolidPart Solid(Tray tray, Box box) => new(
        tray.Id, tray.Name, PartKind.Tray, tray.MaterialId, tray.NominalMm, box,
        SolidPart.FrameOf(
            box, tray.Plane.DrawnAxes().U, tray.Plane.DrawnAxes().V,
            box.Size[tray.Plane.DrawnAxes().V.Axis()] > box.Size[tray.Plane.DrawnAxes().U.Axis()] + Box.Slack),
        tray.Plane.Sides().Near, tray.Plane.Sides().Far, null);

    public static void Lay(ShellDraft draft)
    {
        foreach (var tray in draft.Design.Trays.Where(t => t.Support == TraySupport.Rails && t.RailBarId is not null))
        {
            LayRail(draft, tray, tray.Plane.Rails().Least);
            LayRail(draft, tray, tray.Plane.Rails().Most);
        }
    }

    /// <summary>Bars under the two free edges of a plate, between whatever carries it.</summary>
    public static void LayStiffeners(ShellDraft draft)
    {
        foreach (var tray in draft.Design.Trays.Where(t => t.StiffenerBarId is not null && draft.Trays.ContainsKey(t.Id)))
        {
            var (bar, plate, normal) = (draft.Catalog.Bar(tray.StiffenerBarId!), draft.Trays[tray.Id].Box, tray.Plane.Normal());
            var across = tray.Plane.Rails().Least.Outward().Axis();
            var free = tray.Plane.Rails().Along;
            var seat = plate.Side(normal.Opposite());
            foreach (var (first, name) in ((bool, string)[])[(true, "near"), (false, "far")])
            {
                var edge = first ? plate.Min[free] : plate.Max[free] - bar.WidthMm;
                var box = plate.WithSpan(free, edge, edge + bar.WidthMm)
                    .WithSpan(normal.Axis(), Math.Min(seat, seat - (normal.Sign() * bar.HeightMm)),
                        Math.Max(seat, seat - (normal.Sign() * bar.HeightMm)));
                box = Short(BarPlacing.Trim(box, across, draft.Members.Where(m => m.Pose is null).Select(m => m.Box)), plate, across);
                if (box.Size[across] >= BarPlacing.LeastLengthMm)
                {
                    var stiffener = BarPlacing.Solid(StiffenerId(tray, name), $"Stiffener {name} edge, {tray.Name.ToLowerInvariant()}",
                        PartKind.Rail, bar, box, across, normal, bar.HeightMm) with
                    { Role = new Role.Stiffener(tray.Id) };
                    draft.Members.Add(bar.Shape == BarShape.Angle
                        ? stiffener with { Body = AngleLegs.Of(box, normal, Directions.Of(free, first ? -1 : 1), bar.WallMm!.Value) }
                        : stiffener);
                }
            }
        }
    }

    /// <summary>Where a bar would meet what carries the plate, it ends before it: the plate slides in with it.</summary>
    private static Box Short(Box bar, Box plate, Axis along) => bar.WithSpan(
        along, bar.Min[along] > plate.Min[along] + Box.Slack ? bar.Min[along] + StiffenerPlayMm : bar.Min[along],
            bar.Max[along] < plate.Max[along] - Box.Slack ? bar.Max[along] - StiffenerPlayMm : bar.Max[along]);

    private static string StiffenerId(Tray tray, string name) => $"stiffener/{tray.Id}/{name}";

    private static void JoinStiffeners(JointDraft draft, Tray tray)
    {
        foreach (var name in (string[])["near", "far"])
        {
            if (draft.Shell.Member(StiffenerId(tray, name)) is { } bar)
            {
                draft.Keep(draft.Shell.Trays[tray.Id], bar.Box.Grow(0.01), "stiffener");
                FixingRows.Screw(draft, draft.Shell.Trays[tray.Id], bar, new RowRule(Place.Tray(tray.Id).ToString(),
                    $"{tray.Id}/stiffener-{name}",
                    EndMm, PitchMostMm, "screw to stiffener"));
            }
        }
    }

    /// <summary>A groove in each wall, as wide as the plate and the shop's fit.</summary>
    private static void House(JointDraft draft, Tray tray)
    {
        var plate = draft.Shell.Trays[tray.Id];
        foreach (var face in (Face[])[tray.Plane.Rails().Least, tray.Plane.Rails().Most])
        {
            if (!draft.Shell.Panels.TryGetValue(face, out var wall))
            {
                continue;
            }

            var entry = draft.Fit.Envelope.HousingMm(tray, face);
            var (inward, fits) = (face.Outward().Opposite(), draft.Shop.Fits);
            var (plane, normal) = (draft.Fit.Envelope.InnerPlane(face), tray.Plane.Normal().Axis());
            var end = plane - (inward.Sign() * Math.Min(entry + fits.GrooveDepthMm, wall.ThicknessMm));
            var seat = plate.Box.Intersect(wall.Box)
                .WithSpan(normal, plate.Box.Min[normal] - (fits.GrooveWidthMm / 2), plate.Box.Max[normal] + (fits.GrooveWidthMm / 2))
                .WithSpan(face.Outward().Axis(), Math.Min(plane, end), Math.Max(plane, end));
            draft.Cut(wall, Recess.Of(
                wall, inward, seat, $"{tray.Id}/housing", Place.Tray(tray.Id).ToString(), $"groove for {tray.Name.ToLowerInvariant()}",
                $"{plate.ThicknessMm:0.##} mm of plate and {fits.GrooveWidthMm} mm of fit; it enters {entry:0.##} mm, cut "
                    + $"{fits.GrooveDepthMm} mm deeper"));
            draft.Keep(wall, seat, tray.Name.ToLowerInvariant());
            var glued = draft.Catalog.Material(plate.MaterialId).Wood && draft.Catalog.Material(wall.MaterialId).Wood;
            draft.Hold(plate, wall, glued ? HoldBy.Glue : HoldBy.Slipped, Place.Tray(tray.Id).ToString());
        }
    }

    public static void Join(JointDraft draft)
    {
        foreach (var tray in draft.Design.Trays.Where(t => draft.Shell.Trays.ContainsKey(t.Id)))
        {
            JoinStiffeners(draft, tray);
            if (tray.Support == TraySupport.Housed)
            {
                House(draft, tray);
            }

            if (tray.Support == TraySupport.Rails && draft.Shell.Trays.ContainsKey(tray.Id))
            {
                JoinRail(draft, tray, tray.Plane.Rails().Least);
                JoinRail(draft, tray, tray.Plane.Rails().Most);
            }
            else if (tray.Support == TraySupport.Flanges)
            {
                TrayFolds.Join(draft, tray);
            }
            else if (tray.Support is TraySupport.Posts or TraySupport.Hung)
            {
                AddPosts(draft, tray, draft.Catalog, draft.Fit, draft.Shell);
            }
        }
    }

    /// <summary>Cuts the plates round blocks, posts and rails that pass through them.</summary>
    public static void NotchRoundMembers(JointDraft draft)
    {
        const double clear = 1;
        foreach (var tray in draft.Shell.Trays.Values)
        {
            foreach (var member in draft.Shell.Members.Where(m => m.Pose is null && m.Box.Overlaps(tray.Box)))
            {
                foreach (var (body, i) in member.Body.Where(b => b.Overlaps(tray.Box)).Select((b, i) => (b, i + 1)))
                {
                    var (min, max) = tray.Frame.ToPlane(body.Grow(clear).Intersect(tray.Box));
                    draft.Cut(tray, new Opening(
                        $"notch/{member.Id}{(i == 1 ? "" : $"/{i}")}", member.Id, $"notch round {member.Name.ToLowerInvariant()}",
                            WorkedFrom.Seen,
                        new Uv((min.U + max.U) / 2, (min.V + max.V) / 2), max.U - min.U, max.V - min.V, 0,
                            $"section of the bar and {clear} mm of air", "where the bar stands")
                    {
                        RoundPart = true,
                    });
                }
            }
        }
    }

    private static string RailId(Tray tray, Face wall) => $"rail/{tray.Id}/{Deck.Name(wall)}";

    private static void LayRail(ShellDraft draft, Tray tray, Face wall)
    {
        var bar = draft.Catalog.Bar(tray.RailBarId!);
        var (outward, normal, along) = (wall.Outward(), tray.Plane.Normal(), tray.Plane.Rails().Along);
        var inner = draft.Fit.Envelope.Inner;
        var plane = draft.Fit.Envelope.InnerPlane(wall);
        var seat = draft.Trays[tray.Id].Box.Side(normal.Opposite());
        var far = seat - (normal.Sign() * bar.HeightMm);
        var box = inner
            .WithSpan(outward.Axis(), Math.Min(plane, plane - (outward.Sign() * bar.WidthMm)),
                Math.Max(plane, plane - (outward.Sign() * bar.WidthMm)))
            .WithSpan(normal.Axis(), Math.Min(seat, far), Math.Max(seat, far));
        box = draft.Fit.Envelope.Clear(box, 0, along == Axis.Z);
        box = BarPlacing.Trim(box, along, draft.Members.Where(m => m.Pose is null).Select(m => m.Box));
        if (box.Size[along] >= BarPlacing.LeastLengthMm && inner.Contains(box))
        {
            var rail = BarPlacing.Solid(RailId(tray, wall), $"Rail {Deck.Name(wall)}, {tray.Name.ToLowerInvariant()}", PartKind.Rail, bar,
                box, along, normal, bar.HeightMm) with
            { Role = new Role.TrayRail(tray.Id, wall) };
            draft.Members.Add(bar.Shape == BarShape.Angle ? rail with { Body = AngleLegs.Of(box, outward, normal, bar.WallMm!.Value) }
                : rail);
        }
    }

    private static void JoinRail(JointDraft draft, Tray tray, Face wall)
    {
        if (draft.Shell.Member(RailId(tray, wall)) is not { } rail)
        {
            return;
        }

        var (plate, name, place) = (draft.Shell.Trays[tray.Id], $"{tray.Id}/{Deck.Name(wall)}", Place.Tray(tray.Id).ToString());
        draft.Keep(plate, rail.Box.Grow(0.01), $"rail {Deck.Name(wall)}");
        if (tray.Drawer is null)
        {
            FixingRows.Screw(draft, plate, rail, new RowRule(place, $"{name}/tray", EndMm, PitchMostMm, "screw to rail"));
        }
        else
        {
            draft.Hold(plate, rail, HoldBy.Slide, place);
        }

        foreach (var (panel, i) in draft.Shell.PanelsOf(wall).Select((p, i) => (p, i)))
        {
            draft.Keep(panel, rail.Box.Grow(0.01), $"rail of {tray.Name.ToLowerInvariant()}");
            FixingRows.Screw(draft, panel, rail, new RowRule(place, $"{name}/wall{(i == 0 ? "" : $"-{i + 1}")}", EndMm + 15, PitchMostMm,
                "screw to rail"));
        }

        // without a wall, and at its ends in any case, the rail is held by the posts that it runs between
        foreach (var post in draft.Shell.Members.Where(m => m.Kind == PartKind.Member && m.LeafOf is null && m.Pose is null
            && Contact.Between(rail.Box, m.Box) is { } contact && contact.Side.Axis() == tray.Plane.Rails().Along))
        {
            EndFixing.Add(draft, post, rail, place, $"{name}/{post.Id}");
        }
    }

    private static void AddPosts(JointDraft draft, Tray tray, Catalog catalog, FitPlan fit, ShellPlan shell)
    {
        var plate = shell.Trays[tray.Id];
        var face = tray.Support == TraySupport.Hung ? tray.Plane.Ahead() : tray.Plane.Behind();
        if (!shell.Panels.TryGetValue(face, out var panel))
        {
            return;
        }

        var (length, normal, place) = (PostMm(tray, fit), tray.Plane.Normal(), Place.Tray(tray.Id).ToString());
        var thread = catalog.Fasteners.Thread(PostThread);
        var picker = new ScrewPicker(catalog.Fasteners);
        var depth = new WhyTerm("half the post, at most what is tapped", Math.Min(length / 2, PostTappedMm), "mm", "tray place");
        var least = picker.EngagementIn(StandoffStack.EngagementRow, thread);
        ScrewChoice Screw(string end, SolidPart part, double mm) =>
            picker.Tapped(new ScrewNeed($"screw/{tray.Id}/post-{end}", place, $"{part.Name} to posts",
            [new WhyTerm($"{part.Name.ToLowerInvariant()} thickness", mm, "mm", "sheet")]), thread, HeadForm.Pan, least, depth);
        var (top, foot) = (Screw("top", plate, plate.ThicknessMm), Screw("foot", panel, panel.ThicknessMm));
        // from the tray's side that looks away from the panel, through the post, to the outside of the panel
        var towards = tray.Support == TraySupport.Hung ? normal : normal.Opposite();
        var pan = catalog.Fasteners.Head(thread.Name, HeadForm.Pan);
        var end = plate.ThicknessMm + length + panel.ThicknessMm;
        var clear = thread.ClearanceNormalMm;
        WayLayer Layer(SolidPart part, double from, Direction side) =>
            new(part.Id, part, LayerRole.Clearance, from, from + part.ThicknessMm, clear, (id, at) => FixingRows.Bored(part, side,
            at, new Hole(id, place, "post", WorkedFrom.Seen, default, Bore.Through(clear, $"clearance for {thread.Name}, normal series: "
                + $"{clear} mm ({thread.Source})"), "in from both edges of the tray as far as nothing else stands there")));
        draft.Fixings.Add(new FixingSet(
            $"{tray.Id}/post", place, $"Posts of {tray.Name.ToLowerInvariant()}", towards,
                [.. PostInsetsMm.Select(inset => new PointsLocus([.. Posts(plate, inset)]))],
            [
                new FixingWay(
                    FixingKind.Screw, plate.Box.Side(towards.Opposite()), [Layer(plate, 0, towards.Opposite()),
                        Layer(panel, plate.ThicknessMm + length, towards)],
                    [
                        .. ScrewWays.Screw(pan, thread.NominalMm, top.LengthMm ?? plate.ThicknessMm + 3),
                            new(PieceKind.Standoff, plate.ThicknessMm, plate.ThicknessMm + length, PostFlatsMm / Math.Cos(Math.PI / 6)),
                        new(PieceKind.Head, end, end + pan.HeightMm, pan.DiaMm),
                            new(PieceKind.Shank, end - (foot.LengthMm ?? panel.ThicknessMm + 3), end, thread.NominalMm),
                    ],
                    [top, foot], [PostOf(catalog.Fasteners, length)]),
            ]));
        // beside a bend the panel is shorter than the tray: the first inset at which every post meets it
        bool Meets(double inset) =>
            Posts(plate, inset)
            .All(p => Enum.GetValues<Axis>().All(a => a == normal.Axis() || (p[a] > panel.Box.Min[a] && p[a] < panel.Box.Max[a])));
        draft.Hold(plate, panel, HoldBy.Screws, place, [.. Posts(plate, PostInsetsMm.FirstOrDefault(Meets, PostInsetsMm[0]))
            .Select(p => PostBox(p, plate, panel, normal))]);
    }

    /// <summary>A standoff of that length where one is sold, else hexagon bar cut to it and tapped at both ends.</summary>
    private static BoughtPiece PostOf(FastenerTables tables, double lengthMm) =>
        tables.Standoffs.FirstOrDefault(s => s.Size == PostThread && Math.Abs(s.LengthMm - lengthMm) < 0.05) is { } sold
            ? new BoughtPiece("post", $"{PostThread} x {sold.LengthMm} standoff, steel", 1, sold.PriceCents)
            : new BoughtPiece("post", $"hexagon bar {PostFlatsMm}, {Math.Round(lengthMm, 2)} mm, tapped {PostThread} at both ends", 1, 60);

    private static Box PostBox(Point3 at, SolidPart plate, SolidPart panel, Direction normal)
    {
        var (a, b) = (panel.Box.Centre[normal.Axis()] < plate.Box.Centre[normal.Axis()] ? (panel.Box.Max, plate.Box.Min)
            : (plate.Box.Max, panel.Box.Min));
        return new Box(at, at).Grow(3).WithSpan(normal.Axis(), a[normal.Axis()], b[normal.Axis()]);
    }

    /// <summary>Length of the posts that carry the plate, mm; what is left between it and their panel.</summary>
    public static double PostMm(Tray tray, FitPlan fit) => tray.Support == TraySupport.Hung
        ? fit.Envelope.Inner.Size[tray.Plane.Normal().Axis()] - tray.UndersideMm - fit.Trays[tray.Id].Size[tray.Plane.Normal().Axis()]
        : tray.UndersideMm;

    private static IEnumerable<Point3> Posts(SolidPart plate, double insetMm)
    {
        var (across, along) = (plate.Frame.U.Axis(), plate.Frame.V.Axis());
        var (first, second) = across < along ? (across, along) : (along, across);
        foreach (var a in (double[])[plate.Box.Min[first] + insetMm, plate.Box.Max[first] - insetMm])
        {
            foreach (var b in (double[])[plate.Box.Min[second] + insetMm, plate.Box.Max[second] - insetMm])
            {
                yield return plate.Box.Centre.With(first, a).With(second, b);
            }
        }
    }
}
