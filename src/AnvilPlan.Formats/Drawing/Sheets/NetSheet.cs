using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Formats.Drawing.Solids;

namespace AnvilPlan.Formats.Drawing.Sheets;

/// <summary>
/// The enclosure unfolded round its front, seen from outside: each panel where it would fall, by its name and size, and each edge on both
/// panels that it joins. Heavy where a panel runs over the other, fine and set in where it is covered, dashed for a mitre.
/// </summary>
public sealed class NetSheet
{
    /// <summary>On paper: between the faces, and from a rim to the line of an edge that is covered there.</summary>
    private const double GapMm = 4, InsetMm = 1.8, RimMm = 1;

    /// <summary>From the line of an edge to the middle of the word for its joint.</summary>
    private const double WordOffMm = 2.9;

    /// <summary>Of an edge's line where the word for its joint may stand, the best first.</summary>
    private static readonly double[] Along = [0.5, 0.3, 0.7, 0.15, 0.85];

    /// <summary>What lies beyond each rim of a face as it is unfolded: above, at the right, below, at the left.</summary>
    private static readonly Dictionary<Face, Face[]> Neighbours = new()
    {
        [Face.Front] = [Face.Top, Face.Right, Face.Bottom, Face.Left],
        [Face.Left] = [Face.Top, Face.Front, Face.Bottom, Face.Back],
        [Face.Right] = [Face.Top, Face.Back, Face.Bottom, Face.Front],
        [Face.Back] = [Face.Top, Face.Left, Face.Bottom, Face.Right],
        [Face.Top] = [Face.Back, Face.Right, Face.Front, Face.Left],
        [Face.Bottom] = [Face.Front, Face.Right, Face.Back, Face.Left],
    };

    private readonly Design _design;
    private readonly BuildPlan _plan;
    private readonly Func<double, string> _length;
    private readonly SheetPen _pen;
    private readonly IReadOnlyList<Cell> _cells;

    /// <summary>Of a front that leans: where on the side the slope ends at the top, and where it begins at the front.</summary>
    private readonly double _run, _lip;

    private NetSheet(Design design, BuildPlan plan, double paperWidthMm, double paperHeightMm, Func<double, string> length)
    {
        (_design, _plan, _length) = (design, plan, length);
        var high = plan.Outer.Size.Z;
        (_run, _lip) = plan.SideOutline is { } side ? (side.Where(p => p.V >= high - 1e-6).Min(p => p.U),
            side.Where(p => p.U <= 1e-6).Max(p => p.V)) : (0, high);
        var (least, most) = About(Cells(0));
        var unit = Math.Max(1e-3, Math.Max((most.U - least.U) / (paperWidthMm - (3 * GapMm) - (2 * RimMm)),
            (most.V - least.V) / (paperHeightMm - (2 * GapMm) - (2 * RimMm))));
        _pen = new SheetPen(unit);
        _cells = [.. Cells(GapMm * unit)];
    }

    private sealed record Cell(Face Face, Uv Min, Uv Max)
    {
        public Uv Middle => (Min + Max) * 0.5;
    }

    /// <param name="length">How a length is written.</param>
    public static Sketch Of(Design design, BuildPlan plan, double paperWidthMm, double paperHeightMm, Func<double, string> length)
    {
        var sheet = Draw(paperHeightMm);
        // a key below it takes of the height that the net was drawn for
        return sheet.HeightMm / sheet.UnitMm!.Value > paperHeightMm + 1
            ? Draw(Math.Max(paperHeightMm / 2, (2 * paperHeightMm) - (sheet.HeightMm / sheet.UnitMm.Value))) : sheet;
        Sketch Draw(double highMm) => new NetSheet(design, plan, paperWidthMm, highMm, length).Draw(paperWidthMm);
    }

    /// <summary>The panels of a face in one plane; a lip under a front that leans is none of them.</summary>
    private IReadOnlyList<Part> Panels(Face face)
    {
        List<Part> all = [.. _plan.Parts.Where(p => p.Kind == PartKind.Panel && p.Closes == face)];
        return all.Exists(p => p.Pose is not null) ? [.. all.Where(p => p.Pose is not null)] : all;
    }

    /// <summary>A face that nothing closes is not drawn.</summary>
    private IEnumerable<Cell> Cells(double gap)
    {
        var (w, d, h) = (_plan.Outer.Size.X, _plan.Outer.Size.Y, _plan.Outer.Size.Z);
        // a front that leans is longer than the box is high, and leaves less of the top
        var front = _plan.SideOutline is null ? h : Math.Sqrt((_run * _run) + ((h - _lip) * (h - _lip)));
        var over = d + gap;
        Cell[] all =
        [
            new(Face.Left, default, new(d, h)),
            new(Face.Front, new(over, 0), new(over + w, front)),
            new(Face.Right, new(over + w + gap, 0), new(over + w + gap + d, h)),
            new(Face.Back, new(over + w + gap + d + gap, 0), new(over + w + gap + d + gap + w, h)),
            new(Face.Top, new(over, front + gap), new(over + w, front + gap + d - _run)),
            new(Face.Bottom, new(over, -gap - d), new(over + w, -gap)),
        ];
        return all.Where(c => _design.Panel(c.Face).Hold != PanelHold.Open);
    }

