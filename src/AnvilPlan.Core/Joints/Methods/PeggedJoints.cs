using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Joints.Methods;

/// <summary>A biscuit or dowel of the table, mm.</summary>
internal enum PegKind
{
    Biscuit,
    Dowel,
}

internal sealed record Peg(PegKind Kind, string Name, double LengthMm, double WidthMm, double ThicknessMm, double DepthMm, double EndMm,
    double PitchMm)
{
    public static IReadOnlyList<Peg> Shipped { get; } =
    [
        .. CsvTable.Shipped("biscuits-dowels").Rows.Select(r => new Peg(
            Enum.Parse<PegKind>(r["item"].Split(' ')[0], ignoreCase: true), r["item"], r.Number("length_mm"), r.Number("width_mm"),
                r.Number("thickness_mm"), r.Number("slot_depth_each_mm"), r.Number("min_end_distance_mm"), r.Number("spacing_high_mm"))),
    ];

    /// <summary>
    /// The table's distance from the ends, on short joints less: at most one part in <paramref name="parts"/> of the length.
    /// </summary>
    public FixingRow Row(double lengthMm, int parts) => FixingRow.Of(lengthMm, Math.Min(EndMm, lengthMm / parts), PitchMm);
}

/// <summary>Dowels across a butt joint: a third to half of the thinner board, bored deeper by 1.5 mm.</summary>
internal sealed class DowelJoint : JointMethod
{
    private const double SpareMm = 1.5;

    public override JointKind Kind => JointKind.Dowel;
    public override string Word => "dowels";
    public override double LeastThicknessMm => 12;

    private static Peg Choose(SolidPart host, SolidPart mate) =>
        Peg.Shipped.Where(p => p.Kind == PegKind.Dowel && p.ThicknessMm <= Math.Min(host.ThicknessMm, mate.ThicknessMm) / 2 + 1e-9)
            .MaxBy(p => p.ThicknessMm)
        ?? Peg.Shipped.First(p => p.Name == "dowel 6");

    /// <summary>At most two thirds of the covering board.</summary>
    private static double FaceDepthMm(Peg peg, SolidPart host) => Math.Round(Math.Min(peg.DepthMm + SpareMm, host.ThicknessMm * 2 / 3), 1);

    private static double EndDepthMm(Peg peg, SolidPart host) => Math.Round(peg.LengthMm - FaceDepthMm(peg, host) + (2 * SpareMm), 1);

    internal override void Cut(JointDraft draft, EdgeJoint joint, SolidPart host, SolidPart mate)
    {
        var peg = Choose(host, mate);
        var meeting = Meeting(joint, host, mate, draft.Fit.Envelope);
        var length = meeting.Area.Size[joint.Edge.Along()];
        var smaller = Peg.Shipped.Where(p => p.Kind == PegKind.Dowel && p.ThicknessMm < peg.ThicknessMm)
            .OrderByDescending(p => p.ThicknessMm);
        Fix(draft, joint, meeting, $"Dowels of {host.Name.ToLowerInvariant()} and {mate.Name.ToLowerInvariant()}", Id(joint, "dowel"),
            joint.Host.Outward().Opposite(),
            Math.Min(peg.EndMm, length / 4), peg.PitchMm, [.. smaller.Prepend(peg).Select(p => Way(draft, joint, host, mate, p))]);
    }

    private static FixingWay Way(JointDraft draft, EdgeJoint joint, SolidPart host, SolidPart mate, Peg peg)
    {
        var (into, place) = (joint.Host.Outward().Opposite(), Deck.PlaceOf(joint.Edge));
        var (face, end) = (FaceDepthMm(peg, host), EndDepthMm(peg, host));
        return new FixingWay(
            FixingKind.Dowel, draft.Fit.Envelope.InnerPlane(joint.Host) + (joint.Host.Outward().Sign() * face),
            [
                new WayLayer(host.Id, host, LayerRole.Seat, 0, face, peg.ThicknessMm, (id, at) => FixingRows.Bored(host, into, at,
                    new Hole(id, place, $"dowel {peg.ThicknessMm}", WorkedFrom.Seen, default,
                    Bore.Blind(peg.ThicknessMm, face, $"{peg.Name}: a third to half of the thinner board",
                    "at most two thirds of the board"), "on the middle of the end, evenly apart, or where no dowel of "
                    + "another edge is in the way"))),
                new WayLayer(mate.Id, mate, LayerRole.Seat, face, face + end, peg.ThicknessMm, (id, at) => EndFixing.EndHole(
                    mate, joint.Host.Outward(), at, id, place, $"dowel {peg.ThicknessMm} in the end",
                    Bore.Blind(peg.ThicknessMm, end, "the rest of the dowel and 1.5 mm of room", null), null)),
            ],
            [new(PieceKind.Peg, 0, face + end, peg.ThicknessMm)], [], [new BoughtPiece("dowel", $"{peg.Name} x {peg.LengthMm}", 1, 4)]);
    }

