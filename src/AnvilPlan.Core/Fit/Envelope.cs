using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Fit;

/// <summary>
/// The outer and inner box with the thickness that each face takes from it, mm: none where the face is open. Outer corner at the origin.
/// </summary>
public sealed record Envelope(Box Outer, Box Inner, IReadOnlyDictionary<Face, double> ThicknessMm,
    IReadOnlyDictionary<Face, double> InsetMm)
{
    /// <summary>The front that leans; null when all faces are square to one another.</summary>
    public Slope? Slope { get; init; }

    public static Envelope Of(Design design, Catalog catalog)
    {
        var thickness = design.Box.Panels.ToDictionary(p => p.Face, p => p.Hold == PanelHold.Open ? 0 : Thickness(p, catalog));
        var inset = design.Box.Panels.ToDictionary(p => p.Face, p => p.Hold == PanelHold.Open ? 0 : p.InsetMm);
        double Taken(Face face) => thickness[face] + inset[face];

        var size = new Point3(design.Box.WidthMm, design.Box.DepthMm, design.Box.HeightMm);
        var walls = new Point3(
            Taken(Face.Left) + Taken(Face.Right), Taken(Face.Front) + Taken(Face.Back), Taken(Face.Bottom) + Taken(Face.Top));
        var outer = new Box(default, design.Box.Basis == SizeBasis.Outer ? size : size + walls);
        var inner = new Box(
            new(Taken(Face.Left), Taken(Face.Front), Taken(Face.Bottom)),
            outer.Max - new Point3(Taken(Face.Right), Taken(Face.Back), Taken(Face.Top)));
        return new Envelope(outer, inner, thickness, inset)
        {
            Slope = design.Box.Panels.FirstOrDefault(p => p.Lean is not null) is { Lean: { } lean }
                ? new Slope(lean, outer.Size.Z, thickness[Face.Front]) : null,
        };
    }

    /// <summary>The axes that a face is laid and drawn along; null = the enclosure's own.</summary>
    public Pose? PoseOf(Face face) => face == Face.Front ? Slope?.Pose : null;

    /// <summary>The envelope along the axes of that face.</summary>
    public Box OuterOf(Face face) => face == Face.Front && Slope is { } slope
        ? Outer with { Max = new(Outer.Max.X, Outer.Max.Y, slope.LengthMm) } : Outer;

    /// <summary>What the panel of a face fills, corner to corner.</summary>
    public Block Slab(Face face)
    {
        var axis = face.Outward().Axis();
        var (outer, inner) = (OuterPlane(face), InnerPlane(face));
        return new Block(OuterOf(face).WithSpan(axis, Math.Min(outer, inner), Math.Max(outer, inner)), PoseOf(face));
    }

    /// <summary>How far a block reaches past the inside of a face, mm; below zero by as much as there is air.</summary>
    public double Over(Block block, Face face)
    {
        double Past(Pose? axes) => (block.HullIn(axes).Side(face.Outward()) - InnerPlane(face)) * face.Outward().Sign();
        return PoseOf(face) is { } pose ? Math.Max(Past(pose), Past(null)) : Past(null);
    }

    /// <summary>Everything inside as blocks that all hold it: the inner box, and what lies behind a face that leans.</summary>
    public IReadOnlyList<Block> Room =>
        Slope is { } slope ? [new(Inner, null), new(Behind.WithSpan(Axis.Y, InnerPlane(Face.Front), 1e6), slope.Pose)] : [new(Inner, null)];

    /// <summary>The same of the outside.</summary>
    public IReadOnlyList<Block> Shape => Slope is { } slope ? [new(Outer, null), new(Behind, slope.Pose)] : [new(Outer, null)];

    /// <summary>The outside seen from the right, u to the back and v up, where a face leans.</summary>
    public IReadOnlyList<Uv>? SideOutline => Slope is { } s
        ? [new(0, 0), new(Outer.Max.Y, 0), new(Outer.Max.Y, Outer.Max.Z), new(s.RunMm, Outer.Max.Z), new(0, s.Lean.LipMm)]
        : null;

    /// <summary>What the enclosure takes, mm³.</summary>
    public double OuterMm3 => Outer.VolumeMm3 - (Slope is { } s ? s.RiseMm * s.RunMm / 2 * Outer.Size.X : 0);

    /// <summary>What is inside, mm³.</summary>
    public double InnerMm3
    {
        get
        {
            if (Slope is not { } s)
            {
                return Inner.VolumeMm3;
            }

            // where the inside of the front meets that of the top and that of the lip
            var (atTop, atLip) = (s.BackAt(Inner.Max.Z, InnerPlane(Face.Front)) - Inner.Min.Y,
                Inner.Max.Z - s.UpAt(Inner.Min.Y, InnerPlane(Face.Front)));
            return Inner.VolumeMm3 - (atTop > 0 && atLip > 0 ? atTop * atLip / 2 * Inner.Size.X : 0);
        }
    }

    /// <summary>A bar along an edge shortened until it lies behind a face that leans; of no length where no part of it does.</summary>
    public Box ClearOfSlope(Box bar, Axis along)
    {
        if (Slope is not { } s)
        {
            return bar;
        }

        // the bars that carry the face end where this one begins
        const double air = 0.5;
        var clear = Clear(bar, air - s.Lean.BehindMm, along == Axis.Z);
        return along == Axis.X && clear != bar ? bar.WithSpan(Axis.X, bar.Min.X, bar.Min.X) : clear;
    }

    private static Box Behind => new(new(-1e6, 0, -1e6), new(1e6, 1e6, 1e6));

    /// <summary>A block shortened until it lies behind a face that leans, with the bars that carry it, by that much.</summary>
    /// <param name="lower">Off its upper end; else off its front.</param>
    public Box Clear(Box box, double gapMm = 0, bool lower = false)
    {
        if (Slope is not { } s)
        {
            return box;
        }

        var deep = InnerPlane(Face.Front) + s.Lean.BehindMm + gapMm;
        return lower
            ? box with { Max = box.Max with { Z = Math.Max(box.Min.Z + 1, Math.Min(box.Max.Z, s.UpAt(box.Min.Y, deep))) } }
            : box with { Min = box.Min with { Y = Math.Min(box.Max.Y - 1, Math.Max(box.Min.Y, s.BackAt(box.Max.Z, deep))) } };
    }

    /// <summary>Thickness as measured, else what such a sheet usually measures (mm).</summary>
    public static double Thickness(Panel panel, Catalog catalog) =>
        panel.MeasuredMm ?? catalog.TypicalThicknessMm(panel.MaterialId, panel.NominalMm);

    public static double Thickness(Tray tray, Catalog catalog) =>
        tray.MeasuredMm ?? catalog.TypicalThicknessMm(tray.MaterialId, tray.NominalMm);

    /// <summary>Coordinate of the inner face of that panel along its axis.</summary>
    public double InnerPlane(Face face) => Inner.Side(face.Outward());

    /// <summary>Coordinate of the outer face of that panel, behind the envelope when it is inset.</summary>
    public double OuterPlane(Face face) => Outer.Side(face.Outward()) - (face.Outward().Sign() * InsetMm[face]);

    /// <summary>The plane of the envelope at that face, drawn as that face is drawn, origin at its least corner.</summary>
    public Frame FaceFrame(Face face)
    {
        var (u, v) = face.DrawnAxes();
        return new Frame(Corner(OuterOf(face), u, v, face.Outward()), u, v);
    }

    /// <summary>A plate's block, mm: the inner box less the gap to each wall, at the plate's distance from the panel behind it.</summary>
    public Box TrayBox(Tray tray, double thicknessMm)
    {
        var normal = tray.Plane.Normal();
        var far = InnerPlane(tray.Plane.Behind()) + (normal.Sign() * tray.UndersideMm);
        var near = far + (normal.Sign() * thicknessMm);
        var box = Within(tray).WithSpan(normal.Axis(), Math.Min(far, near), Math.Max(far, near));
        if (Slope is not null)
        {
            // flanges that are turned up want to be behind it too
            var up = tray.Plane == TrayPlane.Level ? Math.Max(0, tray.FlangesBeyond(thicknessMm).Ahead) : 0;
            var clear = Clear(box with { Max = box.Max with { Z = box.Max.Z + up } }, tray.GapMm, tray.Plane == TrayPlane.FacesFront);
            box = clear with { Max = clear.Max with { Z = clear.Max.Z - up } };
        }

        if (tray.Support != TraySupport.Housed)
        {
            return box;
        }

        // a housed plate stands in its walls; along them it has its gap
        var (least, most, _) = tray.Plane.Rails();
        return box.WithSpan(least.Outward().Axis(), InnerPlane(least) - HousingMm(tray, least), InnerPlane(most) + HousingMm(tray, most));
    }

    private Box Within(Tray tray) => tray.Area is not { } area
        ? Inner.Grow(-tray.GapMm)
        : Inner.WithSpan(Axis.X, Inner.Min.X + area.FromLeftMm, Inner.Min.X + area.FromLeftMm + area.WidthMm)
            .WithSpan(Axis.Y, Inner.Min.Y + area.FromFrontMm, Inner.Min.Y + area.FromFrontMm + area.DepthMm);

    /// <summary>How deep a housed plate enters a wall, mm: as decided, else a third of it (housing joints, 1/4 to 1/3 [R]).</summary>
    public double HousingMm(Tray tray, Face wall) => Math.Min(tray.HousingMm ?? Math.Round(ThicknessMm[wall] / 3, 1), ThicknessMm[wall]);

    /// <summary>The corner of a box that is least along u and v and lies on the face that looks in <paramref name="seenFrom"/>.</summary>
    public static Point3 Corner(Box box, Direction u, Direction v, Direction seenFrom) => default(Point3)
        .With(u.Axis(), box.Side(u.Opposite()))
        .With(v.Axis(), box.Side(v.Opposite()))
        .With(seenFrom.Axis(), box.Side(seenFrom));
}

