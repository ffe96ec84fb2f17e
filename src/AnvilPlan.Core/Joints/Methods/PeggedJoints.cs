using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Construction;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Joints.Methods;

/// <summary>A biscuit or dowel of the table, mm.</summary>
internal sealed record Peg(string Name, double LengthMm, double WidthMm, double ThicknessMm, double DepthMm, double EndMm, double PitchMm)
{
    public static IReadOnlyList<Peg> Shipped { get; } =
    [
        .. CsvTable.Shipped("biscuits-dowels").Rows.Select(r => new Peg(
            r["item"], r.Number("length_mm"), r.Number("width_mm"), r.Number("thickness_mm"), r.Number("slot_depth_each_mm"), r.Number("min_end_distance_mm"), r.Number("spacing_high_mm"))),
    ];

    /// <summary>The table's distance from the ends, on short joints less: at most one part in <paramref name="parts"/> of the length.</summary>
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
        Peg.Shipped.Where(p => p.Name.StartsWith("dowel", StringComparison.Ordinal) && p.ThicknessMm <= Math.Min(host.ThicknessMm, mate.ThicknessMm) / 2 + 1e-9).MaxBy(p => p.ThicknessMm)
        ?? Peg.Shipped.First(p => p.Name == "dowel 6");

    /// <summary>At most two thirds of the covering board.</summary>
    private static double FaceDepthMm(Peg peg, SolidPart host) => Math.Round(Math.Min(peg.DepthMm + SpareMm, host.ThicknessMm * 2 / 3), 1);

    private static double EndDepthMm(Peg peg, SolidPart host) => Math.Round(peg.LengthMm - FaceDepthMm(peg, host) + (2 * SpareMm), 1);

    internal override void Cut(JointDraft draft, EdgeJoint joint, SolidPart host, SolidPart mate)
    {
        var peg = Choose(host, mate);
        var meeting = Meeting(joint, host, mate, draft.Fit.Envelope);
        var row = peg.Row(meeting.Area.Size[joint.Edge.Along()], 4);
        foreach (var (point, i) in Places(joint, meeting, row))
        {
            draft.Cut(host, new Hole(
                Id(joint, $"dowel/{i}"), Deck.PlaceOf(joint.Edge), $"dowel {peg.ThicknessMm}", Inside(host, joint), host.Frame.ToPlane(point), peg.ThicknessMm, FaceDepthMm(peg, host), null, null, null,
                $"{peg.Name}: a third to half of the thinner board", $"{row.Count} in a row, {row.EndDistanceMm:0.#} mm from the ends, {row.PitchMm:0.##} mm apart", "at most two thirds of the board"));
            draft.Cut(mate, EndFixing.EndHole(mate, joint.Host.Outward(), point, Id(joint, $"dowel/{i}"), Deck.PlaceOf(joint.Edge), $"dowel {peg.ThicknessMm} in the end", peg.ThicknessMm, EndDepthMm(peg, host), null, "the rest of the dowel and 1.5 mm of room"));
        }

        draft.Bought.Add(new BoughtPiece("dowel", $"{peg.Name} x {peg.LengthMm}", row.Count, 4));
    }

