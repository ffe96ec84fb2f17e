using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Printing;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.PrintedBodies;

/// <summary>Printed straps over the seams of a body, on the inside, each screwed into an insert on both sides of its seam. mm.</summary>
internal static class SeamStraps
{
    /// <summary>Holes on both sides of the seam, and the strap's ends behind them [R].</summary>
    private const double HoleFromSeamMm = 12;
    private const double HalfMm = 20;
    private const double WideMm = 14;
    private const double ThickMm = 3;

    /// <summary>Room for heads and key over a strap.</summary>
    private const double OverMm = 15;

    /// <summary>Bars under a tray, and fingers.</summary>
    private const double RoundTraysMm = 22;

    /// <summary>A plug is kept clear so far out of its connector.</summary>
    private const double PlugWayMm = 50;
    private const string Why = "on both sides of the seam, on the middle of the strap";

    public static IEnumerable<SolidPart> Lay(PrintedBody own, ShellDraft draft, PrintJob job, IReadOnlyList<PrintedWall> walls,
        SeamRule rule)
    {
        if (own.WallMm < HeatInsert.DeepMm + 1)
        {
            yield break;
        }

        var plastic = draft.Catalog.Material(own.MaterialId);
        List<Box> taken =
        [
            .. rule.Holes, .. draft.Members.Select(m => m.Box), .. draft.Fit.Devices.Select(d => d.Occupied.Grow(2)),
                .. draft.Fit.Trays.Values.Select(t => t.Grow(RoundTraysMm)),
            .. walls.Select(w => w.Box.Grow(-0.01)), .. draft.Fit.Devices.SelectMany(d => d.Model.Ports.Where(p => p.NeedsOpening)
                .Select(p => Way(d.Place(p)))),
        ];
        var number = 0;
        foreach (var (run, inwards) in Runs(job, walls, draft.Fit.Envelope.Outer.Centre))
        {
            foreach (var at in run.TwoPlaces(WideMm, p => Room(run, inwards, p) is var room && !taken.Exists(room.Overlaps)).ToList())
            {
                var box = Strap(run, inwards, at, ThickMm);
                var u = Directions.Of(run.Seam.Across, 1);
                taken.Add(box.Grow(1));
                yield return new SolidPart($"{own.Id}/strap-{++number}", $"Seam strap {number}", PartKind.Printed, own.MaterialId, ThickMm,
                    box, SolidPart.FrameOf(box, u, inwards.Cross(u), false), "the " + inwards.Word(), "the opposite face", null)
                {
                    Role = new Role.Strap(own.Id),
                    Print = PrintJobs.Of([box], plastic, own.SkinMm, 1, draft.Shop, ""),
                };
            }
        }
    }

