using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Quantities.Text;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Formats.Drawing;
using AnvilPlan.Formats.Drawing.Solids;
using AnvilPlan.Formats.Fonts;
using SkiaSharp;

namespace AnvilPlan.Formats.Pdf;

/// <summary>Pages of a PDF on which one draws in millimetres from the upper left corner.</summary>
internal sealed class PdfCanvas : IDisposable
{
    private const float PointsPerMm = 72f / 25.4f;

    /// <summary>Of what one sees through.</summary>
    private const byte ClearAlpha = 100;

    private readonly MemoryStream _stream = new();
    private readonly SKDocument _document;
    private SKCanvas? _canvas;

    public PdfCanvas(string title) =>
        _document = SKDocument.CreatePdf(_stream, new SKDocumentPdfMetadata { Title = PlainLine.Of(title), Producer = "Anvil Plan" });

    public int Pages { get; private set; }

    public void Page(Paper paper)
    {
        Interrupt.Check();
        _document.EndPage();
        _canvas = _document.BeginPage((float)paper.WidthMm * PointsPerMm, (float)paper.HeightMm * PointsPerMm);
        _canvas.Scale(PointsPerMm);
        Pages++;
    }

    public byte[] Close()
    {
        _document.EndPage();
        _document.Close();
        return _stream.ToArray();
    }

    public void Line(double x1, double y1, double x2, double y2, double widthMm, string colour = "#15171c")
    {
        using var paint = Paint(colour, widthMm);
        _canvas!.DrawLine((float)x1, (float)y1, (float)x2, (float)y2, paint);
    }

    public void Rectangle(double x, double y, double width, double height, double lineMm, string colour, string? fill = null)
    {
        var box = new SKRect((float)x, (float)y, (float)(x + width), (float)(y + height));
        if (fill is not null)
        {
            using var inside = new SKPaint { Color = SKColor.Parse(fill), Style = SKPaintStyle.Fill, IsAntialias = true };
            _canvas!.DrawRect(box, inside);
        }

        using var paint = Paint(colour, lineMm);
        _canvas!.DrawRect(box, paint);
    }

    public void Text(string text, double x, double y, double heightMm, bool bold = false, SKTextAlign align = SKTextAlign.Left,
        string colour = "#15171c")
    {
        using var font = FontOf(heightMm, bold);
        using var paint = new SKPaint { Color = SKColor.Parse(colour), IsAntialias = true };
        _canvas!.DrawText(PlainLine.Of(text), (float)x, (float)y, align, font, paint);
    }

    public static double WidthOf(string text, double heightMm, bool bold = false)
    {
        using var font = FontOf(heightMm, bold);
        return font.MeasureText(PlainLine.Of(text));
    }

    /// <summary>Draws within a window of the page; the sketch's (u, v) lands at (x + u k, y - v k), v upwards.</summary>
    public void Sketch(Sketch sketch, double x, double y, double scale, (double X, double Y, double Width, double Height)? window = null)
    {
        _canvas!.Save();
        if (window is { } w)
        {
            _canvas.ClipRect(new SKRect((float)w.X, (float)w.Y, (float)(w.X + w.Width), (float)(w.Y + w.Height)));
        }

        SKPoint At(Uv p) => new((float)(x + (p.U * scale)), (float)(y - (p.V * scale)));
        foreach (var stroke in sketch.Strokes)
        {
            Draw(stroke, At, scale, sketch.UnitMm is not null ? scale : Math.Min(1, Math.Sqrt(scale)));
        }

        _canvas.Restore();
    }

    /// <summary>A picture as large as it fits into that window, in its middle.</summary>
    public void Picture(SolidPicture picture, double x, double y, double width, double height)
    {
        var (wide, high) = (picture.Max.U - picture.Min.U, picture.Max.V - picture.Min.V);
        if (wide <= 0 || high <= 0)
        {
            return;
        }

        var scale = Math.Min(width / wide, height / high);
        var (left, top) = (x + ((width - (wide * scale)) / 2), y + ((height - (high * scale)) / 2));
        SKPoint At(Uv p) => new((float)(left + ((p.U - picture.Min.U) * scale)), (float)(top + ((picture.Max.V - p.V) * scale)));
        using var edge = Paint("#15171c", 0.15);
        edge.StrokeJoin = SKStrokeJoin.Round;
        foreach (var facet in picture.Facets)
        {
            using var builder = new SKPathBuilder { FillType = SKPathFillType.EvenOdd };
            using var lines = new SKPathBuilder();
            foreach (var ring in facet.Inside.Prepend(facet.Rim))
            {
                builder.AddPoly([.. ring.Select(At)], true);
            }

            using var area = builder.Detach();
            var colour = SKColor.Parse(Look.Of(facet.Stuff, facet.Light));
            using var fill = new SKPaint
            {
                Color = facet.Stuff == Stuff.Clear ? colour.WithAlpha(ClearAlpha) : colour,
                Style = SKPaintStyle.Fill,
                IsAntialias = true,
            };
            _canvas!.DrawPath(area, fill);
            for (var i = 0; i < facet.Rim.Count; i++)
            {
                if (!facet.Soft.Contains(i))
                {
                    _canvas.DrawLine(At(facet.Rim[i]), At(facet.Rim[(i + 1) % facet.Rim.Count]), edge);
                }
            }

            foreach (var ring in facet.Inside)
            {
                lines.AddPoly([.. ring.Select(At)], true);
            }

            using var rims = lines.Detach();
            _canvas.DrawPath(rims, edge);
        }
    }

