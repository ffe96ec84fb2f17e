using System.Globalization;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Quantities;
using AnvilPlan.Core.Quantities.Text;
using AnvilPlan.Formats.Dxf;

namespace AnvilPlan.Formats.Patterns;

/// <summary>A hole pattern that cannot be taken from a file; the field at fault and one sentence.</summary>
public sealed class PatternFileException(string field, string message) : Exception(Shorten.Quotes(message))
{
    public string Field { get; } = field;
}

/// <summary>A mounting pattern found in a file, mm, from the lower left corner of the outline; holes by x, then y.</summary>
/// <param name="FromOutline">False when the file has no outline: the sizes are those of the holes' own extent.</param>
public sealed record ImportedPattern(double WidthMm, double DepthMm, bool FromOutline, IReadOnlyList<MountHole> Holes);

/// <summary>
/// Takes a pattern from DXF or CSV text. In DXF every circle of 0.5 to 30 mm is a hole and the rest is the outline; in CSV the
/// columns x, y and dia, with _mm or _in, name the holes; commas, semicolons or tabs part them. When the file does not say its unit, it has
/// to be given.
/// </summary>
public static class PatternFile
{
    private const double LeastHoleMm = 0.5;
    private const double MostHoleMm = 30;
    private const int MostHoles = 200;
    private const double MostSizeMm = 1000;

    /// <param name="text">The file.</param>
    /// <param name="unit"><c>mm</c> or <c>in</c> when the maker says it; null = as the file says.</param>
    /// <exception cref="PatternFileException">The file cannot be read, has no holes, or does not say its unit.</exception>
    public static ImportedPattern Read(string text, string? unit)
    {
        if (unit is not (null or "mm" or "in"))
        {
            throw new PatternFileException("unit", $"unit is \"{unit}\": it must be mm or in.");
        }

        if (string.IsNullOrWhiteSpace(text))
        {
            throw new PatternFileException("text", "the file is empty.");
        }

        var first = text.TrimStart().Split('\n')[0];
        var pattern = first.IndexOfAny([',', ';', '\t']) >= 0 ? FromCsv(Commas(text.TrimStart('\uFEFF'), first), unit)
            : FromDxf(text, unit);
        if (pattern.Holes.Count is 0 or > MostHoles)
        {
            throw new PatternFileException("text", $"the file holds {pattern.Holes.Count} holes of {LeastHoleMm} to {MostHoleMm} mm: 1 "
                + $"to {MostHoles} can be taken.");
        }

        return Math.Max(pattern.WidthMm, pattern.DepthMm) <= MostSizeMm
            ? pattern
            : throw new PatternFileException("unit", $"the pattern is {N(pattern.WidthMm)} x {N(pattern.DepthMm)} mm: at most "
                + $"{MostSizeMm} mm. Is its unit right?");
    }

    /// <summary>A table parted by semicolons or tabs, numbers with a point or a comma, as one parted by commas.</summary>
    private static string Commas(string text, string first) =>
        first.Contains(';', StringComparison.Ordinal) ? text.Replace(',', '.').Replace(';', ',')
        : first.Contains('\t', StringComparison.Ordinal) ? text.Replace(',', '.').Replace('\t', ',')
        : text;

    private static ImportedPattern FromDxf(string text, string? unit)
    {
        DxfDrawing drawing;
        try
        {
            drawing = DxfReader.Read(text);
        }
        catch (DxfException error)
        {
            throw new PatternFileException("text", error.Message);
        }

        var k = Scale(unit, drawing.UnitMm);
        var holes = drawing.Circles.Where(c => 2 * c.Radius * k is >= LeastHoleMm and <= MostHoleMm)
            .DistinctBy(c => (Math.Round(c.At.U * k, 2), Math.Round(c.At.V * k, 2), Math.Round(c.Radius * k, 2)))
            .Select(c => (At: new Uv(c.At.U * k, c.At.V * k), Dia: 2 * c.Radius * k)).ToList();
        var outline = drawing.Paths.SelectMany(p => p.Points)
            .Concat(drawing.Circles.Where(c => 2 * c.Radius * k > MostHoleMm)
                .SelectMany(c => (Uv[])[new(c.At.U - c.Radius, c.At.V - c.Radius), new(c.At.U + c.Radius, c.At.V + c.Radius)]))
            .Select(p => new Uv(p.U * k, p.V * k)).ToList();
        return Laid(holes, outline);
    }

