using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Fixings;

/// <summary>Where like fixings may stand.</summary>
public abstract record Locus;

/// <summary>Places that are decided: the pattern of a device, the holes of a hinge. They do not shift.</summary>
public sealed record PointsLocus(IReadOnlyList<Point3> Points) : Locus;

/// <summary>A row along a strip: spread evenly, shifted along it and across it where something is in the way.</summary>
/// <param name="Area">The strip; flat along the axis of the fixings.</param>
/// <param name="EndMm">From its ends to the first and the last; at most a quarter of the strip.</param>
/// <param name="PitchMostMm">Farthest apart.</param>
/// <param name="AcrossMm">Coordinates across the strip, the best first.</param>
public sealed record RowLocus(Box Area, Axis Along, Axis Across, double EndMm, double PitchMostMm, IReadOnlyList<double> AcrossMm) : Locus
{
    /// <summary>At least so many; two, so that nothing can turn.</summary>
    public int LeastCount { get; init; } = 2;

    /// <summary>Spread over the strip as <see cref="FixingRow"/> has it.</summary>
    public FixingRow Row => FixingRow.Of(Area.Size[Along], Math.Min(EndMm, Area.Size[Along] / 4), PitchMostMm);

    /// <summary>The middle first, then farther and farther to either side, with <paramref name="edgeMm"/> left at the rims.</summary>
    public static IReadOnlyList<double> FromMiddle(Box area, Axis across, double edgeMm, double? preferred = null)
    {
        var (least, most) = (area.Min[across] + edgeMm, area.Max[across] - edgeMm);
        var middle = Math.Clamp(preferred ?? area.Centre[across], Math.Min(least, area.Centre[across]),
            Math.Max(most, area.Centre[across]));
        var list = new List<double> { middle };
        for (var off = 0.5; middle - off >= least - 1e-9 || middle + off <= most + 1e-9; off += 0.5)
        {
            if (middle - off >= least - 1e-9)
            {
                list.Add(middle - off);
            }

            if (middle + off <= most + 1e-9)
            {
                list.Add(middle + off);
            }
        }

        return list;
    }
}

/// <summary>One layer of a way to fix.</summary>
/// <param name="Part">Null for a device.</param>
/// <param name="Cut">What is cut into the part for the fixing of that id at that point, told along the part's axes; null when nothing
/// is.</param>
public sealed record WayLayer(Place Owner, SolidPart? Part, LayerRole Role, double FromMm, double ToMm, double HoleMm,
    Func<string, Point3, Feature>? Cut);

/// <summary>One way to make the fixings of a set.</summary>
/// <param name="HeadAt">Coordinate of the plane under the head, along the axis of the set, mm.</param>
/// <param name="Screws">To be bought for each fixing, with where and why; none for pegs and rivets.</param>
/// <param name="Bought">To be bought for each fixing besides.</param>
public sealed record FixingWay(
    FixingKind Kind, double HeadAt, IReadOnlyList<WayLayer> Layers, IReadOnlyList<FixingPiece> Pieces, IReadOnlyList<ScrewChoice> Screws,
        IReadOnlyList<BoughtPiece> Bought)
{
    /// <summary>Length of a slot across the axis that the piece fills, along the row, mm; 0 for what is round.</summary>
    public double SlotMm { get; init; }

    /// <summary>Ends the name of the set for what is made this way where ways may differ from place to place.</summary>
    public string Suffix { get; init; } = "";

    /// <summary>The layers as every fixing that is made so has them.</summary>
    internal IReadOnlyList<FixingLayer> FixingLayers =>
        field ??= [.. Layers.Select(l => new FixingLayer(l.Owner, l.Role, l.FromMm, l.ToMm, l.HoleMm))];

    /// <summary>Stuck on: nothing is bored and nothing stands in the way.</summary>
    public bool Sticks => Pieces.Count == 0;

    /// <summary>A screw of it is too short, too long or not sold.</summary>
    public bool Wanting => Screws.Any(s => s.Verdict != ScrewVerdict.Fits);

    /// <summary>What its screws lack of the length they should have, mm; 0 when nothing is wanting.</summary>
    public double ShortMm => Wanting ? Screws.Sum(s => s.Verdict == ScrewVerdict.Fits ? 0 : s.LengthMm is { } length
        ? Math.Max(0, s.MinMm - length) : 100) : 0;
}

/// <summary>When in the build a set is fixed.</summary>
public enum FixingTurn
{
    /// <summary>With its parts: for good before the finish, what comes off after it.</summary>
    WithItsParts,

    /// <summary>A bought piece that goes on after the finish: feet, hinges, slides.</summary>
    AfterFinish,

    /// <summary>It closes the enclosure over what is in it.</summary>
    Closes,

    /// <summary>Where the thing will hang or stand, when all else is done.</summary>
    InPlace,
}

/// <summary>Like fixings that are placed together.</summary>
/// <param name="Name">Begins the ids of its fixings; <c>screw/NAME</c> is the id of its screw.</param>
/// <param name="What">For a sentence: what is fixed to what.</param>
/// <param name="Axis">From head to tip.</param>
/// <param name="Loci">Where they may stand, the best first.</param>
/// <param name="Ways">How they may be made, the best first; worked out as far as they are asked for.</param>
public sealed record FixingSet(string Name, string For, string What, Direction Axis, IReadOnlyList<Locus> Loci, IEnumerable<FixingWay> Ways)
{
    /// <summary>The axes that its places and its axis are told along; null = the enclosure's.</summary>
    public Pose? Pose { get; init; }

    /// <summary>Ids of the fixings where they are not the name and a number from one.</summary>
    public IReadOnlyList<string>? Ids { get; init; }

    /// <summary>The device that it holds, whose own body is no obstacle; null for what holds parts.</summary>
    public string? DeviceId { get; init; }

    /// <summary>Each decided place takes the best way for itself, like feet of which one stands under a block.</summary>
    public bool EachForItself { get; init; }

    public FixingTurn Turn { get; init; }

    /// <summary>Left out where no place is free: nothing hangs on it.</summary>
    public bool Optional { get; init; }

    public string IdOf(int index, FixingWay way) => Ids?[index] ?? $"{Name}{way.Suffix}/{index + 1}";
}
