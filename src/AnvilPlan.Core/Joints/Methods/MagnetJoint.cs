using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Construction;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
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
        var row = Row(meeting.Area.Size[joint.Edge.Along()]);
        foreach (var (point, i) in Places(joint, meeting, row))
        {
            draft.Cut(host, new Hole(
                Id(joint, $"magnet/{i}"), Deck.PlaceOf(joint.Edge), $"pocket for {magnet.Name}, north pole out", Inside(host, joint), host.Frame.ToPlane(point), magnet.DiaMm, magnet.ThicknessMm, null, null, null,
                $"{magnet.Name}; bore one on scrap first, a press fit holds it with a drop of glue", FixingRows.RowWhy(row, mate), "flush with the face"));
            draft.Cut(mate, EndFixing.EndHole(
                mate, joint.Host.Outward(), point, Id(joint, $"magnet/{i}"), Deck.PlaceOf(joint.Edge), $"pocket for {magnet.Name} in the end, south pole out", magnet.DiaMm, magnet.ThicknessMm, null, "flush with the end"));
        }

        draft.Bought.Add(new BoughtPiece("magnet", magnet.Name, 2 * row.Count, magnet.PriceCents));
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
