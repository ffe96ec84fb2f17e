using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Joints.Methods;

/// <summary>What a row of magnets pulls together: the inner face of a panel, and the end of another or a block along the edge.</summary>
/// <param name="Face">The panel whose inner face meets the seat.</param>
/// <param name="OnSteel">One of the two is steel: it is drawn as it is, without a pocket and a magnet.</param>
internal sealed record MagnetRow(SolidPart Face, SolidPart Seat, Contact Meeting, Magnet Magnet, SolidPart? OnSteel)
{
    /// <summary>Material round a pocket, and behind it, mm.</summary>
    public const double WallMm = 1.5;
    public const double EndMm = 25;
    public const double PitchMm = 160;

    public FixingRow Row => Meeting.Area.Size[Meeting.Along] is var length ? FixingRow.Of(length, Math.Min(EndMm, length / 4), PitchMm)
        : default!;

    public double PullN => Row.Count * Magnet.PullN;

    /// <summary>Thinnest board with a pocket in its face, and in its end, mm.</summary>
    public static double LeastFaceMm => Magnet.Shipped.Min(m => m.ThicknessMm) + WallMm;
    public static double LeastEndMm => Magnet.Shipped.Min(m => m.DiaMm) + (2 * WallMm);

    /// <summary>The largest magnet that leaves its wall everywhere; null when the two do not meet or none fits.</summary>
    public static MagnetRow? Of(EdgeJoint joint, SolidPart host, SolidPart mate, SolidPart? block, Catalog catalog)
    {
        var (face, seat) = block is null ? (host, mate) : (joint.Lid == joint.Host ? host : mate, block);
        if (Contact.Between(seat.Box, face.Box) is not { } meeting)
        {
            return null;
        }

        var steel = ((SolidPart[])[face, seat]).FirstOrDefault(p => catalog.Material(p.MaterialId).Family == MaterialFamily.Steel);
        // how far a hole goes from the face of the panel, and from the end of a board or the face of a block
        var deep = Math.Min(face == steel ? double.MaxValue : face.ThicknessMm, seat == steel ? double.MaxValue
            : seat.DepthFrom(meeting.Side));
        var magnet = Magnet.Shipped.Where(m => m.DiaMm <= meeting.Area.Size[meeting.Across] - (2 * WallMm) + 0.01
            && m.ThicknessMm <= deep - WallMm + 0.01).MaxBy(m => m.DiaMm);
        return magnet is null ? null : new MagnetRow(face, seat, meeting, magnet, steel);
    }
}

/// <summary>
/// Pairs of disc magnets, flush in the covering panel's inner face and in the end of the other, or in a block along the edge: the panel is
/// pulled off by hand. Steel needs no magnet of its own. The largest disc that leaves 1.5 mm on either side.
/// </summary>
internal sealed class MagnetJoint : JointMethod
{
    public override JointKind Kind => JointKind.Magnets;
    public override string Word => "magnets";
    public override double LeastThicknessMm => 8;
    public override HoldBy By => HoldBy.Magnets;

    public override bool Suits(Material material) => material.Family != MaterialFamily.Steel;

    internal override double LeastMm(EdgeJoint joint, SolidPart board, Catalog catalog)
    {
        var isLid = board.Id == Deck.PartOf(joint.Lid);
        var holdsMagnets = joint.BlockId is null || isLid;
        return !holdsMagnets ? 0
            : joint.BlockId is null && board.Id == Deck.PartOf(joint.Mate) ? MagnetRow.LeastEndMm
            : catalog.Material(board.MaterialId).Family == MaterialFamily.Steel ? 0 : MagnetRow.LeastFaceMm;
    }

    /// <summary>Magnets find no seat in the end of a steel sheet.</summary>
    internal override bool Suits(EdgeJoint joint, SolidPart board, Catalog catalog) =>
        joint.BlockId is not null || board.Id != Deck.PartOf(joint.Mate) || Suits(catalog.Material(board.MaterialId));

