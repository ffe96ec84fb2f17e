namespace AnvilPlan.Core.Geometry;

/// <summary>A footprint turned by quarter turns, counter-clockwise seen from its face: (x, y) of a W x D body goes to (D - y, x).</summary>
public static class QuarterTurn
{
    public static (double Width, double Depth) Size(double width, double depth, int turns) => (turns & 1) == 0 ? (width, depth)
        : (depth, width);

    public static Uv Turn(Uv at, double width, double depth, int turns) => (turns & 3) switch
    {
        0 => at,
        1 => new Uv(depth - at.V, at.U),
        2 => new Uv(width - at.U, depth - at.V),
        _ => new Uv(at.V, width - at.U),
    };

    /// <summary>Seen from the other face when flipped (x' = W - x), then turned.</summary>
    public static Uv Place(Uv at, double width, double depth, bool flipped, int turns) =>
        Turn(flipped ? new Uv(width - at.U, at.V) : at, width, depth, turns);

    /// <summary>Turns a direction within the plane; up and down stay.</summary>
    public static Direction Turn(Direction d, int turns)
    {
        for (var i = turns & 3; i > 0; i--)
        {
            d = d switch
            {
                Direction.Right => Direction.Back,
                Direction.Back => Direction.Left,
                Direction.Left => Direction.Front,
                Direction.Front => Direction.Right,
                _ => d,
            };
        }

        return d;
    }
}
