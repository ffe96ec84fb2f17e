using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Formats.Drawing.Solids;

/// <summary>From where a picture is taken: unit vectors to the right and up in the picture, and from the thing towards the eye.</summary>
public sealed record Eye(Point3 Right, Point3 Up, Point3 Towards)
{
    /// <summary>Light comes from over the left shoulder.</summary>
    private static readonly Point3 Light = new Point3(-0.45, -0.62, 0.64);

    /// <summary>What is turned away from the light is not black.</summary>
    private const double Least = 0.5;

    /// <summary>The front, a good part of the right side and the top.</summary>
    public static Eye FrontRight { get; } = At(30, 25);

    /// <param name="rightDeg">Round the thing from the middle of its front towards its right side.</param>
    /// <param name="highDeg">Over the level.</param>
    public static Eye At(double rightDeg, double highDeg)
    {
        var (sinA, cosA) = Math.SinCos(rightDeg * Math.PI / 180);
        var (sinE, cosE) = Math.SinCos(highDeg * Math.PI / 180);
        return new(new(cosA, sinA, 0), new(-sinE * sinA, sinE * cosA, cosE), new(sinA * cosE, -cosA * cosE, sinE));
    }

    public Uv See(Point3 p) => new(p.Dot(Right), p.Dot(Up));

    /// <param name="normal">A unit vector out of the material.</param>
    public static double LightOn(Point3 normal) => Math.Round(Least + ((1 - Least) * Math.Max(0, normal.Dot(Light))), 2);
}
