using System.Globalization;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Quantities;
using AnvilPlan.Core.Quantities.Text;
using AnvilPlan.Formats.Drawing;
using CsvHelper;
using CsvHelper.Configuration;
using CsvHelper.Configuration.Attributes;
using CsvHelper.TypeConversion;

namespace AnvilPlan.Formats.Csv;

/// <summary>Tables of a plan as comma separated text, RFC 4180, first line names the columns, numbers with a point.</summary>
public static class CsvFiles
{
    private static readonly CsvConfiguration Configuration = new(CultureInfo.InvariantCulture)
    {
        NewLine = "\n",
    };

    public static string CutList(BuildPlan plan, int quantity, int fractionDenominator) => Write(
        plan.Made.Where(m => m.Blank is not PrintBlank).Select(m => m.Drawn).Select(p => new
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
            qty = quantity * p.Plies,
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

    public static string Holes(BuildPlan plan) => Write(plan.Made.SelectMany(m => m.Worked).SelectMany(p => (IEnumerable<HoleRow>)
    [
        .. HoleNumbers.Sorted(p).Select((h, i) => new HoleRow(p.Id, i + 1, h.At.U, h.At.V, h.DiaMm, h.DepthMm, h.Thread, h.SinkDiaMm,
            h.From == WorkedFrom.Seen ? p.SeenFrom : p.FarSide, null, null, h.Purpose, h.CounterboreDiaMm, h.CounterboreDeepMm)),
        .. EdgeHoles.Sorted(p).Select((h, i) => new HoleRow(
            p.Id, HoleNumbers.Sorted(p).Count + i + 1, EdgeHoles.At(p, h).U, EdgeHoles.At(p, h).V, h.DiaMm, h.DepthMm, h.Thread,
                h.SinkDiaMm, EdgeHoles.Word(h.Edge), h.FromSeenMm, h.SlotMm, h.Purpose, h.CounterboreDiaMm,
                h.CounterboreDeepMm)),
    ]));

    /// <summary>What is sawn, milled or cut and is no drilled hole.</summary>
    public static string Milling(BuildPlan plan) =>
        Write(plan.Made.SelectMany(m => m.Worked).SelectMany(p => Milled.Rows(p).Select((r, i) => new
        {
            part = p.Id,
            no = i + 1,
            what = r.What,
            u_from_mm = r.Min.U,
            v_from_mm = r.Min.V,
            u_to_mm = r.Max.U,
            v_to_mm = r.Max.V,
            dia_mm = r.DiaMm,
            corner_radius_mm = r.CornerRadiusMm,
            depth_mm = r.DepthMm,
            rest_mm = r.RestMm,
            angle_deg = r.AngleDeg,
            worked_from = r.From == WorkedFrom.Seen ? p.SeenFrom : p.FarSide,
            purpose = r.Purpose,
        })));

    /// <summary>Operations of one unit in their order. What each comes after is told by number, with the reason.</summary>
    public static string Work(BuildPlan plan)
    {
        var number = plan.Work.Numbered();
        var before = plan.Work.Links.ToLookup(l => l.After, StringComparer.Ordinal);
        return Write(plan.Work.Operations.Select(o => new
        {
            no = number[o.Id],
            operation = o.Id,
            what = o.Title,
            tool = o.Tool,
            setting = o.Setting,
            minutes = Math.Round(o.Minutes, 2),
            wait_min = o.WaitMin,
            after = string.Join(' ', before[o.Id].Select(l => number[l.Before])),
            because = string.Join("; ", before[o.Id].Select(l => l.Because).Distinct()),
            look_first = o.HoldPoint,
            caution = o.Caution,
        }));
    }

    /// <summary>One hole; the names are the columns.</summary>
    private sealed record HoleRow(
        [property: Name("part")] string Part, [property: Name("no")] int No, [property: Name("u_mm")] double U,
            [property: Name("v_mm")] double V, [property: Name("dia_mm")] double Dia,
        [property: Name("depth_mm")] double? Depth, [property: Name("thread")] string? Thread, [property: Name("sink_dia_mm")] double? Sink,
            [property: Name("worked_from")] string From,
        [property: Name("below_face_mm")] double? BelowFace, [property: Name("slot_mm")] double? Slot,
            [property: Name("purpose")] string Purpose, [property: Name("counterbore_dia_mm")] double? CounterboreDia,
            [property: Name("counterbore_depth_mm")] double? CounterboreDepth);

    /// <summary>
    /// A text that a spreadsheet would run as a formula gets an apostrophe in front; numbers have columns of their own and keep their
    /// signs.
    /// </summary>
    private sealed class HarmlessText : StringConverter
    {
        public override string? ConvertToString(object? value, IWriterRow row, MemberMapData memberMapData) =>
            value is string { Length: > 0 } raw && PlainLine.Of(raw) is var text
                ? (raw[0] is '=' or '+' or '-' or '@' or '\t' or '\r' or '\n' ? "'" + text : text) : "";
    }

    private static string Write<T>(IEnumerable<T> rows)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using var csv = new CsvWriter(text, Configuration);
        csv.Context.TypeConverterCache.AddConverter<string>(new HarmlessText());
        csv.WriteRecords(rows);
        csv.Flush();
        return text.ToString();
    }
}