    internal override IEnumerable<JointSetting> Settings(EdgeJoint joint, SolidPart host, SolidPart mate, SolidPart? block, Catalog catalog)
    {
        var peg = Choose(host, mate);
        var row = peg.Row(joint.LengthMm, 4);
        return
        [
            new("drill", peg.ThicknessMm, "mm", "a third to half of the thinner board"), new("fence of the jig, to the middle of the end",
                mate.ThicknessMm / 2, "mm", "half of the board as measured"),
            new("first dowel from the end", row.EndDistanceMm, "mm", "table"), new("dowels apart", Math.Round(row.PitchMm, 2), "mm",
                $"{row.Count} in the row"),
            new("stop in the face", FaceDepthMm(peg, host), "mm", "at most two thirds"), new("stop in the end", EndDepthMm(peg, host), "mm",
                "rest of the dowel and 1.5 mm"),
        ];
    }
}

/// <summary>Biscuits: the largest that the thinner board takes.</summary>
internal sealed class BiscuitJoint : JointMethod
{
    private const double SlotSpareMm = 3;

    public override JointKind Kind => JointKind.Biscuit;
    public override string Word => "biscuits";
    public override double LeastThicknessMm => 12;

    private static Peg Choose(SolidPart host, SolidPart mate)
    {
        var thin = Math.Min(host.ThicknessMm, mate.ThicknessMm);
        return Peg.Shipped.First(p => p.Name == (thin >= 14.5 && host.ThicknessMm >= 14 ? "biscuit 20" : thin >= 11.5 ? "biscuit 10"
            : "biscuit 0"));
    }

    private static double FaceDepthMm(Peg peg, SolidPart host) => Math.Min(peg.DepthMm, host.ThicknessMm - 2);

    internal override void Cut(JointDraft draft, EdgeJoint joint, SolidPart host, SolidPart mate)
    {
        var peg = Choose(host, mate);
        var meeting = Meeting(joint, host, mate, draft.Fit.Envelope);
        var length = meeting.Area.Size[joint.Edge.Along()];
        var sizes = Peg.Shipped.Where(p => p.Kind == PegKind.Biscuit && p.LengthMm < peg.LengthMm).OrderByDescending(p => p.LengthMm)
            .Prepend(peg);
        // one biscuit keeps a short joint from slipping as well as two would
        var row = new RowLocus(meeting.Area, joint.Edge.Along(), (Axis)(3 - (int)joint.Edge.Along() - (int)joint.Host.Outward().Axis()),
            Math.Min(peg.EndMm, length / 3), peg.PitchMm,
            [meeting.Area.Centre[(Axis)(3 - (int)joint.Edge.Along() - (int)joint.Host.Outward().Axis())]])
        { LeastCount = length < 2 * (peg.LengthMm + SlotSpareMm + 8) ? 1 : 2 };
        draft.Fixings.Add(new FixingSet(
            Id(joint, "biscuit"), Deck.PlaceOf(joint.Edge), $"Biscuits of {host.Name.ToLowerInvariant()} and "
                + $"{mate.Name.ToLowerInvariant()}", joint.Host.Outward().Opposite(), [row],
            [.. sizes.Select(p => Way(draft, joint, host, mate, p))]));
    }

