using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Construction;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Joints;

/// <summary>
/// The end of one bar against the side of another, held twice so that it cannot turn: two screws through the side into the end of
/// a solid bar, a bracket in the slots of a profile, a plate riveted across the corner of an angle or tube.
/// </summary>
public static class EndFixing
{
    private const long BracketCents = 190;
    private const long PlateCents = 60;
    private const long RivetCents = 4;

    public static void Add(JointDraft draft, SolidPart through, SolidPart ending, string place, string name)
    {
        if (Contact.Between(ending.Box, through.Box) is not { } contact)
        {
            return;
        }

        switch (ending.Section)
        {
            case BarShape.Solid:
                Screws(draft, through, ending, contact, place, name);
                break;
            case BarShape.Slotted:
                draft.Bought.Add(new BoughtPiece("bracket", $"inside bracket for slotted profile {ending.ThicknessMm:0.#}, two screws and slot nuts", 1, BracketCents));
                draft.Hold(ending, through, HoldBy.Bolts, place);
                break;
            default:
                draft.Bought.Add(new BoughtPiece("bracket", "corner plate 1.5 mm aluminium, four holes 3.3", 1, PlateCents));
                draft.Bought.Add(new BoughtPiece("rivet", "blind rivet 3.2 for corner plates", 4, RivetCents));
                draft.Hold(ending, through, HoldBy.Rivets, place);
                break;
        }
    }

    /// <summary>The same for a bar that stands in a socket of the other part.</summary>
    /// <param name="side">From the bar towards the outside of the other part.</param>
    /// <param name="clampedMm">What is left of the other part behind the socket.</param>
    public static void AddSeated(JointDraft draft, SolidPart through, SolidPart ending, Direction side, double clampedMm, string place, string name)
    {
        var end = ending.Box.Side(side);
        Screws(draft, through, ending, new Contact(side, ending.Box.WithSpan(side.Axis(), end, end)), place, name, clampedMm);
    }

    /// <summary>One screw from below through a foot into the floor, its head down a passage.</summary>
    public static void AddFoot(JointDraft draft, SolidPart foot, SolidPart floor, double seatMm, double passageMm, string place, string name)
    {
        var material = draft.Catalog.Material(floor.MaterialId);
        var picker = new ScrewPicker(draft.Catalog.Fasteners);
        var clamped = new WhyTerm("foot above the head", seatMm, "mm", "printed foot");
        var middle = foot.Box.Centre;
        var (wood, size) = picker.Wood($"screw/{name}", place, $"{foot.Name} to {floor.Name.ToLowerInvariant()}", clamped, floor.DepthFrom(Direction.Down), material, 1);
        double clear, bore;
        double? deep = null;
        if (material.Wood && wood.Verdict == ScrewVerdict.Fits)
        {
            draft.Screws.Add(wood);
            (clear, bore, deep) = (size.ClearanceMm, size.PilotFor(material), floor.DepthFrom(Direction.Down) - 1);
        }
        else
        {
            var thread = draft.Catalog.Fasteners.Thread("M4");
            draft.Screws.Add(picker.WithNut($"screw/{name}", place, $"{foot.Name} to {floor.Name.ToLowerInvariant()}", thread, HeadForm.Pan, [clamped, new WhyTerm("bottom", floor.DepthFrom(Direction.Down), "mm", "panel")], 0, 1, null));
            (clear, bore) = (thread.ClearanceNormalMm, thread.ClearanceNormalMm);
        }

        draft.Cut(foot, new Hole($"{name}/screw", place, "screw to the bottom", WorkedFrom.Seen, foot.Frame.ToPlane(middle), clear, null, null, null, null, $"clearance {clear} mm", "the middle of the foot", null));
        draft.Cut(foot, new Hole($"{name}/passage", place, "passage for the head and the driver", WorkedFrom.Far, foot.Frame.ToPlane(middle), passageMm, foot.ThicknessMm - seatMm, null, null, null, $"head and driver: {passageMm} mm", "the middle of the foot", $"a third of the foot's height stays above the head"));
        draft.Cut(floor, new Hole($"{name}/floor", place, "screw of the foot", JointDraft.FaceTowards(floor, Direction.Down), floor.Frame.ToPlane(middle), bore, deep, null, null, null, $"for the screw of the foot: {bore} mm", "over the middle of the foot", deep is null ? null : "the bottom less 1 mm"));
        draft.Hold(foot, floor, HoldBy.Screws, place);
    }

