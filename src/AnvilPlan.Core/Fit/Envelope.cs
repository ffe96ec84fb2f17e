using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Fit;

/// <summary>The outer and inner box with the thickness that each face takes from it, mm: none where the face is open. Outer corner at the origin.</summary>
public sealed record Envelope(Box Outer, Box Inner, IReadOnlyDictionary<Face, double> ThicknessMm, IReadOnlyDictionary<Face, double> InsetMm)
{
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
        return new Envelope(outer, inner, thickness, inset);
    }

    /// <summary>Thickness as measured, else what such a sheet usually measures (mm).</summary>
    public static double Thickness(Panel panel, Catalog catalog) => panel.MeasuredMm ?? catalog.TypicalThicknessMm(panel.MaterialId, panel.NominalMm);

    public static double Thickness(Tray tray, Catalog catalog) => tray.MeasuredMm ?? catalog.TypicalThicknessMm(tray.MaterialId, tray.NominalMm);

    /// <summary>Coordinate of the inner face of that panel along its axis.</summary>
    public double InnerPlane(Face face) => Inner.Side(face.Outward());

    /// <summary>Coordinate of the outer face of that panel, behind the envelope when it is inset.</summary>
    public double OuterPlane(Face face) => Outer.Side(face.Outward()) - (face.Outward().Sign() * InsetMm[face]);

    /// <summary>The plane of the envelope at that face, drawn as that face is drawn, origin at its least corner.</summary>
    public Frame FaceFrame(Face face)
    {
        var (u, v) = face.DrawnAxes();
        return new Frame(Corner(Outer, u, v, face.Outward()), u, v);
    }

    /// <summary>A plate's block, mm: the inner box less the gap to each wall, at the plate's distance from the panel behind it.</summary>
    public Box TrayBox(Tray tray, double thicknessMm)
    {
        var normal = tray.Plane.Normal();
        var far = InnerPlane(tray.Plane.Behind()) + (normal.Sign() * tray.UndersideMm);
        var near = far + (normal.Sign() * thicknessMm);
        var box = Inner.Grow(-tray.GapMm).WithSpan(normal.Axis(), Math.Min(far, near), Math.Max(far, near));
        if (tray.Support != TraySupport.Housed)
        {
            return box;
        }

        // a housed plate stands in its walls; along them it has its gap
        var (least, most, _) = tray.Plane.Rails();
        return box.WithSpan(least.Outward().Axis(), InnerPlane(least) - HousingMm(tray, least), InnerPlane(most) + HousingMm(tray, most));
    }

    /// <summary>How deep a housed plate enters a wall, mm: as decided, else a third of it (housing joints, 1/4 to 1/3 [R]).</summary>
    public double HousingMm(Tray tray, Face wall) => Math.Min(tray.HousingMm ?? Math.Round(ThicknessMm[wall] / 3, 1), ThicknessMm[wall]);

    /// <summary>The corner of a box that is least along u and v and lies on the face that looks in <paramref name="seenFrom"/>.</summary>
    public static Point3 Corner(Box box, Direction u, Direction v, Direction seenFrom) => default(Point3)
        .With(u.Axis(), box.Side(u.Opposite()))
        .With(v.Axis(), box.Side(v.Opposite()))
        .With(seenFrom.Axis(), box.Side(seenFrom));
}
