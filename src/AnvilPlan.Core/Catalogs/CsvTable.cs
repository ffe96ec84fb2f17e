using System.Globalization;
using System.Reflection;
using System.Text;

namespace AnvilPlan.Core.Catalogs;

/// <summary>
/// One table of the trade shipped inside this assembly: comma separated, quotes as in RFC 4180, first line names the columns.
/// An empty cell means not known and reads as null, never as zero.
/// </summary>
public sealed class CsvTable
{
    private readonly Dictionary<string, int> _columns;

    private CsvTable(IReadOnlyList<string> header, IReadOnlyList<IReadOnlyList<string>> rows)
    {
        _columns = header.Select((name, i) => (name, i)).ToDictionary(c => c.name, c => c.i, StringComparer.Ordinal);
        Rows = [.. rows.Select(cells => new CsvRow(this, cells))];
    }

    public IReadOnlyList<CsvRow> Rows { get; }

    /// <summary>Reads the shipped table of that name, for example <c>wood-screws</c>.</summary>
    public static CsvTable Shipped(string name)
    {
        using var stream = ShippedFile.Open(name + ".csv");
        using var reader = new StreamReader(stream, Encoding.UTF8);
        return Parse(reader.ReadToEnd());
    }

    public static CsvTable Parse(string text)
    {
        var lines = Records(text).Where(r => r.Count > 1 || r[0].Length > 0).ToList();
        return new CsvTable(lines[0], lines.Skip(1).ToList());
    }

    internal int Column(string name) => _columns.TryGetValue(name, out var i) ? i : throw new KeyNotFoundException($"No column '{name}'.");

    private static IEnumerable<IReadOnlyList<string>> Records(string text)
    {
        var cells = new List<string>();
        var cell = new StringBuilder();
        var quoted = false;
        for (var i = 0; i < text.Length; i++)
        {
            var c = text[i];
            if (quoted && c == '"' && i + 1 < text.Length && text[i + 1] == '"')
            {
                cell.Append('"');
                i++;
            }
            else if (c == '"')
            {
                quoted = !quoted;
            }
            else if (c == ',' && !quoted)
            {
                cells.Add(cell.ToString());
                cell.Clear();
            }
            else if (c == '\n' && !quoted)
            {
                cells.Add(cell.ToString().TrimEnd('\r'));
                cell.Clear();
                yield return cells;
                cells = [];
            }
            else
            {
                cell.Append(c);
            }
        }

        if (cells.Count > 0 || cell.Length > 0)
        {
            cells.Add(cell.ToString());
            yield return cells;
        }
    }
}

/// <summary>A row of a <see cref="CsvTable"/>, read by column name.</summary>
public sealed class CsvRow
{
    private readonly CsvTable _table;
    private readonly IReadOnlyList<string> _cells;

    internal CsvRow(CsvTable table, IReadOnlyList<string> cells) => (_table, _cells) = (table, cells);

    public string this[string column] => _cells[_table.Column(column)];

    public double? NumberOrNull(string column) =>
        double.TryParse(this[column], NumberStyles.Float, CultureInfo.InvariantCulture, out var value) ? value : null;

    public double Number(string column) =>
        NumberOrNull(column) ?? throw new FormatException($"Column '{column}' has no number in row '{_cells[0]}'.");
}

/// <summary>Files of the catalog that ship inside this assembly.</summary>
public static class ShippedFile
{
    public static Stream Open(string file) =>
        Assembly.GetExecutingAssembly().GetManifestResourceStream("catalog/" + file)
        ?? throw new InvalidOperationException($"The catalog ships no file '{file}'.");
}
