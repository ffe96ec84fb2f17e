using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Construction;

/// <summary>What a system holds the shell and its hardware to, beyond what its parts take, for a search over sizes and places.</summary>
/// <param name="LeastMm">Least outer sizes; 0 = any.</param>
/// <param name="DepthMm">The outer depth, where it is not free.</param>
/// <param name="Columns">Decks on which holes stand in columns.</param>
/// <param name="Airs">Air that stays over all that stands on a deck, mm.</param>
/// <param name="Steps">Least rise from one tray to another, or from the floor where the first is null, mm.</param>
public sealed record ShellRules(
    Point3 LeastMm, double? DepthMm, IReadOnlyList<ColumnRule> Columns, IReadOnlyList<(string DeckId, double AboveMm)> Airs,
        IReadOnlyList<(string? LowId, string HighId, double RiseMm)> Steps)
{
    /// <summary>
    /// Openings that a device on that deck asks for beside itself, all round them what stays free; as many for each way that it is turned.
    /// </summary>
    public Func<Design, PlacedDevice, IReadOnlyList<Box>>? Passages { get; init; }

    public static ShellRules None { get; } = new(default, null, [], [], []);
}

/// <summary>Columns of holes, from front to back, over bars of a deck.</summary>
/// <param name="SameMm">Columns so near each other share a bar.</param>
/// <param name="ApartMm">Others keep this distance, middle to middle.</param>
/// <param name="FromSidesMm">From the left and right outside to the first column.</param>
public sealed record ColumnRule(string DeckId, double SameMm, double ApartMm, double FromSidesMm);