    private static (Uv Min, Uv Max) About(IEnumerable<Cell> cells)
    {
        var all = cells.DefaultIfEmpty(new Cell(Face.Front, default, new(1, 1))).ToList();
        return (new(all.Min(c => c.Min.U), all.Min(c => c.Min.V)), new(all.Max(c => c.Max.U), all.Max(c => c.Max.V)));
    }

    private Sketch Draw(double paperWidthMm)
    {
        var names = new KeyedNames(_pen);
        var called = new List<(IReadOnlyList<string> Lines, Cell At)>();
        foreach (var cell in _cells)
        {
            var panels = Panels(cell.Face);
            if (panels.Count == 0)
            {
                Rim(PartSketch.Rectangle(cell.Min, cell.Max), null, dashed: true);
                called.Add(([$"{Capital(Deck.Name(cell.Face))}, of layers"], cell));
            }

            foreach (var panel in panels)
            {
                var at = panels.Count > 1 ? Within(cell, panel.Box) : cell;
                Fill(panel, Corners(at), Place.Part(panel.Id));
                Rim(Corners(at), Place.Part(panel.Id), dashed: false);
                called.Add(([panel.Name + (_design.Panel(cell.Face).Hold == PanelHold.Removable ? " (comes off)" : ""),
                    $"{_length(panel.LengthMm)} × {_length(panel.WidthMm)}"], at));
            }
        }

        foreach (var (edge, from, to) in Edges())
        {
            var covers = edge.Line.Host == edge.On.Face && edge.Line.Joint != JointKind.Mitre;
            _pen.Add(new PathStroke(covers ? Ink.Outline : Ink.Drill, [from, to], false, edge.Line.Joint == JointKind.Mitre)
            {
                Of = Place.Edge(Deck.Name(edge.Line.Edge))
            });
            _pen.Placer.Keep([from, to], false);
        }

        var number = called.Count;
        foreach (var ((lines, at), i) in called.Select((c, i) => (c, i)))
        {
            names.Tell(new Keyed(i + 1, lines), at.Min, at.Max, Ink.Mark);
        }

        // an edge has its word on both panels where there is room, and in the key where there is none on either
        foreach (var group in Edges().GroupBy(e => e.Edge.Line.Edge))
        {
            List<bool> said = [.. group.Select(e => Word(e.Edge.Line, e.Edge.On, e.From, e.To))];
            if (!said.Contains(true))
            {
                var (edge, from, to) = group.First();
                names.Tell(new Keyed(++number, $"{Deck.Name(edge.Line.Edge)}: {JointWords.Mark(edge.Line.Joint)}"), (from + to) * 0.5,
                    (from + to) * 0.5, Ink.Dimension);
            }
        }

        var (min, max) = About(_cells);
        names.Below(new(min.U, min.V - (2 * _pen.UnitMm)), paperWidthMm, Ink.Mark);
        return _pen.Sheet("The enclosure unfolded", min - _pen.Paper(RimMm, RimMm), max + _pen.Paper(RimMm, RimMm));
    }

    /// <summary>Beside its line, towards the middle of its panel.</summary>
    private bool Word(EdgeJoint edge, Cell on, Uv from, Uv to)
    {
        var upright = Math.Abs(to.V - from.V) > Math.Abs(to.U - from.U);
        var middle = (from + to) * 0.5;
        var inward = upright ? new Uv(Math.Sign(on.Middle.U - middle.U), 0) : new Uv(0, Math.Sign(on.Middle.V - middle.V));
        var word = JointWords.Mark(edge.Joint);
        return Field.WidthOf(word, SheetPen.TextMm * _pen.UnitMm) < from.DistanceTo(to) && _pen.Mark([word],
            Along.Select(share => from + ((to - from) * share) + (inward * (WordOffMm * _pen.UnitMm))), Ink.Dimension, upright,
            Place.Edge(Deck.Name(edge.Edge)));
    }

    /// <summary>Each edge on each face that is drawn and that it touches.</summary>
    private IEnumerable<((EdgeJoint Line, Cell On) Edge, Uv From, Uv To)> Edges()
    {
        foreach (var cell in _cells)
        {
            for (var side = 0; side < 4; side++)
            {
                var id = Faces.Between(cell.Face, Neighbours[cell.Face][side]);
                if (_plan.Edges.FirstOrDefault(e => e.Edge == id) is { } made)
                {
                    var (from, to) = Line(cell, side, made.Joint == JointKind.Mitre || made.Host == cell.Face ? 0 : InsetMm * _pen.UnitMm);
                    yield return ((made, cell), from, to);
                }
            }
        }
    }

