using System.Globalization;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Quantities;
using AnvilPlan.Core.Quantities.Text;
using CsvHelper;
using CsvHelper.Configuration;

namespace AnvilPlan.Formats.Csv;

/// <summary>Tables of a plan as comma separated text, RFC 4180, first line names the columns, numbers with a point.</summary>
public static class CsvFiles
{
    private static readonly CsvConfiguration Configuration = new(CultureInfo.InvariantCulture)
    {
        NewLine = "\n",
        // a cell that a spreadsheet would run as a formula is escaped; plus and minus stay, they begin numbers
        InjectionOptions = InjectionOptions.Escape,
        InjectionCharacters = ['=', '@', '\t', '\r'],
    };

    public static string CutList(BuildPlan plan, int quantity, int fractionDenominator) => Write(
        plan.Parts.Where(p => p.LeafOf is null && p.Print is null).Select(p => new
        {
            part = p.Id,
            name = p.Name,
            material = p.Material,
            nominal_mm = p.NominalMm,
            thickness_mm = p.ThicknessMm,
            length_mm = p.LengthMm,
            width_mm = p.WidthMm,
            length_in = LengthText.Inches(new Length(p.LengthMm), fractionDenominator),
            width_in = LengthText.Inches(new Length(p.WidthMm), fractionDenominator),
            blank_length_mm = p.BlankLengthMm,
            blank_width_mm = p.BlankWidthMm,
            qty = quantity,
            grain = p.Grain ? "length" : "",
            seen_from = p.SeenFrom,
            mass_g = Math.Round(p.MassG, 1),
            fingerprint = p.Fingerprint,
        }));

    public static string Purchase(BuildPlan plan) => Write(plan.Cost.Purchase.Select(l => new
    {
        kind = l.Kind,
        item = l.Item,
        count = l.Count,
        unit = l.Unit,
        price = (l.PriceCents / 100m).ToString("0.00", CultureInfo.InvariantCulture),
        total = (l.TotalCents / 100m).ToString("0.00", CultureInfo.InvariantCulture),
    }));

    public static string Holes(BuildPlan plan) => Write(plan.Parts.SelectMany(p => Drawing.HoleNumbers.Sorted(p).Select((h, i) => new
    {
        part = p.Id,
        no = i + 1,
        u_mm = h.At.U,
        v_mm = h.At.V,
        dia_mm = h.DiaMm,
        depth_mm = h.DepthMm,
        thread = h.Thread,
        sink_dia_mm = h.SinkDiaMm,
        worked_from = h.From == Core.Parts.WorkedFrom.Seen ? p.SeenFrom : p.FarSide,
        purpose = h.Purpose,
    })));

    private static string Write<T>(IEnumerable<T> rows)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using var csv = new CsvWriter(text, Configuration);
        csv.WriteRecords(rows);
        csv.Flush();
        return text.ToString();
    }
}