    internal override IEnumerable<JointSetting> Settings(EdgeJoint joint, SolidPart host, SolidPart mate, Catalog catalog)
    {
        var peg = Choose(host, mate);
        var row = peg.Row(joint.LengthMm, 4);
        return
        [
            new("drill", peg.ThicknessMm, "mm", "a third to half of the thinner board"), new("fence of the jig, to the middle of the end", mate.ThicknessMm / 2, "mm", "half of the board as measured"),
            new("first dowel from the end", row.EndDistanceMm, "mm", "table"), new("dowels apart", Math.Round(row.PitchMm, 2), "mm", $"{row.Count} in the row"),
            new("stop in the face", FaceDepthMm(peg, host), "mm", "at most two thirds"), new("stop in the end", EndDepthMm(peg, host), "mm", "rest of the dowel and 1.5 mm"),
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
        return Peg.Shipped.First(p => p.Name == (thin >= 14.5 && host.ThicknessMm >= 14 ? "biscuit 20" : thin >= 11.5 ? "biscuit 10" : "biscuit 0"));
    }

    private static double FaceDepthMm(Peg peg, SolidPart host) => Math.Min(peg.DepthMm, host.ThicknessMm - 2);

    internal override void Cut(JointDraft draft, EdgeJoint joint, SolidPart host, SolidPart mate)
    {
        var peg = Choose(host, mate);
        var meeting = Meeting(joint, host, mate, draft.Fit.Envelope);
        var along = joint.Edge.Along();
        var row = peg.Row(meeting.Area.Size[along], 3);
        foreach (var (point, i) in Places(joint, meeting, row))
        {
            var slot = peg.LengthMm + SlotSpareMm;
            var half = new Point3(peg.ThicknessMm / 2, peg.ThicknessMm / 2, peg.ThicknessMm / 2).With(along, slot / 2);
            var (min, max) = host.Frame.ToPlane(new Box(point - half, point + half));
            draft.Cut(host, new Channel(
                Id(joint, $"biscuit/{i}"), Deck.PlaceOf(joint.Edge), $"slot for {peg.Name}", Inside(host, joint), ChannelShape.Pocket, min, max, FaceDepthMm(peg, host), FaceDepthMm(peg, host) - 1, "half of the biscuit and 1 mm of room"));
            draft.Cut(mate, EndFixing.EndHole(mate, joint.Host.Outward(), point, Id(joint, $"biscuit/{i}"), Deck.PlaceOf(joint.Edge), $"slot for {peg.Name} in the end", peg.ThicknessMm, peg.DepthMm, null, "half of the biscuit and 1 mm of room", slot));
        }

        draft.Bought.Add(new BoughtPiece("biscuit", peg.Name, row.Count, 5));
    }

    internal override IEnumerable<JointSetting> Settings(EdgeJoint joint, SolidPart host, SolidPart mate, Catalog catalog)
    {
        var peg = Choose(host, mate);
        var row = peg.Row(joint.LengthMm, 3);
        return
        [
            new("cutter at the middle of the end", mate.ThicknessMm / 2, "mm", "half of the board as measured"), new("depth", peg.DepthMm, "mm", peg.Name),
            new("first biscuit from the end", Math.Round(row.EndDistanceMm, 2), "mm", "table"), new("biscuits apart", Math.Round(row.PitchMm, 2), "mm", $"{row.Count} in the row"),
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
        var row = FixingRow.Of(length, Math.Min(EndMm, length / 4), PitchMm);
        foreach (var (end, i) in Places(joint, meeting, row))
        {
            var point = end + (joint.Host.Outward().Opposite().Vector() * SetBackMm(mate));
            draft.Cut(mate, new Hole(
                Id(joint, $"pocket/{i}"), Deck.PlaceOf(joint.Edge), "pocket at 15 degrees towards the end", JointDraft.FaceTowards(mate, joint.Mate.Outward().Opposite()), mate.Frame.ToPlane(point), PocketMm,
                Math.Round(mate.ThicknessMm * 0.7, 1), null, null, null, $"pocket bit {PocketMm} mm", $"{SetBackMm(mate)} mm from the end", "so that the screw leaves the end at half the thickness"));
        }

        draft.Bought.Add(new BoughtPiece("pocket screw", $"pocket screw {ScrewMm(mate)} mm, {(draft.Catalog.Material(host.MaterialId).Engagement.StartsWith("hardwood", StringComparison.Ordinal) ? "fine" : "coarse")}", row.Count, 9));
    }

    internal override IEnumerable<JointSetting> Settings(EdgeJoint joint, SolidPart host, SolidPart mate, Catalog catalog) =>
    [
        new("jig set for thickness", mate.ThicknessMm, "mm", "as measured"), new("pocket from the end", SetBackMm(mate), "mm", "half the thickness at 15 degrees"), new("screw", ScrewMm(mate), "mm", "table by thickness"),
    ];
}

/// <summary>Screws through the covering sheet into threads in the edge of a thick one.</summary>
internal sealed class TappedJoint : JointMethod
{
    private const double EndMm = 15;
    private const double PitchMm = 100;

    public override JointKind Kind => JointKind.Tapped;
    public override string Word => "screws into tapped edges";
    public override double LeastThicknessMm => 5;
    public override HoldBy By => HoldBy.Screws;

    public override bool Suits(Material material) => !material.Wood;

    private static FixingRow Row(double lengthMm) => FixingRow.Of(lengthMm, Math.Min(EndMm, lengthMm / 4), PitchMm);

    /// <summary>A thread of at most 0.6 of the edge.</summary>
    private static ThreadSize Thread(SolidPart mate, Catalog catalog) => catalog.Fasteners.Thread(mate.ThicknessMm >= 7.9 ? "M4" : mate.ThicknessMm >= 4.9 ? "M3" : "M2.5");

    internal override void Cut(JointDraft draft, EdgeJoint joint, SolidPart host, SolidPart mate)
    {
        var thread = Thread(mate, draft.Catalog);
        var meeting = Meeting(joint, host, mate, draft.Fit.Envelope);
        var row = Row(meeting.Area.Size[joint.Edge.Along()]);
        var picker = new ScrewPicker(draft.Catalog.Fasteners);
        var choice = picker.Tapped(
            $"screw/{Deck.Name(joint.Edge)}", Deck.PlaceOf(joint.Edge), $"{host.Name} to the edge of {mate.Name.ToLowerInvariant()}", thread, HeadForm.Pan, [new WhyTerm(host.Name.ToLowerInvariant(), host.ThicknessMm, "mm", "panel")], 0,
            picker.EngagementIn(draft.Catalog.Material(mate.MaterialId).Engagement, thread), null, row.Count, null);
        draft.Screws.Add(choice);
        var clear = draft.Catalog.Material(host.MaterialId).Brittle ? thread.ClearanceLooseMm : thread.ClearanceNormalMm;
        foreach (var (point, i) in Places(joint, meeting, row))
        {
            draft.Cut(host, new Hole(Id(joint, $"tapped/{i}"), Deck.PlaceOf(joint.Edge), "screw into the edge", JointDraft.FaceTowards(host, joint.Host.Outward()), host.Frame.ToPlane(point), clear, null, null, null, null, $"clearance for {thread.Name}: {clear} mm", "on the middle of the edge behind", null));
            draft.Cut(mate, EndFixing.EndHole(mate, joint.Host.Outward(), point, Id(joint, $"tapped/{i}"), Deck.PlaceOf(joint.Edge), "tapped hole in the edge", thread.TapDrillMm, (choice.EngagementMm ?? 6) + ScrewPicker.ThreePitchesMm(thread), thread.Name, $"tap drill {thread.Name}: {thread.TapDrillMm} mm"));
        }
    }

    internal override IEnumerable<JointSetting> Settings(EdgeJoint joint, SolidPart host, SolidPart mate, Catalog catalog)
    {
        var row = Row(joint.LengthMm);
        return [new("gauge, to the middle of the edge", mate.ThicknessMm / 2, "mm", "half of the sheet as measured"), new("tap drill", Thread(mate, catalog).TapDrillMm, "mm", Thread(mate, catalog).Name), new("screws apart", Math.Round(row.PitchMm, 2), "mm", $"{row.Count} in the row")];
    }
}
