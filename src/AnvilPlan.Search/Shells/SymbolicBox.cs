using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Search.Shells;

/// <summary>A coordinate that moves with the shell: a constant and a whole factor for each shell variable (mm).</summary>
internal sealed record Moving(double ConstantMm, int[] Factors)
{
    public bool SameFactors(Moving other) => Factors.AsSpan().SequenceEqual(other.Factors);
}

/// <summary>
/// A block whose faces move with the shell's sizes, with the place of a device on its deck, and with the way that the device is
/// turned. Fixed things have one way and no device.
/// </summary>
/// <param name="Device">Index of the device; -1 for what stands still in the shell.</param>
/// <param name="Along">For each axis the deck direction of the device that runs along it: +1, -1 times (1 = u, 2 = v), or 0.</param>
internal sealed record SymbolicBox(int Device, int[] Along, IReadOnlyList<(Moving[] Min, Moving[] Max)> Ways)
{
    public int WayCount => Ways.Count;

    public SymbolicBox Grow(double mm) => this with
    {
        Ways = [.. Ways.Select(w => (w.Min.Select(m => m with { ConstantMm = m.ConstantMm - mm }).ToArray(),
            w.Max.Select(m => m with { ConstantMm = m.ConstantMm + mm }).ToArray()))],
    };

    /// <summary>From the same block seen at several shells: the first as it is, the others with one variable larger by a step.</summary>
    /// <exception cref="InvalidOperationException">The block does not move evenly with the variable.</exception>
    public static SymbolicBox Of(int device, int[] along, IReadOnlyList<IReadOnlyList<Box>> ways, double stepMm) =>
        new(device, along, [.. ways.Select(samples => (Faces(samples, b => b.Min, stepMm), Faces(samples, b => b.Max, stepMm)))]);

    /// <summary>Whether each face moves by whole millimetres per millimetre of each variable.</summary>
    public static bool Even(IReadOnlyList<Box> samples, double stepMm) => samples.Skip(1).All(s => Enum.GetValues<Axis>().All(a =>
        IsWhole((s.Min[a] - samples[0].Min[a]) / stepMm) && IsWhole((s.Max[a] - samples[0].Max[a]) / stepMm)));

    private static bool IsWhole(double slope) => Math.Abs(slope - Math.Round(slope)) < 1e-6;

    private static Moving[] Faces(IReadOnlyList<Box> samples, Func<Box, Point3> corner, double stepMm) =>
    [
        .. Enum.GetValues<Axis>().Select(axis =>
        {
            var start = corner(samples[0])[axis];
            return new Moving(start, [.. samples.Skip(1).Select(s => Factor((corner(s)[axis] - start) / stepMm))]);
        }),
    ];

    private static int Factor(double slope)
    {
        var whole = (int)Math.Round(slope);
        return IsWhole(slope) ? whole : throw new InvalidOperationException($"A face moves by {slope} per mm of a shell variable.");
    }
}