    internal override void Cut(JointDraft draft, EdgeJoint joint, SolidPart host, SolidPart mate)
    {
        if (MagnetRow.Of(joint, host, mate, joint.BlockId is { } block ? draft.Shell.Member(block) : null, draft.Catalog) is not { } row)
        {
            return;
        }

        var (magnet, into) = (row.Magnet, row.Meeting.Side.Opposite());
        var rule = new RowRule(Deck.PlaceOf(joint.Edge), Id(joint, "magnet"), MagnetRow.EndMm, MagnetRow.PitchMm, "");
        var placeWhy = FixingRows.RowWhy(rule, row.Meeting, row.Seat);
        var (inFace, inSeat) = (row.OnSteel != row.Face, row.OnSteel != row.Seat);
        var faceMm = inFace ? magnet.ThicknessMm : 0;
        var plane = row.Face.Box.Side(into);
        var layers = new List<WayLayer>();
        if (inFace)
        {
            layers.Add(new WayLayer(row.Face.Id, row.Face, LayerRole.Seat, 0, faceMm, magnet.DiaMm, (id, at) => FixingRows.Bored(row.Face,
                into, at, Pocket(id, rule.Place, magnet, inSeat ? "north pole out" : "it draws the steel", placeWhy))));
        }

        if (inSeat)
        {
            layers.Add(new WayLayer(row.Seat.Id, row.Seat, LayerRole.Seat, faceMm, faceMm + magnet.ThicknessMm, magnet.DiaMm, (id, at) =>
                FixingRows.Bored(row.Seat, row.Meeting.Side, at, Pocket(id, rule.Place, magnet, inFace ? "south pole out"
                    : "it draws the steel", placeWhy))));
        }

        var way = new FixingWay(
            FixingKind.Magnet, plane - (into.Sign() * faceMm), layers,
                [new(PieceKind.Peg, 0, layers.Count * magnet.ThicknessMm, magnet.DiaMm)], [],
                [new BoughtPiece("magnet", magnet.Name, layers.Count, magnet.PriceCents)]);
        var across = row.Meeting.Across;
        draft.Fixings.Add(new FixingSet(
            rule.Name, rule.Place, $"Magnets of {row.Face.Name.ToLowerInvariant()} and {row.Seat.Name.ToLowerInvariant()}", into,
            [new RowLocus(row.Meeting.Area, row.Meeting.Along, across, MagnetRow.EndMm, MagnetRow.PitchMm,
                joint.BlockId is null ? [row.Meeting.Area.Centre[across]] : RowLocus.FromMiddle(row.Meeting.Area, across, (magnet.DiaMm / 2)
                    + 1))], [way]));
        if (joint.BlockId is not null)
        {
            draft.Hold(row.Face, row.Seat, HoldBy.Magnets, rule.Place);
        }
    }

    private static Hole Pocket(string id, string place, Magnet magnet, string pole, string placeWhy) => new(
        id, place, $"pocket for {magnet.Name}, {pole}", WorkedFrom.Seen, default, Bore.Blind(magnet.DiaMm, magnet.ThicknessMm,
            $"{magnet.Name}; bore one on scrap first, a press fit holds it with a drop of glue", "flush with the face"), placeWhy);

    internal override IEnumerable<JointSetting> Settings(EdgeJoint joint, SolidPart host, SolidPart mate, SolidPart? block, Catalog catalog)
    {
        if (MagnetRow.Of(joint, host, mate, block, catalog) is not { } made)
        {
            return [];
        }

        var (magnet, row) = (made.Magnet, made.Row);
        return
        [
            new("bit", magnet.DiaMm, "mm", magnet.Name), new("stop", magnet.ThicknessMm, "mm", "flush"),
            block is null ? new("gauge, to the middle of the end", mate.ThicknessMm / 2, "mm", "half of the board as measured")
                : new("gauge, to the middle of the block", made.Meeting.Area.Size[made.Meeting.Across] / 2, "mm",
                "half of the block's face"),
            new("first pair from the end", Math.Round(row.EndDistanceMm, 2), "mm", "a quarter of short edges"),
                new("pairs apart", Math.Round(row.PitchMm, 2), "mm", $"{row.Count} in the row"),
            new("pull of the row", Math.Round(made.PullN, 1), "N", made.OnSteel is { } steel
                ? $"{magnet.PullN} N each on {steel.Name.ToLowerInvariant()}" : $"{magnet.PullN} N each, touching"),
        ];
    }
}
