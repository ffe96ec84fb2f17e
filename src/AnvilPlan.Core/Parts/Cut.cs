using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Parts;

/// <summary>Size of a part as a block in its own u, v and depth, mm.</summary>
public readonly record struct Slab(double LengthMm, double WidthMm, double ThicknessMm)
{
    public Uv Far => new(LengthMm, WidthMm);

    /// <summary>How far a point lies in from an edge.</summary>
    public double In(PartEdge edge, Uv at) => edge switch
    {
        PartEdge.ULeast => at.U,
        PartEdge.UMost => LengthMm - at.U,
        PartEdge.VLeast => at.V,
        _ => WidthMm - at.V,
    };

    /// <summary>The point of the plane so far along an edge and so far in from it.</summary>
    public Uv At(PartEdge edge, double alongMm, double inMm) => edge switch
    {
        PartEdge.ULeast => new(inMm, alongMm),
        PartEdge.UMost => new(LengthMm - inMm, alongMm),
        PartEdge.VLeast => new(alongMm, inMm),
        _ => new(alongMm, WidthMm - inMm),
    };

    public double LengthOf(PartEdge edge) => edge is PartEdge.ULeast or PartEdge.UMost ? WidthMm : LengthMm;

    /// <summary>Coordinate along an edge.</summary>
    public static double Along(PartEdge edge, Uv at) => edge is PartEdge.ULeast or PartEdge.UMost ? at.V : at.U;
}

/// <summary>
/// Material taken out of a part: an outline on one plane and one on another, and all that lies between. What bores, saws, mills and prints
/// take away is told in these; whoever weighs, meshes or looks for what is left asks nothing else.
/// </summary>
/// <param name="Mouth">Where the tool enters.</param>
/// <param name="Floor">Where it ends, with as many corners; the same as the mouth when the walls are upright.</param>
public abstract record Cut(Outline Mouth, Outline Floor)
{
    /// <summary>What it takes at that depth below the seen face; nothing where it does not reach.</summary>
    public abstract IEnumerable<Outline> At(double depthMm, Slab slab);

    /// <summary>Depths below the seen face at which it begins and ends.</summary>
    public abstract (double From, double To) Depths(Slab slab);

    /// <summary>True when it takes the same at every depth at which it is.</summary>
    public abstract bool Upright { get; }

    /// <summary>Whether it takes a point away.</summary>
    public abstract bool Removes(Uv at, double depthMm, Slab slab);

    /// <summary>The block about it.</summary>
    public abstract Box Reach(Frame frame, Slab slab);

    /// <summary>What it takes of the slab, mm³; of what runs over the edge only the share inside.</summary>
    /// <param name="solidMm">Material that lies in the way of a cut all through: less than the slab's thickness in a tube.</param>
    public abstract double VolumeMm3(Slab slab, double solidMm);

    /// <summary>True when it takes all of a block, of which the extent in the plane is given.</summary>
    public abstract bool Covers(Uv min, Uv max, Slab slab);
}

/// <summary>Cut in from one of the two faces.</summary>
/// <param name="BeginMm">Depth below the face it is worked from.</param>
/// <param name="EndMm">Where it ends; null = through.</param>
public sealed record FaceCut(WorkedFrom Face, Outline Mouth, Outline Floor, double BeginMm, double? EndMm) : Cut(Mouth, Floor)
{
    /// <summary>Points on the end of a cut belong to it.</summary>
    private const double Slack = 1e-6;

    public static FaceCut Straight(WorkedFrom face, Outline outline, double? depthMm) => new(face, outline, outline, 0, depthMm);

    public override bool Upright => ReferenceEquals(Mouth, Floor);

    public override (double From, double To) Depths(Slab slab)
    {
        var end = EndMm ?? slab.ThicknessMm;
        return Face == WorkedFrom.Seen ? (BeginMm, end) : (slab.ThicknessMm - end, slab.ThicknessMm - BeginMm);
    }

    public override IEnumerable<Outline> At(double depthMm, Slab slab)
    {
        var deep = Deep(depthMm, slab);
        if (deep >= BeginMm && deep <= (EndMm ?? slab.ThicknessMm))
        {
            yield return Upright ? Mouth : Mouth.Towards(Floor, Share(deep, slab));
        }
    }

    public override bool Removes(Uv at, double depthMm, Slab slab)
    {
        var deep = Deep(depthMm, slab);
        return deep >= BeginMm - Slack && deep <= (EndMm ?? slab.ThicknessMm) + Slack
            && (Upright ? Mouth : Mouth.Towards(Floor, Share(deep, slab))).Contains(at);
    }

