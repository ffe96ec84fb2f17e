using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Joints;

/// <summary>
/// The end of one bar against the side of another, held twice so that it cannot turn: two screws through the side into the end of
/// a solid bar, a bracket in the slots of a profile, a plate riveted across the corner of an angle or tube.
/// </summary>
public static class EndFixing
{
    private const long BracketCents = 190;
    private const double EndDepthMm = 25;
    private const double WoodEndDepthMm = 60;

    public static void Add(JointDraft draft, SolidPart through, SolidPart ending, string place, string name)
    {
        if (Contact.Between(ending.Box, through.Box) is not { } contact)
        {
            return;
        }

        switch (ending.Section)
        {
            case BarShape.Solid when through.Section == BarShape.Solid:
                Screws(draft, through, ending, contact, through.DepthFrom(contact.Side.Opposite()), through.Box.Side(contact.Side),
                    place, name);
                break;
            case BarShape.Slotted:
                draft.Bought.Add(new BoughtPiece("bracket", $"inside bracket for slotted profile {ending.ThicknessMm:0.#}, two screws "
                    + $"and slot nuts", 1, BracketCents));
                draft.Hold(ending, through, HoldBy.Bolts, place);
                break;
            default:
                CornerPlate.Add(draft, through, ending, contact, place, name);
                break;
        }
    }

    /// <summary>The same for a bar that stands in a socket of the other part.</summary>
    /// <param name="side">From the bar towards the outside of the other part.</param>
    /// <param name="clampedMm">What is left of the other part behind the socket.</param>
    public static void AddSeated(JointDraft draft, SolidPart through, SolidPart ending, Direction side, double clampedMm, string place,
        string name)
    {
        var end = ending.Box.Side(side);
        Screws(draft, through, ending, new Contact(side, ending.Box.WithSpan(side.Axis(), end, end)), clampedMm, through.Box.Side(side),
            place, name);
    }

    /// <summary>
    /// Two screws a half of the section apart. Bars that run along different axes to one corner keep to different halves of it, so that
    /// their screws pass each other.
    /// </summary>
    private static void Screws(JointDraft draft, SolidPart through, SolidPart ending, Contact contact, double clampedMm, double headAt,
        string place, string name)
    {
        var section = Math.Min(contact.Area.Size[contact.Along], contact.Area.Size[contact.Across]);
        var wood = draft.Catalog.Material(ending.MaterialId).Wood;
        var joint = new ScrewJoint(
            name, place, $"{through.Name} to the end of {ending.Name.ToLowerInvariant()}",
                $"screw to the end of {ending.Name.ToLowerInvariant()}", contact.Side, through, clampedMm,
            ending, wood ? WoodEndDepthMm : EndDepthMm, "half of the section apart, so that the bar cannot turn, and in the half of it "
                + "that no other bar's screws take")
        {
            IntoEnd = true,
            HeadAt = headAt,
            Threads = ThreadsFor(section),
        };
        // the pair lies across the part that runs through: along it there is room to pass other bars' screws
        var beside = (Axis)(3 - (int)contact.Side.Axis() - (int)through.Frame.U.Axis());
        draft.Fixings.Add(new FixingSet(
            name, place, joint.Where, contact.Side.Opposite(), [Pair(contact, beside, through.Frame.U.Axis()),
                Pair(contact, through.Frame.U.Axis(), beside)], ScrewWays.Of(draft, joint)));
        draft.Hold(ending, through, HoldBy.Screws, place);
    }

    /// <summary>Threads of which two, with flush heads, find room in half of a section, mm.</summary>
    private static IReadOnlyList<string> ThreadsFor(double sectionMm) => sectionMm switch
    {
        >= 19.5 => ["M4", "M3"],
        >= 14.5 => ["M3", "M2.5"],
        >= 11.5 => ["M2.5", "M2"],
        _ => ["M2"],
    };

    private static RowLocus Pair(Contact contact, Axis along, Axis across)
    {
        var (middle, quarter) = (contact.Area.Centre[across], contact.Area.Size[across] / 4);
        var sign = contact.Side.Axis() == Axis.Y ? -1 : 1;
        return new RowLocus(contact.Area, along, across, contact.Area.Size[along] / 4, contact.Area.Size[along], [
            middle + (sign * quarter), middle - (sign * quarter), middle, .. RowLocus.FromMiddle(contact.Area, across, quarter * 0.8)]);
    }

    /// <summary>A hole in the side of a part that looks in that direction.</summary>
    internal static EdgeHole EndHole(SolidPart part, Direction side, Point3 at, string id, string place, string purpose, Bore bore,
        string? placeWhy)
    {
        var (edge, along, down) = OnEdge(part, side, at);
        return new EdgeHole(id, place, purpose, edge, along, down, new EdgeBore(bore, placeWhy));
    }

    /// <summary>A slot in the side of a part that looks in that direction.</summary>
    /// <param name="lengthMm">Along the edge; <paramref name="widthMm"/> across the board.</param>
    internal static EdgeHole EndSlot(SolidPart part, Direction side, Point3 at, string id, string place, string purpose, double lengthMm,
        double widthMm, double depthMm, string why)
    {
        var (edge, along, down) = OnEdge(part, side, at);
        return new EdgeHole(id, place, purpose, edge, along, down, new EdgeSlot(lengthMm, widthMm, depthMm, why));
    }

    private static (PartEdge Edge, double AlongMm, double FromSeenMm) OnEdge(SolidPart part, Direction side, Point3 at)
    {
        var edge = JointDraft.EdgeTowards(part, side);
        var plane = part.Frame.ToPlane(at);
        return (edge, edge is PartEdge.ULeast or PartEdge.UMost ? plane.V : plane.U, -part.Frame.HeightOf(at));
    }
}
