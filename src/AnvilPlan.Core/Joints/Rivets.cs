using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Joints;

/// <summary>Rows of blind rivets, and of rivet nuts with screws, between two thin sheets.</summary>
public static class Rivets
{
    private const long RivetCents = 5;

    /// <summary>Thinner ones are for foil and trim.</summary>
    private const double LeastDiaMm = 3;

    /// <summary>
    /// The thinnest rivet that is meant for the thicker of the metal sheets, and none whose least distance from the edge is more than the
    /// strip in which it stands gives; two at least, no farther apart than the table allows. A wooden board is held by the head alone.
    /// </summary>
    public static bool Row(JointDraft draft, SolidPart outer, SolidPart inner, RowRule rule)
    {
        if (Contact.Between(inner.Box, outer.Box) is not { } contact)
        {
            return false;
        }

        var (a, b) = (outer.DepthFrom(contact.Side), inner.DepthFrom(contact.Side));
        bool Sheet(SolidPart part) => !draft.Catalog.Material(part.MaterialId).Wood;
        var thickest = Math.Max(Sheet(outer) || !Sheet(inner) ? a : 0, Sheet(inner) ? b : 0);
        var usual = CsvTable.Shipped("blind-rivets").Rows.Where(r => r.Number("body_dia_mm") >= LeastDiaMm).ToList();
        var room = contact.Area.Size[contact.Across] / 2;
        List<CsvRow> rows = [usual[0], .. usual.Skip(1).Where(r => r.Number("edge_distance_min_mm") <= room + 1e-9)];
        var rivet = rows.FirstOrDefault(r => r.Number("thickest_sheet_preferred_max_mm") >= thickest - 1e-9) ?? rows[^1];
        var spaced = rule with
        {
            EndMm = Math.Max(rivet.Number("edge_distance_preferred_mm"), rule.EndMm),
            PitchMostMm = Math.Min(rule.PitchMostMm, 2.5 * rivet.Number("pitch_max_mm"))
        };
        FixingRows.Add(draft, outer, inner, contact, spaced, [Rivet(outer, inner, a, b, contact, spaced, rivet)]);
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

        var spaced = rule with { EndMm = Math.Max(10, rule.EndMm) };
        FixingRows.Add(draft, outer, inner, contact, spaced,
            [ScrewWays.RivetNut(draft.Catalog, FixingRows.Joint(outer, inner, contact, spaced) with
            { Where = $"{outer.Name} to rivet nuts of {inner.Name.ToLowerInvariant()}" })]);
        draft.Hold(outer, inner, HoldBy.Screws, rule.Place);
        return true;
    }

    private static FixingWay Rivet(SolidPart outer, SolidPart inner, double outerMm, double innerMm, Contact contact, RowRule rule,
        CsvRow rivet)
    {
        var (body, hole) = (rivet.Number("body_dia_mm"), rivet.Number("hole_max_mm"));
        var begins = (outer.Box.Side(contact.Side) - inner.Box.Side(contact.Side)) * contact.Side.Sign();
        var why = $"rivet {rivet["body_dia_mm"]}: hole {hole} mm ({rivet["source"]})";
        WayLayer Layer(SolidPart part, double from, double to) =>
            new(part.Id, part, LayerRole.Clearance, from, to, hole, (id, at) => FixingRows.Bored(
            part, contact.Side, at, new Hole(id, rule.Place, rule.What, WorkedFrom.Seen, default, Bore.Through(hole, why),
                FixingRows.RowWhy(rule, contact, inner))));
        return new FixingWay(
            FixingKind.Rivet, outer.Box.Side(contact.Side), [Layer(outer, 0, outerMm), Layer(inner, begins, begins + innerMm)],
            // the head outside, and the bulb that the mandrel draws up behind: about a diameter long
            [new(PieceKind.Head, -body / 3, 0, 2 * body), new(PieceKind.Shank, 0, begins + innerMm, body),
                new(PieceKind.Nut, begins + innerMm, begins + innerMm + body, 1.5 * body)],
            [], [new BoughtPiece("rivet", $"blind rivet {rivet["body_dia_mm"]} x "
                + $"{Math.Ceiling(begins + innerMm + rivet.Number("length_addition_to_grip_mm"))}", 1, RivetCents)]);
    }
}
