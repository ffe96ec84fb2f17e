using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Construction.PrintedBodies;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.Plinths;

/// <summary>Front and back boards run over the sides; all are screwed through the bottom from inside, at the corners glued.</summary>
public sealed class PlinthSystem : ConstructionSystem<Plinth>
{
    private const double EndMm = 30;
    private const double PitchMostMm = 180;

    public override string Key => "plinth";
    public override string Name => "Plinth";
    public override string About => "A frame of boards on edge under the bottom, set back, with a gap behind for the air it needs.";
    public override bool HoldsPanels => true;
    public override bool MeetsSlope => true;

    protected override IReadOnlyList<Asked<Plinth>> Asked { get; } =
    [
        Asking.Material<Plinth>("materialId", "Boards", s => s.MaterialId),
        Asking.Length<Plinth>("nominalMm", "Thickness, nominal", s => s.NominalMm, 6, 40),
        Asking.Length<Plinth>("heightMm", "Height", s => s.HeightMm, 10, 300),
        Asking.Length<Plinth>("setBackMm", "Set back", s => s.SetBackMm, 0, 200),
        Asking.Length<Plinth>("airGapMm", "Gap under the back board", s => s.AirGapMm, 0, 295),
    ];

    protected override Design Begin(Design design, Catalog catalog, string id) => design with
    {
        Box = design.Box with { Feet = null },
        Structures = [.. design.Structures.Where(s => s is not PrintedFeet), new Plinth(id, "birch-plywood", 12, 50, 15, 12)],
    };

    protected override void Check(StructureCheck check, Plinth own, Design design)
    {
        if (own.AirGapMm > own.HeightMm - 5)
        {
            check.Refuse("airGapMm", $"airGapMm is {own.AirGapMm}: at least 5 mm of the {own.HeightMm} mm of board must be left.");
        }

        if (design.Panel(Face.Bottom).Hold == PanelHold.Open)
        {
            check.Refuse("id", "the bottom is open: a plinth wants a bottom to be screwed to.");
        }

        if (design.Box.Feet is not null || design.Structures.Any(s => s is PrintedFeet || (s is Plinth && s.Id != own.Id)))
        {
            check.Refuse("id", $"id is \"{own.Id}\": it stands on a plinth or on feet, not on both, and on one plinth.");
        }
        else if (Math.Min(design.Box.WidthMm, design.Box.DepthMm) < (2 * (own.SetBackMm + own.NominalMm)) + 40)
        {
            check.Refuse("setBackMm", $"setBackMm is {own.SetBackMm}: with boards of {own.NominalMm} mm less than 40 mm are left inside "
                + $"the plinth.");
        }
    }

    protected override void Lay(Plinth own, ShellDraft draft)
    {
        if (!draft.Panels.TryGetValue(Face.Bottom, out var floor))
        {
            return;
        }

        var t = draft.Catalog.TypicalThicknessMm(own.MaterialId, own.NominalMm);
        var (outer, top) = (draft.Fit.Envelope.Outer, floor.Box.Min.Z);
        var (x0, x1, y0, y1) = (outer.Min.X + own.SetBackMm, outer.Max.X - own.SetBackMm, outer.Min.Y + own.SetBackMm,
            outer.Max.Y - own.SetBackMm);
        Board(draft, own, Face.Front, new Box(new(x0, y0, top - own.HeightMm), new(x1, y0 + t, top)));
        Board(draft, own, Face.Back, new Box(new(x0, y1 - t, top - own.HeightMm + own.AirGapMm), new(x1, y1, top)));
        Board(draft, own, Face.Left, new Box(new(x0, y0 + t, top - own.HeightMm), new(x0 + t, y1 - t, top)));
        Board(draft, own, Face.Right, new Box(new(x1 - t, y0 + t, top - own.HeightMm), new(x1, y1 - t, top)));
    }

    private static void Board(ShellDraft draft, Plinth own, Face face, Box box)
    {
        var (u, v) = face.DrawnAxes();
        draft.Members.Add(new SolidPart(
            $"{own.Id}/{Deck.Name(face)}", $"Plinth {Deck.Name(face)}", PartKind.Member, own.MaterialId, own.NominalMm, box,
                SolidPart.FrameOf(box, u, v, box.Size[v.Axis()] > box.Size[u.Axis()]), "outside", "inside", null));
    }

    protected override void Join(Plinth own, JointDraft draft)
    {
        if (!draft.Shell.Panels.TryGetValue(Face.Bottom, out var floor))
        {
            return;
        }

        SolidPart Board(Face face) => draft.Shell.Member($"{own.Id}/{Deck.Name(face)}")!;
        var glued = draft.Catalog.Material(own.MaterialId).Wood;
        foreach (var face in (Face[])[Face.Front, Face.Back, Face.Left, Face.Right])
        {
            var name = $"{own.Id}/{Deck.Name(face)}";
            draft.Keep(floor, Board(face).Box.Grow(0.01), $"plinth {Deck.Name(face)}");
            // glue holds a wooden plinth under wood, under the bottom or under the wall that stands on it; its screws are left out where
            // blocks stand over them
            var over = draft.Shell.Panels.Values.MaxBy(p => Contact(p.Box, Board(face).Box))!;
            var sticks = glued && draft.Catalog.Material(over.MaterialId).Wood;
            if (Contact(floor.Box, Board(face).Box) > 0)
            {
                FixingRows.Screw(draft, floor, Board(face), new RowRule(own.Id, name, EndMm, PitchMostMm,
                    $"screw to plinth {Deck.Name(face)}")
                { Optional = sticks });
            }

            if (sticks)
            {
                draft.Hold(over, Board(face), HoldBy.Glue, own.Id);
            }

            if (glued && face is Face.Left or Face.Right)
            {
                draft.Hold(Board(Face.Front), Board(face), HoldBy.Glue, own.Id);
                draft.Hold(Board(Face.Back), Board(face), HoldBy.Glue, own.Id);
            }
        }
    }

    /// <summary>What of a board's upper face lies against a part over it, mm².</summary>
    private static double Contact(Box over, Box board)
    {
        var (x, y) = (Math.Min(over.Max.X, board.Max.X) - Math.Max(over.Min.X, board.Min.X),
            Math.Min(over.Max.Y, board.Max.Y) - Math.Max(over.Min.Y, board.Min.Y));
        return Math.Abs(over.Min.Z - board.Max.Z) < 0.01 && x > 0 && y > 0 ? x * y : 0;
    }

    /// <summary>The gap behind must let through what the openings in the bottom breathe.</summary>
    protected override IEnumerable<Finding> Findings(Plinth own, PlanSoFar plan)
    {
        var wanted = Underneath.OpenMm2(plan);
        var width = plan.Shell.Member($"{own.Id}/back")?.LengthMm ?? 0;
        if (wanted > width * own.AirGapMm && width > 0)
        {
            var gap = Math.Ceiling(wanted / width);
            yield return Finding.Of("plinth-chokes", Severity.Warn,
                $"The bottom breathes through {Say.Mm(wanted / 100)} cm² and the gap under the plinth's back board lets "
                    + $"{Say.Mm(width * own.AirGapMm / 100)} cm² through: a gap of {Say.Mm(gap)} mm is wanted.",
                [own.Id],
                new Remedy("wider-gap", $"Leave {Say.Mm(gap)} mm under the back board", d => d.WithStructure<Plinth>(own.Id, p => p with
                { AirGapMm = gap, HeightMm = Math.Max(p.HeightMm, gap + 10) })));
        }
    }
}
