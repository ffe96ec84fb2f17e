using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Joints;

/// <summary>
/// What holds a foot under a floor: a wood screw where the floor is thick enough, a screw with a nut on the inside, or, where a block
/// stands over it, a longer screw through the floor into the block.
/// </summary>
internal static class FootFixing
{
    private const string ThreadName = "M4";

    /// <summary>A printed foot: one screw from below, its head down a passage.</summary>
    public static void Add(JointDraft draft, SolidPart foot, SolidPart floor, double seatMm, double passageMm, string place, string name)
    {
        var middle = foot.Box.Centre;
        // beside the middle where something stands over it, as far as the passage keeps a wall
        var free = Math.Max(0, (Math.Min(foot.LengthMm, foot.WidthMm) - passageMm - 3) / 2);
        double[] shifts = [0, free / 2, -free / 2, free, -free];
        var where = $"{foot.Name} to {floor.Name.ToLowerInvariant()}";
        var passage = new WayLayer(foot.Id, foot, LayerRole.Clearance, seatMm - foot.ThicknessMm, 0, passageMm,
            (id, at) => new Hole($"{id}/passage", place, "passage for the head and the driver", WorkedFrom.Far, foot.Frame.ToPlane(at),
            new Bore(passageMm, foot.ThicknessMm - seatMm, PlainBore.It, $"head and driver: {passageMm} mm",
            "a third of the foot's height stays above the head"), "under the screw"));
        var points = shifts.SelectMany(x => shifts.Select(y => middle + new Point3(x, y, 0)))
            .OrderBy(p => Math.Abs(p.X - middle.X) + Math.Abs(p.Y - middle.Y)).ToList();
        draft.Fixings.Add(new FixingSet(
            name, place, where, Direction.Up, [.. points.Select(p => new PointsLocus([p]))],
            [.. Ways(draft, $"screw/{name}", place, where, floor, seatMm, points, "over the foot", foot)
                .Select(w => w with { Layers = [passage, .. w.Layers] })]));
        draft.Hold(foot, floor, HoldBy.Screws, place);
    }

    /// <param name="seatMm">Of the foot under the head.</param>
    /// <param name="foot">Null for a bought foot, which has its own hole.</param>
    internal static IEnumerable<FixingWay> Ways(JointDraft draft, string screw, string place, string where, SolidPart floor, double seatMm,
        IReadOnlyList<Point3> points, string placeWhy, SolidPart? foot)
    {
        var catalog = draft.Catalog;
        var material = catalog.Material(floor.MaterialId);
        var thickness = floor.DepthFrom(Direction.Down);
        var picker = new ScrewPicker(catalog.Fasteners);
        var seat = new WhyTerm("foot, seat of the screw", seatMm, "mm", "foot");
        if (material.Wood)
        {
            foreach (var name in (string[])["metric 3.5", "metric 3", "metric 4"])
            {
                var (choice, size) = picker.Wood(new ScrewNeed(screw, place, where, [seat]), thickness, material, name);
                if (choice.Verdict == ScrewVerdict.Fits)
                {
                    yield return Wood(choice, size, material, floor, foot, seatMm, [(floor, LayerRole.Bite, thickness)], place,
                        placeWhy, "");
                }
            }
        }

        var thread = catalog.Fasteners.Thread(ThreadName);
        var bolt = picker.WithNut(new ScrewNeed(screw, place, where, [seat, new WhyTerm("bottom thickness", thickness, "mm", "panel")]),
            thread, HeadForm.Pan);
        var clear = thread.ClearanceNormalMm;
        var passes = Bore.Through(clear, $"clearance for {ThreadName}, normal series: {clear} mm ({thread.Source})");
        var head = catalog.Fasteners.Head(ThreadName, HeadForm.Pan);
        yield return new FixingWay(
            FixingKind.Bolt, floor.Box.Side(Direction.Down) - seatMm,
            [.. Foot(foot, seatMm, clear, place), Layer(floor, LayerRole.Clearance, seatMm, passes, place, "foot", placeWhy)],
            [.. ScrewWays.Screw(head, thread.NominalMm, bolt.LengthMm ?? seatMm + thickness + 5),
                ScrewWays.Nut(catalog.Fasteners.Nut(ThreadName), seatMm + thickness)], [bolt], []);

        // into what stands over the floor there: a wooden block, or metal that is thick enough to be tapped
        var other = 0;
        string Other() => ++other == 1 ? "-block" : $"-block-{other}";
        foreach (var block in draft.Shell.Members.Where(m => m.Section == BarShape.Solid && points.Any(p => Over(m, floor, p))))
        {
            var (into, height) = (catalog.Material(block.MaterialId), block.Box.Size.Z);
            List<WhyTerm> clamped = [seat, new WhyTerm("bottom thickness", thickness, "mm", "panel")];
            if (into.Wood)
            {
                foreach (var name in (string[])["metric 3.5", "metric 3", "metric 4"])
                {
                    var suffix = Other();
                    var (choice, size) = picker.Wood(new ScrewNeed(screw + suffix, place, $"{where}, into {block.Name.ToLowerInvariant()}",
                        clamped), height, into, name);
                    yield return Wood(choice, size, into, floor, foot, seatMm, [(floor, LayerRole.Clearance, thickness),
                        (block, LayerRole.Bite, height)], place, placeWhy, suffix);
                }
            }
            else if (into.Metal)
            {
                var suffix = Other();
                var choice = picker.Tapped(new ScrewNeed(screw + suffix, place, $"{where}, into {block.Name.ToLowerInvariant()}", clamped),
                    thread, HeadForm.Pan, picker.EngagementIn(into.Engagement, thread), new WhyTerm("bar less 1 mm", height - 1, "mm",
                    "bar stock"));
                var deep = Math.Min(height, (choice.EngagementMm ?? 6) + ScrewPicker.ThreePitchesMm(thread));
                yield return new FixingWay(
                    FixingKind.Screw, floor.Box.Side(Direction.Down) - seatMm,
                    [
                        .. Foot(foot, seatMm, clear, place), Layer(floor, LayerRole.Clearance, seatMm, passes, place, "foot", placeWhy),
                        Layer(block, LayerRole.Thread, seatMm + thickness, Bore.Blind(thread.TapDrillMm, deep,
                            $"tap drill {thread.Name}: {thread.TapDrillMm} mm", "thread that bites and 3 pitches").Tapped(thread.Name),
                            place, "tapped hole for the foot", placeWhy),
                    ],
                    ScrewWays.Screw(head, thread.NominalMm, choice.LengthMm ?? seatMm + thickness + 6), [choice], [])
                { Suffix = suffix };
            }
        }
    }

