using AnvilPlan.Core.Reckoning;

namespace AnvilPlan.Core.Fasteners;

public enum ScrewVerdict
{
    Fits,

    /// <summary>No length on sale lies in the allowed range.</summary>
    NoneFits,

    /// <summary>Chosen by hand and bites too little.</summary>
    TooShort,

    /// <summary>Chosen by hand and goes deeper than it may.</summary>
    TooLong,
}

/// <summary>One kind of screw at one place: what it is, how long and why. Lengths in mm.</summary>
/// <param name="For">The device or edge that it holds.</param>
/// <param name="Thread">A thread of the table, or a wood screw by its size.</param>
/// <param name="LengthMm">Null when none fits.</param>
/// <param name="MaxMm">Null when nothing limits it.</param>
public sealed record ScrewChoice(
    string Id, string For, string Where, string Thread, string Head, string Drive, double? LengthMm, double MinMm, double? MaxMm,
    double GripMm, double? EngagementMm, int Count, double WasherMm, bool Nut, ScrewVerdict Verdict, Why Why)
{
    /// <summary>As written on a bag: thread x length, head.</summary>
    public string Label => LengthMm is { } length
        ? $"{Thread} x {length.ToString("0.###", System.Globalization.CultureInfo.InvariantCulture)} {Head}"
        : $"{Thread} {Head}, no length fits";
}