/// <summary>A front that leans back from a lip, in figures. mm.</summary>
/// <param name="HeightMm">Of the enclosure.</param>
/// <param name="ThicknessMm">Of the front.</param>
public sealed record Slope(Lean Lean, double HeightMm, double ThicknessMm)
{
    /// <summary>Y = 0 is its outer face, Z runs up along it from the outer edge of the lip.</summary>
    public Pose Pose { get; } = Pose.Leaning(new(0, 0, Lean.LipMm), Lean.DegFromLevel);

    public double RiseMm => HeightMm - Lean.LipMm;

    /// <summary>Along its outer face, from the lip to the top.</summary>
    public double LengthMm => RiseMm / Sin;

    /// <summary>How far its upper edge lies behind its foot.</summary>
    public double RunMm => RiseMm * Cos / Sin;

    /// <summary>Where the mitre to a lip as thick as the front ends: its inner edge over the outer one, and as far up the slope.</summary>
    public double LipSetbackMm => ThicknessMm * (1 - Sin) / Cos;

    public double Sin { get; } = Math.Sin(Lean.DegFromLevel * Math.PI / 180);

    public double Cos { get; } = Math.Cos(Lean.DegFromLevel * Math.PI / 180);

    /// <summary>How far back a plane that lies that deep behind its outer face is, at a height.</summary>
    public double BackAt(double z, double deepMm) => (deepMm + ((z - Lean.LipMm) * Cos)) / Sin;

    /// <summary>How high such a plane is, that far back.</summary>
    public double UpAt(double y, double deepMm) => Lean.LipMm + (((y * Sin) - deepMm) / Cos);
}
