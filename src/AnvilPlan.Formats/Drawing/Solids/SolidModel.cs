using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;

namespace AnvilPlan.Formats.Drawing.Solids;

public enum PieceRole
{
    Part,
    Device,
    Fitting,
    Fixing,
}

/// <summary>A flat area with the same thickness everywhere. mm in the enclosure.</summary>
/// <param name="Rim">Counter-clockwise as seen from the side away from <paramref name="Through"/>.</param>
/// <param name="Inside">What is cut out of it, counter-clockwise too.</param>
/// <param name="Through">From a point of the rim to the one behind it.</param>
public sealed record SolidPrism(Stuff Stuff, IReadOnlyList<Point3> Rim, IReadOnlyList<IReadOnlyList<Point3>> Inside, Point3 Through);

/// <summary>A cylinder with flat ends, mm in the enclosure.</summary>
public sealed record SolidRound(Stuff Stuff, Point3 From, Point3 To, double DiaMm);

/// <summary>One thing of the enclosure as a solid.</summary>
/// <param name="Of">The part, device or fitting; a fixing by <c>hole/ID</c>.</param>
/// <param name="Grain">The way its grain or its rolling marks run; null where none shows.</param>
/// <param name="Wall">It closes the enclosure: one sees through it to what is inside.</param>
/// <param name="Size">Along its own axes, mm.</param>
/// <param name="Moves">How it goes as all is pulled apart.</param>
public sealed record SolidPiece(
    Place Of, string Name, PieceRole Role, Point3? Grain, bool Wall, Point3 Size, IReadOnlyList<SolidPrism> Prisms,
    IReadOnlyList<SolidRound> Rounds, IReadOnlyList<ApartMove> Moves);

/// <summary>The enclosure as solids to be turned by hand: what a view needs, and nothing that it would have to work out.</summary>
public sealed record SolidModel(Box Outer, IReadOnlyList<SolidPiece> Pieces, IReadOnlyList<ApartTurn> Turns)
{
    /// <summary>Marks lie this far proud of what they are on, so that they are seen, mm.</summary>
    private const double ProudMm = 0.12;

    /// <summary>A connector stands out of its device by this, mm.</summary>
    private const double ConnectorMm = 1.5;

    /// <summary>Of a fan's ring, the part that its hub fills.</summary>
    private const double HubShare = 0.38;

    /// <summary>Marks of cuts that do not go through are drawn from this size on, mm².</summary>
    private const double MarkMm2 = 3;

    public static SolidModel Of(BuildPlan plan)
    {
        var apart = PulledApart.Of(plan);
        var closing = plan.Parts.Where(p => p is { Closes: not null, LeafOf: not null }).Select(p => p.LeafOf!)
            .ToHashSet(StringComparer.Ordinal);
        bool Wall(Part part) => part.Closes is not null || (part is { LeafOf: { } whole, Rings.Count: > 0 } && closing.Contains(whole));
        return new SolidModel(plan.Outer,
            [.. plan.Parts.Where(p => p.Body.Count > 0).Select(p => Of(p, Wall(p), apart)), .. plan.Fittings.Where(f => f.Body.Count > 0)
                .Select(f => Of(f, apart)), .. plan.Devices.Select(d => Of(d, apart)),
                .. plan.Fixings.Where(f => f.Pieces.Count > 0).Select(f => Of(f, apart))], apart.Turns);
    }

    private static SolidPiece Of(Part part, bool wall, PulledApart apart)
    {
        var (of, stuff) = (Place.Part(part.Id), Prisms.StuffOf(part.Family));
        var prisms = Prisms.Of(part, stuff, Fineness.Model).Select(Told).Concat(Marks(part)).ToList();
        var size = part.Flat ? new Point3(part.LengthMm, part.WidthMm, part.ThicknessMm) : part.Box.Size;
        Point3? grain = stuff is Stuff.Wood or Stuff.Metal ? part.Pose.VectorInSpace(part.Flat ? part.Frame.U : Longest(part.Box)) : null;
        return new SolidPiece(of, part.Name, PieceRole.Part, grain, wall, size, prisms, [], apart.Moves(of));
    }

    private static Direction Longest(Box box) => box.Size is var s && s.X >= s.Y && s.X >= s.Z ? Direction.Right
        : s.Y >= s.Z ? Direction.Back : Direction.Up;

