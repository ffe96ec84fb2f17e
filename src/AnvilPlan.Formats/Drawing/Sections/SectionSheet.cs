using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Quantities.Text;
using AnvilPlan.Formats.Drawing.Sheets;
using AnvilPlan.Formats.Drawing.Solids;
using NetTopologySuite.Geometries;

namespace AnvilPlan.Formats.Drawing.Sections;

/// <summary>What is asked of a section.</summary>
/// <param name="Through">The device that it is cut through; null = the first that has chains.</param>
/// <param name="Chains">With them as its dimension lines and with names; else small beside such a one, with the size over all.</param>
/// <param name="PaperWidthMm">What it is drawn to fit into, with <paramref name="PaperHeightMm"/>.</param>
/// <param name="Length">How a length is written.</param>
/// <param name="Settable">Figures over all that are decisions.</param>
public sealed record SectionWish(SectionView View, string? Through, bool Chains, double PaperWidthMm, double PaperHeightMm,
    LengthWriting Length, IReadOnlySet<string> Settable);

/// <summary>
/// An enclosure cut open: what is cut heavy, hatched and tinted, what lies behind it fine, devices by name or by a number told in a key.
/// Its dimension lines are the chains through the device that it is cut through, layer by layer.
/// </summary>
public sealed class SectionSheet
{
    /// <summary>On paper.</summary>
    private const double TextMm = SheetPen.TextMm, FigureMm = 3.8, RowMm = 6.4, LineOffMm = 8, LeaderMm = 7, BeyondMm = 4,
        BesideMm = 40;

    /// <summary>Never drawn smaller than this on paper, however much stands beside it.</summary>
    private const double LeastMm = 20;

    /// <summary>Never drawn larger than in the flesh by more.</summary>
    private const double LargestScale = 2;

    /// <summary>The frame about a figure that may be typed into, and the air to the next.</summary>
    private const double FrameMm = 3;

    private readonly BuildPlan _plan;
    private readonly SectionWish _wish;
    private readonly Frame _plane;
    private readonly string _through, _name;
    private readonly IReadOnlyList<Chain> _chains;
    private readonly List<Layer> _layers;
    private readonly HashSet<Place> _stopped;
    private readonly Uv _min, _max;
    private SheetPen _pen = new(1);

    /// <summary>The lowest of the figures beside the drawing, and how far they reach above and below all else.</summary>
    private double _columnLow, _columnBeyond;

    /// <summary>A shape with what is seen of it.</summary>
    /// <param name="Rims">Its lines that nothing hides.</param>
    /// <param name="Nearer">What hides it.</param>
    private sealed record Layer(Shape Shape, DevicePlace? Device, IReadOnlyList<IReadOnlyList<Uv>> Rims,
        IReadOnlyList<Silhouette> Nearer)
    {
        public bool Hides(Uv at) => Nearer.Any(n => n.Holds(at));

        public bool Shows(Uv at) => Shape.Area.Holds(at) && !Hides(at);
    }

    private SectionSheet(BuildPlan plan, Feet? feet, SectionWish wish)
    {
        (_plan, _wish, _plane) = (plan, wish, wish.View.Plane());
        _through = plan.Devices.Any(d => d.Id == wish.Through) ? wish.Through! : plan.Chains[0].Through;
        _chains = [.. plan.Chains.Where(c => c.Through == _through && Lies(c))];
        var device = plan.Devices.FirstOrDefault(d => d.Id == _through);
        var at = device?.Pose.InSpace(device.Body.Centre) ?? plan.Inner.Centre;
        _name = device?.Name ?? "the middle";
        IReadOnlyList<Shape> shapes = [.. new SectionShapes(_plane, _plane.HeightOf(at)).Of(plan), .. FeetOf(feet)];
        _layers = Seen(shapes);
        _stopped = [.. plan.Findings.Where(f => f.Severity == Severity.Stop).SelectMany(f => f.Places)];
        var (min, max) = _plane.ToPlane(plan.Outer);
        foreach (var area in shapes.Select(s => s.Area))
        {
            (min, max) = (new(Math.Min(min.U, area.Min.U), Math.Min(min.V, area.Min.V)),
                new(Math.Max(max.U, area.Max.U), Math.Max(max.V, area.Max.V)));
        }

        (_min, _max) = (min, max);
    }

    /// <param name="feet">What it stands on, where these are bought.</param>
    public static Sketch Of(BuildPlan plan, Feet? feet, SectionWish wish) => new SectionSheet(plan, feet, wish).Fitted();

