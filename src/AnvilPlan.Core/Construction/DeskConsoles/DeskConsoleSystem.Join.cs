using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Quantities;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.DeskConsoles;

/// <summary>How the parts of a console are cut to its slope and held.</summary>
public sealed partial class DeskConsoleSystem
{
    protected override void Join(DeskConsole own, JointDraft draft)
    {
        var (shell, envelope, slope) = (draft.Shell, draft.Fit.Envelope, draft.Fit.Envelope.Slope!);
        var (front, top, bottom, lip, block) = (shell.Panels[Face.Front], shell.Panels[Face.Top], shell.Panels[Face.Bottom],
            shell.Member(LipOf(own))!, shell.Member(BlockOf(own)));
        var stays = draft.Design.Panel(Face.Front).Hold == PanelHold.Fixed;
        var meeting = TopMeeting.Of(slope, envelope.ThicknessMm[Face.Top]);
        Mitre(draft, own, front, Direction.Up, Direction.Back, meeting.OnFrontMm, "top");
        Mitre(draft, own, top, Direction.Front, Direction.Down, meeting.OnTopMm, "front");
        Mitre(draft, own, front, Direction.Down, Direction.Back, slope.LipSetbackMm, "lip");
        Mitre(draft, own, lip, Direction.Up, Direction.Back, slope.LipSetbackMm, "front");

        foreach (var face in (Face[])[Face.Left, Face.Right])
        {
            var (side, cleat) = (shell.Panels[face], shell.Member(Cleat(own, face))!);
            Saw(draft, own, side, slope);
            var name = $"{own.Id}/{Deck.Name(face)}";
            draft.Keep(front, cleat.Box.Grow(0.01), cleat.Name.ToLowerInvariant());
            if (Glues(draft, side, cleat))
            {
                draft.Hold(side, cleat, HoldBy.Glue, own.Id);
            }
            else
            {
                var plane = envelope.InnerPlane(face);
                FixingRows.Screw(draft, side, cleat, new Contact(face.Outward(), cleat.Box.WithSpan(Axis.X, plane, plane))
                { Pose = slope.Pose }, new RowRule(own.Id, name + "/wall", EndMm, PitchMostMm, "screw to cleat"));
            }

            if (stays && Glues(draft, front, cleat))
            {
                draft.Hold(front, cleat, HoldBy.Glue, own.Id);
                draft.Hold(front, side, HoldBy.Glue, own.Id);
            }
            else
            {
                FixingRows.Screw(draft, front, cleat, new RowRule(own.Id, name + "/front", EndMm + 10, PitchMostMm, "screw to cleat"));
            }

            if (Glues(draft, lip, side))
            {
                draft.Hold(lip, side, HoldBy.Glue, own.Id);
            }

            draft.Keep(side, lip.Box.Grow(0.01), "lip");
            if (block is not null)
            {
                draft.Keep(side, block.Box.Grow(0.01), "block behind the lip");
            }
        }

        if (block is null)
        {
            draft.Hold(lip, bottom, HoldBy.Glue, own.Id);
        }

        foreach (var (part, what) in block is null ? [] : ((SolidPart, string)[])[(lip, "lip"), (bottom, "bottom")])
        {
            draft.Keep(part, block!.Box.Grow(0.01), "block behind the lip");
            if (Glues(draft, part, block) && (part == lip || draft.Design.Panel(Face.Bottom).Hold == PanelHold.Fixed))
            {
                draft.Hold(part, block, HoldBy.Glue, own.Id);
            }
            else
            {
                FixingRows.Screw(draft, part, block, new RowRule(own.Id, $"{own.Id}/{what}", part == lip ? EndMm : EndMm + 12, PitchMostMm,
                    "screw to the block behind the lip"));
            }
        }

        draft.Keep(bottom, lip.Box.Grow(0.01), "lip");
        if (stays)
        {
            foreach (var mate in ((SolidPart[])[lip, .. draft.Design.Panel(Face.Top).Hold == PanelHold.Fixed ? [top]
                : Array.Empty<SolidPart>()]).Where(m => Glues(draft, front, m)))
            {
                draft.Hold(front, mate, HoldBy.Glue, own.Id);
            }
        }
    }

    private static bool Glues(JointDraft draft, SolidPart a, SolidPart b) => draft.Catalog.Material(a.MaterialId).Wood
        && draft.Catalog.Material(b.MaterialId).Wood;

    /// <summary>The end of a panel, cut to the line from its outer edge to where the inner planes cross.</summary>
    /// <param name="end">The way that end looks, along the panel's own axes.</param>
    /// <param name="inside">The way its inner face looks.</param>
    /// <param name="setbackMm">Of the inner edge behind the outer one.</param>
    private static void Mitre(JointDraft draft, DeskConsole own, SolidPart part, Direction end, Direction inside, double setbackMm,
        string with)
    {
        if (Math.Abs(setbackMm) < 0.01)
        {
            return;
        }

        var longer = setbackMm > 0 ? inside.Opposite() : inside;
        draft.Cut(part, new Bevel(
            $"{own.Id}/{with}-mitre", own.Id, $"mitre to the {with}", JointDraft.FaceTowards(part, longer),
                JointDraft.EdgeTowards(part, end),
            Angle.FromRadians(Math.Atan2(Math.Abs(setbackMm), part.ThicknessMm)).Degrees));
        var box = part.Box;
        var (from, to) = (box.Side(end) - (end.Sign() * Math.Abs(setbackMm)), box.Side(end));
        draft.Keep(part, box.WithSpan(end.Axis(), Math.Min(from, to), Math.Max(from, to)), $"mitre to the {with}");
    }

    /// <summary>A side sawn to the outer face of the slope; nothing is cut where the end of the front lies against it.</summary>
    private static void Saw(JointDraft draft, DeskConsole own, SolidPart side, Slope slope)
    {
        var (x, high) = (side.Box.Centre.X, side.Box.Max.Z);
        var (low, up) = (side.Frame.ToPlane(new Point3(x, 0, slope.Lean.LipMm)),
            side.Frame.ToPlane(new Point3(x, slope.BackAt(high, 0), high)));
        var off = side.Frame.ToPlane(new Point3(x, 0, high));
        // what falls off lies to the left of the way
        var left = ((up.U - low.U) * (off.V - low.V)) - ((up.V - low.V) * (off.U - low.U)) > 0;
        draft.Cut(side, new Trim($"{own.Id}/slope", own.Id, "sawn to the slope", left ? low : up, left ? up
            : low, $"{slope.Lean.DegFromLevel:0.##}° over the level, from {slope.Lean.LipMm:0.##} mm up the front edge to "
            + $"{slope.BackAt(high, 0):0.##} mm along the top edge"));
        for (var z = slope.Lean.LipMm - slope.ThicknessMm; z < side.Box.Max.Z; z += SliceMm)
        {
            var above = Math.Min(z + SliceMm, side.Box.Max.Z);
            draft.Keep(side, side.Box with
            {
                Min = new(side.Box.Min.X, 0, Math.Max(z, 0)),
                Max = new(side.Box.Max.X, slope.BackAt(above, slope.ThicknessMm + slope.Lean.BehindMm), above)
            },
                "sloped front and its cleat");
        }
    }
}
