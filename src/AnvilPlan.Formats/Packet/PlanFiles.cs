using System.Text;
using System.Text.Json;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shops;
using AnvilPlan.Formats.Calendar;
using AnvilPlan.Formats.Csv;
using AnvilPlan.Formats.Drawing;
using AnvilPlan.Formats.Drawing.Sheets;
using AnvilPlan.Formats.Dxf;
using AnvilPlan.Formats.Pdf;
using AnvilPlan.Formats.Stl;
using AnvilPlan.Formats.Svg;

namespace AnvilPlan.Formats.Packet;

/// <summary>A file of a plan that is written when it is asked for.</summary>
public sealed record PlanFile(string Name, string MediaType, string What, Func<byte[]> Write);

/// <summary>Every file that leaves the application for a plan.</summary>
public static class PlanFiles
{
    /// <param name="json">How files of the plan are written where ways to build from outside brought kinds of their own; null = as
    /// shipped.</param>
    public static IReadOnlyList<PlanFile> Of(Design design, BuildPlan plan, ShopProfile shop, Paper paper,
        JsonSerializerOptions? json = null) =>
    [
        new("packet.pdf", "application/pdf", "Shop packet: cut list, nests, parts, hole tables, screws, work, purchase",
            () => PacketPages.Write(plan, paper)),
        new("templates.pdf", "application/pdf", $"Templates at true scale, tiled over {paper.Name}", () => TemplatePages.Write(plan.Name,
            plan.Made.Where(Drawn).Select(m => m.Drawn), paper)),
        new("cutlist.csv", "text/csv", "Cut list", () => Utf8(CsvFiles.CutList(plan, design.Brief.Quantity, shop.FractionDenominator))),
        new("holes.csv", "text/csv", "Hole tables of all parts", () => Utf8(CsvFiles.Holes(plan))),
        new("milling.csv", "text/csv", "Openings, slots, rabbets, pockets, kerfs and notches of all parts",
            () => Utf8(CsvFiles.Milling(plan))),
        new("purchase.csv", "text/csv", "What to buy", () => Utf8(CsvFiles.Purchase(plan))),
        new("findings.json", "application/json", "Snags", () => Json(plan.Findings, json)),
        new("plan.json", "application/json", "The whole plan", () => Json(plan, json)),
        new("work.csv", "text/csv", "Operations in their order, with tools, times and why", () => Utf8(CsvFiles.Work(plan))),
        new("schedule.ics", "text/calendar", "Operations as to-dos", () => Utf8(ScheduleFile.Write(plan))),
        .. plan.Made.Where(Drawn).Select(m => m.Drawn).SelectMany(p => (PlanFile[])
        [
            new($"{FileName(p.Id)}.dxf", "image/vnd.dxf", $"{p.Name}, for the machine", () => Utf8(DxfWriter.Write(p, shop.DxfRelease))),
            new($"{FileName(p.Id)}.svg", "image/svg+xml", $"{p.Name}, shop drawing",
                () => Utf8(SvgWriter.Write(PartSketch.Dimensioned(p)))),
        ]),
        .. plan.Views.SelectMany(v => (PlanFile[])
        [
            new($"level-{FileName(v.Id)}.dxf", "image/vnd.dxf", $"{v.Title}, parts in place",
                () => Utf8(DxfWriter.Write(v, shop.DxfRelease))),
            new($"level-{FileName(v.Id)}.svg", "image/svg+xml", $"{v.Title}, shop drawing",
                () => Utf8(SvgWriter.Write(AssemblySheet.Of(v, PartSketch.PageWideMm, PartSketch.PageHighMm,
                    LengthWriting.Millimetres.Of)))),
        ]),
        .. plan.Made.Where(m => m.Blank is PrintBlank).SelectMany(m => Models(m.Drawn, plan.Parts)),
    ];

    /// <summary>A model for the printer, one for each piece that its bed takes.</summary>
    private static IEnumerable<PlanFile> Models(Part part, IReadOnlyList<Part> all)
    {
        var pieces = PrintedSolid.Write(part, all);
        var count = pieces.Count;
        return Enumerable.Range(0, count).Select(i => new PlanFile(
            count == 1 ? $"{FileName(part.Id)}.stl" : $"{FileName(part.Id)}-piece-{i + 1}.stl", "model/stl",
            count == 1 ? $"{part.Name}, for the printer" : $"{part.Name}, piece {i + 1} of {count}, joined by {part.Print!.JoinedBy}", () =>
                Utf8(pieces[i]())));
    }

    /// <summary>Cut from sheet: its drawing is that of its blank, with all its faces on it.</summary>
    public static bool Drawn(MadePart part) => part.Blank is SheetBlank;

    /// <summary>A part's id as a file name: <c>shell/front</c> becomes <c>shell-front</c>.</summary>
    public static string FileName(string partId) => partId.Replace('/', '-');

    private static byte[] Utf8(string text) => Encoding.UTF8.GetBytes(text);

    private static byte[] Json<T>(T value, JsonSerializerOptions? json) =>
        Utf8(JsonSerializer.Serialize(value, json ?? Shipped.IndentedJson) + "\n");
}