    public void Dispose()
    {
        _document.Dispose();
        _stream.Dispose();
    }

    private void Draw(Stroke stroke, Func<Uv, SKPoint> at, double scale, double typeScale)
    {
        var look = Look.Of(stroke.Ink);
        switch (stroke)
        {
            case PathStroke p:
                using (var builder = new SKPathBuilder())
                using (var paint = Paint(look.Colour, look.WidthMm, p.Dashed))
                {
                    builder.AddPoly([.. p.Points.Select(at)], p.Closed);
                    using var path = builder.Detach();
                    _canvas!.DrawPath(path, paint);
                }

                break;
            case ArcStroke a:
                using (var builder = new SKPathBuilder())
                using (var paint = Paint(look.Colour, look.WidthMm, a.Dashed))
                {
                    Add(builder, a.Outline, at, scale);
                    using var path = builder.Detach();
                    _canvas!.DrawPath(path, paint);
                }

                break;
            case TintStroke t:
                using (var builder = new SKPathBuilder { FillType = SKPathFillType.EvenOdd })
                using (var paint = new SKPaint
                {
                    Color = SKColor.Parse(t.Stuff is { } stuff ? Look.Of(stuff, 1) : look.Colour),
                    Style = SKPaintStyle.Fill,
                    IsAntialias = true,
                })
                {
                    foreach (var rim in t.Rims)
                    {
                        Add(builder, rim, at, scale);
                    }

                    using var path = builder.Detach();
                    _canvas!.DrawPath(path, paint);
                }

                break;
            case CircleStroke c:
                using (var paint = Paint(look.Colour, look.WidthMm, c.Dashed))
                {
                    _canvas!.DrawCircle(at(c.At), (float)(c.Radius * scale), paint);
                }

                break;
            case TextStroke t:
                var place = at(t.At);
                _canvas!.Save();
                _canvas.Translate(place);
                _canvas.RotateDegrees((float)-t.TurnDeg);

                Text(t.Text, 0, 0, Math.Max(1.8, t.Height * typeScale), false, t.Anchor switch
                { TextAnchor.Middle => SKTextAlign.Center, TextAnchor.End => SKTextAlign.Right, _ => SKTextAlign.Left }, look.Colour);
                _canvas.Restore();
                break;
        }
    }

    private static void Add(SKPathBuilder builder, Outline outline, Func<Uv, SKPoint> at, double scale)
    {
        var corners = outline.Vertices;
        builder.MoveTo(at(corners[0].At));
        for (var i = 0; i < corners.Count; i++)
        {
            var (from, to) = (corners[i], corners[(i + 1) % corners.Count].At);
            if (from.Bulge == 0)
            {
                builder.LineTo(at(to));
            }
            else
            {
                var radius = (float)(Arc.Of(from.At, to, from.Bulge).RadiusMm * scale);
                builder.ArcTo(new SKPoint(radius, radius), 0, Math.Abs(from.Bulge) > 1 ? SKPathArcSize.Large : SKPathArcSize.Small,
                    from.Bulge > 0 ? SKPathDirection.CounterClockwise : SKPathDirection.Clockwise, at(to));
            }
        }

        builder.Close();
    }

    private static SKPaint Paint(string colour, double widthMm, bool dashed = false) => new()
    {
        Color = SKColor.Parse(colour),
        Style = SKPaintStyle.Stroke,
        StrokeWidth = (float)widthMm,
        IsAntialias = true,
        PathEffect = dashed ? SKPathEffect.CreateDash([2f, 1.2f], 0) : null,
    };

    /// <summary>Unhinted, so that letters keep their distances at any scale.</summary>
    private static SKFont FontOf(double heightMm, bool bold) => new(bold ? Typefaces.Bold : Typefaces.Regular, (float)heightMm)
    {
        Subpixel = true,
        LinearMetrics = true,
        Hinting = SKFontHinting.None,
    };
}
