namespace AnvilPlan.Core.Geometry;

/// <summary>One of the six directions along the axes.</summary>
public enum Direction
{
    Left,
    Right,
    Front,
    Back,
    Down,
    Up,
}

public static class Directions
{
    public static Axis Axis(this Direction d) => (Axis)((int)d / 2);

    /// <summary>+1 for right, back and up; -1 for left, front and down.</summary>
    public static int Sign(this Direction d) => (int)d % 2 == 0 ? -1 : 1;

    public static Direction Opposite(this Direction d) => (Direction)((int)d ^ 1);

    public static Direction Of(Axis axis, int sign) => (Direction)(((int)axis * 2) + (sign > 0 ? 1 : 0));

    public static Point3 Vector(this Direction d) => default(Point3).With(d.Axis(), d.Sign());

    /// <summary>As a fabricator names it, seen from the front.</summary>
    public static string Word(this Direction d) => d switch
    {
        Direction.Left => "left",
        Direction.Right => "right",
        Direction.Front => "front",
        Direction.Back => "back",
        Direction.Down => "bottom",
        _ => "top",
    };

    /// <summary>The cross product a x b of two directions along different axes.</summary>
    public static Direction Cross(this Direction a, Direction b)
    {
        var (i, j) = ((int)a.Axis(), (int)b.Axis());
        if (i == j)
        {
            throw new ArgumentException("Parallel directions have no cross product.", nameof(b));
        }

        var handed = (j - i + 3) % 3 == 1 ? 1 : -1;
        return Of((Axis)(3 - i - j), handed * a.Sign() * b.Sign());
    }
}