    private static void Screws(JointDraft draft, SolidPart through, SolidPart ending, Contact contact, string place, string name, double? clampedMm = null)
    {
        var wood = draft.Catalog.Material(ending.MaterialId).Wood;
        var picker = new ScrewPicker(draft.Catalog.Fasteners);
        var clamped = new WhyTerm($"{through.Name.ToLowerInvariant()} section", clampedMm ?? through.DepthFrom(contact.Side.Opposite()), "mm", "section");
        var thread = draft.Catalog.Fasteners.Thread(Math.Min(contact.Area.Size[contact.Along], contact.Area.Size[contact.Across]) < 12 ? "M3" : "M4");
        ScrewChoice choice;
        double clear, bore;
        string? tapped = null;
        if (wood)
        {
            var (screw, size) = picker.Wood($"screw/{name}", place, $"{through.Name} to the end of {ending.Name.ToLowerInvariant()}", clamped, WoodEndDepthMm, draft.Catalog.Material(ending.MaterialId) with { Engagement = "end grain" }, 2);
            (choice, clear, bore) = (screw, size.ClearanceMm, size.PilotFor(draft.Catalog.Material(ending.MaterialId)));
        }
        else
        {
            choice = picker.Tapped(
                $"screw/{name}", place, $"{through.Name} to the end of {ending.Name.ToLowerInvariant()}", thread, HeadForm.Countersunk, [clamped], 0,
                picker.EngagementIn(draft.Catalog.Material(ending.MaterialId).Engagement, thread), new WhyTerm("hole in the end", EndDepthMm, "mm", "usual depth"), 2, null);
            (clear, bore, tapped) = (thread.ClearanceNormalMm, thread.TapDrillMm, thread.Name);
        }

        draft.Screws.Add(choice);
        var deep = Math.Max(2, (choice.EngagementMm ?? 0) + ScrewPicker.ThreePitchesMm(thread));
        foreach (var (sign, i) in ((int, int)[])[(-1, 1), (1, 2)])
        {
            var at = contact.Area.Centre.With(contact.Along, contact.Area.Centre[contact.Along] + (sign * contact.Area.Size[contact.Along] / 4));
            draft.Cut(through, FixingRows.Bored(through, contact.Side, at, new Hole(
                $"{name}/{i}", place, $"screw to the end of {ending.Name.ToLowerInvariant()}", WorkedFrom.Seen, default, clear, null, null,
                null, null, $"clearance for {choice.Thread}: {clear} mm", "a quarter of the section on either side of its middle, so that the rail cannot turn", null)));
            draft.Cut(ending, EndHole(ending, contact.Side, at, $"{name}/{i}", place, $"{(wood ? "pilot" : "tapped hole")} in the end", bore, deep, tapped, $"{choice.Thread} in the end"));
        }

        draft.Hold(ending, through, HoldBy.Screws, place);
    }

    /// <summary>A hole in the side of a part that looks in that direction.</summary>
    internal static EdgeHole EndHole(SolidPart part, Direction side, Point3 at, string id, string place, string purpose, double diaMm, double depthMm, string? thread, string why, double? slotMm = null)
    {
        var (u, v) = (part.Frame.U, part.Frame.V);
        var edge = side == u ? PartEdge.UMost : side == u.Opposite() ? PartEdge.ULeast : side == v ? PartEdge.VMost : PartEdge.VLeast;
        var plane = part.Frame.ToPlane(at);
        return new EdgeHole(id, place, purpose, edge, edge is PartEdge.ULeast or PartEdge.UMost ? plane.V : plane.U, -part.Frame.HeightOf(at), diaMm, slotMm, depthMm, thread, why);
    }

    private const double EndDepthMm = 25;
    private const double WoodEndDepthMm = 40;
}