    /// <summary>Where something is bored, milled or grooved into a flat part, and holes too small to be cut out.</summary>
    private static IEnumerable<SolidPrism> Marks(Part part) =>
        from cut in part.Features.Where(f => part is { Flat: true, Body.Count: 1, Rings.Count: 0 } && !f.ShapesRim(part.Slab))
            .SelectMany(f => f.Cuts(part.Slab)).OfType<FaceCut>()
        where cut.Mouth.AreaMm2 is var area && area >= MarkMm2 && (cut.EndMm is not null || area < Fineness.Model.HoleMm2)
        from face in cut.EndMm is null ? [WorkedFrom.Seen, WorkedFrom.Far] : (WorkedFrom[])[cut.Face]
        let seen = face == WorkedFrom.Seen
        let deep = part.Frame.Normal.Vector() * (seen ? ProudMm : -part.ThicknessMm - ProudMm)
        let rim = cut.Mouth.Points(Fineness.Model.SagittaMm).Select(p => part.Pose.InSpace(part.Frame.ToSpace(p) + deep))
        select new SolidPrism(Stuff.Hollow, seen ? [.. rim] : [.. rim.Reverse()], [],
            part.Pose.VectorInSpace(part.Frame.Normal) * (seen ? -ProudMm : ProudMm));

    private static SolidPiece Of(FittingPlace fitting, PulledApart apart)
    {
        var of = Place.Part(fitting.Id);
        return new SolidPiece(of, fitting.Name, PieceRole.Fitting, null, false, fitting.Box.Size,
            [.. fitting.Body.Select(b => Told(Prisms.Of(of, Stuff.Metal, b, null)))], [], apart.Moves(of));
    }

    private static SolidPiece Of(DevicePlace device, PulledApart apart)
    {
        var of = Place.Device(device.Id);
        var ports = device.Ports.Select(p => Told(Prisms.Of(of, Stuff.Port,
            p.Connector.Hull(p.Connector.Moved(p.Exit.Vector() * ConnectorMm)), device.Pose)));
        return new SolidPiece(of, device.Name, PieceRole.Device, null, false, device.Body.Size,
            [.. device.Blocks.Select(b => Told(Prisms.Of(of, Stuff.Device, b, device.Pose))), .. ports],
            [.. device.Holes.Select(h => Bored(h, Stuff.Hollow, 1, ProudMm, device.Pose)), .. Rotor(device)], apart.Moves(of));
    }

    /// <summary>The ring through which a fan blows, and its hub.</summary>
    private static IEnumerable<SolidRound> Rotor(DevicePlace device) => device.Rotor is not { } rotor ? []
        : [Bored(rotor, Stuff.Hollow, 1, ProudMm, device.Pose), Bored(rotor, Stuff.Device, HubShare, 2 * ProudMm, device.Pose)];

    private static SolidRound Bored(DeviceBore bore, Stuff stuff, double share, double proudMm, Pose? pose)
    {
        var through = bore.To - bore.From;
        var proud = through.Length > 0 ? through * (proudMm / through.Length) : default;
        return new SolidRound(stuff, Hundredths(pose.InSpace(bore.From - proud)), Hundredths(pose.InSpace(bore.To + proud)),
            bore.DiaMm * share);
    }

    private static SolidPiece Of(Fixing fixing, PulledApart apart)
    {
        var (of, way) = (Place.Hole(fixing.Id), fixing.Axis.Vector());
        var (from, to) = (fixing.Pieces.Min(p => p.FromMm), fixing.Pieces.Max(p => p.ToMm));
        var stuff = fixing.Kind is FixingKind.Dowel or FixingKind.Biscuit ? Stuff.Wood : Stuff.Steel;
        var widest = fixing.Pieces.Max(p => p.DiaMm);
        return new SolidPiece(of, fixing.Id, PieceRole.Fixing, null, false, new(widest, widest, to - from), [],
            [.. fixing.Pieces.Where(p => p.ToMm > p.FromMm).Select(p => new SolidRound(stuff,
                Hundredths(fixing.Pose.InSpace(fixing.At + (way * p.FromMm))), Hundredths(fixing.Pose.InSpace(fixing.At + (way * p.ToMm))),
                p.DiaMm))], apart.Moves(of));
    }

    private static SolidPrism Told(Prism prism) => new(prism.Stuff, [.. prism.Rim.Select(Hundredths)],
        [.. prism.Inside.Select(r => r.Select(Hundredths).ToArray())], prism.Through);

    private static Point3 Hundredths(Point3 p) => new(Math.Round(p.X, 2), Math.Round(p.Y, 2), Math.Round(p.Z, 2));
}