    /// <param name="side">Above, at the right, below, at the left.</param>
    private (Uv From, Uv To) Line(Cell cell, int side, double inset)
    {
        var (min, max) = (cell.Min + new Uv(inset, inset), cell.Max - new Uv(inset, inset));
        var (fore, lip) = cell.Face is Face.Left or Face.Right ? (_run, cell.Max.V - cell.Min.V - _lip) : (0, 0);
        var rightIsFront = cell.Face == Face.Left;
        return side switch
        {
            // a slope takes the upper end off the front rim, and of the upper rim what lies before it
            0 => (new(min.U + (rightIsFront ? 0 : fore), max.V), new(max.U - (rightIsFront ? fore : 0), max.V)),
            1 => (new(max.U, min.V), new(max.U, max.V - (rightIsFront ? lip : 0))),
            2 => (min, new(max.U, min.V)),
            _ => (min, new(min.U, max.V - (rightIsFront ? 0 : lip))),
        };
    }

    private List<Uv> Corners(Cell at) => _plan.SideOutline is { } side && at.Face is Face.Left or Face.Right
        ? [.. _plan.SideOutline.Select(p => new Uv(at.Face == Face.Left ? at.Max.U - p.U : at.Min.U + p.U, at.Min.V + p.V))]
        : PartSketch.Rectangle(at.Min, at.Max);

    /// <summary>Where in the cell of its face one of several panels lies.</summary>
    private Cell Within(Cell cell, Box box)
    {
        var outer = _plan.Outer;
        var (from, to) = cell.Face switch
        {
            Face.Back => (outer.Max.X - box.Max.X, outer.Max.X - box.Min.X),
            Face.Right => (box.Min.Y, box.Max.Y),
            Face.Left => (outer.Max.Y - box.Max.Y, outer.Max.Y - box.Min.Y),
            _ => (box.Min.X, box.Max.X),
        };
        var (low, high) = cell.Face switch
        {
            Face.Bottom => (outer.Max.Y - box.Max.Y, outer.Max.Y - box.Min.Y),
            Face.Top => (box.Min.Y, box.Max.Y),
            _ => (box.Min.Z, box.Max.Z),
        };
        return new(cell.Face, cell.Min + new Uv(from, low), cell.Min + new Uv(to, high));
    }

    private void Rim(IReadOnlyList<Uv> corners, Place? of, bool dashed)
    {
        _pen.Add(new PathStroke(Ink.Behind, corners, true, dashed) { Of = of });
        _pen.Placer.Keep(corners, true);
    }

    private void Fill(Part panel, IReadOnlyList<Uv> corners, Place of)
    {
        _pen.Add(new TintStroke(Ink.Hatch, Prisms.StuffOf(panel.Family), [], [Outline.Of(corners)]) { Of = of });
        if (panel.Grain)
        {
            foreach (var stroke in Hatching.Grain([corners], _pen.UnitMm, Upright(panel)))
            {
                _pen.Add(stroke with { Of = of });
            }
        }
    }

    /// <summary>The grain runs up its face as it is unfolded.</summary>
    private static bool Upright(Part panel) => panel.Frame.U.Axis() == (panel.Closes is Face.Top or Face.Bottom ? Axis.Y : Axis.Z);

    private static string Capital(string word) => char.ToUpperInvariant(word[0]) + word[1..];
}

/// <summary>Joints in one word, for where there is room for no more.</summary>
public static class JointWords
{
    public static string Mark(JointKind joint) => joint switch
    {
        JointKind.ButtGlued => "butt",
        JointKind.ButtScrewed => "block",
        JointKind.Rabbet => "rabbet",
        JointKind.Groove => "groove",
        JointKind.Mitre => "mitre",
        JointKind.Dowel => "dowels",
        JointKind.Biscuit => "biscuits",
        JointKind.PocketScrew => "pocket",
        JointKind.Finger => "fingers",
        JointKind.Dovetail => "dovetail",
        JointKind.HalfBlind => "half-blind",
        JointKind.ThroughTenon => "tenons",
        JointKind.Tapped => "tapped",
        JointKind.Riveted => "rivets",
        JointKind.Bolted => "bolts",
        JointKind.PrintedCorner => "printed",
        JointKind.Magnets => "magnets",
        JointKind.OnRail => "rail",
        JointKind.InRail => "slot",
        JointKind.Bent => "bend",
        JointKind.Sloped => "slope",
        JointKind.Loose => "loose",
        _ => throw new ArgumentOutOfRangeException(nameof(joint), joint, "This joint has no word yet."),
    };
}
