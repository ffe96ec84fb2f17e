using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fixings;
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
public sealed record RowRule(string Place, string Name, double EndMm, double PitchMostMm, string What)
{
    /// <summary>Left out where no place is free, because something else holds too.</summary>
    public bool Optional { get; init; }

    public FixingTurn Turn { get; init; }

    /// <summary>Heads under plugs of wood.</summary>
    public bool Plugged { get; init; }
}

/// <summary>
/// Rows of fixings along the strip where two parts lie against each other: two at least, so that nothing can turn. Wood screws into
/// wood, tapped machine screws where the metal is thick enough, nuts where it is not.
/// </summary>
public static class FixingRows
{
    /// <summary>From the middle of a row to the rim of its strip, at least, mm.</summary>
    private const double RimMm = 3;

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

        Screw(draft, clamped, into, contact with { Pose = into.Pose }, rule);
        return true;
    }

    /// <summary>The same within a part of the strip that the two share.</summary>
    public static void Screw(JointDraft draft, SolidPart clamped, SolidPart into, Contact contact, RowRule rule)
    {
        Add(draft, clamped, into, contact, rule, ScrewWays.Of(draft, Joint(clamped, into, contact, rule)));
        draft.Hold(clamped, into, HoldBy.Screws, rule.Place);
    }

    internal static ScrewJoint Joint(SolidPart clamped, SolidPart into, Contact contact, RowRule rule) => new(
        rule.Name, rule.Place, $"{clamped.Name} to {into.Name.ToLowerInvariant()}", rule.What, contact.Side, clamped,
            clamped.DepthFrom(contact.Side), into, into.DepthFrom(contact.Side), RowWhy(rule, contact, into))
    { Plugged = rule.Plugged };

    internal static void Add(JointDraft draft, SolidPart clamped, SolidPart into, Contact contact, RowRule rule,
        IEnumerable<FixingWay> ways) => draft.Fixings.Add(new FixingSet(
        rule.Name, rule.Place, $"{clamped.Name} to {into.Name.ToLowerInvariant()}", contact.Side.Opposite(),
            [Row(contact, into, rule)], ways)
        { Optional = rule.Optional, Turn = rule.Turn, Pose = contact.Pose });

    /// <summary>
    /// The strip that the two share, on the middle of the part behind where it can be. A profile is fixed on the middle of its slot only.
    /// </summary>
    private static RowLocus Row(Contact contact, SolidPart into, RowRule rule)
    {
        var middle = into.Box.Centre[contact.Across];
        var across = into.Section == BarShape.Slotted
            ? [middle]
            : RowLocus.FromMiddle(contact.Area, contact.Across, Math.Min(RimMm, contact.Area.Size[contact.Across] / 2),
                middle > contact.Area.Min[contact.Across] && middle < contact.Area.Max[contact.Across] ? middle : null);
        return new RowLocus(contact.Area, contact.Along, contact.Across, rule.EndMm, rule.PitchMostMm, across);
    }

    /// <summary>Screws a part to the inside of a leg that lies before it, closed by nuts on its own side: heads flush in the leg.</summary>
    /// <param name="side">From the part towards the leg.</param>
    public static void ScrewBehind(JointDraft draft, SolidPart part, SolidPart leg, Direction side, RowRule rule)
    {
        var wall = leg.DepthFrom(side);
        var plane = part.Box.Side(side);
        var strip = part.Box.Intersect(leg.Box).WithSpan(side.Axis(), Math.Min(plane, plane + (side.Sign() * wall)),
            Math.Max(plane, plane + (side.Sign() * wall)));
        var contact = new Contact(side, strip);
        var joint = Joint(leg, part, contact, rule) with
        {
            Where = $"{part.Name} behind {leg.Name.ToLowerInvariant()}",
            HeadAt = leg.Box.Side(side),
            ClampedMm = wall,
            IntoMm = part.DepthFrom(side)
        };
        draft.Fixings.Add(new FixingSet(rule.Name, rule.Place, joint.Where, side.Opposite(), [Row(contact, part, rule)],
            ScrewWays.Behind(draft.Catalog, joint)));
        draft.Hold(part, leg, HoldBy.Bolts, rule.Place);
    }

    internal static string RowWhy(RowRule rule, Contact contact, SolidPart bar)
    {
        var strip = contact.Area.Size[contact.Along];
        var row = FixingRow.Of(strip, Math.Min(rule.EndMm, strip / 4), rule.PitchMostMm);
        return $"on the middle of {bar.Name.ToLowerInvariant()}, {Math.Round(row.EndDistanceMm, 2)} mm from its ends and "
            + $"{Math.Round(row.PitchMm, 2)} mm apart, or the nearest place where nothing is in the way";
    }

    /// <summary>
    /// A hole through the side of a part that looks in that direction: in the seen or the far face, or else from the edge that this
    /// side is in the part's drawing.
    /// </summary>
    /// <param name="hole">All but where it is and from which side.</param>
    internal static Feature Bored(SolidPart part, Direction side, Point3 at, Hole hole) => part.Frame.Normal.Axis() == side.Axis()
        ? hole with { From = JointDraft.FaceTowards(part, side), At = part.Frame.ToPlane(at), Bore = OneWall(part, side, hole.Bore) }
        : EndFixing.EndHole(part, side, at, hole.Id, hole.For, hole.Purpose,
            hole.Bore with { DepthMm = hole.DepthMm ?? part.DepthFrom(side) }, hole.PlaceWhy);

    /// <summary>Of a closed tube one wall is passed, and the other is not to be met.</summary>
    private static Bore OneWall(SolidPart part, Direction side, Bore bore) => part.Section is BarShape.SquareTube or BarShape.RoundTube
        ? bore with { DepthMm = bore.DepthMm ?? part.DepthFrom(side) } : bore;
}