    private static FixingWay Way(JointDraft draft, EdgeJoint joint, SolidPart host, SolidPart mate, Peg peg)
    {
        var (into, place, along, slot) = (joint.Host.Outward().Opposite(), Deck.PlaceOf(joint.Edge), joint.Edge.Along(), peg.LengthMm
            + SlotSpareMm);
        var face = FaceDepthMm(peg, host);
        Feature InHost(string id, Point3 at)
        {
            var half = new Point3(peg.ThicknessMm / 2, peg.ThicknessMm / 2, peg.ThicknessMm / 2).With(along, slot / 2);
            var (min, max) = host.Frame.ToPlane(new Box(at - half, at + half));
            return new Channel(id, place, $"slot for {peg.Name}", JointDraft.FaceTowards(host, into), ChannelShape.Pocket, min, max, face,
                face - 1, "half of the biscuit and 1 mm of room");
        }

        return new FixingWay(
            FixingKind.Biscuit, draft.Fit.Envelope.InnerPlane(joint.Host) + (joint.Host.Outward().Sign() * face),
            [
                new WayLayer(host.Id, host, LayerRole.Seat, 0, face, peg.ThicknessMm, InHost),
                new WayLayer(mate.Id, mate, LayerRole.Seat, face, face + peg.DepthMm, peg.ThicknessMm, (id, at) => EndFixing.EndSlot(
                    mate, joint.Host.Outward(), at, id, place, $"slot for {peg.Name} in the end", slot, peg.ThicknessMm, peg.DepthMm,
                    "half of the biscuit and 1 mm of room")),
            ],
            [new(PieceKind.Peg, 0, face + peg.DepthMm, peg.ThicknessMm)], [], [new BoughtPiece("biscuit", peg.Name, 1, 5)])
        { SlotMm = slot };
    }

    internal override IEnumerable<JointSetting> Settings(EdgeJoint joint, SolidPart host, SolidPart mate, SolidPart? block, Catalog catalog)
    {
        var peg = Choose(host, mate);
        var row = peg.Row(joint.LengthMm, 3);
        return
        [
            new("cutter at the middle of the end", mate.ThicknessMm / 2, "mm", "half of the board as measured"),
                new("depth", peg.DepthMm, "mm", peg.Name),
            new("first biscuit from the end", Math.Round(row.EndDistanceMm, 2), "mm", "table"),
                new("biscuits apart", Math.Round(row.PitchMm, 2), "mm", $"{row.Count} in the row"),
        ];
    }
}

/// <summary>Screws at 15 degrees from pockets on the inside of the covered board.</summary>
internal sealed class PocketScrewJoint : JointMethod
{
    private const double PocketMm = 9.5;
    private const double EndMm = 40;
    private const double PitchMm = 150;

    public override JointKind Kind => JointKind.PocketScrew;
    public override string Word => "pocket screws";
    public override double LeastThicknessMm => 12;
    public override HoldBy By => HoldBy.Screws;

    /// <summary>12 -> 25, 19 -> 32, 38 -> 64 mm [R].</summary>
    private static double ScrewMm(SolidPart mate) => mate.ThicknessMm < 15.5 ? 25 : mate.ThicknessMm < 30 ? 32 : 64;

    /// <summary>From the end to where the pocket opens: the screw leaves the end at half the thickness.</summary>
    private static double SetBackMm(SolidPart mate) => Math.Round(mate.ThicknessMm / 2 / Math.Tan(15 * Math.PI / 180), 1);