    public static void Join(PrintedBody own, JointDraft draft)
    {
        foreach (var strap in Of(own, draft.Shell))
        {
            var wall = draft.Shell.Panels.Values.First(p => p.LeafOf == own.Id && Contact.Between(strap.Box, p.Box) is { } c
                && c.Side == strap.Frame.Normal.Opposite());
            var (out_, along) = (strap.Frame.Normal, strap.Frame.U.Axis());
            var head = draft.Catalog.Fasteners.Head("M3", HeadForm.Pan);
            var thread = draft.Catalog.Fasteners.Thread("M3");
            var name = strap.Id;
            var choice = new ScrewPicker(draft.Catalog.Fasteners)
                .Tapped(new ScrewNeed($"screw/{name}", own.Id, $"{strap.Name} to its insert",
                [new WhyTerm("strap", ThickMm, "mm", "part")]), thread, HeadForm.Pan, new WhyTerm("three full threads",
                ScrewPicker.ThreePitchesMm(thread), "mm", "thread table"), new WhyTerm("length of the insert", HeatInsert.DeepMm, "mm",
                "insert [R]"));
            var way = new FixingWay(
                FixingKind.Insert, strap.Box.Side(out_),
                [
                    new WayLayer(strap.Id, strap, LayerRole.Clearance, 0, ThickMm, thread.ClearanceNormalMm,
                        (id, at) => FixingRows.Bored(strap, out_, at, new Hole(id, own.Id, "screw of the strap", WorkedFrom.Seen, default,
                            Bore.Through(thread.ClearanceNormalMm, $"clearance for M3, normal series: {thread.ClearanceNormalMm} mm "
                            + $"({thread.Source})"), Why))),
                    HeatInsert.Seat(wall, out_, own.Id, "insert M3 of a seam strap", ThickMm, Why),
                ],
                [.. ScrewWays.Screw(head, thread.NominalMm, choice.LengthMm ?? ThickMm + HeatInsert.DeepMm), HeatInsert.Piece(ThickMm)],
                    [choice], [new BoughtPiece("insert", "M3 heat-set insert, seam strap", 1, HeatInsert.Cents)]);
            var at = strap.Box.Centre.With(out_.Axis(), strap.Box.Side(out_));
            draft.Fixings.Add(new FixingSet(name, own.Id, $"{strap.Name} to {wall.Name.ToLowerInvariant()}", out_.Opposite(),
                [new PointsLocus([.. ((double[])[-HoleFromSeamMm, HoleFromSeamMm]).Select(off => at.With(along, at[along] + off))])],
                    [way]));
            draft.Hold(strap, wall, HoldBy.Screws, own.Id);
        }
    }

    /// <summary>Straps that found no room.</summary>
    public static int Wanting(PrintedBody own, PlanSoFar plan)
    {
        if (plan.Shell.Compounds.FirstOrDefault(c => c.Id == own.Id)?.Print is not { } job)
        {
            return 0;
        }

        List<PrintedWall> walls = [.. plan.Shell.Panels.Where(p => p.Value.LeafOf == own.Id)
            .Select(p => new PrintedWall(p.Value.Id, p.Value.Box, p.Key.Outward().Axis()))];
        return (2 * Runs(job, walls, plan.Fit.Envelope.Outer.Centre).Count()) - Of(own, plan.Shell).Count();
    }

    private static IEnumerable<SolidPart> Of(PrintedBody own, ShellPlan shell) =>
        shell.Members.Where(m => m.Role is Role.Strap && m.Role.Of == own.Id);

    /// <summary>Stretches so long that a strap lies on them, and the way inwards from each wall.</summary>
    private static IEnumerable<(SeamRun Run, Direction Inwards)> Runs(PrintJob job, IEnumerable<PrintedWall> walls, Point3 centre) =>
        SeamRun.Of(job, walls, HalfMm)
        .Where(r => r.ToMm - r.FromMm >= 4 * WideMm)
            .Select(r => (r, Directions.Of(r.Wall.Through, r.Wall.Box.Centre[r.Wall.Through] < centre[r.Wall.Through] ? 1 : -1)));

    private static Box Strap(SeamRun run, Direction inwards, Point3 at, double thickMm)
    {
        var plane = run.Wall.Box.Side(inwards);
        return new Box(at, at).WithSpan(run.Seam.Across, run.Seam.AtMm - HalfMm, run.Seam.AtMm + HalfMm)
            .WithSpan(run.Run, at[run.Run] - (WideMm / 2), at[run.Run] + (WideMm / 2))
            .WithSpan(inwards.Axis(), Math.Min(plane, plane + (inwards.Sign() * thickMm)),
                Math.Max(plane, plane + (inwards.Sign() * thickMm)));
    }

    /// <summary>From a connector out through the wall.</summary>
    private static Box Way(PlacedPort port) => port.Plug.Hull(port.Plug.Moved(port.Exit.Vector() * PlugWayMm));

    private static Box Room(SeamRun run, Direction inwards, Point3 at) => Strap(run, inwards, at, OverMm);
}
