using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Fit;

/// <summary>
/// A device at its place: maps the model's own frame (x, y, z) along the axes of its deck, which are the enclosure's own unless the deck
/// leans. A device that looks along the normal of its
/// deck's drawing keeps its sense; one that looks the other way is mirrored in that drawing, as on a real pattern seen from behind.
/// </summary>
/// <param name="baseHeightMm">Height of the model's base over the deck's frame, along its normal.</param>
/// <param name="deckHeightMm">Height of the deck's face that the device stands on, over the deck's frame.</param>
/// <param name="pose">The axes of its deck; null = the enclosure's.</param>
public sealed class PlacedDevice(
    Device device, HardwareModel model, Frame deckFrame, Direction facing, double baseHeightMm, double standoffMm, double deckHeightMm,
        Pose? pose = null)
{
    private Box? body, occupied;
    private IReadOnlyList<Box>? blocks;

    public Device Device { get; } = device;
    public HardwareModel Model { get; } = model;
    public Frame DeckFrame { get; } = deckFrame;
    public Direction Facing { get; } = facing;
    public double BaseHeightMm { get; } = baseHeightMm;
    public double StandoffMm { get; } = standoffMm;
    public double DeckHeightMm { get; } = deckHeightMm;

    /// <summary>How it is held there.</summary>
    public Mounting Mounting { get; } = Mounting.Of(device, model, standoffMm);

    /// <summary>The axes along which all of its blocks, points and directions are told; null = the enclosure's.</summary>
    public Pose? Pose { get; } = pose;

    /// <summary>The same model on the same deck, placed as another device says.</summary>
    public PlacedDevice As(Device other) => new(other, Model, DeckFrame, Facing, BaseHeightMm, StandoffMm, DeckHeightMm, Pose);

    /// <summary>Seen from the other side of the deck's drawing.</summary>
    public bool Mirrored => Facing != DeckFrame.Normal;

    public string Id => Device.Id;

    /// <summary>The body with everything that projects from it.</summary>
    public Box Body => body ??= Model.InPanel
        ? Box.Between(ToSpace(0, 0, -Model.HeightMm), ToSpace(Model.WidthMm, Model.DepthMm, Model.FrontMm))
        : Box.Between(ToSpace(0, 0, 0), ToSpace(Model.WidthMm, Model.DepthMm, Model.HeightMm));

    /// <summary>From the deck towards the device; the way it looks unless it is turned over. Inwards for panel devices.</summary>
    public Direction Away => Model.InPanel ? Facing.Opposite() : Device.TurnedOver ? Facing.Opposite() : Facing;

    /// <summary>
    /// The way on which it is taken off: from its deck, or out of its panel; null for what bears on a panel from inside and goes as it
    /// finds room.
    /// </summary>
    public Direction? TakenOff => !Model.InPanel ? Away : Model.SeatInside ? null : Facing;

    /// <summary>Its mounting holes, through what a screw clamps or as deep as one may enter.</summary>
    public IReadOnlyList<DeviceBore> Holes => [.. Model.Holes.Select(h => new DeviceBore(ToSpace(h.XMm, h.YMm, 0),
        ToSpace(h.XMm, h.YMm, Model.BoardMm > 0 ? Model.BoardMm : Model.DepthMaxMm ?? 0), h.DiaMm))];

    /// <summary>From its face to its back about its round cut-out; null for what is no fan.</summary>
    public DeviceBore? Rotor => Model.Fan && Model.Cutouts.FirstOrDefault(c => c.HeightMm is null) is { } open
        ? new DeviceBore(ToSpace(open.XMm, open.YMm, Model.FrontMm), ToSpace(open.XMm, open.YMm, -Model.HeightMm), open.WidthMm) : null;

    /// <summary>The body and the standoffs under it, down to the deck.</summary>
    public Box Occupied => occupied ??= Model.InPanel ? Body : DownTo(DeckFrame.ToSpace(default, DeckHeightMm)[Away.Axis()]);

    /// <summary>The body where it is in the enclosure.</summary>
    public Block Bulk => new(Body, Pose);

    /// <summary>The body and its standoffs where they are in the enclosure.</summary>
    public Block Filled => new(Occupied, Pose);

    /// <summary>The blocks that the body is made of; the whole when its model tells no others.</summary>
    public IReadOnlyList<Box> Blocks => blocks ??= Model.Blocks.Count == 0 ? [Body] : [.. Model.Blocks.Select(b => Between(b.XMm, b.YMm,
        b.ZMm, b.WidthMm, b.DepthMm, b.HeightMm))];

    /// <summary>The same with the column of its standoffs down to the deck.</summary>
    public IReadOnlyList<Box> OccupiedBlocks => Model.Blocks.Count == 0 ? [Occupied] : Occupied == Body ? Blocks
        : [.. Blocks, Occupied.WithSpan(Away.Axis(), Math.Min(Foot, Body.Side(Away.Opposite())),
            Math.Max(Foot, Body.Side(Away.Opposite())))];

    /// <summary>Whether its body is in a block.</summary>
    public bool Meets(Block other) =>
        Bulk.Overlaps(other) && (Model.Blocks.Count == 0 || Blocks.Any(b => new Block(b, Pose).Overlaps(other)));

    /// <summary>How deep its body is in a block, mm; 0 when they are apart.</summary>
    public double SharedMm(Block other) => Blocks.Max(b => new Block(b, Pose).SharedMm(other));

    /// <summary>Whether the two take the same room, standoffs and all.</summary>
    /// <param name="clearMm">Air that is wanted between them.</param>
    public bool Meets(PlacedDevice other, double clearMm = 0) =>
        new Block(Occupied.Grow(clearMm), Pose).Overlaps(other.Filled)
        && ((Model.Blocks.Count == 0 && other.Model.Blocks.Count == 0)
            || OccupiedBlocks.Any(a => other.OccupiedBlocks.Any(b => new Block(a.Grow(clearMm), Pose).Overlaps(new Block(b, other.Pose)))));

    private double Foot => Occupied.Side(Away.Opposite());

    private Box DownTo(double deckMm) =>
        Body.WithSpan(Away.Axis(), Math.Min(deckMm, Body.Min[Away.Axis()]), Math.Max(deckMm, Body.Max[Away.Axis()]));

    /// <summary>A block of the model's frame where it stands.</summary>
    public Box Place(KeepOut room) => Between(room.XMm, room.YMm, room.ZMm, room.WidthMm, room.DepthMm, room.HeightMm);

    private Box Between(double x, double y, double z, double width, double depth, double height) =>
        Box.Between(ToSpace(x, y, z), ToSpace(x + width, y + depth, z + height));

    public Point3 ToSpace(double x, double y, double z)
    {
        // counter-clockwise seen from the device's own face is clockwise seen from behind
        var at = QuarterTurn.Place(new Uv(x, y), Model.WidthMm, Model.DepthMm, Mirrored, Mirrored ? -Device.QuarterTurns
            : Device.QuarterTurns);
        return DeckFrame.ToSpace(new Uv(Device.UMm, Device.VMm) + at, BaseHeightMm + (Mirrored ? -z : z));
    }

    /// <summary>A direction of the model's frame as it points in the enclosure.</summary>
    public Direction ToSpace(Direction local)
    {
        var turned = QuarterTurn.Turn(local, Device.QuarterTurns);
        return turned switch
        {
            Direction.Right => Mirrored ? DeckFrame.U.Opposite() : DeckFrame.U,
            Direction.Left => Mirrored ? DeckFrame.U : DeckFrame.U.Opposite(),
            Direction.Back => DeckFrame.V,
            Direction.Front => DeckFrame.V.Opposite(),
            Direction.Up => Facing,
            _ => Facing.Opposite(),
        };
    }

    /// <summary>Where the port's face lies and how large it is, as a flat box across its exit direction.</summary>
    public PlacedPort Place(Port port)
    {
        Box Spread(double width, double height)
        {
            var half = port.Exit.Axis() switch
            {
                Axis.X => new Point3(0, width / 2, height / 2),
                Axis.Y => new Point3(width / 2, 0, height / 2),
                _ => new Point3(width / 2, height / 2, 0),
            };
            var at = new Point3(port.XMm, port.YMm, port.ZMm);
            var (min, max) = (at - half, at + half);
            return Box.Between(ToSpace(min.X, min.Y, min.Z), ToSpace(max.X, max.Y, max.Z));
        }

        return new PlacedPort(port, ToSpace(port.Exit), Spread(port.WidthMm, port.HeightMm), Spread(port.PlugWidthMm, port.PlugHeightMm));
    }
}

/// <summary>A port in the enclosure. The two boxes are flat along <paramref name="Exit"/>.</summary>
public sealed record PlacedPort(Port Port, Direction Exit, Box Connector, Box Plug)
{
    public Point3 Centre => Connector.Centre;
}

/// <summary>Something round through a device: a hole, the ring in which a fan turns.</summary>
public sealed record DeviceBore(Point3 From, Point3 To, double DiaMm);
