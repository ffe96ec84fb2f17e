using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Joints;

/// <summary>
/// A bought plate across the corner of two bars that lie flush, riveted to both: over the outside of angle legs, on the inside of
/// tubes, where no panel lies.
/// </summary>
internal static class CornerPlate
{
    private const double PlateMm = 1.5;
    private const double RivetMm = 3.2;
    private const double HoleMm = 3.3;
    private const double FirstMm = 7;
    private const double ApartMm = 10;
    private const long PlateCents = 60;
    private const long RivetCents = 4;

    public static void Add(JointDraft draft, SolidPart through, SolidPart ending, Contact contact, string place, string name)
    {
        var third = (Axis)(3 - (int)contact.Side.Axis() - (int)through.Frame.U.Axis());
        if (contact.Side.Axis() == through.Frame.U.Axis() || Flush(draft, through, ending, third) is not (var leg, var out_))
        {
            // no plate lies on both: what nothing else holds is told as hanging in the air
            return;
        }

        var (end, across) = (ending.Box.Side(contact.Side), through.Frame.U.Axis());
        var middle = Middle(ending, leg, across);
        var inThrough = Middle(through, leg, contact.Side.Axis());
        foreach (var (bar, what, points) in ((SolidPart, string, Point3[])[])
        [
            (ending, "end", [.. Enumerable.Range(0, 2).Select(i => ending.Box.Centre.With(across, middle)
                .With(contact.Side.Axis(), end - (contact.Side.Sign() * (FirstMm + (i * ApartMm)))))]),
            (through, "side", [.. ((int[])[-1, 1]).Select(sign => through.Box.Centre.With(contact.Side.Axis(), inThrough)
                .With(across, Along(through, across, middle, sign)))]),
        ])
        {
            // under a panel nothing may stand proud: there flush screws go from outside into nuts on the plate
            var bolted = through.Section == BarShape.Angle && out_ != leg;
            draft.Fixings.Add(new FixingSet(
                $"{name}/plate-{what}", place, $"Corner plate to {bar.Name.ToLowerInvariant()}", bolted ? leg.Opposite() : out_.Opposite(),
                    [new PointsLocus(points)],
                bolted ? [Bolt(draft.Catalog.Fasteners, bar, leg, place, $"{name}/plate-{what}")] : [Rivet(bar, leg, out_, place)]));
        }

        draft.Bought.Add(new BoughtPiece("bracket", $"corner plate {PlateMm} mm aluminium, four holes {HoleMm}", 1, PlateCents));
        draft.Hold(ending, through, HoldBy.Rivets, place);
    }

    /// <summary>
    /// The side on which the legs or walls of the two lie in one plane, and the way the plate looks from there: outwards where nothing
    /// lies on angle, else inwards.
    /// </summary>
    private static (Direction Leg, Direction Plate)? Flush(JointDraft draft, SolidPart through, SolidPart ending, Axis third)
    {
        var inwards = Directions.Of(third, through.Box.Centre[third] < draft.Fit.Envelope.Outer.Centre[third] ? 1 : -1);
        var leg = through.Section == BarShape.Angle ? inwards.Opposite() : inwards;
        if (Math.Abs(through.Box.Side(leg) - ending.Box.Side(leg)) > 0.1 || through.Section is not (BarShape.Angle or BarShape.SquareTube)
            || ending.Section is not (BarShape.Angle or BarShape.SquareTube or BarShape.Solid))
        {
            return null;
        }

        var covered = draft.Shell.Panels.Values.Any(p => p.Box.Grow(0.2).Overlaps(ending.Box)
            && Math.Abs(p.Box.Side(leg.Opposite()) - ending.Box.Side(leg)) < 0.5);
        return (leg, through.Section == BarShape.Angle && !covered ? leg : inwards);
    }

    /// <summary>
    /// Two places along the bar that runs through, a plate's width about the end of the other; from its own end on where it ends there.
    /// </summary>
    private static double Along(SolidPart through, Axis across, double middle, int sign)
    {
        var (least, most) = (through.Box.Min[across] + FirstMm, through.Box.Max[across] - FirstMm);
        var low = Math.Clamp(middle - (ApartMm / 2), least, Math.Max(least, most - ApartMm));
        return sign < 0 ? low : low + ApartMm;
    }

    /// <summary>The middle of the leg that lies on that side, or of the bar.</summary>
    private static double Middle(SolidPart bar, Direction side, Axis across)
    {
        var part = bar.Body.FirstOrDefault(b => Math.Abs(b.Side(side) - bar.Box.Side(side)) < 0.01
            && b.Size[side.Axis()] < b.Size[across] + 0.01);
        return part.Empty ? bar.Box.Centre[across] : part.Centre[across];
    }

    private static FixingWay Bolt(FastenerTables tables, SolidPart bar, Direction leg, string place, string name)
    {
        var wall = bar.DepthFrom(leg);
        var thread = tables.Thread(wall >= tables.Head("M3", HeadForm.Countersunk).HeightMm - 0.2 ? "M3" : "M2.5");
        var head = tables.Head(thread.Name, HeadForm.Countersunk);
        var screw = new ScrewPicker(tables).WithNut(new ScrewNeed($"screw/{name}", place, $"Corner plate to {bar.Name.ToLowerInvariant()}",
            [new WhyTerm("leg", wall, "mm", "bar stock"), new WhyTerm("plate", PlateMm, "mm", "corner plate")]), thread,
            HeadForm.Countersunk);
        return new FixingWay(
            FixingKind.Bolt, bar.Box.Side(leg),
            [
                new WayLayer(bar.Id, bar, LayerRole.Clearance, 0, wall, thread.ClearanceNormalMm, (id, at) => FixingRows.Bored(bar, leg,
                    at, new Hole(id, place, "screw of the corner plate", WorkedFrom.Seen, default, Bore.Through(thread.ClearanceNormalMm,
                        $"clearance for {thread.Name}: {thread.ClearanceNormalMm} mm ({thread.Source})").SunkFor(head),
                        "drilled through the plate, which " + "lies across the corner inside"))),
            ],
            [.. ScrewWays.Screw(head, thread.NominalMm, screw.LengthMm ?? wall + PlateMm + 4), ScrewWays.Nut(tables.Nut(thread.Name), wall
                + PlateMm)], [screw], []);
    }

    private static FixingWay Rivet(SolidPart bar, Direction leg, Direction out_, string place)
    {
        var wall = bar.DepthFrom(leg);
        return new FixingWay(
            FixingKind.Rivet, bar.Box.Side(leg) - (out_ == leg ? 0 : leg.Sign() * wall),
            [
                new WayLayer(bar.Id, bar, LayerRole.Clearance, 0, wall, HoleMm, (id, at) => FixingRows.Bored(bar, leg, at,
                    new Hole(id, place, "rivet of the corner plate", WorkedFrom.Seen, default,
                    Bore.Through(HoleMm, $"rivet {RivetMm}: hole {HoleMm} mm"), "drilled through the plate, which lies across "
                    + "the corner"))),
            ],
            [new(PieceKind.Head, -PlateMm - (RivetMm / 3), 0, 2 * RivetMm), new(PieceKind.Shank, -PlateMm, wall, RivetMm),
                new(PieceKind.Nut, wall, wall + RivetMm, 1.5 * RivetMm)],
            [], [new BoughtPiece("rivet", $"blind rivet {RivetMm} for corner plates", 1, RivetCents)]);
    }
}