    internal override void Cut(JointDraft draft, EdgeJoint joint, SolidPart host, SolidPart mate)
    {
        var meeting = Meeting(joint, host, mate, draft.Fit.Envelope);
        var length = meeting.Area.Size[joint.Edge.Along()];
        var (into, back, place) = (joint.Host.Outward(), SetBackMm(mate), Deck.PlaceOf(joint.Edge));
        var piece = $"pocket screw {ScrewMm(mate)} mm, "
            + $"{(draft.Catalog.Material(host.MaterialId).Engagement.StartsWith("hardwood", StringComparison.Ordinal) ? "fine"
                : "coarse")}";
        // the screw leaves the end at half the thickness; at 15 degrees it is told as if it ran straight there
        var bite = Math.Min(host.ThicknessMm - ScrewPicker.PointInsideMm, ScrewMm(mate) / 2);
        var way = new FixingWay(
            FixingKind.WoodScrew, draft.Fit.Envelope.InnerPlane(joint.Host) - (into.Sign() * back),
            [
                new WayLayer(mate.Id, mate, LayerRole.Clearance, 0, back, PocketMm,
                    (id, at) => new Hole(id, place, "pocket at 15 degrees towards the end",
                    JointDraft.FaceTowards(mate, joint.Mate.Outward().Opposite()), mate.Frame.ToPlane(at),
                    new Bore(PocketMm, Math.Round(mate.ThicknessMm * 0.7, 1), PlainBore.It, $"pocket bit {PocketMm} mm",
                    "so that the screw leaves the end at half the thickness"), $"{back} mm from the end")),
                new WayLayer(host.Id, host, LayerRole.Bite, back, back + bite, 3.5, null),
            ],
            [new(PieceKind.Shank, 0, back + bite, 3.5)], [], [new BoughtPiece("pocket screw", piece, 1, 9)]);
        Fix(draft, joint, meeting, $"Pocket screws of {mate.Name.ToLowerInvariant()} into {host.Name.ToLowerInvariant()}",
            Id(joint, "pocket"), into, Math.Min(EndMm, length / 4), PitchMm, [way]);
    }

    internal override IEnumerable<JointSetting> Settings(EdgeJoint joint, SolidPart host, SolidPart mate, SolidPart? block,
        Catalog catalog) =>
    [
        new("jig set for thickness", mate.ThicknessMm, "mm", "as measured"), new("pocket from the end", SetBackMm(mate), "mm",
            "half the thickness at 15 degrees"), new("screw", ScrewMm(mate), "mm", "table by thickness"),
    ];
}

/// <summary>Screws through the covering sheet into threads in the edge of a thick one.</summary>
internal sealed class TappedJoint : JointMethod
{
    private const double EndMm = 15;
    private const double PitchMm = 100;
    private const double EdgeDepthMm = 20;

    public override JointKind Kind => JointKind.Tapped;
    public override string Word => "screws into tapped edges";
    public override double LeastThicknessMm => 5;
    public override HoldBy By => HoldBy.Screws;

    public override bool Suits(Material material) => !material.Wood;

    private static FixingRow Row(double lengthMm) => FixingRow.Of(lengthMm, Math.Min(EndMm, lengthMm / 4), PitchMm);

    /// <summary>A thread of at most 0.6 of the edge.</summary>
    private static ThreadSize Thread(SolidPart mate, Catalog catalog) =>
        catalog.Fasteners.Thread(mate.ThicknessMm >= 7.9 ? "M4" : mate.ThicknessMm >= 4.9 ? "M3" : "M2.5");

    internal override void Cut(JointDraft draft, EdgeJoint joint, SolidPart host, SolidPart mate)
    {
        var meeting = Meeting(joint, host, mate, draft.Fit.Envelope);
        var thread = Thread(mate, draft.Catalog);
        var into = joint.Host.Outward().Opposite();
        var name = Id(joint, "tapped");
        var screw = new ScrewJoint(
            name, Deck.PlaceOf(joint.Edge), $"{host.Name} to the edge of {mate.Name.ToLowerInvariant()}", "screw into the edge",
                joint.Host.Outward(), host, host.ThicknessMm, mate, EdgeDepthMm, "on the middle of the edge behind")
        { IntoEnd = true };
        var length = meeting.Area.Size[joint.Edge.Along()];
        Fix(draft, joint, meeting, screw.Where, name, into, Math.Min(EndMm, length / 4), PitchMm,
            [ScrewWays.Pan(draft.Catalog, screw, thread.Name)]);
    }

    internal override IEnumerable<JointSetting> Settings(EdgeJoint joint, SolidPart host, SolidPart mate, SolidPart? block, Catalog catalog)
    {
        var row = Row(joint.LengthMm);
        return [new("gauge, to the middle of the edge", mate.ThicknessMm / 2, "mm", "half of the sheet as measured"),
            new("tap drill", Thread(mate, catalog).TapDrillMm, "mm", Thread(mate, catalog).Name),
            new("screws apart", Math.Round(row.PitchMm, 2), "mm", $"{row.Count} in the row")];
    }
}
