using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Designs;

/// <summary>The six faces of a box, named as seen from the front.</summary>
public enum Face
{
    Left,
    Right,
    Front,
    Back,
    Bottom,
    Top,
}

/// <summary>The twelve edges of a box, named by the two faces that meet there.</summary>
public enum EdgeId
{
    FrontLeft,
    FrontRight,
    BackLeft,
    BackRight,
    FrontBottom,
    FrontTop,
    BackBottom,
    BackTop,
    LeftBottom,
    LeftTop,
    RightBottom,
    RightTop,
}

public static class Faces
{
    private static readonly (Face A, Face B)[] Pairs =
    [
        (Face.Front, Face.Left), (Face.Front, Face.Right), (Face.Back, Face.Left), (Face.Back, Face.Right),
        (Face.Front, Face.Bottom), (Face.Front, Face.Top), (Face.Back, Face.Bottom), (Face.Back, Face.Top),
        (Face.Left, Face.Bottom), (Face.Left, Face.Top), (Face.Right, Face.Bottom), (Face.Right, Face.Top),
    ];

    public static IReadOnlyList<Face> All { get; } = Enum.GetValues<Face>();

    public static IReadOnlyList<EdgeId> Edges { get; } = Enum.GetValues<EdgeId>();

    /// <summary>Direction in which the face looks, away from the box.</summary>
    public static Direction Outward(this Face face) => (Direction)(int)face;

    public static Face Of(Direction outward) => (Face)(int)outward;

    public static Face Opposite(this Face face) => (Face)((int)face ^ 1);

    public static (Face A, Face B) Of(this EdgeId edge) => Pairs[(int)edge];

    /// <summary>The eight corners, each by the three faces that meet there.</summary>
    public static IReadOnlyList<(Face X, Face Y, Face Z)> Corners { get; } =
    [
        .. from x in (Face[])[Face.Left, Face.Right] from y in (Face[])[Face.Front, Face.Back] from z in (Face[])[Face.Bottom, Face.Top]
            select (x, y, z),
    ];

    public static IReadOnlyList<EdgeId> EdgesAt(Face x, Face y, Face z) => [Between(x, y), Between(y, z), Between(x, z)];

    public static EdgeId Between(Face a, Face b)
    {
        var i = Array.FindIndex(Pairs, p => p == (a, b) || p == (b, a));
        return i >= 0 ? (EdgeId)i : throw new ArgumentException($"{a} and {b} do not meet.", nameof(b));
    }

    /// <summary>The axis along which the edge runs.</summary>
    public static Axis Along(this EdgeId edge)
    {
        var (a, b) = edge.Of();
        return (Axis)(3 - (int)a.Outward().Axis() - (int)b.Outward().Axis());
    }

    public static bool DrawnFromOutside(this Face face) => face != Face.Bottom;

    /// <summary>The four faces that meet this one.</summary>
    public static IEnumerable<Face> Neighbours(this Face face) => All.Where(f => f.Outward().Axis() != face.Outward().Axis());

    /// <summary>
    /// u and v of the face as its drawings show it: walls and top seen from outside, v up (to the back for the top); the
    /// bottom seen from inside, that is from above, because that is where its hardware stands.
    /// </summary>
    public static (Direction U, Direction V) DrawnAxes(this Face face) => face switch
    {
        Face.Front => (Direction.Right, Direction.Up),
        Face.Back => (Direction.Left, Direction.Up),
        Face.Left => (Direction.Front, Direction.Up),
        Face.Right => (Direction.Back, Direction.Up),
        Face.Top => (Direction.Right, Direction.Back),
        _ => (Direction.Right, Direction.Back),
    };
}
