using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.InnerBoxes;

/// <summary>
/// Four walls on the bottom of the enclosure, the front and back between the sides, a floor glued between them, which is a plate of the
/// design, and a lid over all. Floor, walls and what stands inside are put together first; screws through the bottom into the sides hold
/// the whole, and the lid is screwed to the sides at last.
/// </summary>
public sealed class InnerBoxSystem : ConstructionSystem<InnerBox>
{
    /// <summary>The least length of a wall, mm: of what is glued and of what a lid is screwed to.</summary>
    private const double LeastSideMm = 50;

    /// <summary>Heads and ends of the screws of what stands on the floor, and a finger's play, mm.</summary>
    private const double UsualFloorMm = 10;
    private const double EndMm = 20;
    private const double PitchMostMm = 150;

    /// <summary>
    /// From the screws of the lid, on the middle of a wall, to the edge of the lid, mm: what is lacking stands over the sides.
    /// </summary>
    private const double LidEdgeMm = 8;

    /// <summary>Over the floor, at least, mm.</summary>
    private const double LeastRoomMm = 15;

    /// <summary>Wood between a cable's hole and the edges of its wall, mm [R].</summary>
    private const double HoleRimMm = 6;

    private static readonly Face[] Walls = [Face.Left, Face.Right, Face.Front, Face.Back];

    public override string Key => "innerBox";
    public override string Name => "Inner box";
    public override string About => "A box within the box, with walls of its own on the bottom: for a battery, or for what is to be kept "
        + "apart from the rest.";
    public override bool MeetsSlope => true;

    protected override IReadOnlyList<Asked<InnerBox>> Asked { get; } =
    [
        Asking.Plain<InnerBox>(AskKind.Tray, "trayId", "Its floor"),
        Asking.Material<InnerBox>("materialId", "Sheet", s => s.MaterialId),
        Asking.Length<InnerBox>("nominalMm", "Thickness", s => s.NominalMm, 2, 30),
        Asking.Length<InnerBox>("fromLeftMm", "From the left", s => s.FromLeftMm, 0, 5000),
        Asking.Length<InnerBox>("fromFrontMm", "From the front", s => s.FromFrontMm, 0, 5000),
        Asking.Length<InnerBox>("widthMm", "Width outside", s => s.WidthMm, LeastSideMm, 5000),
        Asking.Length<InnerBox>("depthMm", "Depth outside", s => s.DepthMm, LeastSideMm, 5000),
        Asking.Length<InnerBox>("heightMm", "Height outside", s => s.HeightMm, LeastSideMm, 5000),
        Asking.Length<InnerBox>("floorMm", "Under its floor", s => s.FloorMm, 0, 500),
        Asking.Plain<InnerBox>(AskKind.Flag, "lidded", "With a lid"),
        Asking.Length<InnerBox>("cableHoleMm", "Cable hole in its back", s => s.CableHoleMm, 3, 60, "none"),
    ];

    protected override Design Begin(Design design, Catalog catalog, string id)
    {
        var inside = Envelope.Of(design, catalog).Inner.Size;
        var at = InnerPlates.InTheMiddle(inside, 160, 120, LeastSideMm);
        var height = Math.Clamp(Math.Round(inside.Z / 2), LeastSideMm, 90);
        return design with
        {
            Trays = [.. design.Trays, new Tray(id + "-floor", "Inner floor", "birch-plywood", 9, null, UsualFloorMm, 0,
                TraySupport.Structure, null)],
            Structures = [.. design.Structures, new InnerBox(id, id + "-floor", "birch-plywood", 9, at.FromLeftMm, at.FromFrontMm,
                at.WidthMm, at.DepthMm, height, UsualFloorMm, true, 20)],
        };
    }

    protected override void Check(StructureCheck check, InnerBox own, Design design)
    {
        InnerPlates.Check(check, design, own.Id, own.TrayId);
        if (!check.Catalog.HasMaterial(own.MaterialId))
        {
            return;
        }

        var material = check.Catalog.Material(own.MaterialId);
        if (!material.Wood && !material.Brittle)
        {
            check.Refuse("materialId", $"materialId is \"{own.MaterialId}\": the walls are glued by their edges, which wood and acrylic "
                + $"take; a box of {material.Name} is folded or printed.");
            return;
        }

        var t = check.Catalog.TypicalThicknessMm(own.MaterialId, own.NominalMm);
        var room = own.HeightMm - own.FloorMm - ((own.Lidded ? 2 : 1) * t);
        if (room < LeastRoomMm)
        {
            check.Refuse("floorMm", $"floorMm is {own.FloorMm}: in a box {own.HeightMm} mm high it is "
                + $"{Math.Floor(own.HeightMm - LeastRoomMm - ((own.Lidded ? 2 : 1) * t))} mm at most, so that {LeastRoomMm} mm are left "
                + $"over the floor.");
        }
        else if (Math.Floor(Math.Min(room, own.WidthMm - (2 * t)) - (2 * HoleRimMm)) is var most && own.CableHoleMm > most)
        {
            check.Refuse("cableHoleMm", $"cableHoleMm is {own.CableHoleMm}: the back stands {Math.Round(room, 1)} mm over the floor, its "
                + $"hole is {most} mm at most.");
        }
    }

