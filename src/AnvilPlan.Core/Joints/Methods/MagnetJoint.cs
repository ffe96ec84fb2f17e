using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Construction;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Joints.Methods;

/// <summary>
/// Pairs of disc magnets, flush in the covering panel's inner face and in the end of the other: the panel is pulled off by hand. The
/// largest disc that leaves 1.5 mm of the end on either side.
/// </summary>
internal sealed class MagnetJoint : JointMethod
{
    private const double WallMm = 1.5;
    private const double EndMm = 25;
    private const double PitchMm = 160;

    public override JointKind Kind => JointKind.Magnets;
    public override string Word => "magnets";
    public override double LeastThicknessMm => 8;
    public override HoldBy By => HoldBy.Magnets;

    public override bool Suits(Material material) => !material.Metal;

    internal static Magnet Choose(SolidPart host, SolidPart mate) =>
        Magnet.Shipped.Where(m => m.DiaMm <= mate.ThicknessMm - (2 * WallMm) && m.ThicknessMm <= host.ThicknessMm - WallMm).MaxBy(m => m.DiaMm) ?? Magnet.Shipped[0];

    internal static FixingRow Row(double length) => FixingRow.Of(length, Math.Min(EndMm, length / 4), PitchMm);

    internal override void Cut(JointDraft draft, EdgeJoint joint, SolidPart host, SolidPart mate)
    {
        var magnet = Choose(host, mate);
        var meeting = Meeting(joint, host, mate, draft.Fit.Envelope);
        var plane = draft.Fit.Envelope.InnerPlane(joint.Host);
        var into = joint.Host.Outward().Opposite();
        var rule = new RowRule(Deck.PlaceOf(joint.Edge), Id(joint, "magnet"), EndMm, PitchMm, "");
        var placeWhy = FixingRows.RowWhy(rule, meeting, mate);
        var way = new FixingWay(
            FixingKind.Magnet, plane + (joint.Host.Outward().Sign() * magnet.ThicknessMm),
            [
                new WayLayer(host.Id, host, LayerRole.Seat, 0, magnet.ThicknessMm, magnet.DiaMm, (id, at) => FixingRows.Bored(host, into, at, new Hole(
                    id, rule.Place, $"pocket for {magnet.Name}, north pole out", WorkedFrom.Seen, default, magnet.DiaMm, magnet.ThicknessMm, null, null, null,
                    $"{magnet.Name}; bore one on scrap first, a press fit holds it with a drop of glue", placeWhy, "flush with the face"))),
                new WayLayer(mate.Id, mate, LayerRole.Seat, magnet.ThicknessMm, 2 * magnet.ThicknessMm, magnet.DiaMm, (id, at) => EndFixing.EndHole(
                    mate, joint.Host.Outward(), at, id, rule.Place, $"pocket for {magnet.Name} in the end, south pole out", magnet.DiaMm, magnet.ThicknessMm, null, "flush with the end")),
            ],
            [new(PieceKind.Peg, 0, 2 * magnet.ThicknessMm, magnet.DiaMm)], [], [new BoughtPiece("magnet", magnet.Name, 2, magnet.PriceCents)]);
        Fix(draft, joint, meeting, $"Magnets of {host.Name.ToLowerInvariant()} and {mate.Name.ToLowerInvariant()}", rule.Name, into, EndMm, PitchMm, [way]);
    }

    internal override IEnumerable<JointSetting> Settings(EdgeJoint joint, SolidPart host, SolidPart mate, Catalog catalog)
    {
        var (magnet, row) = (Choose(host, mate), Row(joint.LengthMm));
        return
        [
            new("bit", magnet.DiaMm, "mm", magnet.Name), new("stop", magnet.ThicknessMm, "mm", "flush"), new("gauge, to the middle of the end", mate.ThicknessMm / 2, "mm", "half of the board as measured"),
            new("first pair from the end", Math.Round(row.EndDistanceMm, 2), "mm", "a quarter of short edges"), new("pairs apart", Math.Round(row.PitchMm, 2), "mm", $"{row.Count} in the row"),
            new("pull of the row", Math.Round(row.Count * magnet.PullN, 1), "N", $"{magnet.PullN} N each, touching"),
        ];
    }
}
