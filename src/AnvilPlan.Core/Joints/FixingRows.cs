using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Construction;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Joints;

/// <summary>How a row of fixings is laid, mm.</summary>
/// <param name="Place">The decision behind it; screws are for it, and holds name it.</param>
/// <param name="Name">Begins the holes' ids.</param>
/// <param name="EndMm">From the ends of the shared strip to the first and last; less on short strips.</param>
/// <param name="PitchMostMm">Farthest apart.</param>
/// <param name="What">What the row is, for the drawings.</param>
public sealed record RowRule(string Place, string Name, double EndMm, double PitchMostMm, string What);

/// <summary>
/// Rows of fixings along the strip where two parts lie against each other: two at least, so that nothing can turn. Wood screws into
/// wood, tapped machine screws where the metal is thick enough, nuts where it is not.
/// </summary>
public static class FixingRows
{
    /// <summary>Screws one part to another from outside.</summary>
    /// <param name="clamped">The part under the heads.</param>
    /// <param name="into">The part that the screws bite into.</param>
    /// <returns>False when the two do not lie against each other.</returns>
    public static bool Screw(JointDraft draft, SolidPart clamped, SolidPart into, RowRule rule)
    {
        if (Contact.Between(into.Box, clamped.Box) is not { } contact)
        {
            return false;
        }

        var material = draft.Catalog.Material(into.MaterialId);
        var strip = contact.Area.Size[contact.Along];
        var row = FixingRow.Of(strip, Math.Min(rule.EndMm, strip / 4), rule.PitchMostMm);
        var depth = into.DepthFrom(contact.Side);
        var screw = BlockScrew.For(
            draft.Catalog, $"screw/{rule.Name}", rule.Place, clamped, clamped.DepthFrom(contact.Side), material, depth, row.Count);
        draft.Screws.Add(screw.Choice with { Where = $"{clamped.Name} to {into.Name.ToLowerInvariant()}" });
        var why = RowWhy(row, into);
        var (across, bar) = (contact.Across, into.Box.Centre[contact.Across]);
        var middle = bar > contact.Area.Min[across] && bar < contact.Area.Max[across] ? contact.Area.Centre.With(across, bar) : contact.Area.Centre;
        foreach (var (at, i) in row.PositionsMm().Select((p, i) => (p, i + 1)))
        {
            var point = middle.With(contact.Along, contact.Area.Min[contact.Along] + at);
            draft.Cut(clamped, Bored(clamped, contact.Side, point, new Hole(
                $"{rule.Name}/{i}", rule.Place, rule.What, WorkedFrom.Seen, default, screw.PanelHoleMm, null, null, screw.SinkDiaMm, screw.SinkDeg, screw.PanelWhy, why, null)));
            draft.Cut(into, Bored(into, contact.Side, point, new Hole(
                $"{rule.Name}/{i}", rule.Place, $"{(screw.Choice.Nut ? "clearance hole" : material.Wood ? "pilot" : "tapped hole")} for {clamped.Name.ToLowerInvariant()}", WorkedFrom.Seen, default,
                screw.BlockHoleMm, screw.Choice.Nut ? null : Math.Min(screw.BlockDepthMm, depth), screw.Thread, null, null, screw.BlockWhy, why, screw.Choice.Nut ? null : screw.DepthWhy)));
        }

        draft.Hold(clamped, into, HoldBy.Screws, rule.Place);
        return true;
    }

    /// <summary>Screws a part to the inside of a leg that lies before it, closed by nuts on its own side: heads flush in the leg.</summary>
    /// <param name="side">From the part towards the leg.</param>
    public static void ScrewBehind(JointDraft draft, SolidPart part, SolidPart leg, Direction side, RowRule rule)
    {
        var wall = leg.DepthFrom(side);
        var plane = part.Box.Side(side);
        var strip = part.Box.Intersect(leg.Box).WithSpan(side.Axis(), Math.Min(plane, plane + (side.Sign() * wall)), Math.Max(plane, plane + (side.Sign() * wall)));
        var contact = new Contact(side, strip);
        var row = FixingRow.Of(strip.Size[contact.Along], Math.Min(rule.EndMm, strip.Size[contact.Along] / 4), rule.PitchMostMm);
        var thread = draft.Catalog.Fasteners.Thread("M3");
        var flush = draft.Catalog.Fasteners.Head(thread.Name, HeadForm.Countersunk);
        var sinks = wall >= flush.HeightMm - 0.2;
        draft.Screws.Add(new ScrewPicker(draft.Catalog.Fasteners).WithNut(
            $"screw/{rule.Name}", rule.Place, $"{part.Name} behind {leg.Name.ToLowerInvariant()}", thread, sinks ? HeadForm.Countersunk : HeadForm.Pan,
            [new Planning.WhyTerm("leg", wall, "mm", "bar stock"), new Planning.WhyTerm(part.Name.ToLowerInvariant(), part.DepthFrom(side), "mm", "panel")], 0, row.Count, null));
        var why = $"clearance for {thread.Name}, normal series: {thread.ClearanceNormalMm} mm ({thread.Source})";
        foreach (var (at, i) in row.PositionsMm().Select((p, i) => (p, i + 1)))
        {
            var point = strip.Centre.With(contact.Along, strip.Min[contact.Along] + at);
            foreach (var own in (SolidPart[])[part, leg])
            {
                draft.Cut(own, Bored(own, side, point, new Hole(
                    $"{rule.Name}/{i}", rule.Place, rule.What, WorkedFrom.Seen, default, thread.ClearanceNormalMm, null, null,
                    own == leg && sinks ? flush.DiaMm : null, own == leg && sinks ? flush.CountersinkDeg : null, why, RowWhy(row, leg), null)));
            }
        }

        draft.Hold(part, leg, HoldBy.Bolts, rule.Place);
    }

    internal static string RowWhy(FixingRow row, SolidPart bar) =>
        $"on the middle of {bar.Name.ToLowerInvariant()}; {row.Count} in a row, {Math.Round(row.EndDistanceMm, 2)} mm from its ends, {Math.Round(row.PitchMm, 2)} mm apart";

    /// <summary>
    /// A hole through the side of a part that looks in that direction: in the seen or the far face, or else from the edge that this
    /// side is in the part's drawing.
    /// </summary>
    /// <param name="hole">All but where it is and from which side.</param>
    internal static Feature Bored(SolidPart part, Direction side, Point3 at, Hole hole) => part.Frame.Normal.Axis() == side.Axis()
        ? hole with { From = JointDraft.FaceTowards(part, side), At = part.Frame.ToPlane(at) }
        : EndFixing.EndHole(
            part, side, at, hole.Id, hole.For, hole.Purpose + (hole.SinkDiaMm is { } sink ? $", sink {sink:0.##}" : ""), hole.DiaMm, hole.DepthMm ?? part.DepthFrom(side), hole.Thread, $"{hole.DrillWhy}; {hole.PlaceWhy}");
}