    private Sketch Fitted()
    {
        double UnitFor(double widthMm, double heightMm) => Math.Max(1 / LargestScale, Math.Max(
            (_max.U - _min.U) / Math.Max(LeastMm, widthMm), (_max.V - _min.V) / Math.Max(LeastMm, heightMm)));
        // a chain of many layers wants more height than there is: the drawing is as high as they are then
        var most = _wish.Chains ? _chains.Select(c => c.Layers.Count).DefaultIfEmpty().Max() : 0;
        var high = Math.Max(_wish.PaperHeightMm, (most * RowMm) + BesideMm);
        // what stands beside the drawing is known when it is drawn: a second and a third time it is drawn into what is left
        var sketch = Draw(UnitFor(_wish.PaperWidthMm, high), named: false);
        for (var i = 0; i < 2; i++)
        {
            var unit = sketch.UnitMm!.Value;
            sketch = Draw(UnitFor(_wish.PaperWidthMm - ((sketch.WidthMm - (_max.U - _min.U)) / unit),
                high - ((sketch.HeightMm - (_max.V - _min.V) - _columnBeyond) / unit)), named: true);
        }

        return sketch;
    }

    private bool Lies(Chain chain) => Math.Abs(_plane.Normal.Vector().Dot(chain.Way)) < 1e-9;

    private IEnumerable<Shape> FeetOf(Feet? feet) => _wish.View == SectionView.Top || feet is null ? []
        : _plan.Fixings.Where(f => f.For == "feet").Select(f =>
        {
            var at = _plane.ToPlane(f.At.With(Axis.Z, _plan.Outer.Min.Z));
            var half = new Uv(feet.DiaMm / 2, 0);
            return new Shape(null, Stuff.Plastic, Standing.Behind, _plane.HeightOf(f.At),
                new Silhouette(FlatGeometry.Rectangle(at - half - new Uv(0, feet.HeightMm), at + half)));
        });

    /// <summary>The nearest first.</summary>
    private List<Layer> Seen(IReadOnlyList<Shape> shapes)
    {
        var devices = _plan.Devices.ToDictionary(d => Place.Device(d.Id));
        var (cover, seen) = (new List<Silhouette>(), new List<Layer>());
        bool CutPart(Shape shape) => shape.Standing == Standing.Cut && shape.Stuff != Stuff.Device;
        foreach (var shape in shapes.OrderByDescending(s => s.Standing == Standing.Before).ThenByDescending(CutPart)
            .ThenByDescending(s => s.Near))
        {
            var before = shape.Standing == Standing.Before;
            List<Silhouette> nearer = before ? [] : [.. cover];
            var device = shape.Of is { } of ? devices.GetValueOrDefault(of) : null;
            seen.Add(new Layer(shape, device, [.. shape.Area.RimsBeyond(nearer)], nearer));
            if (!before && shape is not { Stuff: Stuff.Clear, Standing: Standing.Behind })
            {
                cover.Add(shape.Area);
            }
        }

        return seen;
    }

    /// <summary>A port's flat face with a little depth, so that it shows from the side.</summary>
    private Silhouette Port(PortPlace port, Pose? pose)
    {
        const double half = 1.2;
        var axis = port.Exit.Axis();
        return new(Hull(port.Connector.WithSpan(axis, port.Connector.Min[axis] - half, port.Connector.Max[axis] + half), pose));
    }

    private Geometry Hull(Box box, Pose? pose) => FlatGeometry.Hull(Corners(box).Select(c => _plane.ToPlane(pose.InSpace(c))));

    private static IEnumerable<Point3> Corners(Box box) => Enumerable.Range(0, 8).Select(i => new Point3(
        (i & 1) == 0 ? box.Min.X : box.Max.X, (i & 2) == 0 ? box.Min.Y : box.Max.Y, (i & 4) == 0 ? box.Min.Z : box.Max.Z));