    protected override string? PlateOf(InnerBox own) => own.TrayId;

    protected override Design Spread(InnerBox own, Design design, Catalog catalog)
    {
        var t = catalog.TypicalThicknessMm(own.MaterialId, own.NominalMm);
        return design.WithTray(own.TrayId, tray => tray with
        {
            MaterialId = own.MaterialId,
            NominalMm = own.NominalMm,
            MeasuredMm = null,
            UndersideMm = own.FloorMm,
            Plane = TrayPlane.Level,
            Area = new PlateArea(own.FromLeftMm + t, own.FromFrontMm + t, own.WidthMm - (2 * t), own.DepthMm - (2 * t)),
        });
    }

    private static string IdOf(InnerBox own, Face wall) => $"{own.Id}/{Deck.Name(wall)}";

    private static string LidOf(InnerBox own) => own.Id + "/lid";

    protected override void Lay(InnerBox own, ShellDraft draft)
    {
        if (!draft.Fit.Trays.TryGetValue(own.TrayId, out var floor))
        {
            return;
        }

        var t = draft.Catalog.TypicalThicknessMm(own.MaterialId, own.NominalMm);
        var foot = draft.Fit.Envelope.InnerPlane(Face.Bottom);
        var top = foot + own.HeightMm;
        var inside = floor.WithSpan(Axis.Z, foot, own.Lidded ? top - t : top);
        var outside = floor.Grow(t);
        foreach (var face in Walls)
        {
            var side = face is Face.Left or Face.Right;
            var (axis, sign) = (face.Outward().Axis(), face.Outward().Sign());
            var (inner, outer) = (inside.Side(face.Outward()), inside.Side(face.Outward()) + (sign * t));
            var box = inside.WithSpan(axis, Math.Min(inner, outer), Math.Max(inner, outer));
            Add(draft, own, IdOf(own, face), $"Inner box, {Deck.Name(face)}", side ? box.WithSpan(Axis.Y, outside.Min.Y, outside.Max.Y)
                : box, face.DrawnAxes(), "outside", "inside");
        }

        if (own.Lidded)
        {
            var over = Math.Max(0, LidEdgeMm - (t / 2));
            Add(draft, own, LidOf(own), "Lid of the inner box", outside.WithSpan(Axis.Z, top - t, top)
                .WithSpan(Axis.X, outside.Min.X - over, outside.Max.X + over), (Direction.Right, Direction.Back), "above", "below");
        }
    }

    private static void Add(ShellDraft draft, InnerBox own, string id, string name, Box box, (Direction U, Direction V) axes, string seen,
        string far) => draft.Members.Add(new SolidPart(
        id, name, PartKind.Panel, own.MaterialId, own.NominalMm, box,
        SolidPart.FrameOf(box, axes.U, axes.V, box.Size[axes.V.Axis()] > box.Size[axes.U.Axis()] + Box.Slack), seen, far, null));

    protected override void Join(InnerBox own, JointDraft draft)
    {
        if (!draft.Shell.Trays.TryGetValue(own.TrayId, out var floor))
        {
            return;
        }

        var walls = Walls.ToDictionary(f => f, f => draft.Shell.Member(IdOf(own, f))!);
        foreach (var (face, wall) in walls)
        {
            draft.Hold(wall, floor, HoldBy.Glue, own.Id);
            draft.Keep(wall, floor.Box.Grow(0.01), floor.Name.ToLowerInvariant());
            if (face is Face.Front or Face.Back)
            {
                foreach (var side in (SolidPart[])[walls[Face.Left], walls[Face.Right]])
                {
                    draft.Hold(wall, side, HoldBy.Glue, own.Id);
                    draft.Keep(side, wall.Box.Grow(0.01), wall.Name.ToLowerInvariant());
                }
            }
        }

        foreach (var (side, name) in ((SolidPart, string)[])[(walls[Face.Left], "left"), (walls[Face.Right], "right")])
        {
            if (draft.Shell.Member(LidOf(own)) is { } lid)
            {
                FixingRows.Screw(draft, lid, side, new RowRule(own.Id, $"{own.Id}/lid-{name}", EndMm, PitchMostMm, "screw of the lid")
                { Turn = FixingTurn.Closes });
            }

            if (draft.Shell.Panels.TryGetValue(Face.Bottom, out var bottom))
            {
                FixingRows.Screw(draft, bottom, side, new RowRule(Place.Tray(own.TrayId).ToString(), $"{own.Id}/bottom-{name}", EndMm,
                    PitchMostMm,
                    "screw to the inner box")
                { Turn = FixingTurn.AfterFinish });
            }
        }

        if (own.CableHoleMm is { } hole)
        {
            var back = walls[Face.Back];
            draft.Cut(back, new Opening(
                $"{own.Id}/cable", own.Id, "cable hole of the inner box", WorkedFrom.Seen,
                    back.Frame.ToPlane(back.Box.Centre.With(Axis.Z, (floor.Box.Max.Z + back.Box.Max.Z) / 2)), hole, null, 0,
                    $"as decided, {hole} mm", "the middle of the wall over the floor"));
        }
    }
}