    public override Box Reach(Frame frame, Slab slab)
    {
        var (from, to) = Depths(slab);
        var (min, max) = Extent;
        return frame.ToSpace(min, max, -to, -from);
    }

    public override double VolumeMm3(Slab slab, double solidMm)
    {
        var deep = EndMm is { } end ? Math.Min(end, slab.ThicknessMm) - BeginMm : solidMm - BeginMm;
        if (Upright)
        {
            return Mouth.AreaWithin(default, slab.Far) * deep;
        }

        // prismatoid
        double Area(double share) => Mouth.Towards(Floor, share).AreaWithin(default, slab.Far);
        return deep / 6 * (Area(0) + (4 * Area(0.5)) + Area(1));
    }

    public override bool Covers(Uv min, Uv max, Slab slab)
    {
        if (!Upright)
        {
            return false;
        }

        if (Mouth.IsRectangle)
        {
            return min.U >= Mouth.Min.U && min.V >= Mouth.Min.V && max.U <= Mouth.Max.U && max.V <= Mouth.Max.V;
        }

        return Mouth.Contains(min) && !Mouth.Crosses(min, max);
    }

    /// <summary>The rectangle about mouth and floor.</summary>
    public (Uv Min, Uv Max) Extent => (
        new(Math.Min(Mouth.Min.U, Floor.Min.U), Math.Min(Mouth.Min.V, Floor.Min.V)), new(Math.Max(Mouth.Max.U, Floor.Max.U),
            Math.Max(Mouth.Max.V, Floor.Max.V)));

    private double Deep(double depthMm, Slab slab) => Face == WorkedFrom.Seen ? depthMm : slab.ThicknessMm - depthMm;

    private double Share(double deep, Slab slab) => (deep - BeginMm) / ((EndMm ?? slab.ThicknessMm) - BeginMm);
}

/// <summary>Cut in from an end or long edge, outlines in the coordinates along the edge and down from the seen face.</summary>
/// <param name="EndMm">How far in from the edge.</param>
public sealed record EdgeCut(PartEdge Edge, Outline Mouth, Outline Floor, double BeginMm, double EndMm) : Cut(Mouth, Floor)
{
    public override bool Upright => ReferenceEquals(Mouth, Floor);

    public override (double From, double To) Depths(Slab slab) => (Math.Min(Mouth.Min.V, Floor.Min.V), Math.Max(Mouth.Max.V, Floor.Max.V));

    /// <summary>What a plane at that depth meets, as if it were as wide all along as halfway in.</summary>
    public override IEnumerable<Outline> At(double depthMm, Slab slab) =>
        (ReferenceEquals(Mouth, Floor) ? Mouth : Mouth.Towards(Floor, 0.5)).Across(depthMm).Select(s => OnPlane(s.From, s.To, slab));

    /// <summary>The rectangle over a stretch of the edge, in the part's u and v.</summary>
    public Outline OnPlane(double fromMm, double toMm, Slab slab)
    {
        var (a, b) = (slab.At(Edge, fromMm, BeginMm), slab.At(Edge, toMm, EndMm));
        return Outline.Rectangle(new(Math.Min(a.U, b.U), Math.Min(a.V, b.V)), new(Math.Max(a.U, b.U), Math.Max(a.V, b.V)));
    }

    public override bool Removes(Uv at, double depthMm, Slab slab)
    {
        var deep = slab.In(Edge, at);
        return deep >= BeginMm - 1e-6 && deep <= EndMm + 1e-6
            && (ReferenceEquals(Mouth, Floor) ? Mouth : Mouth.Towards(Floor, (deep - BeginMm) / (EndMm - BeginMm)))
                .Contains(new(Slab.Along(Edge, at), depthMm));
    }

    public override Box Reach(Frame frame, Slab slab)
    {
        var plane = OnPlane(Math.Min(Mouth.Min.U, Floor.Min.U), Math.Max(Mouth.Max.U, Floor.Max.U), slab);
        var (from, to) = Depths(slab);
        return frame.ToSpace(plane.Min, plane.Max, -to, -from);
    }

    public override double VolumeMm3(Slab slab, double solidMm)
    {
        var (least, most) = (new Uv(0, 0), new Uv(slab.LengthOf(Edge), slab.ThicknessMm));
        double Area(double share) => Mouth.Towards(Floor, share).AreaWithin(least, most);
        return ReferenceEquals(Mouth, Floor) ? Mouth.AreaWithin(least, most) * (EndMm - BeginMm)
            : (EndMm - BeginMm) / 6 * (Area(0) + (4 * Area(0.5)) + Area(1));
    }

    public override bool Covers(Uv min, Uv max, Slab slab) => false;
}