    /// <param name="named">Else it is drawn only to see how much room all else takes.</param>
    private Sketch Draw(double unitMm, bool named)
    {
        (_pen, _columnLow, _columnBeyond) = (new SheetPen(unitMm), _min.V, 0);
        foreach (var layer in Enumerable.Reverse(_layers))
        {
            Paint(layer);
        }

        Rooms();
        foreach (var chain in _chains)
        {
            SectionLine(chain);
        }

        var lines = _wish.Chains ? _chains : [];
        var beside = new Field(_min, _max);
        Field? told = null;
        // those beneath first: what stands beside may reach farther down than all else
        foreach (var chain in lines.OrderBy(c => Math.Abs(Seen(c).Way.V)))
        {
            var figures = Dimension(chain, told);
            told = figures;
            _columnBeyond = Math.Max(0, figures.Max.V - beside.Max.V) + Math.Max(0, beside.Min.V - figures.Min.V);
            beside = new(new(beside.Min.U, Math.Min(beside.Min.V, figures.Min.V)),
                new(Math.Max(beside.Max.U, figures.Max.U), Math.Max(beside.Max.V, figures.Max.V)));
        }

        if (!_wish.Chains)
        {
            OverAll(beside);
            return _pen.Sheet(Title, _min - _pen.Paper(2, 2), _max + _pen.Paper(2, 2));
        }

        _pen.Text(Ink.Mark, new(_min.U, Math.Max(beside.Max.V, _max.V + (BeyondMm * _pen.UnitMm)) + (2 * _pen.UnitMm)), TextMm, Title);
        var line = OverAll(beside);
        ScaleBar(new(_max.U + (LineOffMm * unitMm), line));
        Key(named ? Names() : new KeyedNames(_pen), beside.Max.U, line - (7 * unitMm));
        return _pen.Sheet(Title, _min - _pen.Paper(2, 2), _max + _pen.Paper(2, 2));
    }

    private string Title => $"{_wish.View.Words()}, cut through {_name}";

    private void Paint(Layer layer)
    {
        var shape = layer.Shape;
        var device = shape.Stuff == Stuff.Device;
        var stop = shape.Of is { } of && _stopped.Contains(of);
        var rings = shape.Area.Rings;
        void Fill(Ink ink, Stuff? stuff, IReadOnlyList<IReadOnlyList<Uv>> rims)
        {
            var outlines = rims.Select(r => Outline.Of([.. r.Select(p => new Vertex(p, 0))]));
            _pen.Add(new TintStroke(ink, stuff, [], [.. outlines]) { Of = shape.Of });
        }

        if (shape.Standing == Standing.Cut && !device)
        {
            Fill(Ink.Hatch, shape.Stuff, rings);
            foreach (var stroke in Hatching.Of(shape.Stuff, rings, _pen.UnitMm))
            {
                _pen.Add(stroke with { Of = shape.Of });
            }
        }
        else if (shape.Standing != Standing.Before && shape.Stuff != Stuff.Clear)
        {
            Fill(Ink.Paper, null, rings);
        }

        if (layer.Device is { } own && shape.Standing != Standing.Before)
        {
            foreach (var port in own.Ports.Select(p => Port(p, own.Pose)).Where(p => !layer.Hides((p.Min + p.Max) * 0.5)))
            {
                Fill(Ink.Device, null, port.Rings);
                _pen.Placer.Bar(new Field(port.Min, port.Max));
            }
        }

        var ink = stop ? Ink.Stop : device ? Ink.Device : shape.Standing == Standing.Cut ? Ink.Outline : Ink.Behind;
        foreach (var rim in layer.Rims)
        {
            _pen.Add(new PathStroke(ink, rim, false, shape.Standing == Standing.Before) { Of = shape.Of });
            _pen.Placer.Keep(rim, false);
        }
    }

    /// <summary>
    /// Room that must stay free: of the device that it is cut through, and wherever something stands in it; as far as the drawing goes.
    /// </summary>
    private void Rooms()
    {
        var all = FlatGeometry.Rectangle(_min - _pen.Paper(1, 1), _max + _pen.Paper(1, 1));
        foreach (var room in _plan.Rooms.Where(r => !r.Free || r.Owner == _through))
        {
            var hull = Hull(room.Box, room.Pose);
            foreach (var ring in FlatGeometry.Rings(all.Contains(hull) ? hull : FlatGeometry.Common(all, hull)))
            {
                _pen.Add(new PathStroke(room.Free ? Ink.Room : Ink.Stop, ring, true, true));
                _pen.Placer.Keep(ring, true);
            }
        }
    }

    /// <summary>Where a chain runs, which is where the other views are cut.</summary>
    private void SectionLine(Chain chain)
    {
        var (from, way) = Seen(chain);
        var beyond = way * (BeyondMm * _pen.UnitMm);
        _pen.Line(Ink.Section, from - beyond, from + (way * chain.TotalMm) + beyond);
    }

    private (Uv From, Uv Way) Seen(Chain chain)
    {
        var from = _plane.ToPlane(chain.From);
        return (from, _plane.ToPlane(chain.From + chain.Way) - from);
    }