    private static bool Over(SolidPart block, SolidPart floor, Point3 at) =>
        Math.Abs(block.Box.Min.Z - floor.Box.Max.Z) < 0.1 && at.X > block.Box.Min.X && at.X < block.Box.Max.X && at.Y > block.Box.Min.Y
            && at.Y < block.Box.Max.Y;

    private static FixingWay Wood(
        ScrewChoice choice, WoodScrewSize size, Material into, SolidPart floor, SolidPart? foot, double seatMm,
            IReadOnlyList<(SolidPart Part, LayerRole Role, double Mm)> parts, string place, string placeWhy, string suffix)
    {
        var head = new ScrewHead(size.Name, HeadForm.Pan, size.Source, size.HeadMm, size.PanHeadHighMm, null, "cross recess",
            LengthMeasured.UnderHead, null, null);
        var layers = new List<WayLayer>(Foot(foot, seatMm, size.ClearanceMm, place));
        var from = seatMm;
        foreach (var (part, role, mm) in parts)
        {
            var bites = role == LayerRole.Bite;
            var bore = bites
                ? Bore.Blind(size.PilotFor(into), Math.Min((choice.LengthMm ?? from + 4) - from + 1, mm - 0.5),
                    $"pilot for {size.Name} in {into.Name}: {size.PilotFor(into)} mm (USDA Wood Handbook ch. 8)",
                    "what the screw reaches in and 1 mm for its point")
                : Bore.Through(size.ClearanceMm, $"clearance for wood screw {size.Name}: {size.ClearanceMm} mm");
            layers.Add(Layer(part, role, from, bore, place, part == floor ? "foot" : "pilot for the foot", placeWhy));
            from += mm;
        }

        return new FixingWay(FixingKind.WoodScrew, floor.Box.Side(Direction.Down) - seatMm, layers, ScrewWays.Screw(head, size.ShankMm,
            choice.LengthMm ?? from), [choice with { Head = "pan" }], [])
        { Suffix = suffix };
    }

    private static IEnumerable<WayLayer> Foot(SolidPart? foot, double seatMm, double dia, string place)
    {
        if (foot is not null)
        {
            yield return new WayLayer(foot.Id, foot, LayerRole.Clearance, 0, seatMm, dia,
                (id, at) => new Hole(id, place, "screw to the bottom", WorkedFrom.Seen, foot.Frame.ToPlane(at),
                Bore.Through(dia, $"clearance {dia} mm"), "the middle of the foot"));
        }
    }

    private static WayLayer Layer(SolidPart part, LayerRole role, double from, Bore bore, string place, string purpose,
        string placeWhy) => new(
        part.Id, part, role, from, from + (bore.DepthMm ?? part.DepthFrom(Direction.Down)), bore.DiaMm, (id, at) =>
            FixingRows.Bored(part, Direction.Down, at, new Hole(id, place, purpose, WorkedFrom.Seen, default, bore, placeWhy)));
}
