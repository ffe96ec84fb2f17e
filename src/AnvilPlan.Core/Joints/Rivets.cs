using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Construction;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Joints;

/// <summary>Rows of blind rivets, and of rivet nuts with screws, between two thin sheets.</summary>
public static class Rivets
{
    private const long RivetCents = 5;
    private const long RivetNutCents = 18;

    /// <summary>The thinnest rivet that is meant for the thicker of the sheets; two at least, no farther apart than the table allows.</summary>
    public static bool Row(JointDraft draft, SolidPart outer, SolidPart inner, RowRule rule)
    {
        if (Contact.Between(inner.Box, outer.Box) is not { } contact)
        {
            return false;
        }

        var (a, b) = (outer.DepthFrom(contact.Side), inner.DepthFrom(contact.Side));
        var rows = CsvTable.Shipped("blind-rivets").Rows;
        var rivet = rows.FirstOrDefault(r => r.Number("thickest_sheet_preferred_max_mm") >= Math.Max(a, b) - 1e-9 && r.Number("body_dia_mm") >= 3) ?? rows[^1];
        var hole = rivet.Number("hole_max_mm");
        var least = a + b + rivet.Number("length_addition_to_grip_mm");
        draft.Bought.Add(new BoughtPiece("rivet", $"blind rivet {rivet["body_dia_mm"]} x {Math.Ceiling(least)}", Holes(draft, outer, inner, contact, rule, hole, hole, rivet.Number("edge_distance_preferred_mm"), Math.Min(rule.PitchMostMm, 2.5 * rivet.Number("pitch_max_mm")), $"rivet {rivet["body_dia_mm"]}: hole {hole} mm ({rivet["source"]})"), RivetCents));
        draft.Hold(outer, inner, HoldBy.Rivets, rule.Place);
        return true;
    }

    /// <summary>M3 rivet nuts in the inner sheet and screws through the outer one: comes off again.</summary>
    public static bool NutRow(JointDraft draft, SolidPart outer, SolidPart inner, RowRule rule)
    {
        if (Contact.Between(inner.Box, outer.Box) is not { } contact)
        {
            return false;
        }

        const double nutHole = 5;
        var thread = draft.Catalog.Fasteners.Thread("M3");
        var count = Holes(draft, outer, inner, contact, rule, thread.ClearanceNormalMm, nutHole, 2 * nutHole, rule.PitchMostMm, "rivet nut M3: hole 5.0 mm in sheet of 0.5 to 2 mm [R]; verify by test piece");
        draft.Bought.Add(new BoughtPiece("rivet nut", "M3 rivet nut, round, for 0.5 to 2 mm", count, RivetNutCents));
        draft.Screws.Add(new ScrewPicker(draft.Catalog.Fasteners).Tapped(
            $"screw/{rule.Name}", rule.Place, $"{outer.Name} to rivet nuts of {inner.Name.ToLowerInvariant()}", thread, HeadForm.Pan,
            [new Planning.WhyTerm(outer.Name.ToLowerInvariant(), outer.DepthFrom(contact.Side), "mm", "sheet")], 0,
            new Planning.WhyTerm("three full threads", ScrewPicker.ThreePitchesMm(thread), "mm", "thread table"), new Planning.WhyTerm("body of the nut", 9, "mm", "rivet nut [R]"), count, null));
        draft.Hold(outer, inner, HoldBy.Screws, rule.Place);
        return true;
    }

    private static int Holes(
        JointDraft draft, SolidPart outer, SolidPart inner, Contact contact, RowRule rule, double outerMm, double innerMm, double endMm, double pitchMm, string why)
    {
        var strip = contact.Area.Size[contact.Along];
        var row = FixingRow.Of(strip, Math.Min(Math.Max(endMm, rule.EndMm), strip / 4), pitchMm);
        foreach (var (at, i) in row.PositionsMm().Select((p, i) => (p, i + 1)))
        {
            var point = contact.Area.Centre.With(contact.Along, contact.Area.Min[contact.Along] + at);
            foreach (var (part, dia) in ((SolidPart, double)[])[(outer, outerMm), (inner, innerMm)])
            {
                draft.Cut(part, FixingRows.Bored(part, contact.Side, point, new Hole(
                    $"{rule.Name}/{i}", rule.Place, rule.What, WorkedFrom.Seen, default, dia, null, null, null, null, why, FixingRows.RowWhy(row, inner), null)));
            }
        }

        return row.Count;
    }
}