    private KeyedNames Names()
    {
        var names = new KeyedNames(_pen);
        foreach (var (device, i) in _plan.Devices.Select((d, i) => (d, i)))
        {
            if (_layers.Find(l => l.Device == device) is { } layer)
            {
                names.Tell(new Keyed(i + 1, device.Name), layer.Shape.Area.Min, layer.Shape.Area.Max, Ink.Device, layer.Shows);
            }
        }

        return names;
    }

    /// <summary>A bar of a round length, for whoever holds a rule to the drawing.</summary>
    private void ScaleBar(Uv from)
    {
        double[] round = _wish.Length.Unit == LengthUnit.Millimetre ? [5, 10, 20, 50, 100, 200, 500, 1000]
            : [6.35, 12.7, 25.4, 50.8, 127, 254, 508, 1016];
        var bar = new Uv(round.LastOrDefault(r => r / _pen.UnitMm <= 25, round[0]), 0);
        _pen.Line(Ink.Dimension, from, from + bar);
        _pen.Tick(from);
        _pen.Tick(from + bar);
        _pen.Text(Ink.Dimension, from + bar + _pen.Paper(2.5, -SheetPen.Middle * TextMm), TextMm,
            _wish.Length.Named(bar.U));
    }

    /// <summary>A chain as the dimension line of its view, layer by layer, with the figures beside it.</summary>
    /// <param name="before">What the figures take that stand already.</param>
    /// <returns>What its figures take.</returns>
    private Field Dimension(Chain chain, Field? before)
    {
        var k = _pen.UnitMm;
        var (from, way) = Seen(chain);
        var upright = Math.Abs(way.V) > Math.Abs(way.U);
        // to the right of what runs up, below what runs across
        var side = new Uv(way.V, -way.U) * (upright && way.V < 0 ? -1 : 1);
        Uv[] corners = [_min, _max, new(_min.U, _max.V), new(_max.U, _min.V)];
        var reach = corners.Max(c => ((c - from).U * side.U) + ((c - from).V * side.V));
        var off = reach + (LineOffMm * k);
        Uv On(double mm) => from + (way * mm) + (side * off);
        foreach (var end in chain.Layers.Select(l => l.FromMm).Append(chain.TotalMm))
        {
            _pen.Line(Ink.Faint, On(end) - (side * ((LineOffMm - 1) * k)), On(end) + (side * (1.2 * k)));
            _pen.Tick(On(end), way);
        }

        _pen.Line(Ink.Dimension, On(0), On(chain.TotalMm));
        var rows = chain.Layers.Select((l, i) => new Row(l, _wish.Length.Of(l.ThicknessMm), On(l.FromMm + (l.ThicknessMm / 2)),
            l.Handle is null ? null :
                new Figure($"chain/{chain.Id}/{i}", $"{l.What}, layer {i + 1} {From(chain.Axis)}", l.ThicknessMm))).ToList();
        return upright ? Column(rows, before, k) : Beneath(rows, k);
    }

    private static string From(Axis axis) => axis switch
    {
        Axis.X => "from the left",
        Axis.Y => "from the front",
        _ => "from below",
    };

    /// <summary>A layer of a chain where it is told.</summary>
    /// <param name="At">In the middle of its stretch of the line.</param>
    private sealed record Row(ChainLayer Layer, string Text, Uv At, Figure? Figure)
    {
        public double WidthMm => Field.WidthOf(Text, FigureMm) + FrameMm;
    }

    private Field Column(List<Row> rows, Field? beneath, double k)
    {
        var sorted = rows.OrderBy(r => r.At.V).ToList();
        var at = Placer.Apart([.. sorted.Select(r => r.At.V)], RowMm * k);
        var (left, wide) = (sorted.Max(r => r.At.U) + (LeaderMm * k), sorted.Max(r => r.WidthMm) * k);
        if (beneath is { } below && at[0] - (RowMm / 2 * k) < below.Max.V)
        {
            // those beneath a slope may reach as far
            left = Math.Max(left, below.Max.U + (FrameMm * k));
        }

        var right = left + wide;
        foreach (var (row, v) in sorted.Zip(at))
        {
            _pen.Line(Ink.Faint, row.At + _pen.Paper(1.2, 0), new(left - (0.5 * k), v));
            Figures(row, new(left + (wide / 2), v));
            var ink = row.Layer.Kind == LayerKind.Slack ? Ink.Dimension : Ink.Mark;
            _pen.Text(ink, new(right + (2 * k), v - (SheetPen.Middle * TextMm * k)), TextMm, row.Layer.What);
        }

        var half = RowMm / 2 * k;
        _columnLow = at[0] - half;
        return new(new(left, at[0] - half), new(right + ((2 + sorted.Max(r => Field.WidthOf(r.Layer.What, TextMm))) * k), at[^1] + half));
    }