    private static ImportedPattern FromCsv(string text, string? unit)
    {
        CsvTable table;
        string header;
        try
        {
            table = CsvTable.Parse(text.Trim() + "\n");
            header = text.TrimStart().Split('\n')[0];
        }
        catch (ArgumentException)
        {
            throw new PatternFileException("text", "the first line names a column twice.");
        }

        var columns = header.Split(',').Select(c => c.Trim().Trim('"')).ToList();
        string Column(string name) => columns.Find(c => c == name || c == name + "_mm" || c == name + "_in")
            ?? throw new PatternFileException("text", $"the first line has no column {name}, {name}_mm or {name}_in: it has "
                + $"{string.Join(", ", columns)}.");
        var (x, y, dia) = (Column("x"), Column("y"), Column("dia"));
        double? said = x.EndsWith("_mm", StringComparison.Ordinal) ? 1 : x.EndsWith("_in", StringComparison.Ordinal)
            ? Length.MmPerInch : null;
        var k = Scale(unit, said);
        var holes = table.Rows.Select((row, i) => (At: new Uv(k * Cell(row, x, i), k * Cell(row, y, i)), Dia: k * Cell(row, dia, i)))
            .ToList();
        var wrong = holes.FindIndex(h => h.Dia is < LeastHoleMm or > MostHoleMm);
        return wrong < 0
            ? Laid(holes, [])
            : throw new PatternFileException("text", $"line {wrong + 2}: the diameter is {N(holes[wrong].Dia)} mm, it must lie between "
                + $"{LeastHoleMm} and {MostHoleMm} mm.");
    }

    private static double Cell(CsvRow row, string column, int index)
    {
        try
        {
            return row.NumberOrNull(column) is { } number && double.IsFinite(number)
                ? number
                : throw new PatternFileException("text", $"line {index + 2}: {column} is \"{row[column]}\", a number is expected.");
        }
        catch (KeyNotFoundException)
        {
            throw new PatternFileException("text", $"the first line has no column {column} that can be read: write the names without "
                + $"quotes and spaces.");
        }
        catch (ArgumentOutOfRangeException)
        {
            throw new PatternFileException("text", $"line {index + 2} has too few cells: {column} is missing.");
        }
    }

    private static double Scale(string? unit, double? said) => unit switch
    {
        "mm" => 1,
        "in" => Length.MmPerInch,
        _ => said ?? throw new PatternFileException("unit", "the file does not say its unit: choose mm or in."),
    };

    private static ImportedPattern Laid(List<(Uv At, double Dia)> holes, List<Uv> outline)
    {
        if (holes.Count == 0)
        {
            return new ImportedPattern(0, 0, false, []);
        }

        var framed = outline.Count > 1;
        var all = framed ? [.. outline, .. holes.Select(h => h.At)]
            : holes.SelectMany(h => (Uv[])[h.At - new Uv(h.Dia / 2, h.Dia / 2), h.At + new Uv(h.Dia / 2, h.Dia / 2)]).ToList();
        var origin = new Uv(all.Min(p => p.U), all.Min(p => p.V));
        return new ImportedPattern(
            Clean(all.Max(p => p.U) - origin.U), Clean(all.Max(p => p.V) - origin.V), framed,
            [.. holes.Select(h => new MountHole(Clean(h.At.U - origin.U), Clean(h.At.V - origin.V), Clean(h.Dia))).OrderBy(h => h.XMm)
                .ThenBy(h => h.YMm)]);
    }

    private static double Clean(double value) => Math.Round(value, 4);

    private static string N(double value) => value.ToString("0.###", CultureInfo.InvariantCulture);
}