    private Field Beneath(List<Row> rows, double k)
    {
        var sorted = rows.OrderBy(r => r.At.U).ToList();
        var room = (sorted.Max(r => r.WidthMm) + 1) * k;
        // two lines of figures in turn where one would run far beyond the drawing: those of the second hang between those of the first
        var lines = sorted.Count * room > _max.U - _min.U + (24 * k) ? 2 : 1;
        var top = sorted.Min(r => r.At.V) - (LeaderMm * k);
        var at = Placer.Apart([.. sorted.Select(r => r.At.U)], room / lines);
        foreach (var (row, i) in sorted.Select((r, i) => (r, i)))
        {
            var middle = new Uv(at[i], top - (i % lines * RowMm * k));
            var hang = new Uv(at[i], top + (RowMm / 2 * k));
            _pen.Line(Ink.Faint, row.At - _pen.Paper(0, 1.2), hang, middle + new Uv(0, RowMm / 2 * k));
            Figures(row, middle);
        }

        return new(new(_min.U, top - ((lines - 0.5) * RowMm * k)), new(at[^1] + (room / 2), top + (RowMm / 2 * k)));
    }

    private void Figures(Row row, Uv middle) => _pen.Text(row.Figure is null ? Ink.Dimension : Ink.Device,
        middle - _pen.Paper(0, SheetPen.Middle * FigureMm), FigureMm, row.Text, TextAnchor.Middle, figure: row.Figure);

    /// <summary>The size over all, outside the chains.</summary>
    /// <returns>Where its line across lies.</returns>
    private double OverAll(Field chains)
    {
        var k = _pen.UnitMm;
        var (min, max) = _plane.ToPlane(_plan.Outer);
        var (below, beside) = (chains.Min.V - ((_wish.Chains ? 6 : 4) * k), chains.Max.U + (5 * k));
        void Over(Uv a, Uv b, Uv text, TextAnchor anchor, Axis axis)
        {
            var word = axis switch { Axis.X => "width", Axis.Y => "depth", _ => "height" };
            var size = _plan.Outer.Size[axis];
            var figure = _wish.Chains && _wish.Settable.Contains($"outside/{word}") ? new Figure($"outside/{word}",
                $"{char.ToUpperInvariant(word[0])}{word[1..]} over all", size) : null;
            _pen.Line(Ink.Dimension, a, b);
            _pen.Tick(a);
            _pen.Tick(b);
            _pen.Text(figure is null ? Ink.Dimension : Ink.Device, text, FigureMm, _wish.Length.Of(size), anchor, figure: figure);
        }

        Over(new(min.U, below), new(max.U, below), new((min.U + max.U) / 2, below - (5 * k)), TextAnchor.Middle, _plane.U.Axis());
        Over(new(beside, min.V), new(beside, max.V), new(beside + (3.5 * k), ((min.V + max.V) / 2) - (SheetPen.Middle * FigureMm * k)),
            TextAnchor.Start, _plane.V.Axis());
        return below;
    }

    /// <summary>In the corner that the chains leave free where it has room there, else below.</summary>
    /// <param name="right">Where the figures of the chains end.</param>
    /// <param name="low">The lowest that anything else reaches.</param>
    private void Key(KeyedNames key, double right, double low)
    {
        if (key.None)
        {
            return;
        }

        var (k, wide) = (_pen.UnitMm, key.ColumnMm);
        // a column or two of it, the narrowest first; the height over all stands at the right
        var corner = new Uv(_max.U + ((LineOffMm + 3) * k), _columnLow - (3 * k));
        for (var columns = 1; columns <= (right - corner.U) / (wide * k); columns++)
        {
            var high = KeyedNames.HighMm(key.RowsOf(columns));
            if (corner.V - ((high + 2) * k) >= low
                && _pen.Placer.Free(new Field(corner - _pen.Paper(0, high), corner + _pen.Paper(columns * wide, 0)).Grow(k)))
            {
                key.Print(corner, columns, Ink.Device);
                return;
            }
        }

        key.Below(new(_min.U, low), _wish.PaperWidthMm, Ink.Device);
    }
}
